/** Long work done in steps, so that whoever runs it can show how far it is and stop it between two of them. */
export type Steps<T> = Generator<{ done: number; of: number }, T>

/** Runs long work to its end at once. */
export function finish<T>(steps: Steps<T>): T {
  for (;;) {
    const next = steps.next()
    if (next.done) return next.value
  }
}
