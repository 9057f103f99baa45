import * as messages from '../messages'
import equal from 'fast-deep-equal'
import { itemKey, maturedBy, type Item } from '../../catalogue'
import { resolve } from '../../design'
import { freshId, applyEdits, type Edit, type Option, type Project, type WorkPhase } from '../../document'
import { monthsAfter, workingDaysBetween } from '../../money'
import { type Phrase } from '../../quantity'

/** What is asked: an option put off by so many months, or one of its new units alone. */
export interface PutOffAsked {
  option: string
  months: number
  /** The unit that waits while the rest goes ahead; the whole job while absent. */
  unit?: string
}
/** An option put off as an option of its own: how it is made, and what its makers say will be there by then. */
export interface PutOffOption {
  id: string
  name: string
  /** The day it begins then, YYYY-MM-DD. */
  on: string
  edits: Edit[]
  matures: { unit: string; label: string; says: Phrase }[]
}

const months = (count: number): string => `${count} ${count === 1 ? 'month' : 'months'}`
/** An entry as announced, as an entry of its own: nobody is offered it for what is there today. */
function announcedEntry({ items }: Project, item: Item, then: Item, day: string): Item {
  const { revision: _, ...rest } = then
  const entry = { ...rest, id: `${item.id.slice(0, 50)}.${day}`, name: `${item.name.slice(0, 106)}, as announced` }
  // One of that name with another content is another entry.
  for (let number = 2; ; number++) {
    const taken = items.find(item => item.id === entry.id)
    if (!taken || equal(taken, entry)) return entry
    entry.id = `${item.id.slice(0, 50)}.${day}-${number}`
  }
}

/** What changes in an entry that matures, in words. */
function changesOf(item: Item, then: Item): Phrase {
  const came = <T>(now: readonly T[], later: readonly T[]) => later.filter(thing => !now.includes(thing))
  const [approvals, gives] = [came(item.approvals, then.approvals), came(item.provides, then.provides)]
  const words = item.announced!.filter(notice => !then.announced?.includes(notice))
  return messages.announcedChanges({
    words,
    approvals,
    gives,
    priceCents: then.priceCents,
    itemPriceCents: item.priceCents
  })
}

/** The visits of the whole job, each so much later; one of its own where it has none. */
function latePhases(project: Project, option: Option, began: string, by: number): WorkPhase[] {
  const { brief } = project
  const window = (from: string | undefined) =>
    brief.downFrom && brief.downTo && (!from || from === brief.downFrom)
      ? Math.max(1, workingDaysBetween(brief.downFrom, brief.downTo, brief.shop?.closed ?? []))
      : undefined
  const late = (phase: WorkPhase, from: string): WorkPhase => {
    const days = phase.days ?? window(phase.from)
    return { ...phase, from: monthsAfter(from, by), ...(days !== undefined && { days }) }
  }
  if (!option.phases.length) return [late({ id: 'later', name: `All, ${months(by)} later` }, began)]
  const dated = option.phases.filter(phase => phase.from)
  return dated.length ? dated.map(phase => late(phase, phase.from!)) : [late(option.phases[0]!, began)]
}

/**
 * An option, or one new unit of it, put off: a copy of the option with later visits, priced from the day its prices are of, and with
 * entries as their makers announced them for then. The whole job reopens nothing; a unit that waits pays what it opens again.
 * @param today the day of the prices where neither they, a visit nor the brief has one: YYYY-MM-DD
 * @throws ResolveError when there is no such option
 */
export function putOffOption(project: Project, asked: PutOffAsked, today: string): PutOffOption {
  const { option: of, months: by, unit } = asked
  const design = resolve(project, of)
  const option = project.options.find(option => option.id === of)!
  const first = [...option.phases.flatMap(phase => phase.from ?? [])].sort()[0]
  const began = first ?? project.brief.downFrom ?? today
  const on = monthsAfter(began, by)
  const id = freshId(
    `${of.slice(0, 50)}-later`,
    project.options.map(option => option.id)
  )
  const label = design.units.find(other => other.id === unit)?.label
  const name = `${option.name.slice(0, 60)}, ${label ? `${label.slice(0, 30)} ` : ''}${months(by)} later`
  const waits = design.units.filter(other => other.state === 'new' && (unit === undefined || other.id === unit))
  const mature = waits.flatMap(wait => {
    const then = maturedBy(wait.item, on)
    return then === wait.item ? [] : [{ one: wait, entry: announcedEntry(project, wait.item, then, on), then }]
  })
  const entries = new Map(mature.map(({ one: unit, entry }) => [itemKey(unit.item), entry]))
  // Where nothing has a day the prices are those of the day on which it would begin.
  const edits: Edit[] = [
    { type: 'option.duplicate', option: of, id, name },
    { type: 'prices.set', option: id, prices: { ...option.prices, on: option.prices.on ?? began } },
    ...[...entries.values()].map((item): Edit => ({ type: 'item.put', item }))
  ]
  const phaseOf = new Map<string, string>()
  if (unit === undefined) {
    edits.push(
      ...latePhases(project, option, began, by).map((phase): Edit => ({ type: 'phase.put', option: id, phase })),
      ...option.shifts.map((shift): Edit => ({
        type: 'shift.put',
        option: id,
        shift: { ...shift, from: monthsAfter(shift.from, by) }
      }))
    )
  } else {
    const taken = option.phases.map(phase => phase.id)
    if (!taken.length)
      edits.push({ type: 'phase.put', option: id, phase: { id: 'now', name: 'All but what waits', from: began } })
    const phase = { id: freshId('later-', taken), name: `${label ?? unit}, ${months(by)} later`, from: on }
    edits.push({ type: 'phase.put', option: id, phase })
    phaseOf.set(unit, phase.id)
  }
  for (const was of option.units) {
    const entry = mature.find(({ one: unit }) => unit.id === was.id)?.entry
    const phase = phaseOf.get(was.id)
    if (!entry && !phase) continue
    const { revision, ...rest } = was
    edits.push({
      type: 'unit.set',
      option: id,
      unit: {
        ...rest,
        ...(entry ? { item: entry.id } : revision !== undefined && { revision }),
        ...(phase && { phase })
      }
    })
  }
  return {
    id,
    name,
    on,
    edits,
    matures: mature.map(({ one: unit, then }) => ({
      unit: unit.id,
      label: unit.label,
      says: changesOf(unit.item, then)
    }))
  }
}

/** The project with the option that was put off beside the others. */
export const withPutOff = (project: Project, { edits, name }: PutOffOption): Project =>
  applyEdits(project, edits, name).project
