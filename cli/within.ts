import { runInThisContext } from 'node:vm'

/** Longest that a file is read: the same as on the server. */
export const READ_LIMIT_MS = 5_000

let next = 0
/**
 * Runs something with a limit of time, within which it is ended even in the middle of an endless loop.
 * @param late called when the limit was reached; its answer stands in the place of the other
 */
export function within<T>(run: () => T, late: () => T, limitMs = READ_LIMIT_MS): T {
  const name = `__ewerpanelRun${next++}`
  const holder = globalThis as Record<string, unknown>
  holder[name] = run
  try {
    // Only what is run through this module of Node.js can be ended from outside while it does not give way.
    return runInThisContext(`globalThis.${name}()`, { timeout: limitMs }) as T
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return late()
    throw error
  } finally {
    delete holder[name]
  }
}
