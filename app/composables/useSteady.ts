import equal from 'fast-deep-equal'

/**
 * What is made anew with every act, but seldom another: as long as it is equal to the one before it is the one before, and what is
 * drawn from it stays as it is drawn.
 */
export const useSteady = <T>(make: () => T) =>
  computed<T>(before => {
    const now = make()
    return before !== undefined && equal(before, now) ? before : now
  })
