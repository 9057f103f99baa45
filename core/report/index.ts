export { balanceSheet } from './balance'
export {
  candidateEffects,
  effectOf,
  linkEdits,
  newUnit,
  remedyEffects,
  removalEffects,
  type CandidateEffect,
  type Effect,
  type RemedyEffect,
  type RemovalEffect
} from './effect'
export { additionOf, answersTo, lackingOf, starterKit, type Addition, type Answer, type StarterKit } from './lacking'
export { examine, examineOption, FIGURE_KEYS, type Figure, type FigureKey, type Report } from './examine'
export { reportSince, type GivenReport } from './given'
export { makeRoom, rankForPanel, type RankedItem, type RoomAnswer } from './room'
export { loadAnalysis, type AnalysisTable, type LoadAnalysis } from './analysis'
export { harnessPapers, landingsOf, type Landing } from './harness'
export { beginProject, Beginning } from './beginning'
export { cardOf, type Card } from './card'
export { agreedParts, explainOption, foundParts } from './besides'
export { explain } from './explain'
export { backupSearch, type Additions, type BackupSearch, type StanceAnswer } from './backups'
export { complianceSheet } from './compliance'
export { forTheSameMoney, type Alternative, type SameMoney } from './same-money'
export {
  budgetSheet,
  decisionSheet,
  differences,
  KIND_WORDS,
  NO_DAYS,
  standOptions,
  UNDONE,
  type Difference,
  type OptionStanding
} from './options'
export { writeDueCalendar, writePlanCalendar } from './calendar'
export { unmetWithout, type Unmet } from './inoperative'
export { putOffOption, withPutOff, type PutOffAsked, type PutOffOption } from './put-off'
export { afterVisits, projectAfter, type AfterVisit } from './between-visits'
