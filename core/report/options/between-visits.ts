import { accountOf } from '../../capability'
import type { FunctionName } from '../../catalogue'
import { AS_FOUND, resolve } from '../../design'
import { applyEdits, type Edit, type Project } from '../../document'
import { placedByVisit } from '../../money'
import type { Phrase } from '../../quantity'
import { examineOption } from '../examine/examine'

/** The aeroplane as it flies after a visit, with what only a later one brings not there yet. */
export interface AfterVisit {
  visit: string
  name: string
  /** What must be fixed then, an open hole among it, and neither as found nor when all is done. */
  mustFix: { says: Phrase; code: string }[]
  /** Clauses that are not met then, and are as found and when all is done. */
  unmet: string[]
  /** What worked as found and does not then. */
  lost: FunctionName[]
}

/** An option of a project after one of its visits: what later visits bring is left out, what they take is still there. */
export function projectAfter(project: Project, option: string, visit: string): Project {
  const design = resolve(project, option)
  const { visits, of } = placedByVisit(design)
  const now = visits.findIndex(other => other.id === visit)
  const late = (id: string) => (of.get(id) ?? 0) > now
  const found = new Set(project.fitted.map(unit => unit.id))
  const edits = [
    ...design.units
      .filter(unit => unit.state !== 'kept' && late(unit.id))
      .flatMap((unit): Edit[] => [
        { type: 'unit.remove', option, unit: unit.id },
        ...(found.has(unit.id) ? [{ type: 'unit.restore' as const, option, unit: unit.id }] : [])
      ]),
    // What was chosen of the sheet of a later visit is not yet so.
    ...visits.slice(now + 1).flatMap(({ phase }): Edit[] => {
      if (!phase?.sheet) return []
      const { sheet: _, ...rest } = phase
      return [{ type: 'phase.put', option, phase: rest }]
    }),
    ...design.removed
      .filter(({ unit }) => late(`-${unit.id}`))
      .map(({ unit }): Edit => ({ type: 'unit.restore', option, unit: unit.id }))
  ]
  return edits.length ? applyEdits(project, edits, 'so far').project : project
}

/** How the aeroplane flies after each visit but the last: what must be fixed then, which clauses wait, what has gone. */
export function afterVisits(project: Project, option: string, today?: string): AfterVisit[] {
  const { visits } = placedByVisit(resolve(project, option))
  const worked = accountOf(resolve(project, AS_FOUND)).functions()
  const reportOf = (of: Project, design = option) => examineOption(of, design, { today })
  const ends = [reportOf(project), reportOf(project, AS_FOUND)]
  const known = new Set(ends.flatMap(report => report.findings.map(finding => finding.id)))
  const missing = new Set(
    ends.flatMap(report => report.rules.clauses.filter(clause => clause.state === 'missing').map(clause => clause.key))
  )
  return visits.slice(0, -1).map(({ id, name }) => {
    const then = projectAfter(project, option, id)
    const report = reportOf(then)
    const works = accountOf(resolve(then, option)).functions()
    return {
      visit: id,
      name,
      mustFix: report.findings
        .filter(
          finding => (finding.weight === 'must fix' || finding.code === 'panel.open-hole') && !known.has(finding.id)
        )
        .map(({ says, code }) => ({ says, code })),
      unmet: report.rules.clauses
        .filter(clause => clause.state === 'missing' && !clause.clause.advice && !missing.has(clause.key))
        .map(clause => `${clause.clause.ref} ${clause.clause.title}`),
      lost: [...worked].filter(name => !works.has(name))
    }
  })
}
