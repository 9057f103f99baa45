export {
  failuresOf,
  FLOWN,
  simulateFailure,
  TASK_WORDS,
  type BackupWorth,
  type FailureReport,
  type Loss,
  type SimulatedFailure,
  type TaskStanding
} from './failures'
