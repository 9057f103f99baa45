import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { openProject, wholeStep } from '../../core/document'
import { openDirectory } from './database'
import { readProject, readVersion } from './projects'
import { DamagedError } from './salvage'
import { saveSteps } from './saving'
import { beginDirectory } from './stores.testing'

const whole = join(mkdtempSync(join(tmpdir(), 'ewerpanel-salvage-')), 'data')
const tables = new Map<string, string>()
beforeAll(async () => {
  process.env.EWERPANEL_COPIES = 'off'
  await beginDirectory(whole)
  const { db, close } = await openDirectory(whole)
  const kept = (await readProject(db, 'teasel-ls'))!
  const step = wholeStep(kept.project, { ...kept.project, title: 'Saved last' }, 'Rename')
  await saveSteps(db, 'teasel-ls', { save: 'the-last-save', from: 1, steps: [step] })
  const { rows } = (await db.execute(
    sql`SELECT relname AS name, pg_relation_filepath(oid) AS file FROM pg_class
        WHERE relname IN ('projects', 'facts', 'pg_class', 'projects_pkey', 'versions')
      UNION SELECT relname || ' toast', pg_relation_filepath(reltoastrelid) FROM pg_class
        WHERE relname IN ('projects', 'versions')`
  )) as unknown as { rows: { name: string; file: string }[] }
  for (const { name, file } of rows) tables.set(name, file)
  await close()
}, 60_000)
afterAll(() => {
  delete process.env.EWERPANEL_COPIES
  rmSync(dirname(whole), { recursive: true })
})

const segments = (directory: string) =>
  readdirSync(join(directory, 'db/pg_wal'))
    .filter(name => /^[0-9A-F]{24}$/.test(name))
    .map(name => join(directory, 'db/pg_wal', name))
const garble = (file: string) => writeFileSync(file, Buffer.alloc(readFileSync(file).length || 8192, 9))

it.each([
  [
    'the state of the database is garbled',
    /pg_control \(the state of the database\) is not what it was/,
    dir => garble(join(dir, 'db/global/pg_control'))
  ],
  [
    'the state of the database is cut short',
    /pg_control.*has 100 bytes/,
    dir => truncateSync(join(dir, 'db/global/pg_control'), 100)
  ],
  ['the log is gone', /pg_wal .*empty or missing/, dir => segments(dir).forEach(file => rmSync(file))],
  ['the log is garbled', /pg_wal\/\S+ .*not what it was/, dir => segments(dir).forEach(garble)],
  ['the list of tables is garbled', /damaged at page 0/, dir => garble(join(dir, 'db', tables.get('pg_class')!))],
  ['a small table is garbled', /damaged at page 0/, dir => garble(join(dir, 'db', tables.get('facts')!))],
  ['the table of projects is garbled', /damaged at page 0/, dir => garble(join(dir, 'db', tables.get('projects')!))],
  ['the number of the program is gone', /PG_VERSION is missing/, dir => rmSync(join(dir, 'db/PG_VERSION'))],
  ['the database is gone', /folder “db” is not there/, dir => rmSync(join(dir, 'db'), { recursive: true })]
] as [string, RegExp, (directory: string) => void][])(
  'a store of which %s is said to be so, and every project is put into a file, with what was saved last',
  async (what, says, spoil) => {
    const directory = join(dirname(whole), what.replaceAll(/\W/g, '-'))
    cpSync(whole, directory, { recursive: true })
    spoil(directory)
    const files = () =>
      (readdirSync(directory, { recursive: true }) as string[])
        .filter(name => !/postmaster.pid|pg_internal.init/.test(name))
        .sort()
    const before = files()
    const error = await openDirectory(directory).then(
      () => undefined,
      (thrown: unknown) => thrown
    )
    expect(error).toBeInstanceOf(DamagedError)
    const { message, salvaged } = error as DamagedError
    expect(message).toMatch(says)
    expect(message).not.toMatch(/Aborted|undefined|Failed query/)
    expect(salvaged.projects.map(project => project.id).sort()).toEqual([
      'hollin-whimbrel',
      'skerrow-dunlin',
      'teasel-ls'
    ])
    const read = openProject(readFileSync(join(salvaged.folder, 'teasel-ls.json'), 'utf8'))
    expect(read.ok && read.project.title).toBe('Saved last')
    expect(readFileSync(join(salvaged.folder, 'what-happened.txt'), 'utf8')).toContain('no demo was put over it')
    // It is as it was, and no demo was put over it.
    expect(files()).toEqual(before)
    expect(existsSync(join(salvaged.folder, 'scratch'))).toBe(false)
    rmSync(directory, { recursive: true })
  },
  30_000
)
it('out of a store that opens in part what it holds is read, before the files beside it', async () => {
  const directory = join(dirname(whole), 'in-part')
  cpSync(whole, directory, { recursive: true })
  rmSync(join(directory, 'readable/teasel-ls.json'))
  garble(join(directory, 'db', tables.get('facts')!))
  const error = await openDirectory(directory).catch((thrown: unknown) => thrown)
  const { salvaged } = error as DamagedError
  expect(salvaged.projects.find(project => project.id === 'teasel-ls')!.from).toBe('as last saved, version 2')
})
it('bits that flipped in the projects, their large values or their index: all is read as it was, or it is salvaged', async () => {
  // Seeded: a linear congruential generator (Numerical Recipes, from memory).
  let seed = 36
  const random = (below: number) => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) % below
  const text = (directory: string) => readFileSync(join(directory, 'readable/skerrow-dunlin.json'), 'utf8')
  let damaged = 0
  for (const table of ['projects', 'projects toast', 'projects_pkey']) {
    const directory = join(dirname(whole), 'flipped')
    cpSync(whole, directory, { recursive: true })
    const file = join(directory, 'db', tables.get(table)!)
    const bytes = readFileSync(file)
    // Ten bits, at ends of pages where rows lie.
    for (let flip = 0; flip < 10; flip++) {
      const page = random(bytes.length / 8192) * 8192
      bytes[page + (flip % 2 ? random(64) : 4096 + random(4096))]! ^= 1 << random(8)
    }
    writeFileSync(file, bytes)
    const opened = await openDirectory(directory).catch((thrown: unknown) => thrown)
    if (opened instanceof Error) {
      damaged++
      expect(opened).toBeInstanceOf(DamagedError)
      expect((opened as DamagedError).salvaged.projects.map(({ id }) => id).sort()).toEqual([
        'hollin-whimbrel',
        'skerrow-dunlin',
        'teasel-ls'
      ])
      rmSync((opened as DamagedError).salvaged.folder, { recursive: true })
    } else {
      const { db, close } = opened as Awaited<ReturnType<typeof openDirectory>>
      for (const id of ['hollin-whimbrel', 'skerrow-dunlin', 'teasel-ls'])
        expect((await readProject(db, id))!.project.id).toBe(id)
      expect(text(directory)).toBe(text(whole))
      await close()
    }
    rmSync(directory, { recursive: true })
  }
  // Some were hit where it shows.
  expect(damaged).toBeGreaterThan(0)
}, 120_000)
it('damage that is found while the store is open is salvaged once, in words, and nothing is said to be saved after it', async () => {
  const directory = join(dirname(whole), 'found-later')
  cpSync(whole, directory, { recursive: true })
  garble(join(directory, 'db', tables.get('versions toast')!))
  const { db, damaged, damage, holds, close } = await openDirectory(directory)
  expect([damage(), holds()]).toEqual([undefined, true])
  expect(await damaged(new Error('There is no version 7 of “teasel-ls”.'))).toBeUndefined()
  const error: unknown = await readVersion(db, 'teasel-ls', 1).catch((thrown: unknown) => thrown)
  const words = (await damaged(error))!
  expect(words).toMatch(/is damaged: invalid page in block \d+ .*\n.*a table or index\) is damaged/)
  expect(words).toMatch(/teasel-ls \(as last saved, version 2\)/)
  expect(words).toMatch(/What to do: keep a copy/)
  expect([await damage(), await damaged(error), holds()]).toEqual([words, words, false])
  expect(readdirSync(dirname(whole)).filter(name => name.startsWith('found-later-salvaged'))).toHaveLength(1)
  await close()
})
it('of a store that is whole nothing is put aside', async () => {
  const directory = join(dirname(whole), 'whole')
  cpSync(whole, directory, { recursive: true })
  await (await openDirectory(directory)).close()
  expect(readdirSync(dirname(whole)).filter(name => name.startsWith('whole-salvaged'))).toEqual([])
})
