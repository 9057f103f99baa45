import equal from 'fast-deep-equal'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { AS_FOUND, resolve, ResolveError } from '../design'
import { openProject, writeProject } from '../document'
import { examineOption } from '../report'
import { proposedSupply } from '../power'
import { demoProject } from '../testing.demo'
import { richDemo } from '../testing.rich'
import { Id } from '../catalogue/item'
import {
  act,
  applyDiff,
  applyEdits,
  difference,
  disputed,
  EditError,
  EMPTY_HISTORY,
  HISTORY_DEPTH,
  historyProblem,
  PROJECT_SPEC,
  redo,
  REFERENCES,
  referenceProblems,
  reverse,
  squash,
  undo,
  type Bench,
  type Edit,
  type RecordSpec
} from '.'
import { EDIT_TYPES, RandomEdits } from './random.testing'
import { recordsOf } from './schema/records'

const { start, rich } = richDemo()
const random = new RandomEdits(rich)
const LONG = process.env.FUZZ ? 20 : 0.5
const runs = (numRuns: number) => ({
  numRuns: Math.ceil(numRuns * LONG),
  ...(process.env.FUZZ && { seed: Number(process.env.FUZZ), interruptAfterTimeLimit: 600_000 })
})

/** The same document, where any change to it in place throws. What a change left as it was is frozen already. */
function frozen<T>(part: T): T {
  if (typeof part !== 'object' || part === null || Object.isFrozen(part)) return part
  Object.values(part).forEach(frozen)
  return Object.freeze(part)
}
/** Does what can be done; an edit that cannot be made says so, and whether or not it is made, what it was made on stays as it was. */
function tryAct(bench: Bench, edit: Edit): Bench {
  frozen(bench.project)
  try {
    return act(bench, [edit], edit.type)
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    return bench
  }
}
/** The same; told part by part only where it is not, since these documents are long. */
function expectSame<T>(found: T, wanted: T) {
  if (!equal(found, wanted)) expect(found).toEqual(wanted)
}

const inOrder = new WeakMap<object, string>()
/** A document with its lists in the order of what they hold: where two add to one list, either may come first. */
function sorted(part: unknown): string {
  if (typeof part !== 'object' || part === null) return JSON.stringify(part) ?? 'nothing'
  const known = inOrder.get(part)
  if (known) return known
  const written = Array.isArray(part)
    ? `[${part.map(sorted).sort().join()}]`
    : `{${Object.entries(part)
        .flatMap(([key, value]) => (value === undefined ? [] : `${key}:${sorted(value)}`))
        .sort()
        .join()}}`
  inOrder.set(part, written)
  return written
}

describe('edits', () => {
  it('undo takes back exactly what was done, and redo does it again, for any edits of any kind', () =>
    fc.assert(
      fc.property(fc.array(random.any(), { minLength: 1, maxLength: 14 }), list => {
        const first: Bench = { project: rich, history: EMPTY_HISTORY }
        const trail = [first]
        for (const edit of list) {
          const next = tryAct(trail.at(-1)!, edit)
          if (next !== trail.at(-1)) trail.push(next)
        }
        let bench = trail.at(-1)!
        expect(historyProblem(bench.project, bench.history)).toBeUndefined()
        for (let index = trail.length - 1; index > 0; index--) {
          bench = undo(bench)
          expectSame(bench.project, trail[index - 1]!.project)
        }
        expect(historyProblem(bench.project, bench.history)).toBeUndefined()
        for (let index = 1; index < trail.length; index++) {
          bench = redo(bench)
          expectSame(bench.project, trail[index]!.project)
        }
      }),
      runs(30)
    ))

  it('a diff and its reverse cancel out, and two squashed do what both do', () =>
    fc.assert(
      fc.property(fc.array(random.any(), { minLength: 2, maxLength: 12 }), list => {
        const documents = [rich]
        for (const edit of list)
          documents.push(tryAct({ project: documents.at(-1)!, history: EMPTY_HISTORY }, edit).project)
        const [middle, end] = [documents[list.length >> 1]!, documents.at(-1)!]
        const [first, then] = [difference(rich, middle), difference(middle, end)]
        expectSame(applyDiff(applyDiff(rich, first), reverse(first)), rich)
        expectSame(applyDiff(rich, first), middle)
        expect(sorted(applyDiff(rich, squash(first, then)))).toBe(sorted(end))
      }),
      runs(30)
    ))

  it('diffs that touch different records can be put on one after the other in either order', () => {
    let apart = 0
    fc.assert(
      fc.property(random.any(), random.any(), (one, other) => {
        const bench: Bench = { project: rich, history: EMPTY_HISTORY }
        const [mine, theirs] = [one, other].map(edit => difference(rich, tryAct(bench, edit).project)) as [
          ReturnType<typeof difference>,
          ReturnType<typeof difference>
        ]
        if (disputed(mine, theirs).length) return
        if (Object.keys(mine).length && Object.keys(theirs).length) apart++
        expect(sorted(applyDiff(applyDiff(rich, mine), theirs))).toBe(sorted(applyDiff(applyDiff(rich, theirs), mine)))
      }),
      runs(150)
    )
    expect(apart).toBeGreaterThan(50)
  })

  it('any edits leave a document that holds together, survives its own file, resolves and examines', () =>
    fc.assert(
      fc.property(fc.array(random.any(), { maxLength: 14 }), list => {
        const { project } = list.reduce(tryAct, { project: rich, history: EMPTY_HISTORY } as Bench)
        expect(referenceProblems(project)).toEqual([])
        expectSame(openProject(writeProject(project)), { ok: true, project: JSON.parse(JSON.stringify(project)) })
        for (const option of project.options) {
          const members = option.rows.flatMap(row => row.units)
          expect(new Set(members).size).toBe(members.length)
        }
        examineOption(project, project.options.at(-1)!.id)
      }),
      runs(25)
    ))

  it.each(EDIT_TYPES)('random edits of the kind %s are made, not only refused', type => {
    let made = 0
    // A few at a time: most kinds need no more.
    for (let seed = 1; seed <= 15 && made === 0; seed++)
      for (const edit of fc.sample(random.of(type), { numRuns: 100, seed }))
        if (tryAct({ project: rich, history: EMPTY_HISTORY }, edit).history.past.length) made++
    expect(made).toBeGreaterThan(0)
  })

  it('the history works after it went through a file, as after a restart', () =>
    fc.assert(
      fc.property(fc.array(random.any(), { minLength: 1, maxLength: 8 }), list => {
        const bench = list.reduce(tryAct, { project: rich, history: EMPTY_HISTORY } as Bench)
        const kept = JSON.parse(JSON.stringify(bench)) as Bench
        expectSame(undo(kept).project, JSON.parse(JSON.stringify(undo(bench).project)))
      }),
      runs(25)
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
    expect(() => applyEdits(start, [{ type: 'airframe.set', airframe }], 'less')).toThrow(
      /place “fin” cannot go: the installed unit/
    )
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
    expect(design.removed.map(removed => removed.unit.id).sort()).toEqual(['audio', 'clock', 'dg', 'xpdr'])
    expect(resolve(start, AS_FOUND).units.every(unit => unit.state === 'kept')).toBe(true)
  })
  it('says which options there are when asked for another', () =>
    expect(() => resolve(start, 'zz')).toThrow(ResolveError))
})

describe('what used to slip through', () => {
  const refuses = (edit: Edit, words: RegExp) => expect(() => applyEdits(start, [edit], 'try')).toThrow(words)
  const b = start.options.find(option => option.id === 'b')!
  it('an entry that others stand on is never overwritten: another content is another revision', () => {
    const unit = b.units.find(unit => unit.id === 'pfd')!
    const old = start.items.find(item => item.id === unit.item)!
    const { project } = applyEdits(
      start,
      [
        {
          type: 'unit.add',
          option: 'b',
          unit: { id: 'pfd-2', item: old.id, label: 'Second', place: 'panel' },
          item: { ...old, massKg: 9 }
        }
      ],
      'add'
    )
    const design = resolve(project, 'b')
    expect(design.units.find(unit => unit.id === 'pfd')!.item.massKg).toBe(old.massKg)
    expect(design.units.find(unit => unit.id === 'pfd-2')!.item).toMatchObject({ massKg: 9, revision: 2 })
    // Adding the same again finds it again.
    const again = applyEdits(project, [{ type: 'item.put', item: { ...old, massKg: 9 } }], 'again').project
    expect(again.items).toHaveLength(project.items.length)
  })
  it('a unit set to another item loses no link unseen: an end without its port is refused', () =>
    refuses(
      {
        type: 'unit.set',
        option: 'a',
        unit: { ...start.options[0]!.units.find(unit => unit.id === 'horizon')!, item: 'tidewell-m-asi' }
      },
      /no port/
    ))
  it('a unit at a place, of an item or in a phase that is not there is refused', () => {
    refuses({ type: 'unit.set', option: 'b', unit: { ...b.units[0]!, place: 'nowhere' } }, /no place “nowhere”/)
    refuses({ type: 'unit.set', option: 'b', unit: { ...b.units[0]!, item: 'none' } }, /no item “none”/)
    refuses({ type: 'unit.set', option: 'b', unit: { ...b.units[0]!, phase: 'none' } }, /no phase “none”/)
    refuses(
      { type: 'unit.add', option: AS_FOUND, unit: { id: 'x', item: 'none', label: 'X', place: 'panel' } },
      /no item/
    )
  })
  it('an option that names what is not there is refused', () =>
    refuses(
      {
        type: 'option.add',
        option: {
          ...b,
          id: 'z',
          units: [{ ...b.units[0]!, place: 'nowhere' }],
          links: [],
          wires: [],
          rows: [],
          groups: [],
          circuits: [],
          disposals: []
        }
      },
      /no place/
    ))
  it('routes go with their place, and the battery keeps its own', () => {
    const spare = {
      ...start.airframe,
      places: [...start.airframe.places, { id: 'spare', name: 'Spare', kind: 'cabin' as const, armMm: 1 }],
      routes: [...start.airframe.routes, { from: 'panel', to: 'spare', lengthMm: 5 }]
    }
    const more = applyEdits(start, [{ type: 'airframe.set', airframe: spare }], 'more').project
    const less = applyEdits(
      more,
      [{ type: 'airframe.set', airframe: { ...more.airframe, places: start.airframe.places } }],
      'less'
    ).project
    expect(less.airframe.routes).toEqual(start.airframe.routes)
    refuses(
      {
        type: 'airframe.set',
        airframe: { ...start.airframe, battery: { ...start.airframe.battery, place: 'nowhere' } }
      },
      /no place “nowhere”, which the airframe names/
    )
  })
  it('breakers are not shared in a chain or in a ring, by edit or by file', () => {
    const [one, two, three] = b.units.slice(0, 3).map(unit => unit.id) as [string, string, string]
    const shared = applyEdits(
      start,
      [{ type: 'circuit.set', option: 'b', circuit: { unit: one, sharesWith: two } }],
      'share'
    ).project
    for (const circuit of [
      { unit: two, sharesWith: one },
      { unit: two, sharesWith: three }
    ])
      expect(() => applyEdits(shared, [{ type: 'circuit.set', option: 'b', circuit }], 'ring')).toThrow(
        /has no breaker/
      )
    const file = structuredClone(start)
    file.options[0]!.circuits.push({ unit: 'nobody' }, { unit: 'asi' }, { unit: 'asi' })
    const opened = openProject(writeProject(file))
    expect(opened.ok).toBe(false)
    if (!opened.ok)
      expect(opened.problems.map(problem => problem.message).join(' ')).toMatch(
        /“asi” is there twice.*no unit “nobody”/
      )
  })
  it('an edit that would make the next save fail is refused: too many options, a name without words', () => {
    let project = start
    const add = () =>
      (project = applyEdits(
        project,
        [{ type: 'option.duplicate', option: 'a', id: `n${project.options.length}`, name: 'More' }],
        'more'
      ).project)
    expect(() => {
      for (;;) add()
    }).toThrow(/21 options; there may be 20/)
    refuses({ type: 'option.rename', option: 'a', name: '  ' }, /cannot be so/)
  })
  it('a look at a clause is of an option that is there, opens again with it and goes with it', () => {
    const look = (option: string): Edit => ({
      type: 'check.set',
      check: { clause: 'us-equipment/b13', option, state: 'met', note: 'belts seen' }
    })
    refuses(look('z'), /no option “z”/)
    const { project } = applyEdits(start, [look('b')], 'look')
    expect(project.handChecks.at(-1)).toMatchObject({ clause: 'us-equipment/b13', option: 'b' })
    const opened = openProject(writeProject(project))
    expect(opened.ok && opened.project.handChecks).toEqual(project.handChecks)
    const dropped = applyEdits(project, [{ type: 'option.drop', option: 'b' }], 'drop').project
    expect(dropped.handChecks.some(handCheck => handCheck.option === 'b')).toBe(false)
  })
  it('a record that is gone cannot be changed by an old diff, and a history that is another document’s is told', () => {
    const bench = act(
      { project: start, history: EMPTY_HISTORY },
      [{ type: 'unit.move', option: 'b', unit: 'pfd', xMm: 1, yMm: 2 }],
      'Move'
    )
    const other = demoProject('1-teasel-ls')
    expect(historyProblem(other, bench.history)).toMatch(/“Move” does not fit.*unit:pfd/)
    expect(() => undo({ project: other, history: bench.history })).toThrow(EditError)
    expect(historyProblem(bench.project, bench.history)).toBeUndefined()
  })
})

describe('the table of references', () => {
  /**
   * Fields that hold an id without naming a record: ports are checked with their item, and one in the order of a bus that is gone
   * counts for nothing; a line of a quote is only called by its own, a check by the core’s list.
   */
  const OTHER = new Set(['from.port', 'to.port', 'nodes.*.port', 'lines.*.id', 'inspected.*.check'])
  it('knows every field of every record that holds an id', () => {
    const forgotten: string[] = []
    const visit = (spec: RecordSpec) => {
      const known = new Set(REFERENCES[spec.kind].map(reference => reference.field))
      const below = new Set([...Object.keys(spec.parts ?? {}), ...Object.keys(spec.lists ?? {})])
      const seek = (schema: z.ZodType, way: string[]): void => {
        if (schema === Id) {
          const field = way.join('.')
          if (field !== 'id' && !known.has(field) && !OTHER.has(field)) forgotten.push(`${spec.kind}.${field}`)
        } else if (schema instanceof z.ZodObject) {
          for (const [field, inner] of Object.entries(schema.shape))
            if (way.length || !below.has(field)) seek(inner as z.ZodType, [...way, field])
        } else if (schema instanceof z.ZodArray) seek(schema.element as z.ZodType, [...way, '*'])
        else if (schema instanceof z.ZodOptional || schema instanceof z.ZodDefault)
          seek(schema.unwrap() as z.ZodType, way)
      }
      seek(spec.schema, [])
      for (const part of [...Object.values(spec.parts ?? {}), ...Object.values(spec.lists ?? {})]) visit(part)
    }
    visit(PROJECT_SPEC)
    // A catalogue entry names its own ports.
    expect(forgotten.filter(field => !field.startsWith('item.'))).toEqual([])
  })
  /** One of every name that may stand in a record, made by edits as the rooms make them. */
  const named = () => {
    const supply = proposedSupply(resolve(start, 'b'))
    const option = 'b'
    const edits: Edit[] = [
      { type: 'phase.put', option, phase: { id: 'v2', name: 'Next winter' } },
      { type: 'shop.set', option, quote: 'q1' },
      { type: 'circuit.set', option, circuit: { unit: 'nav', bus: 'avionics', alsoBus: 'essential' } },
      { type: 'circuit.set', option, circuit: { unit: 'audio-4', sharesWith: 'com-2' } },
      { type: 'circuit.set', option, circuit: { unit: 'ems', breakerUnit: 'glove' } },
      {
        type: 'circuit.set',
        option,
        circuit: { unit: 'fuel-pump', switch: { ratedA: 10, load: 'motor', unit: 'sw-pump' } }
      },
      {
        type: 'supply.set',
        option,
        supply: {
          ...supply,
          ties: supply.ties.map((tie, index) => (index ? tie : { ...tie, unit: 'trim' })),
          switches: supply.switches.map((toggle, index) => (index ? toggle : { ...toggle, unit: 'sw-master' }))
        }
      },
      { type: 'blank.put', option, blank: { id: 'plate', hole: 'horizon' } },
      { type: 'disposal.set', option, disposal: { unit: 'horizon', how: 'sell', creditCents: 60_000, phase: 'v2' } },
      {
        type: 'cost.put',
        option,
        cost: { id: 'maps', says: 'Charts', cents: 100, yearly: false, taxed: 'not', phase: 'v2' }
      },
      {
        type: 'task.put',
        option,
        task: { id: 'prop', name: 'Propeller', days: [1, 2, 3], after: [], before: [], hours: 2, phase: 'v2' }
      },
      { type: 'unit.set', option: AS_FOUND, unit: { ...start.fitted[0]!, phase: 'v2' } }
    ]
    return applyEdits(rich, edits, 'name all').project
  }
  // A name that no edit of these tests can make is one that may be refused for ever, unseen.
  it('has no name that no edit can say', () => {
    const said = new Set<string>()
    const seek = (part: unknown, [field, ...rest]: readonly string[]): boolean =>
      part !== undefined &&
      (field === undefined ||
        (field === '*'
          ? (part as unknown[]).some(element => seek(element, rest))
          : seek((part as Record<string, unknown>)[field], rest)))
    for (const { kind, body } of recordsOf(named()))
      for (const { field } of REFERENCES[kind]) if (seek(body, field.split('.'))) said.add(`${kind}.${field}`)
    const all = Object.entries(REFERENCES).flatMap(([kind, of]) => of.map(({ field }) => `${kind}.${field}`))
    expect(all.filter(name => !said.has(name))).toEqual([])
  })
  it('what names all that can be named opens again as it was', () => {
    const project = named()
    expect(referenceProblems(project)).toEqual([])
    const opened = openProject(writeProject(project))
    expect(opened.ok ? opened.project.options : opened.problems).toEqual(project.options)
  })
  it('what is named is not left as a name of nothing when it goes', () => {
    const project = named()
    const gone = (edit: Edit) => applyEdits(project, [edit], 'gone').project.options.find(option => option.id === 'b')!
    const visit = gone({ type: 'phase.drop', option: 'b', phase: 'v2' })
    for (const part of [...visit.costs, ...visit.tasks, ...visit.disposals]) expect(part).not.toHaveProperty('phase')
    expect(gone({ type: 'quote.drop', option: 'b', quote: 'q1' })).not.toHaveProperty('shop')
    const circuit = (option: ReturnType<typeof gone>, unit: string) =>
      option.circuits.find(circuit => circuit.unit === unit)
    // What shared the breaker of a unit that goes has one of its own; a switch that was on the face is still a switch.
    // Nothing else was chosen for that one.
    expect(circuit(gone({ type: 'unit.remove', option: 'b', unit: 'com-2' }), 'audio-4')).toBeUndefined()
    expect(circuit(gone({ type: 'unit.remove', option: 'b', unit: 'sw-pump' }), 'fuel-pump')?.switch).toEqual({
      ratedA: 10,
      load: 'motor'
    })
    expect(circuit(gone({ type: 'unit.remove', option: 'b', unit: 'glove' }), 'ems')).toBeUndefined()
    const { supply } = gone({ type: 'unit.remove', option: 'b', unit: 'trim' })
    expect(supply!.ties.some(tie => tie.unit === 'trim')).toBe(false)
  })
})
