import { readingNow, recorded, rootOf, unrecorded, type Call, type Reader } from './reader'

/** Whether two lists have the very same elements in the same order. */
export const sameElements = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((element, index) => element === b[index])

/** Whether an argument is the very same, or a list of the very same. */
const sameArgument = (a: unknown, b: unknown): boolean =>
  a === b || (Array.isArray(a) && Array.isArray(b) && sameElements(a, b))

interface Kept<A extends readonly unknown[], R> {
  args: A
  answer: R
  read: Reader
}

/**
 * A pure derivation of an object, made once for it and kept as long as it. What it reads of a design is read by whoever asks for it.
 * @param same where whoever asks depends on the answer alone and not on all that was read for it: when two answers are the same
 */
export function perObject<O extends object, R>(work: (of: O) => R, same?: (a: R, b: R) => boolean): (of: O) => R {
  const answers = new WeakMap<O, Kept<[O], R>>()
  const ask = (of: O): R => {
    let kept = answers.get(of)
    if (!kept) {
      kept = { args: [of], ...recorded([of], () => work(of)) }
      answers.set(of, kept)
    }
    const { answer } = kept
    tell(kept, same && (([other]) => same(answer, ask(other as O))))
    return answer
  }
  return ask
}

/**
 * Keeps the last few answers of a pure function, and gives one again when all that it read then is the same now. What it reads of
 * designs is recorded; its other arguments are the same when they are the very same, or lists of the very same.
 */
export function remembered<A extends unknown[], R>(work: (...args: A) => R, slots = 6): (...args: A) => R {
  const kept: Kept<A, R>[] = []
  const holds = ({ args: before, read }: Kept<A, R>, now: A): boolean =>
    before.length === now.length &&
    before.every((arg, index) => sameArgument(arg, now[index]) || (rootOf(arg) && rootOf(now[index]))) &&
    (before.every((arg, index) => sameArgument(arg, now[index])) || read.holds(before, now))
  const ask = (...args: A): R => {
    const index = unrecorded(() => kept.findIndex(other => holds(other, args)))
    const entry = index < 0 ? { args, ...recorded(args, () => work(...args)) } : kept.splice(index, 1)[0]!
    kept.unshift(entry)
    if (kept.length > slots) kept.pop()
    const { read } = entry
    tell({ args, read }, other => read.holds(entry.args, other))
    return entry.answer
  }
  return ask
}

/**
 * Tells whoever reads now what an answer rests on.
 * @param holds whether the answer is the same of other arguments; where that is left out all that was read for it counts
 */
function tell({ args, read }: Pick<Call, 'args' | 'read'>, holds?: Call['holds']): void {
  const outer = readingNow()
  if (!outer || !read.any) return
  if (holds) outer.call({ args, read, holds })
  else outer.include(read)
}
