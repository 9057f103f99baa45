import { refuse } from '../body'
import type { applySave, Applied, Save } from '../keeping/apply'
import type { Parsed } from '../parse'
import { Threads, type Limits } from './pool'

const saves = new Threads(1, 1_024, 60_000)

async function answered<T>(does: string, args: unknown[], limits?: Limits): Promise<T> {
  const outcome = await saves.run<T>(does, args, limits)
  if ('done' in outcome) return outcome.done
  throw refuse(413, 'This save is too large to be worked out. Nothing was changed; export the project to keep it.')
}

/** Reads the text of a large save. */
export const readSaveApart = (text: string, limits?: Limits): Promise<Parsed<Save>> =>
  answered('readSave', [text], limits)

/** Works out what a large save makes of a document. */
export const applySaveApart = (...args: Parameters<typeof applySave>): Promise<Applied> => answered('applySave', args)

/** Ends the thread, with what it is doing. */
export const endSaves = () => saves.end()
