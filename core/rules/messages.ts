/** The words of rules: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { Blocked, Part } from '../capability'
import type { ModelApproval } from '../catalogue'
import type { WorkPhase } from '../document'
import type { ModelStanding } from './model-approval'
import { say, onDay, enumerate, thing, type Named, type Sayable, screen } from '../quantity'

// brief.ts

export const alsoFly = (kind: string) => say`Add ${kind} to the brief.`
export const alsoFlyIfrByDay = say`Add IFR by day to the brief.`
export const notForHire = say`Remove “for hire” from the brief.`
export const ifrByNightAlone = say`The brief includes IFR by night without IFR by day or VFR by night.`
export const hireAmateurBuilt = say`The brief includes flights for hire. An amateur-built aircraft is not
    certificated for hire.`
export const hireLightSport = say`The brief includes flights for hire. A light-sport aircraft is certificated for
    hire only for towing and training.`
export const classAWithoutIfr = say`The brief includes class A airspace without IFR. Class A requires IFR.`
export const stayBelowClassA = say`Remove class A airspace from the brief.`
export const vorWithoutIfr = say`The brief includes IFR by VOR without IFR. The VOR receiver check is not applied.`
export const notIfrByVor = say`Remove IFR by VOR from the brief.`
export const certifiedOn = (madeOn: string) =>
  say`The aircraft was made on ${onDay(madeOn)} but is entered as certificated after 11 March 1996.`
export const madeOn = (madeOn: string) => say`The date of manufacture, ${onDay(madeOn)}, is in the future. Clauses
    that depend on it are evaluated for that date.`

// index.ts

export const answerOfTheFuture = (on: string) => say`the date of your answer, ${onDay(on)}, is in the future`
export const fellDue = ({ on, due }: { on: string | undefined; due: string }) =>
  say`done on ${onDay(on!)}, overdue since ${onDay(due)}`
export const answerLapsed = (on: string | undefined) =>
  say`your answer${on ? say` of ${onDay(on)}` : ''} is no longer valid: the equipment has changed`
export const dueAfterWork = ({
  units,
  begins
}: {
  units: { id: string; label: string }[]
  begins: string | undefined
}) =>
  say`due again after the work on ${enumerate(units.slice(0, 3).map(unit => thing(unit)))}${
    begins
      ? say`, which
    begins on ${onDay(begins)}`
      : say`: enter the start date in ${screen('brief')}`
  }`
export const enteredByYou = ({ on, note }: { on: string | undefined; note: string }) =>
  say`entered by you${on ? say` on ${onDay(on)}` : ''}${note ? `: ${note}` : ''}`
export const airspaceNotEntered = say`The airspace used is not entered in ${screen('brief')}.`
export const approvalRemedy = (unit: Named) => say`Remove ${thing(unit)}.`
export const approval = ({ unit, basis }: { unit: DesignUnit; basis: string }) =>
  say`${thing(unit)} is approved for ${unit.item.approvals.join(' and ')} aircraft. This aircraft is ${basis}.`

// model-approval.ts

const years = ({ fromYear, toYear }: ModelApproval) =>
  fromYear === undefined && toYear === undefined ? '' : ` made ${fromYear ?? ''}–${toYear ?? ''}`
const issued = ({ paper, on, awaited }: ModelApproval) =>
  say`${paper}${awaited ? '' : on === undefined ? ', date not entered' : say` of ${onDay(on)}`}`
export const modelNotEntered = ({ unit, model }: { unit: Named; model: string }) =>
  say`${thing(unit)} is new in a certified aircraft. The models for which it is approved are not entered. Look up ${model}
    in the list of its approval. Enter the list in the item, or answer the clause in ${screen('rules')}.`
export const modelNotListed = ({
  unit,
  model,
  madeOn,
  approvals
}: {
  unit: Named
  model: string
  madeOn: string
  approvals: readonly ModelApproval[]
}) =>
  say`${thing(unit)} is approved for ${enumerate(
    approvals.map(approval => `${approval.models.join(', ')}${years(approval)}`)
  )}. ${model}, made in ${madeOn.slice(0, 4)}, is not listed.`
export const laterVisitRemedy = ({ unit, visit, isNew }: { unit: Named; visit: WorkPhase; isNew: boolean }) =>
  say`Install ${thing(unit)} in ${visit.name}, ${isNew ? say`a new visit from ${onDay(visit.from!)}` : onDay(visit.from!)}.`
export const modelAwaited = ({
  unit,
  model,
  standing: {
    approval: { paper, on },
    inTime,
    overdue
  },
  visit
}: {
  unit: Named
  model: string
  standing: Extract<ModelStanding, { state: 'awaited' }>
  visit: string | undefined
}) =>
  say`The approval of ${thing(unit)} for ${model} (${paper}) is not issued yet. ${
    on === undefined ? 'No date is entered.' : say`It ${overdue ? 'was' : 'is'} expected on ${onDay(on)}.`
  } ${
    overdue
      ? 'Enter in the item when it was issued, or the new date.'
      : inTime
        ? say`The visit that installs it begins on ${onDay(visit!)}. Do not order the unit before the approval is issued.`
        : say`Put the unit in a visit that begins on that day or later, in ${screen('budget', 'visits')}.`
  }`
export const modelState = ({ unit, standing }: { unit: Named; standing: ModelStanding }) =>
  standing.state === 'held'
    ? say`${thing(unit)}: ${issued(standing.approval)}${
        standing.approval.conditions ? `, on conditions: ${standing.approval.conditions}` : ''
      }`
    : standing.state === 'awaited'
      ? say`${thing(unit)}: ${standing.approval.paper} awaited`
      : standing.state === 'other models'
        ? say`${thing(unit)}: other models only`
        : say`${thing(unit)}: list not entered`

// wanted.ts

export const notApproved = ({ unit, basis }: { unit: Named; basis: string }) =>
  say`${thing(unit)} provides it but is not approved for ${basis} aircraft`
export const doesNotProvide = ({ unit, name, why }: { unit: DesignUnit; name: string; why: Blocked[] }) =>
  say`${thing(unit)} does not provide ${name}${
    why.length
      ? say`:
    ${enumerate(
      why.slice(0, 3).map(blocked =>
        blocked.unit.id === unit.id
          ? say`no
    ${blocked.lacks}`
          : say`${thing(blocked.unit)} has no ${blocked.lacks}`
      )
    )}`
      : ''
  }`
export const noneInstalled = (name: string) => say`no ${name} installed`
export const tooFew = ({
  name,
  have,
  asked,
  each
}: {
  name: string
  have: number
  asked: number
  each: string | undefined
}) => say`${name}: ${have} of ${asked}${each === 'tank' ? ' tanks' : ''}`
export const nothingToDoItBy = (task: string) => say`no equipment to ${task}`
export const tooFewChains = ({
  name,
  chains,
  atLeast,
  wantedChains
}: {
  name: string
  chains: readonly unknown[]
  atLeast: boolean
  wantedChains: number
}) => say`${name} by ${chains.length === 1 ? 'a single path' : `${chains.length} independent paths`}${atLeast ? ' found' : ''};
    ${wantedChains} are required`
export const lostWith = ({ name, taken }: { name: string; taken: Part[] }) =>
  say`${name} is lost with ${enumerate(
    taken.slice(0, 4).map(part => part.name),
    ' or '
  )}`
export const sourcesTooSmall = (overloaded: readonly Sayable[]) =>
  say`the load is higher than the supply in ${enumerate(overloaded)}: see ${screen('power')}`
export const noSpareFuses = say`no spare fuses are entered in ${screen('brief')}`
