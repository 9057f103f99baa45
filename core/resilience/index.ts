export {
  failuresOf,
  FLOWN,
  TASK_WORDS,
  type BackupWorth,
  type FailureReport,
  type Loss,
  type TaskStanding
} from './failures'
export {
  simulateFailure,
  type CarriedTask,
  type Moment,
  type OffBecause,
  type SimulatedFailure,
  type UnitState
} from './simulate'
