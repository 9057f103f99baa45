import type { FlightPhase } from '../../catalogue'

export const LOST_BECAUSE = ['shed', 'no feed', 'minimum voltage', 'battery flat', 'own battery empty'] as const
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
  /** Ampere-hours that age, charge and cold leave of all batteries. */
  wholeAh: number
  /** Of these, when the first unit kept on went dark: what had flowed, what the rate had cost, what was left. */
  atFirst?: { drawnAh: number; rateAh: number; leftAh: number }
}
