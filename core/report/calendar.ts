import { createEvents, type EventAttributes } from 'ics'
import type { RulesReport } from '../rules'

/** What falls due, as an iCalendar (RFC 5545): one day-long event each, reminded of a month before. */
export function writeDueCalendar(title: string, { clauses }: Pick<RulesReport, 'clauses'>): string {
  const events = clauses.flatMap((one): EventAttributes[] => {
    if (one.due === undefined || one.state === 'does not apply') return []
    const [year, month, day] = one.due.split('-').map(Number) as [number, number, number]
    return [
      {
        uid: `${one.key.replace('/', '-')}-${one.due}@ewerpanel`,
        title: `${title}: ${one.clause.title} due`,
        description: `${one.clause.ref}. ${one.hand?.on ? `Last done ${one.hand.on}.` : ''} Check the current text.`,
        start: [year, month, day],
        duration: { days: 1 },
        productId: 'ewerpanel',
        alarms: [{ action: 'display', description: one.clause.title, trigger: { days: 30, before: true } }]
      }
    ]
  })
  const { error, value } = createEvents(events)
  if (error) throw error
  return value ?? ''
}
