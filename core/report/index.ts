export { candidateEffects, effectOf, newUnit, type CandidateEffect, type Effect } from './effect'
export { examine, examineOption, FIGURE_KEYS, type Figure, type FigureKey, type Report } from './examine'
export { makeRoom, rankForPanel, type RankedItem, type RoomAnswer } from './room'
export { loadAnalysis, type AnalysisTable, type LoadAnalysis } from './analysis'
