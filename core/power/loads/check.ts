import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import {
  finding,
  WEIGHTS,
  type Design,
  type Finding,
  type Weight,
  type Working,
  type FindingCode,
  type FindingFacts
} from '../../design'
import { amperes, enumerate, say, thing, type Phrase } from '../../quantity'
import { minutesUntilFirst } from '../endurance/simulate'
import { usualSettings } from '../endurance/endurance'
import type { PowerModel } from '../supply/model'
import { positionsOf, regulatedV } from '../supply/tie'
import { asker } from './ask'
import { ALTERNATOR_BASIS, ALTERNATOR_SHARE, heaviest, rechargeOf, type PhaseLoad } from './phases'

/** Least amps of a battery that count as giving. */
const GIVES_A = 0.1

/** How the load of a phase was added up. */
export function loadWorking(model: PowerModel, load: PhaseLoad): Working {
  const charge = rechargeOf(model)
  return {
    formula:
      'Σ typical amps of what is on (continuous + duty · intermittent + share · transmitting) ≤ limit; ' +
      '5 s: Σ most + largest start; 5 min: Σ (most, or of what comes and goes its time on of 300 s)',
    inputs: [
      ...load.byUnit.map(other => ({
        symbol: other.label,
        meaning: messages.typicalLoad({
          phase: load.phase,
          fiveMinutesA: other.fiveMinutesA,
          fiveSecondsA: other.fiveSecondsA
        }),
        value: other.typicalA,
        unit: 'A',
        from: other.unit.includes(':') ? 'supply and airframe' : 'catalogue entry'
      })),
      ...load.machines.map(machine => ({
        symbol: machine.name,
        meaning: messages.alternatorSupply({ limitA: machine.limitA, ratedA: machine.ratedA }),
        value: machine.givesA,
        unit: 'A',
        from: 'network of the feeds'
      })),
      { symbol: '5 s', meaning: 'most over five seconds', value: load.fiveSecondsA, unit: 'A', from: 'this sum' },
      { symbol: '5 min', meaning: 'most over five minutes', value: load.fiveMinutesA, unit: 'A', from: 'this sum' },
      {
        symbol: 'charge',
        meaning: messages.recharge(charge.minutes),
        value: charge.amps,
        unit: 'A',
        from: messages.rechargeFrom(charge.entered)
      },
      {
        symbol: 'alternators',
        meaning:
          load.engine === 'stopped'
            ? 'engine stopped'
            : load.idleUnknown.length
              ? 'at idle: unknown, maximum the rating'
              : load.atIdle
                ? 'at idle'
                : 'rating',
        value: load.capacityA,
        unit: 'A',
        from: 'airframe and feeds, those that reach a bus'
      },
      {
        symbol: 'limit',
        meaning: 'most continuous load',
        value: load.limitA,
        unit: 'A',
        from: load.atIdle ? 'alternators at idle, maximum 80 % of their rating' : ALTERNATOR_BASIS.source!
      }
    ],
    result: { value: load.typicalA, unit: 'A' },
    basis: ALTERNATOR_BASIS
  }
}

/** Whether the alternators cannot carry for good what a phase takes: all of them together, or one for what hangs on it. */
const overloaded = (load: PhaseLoad): boolean =>
  load.machines.length > 0 &&
  load.engine === 'at speed' &&
  (load.typicalA > load.limitA ||
    (load.batteryA.heldToLimit > GIVES_A && load.machines.some(machine => machine.atLimit)))
/** Phases with the engine at speed in which the loads take more than the alternators may give for good. */
export const overloadedPhases = (loads: readonly PhaseLoad[]): PhaseLoad['phase'][] =>
  loads.filter(overloaded).map(load => load.phase)

const largestOf = (load: PhaseLoad): Phrase =>
  enumerate(
    load.byUnit.slice(0, 3).map(load => say`${thing({ id: load.unit, label: load.label })} ${amperes(load.typicalA)}`)
  )

function phaseFinding(load: PhaseLoad): Finding[] {
  const largest = largestOf(load)
  const tell = (code: FindingCode, facts: Pick<FindingFacts, 'weight' | 'basis' | 'says'> & Partial<FindingFacts>) => [
    finding(
      code,
      load.byUnit.slice(0, 3).map(load => load.unit),
      {
        key: load.phase,
        measured: load.typicalA,
        limit: load.limitA,
        unit: 'A',
        figure: { kind: 'load', of: load.phase },
        ...facts
      }
    )
  ]
  if (load.engine === 'stopped' || load.machines.length === 0) return []
  if (overloaded(load)) {
    const gives = load.batteryA.atRating > GIVES_A
    const full = load.machines.filter(machine => machine.givesA > machine.limitA + 1e-6)
    return tell('power.overload', {
      weight: 'must fix',
      basis: ALTERNATOR_BASIS,
      says: messages.overload({
        phase: load.phase,
        typicalA: load.typicalA,
        limitA: load.limitA,
        full,
        capacityA: load.capacityA,
        gives,
        atRating: load.batteryA.atRating,
        largest
      })
    })
  }
  if (load.idleUnknown.length && load.typicalA > GIVES_A && load.typicalA <= load.limitA)
    return tell('power.idle-unknown', {
      limit: undefined,
      weight: 'note',
      basis: { kind: 'entered', source: 'alternator output at idle: not entered' },
      says: messages.idleUnknown({ typicalA: load.typicalA, phase: load.phase, idleUnknown: load.idleUnknown })
    })
  if (load.engine === 'idle' && load.typicalA > load.limitA)
    return tell('power.idle', {
      weight: 'note',
      basis: load.idleUnknown.length ? ALTERNATOR_BASIS : { kind: 'entered', source: 'alternator output at idle' },
      says: messages.idle({
        typicalA: load.typicalA,
        phase: load.phase,
        idleUnknown: load.idleUnknown,
        limitA: load.limitA,
        largest: largestOf(load)
      })
    })
  if (load.engine === 'at speed' && load.batteryA.atRating > GIVES_A)
    return tell('power.battery-gives', {
      weight: 'must fix',
      measured: load.batteryA.atRating,
      limit: 0,
      basis: { kind: 'derived', source: 'network of the feeds' },
      says: messages.batteryGives({ phase: load.phase, atRating: load.batteryA.atRating })
    })
  return []
}

/** The maximum over five minutes against what the alternators give at all. */
function mostFinding(load: PhaseLoad): Finding[] {
  if (load.engine !== 'at speed' || load.machines.length === 0 || load.fiveMinutesA <= load.capacityA) return []
  return [
    finding(
      'power.five-minutes',
      load.byUnit.slice(0, 3).map(load => load.unit),
      {
        key: load.phase,
        weight: 'decide',
        measured: load.fiveMinutesA,
        limit: load.capacityA,
        unit: 'A',
        basis: { kind: 'common practice', source: 'maximum load over five minutes against the rating' },
        figure: { kind: 'load', of: load.phase },
        says: messages.fiveMinutes({
          phase: load.phase,
          fiveMinutesA: load.fiveMinutesA,
          capacityA: load.capacityA,
          fiveSecondsA: load.fiveSecondsA
        })
      }
    )
  ]
}

/** No alternator gives in flight: the batteries give all, and no phase can be held against what an alternator may give. */
function unchargedFinding({ sources }: PowerModel, loads: readonly PhaseLoad[]): Finding[] {
  const worst = heaviest(loads)
  if (worst.machines.length > 0 || worst.typicalA <= GIVES_A) return []
  const there = sources.filter(source => source.kind === 'alternator')
  return [
    finding(
      'power.uncharged',
      worst.byUnit.slice(0, 3).map(load => load.unit),
      {
        // An aeroplane may be flown on its battery alone; one that has an alternator is meant to be charged by it.
        weight: there.length ? 'must fix' : 'decide',
        measured: worst.typicalA,
        limit: 0,
        unit: 'A',
        basis: there.length
          ? { kind: 'derived', source: 'network of the feeds, switches as in normal flight' }
          : { kind: 'entered', source: 'alternator in the brief' },
        figure: { kind: 'load', of: worst.phase },
        says: messages.uncharged({
          there: there.map(({ name }) => name),
          phase: worst.phase,
          typicalA: worst.typicalA,
          largest: largestOf(worst)
        })
      }
    )
  ]
}

/** One of several alternators lost: what the others can carry. */
function oneLost(model: PowerModel, loads: readonly PhaseLoad[]): Finding[] {
  const worst = heaviest(loads)
  if (worst.machines.length < 2) return []
  const ask = asker(model)
  const positions = positionsOf(model.supply, 'normal')
  return worst.machines.flatMap((lost): Finding[] => {
    const failure = { sources: [lost.id] }
    const { sourceA } = ask(
      { positions, failure, shed: false, alternatorShare: ALTERNATOR_SHARE },
      worst.phase,
      'averageA'
    )
    const battery = model.sources.reduce(
      (sum, source) => sum + (source.kind === 'battery' ? (sourceA.get(source.id) ?? 0) : 0),
      0
    )
    if (battery <= GIVES_A) return []
    const minutes = minutesUntilFirst(model.design, { ...usualSettings(model.design), failure, phase: worst.phase })
    return [
      finding(
        'power.one-lost',
        worst.byUnit.slice(0, 3).map(load => load.unit),
        {
          key: lost.id,
          weight: 'decide',
          measured: battery,
          limit: 0,
          unit: 'A',
          basis: ALTERNATOR_BASIS,
          figure: { kind: 'load', of: worst.phase },
          says: messages.oneLost({ name: lost.name, phase: worst.phase, battery, minutes, largest: largestOf(worst) })
        }
      )
    ]
  })
}

/** Volts by which two answers of the network must differ to be told. */
const TWO_ANSWERS_V = 0.5
/** A bus that can hang at too few volts after a dip: loads of constant power take more the fewer there are. */
function twoAnswers(model: PowerModel): Finding[] {
  const ask = asker(model)
  const { phase } = usualSettings(model.design)
  const setting = {
    positions: positionsOf(model.supply, 'normal'),
    failure: { sources: model.alternators },
    shed: false
  }
  const [usual, dipped] = [ask(setting, phase, 'averageA'), ask({ ...setting, afterDip: true }, phase, 'averageA')]
  const hanging = model.supply.buses
    .map(bus => ({ bus, from: usual.volts.get(bus.id) ?? 0, to: dipped.volts.get(bus.id) ?? 0 }))
    .filter(setting => setting.from - setting.to > TWO_ANSWERS_V)
    .sort((a, b) => b.from - b.to - (a.from - a.to))
  const [worst] = hanging
  return worst
    ? [
        finding('power.two-answers', [], {
          weight: 'decide',
          measured: worst.to,
          limit: worst.from,
          unit: 'V',
          basis: {
            kind: 'derived',
            source: 'network of the feeds with loads of constant power, begun from above and from below'
          },
          says: messages.twoAnswers({ bus: worst.bus, from: worst.from, to: worst.to })
        })
      ]
    : []
}

/** Volts a load bears that is neither of constant power nor said to bear more: a fifth above its own (common practice). */
const BEARS = 1.2

/** Units whose volts are not those of their bus. */
function voltFindings(design: Design): Finding[] {
  const { systemV } = design.airframe
  const held = regulatedV(systemV)
  return electricUnits(design).flatMap((unit): Finding[] => {
    const { power } = unit.item
    if (!power) return []
    const tell = (facts: Pick<FindingFacts, 'measured' | 'limit' | 'basis' | 'says'>) => [
      finding('power.volts', unit.id, { weight: 'must fix', unit: 'V', ...facts })
    ]
    const entry = { kind: 'entered' as const, source: `catalogue entry ${unit.item.name}` }
    if (held > power.maxV || systemV < power.minV)
      return tell({
        measured: held > power.maxV ? held : systemV,
        limit: held > power.maxV ? power.maxV : power.minV,
        basis: entry,
        says: messages.voltsOutside({ unit, minV: power.minV, maxV: power.maxV, systemV, held })
      })
    // A resistance has no regulator of its own: twice the volts is four times the heat, whatever its entry bears.
    const ratio = held / power.atV
    if (power.load === 'resistive' && (ratio > BEARS || ratio < 1 / BEARS))
      return tell({
        measured: held,
        limit: power.atV * (ratio > 1 ? BEARS : 1 / BEARS),
        basis: { kind: 'derived', source: 'P = V² / R' },
        says: messages.voltsOfResistance({ unit, atV: power.atV, held, ratio })
      })
    return []
  })
}

/** How a phase stands: by the worst that is found of its load. */
export function phaseState(findings: readonly Finding[], { phase, engine }: PhaseLoad): Weight | 'holds' {
  const said = findings.filter(
    ({ code, figure }) =>
      figure?.kind === 'load' && (figure.of === phase || (code === 'power.uncharged' && engine !== 'stopped'))
  )
  return WEIGHTS.find(weight => said.some(finding => finding.weight === weight)) ?? 'holds'
}

/** What is wrong with loads and volts. */
export function loadFindings(model: PowerModel, loads: readonly PhaseLoad[]): Finding[] {
  return [
    ...loads.flatMap(phaseFinding),
    ...loads.flatMap(mostFinding),
    ...unchargedFinding(model, loads),
    ...oneLost(model, loads),
    ...twoAnswers(model),
    ...voltFindings(model.design)
  ]
}
