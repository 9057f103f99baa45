import * as messages from './messages'
import { accountOf, type Part } from '../capability'
import type { FunctionName } from '../catalogue'
import { RulePack, type Clause, type HandCheck } from '../document'
import { finding, type Basis, type Design, type Finding } from '../design'
import { say, SILENT, type Phrase } from '../quantity'
import { briefFindings } from './brief'
import { holds } from './condition'
import approval from './packs/approval.json'
import easa from './packs/easa-nco.json'
import prudence from './packs/prudence.json'
import equipment from './packs/us-equipment.json'
import papers from './packs/us-papers.json'
import training from './packs/us-training.json'
import { modelFindings } from './model-approval'

export { leavesOut } from './model-approval'
import { approvedFor, stands, type Evidence } from './wanted'

export { conditionWords } from './condition'

/** The packs that ship. Rules are data: a new pack is a JSON file beside these, or one of the project’s own. */
export const PACKS: readonly RulePack[] = [equipment, papers, training, easa, approval, prudence].map(pack =>
  RulePack.parse(pack)
)

export type ClauseState = 'met' | 'missing' | 'check by hand' | 'does not apply'
export interface ClauseResult {
  key: string
  pack: string
  clause: Clause
  state: ClauseState
  /** Units that meet it, each with the functions it gives for the clause. */
  by: { unit: string; label: string; functions: string[] }[]
  /** Functions that are wanted and not given. */
  lacks: FunctionName[]
  /** Why it stands so. */
  because: Phrase
  hand?: HandCheck
  /** Why an answer by hand does not count any more. */
  lapsed?: Phrase
  /** Day on which a repeated test falls due (ISO date). */
  due?: string
  /** What the design says of it now: an answer by hand is about this, and lapses when it changes. */
  about: string
  /** Recalled, and held against the text in force by a person on that day. */
  confirmedOn?: string
  /** The text was recalled and nobody has confirmed it. */
  recalled: boolean
}
export interface RulesReport {
  clauses: ClauseResult[]
  met: number
  asked: number
  findings: Finding[]
}

/** Adds calendar months to a day: a test of March falls due at the end of March, so the last day of the month counts. */
export function endOfMonthAfter(day: string, months: number): string {
  const [year, month] = day.split('-').map(Number) as [number, number]
  const end = new Date(Date.UTC(year, month - 1 + months + 1, 0))
  return end.toISOString().slice(0, 10)
}
/** A day so many days later. */
export function daysAfter(day: string, days: number): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  return new Date(Date.UTC(year, month - 1, date + days)).toISOString().slice(0, 10)
}

const dueOf = (clause: Clause, hand: HandCheck | undefined): string | undefined => {
  if (hand?.on === undefined || hand.state !== 'met') return undefined
  if (clause.everyMonths !== undefined) return endOfMonthAfter(hand.on, clause.everyMonths)
  return clause.everyDays === undefined ? undefined : daysAfter(hand.on, clause.everyDays)
}

const joined = (phrases: readonly Phrase[]): Phrase =>
  phrases.reduce((all, phrase, index) => (index === 0 ? phrase : say`${all}; ${phrase}`), say``)

/** Why an answer by hand does not count, where it does not. */
function lapseOf(
  hand: HandCheck,
  due: string | undefined,
  about: string,
  today: string | undefined
): Phrase | undefined {
  if (today !== undefined && hand.on !== undefined && hand.on > today) return messages.answerOfTheFuture(hand.on)
  if (today !== undefined && due !== undefined && due < today) return messages.fellDue({ on: hand.on, due })
  if (hand.about !== undefined && hand.about !== about) return messages.answerLapsed(hand.on)
  return undefined
}

/** Units that an option adds, moves or removes and that give or need one of these functions. */
function workOn(design: Design, names: readonly FunctionName[]): { id: string; label: string }[] {
  const concerned = ({ item }: Design['units'][number]) =>
    item.provides.some(name => names.includes(name)) ||
    item.needs.some(need => need.what === 'function' && names.includes(need.name))
  return [...design.units.filter(unit => unit.state !== 'kept'), ...design.removed.map(({ unit }) => unit)].filter(
    concerned
  )
}
/** Why a test must be done again, where the work of the option undoes it and it was not done after the work began. */
function undoneBy(clause: Clause, hand: HandCheck | undefined, { design }: Evidence): Phrase | undefined {
  const units = clause.redoneAfter ? workOn(design, clause.redoneAfter) : []
  if (!units.length) return undefined
  const begins = design.brief.downFrom
  if (begins !== undefined && hand?.on !== undefined && hand.on >= begins) return undefined
  return messages.dueAfterWork({ units, begins })
}

/** What a person has said of clauses, by their keys. */
interface Said {
  answers: ReadonlyMap<string, HandCheck>
  confirmed: ReadonlyMap<string, string>
}
/** An answer of this option comes before one of the aeroplane; of two the first counts. */
function saidOf({ handChecks, confirmed }: Design): Said {
  const answers = new Map<string, HandCheck>()
  for (const check of handChecks) {
    const known = answers.get(check.clause)
    if (!known || (known.option === undefined && check.option !== undefined)) answers.set(check.clause, check)
  }
  return { answers, confirmed: new Map(confirmed.toReversed().map(look => [look.clause, look.on])) }
}

/** What every clause is held against. */
interface Asking {
  evidence: Evidence
  said: Said
  today: string | undefined
}
function judge(pack: RulePack, clause: Clause, { evidence, said, today }: Asking): ClauseResult {
  const { design } = evidence
  const key = `${pack.id}/${clause.id}`
  const applies = clause.applies === undefined ? true : holds(clause.applies, design)
  const standing = applies === false ? undefined : stands(clause.wants, evidence)
  const about = standing
    ? `${standing.state}: ${
        standing.about ??
        standing.by
          .map(({ unit, name }) => `${name} by ${unit.id}`)
          .sort()
          .join(', ')
      }`
    : 'does not apply'
  const hand = said.answers.get(key)
  const due = dueOf(clause, hand)
  const undone = standing && undoneBy(clause, hand, evidence)
  const lapsed = (hand && lapseOf(hand, due, about, today)) ?? undone
  const confirmedOn = said.confirmed.get(key)
  const result: ClauseResult = {
    key,
    pack: pack.id,
    clause,
    state: 'does not apply',
    by: [],
    lacks: [],
    because: SILENT,
    hand,
    lapsed,
    due: undefined,
    about,
    confirmedOn,
    recalled: pack.fromMemory && confirmedOn === undefined
  }
  const so = (state: ClauseState, because: Phrase): ClauseResult => {
    result.state = state
    result.because = because
    return result
  }
  if (!standing) return so('does not apply', say`${clause.otherwise ?? 'its conditions do not hold'}`)
  if (hand && !lapsed) {
    result.due = due
    return so(hand.state, messages.enteredByYou({ on: hand.on, note: hand.note }))
  }
  if (applies === 'not said') return so('check by hand', messages.airspaceNotEntered)
  // A date that has passed is not something to look at: the test is due.
  if (lapsed && due !== undefined && today !== undefined && due < today) {
    result.due = due
    return so('missing', lapsed)
  }
  const by = new Map<string, ClauseResult['by'][number]>()
  for (const { unit, name } of standing.by) {
    const entry = by.get(unit.id)
    if (!entry) by.set(unit.id, { unit: unit.id, label: unit.label, functions: [name] })
    else if (!entry.functions.includes(name)) entry.functions.push(name)
  }
  result.by = [...by.values()]
  result.lacks = standing.lacks
  // What is met says its note; what is not says why, and its note stands beside it.
  const reasons =
    standing.state === 'met' && !standing.because.length && clause.note ? [say`${clause.note}`] : standing.because
  return so(standing.state, joined(lapsed ? [lapsed, ...reasons] : reasons))
}

/**
 * By which parts a met clause that wants one function works, and by which others that share nothing with them. Worked out when it
 * is asked for.
 */
export function chainsOf(design: Design, { state, by }: ClauseResult): readonly (readonly Part[])[] {
  const names = new Set(by.flatMap(giver => giver.functions))
  return state === 'met' && names.size === 1 ? accountOf(design).disjoint([...names][0] as FunctionName, 2).chains : []
}

/** Where a clause comes from: one’s own pack, what is common practice, or a published text. */
const basisOf = (pack: RulePack, { clause, recalled }: ClauseResult, own: boolean): Basis =>
  own
    ? { kind: 'entered', source: `${clause.ref}, ${pack.title}: ${pack.source}` }
    : pack.source.startsWith('common practice')
      ? { kind: 'common practice', source: pack.source }
      : { kind: 'published', source: `${clause.ref}, ${pack.title}; check the current text`, fromMemory: recalled }

/** Of approvals by model each unit has its own finding, unless a person has answered the clause. */
const toldByUnit = ({ clause, hand, lapsed }: ClauseResult): boolean =>
  'models' in clause.wants && (hand === undefined || lapsed !== undefined)

/** What else the rules are told. */
export interface RulesAsked {
  /** Phases in which the sources give less than the loads take. */
  overloaded?: readonly string[]
  /** Today (ISO date): without it nothing is called overdue. */
  today?: string
}

/** Holds every clause of the packs against the design. */
export function examineRules(
  design: Design,
  { overloaded = [], today }: RulesAsked = {},
  packs: readonly RulePack[] = [...PACKS, ...design.packs]
): RulesReport {
  const evidence: Evidence = { design, account: accountOf(design), overloaded, today }
  const asking: Asking = { evidence, said: saidOf(design), today }
  const clauses = packs.flatMap(pack => pack.clauses.map(clause => judge(pack, clause, asking)))
  const byId = new Map(packs.map(pack => [pack.id, pack]))
  const findings: Finding[] = clauses
    .filter(clause => clause.state === 'missing' && !toldByUnit(clause))
    .map(clause => {
      const pack = byId.get(clause.pack)!
      return finding('rules.missing', [], {
        key: clause.key,
        weight: clause.clause.advice ? 'note' : 'must fix',
        lacks: clause.lacks.length ? { functions: clause.lacks } : undefined,
        basis: basisOf(pack, clause, design.packs.includes(pack)),
        says: say`${clause.clause.ref}, ${clause.clause.title}: ${clause.because}.`
      })
    })
  for (const unit of design.units) {
    if (approvedFor(unit, design.brief.basis)) continue
    findings.push(
      finding('rules.approval', unit.id, {
        weight: 'must fix',
        remedies: [
          {
            says: messages.approvalRemedy(unit),
            edits: [{ type: 'unit.remove', option: design.optionId, unit: unit.id }]
          }
        ],
        basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
        says: messages.approval({ unit, basis: design.brief.basis })
      })
    )
  }
  if (clauses.some(toldByUnit)) findings.push(...modelFindings(design, today))
  findings.push(...briefFindings(design, today))
  const asked = clauses.filter(clause => clause.state !== 'does not apply' && !clause.clause.advice)
  return { clauses, met: asked.filter(clause => clause.state === 'met').length, asked: asked.length, findings }
}
