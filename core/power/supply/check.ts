import * as messages from '../messages'
import { electricUnits } from './electric'
import { stronglyConnectedComponents } from 'graphology-components'
import { DirectedGraph } from 'graphology'
import { UNIT_SOURCE, type Tie } from '../../document'
import { finding, type Finding, type DesignUnit } from '../../design'
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
export const supplyFindings = (model: PowerModel): Finding[] => [
  ...unfedBuses(model),
  ...looseCells(model),
  ...diodeRings(model).map(ring => ringFinding(model, ring))
]

function unfedBuses(model: PowerModel): Finding[] {
  const { design, supply } = model
  const fed = fedNodes(model)
  const from = supply.buses.find(bus => fed.has(bus.id))
  return supply.buses
    .filter(bus => !fed.has(bus.id))
    .map(bus => {
      const on = electricUnits(design).filter(unit => unit.item.power && model.feedOf(unit).bus === bus.id)
      return finding(
        'power.no-source',
        on.slice(0, 3).map(unit => unit.id),
        {
          key: bus.id,
          weight: 'must fix',
          basis: ENTERED,
          says: messages.noSource({ bus, on }),
          remedies: from
            ? [
                {
                  says: messages.noSourceRemedy(from.name),
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
                            from: from.id,
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
        }
      )
    })
}

function looseCells({ design, supply }: PowerModel): Finding[] {
  const tied = (unit: DesignUnit) =>
    supply.ties.some(tie => tie.from === UNIT_SOURCE + unit.id || tie.to === UNIT_SOURCE + unit.id)
  return electricUnits(design)
    .filter(unit => unit.item.battery && !tied(unit))
    .map(unit =>
      finding('power.cells-loose', unit.id, {
        weight: 'decide',
        basis: ENTERED,
        says: messages.cellsLoose({ unit, capacityAh: unit.item.battery!.capacityAh }),
        remedies: [
          {
            says: messages.cellsLooseRemedy,
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
    )
}

function ringFinding(model: PowerModel, ring: readonly Tie[]): Finding {
  const { design, supply } = model
  const [tie] = ring
  return finding('power.feed-ring', [], {
    key: tie!.id,
    weight: 'decide',
    remedies: [
      {
        says: messages.feedRingRemedy(tie!.name),
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
    says: messages.feedRing({ ties: ring, buses: ring.map(tie => model.name(tie.from)) })
  })
}
