import type { FlightPhase } from '../../catalogue'
import type { Supply, Tie } from '../../document'
import type { Design, DesignUnit } from '../../design'
import { perObject } from '../../cache'
import { designCircuits } from '../circuits/circuit'
import { onIn, quotedA } from '../loads/load'
import { electricUnits } from '../supply/electric'
import { isFieldDead, isMainField, powerModel, type PowerModel, type SourceAt } from '../supply/model'
import {
  drawnA,
  gathered,
  reached,
  solveNetwork,
  type Branch,
  type Draw,
  type Feed,
  type Solution
} from '../supply/network'
import { blocksOf, coilsOf, positionsOf, regulatedV } from '../supply/tie'
import { Wired, type Failure } from '../supply/wired'
import { hasPlan, isShed } from './shed'
import {
  chargeBelow,
  drainA,
  insideOhm,
  openCircuitV,
  PEUKERT,
  shareAtCelsius,
  storedWh,
  type Chemistry
} from './discharge'
import type { Endurance, EnduranceLoad, Lost } from './result'

export interface SimulationSettings {
  failure: Failure
  /** Step in seconds. */
  stepS: number
  phase: FlightPhase
  supply: Supply
  /** Share of each battery's capacity that age and charge leave. */
  share: number
  celsius: number
  /** The network is solved anew when open-circuit volts have moved by so much; by `STALE_V` when absent. */
  staleV?: number
  /** Units shed besides those the plan sheds, and kept though it sheds them. */
  alsoShed?: ReadonlySet<string>
  /** What a diode takes whose volts nobody entered; `DIODE_V` when absent. */
  assumedDiodeV?: number
  /** Only the time until the first unit that is kept goes dark is asked: what becomes of the rest is not followed. */
  untilFirst?: boolean
}

/** Ohms of each unit’s own circuit, out and back. */
const circuitOhms = perObject(
  (model: PowerModel): ReadonlyMap<string, number> =>
    new Map(
      designCircuits(model).circuits.flatMap(circuit =>
        circuit.steadyA > 0 ? [[circuit.unit, circuit.dropV / circuit.steadyA] as const] : []
      )
    )
)

/** Longest time looked at. */
export const MOST_MINUTES = 24 * 60
/** The network is solved anew when a battery's open-circuit volts have moved by this much since the last time. */
export const STALE_V = 0.02

/** A battery as it runs down. */
interface Cell {
  source: SourceAt & { kind: 'battery' }
  node: number
  capacityAh: number
  charge: number
  drain: number
  amps: number
  solvedV: number
  staleAt: number
  dead: boolean
}
/** A unit that draws, and what became of it. */
interface Load {
  unit: DesignUnit
  node: number
  draw: Draw
  kept: boolean
  shedAtS?: number
  shedBelowV?: number
  minV: number
  /** Ohms of its own wire and its way back. */
  ohm: number
  on: boolean
  amps: number
  volts: number
  wh: number
}
/** Volts at a unit, past the wire of its own circuit. */
const atUnit = (load: Load, nodeV: number): number => nodeV - load.ohm * drawnA(load.draw, nodeV)
interface Coil {
  tie: Tie
  draw: Draw
}

/** What does not change while time runs. */
interface Frame {
  model: PowerModel
  settings: SimulationSettings
  wired: Wired
  blocks: number
  nominalV: number
  alternators: readonly Feed[]
  /** When the pilot has noticed; never while an alternator still feeds a bus. */
  delayS: number
  wholeAh: number
  wholeWh: number
}
/** Where the simulation stands. Each step below takes it on. */
interface State {
  now: number
  /** Since when the amps of the last solution have flowed. */
  sinceS: number
  cells: Cell[]
  loads: Load[]
  coils: Coil[]
  branches: Branch[]
  /** The pilot has set the switches. */
  reacted: boolean
  solution?: Solution
  /** The last solution a fall of volts can be drawn from. */
  before?: { volts: readonly number[]; at: number }
  /** Something went off by itself: what is left must be solved before time goes on. */
  stale: boolean
  lost: Lost[]
  curve: Endurance['curve']
  lossW: number
  rateW: number
  lossWh: number
  rateWh: number
  solved: number
  steps: number
  /** Ampere-hours that have flowed, and that the rate has cost besides; as they stood when the first kept unit went dark. */
  drawnAh: number
  rateAh: number
  atFirst?: { drawnAh: number; rateAh: number; leftAh: number }
  /** Draws of all that is on, gathered; `of` tells one set from another, since loads only ever go off. */
  sums?: { of: number; draws: Draw[] }
}

const total = (amps: ReadonlyMap<unknown, number>): number => [...amps.values()].reduce((sum, amps) => sum + amps, 0)
const stored = ({ blocks }: Pick<Frame, 'blocks'>, cells: readonly Cell[]): number =>
  cells.reduce((sum, cell) => sum + storedWh(cell.source.chemistry, cell.capacityAh, cell.charge, blocks), 0)

/**
 * What happens after a failure, step by step: each battery by its own charge, rate, age and cold; bus volts from the network;
 * loads of constant power drawing more as volts fall; switches set and loads shed after the pilot's delay, at their own time or
 * volts; each unit dark at its least volts, then on a battery of its own. A unit that has gone dark stays dark.
 * @returns times, curve and where the energy went; `Infinity` where nothing goes dark within a day
 */
export function simulate(design: Design, settings: SimulationSettings): Endurance {
  const { frame, state } = begin(powerModel(design, settings.supply), settings)
  solve(frame, state)
  const full = ampsNow(frame, state)
  let after: ReturnType<typeof ampsNow> | undefined
  let due = nextDue(frame, state)
  let nextMark = 60
  mark(frame, state)
  while (state.now < MOST_MINUTES * 60) {
    // The pilot's hand comes first: what is due at this moment is done before the step.
    if (state.now >= due) {
      react(frame, state)
      due = nextDue(frame, state)
      mark(frame, state)
    }
    if (state.stale) {
      state.stale = false
      state.before = undefined
      solve(frame, state)
      mark(frame, state)
    }
    if (state.reacted) after ??= ampsNow(frame, state)
    if (state.lost.length === state.loads.length) break
    if (settings.untilFirst && firstIsKnown(state)) break
    const span = spanOf(frame, state, due)
    if (span === undefined) break
    const moved = run(frame, state, span)
    if (state.now >= nextMark || (moved && state.cells.some(cell => cell.dead))) {
      mark(frame, state)
      nextMark = state.now + 60
    }
  }
  book(state)
  mark(frame, state)
  return outcome(frame, state, full, after)
}

/** The time until the first unit that is kept goes dark, in minutes: `Infinity` where none does within a day. */
export const minutesUntilFirst = (design: Design, settings: SimulationSettings): number =>
  simulate(design, { ...settings, untilFirst: true }).minutes

function begin(model: PowerModel, settings: SimulationSettings): { frame: Frame; state: State } {
  const { design, supply, sources } = model
  const { failure } = settings
  const { systemV, pilotDelayMinutes } = design.airframe
  const wired = new Wired(model, failure, settings.assumedDiodeV)
  const failed = new Set(failure.sources)
  const alternators = sources.flatMap((source): Feed[] =>
    source.kind === 'alternator' && !failed.has(source.id)
      ? [{ node: wired.node(source.id), emfV: regulatedV(systemV), ohm: 0.005, limitA: source.ratedA }]
      : []
  )
  const branches = wired.closedBranches(positionsOf(supply, 'normal'))
  // With an alternator still feeding a bus there is nothing for the pilot to notice: no switch is set, nothing is shed.
  const alive = reached({ nodes: wired.nodes, branches, feeds: alternators })
  const feeding = supply.buses.some(bus => alive[wired.node(bus.id)])
  const delayS = feeding ? Infinity : pilotDelayMinutes * 60
  const cells = cellsOf(model, settings, wired, failed)
  const blocks = blocksOf(systemV)
  const frame: Frame = {
    model,
    settings,
    wired,
    blocks,
    nominalV: systemV === 28 ? 28 : 14,
    alternators,
    delayS,
    wholeAh: cells.reduce((sum, cell) => sum + cell.capacityAh, 0),
    wholeWh: stored({ blocks }, cells)
  }
  const state: State = {
    now: 0,
    sinceS: 0,
    cells,
    loads: loadsOf(model, settings, wired, { delayS, feeding }),
    coils: [],
    // Units that hang on two buses have brought branches of their own.
    branches: [],
    reacted: false,
    stale: false,
    lost: [],
    curve: [],
    lossW: 0,
    rateW: 0,
    lossWh: 0,
    rateWh: 0,
    solved: 0,
    steps: 0,
    drawnAh: 0,
    rateAh: 0
  }
  setSwitches(frame, state, 'normal')
  for (const load of state.loads) if (!load.on) lose(frame, state, load, { second: 0, why: 'no feed' })
  return { frame, state }
}

function cellsOf(
  { sources }: PowerModel,
  { share, celsius }: SimulationSettings,
  wired: Wired,
  failed: ReadonlySet<string>
): Cell[] {
  return sources.flatMap((source): Cell[] =>
    source.kind === 'battery' && !failed.has(source.id)
      ? [
          {
            source,
            node: wired.node(source.id),
            capacityAh: source.capacityAh * share * shareAtCelsius(source.chemistry, celsius),
            charge: 1,
            drain: 0,
            amps: 0,
            solvedV: 0,
            staleAt: 1,
            dead: false
          }
        ]
      : []
  )
}

function loadsOf(
  model: PowerModel,
  { phase, failure, alsoShed }: SimulationSettings,
  wired: Wired,
  when: { delayS: number; feeding: boolean }
): Load[] {
  const { design } = model
  const down = new Set(failure.units)
  const ohms = circuitOhms(model)
  // Where nothing is marked to stay on nobody has planned to shed: everything stays on.
  const planned = hasPlan(design)
  return electricUnits(design).flatMap((unit): Load[] => {
    const { power } = unit.item
    if (!power || !onIn(power, phase)) return []
    const amps = quotedA(power).averageA
    if (amps <= 0 || (isFieldDead(failure) && isMainField(model, unit))) return []
    const off = (alsoShed?.has(unit.id) ?? false) || (planned && isShed(unit))
    const node = wired.nodeOf(unit)
    return [
      {
        unit,
        node,
        draw: { node, kind: power.load, amps, atV: power.atV, minV: Math.max(1, power.minV) },
        kept: !off,
        shedAtS: off ? shedTime(unit, when, planned) : undefined,
        shedBelowV: off && unit.shedAfterMinutes === undefined ? unit.shedBelowV : undefined,
        minV: power.minV,
        ohm: ohms.get(unit.id) ?? 0,
        on: !down.has(unit.id),
        amps: 0,
        volts: 0,
        wh: 0
      }
    ]
  })
}
/** When a unit that is to be shed is taken off; undefined where its volts decide, or there is nothing to notice. */
function shedTime(
  unit: DesignUnit,
  { delayS, feeding }: { delayS: number; feeding: boolean },
  planned: boolean
): number | undefined {
  if (!planned || !isShed(unit)) return delayS
  if (unit.shedAfterMinutes !== undefined) return feeding ? undefined : unit.shedAfterMinutes * 60
  return unit.shedBelowV !== undefined ? undefined : delayS
}

/** Sets the switches, and with them the branches that conduct and the coils that draw. */
function setSwitches(
  { model: { supply }, wired, settings, nominalV }: Frame,
  state: State,
  when: 'normal' | 'afterLoss'
) {
  const positions = positionsOf(supply, when)
  const cut = new Set([...(settings.failure.ties ?? []), ...(settings.failure.buses ?? [])])
  state.branches = wired.closedBranches(positions)
  state.coils = coilsOf(supply, positions)
    .filter(tie => !cut.has(tie.id) && !cut.has(tie.from))
    .map(tie => ({
      tie,
      draw: { node: wired.node(tie.from), kind: 'resistive', amps: tie.holdA!, atV: nominalV, minV: 1 }
    }))
}

/** Cells of a battery within an instrument, where nothing else is said (common practice). */
const INSIDE: Chemistry = 'lithium'
/**
 * Minutes that a unit works on the battery within it: those of its entry, less what age, charge and cold take from every other
 * battery of the aircraft; none where it has none.
 */
export const ownBatteryMinutes = (
  { item }: DesignUnit,
  { share, celsius }: Pick<SimulationSettings, 'share' | 'celsius'>
): number => (item.power?.internalBatteryMinutes ?? 0) * share * shareAtCelsius(INSIDE, celsius)

/** Least volts of a node that count as being fed. */
const FED_V = 0.5
/** Takes a unit off; one with a battery of its own works on for as long as that lasts. */
function lose(
  { settings }: Pick<Frame, 'settings'>,
  state: State,
  load: Load,
  { second, why }: { second: number; why: Lost['why'] }
): void {
  load.on = false
  const own = why === 'shed' || why === 'own battery empty' ? 0 : ownBatteryMinutes(load.unit, settings)
  if (load.kept && why !== 'shed')
    state.atFirst ??= {
      drawnAh: state.drawnAh,
      rateAh: state.rateAh,
      leftAh: state.cells.reduce((sum, cell) => sum + cell.charge * cell.capacityAh, 0)
    }
  state.lost.push({
    unit: load.unit.id,
    label: load.unit.label,
    minute: second / 60 + own,
    why: own > 0 ? 'own battery empty' : why,
    kept: load.kept
  })
}

/** Energy between the last solution and now goes to the books at the amps of that solution. */
function book(state: State): void {
  const hours = (state.now - state.sinceS) / 3600
  if (hours > 0) {
    for (const load of state.loads) if (load.on) load.wh += load.amps * load.volts * hours
    state.lossWh += state.lossW * hours
    state.rateWh += state.rateW * hours
  }
  state.sinceS = state.now
}

/** A unit that falls below its own least volts is taken off before the least of its group can matter. */
function summed(state: State, active: readonly Load[]): Draw[] {
  if (state.sums?.of !== active.length)
    state.sums = { of: active.length, draws: gathered(active.map(load => load.draw)) }
  return state.sums.draws
}

/** Solves, and takes off what has too few volts until what is left holds. */
function solve(frame: Frame, state: State): void {
  book(state)
  for (let round = 0; round <= state.loads.length; round++) {
    const active = state.loads.filter(load => load.on)
    solveOnce(frame, state, active)
    // Too few volts for it, or no live source that reaches it at all.
    const dark = active.filter(load => load.volts < FED_V || atUnit(load, load.volts) < load.minV - 1e-6)
    if (dark.length === 0) break
    for (const load of dark) goDark(frame, state, load)
  }
  state.before = { volts: state.solution!.volts, at: state.now }
  for (const load of state.loads)
    if (load.on && load.shedBelowV !== undefined && load.volts < load.shedBelowV && state.now > 0) {
      lose(frame, state, load, { second: state.now, why: 'shed' })
      state.stale = true
    }
}

function solveOnce({ wired, blocks, alternators, settings }: Frame, state: State, active: readonly Load[]): void {
  const live = state.cells.filter(cell => !cell.dead)
  for (const cell of live) {
    cell.solvedV = openCircuitV(cell.source.chemistry, cell.charge, blocks)
    cell.staleAt = chargeBelow(cell.source.chemistry, cell.charge, settings.staleV ?? STALE_V, blocks)
  }
  const worn = { celsius: settings.celsius, share: settings.share }
  const feeds = [
    ...live.map((cell): Feed => ({
      node: cell.node,
      emfV: cell.solvedV,
      ohm: insideOhm(cell.source.chemistry, cell.source.capacityAh, blocks, worn),
      limitA: Infinity
    })),
    ...alternators
  ]
  const draws = [...summed(state, active), ...state.coils.map(coil => coil.draw)]
  const solution = solveNetwork({ nodes: wired.nodes, branches: state.branches, feeds, draws }, state.before?.volts)
  state.solution = solution
  state.solved++
  for (const load of active) {
    load.volts = solution.volts[load.node]!
    load.amps = drawnA(load.draw, load.volts)
  }
  state.lossW = 0
  state.rateW = 0
  live.forEach((cell, index) => {
    cell.amps = solution.feedA[index]!
    cell.drain = drainA(cell.amps, cell.capacityAh, cell.source.ratedHours, PEUKERT[cell.source.chemistry])
    state.lossW += cell.amps * (cell.solvedV - solution.volts[cell.node]!)
    state.rateW += (cell.drain - cell.amps) * cell.solvedV
  })
  for (const { draw } of state.coils)
    state.lossW += drawnA(draw, solution.volts[draw.node]!) * solution.volts[draw.node]!
  state.branches.forEach((branch, index) => {
    state.lossW += (solution.volts[branch.from]! - solution.volts[branch.to]!) * solution.branchA[index]!
  })
}

/** A unit has too few volts. Between two looks the volts fell straight: when they passed the least is on the line between. */
function goDark(frame: Frame, state: State, load: Load): void {
  const { before, now, cells } = state
  const had = before && before.at < now ? atUnit(load, before.volts[load.node]!) : undefined
  const has = atUnit(load, load.volts)
  const share = had !== undefined && had > load.minV && had > has ? (had - load.minV) / (had - has) : 1
  const fell = load.volts > FED_V
  const second = before && had !== undefined && fell ? before.at + (now - before.at) * Math.min(1, share) : now
  const why = fell ? 'minimum voltage' : now > 0 && cells.some(cell => cell.dead) ? 'battery flat' : 'no feed'
  lose(frame, state, load, { second, why })
}

/** The pilot's hand: switches, once the loss is noticed, and what is to be shed by now. */
function react(frame: Frame, state: State): void {
  book(state)
  if (!state.reacted && state.now >= frame.delayS) {
    state.reacted = true
    setSwitches(frame, state, 'afterLoss')
  }
  for (const load of state.loads)
    if (load.on && load.shedAtS !== undefined && state.now >= load.shedAtS)
      lose(frame, state, load, { second: state.now, why: 'shed' })
  state.before = undefined
  solve(frame, state)
}

/** When the pilot's hand is wanted next. */
const nextDue = ({ delayS }: Frame, { loads, reacted }: State): number =>
  loads.reduce(
    (least, load) => (load.on && load.shedAtS !== undefined ? Math.min(least, load.shedAtS) : least),
    reacted ? Infinity : delayS
  )

/**
 * Whether nothing that is still to come can go dark before the first kept unit did, or change what was drawn before the pilot reacted
 * and after: a unit with a battery of its own is lost later than its feed was, and another one may be before it.
 */
const firstIsKnown = ({ lost, now, reacted, before }: State): boolean =>
  reacted && lost.some(loss => loss.kept && loss.minute * 60 <= (before?.at ?? now))

/**
 * How far time may go at once: a step, to what is due, or to where a battery is empty or its volts have moved. Undefined where
 * nothing happens any more.
 */
function spanOf({ settings }: Frame, { now, cells }: State, due: number): number | undefined {
  let span = Math.min(settings.stepS, due - now, MOST_MINUTES * 60 - now)
  let draining = false
  for (const cell of cells)
    if (cell.drain > 0) {
      draining = true
      const left = cell.charge - Math.max(0, cell.staleAt)
      span = Math.min(span, Math.max(((left * cell.capacityAh) / cell.drain) * 3600, 1e-3))
    }
  return !draining && due === Infinity ? undefined : span
}

/** Lets time run; solves anew where a battery's volts have moved. @returns whether they had */
function run(frame: Frame, state: State, span: number): boolean {
  state.now += span
  state.steps++
  let moved = false
  for (const cell of state.cells) {
    if (cell.drain <= 0) continue
    state.drawnAh += (cell.amps * span) / 3600
    state.rateAh += ((cell.drain - cell.amps) * span) / 3600
    cell.charge -= (cell.drain * span) / 3600 / cell.capacityAh
    if (cell.charge <= 1e-9) {
      cell.charge = 0
      cell.dead = true
      moved = true
    } else if (cell.charge <= cell.staleAt + 1e-12) moved = true
  }
  if (!moved) return false
  book(state)
  for (const cell of state.cells)
    if (cell.dead && cell.drain > 0) {
      cell.amps = 0
      cell.drain = 0
      state.before = undefined
    }
  solve(frame, state)
  return true
}

/** Puts a point on the curve. */
function mark({ wholeAh }: Frame, { loads, cells, curve, now }: State): void {
  const watched = loads.filter(load => load.on && load.kept)
  curve.push({
    minute: now / 60,
    volts: watched.length ? Math.min(...watched.map(load => load.volts)) : 0,
    charge: wholeAh > 0 ? cells.reduce((sum, cell) => sum + cell.charge * cell.capacityAh, 0) / wholeAh : 0,
    amps: cells.reduce((sum, cell) => sum + (cell.dead ? 0 : cell.amps), 0)
  })
}

/** Amps of every load and coil at this moment. */
const ampsNow = (_: Frame, { loads, coils, solution }: State) => ({
  loads: new Map(loads.map(load => [load, load.on ? load.amps : 0])),
  coils: new Map(coils.map(({ tie, draw }) => [tie.id, drawnA(draw, solution!.volts[draw.node]!)]))
})

function outcome(
  frame: Frame,
  { loads, lost, cells, curve, steps, solved, lossWh, rateWh, atFirst }: State,
  full: ReturnType<typeof ampsNow>,
  after: ReturnType<typeof ampsNow> | undefined
): Endurance {
  const { model, settings, blocks } = frame
  lost.sort((a, b) => a.minute - b.minute)
  const first = lost.find(loss => loss.kept)
  const asLoad = (load: Load): EnduranceLoad => ({
    unit: load.unit.id,
    label: load.unit.label,
    bus: model.feedOf(load.unit).bus,
    amps: full.loads.get(load)!,
    afterA: after?.loads.get(load) ?? 0
  })
  return {
    phase: settings.phase,
    minutes: first?.minute ?? Infinity,
    first,
    endMinutes: loads.length === 0 || loads.some(load => load.on) ? Infinity : lost.at(-1)!.minute,
    fullA: total(full.loads) + total(full.coils),
    shedA: after ? total(after.loads) + total(after.coils) : 0,
    coils: model.supply.ties
      .filter(tie => full.coils.has(tie.id))
      .map(tie => ({
        id: tie.id,
        name: tie.name,
        amps: full.coils.get(tie.id)!,
        afterA: after?.coils.get(tie.id) ?? 0
      })),
    batteryV: blocks * 12,
    kept: loads.filter(load => load.kept).map(asLoad),
    shed: loads.filter(load => !load.kept).map(asLoad),
    lost,
    curve,
    steps,
    solved,
    wholeAh: frame.wholeAh,
    atFirst,
    energy: {
      byUnit: loads
        .map(load => ({ unit: load.unit.id, label: load.unit.label, wh: load.wh }))
        .sort((a, b) => b.wh - a.wh),
      loadsWh: loads.reduce((sum, load) => sum + load.wh, 0),
      lossWh,
      rateWh,
      takenWh: frame.wholeWh - stored(frame, cells)
    }
  }
}
