import { TASKS, UNIT_SOURCE } from '../document'
import { accountOf, settingsOf, waysOf, type Part, type Positions, type Task } from '../capability'
import type { FunctionName } from '../catalogue'
import type { Design, DesignUnit } from '../design'
import {
  circuitsOf,
  positionsOf,
  powerModel,
  simulate,
  supplyOf,
  usualSettings,
  withDeadField,
  withMoves,
  type Failure,
  type Lost,
  type Moves
} from '../power'
import { FLOWN, lossOf, type Loss } from './failures'

/** Why a unit shows nothing; empty where it has power. */
export type OffBecause = '' | 'failed' | 'no power' | 'shed' | 'low voltage' | 'own battery empty'
/** What has become of a unit. Units that have lost nothing are not listed. */
export interface UnitState {
  unit: string
  label: string
  off: OffBecause
  /** Functions that it provided before and no longer does. */
  lost: FunctionName[]
  /** It is off, or provides nothing of what it did. */
  dark: boolean
}
/** A task after a failure, and the units that carry it: of the first way that still works, by function. */
export interface CarriedTask {
  task: Task
  before: boolean
  works: boolean
  by: { name: FunctionName; units: string[] }[]
}
/** How things are from a minute on, until the next one listed. */
export interface Moment {
  minute: number
  units: UnitState[]
  tasks: CarriedTask[]
  functions: FunctionName[]
}
/** A failure through time: the moments at which something more is lost, and the batteries between them. */
export interface SimulatedFailure extends Loss {
  /** Units that are off or provide nothing any more, at once. */
  dark: string[]
  /** Units from which something is still set or tuned, by function. */
  from: { name: FunctionName; units: string[] }[]
  /** Switches that bring a task back, if any do. */
  rescue?: { set: { switch: string; to: string; name: string }[]; back: Task[] }
  /** At once, then at each later loss. */
  moments: Moment[]
  /** Each unit lost, with the minute and why. */
  losses: Lost[]
  /** Lowest volts of a unit that is kept on, charge and amps of the batteries, by minutes; empty where an alternator carries all. */
  curve: { minute: number; volts: number; charge: number; amps: number }[]
}

/** The parts lost, as the simulation of the supply knows them. A breaker takes every unit behind it. */
function failureOf(design: Design, dead: readonly Part[]): Failure {
  const of = (...kinds: Part['kind'][]) => dead.filter(part => kinds.includes(part.kind)).map(part => part.id)
  const behind = circuitsOf(design)
    .filter(circuit => of('protector').includes(circuit.unit) && circuit.alsoBus === undefined)
    .flatMap(circuit => circuit.shared)
  return withDeadField(powerModel(design), {
    sources: [...of('source'), ...of('unit').map(id => UNIT_SOURCE + id)],
    ties: of('tie'),
    buses: of('bus'),
    units: [...of('unit'), ...behind]
  })
}

/** What became of a unit, by the account of what works and by what the simulation lost until then. */
function unitState(
  design: Design,
  unit: DesignUnit,
  now: { lost: Part[]; dead: readonly Part[]; positions: Positions; why?: Lost }
): UnitState {
  const account = accountOf(design)
  const gave = unit.item.provides.filter(name => account.gives(unit.id, name))
  const lost = gave.filter(name => !account.gives(unit.id, name, now.lost, now.positions))
  const off: OffBecause = now.dead.some(part => part.kind === 'unit' && part.id === unit.id)
    ? 'failed'
    : now.why
      ? now.why.why === 'shed' || now.why.why === 'own battery empty'
        ? now.why.why
        : now.why.why === 'minimum voltage'
          ? 'low voltage'
          : 'no power'
      : account.powered(unit, now.lost, now.positions)
        ? ''
        : 'no power'
  return {
    unit: unit.id,
    label: unit.label,
    off,
    lost,
    dark: off !== '' || (gave.length > 0 && lost.length === gave.length)
  }
}

/** How things are at a minute: what was lost until then is lost with the rest. */
function momentAt(
  design: Design,
  dead: readonly Part[],
  at: { minute: number; losses: readonly Lost[]; positions: Positions }
): Moment {
  const account = accountOf(design)
  const { minute, positions } = at
  const gone = new Map(at.losses.filter(loss => loss.minute <= minute).map(loss => [loss.unit, loss]))
  const lost = [...dead, ...[...gone.keys()].flatMap(id => account.part('unit', id) ?? [])]
  const left = account.functions(lost, positions)
  const ways = waysOf(design)
  return {
    minute,
    units: design.units
      .map(unit => unitState(design, unit, { lost, dead, positions, why: gone.get(unit.id) }))
      .filter(state => state.off !== '' || state.lost.length > 0),
    tasks: TASKS.map(task => ({
      task,
      before: account.works(task),
      works: account.works(task, lost, positions),
      by: (ways[task].find(way => way.every(name => left.has(name))) ?? []).map(name => ({
        name,
        units: account.givers(name, lost, positions).map(unit => unit.id)
      }))
    })),
    functions: [...account.functions()].filter(name => !left.has(name))
  }
}

/**
 * Simulates the failure of some parts: what is left at once, what a switch would bring back, and what is lost later as the
 * batteries run down.
 * @param moves switches thrown, by id; those not named are as in normal flight, and after the pilot's delay as planned
 */
export function simulateFailure(design: Design, dead: readonly Part[], moves: Moves = new Map()): SimulatedFailure {
  const account = accountOf(design)
  const supply = withMoves(supplyOf(design), moves)
  const whole = account.functions()
  const failure = failureOf(design, dead)
  const settings = usualSettings(design)
  const played = dead.length || moves.size ? simulate(design, { ...settings, supply, failure }) : undefined
  // A unit that has failed itself does not go on by the battery within it.
  const failed = new Set(dead.filter(part => part.kind === 'unit').map(part => part.id))
  const losses = (played?.lost ?? []).filter(loss => Number.isFinite(loss.minute) && !failed.has(loss.unit))
  const normal = moves.size ? positionsOf(supply, 'normal') : positionsOf(supplyOf(design), 'normal')
  const after = positionsOf(supply, 'afterLoss')
  const onBattery = settings.failure.sources!.every(id => failure.sources?.includes(id))
  const planned = (minute: number) => onBattery && minute >= design.airframe.pilotDelayMinutes
  const minutes = [
    ...new Set([0, ...(onBattery ? [design.airframe.pilotDelayMinutes] : []), ...losses.map(loss => loss.minute)])
  ]
  const moments = minutes
    .sort((a, b) => a - b)
    .map(minute => momentAt(design, dead, { minute, losses, positions: planned(minute) ? after : normal }))
  const loss = lossOf(account, [...dead], whole)
  const from = FLOWN.filter(name => whole.has(name)).map(name => ({
    name,
    units: account.givers(name, dead).map(unit => unit.id)
  }))
  return {
    ...loss,
    dark: moments[0]!.units.filter(state => state.dark).map(state => state.unit),
    from,
    rescue: loss.tasks.length ? rescueBySwitch(design, dead, loss.tasks) : undefined,
    moments,
    losses,
    curve: onBattery ? (played?.curve ?? []) : []
  }
}

/** Of all settings of the switches the one that brings most tasks back with fewest moved; nothing where none does. */
function rescueBySwitch(design: Design, dead: readonly Part[], lost: readonly Task[]): SimulatedFailure['rescue'] {
  const account = accountOf(design)
  let best: SimulatedFailure['rescue']
  for (const { moved, positions } of settingsOf(design)) {
    const back = lost.filter(task => account.works(task, dead, positions))
    if (
      back.length > (best?.back.length ?? 0) ||
      (best && back.length === best.back.length && moved.length < best.set.length)
    )
      best = { set: moved, back }
  }
  return best
}
