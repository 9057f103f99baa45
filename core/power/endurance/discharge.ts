import type { Basis } from '../../design'

export type Chemistry = 'lead-acid' | 'lithium'

/** Exponent of Peukert's law: lead-acid AGM 1.10 to 1.25, lithium 1.05 (common practice). */
export const PEUKERT: Record<Chemistry, number> = { 'lead-acid': 1.15, 'lithium': 1.05 }
export const DISCHARGE_BASIS: Basis = {
  kind: 'common practice',
  source: 'Peukert’s law; open-circuit volts against charge of lead-acid and LiFePO4 cells'
}

/**
 * Open-circuit volts of a 12 V battery against its state of charge, 0 to 1 (common practice: 12.6 to 12.7 V full, 10.5 V
 * flat; LiFePO4 on its plateau 13.3 V, 10 V flat).
 */
const OPEN_CIRCUIT: Record<Chemistry, readonly (readonly [number, number])[]> = {
  'lead-acid': [
    [0, 10.5],
    [0.05, 11.4],
    [0.1, 11.7],
    [0.25, 12.0],
    [0.5, 12.2],
    [0.75, 12.4],
    [1, 12.7]
  ],
  'lithium': [
    [0, 10],
    [0.05, 12],
    [0.1, 12.8],
    [0.2, 13],
    [0.5, 13.2],
    [0.9, 13.35],
    [1, 13.5]
  ]
}
/** Ohms of a 12 V battery of one ampere-hour; a larger one has proportionally less (common practice: 24 Ah, about 10 mΩ). */
const OHM_AH: Record<Chemistry, number> = { 'lead-acid': 0.25, 'lithium': 0.2 }
/** Share of the capacity that is there at a temperature, °C (common practice). */
const BY_CELSIUS: Record<Chemistry, readonly (readonly [number, number])[]> = {
  'lead-acid': [
    [-40, 0.35],
    [-18, 0.6],
    [0, 0.8],
    [20, 1],
    [60, 1]
  ],
  'lithium': [
    [-40, 0.2],
    [-18, 0.6],
    [0, 0.9],
    [20, 1],
    [60, 1]
  ]
}

/** A value between the points of a table, straight between two of them and level beyond its ends. */
export function between(table: readonly (readonly [number, number])[], index: number): number {
  const next = table.findIndex(([x]) => x >= index)
  if (next === 0) return table[0]![1]
  if (next < 0) return table.at(-1)![1]
  const [[x0, y0], [x1, y1]] = [table[next - 1]!, table[next]!]
  return y0 + ((y1 - y0) * (index - x0)) / (x1 - x0)
}

/** Open-circuit volts at a state of charge; `cells12` is the number of 12 V blocks in series. */
export const openCircuitV = (chemistry: Chemistry, charge: number, cells12: number): number =>
  between(OPEN_CIRCUIT[chemistry], charge) * cells12
/** The points of that curve, for a working. */
export const openCircuitPoints = (chemistry: Chemistry): readonly (readonly [number, number])[] =>
  OPEN_CIRCUIT[chemistry]
/** The state of charge at which the open-circuit volts have fallen by so much, 0 when they never do. */
export function chargeBelow(chemistry: Chemistry, charge: number, fallV: number, cells12: number): number {
  const table = OPEN_CIRCUIT[chemistry]
  const volts = between(table, charge) - fallV / cells12
  if (volts <= table[0]![1]) return 0
  const next = table.findIndex(([, v]) => v >= volts)
  const [[x0, v0], [x1, v1]] = [table[next - 1]!, table[next]!]
  return x0 + ((x1 - x0) * (volts - v0)) / (v1 - v0)
}
/** Share of the capacity left by the cold. */
export const shareAtCelsius = (chemistry: Chemistry, celsius: number): number => between(BY_CELSIUS[chemistry], celsius)
/** How many times its ohms a battery has at a temperature, °C (common practice: cold slows the cells). */
const OHM_BY_CELSIUS: Record<Chemistry, readonly (readonly [number, number])[]> = {
  'lead-acid': [
    [-40, 3],
    [-18, 2],
    [0, 1.4],
    [20, 1],
    [60, 1]
  ],
  'lithium': [
    [-40, 4],
    [-18, 2.5],
    [0, 1.5],
    [20, 1],
    [60, 1]
  ]
}
/**
 * Ohms within the battery; more in the cold, and with age as its capacity falls (our assumption: in inverse proportion).
 * @param worn how cold it is, and what share of its capacity is left
 */
export const insideOhm = (
  chemistry: Chemistry,
  capacityAh: number,
  cells12: number,
  worn: { celsius: number; share: number } = { celsius: 20, share: 1 }
): number =>
  ((OHM_AH[chemistry] / capacityAh) * cells12 * between(OHM_BY_CELSIUS[chemistry], worn.celsius)) / worn.share

/**
 * Ampere-hours that an hour of a current takes from a battery’s charge, so that a steady current lasts H · (C / (I·H))^k
 * (Peukert). Below the current it is rated at no more than its rating is promised: no charge comes out that is not in the plan.
 */
export const drainA = (amps: number, capacityAh: number, ratedHours: number, exponent: number): number =>
  amps <= 0 ? 0 : amps * Math.max(1, (amps * ratedHours) / capacityAh) ** (exponent - 1)

/**
 * Time in hours that a battery carries a constant current: t = H · (C / (I · H))^k (Peukert); below the current it is rated at,
 * C / I and no more. Infinite for no current.
 */
export function dischargeHours(capacityAh: number, ratedHours: number, amps: number, exponent: number): number {
  return amps <= 0 ? Infinity : capacityAh / drainA(amps, capacityAh, ratedHours, exponent)
}

/** Watt-hours in a battery between flat and a state of charge, by the area under its open-circuit volts. */
export function storedWh(chemistry: Chemistry, capacityAh: number, charge: number, cells12: number): number {
  let sum = 0
  const table = OPEN_CIRCUIT[chemistry]
  for (let index = 1; index < table.length; index++) {
    const [from, to] = [table[index - 1]![0], Math.min(charge, table[index]![0])]
    if (to <= from) break
    sum += ((to - from) * (between(table, from) + between(table, to))) / 2
  }
  return sum * capacityAh * cells12
}
