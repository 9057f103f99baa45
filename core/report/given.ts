import equal from 'fast-deep-equal'
import type { Finding } from '../design'
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

/**
 * The whole report again.
 * @param before the one that was given before it
 */
export function wholeReport(before: Report | undefined, given: GivenReport): Report {
  const findings = given.findings.map(finding => (typeof finding === 'number' ? before!.findings[finding]! : finding))
  return { ...before, ...given, findings } as Report
}
