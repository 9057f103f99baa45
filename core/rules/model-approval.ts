import * as messages from './messages'
import type { Item, ModelApproval } from '../catalogue'
import { finding, type Design, type DesignUnit, type Finding, type Remedy } from '../design'
import { nextVisit } from '../document'

/** How an approval of a unit for the model of this aircraft stands. */
export type ModelStanding =
  | { state: 'held'; approval: ModelApproval }
  /**
   * It is not issued; `inTime` when the visit that installs the unit begins on the day expected or later, `overdue` when that day has
   * passed.
   */
  | { state: 'awaited'; approval: ModelApproval; inTime: boolean; overdue: boolean }
  | { state: 'other models' }
  /** No list is entered, and units of this type are approved by list. */
  | { state: 'not entered' }

/** Spaces, dashes, dots and case do not tell models apart; letters and digits of any script do. */
const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
/** Whether a model of a list is this one; a list may end a name with * for all that begin with it. */
export function isModel(listed: string, model: string): boolean {
  const [wanted, is] = [plain(listed), plain(model)]
  if (wanted === '') return false
  return listed.trim().endsWith('*') ? is.startsWith(wanted) : wanted === is
}
function covers({ models, fromYear, toYear }: ModelApproval, { model, madeOn }: Design['airframe']): boolean {
  const year = Number(madeOn.slice(0, 4))
  return models.some(listed => isModel(listed, model)) && year >= (fromYear ?? year) && year <= (toYear ?? year)
}

/** Whether the lists of an item leave a certified aircraft out: it has lists, and none that is issued names the model and year. */
export const leavesOut = ({ modelApprovals }: Pick<Item, 'modelApprovals'>, airframe: Design['airframe']): boolean =>
  modelApprovals !== undefined && !modelApprovals.some(approval => !approval.awaited && covers(approval, airframe))

/** Large displays and autopilots are approved by a list of models (common practice). */
const byList = ({ item }: DesignUnit): boolean =>
  item.kind === 'autopilot computer' || item.provides.includes('electronic primary display')

/** The day on which a unit is installed, where its visit or the brief has one. */
const installedOn = ({ phases, brief }: Design, { phase }: DesignUnit): string | undefined =>
  phases.find(({ id }) => id === phase)?.from ?? (phases.length ? undefined : brief.downFrom)

/**
 * How the model approval of a unit stands. What is in the aircraft already is taken as lawfully there.
 * @returns nothing where none is asked for: not new, not in a certified aircraft, or of a type that has no list
 * @param today ISO date; without it an approval that is dated counts as issued
 */
export function modelStanding(design: Design, unit: DesignUnit, today?: string): ModelStanding | undefined {
  if (design.brief.basis !== 'certified' || unit.state !== 'new') return undefined
  const approvals = unit.item.modelApprovals ?? []
  if (!approvals.length) return byList(unit) ? { state: 'not entered' } : undefined
  const mine = approvals.filter(approval => covers(approval, design.airframe))
  const ahead = ({ on }: ModelApproval) => on !== undefined && today !== undefined && on > today
  const held = mine.find(approval => !approval.awaited && !ahead(approval))
  if (held) return { state: 'held', approval: held }
  const [first] = mine.toSorted((a, b) => ((a.on ?? '9') < (b.on ?? '9') ? -1 : 1))
  if (!first) return { state: 'other models' }
  const day = installedOn(design, unit)
  const overdue = first.on !== undefined && today !== undefined && first.on < today
  const inTime = !overdue && first.on !== undefined && day !== undefined && day >= first.on
  return { state: 'awaited', approval: first, inTime, overdue }
}

/** Units whose approval for the model of this aircraft is asked for. */
export const askedByModel = (design: Design): DesignUnit[] =>
  design.units.filter(unit => modelStanding(design, unit) !== undefined)

/** To a visit that begins on the day on which the approval is expected or later: one that is there, or a new one. */
function laterVisit({ optionId: option, phases, brief }: Design, unit: DesignUnit, on: string | undefined): Remedy[] {
  if (on === undefined) return []
  const there = phases.find(phase => phase.from !== undefined && phase.from >= on)
  // What has no visit of its own is installed in the first: that one is the job as it was planned.
  const first = phases.length ? [] : [{ ...nextVisit([]), ...(brief.downFrom && { from: brief.downFrom }) }]
  const visit = there ?? { ...nextVisit([...phases, ...first]), from: on }
  return [
    {
      says: messages.laterVisitRemedy({ unit, visit, isNew: !there }),
      edits: [
        ...[...first, ...(there ? [] : [visit])].map(phase => ({ type: 'phase.put' as const, option, phase })),
        { type: 'unit.visit', option, unit: unit.id, phase: visit.id }
      ]
    }
  ]
}

/** What is missing of the approvals by model, a finding for each unit. */
export function modelFindings(design: Design, today: string | undefined): Finding[] {
  return design.units.flatMap((unit): Finding[] => {
    const standing = modelStanding(design, unit, today)
    if (!standing || standing.state === 'held') return []
    const { model, madeOn } = design.airframe
    const basis = { kind: 'entered' as const, source: `catalogue entry ${unit.item.name}` }
    if (standing.state === 'not entered')
      return [
        finding('rules.model-not-entered', unit.id, {
          weight: 'decide',
          basis: { kind: 'common practice', source: 'large displays and autopilots are approved by a list of models' },
          says: messages.modelNotEntered({ unit, model })
        })
      ]
    if (standing.state === 'other models')
      return [
        finding('rules.model-not-listed', unit.id, {
          weight: 'must fix',
          basis,
          remedies: [
            {
              says: messages.approvalRemedy(unit),
              edits: [{ type: 'unit.remove', option: design.optionId, unit: unit.id }]
            }
          ],
          says: messages.modelNotListed({ unit, model, madeOn, approvals: unit.item.modelApprovals! })
        })
      ]
    return [
      finding('rules.model-awaited', unit.id, {
        weight: standing.inTime ? 'decide' : 'must fix',
        basis,
        remedies: standing.inTime || standing.overdue ? [] : laterVisit(design, unit, standing.approval.on),
        says: messages.modelAwaited({ unit, model, standing, visit: installedOn(design, unit) })
      })
    ]
  })
}
