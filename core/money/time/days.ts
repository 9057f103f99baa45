import { addDays, addMonths, differenceInCalendarDays, format, isWeekend, parseISO } from 'date-fns'

/** Days on which nobody works, beside Saturdays and Sundays, as YYYY-MM-DD. */
export type Closed = readonly string[]

const isoOf = (day: Date): string => format(day, 'yyyy-MM-dd')
const works = (day: Date, closed: ReadonlySet<string>): boolean => !isWeekend(day) && !closed.has(isoOf(day))

/**
 * The day on which so many working days after another have passed (as spreadsheets’ WORKDAY counts them).
 * @param from YYYY-MM-DD; need not be a working day
 * @param days 0 or more; parts of a day count as a whole one
 */
export function workingDayAfter(from: string, days: number, closed: Closed = []): string {
  const shut = new Set(closed)
  let day = parseISO(from)
  for (let left = Math.ceil(days); left > 0;) {
    day = addDays(day, 1)
    if (works(day, shut)) left--
  }
  return isoOf(day)
}

/** The working day of so many before it from a day on: 0 is that day itself, or the first one after it on which anybody works. */
export const workingDayOf = (from: string, index: number, closed: Closed = []): string =>
  workingDayAfter(isoOf(addDays(parseISO(from), -1)), index + 1, closed)

/** Working days from one day on that lie before another: what begins after so many begins on that day or the next one worked on. */
export const workingDaysBefore = (from: string, day: string, closed: Closed = []): number => {
  const yesterday = (iso: string) => isoOf(addDays(parseISO(iso), -1))
  return day <= from ? 0 : workingDaysBetween(yesterday(from), yesterday(day), closed)
}

/** Working days after one day up to another, that one included; none when it lies before. Both YYYY-MM-DD. */
export function workingDaysBetween(from: string, to: string, closed: Closed = []): number {
  const shut = new Set(closed)
  const first = parseISO(from)
  let count = 0
  for (let n = differenceInCalendarDays(parseISO(to), first); n > 0; n--) if (works(addDays(first, n), shut)) count++
  return count
}

/** A day so many months later; the last of the month where that has no such day. */
export const monthsAfter = (from: string, months: number): string => isoOf(addMonths(parseISO(from), months))

/** Months from one day to another by the calendar: whole ones, then days as a share of the month they lie in; none when it lies before. */
export function monthsBetween(from: string, to: string): number {
  if (to <= from) return 0
  let whole = 0
  while (monthsAfter(from, whole + 1) <= to) whole++
  const [began, ends] = [monthsAfter(from, whole), monthsAfter(from, whole + 1)].map(day => parseISO(day))
  return whole + differenceInCalendarDays(parseISO(to), began!) / differenceInCalendarDays(ends!, began!)
}

/** Days as they are typed: parted by commas, semicolons, blanks or lines. @returns the days in order, or the first that is none */
export function readClosed(text: string): { ok: true; closed: string[] } | { ok: false; odd: string } {
  const words = text.split(/[\s,;]+/).filter(Boolean)
  const odd = words.find(word => !/^\d{4}-\d{2}-\d{2}$/.test(word) || Number.isNaN(parseISO(word).getTime()))
  return odd === undefined ? { ok: true, closed: [...new Set(words)].sort() } : { ok: false, odd }
}
