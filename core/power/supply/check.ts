import * as messages from '../messages'
import { electricUnits } from './electric'
import { stronglyConnectedComponents } from 'graphology-components'
import { DirectedGraph } from 'graphology'
import { UNIT_SOURCE } from '../../document'
import { finding, type Finding } from '../../design'
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
      findings.push(
        finding(
          'power.no-source',
          on.slice(0, 3).map(unit => unit.id),
          {
            key: bus.id,
            weight: 'must fix',
            basis: ENTERED,
            says: messages.noSource({ bus, on }),
            remedies: supply.buses.some(other => other.id !== bus.id && fed.has(other.id))
              ? [
                  {
                    says: messages.noSourceRemedy(supply.buses.find(bus => fed.has(bus.id))!.name),
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
          }
        )
      )
    }
  for (const unit of electricUnits(design))
    if (
      unit.item.battery &&
      !supply.ties.some(tie => tie.from === UNIT_SOURCE + unit.id || tie.to === UNIT_SOURCE + unit.id)
    )
      findings.push(
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
  for (const ring of diodeRings(model)) {
    const [tie] = ring
    findings.push(
      finding('power.feed-ring', [], {
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
        says: messages.feedRing({ ring, ringOf: ring.map(tie => model.name(tie.from)) })
      })
    )
  }
  return findings
}
