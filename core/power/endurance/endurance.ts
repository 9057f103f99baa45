import type { FlightPhase } from '../../catalogue'
import type { Design, Working } from '../../design'
import { figure, num, say } from '../../quantity'
import { phasesFlown } from '../loads/load'
import { powerModel } from '../supply/model'
import { DISCHARGE_BASIS, PEUKERT, shareAtCelsius } from './discharge'
import { simulate, type SimulationSettings } from './simulate'

export const LOST_BECAUSE = ['shed', 'no feed', 'least volts', 'battery flat', 'own battery empty'] as const
export interface Lost {
  unit: string
  label: string
  minute: number
  why: (typeof LOST_BECAUSE)[number]
  kept: boolean
}
export interface EnduranceLoad {
  unit: string
  label: string
  bus: string
  /** Before anything is shed, and just after the pilot has shed. */ amps: number
  afterA: number
}

export interface Endurance {
  phase: FlightPhase
  /** Minutes until the first unit that is kept on goes dark; Infinity when none does within a day. */
  minutes: number
  first?: Lost
  /** Minutes until nothing that draws is left; Infinity likewise. */
  endMinutes: number
  fullA: number
  shedA: number
  /** Of which coils of contactors. */
  coils: { id: string; name: string; amps: number; afterA: number }[]
  batteryV: number
  kept: EnduranceLoad[]
  shed: EnduranceLoad[]
  lost: Lost[]
  /** Bus volts (the lowest bus a kept unit hangs on) and charge left, share of what is usable, by minutes. */
  curve: { minute: number; volts: number; charge: number; amps: number }[]
  /** Watt-hours by unit, and where the rest of what the cells gave went. */
  energy: {
    byUnit: { unit: string; label: string; wh: number }[]
    loadsWh: number
    lossWh: number
    rateWh: number
    takenWh: number
  }
  steps: number
  solved: number
}

export const STEP_S = 10

/** What the planner's figures say: everything but the failure. The phase is the worst flown: in cloud, by night, or by day. */
export function usualSettings(design: Design): SimulationSettings {
  const flown = phasesFlown(design)
  const phase = flown.includes('cruise in cloud')
    ? 'cruise in cloud'
    : flown.includes('cruise by night')
      ? 'cruise by night'
      : 'cruise by day'
  const { supply, alternators } = powerModel(design)
  return {
    phase,
    supply,
    stepS: STEP_S,
    share: design.airframe.battery.usableFraction,
    celsius: design.airframe.batteryC,
    failure: { sources: alternators }
  }
}

/** The alternators have just quit, with the planner's own figures. */
export const enduranceOf = (design: Design): Endurance => simulate(design, usualSettings(design))

/** How the time on battery came about. */
export function explainEndurance(design: Design, endurance: Endurance): Working {
  const settings = usualSettings(design)
  const { pilotDelayMinutes } = design.airframe
  const { phase, fullA, shedA, kept, first, minutes, energy } = endurance
  const failed = new Set(settings.failure.sources)
  const batteries = powerModel(design).sources.flatMap(source =>
    source.kind === 'battery' && !failed.has(source.id) ? [source] : []
  )
  return {
    formula:
      'each step Δt: I from the network at the cells’ open-circuit volts E(s), s ← s − I · (I·H / C)^(k−1) · Δt / C; C = capacity · share · cold; a unit is dark below its least volts',
    inputs: [
      ...batteries.flatMap(source => [
        {
          symbol: `C ${source.name}`,
          meaning: say`of ${figure(source.capacityAh, 'Ah')} rated in ${figure(source.ratedHours, 'h')}, ${source.chemistry}`,
          value: source.capacityAh * settings.share * shareAtCelsius(source.chemistry, settings.celsius),
          unit: 'Ah',
          from: source.id === 'battery' ? 'airframe' : 'feeds or catalogue entry'
        },
        {
          symbol: 'k',
          meaning: `Peukert exponent, ${source.chemistry}`,
          value: PEUKERT[source.chemistry],
          unit: '',
          from: 'common practice'
        }
      ]),
      {
        symbol: 'share',
        meaning: 'left by age and state of charge',
        value: settings.share,
        unit: '',
        from: 'airframe; common practice 0.75 to 0.8'
      },
      { symbol: 'T', meaning: 'batteries are', value: settings.celsius, unit: '°C', from: 'airframe' },
      { symbol: 'Δt', meaning: 'step', value: settings.stepS, unit: 's', from: 'our choice' },
      {
        symbol: 'delay',
        meaning: 'pilot notices, sets the switches and sheds',
        value: pilotDelayMinutes,
        unit: 'min',
        from: 'airframe; common practice 5'
      },
      {
        symbol: 'I full',
        meaning: `all loads in ${phase}`,
        value: fullA,
        unit: 'A',
        from: 'catalogue entries, at the volts of the bus'
      },
      {
        symbol: 'I shed',
        meaning: 'what stays on, just after',
        value: shedA,
        unit: 'A',
        from: kept.map(load => load.label).join(', ') || 'nothing'
      },
      {
        symbol: 'first',
        meaning: first ? `${first.label}: ${first.why}` : 'nothing kept loses power',
        value: minutes,
        unit: 'min',
        from: 'simulation'
      },
      {
        symbol: 'energy',
        meaning: say`cells gave: loads ${num(energy.loadsWh, 1)}, wires, diodes and coils ${num(energy.lossWh, 1)}, rate ${num(energy.rateWh, 1)}`,
        value: energy.takenWh,
        unit: 'Wh',
        from: 'simulation'
      }
    ],
    result: { value: minutes, unit: 'min' },
    basis: DISCHARGE_BASIS
  }
}
