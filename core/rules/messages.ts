/** The words of rules: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { Blocked, Part } from '../capability'
import { say, onDay, enumerate, thing, type Named, type Sayable, screen } from '../quantity'

// brief.ts

export const alsoFly = (kind: string) => say`Fly ${kind} as well.`
export const alsoFlyIfrByDay = say`Fly IFR by day as well.`
export const notForHire = say`Do not fly for hire.`
export const ifrByNightAlone = say`The brief flies IFR by night but neither IFR by day nor VFR by night.`
export const hireAmateurBuilt = say`The brief flies an amateur-built aeroplane for hire, which its certificate
    does not allow.`
export const hireLightSport = say`The brief flies a light-sport aeroplane for hire: beyond towing and training
    its certificate does not allow it.`
export const classAWithoutIfr = say`The brief enters class A airspace but flies no IFR: there all fly under
    IFR.`
export const stayBelowClassA = say`Stay below class A.`
export const vorWithoutIfr = say`The brief flies IFR by VOR but no IFR: the check of the receivers is asked
    of nobody.`
export const notIfrByVor = say`Do not fly IFR by VOR.`
export const certifiedOn = (
  madeOn: string
) => say`It was made on ${onDay(madeOn)}, yet is entered as certificated after 11
    March 1996.`
export const madeOn = (madeOn: string) => say`The date of manufacture, ${onDay(madeOn)}, is still to come: clauses that
    turn on it are judged as of then.`

// index.ts

export const answerOfTheFuture = (on: string) => say`your answer bears ${onDay(on)}, a day that is still to come`
export const fellDue = ({ on, due }: { on: string | undefined; due: string }) =>
  say`done on ${onDay(on!)}, it fell due on ${onDay(due)}`
export const answerLapsed = (
  on: string | undefined
) => say`your answer${on ? say` of ${onDay(on)}` : ''} no longer stands: what it
    was about has changed`
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
      : say`: enter in ${screen('brief')} when it begins`
  }`
export const enteredByYou = ({ on, note }: { on: string | undefined; note: string }) =>
  say`entered by you${on ? say` on ${onDay(on)}` : ''}${note ? `: ${note}` : ''}`
export const airspaceNotEntered = say`${screen('brief')} does not say yet which airspace it is to enter.`
export const approvalRemedy = (unit: Named) => say`Remove ${thing(unit)}.`
export const approval = ({
  unit,
  basis
}: {
  unit: DesignUnit
  basis: string
}) => say`${thing(unit)} is for ${unit.item.approvals.join(' and ')} aeroplanes; this
    one is ${basis}.`

// wanted.ts

export const notApproved = ({ unit, basis }: { unit: Named; basis: string }) =>
  say`${thing(unit)} gives it but is not approved for a ${basis} aeroplane`
export const doesNotProvide = ({ unit, name, why }: { unit: DesignUnit; name: string; why: Blocked[] }) =>
  say`${thing(unit)} does not give ${name}${
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
}) => say`${name} for ${have} of ${asked}${each === 'tank' ? ' tanks' : ''}`
export const nothingToDoItBy = (task: string) => say`nothing to ${task} by`
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
}) => say`${name} by ${chains.length === 1 ? 'one chain alone' : `${chains.length} chains that share nothing`}${atLeast ? ' found' : ''};
    ${wantedChains} are wanted`
export const lostWith = ({ name, taken }: { name: string; taken: Part[] }) =>
  say`${name} goes with ${enumerate(
    taken.slice(0, 4).map(part => part.name),
    ' or '
  )}`
export const sourcesTooSmall = (
  overloaded: readonly Sayable[]
) => say`the sources give less than the loads take in ${enumerate(overloaded)}: see
    ${screen('power')}`
export const noSpareFuses = say`no spare fuses are entered in ${screen('brief')}`
