import { toFeet, toInches, toPounds } from './convert'
import type { UnitSystem } from './parse'

const fixed = (value: number, digits: number): string => {
  const text = value.toFixed(digits)
  return Number(text) === 0 ? (0).toFixed(digits) : text
}

/** A length on the face: `12.350 in` or `313.7 mm`. */
export const formatLength = (mm: number, system: UnitSystem): string =>
  system === 'inch' ? `${fixed(toInches(mm), 3)} in` : `${fixed(mm, 1)} mm`

/** A run of wire: `14.2 ft` or `4.3 m`. */
export const formatRun = (mm: number, system: UnitSystem): string =>
  system === 'inch' ? `${fixed(toFeet(mm), 1)} ft` : `${fixed(mm / 1000, 2)} m`

/** A mass: `4.2 lb` or `1.91 kg`. */
export const formatMass = (kg: number, system: UnitSystem): string =>
  system === 'inch' ? `${fixed(toPounds(kg), 1)} lb` : `${fixed(kg, 2)} kg`

/** Money in the reader's locale, without cents: `$38,000`. */
export const formatMoney = (cents: number, locale = 'en-US'): string =>
  new Intl.NumberFormat(locale, { style: 'currency', currency: 'USD', maximumFractionDigits: 0 }).format(cents / 100)

/** Current: `4.20 A`. */
export const formatAmps = (amps: number): string => `${fixed(amps, amps !== 0 && Math.abs(amps) < 10 ? 2 : 1)} A`
