import * as z from 'zod'
import {
  EditError,
  mergeSteps,
  MOST_PATHS,
  MOST_STEPS,
  Step,
  takeSteps,
  touched,
  wholeStep,
  type Bench,
  type Dispute
} from '../../core/document'

/** Highest number that a version may have in what is sent or restored; the column holds twice as much. */
export const MOST_VERSION = 1_000_000_000
const Version = z.int().min(1).max(MOST_VERSION)

/** A save as a window sends it. */
export const Save = z
  .strictObject({
    /** A name of its own: the same one sent again, as after a lost answer, is one save. */
    save: z.string().regex(/^[\w-]{8,64}$/, 'must be 8 to 64 letters, digits, - or _'),
    /** The version it began from. */
    from: Version,
    /** Which life of the project’s id that version was of. */
    incarnation: z.string().max(64).optional(),
    steps: z.array(Step).min(1).max(MOST_STEPS),
    /** Whose record is to stand, of those in dispute at version `seen`. */
    chosen: z.record(z.string().max(400), z.enum(['mine', 'theirs'])).optional(),
    seen: Version.optional(),
    /** What stood before is kept as an earlier version, however short ago the last one was. */
    always: z.boolean().optional()
  })
  .refine(({ steps }) => pathsOf(steps) <= MOST_PATHS, {
    path: ['steps'],
    message: `change more than ${MOST_PATHS} records; send them in several saves`
  })
export type Save = z.infer<typeof Save>

/** How many records steps change, counted once for each step. */
const pathsOf = (steps: readonly Step[]): number => steps.reduce((sum, { diff }) => sum + touched(diff).length, 0)

/** A save of this size is worked out in a thread: so many steps, or so many records changed. */
const [LARGE_STEPS, LARGE_PATHS] = [20, 500]
export const isLarge = ({ steps }: Pick<Save, 'steps'>): boolean =>
  steps.length > LARGE_STEPS || pathsOf(steps) > LARGE_PATHS

/** Why a save changes nothing. */
export type Unsaved =
  /** Both changed the same records, and just these are to be chosen. */
  | { state: 'disputed'; version: number; disputes: Dispute[] }
  /** What others did meanwhile and this do not go together. */
  | { state: 'apart'; version: number; why: string }
  /** The steps do not fit the document they say they began from. */
  | { state: 'unfit'; why: string }
export type Applied = { state: 'applied'; bench: Bench; steps: readonly Step[]; merged: boolean } | Unsaved

/** A document as it is kept now. */
export interface Now extends Bench {
  version: number
  carried?: boolean
}

/**
 * What a save makes of the document as it is now; nothing is kept here.
 * @param since what was saved after the version that the save began from, in order
 */
export function applySave(
  now: Now,
  since: readonly { version: number; steps: readonly Step[] }[],
  save: Pick<Save, 'from' | 'steps' | 'chosen' | 'seen'>
): Applied {
  const applied = save.from === now.version ? applyAtOnce(now, save.steps) : applyMerged(now, since, save)
  if (applied.state === 'applied' && applied.bench.project.id !== now.project.id)
    return {
      state: 'unfit',
      why: `A save cannot change the id of a project from “${now.project.id}” to “${applied.bench.project.id}”.`
    }
  return applied
}

function applyAtOnce(now: Now, steps: readonly Step[]): Applied {
  try {
    return { state: 'applied', bench: takeSteps(now, steps), steps, merged: false }
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    return { state: 'unfit', why: error.message }
  }
}

function applyMerged(
  now: Now,
  since: readonly { version: number; steps: readonly Step[] }[],
  { from, steps, chosen = {}, seen = now.version }: Pick<Save, 'from' | 'steps' | 'chosen' | 'seen'>
): Applied {
  const { version } = now
  if (now.carried || from > version || since.length !== version - from)
    return { state: 'apart', version, why: 'what was done since is no longer known step by step' }
  // A choice holds for the record as it was seen; one that changed again is asked about again.
  const changed = new Set(
    since.filter(row => row.version > seen).flatMap(row => row.steps.flatMap(({ diff }) => touched(diff)))
  )
  const stands = Object.fromEntries(Object.entries(chosen).filter(([path]) => !changed.has(path)))
  const merged = mergeSteps(
    now,
    since.flatMap(row => row.steps),
    steps,
    stands
  )
  if (merged.state === 'disputed') return { state: 'disputed', version, disputes: merged.disputes }
  if (merged.state === 'apart') return { state: 'apart', version, why: merged.why }
  const whole = wholeStep(now.project, merged.bench.project, steps.at(-1)?.label ?? '')
  return { state: 'applied', bench: merged.bench, steps: [whole], merged: true }
}
