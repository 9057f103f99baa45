import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { EMPTY_HISTORY, undo } from '../../core/document'
import { item } from '../../core/testing'
import { demoProject } from '../../core/testing.demo'
import { backupPieces } from './backup'
import { keepItems, wholeCatalogue } from './catalogue'
import { copyOfDay } from './copies'
import { writeFiles } from './files'
import { readBackup } from './read-backup'
import type { Store } from './store'
import { createProject, dropProject, listProjects, listVersions, readProject } from './projects'
import { restoreBackup, RestoreError } from './restore'
import { saveWhole, SWEEP_EVERY, unswept } from './saving'
import { embeddedKeeper } from './stores.testing'

const keeper = embeddedKeeper()
const folder = mkdtempSync(join(tmpdir(), 'ewerpanel-backup-'))
const file = join(folder, 'backup.json')
let store: Store
beforeAll(async () => {
  store = await keeper.open()
}, 60_000)
afterAll(async () => {
  await store.close()
  await keeper.end()
  rmSync(folder, { recursive: true })
})

const fresh = async (id: string) => {
  const project = { ...demoProject('1-teasel-ls'), id }
  await createProject(store.db, project)
  return project
}
let saves = 0
const retitle = async (id: string, title: string) => {
  const kept = (await readProject(store.db, id))!
  const save = `retitle-${++saves}`
  return saveWhole(store.db, { project: { ...kept.project, title }, from: kept.version, save, label: title })
}
async function gathered(between: (piece: string) => Promise<unknown> = async () => undefined): Promise<string> {
  let text = ''
  for await (const piece of backupPieces(store.db)) {
    text += piece
    await between(piece)
  }
  return text
}
const restore = (text: string) => {
  writeFileSync(file, text)
  return restoreBackup(store.db, file, readBackup)
}

describe('backup', () => {
  it('holds everything and brings it back; what it replaces becomes an earlier version, and can be had back by undo', async () => {
    const project = await fresh('six')
    await retitle('six', 'Second')
    await fresh('deleted-after')
    await retitle('deleted-after', 'Kept')
    await keepItems(store.db, [item({ id: 'mine', mounts: ['tail'] })])
    const text = await gathered()
    const before = {
      gone: await readProject(store.db, 'deleted-after'),
      goneVersions: await listVersions(store.db, 'deleted-after')
    }
    await retitle('six', 'Changed since')
    await fresh('after')
    await dropProject(store.db, 'deleted-after')
    const count = (JSON.parse(text) as { projects: unknown[] }).projects.length
    expect(await restore(text)).toEqual({ added: 1, replaced: count - 1 })
    const back = (await readProject(store.db, 'deleted-after'))!
    expect(back).toEqual({ ...before.gone, incarnation: back.incarnation })
    expect(back.incarnation).not.toBe(before.gone!.incarnation)
    expect(await listVersions(store.db, 'deleted-after')).toEqual(before.goneVersions)
    const six = (await readProject(store.db, 'six'))!
    expect(six.project.title).toBe('Second')
    expect(undo(six).project.title).toBe('Changed since')
    expect((await listVersions(store.db, 'six')).map(version => version.title)).toEqual([
      'Changed since',
      'Second',
      project.title
    ])
    expect(await readProject(store.db, 'after')).toBeDefined()
    expect((await wholeCatalogue(store.db)).own).toContain('mine')
    // Files beside the database are of what was restored.
    writeFiles(store.db)
    const beside = readFileSync(join(keeper.directory, 'readable/six.json'), 'utf8')
    expect((JSON.parse(beside) as { title: string }).title).toBe('Second')
    // Of what was laid aside on the way nothing is left.
    const { rows } = (await store.db.execute(
      sql`SELECT id FROM deleted WHERE id LIKE '~%' UNION SELECT project FROM versions WHERE project LIKE '~%'`
    )) as unknown as { rows: unknown[] }
    expect(rows).toEqual([])
  })
  it('is restored too when the store is due to be swept, which then waits for the next save', async () => {
    await fresh('due')
    const text = await gathered()
    await retitle('due', 'Later')
    unswept.saves = SWEEP_EVERY
    await restore(text)
    expect((await readProject(store.db, 'due'))!.project.title).toBe(demoProject('1-teasel-ls').title)
    expect(unswept.saves).toBeGreaterThanOrEqual(SWEEP_EVERY)
    await retitle('due', 'After it')
    expect(unswept.saves).toBe(0)
  })
  it('versions of the backup that are not there come beside those that are', async () => {
    await fresh('branched')
    await retitle('branched', 'Two')
    await retitle('branched', 'Three')
    const text = await gathered()
    // Another life of it: begun anew from the same file, and changed in its own way.
    await dropProject(store.db, 'branched')
    await fresh('branched')
    await retitle('branched', 'Other two')
    await restore(text)
    expect((await listVersions(store.db, 'branched')).map(version => version.title)).toEqual([
      'Two',
      'Teasel, day VFR',
      'Other two',
      'Teasel, day VFR'
    ])
    expect((await readProject(store.db, 'branched'))!.project.title).toBe('Three')
  })
  it('is of one moment: what is saved, deleted or made while it is written is not in it', async () => {
    for (const id of ['m1', 'm2', 'm3']) await fresh(id)
    for (const id of ['m1', 'm2', 'm3']) await retitle(id, 'At the moment')
    const before = JSON.parse(await gathered()) as { projects: { project: { id: string } }[] }
    let once = false
    const during = await gathered(async piece => {
      if (once || !piece.startsWith('{"project"')) return
      once = true
      for (const id of ['m1', 'm2']) for (let n = 0; n < 30; n++) await retitle(id, `Meanwhile ${n}`)
      await dropProject(store.db, 'm3')
      await fresh('m4')
    })
    const documents = (backup: typeof before) => backup.projects.map(project => project.project)
    expect(once).toBe(true)
    expect(documents(JSON.parse(during) as typeof before)).toEqual(documents(before))
    // Their hundred steps of undo would be in every backup below.
    for (const id of ['m1', 'm2', 'm4', 'branched']) await dropProject(store.db, id)
  })
  it('damaged, foreign or hostile, changes nothing and says why', async () => {
    const whole = JSON.parse(await gathered()) as {
      projects: { project: { id: string }; versions: { project: { id: string } }[] }[]
    }
    whole.projects = whole.projects.filter(({ project }) => project.id === 'six')
    const text = JSON.stringify(whole)
    const state = async () => [await listProjects(store.db), await listVersions(store.db, 'six')]
    const before = await state()
    const changed = (change: (backup: typeof whole) => void) => {
      const copy = structuredClone(whole)
      change(copy)
      return JSON.stringify(copy)
    }
    const six = (backup: typeof whole) => backup.projects.find(project => project.project.id === 'six')!
    const first = (backup: typeof whole) => six(backup).versions[0]!
    for (const [bad, says] of [
      ['', /It is empty/],
      ['[]', /not a backup of Ewerpanel/],
      ['{"backup":2}', /no list of projects/],
      ['{"backup":2,"projects":[]}', /not a backup of Ewerpanel, at backup/],
      [text.slice(0, text.length / 2), /not whole JSON/],
      [changed(backup => Object.assign(backup, { extra: 1 })), /there is no field “extra”/],
      [changed(backup => Object.assign(six(backup), { extra: 1 })), /there is no field “extra”/],
      [text.replace(/}$/, ',"at":"2026-01-01T00:00:00.000Z"}'), /“at” twice/],
      [changed(backup => Object.assign(backup, { projects: {} })), /“projects” is not a list/],
      [changed(backup => Object.assign(backup, { projects: 7 })), /“projects” is not a list/],
      [changed(backup => Object.assign(backup, { projects: [7] })), /is not a project/],
      [changed(backup => Object.assign(backup, { projects: [{}] })), /has no “project”/],
      [changed(backup => Object.assign(backup, { projects: [], items: [] })), /no project and no catalog entry/],
      [changed(backup => Object.assign(backup, { at: '0000-01-01T00:00:00.000Z' })), /before the year 1970/],
      [changed(backup => Object.assign(six(backup), { versions: {} })), /“versions” is not a list/],
      [changed(backup => Object.assign(six(backup), { version: 3e9 })), /no good version/],
      [changed(backup => Object.assign(six(backup), { version: 2_147_483_647 })), /no good version/],
      [changed(backup => Object.assign(six(backup), { version: 1.5 })), /no good version/],
      [changed(backup => Object.assign(first(backup), { version: 3e9 })), /A version in it cannot be read, at version/],
      [changed(backup => Object.assign(first(backup), { version: 0 })), /A version in it cannot be read, at version/],
      [changed(backup => Object.assign(first(backup), { title: 'a\0b' })), /at title: has a character/],
      [changed(backup => Object.assign(first(backup), { title: 'a\ud800' })), /at title: has a character/],
      [changed(backup => Object.assign(first(backup), { title: 'x'.repeat(201) })), /at title/],
      [
        changed(backup => Object.assign(first(backup), { savedAt: '0000-01-01T00:00:00.000Z' })),
        /before the year 1970/
      ],
      [changed(backup => Object.assign(first(backup), { savedAt: 'yesterday' })), /at savedAt/],
      [changed(backup => six(backup).versions.push(first(backup))), /is in it twice/],
      [changed(backup => Object.assign(six(backup).project, { title: 'a\0b' })), /cannot be read: title/],
      [changed(backup => Object.assign(six(backup), { history: null })), /undo history/],
      [
        changed(backup => {
          six(backup).versions = Array.from({ length: 1_001 }, (_, i) => ({ ...first(backup), version: i + 1 }))
        }),
        /more than 1000 earlier versions/
      ],
      [changed(backup => (six(backup).project.id = '')), /id/],
      [changed(backup => (first(backup).project.id = 'another')), /is of another project, “another”/],
      [changed(backup => backup.projects.push(six(backup))), /“six” is in it twice/],
      [changed(backup => Object.assign(six(backup), { history: { past: [{}], future: [] } })), /undo history/],
      [text.replace('"projects":[', `"projects":[${'['.repeat(5_000)}${']'.repeat(5_000)},`), /not a project/],
      [`{"backup":1,"items":[${'['.repeat(5_000)}`, /brackets/]
    ] as [string, RegExp][]) {
      const refused: unknown = await restore(bad).catch((error: unknown) => error)
      expect(refused).toBeInstanceOf(RestoreError)
      expect((refused as Error).message).toMatch(says)
    }
    expect(await state()).toEqual(before)
  })
  it('brings back a version as high as any that saves will ever make, and it can be saved after that', async () => {
    const project = { ...demoProject('1-teasel-ls'), id: 'high' }
    const head = { backup: 1, at: '2026-01-01T00:00:00.000Z', items: [] }
    await restore(
      JSON.stringify({ ...head, projects: [{ project, history: EMPTY_HISTORY, version: 500_000_000, versions: [] }] })
    )
    expect(await retitle('high', 'Saved')).toMatchObject({ state: 'saved', version: 500_000_001 })
    await dropProject(store.db, 'high')
  })
  it('of an older program, without numbers of versions and with a history that fits no more, is read too', async () => {
    const old = readFileSync(new URL('../../core/document/file/kept/format-3.json', import.meta.url), 'utf8')
    const document = { ...(JSON.parse(old) as object), id: 'from-old' }
    const text = JSON.stringify({
      backup: 1,
      at: '2026-01-01T00:00:00.000Z',
      projects: [{ project: document, history: { past: [{ odd: 1 }] }, versions: [] }],
      items: []
    })
    expect(await restore(text)).toEqual({ added: 1, replaced: 0 })
    expect((await readProject(store.db, 'from-old'))!.history).toEqual(EMPTY_HISTORY)
  })
})

describe('the copy of the day', () => {
  it('is made once a day, holds everything, and of older ones seven stay', async () => {
    const there = mkdtempSync(join(tmpdir(), 'ewerpanel-copies-'))
    const day = (number: number) => new Date(Date.UTC(2026, 10, number, 12))
    for (let number = 1; number <= 9; number++) {
      const made = await copyOfDay(store.db, there, day(number))
      expect(made!.projects).toBe((await listProjects(store.db)).length)
      expect(await copyOfDay(store.db, there, day(number))).toBeUndefined()
    }
    expect(readdirSync(there)).toEqual([3, 4, 5, 6, 7, 8, 9].map(number => `ewerpanel-2026-11-0${number}.json`))
    const read = JSON.parse(readFileSync(join(there, 'ewerpanel-2026-11-09.json'), 'utf8')) as {
      projects: { project: { id: string } }[]
    }
    expect(read.projects.map(project => project.project.id).sort()).toEqual(
      (await listProjects(store.db)).map(project => project.id).sort()
    )
    rmSync(there, { recursive: true })
  })
  it('where it cannot be written that is told, and what stands there is left', async () => {
    const there = join(mkdtempSync(join(tmpdir(), 'ewerpanel-copies-')), 'a-file')
    writeFileSync(there, 'not a directory')
    await expect(copyOfDay(store.db, there, new Date())).rejects.toThrow(/EEXIST|ENOTDIR/)
    expect(readFileSync(there, 'utf8')).toBe('not a directory')
  })
  it('a project that cannot be read makes no copy, and pushes none of the good ones out', async () => {
    const there = mkdtempSync(join(tmpdir(), 'ewerpanel-copies-'))
    await copyOfDay(store.db, there, new Date('2026-11-01T12:00:00Z'))
    await store.db.execute(sql`UPDATE projects SET version = version + 3 WHERE id = 'after'`)
    await expect(copyOfDay(store.db, there, new Date('2026-11-02T12:00:00Z'))).rejects.toThrow(/“after”/)
    expect(readdirSync(there)).toEqual(['ewerpanel-2026-11-01.json'])
    await store.db.execute(sql`UPDATE projects SET version = version - 3 WHERE id = 'after'`)
  })
})
