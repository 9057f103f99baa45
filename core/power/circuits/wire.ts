import { MM_PER_FOOT } from '../../quantity'
import type { Basis } from '../../design'

/** One gauge of aircraft copper wire. */
export interface Gauge {
  awg: number
  /** Ohms per 1000 ft at 20 °C, tin-plated conductor. */
  ohmsPerKft: number
  /** Continuous amps in a bundle for a conductor rated 105, 150 and 200 °C. */
  bundleA: { 105: number; 150: number; 200: number }
  /** Largest circuit breaker and fuse that protect it, in amps; absent where the chart has no row. */
  breakerA?: number
  fuseA?: number
  circularMils: number
  /** Mass of insulated wire in pounds per 1000 ft: our own rough figure. */
  poundsPerKft: number
}

export const WIRE_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B chg 1, table 11-9', fromMemory: true }
export const PROTECTOR_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, table 11-3', fromMemory: true }
export const DROP_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, table 11-6', fromMemory: true }

const row = ({
  awg,
  ohmsPerKft,
  a105,
  a150,
  a200,
  circularMils,
  poundsPerKft,
  breakerA,
  fuseA
}: {
  awg: number
  ohmsPerKft: number
  a105: number
  a150: number
  a200: number
  circularMils: number
  poundsPerKft: number
  breakerA?: number
  fuseA?: number
}): Gauge => ({
  awg,
  ohmsPerKft,
  bundleA: { 105: a105, 150: a150, 200: a200 },
  circularMils,
  breakerA,
  fuseA,
  poundsPerKft
})

/** Thin to thick. AC 43.13-1B chg 1 tables 11-9 and 11-3 (values from memory). */
export const GAUGES: readonly Gauge[] = [
  row({ awg: 24, ohmsPerKft: 28.4, a105: 2.5, a150: 4, a200: 5, circularMils: 475, poundsPerKft: 2.0 }),
  row({
    awg: 22,
    ohmsPerKft: 16.2,
    a105: 3,
    a150: 5,
    a200: 6,
    circularMils: 755,
    poundsPerKft: 2.8,
    breakerA: 5,
    fuseA: 5
  }),
  row({
    awg: 20,
    ohmsPerKft: 9.88,
    a105: 4,
    a150: 7,
    a200: 9,
    circularMils: 1216,
    poundsPerKft: 4.3,
    breakerA: 7.5,
    fuseA: 5
  }),
  row({
    awg: 18,
    ohmsPerKft: 6.23,
    a105: 6,
    a150: 9,
    a200: 12,
    circularMils: 1900,
    poundsPerKft: 6.5,
    breakerA: 10,
    fuseA: 10
  }),
  row({
    awg: 16,
    ohmsPerKft: 4.81,
    a105: 7,
    a150: 11,
    a200: 14,
    circularMils: 2426,
    poundsPerKft: 8.3,
    breakerA: 15,
    fuseA: 10
  }),
  row({
    awg: 14,
    ohmsPerKft: 3.06,
    a105: 10,
    a150: 14,
    a200: 18,
    circularMils: 3831,
    poundsPerKft: 12.9,
    breakerA: 20,
    fuseA: 15
  }),
  row({
    awg: 12,
    ohmsPerKft: 2.02,
    a105: 13,
    a150: 19,
    a200: 25,
    circularMils: 5874,
    poundsPerKft: 19.7,
    breakerA: 30,
    fuseA: 20
  }),
  row({
    awg: 10,
    ohmsPerKft: 1.26,
    a105: 17,
    a150: 26,
    a200: 32,
    circularMils: 9354,
    poundsPerKft: 32,
    breakerA: 40,
    fuseA: 30
  }),
  row({
    awg: 8,
    ohmsPerKft: 0.7,
    a105: 38,
    a150: 57,
    a200: 71,
    circularMils: 16983,
    poundsPerKft: 60,
    breakerA: 50,
    fuseA: 50
  }),
  row({
    awg: 6,
    ohmsPerKft: 0.44,
    a105: 50,
    a150: 76,
    a200: 97,
    circularMils: 26818,
    poundsPerKft: 94,
    breakerA: 80,
    fuseA: 70
  }),
  row({
    awg: 4,
    ohmsPerKft: 0.28,
    a105: 68,
    a150: 103,
    a200: 133,
    circularMils: 42615,
    poundsPerKft: 148,
    breakerA: 100,
    fuseA: 70
  }),
  row({
    awg: 2,
    ohmsPerKft: 0.18,
    a105: 95,
    a150: 141,
    a200: 179,
    circularMils: 66500,
    poundsPerKft: 230,
    breakerA: 125,
    fuseA: 100
  })
]

/** The gauge of a number. @throws RangeError when the table has no such row */
export function gauge(awg: number): Gauge {
  const found = GAUGES.find(gauge => gauge.awg === awg)
  if (!found)
    throw new RangeError(`AWG ${awg} is not in the wire table; it has ${GAUGES.map(gauge => gauge.awg).join(', ')}.`)
  return found
}

/** Breakers that can be bought, in amps (common practice). */
export const BREAKER_SIZES_A = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100] as const

/** Degrees below 0 °C at which copper would have no resistance, drawn on in a line (AC 43.13-1B 11-66, from memory). */
export const COPPER_ZERO_C = 234.5
/**
 * Resistance of a run in ohms.
 * R(T) = R20 · (234.5 + T) / 254.5 (AC 43.13-1B 11-66, from memory)
 * @param runMm length of conductor, out and return together when both are wire
 * @param celsius conductor temperature
 */
export const resistanceOhm = (wire: Gauge, runMm: number, celsius = 20): number =>
  ((wire.ohmsPerKft / 1000) * (runMm / MM_PER_FOOT) * (COPPER_ZERO_C + celsius)) / (COPPER_ZERO_C + 20)

/**
 * Allowable drop between bus and load ground, in volts (AC 43.13-1B table 11-6, from memory).
 * A 12 V system uses the row of 14 V.
 */
export const allowableDropV = (systemV: 12 | 14 | 28, duty: 'continuous' | 'intermittent'): number =>
  (systemV === 28 ? 1 : 0.5) * (duty === 'intermittent' ? 2 : 1)

/**
 * The table prints resistances with two or three figures, so a drop that passes the limit by no more than 1.3 % is taken as
 * at the limit. The handbook's own worked example accepts 0.504 V against 0.5 V at 20 °C, before the load warms the wire.
 */
export const DROP_TOLERANCE = 0.013
