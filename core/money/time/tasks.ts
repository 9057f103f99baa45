import * as messages from '../messages'
import { varied } from '../../cache'
import type { Design, DesignUnit } from '../../design'
import { say, type Phrase } from '../../quantity'
import { jobOf, placedAsEntered, sumVisits } from '../visits/model'
import { momentsOf, type Three } from './chance'
import { workingDaysBefore } from './days'
import { inspectionOf } from './inspection'

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
  /** It is made of things that may be wanted or not. `days` is then nothing, what is expected, and all of them at worst. */
  perhaps?: readonly { chance: number; days: Three }[]
  /** It does not begin before so many working days. */
  from?: number
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
  /** Of a hundred working days so many are lost to illness. */
  lostPercent?: number
  /** Days on which it is closed. */
  closed?: readonly string[]
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
const isChange = (unit: DesignUnit) => unit.state !== 'kept'
const scaled = (three: Three, by: number): Three => [three[0] * by, three[1] * by, three[2] * by]

/** A design as one visit changes it. Hidden faults are found when the aircraft is first opened, and not again in a later visit. */
export type VisitDesign = Design & { openedBefore?: boolean }

/** A design with what one visit changes alone: what another visit brings is not there yet, what it takes is still there. */
export function inVisit(design: Design, visit: string): VisitDesign {
  const job = jobOf(design, [])
  const wanted = job.visits.findIndex(other => other.id === visit)
  if (wanted < 0) return design
  const at = placedAsEntered(job)
  const sums = sumVisits(job, at)
  const { openHours } = sums[wanted]!
  const mine = new Set(job.pieces.filter((_, index) => at[index] === wanted).map(piece => piece.id))
  return {
    ...design,
    units: design.units.map(unit =>
      unit.state === 'kept' || mine.has(unit.id) ? unit : varied(unit, { state: 'kept' })
    ),
    removed: design.removed.filter(gone => mine.has(gone.unit.id)),
    // What it opens again takes its time, as it costs its money.
    phases: design.phases.filter(phase => phase.id === visit).map(phase => ({ ...phase, accessHours: openHours })),
    tasks: design.tasks.filter(task => (task.phase ? task.phase === visit : wanted === 0)),
    openedBefore: sums.slice(0, wanted).some(({ busy }) => busy)
  }
}

/** The job of a design, piece by piece with what each waits for; nothing where nothing changes. */
export function tasksOf(design: VisitDesign, pace: Pace): Task[] {
  const fresh = design.units.filter(unit => unit.state === 'new')
  const moved = design.units.filter(unit => unit.state === 'moved')
  const gone = design.removed.map(removed => removed.unit)
  if (!fresh.length && !moved.length && !gone.length) return []
  const perDay = pace.hoursADay * pace.people * (1 - (pace.lostPercent ?? 0) / 100)
  const work = (id: string, name: Phrase, hours: number, after: string[]): Task[] =>
    hours > 0 ? [{ id, name, after, days: scaled(SPREAD, hours / perDay), hours }] : []
  const outHours = [...gone, ...moved].reduce((sum, unit) => sum + unit.item.removeHours, 0)
  const inHours =
    fresh.reduce((sum, unit) => sum + unit.item.labourHours, 0) +
    moved.reduce((sum, unit) => sum + unit.item.removeHours, 0)
  const accessHours = design.phases.reduce((sum, phase) => sum + (phase.accessHours ?? 0), 0) || OPEN_HOURS
  const isCut = [...design.units.filter(isChange), ...gone].some(
    unit => unit.item.face?.cutout && unit.place.kind === 'panel'
  )
  const parts = fresh.filter(unit => unit.lead || unit.priceCents >= ON_SHELF_CENTS)
  const leads = parts.map((unit): Task => {
    const less = (weeks: number) => Math.max(0, (weeks - pace.orderedWeeksAhead) * DAYS_A_WEEK)
    const days = (three: Three): Three => [less(three[0]), less(three[1]), less(three[2])]
    return {
      id: `part ${unit.id}`,
      name: messages.arrival(unit),
      after: [],
      days: days(unit.lead?.weeks ?? LEAD_WEEKS),
      hours: 0,
      unit: unit.id,
      // Who says how long it takes has counted what he is behind with.
      ...(!unit.lead && { cause: unit.item.maker, instead: days(BACK_ORDER_WEEKS) })
    }
  })
  const arrived = leads.map(task => task.id)
  const looked = design.openedBefore ? [] : inspectionOf(design, pace.on)
  const faults = looked.map(({ chance, hours }) => ({ chance, days: scaled(hours, 1 / perDay) }))
  const expected = faults.reduce((sum, fault) => sum + fault.chance * momentsOf(fault.days).mean, 0)
  const tasks: Task[] = [
    ...leads,
    ...work('open', messages.openUp, accessHours * 0.6, []),
    ...work('out', messages.removal(outHours), outHours, ['open']),
    ...(faults.length
      ? [
          {
            id: 'faults',
            name: messages.hiddenFaults,
            after: ['open', 'out'],
            days: [
              faults.reduce((sum, fault) => sum + (fault.chance === 1 ? fault.days[0] : 0), 0),
              expected,
              faults.reduce((sum, fault) => sum + (fault.chance > 0 ? fault.days[2] : 0), 0)
            ] as Three,
            hours: expected * perDay,
            perhaps: faults
          }
        ]
      : []),
    // Metal is cut when what goes into it is in hand.
    ...(isCut
      ? [
          {
            id: 'cut',
            name: messages.panelTask,
            after: [
              'out',
              ...leads.filter(task => design.units.find(unit => unit.id === task.unit)?.item.face).map(task => task.id)
            ],
            days: CUT_DAYS,
            hours: 0
          }
        ]
      : []),
    ...work('in', messages.installation(inHours), inHours, ['out', 'faults', 'cut', ...arrived]),
    ...work('close', messages.closeUp, accessHours * 0.4, ['in', 'faults', 'cut', ...arrived]),
    { id: 'test', name: messages.testing, after: ['close'], days: TEST_DAYS, hours: 0 },
    { id: 'papers', name: messages.papers, after: ['test'], days: PAPER_DAYS, hours: 0 }
  ]
  return withOwn(design, tasks, pace)
}

/** Tasks of one’s own among those of the job, and the days before which a task is not to begin. */
function withOwn(design: Design, job: readonly Task[], pace: Pace): Task[] {
  const own = design.tasks.map((task): Task => ({
    id: ownTask(task.id),
    name: say`${task.name}`,
    after: task.after,
    days: task.days,
    hours: task.hours
  }))
  const tasks = [...job, ...own]
  const there = new Set(tasks.map(task => task.id))
  // What nothing was said to wait for is done before it flies.
  const waits = design.tasks.map(task => {
    const before = task.before.filter(id => there.has(id))
    return { id: ownTask(task.id), before: before.length ? before : ['test'] }
  })
  const shifts = new Map(design.shifts.map(shift => [shift.task, shift.from]))
  return tasks.map(task => {
    const day = shifts.get(task.id)
    return {
      ...task,
      after: [
        ...task.after.filter(id => there.has(id)),
        ...waits.filter(wait => wait.before.includes(task.id)).map(wait => wait.id)
      ],
      ...(day && { from: workingDaysBefore(pace.on, day, pace.closed) })
    }
  })
}
/** What a task of one’s own is called by others. */
export const ownTask = (id: string): string => `own ${id}`
/** Names that tasks of one’s own give and no task of the job has. */
export function strayNames(design: Pick<Design, 'tasks'>, tasks: readonly Pick<Task, 'id'>[]): string[] {
  const there = new Set(tasks.map(task => task.id))
  return [...new Set(design.tasks.flatMap(task => [...task.after, ...task.before]).filter(id => !there.has(id)))]
}
