import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import type { FlightPhase } from '../../catalogue'
import { remembered } from '../../cache'
import { type Design, type Working, type WorkingInput } from '../../design'
import { enumerate, figure, num, say, screenName } from '../../quantity'
import { busV, phasesFlown, unitAmps } from '../loads/load'
import { diodesOf, type Diodes } from '../supply/diodes'
import { blocksOf, coilsOf, MOST_DIODE_V, positionsOf } from '../supply/tie'
import { hasPlan, isShed } from './shed'
import { NETWORKS_KEPT, powerModel, type SourceAt } from '../supply/model'
import { DISCHARGE_BASIS, insideOhm, openCircuitPoints, PEUKERT, shareAtCelsius } from './discharge'
import type { Endurance, Lost } from './result'
import { simulate, STALE_V, type SimulationSettings } from './simulate'

/** What an inspector reckons by hand: the usable ampere-hours less what flows before the pilot acts, over what flows after. */
export interface HandSum {
  usableAh: number
  delayMinutes: number
  beforeA: number
  afterA: number
  minutes: number
}
/** One phase with the alternators lost in it. */
export interface PhaseEndurance {
  phase: FlightPhase
  minutes: number
  /** Minutes that it must last: those wanted in a cruise, else those to an approach and a landing. */
  neededMinutes: number
  first?: Lost
  fullA: number
  shedA: number
}
/** The time on battery in the worst cruise flown, in every other phase, and by hand. */
export interface FlownEndurance extends Endurance {
  phases: PhaseEndurance[]
  hand: HandSum
  /** The diodes it counts with; and the minutes were those that nobody entered to take the most that a diode takes. */
  diodes: Diodes[]
  withMostDiodeV?: number
}

/** Most that time goes at once, in seconds; it stops besides wherever volts have moved. */
export const STEP_S = 60

/** Cruises, the one that usually takes most first: where two take the same, the earlier one is meant. */
const CRUISES: readonly FlightPhase[] = ['cruise in cloud', 'cruise by night', 'cruise by day']
/** Amps at the volts of the bus in a phase: all that is on, or what stays on. */
function ampsIn(design: Design, phase: FlightPhase, kept: boolean): number {
  const volts = busV(design.airframe.systemV)
  const planned = hasPlan(design)
  return electricUnits(design).reduce(
    (sum, unit) =>
      (kept && planned && isShed(unit)) || unit.item.provides.includes('generator')
        ? sum
        : sum + unitAmps(unit, phase, volts).typicalA,
    0
  )
}

/** What the planner's figures say: everything but the failure. The phase is the cruise flown in which most stays on. */
export function usualSettings(design: Design): SimulationSettings {
  const flown = phasesFlown(design)
  const phase = CRUISES.filter(cruise => flown.includes(cruise)).reduce((worst, cruise) =>
    ampsIn(design, cruise, true) > ampsIn(design, worst, true) + 1e-9 ? cruise : worst
  )
  const { supply, alternators } = powerModel(design)
  return {
    phase,
    supply,
    stepS: STEP_S,
    share: design.airframe.battery.usableFraction,
    celsius: design.airframe.batteryC,
    failure: { sources: alternators }
  }
}

/** Volts by which batteries may fall before the other phases are solved anew: their minutes are read to the minute. */
const COARSE_V = 3 * STALE_V
/** Minutes for an approach and a landing, whatever phase the alternators are lost in (common practice). */
export const LANDING_MINUTES = 10
/** Minutes that the batteries must last when the alternators are lost in a phase. */
const neededIn = ({ brief }: Design, phase: FlightPhase): number =>
  CRUISES.includes(phase) ? brief.wantedMinutes : Math.min(LANDING_MINUTES, brief.wantedMinutes)
/** Phases in which the loss of the alternators leaves the aeroplane on its batteries: all but those on the ground. */
const GROUND: readonly FlightPhase[] = ['start', 'taxi']
/**
 * The alternators have just quit, with the planner's own figures: in the worst cruise, and in every phase of a flight.
 * @param everyPhase else only the worst cruise is asked, and only until the first unit that is kept goes dark
 */
export const enduranceOf = (design: Design, everyPhase = true): FlownEndurance => enduranceKept(design, everyPhase)
const enduranceKept = remembered(reckon, NETWORKS_KEPT)
function reckon(design: Design, everyPhase: boolean): FlownEndurance {
  const settings = usualSettings(design)
  const worst = simulate(design, { ...settings, untilFirst: !everyPhase })
  const phases = phasesFlown(design)
    .filter(phase => (everyPhase ? !GROUND.includes(phase) : phase === settings.phase))
    .map((phase): PhaseEndurance => {
      const { minutes, first, fullA, shedA } =
        phase === settings.phase ? worst : simulate(design, { ...settings, phase, staleV: COARSE_V, untilFirst: true })
      return { phase, minutes, neededMinutes: neededIn(design, phase), first, fullA, shedA }
    })
  const diodes = diodesOf(powerModel(design))
  const assumed = everyPhase && diodes.some(diode => diode.assumed)
  return {
    ...worst,
    phases,
    hand: handSum(design, settings),
    diodes,
    ...(assumed && {
      withMostDiodeV: simulate(design, { ...settings, assumedDiodeV: MOST_DIODE_V, untilFirst: true }).minutes
    })
  }
}

/**
 * Minutes an inspector reckons by hand: delay + (usable Ah − amps before · delay) / amps after, at the volts of the bus; no
 * credit above nameplate times usable share (common practice).
 */
function handSum(design: Design, { phase, supply, failure }: SimulationSettings): HandSum {
  const { battery, pilotDelayMinutes: delay } = design.airframe
  const model = powerModel(design, supply)
  const failed = new Set(failure.sources)
  const usableAh = model.sources.reduce(
    (sum, source) =>
      source.kind === 'battery' && !failed.has(source.id) ? sum + source.capacityAh * battery.usableFraction : sum,
    0
  )
  const coils = (when: 'normal' | 'afterLoss') =>
    coilsOf(supply, positionsOf(supply, when)).reduce((sum, tie) => sum + tie.holdA!, 0)
  const beforeA = ampsIn(design, phase, false) + coils('normal')
  const afterA = ampsIn(design, phase, true) + coils('afterLoss')
  const ampMinutes = usableAh * 60 - beforeA * delay
  const minutes = ampMinutes <= 0 ? (usableAh * 60) / beforeA : afterA > 0 ? delay + ampMinutes / afterA : Infinity
  return { usableAh, delayMinutes: delay, beforeA, afterA, minutes }
}

/** What a working counts with of one battery. */
const batteryInputs = (
  design: Design,
  settings: SimulationSettings,
  source: Extract<SourceAt, { kind: 'battery' }>
): WorkingInput[] => [
  {
    symbol: `C ${source.name}`,
    meaning: messages.ratedCapacity({
      capacityAh: source.capacityAh,
      ratedHours: source.ratedHours,
      chemistry: source.chemistry
    }),
    value: source.capacityAh * settings.share * shareAtCelsius(source.chemistry, settings.celsius),
    unit: 'Ah',
    from: source.id === 'battery' ? 'airframe' : 'feeds or catalogue entry'
  },
  {
    symbol: `E ${source.name}`,
    meaning: 'open-circuit volts by charge left: empty to full',
    value: enumerate(
      openCircuitPoints(source.chemistry).map(
        ([charge, volts]) => say`${figure(charge * 100, '%')}: ${figure(volts, 'V')}`
      ),
      '; '
    ),
    unit: '',
    from: 'common practice, of 12 V'
  },
  {
    symbol: `R ${source.name}`,
    meaning: 'within the battery, colder and older more',
    value: insideOhm(source.chemistry, source.capacityAh, blocksOf(design.airframe.systemV), {
      celsius: settings.celsius,
      share: settings.share
    }),
    unit: 'Ω',
    from: 'common practice'
  },
  {
    symbol: `cold ${source.name}`,
    meaning: 'share of the capacity at that temperature',
    value: shareAtCelsius(source.chemistry, settings.celsius),
    unit: '',
    from: 'common practice'
  },
  {
    symbol: 'k',
    meaning: `Peukert exponent, ${source.chemistry}`,
    value: PEUKERT[source.chemistry],
    unit: '',
    from: 'common practice'
  }
]
/** What a working counts with of the pilot, the weather and the feeds. */
const settingInputs = (
  { airframe: { pilotDelayMinutes } }: Design,
  settings: SimulationSettings,
  endurance: FlownEndurance
): WorkingInput[] => [
  {
    symbol: 'share',
    meaning: 'left by age and state of charge',
    value: settings.share,
    unit: '',
    from: messages.usableShareFrom
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
  ...endurance.diodes.map(({ name, count, dropV, assumed }) => ({
    symbol: `U ${name}`,
    meaning: count === 2 ? 'drop of each of its two diodes' : 'drop of the diode',
    value: dropV,
    unit: 'V',
    from: assumed ? `assumed: enter the diode type in ${screenName('power', 'feeds')}` : screenName('power', 'feeds')
  }))
]
/** What flows, what loses power first, and how it compares with the sum by hand. */
function flowInputs(design: Design, endurance: FlownEndurance): WorkingInput[] {
  const { phase, fullA, shedA, kept, first, minutes, energy, hand } = endurance
  return [
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
      meaning: first ? `${first.label}: ${first.why}` : 'nothing kept loses power',
      value: minutes,
      unit: 'min',
      from: 'simulation'
    },
    ...(first
      ? [
          {
            symbol: 'minimum voltage',
            meaning: `of ${first.label}, at its own terminals`,
            value: electricUnits(design).find(unit => unit.id === first.unit)?.item.power?.minV ?? 0,
            unit: 'V',
            from: 'catalogue entry'
          }
        ]
      : []),
    {
      symbol: 'by hand',
      meaning: say`${num(hand.delayMinutes, 0, 'min')} +
          (${num(hand.usableAh, 2, 'Ah')} − ${num(hand.beforeA, 1, 'A')} · ${num(hand.delayMinutes, 0, 'min')})
          / ${num(hand.afterA, 1, 'A')}`,
      value: hand.minutes,
      unit: 'min',
      from: 'common practice: nameplate times usable share, amps at the volts of the bus'
    },
    ...(endurance.atFirst
      ? [
          {
            symbol: 'why they differ',
            meaning: messages.whyByHandDiffers({
              usableAh: hand.usableAh,
              wholeAh: endurance.wholeAh,
              drawnAh: endurance.atFirst.drawnAh,
              rateAh: endurance.atFirst.rateAh,
              leftAh: endurance.atFirst.leftAh
            }),
            value: minutes - hand.minutes,
            unit: 'min',
            from: 'simulation'
          }
        ]
      : []),
    {
      symbol: 'energy',
      meaning: messages.energyOfCells({
        loadsWh: energy.loadsWh,
        lossWh: energy.lossWh,
        rateWh: energy.rateWh
      }),
      value: energy.takenWh,
      unit: 'Wh',
      from: 'simulation'
    }
  ]
}

/** How the time on battery came about. */
export function explainEndurance(design: Design, endurance: FlownEndurance): Working {
  const settings = usualSettings(design)
  const failed = new Set(settings.failure.sources)
  const batteries = powerModel(design).sources.flatMap(source =>
    source.kind === 'battery' && !failed.has(source.id) ? [source] : []
  )
  return {
    formula:
      'each step Δt: I from the network at the cells’ open-circuit volts E(s) behind R, s ← s − I · max(1, I·H / ' +
      'C)^(k−1) · Δt / C; C = capacity · usable share · temperature factor; a unit loses power below its minimum ' +
      'voltage; by hand: delay + (usable Ah − I before · delay) / I after',
    inputs: [
      ...batteries.flatMap(source => batteryInputs(design, settings, source)),
      ...settingInputs(design, settings, endurance),
      ...flowInputs(design, endurance)
    ],
    result: { value: endurance.minutes, unit: 'min' },
    basis: DISCHARGE_BASIS
  }
}
