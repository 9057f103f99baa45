import { resolve } from './design'
import { proposedSupply } from './power'
import { demoProject } from './testing.demo'
import { applyEdits, type Edit, type Project } from './document'
import { withFewPins } from './document/random.testing'

/** The largest of the demo, and the same with one of each thing it has none of, so that there is something to change and delete. */
export function richDemo(): { start: Project; rich: Project } {
  const start: Project = withFewPins(demoProject('3-skerrow-dunlin'))
  // Two ends of a link of the demo: what a bus may be led by.
  const LINKED = start.options[0]!.links[0]!
  const rich = applyEdits(
    start,
    [
      {
        type: 'bay.put',
        bay: {
          id: 'bay',
          name: 'Bay',
          outline: [
            [0, 0],
            [90, 0],
            [90, 80]
          ],
          lipMm: 5,
          screwPitchMm: 60,
          screwHoleMm: 4
        }
      },
      { type: 'group.put', option: 'a', group: { id: 'pair', name: 'Pair', units: ['asi', 'alt'] } },
      { type: 'supply.set', option: 'b', supply: proposedSupply(resolve(start, 'b')) },
      {
        type: 'source.put',
        option: 'b',
        source: { kind: 'alternator', id: 'second', name: 'Second alternator', ratedA: 20 }
      },
      { type: 'place.put', place: { id: 'locker', name: 'Locker', kind: 'baggage', armMm: 3000 } },
      { type: 'circuit.set', option: 'b', circuit: { unit: 'pfd', breakerA: 5 } },
      { type: 'busOrder.put', option: 'a', busOrder: { id: 'bus', nodes: [LINKED.from, LINKED.to] } },
      { type: 'actual.put', option: 'b', actual: { line: 'panel', says: 'Panel', cents: 190_000, on: '2027-02-01' } },
      { type: 'shift.put', option: 'b', shift: { task: 'cut', from: '2027-02-01' } },
      { type: 'check.set', check: { clause: 'us-equipment/b1', state: 'met', note: '' } },
      { type: 'check.set', check: { clause: 'us-equipment/b13', option: 'b', state: 'met', note: '' } },
      ...start.options[0]!.units.map((unit): Edit => ({
        type: 'item.put',
        item: { ...start.items.find(item => item.id === unit.item)!, massKg: 3.3 }
      })),
      {
        type: 'pack.put',
        pack: {
          id: 'club',
          title: 'Club',
          source: 'the club',
          fromMemory: false,
          clauses: [{ id: 'co', ref: 'Club 1', title: 'Warning', wants: { works: 'carbon monoxide warning' } }]
        }
      },
      ...['asi', 'alt', 'mag', 'nav'].map((unit): Edit => ({
        type: 'circuit.set',
        option: 'b',
        circuit: { unit: unit === 'asi' || unit === 'alt' ? 'sense' : unit, breakerA: 5 }
      })),
      { type: 'blank.put', option: 'b', blank: { id: 'plate', hole: 'horizon' } },
      {
        type: 'stiffener.put',
        stiffener: {
          id: 'angle',
          name: 'Angle',
          kind: 'angle',
          along: 'y',
          atMm: 450,
          fromMm: 0,
          toMm: 200,
          legMm: 19,
          thicknessMm: 1.6
        }
      },
      {
        type: 'wires.put',
        option: 'b',
        wires: [
          { wire: 'pfd.power', number: 1, state: 'cut', via: [start.airframe.places[1]!.id] },
          { wire: 'l1', number: 2 }
        ]
      },
      { type: 'plan.agree', option: 'a', on: '2026-11-01' }
    ],
    'enrich'
  ).project
  return { start, rich }
}
