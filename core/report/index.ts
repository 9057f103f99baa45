export { balanceSheet } from './papers/balance'
export {
  candidateEffects,
  effectOf,
  linkEdits,
  newUnit,
  remedyEffects,
  removalEffects,
  effectTogether,
  type CandidateEffect,
  type Effect,
  type RemedyEffect,
  type RemovalEffect
} from './effects/effect'
export {
  additionOf,
  answersTo,
  missingFrom,
  starterKit,
  type Addition,
  type Answer,
  type StarterKit
} from './effects/missing'
export { PILOT_SIDES, pilotSides, type PilotSide, type PilotSideStyle } from './effects/pilot-side'
export {
  actedOn,
  examine,
  examineOption,
  FIGURE_KEYS,
  type Figure,
  type FigureKey,
  type Report
} from './examine/examine'
export { reportSince, type GivenReport } from './examine/since'
export { makeRoom, rankForPanel, type RankedItem, type RoomAnswer } from './effects/room'
export { loadAnalysis, type AnalysisTable, type LoadAnalysis } from './papers/analysis'
export { harnessPapers, landingsOf, type Landing } from './papers/harness'
export { beginProject, Beginning, INSTALLED } from './effects/beginning'
export { cardOf, type Card } from './papers/card'
export { agreedParts, explainOption, foundParts } from './examine/comparison'
export { explain } from './examine/explain'
export { backupSearch, type Additions, type BackupSearch, type StanceAnswer } from './effects/backups'
export { complianceSheet } from './papers/compliance'
export { forTheSameMoney, type Alternative, type SameMoney } from './options/same-money'
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
} from './options/options'
export { writeDueCalendar, writePlanCalendar } from './papers/calendar'
export { unmetWithout, type Unmet } from './examine/inoperative'
export { putOffOption, withPutOff, type PutOffAsked, type PutOffOption } from './options/put-off'
export { afterVisits, projectAfter, type AfterVisit } from './options/between-visits'
