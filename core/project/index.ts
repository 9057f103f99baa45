export * from './schema'
export * from './edits'
export * from './history'
export * from './remember'
export * from './rows'
export * from './design'
export * from './migrations'
export * from './references'
export * from './snag'
export * from './blank'
export * from './outline'
export * from './steps'
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
