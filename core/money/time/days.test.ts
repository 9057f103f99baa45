import { describe, expect, it } from 'vitest'
import { readClosed, workingDayAfter, workingDayOf, workingDaysBetween } from './days'

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
