import type { Supply, Tie } from '../../document'
import { gauge, resistanceOhm } from '../circuits/wire'

/** Volts a diode is assumed to take while nobody has entered them. */
export const DIODE_V = 0.5
/** Kinds of diode that feeds are made with, and the volts each takes at its current (from memory: makers' data sheets). */
export const DIODES = [
  { name: 'Schottky', dropV: 0.4 },
  { name: 'silicon bridge', dropV: 0.9 }
] as const
/** The most that a diode of these kinds takes. */
export const MOST_DIODE_V = Math.max(...DIODES.map(({ dropV }) => dropV))
/** Volts an alternator holds its bus at (common practice: 13.8 to 14.4 V for 14 V, twice that for 28 V). */
export const regulatedV = (systemV: 12 | 14 | 28): number => (systemV === 28 ? 28.4 : systemV === 14 ? 14.2 : 13.8)
/** What the coil of a battery contactor draws on 14 V (common practice: 0.7 to 1 A). */
export const CONTACTOR_COIL_A = 0.8
/** Conductor temperature assumed for the drop, °C: a warm day behind a panel. Our default. */
export const CONDUCTOR_CELSIUS = 50
/** Ohms of a tie: its contacts as entered, and its wire where gauge and length are known. */
export const tieOhm = (tie: Tie): number =>
  tie.milliohm / 1000 +
  (tie.awg !== undefined && tie.lengthMm !== undefined
    ? resistanceOhm(gauge(tie.awg), tie.lengthMm, CONDUCTOR_CELSIUS)
    : 0)
/** Blocks of 12 V in the batteries of a system. */
export const blocksOf = (systemV: 12 | 14 | 28): number => (systemV === 28 ? 2 : 1)

/** What the pilot does when the alternator's loss is noticed, and how switches stand before. */
export const positionsOf = (supply: Supply, when: 'normal' | 'afterLoss'): Map<string, string> =>
  new Map(
    supply.switches.map(toggle => [
      toggle.id,
      when === 'afterLoss' ? (toggle.afterLoss ?? toggle.normal) : toggle.normal
    ])
  )
/** Whether a tie is closed with the switches so. */
export const closed = (tie: Tie, positions: ReadonlyMap<string, string>): boolean =>
  !tie.by || tie.by.in.includes(positions.get(tie.by.switch) ?? '')

/** The coils that draw with the switches so, each from the side that feeds its contactor. */
export const coilsOf = (supply: Supply, positions: ReadonlyMap<string, string>): Tie[] =>
  supply.ties.filter(
    tie => tie.kind === 'contactor' && tie.holdA !== undefined && tie.holdA > 0 && closed(tie, positions)
  )
