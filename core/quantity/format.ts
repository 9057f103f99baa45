import { KG_PER_POUND, MM_PER_FOOT, MM_PER_INCH, toFeet, toInches, toPounds } from './convert'
import type { Reading } from './reading'

const makers = new Map<string, Intl.NumberFormat>()
/** Figures are 0 to 9 in every language: they stand beside units and are typed again. */
function maker(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`
  const known = makers.get(key) ?? new Intl.NumberFormat(locale, { ...options, numberingSystem: 'latn' })
  makers.set(key, known)
  return known
}
/** A number with a minus, not a hyphen, before what is below nothing; without the marks of direction that some languages set. */
const written = (value: number, locale: string, options: Intl.NumberFormatOptions): string =>
  maker(locale, options)
    .format(value)
    .replace(/[\u200e\u200f\u061c]/g, '')
    .replace('-', '−')

/** A number with just so many digits behind the point, or the comma, of the reader; never minus nothing. */
export function formatNumber(
  value: number,
  digits: number,
  { locale }: Pick<Reading, 'locale'>,
  useGrouping = true
): string {
  if (!Number.isFinite(value)) return value > 0 ? '∞' : value < 0 ? '−∞' : '—'
  const nothing = Math.abs(value) < 0.5 * 10 ** -digits
  return written(nothing ? 0 : value, locale, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping
  })
}
/** A number with at most so many digits, and none that say nothing. */
export const formatShort = (
  value: number,
  digits: number,
  { locale }: Pick<Reading, 'locale'>,
  useGrouping = true
): string =>
  Number.isFinite(value)
    ? written(Math.abs(value) < 0.5 * 10 ** -digits ? 0 : value, locale, {
        maximumFractionDigits: digits,
        useGrouping
      })
    : formatNumber(value, digits, { locale })

/** Nearer than this to a sixteenth of an inch, a length is read as one. */
const AT_SIXTEENTH_IN = 0.0006

/** Inches as a person at the bench says them: `35 7/16`, `3/4`; undefined for what is no sixteenth. */
function sixteenths(inches: number): string | undefined {
  const count = Math.round(Math.abs(inches) * 16)
  if (Math.abs(Math.abs(inches) * 16 - count) > AT_SIXTEENTH_IN * 16 || count === 0) return undefined
  const whole = Math.floor(count / 16)
  let [over, under] = [count % 16, 16]
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2]
  const text = over === 0 ? `${whole}` : `${whole ? `${whole} ` : ''}${over}/${under}`
  return inches < 0 ? `−${text}` : text
}

/**
 * A length as it is read: `35 7/16 in`, `0.213 in`, `35.4 in` or `313.7 mm`.
 * @param finer digits besides the usual ones
 * @param useGrouping whether thousands are set apart; not where it is to be typed again
 */
export function formatLength(mm: number, reading: Reading, finer = 0, useGrouping = true): string {
  if (reading.system === 'metric') return `${formatShort(mm, 1 + finer, reading, useGrouping)} mm`
  const inches = toInches(mm)
  const size = Math.abs(inches)
  const fraction = sixteenths(inches)
  return `${fraction ?? formatShort(inches, (size < 1 ? 3 : size < 10 ? 2 : 1) + finer, reading, useGrouping)} in`
}

/** A length as it is set: to the thousandth of an inch or the tenth of a millimetre, so that it can be typed again. */
export const formatPosition = (mm: number, reading: Reading): string =>
  reading.system === 'inch'
    ? `${formatNumber(toInches(mm), 3, reading, false)} in`
    : `${formatNumber(mm, 1, reading, false)} mm`

/** A run of wire: `14.2 ft` or `4.33 m`. */
export const formatRun = (mm: number, reading: Reading): string =>
  reading.system === 'inch' ? `${formatNumber(toFeet(mm), 1, reading)} ft` : `${formatNumber(mm / 1000, 2, reading)} m`

/** A height above the sea: `18,000 ft`; in metric reading too, since heights are flown in feet. */
export const formatAltitude = (ft: number, reading: Reading): string => `${formatNumber(ft, 0, reading)} ft`

/**
 * A mass: `4.2 lb` or `1.91 kg`.
 * @param useGrouping whether thousands are set apart; not where it is to be typed again
 */
export const formatMass = (kg: number, reading: Reading, useGrouping = true): string =>
  reading.system === 'inch'
    ? `${formatNumber(toPounds(kg), 1, reading, useGrouping)} lb`
    : `${formatNumber(kg, 2, reading, useGrouping)} kg`

/** An area of the face: `12 in²` or `77 cm²`. */
export const formatArea = (mm2: number, reading: Reading): string =>
  reading.system === 'inch'
    ? `${formatNumber(mm2 / MM_PER_INCH ** 2, mm2 < 10 * MM_PER_INCH ** 2 ? 1 : 0, reading)} in²`
    : `${formatNumber(mm2 / 100, 0, reading)} cm²`

/** A moment of mass: `1,234 lb·in` or `14.22 kg·m`. */
export const formatMoment = (kgMm: number, reading: Reading): string =>
  reading.system === 'inch'
    ? `${formatNumber(kgMm / KG_PER_POUND / 25.4, 0, reading)} lb·in`
    : `${formatNumber(kgMm / 1000, 2, reading)} kg·m`

/** Cents of a dollar as whole units of the reader's currency, at the rate that was entered; at one to one where none was. */
export const inCurrency = (cents: number, { perDollar = 1 }: Pick<Reading, 'perDollar'>): number =>
  (cents * perDollar) / 100

/** Money in the reader's locale and currency, without its smaller coins: `$38,000`. */
export function formatMoney(cents: number, reading: Pick<Reading, 'locale' | 'currency' | 'perDollar'>): string {
  const { locale, currency = 'USD' } = reading
  const sum = inCurrency(cents, reading)
  return written(Math.abs(sum) < 0.5 ? 0 : sum, locale, { style: 'currency', currency, maximumFractionDigits: 0 })
}

/** The code of the reader's currency: `USD`, `EUR`. */
export const currencyOf = ({ currency = 'USD' }: Pick<Reading, 'currency'>): string => currency
/** The sign of the reader's currency: `$`, `€`. */
export const currencySign = ({ locale, currency = 'USD' }: Pick<Reading, 'locale' | 'currency'>): string =>
  maker(locale, { style: 'currency', currency })
    .formatToParts(0)
    .find(part => part.type === 'currency')!.value

/** Current: `4.20 A`. */
export const formatAmps = (amps: number, reading: Pick<Reading, 'locale'>): string =>
  `${formatNumber(amps, amps !== 0 && Math.abs(amps) < 10 ? 2 : 1, reading)} A`

/** A day: `Nov 26, 2026`. */
export const formatDay = (iso: string, { locale }: Pick<Reading, 'locale'>): string =>
  new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' }).format(new Date(`${iso}T00:00:00Z`))

/** What a number is of that is kept in mm, kg or cents. */
export type Measure = 'length' | 'run' | 'area' | 'mass' | 'money'
/** The unit that a reader has for each, how much of it one kept unit is, and to how many places it is worth giving. */
const MEASURES: Readonly<Record<Measure, (reading: Reading) => [unit: string, each: number, digits: number]>> = {
  length: ({ system }) => (system === 'inch' ? ['in', 1 / MM_PER_INCH, 3] : ['mm', 1, 1]),
  run: ({ system }) => (system === 'inch' ? ['ft', 1 / MM_PER_FOOT, 2] : ['m', 0.001, 3]),
  area: ({ system }) => (system === 'inch' ? ['in²', 1 / MM_PER_INCH ** 2, 2] : ['cm²', 0.01, 1]),
  mass: ({ system }) => (system === 'inch' ? ['lb', 1 / KG_PER_POUND, 3] : ['kg', 1, 3]),
  money: reading => [currencyOf(reading), (reading.perDollar ?? 1) / 100, 2]
}
const SAID: Readonly<Record<Measure, (value: number, reading: Reading) => string>> = {
  length: formatLength,
  run: formatRun,
  area: formatArea,
  mass: formatMass,
  money: formatMoney
}
/** A number in the reader's unit, as it is read: `6.25 in`, `$38,000`. */
export const formatMeasure = (of: Measure, value: number, reading: Reading): string => SAID[of](value, reading)
/** A number in the reader's unit, to be copied into a sheet: without its unit, which its heading names. */
export function measured(of: Measure, value: number, reading: Reading): number {
  const [, each, digits] = MEASURES[of](reading)
  return Number((value * each).toFixed(digits))
}
/** The name of the reader's unit: `in`, `kg`, `EUR`. */
export const measureUnit = (of: Measure, reading: Reading): string => MEASURES[of](reading)[0]

/** Newtons in a pound-force, and a newton metre in inches of it (exact: 0.45359237 kg · 9.80665 m/s², 25.4 mm). */
const N_PER_LBF = KG_PER_POUND * 9.80665
const LBF_IN_PER_NM = 1_000 / MM_PER_INCH / N_PER_LBF
/** Force: `10.1 lbf`, `45 N`. */
const formatForce = (newtons: number, reading: Reading): string =>
  reading.system === 'inch'
    ? `${formatShort(newtons / N_PER_LBF, 1, reading)} lbf`
    : `${formatShort(newtons, 1, reading)} N`
/** Moment of a force: `88.5 lbf·in`, `10 N·m`. */
const formatTorque = (newtonMetres: number, reading: Reading): string =>
  reading.system === 'inch'
    ? `${formatShort(newtonMetres * LBF_IN_PER_NM, 1, reading)} lbf·in`
    : `${formatShort(newtonMetres, 1, reading)} N·m`

/** Units in which a working states its figures, and how each is read. */
const UNITS: Readonly<Record<string, (value: number, reading: Reading) => string>> = {
  'mm': formatLength,
  'mm of wire': formatRun,
  'kg': formatMass,
  'kg·mm': formatMoment,
  'cents': formatMoney,
  'N': formatForce,
  'N·m': formatTorque,
  'Nm': formatTorque,
  'm': (value, reading) => formatRun(value * 1_000, reading),
  'ft': formatAltitude,
  'Ω/1000 ft': (value, reading) =>
    reading.system === 'inch'
      ? `${formatShort(value, 3, reading)} Ω/1000 ft`
      : `${formatShort(value / 0.3048, 2, reading)} Ω/km`,
  'dB/100 ft': (value, reading) =>
    reading.system === 'inch'
      ? `${formatShort(value, 2, reading)} dB/100 ft`
      : `${formatShort(value / 30.48, 3, reading)} dB/m`
}

/** A figure with its unit, as the reader has it. Units that are the same everywhere stand as they are. */
export function formatQuantity(value: number, unit: string, reading: Reading): string {
  const own = UNITS[unit]
  if (own && Number.isFinite(value)) return own(value, reading)
  const digits = value === 0 ? 0 : Math.max(0, Math.min(4, 4 - Math.ceil(Math.log10(Math.abs(value)))))
  return `${formatShort(value, Number.isFinite(digits) ? digits : 0, reading)}${unit && ` ${unit}`}`
}
