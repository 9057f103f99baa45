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

const row = (
  awg: number,
  ohmsPerKft: number,
  a105: number,
  a150: number,
  a200: number,
  circularMils: number,
  poundsPerKft: number,
  breakerA?: number,
  fuseA?: number
): Gauge => ({
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
  row(24, 28.4, 2.5, 4, 5, 475, 2.0),
  row(22, 16.2, 3, 5, 6, 755, 2.8, 5, 5),
  row(20, 9.88, 4, 7, 9, 1216, 4.3, 7.5, 5),
  row(18, 6.23, 6, 9, 12, 1900, 6.5, 10, 10),
  row(16, 4.81, 7, 11, 14, 2426, 8.3, 15, 10),
  row(14, 3.06, 10, 14, 18, 3831, 12.9, 20, 15),
  row(12, 2.02, 13, 19, 25, 5874, 19.7, 30, 20),
  row(10, 1.26, 17, 26, 32, 9354, 32, 40, 30),
  row(8, 0.7, 38, 57, 71, 16983, 60, 50, 50),
  row(6, 0.44, 50, 76, 97, 26818, 94, 80, 70),
  row(4, 0.28, 68, 103, 133, 42615, 148, 100, 70),
  row(2, 0.18, 95, 141, 179, 66500, 230, 125, 100)
]

/** The gauge of a number. @throws RangeError when the table has no such row */
export function gauge(awg: number): Gauge {
  const found = GAUGES.find(one => one.awg === awg)
  if (!found)
    throw new RangeError(`AWG ${awg} is not in the wire table; it has ${GAUGES.map(one => one.awg).join(', ')}.`)
  return found
}

/** Breakers that can be bought, in amps (common practice). */
export const BREAKER_SIZES_A = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100] as const

/**
 * Resistance of a run in ohms.
 * R(T) = R20 · (234.5 + T) / 254.5 (AC 43.13-1B 11-66, from memory)
 * @param runMm length of conductor, out and return together when both are wire
 * @param celsius conductor temperature
 */
export const resistanceOhm = (wire: Gauge, runMm: number, celsius = 20): number =>
  ((wire.ohmsPerKft / 1000) * (runMm / MM_PER_FOOT) * (234.5 + celsius)) / 254.5

/**
 * Allowable drop between bus and load ground, in volts (AC 43.13-1B table 11-6, from memory).
 * A 12 V system uses the row of 14 V.
 */
export const allowableDropV = (systemV: 12 | 14 | 28, duty: 'continuous' | 'intermittent'): number =>
  (systemV === 28 ? 1 : 0.5) * (duty === 'intermittent' ? 2 : 1)

/**
 * The table prints resistances with two figures, so a drop that passes the limit by under 1 % is taken as at
 * the limit. The handbook's own worked example accepts 0.504 V against 0.5 V.
 */
export const DROP_TOLERANCE = 0.01

/** Thinnest wire of the table whose drop over a run stays within a limit, or undefined when none does. */
export const gaugeForDrop = (dropV: number, runMm: number, amps: number, celsius = 20): Gauge | undefined =>
  GAUGES.find(wire => amps * resistanceOhm(wire, runMm, celsius) <= dropV * (1 + DROP_TOLERANCE))

/** Longest run in mm over which a wire keeps within a drop. */
export const longestRunMm = (dropV: number, wire: Gauge, amps: number, celsius = 20): number =>
  (dropV / (amps * resistanceOhm(wire, MM_PER_FOOT, celsius))) * MM_PER_FOOT
