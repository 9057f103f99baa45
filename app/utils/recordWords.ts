/** How values of a record are said: in the reader's units, money and language. */
export interface Says {
  length: (mm: number) => string
  mass: (kg: number) => string
  money: (cents: number) => string
  short: (value: number) => string
  day: (iso: string) => string
}

/** What a field holds, by the end of its name: every measured field of the document carries its unit there. */
const UNITS: readonly (readonly [RegExp, (value: number, says: Says) => string])[] = [
  [/Mm$/, (value, says) => says.length(value)],
  [/Kg$/, (value, says) => says.mass(value)],
  [/Cents(PerHour|PerMetre)?$/, (value, says) => says.money(value)],
  [/Minutes$/, (value, says) => `${says.short(value)} min`],
  [/Hours$/, (value, says) => `${says.short(value)} h`],
  [/Percent(AYear|AMonth)?$/, (value, says) => `${says.short(value)} %`],
  [/Ah$/, (value, says) => `${says.short(value)} Ah`],
  [/Ft$/, (value, says) => `${says.short(value)} ft`],
  [/Knots$/, (value, says) => `${says.short(value)} kt`],
  [/[a-z]A$/, (value, says) => `${says.short(value)} A`],
  [/[a-z]V$/, (value, says) => `${says.short(value)} V`],
  [/[a-z]C$/, (value, says) => `${says.short(value)} °C`]
]
const NAMES: Readonly<Record<string, string>> = {
  xMm: 'position across',
  yMm: 'position up',
  awg: 'wire gauge',
  brief: 'mission and limits'
}
const UNIT_AT_END = /(Mm|Kg|Cents|Minutes|Hours|Percent|Ah|Ft|Knots|(?<=[a-z])[AVC])$/

/** The name of a field in plain words: “breaker” for `breakerA`, “position across” for `xMm`. */
export const fieldName = (field: string): string =>
  NAMES[field] ??
  (field
    .replace(UNIT_AT_END, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase() ||
    field)

/** A value of a field as a person reads it; of what has parts of its own only that it is there, and how many. */
export function fieldValue(field: string, value: unknown, says: Says): string {
  if (value === undefined || value === '') return 'empty'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return UNITS.find(([end]) => end.test(field))?.[1](value, says) ?? says.short(value)
  if (typeof value === 'string') return /^\d{4}-\d{2}-\d{2}$/.test(value) ? says.day(value) : value.slice(0, 120)
  if (Array.isArray(value))
    return value.every(each => typeof each === 'string') && value.length
      ? value.join(', ').slice(0, 120)
      : `${value.length} ${value.length === 1 ? 'entry' : 'entries'}`
  return 'several values'
}
