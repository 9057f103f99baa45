import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { EMPTY_HISTORY, FORMAT, act } from '../../core/document'
import { item } from '../../core/testing'
import { demoProject } from '../../core/testing.demo'
import { Backup, backupPieces, restoreBackup } from './backup'
import { copyOfDay } from './copies'
import { dropItem, keepItems, shippedItems, wholeCatalogue } from './catalogue'
import { openDatabase } from './database'
import { flushed } from './durable'
import type { Database } from './types'
import { HeldError, takeDirectory } from './lock'
import {
  createProject,
  dropProject,
  listProjects,
  listVersions,
  readProject,
  readVersion,
  saveProject,
  undropProject
} from './projects'

const directory = mkdtempSync(join(tmpdir(), 'ewerpanel-'))
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await openDatabase(directory))
}, 60_000)
afterAll(async () => {
  await close()
  rmSync(directory, { recursive: true, force: true })
})

const fresh = async (id: string) => {
  const project = { ...demoProject('1-teasel-ls'), id }
  await createProject(db, project)
  return project
}

describe('keeping projects', () => {
  it('shows the demo on the first start and not again once it is deleted', async () => {
    expect((await listProjects(db)).map(row => row.registration)).toEqual(['ZZ-DUN', 'ZZ-WIM', 'ZZ-TSL'])
    expect(await dropProject(db, 'teasel-ls')).toBe(true)
    await close()
    ;({ db, close } = await openDatabase(directory))
    expect((await listProjects(db)).map(row => row.id)).not.toContain('teasel-ls')
  })
  it('gives back what was saved, history and all', async () => {
    const project = await fresh('one')
    const done = act({ project, history: EMPTY_HISTORY }, [{ type: 'project.rename', title: 'Renamed' }], 'Rename')
    expect(await saveProject({ db, project: done.project, history: done.history, from: 1 })).toEqual({
      state: 'saved',
      version: 2
    })
    const kept = (await readProject(db, 'one'))!
    expect(kept).toEqual({ project: done.project, history: done.history, version: 2 })
  })
  it('a deleted project is brought back with its history and its earlier versions; then it is there and not among the deleted', async () => {
    const project = await fresh('gone')
    const done = act({ project, history: EMPTY_HISTORY }, [{ type: 'project.rename', title: 'Renamed' }], 'Rename')
    await saveProject({ db, project: done.project, history: done.history, from: 1, always: true })
    const before = await readProject(db, 'gone')
    const earlier = await listVersions(db, 'gone')
    expect(earlier).toHaveLength(1)
    expect(await dropProject(db, 'gone')).toBe(true)
    expect(await readProject(db, 'gone')).toBeUndefined()
    expect(await dropProject(db, 'gone')).toBe(false)
    expect(await undropProject(db, 'gone')).toBe(true)
    expect(await readProject(db, 'gone')).toEqual(before)
    expect(await listVersions(db, 'gone')).toEqual(earlier)
    expect(await undropProject(db, 'gone')).toBe(false)
  })
  it('a new project of a deleted one’s id has none of its versions, and the deleted one stays deleted', async () => {
    const project = await fresh('again')
    await saveProject({ db, project: { ...project, title: 'Old' }, history: EMPTY_HISTORY, from: 1, always: true })
    await dropProject(db, 'again')
    await fresh('again')
    expect(await listVersions(db, 'again')).toEqual([])
    expect(await undropProject(db, 'again')).toBe(false)
    expect((await readProject(db, 'again'))!.project.title).toBe(project.title)
  })
  it('carries a document forward that an earlier program kept, without its old history', async () => {
    const old = JSON.parse(
      readFileSync(new URL('../../core/document/kept/format-1.json', import.meta.url), 'utf8')
    ) as ReturnType<typeof demoProject>
    expect(old.format).toBe(1)
    await createProject(db, { ...old, id: 'from-before' })
    const kept = (await readProject(db, 'from-before'))!
    expect(kept.project).toMatchObject({
      format: FORMAT,
      title: old.title,
      airframe: { pilots: [], panel: { bays: [] } }
    })
    expect(kept.project.options[0]!.rows).toEqual([])
    expect(kept.history).toEqual(EMPTY_HISTORY)
    expect(await saveProject({ db, project: kept.project, history: EMPTY_HISTORY, from: 1, always: true })).toEqual({
      state: 'saved',
      version: 2
    })
    expect((await readVersion(db, 'from-before', 1))!.format).toBe(FORMAT)
  })
  it('refuses a save that started from an older version, and changes nothing', async () => {
    const project = await fresh('two')
    await saveProject({ db, project: { ...project, title: 'First window' }, history: EMPTY_HISTORY, from: 1 })
    expect(
      await saveProject({ db, project: { ...project, title: 'Second window' }, history: EMPTY_HISTORY, from: 1 })
    ).toEqual({
      state: 'stale',
      version: 2
    })
    expect((await readProject(db, 'two'))!.project.title).toBe('First window')
  })
  it('of many saves from the same version at once exactly one is taken', async () => {
    const project = await fresh('race')
    const saved = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        saveProject({ db, project: { ...project, title: `Window ${i}` }, history: EMPTY_HISTORY, from: 1 })
      )
    )
    expect(saved.filter(one => one.state === 'saved')).toHaveLength(1)
  })
  it('a save against a project that is gone says so', async () =>
    expect(
      await saveProject({
        db,
        project: { ...demoProject('1-teasel-ls'), id: 'never' },
        history: EMPTY_HISTORY,
        from: 1
      })
    ).toEqual({
      state: 'missing'
    }))
  it('keeps earlier versions and gives each back', async () => {
    const project = await fresh('three')
    for (let version = 1; version < 5; version++)
      await saveProject({
        db,
        project: { ...project, title: `Title ${version + 1}` },
        history: EMPTY_HISTORY,
        from: version,
        always: true
      })
    expect((await listVersions(db, 'three')).map(one => one.version)).toEqual([4, 3, 2, 1])
    expect((await readVersion(db, 'three', 2))!.title).toBe('Title 2')
    expect(await readVersion(db, 'three', 9)).toBeUndefined()
  })
  it('a burst of saves buries no version: one a minute is kept', async () => {
    const project = await fresh('four')
    for (let version = 1; version < 6; version++)
      await saveProject({ db, project: { ...project, title: `T${version}` }, history: EMPTY_HISTORY, from: version })
    expect((await listVersions(db, 'four')).map(one => one.version)).toEqual([1])
  })
  it('does not create a project over another', async () => {
    await fresh('five')
    expect(await createProject(db, { ...demoProject('1-teasel-ls'), id: 'five', title: 'Other' })).toBe(false)
  })
})

describe('the user’s own items', () => {
  it('stand in place of shipped ones and can be thrown away again', async () => {
    const shipped = shippedItems()[0]!
    await keepItems(db, [{ ...shipped, priceCents: 1 }, item({ id: 'mine', mounts: ['tail'] })])
    const whole = await wholeCatalogue(db)
    expect(whole.items.find(one => one.id === shipped.id)!.priceCents).toBe(1)
    expect(whole.items).toHaveLength(shippedItems().length + 1)
    expect(await dropItem(db, shipped.id)).toBe(true)
    expect(await dropItem(db, shipped.id)).toBe(false)
    expect((await wholeCatalogue(db)).items.find(one => one.id === shipped.id)).toEqual(shipped)
  })
})

/** A backup as whoever reads it has it. */
async function gathered() {
  let text = ''
  for await (const piece of backupPieces(db)) text += piece
  return Backup.parse(JSON.parse(text))
}

describe('backup', () => {
  it('holds everything and brings it back; what it replaces becomes an earlier version', async () => {
    const project = await fresh('six')
    const backup = await gathered()
    await saveProject({ db, project: { ...project, title: 'Changed since' }, history: EMPTY_HISTORY, from: 1 })
    await fresh('after')
    await dropProject(db, 'one')
    const parts = backup.projects.map(part => ({
      ...part,
      project: part.project as typeof project,
      history: part.history as typeof EMPTY_HISTORY,
      versions: part.versions.map(one => ({ ...one, project: one.project as typeof project }))
    }))
    const { added, replaced } = await restoreBackup(db, parts, backup.items)
    expect([added, replaced]).toEqual([1, backup.projects.length - 1])
    expect((await readProject(db, 'six'))!.project.title).toBe(project.title)
    expect((await listVersions(db, 'six')).some(one => one.title === 'Changed since')).toBe(true)
    expect((await readProject(db, 'one'))!.project.title).toBe('Renamed')
    expect(await readProject(db, 'after')).toBeDefined()
  })
})

describe('the copy of the day', () => {
  it('is made once a day, holds everything, and of older ones seven stay', async () => {
    const there = mkdtempSync(join(tmpdir(), 'ewerpanel-copies-'))
    const day = (number: number) => new Date(Date.UTC(2026, 10, number, 12))
    for (let number = 1; number <= 9; number++) {
      const made = await copyOfDay(db, there, day(number))
      expect(made!.projects).toBe((await listProjects(db)).length)
      expect(await copyOfDay(db, there, day(number))).toBeUndefined()
    }
    expect(readdirSync(there)).toEqual([3, 4, 5, 6, 7, 8, 9].map(number => `ewerpanel-2026-11-0${number}.json`))
    const read = Backup.parse(JSON.parse(readFileSync(join(there, 'ewerpanel-2026-11-09.json'), 'utf8')))
    expect(read.projects.map(one => (one.project as { id: string }).id).sort()).toEqual(
      (await listProjects(db)).map(one => one.id).sort()
    )
    rmSync(there, { recursive: true })
  })
  it('where it cannot be written that is told, and what stands there is left', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'ewerpanel-copies-')), 'a-file')
    writeFileSync(file, 'not a directory')
    await expect(copyOfDay(db, file, new Date())).rejects.toThrow(/EEXIST|ENOTDIR/)
    expect(readFileSync(file, 'utf8')).toBe('not a directory')
  })
})

describe('one directory, one server', () => {
  const place = () => mkdtempSync(join(tmpdir(), 'ewerpanel-lock-'))
  it('a second process is told who holds it', async () => {
    const there = place()
    // A process that lives as long as this test holds the directory.
    const holder = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 60000)'])
    const born = readFileSync(`/proc/${holder.pid}/stat`, 'utf8').split(') ')[1]!.split(' ')[19]
    writeFileSync(join(there, 'held-by.json'), JSON.stringify({ pid: holder.pid, since: '2026-11-23T10:00:00Z', born }))
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    await expect(takeDirectory(there)).rejects.toThrow(new RegExp(`process ${holder.pid}, since 2026-11-23`))
    holder.kill('SIGKILL')
    await new Promise(done => holder.once('exit', done))
    const giveBack = await takeDirectory(there)
    expect((JSON.parse(readFileSync(join(there, 'held-by.json'), 'utf8')) as { pid: number }).pid).toBe(process.pid)
    giveBack()
  })
  it('a lock whose number now belongs to another process is taken over', async () => {
    const there = place()
    writeFileSync(join(there, 'held-by.json'), JSON.stringify({ pid: process.ppid, since: 'long ago', born: '1' }))
    ;(await takeDirectory(there))()
  })
  it('a lock of another container is not ours though its pid is: it is held as long as its owner touches it', async () => {
    const there = place()
    const file = join(there, 'held-by.json')
    const elsewhere = { pid: process.pid, since: '2026-11-23', born: '1', world: 'another boot pid:[1]' }
    writeFileSync(file, JSON.stringify(elsewhere))
    const touching = setInterval(() => utimesSync(file, new Date(), new Date()), 300)
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    clearInterval(touching)
    // Its owner has died: nobody touches it any more.
    ;(await takeDirectory(there))()
  }, 20_000)
  it('the same process does not open one directory twice', async () => {
    const there = place()
    const giveBack = await takeDirectory(there)
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    giveBack()
  })
  it('a half-written lock is taken over', async () => {
    const there = place()
    writeFileSync(join(there, 'held-by.json'), '{"pid":')
    ;(await takeDirectory(there))()
  })
})

describe('the embedded database', () => {
  it('flushes a save to the disk before it answers', async () => {
    const project = await fresh('flushed')
    for (let version = 1; version < 6; version++) {
      const before = flushed.times
      await saveProject({ db, project: { ...project, title: `T${version}` }, history: EMPTY_HISTORY, from: version })
      expect(flushed.times).toBeGreaterThan(before)
    }
  })
})
