export * from './schema/schema'
export * from './schema/budget'
export * from './edits'
export * from './changes/diff'
export * from './schema/records'
export * from './changes/history'
export { merge, type Dispute, type Merged } from './changes/merge'
export { mergeSteps, MOST_PATHS, MOST_STEPS, Step, takeSteps, wholeStep } from './changes/steps'
export { freeLinkId, isSameWire, isWireOf } from './changes/wire-identity'
export * from './make/rows'
export * from './file/migrations'
export * from './schema/references'
export * from './schema/fields'
export * from './file/file'
export {
  locate,
  MOST_DEEP,
  positionAt,
  readJson,
  sayProblem,
  tooDeepAt,
  unkeepableAt,
  type FileProblem
} from './file/locate'
export * from './make/blank'
export { nextVisit } from './make/visit'
export { PANEL_TEMPLATES } from './make/templates'
export * from './make/outline'
export * from './schema/supply'
