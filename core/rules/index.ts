import type { FunctionName } from '../catalogue'
import type { HandCheck } from '../document'
import type { Design, Finding } from '../design'
import { providers } from '../resilience'
import { RulePack, type Applies, type Clause } from './pack'
import equipment from './packs/us-equipment.json'
import papers from './packs/us-papers.json'
import { onDay, say, thing, type Phrase } from '../quantity'

export { RulePack, type Clause } from './pack'

/** The packs that ship. Rules are data: a new pack is a JSON file beside these. */
export const PACKS: readonly RulePack[] = [RulePack.parse(equipment), RulePack.parse(papers)]

export type ClauseState = 'met' | 'missing' | 'check by hand' | 'does not apply'
export interface ClauseResult {
  key: string
  pack: string
  clause: Clause
  state: ClauseState
  /** Units that meet it, each with the functions it gives for the clause. */
  by: { unit: string; label: string; functions: string[] }[]
  /** Functions that are wanted of the first way to meet it and not given. */
  lacks: FunctionName[]
  /** Why it stands so. */
  because: Phrase
  hand?: HandCheck
  /** Day on which a repeated test falls due (ISO date). */
  due?: string
}
export interface RulesReport {
  clauses: ClauseResult[]
  met: number
  asked: number
  findings: Finding[]
}

function whyNot(applies: Applies, design: Design): Phrase | undefined {
  const { brief, airframe } = design
  if (applies.flying && !applies.flying.some(kind => brief.flying.includes(kind)))
    return say`only for ${applies.flying.join(' or ')}`
  if (applies.basis && !applies.basis.includes(brief.basis))
    return say`only for ${applies.basis.join(' or ')} aeroplanes`
  if (applies.gear && airframe.gear !== applies.gear) return say`the gear is fixed`
  if (applies.cooling && airframe.engine.cooling !== applies.cooling)
    return say`the engine is ${airframe.engine.cooling}-cooled`
  if (applies.altitudeEngine && !airframe.engine.altitudeEngine) return say`no altitude engine`
  if (applies.forHire && !brief.forHire) return say`not for hire`
  if (applies.fuses && !airframe.fuses) return say`no fuses`
  if (applies.certifiedAfter1996 && !airframe.certifiedAfter1996) return say`certificated before ${onDay('1996-03-11')}`
  if (applies.madeAfter && airframe.madeOn <= applies.madeAfter)
    return say`made ${onDay(airframe.madeOn)}, on or before ${onDay(applies.madeAfter)}`
  if (applies.madeUpTo && airframe.madeOn > applies.madeUpTo)
    return say`made ${onDay(airframe.madeOn)}, after ${onDay(applies.madeUpTo)}`
  return undefined
}

/** Adds calendar months to a day: a test of March falls due at the end of March, so the last day of the month counts. */
export function endOfMonthAfter(day: string, months: number): string {
  const [year, month] = day.split('-').map(Number) as [number, number]
  const end = new Date(Date.UTC(year, month - 1 + months + 1, 0))
  return end.toISOString().slice(0, 10)
}

function judge(pack: RulePack, clause: Clause, design: Design, given: ReturnType<typeof providers>): ClauseResult {
  const key = `${pack.id}/${clause.id}`
  const hand = design.handChecks.find(check => check.clause === key)
  const base = { key, pack: pack.id, clause, hand, by: [] as ClauseResult['by'], lacks: [] as FunctionName[] }
  const outside = whyNot(clause.applies, design)
  if (outside) return { ...base, state: 'does not apply', because: outside }
  const due =
    clause.everyMonths !== undefined && hand?.on !== undefined && hand.state === 'met'
      ? endOfMonthAfter(hand.on, clause.everyMonths)
      : undefined
  if (hand)
    return {
      ...base,
      due,
      state: hand.state,
      because: say`entered by you${hand.on ? say` on ${onDay(hand.on)}` : ''}${hand.note ? `: ${hand.note}` : ''}`
    }
  for (const way of clause.metBy) {
    if (!way.all.every(({ function: name, count }) => (given.get(name)?.length ?? 0) >= count)) continue
    const by = new Map<string, ClauseResult['by'][number]>()
    for (const { function: name } of way.all)
      for (const unit of given.get(name)!) {
        const entry = by.get(unit.id) ?? { unit: unit.id, label: unit.label, functions: [] }
        entry.functions.push(name)
        by.set(unit.id, entry)
      }
    return {
      ...base,
      state: 'met',
      by: [...by.values()],
      because: say`${[way.note, clause.byHand].filter(Boolean).join(' ')}`
    }
  }
  if (clause.metBy.length === 0) return { ...base, state: 'check by hand', because: say`${clause.byHand!}` }
  const lacks = clause.metBy[0]!.all.filter(({ function: name, count }) => (given.get(name)?.length ?? 0) < count)
  return {
    ...base,
    state: 'missing',
    lacks: lacks.map(one => one.function),
    because: say`no ${lacks.map(({ function: name, count }) => (count > 1 ? `${name} (${count} wanted)` : name)).join(' and no ')} installed`
  }
}

/** Holds every clause of the packs against the design. */
export function examineRules(design: Design, packs: readonly RulePack[] = PACKS): RulesReport {
  const given = providers(design.units)
  const clauses = packs.flatMap(pack => pack.clauses.map(clause => judge(pack, clause, design, given)))
  const bases = new Map(packs.map(pack => [pack.id, pack]))
  const findings: Finding[] = clauses
    .filter(one => one.state === 'missing')
    .map(one => {
      const pack = bases.get(one.pack)!
      return {
        id: `rules.missing:${one.key}`,
        code: 'rules.missing',
        weight: 'must fix',
        subjects: [],
        remedies: [],
        lacks: { functions: one.lacks },
        basis: {
          kind: 'published',
          source: `14 CFR ${one.clause.ref}; check the current text`,
          fromMemory: pack.fromMemory
        },
        says: say`${one.clause.ref}, ${one.clause.title}: ${one.because}.`
      }
    })
  for (const unit of design.units) {
    if (unit.state !== 'new' || unit.item.approvals.length === 0 || unit.item.approvals.includes(design.brief.basis))
      continue
    findings.push({
      id: `rules.approval:${unit.id}`,
      code: 'rules.approval',
      weight: 'must fix',
      subjects: [unit.id],
      remedies: [
        {
          says: say`Remove ${thing(unit)}.`,
          edits: [{ type: 'unit.remove', option: design.optionId, unit: unit.id }]
        }
      ],
      basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
      says: say`${thing(unit)} is for ${unit.item.approvals.join(' and ')} aeroplanes; this one is ${design.brief.basis}.`
    })
  }
  const asked = clauses.filter(one => one.state !== 'does not apply')
  return { clauses, met: asked.filter(one => one.state === 'met').length, asked: asked.length, findings }
}
