import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { differenceInMonths } from 'date-fns'
import {
  monthsAfter,
  monthsBetween,
  readClosed,
  workingDayAfter,
  workingDayOf,
  workingDaysBefore,
  workingDaysBetween
} from './days'

describe('working days', () => {
  // The worked examples of WORKDAY and NETWORKDAYS in the published help of a common spreadsheet (from memory).
  const holidays = ['2008-11-26', '2008-12-04', '2009-01-21']
  it('so many after a day', () => {
    expect(workingDayAfter('2008-10-01', 151)).toBe('2009-04-30')
    expect(workingDayAfter('2008-10-01', 151, holidays)).toBe('2009-05-05')
  })
  it('between two days; that example counts both ends, we count from the day after the first', () => {
    expect(workingDaysBetween('2012-10-01', '2013-03-01') + 1).toBe(110)
    expect(workingDaysBetween('2012-10-01', '2013-03-01', ['2012-11-22']) + 1).toBe(109)
    expect(workingDaysBetween('2012-10-01', '2013-03-01', ['2012-11-22', '2012-12-04', '2013-01-21']) + 1).toBe(107)
  })
  it('each is the other turned round, also from a Saturday and over holidays on a weekend', () => {
    for (const from of ['2026-01-02', '2026-01-03', '2026-01-04', '2026-12-24'])
      for (let days = 1; days < 40; days++) {
        const closed = ['2026-01-01', '2026-01-10', '2026-12-25', '2027-01-01']
        expect(workingDaysBetween(from, workingDayAfter(from, days, closed), closed)).toBe(days)
      }
    expect(workingDayAfter('2026-01-03', 0)).toBe('2026-01-03')
    // From a Saturday on the first working day is the Monday.
    expect([0, 1].map(index => workingDayOf('2026-01-03', index, ['2026-01-06']))).toEqual(['2026-01-05', '2026-01-07'])
    expect(workingDaysBetween('2026-02-01', '2026-01-01')).toBe(0)
  })
  const anyDay = fc
    .integer({ min: 0, max: 4_000 })
    .map(days => new Date(Date.UTC(2024, 0, 1) + days * 86_400_000).toISOString().slice(0, 10))
  it('what begins after the working days before a day begins on it or the next one worked on, and no earlier', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: 0, max: 90 }), (from, ahead) => {
        const closed = ['2026-12-24', '2026-12-25', '2027-01-01']
        const day = new Date(Date.parse(from) + ahead * 86_400_000).toISOString().slice(0, 10)
        const index = workingDaysBefore(from, day, closed)
        expect(workingDayOf(from, index, closed) >= day).toBe(true)
        if (index > 0) expect(workingDayOf(from, index - 1, closed) < day).toBe(true)
      })
    )
  })
  it('months by the calendar: a year is twelve, leap or not; whole ones as the date library counts them', () => {
    expect(monthsBetween('2027-01-12', '2028-01-12')).toBe(12)
    expect(monthsBetween('2028-01-31', '2028-02-29')).toBe(1)
    // From 2027-01-12 to 2028-01-10 are eleven months and 29 days of the 31 from December on.
    expect(monthsBetween('2027-01-12', '2028-01-10')).toBeCloseTo(11 + 29 / 31, 12)
    expect(monthsBetween('2028-01-10', '2027-01-12')).toBe(0)
    fc.assert(
      fc.property(anyDay, anyDay, fc.integer({ min: 0, max: 60 }), (a, b, months) => {
        expect(monthsBetween(a, monthsAfter(a, months))).toBeCloseTo(months, 12)
        const [from, to] = [a, b].sort() as [string, string]
        // The library takes the end of a short month for a whole one less.
        if (Number(from.slice(8)) <= 28)
          expect(Math.floor(monthsBetween(from, to) + 1e-9)).toBe(differenceInMonths(to, from))
      })
    )
  })
  it('days are read as they are typed, and one that is none is named', () => {
    expect(readClosed(' 2026-12-25, 2026-12-24\n2026-12-24;')).toEqual({
      ok: true,
      closed: ['2026-12-24', '2026-12-25']
    })
    expect(readClosed('2026-12-24 25.12.2026')).toEqual({ ok: false, odd: '25.12.2026' })
    expect(readClosed('2026-02-30')).toEqual({ ok: false, odd: '2026-02-30' })
    expect(readClosed('')).toEqual({ ok: true, closed: [] })
  })
})
