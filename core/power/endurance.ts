import type { FlightPhase } from '../catalogue'
import type { Supply } from '../document'
import type { Design, DesignUnit, Working } from '../design'
import { blocksOf, busOf, coilsOf, positionsOf, regulatedV, sourcesOf, supplyOf, type SourceAt } from './supply'
import {
  DISCHARGE_BASIS,
  chargeBelow,
  drainA,
  insideOhm,
  openCircuitV,
  PEUKERT,
  shareAtCelsius,
  storedWh
} from './discharge'
import { onIn, phasesFlown, quotedA } from './load'
import { drawnA, gathered, reached, solveNetwork, type Draw, type Solution } from './network'
import { Wired, type Failure } from './wired'

export interface SimulationSettings {
  failure: Failure
  /** Step in seconds. */
  stepS: number
  phase: FlightPhase
  supply: Supply
  /** Share of each battery's capacity that age and charge leave. */
  share: number
  celsius: number
  /** Units shed besides those the plan sheds, and kept though it sheds them. */
  alsoShed?: ReadonlySet<string>
}

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
  working: Working
}

/** Longest time looked at. */
export const MOST_MINUTES = 24 * 60
/** The network is solved anew when a battery's open-circuit volts have moved by this much since the last time. */
const STALE_V = 0.02
export const STEP_S = 10

/** What the planner's figures say: everything but the failure. The phase is the worst flown: in cloud, by night, or by day. */
export function usualSettings(design: Design): SimulationSettings {
  const flown = phasesFlown(design)
  const phase = flown.includes('cruise in cloud')
    ? 'cruise in cloud'
    : flown.includes('cruise by night')
      ? 'cruise by night'
      : 'cruise by day'
  const supply = supplyOf(design)
  return {
    phase,
    supply,
    stepS: STEP_S,
    share: design.airframe.battery.usableFraction,
    celsius: design.airframe.batteryC,
    failure: { sources: sourcesOf(design, supply).flatMap(source => (source.kind === 'alternator' ? [source.id] : [])) }
  }
}

/** Whether the plan sheds a unit once the alternator is gone. */
export const isShed = (unit: DesignUnit): boolean => unit.shed ?? !unit.item.power?.essential

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
interface Load {
  unit: DesignUnit
  node: number
  draw: Draw
  kept: boolean
  shedAtS?: number
  shedBelowV?: number
  minV: number
  on: boolean
  amps: number
  volts: number
  wh: number
  lostS?: number
}

const total = (amps: ReadonlyMap<unknown, number>): number => [...amps.values()].reduce((sum, one) => sum + one, 0)

/**
 * What happens after a failure, step by step: each battery by its own charge, rate, age and cold; bus volts from the network;
 * loads of constant power drawing more as volts fall; switches set and loads shed after the pilot's delay, at their own time or
 * volts; each unit dark at its least volts, then on a battery of its own. A unit that has gone dark stays dark.
 * @returns times, curve and where the energy went; `Infinity` where nothing goes dark within a day
 */
export function simulate(design: Design, settings: SimulationSettings): Endurance {
  const { supply, phase, failure } = settings
  const { systemV, pilotDelayMinutes } = design.airframe
  const blocks = blocksOf(systemV)
  const wired = new Wired(design, supply, failure)
  const failed = new Set(failure.sources)
  const sources = sourcesOf(design, supply)
  const cells: Cell[] = sources.flatMap((source): Cell[] =>
    source.kind === 'battery' && !failed.has(source.id)
      ? [
          {
            source,
            node: wired.node(source.id),
            capacityAh: source.capacityAh * settings.share * shareAtCelsius(source.chemistry, settings.celsius),
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
  const alternators = sources.flatMap(source =>
    source.kind === 'alternator' && !failed.has(source.id)
      ? [{ node: wired.node(source.id), emfV: regulatedV(systemV), ohm: 0.005, limitA: source.ratedA }]
      : []
  )
  // With an alternator still feeding a bus there is nothing for the pilot to notice: no switch is set, nothing is shed.
  const alive = reached({
    nodes: wired.nodes,
    branches: wired.closedBranches(positionsOf(supply, 'normal')),
    feeds: alternators
  })
  const feeding = supply.buses.some(bus => alive[wired.node(bus.id)])
  const delayS = feeding ? Infinity : pilotDelayMinutes * 60
  const down = new Set(failure.units)
  const loads: Load[] = design.units.flatMap((unit): Load[] => {
    const { power } = unit.item
    if (!power || !onIn(power, phase)) return []
    const amps = quotedA(power).averageA
    if (amps <= 0) return []
    const off = settings.alsoShed?.has(unit.id) || isShed(unit)
    const node = wired.nodeOf(unit)
    const shedAtS =
      !off || (settings.alsoShed?.has(unit.id) && !isShed(unit))
        ? off
          ? delayS
          : undefined
        : unit.shedAfterMinutes !== undefined
          ? feeding
            ? undefined
            : unit.shedAfterMinutes * 60
          : unit.shedBelowV !== undefined
            ? undefined
            : delayS
    return [
      {
        unit,
        node,
        draw: { node, kind: power.load, amps, atV: power.atV, minV: Math.max(1, power.minV) },
        kept: !off,
        shedAtS,
        shedBelowV: off && unit.shedAfterMinutes === undefined ? unit.shedBelowV : undefined,
        minV: power.minV,
        on: !down.has(unit.id),
        amps: 0,
        volts: 0,
        wh: 0
      }
    ]
  })
  const lost: Lost[] = []
  const lose = (load: Load, second: number, why: Lost['why']) => {
    load.on = false
    const own = why === 'shed' || why === 'own battery empty' ? 0 : (load.unit.item.power!.internalBatteryMinutes ?? 0)
    load.lostS = second
    lost.push({
      unit: load.unit.id,
      label: load.unit.label,
      minute: second / 60 + own,
      why: own > 0 ? 'own battery empty' : why,
      kept: load.kept
    })
  }
  for (const load of loads) if (!load.on) lose(load, 0, 'no feed')

  let now = 0
  let sinceS = 0
  let positions = positionsOf(supply, 'normal')
  let branches = wired.closedBranches(positions)
  const nominalV = systemV === 28 ? 28 : 14
  const cut = new Set([...(failure.ties ?? []), ...(failure.buses ?? [])])
  const coilDraws = () =>
    coilsOf(supply, positions)
      .filter(tie => !cut.has(tie.id) && !cut.has(tie.from))
      .map(tie => ({
        tie,
        draw: { node: wired.node(tie.from), kind: 'resistive' as const, amps: tie.holdA!, atV: nominalV, minV: 1 }
      }))
  let coils = coilDraws()
  let solution: Solution | undefined
  let before: { volts: readonly number[]; at: number } | undefined
  let solved = 0
  let steps = 0
  let lossWh = 0
  let rateWh = 0
  let lossW = 0
  let rateW = 0
  const curve: Endurance['curve'] = []
  const startWh = () =>
    cells.reduce((sum, cell) => sum + storedWh(cell.source.chemistry, cell.capacityAh, cell.charge, blocks), 0)
  const wholeWh = startWh()
  const wholeAh = cells.reduce((sum, cell) => sum + cell.capacityAh, 0)
  let fullA = 0

  /** A unit that falls below its own least volts is taken off before the least of its group can matter. */
  let sums: { of: number; draws: Draw[] } | undefined
  const summed = (active: readonly Load[]): Draw[] => {
    // Loads only ever go off, so their number tells one set from another.
    if (sums?.of !== active.length) sums = { of: active.length, draws: gathered(active.map(load => load.draw)) }
    return sums.draws
  }
  /** Energy between the last solution and now goes to the books at the amps of that solution. */
  const book = () => {
    const hours = (now - sinceS) / 3600
    if (hours > 0) {
      for (const load of loads) if (load.on) load.wh += load.amps * load.volts * hours
      lossWh += lossW * hours
      rateWh += rateW * hours
    }
    sinceS = now
  }
  /** Solves, and takes off what has too few volts until what is left holds. */
  const solve = () => {
    book()
    for (let round = 0; round <= loads.length; round++) {
      const live = cells.filter(cell => !cell.dead)
      for (const cell of live) {
        cell.solvedV = openCircuitV(cell.source.chemistry, cell.charge, blocks)
        cell.staleAt = chargeBelow(cell.source.chemistry, cell.charge, STALE_V, blocks)
      }
      const active = loads.filter(load => load.on)
      const feeds = [
        ...live.map(cell => ({
          node: cell.node,
          emfV: cell.solvedV,
          ohm: insideOhm(cell.source.chemistry, cell.source.capacityAh, blocks),
          limitA: Infinity
        })),
        ...alternators
      ]
      solution = solveNetwork(
        { nodes: wired.nodes, branches, feeds, draws: [...summed(active), ...coils.map(coil => coil.draw)] },
        before?.volts
      )
      solved++
      for (const load of active) {
        load.volts = solution.volts[load.node]!
        load.amps = drawnA(load.draw, load.volts)
      }
      lossW = 0
      rateW = 0
      live.forEach((cell, at) => {
        cell.amps = solution!.feedA[at]!
        cell.drain = drainA(cell.amps, cell.capacityAh, cell.source.ratedHours, PEUKERT[cell.source.chemistry])
        lossW += cell.amps * (cell.solvedV - solution!.volts[cell.node]!)
        rateW += (cell.drain - cell.amps) * cell.solvedV
      })
      for (const { draw } of coils) lossW += drawnA(draw, solution.volts[draw.node]!) * solution.volts[draw.node]!
      branches.forEach((branch, at) => {
        lossW += (solution!.volts[branch.from]! - solution!.volts[branch.to]!) * solution!.branchA[at]!
      })
      const dark = active.filter(load => load.volts < load.minV - 1e-6)
      if (dark.length === 0) break
      for (const load of dark) {
        const had = before && before.at < now ? before.volts[load.node]! : undefined
        // Between two looks the volts fell straight: when they passed the least is on the line between.
        const share = had !== undefined && had > load.minV ? (had - load.minV) / (had - load.volts) : 1
        lose(
          load,
          before && had !== undefined && load.volts > 0.5 ? before.at + (now - before.at) * Math.min(1, share) : now,
          load.volts > 0.5 ? 'least volts' : now > 0 && cells.some(cell => cell.dead) ? 'battery flat' : 'no feed'
        )
      }
    }
    before = { volts: solution!.volts, at: now }
    for (const load of loads)
      if (load.on && load.shedBelowV !== undefined && load.volts < load.shedBelowV && now > 0) {
        lose(load, now, 'shed')
        stale = true
      }
  }
  const mark = () => {
    const watched = loads.filter(load => load.on && load.kept)
    const volts = watched.length ? Math.min(...watched.map(load => load.volts)) : 0
    const left = wholeAh > 0 ? cells.reduce((sum, cell) => sum + cell.charge * cell.capacityAh, 0) / wholeAh : 0
    curve.push({
      minute: now / 60,
      volts,
      charge: left,
      amps: cells.reduce((sum, cell) => sum + (cell.dead ? 0 : cell.amps), 0)
    })
  }

  let stale = false
  solve()
  const coilA = () => new Map(coils.map(({ tie, draw }) => [tie.id, drawnA(draw, solution!.volts[draw.node]!)]))
  const fullCoils = coilA()
  let afterCoils = new Map<string, number>()
  fullA = loads.reduce((sum, load) => sum + (load.on ? load.amps : 0), 0) + total(fullCoils)
  const fullAmps = new Map(loads.map(load => [load, load.on ? load.amps : 0]))
  let reacted = false
  const nextDue = () =>
    loads.reduce(
      (least, load) => (load.on && load.shedAtS !== undefined ? Math.min(least, load.shedAtS) : least),
      reacted ? Infinity : delayS
    )
  let due = nextDue()
  const afterAmps = new Map<Load, number>()
  let nextMark = 60
  mark()
  while (now < MOST_MINUTES * 60) {
    // The pilot's hand comes first: what is due at this moment is done before the step.
    if (now >= due) {
      book()
      if (!reacted && now >= delayS) {
        reacted = true
        positions = positionsOf(supply, 'afterLoss')
        branches = wired.closedBranches(positions)
        coils = coilDraws()
      }
      for (const load of loads)
        if (load.on && load.shedAtS !== undefined && now >= load.shedAtS) lose(load, now, 'shed')
      due = nextDue()
      before = undefined
      solve()
      mark()
    }
    if (stale) {
      stale = false
      before = undefined
      solve()
      mark()
    }
    if (reacted && afterAmps.size === 0) afterCoils = coilA()
    if (reacted && afterAmps.size === 0) for (const load of loads) afterAmps.set(load, load.on ? load.amps : 0)
    if (lost.length === loads.length) break
    let span = Math.min(settings.stepS, due - now, MOST_MINUTES * 60 - now)
    let draining = false
    for (const cell of cells)
      if (cell.drain > 0) {
        draining = true
        span = Math.min(span, Math.max(((cell.charge * cell.capacityAh) / cell.drain) * 3600, 1e-3))
      }
    if (!draining && due === Infinity) break
    now += span
    steps++
    let moved = false
    for (const cell of cells) {
      if (cell.drain <= 0) continue
      cell.charge -= (cell.drain * span) / 3600 / cell.capacityAh
      if (cell.charge <= 1e-9) {
        cell.charge = 0
        cell.dead = true
        moved = true
      } else if (cell.charge <= cell.staleAt) moved = true
    }
    if (moved) {
      book()
      for (const cell of cells)
        if (cell.dead && cell.drain > 0) {
          cell.amps = 0
          cell.drain = 0
          before = undefined
        }
      solve()
    }
    if (now >= nextMark || (moved && cells.some(cell => cell.dead))) {
      mark()
      nextMark = now + 60
    }
  }
  book()
  mark()
  lost.sort((a, b) => a.minute - b.minute)
  const first = lost.find(one => one.kept)
  const asLoad = (load: Load): EnduranceLoad => ({
    unit: load.unit.id,
    label: load.unit.label,
    bus: busOf(design, supply, load.unit).bus,
    amps: fullAmps.get(load)!,
    afterA: afterAmps.get(load) ?? 0
  })
  const shedA = total(afterAmps) + total(afterCoils)
  const loadsWh = loads.reduce((sum, load) => sum + load.wh, 0)
  const kept = loads.filter(load => load.kept).map(asLoad)
  const endMinutes = loads.length === 0 || loads.some(load => load.on) ? Infinity : lost.at(-1)!.minute
  const minutes = first?.minute ?? Infinity
  return {
    phase,
    minutes,
    first,
    endMinutes,
    fullA,
    shedA,
    coils: supply.ties
      .filter(tie => fullCoils.has(tie.id))
      .map(tie => ({ id: tie.id, name: tie.name, amps: fullCoils.get(tie.id)!, afterA: afterCoils.get(tie.id) ?? 0 })),
    batteryV: blocks * 12,
    kept,
    shed: loads.filter(load => !load.kept).map(asLoad),
    lost,
    curve,
    steps,
    solved,
    energy: {
      byUnit: loads
        .map(load => ({ unit: load.unit.id, label: load.unit.label, wh: load.wh }))
        .sort((a, b) => b.wh - a.wh),
      loadsWh,
      lossWh,
      rateWh,
      takenWh: wholeWh - startWh()
    },
    working: {
      formula:
        'each step Δt: I from the network at the cells’ open-circuit volts E(s), s ← s − I · (I·H / C)^(k−1) · Δt / C; C = capacity · share · cold; a unit is dark below its least volts',
      inputs: [
        ...cells.flatMap(({ source, capacityAh }) => [
          {
            symbol: `C ${source.name}`,
            meaning: `of ${source.capacityAh} Ah rated in ${source.ratedHours} h, ${source.chemistry}`,
            value: capacityAh,
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
          meaning: first ? `${first.label}: ${first.why}` : 'nothing kept goes dark',
          value: minutes,
          unit: 'min',
          from: 'simulation'
        },
        {
          symbol: 'energy',
          meaning: 'cells gave; loads, wires, diodes and coils, rate',
          value: `${(wholeWh - startWh()).toFixed(1)} = ${loadsWh.toFixed(1)} + ${lossWh.toFixed(1)} + ${rateWh.toFixed(1)}`,
          unit: 'Wh',
          from: 'simulation'
        }
      ],
      result: { value: minutes, unit: 'min' },
      basis: DISCHARGE_BASIS
    }
  }
}

/** The alternators have just quit, with the planner's own figures. */
export const enduranceOf = (design: Design): Endurance => simulate(design, usualSettings(design))
