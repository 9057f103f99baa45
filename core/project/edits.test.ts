import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openProject, writeProject } from '../formats'
import { demoProject } from '../testing'
import {
  act,
  AS_FOUND,
  applyEdits,
  Edit,
  EditError,
  EMPTY_HISTORY,
  HISTORY_DEPTH,
  redo,
  referenceProblems,
  resolve,
  ResolveError,
  undo,
  type Bench,
  type Project
} from '.'

const start = demoProject('3-skerrow-dunlin')

/** Any edit that makes sense, and some that do not: ids are drawn from what is there and from what is not. */
function edits(project: Project): fc.Arbitrary<Edit> {
  const option = fc.constantFrom(...project.options.map(one => one.id), 'nobody')
  const unit = fc.constantFrom(...project.options[0]!.units.map(one => one.id), 'pfd', 'nobody')
  const mm = fc.double({ min: -100, max: 1100, noNaN: true })
  const name = fc
    .string({ minLength: 1, maxLength: 30 })
    .filter(text => text.trim() !== '')
    .map(text => text.trim())
  const cents = fc.integer({ min: 0, max: 5_000_000 })
  return fc.oneof(
    fc.record({ type: fc.constant('unit.move' as const), option, unit, xMm: mm, yMm: mm }),
    fc.record({ type: fc.constant('unit.remove' as const), option, unit }),
    fc.record({ type: fc.constant('unit.restore' as const), option, unit }),
    fc.record({
      type: fc.constant('unit.add' as const),
      option,
      unit: fc.record({
        id: fc.stringMatching(/^n[a-z]{1,4}$/),
        item: fc.constantFrom('pellinore-rondo-h', 'none-such'),
        label: name,
        place: fc.constantFrom('panel', 'nowhere')
      })
    }),
    fc.record({ type: fc.constant('option.duplicate' as const), option, id: fc.stringMatching(/^[a-z]$/), name }),
    fc.record({ type: fc.constant('option.rename' as const), option, name }),
    fc.record({ type: fc.constant('option.drop' as const), option }),
    fc.record({ type: fc.constant('plan.agree' as const), option, on: fc.constant('2026-11-23') }),
    fc.record({ type: fc.constant('project.rename' as const), title: name }),
    fc.record({
      type: fc.constant('circuit.set' as const),
      option,
      circuit: fc.record({ unit, breakerA: fc.constantFrom(1, 5, 20), awg: fc.constantFrom(22 as const, 10 as const) })
    }),
    fc.record({ type: fc.constant('circuit.clear' as const), option, unit }),
    fc.record({
      type: fc.constant('circuit.set' as const),
      option,
      circuit: fc.record({ unit, sharesWith: unit, bus: fc.constantFrom('main', 'hall') })
    }),
    fc.record({
      type: fc.constant('supply.set' as const),
      option,
      supply: fc.record({
        sources: fc.constant([]),
        buses: fc.constantFrom(
          [{ id: 'main', name: 'Main', role: 'main' as const }],
          [{ id: 'hall', name: 'Hall', role: 'other' as const }]
        ),
        switches: fc.constant([]),
        ties: fc
          .tuple(fc.constantFrom('main', 'hall'))
          .map(([to]) => [{ id: 'feed', name: 'Feed', kind: 'wire' as const, from: 'battery', to, milliohm: 0 }])
      })
    }),
    fc.record({ type: fc.constant('supply.clear' as const), option }),
    fc.record({
      type: fc.constant('disposal.set' as const),
      option,
      disposal: fc.record({ unit, how: fc.constantFrom('sell' as const, 'scrap' as const), creditCents: cents })
    }),
    fc.record({
      type: fc.constant('check.set' as const),
      check: fc.record({
        clause: fc.constantFrom('us-equipment/b1', 'us-papers/annual'),
        state: fc.constant('met' as const),
        note: fc.string({ maxLength: 20 })
      })
    }),
    fc.record({
      type: fc.constant('brief.set' as const),
      brief: fc
        .record({ budgetCents: cents, seats: fc.integer({ min: 1, max: 6 }) })
        .map(patch => ({ ...project.brief, ...patch }))
    }),
    fc.record({ type: fc.constant('zone.drop' as const), zone: fc.constantFrom('heater', 't-bar', 'nothing') }),
    fc.record({ type: fc.constant('unit.lift' as const), option, unit }),
    fc.record({ type: fc.constant('unit.lock' as const), option, unit, locked: fc.boolean() }),
    fc.record({ type: fc.constant('unit.support' as const), option, unit, rear: fc.boolean() }),
    fc.record({
      type: fc.constant('row.put' as const),
      option,
      row: fc.record({
        id: fc.constantFrom('r1', 'r2', 'switches'),
        name,
        kind: fc.constantFrom('row' as const, 'stack' as const),
        xMm: mm,
        yMm: mm,
        pitchMm: fc.integer({ min: 0, max: 90 }),
        units: fc.uniqueArray(unit, { minLength: 1, maxLength: 5 })
      })
    }),
    fc.record({
      type: fc.constant('row.drop' as const),
      option,
      row: fc.constantFrom('r1', 'r2', 'switches', 'radios')
    }),
    fc.record({
      type: fc.constant('group.put' as const),
      option,
      group: fc.record({
        id: fc.constantFrom('g1', 'g2'),
        name,
        units: fc.uniqueArray(unit, { minLength: 2, maxLength: 5 })
      })
    }),
    fc.record({ type: fc.constant('group.drop' as const), option, group: fc.constantFrom('g1', 'g2') }),
    fc.record({
      type: fc.constant('label.put' as const),
      option,
      label: fc.record({
        id: fc.constantFrom('l1', 'l-sw-master'),
        text: name,
        xMm: mm,
        yMm: mm,
        heightMm: fc.integer({ min: 1, max: 9 })
      })
    }),
    fc.record({ type: fc.constant('label.drop' as const), option, label: fc.constantFrom('l1', 'l-sw-master') }),
    fc.record({
      type: fc.constant('flow.put' as const),
      option,
      flow: fc.record({
        id: fc.constantFrom('start', 'f9'),
        name,
        steps: fc.array(
          fc.record({
            says: name,
            to: unit,
            hand: fc.constantFrom('left' as const, 'either' as const),
            holds: fc.boolean()
          }),
          { maxLength: 4 }
        )
      })
    }),
    fc.record({ type: fc.constant('flow.drop' as const), option, flow: fc.constantFrom('start', 'f9') }),
    fc.record({
      type: fc.constant('bay.put' as const),
      bay: fc.record({
        id: fc.constantFrom('b1', 'b2'),
        name,
        outline: fc.constant<[number, number][]>([
          [0, 0],
          [90, 0],
          [90, 80]
        ]),
        lipMm: fc.integer({ min: 0, max: 20 }),
        screwPitchMm: fc.constant(60),
        screwHoleMm: fc.constant(4)
      })
    }),
    fc.record({ type: fc.constant('bay.drop' as const), bay: fc.constantFrom('b1', 'b2') }),
    fc.record({ type: fc.constant('pilot.drop' as const), pilot: fc.constantFrom('oswin', 'nobody') }),
    fc.record({
      type: fc.constant('outline.set' as const),
      outline: fc.constant<[number, number][]>([
        [0, 0],
        [900, 0],
        [900, 300],
        [0, 300]
      ])
    }),
    fc.record({ type: fc.constant('link.drop' as const), option, link: fc.constantFrom('f1', 'f2', 'l1', 'zz') })
  ) as fc.Arbitrary<Edit>
}

/** Does what can be done; an edit that cannot be made must change nothing and say so. */
function tryAct(bench: Bench, edit: Edit): Bench {
  const before = JSON.stringify(bench.project)
  try {
    return act(bench, [edit], edit.type)
  } catch (error) {
    expect(error).toBeInstanceOf(EditError)
    expect(JSON.stringify(bench.project)).toBe(before)
    return bench
  }
}

describe('edits', () => {
  it('undo takes back exactly what was done, and redo does it again, for any edits', () =>
    fc.assert(
      fc.property(fc.array(edits(start), { minLength: 1, maxLength: 25 }), list => {
        const first: Bench = { project: start, history: EMPTY_HISTORY }
        const trail = [first]
        for (const edit of list) {
          const next = tryAct(trail.at(-1)!, edit)
          if (next !== trail.at(-1)) trail.push(next)
        }
        let bench = trail.at(-1)!
        for (let at = trail.length - 1; at > 0; at--) {
          bench = undo(bench)
          expect(bench.project).toEqual(trail[at - 1]!.project)
        }
        for (let at = 1; at < trail.length; at++) {
          bench = redo(bench)
          expect(bench.project).toEqual(trail[at]!.project)
        }
      }),
      { numRuns: 150 }
    ))

  it('any edits leave a document that holds together and survives its own file', () =>
    fc.assert(
      fc.property(fc.array(edits(start), { maxLength: 20 }), list => {
        const { project } = list.reduce(tryAct, { project: start, history: EMPTY_HISTORY } as Bench)
        expect(referenceProblems(project)).toEqual([])
        const opened = openProject(writeProject(project))
        expect(opened).toEqual({ ok: true, project })
      }),
      { numRuns: 100 }
    ))

  it('no unit is set out by two rows, and every member of a row or group is there, whatever is done', () =>
    fc.assert(
      fc.property(fc.array(edits(start), { maxLength: 25 }), list => {
        const { project } = list.reduce(tryAct, { project: start, history: EMPTY_HISTORY } as Bench)
        for (const option of project.options) {
          const members = option.rows.flatMap(row => row.units)
          expect(new Set(members).size).toBe(members.length)
          const here = new Set(option.units.map(unit => unit.id))
          for (const id of [...members, ...option.groups.flatMap(group => group.units)]) expect(here.has(id)).toBe(true)
          for (const group of option.groups) expect(group.units.length).toBeGreaterThan(1)
          expect(() => resolve(project, option.id)).not.toThrow()
        }
      }),
      { numRuns: 100 }
    ))

  it('the history works after it went through a file, as after a restart', () =>
    fc.assert(
      fc.property(fc.array(edits(start), { minLength: 1, maxLength: 8 }), list => {
        const bench = list.reduce(tryAct, { project: start, history: EMPTY_HISTORY } as Bench)
        const kept = JSON.parse(JSON.stringify(bench)) as Bench
        expect(undo(kept).project).toEqual(JSON.parse(JSON.stringify(undo(bench).project)))
      }),
      { numRuns: 60 }
    ))

  it('lifted off the face a unit is in the tray, also out of a row, of which the rest re-flow', () => {
    const lifted = applyEdits(
      start,
      [
        { type: 'unit.lift', option: 'b', unit: 'sw-land' },
        { type: 'unit.lift', option: 'b', unit: 'pfd' }
      ],
      'lift'
    ).project
    const design = resolve(lifted, 'b')
    expect(design.units.filter(unit => ['sw-land', 'pfd'].includes(unit.id)).map(unit => unit.at)).toEqual([
      undefined,
      undefined
    ])
    expect(design.units.find(unit => unit.id === 'sw-pump')!.at!.xMm).toBeCloseTo(328 + 25.4, 6)
  })
  it('several edits are one act: all or none', () => {
    expect(() =>
      applyEdits(
        start,
        [
          { type: 'project.rename', title: 'New' },
          { type: 'unit.move', option: 'a', unit: 'nobody', xMm: 0, yMm: 0 }
        ],
        'both'
      )
    ).toThrow(/no unit “nobody”/)
    expect(start.title).toBe('Skerrow Bird Count')
  })
  it('keeps a hundred acts and drops the oldest', () => {
    let bench: Bench = { project: start, history: EMPTY_HISTORY }
    for (let i = 0; i < HISTORY_DEPTH + 20; i++)
      bench = act(bench, [{ type: 'project.rename', title: `Title ${i}` }], 'rename')
    expect(bench.history.past).toHaveLength(HISTORY_DEPTH)
    for (let i = 0; i < HISTORY_DEPTH; i++) bench = undo(bench)
    expect(bench.project.title).toBe('Title 19')
    expect(undo(bench)).toBe(bench)
  })
  it('an act that changes nothing is no act', () => {
    const bench: Bench = { project: start, history: EMPTY_HISTORY }
    expect(act(bench, [{ type: 'project.rename', title: start.title }], 'same').history.past).toHaveLength(0)
  })
  it('a place that units stand at cannot be taken away', () => {
    const airframe = { ...start.airframe, places: start.airframe.places.filter(place => place.id !== 'fin') }
    expect(() => applyEdits(start, [{ type: 'airframe.set', airframe }], 'less')).toThrow(/takes away/)
  })
  it('removing a unit takes its links and circuit with it; keeping it after all brings its old links back', () => {
    const removed = applyEdits(start, [{ type: 'unit.remove', option: 'a', unit: 'horizon' }], 'out').project
    expect(removed.options[0]!.links.some(link => link.from.unit === 'horizon')).toBe(false)
    const back = applyEdits(removed, [{ type: 'unit.restore', option: 'a', unit: 'horizon' }], 'back').project
    expect(back.options[0]!.links.some(link => link.from.unit === 'horizon' && link.to.unit === 'old-ap')).toBe(true)
  })
})

describe('resolve', () => {
  it('tells kept, moved, new and removed from what is fitted', () => {
    const moved = applyEdits(
      start,
      [
        { type: 'unit.move', option: 'a', unit: 'asi', xMm: 150, yMm: 240 },
        { type: 'unit.remove', option: 'a', unit: 'dg' }
      ],
      'change'
    ).project
    const design = resolve(moved, 'a')
    const state = (id: string) => design.units.find(unit => unit.id === id)?.state
    expect([state('asi'), state('alt'), state('audio-4')]).toEqual(['moved', 'kept', 'new'])
    expect(design.removed.map(one => one.unit.id).sort()).toEqual(['audio', 'clock', 'dg', 'xpdr'])
    expect(resolve(start, AS_FOUND).units.every(unit => unit.state === 'kept')).toBe(true)
  })
  it('says which options there are when asked for another', () =>
    expect(() => resolve(start, 'zz')).toThrow(ResolveError))
})
