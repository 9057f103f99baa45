import type { FunctionName } from '../catalogue'
import type { Design } from '../design'
import { accountOf } from './account'

/** What no longer works in a design with some of its units dark, in the order of the alphabet. */
export function functionsLost(design: Design): (dark: ReadonlySet<string>) => FunctionName[] {
  const account = accountOf(design)
  const whole = account.functions()
  return dark => {
    const left = account.functions([...dark].flatMap(id => account.part('unit', id) ?? []))
    return [...whole].filter(name => !left.has(name)).sort()
  }
}
