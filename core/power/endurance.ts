import type { Design, Snag, Working } from '../project'
import { formatAmps } from '../quantity'
import { phasesFlown, unitAmps } from './load'

/** Exponent of Peukert's law: lead-acid AGM 1.10 to 1.25, lithium 1.05 (common practice). */
export const PEUKERT = { 'lead-acid': 1.15, 'lithium': 1.05 } as const
/** Mean volts of a 14 V system on its battery alone, from full to flat (common practice: 12.6 to 10.5 V; lithium 13.3 to 10 V). */
const BATTERY_V = { 'lead-acid': 11.9, 'lithium': 12.8 } as const

/** Time in hours that a battery carries a constant current: t = H · (C / (I · H))^k (Peukert). Infinite for no current. */
export function dischargeHours(capacityAh: number, ratedHours: number, amps: number, exponent: number): number {
  return amps <= 0 ? Infinity : ratedHours * (capacityAh / (amps * ratedHours)) ** exponent
}

export interface Endurance {
  /** Minutes from the alternator's failure to the flat battery; Infinity when nothing draws. */
  minutes: number
  /** Share of the usable charge left when the pilot has shed, 0 to 1. */
  leftAfterDelay: number
  fullA: number
  shedA: number
  batteryV: number
  /** Units still on after shedding, and the ones taken off. */
  kept: { unit: string, label: string, amps: number }[]
  shed: { unit: string, label: string, amps: number }[]
  working: Working
}

/**
 * A first answer to “the alternator has just quit”: full load for the pilot's delay, then the essential load,
 * on the usable part of the battery, each at its Peukert rate. A constant-current estimate at mean voltage.
 */
export function enduranceOf(design: Design): Endurance {
  const { battery, systemV, pilotDelayMinutes } = design.airframe
  const batteryV = BATTERY_V[battery.chemistry] * (systemV === 28 ? 2 : 1)
  const phases = phasesFlown(design)
  const phase = phases.includes('cruise by night') ? 'cruise by night' : 'cruise by day'
  const loads = design.units
    .map(unit => ({ unit: unit.id, label: unit.label, amps: unitAmps(unit, phase, batteryV).typicalA, off: unit.shed ?? !unit.item.power?.essential }))
    .filter(load => load.amps > 0)
  const strip = ({ unit, label, amps }: typeof loads[number]) => ({ unit, label, amps })
  const kept = loads.filter(load => !load.off).map(strip)
  const shed = loads.filter(load => load.off).map(strip)
  const sum = (list: { amps: number }[]) => list.reduce((total, load) => total + load.amps, 0)
  const fullA = sum(loads)
  const shedA = sum(kept)
  const usableAh = battery.capacityAh * battery.usableFraction
  const exponent = PEUKERT[battery.chemistry]
  const fullMinutes = dischargeHours(usableAh, battery.ratedHours, fullA, exponent) * 60
  const shedMinutes = dischargeHours(usableAh, battery.ratedHours, shedA, exponent) * 60
  const leftAfterDelay = Math.max(0, 1 - pilotDelayMinutes / fullMinutes)
  const minutes = fullMinutes <= pilotDelayMinutes ? fullMinutes : pilotDelayMinutes + shedMinutes * leftAfterDelay
  return {
    minutes, leftAfterDelay, fullA, shedA, batteryV, kept, shed,
    working: {
      formula: 'delay + t(I shed) · (1 − delay / t(I full)),  t(I) = H · (u·C / (I·H))^k',
      inputs: [
        { symbol: 'C', meaning: battery.name, value: battery.capacityAh, unit: 'Ah', from: 'airframe' },
        { symbol: 'u', meaning: 'usable share, for age and charge', value: battery.usableFraction, unit: '', from: 'airframe; common practice 0.75 to 0.80' },
        { symbol: 'H', meaning: 'hours at which C is rated', value: battery.ratedHours, unit: 'h', from: 'airframe' },
        { symbol: 'k', meaning: `Peukert exponent, ${battery.chemistry}`, value: exponent, unit: '', from: 'common practice' },
        { symbol: 'delay', meaning: 'pilot notices and sheds', value: pilotDelayMinutes, unit: 'min', from: 'airframe; common practice 5' },
        { symbol: 'I full', meaning: `all loads in ${phase} at ${batteryV} V`, value: fullA, unit: 'A', from: 'catalogue entries' },
        { symbol: 'I shed', meaning: 'what stays on', value: shedA, unit: 'A', from: kept.map(load => load.label).join(', ') || 'nothing' },
      ],
      result: { value: minutes, unit: 'min' },
      basis: { kind: 'common practice', source: 'Peukert’s law at mean battery voltage' }
    }
  }
}

/** Complaints about endurance and the battery. */
export function enduranceSnags(design: Design, endurance: Endurance): Snag[] {
  const { brief, airframe } = design
  const snags: Snag[] = []
  const wanted = brief.wantedMinutes
  if (endurance.minutes < wanted) {
    const largest = [...endurance.kept].sort((a, b) => b.amps - a.amps)[0]
    snags.push({
      id: 'power.endurance', code: 'power.endurance', weight: 'needs a decision', subjects: largest ? [largest.unit] : [],
      measured: endurance.minutes, limit: wanted, unit: 'min', basis: { kind: 'entered', source: 'time wanted in the brief; 30 min was the rule of 14 CFR 23.1353(h) before 2017 (from memory)' }, remedies: [],
      text: `With the alternator gone the battery lasts ${endurance.minutes.toFixed(0)} min; you want ${wanted} min.${largest ? ` The largest load left on is ${largest.label}, ${formatAmps(largest.amps)}.` : ''}`
    })
  }
  const place = airframe.places.find(one => one.id === airframe.battery.place)
  if (airframe.battery.chemistry === 'lithium' && place) snags.push({
    id: 'power.lithium-place', code: 'power.lithium-place', weight: place.kind === 'engine bay' ? 'needs a decision' : 'worth knowing', subjects: [],
    basis: { kind: 'common practice' }, remedies: [],
    text: place.kind === 'engine bay'
      ? 'The lithium battery stands ahead of the firewall: heat soak after shutdown can destroy it or worse. Ask its maker.'
      : `The lithium battery stands at ${place.name}, inside the cabin side of the firewall: a cell that fails vents hot gas there. Follow its maker on box and vent.`
  })
  return snags
}
