import type { Reading } from './reading'
import { KG_PER_POUND, MM_PER_FOOT, MM_PER_INCH } from './convert'

/** What a person typed cannot be read as a quantity. The message says what would be. */
export class QuantityError extends Error {}

const NUMBER = String.raw`[+-]?(?:\d+(?:\.\d*)?|\.\d+)`
const AMOUNT = new RegExp(
  String.raw`^\s*(?:(${NUMBER})(?:\s+|-)(\d+)\s*/\s*(\d+)|([+-]?\d+)\s*/\s*(\d+)|(${NUMBER}))\s*([a-z"'″′]*)\s*$`,
  'i'
)

const commas = new Map<string, boolean>()
/** Whether a language has the comma before the parts of one. */
export function hasDecimalComma(locale: string): boolean {
  const known = commas.get(locale) ?? (1.5).toLocaleString(locale, { numberingSystem: 'latn' }).includes(',')
  commas.set(locale, known)
  return known
}
const gaps = new Map<string, boolean>()
/** Whether a language sets thousands apart with a blank: of any width, as it is typed. */
function hasGaps(locale: string): boolean {
  const known = gaps.get(locale) ?? /\s/.test((1234567).toLocaleString(locale))
  gaps.set(locale, known)
  return known
}
/** What is read: a lone mark with three digits behind it parts off thousands or parts of one by what it is, and by the language. */
type Read = 'length' | 'inches' | 'number' | 'whether a number'
const asks = (unsure: string): QuantityError => {
  const [whole, parts] = unsure.split(/[.,]/) as [string, string]
  const mark = unsure.includes('.') ? ',' : '.'
  return new QuantityError(
    `“${unsure}” can be ${whole}${parts} or ${`${whole}${mark}${parts}`.replace(/[.,]?0+$/, '')}. Write it as one of these.`
  )
}
/**
 * A number with a point before its parts, as it is written in code: a minus is a hyphen, thousands run together.
 * @throws QuantityError where a mark can stand before thousands or before parts of one
 */
function pointed(text: string, locale: string, read: Read): string {
  // A blank before a fraction parts it from the whole: 3 125/128.
  const gap = hasGaps(locale)
    ? /(?<=\d)[ \u00a0\u202f’'](?=\d{3}(?!\d|\s*\/))/g
    : /(?<=\d)[\u00a0\u202f’'](?=\d{3}(?!\d))/g
  const plain = text.replace(/^(\s*)−/, '$1-').replace(gap, '')
  // Of three digits behind a lone mark it cannot be seen what they are; of 1.234,5 and 1.234.567 it can.
  const lone = /(?<![\d.,])[1-9]\d{0,2}[.,]\d{3}(?![\d.,])/.exec(plain)?.[0]
  if (!hasDecimalComma(locale)) {
    if (lone?.includes(',') && (read === 'length' || read === 'inches')) throw asks(lone)
    return plain.replace(/(?<![\d.,])[1-9]\d{0,2}(?:,\d{2,3})*,\d{3}(?![\d,])/g, grouped => grouped.replaceAll(',', ''))
  }
  if (lone?.includes('.')) {
    // Inches are written with a point in every language, and not by the thousand.
    if (read === 'length' || read === 'number') throw asks(lone)
    return plain
  }
  return plain.replace(/(?<=\d)\.(?=\d{3}(?:\.\d{3})*,|\d{3}\.\d{3})/g, '').replace(',', '.')
}

/** Reads a number that may carry a fraction: `3 1/8`, `5/16`, `3.125`, and the unit written behind it. */
function amount(text: string, locale: string, kind: Read = 'number'): { value: number; unit: string } | undefined {
  const found = AMOUNT.exec(pointed(text, locale, kind))
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

/** A sign between two terms: with a space on both sides, or a plus or times close to both (3/8 and 3-1/8 are fractions). */
const SIGN = /\s+([-−+*×/÷])\s+|(?<=[\w"″'′])([+*×])(?=[\d.$])/

/**
 * Works out what was typed: sums, differences, products and quotients of quantities, times before plus, from the left. A number
 * beside a quantity in a product is a plain number; in a sum it is in the reader's unit.
 * @throws QuantityError from the term that cannot be read, or where quantities are multiplied
 */
function calculate(text: string, locale: string, read: (term: string) => number): number {
  const parts = text.split(SIGN).filter((part): part is string => part !== undefined)
  if (parts.length === 1) return read(text)
  const plain = (term: string): number | undefined => {
    const found = amount(term, locale, 'whether a number')
    return found && found.unit === '' ? found.value : undefined
  }
  let sum = 0
  let product: number | undefined
  let sign = 1
  let waiting = ''
  const terms = parts.filter((_, index) => index % 2 === 0)
  const signs = parts.filter((_, index) => index % 2 === 1)
  for (const [index, term] of terms.entries()) {
    const before = index === 0 ? '+' : signs[index - 1]!
    const after = signs[index]
    if (before === '+' || before === '-' || before === '−') {
      sum += sign * (product ?? 0)
      sign = before === '+' ? 1 : -1
      const number = plain(term)
      // 2 * 3 1/8 in: the number waits for its quantity.
      if ((after === '*' || after === '×') && number !== undefined && plain(terms[index + 1] ?? '') === undefined) {
        waiting = term
        product = number
      } else product = read(term)
    } else if (waiting !== '') {
      product = product! * read(term)
      waiting = ''
    } else {
      const number = plain(term)
      if (number === undefined || (before !== '*' && before !== '×' && number === 0))
        throw new QuantityError(
          `“${text}”: ${term} must be a plain number${number === 0 ? ' other than 0' : ''} there.`
        )
      product = before === '*' || before === '×' ? product! * number : product! / number
    }
  }
  return sum + sign * product!
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
 * Reads a length as a person types it: `3 1/8`, `3.125"`, `79.4 mm`, `12 - 3/8`, `2 * 3.125`.
 * A bare number is inches in the inch system and millimetres in the metric one.
 * @returns millimetres
 * @throws QuantityError when it cannot be read
 */
export const parseLength = (text: string, { system, locale }: Reading): number =>
  calculate(text, locale, term => {
    const read = amount(term, locale, system === 'inch' || /["″]|in/i.test(term) ? 'inches' : 'length')
    const factor = read && (read.unit === '' ? (system === 'inch' ? MM_PER_INCH : 1) : LENGTH_UNITS[read.unit])
    if (!read || factor === undefined)
      throw new QuantityError(`“${term}” is not a length. Write it like 3 1/8, 3.125" or 79.4 mm.`)
    return read.value * factor
  })

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
export const parseMass = (text: string, { system, locale }: Reading): number =>
  calculate(text, locale, term => {
    const read = amount(term, locale)
    const factor = read && (read.unit === '' ? (system === 'inch' ? KG_PER_POUND : 1) : MASS_UNITS[read.unit])
    if (!read || factor === undefined)
      throw new QuantityError(`“${term}” is not a weight. Write it like 2.4 lb or 1.1 kg.`)
    return read.value * factor
  })

/**
 * Reads a plain number, with the comma where the reader's language has it.
 * @throws QuantityError when it cannot be read
 */
export const parseNumber = (text: string, { locale }: Pick<Reading, 'locale'>): number =>
  calculate(text, locale, term => {
    const read = amount(term, locale)
    if (!read || read.unit !== '') throw new QuantityError(`“${term}” is not a number.`)
    return read.value
  })

/**
 * Reads money in whole dollars and cents: `1250`, `1,250.50`, `$1250`.
 * @returns cents
 * @throws QuantityError when it cannot be read
 */
export const parseMoney = (text: string, { locale, perDollar = 1 }: Pick<Reading, 'locale' | 'perDollar'>): number =>
  Math.round(
    calculate(text, locale, term => {
      const bare = term.replace(/[\s\p{Sc}]|[A-Z]{3}$/gu, '')
      // No sum has a thousandth: three digits behind a point are its thousands there.
      const grouped = hasDecimalComma(locale)
        ? bare.replace(/\.(?=\d{3}(?!\d))/g, '')
        : bare.replace(/,(?=\d{3}(?!\d))/g, '')
      const plain = pointed(grouped, locale, 'number')
      if (!/^[+-]?\d+(\.\d{1,2})?$/.test(plain))
        throw new QuantityError(`“${term}” is not an amount of money. Write it like 1250 or 1,250.50.`)
      return Number(plain) * 100
    }) / perDollar
  )
