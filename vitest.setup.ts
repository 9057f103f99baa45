import fc from 'fast-check'

/**
 * Random checks are the same on every machine and in every run, so that a failure can be had again, and none goes on
 * for ever: making a counterexample smaller may otherwise take hours, in which no test limit can cut in. On a slow
 * machine fewer cases are tried; a counterexample found is still a failure.
 */
fc.configureGlobal({ seed: 20_261_123, interruptAfterTimeLimit: 20_000, markInterruptAsFailure: false })
