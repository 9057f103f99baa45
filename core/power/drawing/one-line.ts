import * as messages from '../messages'
import { MAIN_ALTERNATOR, type Supply, type Tie } from '../../document'
import { type Design } from '../../design'
import type { Circuit } from '../circuits/circuit'
import type { Feeder } from '../circuits/feeder'
import { powerModel } from '../supply/model'
import { amperes, enumerate, say, SILENT, type Phrase } from '../../quantity'

/** A thing drawn in the one-line diagram, before it has a place. Sizes are in px of the drawing. */
export interface LineNode {
  id: string
  kind: 'alternator' | 'battery' | 'bus' | 'unit'
  says: string
  note: Phrase
  width: number
  height: number
  unit?: string
}
/** What joins two things; `says` stands on it. */
export interface LineEdge {
  id: string
  kind: Tie['kind'] | 'protector'
  from: string
  to: string
  says: Phrase
  tie?: string
}
export interface OneLine {
  nodes: LineNode[]
  edges: LineEdge[]
}

const NODE = { source: { width: 104, height: 40 }, bus: { width: 96, height: 36 }, unit: { width: 186, height: 19 } }
/** What one branch takes of the length of a bus. */
const BRANCH = 24

const sourceNodes = (design: Design, supply: Supply): LineNode[] =>
  powerModel(design, supply).sources.map((source): LineNode => ({
    id: source.id,
    kind: source.kind,
    says: source.name,
    ...NODE.source,
    note:
      source.kind === 'battery'
        ? messages.batteryNote(source)
        : messages.alternatorNote(source.ratedA, source.id === MAIN_ALTERNATOR ? source.idleA : undefined)
  }))

function busNodes(supply: Supply, circuits: readonly Circuit[]): LineNode[] {
  const branches = (bus: string) =>
    Math.max(
      circuits.filter(circuit => circuit.bus === bus || circuit.alsoBus === bus).length +
        supply.ties.filter(tie => tie.from === bus).length,
      supply.ties.filter(tie => tie.to === bus).length
    )
  return supply.buses.map((bus): LineNode => ({
    id: bus.id,
    kind: 'bus',
    says: bus.name,
    width: NODE.bus.width,
    height: Math.max(NODE.bus.height, BRANCH * branches(bus.id)),
    note: say`${amperes(circuits.filter(circuit => circuit.bus === bus.id).reduce((sum, circuit) => sum + circuit.steadyA, 0))}`
  }))
}

/** Circuits on buses that are there, in the order of the buses. A circuit on a bus that is no more waits for the next examination. */
function fedCircuits(supply: Supply, circuits: readonly Circuit[]): Circuit[] {
  const order = new Map(supply.buses.map((bus, index) => [bus.id, index]))
  return circuits
    .filter(circuit => order.has(circuit.bus))
    .sort(
      (a, b) =>
        order.get(a.bus)! - order.get(b.bus)! ||
        (a.head === b.head ? Number(b.unit === b.head) - Number(a.unit === a.head) : a.head < b.head ? -1 : 1)
    )
}

/** Ties between nodes that are drawn, with what opens them. */
function tieEdges(supply: Supply, feeders: readonly Feeder[], nodes: readonly LineNode[]): LineEdge[] {
  const ratings = new Map(
    feeders.flatMap((feeder): [string, Phrase][] =>
      // A breaker in the feed of a diode is what opens there.
      feeder.kind === 'diode' && feeder.guardA !== undefined
        ? [[feeder.tie, messages.guardNote(feeder.guardA)]]
        : feeder.ratedA === undefined
          ? []
          : [[feeder.tie, say`${feeder.ratedA}`]]
    )
  )
  const names = new Map(nodes.filter(node => node.kind !== 'bus').map(node => [node.id, node.says]))
  const drawn = new Set(nodes.map(node => node.id))
  return supply.ties
    .filter(tie => drawn.has(tie.from) && drawn.has(tie.to))
    .map((tie): LineEdge => ({
      id: `tie ${tie.id}`,
      kind: tie.kind,
      from: tie.from,
      to: tie.to,
      says: enumerate(
        [tie.name === names.get(tie.from) ? SILENT : say`${tie.name}`, ratings.get(tie.id) ?? SILENT].filter(
          words => words.length > 0
        ),
        ' · '
      ),
      tie: tie.id
    }))
}

function circuitEdges(supply: Supply, circuits: readonly Circuit[], fed: readonly Circuit[]): LineEdge[] {
  const buses = new Set(supply.buses.map(bus => bus.id))
  return [
    ...fed.map((circuit): LineEdge => ({
      id: `feed ${circuit.unit}`,
      kind: 'protector',
      from: circuit.bus,
      to: `load ${circuit.unit}`,
      says: messages.protectorNote({
        head: circuit.head,
        unit: circuit.unit,
        breakerA: circuit.breakerA,
        protector: circuit.protector,
        label: circuits.find(other => other.unit === circuit.head)?.label
      })
    })),
    ...fed
      .filter(circuit => circuit.alsoBus && buses.has(circuit.alsoBus))
      .map((circuit): LineEdge => ({
        id: `also ${circuit.unit}`,
        kind: 'diode',
        from: circuit.alsoBus!,
        to: `load ${circuit.unit}`,
        says: messages.secondFeed
      }))
  ]
}

/** The one-line diagram of a design as nodes and edges: sources, buses, and every circuit by its protector. */
export function oneLine(
  design: Design,
  supply: Supply,
  circuits: readonly Circuit[],
  feeders: readonly Feeder[]
): OneLine {
  const nodes = [...sourceNodes(design, supply), ...busNodes(supply, circuits)]
  const fed = fedCircuits(supply, circuits)
  return {
    nodes: [
      ...nodes,
      ...fed.map((circuit): LineNode => ({
        id: `load ${circuit.unit}`,
        kind: 'unit',
        says: circuit.label,
        unit: circuit.unit,
        ...NODE.unit,
        note: messages.circuitNote({ steadyA: circuit.steadyA, awg: circuit.awg })
      }))
    ],
    edges: [...tieEdges(supply, feeders, nodes), ...circuitEdges(supply, circuits, fed)]
  }
}
