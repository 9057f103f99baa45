export * from './schema'
export * from './budget'
export * from './edits'
export * from './diff'
export * from './records'
export * from './history'
export { merge, type Dispute, type Merged } from './merge'
export { mergeSteps, MOST_PATHS, MOST_STEPS, Step, takeSteps, wholeStep } from './steps'
export { freeLinkId, isSameWire, isWireOf } from './wire-identity'
export * from './rows'
export * from './migrations'
export * from './references'
export * from './file'
export {
  locate,
  MOST_DEEP,
  positionAt,
  readJson,
  sayProblem,
  tooDeepAt,
  unkeepableAt,
  type FileProblem
} from './locate'
export * from './blank'
export { PANEL_TEMPLATES } from './templates'
export * from './outline'
export {
  BUS_ROLES,
  MAIN_ALTERNATOR,
  MAIN_BATTERY,
  TIE_KINDS,
  UNIT_SOURCE,
  type Bus,
  type Source,
  type Supply,
  type SupplySwitch,
  type Tie,
  type WireConditions
} from './supply'
