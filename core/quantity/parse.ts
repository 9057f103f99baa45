import type { Reading } from './format'
import { KG_PER_POUND, MM_PER_FOOT, MM_PER_INCH } from './convert'

export type UnitSystem = 'inch' | 'metric'

/** What a person typed cannot be read as a quantity. The message says what would be. */
export class QuantityError extends Error {}

const NUMBER = String.raw`[+-]?(?:\d+(?:\.\d*)?|\.\d+)`
const AMOUNT = new RegExp(
  String.raw`^\s*(?:(${NUMBER})[\s-]+(\d+)\s*/\s*(\d+)|([+-]?\d+)\s*/\s*(\d+)|(${NUMBER}))\s*([a-z"'″′]*)\s*$`,
  'i'
)

/** A number as it is written where the comma is the decimal sign, with a point instead; groups of thousands run together. */
function pointed(text: string, locale: string): string {
  if (!(1.5).toLocaleString(locale).includes(',')) return text
  return text.includes(',') ? text.replace(/\.(?=\d{3}(\D|$))/g, '').replace(',', '.') : text
}

/** Reads a number that may carry a fraction: `3 1/8`, `5/16`, `3.125`, and the unit written behind it. */
function amount(text: string, locale: string): { value: number; unit: string } | undefined {
  const found = AMOUNT.exec(pointed(text, locale))
  if (!found) return undefined
  const [, whole, over, under, top, bottom, plain, unit = ''] = found
  let value: number
  if (whole !== undefined) {
    const sign = whole.startsWith('-') ? -1 : 1
    value = Number(whole) + (sign * Number(over)) / Number(under)
  } else if (top !== undefined) value = Number(top) / Number(bottom)
  else value = Number(plain)
  return Number.isFinite(value) ? { value, unit: unit.toLowerCase() } : undefined
}

const LENGTH_UNITS: Record<string, number> = {
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  'in': MM_PER_INCH,
  'inch': MM_PER_INCH,
  'inches': MM_PER_INCH,
  "'": MM_PER_FOOT,
  '′': MM_PER_FOOT,
  'ft': MM_PER_FOOT,
  'foot': MM_PER_FOOT,
  'feet': MM_PER_FOOT,
  'mm': 1,
  'cm': 10,
  'm': 1000
}

/**
 * Reads a length as a person types it: `3 1/8`, `3.125"`, `79.4 mm`.
 * A bare number is inches in the inch system and millimetres in the metric one.
 * @returns millimetres
 * @throws QuantityError when it cannot be read
 */
export function parseLength(text: string, { system, locale }: Reading): number {
  const read = amount(text, locale)
  const factor = read && (read.unit === '' ? (system === 'inch' ? MM_PER_INCH : 1) : LENGTH_UNITS[read.unit])
  if (!read || factor === undefined)
    throw new QuantityError(`“${text}” is not a length. Write it like 3 1/8, 3.125" or 79.4 mm.`)
  return read.value * factor
}

const MASS_UNITS: Record<string, number> = {
  lb: KG_PER_POUND,
  lbs: KG_PER_POUND,
  kg: 1,
  g: 0.001,
  oz: KG_PER_POUND / 16
}

/**
 * Reads a mass: `2.4 lb`, `1.1 kg`. A bare number is pounds in the inch system, kilograms in the metric one.
 * @returns kilograms
 * @throws QuantityError when it cannot be read
 */
export function parseMass(text: string, { system, locale }: Reading): number {
  const read = amount(text, locale)
  const factor = read && (read.unit === '' ? (system === 'inch' ? KG_PER_POUND : 1) : MASS_UNITS[read.unit])
  if (!read || factor === undefined) throw new QuantityError(`“${text}” is not a mass. Write it like 2.4 lb or 1.1 kg.`)
  return read.value * factor
}

/**
 * Reads a plain number, with the comma where the reader's language has it.
 * @throws QuantityError when it cannot be read
 */
export function parseNumber(text: string, { locale }: Pick<Reading, 'locale'>): number {
  const read = amount(text, locale)
  if (!read || read.unit !== '') throw new QuantityError(`“${text}” is not a number.`)
  return read.value
}

/**
 * Reads money in whole dollars and cents: `1250`, `1,250.50`, `$1250`.
 * @returns cents
 * @throws QuantityError when it cannot be read
 */
export function parseMoney(text: string, { locale }: Pick<Reading, 'locale'>): number {
  const plain = pointed(text.replace(/[$\s]/g, ''), locale).replace(/,(?=\d{3}\b)/g, '')
  if (!/^[+-]?\d+(\.\d{1,2})?$/.test(plain))
    throw new QuantityError(`“${text}” is not a sum of money. Write it like 1250 or 1,250.50.`)
  return Math.round(Number(plain) * 100)
}
