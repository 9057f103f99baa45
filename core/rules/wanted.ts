import * as messages from './messages'
import { modelStanding } from './model-approval'
import { stubbornLosses, type Account, type Task } from '../capability'
import type { FunctionName } from '../catalogue'
import { TASKS, type Wanted } from '../document'
import type { Design, DesignUnit } from '../design'
import { say, type Phrase } from '../quantity'

/** What a clause is judged by, besides its own words. */
export interface Evidence {
  design: Design
  account: Account
  /** Phases in which the sources give less than the loads take. */
  overloaded: readonly string[]
  today?: string
}

/** How what is wanted stands: met, by whom; or missing, what and why; or for a person to look at. */
export interface Standing {
  state: 'met' | 'missing' | 'check by hand'
  by: { unit: DesignUnit; name: FunctionName }[]
  lacks: FunctionName[]
  because: Phrase[]
  /** What an answer by hand is about, where that is more than who meets it. */
  about?: string
}

const met = (by: Standing['by'] = []): Standing => ({ state: 'met', by, lacks: [], because: [] })
const missing = (lacks: FunctionName[], ...because: Phrase[]): Standing => ({
  state: 'missing',
  by: [],
  lacks,
  because
})

/** Whether a unit is approved for the aeroplane: what is new must be; what was found in it is taken as lawfully there. */
export const approvedFor = (unit: DesignUnit, basis: Design['brief']['basis']): boolean =>
  unit.state !== 'new' || unit.item.approvals.length === 0 || unit.item.approvals.includes(basis)

/** Why a function is not there, though units that would give it are. */
function broken(name: FunctionName, { design, account }: Evidence): Phrase[] {
  return design.units
    .filter(unit => unit.item.provides.includes(name))
    .flatMap(unit => {
      if (account.gives(unit.id, name))
        return approvedFor(unit, design.brief.basis) ? [] : [messages.notApproved({ unit, basis: design.brief.basis })]
      const why = account.whyNot(unit, name)
      return [messages.doesNotProvide({ unit, name, why })]
    })
}

/** Units that give a function, work and are approved. */
const counting = (name: FunctionName, { design, account }: Evidence): DesignUnit[] =>
  account.givers(name).filter(unit => approvedFor(unit, design.brief.basis))

function works(wanted: Extract<Wanted, { works: unknown }>, evidence: Evidence): Standing {
  const { works: name, count = 1, each } = wanted
  const units = counting(name, evidence)
  const { design } = evidence
  const asked = each === 'tank' ? design.airframe.tanks : each === 'seat' ? design.brief.seats : count
  // A gauge counts for the tanks it reads.
  const have = each === 'tank' ? units.reduce((sum, unit) => sum + (unit.item.tanks ?? 1), 0) : units.length
  if (have >= asked) return met(units.map(unit => ({ unit, name })))
  const why = broken(name, evidence)
  if (have === 0 && why.length === 0) return missing([name], messages.noneInstalled(name))
  return missing([name], ...(asked > 1 ? [messages.tooFew({ name, have, asked, each })] : []), ...why)
}

const isTask = (name: FunctionName | Task): name is Task => (TASKS as readonly string[]).includes(name)
const doneNow = (task: Task, { account }: Evidence): Standing =>
  account.works(task) ? met() : missing([], messages.nothingToDoItBy(task))

/** Whether the aircraft is on the list of models of each new unit that has one. */
function byModel(look: string, { design, today }: Evidence): Standing {
  const asked = design.units.flatMap(unit => {
    const standing = modelStanding(design, unit, today)
    return standing ? [{ unit, standing }] : []
  })
  const states = asked.map(({ standing }) => standing.state)
  const because = asked.map(one => messages.modelState(one))
  const about = asked.map(({ unit, standing }) => `${unit.id} ${standing.state}`).join(', ')
  if (states.some(state => state === 'awaited' || state === 'other models'))
    return { ...missing([], ...because), about }
  if (states.every(state => state === 'held')) return { ...met(), because, about }
  return { state: 'check by hand', by: [], lacks: [], because: [...because, say`${look}`], about }
}

/** Holds what a clause wants against a design. */
export function stands(wanted: Wanted, evidence: Evidence): Standing {
  const { design, account } = evidence
  if ('all' in wanted) {
    const parts = wanted.all.map(wanted => stands(wanted, evidence))
    const wrong = parts.filter(part => part.state === 'missing')
    const looks = parts.filter(part => part.state === 'check by hand')
    const of = wrong.length ? wrong : looks
    return {
      state: wrong.length ? 'missing' : looks.length ? 'check by hand' : 'met',
      by: parts.flatMap(part => part.by),
      lacks: of.flatMap(standing => standing.lacks),
      because: of.flatMap(standing => standing.because)
    }
  }
  if ('any' in wanted) {
    const parts = wanted.any.map(wanted => stands(wanted, evidence))
    return (
      parts.find(part => part.state === 'met') ??
      parts.find(part => part.state === 'check by hand') ??
      parts[0] ??
      met()
    )
  }
  if ('works' in wanted) return works(wanted, evidence)
  if ('independent' in wanted) {
    const name = wanted.independent
    const plain = works({ works: name }, evidence)
    if (plain.state !== 'met') return plain
    const { chains, atLeast } = account.disjoint(name, wanted.chains, wanted.sharing)
    if (chains.length >= wanted.chains) return plain
    return missing([name], messages.tooFewChains({ name, chains, atLeast, wantedChains: wanted.chains }))
  }
  if ('survives' in wanted) {
    const parts = wanted.survives.map((name): Standing => {
      const plain = isTask(name) ? doneNow(name, evidence) : works({ works: name }, evidence)
      if (plain.state !== 'met') return plain
      // What a switch brings back is not lost.
      const shared = new Set(
        design.units
          .filter(unit => unit.item.provides.some(given => wanted.sharing?.some(name => name === given)))
          .map(unit => unit.id)
      )
      const taken = stubbornLosses(design, name).filter(part => part.kind !== 'unit' || !shared.has(part.id))
      return taken.length ? missing(isTask(name) ? [] : [name], messages.lostWith({ name, taken })) : plain
    })
    const wrong = parts.filter(part => part.state !== 'met')
    return wrong.length
      ? missing(
          wrong.flatMap(standing => standing.lacks),
          ...wrong.flatMap(standing => standing.because)
        )
      : met(parts.flatMap(part => part.by))
  }
  if ('adequate' in wanted) {
    if (evidence.overloaded.length === 0) return met()
    return missing([], messages.sourcesTooSmall(evidence.overloaded))
  }
  if ('carried' in wanted) return design.airframe.spareFuses ? met() : missing([], messages.noSpareFuses)
  if ('models' in wanted) return byModel(wanted.look, evidence)
  return { state: 'check by hand', by: [], lacks: [], because: [say`${wanted.look}`] }
}
