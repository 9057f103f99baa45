import { createEvents, type EventAttributes } from 'ics'
import { workingDayOf, type Closed, type JobTask } from '../../money'
import { readPhrase, type Reading } from '../../quantity'
import type { RulesReport } from '../../rules'

/** What falls due, as an iCalendar (RFC 5545): one day-long event each, reminded of a month before. */
export function writeDueCalendar(title: string, { clauses }: Pick<RulesReport, 'clauses'>): string {
  const events = clauses.flatMap((clause): EventAttributes[] => {
    if (clause.due === undefined || clause.state === 'does not apply') return []
    const [year, month, day] = clause.due.split('-').map(Number) as [number, number, number]
    return [
      {
        uid: `${clause.key.replace('/', '-')}-${clause.due}@ewerpanel`,
        title: `${title}: ${clause.clause.title} due`,
        description: `${clause.clause.ref}. ${clause.hand?.on ? `Last done ${clause.hand.on}.` : ''} Check the current text.`,
        start: [year, month, day],
        duration: { days: 1 },
        productId: 'ewerpanel',
        alarms: [{ action: 'display', description: clause.clause.title, trigger: { days: 30, before: true } }]
      }
    ]
  })
  const { error, value } = createEvents(events)
  if (error) throw error
  return value ?? ''
}

const dateOf = (day: string) => day.split('-').map(Number) as [number, number, number]

/**
 * The plan of a job as an iCalendar (RFC 5545): each task as a span of days, with likely durations; what holds the job up says so.
 * @param from the day the aeroplane goes in, YYYY-MM-DD
 */
export function writePlanCalendar(
  title: string,
  tasks: readonly JobTask[],
  { from, closed, reading }: { from: string; closed: Closed; reading: Reading }
): string {
  const events = tasks
    .filter(task => task.days[1] > 0)
    .map((task): EventAttributes => {
      const first = workingDayOf(from, Math.floor(task.start), closed)
      // An event of whole days ends on the day after its last one.
      const last = workingDayOf(from, Math.max(Math.floor(task.start), Math.ceil(task.finish) - 1), closed)
      const next = new Date(Date.UTC(...monthsFromZero(dateOf(last))) + 86_400_000)
      return {
        uid: `${task.id.replace(/[^\w-]/g, '-')}-${from}@ewerpanel`,
        title: `${title}: ${readPhrase(task.name, reading)}`,
        description:
          task.slack < 0.05
            ? 'A day more of it is a day more of all. Likely duration; an assumption until the shop says its own.'
            : `It may be ${Math.floor(task.slack)} working days later without holding the job up. Likely duration.`,
        start: dateOf(first),
        end: [next.getUTCFullYear(), next.getUTCMonth() + 1, next.getUTCDate()],
        productId: 'ewerpanel'
      }
    })
  const { error, value } = createEvents(events)
  if (error) throw error
  return value ?? ''
}
const monthsFromZero = ([year, month, day]: [number, number, number]): [number, number, number] => [
  year,
  month - 1,
  day
]
