import type { Design } from '../../design'
import { say, type Phrase } from '../../quantity'
import { chance, drawer, momentsOf, type Three } from './chance'

/** A thing to look at before anything is ordered: how often it is found wanting by age, and the hours to mend it. */
interface Check {
  id: string
  name: string
  /** What to do, in a few words. */
  how: string
  /** Chance of a fault under 15 years, under 30, and above. */
  chances: Three
  hours: Three
  /** Of certified aeroplanes only, of amateur-built and light-sport ones only. */
  only?: 'certified' | 'built'
}

/**
 * An aeroplane of more than thirty years shows one to three small faults and one of a day or more when its panel is opened (common
 * practice); how they are shared out over these places, and what each takes, are assumptions.
 */
const CHECKS: readonly Check[] = [
  {
    id: 'pitot-static',
    name: 'Pitot and static lines',
    how: 'leak check before the panel is opened',
    chances: [0.1, 0.25, 0.5],
    hours: [1, 3, 8]
  },
  {
    id: 'hoses',
    name: 'Hoses behind the panel',
    how: 'bend them: cracks, oil, hard ends',
    chances: [0.05, 0.15, 0.35],
    hours: [1, 2, 5]
  },
  {
    id: 'insulation',
    name: 'Insulation of the old wires',
    how: 'look at the hot and the bent places',
    chances: [0.02, 0.2, 0.5],
    hours: [4, 10, 40]
  },
  {
    id: 'dead-wires',
    name: 'Wires that lead nowhere',
    how: 'count them, trace two',
    chances: [0.1, 0.3, 0.6],
    hours: [1, 3, 8]
  },
  {
    id: 'grounds',
    name: 'Grounds and bonding',
    how: 'measure against the battery: milliohms',
    chances: [0.1, 0.2, 0.4],
    hours: [1, 2, 6]
  },
  {
    id: 'switches',
    name: 'Switches and breakers',
    how: 'volts dropped across each under load',
    chances: [0.05, 0.15, 0.3],
    hours: [1, 2, 5]
  },
  {
    id: 'charging',
    name: 'Charging',
    how: 'volts at idle and at power, ripple',
    chances: [0.05, 0.1, 0.2],
    hours: [1, 3, 8]
  },
  {
    id: 'senders',
    name: 'Fuel and engine senders',
    how: 'read each empty, half and full',
    chances: [0.05, 0.15, 0.3],
    hours: [2, 4, 10]
  },
  {
    id: 'coax',
    name: 'Coax and antenna feet',
    how: 'sweep, or look for green and water',
    chances: [0.05, 0.2, 0.5],
    hours: [2, 4, 8]
  },
  {
    id: 'corrosion',
    name: 'Corrosion under battery, antennas, doublers',
    how: 'lift one of each',
    chances: [0.03, 0.1, 0.25],
    hours: [2, 6, 30]
  },
  {
    id: 'sheet',
    name: 'The panel itself',
    how: 'cracks, old holes, mounts',
    chances: [0.05, 0.1, 0.25],
    hours: [1, 3, 10]
  },
  {
    id: 'papers',
    name: 'Papers',
    how: 'equipment list, weighing, approvals of what is in',
    chances: [0.1, 0.2, 0.35],
    hours: [2, 4, 16],
    only: 'certified'
  },
  {
    id: 'drawings',
    name: 'The builder’s drawings',
    how: 'do they show what is there',
    chances: [0.2, 0.3, 0.5],
    hours: [2, 6, 20],
    only: 'built'
  }
]

/** One place to look at, with what is known of it. */
export interface Looked {
  id: string
  name: Phrase
  how: string
  /** Chance of a fault: by age while nobody looked, none or certain after. */
  chance: number
  hours: Three
  found?: 'sound' | 'fault'
  on?: string
}
const AGES = [15, 30] as const
/** Whole years from one day to another. */
const yearsFrom = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / (365.25 * 24 * 3600_000)

/** What to look at in this aeroplane before ordering, by its age on a day and its basis, with what was found. */
export function inspectionOf({ airframe, brief }: Pick<Design, 'airframe' | 'brief'>, on: string): Looked[] {
  const age = yearsFrom(airframe.madeOn, on)
  const at = age < AGES[0] ? 0 : age < AGES[1] ? 1 : 2
  const kind = brief.basis === 'certified' ? 'certified' : 'built'
  const known = new Map((brief.inspected ?? []).map(looked => [looked.check, looked]))
  return CHECKS.filter(check => check.only === undefined || check.only === kind).map(check => {
    const looked = known.get(check.id)
    const hours = looked?.found === 'fault' && looked.hours !== undefined ? looked.hours : undefined
    return {
      id: check.id,
      name: say`${check.name}`,
      how: check.how,
      chance: looked ? Number(looked.found === 'fault') : check.chances[at]!,
      hours: hours === undefined ? check.hours : [hours, hours, hours],
      ...(looked && { found: looked.found, on: looked.on })
    }
  })
}

/** What faults are to be expected to cost, and what to set aside for them. */
export interface Contingency {
  expectedHours: number
  /** Four in five aeroplanes like it take no more hours than this. */
  hours: number
  cents: number
  /** Of the rest of the estimate, rounded up to a whole per cent; undefined where the estimate, or what an hour costs, is nothing. */
  percent?: number
}
const RUNS = 4_000
/**
 * What to set aside for faults not yet found: so many hours that four in five aeroplanes like it take no more, at the rate.
 * @param restCents the estimate without contingency
 */
export function contingencyOf(looked: readonly Looked[], rateCents: number, restCents: number): Contingency {
  const draw = chance(11)
  const outcomes = looked.map(fault => drawer(fault.hours))
  const sums = Float64Array.from({ length: RUNS }, () =>
    looked.reduce((sum, looked, index) => sum + (draw() < looked.chance ? outcomes[index]!(draw) : 0), 0)
  ).sort()
  const hours = sums[Math.ceil(RUNS * 0.8) - 1]!
  const cents = Math.round(hours * rateCents)
  return {
    expectedHours: looked.reduce((sum, looked) => sum + looked.chance * momentsOf(looked.hours).mean, 0),
    hours,
    cents,
    // Of own labor a fault takes hours and no money that is known: nothing can be set aside for it in per cent.
    ...(restCents > 0 && cents > 0 && { percent: Math.min(100, Math.ceil((cents / restCents) * 100)) })
  }
}
