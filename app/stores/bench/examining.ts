import type { Report } from '#core/report'
import { wholeReport } from '#core/report/examine/since'

import { type BenchState } from './state'

/** Has the design examined: one at a time, the newest next. */
export async function examine(s: BenchState) {
  if (!s.project.value || !s.option.value) return
  s.own.round++
  s.examining.value = true
  // Whatever else is asked of the worker from now on is asked of this document.
  s.own.inStep = keepInStep(s.project.value)
  s.own.inStep.catch(() => undefined)
  if (s.own.walking) return
  s.own.walking = true
  for (let mine = 0; mine !== s.own.round;) {
    mine = s.own.round
    const asked = s.design.value!
    try {
      // Asked at once, right behind the document: the worker begins while this thread draws.
      const answer = given(s, asked.optionId)
      answer.catch(() => undefined)
      const anew = await s.own.inStep
      const current = anew ? await given(s, asked.optionId) : await answer
      // A newer document has been sent meanwhile: its answer is the one to show.
      if (mine !== s.own.round && asked !== s.design.value) continue
      s.reports.value = { current, ...s.own.comparison }
      // The answer is of this option and of no other.
      s.examined.value = asked
    } catch (error) {
      s.said.value =
        `This design could not be examined: ${(error as Error).message} The figures below are of the ` +
        `design before; undo the last act, or export the project and tell its maker.`
    }
  }
  s.own.walking = false
  s.examining.value = false
  await lookBeside(s)
}
/** The report of an option; rooms that are as in the one before are not sent again. */
async function given(s: BenchState, of: string): Promise<Report> {
  const had = s.own.lastGiven
  const { report, number, apart } = await useExaminer().examine(of, had?.number)
  if (apart) s.own.comparison = {}
  const current = wholeReport(had?.report, report)
  s.own.lastGiven = { report: current, number }
  return current
}
/** What the figures are held against follows: nobody waits for that before the first ones stand. */
async function lookBeside(s: BenchState) {
  try {
    const found = await useExaminer().comparison()
    if (!found.asFound && !found.agreed) return
    s.own.comparison.asFound = found.asFound ?? s.own.comparison.asFound
    if (found.agreed) s.own.comparison.agreed = found.agreed === 'none' ? undefined : found.agreed
    if (s.reports.value) s.reports.value = { current: s.reports.value.current, ...s.own.comparison }
  } catch (error) {
    s.said.value = `The aeroplane as installed could not be examined: ${(error as Error).message}`
  }
}
