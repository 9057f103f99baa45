import equal from 'fast-deep-equal'
import type { Finding } from '../../design'
import type { Report } from './examine'

/** Rooms whose reports are large, and often the same as were given last. */
const LARGE = ['panel', 'strength', 'pilot', 'power', 'wiring', 'rules'] as const
type Large = (typeof LARGE)[number]

/**
 * A report without the rooms that are as in the one given before it. Of a finding that was in that one as it is, its place there: a
 * letter from thread to thread takes time by its length.
 */
export type GivenReport = Omit<Report, Large | 'findings'> &
  Partial<Pick<Report, Large>> & { findings: (Finding | number)[] }

/** What of a report is another than in the one that was given before it. */
export function reportSince(before: Report | undefined, report: Report): GivenReport {
  if (!before) return report
  const places = new Map(before.findings.map((finding, index) => [finding.id, index]))
  const findings = report.findings.map(finding => {
    const place = places.get(finding.id)
    // A room examined anew says most of what it said: whoever shows it goes by whether it is the same, and need not draw it again.
    return place !== undefined && equal(before.findings[place], finding) ? place : finding
  })
  const given: GivenReport = { ...report, findings }
  for (const room of LARGE) if (report[room] === before[room]) delete given[room]
  return given
}

/** What tells an entry of a list from the others: those that were in the list before are found by it, wherever they stand now. */
const nameOf = (entry: unknown): unknown =>
  typeof entry === 'object' && entry !== null
    ? ((entry as { id?: unknown }).id ?? (entry as { key?: unknown }).key)
    : undefined

/**
 * What has come, and of it each part that is as it was before is the very part from before: whoever shows it goes by whether it is
 * the same, and need not draw it again. Both are plain data; neither is changed.
 */
function keepSame(before: unknown, now: unknown): unknown {
  if (Object.is(before, now) || typeof before !== 'object' || typeof now !== 'object' || !before || !now) return now
  if (Array.isArray(before) && Array.isArray(now)) {
    const byName = new Map(before.map(entry => [nameOf(entry), entry as unknown]))
    const kept = now.map((entry, index) => {
      const name = nameOf(entry)
      return keepSame(name === undefined ? before[index] : byName.get(name), entry)
    })
    return kept.length === before.length && kept.every((entry, index) => Object.is(entry, before[index]))
      ? before
      : kept
  }
  if (Object.getPrototypeOf(before) !== Object.prototype || Object.getPrototypeOf(now) !== Object.prototype) return now
  const [had, has] = [before as Record<string, unknown>, now as Record<string, unknown>]
  const kept: Record<string, unknown> = {}
  const keys = Object.keys(has)
  let same = keys.length === Object.keys(had).length
  for (const key of keys) {
    kept[key] = keepSame(had[key], has[key])
    same &&= key in had && Object.is(kept[key], had[key])
  }
  return same ? before : kept
}

/**
 * The whole report again.
 * @param before the one that was given before it
 */
export function wholeReport(before: Report | undefined, given: GivenReport): Report {
  const findings = given.findings.map(finding => (typeof finding === 'number' ? before!.findings[finding]! : finding))
  const whole = { ...before, ...given, findings } as Report
  return before ? (keepSame(before, whole) as Report) : whole
}
