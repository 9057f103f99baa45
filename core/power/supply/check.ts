import { electricUnits } from './electric'
import { stronglyConnectedComponents } from 'graphology-components'
import { DirectedGraph } from 'graphology'
import { UNIT_SOURCE } from '../../document'
import type { Finding } from '../../design'
import { enumerate, figure, say, thing } from '../../quantity'
import { freeId, tieCells, type PowerModel } from './model'
import { reached } from './network'

const ENTERED = { kind: 'entered' as const, source: 'feeds of this option' }

/** The nodes that some source can reach, every switch closed and diodes in their own direction. */
function fedNodes({ supply, sources }: PowerModel): Set<string> {
  const nodes = [...new Set([...supply.buses, ...sources].map(node => node.id))]
  const index = new Map(nodes.map((id, index) => [id, index]))
  const branches = supply.ties.flatMap(tie => {
    const [from, to] = [index.get(tie.from), index.get(tie.to)]
    return from === undefined || to === undefined ? [] : [{ from, to, diode: tie.kind === 'diode', ohm: 0, dropV: 0 }]
  })
  const feeds = sources.map(source => ({ node: index.get(source.id)!, emfV: 0, ohm: 0, limitA: 0 }))
  const live = reached({ nodes: nodes.length, branches, feeds })
  return new Set(nodes.filter((_, index) => live[index]))
}

/** Diodes that run in a ring, ring by ring: what one bus gets from the next comes back to it. */
function diodeRings({ supply }: PowerModel) {
  const graph = new DirectedGraph()
  const diodes = supply.ties.filter(tie => tie.kind === 'diode')
  for (const { from, to } of diodes) graph.mergeEdge(from, to)
  return stronglyConnectedComponents(graph)
    .map(nodes => diodes.filter(tie => nodes.includes(tie.from) && nodes.includes(tie.to)))
    .filter(ring => ring.length > 1)
}

/** What is wrong with the supply itself: buses nothing can feed, feeds that run in a ring, a second feed that is none. */
export function supplyFindings(model: PowerModel): Finding[] {
  const { design, supply } = model
  const findings: Finding[] = []
  const fed = fedNodes(model)
  for (const bus of supply.buses)
    if (!fed.has(bus.id)) {
      const on = electricUnits(design).filter(unit => unit.item.power && model.feedOf(unit).bus === bus.id)
      findings.push({
        id: `power.no-source:${bus.id}`,
        code: 'power.no-source',
        weight: 'must fix',
        subjects: on.slice(0, 3).map(unit => unit.id),
        basis: ENTERED,
        says: say`No source leads to the ${thing(bus)}${
          on.length ? `, on which ${on.length} unit${on.length === 1 ? ' hangs' : 's hang'}` : ''
        }. Join it to a battery, an alternator or another bus in Distribution.`,
        remedies: supply.buses.some(other => other.id !== bus.id && fed.has(other.id))
          ? [
              {
                says: say`Join it to the ${supply.buses.find(bus => fed.has(bus.id))!.name} by a wire.`,
                edits: [
                  {
                    type: 'supply.set',
                    option: design.optionId,
                    supply: {
                      ...supply,
                      ties: [
                        ...supply.ties,
                        {
                          id: freeId(supply, `feed-${bus.id}`, design.wires),
                          name: `Feed of ${bus.name}`.slice(0, 80),
                          kind: 'wire',
                          from: supply.buses.find(bus => fed.has(bus.id))!.id,
                          to: bus.id,
                          milliohm: 2
                        }
                      ]
                    }
                  }
                ]
              }
            ]
          : []
      })
    }
  for (const unit of electricUnits(design))
    if (
      unit.item.battery &&
      !supply.ties.some(tie => tie.from === UNIT_SOURCE + unit.id || tie.to === UNIT_SOURCE + unit.id)
    )
      findings.push({
        id: `power.cells-loose:${unit.id}`,
        code: 'power.cells-loose',
        weight: 'decide',
        subjects: [unit.id],
        basis: ENTERED,
        says: say`${thing(unit)} has ${figure(unit.item.battery.capacityAh, 'Ah')} inside that feed no bus.`,
        remedies: [
          {
            says: say`Tie it by a diode to the bus that must live longest.`,
            edits: [
              {
                type: 'supply.set',
                option: design.optionId,
                supply: tieCells(supply, { unit: unit.id, label: unit.label, wires: design.wires })
              }
            ]
          }
        ]
      })
  for (const ring of diodeRings(model)) {
    const [tie] = ring
    findings.push({
      id: `power.feed-ring:${tie!.id}`,
      code: 'power.feed-ring',
      weight: 'decide',
      subjects: [],
      remedies: [
        {
          says: say`Take ${tie!.name} out.`,
          edits: [
            {
              type: 'supply.set',
              option: design.optionId,
              supply: { ...supply, ties: supply.ties.filter(other => other.id !== tie!.id) }
            }
          ]
        }
      ],
      basis: ENTERED,
      says: say`The feeds ${enumerate(ring.map(tie => tie.name))} run in a ring, ${enumerate(
        ring.map(tie => model.name(tie.from)),
        ' to '
      )} and back: a fault on one of these buses reaches all of them, and none can be shut off alone.`
    })
  }
  return findings
}
