import type { Design, DesignUnit } from '../../design'
import { figure, say, thing, type Phrase } from '../../quantity'

/** Best, likely and worst. */
export type Three = readonly [number, number, number]
/** One piece of the job, in working days, and what must be done before it. */
export interface Task {
  id: string
  name: Phrase
  after: readonly string[]
  days: Three
  /** Hours of work in it, likely; none for what is waited for. */
  hours: number
  unit?: string
  /** What makes it go wrong together with others: the maker whose parts are late. */
  cause?: string
  /** A part that is on back-order takes that long instead. */
  instead?: Three
}
/** How the job is worked. */
export interface Pace {
  /** Hours that get done in a day, and by how many. */
  hoursADay: number
  people: number
  /** Parts are ordered so many weeks before the aeroplane goes in. */
  orderedWeeksAhead: number
  /** The day it goes in (ISO), for its age. */
  on: string
}
export const USUAL_PACE: Omit<Pace, 'on'> = { hoursADay: 6, people: 1, orderedWeeksAhead: 6 }

/** Work takes from a fifth less to three fifths more than planned (assumption). */
const SPREAD: Three = [0.8, 1, 1.6]
/** Weeks until a part is there, and when it is on back-order (assumption: usual 3 to 8, back-order 10 to 26). */
const LEAD_WEEKS: Three = [2, 4, 8]
const BACK_ORDER_WEEKS: Three = [10, 16, 26]
/** Chance that a maker is behind with everything of his (assumption). */
export const BACK_ORDER_SHARE = 0.06
/** Cheaper things lie on the shelf (assumption). */
const ON_SHELF_CENTS = 50_000
const DAYS_A_WEEK = 5
/** Face off and on, trays, seats (assumption); cutting and finishing out of house; ground and flight test; papers. In hours and days. */
const [OPEN_HOURS, CUT_DAYS, TEST_DAYS, PAPER_DAYS]: readonly [number, Three, Three, Three] = [
  8,
  [2, 5, 10],
  [1, 2, 5],
  [1, 2, 5]
]
/**
 * Hidden faults of an aeroplane of more than thirty years: one to three small ones and one of a day or more (common practice); of
 * half that age half of it (assumption). In hours.
 */
const FAULT_HOURS: readonly [years: number, hours: Three][] = [
  [30, [10, 20, 56]],
  [15, [2, 8, 28]],
  [0, [0, 1, 8]]
]

const isChange = (unit: DesignUnit) => unit.state !== 'kept'
const scaled = (three: Three, by: number): Three => [three[0] * by, three[1] * by, three[2] * by]

/** The job of a design, piece by piece with what each waits for; nothing where nothing changes. */
export function tasksOf(design: Design, pace: Pace): Task[] {
  const fresh = design.units.filter(unit => unit.state === 'new')
  const moved = design.units.filter(unit => unit.state === 'moved')
  const gone = design.removed.map(one => one.unit)
  if (!fresh.length && !moved.length && !gone.length) return []
  const perDay = pace.hoursADay * pace.people
  const work = (id: string, name: Phrase, hours: number, after: string[]): Task[] =>
    hours > 0 ? [{ id, name, after, days: scaled(SPREAD, hours / perDay), hours }] : []
  const outHours = [...gone, ...moved].reduce((sum, unit) => sum + unit.item.removeHours, 0)
  const inHours =
    fresh.reduce((sum, unit) => sum + unit.item.labourHours, 0) +
    moved.reduce((sum, unit) => sum + unit.item.removeHours, 0)
  const accessHours = design.phases.reduce((sum, phase) => sum + phase.accessHours, 0) || OPEN_HOURS
  const isCut = [...design.units.filter(isChange), ...gone].some(
    unit => unit.item.face?.cutout && unit.place.kind === 'panel'
  )
  const parts = fresh.filter(unit => unit.priceCents >= ON_SHELF_CENTS)
  const leads = parts.map((unit): Task => {
    const less = (weeks: number) => Math.max(0, (weeks - pace.orderedWeeksAhead) * DAYS_A_WEEK)
    const days = (three: Three): Three => [less(three[0]), less(three[1]), less(three[2])]
    return {
      id: `part ${unit.id}`,
      name: say`${thing(unit)} arrives`,
      after: [],
      days: days(LEAD_WEEKS),
      hours: 0,
      unit: unit.id,
      cause: unit.item.maker,
      instead: days(BACK_ORDER_WEEKS)
    }
  })
  const arrived = leads.map(task => task.id)
  const age = (Date.parse(pace.on) - Date.parse(design.airframe.madeOn)) / (365.25 * 24 * 3600_000)
  const [, faults] = FAULT_HOURS.find(([years]) => age >= years) ?? FAULT_HOURS.at(-1)!
  const tasks: Task[] = [
    ...leads,
    ...work('open', say`Open up`, accessHours * 0.6, []),
    ...work('out', say`Take out, ${figure(Math.round(outHours * 10) / 10, 'h')}`, outHours, ['open']),
    {
      id: 'faults',
      name: say`Hidden faults mended`,
      after: ['open', 'out'],
      days: scaled(faults, 1 / perDay),
      hours: faults[1]
    },
    // Metal is cut when what goes into it is in hand.
    ...(isCut
      ? [
          {
            id: 'cut',
            name: say`Panel cut and finished`,
            after: [
              'out',
              ...leads.filter(task => design.units.find(unit => unit.id === task.unit)?.item.face).map(task => task.id)
            ],
            days: CUT_DAYS,
            hours: 0
          }
        ]
      : []),
    ...work('in', say`Install and wire, ${figure(Math.round(inHours * 10) / 10, 'h')}`, inHours, [
      'out',
      'faults',
      'cut',
      ...arrived
    ]),
    ...work('close', say`Close up`, accessHours * 0.4, ['in', 'faults', 'cut', ...arrived]),
    { id: 'test', name: say`Ground and flight test`, after: ['close'], days: TEST_DAYS, hours: 0 },
    { id: 'papers', name: say`Papers and signature`, after: ['test'], days: PAPER_DAYS, hours: 0 }
  ]
  const there = new Set(tasks.map(task => task.id))
  return tasks.map(task => ({ ...task, after: task.after.filter(id => there.has(id)) }))
}
