import { createHash } from 'node:crypto'
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'

const root = join(import.meta.dirname, '..')
/** What a new data directory is made by and of. */
const MADE_OF = ['server/keeping', 'core/document', 'demo', 'node_modules/@electric-sql/pglite/package.json']

/** A word for the state of what a new data directory is made of. */
function stateOfSources(): string {
  const hash = createHash('sha256')
  const read = (path: string): void => {
    const whole = join(root, path)
    if (statSync(whole).isDirectory()) for (const name of readdirSync(whole).sort()) read(join(path, name))
    else if (!/\.test(ing)?\.ts$/.test(path)) hash.update(path).update(readFileSync(whole))
  }
  MADE_OF.forEach(read)
  return hash.digest('hex').slice(0, 16)
}

/** Where the data directory lies that others are copies of: making a new database takes seconds. It may not be there yet. */
const templateStore = (): string => join(root, 'node_modules/.cache/ewerpanel', `store-${stateOfSources()}`)

const STALE_MS = 180_000
/**
 * Makes the template unless it is there. Of several threads or processes that want it at once one makes it and the others wait.
 * @param make fills an empty directory and leaves it closed
 * @returns its path
 */
export async function wantTemplate(make: (directory: string) => Promise<void>): Promise<string> {
  const there = templateStore()
  const making = `${there}.making`
  mkdirSync(dirname(there), { recursive: true })
  while (!existsSync(there)) {
    try {
      mkdirSync(making)
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
      const age = Date.now() - (statSync(making, { throwIfNoEntry: false })?.mtimeMs ?? Date.now())
      if (age > STALE_MS) rmSync(making, { recursive: true, force: true })
      await new Promise(done => setTimeout(done, 100))
      continue
    }
    try {
      const aside = join(making, 'data')
      await make(aside)
      renameSync(aside, there)
      forgetOlder(dirname(there))
    } finally {
      rmSync(making, { recursive: true, force: true })
    }
  }
  return there
}
const OLD_MS = 24 * 3_600_000
/** Templates of sources that are gone: each holds tens of megabytes, and a run that uses one does not last so long. */
function forgetOlder(folder: string): void {
  for (const name of readdirSync(folder))
    if (name.startsWith('store-') && Date.now() - statSync(join(folder, name)).mtimeMs > OLD_MS)
      rmSync(join(folder, name), { recursive: true, force: true })
}
/** Puts a copy of the template where nothing is yet. */
export const copyTemplate = (template: string, directory: string): void =>
  cpSync(template, directory, { recursive: true })
