import { type FunctionName, type Item, type Need, type Port } from './catalogue'
import type { Link, Project } from './document'
import { resolve, type Design } from './design'
import { loadsByPhase, overloadedPhases, powerModel } from './power'
import { examineRules } from './rules'
import { item, plainProject, projectWith } from './testing'

/** An aeroplane for a case: what the brief and the airframe say beside a certified single of 1974, flown by day in sight. */
export interface Case {
  brief?: Partial<Project['brief']>
  airframe?: Partial<Project['airframe']>
  units?: Item[]
  links?: Link[]
  checks?: Project['handChecks']
  today?: string
}
export const giver = (id: string, ...provides: FunctionName[]): Item => item({ id, mounts: ['tail'], provides })
export const all = (...provides: FunctionName[]): Item[] => [giver('all', ...provides)]
export const project = ({ brief, airframe, units = [], links = [], checks = [] }: Case): Project => {
  const base = plainProject()
  const made = projectWith(
    units.map(unit => [unit, 'tail']),
    {
      ...base,
      brief: { ...base.brief, basis: 'certified', airspace: [], ...brief },
      airframe: { ...base.airframe, madeOn: '1974-05-20', tanks: 1, ...airframe },
      handChecks: checks
    }
  )
  return { ...made, options: [{ ...made.options[0]!, links }] }
}
/** The rules as the report asks them: told which phases ask more than the sources give. */
export const examine = (design: Design, today?: string) =>
  examineRules(design, { overloaded: overloadedPhases(loadsByPhase(powerModel(design))), today })
export const judged = (of: Case, key: string) =>
  examine(resolve(project(of), 'a'), of.today).clauses.find(clause => clause.key === key)!

export const need = (what: 'signal' | 'function', name: string, purposes?: string[]): Need =>
  ({ what, name, required: true, text: '', ...(purposes && { for: purposes }) }) as Need
export const port = (
  id: string,
  kind: Port['kind'],
  flow: Port['flow'],
  signals: Port['signals'],
  says?: Port['says']
): Port => ({
  id,
  kind,
  flow,
  signals,
  ...(says && { says })
})
export const NIGHT: Case['brief'] = { flying: ['night VFR'] }
export const IFR: Case['brief'] = { flying: ['IFR by day'] }
export const EU: Case['brief'] = { authority: 'EASA Part-NCO' }
export const look = (clause: string, on: string, more: Partial<Project['handChecks'][number]> = {}) => ({
  clause,
  state: 'met' as const,
  note: '',
  on,
  ...more
})
