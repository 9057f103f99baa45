import { PHASES, type FlightPhase, type Power } from '../catalogue'
import type { Basis, Design, DesignUnit, Snag, Working } from '../project'
import { formatAmps } from '../quantity'

/** Share of the time a com is transmitting, for the typical load. Our default. */
export const TRANSMIT_DUTY = 0.1
/** Continuous load at most this share of the alternator's rating, where no placard or monitor limits it. */
export const ALTERNATOR_SHARE = 0.8
export const ALTERNATOR_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, 11-36', fromMemory: true }

/** Turns amps quoted at a unit's own voltage into amps at another, by the kind of load. */
export function ampsAt(power: Power, volts: number): (quotedA: number) => number {
  const factor = power.load === 'constant power' ? power.atV / volts : power.load === 'resistive' ? volts / power.atV : 1
  return quotedA => quotedA * factor
}

/** Amps of a unit in a phase, at a voltage: quiet (not transmitting), typical and worst; 0 where it is off. */
export function unitAmps(unit: DesignUnit, phase: FlightPhase, volts: number): { quietA: number, typicalA: number, worstA: number } {
  const { power } = unit.item
  if (!power || (power.phases && !power.phases.includes(phase))) return { quietA: 0, typicalA: 0, worstA: 0 }
  const scale = ampsAt(power, volts)
  const transmit = power.transmitA === undefined ? 0 : Math.max(0, power.transmitA - power.typicalA)
  return {
    quietA: scale(power.typicalA),
    typicalA: scale(power.typicalA + transmit * TRANSMIT_DUTY),
    worstA: scale(Math.max(power.maxA, power.transmitA ?? 0))
  }
}

export interface PhaseLoad {
  phase: FlightPhase
  typicalA: number
  worstA: number
  limitA: number
  marginA: number
  byUnit: { unit: string, label: string, typicalA: number, worstA: number }[]
}

/** The phases this aeroplane's flying has: no cruise by night for an owner who flies by day. */
export const phasesFlown = (design: Design): FlightPhase[] =>
  PHASES.filter(phase => phase !== 'cruise by night' || design.brief.flying.some(kind => kind !== 'day VFR'))

/** Loads by phase against 80 % of the alternator's rating. */
export function loadsByPhase(design: Design): PhaseLoad[] {
  const { systemV, alternatorA } = design.airframe
  const limitA = alternatorA * ALTERNATOR_SHARE
  return phasesFlown(design).map((phase) => {
    const byUnit = design.units
      .map((unit) => { const { typicalA, worstA } = unitAmps(unit, phase, systemV); return { unit: unit.id, label: unit.label, typicalA, worstA } })
      .filter(load => load.worstA > 0)
      .sort((a, b) => b.typicalA - a.typicalA)
    const typicalA = byUnit.reduce((sum, load) => sum + load.typicalA, 0)
    const worstA = byUnit.reduce((sum, load) => sum + load.worstA, 0)
    return { phase, typicalA, worstA, limitA, marginA: limitA - typicalA, byUnit }
  })
}

/** The phase, the starting of the engine apart, that loads the alternator most. */
export const heaviest = (loads: readonly PhaseLoad[]): PhaseLoad =>
  loads.filter(load => load.phase !== 'start').reduce((most, load) => load.typicalA > most.typicalA ? load : most)

/** How the heaviest load was added up. */
export function loadWorking(load: PhaseLoad, design: Design): Working {
  return {
    formula: 'Σ typical amps of the units that are on (com: 10 % of the time transmitting), against 0.8 · alternator',
    inputs: [
      ...load.byUnit.map(one => ({ symbol: one.label, meaning: `typical in ${load.phase}`, value: one.typicalA, unit: 'A', from: 'catalogue entry' })),
      { symbol: 'alternator', meaning: 'rating', value: design.airframe.alternatorA, unit: 'A', from: 'airframe' },
      { symbol: '0.8 · alternator', meaning: 'most continuous load', value: load.limitA, unit: 'A', from: ALTERNATOR_BASIS.source! }
    ],
    result: { value: load.typicalA, unit: 'A' }, basis: ALTERNATOR_BASIS
  }
}

/** Complaints about loads and voltages. */
export function loadSnags(design: Design, loads: readonly PhaseLoad[]): Snag[] {
  const snags: Snag[] = []
  for (const load of loads) {
    if (load.phase === 'start' || load.typicalA <= load.limitA) continue
    snags.push({
      id: `power.overload:${load.phase}`, code: 'power.overload', weight: 'stops work', subjects: load.byUnit.slice(0, 3).map(one => one.unit),
      measured: load.typicalA, limit: load.limitA, unit: 'A', basis: ALTERNATOR_BASIS, remedies: [],
      text: `In ${load.phase} the units take ${formatAmps(load.typicalA)}; 80 % of the ${design.airframe.alternatorA} A alternator is ${formatAmps(load.limitA)}. The largest: ${load.byUnit.slice(0, 3).map(one => `${one.label} ${formatAmps(one.typicalA)}`).join(', ')}.`
    })
  }
  for (const unit of design.units) {
    const { power } = unit.item
    if (!power) continue
    const { systemV } = design.airframe
    if (systemV > power.maxV || systemV < power.minV) snags.push({
      id: `power.volts:${unit.id}`, code: 'power.volts', weight: 'stops work', subjects: [unit.id],
      measured: systemV, limit: systemV > power.maxV ? power.maxV : power.minV, unit: 'V', basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` }, remedies: [],
      text: `${unit.label} works from ${power.minV} to ${power.maxV} V; this aeroplane has ${systemV} V.`
    })
  }
  return snags
}
