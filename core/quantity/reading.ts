export type UnitSystem = 'inch' | 'metric'

/** How a person reads: inches or metric, and the language whose commas and dates they use. */
export interface Reading {
  system: UnitSystem
  /** A BCP 47 tag, `en-US`, `de-DE`. */
  locale: string
  /** The currency that sums are in, by its ISO 4217 code; dollars where none is said. */
  currency?: string
  /** How much of that currency one dollar is; 1 where nothing is converted. */
  perDollar?: number
}
export const US: Reading = { system: 'inch', locale: 'en-US' }
