/** How far long work is, with what it has found since it last said so. */
export interface Progress<P = never> {
  done: number
  of: number
  found?: readonly P[]
}
/**
 * Long work done in steps, so that whoever runs it can show how far it is, what it has so far, and stop it between two of
 * them.
 */
export type Steps<T, P = never> = Generator<Progress<P>, T>

/** Runs long work to its end at once. */
export function finish<T, P>(steps: Steps<T, P>): T {
  for (;;) {
    const next = steps.next()
    if (next.done) return next.value
  }
}
