import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Condition } from '../document'
import { resolve, type Design } from '../design'
import { demoProject } from '../testing.demo'
import { conditionWords } from '.'
import { holds, type Truth } from './condition'

const base = resolve(demoProject('3-skerrow-dunlin'), 'a')
/** An aeroplane of which the brief does not say into which airspace it goes: what turns on that is not said. */
const silent: Design = { ...base, brief: { ...base.brief, airspace: undefined } }
const UNSAID: Condition = { airspace: ['class C'] }
const TRUE: Condition = { seatsAtLeast: 1 }
const FALSE: Condition = { seatsAtLeast: 99 }

describe('three answers', () => {
  it('yes, no, and not said', () => {
    expect(holds(TRUE, silent)).toBe(true)
    expect(holds(FALSE, silent)).toBe(false)
    expect(holds(UNSAID, silent)).toBe('not said')
    expect(holds(UNSAID, { ...silent, brief: { ...silent.brief, airspace: [] } })).toBe(false)
  })
  // Kleene’s strong logic of three values (1952): and is the least, or the greatest of false < not said < true.
  const rank = (truth: Truth) => (truth === false ? 0 : truth === 'not said' ? 1 : 2)
  const ALL = [TRUE, FALSE, UNSAID]
  it.each(ALL.flatMap(a => ALL.map(b => [a, b] as const)))('%j with %j', (a, b) => {
    const [left, right] = [holds(a, silent), holds(b, silent)]
    expect(rank(holds({ all: [a, b] }, silent))).toBe(Math.min(rank(left), rank(right)))
    expect(rank(holds({ any: [a, b] }, silent))).toBe(Math.max(rank(left), rank(right)))
    expect(rank(holds({ not: a }, silent))).toBe(2 - rank(left))
  })
  it('of nothing all hold and none does', () => {
    expect(holds({ all: [] }, silent)).toBe(true)
    expect(holds({ any: [] }, silent)).toBe(false)
  })
  const any: fc.Arbitrary<Condition> = fc.letrec<{ one: Condition }>(tie => ({
    one: fc.oneof(
      { maxDepth: 4 },
      fc.constantFrom(TRUE, FALSE, UNSAID),
      fc.array(tie('one'), { maxLength: 3 }).map((all): Condition => ({ all })),
      fc.array(tie('one'), { maxLength: 3 }).map((some): Condition => ({ any: some })),
      tie('one').map((not): Condition => ({ not }))
    )
  })).one
  it('De Morgan holds for any conditions, and not not is the same', () =>
    fc.assert(
      fc.property(any, any, (a, b) => {
        expect(holds({ not: { all: [a, b] } }, silent)).toBe(holds({ any: [{ not: a }, { not: b }] }, silent))
        expect(holds({ not: { not: a } }, silent)).toBe(holds(a, silent))
      }),
      { seed: 1, numRuns: 300 }
    ))
  it('what is not said stays so only as long as saying it could change the answer', () =>
    fc.assert(
      fc.property(any, condition => {
        const said = (airspace: NonNullable<Design['brief']['airspace']>) =>
          holds(condition, { ...silent, brief: { ...silent.brief, airspace } })
        const [yes, no] = [said(['class C']), said([])]
        const unsaid = holds(condition, silent)
        expect(yes).not.toBe('not said')
        // Known before it is said: then it is the same whatever is said.
        if (unsaid !== 'not said') expect([yes, no]).toEqual([unsaid, unsaid])
      }),
      { seed: 2, numRuns: 300 }
    ))
})

describe('facts of the aeroplane', () => {
  const at = (patch: Partial<Design['airframe']>, brief: Partial<Design['brief']> = {}): Design => ({
    ...base,
    airframe: { ...base.airframe, ...patch },
    brief: { ...base.brief, ...brief }
  })
  // 14 CFR 91.205(b)(11) and (b)(14) turn on the day of certification; the day itself is not after it (from memory).
  it.each([
    ['1996-03-11', false],
    ['1996-03-12', true],
    ['1974-05-20', false]
  ])('made on %s is after 11 March 1996: %s', (madeOn, truth) =>
    expect(holds({ madeAfter: '1996-03-11' }, at({ madeOn }))).toBe(truth)
  )
  it('seats and tanks count from the number on', () => {
    expect(holds({ seatsAtLeast: 4 }, at({}, { seats: 4 }))).toBe(true)
    expect(holds({ seatsAtLeast: 5 }, at({}, { seats: 4 }))).toBe(false)
    expect(holds({ tanksAtLeast: 2 }, at({ tanks: 1 }))).toBe(false)
  })
  it('flying, by any of the kinds that are named', () => {
    const day = at({}, { flying: ['day VFR'] })
    expect(holds({ flying: ['day VFR', 'night VFR'] }, day)).toBe(true)
    expect(holds({ flying: ['IFR by day'] }, day)).toBe(false)
  })
  it('what is installed counts by what it gives', () => {
    const name = 'airspeed'
    expect(holds({ fitted: name }, base)).toBe(true)
    expect(holds({ fitted: name }, { ...base, units: [] })).toBe(false)
  })
  it('words tell a condition whole', () => {
    expect(conditionWords({ all: [{ seatsAtLeast: 2 }, { not: { basis: ['certified'] } }] })).toBe(
      '2 seats or more, not certified'
    )
    expect(conditionWords({ any: [{ madeAfter: '1996-03-11' }, { gear: 'retractable' }] })).toBe(
      'made after 1996-03-11 or retractable'
    )
  })
})
