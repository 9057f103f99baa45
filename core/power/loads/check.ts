import { electricUnits } from '../supply/electric'
import { WEIGHTS, type Design, type Finding, type Weight, type Working } from '../../design'
import { amperes, enumerate, figure, num, say, thing, type Phrase } from '../../quantity'
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
        meaning: say`typical in ${load.phase}; over 5 min ${amperes(other.fiveMinutesA)}, over 5 s ${amperes(other.fiveSecondsA)}`,
        value: other.typicalA,
        unit: 'A',
        from: other.unit.includes(':') ? 'supply and airframe' : 'catalogue entry'
      })),
      ...load.machines.map(machine => ({
        symbol: machine.name,
        meaning: say`may give ${amperes(machine.limitA)} for good, rated ${amperes(machine.ratedA)}; by the network gives`,
        value: machine.givesA,
        unit: 'A',
        from: 'network of the feeds'
      })),
      { symbol: '5 s', meaning: 'most over five seconds', value: load.fiveSecondsA, unit: 'A', from: 'this sum' },
      { symbol: '5 min', meaning: 'most over five minutes', value: load.fiveMinutesA, unit: 'A', from: 'this sum' },
      {
        symbol: 'charge',
        meaning: say`what the battery takes back for ${num(charge.minutes, 0, 'min')} after a start`,
        value: charge.amps,
        unit: 'A',
        from: charge.entered ? 'airframe' : say`our default, ${0.2} A for each Ah`
      },
      {
        symbol: 'alternators',
        meaning:
          load.engine === 'stopped'
            ? 'the engine stands still'
            : load.idleUnknown.length
              ? 'at idle: unknown, the rating at most'
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
        from: load.atIdle ? 'alternators at idle, 80 % of their rating at most' : ALTERNATOR_BASIS.source!
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
  const common = {
    subjects: load.byUnit.slice(0, 3).map(load => load.unit),
    measured: load.typicalA,
    limit: load.limitA,
    unit: 'A' as const,
    figure: { kind: 'load', of: load.phase },
    remedies: []
  }
  if (load.engine === 'stopped' || load.machines.length === 0) return []
  if (overloaded(load)) {
    const gives = load.batteryA.atRating > GIVES_A
    const full = load.machines.filter(machine => machine.givesA > machine.limitA + 1e-6)
    return [
      {
        ...common,
        id: `power.overload:${load.phase}`,
        code: 'power.overload',
        weight: 'must fix',
        basis: ALTERNATOR_BASIS,
        says: say`In ${load.phase} the units take ${amperes(load.typicalA)}; ${
          load.typicalA > load.limitA || full.length === 0
            ? say`80 % of the ${amperes(load.capacityA)} of alternator is ${amperes(load.limitA)}.`
            : say`${enumerate(
                full.map(
                  machine =>
                    say`${machine.name} would give ${amperes(machine.givesA)} and may give ${amperes(machine.limitA)} for good`
                )
              )}.`
        }${
          gives
            ? say` Even at its full rating the battery gives ${amperes(load.batteryA.atRating)} and runs down in
          flight.`
            : ''
        } The largest: ${largest}.`
      }
    ]
  }
  if (load.idleUnknown.length && load.typicalA > GIVES_A && load.typicalA <= load.limitA)
    return [
      {
        ...common,
        limit: undefined,
        id: `power.idle-unknown:${load.phase}`,
        code: 'power.idle-unknown',
        weight: 'note',
        basis: { kind: 'entered', source: 'alternator output at idle: not entered' },
        says: say`The units draw ${amperes(load.typicalA)} in ${load.phase}. What ${enumerate(load.idleUnknown)} gives at idle is
          not entered, so it is unknown whether the battery is charged or drained. Enter it in Distribution, from the maker’s curve.`
      }
    ]
  if (load.engine === 'idle' && load.typicalA > load.limitA)
    return [
      {
        ...common,
        id: `power.idle:${load.phase}`,
        code: 'power.idle',
        weight: 'note',
        basis: load.idleUnknown.length
          ? ALTERNATOR_BASIS
          : { kind: 'entered', source: 'what the alternator gives at idle' },
        says: say`The units draw ${amperes(load.typicalA)} in ${load.phase} at idle. The alternators supply
          ${load.idleUnknown.length ? 'at most ' : ''}${amperes(load.limitA)}, the battery the rest. Largest: ${largestOf(load)}.`
      }
    ]
  if (load.engine === 'at speed' && load.batteryA.atRating > GIVES_A)
    return [
      {
        ...common,
        id: `power.battery-gives:${load.phase}`,
        code: 'power.battery-gives',
        weight: 'must fix',
        measured: load.batteryA.atRating,
        limit: 0,
        basis: { kind: 'derived', source: 'network of the feeds' },
        says: say`In ${load.phase}, with all alternators running, a battery gives ${amperes(load.batteryA.atRating)}:
          a bus is fed by it alone, and it runs down unseen. See Distribution.`
      }
    ]
  return []
}

/** The maximum over five minutes against what the alternators give at all. */
function mostFinding(load: PhaseLoad): Finding[] {
  if (load.engine !== 'at speed' || load.machines.length === 0 || load.fiveMinutesA <= load.capacityA) return []
  return [
    {
      id: `power.five-minutes:${load.phase}`,
      code: 'power.five-minutes',
      weight: 'decide',
      subjects: load.byUnit.slice(0, 3).map(load => load.unit),
      measured: load.fiveMinutesA,
      limit: load.capacityA,
      unit: 'A',
      basis: { kind: 'common practice', source: 'maximum load over five minutes against the rating' },
      figure: { kind: 'load', of: load.phase },
      remedies: [],
      says: say`In ${load.phase} the units may take ${amperes(load.fiveMinutesA)} for five minutes at their most, and
        the alternators give ${amperes(load.capacityA)}: the battery gives the rest and the volts fall. Over five
        seconds it is ${amperes(load.fiveSecondsA)}, which the battery bears.`
    }
  ]
}

/** No alternator gives in flight: the batteries give all, and no phase can be held against what an alternator may give. */
function unchargedFinding({ sources }: PowerModel, loads: readonly PhaseLoad[]): Finding[] {
  const worst = heaviest(loads)
  if (worst.machines.length > 0 || worst.typicalA <= GIVES_A) return []
  const there = sources.filter(source => source.kind === 'alternator')
  return [
    {
      id: 'power.uncharged',
      code: 'power.uncharged',
      // An aeroplane may be flown on its battery alone; one that has an alternator is meant to be charged by it.
      weight: there.length ? 'must fix' : 'decide',
      subjects: worst.byUnit.slice(0, 3).map(load => load.unit),
      measured: worst.typicalA,
      limit: 0,
      unit: 'A',
      basis: there.length
        ? { kind: 'derived', source: 'network of the feeds, switches as in normal flight' }
        : { kind: 'entered', source: 'alternator in the brief' },
      figure: { kind: 'load', of: worst.phase },
      remedies: [],
      says: there.length
        ? say`With the switches as in normal flight ${enumerate(there.map(({ name }) => name))} reaches no bus: in ${worst.phase}
          the batteries give all of ${amperes(worst.typicalA)} and run down unseen. See Distribution. The largest: ${largestOf(worst)}.`
        : say`There is no alternator: in ${worst.phase} the batteries give all of ${amperes(worst.typicalA)}, and a flight
          is as long as they last. The largest: ${largestOf(worst)}.`
    }
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
      {
        id: `power.one-lost:${lost.id}`,
        code: 'power.one-lost',
        weight: 'decide',
        subjects: worst.byUnit.slice(0, 3).map(load => load.unit),
        measured: battery,
        limit: 0,
        unit: 'A',
        basis: ALTERNATOR_BASIS,
        figure: { kind: 'load', of: worst.phase },
        remedies: [],
        says: say`With ${lost.name} lost in ${worst.phase} the others, held to what they may give for good,
          leave ${amperes(battery)} to the batteries${
            Number.isFinite(minutes)
              ? say`; at their full rating the first unit loses power after ${num(minutes, 0, 'min')}`
              : ''
          }. Plan what is shed then. The largest: ${largestOf(worst)}.`
      }
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
        {
          id: 'power.two-answers',
          code: 'power.two-answers',
          weight: 'decide',
          subjects: [],
          measured: worst.to,
          limit: worst.from,
          unit: 'V',
          basis: {
            kind: 'derived',
            source: 'network of the feeds with loads of constant power, begun from above and from below'
          },
          remedies: [],
          says: say`With the alternators lost the ${thing(worst.bus)} stands at ${num(worst.from, 1, 'V')}; after a
            dip it can hang at ${num(worst.to, 1, 'V')} instead, since loads of constant power take more the fewer
            volts there are, and comes back only when some are switched off. Times on battery count with the upper answer.`
        }
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
    const common = {
      id: `power.volts:${unit.id}`,
      code: 'power.volts',
      weight: 'must fix' as const,
      subjects: [unit.id],
      unit: 'V' as const,
      remedies: []
    }
    const entry = { kind: 'entered' as const, source: `catalogue entry ${unit.item.name}` }
    if (held > power.maxV || systemV < power.minV)
      return [
        {
          ...common,
          measured: held > power.maxV ? held : systemV,
          limit: held > power.maxV ? power.maxV : power.minV,
          basis: entry,
          says: say`${thing(unit)} works from ${figure(power.minV)} to ${figure(power.maxV, 'V')}; the bus of this
            aeroplane is at ${figure(systemV, 'V')}, and the regulator holds it at ${figure(held, 'V')}.`
        }
      ]
    // A resistance has no regulator of its own: twice the volts is four times the heat, whatever its entry bears.
    const ratio = held / power.atV
    if (power.load === 'resistive' && (ratio > BEARS || ratio < 1 / BEARS))
      return [
        {
          ...common,
          measured: held,
          limit: power.atV * (ratio > 1 ? BEARS : 1 / BEARS),
          basis: { kind: 'derived', source: 'P = V² / R' },
          says: say`${thing(unit)} is made for ${figure(power.atV, 'V')} and has no regulator of its own; the bus is
            held at ${figure(held, 'V')}, where it makes ${num(ratio * ratio, 1)} times its heat.`
        }
      ]
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
