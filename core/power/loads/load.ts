import { PHASES, type FlightPhase, type Power } from '../../catalogue'
import type { Basis, Design, DesignUnit, Finding, Working } from '../../design'
import { coilsOf, positionsOf } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { amperes, enumerate, figure, say, thing } from '../../quantity'

/** Share of the time a com is transmitting, for the typical load. Our default. */
export const TRANSMIT_DUTY = 0.1
/** Continuous load at most this share of the alternator's rating, where no placard or monitor limits it. */
export const ALTERNATOR_SHARE = 0.8
export const ALTERNATOR_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, 11-36', fromMemory: true }

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
    worstA: Math.max(power.maxA, power.typicalA, power.transmitA ?? 0)
  }
}

/** Put before a tie's id where its coil stands among the loads. */
export const COIL = 'coil:'
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
}
const NOTHING = { quietA: 0, continuousA: 0, intermittentA: 0, transmitA: 0, averageA: 0, worstA: 0 }

/** Amps of a unit in a phase, at a voltage; 0 where it is off. `quietA` is what it draws when it does not transmit. */
export function unitAmps(unit: DesignUnit, phase: FlightPhase, volts: number): UnitLoad & { quietA: number } {
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
    quietA: scale(quoted.quietA)
  }
}

export interface PhaseLoad {
  phase: FlightPhase
  continuousA: number
  intermittentA: number
  transmitA: number
  typicalA: number
  worstA: number
  /** What the alternators give at the speed the engine turns then, and how much of it may be used for good. */
  capacityA: number
  limitA: number
  atIdle: boolean
  marginA: number
  byUnit: UnitLoad[]
}

/**
 * The phases this aeroplane's flying has: no cruise by night for an owner who flies by day, none in cloud for one who
 * flies by sight.
 */
export const phasesFlown = (design: Design): FlightPhase[] =>
  PHASES.filter(phase =>
    phase === 'cruise by night'
      ? design.brief.flying.some(kind => kind !== 'day VFR')
      : phase === 'cruise in cloud'
        ? design.brief.flying.includes('IFR')
        : true
  )

/** Phases in which the engine turns slowly. */
const IDLE: readonly FlightPhase[] = ['taxi', 'landing']
export const idlesIn = (phase: FlightPhase): boolean => IDLE.includes(phase)
const sum = (list: readonly UnitLoad[], key: 'continuousA' | 'intermittentA' | 'transmitA' | 'typicalA' | 'worstA') =>
  list.reduce((total, load) => total + load[key], 0)

/**
 * Loads by phase against the alternators: 80 % of the rating at speed; at idle what they give there, where known, if that
 * is less.
 * Coils of the contactors that are closed in normal flight draw in every phase.
 */
export function loadsByPhase({ design, supply, sources }: PowerModel): PhaseLoad[] {
  const { systemV } = design.airframe
  const alternators = sources.filter(source => source.kind === 'alternator')
  const coils = coilsOf(supply, positionsOf(supply, 'normal')).map((tie): UnitLoad => ({
    unit: COIL + tie.id,
    label: `Coil of ${tie.name}`,
    continuousA: tie.holdA!,
    intermittentA: 0,
    transmitA: 0,
    typicalA: tie.holdA!,
    worstA: tie.holdA!
  }))
  const ratedA = alternators.reduce((total, one) => total + one.ratedA, 0)
  const idleA = alternators.some(one => one.idleA !== undefined)
    ? alternators.reduce((total, one) => total + (one.idleA ?? one.ratedA), 0)
    : undefined
  return phasesFlown(design).map((phase): PhaseLoad => {
    const byUnit = [
      ...design.units.map((unit): UnitLoad => {
        const { quietA: _, ...load } = unitAmps(unit, phase, systemV)
        return load
      }),
      ...coils
    ]
      .filter(load => load.worstA > 0)
      .sort((a, b) => b.typicalA - a.typicalA)
    const atIdle = idleA !== undefined && idlesIn(phase)
    const limitA = atIdle ? Math.min(idleA, ratedA * ALTERNATOR_SHARE) : ratedA * ALTERNATOR_SHARE
    const typicalA = sum(byUnit, 'typicalA')
    return {
      phase,
      continuousA: sum(byUnit, 'continuousA'),
      intermittentA: sum(byUnit, 'intermittentA'),
      transmitA: sum(byUnit, 'transmitA'),
      typicalA,
      worstA: sum(byUnit, 'worstA'),
      capacityA: atIdle ? idleA : ratedA,
      limitA,
      atIdle,
      marginA: limitA - typicalA,
      byUnit
    }
  })
}

/** The phase, the starting of the engine and idling apart, that loads the alternator most. */
export const heaviest = (loads: readonly PhaseLoad[]): PhaseLoad =>
  loads
    .filter(load => load.phase !== 'start' && !load.atIdle)
    .reduce((most, load) => (load.typicalA > most.typicalA ? load : most))

/** How the heaviest load was added up. */
export function loadWorking(load: PhaseLoad): Working {
  return {
    formula: load.atIdle
      ? 'Σ typical amps of the units that are on (continuous + duty · intermittent + share · transmitting), against what the alternators give at idle'
      : 'Σ typical amps of the units that are on (continuous + duty · intermittent + share · transmitting), against 0.8 · alternators',
    inputs: [
      ...load.byUnit.map(one => ({
        symbol: one.label,
        meaning: `typical in ${load.phase}`,
        value: one.typicalA,
        unit: 'A',
        from: 'catalogue entry'
      })),
      {
        symbol: 'alternators',
        meaning: load.atIdle ? 'at idle' : 'rating',
        value: load.capacityA,
        unit: 'A',
        from: 'airframe and feeds'
      },
      {
        symbol: 'limit',
        meaning: 'most continuous load',
        value: load.limitA,
        unit: 'A',
        from: load.atIdle ? 'alternators at idle, 80 % of their rating at most' : ALTERNATOR_BASIS.source!
      }
    ],
    result: { value: load.typicalA, unit: 'A' },
    basis: ALTERNATOR_BASIS
  }
}

/** Complaints about loads and voltages. */
export function loadFindings(design: Design, loads: readonly PhaseLoad[]): Finding[] {
  const findings: Finding[] = []
  for (const load of loads) {
    if (load.phase === 'start' || load.typicalA <= load.limitA) continue
    const largest = enumerate(
      load.byUnit.slice(0, 3).map(one => say`${thing({ id: one.unit, label: one.label })} ${amperes(one.typicalA)}`)
    )
    if (load.atIdle)
      findings.push({
        id: `power.idle:${load.phase}`,
        code: 'power.idle',
        weight: 'note',
        subjects: load.byUnit.slice(0, 3).map(one => one.unit),
        measured: load.typicalA,
        limit: load.limitA,
        unit: 'A',
        basis: { kind: 'entered', source: 'what the alternator gives at idle' },
        figure: { kind: 'load', of: load.phase },
        remedies: [],
        says: say`In ${load.phase} at idle the units take ${amperes(load.typicalA)} and the alternators give ${amperes(load.limitA)}: the battery gives the rest. The largest: ${largest}.`
      })
    else
      findings.push({
        id: `power.overload:${load.phase}`,
        code: 'power.overload',
        weight: 'must fix',
        subjects: load.byUnit.slice(0, 3).map(one => one.unit),
        measured: load.typicalA,
        limit: load.limitA,
        unit: 'A',
        basis: ALTERNATOR_BASIS,
        figure: { kind: 'load', of: load.phase },
        remedies: [],
        says: say`In ${load.phase} the units take ${amperes(load.typicalA)}; 80 % of the ${amperes(load.capacityA)} of alternator is ${amperes(load.limitA)}. The largest: ${largest}.`
      })
  }
  for (const unit of design.units) {
    const { power } = unit.item
    if (!power) continue
    const { systemV } = design.airframe
    if (systemV > power.maxV || systemV < power.minV)
      findings.push({
        id: `power.volts:${unit.id}`,
        code: 'power.volts',
        weight: 'must fix',
        subjects: [unit.id],
        measured: systemV,
        limit: systemV > power.maxV ? power.maxV : power.minV,
        unit: 'V',
        basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
        remedies: [],
        says: say`${thing(unit)} works from ${figure(power.minV)} to ${figure(power.maxV, 'V')}; this aeroplane has ${figure(systemV, 'V')}.`
      })
  }
  return findings
}
