import { accountOf } from '../../capability'
import type { Item } from '../../catalogue'
import { resolve, type Design, type Steps } from '../../design'
import { applyEdits, TASKS, type Project } from '../../document'
import { candidateTrials, type CandidateEffect } from '../effects/effect'
import { examineOption } from '../examine/examine'
import { UNDONE } from './options'

/** What a choice is: what it costs on this aeroplane, what it gives, what failures still take with it. */
interface Bought {
  cents: number
  gained: string[]
  /** Single losses that take a task, all tasks together; so many more for one that is not done at all. */
  weak: number
}
/** Something else that the price of a unit would buy. */
export interface Alternative extends Bought {
  item: string
  name: string
  fit?: CandidateEffect['fit']
  /** What the unit gives that this does not. */
  without: string[]
  mustFix: number
}
export interface SameMoney {
  /** The unit itself, in the same terms, against the aeroplane without it. */
  chosen: Bought
  alternatives: Alternative[]
}

const weakOf = (design: Design): number => {
  const account = accountOf(design)
  return TASKS.reduce((sum, task) => sum + (account.works(task) ? account.singles(task).length : UNDONE), 0)
}
const functionsOf = (design: Design) => accountOf(design).functions()
const centsOf = (project: Project, option: string) => examineOption(project, option, { trial: true }).money.totalCents

/**
 * For the same money: what else the installed price of a unit would buy on this aeroplane, by what works with it and what failures then
 * take; what leaves least to failures first, then what gives most. Only what its basis allows, finds room and brings no more to fix.
 * @throws when the option has no such unit
 */
export function* forTheSameMoney(
  project: Project,
  option: string,
  unit: string,
  catalogue: readonly Item[]
): Steps<SameMoney, Alternative> {
  const without = applyEdits(project, [{ type: 'unit.remove', option, unit }], 'without').project
  const own = project.options.find(other => other.id === option)!.units.find(other => other.id === unit)!
  const design = resolve(project, option)
  const bare = functionsOf(resolve(without, option))
  const whole = functionsOf(design)
  const given = [...whole].filter(name => !bare.has(name))
  const cents = centsOf(project, option) - centsOf(without, option)
  const rate = design.prices.labourCentsPerHour
  const open = catalogue.filter(
    item =>
      item.id !== own.item &&
      item.priceCents > 0 &&
      item.priceCents + item.labourHours * rate <= cents &&
      item.provides.length > 0 &&
      (item.approvals.length === 0 || item.approvals.includes(project.brief.basis))
  )
  const alternatives: Alternative[] = []
  const byId = new Map(open.map(item => [item.id, item]))
  const walk = candidateTrials(without, option, open)
  for (let step = walk.next(); !step.done; step = walk.next()) {
    const found: Alternative[] = []
    for (const { effect, design: instead } of step.value.found ?? []) {
      const item = byId.get(effect.item)!
      const fits = instead && (item.mounts[0] !== 'panel' || effect.fit?.at !== undefined)
      if (!fits || effect.change.money > cents || effect.mustFix > 0 || effect.functionsGained.length === 0) continue
      const now = functionsOf(instead)
      found.push({
        item: item.id,
        name: item.name,
        fit: effect.fit,
        cents: effect.change.money,
        gained: effect.functionsGained,
        without: given.filter(name => !now.has(name)),
        weak: weakOf(instead),
        mustFix: effect.mustFix
      })
    }
    alternatives.push(...found)
    yield { ...step.value, found }
  }
  alternatives.sort((a, b) => a.weak - b.weak || b.gained.length - a.gained.length || a.cents - b.cents)
  return { chosen: { cents, gained: given, weak: weakOf(design) }, alternatives }
}
