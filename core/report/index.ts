export {
  candidateEffects,
  effectOf,
  newUnit,
  removalEffects,
  type CandidateEffect,
  type Effect,
  type RemovalEffect
} from './effect'
export { examine, examineOption, FIGURE_KEYS, type Figure, type FigureKey, type Report } from './examine'
export { makeRoom, rankForPanel, type RankedItem, type RoomAnswer } from './room'
export { loadAnalysis, type AnalysisTable, type LoadAnalysis } from './analysis'
export { explain } from './explain'
