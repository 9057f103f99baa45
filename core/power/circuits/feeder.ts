import type { FlightPhase } from '../../catalogue'
import { MAIN_BATTERY, type Edit, type Tie } from '../../document'
import { type Basis, type Design, type Finding, type Working } from '../../design'
import { ampacityOf, DERATING_BASIS, type Ampacity } from './ampacity'
import { BREAKER_MARGIN, protects } from './circuit'
import { insideOhm, openCircuitV } from '../endurance/discharge'
import { isShed } from '../endurance/simulate'
import { Wired, type Failure } from '../supply/wired'
import { idlesIn, onIn, phasesFlown, quotedA } from '../loads/load'
import { gathered, solveNetwork, type Draw } from '../supply/network'
import { blocksOf, closed, coilsOf, CONDUCTOR_CELSIUS, positionsOf, regulatedV, tieOhm } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { BREAKER_SIZES_A, gauge, GAUGES, PROTECTOR_BASIS, resistanceOhm, type Gauge } from './wire'
import { altitude, amperes, figure, say } from '../../quantity'

const FEEDER_BASIS: Basis = {
  kind: 'derived',
  source: 'network of the feeds, every phase flown and the alternators lost'
}
const STARTER_BASIS: Basis = {
  kind: 'common practice',
  source: 'a starter takes 150 to 250 A while it cranks; battery cables are AWG 4 to 2'
}
const EVERY_CIRCUIT: Basis = {
  kind: 'published',
  source: '14 CFR 23.1357(a) as it stood before 2017: a protective device in every circuit but the starter’s main one',
  fromMemory: true
}
/** Thinnest battery cable that bears cranking, and the one proposed (common practice). */
const CRANKING_AWG = 4
const BATTERY_CABLE_AWG = 2

/** What one tie carries, and what it is or would be made of. */
export interface Feeder {
  tie: string
  name: string
  kind: Tie['kind']
  /** Most amps for good in any phase flown or after the alternators are lost, and when; and with every load at its most. */
  steadyA: number
  when: FlightPhase | 'alternator lost' | 'it feeds alone'
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
  /** In force: entered, else proposed; absent where no wire of the table is thick enough. */
  awg?: number
  ampacity?: Ampacity
  /** Volts lost in its wire and contacts at the steady amps. */
  dropV: number
  proposed: { ratedA?: number; awg?: number }
  /** What an alternator at one end gives; whether it carries the starter; why no thinner wire is proposed. */
  givenA?: number
  cranks: boolean
  decided: string
}

type AmpsOf = 'averageA' | 'worstA'
interface Setting {
  positions: ReadonlyMap<string, string>
  failure: Failure
  shed: boolean
}

/**
 * Asks the network for the amps through every tie in a setting, a phase, with loads at their usual or at their most;
 * batteries full.
 */
function asker(model: PowerModel): (setting: Setting, phase: FlightPhase, ampsOf: AmpsOf) => Map<string, number> {
  const { design, supply, sources } = model
  const { systemV } = design.airframe
  const blocks = blocksOf(systemV)
  const wired = new Wired(model, {})
  const hung = design.units.flatMap(unit =>
    unit.item.power
      ? [{ power: unit.item.power, node: wired.nodeOf(unit), shed: isShed(unit), quoted: quotedA(unit.item.power) }]
      : []
  )
  const known = new Map<string, Draw[]>()
  const drawsIn = (phase: FlightPhase, ampsOf: AmpsOf, shed: boolean): Draw[] => {
    const key = `${phase} ${ampsOf} ${shed}`
    let draws = known.get(key)
    if (!draws) {
      draws = gathered(
        hung
          .filter(one => onIn(one.power, phase) && !(shed && one.shed))
          .map(({ power, node, quoted }): Draw => ({
            node,
            kind: power.load,
            amps: quoted[ampsOf],
            atV: power.atV,
            minV: Math.max(1, power.minV)
          }))
      )
      known.set(key, draws)
    }
    return draws
  }
  return ({ positions, failure, shed }, phase, ampsOf) => {
    const failed = new Set(failure.sources)
    const feeds = sources
      .filter(source => !failed.has(source.id))
      .map(source =>
        source.kind === 'battery'
          ? {
              node: wired.node(source.id),
              emfV: openCircuitV(source.chemistry, 1, blocks),
              ohm: insideOhm(source.chemistry, source.capacityAh, blocks),
              limitA: Infinity
            }
          : {
              node: wired.node(source.id),
              emfV: regulatedV(systemV),
              ohm: 0.005,
              limitA: idlesIn(phase) ? (source.idleA ?? source.ratedA) : source.ratedA
            }
      )
    const here = wired.failing(failure)
    const coils = coilsOf(supply, positions).map((tie): Draw => ({
      node: wired.node(tie.from),
      kind: 'resistive',
      amps: tie.holdA!,
      atV: systemV === 28 ? 28 : 14,
      minV: 1
    }))
    const { branchA } = solveNetwork({
      nodes: here.nodes,
      branches: here.closedBranches(positions),
      feeds,
      draws: [...drawsIn(phase, ampsOf, shed), ...coils]
    })
    return new Map(here.closedTies(positions).map((tie, at) => [tie.id, Math.abs(branchA[at]!)]))
  }
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
  { tie, ratedA, asked, cranks }: { tie: Tie; ratedA: number | undefined; asked: number; cranks: boolean },
  { design, supply }: PowerModel
): { wire?: Gauge; decided: string } {
  if (cranks) return { wire: gauge(BATTERY_CABLE_AWG), decided: 'it carries the starter' }
  const jumps = tie.kind !== 'breaker' && [tie.from, tie.to].every(end => supply.buses.some(bus => bus.id === end))
  let decided = 'it is the thinnest of the chart'
  for (const wire of GAUGES) {
    const most = protects(wire, 'breaker')
    if (most === undefined) continue
    const { amps } = alone(wire, design)
    if (jumps && wire.awg > JUMPER_AWG)
      decided = `AWG ${wire.awg}: without a breaker of its own it is a short jumper, AWG ${JUMPER_AWG} at least (common practice)`
    else if (tie.kind === 'breaker' && ratedA !== undefined && most < ratedA)
      decided = `AWG ${wire.awg}: a ${ratedA} A breaker does not protect it`
    else if (amps < asked) decided = `AWG ${wire.awg}: it carries ${amps.toFixed(1)} A`
    else return { wire, decided }
  }
  return { decided }
}
/** A feeder lies by itself, not in a bundle (our assumption); heat and height are those of the other wires. */
const alone = (wire: Gauge, design: Design): Ampacity => ampacityOf(wire, { ...design.airframe.wiring, bundleWires: 1 })

/**
 * Every tie of the supply by what it carries: amps from the network in each phase flown, with all loads at their usual
 * and at their
 * most, and with the alternators lost before and after shedding; a tie that stands open then, by what it carries when it
 * feeds its bus alone.
 * A breaker is the smallest standard size that bears 125 % of the
 * steady amps and all at their most; one on an alternator bears what the alternator gives into a flat battery. A wire is the
 * thinnest that its breaker protects (AC 43.13-1B table 11-3) and that carries the amps lying by itself (11-69); a
 * battery’s cable
 * through its contactor is sized by the starter (common practice).
 */
export function feedersOf(model: PowerModel): Feeder[] {
  const { design, supply, alternators } = model
  const flown = phasesFlown(design)
  const normal: Setting = { positions: positionsOf(supply, 'normal'), failure: {}, shed: false }
  const noticed: Setting = {
    positions: positionsOf(supply, 'afterLoss'),
    failure: { sources: alternators },
    shed: true
  }
  const ask = asker(model)
  const both = (when: Feeder['when'], setting: Setting, phase: FlightPhase) => ({
    when,
    typical: ask(setting, phase, 'averageA'),
    most: ask(setting, phase, 'worstA')
  })
  const cases = [
    ...flown.map(phase => both(phase, normal, phase)),
    ...flown
      .filter(phase => phase !== 'start')
      .flatMap(phase =>
        [{ ...noticed, positions: normal.positions, shed: false }, noticed].map(setting =>
          both('alternator lost', setting, phase)
        )
      )
  ]
  /** A tie that stands open in both settings is there for the day when the others to its bus are gone: then it carries all. */
  const aloneA = (tie: Tie) => {
    const positions = new Map(normal.positions).set(tie.by!.switch, tie.by!.in[0]!)
    const failure = {
      ties: supply.ties.filter(other => other.id !== tie.id && other.to === tie.to).map(other => other.id)
    }
    return flown.map(phase => both('it feeds alone', { positions, failure, shed: false }, phase))
  }
  return supply.ties.map((tie): Feeder => {
    let [steadyA, mostA] = [0, 0]
    let when: Feeder['when'] = 'start'
    const open = ![normal, noticed].some(setting => closed(tie, setting.positions))
    for (const one of open ? aloneA(tie) : cases) {
      const amps = one.typical.get(tie.id) ?? 0
      if (amps > steadyA + 1e-9) {
        steadyA = amps
        when = one.when
      }
      mostA = Math.max(mostA, amps, one.most.get(tie.id) ?? 0)
    }
    const ends = [model.source(tie.from), model.source(tie.to)]
    const given = ends.flatMap(source => (source?.kind === 'alternator' ? [source.ratedA] : []))[0]
    const cranks =
      tie.kind === 'contactor' && ends.some(source => source?.kind === 'battery' && source.id === MAIN_BATTERY)
    const bears = given !== undefined ? Math.max(given, mostA) : Math.max(BREAKER_MARGIN * steadyA, mostA)
    const proposedA = tie.kind === 'breaker' ? BREAKER_SIZES_A.find(size => size >= bears * (1 - 1e-6)) : undefined
    const ratedA = tie.ratedA ?? proposedA
    const asked = Math.max(tie.kind === 'breaker' ? steadyA : mostA, given ?? 0)
    const proposal = wireFor({ tie, ratedA, asked, cranks }, model)
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
      awg,
      ampacity: wire && alone(wire, design),
      dropV: steadyA * tieOhm(tie),
      proposed: { ratedA: proposedA, awg: proposal.wire?.awg },
      ...(given !== undefined && { givenA: given }),
      cranks,
      decided: proposal.decided
    }
  })
}

/** How the rating of a feeder, or its wire, came about. */
export function explainFeeder(model: PowerModel, feeder: Feeder, figure: 'rating' | 'wire'): Working {
  const tie = model.supply.ties.find(one => one.id === feeder.tie)!
  return figure === 'rating' ? ratingWorking(feeder, tie) : feederWireWorking(model.design, feeder, tie)
}

function ratingWorking({ steadyA, mostA, when, givenA: given, ratedA, proposed }: Feeder, tie: Tie): Working {
  return {
    formula:
      given !== undefined
        ? 'smallest standard size ≥ what the alternator gives, and ≥ all at their most'
        : 'smallest standard size ≥ max(1.25 · I steady, I most)',
    inputs: [
      {
        symbol: 'I steady',
        meaning: `most for good, in ${when}`,
        value: steadyA,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      {
        symbol: 'I most',
        meaning: 'with every load at its most',
        value: mostA,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      ...(given === undefined
        ? []
        : [
            {
              symbol: 'gives',
              meaning: 'the alternator into a flat battery',
              value: given,
              unit: 'A',
              from: 'airframe and feeds'
            }
          ]),
      {
        symbol: 'in force',
        meaning: tie.ratedA === undefined ? 'as proposed' : 'entered',
        value: ratedA ?? 'not a breaker',
        unit: ratedA === undefined ? '' : 'A',
        from: tie.ratedA === undefined ? 'this working' : 'feeds'
      }
    ],
    result: { value: proposed.ratedA ?? steadyA, unit: 'A' },
    basis: { kind: 'common practice' }
  }
}

function feederWireWorking(design: Design, feeder: Feeder, tie: Tie): Working {
  const { asksA: asked, givenA: given, cranks, decided, proposed, awg } = feeder
  const wire = awg === undefined ? undefined : gauge(awg)
  return {
    formula: cranks
      ? 'a battery cable is sized by the starter'
      : 'thinnest wire with: breaker ≤ what protects it, I ≤ what it carries by itself',
    inputs: [
      {
        symbol: 'I',
        meaning:
          given !== undefined
            ? 'what the alternator may give'
            : tie.kind === 'breaker'
              ? 'steady'
              : 'all at their most, with no breaker of its own',
        value: asked,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      ...(wire === undefined
        ? []
        : [
            {
              symbol: 'carries',
              meaning: say`AWG ${wire.awg} by itself, in ${figure(design.airframe.wiring.ambientC, '°C')} up to ${altitude(design.airframe.wiring.altitudeFt)}`,
              value: alone(wire, design).amps,
              unit: 'A',
              from: DERATING_BASIS.source!
            },
            {
              symbol: 'protects to',
              meaning: `largest breaker for AWG ${wire.awg}`,
              value: protects(wire, 'breaker')!,
              unit: 'A',
              from: PROTECTOR_BASIS.source!
            }
          ]),
      ...(tie.awg !== undefined && tie.lengthMm !== undefined
        ? [
            {
              symbol: 'R wire',
              meaning: `over its length at ${CONDUCTOR_CELSIUS} °C`,
              value: resistanceOhm(gauge(tie.awg), tie.lengthMm, CONDUCTOR_CELSIUS) * 1000,
              unit: 'mΩ',
              from: 'wire table'
            }
          ]
        : []),
      {
        symbol: 'thinner',
        meaning: 'why not',
        value: decided,
        unit: '',
        from: cranks ? STARTER_BASIS.source! : 'the same tables'
      }
    ],
    result:
      proposed.awg !== undefined
        ? { value: proposed.awg, unit: 'AWG' }
        : { value: asked, unit: 'A: thicker than AWG 2' },
    basis: cranks ? STARTER_BASIS : PROTECTOR_BASIS
  }
}

/** What is wrong with a tie as it stands. Where its size or wire is not entered, the proposal stands and nothing is. */
export function feederFindings(model: PowerModel, feeders: readonly Feeder[]): Finding[] {
  const { design, supply } = model
  const set = (tie: Tie, patch: Partial<Tie>): Edit[] => [
    {
      type: 'supply.set',
      option: design.optionId,
      supply: { ...supply, ties: supply.ties.map(one => (one.id === tie.id ? { ...tie, ...patch } : one)) }
    }
  ]
  return feeders.flatMap((feeder): Finding[] => {
    const tie = supply.ties.find(one => one.id === feeder.tie)!
    const findings: Finding[] = []
    const { proposed } = feeder
    const about = { subjects: [] as string[], unit: 'A' as const }
    const rating: Finding['remedies'] =
      proposed.ratedA === undefined
        ? []
        : [{ says: say`Make it ${figure(proposed.ratedA, 'A')}.`, edits: set(tie, { ratedA: proposed.ratedA }) }]
    const thicker: Finding['remedies'] =
      proposed.awg === undefined
        ? []
        : [{ says: say`Use AWG ${proposed.awg}.`, edits: set(tie, { awg: proposed.awg as Tie['awg'] }) }]
    if (tie.kind === 'breaker' && feeder.ratedA === undefined)
      findings.push({
        ...about,
        id: `power.feeder-none:${tie.id}`,
        code: 'power.feeder-none',
        weight: 'decide',
        measured: feeder.bearsA,
        limit: BREAKER_SIZES_A.at(-1)!,
        basis: PROTECTOR_BASIS,
        figure: { kind: 'feeder rating', of: tie.id },
        remedies: [],
        says: say`${tie.name} must bear ${amperes(feeder.bearsA)}; the largest breaker of the tables is ${figure(BREAKER_SIZES_A.at(-1)!, 'A')}. A current limiter or a thicker cable is chosen by its maker’s data: enter what it opens at in Feeds.`
      })
    // A breaker on an alternator must bear what that gives into a flat battery; a contactor or a diode what it carries
    // for good.
    const forGoodA = tie.kind === 'breaker' ? feeder.asksA : feeder.steadyA
    if (tie.ratedA !== undefined && tie.ratedA < forGoodA * (1 - 1e-6))
      findings.push({
        ...about,
        id: `power.feeder-rated:${tie.id}`,
        code: 'power.feeder-rated',
        weight: 'decide',
        measured: forGoodA,
        limit: tie.ratedA,
        basis: FEEDER_BASIS,
        figure: { kind: 'feeder rating', of: tie.id },
        remedies: rating,
        says: say`${tie.name} ${forGoodA > feeder.steadyA ? say`may carry ${amperes(forGoodA)} into a flat battery` : say`carries ${amperes(feeder.steadyA)} in ${feeder.when}`} and bears ${amperes(tie.ratedA)}: it ${tie.kind === 'breaker' ? 'opens and takes all behind it along' : tie.kind === 'contactor' ? 'welds or burns its contacts' : 'overheats'}.`
      })
    if (tie.awg !== undefined) {
      const most = protects(gauge(tie.awg), 'breaker')!
      if (tie.kind === 'breaker' && feeder.ratedA !== undefined && feeder.ratedA > most)
        findings.push({
          ...about,
          id: `power.feeder-protector:${tie.id}`,
          code: 'power.feeder-protector',
          weight: 'must fix',
          measured: feeder.ratedA,
          limit: most,
          basis: PROTECTOR_BASIS,
          figure: { kind: 'feeder wire', of: tie.id },
          remedies: thicker,
          says: say`The ${figure(feeder.ratedA, 'A')} breaker of ${tie.name} does not protect its AWG ${tie.awg} wire, which wants ${figure(most, 'A')} at most. A short would burn the wire first.`
        })
      else if (feeder.ampacity!.amps < feeder.asksA * (1 - 1e-6))
        findings.push({
          ...about,
          id: `power.feeder-ampacity:${tie.id}`,
          code: 'power.feeder-ampacity',
          weight: 'must fix',
          measured: feeder.asksA,
          limit: feeder.ampacity!.amps,
          basis: DERATING_BASIS,
          figure: { kind: 'feeder wire', of: tie.id },
          remedies: thicker,
          says: say`${tie.name} must carry ${amperes(feeder.asksA)}; its AWG ${tie.awg} wire carries ${amperes(feeder.ampacity!.amps)} by itself in that heat and height.`
        })
      if (feeder.cranks && tie.awg > CRANKING_AWG)
        findings.push({
          id: `power.feeder-starter:${tie.id}`,
          code: 'power.feeder-starter',
          weight: 'decide',
          subjects: [],
          basis: STARTER_BASIS,
          figure: { kind: 'feeder wire', of: tie.id },
          remedies: thicker,
          says: say`${tie.name} is of AWG ${tie.awg} and carries the starter, 150 to 250 A while it cranks: AWG ${CRANKING_AWG} to ${BATTERY_CABLE_AWG} is common practice.`
        })
    }
    const fromBattery = [tie.from, tie.to].some(
      id =>
        model.source(id)?.kind === 'battery' && (id === MAIN_BATTERY || supply.sources.some(source => source.id === id))
    )
    if (fromBattery && (tie.kind === 'wire' || tie.kind === 'diode'))
      findings.push({
        id: `power.feeder-bare:${tie.id}`,
        code: 'power.feeder-bare',
        weight: 'decide',
        subjects: [],
        basis: EVERY_CIRCUIT,
        says: say`${tie.name} leaves its battery with nothing that opens on a short: the wire would burn, and no switch stops it. A breaker or fuse stands at the battery’s post.`,
        remedies:
          tie.kind === 'wire'
            ? [{ says: say`Make it a breaker, of the size the tables propose.`, edits: set(tie, { kind: 'breaker' }) }]
            : []
      })
    return findings
  })
}
