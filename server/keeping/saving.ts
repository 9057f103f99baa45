import { and, desc, eq, is, lte } from 'drizzle-orm'
import { PgliteDatabase } from 'drizzle-orm/pglite'
import { wholeStep, type Project } from '../../core/document'
import { applySave, isLarge, type Applied, type Now, type Save, type Unsaved } from './apply'
import { fileSoon } from './files'
import { headOf, keepVersion, readProject, stepsAfter, type Kept } from './projects'
import { operations, projects } from './tables'
import { freeSpace } from './sweep'
import type { Database, Transaction } from './types'

/** An earlier version is kept at most once in this time: every keystroke would bury the ones worth having. */
const VERSION_EVERY_MS = 60_000
/** So many saves after the document was last written out it is written out again: between, a save writes what it changes. */
const WRITTEN_EVERY = 50
/** How many saves of a project the log holds. A window that was away for longer is not merged but asked. */
const OPERATIONS_KEPT = 2_000

export type Saved =
  /** `merged`: others saved meanwhile, and what they did stands in it too. */
  | { state: 'saved'; version: number; merged: boolean }
  /** Nothing was saved, and why. */
  | Unsaved
  | { state: 'missing' }

/**
 * Documents as they were last saved, so that a save need not read the whole; one counts only when its incarnation and version are
 * those of the row that is locked.
 */
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

/** Works out a save elsewhere than in this thread. */
export type ApplyApart = (...args: Parameters<typeof applySave>) => Promise<Applied>

/** What a large save makes of the document, worked out before the project is locked, so that nobody waits for it. */
async function applyBefore(
  db: Database,
  id: string,
  save: Save,
  apart: ApplyApart
): Promise<{ now: Kept; applied: Applied } | undefined> {
  const now = await readProject(db, id)
  return now && { now, applied: await apart(plain(now), await sinceOf(db, now, save), save) }
}
const plain = ({ project, history, version, carried }: Kept): Now => ({ project, history, version, carried })

/**
 * Saves what a window did. When others saved since it began, both go together record by record, or just the records that both
 * changed are given back to be chosen. The row of the project is locked meanwhile, so that of two saves at once, from one server or
 * two, the second one sees the first.
 * @param apart works a large save out in another thread; where it is not given all is done in this one
 */
export async function saveSteps(db: Database, id: string, save: Save, apart?: ApplyApart): Promise<Saved> {
  const before = apart && isLarge(save) ? await applyBefore(db, id, save, apart) : undefined
  let after: Kept | undefined
  const saved = await db.transaction(async (tx): Promise<Saved> => {
    const [row] = await tx
      .select({
        incarnation: projects.incarnation,
        version: projects.version,
        documentVersion: projects.documentVersion,
        savedAt: projects.savedAt,
        keptAt: projects.keptAt
      })
      .from(projects)
      .where(eq(projects.id, id))
      .for('update')
    if (!row) return { state: 'missing' }
    const { incarnation } = row
    if (save.incarnation !== undefined && save.incarnation !== incarnation)
      return {
        state: 'apart',
        version: row.version,
        why: 'it was deleted meanwhile, and then restored, imported or undeleted'
      }
    const again = await saveOf(tx, id, save.save)
    if (again) return { state: 'saved', version: again.version, merged: again.version !== save.from + 1 }
    const same = (kept: Kept | undefined) => kept?.version === row.version && kept.incarnation === incarnation
    const cached = known.get(db)?.get(id)
    const now = same(before?.now) ? before!.now : same(cached) ? cached! : (await readProject(tx, id))!
    const applied = now === before?.now ? before.applied : applySave(plain(now), await sinceOf(tx, now, save), save)
    if (applied.state !== 'applied') return applied
    const due = save.always || applied.merged || versionDue(row.savedAt, row.keptAt)
    if (due) await keepVersion(tx, now, row.savedAt)
    const version = row.version + 1
    after = { ...applied.bench, version, incarnation }
    const savedAt = new Date()
    await tx.insert(operations).values({ project: id, version, save: save.save, steps: [...applied.steps], savedAt })
    // A merge has a history that its steps alone do not tell.
    // One carried forward is written out, so that what comes after stands on it and not on what it was.
    const written = due || applied.merged || now.carried || version - row.documentVersion >= WRITTEN_EVERY
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
    return { state: 'saved', version, merged: applied.merged }
  })
  if (after) {
    remember(db, after)
    fileSoon(db, after.project)
    await sweepWhenDue(db)
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

/** What was saved after the version that a save began from; nothing where it began from the one of now. */
const sinceOf = async (tx: Pick<Database, 'select'>, now: Kept, { from }: Save) =>
  from < now.version ? stepsAfter(tx, now.project.id, from) : []

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

/** The embedded database gives no space back by itself: after so many saves that of overwritten rows is freed. */
export const SWEEP_EVERY = 100
/** Saves since the store was swept; a test puts it forward. */
export const unswept = { saves: 0 }
async function sweepWhenDue(db: Database): Promise<void> {
  // Within a transaction, as when a backup is restored, the store cannot be swept: the next save by itself does it.
  if (++unswept.saves < SWEEP_EVERY || !is(db, PgliteDatabase)) return
  unswept.saves = 0
  await freeSpace(db)
}
