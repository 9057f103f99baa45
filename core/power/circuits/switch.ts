import type { CircuitChoice } from '../../document'
import type { Basis, DesignUnit, Working } from '../../design'
import type { Phrase } from '../../quantity'

export const SWITCH_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, table 11-4', fromMemory: true }
export type SwitchLoad = NonNullable<CircuitChoice['switch']>['load']
export const SWITCH_LOADS: readonly SwitchLoad[] = ['lamp', 'inductive', 'resistive', 'motor']

/**
 * What a switch's rating is divided by for a kind of load (AC 43.13-1B table 11-4, from memory). A 12 V system uses the
 * row of 14 V.
 */
const DERATING: Record<14 | 28, Record<SwitchLoad, number>> = {
  28: { lamp: 8, inductive: 4, resistive: 2, motor: 3 },
  14: { lamp: 5, inductive: 2, resistive: 1, motor: 2 }
}
export const switchDerating = (systemV: 12 | 14 | 28, load: SwitchLoad): number =>
  DERATING[systemV === 28 ? 28 : 14][load]

/** Switches that can be bought, in amps (common practice). */
const SWITCH_SIZES_A = [3, 5, 7.5, 10, 15, 20, 25, 35, 50] as const
/** Rating of the smallest switch for a steady current, or undefined where none is large enough and a relay is wanted. */
export const switchFor = (amps: number, systemV: 12 | 14 | 28, load: SwitchLoad): number | undefined =>
  SWITCH_SIZES_A.find(size => size / switchDerating(systemV, load) >= amps - 1e-9)

/** What kind of load a unit is to its switch, from what it is. */
export function switchLoadOf(unit: DesignUnit): SwitchLoad {
  const { kind, provides, power } = unit.item
  if (
    kind === 'light' ||
    provides.some(given => given === 'position lights' || given === 'landing light' || given === 'anti-collision light')
  )
    return 'lamp'
  if (provides.some(given => given === 'flap drive' || given === 'fuel pump' || given === 'starter')) return 'motor'
  return kind === 'servo' || (power?.load === 'constant current' && kind === 'airframe part')
    ? 'inductive'
    : 'resistive'
}

/** How the least rating of a switch comes about. */
export function switchWorking(amps: number, systemV: 12 | 14 | 28, load: SwitchLoad, from: Phrase | string): Working {
  const factor = switchDerating(systemV, load)
  const size = switchFor(amps, systemV, load)
  return {
    formula: 'minimum rating = I continuous · derating',
    inputs: [
      { symbol: 'I steady', meaning: 'most steady amps', value: amps, unit: 'A', from },
      { symbol: 'derating', meaning: `${systemV} V, ${load}`, value: factor, unit: '', from: SWITCH_BASIS.source! },
      {
        symbol: 'next size',
        meaning: 'that can be bought',
        value: size ?? 'none: let the switch work a relay',
        unit: size === undefined ? '' : 'A',
        from: 'common practice'
      }
    ],
    result: { value: amps * factor, unit: 'A' },
    basis: SWITCH_BASIS
  }
}
