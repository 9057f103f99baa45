import { perObject } from '../../cache'
import { electricUnits } from '../supply/electric'
import { PHASES, type FlightPhase, type Power } from '../../catalogue'
import type { Design, DesignUnit } from '../../design'
import { regulatedV } from '../supply/tie'
import { MAIN_ALTERNATOR } from '../../document'
import type { PowerModel, SourceAt } from '../supply/model'

/** Share of the time a com is transmitting, for the typical load. Our default. */
export const TRANSMIT_DUTY = 0.1
/** Seconds a load that comes and goes runs at a time, where it is not known. Our default. */
const ON_SECONDS = 10

/** Turns amps quoted at a unit's own voltage into amps at another, by the kind of load. */
export function ampsAt(power: Power, volts: number): (quotedA: number) => number {
  const factor =
    power.load === 'constant power' ? power.atV / volts : power.load === 'resistive' ? volts / power.atV : 1
  return quotedA => quotedA * factor
}

/** Whether a load is on in a phase. */
export const onIn = (power: Power, phase: FlightPhase): boolean => !power.phases || power.phases.includes(phase)

/**
 * Amps of a load as its maker quotes them, at its own volts: what it draws for good, on the average of what comes and
 * goes, and while transmitting.
 */
export function quotedA(power: Power): {
  quietA: number
  continuousA: number
  intermittentA: number
  transmitA: number
  averageA: number
  worstA: number
  fiveMinutesA: number
} {
  const comes = power.duty !== undefined && power.duty < 1
  const continuousA = comes ? 0 : power.typicalA
  const intermittentA = comes ? power.typicalA * power.duty! : 0
  const transmitA = Math.max(0, (power.transmitA ?? 0) - power.typicalA) * (power.transmitShare ?? TRANSMIT_DUTY)
  return {
    quietA: continuousA,
    continuousA,
    intermittentA,
    transmitA,
    averageA: continuousA + intermittentA + transmitA,
    worstA: Math.max(power.maxA, power.typicalA, power.transmitA ?? 0),
    // What runs without a pause may run at its most for five minutes, warming up; what comes and goes, once or by its duty.
    fiveMinutesA:
      (comes ? power.maxA * Math.max(power.duty!, Math.min(1, (power.onSeconds ?? ON_SECONDS) / 300)) : power.maxA) +
      transmitA
  }
}

/** Amps of one unit in a phase, at the volts of the bus. */
export interface UnitLoad {
  unit: string
  label: string
  /**
   * Without a pause; on the average of a load that comes and goes, by its duty; above that while transmitting, by its
   * share.
   */
  continuousA: number
  intermittentA: number
  transmitA: number
  /** The three together. */
  typicalA: number
  worstA: number
  /** At most over five seconds, and on the average of the heaviest five minutes; what its start adds for a moment. */
  fiveSecondsA: number
  fiveMinutesA: number
  startsA?: number
  /** What it draws when it does not transmit. */
  quietA: number
}
const NOTHING = {
  quietA: 0,
  continuousA: 0,
  intermittentA: 0,
  transmitA: 0,
  averageA: 0,
  worstA: 0,
  fiveMinutesA: 0
}

/** Amps of a unit in a phase, at a voltage; 0 where it is off. A unit is asked in every phase by many: it is worked out once. */
export const unitAmps = (unit: DesignUnit, phase: FlightPhase, volts: number): UnitLoad => loadsOf(unit)(phase, volts)
const loadsOf = perObject(({ id, label, item }: DesignUnit) => {
  const loads = new Map<string, UnitLoad>()
  return (phase: FlightPhase, volts: number): UnitLoad => {
    const key = `${phase} ${volts}`
    const load = loads.get(key) ?? workedOut({ id, label, item }, phase, volts)
    loads.set(key, load)
    return load
  }
})
function workedOut(unit: Pick<DesignUnit, 'id' | 'label' | 'item'>, phase: FlightPhase, volts: number): UnitLoad {
  const { power } = unit.item
  const on = power && onIn(power, phase)
  const quoted = on ? quotedA(power) : NOTHING
  const scale = on ? ampsAt(power, volts) : (amps: number) => amps
  const [continuousA, intermittentA, transmitA] = [
    scale(quoted.continuousA),
    scale(quoted.intermittentA),
    scale(quoted.transmitA)
  ]
  return {
    unit: unit.id,
    label: unit.label,
    continuousA,
    intermittentA,
    transmitA,
    typicalA: continuousA + intermittentA + transmitA,
    worstA: scale(quoted.worstA),
    fiveSecondsA: scale(quoted.worstA),
    fiveMinutesA: scale(quoted.fiveMinutesA),
    ...(on && power.startA !== undefined && { startsA: Math.max(0, scale(power.startA) - scale(quoted.worstA)) }),
    quietA: scale(quoted.quietA)
  }
}

/**
 * The phases this aeroplane's flying has: no cruise by night for an owner who flies by day, none in cloud for one who
 * flies by sight.
 */
export const phasesFlown = (design: Design): FlightPhase[] =>
  PHASES.filter(phase =>
    phase === 'cruise by night'
      ? design.brief.flying.some(kind => kind === 'night VFR' || kind === 'IFR by night')
      : phase === 'cruise in cloud'
        ? design.brief.flying.some(kind => kind === 'IFR by day' || kind === 'IFR by night')
        : true
  )

/** Phases in which the engine turns slowly. */
const IDLE: readonly FlightPhase[] = ['taxi', 'landing']
export const idlesIn = (phase: FlightPhase): boolean => IDLE.includes(phase)
/** Volts that the loads of a system have: those its alternator holds on 12 V, the nominal ones of 14 and 28 V. */
export const busV = (systemV: 12 | 14 | 28): number => (systemV === 12 ? regulatedV(12) : systemV)

/** Share of its rating that an alternator’s field takes at full output, where it is not known. Our default. */
const FIELD_SHARE = 0.05
/** What the field of an alternator takes; nothing besides where it is a unit with a power entry of its own. */
export const fieldA = ({ design }: Pick<PowerModel, 'design'>, source: SourceAt & { kind: 'alternator' }): number =>
  source.id === MAIN_ALTERNATOR &&
  electricUnits(design).some(unit => unit.item.provides.includes('generator') && unit.item.power)
    ? 0
    : (source.fieldA ?? source.ratedA * FIELD_SHARE)
