import { electricUnits } from '../supply/electric'
import type { FlightPhase } from '../../catalogue'
import type { Basis } from '../../design'
import { MAIN_BATTERY } from '../../document'
import type { PowerModel, SourceAt } from '../supply/model'
import { reached } from '../supply/network'
import { coilsOf, positionsOf } from '../supply/tie'
import { Wired } from '../supply/wired'
import { asker, givesIn } from './ask'
import { busV, fieldA, idlesIn, phasesFlown, unitAmps, type UnitLoad } from './load'

/** Continuous load at most this share of the alternator's rating, where no placard or monitor limits it. */
export const ALTERNATOR_SHARE = 0.8
export const ALTERNATOR_BASIS: Basis = { kind: 'published', source: 'AC 43.13-1B, 11-36', fromMemory: true }

/** Put before the id of a tie, an alternator or a battery where its coil, field or charge stands among the loads. */
export const COIL = 'coil:'
const FIELD = 'field:'
const RECHARGE = 'charge:'
const STARTER = 'starter:'

/** One alternator in a phase: what the network takes from it, and what it may give for good. */
export interface Machine {
  id: string
  name: string
  ratedA: number
  givesA: number
  limitA: number
  /** Held to what it may give for good it gives all of that. */
  atLimit: boolean
}
export interface PhaseLoad {
  phase: FlightPhase
  continuousA: number
  intermittentA: number
  transmitA: number
  /** The three together: what the units take on the average. */
  typicalA: number
  /** Every load at its most. */
  worstA: number
  /** Most over five seconds, with the starter and the largest start of one load; most on the average of five minutes. */
  fiveSecondsA: number
  fiveMinutesA: number
  /**
   * What the alternators that reach a bus give at the speed the engine turns then, and how much of it may be used for
   * good. Nothing while the engine stands still.
   */
  capacityA: number
  limitA: number
  engine: 'stopped' | 'idle' | 'at speed'
  atIdle: boolean
  /** Alternators of which nobody entered what they give at idle: limit and margin are the most they could be, and unknown. */
  idleUnknown: string[]
  marginA: number
  byUnit: UnitLoad[]
  machines: Machine[]
  /** What the batteries give with the alternators held to what they may give for good, and with them at their rating. */
  batteryA: { heldToLimit: number; atRating: number }
}

type Summed = 'continuousA' | 'intermittentA' | 'transmitA' | 'typicalA' | 'worstA' | 'fiveMinutesA'
const sum = (list: readonly UnitLoad[], key: Summed) => list.reduce((total, load) => total + load[key], 0)

/** Share of its ampere-hours that a battery takes back after a start, in amps, and for how long. Our defaults. */
const RECHARGE_SHARE = 0.2
const RECHARGE_MINUTES = 10
/** Phases that follow the start soon enough for the battery to be taking charge. */
const CHARGES: readonly FlightPhase[] = ['taxi', 'climb']
const of = (unit: string, label: string, amps: number, patch: Partial<UnitLoad> = {}): UnitLoad => ({
  unit,
  label,
  continuousA: amps,
  intermittentA: 0,
  transmitA: 0,
  typicalA: amps,
  worstA: amps,
  fiveSecondsA: amps,
  fiveMinutesA: amps,
  quietA: amps,
  ...patch
})
/** What the battery takes back after a start: for minutes, so in the maximum and not in what is for good. */
export function rechargeOf({ design }: PowerModel): { amps: number; minutes: number; entered: boolean } {
  const { rechargeA, rechargeMinutes, battery } = design.airframe
  return {
    amps: rechargeA ?? battery.capacityAh * RECHARGE_SHARE,
    minutes: rechargeMinutes ?? RECHARGE_MINUTES,
    entered: rechargeA !== undefined
  }
}

/** Loads of a phase that are no units: closed contactors, fields, the battery’s charge, the starter. */
function besidesUnits(model: PowerModel, phase: FlightPhase, machines: readonly (SourceAt & { kind: 'alternator' })[]) {
  const { design, supply, sources } = model
  const positions = positionsOf(supply, 'normal')
  const coils = coilsOf(supply, positions).map(tie => of(COIL + tie.id, `Coil of ${tie.name}`, tie.holdA!))
  const fields =
    phase === 'start'
      ? []
      : machines.map(machine => of(FIELD + machine.id, `Field of ${machine.name}`, fieldA(model, machine)))
  const charge = rechargeOf(model)
  const main = sources.find(source => source.id === MAIN_BATTERY)
  const charging =
    main && machines.length && CHARGES.includes(phase) && charge.amps > 0
      ? [
          of(RECHARGE + main.id, `Charging ${main.name} after the start`, 0, {
            worstA: charge.amps,
            fiveSecondsA: charge.amps,
            fiveMinutesA: charge.amps * Math.min(1, charge.minutes / 5)
          })
        ]
      : []
  const { starterA } = design.airframe
  const cranking =
    phase === 'start' && starterA
      ? [of(STARTER, 'Starter', 0, { worstA: starterA, fiveSecondsA: starterA, fiveMinutesA: (starterA * 5) / 300 })]
      : []
  return [...coils, ...fields, ...charging, ...cranking]
}

/**
 * Loads by phase against the alternators, each machine by the network of the feeds: 80 % of its rating at speed; at idle what it
 * gives there, if that is less, and unknown where nobody entered it; nothing before the start. One that is tied to no bus, or switched
 * off, gives nothing.
 * Coils of closed contactors and fields draw in every phase; the battery’s charge and the starter in the maximum.
 */
export function loadsByPhase(model: PowerModel): PhaseLoad[] {
  const { design, supply, sources } = model
  const volts = busV(design.airframe.systemV)
  const positions = positionsOf(supply, 'normal')
  const wired = new Wired(model, {})
  const branches = wired.closedBranches(positions)
  const machines = sources.flatMap(source => (source.kind === 'alternator' ? [source] : []))
  const tied = machines.filter(source => {
    const live = reached({
      nodes: wired.nodes,
      branches,
      feeds: [{ node: wired.node(source.id), emfV: 1, ohm: 1, limitA: 1 }]
    })
    return supply.buses.some(bus => live[wired.node(bus.id)])
  })
  const ask = asker(model)
  const ratedA = tied.reduce((total, machine) => total + machine.ratedA, 0)
  return phasesFlown(design).map((phase): PhaseLoad => {
    const byUnit = [
      ...electricUnits(design).flatMap((unit): UnitLoad[] => (unit.item.power ? [unitAmps(unit, phase, volts)] : [])),
      ...besidesUnits(model, phase, tied)
    ]
      .filter(load => load.worstA > 0)
      .sort((a, b) => b.typicalA - a.typicalA)
    const engine = phase === 'start' ? 'stopped' : idlesIn(phase) ? 'idle' : 'at speed'
    const capacityA = tied.reduce((total, machine) => total + givesIn(machine, phase), 0)
    const limitA = Math.min(capacityA, ratedA * ALTERNATOR_SHARE)
    const typicalA = sum(byUnit, 'typicalA')
    const setting = { positions, failure: {}, shed: false }
    const held = ask({ ...setting, alternatorShare: ALTERNATOR_SHARE }, phase, 'averageA')
    const full = ask(setting, phase, 'averageA')
    const batteries = ({ sourceA }: typeof full) =>
      sources.reduce((total, source) => total + (source.kind === 'battery' ? (sourceA.get(source.id) ?? 0) : 0), 0)
    const starts = byUnit.reduce((most, load) => Math.max(most, load.startsA ?? 0), 0)
    return {
      phase,
      continuousA: sum(byUnit, 'continuousA'),
      intermittentA: sum(byUnit, 'intermittentA'),
      transmitA: sum(byUnit, 'transmitA'),
      typicalA,
      worstA: sum(byUnit, 'worstA'),
      fiveSecondsA: byUnit.reduce((total, load) => total + load.fiveSecondsA, 0) + starts,
      fiveMinutesA: sum(byUnit, 'fiveMinutesA'),
      capacityA,
      limitA,
      engine,
      atIdle: engine === 'idle' && tied.some(machine => machine.idleA !== undefined),
      idleUnknown: tied.flatMap(({ idleA, name }) => (engine === 'idle' && idleA === undefined ? [name] : [])),
      marginA: limitA - typicalA,
      byUnit,
      machines: tied.map(machine => ({
        id: machine.id,
        name: machine.name,
        ratedA: machine.ratedA,
        givesA: full.sourceA.get(machine.id) ?? 0,
        limitA: givesIn(machine, phase, ALTERNATOR_SHARE),
        atLimit: (held.sourceA.get(machine.id) ?? 0) >= givesIn(machine, phase, ALTERNATOR_SHARE) - 1e-6
      })),
      batteryA: { heldToLimit: batteries(held), atRating: batteries(full) }
    }
  })
}

/** The phase, the starting of the engine and idling apart, that loads the alternator most. */
export const heaviest = (loads: readonly PhaseLoad[]): PhaseLoad =>
  loads.filter(load => load.engine === 'at speed').reduce((most, load) => (load.typicalA > most.typicalA ? load : most))
