import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { say } from '../quantity'
import { reckon, type CostLine } from '.'

const line = (key: string, cents: number, group: CostLine['group'] = 'equipment'): CostLine => ({
  key,
  group,
  says: say`${key}`,
  cents
})
const paid = (key: string, cents: number) => ({ line: key, says: key, cents, on: '2027-02-01' })

describe('plan and life', () => {
  const plan = [line('a', 10_000), line('b', 20_000), line('contingency', 3_000, 'contingency')]
  it('where nothing is paid the plan is what is expected', () =>
    expect(reckon(plan, [])).toMatchObject({
      planCents: 33_000,
      paidCents: 0,
      plannedOfPaidCents: 0,
      expectedCents: 33_000
    }))
  // Worked by hand: a came 2,000 dearer, 500 that nobody planned: 2,500 of 3,000 set aside are used.
  it('what is dearer and what nobody planned comes out of the contingency first', () => {
    const found = reckon(plan, [paid('a', 12_000), paid('extra 1', 500)])
    expect(found).toMatchObject({ paidCents: 12_500, plannedOfPaidCents: 10_000, expectedCents: 33_000 })
    expect(found.rows.find(row => row.line === 'extra 1')).toMatchObject({ overCents: 500 })
    expect(found.rows.find(row => row.line === 'extra 1')!.planCents).toBeUndefined()
    // Beyond it the end is dearer.
    expect(reckon(plan, [paid('a', 15_000)]).expectedCents).toBe(35_000)
  })
  it('a line that is no more in the plan keeps what was paid for it', () =>
    expect(reckon(plan.slice(1), [paid('a', 9_000)]).paidCents).toBe(9_000))
  it('when all is paid, what was paid is what it came to', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(50_000), fc.nat(50_000)), { maxLength: 12 }), sums => {
        const lines = sums.map(([cents], index) => line(`l${index}`, cents))
        const all = sums.map(([, cents], index) => paid(`l${index}`, cents))
        const found = reckon(lines, all)
        expect(found.expectedCents).toBe(found.paidCents)
        expect(found.rows.reduce((sum, row) => sum + (row.overCents ?? 0), 0)).toBe(found.paidCents - found.planCents)
      })
    ))
})
