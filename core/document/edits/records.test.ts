import { describe, expect, it } from 'vitest'
import { item, plainProject, projectWith } from '../../testing'
import { applyEdits, EDIT_SHAPES, freshId, PROJECT_SPEC, type Edit, type Project, type RecordSpec } from '..'

/** Every kind of record that is in a list of the document. */
const kindsIn = ({ parts = {}, lists = {} }: RecordSpec): string[] => [
  ...Object.values(parts).flatMap(kindsIn),
  ...Object.values(lists).flatMap(list => [list.kind, ...kindsIn(list)])
]
/** Kinds whose edits do more than put a record in its list, under names of their own. */
const OWN_WORDS: Record<string, string> = {
  option: 'option.add',
  item: 'item.put',
  fitted: 'unit.add',
  fittedLink: 'link.put',
  handCheck: 'check.set',
  confirmed: 'clause.confirm',
  log: 'log.add',
  unit: 'unit.add',
  disposal: 'unit.remove',
  circuit: 'circuit.set',
  wire: 'wires.put'
}

const supply: Extract<Edit, { type: 'supply.set' }> = {
  type: 'supply.set',
  option: 'a',
  supply: {
    sources: [{ kind: 'alternator', id: 'alt2', name: 'Second alternator', ratedA: 20 }],
    buses: [
      { id: 'main', name: 'Main bus', role: 'main' },
      { id: 'spare', name: 'Spare bus', role: 'other' }
    ],
    switches: [{ id: 'master', name: 'Master', positions: ['OFF', 'ON'], normal: 'ON' }],
    ties: [
      {
        id: 't1',
        name: 'Battery feed',
        kind: 'wire',
        from: 'battery',
        to: 'main',
        milliohm: 2,
        by: { switch: 'master', in: ['ON'] }
      },
      { id: 't2', name: 'Spare feed', kind: 'wire', from: 'main', to: 'spare', milliohm: 2 },
      { id: 't3', name: 'Second feed', kind: 'wire', from: 'alt2', to: 'main', milliohm: 2 }
    ]
  }
}
const after = (project: Project, ...edits: Edit[]): Project => applyEdits(project, edits, 'test').project
const withSupply = () => after(plainProject(), supply)

describe('edits of records', () => {
  it('there are some for every kind of record that is in a list', () => {
    const without = kindsIn(PROJECT_SPEC).filter(
      kind => !(`${kind}.put` in EDIT_SHAPES) && !((OWN_WORDS[kind] ?? '') in EDIT_SHAPES)
    )
    expect(without).toEqual([])
  })

  it('a record put takes the place of the one with its key, or is added', () => {
    const project = withSupply()
    const renamed = after(project, {
      type: 'bus.put',
      option: 'a',
      bus: { id: 'spare', name: 'Radio bus', role: 'avionics' }
    })
    expect(renamed.options[0]!.supply!.buses.map(bus => bus.name)).toEqual(['Main bus', 'Radio bus'])
    const longer = after(project, { type: 'route.put', route: { ...project.airframe.routes[0]!, lengthMm: 777 } })
    expect(longer.airframe.routes).toHaveLength(project.airframe.routes.length)
    expect(longer.airframe.routes[0]!.lengthMm).toBe(777)
  })

  it('a route is found from either of its ends', () => {
    const project = plainProject()
    const { from, to } = project.airframe.routes[0]!
    const turned = after(project, { type: 'route.put', route: { from: to, to: from, lengthMm: 500 } })
    expect(turned.airframe.routes).toHaveLength(project.airframe.routes.length)
  })

  it('a bus that goes takes its ties along, and circuits fed from it go back to the bus of their role', () => {
    const project = after(projectWith([[item({ id: 'radio' }), [200, 150]]]), supply, {
      type: 'circuit.set',
      option: 'a',
      circuit: { unit: 'radio', bus: 'spare', alsoBus: 'main', breakerA: 5 }
    })
    const gone = after(project, { type: 'bus.drop', option: 'a', bus: 'spare' }).options[0]!
    expect(gone.supply!.ties.map(tie => tie.id)).toEqual(['t1', 't3'])
    expect(gone.circuits).toEqual([{ unit: 'radio', alsoBus: 'main', breakerA: 5 }])
  })

  it('a circuit of which nothing is left that was chosen goes', () => {
    const project = after(projectWith([[item({ id: 'radio' }), [200, 150]]]), supply, {
      type: 'circuit.set',
      option: 'a',
      circuit: { unit: 'radio', bus: 'spare' }
    })
    expect(after(project, { type: 'bus.drop', option: 'a', bus: 'spare' }).options[0]!.circuits).toEqual([])
  })

  it('a tie whose switch goes stays, and is closed always; one whose source goes goes', () => {
    const project = withSupply()
    const bare = after(project, { type: 'switch.drop', option: 'a', switch: 'master' })
    expect(bare.options[0]!.supply!.ties[0]).toEqual({
      id: 't1',
      name: 'Battery feed',
      kind: 'wire',
      from: 'battery',
      to: 'main',
      milliohm: 2
    })
    const one = after(project, { type: 'source.drop', option: 'a', source: 'alt2' })
    expect(one.options[0]!.supply!.ties.map(tie => tie.id)).toEqual(['t1', 't2'])
  })

  it('a station that goes takes what it held out of the loadings', () => {
    const project = after(
      plainProject(),
      { type: 'station.put', station: { id: 's1', name: 'Front seats', kind: 'seat', armMm: 2000 } },
      { type: 'loading.put', loading: { id: 'l1', name: 'Two up', loads: [{ station: 's1', massKg: 160 }] } }
    )
    const gone = after(project, { type: 'station.drop', station: 's1' })
    expect(gone.airframe.loadings).toEqual([{ id: 'l1', name: 'Two up', loads: [] }])
  })

  it('what is not there cannot go, and the proposed supply has no records of its own', () => {
    expect(() => after(withSupply(), { type: 'tie.drop', option: 'a', tie: 'none' })).toThrow('There is no tie “none”')
    expect(() => after(plainProject(), { type: 'tie.drop', option: 'a', tie: 't1' })).toThrow('proposed supply')
    expect(() => after(plainProject(), { type: 'place.drop', place: 'engine' })).toThrow('cannot go')
  })

  it('a fresh id is the first number that none has', () => {
    expect(freshId('bus-', [{ id: 'bus-1' }, 'bus-3'])).toBe('bus-2')
  })
})
