import { and, desc, eq, is, lte, sql } from 'drizzle-orm'
import { PgTransaction } from 'drizzle-orm/pg-core'
import {
  EditError,
  mergeSteps,
  takeSteps,
  touched,
  wholeStep,
  type Bench,
  type Dispute,
  type Project,
  type Step
} from '../../core/document'
import { fileSoon } from './files'
import { headOf, keepVersion, readProject, stepsAfter, type Kept } from './projects'
import { operations, projects } from './tables'
import type { Database, Transaction } from './types'

/** An earlier version is kept at most once in this time: every keystroke would bury the ones worth having. */
const VERSION_EVERY_MS = 60_000
/** So many saves after the document was last written out it is written out again: between, a save writes what it changes. */
const WRITTEN_EVERY = 50
/** How many saves of a project the log holds. A window that was away for longer is not merged but asked. */
const OPERATIONS_KEPT = 2_000

/** A save as a window sends it. */
export interface Save {
  /** A name of its own: the same one sent again, as after a lost answer, is one save. */
  save: string
  /** The version it began from. */
  from: number
  steps: readonly Step[]
  /** Whose record is to stand, of those in dispute at version `seen`. */
  chosen?: Readonly<Record<string, 'mine' | 'theirs'>>
  seen?: number
  /** What stood before is kept as an earlier version, however short ago the last one was. */
  always?: boolean
}
export type Saved =
  /** `merged`: others saved meanwhile, and what they did stands in it too. */
  | { state: 'saved'; version: number; merged: boolean }
  /** Both changed the same records: nothing was saved, and just these are to be chosen. */
  | { state: 'disputed'; version: number; disputes: Dispute[] }
  /** What others did meanwhile and this do not go together. */
  | { state: 'apart'; version: number; why: string }
  /** The steps do not fit the document they say they began from. */
  | { state: 'unfit'; why: string }
  | { state: 'missing' }

/** Documents as they were last saved, so that a save need not read the whole; looked up by the version that is locked. */
const known = new WeakMap<Database, Map<string, Kept>>()
const MOST_KNOWN = 32
function remember(db: Database, kept: Kept): void {
  const here = known.get(db) ?? new Map<string, Kept>()
  known.set(db, here)
  here.delete(kept.project.id)
  here.set(kept.project.id, kept)
  for (const id of here.keys()) {
    if (here.size <= MOST_KNOWN) break
    here.delete(id)
  }
}

/**
 * Saves what a window did. When others saved since it began, both go together record by record, or just the records that both
 * changed are given back to be chosen. The row of the project is locked meanwhile, so that of two saves at once, from one server or
 * two, the second one sees the first.
 */
export async function saveSteps(db: Database, id: string, save: Save): Promise<Saved> {
  let after: Kept | undefined
  const saved = await db.transaction(async (tx): Promise<Saved> => {
    const [row] = await tx
      .select({
        version: projects.version,
        documentVersion: projects.documentVersion,
        savedAt: projects.savedAt,
        keptAt: projects.keptAt
      })
      .from(projects)
      .where(eq(projects.id, id))
      .for('update')
    if (!row) return { state: 'missing' }
    const again = await saveOf(tx, id, save.save)
    if (again) return { state: 'saved', version: again.version, merged: again.version !== save.from + 1 }
    const remembered = known.get(db)?.get(id)
    const now = remembered?.version === row.version ? remembered : (await readProject(tx, id))!
    const done = await doneTo(tx, now, save)
    if (!('bench' in done)) return done
    const due = save.always || done.merged || versionDue(row.savedAt, row.keptAt)
    if (due) await keepVersion(tx, now, row.savedAt)
    const version = row.version + 1
    after = { ...done.bench, version }
    const savedAt = new Date()
    await tx.insert(operations).values({ project: id, version, save: save.save, steps: [...done.steps], savedAt })
    // A merge has a history that its steps alone do not tell.
    // One carried forward is written out, so that what comes after stands on it and not on what it was.
    const written = due || done.merged || now.carried || version - row.documentVersion >= WRITTEN_EVERY
    await tx
      .update(projects)
      .set({
        version,
        savedAt,
        ...headOf(after.project),
        ...(due && { keptAt: row.savedAt }),
        ...(written && { documentVersion: version, document: after.project, history: after.history })
      })
      .where(eq(projects.id, id))
    if (written)
      await tx
        .delete(operations)
        .where(and(eq(operations.project, id), lte(operations.version, version - OPERATIONS_KEPT)))
    return { state: 'saved', version, merged: done.merged }
  })
  if (after) {
    remember(db, after)
    fileSoon(db, after.project)
    await sweep(db)
  }
  return saved
}

/** Whether what stands is to be put among the earlier versions before the next save. */
function versionDue(savedAt: Date, keptAt: Date | null): boolean {
  if (!keptAt) return true
  const changed = savedAt.getTime() - keptAt.getTime()
  // Once a minute while work goes on; and as it was left, so that the end of a day's work is one too.
  return changed >= VERSION_EVERY_MS || (changed > 0 && Date.now() - savedAt.getTime() >= VERSION_EVERY_MS)
}

/** The save of that name, when it is there already. */
async function saveOf(tx: Transaction, id: string, save: string): Promise<{ version: number } | undefined> {
  const [row] = await tx
    .select({ version: operations.version })
    .from(operations)
    .where(and(eq(operations.project, id), eq(operations.save, save)))
  return row
}

/** What the document becomes, with the steps to log; or why it cannot be saved. */
async function doneTo(
  tx: Transaction,
  now: Kept,
  { from, steps, chosen = {}, seen = now.version }: Save
): Promise<{ bench: Bench; steps: readonly Step[]; merged: boolean } | Saved> {
  if (from === now.version) {
    try {
      return { bench: takeSteps(now, steps), steps, merged: false }
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      return { state: 'unfit', why: error.message }
    }
  }
  const since = await stepsAfter(tx, now.project.id, from)
  if (now.carried || from > now.version || since.length !== now.version - from)
    return {
      state: 'apart',
      version: now.version,
      why: 'what was done since is no longer known step by step'
    }
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
  if (merged.state === 'disputed') return { state: 'disputed', version: now.version, disputes: merged.disputes }
  if (merged.state === 'apart') return { state: 'apart', version: now.version, why: merged.why }
  const whole = wholeStep(now.project, merged.bench.project, steps.at(-1)?.label ?? '')
  return { bench: merged.bench, steps: [whole], merged: true }
}

/**
 * Saves a whole document over what stands, as one act that can be undone: an earlier version brought back, a backup restored.
 * What stood before is kept as an earlier version.
 */
export async function saveWhole(
  db: Database,
  { project, from, save, label }: { project: Project; from: number; save: string; label: string }
): Promise<Saved> {
  const now = await readProject(db, project.id)
  if (!now) return { state: 'missing' }
  if (now.version !== from)
    return { state: 'apart', version: now.version, why: 'another window has saved this project since' }
  return saveSteps(db, project.id, {
    save,
    from,
    steps: [wholeStep(now.project, project, label)],
    always: true
  })
}

/** The last saves of a project: when each was, and what it did in words. */
export const listSaves = async (db: Database, id: string, most = 200) =>
  (
    await db
      .select({ version: operations.version, savedAt: operations.savedAt, steps: operations.steps })
      .from(operations)
      .where(eq(operations.project, id))
      .orderBy(desc(operations.version))
      .limit(most)
  ).map(({ version, savedAt, steps }) => ({
    version,
    savedAt,
    did: steps.map(({ does, label }) => ({ does, label }))
  }))

/** The embedded database does not sweep by itself: every so many saves the space of overwritten rows is given back. */
export const SWEEP_EVERY = 400
/** Saves since the store was swept; a test puts it forward. */
export const unswept = { saves: 0 }
async function sweep(db: Database): Promise<void> {
  // In the midst of a transaction, as when a backup is restored, the store refuses to be swept: the next save by itself does it.
  if (++unswept.saves < SWEEP_EVERY || is(db, PgTransaction)) return
  unswept.saves = 0
  await db.execute(sql`VACUUM projects`)
}
