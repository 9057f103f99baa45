import { KG_PER_POUND, MM_PER_INCH, type Reading } from '../quantity'

/** One line of a weight and balance sheet, in the reader’s units and as it is shown: the columns multiply and add up. */
export interface BalanceRow {
  text: string
  mass: number
  arm: number
  moment: number
}
const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits

/**
 * Lines of a sheet as they are read: pounds, inches and pound-inches, or kilograms, millimetres and kilogram-millimetres. Mass and
 * arm are rounded to two and one figures after the point first; each moment is their product, and the last line is the sum of
 * what stands above it, so that anyone who adds the paper up gets what it says.
 * @returns the lines, and their sum with its arm
 */
export function balanceRows(
  lines: readonly { text: string; massKg: number; armMm: number }[],
  { system }: Pick<Reading, 'system'>
): { rows: BalanceRow[]; sum: BalanceRow } {
  const rows = lines.map(({ text, massKg, armMm }) => {
    const mass = round(system === 'inch' ? massKg / KG_PER_POUND : massKg, 2)
    const arm = round(system === 'inch' ? armMm / MM_PER_INCH : armMm, 1)
    return { text, mass, arm, moment: round(mass * arm, 1) }
  })
  const mass = round(
    rows.reduce((all, row) => all + row.mass, 0),
    2
  )
  const moment = round(
    rows.reduce((all, row) => all + row.moment, 0),
    1
  )
  return { rows, sum: { text: 'Together', mass, arm: mass === 0 ? 0 : round(moment / mass, 1), moment } }
}
