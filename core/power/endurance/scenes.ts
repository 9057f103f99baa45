import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import type { FunctionName } from '../../catalogue'
import { MAIN_ALTERNATOR, type Supply } from '../../document'
import type { Basis, Design, DesignUnit, Steps } from '../../design'
import { type Phrase } from '../../quantity'
import type { Circuit } from '../circuits/circuit'
import { usualSettings } from './endurance'
import { ownBatteryMinutes, simulate } from './simulate'
import { fedWith, oneMore, rescueMoves, withMoves, worthOf, type Moves } from '../supply/rescue'
import { Wired, type Failure } from '../supply/wired'
import { fedBy } from '../supply/feeding'
import { positionsOf } from '../supply/tie'
import { powerModel, type PowerModel } from '../supply/model'

/** A failure played through: what goes dark at once, what can no longer be done, and how long the rest lasts. */
export interface Scene {
  id: string
  kind: 'alternator' | 'battery' | 'contactor' | 'feeder' | 'bus' | 'protector' | 'over-voltage'
  name: Phrase | string
  dark: { unit: string; label: string }[]
  /** On a battery of its own for so long. */
  onOwn: { unit: string; label: string; minutes: number }[]
  lostFunctions: FunctionName[]
  /** Units fed at all in normal flight, and those still fed now. */
  fedBefore: number
  fedNow: number
  /**
   * Minutes until the first unit kept on goes dark because the batteries are spent; Infinity where a source still carries
   * all, 0 where nothing is fed.
   */
  minutes: number
  /**
   * Switches that bring back most of what is dark, or make the rest last longest; what they bring back, and how long it
   * lasts then.
   */
  rescue?: { set: { switch: string; to: string }[]; back: { unit: string; label: string }[]; minutes: number }
  basis: Basis
}

/**
 * Volts at which an over-voltage guard commonly takes an alternator off: 16 to 16.5 V of a 14 V system, twice that for 28
 * V (common practice).
 */
export const overVolts = (systemV: 12 | 14 | 28): number => (systemV === 28 ? 33 : 16.5)

/** What no longer works with these units dark: the account of what works says it (`capability`). */
export type FunctionsLost = (dark: ReadonlySet<string>) => FunctionName[]

/** Least gain that makes a switch worth naming, in minutes. */
const WORTH_MINUTES = 1

/**
 * The switches a pilot may set after a failure: of all settings of one switch more, the one that feeds most of what is to
 * stay on,
 * then most at all, again and again while it helps; then any one more with which the rest lasts longer and nothing is lost.
 */
function rescueOf({
  design,
  supply,
  failure,
  dark,
  minutesWith,
  minutes
}: {
  design: Design
  supply: Supply
  failure: Failure
  dark: readonly DesignUnit[]
  minutesWith: (moves: Moves, gone: ReadonlySet<string>) => number
  minutes: number
}): Scene['rescue'] {
  const gone = new Set(dark.map(unit => unit.id))
  const fed = (moves: Moves) => fedWith(design, supply, failure, moves)
  let moves: Moves = gone.size > 0 ? rescueMoves(design, supply, failure) : new Map<string, string>()
  const best = worthOf(design, fed(moves))
  const still = (now: Moves) => {
    const powered = fed(now)
    return new Set([...gone].filter(id => !powered.has(id)))
  }
  let lasts = moves.size ? minutesWith(moves, still(moves)) : minutes
  if (Number.isFinite(lasts))
    for (const tried of oneMore(supply, moves)) {
      const found = worthOf(design, fed(tried))
      if (found[0] < best[0] || found[1] < best[1]) continue
      const longer = minutesWith(tried, still(tried))
      if (longer > lasts + WORTH_MINUTES) {
        lasts = longer
        moves = tried
      }
    }
  const set = supply.switches.flatMap(toggle => {
    const to = moves.get(toggle.id)
    return to === undefined || to === toggle.normal ? [] : [{ switch: toggle.name, to }]
  })
  const left = still(moves)
  const back = dark.filter(unit => !left.has(unit.id)).map(unit => ({ unit: unit.id, label: unit.label }))
  return set.length ? { set, back, minutes: lasts } : undefined
}

/**
 * A failure with the alternator lost too, where it takes the power of its field: an alternator whose field breaker opens, or whose
 * field hangs on a dead bus, gives nothing (common practice).
 */
export function withDeadField(model: PowerModel, failure: Failure): Failure {
  const fields = electricUnits(model.design).filter(unit => unit.item.power && unit.item.provides.includes('generator'))
  if (!fields.length || failure.sources?.includes(MAIN_ALTERNATOR) || !model.alternators.includes(MAIN_ALTERNATOR))
    return failure
  const { powered } = fedBy(new Wired(model, failure), positionsOf(model.supply, 'normal'))
  return fields.every(({ id }) => !powered.has(id) || failure.units?.includes(id))
    ? { ...failure, sources: [...(failure.sources ?? []), MAIN_ALTERNATOR] }
    : failure
}

/** A failure to play, before what follows from it is known. */
interface AskedScene {
  id: string
  kind: Scene['kind']
  name: Scene['name']
  failure: Failure
}
/** Every failure worth a thought of these sources, ties, buses and protectors. */
function failuresToPlay({ supply, sources }: PowerModel, circuits: readonly Circuit[]): AskedScene[] {
  const alternators = sources.filter(source => source.kind === 'alternator')
  const heads = circuits.filter(circuit => circuit.head === circuit.unit)
  return [
    ...alternators.map(source => ({
      id: `source:${source.id}`,
      kind: 'alternator' as const,
      name: `${source.name} has no output`,
      failure: { sources: [source.id] }
    })),
    ...(alternators.length > 1
      ? [
          {
            id: 'alternators',
            kind: 'alternator' as const,
            name: 'All alternators have no output',
            failure: { sources: alternators.map(source => source.id) }
          }
        ]
      : []),
    ...sources
      .filter(source => source.kind === 'battery')
      .map(source => ({
        id: `source:${source.id}`,
        kind: 'battery' as const,
        name: `${source.name} is dead`,
        failure: { sources: [source.id] }
      })),
    ...supply.ties
      .filter(tie => tie.kind === 'contactor')
      .map(tie => ({
        id: `tie:${tie.id}`,
        kind: 'contactor' as const,
        name: `${tie.name} opens`,
        failure: { ties: [tie.id] }
      })),
    ...supply.ties
      .filter(tie => tie.kind === 'contactor')
      .map(tie => ({
        id: `tie-alt:${tie.id}`,
        kind: 'contactor' as const,
        name: `${tie.name} opens and the alternators trip with it`,
        failure: { ties: [tie.id], sources: alternators.map(source => source.id) }
      })),
    ...supply.ties
      .filter(tie => tie.kind === 'breaker')
      .map(tie => ({
        id: `tie:${tie.id}`,
        kind: 'feeder' as const,
        name: `Breaker of ${tie.name} opens`,
        failure: { ties: [tie.id] }
      })),
    ...supply.buses.map(bus => ({
      id: `bus:${bus.id}`,
      kind: 'bus' as const,
      name: `${bus.name} is dead`,
      failure: { buses: [bus.id] }
    })),
    ...heads.map(head => ({
      id: `protector:${head.unit}`,
      kind: 'protector' as const,
      name: messages.protectorOpens({ breakerA: head.breakerA, protector: head.protector, label: head.label }),
      // One of two breakers leaves the other.
      failure: { units: head.alsoBus === undefined ? head.shared : [] }
    }))
  ]
}

/** What follows from one failure. */
function playScene(
  model: PowerModel,
  { id, kind, name: called, failure: alone }: AskedScene,
  normal: ReadonlySet<string>,
  functionsLost: FunctionsLost
): Scene {
  const { design, supply } = model
  const settings = usualSettings(design)
  /** What is left, by the simulation of those still fed. */
  const restMinutes = (failure: Failure, feeds: Supply, gone: ReadonlySet<string>): number =>
    simulate(design, { ...settings, supply: feeds, failure }).lost.find(loss => loss.kept && !gone.has(loss.unit))
      ?.minute ?? Infinity
  const failure = withDeadField(model, alone)
  const name = failure === alone ? called : messages.withDeadField(called)
  const { powered } = fedBy(new Wired(model, failure), positionsOf(supply, 'normal'))
  const off = electricUnits(design).filter(unit => normal.has(unit.id) && !powered.has(unit.id))
  const own = (unit: (typeof off)[number]) => ownBatteryMinutes(unit, settings)
  const dark = off.filter(unit => own(unit) === 0)
  const minutes =
    off.length === normal.size
      ? 0
      : failure.units && !failure.sources
        ? Infinity
        : restMinutes(failure, supply, new Set(off.map(unit => unit.id)))
  return {
    id,
    kind,
    name,
    fedBefore: normal.size,
    fedNow: normal.size - off.length,
    minutes,
    basis: { kind: 'derived', source: 'network of the feeds' },
    rescue:
      failure.units && !failure.sources
        ? undefined
        : rescueOf({
            design,
            supply,
            failure,
            dark: off,
            minutesWith: (moves, gone) => restMinutes(failure, withMoves(supply, moves), gone),
            minutes
          }),
    dark: dark.map(unit => ({ unit: unit.id, label: unit.label })),
    onOwn: off.filter(unit => own(unit) > 0).map(unit => ({ unit: unit.id, label: unit.label, minutes: own(unit) })),
    lostFunctions: functionsLost(new Set(dark.map(unit => unit.id)))
  }
}

/** A regulator that runs away. */
function overVoltage(design: Design, normal: ReadonlySet<string>, functionsLost: FunctionsLost): Scene {
  const volts = overVolts(design.airframe.systemV)
  const burnt = electricUnits(design).filter(unit => unit.item.power && unit.item.power.maxV < volts)
  return {
    id: 'over-voltage',
    kind: 'over-voltage',
    name: messages.regulatorRunsAway(volts),
    onOwn: [],
    minutes: Infinity,
    fedBefore: normal.size,
    fedNow: normal.size - burnt.length,
    dark: burnt.map(unit => ({ unit: unit.id, label: unit.label })),
    lostFunctions: functionsLost(new Set(burnt.map(unit => unit.id))),
    basis: {
      kind: 'common practice',
      source: `over-voltage guards act near ${volts} V; most volts from the catalogue entries`
    }
  }
}

/**
 * Every failure worth a thought, one after the other: alternators, batteries, contactors, feeders, buses, protectors, and
 * a regulator that runs away.
 * @param functionsLost what no longer works with units dark
 */
export function* playScenes(
  design: Design,
  circuits: readonly Circuit[],
  functionsLost: FunctionsLost
): Steps<Scene[]> {
  const model = powerModel(design)
  const asked = failuresToPlay(model, circuits)
  const scenes: Scene[] = []
  const normal = fedBy(new Wired(model, {}), positionsOf(model.supply, 'normal')).powered
  for (const scene of asked) {
    yield { done: scenes.length, of: asked.length + 1 }
    scenes.push(playScene(model, scene, normal, functionsLost))
  }
  return [...scenes, overVoltage(design, normal, functionsLost)]
}
