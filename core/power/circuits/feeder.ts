import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import type { FlightPhase } from '../../catalogue'
import type { Tie } from '../../document'
import type { Basis, Design } from '../../design'
import { type Phrase } from '../../quantity'
import { ampacityOf, type Ampacity, type Lie } from './ampacity'
import { BREAKER_MARGIN, mostProtectorA, protects } from './circuit'
import type { Failure } from '../supply/wired'
import { asker, type AmpsOf, type Setting } from '../loads/ask'
import { onIn, phasesFlown, quotedA } from '../loads/load'
import { better, fedWith, oneMore, rescueMoves, worthOf, type Moves } from '../supply/rescue'
import { carriesStarter } from '../supply/bare'
import { closed, positionsOf, tieOhm } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { BREAKER_SIZES_A, gauge, GAUGES, type Gauge } from './wire'

export const FEEDER_BASIS: Basis = {
  kind: 'derived',
  source: 'network of the feeds: every phase flown, every single failure, switches as advised'
}
/** Battery cable that is proposed (common practice). */
export const BATTERY_CABLE_AWG = 2
export const STARTER_BASIS: Basis = {
  kind: 'common practice',
  source: 'a starter takes 150 to 250 A while it cranks; battery cables are AWG 4 to 2'
}

/** What one tie carries, and what it is or would be made of. */
export interface Feeder {
  tie: string
  name: string
  kind: Tie['kind']
  /** Most amps for good in any phase flown or after any single failure, and when; and with every load at its most. */
  steadyA: number
  when: string
  mostA: number
  /**
   * What its wire must carry for good: the steady amps, what an alternator gives, or all at their most where no breaker
   * of its own guards it.
   */
  asksA: number
  /** What its breaker must bear: 125 % of the steady amps, all at their most, or what an alternator gives. */
  bearsA: number
  /** Entered, else of the size proposed; absent for what has none. */
  ratedA?: number
  /** Of the breaker in it: its own rating, or that of the one beside a diode. */
  guardA?: number
  /** In force: entered, else proposed; absent where no wire of the table is thick enough. */
  awg?: number
  ampacity?: Ampacity
  /** Volts lost in its wire and contacts at the steady amps. */
  dropV: number
  /** Volts lost from a source to the bus it brings most to, diodes apart. */
  busDropV?: number
  proposed: { ratedA?: number; awg?: number }
  /** What an alternator at one end gives; whether it carries the starter; why no thinner wire is proposed. */
  givenA?: number
  cranks: boolean
  decided: Phrase
}

/**
 * A jumper from bus to bus without a protector of its own is short and stout: thinnest, and what it is called for (common
 * practice).
 */
const JUMPER_AWG = 10
/**
 * The thinnest wire a protector does not outlast and that carries the amps, lying by itself. Without a breaker of its own it
 * carries all at their most, and from bus to bus it is a short jumper.
 */
function wireFor(
  { tie, guardA, asked, cranks }: { tie: Tie; guardA: number | undefined; asked: number; cranks: boolean },
  { design, supply }: PowerModel
): { wire?: Gauge; decided: Phrase } {
  if (cranks) return { wire: gauge(BATTERY_CABLE_AWG), decided: messages.carriesStarter }
  const jumps = !opens(tie) && [tie.from, tie.to].every(end => supply.buses.some(bus => bus.id === end))
  let decided = messages.thinnestOfChart
  for (const wire of GAUGES) {
    const most = protects(wire, 'breaker')
    if (most === undefined) continue
    const { amps } = alone(wire, design)
    if (jumps && wire.awg > JUMPER_AWG) decided = messages.jumperFails({ awg: wire.awg, jumperAwg: JUMPER_AWG })
    else if (guardA !== undefined && most < guardA) decided = messages.feederUnprotected({ awg: wire.awg, guardA })
    else if (guardA !== undefined && mostProtectorA(wire, 'breaker', lieAlone(design)) < guardA)
      decided = messages.feederOutsideChart({ awg: wire.awg, amps })
    else if (amps < asked) decided = messages.feederCarriesTooLittle({ awg: wire.awg, amps })
    else return { wire, decided }
  }
  return { decided }
}
/** A feeder lies by itself, not in a bundle (our assumption); heat and height are those of the other wires. */
export const lieAlone = ({ airframe: { wiring } }: Design): Lie => ({
  wireC: wiring.wireC,
  altitudeFt: wiring.altitudeFt,
  ambientC: wiring.ambientC,
  bundleWires: 1,
  loadedShare: wiring.loadedShare ?? 0.2
})
export const alone = (wire: Gauge, design: Design): Ampacity => ampacityOf(wire, lieAlone(design))

/** What one asking of the network says of every tie. */
interface Case {
  when: Feeder['when']
  typical: ReadonlyMap<string, number>
  most: ReadonlyMap<string, number>
}

/** The phases in which some bus is loaded most, by the usual or by the most: in any other every tie of a tree carries less. */
function heavyPhases(model: PowerModel, ampsOf: AmpsOf): FlightPhase[] {
  const { design } = model
  const flown = phasesFlown(design).filter(phase => phase !== 'start')
  const totals = new Map<string, number[]>()
  for (const unit of electricUnits(design)) {
    const { power } = unit.item
    if (!power) continue
    const amps = quotedA(power)[ampsOf]
    for (const bus of ['', model.feedOf(unit).bus]) {
      const sums = totals.get(bus) ?? flown.map(() => 0)
      flown.forEach((phase, index) => {
        if (onIn(power, phase)) sums[index]! += amps
      })
      totals.set(bus, sums)
    }
  }
  return [...new Set([...totals.values()].map(sums => flown[sums.indexOf(Math.max(...sums))]!))]
}

/** The phases in which most is drawn, in all or by some bus, whether as usual or at their most. */
export const heaviestPhases = (model: PowerModel): FlightPhase[] => [
  ...new Set([...heavyPhases(model, 'averageA'), ...heavyPhases(model, 'worstA')])
]

/** What every tie carries after each single failure: as the switches stand, and as the app itself advises to set them. */
function failedCases(model: PowerModel, ask: ReturnType<typeof asker>): Case[] {
  const { design, supply, sources, alternators } = model
  const normal = positionsOf(supply, 'normal')
  const failures: { name: string; failure: Failure }[] = [
    ...sources.map(source => ({ name: `${source.name} lost`, failure: { sources: [source.id] } })),
    ...supply.ties.map(tie => ({ name: `${tie.name} open`, failure: { ties: [tie.id] } })),
    ...supply.ties
      .filter(tie => tie.kind === 'contactor')
      .map(tie => ({
        name: `${tie.name} open, alternators tripped`,
        failure: { ties: [tie.id], sources: alternators }
      }))
  ]
  const [usual, most] = [heavyPhases(model, 'averageA'), heavyPhases(model, 'worstA')]
  return failures.flatMap(({ name, failure }) => {
    const moves = rescueMoves(design, supply, failure)
    const fed = (moves: Moves) => worthOf(design, fedWith(design, supply, failure, moves))
    const worth = fed(moves)
    // A switch more that leaves as much fed may be advised for the time it buys.
    const advised = [moves, ...oneMore(supply, moves).filter(moves => !better(worth, fed(moves)))]
    const settings = new Map(
      [new Map<string, string>(), ...advised].map(moves => {
        const positions = new Map([...normal, ...moves])
        return [[...positions.values()].join('|'), positions] as const
      })
    )
    return [...settings.values()].flatMap((positions): Case[] => {
      const setting = { positions, failure, shed: false }
      return [
        ...usual.map(phase => ({ when: name, typical: ask(setting, phase, 'averageA').tieA, most: NOTHING })),
        ...most.map(phase => ({ when: name, typical: NOTHING, most: ask(setting, phase, 'worstA').tieA }))
      ]
    })
  })
}
const NOTHING: ReadonlyMap<string, number> = new Map()

/** Whether something that opens on a short stands in a tie. */
export const opens = (tie: Tie): boolean => tie.kind === 'breaker' || tie.guarded === true

/**
 * Every tie of the supply by what it carries: amps from the network in each phase flown, with all loads at their usual and at
 * their most; with the alternators lost before and after shedding; and after every single failure of a source or a tie, with the
 * switches as they stand and as the app advises to set them; a tie that stands open then, by what it carries when it feeds its
 * bus alone. A breaker is the smallest standard size that bears 125 % of the steady amps and all at their most; one on an
 * alternator bears what the alternator gives into a flat battery. A wire is the thinnest that its breaker protects (AC 43.13-1B
 * table 11-3) and that carries the amps lying by itself (11-69); a battery’s cable through its contactor is sized by the starter
 * (common practice).
 * @param everyFailure whether single failures are tried as well
 * @param flown the phases that are asked
 */
export function feedersOf(model: PowerModel, everyFailure = true, flown = phasesFlown(model.design)): Feeder[] {
  const { design, supply, alternators } = model
  const normal: Setting = { positions: positionsOf(supply, 'normal'), failure: {}, shed: false }
  const noticed: Setting = {
    positions: positionsOf(supply, 'afterLoss'),
    failure: { sources: alternators },
    shed: true
  }
  const ask = asker(model)
  const both = (when: Feeder['when'], setting: Setting, phase: FlightPhase): Case => ({
    when,
    typical: ask(setting, phase, 'averageA').tieA,
    most: ask(setting, phase, 'worstA').tieA
  })
  const cases = [
    ...flown.map(phase => both(phase, normal, phase)),
    ...flown
      .filter(phase => phase !== 'start')
      .flatMap(phase =>
        [{ ...noticed, positions: normal.positions, shed: false }, noticed].map(setting =>
          both('alternator lost', setting, phase)
        )
      ),
    ...(everyFailure ? failedCases(model, ask) : [])
  ]
  /** A tie that stands open in both settings is there for the day when the others to its bus are gone: then it carries all. */
  const aloneA = (tie: Tie) => {
    const positions = new Map(normal.positions).set(tie.by!.switch, tie.by!.in[0]!)
    const failure = {
      ties: supply.ties.filter(other => other.id !== tie.id && other.to === tie.to).map(other => other.id)
    }
    return flown.map(phase => both('it feeds alone', { positions, failure, shed: false }, phase))
  }
  const drops = busDrops(model, ask)
  return supply.ties.map((tie): Feeder => {
    let [steadyA, mostA] = [0, 0]
    let when: Feeder['when'] = 'start'
    const open = ![normal, noticed].some(setting => closed(tie, setting.positions))
    for (const state of open ? [...aloneA(tie), ...cases] : cases) {
      const amps = state.typical.get(tie.id) ?? 0
      if (amps > steadyA + 1e-9) {
        steadyA = amps
        when = state.when
      }
      mostA = Math.max(mostA, amps, state.most.get(tie.id) ?? 0)
    }
    const ends = [model.source(tie.from), model.source(tie.to)]
    const given = ends.flatMap(source => (source?.kind === 'alternator' ? [source.ratedA] : []))[0]
    const cranks = carriesStarter(supply, tie)
    const bears = given !== undefined ? Math.max(given, mostA) : Math.max(BREAKER_MARGIN * steadyA, mostA)
    const proposedA = opens(tie) ? BREAKER_SIZES_A.find(size => size >= bears * (1 - 1e-6)) : undefined
    const ratedA = tie.kind === 'breaker' ? (tie.ratedA ?? proposedA) : tie.ratedA
    const guardA = tie.kind === 'breaker' ? ratedA : tie.guarded ? (tie.guardA ?? proposedA) : undefined
    const asked = Math.max(opens(tie) ? steadyA : mostA, given ?? 0)
    const proposal = wireFor({ tie, guardA, asked, cranks }, model)
    const awg = tie.awg ?? proposal.wire?.awg
    const wire = awg === undefined ? undefined : gauge(awg)
    return {
      tie: tie.id,
      name: tie.name,
      kind: tie.kind,
      steadyA,
      when,
      mostA,
      asksA: asked,
      bearsA: bears,
      ratedA,
      guardA,
      awg,
      ampacity: wire && alone(wire, design),
      dropV: steadyA * tieOhm(tie),
      busDropV: drops.get(tie.id),
      proposed: { ratedA: proposedA, awg: proposal.wire?.awg },
      ...(given !== undefined && { givenA: given }),
      cranks,
      decided: proposal.decided
    }
  })
}

/**
 * Volts lost in wires and contacts from a source to the bus at the end of each tie, in the phase that loses most: down the way
 * that brings most amps. What a diode takes is not counted: it is chosen, and no wire mends it.
 */
function busDrops(model: PowerModel, ask: ReturnType<typeof asker>): Map<string, number> {
  const { supply } = model
  const buses = new Set(supply.buses.map(bus => bus.id))
  const positions = positionsOf(supply, 'normal')
  const drops = new Map<string, number>()
  for (const phase of heavyPhases(model, 'averageA')) {
    const { tieA, volts } = ask({ positions, failure: {}, shed: false }, phase, 'averageA')
    /** The tie that brings a node most, from the side with more volts. */
    const into = (node: string) =>
      supply.ties
        .filter(
          tie =>
            (tie.to === node && (volts.get(tie.from) ?? 0) >= (volts.get(node) ?? 0)) ||
            (tie.from === node && tie.kind !== 'diode' && (volts.get(tie.to) ?? 0) > (volts.get(node) ?? 0))
        )
        .sort((a, b) => (tieA.get(b.id) ?? 0) - (tieA.get(a.id) ?? 0))[0]
    for (const bus of buses) {
      let node = bus
      let sum = 0
      const first = into(bus)
      for (let steps = 0; buses.has(node) && steps <= supply.ties.length; steps++) {
        const tie = into(node)
        if (!tie) break
        sum += (tieA.get(tie.id) ?? 0) * tieOhm(tie)
        node = tie.to === node ? tie.from : tie.to
      }
      if (first) drops.set(first.id, Math.max(drops.get(first.id) ?? 0, sum))
    }
  }
  return drops
}
