import type { WorkPhase } from '../schema/budget'

/** One more visit after those that are there, with an id that none of them has. */
export function nextVisit(phases: readonly WorkPhase[]): WorkPhase {
  let number = phases.length + 1
  while (phases.some(({ id }) => id === `y${number}`)) number++
  return { id: `y${number}`, name: `Visit ${phases.length + 1}` }
}
