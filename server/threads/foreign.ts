import type { Opened } from '../../core/document'
import type { CatalogueRead } from '../../core/formats'
import type { Answer, Order } from '../cutter'
import type { BackupRead } from '../keeping/read-backup'
import { Threads, type Limits } from './pool'

/** A drawing of a thousand contours takes a tenth of a second. */
const files = new Threads(2, 768, 5_000)
/** A backup of forty projects with all their versions takes minutes. */
const backups = new Threads(1, 2_048, 3_600_000)

/** Has the stand-in cutter look at a drawing. */
export async function quoteForeign(order: Order, limits?: Limits): Promise<Answer> {
  const answer = await files.run<Answer>('quoteCut', [order], limits)
  return 'done' in answer ? answer.done : { accepted: false, reasons: [`${answer.why} Nothing was ordered.`] }
}

const problem = (message: string) => ({ line: 1, column: 1, field: '', message })

/** Opens the text of a project. */
export async function openForeign(text: string, limits?: Limits): Promise<Opened> {
  const opened = await files.run<Opened>('openProject', [text], limits)
  return 'done' in opened ? opened.done : { ok: false, problems: [problem(opened.why)] }
}

/** Reads a catalogue. */
export async function catalogueForeign(kind: 'csv' | 'json', text: string, limits?: Limits): Promise<CatalogueRead> {
  const read = await files.run<CatalogueRead>('readCatalogue', [kind, text], limits)
  return 'done' in read ? read.done : { items: [], problems: [problem(read.why)] }
}

/** Reads and checks a backup; what is good in it is put into `folder`. */
export async function backupForeign(file: string, folder: string, limits?: Limits): Promise<BackupRead> {
  const read = await backups.run<BackupRead>('readBackup', [file, folder], limits)
  return 'done' in read ? read.done : { ok: false, why: read.why }
}

/** How many projects a copy holds that was just written. @throws Error when it cannot be read back */
export async function projectsInCopy(file: string): Promise<number> {
  const read = await backups.run<number>('projectsIn', [file])
  if ('done' in read) return read.done
  throw new Error(read.why)
}

/** Ends the threads, with what they are doing. */
export const endForeign = () => Promise.all([files.end(), backups.end()])
