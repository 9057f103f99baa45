import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { PGlite } from '@electric-sql/pglite'
import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  act,
  EMPTY_HISTORY,
  FORMAT,
  reverse,
  undo,
  wholeStep,
  type Bench,
  type Edit,
  type Step
} from '../../core/document'
import { item } from '../../core/testing'
import { demoProject } from '../../core/testing.demo'
import { dropItem, keepItems, shippedItems, wholeCatalogue } from './catalogue'
import type { Store } from './store'
import {
  createProject,
  dropProject,
  listProjects,
  listVersions,
  readProject,
  readVersion,
  thinned,
  undropProject
} from './projects'
import { listSaves, saveSteps, saveWhole } from './saving'
import { embeddedKeeper, serverKeeper, type Keeper } from './stores.testing'
import { applySave, Save } from './apply'
import { sweepStore } from './sweep'
import { operations } from './tables'
import type { Database } from './types'

const rename = (title: string): Edit => ({ type: 'project.rename', title })
let sent = 0
const name = () => `save-of-test-${++sent}`

/** What a window that did these edits sends. */
function does(bench: Bench, ...edits: Edit[]): { bench: Bench; steps: Step[] } {
  const steps: Step[] = []
  for (const edit of edits) {
    const next = act(bench, [edit], edit.type)
    const change = next.history.past.at(-1)!
    steps.push({ does: 'act', ...change })
    bench = next
  }
  return { bench, steps }
}

describe.each(['embedded', 'a PostgreSQL server'] as const)('keeping in %s', kind => {
  let keeper: Keeper | undefined
  let store: Store
  let db: Database
  const open = async () => {
    store = await keeper!.open()
    db = store.db
  }
  beforeAll(async () => {
    keeper = kind === 'embedded' ? embeddedKeeper() : await serverKeeper()
    if (keeper) await open()
    else
      console.log('No PostgreSQL is installed here: its keeping tests are left out. npm test installs it where it may.')
  }, 60_000)
  afterAll(async () => {
    if (!keeper) return
    await store.close()
    await keeper.end()
  })
  const test = (what: string, run: () => Promise<void>) => it(what, async context => (keeper ? run() : context.skip()))
  const fresh = async (id: string): Promise<Bench> => {
    const project = { ...demoProject('1-teasel-ls'), id }
    await createProject(db, project)
    return { project, history: EMPTY_HISTORY }
  }
  const save = (id: string, from: number, steps: Step[], more = {}) =>
    saveSteps(db, id, { save: name(), from, steps, ...more })

  test('shows the demo on the first start and not again once it is deleted', async () => {
    expect((await listProjects(db)).map(row => row.registration).sort()).toEqual(['ZZ-DUN', 'ZZ-TSL', 'ZZ-WIM'])
    expect(await dropProject(db, 'teasel-ls')).toBe(true)
    await store.close()
    await open()
    expect((await listProjects(db)).map(row => row.id)).not.toContain('teasel-ls')
  })
  test('gives back what was saved, history and all, before and after the document is written out', async () => {
    let bench = await fresh('one')
    for (let version = 1; version <= 115; version++) {
      const done = does(bench, rename(`Title ${version}`))
      expect(await save('one', version, done.steps)).toEqual({ state: 'saved', version: version + 1, merged: false })
      bench = done.bench
      if (version === 7) {
        const back = undo(bench)
        const last = bench.history.past.at(-1)!
        await save('one', version + 1, [{ does: 'undo', label: last.label, diff: reverse(last.diff) }])
        const again = await save('one', version + 2, [{ does: 'redo', ...last }])
        expect(again.state).toBe('saved')
        expect(back.project.title).toBe('Title 6')
        version += 2
      }
    }
    const kept = (await readProject(db, 'one'))!
    expect(kept).toEqual({ ...bench, version: 116, incarnation: kept.incarnation })
    await store.close()
    await open()
    expect(await readProject(db, 'one')).toEqual(kept)
  })
  test('the document can be read with SQL, as jsonb, with the version it is of', async () => {
    const { project } = await fresh('by-sql')
    const { rows } = (await db.execute(
      sql`SELECT document->>'title' AS title, jsonb_array_length(document->'options') AS options,
        document_version AS version FROM projects WHERE id = 'by-sql'`
    )) as unknown as { rows: unknown[] }
    expect(rows).toEqual([{ title: project.title, options: project.options.length, version: 1 }])
  })
  test('a save sent twice, as after a lost answer, is one save, also after a restart', async () => {
    const bench = await fresh('twice')
    const first = { save: name(), from: 1, steps: does(bench, rename('Once')).steps }
    expect(await saveSteps(db, 'twice', first)).toEqual({ state: 'saved', version: 2, merged: false })
    expect(await saveSteps(db, 'twice', first)).toEqual({ state: 'saved', version: 2, merged: false })
    await store.close()
    await open()
    expect(await saveSteps(db, 'twice', first)).toEqual({ state: 'saved', version: 2, merged: false })
    expect((await readProject(db, 'twice'))!.history.past).toHaveLength(1)
  })
  test('two windows on different records: both stay; on the same record just that one is asked about', async () => {
    const bench = await fresh('windows')
    const unit = bench.project.options[0]!.units[0]!.id
    const nudge = (xMm: number): Edit => ({ type: 'unit.move', option: 'a', unit, xMm, yMm: 90 })
    await save('windows', 1, does(bench, nudge(120)).steps)
    expect(await save('windows', 1, does(bench, rename('From the other')).steps)).toEqual({
      state: 'saved',
      version: 3,
      merged: true
    })
    const both = (await readProject(db, 'windows'))!
    expect([both.project.title, both.project.options[0]!.units[0]!.xMm]).toEqual(['From the other', 120])
    // What stood before the merge is among the earlier versions.
    expect((await listVersions(db, 'windows')).map(version => version.version)).toContain(2)

    const mine = does(bench, nudge(130)).steps
    const asked = await save('windows', 1, mine)
    if (asked.state !== 'disputed') throw new Error(asked.state)
    expect(asked.disputes.map(dispute => [dispute.mine.xMm, dispute.theirs.xMm])).toEqual([[130, 120]])
    const chosen = { [asked.disputes[0]!.path]: 'mine' as const }
    // The record changed once more before the choice came: it is asked about again.
    await save('windows', 3, does(both, nudge(125)).steps)
    expect((await save('windows', 1, mine, { chosen, seen: asked.version })).state).toBe('disputed')
    expect(await save('windows', 1, mine, { chosen, seen: 4 })).toEqual({ state: 'saved', version: 5, merged: true })
    const now = (await readProject(db, 'windows'))!
    expect([now.project.title, now.project.options[0]!.units[0]!.xMm]).toEqual(['From the other', 130])
    expect(undo(undo(now)).project.options[0]!.units[0]!.xMm).not.toBe(130)
  })
  test('steps that do not fit the document they begin from change nothing', async () => {
    const bench = await fresh('unfit')
    const [good] = does(bench, rename('Good')).steps
    const from = Object.values(good!.diff.updated)[0]![0]
    for (const steps of [
      // Of another document; half of a record missing; a reference to nothing; an act taken back that was never done.
      [{ ...good!, diff: { ...good!.diff, updated: { '': [{ ...from, title: 'Never so' }, from] } } }],
      [{ ...good!, diff: { ...good!.diff, updated: { '': [from, { title: 'Only' }] } } }],
      [{ ...good!, diff: { added: {}, removed: {}, updated: { 'option:zz': [from, from] } } }],
      [{ ...good!, does: 'undo' as const }]
    ] as Step[][])
      expect(await save('unfit', 1, steps)).toMatchObject({ state: 'unfit' })
    expect(await readProject(db, 'unfit')).toEqual({ ...bench, version: 1, incarnation: expect.any(String) as string })
    expect(await save('unfit', 9, [good!])).toMatchObject({ state: 'apart', version: 1 })
    expect(await save('never-there', 1, [good!])).toEqual({ state: 'missing' })
  })
  test('of many saves of one record from one version exactly one is taken', async () => {
    const bench = await fresh('race')
    const saved = await Promise.all(
      Array.from({ length: 8 }, (_, i) => save('race', 1, does(bench, rename(`Window ${i}`)).steps))
    )
    expect(saved.filter(saved => saved.state === 'saved')).toHaveLength(1)
    expect(saved.filter(saved => saved.state === 'disputed')).toHaveLength(7)
  })
  test('twenty writers for two seconds lose nothing: every save that was answered stands, others’ beside it', async () => {
    const ids = ['a', 'b', 'c', 'd'].map(letter => `writers-${letter}`)
    for (const id of ids) await fresh(id)
    const units = (await readProject(db, ids[0]!))!.project.options[0]!.units.slice(0, 5).map(unit => unit.id)
    // A second server on the same database writes half of them; the embedded one has only one server.
    const other = kind === 'embedded' ? store : await keeper!.open()
    const until = Date.now() + 2_000
    const last = new Map<string, number>()
    const counts = new Map<string, number>(ids.map(id => [id, 0]))
    await Promise.all(
      ids.flatMap((id, project) =>
        units.map(async (unit, writer) => {
          const mine = (project + writer) % 2 ? store.db : other.db
          for (let xMm = 10; Date.now() < until; xMm++) {
            const here = (await readProject(mine, id))!
            const edit: Edit = { type: 'unit.move', option: 'a', unit, xMm, yMm: 60 }
            const saved = await saveSteps(mine, id, { save: name(), from: here.version, steps: does(here, edit).steps })
            if (saved.state !== 'saved') throw new Error(saved.state)
            last.set(`${id} ${unit}`, xMm)
            counts.set(id, counts.get(id)! + 1)
          }
        })
      )
    )
    for (const id of ids) {
      const now = (await readProject(db, id))!
      expect(now.version).toBe(counts.get(id)! + 1)
      for (const unit of units)
        expect(now.project.options[0]!.units.find(other => other.id === unit)!.xMm).toBe(last.get(`${id} ${unit}`))
    }
    if (other !== store) await other.close()
  })
  test('an earlier version is kept once a minute of work, and as it was left', async () => {
    const bench = await fresh('minutes')
    let now = bench
    const at = (version: number, agoMs: number) =>
      db.execute(
        sql`UPDATE projects SET saved_at = ${new Date(Date.now() - agoMs).toISOString()} WHERE id = 'minutes' AND version = ${version}`
      )
    const next = async (version: number) => {
      const done = does(now, rename(`T${version}`))
      now = done.bench
      await save('minutes', version, done.steps)
    }
    for (let version = 1; version < 6; version++) await next(version)
    expect((await listVersions(db, 'minutes')).map(version => version.version)).toEqual([1])
    // The window was left for the night half a minute after the last version was kept: what was left is kept too.
    await at(6, 3_600_000)
    await db.execute(
      sql`UPDATE projects SET kept_at = ${new Date(Date.now() - 3_630_000).toISOString()} WHERE id = 'minutes'`
    )
    await next(6)
    expect((await listVersions(db, 'minutes')).map(version => version.version)).toEqual([6, 1])
  })
  test('keeps earlier versions, gives each back, and the bringing back can be undone', async () => {
    let bench = await fresh('three')
    for (let version = 1; version < 5; version++) {
      const done = does(bench, rename(`Title ${version + 1}`))
      await save('three', version, done.steps, { always: true })
      bench = done.bench
    }
    expect((await listVersions(db, 'three')).map(version => version.version)).toEqual([4, 3, 2, 1])
    const second = (await readVersion(db, 'three', 2))!
    expect(second.title).toBe('Title 2')
    expect(await readVersion(db, 'three', 9)).toBeUndefined()
    expect(await saveWhole(db, { project: second, from: 4, save: name(), label: 'Back' })).toMatchObject({
      state: 'apart'
    })
    expect(await saveWhole(db, { project: second, from: 5, save: name(), label: 'Back' })).toMatchObject({ version: 6 })
    const back = (await readProject(db, 'three'))!
    expect([back.project.title, undo(back).project.title]).toEqual(['Title 2', 'Title 5'])
  })
  test('the log says what was done, latest first', async () => {
    const bench = await fresh('log')
    await save('log', 1, does(bench, rename('A'), rename('B')).steps)
    const [saved] = await listSaves(db, 'log')
    expect(saved).toMatchObject({
      version: 2,
      did: [{ does: 'act', label: 'project.rename' }, { label: 'project.rename' }]
    })
  })
  test('a deleted project is brought back with its history and its earlier versions', async () => {
    const bench = await fresh('gone')
    await save('gone', 1, does(bench, rename('Renamed')).steps, { always: true })
    const before = await readProject(db, 'gone')
    const earlier = await listVersions(db, 'gone')
    expect(earlier).toHaveLength(1)
    expect(await dropProject(db, 'gone')).toBe(true)
    expect(await readProject(db, 'gone')).toBeUndefined()
    expect(await dropProject(db, 'gone')).toBe(false)
    expect(await undropProject(db, 'gone')).toBe(true)
    const back = (await readProject(db, 'gone'))!
    expect(back).toEqual({ ...before, incarnation: back.incarnation })
    expect(back.incarnation).not.toBe(before!.incarnation)
    expect(await listVersions(db, 'gone')).toEqual(earlier)
    expect(await undropProject(db, 'gone')).toBe(false)
  })
  test('a project restored under the id of a deleted one is the one that is saved; a window of the deleted one is told', async () => {
    const bench = await fresh('reborn')
    const before = (await readProject(db, 'reborn'))!
    expect(await save('reborn', 1, does(bench, rename('A')).steps)).toMatchObject({ version: 2 })
    await dropProject(db, 'reborn')
    // Another aircraft comes under the same id, at the same version.
    const other = { ...bench.project, title: 'B', brief: { ...bench.project.brief, registration: 'ZZ-OTH' } }
    await createProject(db, other, { version: 2 })
    const stale = does({ project: { ...bench.project, title: 'A' }, history: EMPTY_HISTORY }, rename('A again')).steps
    expect(await save('reborn', 2, stale, { incarnation: before.incarnation })).toMatchObject({ state: 'apart' })
    const { incarnation } = (await readProject(db, 'reborn'))!
    const own = does({ project: other, history: EMPTY_HISTORY }, rename('B again')).steps
    expect(await save('reborn', 2, own, { incarnation, always: true })).toMatchObject({ version: 3 })
    const now = (await readProject(db, 'reborn'))!
    expect([now.project.title, now.project.brief.registration]).toEqual(['B again', 'ZZ-OTH'])
    expect((await readVersion(db, 'reborn', 2))!.title).toBe('B')
  })
  test('a save cannot change the id of a project', async () => {
    const bench = await fresh('own-id')
    const step = wholeStep(bench.project, { ...bench.project, id: 'of-another' }, 'Steal')
    expect(await save('own-id', 1, [step])).toMatchObject({
      state: 'unfit',
      why: 'A save cannot change the id of a project from “own-id” to “of-another”.'
    })
    // Likewise where it is joined with what another window saved.
    await save(
      'own-id',
      1,
      does(bench, { type: 'unit.move', option: 'a', unit: bench.project.options[0]!.units[0]!.id, xMm: 99, yMm: 90 })
        .steps
    )
    expect(await save('own-id', 1, [step])).toMatchObject({ state: 'unfit' })
    // One that an earlier program let through is read under the id it is kept by.
    await db.execute(
      sql`UPDATE projects SET document = jsonb_set(document, '{id}', '"of-another"'), document_version = version
        WHERE id = 'own-id'`
    )
    expect((await readProject(db, 'own-id'))!.project.id).toBe('own-id')
  })
  test('a large save is worked out before the project is locked, and again when another came first', async () => {
    let bench = await fresh('large')
    const unit = bench.project.options[0]!.units[0]!.id
    const many = does(
      bench,
      ...Array.from({ length: 21 }, (_, i): Edit => ({ type: 'unit.move', option: 'a', unit, xMm: 100 + i, yMm: 90 }))
    )
    let calls = 0
    const apart = async (...args: Parameters<typeof applySave>) => {
      calls++
      return applySave(...structuredClone(args))
    }
    expect(await saveSteps(db, 'large', { save: name(), from: 1, steps: many.steps }, apart)).toMatchObject({
      version: 2
    })
    bench = many.bench
    expect((await readProject(db, 'large'))!.project).toEqual(bench.project)
    const small = does(bench, rename('Small')).steps
    await saveSteps(db, 'large', { save: name(), from: 2, steps: small }, apart)
    expect(calls).toBe(1)
    const more = does(
      bench,
      ...Array.from({ length: 21 }, (_, i): Edit => ({ type: 'unit.move', option: 'a', unit, xMm: 50 + i, yMm: 90 }))
    )
    const late = async (...args: Parameters<typeof applySave>) => {
      const applied = applySave(...args)
      await save('large', 3, does((await readProject(db, 'large'))!, rename('Came first')).steps)
      return applied
    }
    expect(await saveSteps(db, 'large', { save: name(), from: 3, steps: more.steps }, late)).toEqual({
      state: 'saved',
      version: 5,
      merged: true
    })
    const now = (await readProject(db, 'large'))!.project
    expect([now.title, now.options[0]!.units[0]!.xMm]).toEqual(['Came first', 70])
  })
  test('a new project of a deleted one’s id has none of its versions, and the deleted one stays deleted', async () => {
    const bench = await fresh('again')
    await save('again', 1, does(bench, rename('Old')).steps, { always: true })
    await dropProject(db, 'again')
    await fresh('again')
    expect(await listVersions(db, 'again')).toEqual([])
    expect(await listSaves(db, 'again')).toEqual([])
    expect(await undropProject(db, 'again')).toBe(false)
    expect((await readProject(db, 'again'))!.project.title).toBe(bench.project.title)
    expect(await createProject(db, { ...bench.project, title: 'Other' })).toBe(false)
  })
  test('carries a document forward that an earlier program kept, without its old history', async () => {
    const old = JSON.parse(
      readFileSync(new URL('../../core/document/file/kept/format-1.json', import.meta.url), 'utf8')
    ) as ReturnType<typeof demoProject>
    expect(old.format).toBe(1)
    await createProject(db, { ...old, id: 'from-before' })
    // A save of that program that was not written out yet when it was replaced by this one.
    const body = Object.fromEntries(
      Object.entries({ ...old, id: 'from-before' }).filter(([field]) => ['format', 'id', 'title'].includes(field))
    )
    const diff = { added: {}, removed: {}, updated: { '': [body, { ...body, title: 'Its last save' }] } }
    await db.insert(operations).values({
      project: 'from-before',
      version: 2,
      save: 'of-that-program',
      steps: [{ does: 'act', label: 'Rename', diff }] as unknown as Step[],
      savedAt: new Date()
    })
    await db.execute(sql`UPDATE projects SET version = 2 WHERE id = 'from-before'`)
    const kept = (await readProject(db, 'from-before'))!
    expect(kept.project).toMatchObject({
      format: FORMAT,
      title: 'Its last save',
      airframe: { pilots: [], panel: { bays: [] } }
    })
    expect(kept.project.options[0]!.rows).toEqual([])
    expect(kept.history).toEqual(EMPTY_HISTORY)
    expect(
      await save('from-before', 2, [wholeStep(kept.project, { ...kept.project, title: 'On' }, 'On')], { always: true })
    ).toMatchObject({ version: 3 })
    expect((await readProject(db, 'from-before'))!.project).toMatchObject({ format: FORMAT, title: 'On' })
    expect((await readVersion(db, 'from-before', 2))!.format).toBe(FORMAT)
  })
  test('the user’s own items stand in place of shipped ones and can be thrown away again', async () => {
    const shipped = shippedItems()[0]!
    await keepItems(db, [{ ...shipped, priceCents: 1 }, item({ id: 'mine', mounts: ['tail'] })])
    const whole = await wholeCatalogue(db)
    expect(whole.items.find(item => item.id === shipped.id)!.priceCents).toBe(1)
    expect(whole.items).toHaveLength(shippedItems().length + 1)
    expect(await dropItem(db, shipped.id)).toBe(true)
    expect(await dropItem(db, shipped.id)).toBe(false)
    expect((await wholeCatalogue(db)).items.find(item => item.id === shipped.id)).toEqual(shipped)
  })
})

describe('what is kept, and for how long', () => {
  const now = new Date('2026-12-01T12:00:00Z')
  const ago = (minutes: number) => new Date(now.getTime() - minutes * 60_000)
  it('earlier versions: each of the last hour, then one a quarter of an hour, a day, a month', () => {
    // One a minute for a hundred days of work around the clock.
    const all = Array.from({ length: 100 * 1440 }, (_, i) => ({ version: 100 * 1440 - i, savedAt: ago(i) }))
    const gone = new Set(thinned(all, now))
    const stays = all
      .filter(({ version }) => !gone.has(version))
      .map(({ savedAt }) => (now.getTime() - savedAt.getTime()) / 60_000)
    const within = (from: number, to: number) => stays.filter(minutes => minutes >= from && minutes < to).length
    expect(within(0, 60)).toBe(60)
    // A quarter that the hour or the day begins in counts twice.
    expect(within(60, 1440)).toBeGreaterThanOrEqual(92)
    expect(within(60, 1440)).toBeLessThanOrEqual(93)
    expect(within(1440, 30 * 1440)).toBeGreaterThanOrEqual(29)
    expect(within(1440, 30 * 1440)).toBeLessThanOrEqual(30)
    expect(within(30 * 1440, Infinity)).toBeLessThanOrEqual(4)
    // The last one always stays, and what stayed stays when it is asked again.
    expect(stays[0]).toBe(0)
    expect(
      thinned(
        all.filter(({ version }) => !gone.has(version)),
        now
      )
    ).toEqual([])
  })
  it('a project that was deleted more than thirty days ago is forgotten with the hourly sweep', async () => {
    const keeper = embeddedKeeper()
    const { db, close } = await keeper.open()
    await dropProject(db, 'teasel-ls')
    await sweepStore(db, new Date(Date.now() + 29 * 86_400_000))
    expect(await undropProject(db, 'teasel-ls')).toBe(true)
    await dropProject(db, 'teasel-ls')
    await sweepStore(db, new Date(Date.now() + 31 * 86_400_000))
    expect(await undropProject(db, 'teasel-ls')).toBe(false)
    await close()
    await keeper.end()
  })
  it('the store does not grow with the number of saves: after 300 of them it is not much larger than after 100', async () => {
    const keeper = embeddedKeeper()
    const { db, close } = await keeper.open()
    let bench: Bench = (await readProject(db, 'teasel-ls'))!
    let version = 1
    const size = async (saves: number) => {
      for (let i = 0; i < saves; i++) {
        const done = does(bench, rename(`Title ${version}`))
        await saveSteps(db, 'teasel-ls', { save: name(), from: version++, steps: done.steps })
        bench = done.bench
      }
      const { rows } = (await db.execute(sql`SELECT pg_total_relation_size('projects') AS projects`)) as unknown as {
        rows: { projects: string }[]
      }
      return Number(rows[0]!.projects)
    }
    const [early, late] = [await size(100), await size(200)]
    expect(late).toBeLessThan(early * 1.25)
    await close()
    await keeper.end()
  })
  it('one save may have 200 steps and change 20,000 records, no more', () => {
    const step: Step = { does: 'act', label: 'x', diff: { added: {}, removed: {}, updated: {} } }
    const many = (count: number) => ({
      ...step,
      diff: {
        ...step.diff,
        updated: Object.fromEntries(Array.from({ length: count }, (_, i) => [`option:${i}`, [{}, {}]]))
      }
    })
    const reads = (steps: unknown[]) => Save.safeParse({ save: 'of-this-test', from: 1, steps })
    expect(reads(Array(200).fill(step)).success).toBe(true)
    expect(reads(Array(201).fill(step)).success).toBe(false)
    expect(reads([many(20_000)]).success).toBe(true)
    expect(reads([many(10_000), many(10_001)]).error?.issues[0]?.message).toMatch(/more than 20000 records/)
  })
})

describe('a directory of an earlier program', () => {
  it('what it kept packed is unpacked, once, with nothing lost', async () => {
    const directory = mkdtempSync(join(tmpdir(), 'ewerpanel-before-'))
    const migrations = new URL('./migrations/', import.meta.url).pathname
    const older = mkdtempSync(join(tmpdir(), 'ewerpanel-migrations-'))
    mkdirSync(join(older, 'meta'))
    for (const file of readdirSync(migrations).filter(name => /^000[01]/.test(name)))
      writeFileSync(join(older, file), readFileSync(join(migrations, file)))
    const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as { entries: unknown[] }
    writeFileSync(
      join(older, 'meta/_journal.json'),
      JSON.stringify({ ...journal, entries: journal.entries.slice(0, 2) })
    )
    const client = await PGlite.create(join(directory, 'db'))
    const before = drizzle(client)
    await migrate(before, { migrationsFolder: older })
    const project = { ...demoProject('1-teasel-ls'), id: 'packed' }
    const { bench } = does({ project, history: EMPTY_HISTORY }, rename('Two'))
    const pack = (value: unknown) => gzipSync(JSON.stringify(value))
    await client.query(
      `INSERT INTO projects VALUES ('packed', 'Two', 'x', 'y', 2, $1, $2, now(), NULL), ('other', 'O', 'x', 'y', 1, $3, $4, now(), NULL)`,
      [pack(bench.project), pack(bench.history), pack({ ...project, id: 'other' }), pack(EMPTY_HISTORY)]
    )
    await client.query(`INSERT INTO versions VALUES ('packed', 1, 'One', $1, now())`, [pack(project)])
    await client.query(`INSERT INTO deleted VALUES ('thrown', 3, $1, $2, now(), now())`, [
      pack({ ...project, id: 'thrown' }),
      pack(EMPTY_HISTORY)
    ])
    await client.query(`INSERT INTO facts VALUES ('demo', 'then')`)
    await client.close()
    const { openDirectory } = await import('./database')
    for (let round = 0; round < 2; round++) {
      const { db, close } = await openDirectory(directory)
      expect(await readProject(db, 'packed')).toEqual({
        ...bench,
        version: 2,
        incarnation: expect.any(String) as string
      })
      expect(await readVersion(db, 'packed', 1)).toEqual(project)
      if (!round) expect(await undropProject(db, 'thrown')).toBe(true)
      expect((await readProject(db, 'thrown'))!.version).toBe(3)
      expect((await listProjects(db)).map(project => project.id).sort()).toEqual(['other', 'packed', 'thrown'])
      await close()
    }
    for (const folder of [directory, older]) rmSync(folder, { recursive: true })
  }, 60_000)
})
