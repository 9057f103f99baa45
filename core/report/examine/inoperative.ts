import { resolve } from '../../design'
import { applyEdits, type Edit, type Project } from '../../document'
import { overloadedPhases, type PowerReport } from '../../power'
import { examineRules } from '../../rules'

/** A clause that would not be met. */
export interface Unmet {
  ref: string
  title: string
}

/**
 * Clauses that are met now and would not be with units that do not work, as if they were not there: what must work for the flying of the
 * brief. Whether one may fly so is another question (14 CFR 91.213, from memory), which asks for this among other things.
 * @param units ids of the units; what an option does not have is passed over
 * @param loads of the option, for clauses on the supply; the same in both cases
 * @param today for what falls due: YYYY-MM-DD
 */
export function unmetWithout(
  project: Project,
  option: string,
  units: readonly string[],
  { loads, today }: { loads: PowerReport['loads']; today?: string }
): Unmet[] {
  const design = resolve(project, option)
  const here = new Set(design.units.map(unit => unit.id))
  const edits = units.filter(id => here.has(id)).map((unit): Edit => ({ type: 'unit.remove', option, unit }))
  if (!edits.length) return []
  const asked = { overloaded: overloadedPhases(loads), today }
  const without = resolve(applyEdits(project, edits, 'inoperative').project, option)
  const met = new Set(
    examineRules(design, asked)
      .clauses.filter(clause => clause.state === 'met')
      .map(clause => clause.key)
  )
  return examineRules(without, asked)
    .clauses.filter(clause => clause.state === 'missing' && met.has(clause.key) && !clause.clause.advice)
    .map(({ clause }) => ({ ref: clause.ref, title: clause.title }))
}
