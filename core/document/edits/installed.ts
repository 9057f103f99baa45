import equal from 'fast-deep-equal'
import { emptyOption } from '../make/blank'
import type { Link, Option, Project, Unit } from '../schema/schema'
import { AS_FOUND, plain, refuse } from './kit'

const NO_PRICES = {
  labourCentsPerHour: 0,
  panelWorkCents: 0,
  wireCentsPerMetre: 0,
  travelCents: 0,
  contingencyPercent: 0
}
/** What the aircraft as installed has of everything but units and links: one object for all documents, so that it counts as unchanged. */
const NOTHING_MORE = emptyOption(AS_FOUND, 'As installed', NO_PRICES)
/** The aircraft as installed as an option, so that every room can examine it and every screen can show it. */
export const installedOption = ({ fitted, fittedLinks }: Pick<Project, 'fitted' | 'fittedLinks'>): Option => ({
  ...NOTHING_MORE,
  units: fitted,
  links: fittedLinks
})

type Installed = Pick<Option, 'units' | 'links'>
/** Position is one thing: moved in a plan, neither half of it follows what is installed. */
const FIELDS_TOGETHER: readonly (readonly (keyof Unit)[])[] = [['xMm', 'yMm']]
const groupsOf = (before: Unit, after: Unit): readonly (readonly (keyof Unit)[])[] => {
  const single = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Unit)[]
  return [...FIELDS_TOGETHER, ...single.filter(field => !FIELDS_TOGETHER.flat().includes(field)).map(field => [field])]
}
/**
 * A unit kept by a plan takes what has been corrected of the installed one, except where the plan says something else.
 * @param setOut its position is that of a row of the plan
 */
function follow(mine: Unit, before: Unit, after: Unit, setOut: boolean): void {
  for (const fields of groupsOf(before, after)) {
    // The visit of a plan is the plan’s own.
    if (fields[0] === 'phase' || (setOut && fields[0] === 'xMm')) continue
    if (!fields.every(field => equal(mine[field], before[field]))) continue
    for (const field of fields)
      if (after[field] === undefined) delete mine[field]
      else Object.assign(mine, { [field]: after[field] })
  }
}
const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map(entry => [entry.id, entry]))

/** Carries a correction of what is installed into a plan: what is there is kept by a plan until the plan itself says otherwise. */
function carry(option: Option, before: Installed, after: Installed): void {
  const [wasUnits, nowUnits] = [byId(before.units), byId(after.units)]
  for (const [id, was] of wasUnits) {
    const now = nowUnits.get(id)
    const mine = option.units.find(unit => unit.id === id)
    if (!mine) continue
    // Replaced by the plan under the same id it is the plan’s own: what is said of the old one is not said of it.
    if (mine.item !== was.item) continue
    if (now)
      follow(
        mine,
        was,
        now,
        option.rows.some(row => row.units.includes(id))
      )
    else option.units = option.units.filter(unit => unit.id !== id)
  }
  for (const [id, now] of nowUnits) {
    if (wasUnits.has(id)) continue
    if (option.units.some(unit => unit.id === id)) refuse(`${option.name} has a unit “${id}” already`)
    const { phase: _, ...unit } = plain(now)
    option.units.push(unit)
  }
  carryLinks(option, before.links, after.links)
}
function carryLinks(option: Option, before: readonly Link[], after: readonly Link[]): void {
  const [was, now] = [byId(before), byId(after)]
  const here = new Set(option.units.map(unit => unit.id))
  for (const [id, link] of was) {
    const [at, next] = [option.links.findIndex(other => other.id === id), now.get(id)]
    if (at < 0 || !equal(option.links[at], link) || equal(link, next)) continue
    // In its place: a record that changes keeps its position in the list.
    if (next) option.links[at] = plain(next)
    else option.links.splice(at, 1)
  }
  for (const [id, link] of now)
    if (!was.has(id) && here.has(link.from.unit) && here.has(link.to.unit) && !option.links.some(l => l.id === id))
      option.links.push(plain(link))
}

/**
 * Does an edit of units or links to what is installed, and carries it into every plan.
 * @param project a draft
 * @throws EditError when the edit cannot be made
 */
export function editInstalled(project: Project, apply: (installed: Option) => void): void {
  const before = plain({ units: project.fitted, links: project.fittedLinks })
  const installed = installedOption(project)
  apply(installed)
  project.fitted = installed.units
  project.fittedLinks = installed.links
  // Links of a unit that is gone go with it, here as in every plan.
  const here = new Set(installed.units.map(unit => unit.id))
  project.fittedLinks = project.fittedLinks.filter(({ from, to }) => here.has(from.unit) && here.has(to.unit))
  const after = plain({ units: project.fitted, links: project.fittedLinks })
  for (const option of project.options) carry(option, before, after)
}
