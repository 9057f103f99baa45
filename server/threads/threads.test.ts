import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { buildThreads } from '../../scripts/build-threads.mjs'
import { cardOf } from '../../core/report'
import { EMPTY_HISTORY, openProject, wholeStep } from '../../core/document'
import { applySave, Save } from '../keeping/apply'
import { parseBody } from '../parse'
import {
  applySaveApart,
  backupForeign,
  cardApart,
  catalogueForeign,
  endForeign,
  endThreads,
  openForeign,
  projectsInCopy,
  quoteForeign,
  readSaveApart
} from '.'

const folder = mkdtempSync(join(tmpdir(), 'ewerpanel-threads-'))
const program = join(folder, 'threads.cjs')
beforeAll(() => buildThreads(program))
afterAll(async () => {
  await endThreads()
  rmSync(folder, { recursive: true, force: true })
})
const order = (dxf: string) => ({ dxf, stock: '2024-T3 0.063 in' as const, finish: 'bare' as const })

it('a drawing is answered from the thread as it would be here', async () => {
  const answer = await quoteForeign(order('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n'), { file: program })
  expect(answer.accepted === false && answer.reasons[0]).toMatch(/does not declare/)
})
it('a drawing that is not read in time is given up with its thread, and the next one is answered', async () => {
  const long = `0\nSECTION\n2\nENTITIES\n${'0\nLINE\n8\nCUT\n10\n0\n20\n0\n11\n1\n21\n1\n'.repeat(60_000)}0\nENDSEC\n0\nEOF\n`
  const answer = await quoteForeign(order(long), { file: program, limitMs: 1 })
  expect(answer).toMatchObject({
    accepted: false,
    reasons: [expect.stringMatching(/could not be read within 0.001 seconds/)]
  })
  const next = await quoteForeign(order('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n'), { file: program })
  expect(next.accepted === false && next.reasons[0]).toMatch(/does not declare/)
}, 20_000)
it('a project and a catalogue are read in the thread as they are here, and one too large for it is told in words', async () => {
  const opened = await openForeign('{"format": 7', { file: program })
  expect(opened).toMatchObject({ ok: false, problems: [{ line: 1, message: expect.stringMatching(/cut off/) }] })
  expect((await catalogueForeign('csv', 'id,name\n', { file: program })).problems[0]!.message).toMatch(/column/)
  const late = await openForeign(`[${'{"a":1},'.repeat(1_000_000)}1]`, { file: program, limitMs: 1 })
  expect(late.ok === false && late.problems[0]!.message).toMatch(/could not be read within/)
}, 30_000)
it('a thread that is slow to be there is no fault of the file: its time begins when it is read', async () => {
  await endForeign()
  const slow = join(folder, 'slow.cjs')
  const sleep = 'Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 3000)'
  writeFileSync(slow, `${sleep}\nrequire(${JSON.stringify(program)})\n`)
  const read = await catalogueForeign('csv', 'id,name\n', { file: slow, limitMs: 2_500 })
  expect(read.problems[0]!.message).toMatch(/column/)
  await endForeign()
}, 60_000)
it('that no thread started is no word against the file: the server could not (RFC 9110, 503), and the next file is read', async () => {
  await endForeign()
  const broken = join(folder, 'broken.cjs')
  writeFileSync(broken, 'process.exit(1)\n')
  await expect(catalogueForeign('csv', 'id,name\n', { file: broken })).rejects.toMatchObject({
    statusCode: 503,
    message: expect.stringMatching(/did not start .*Nothing was changed; try again/)
  })
  await endForeign()
  expect((await catalogueForeign('csv', 'id,name\n', { file: program })).problems[0]!.message).toMatch(/column/)
}, 60_000)
it('a large save is read and worked out in the thread as it would be here', async () => {
  const opened = openProject(readFileSync('demo/projects/1-teasel-ls.json', 'utf8'))
  if (!opened.ok) throw new Error(opened.problems[0]!.message)
  const { project } = opened
  const steps = [wholeStep(project, { ...project, title: 'From the thread' }, 'Rename')]
  const text = JSON.stringify({ save: 'of-this-test', from: 1, steps })
  expect(await readSaveApart(text, { file: program })).toEqual(parseBody(text, Save))
  expect(await readSaveApart('{"save":1}', { file: program })).toMatchObject({
    ok: false,
    why: expect.stringMatching(/save: /)
  })
  const now = { project, history: EMPTY_HISTORY, version: 1 }
  expect(await applySaveApart(now, [], { from: 1, steps })).toEqual(applySave(now, [], { from: 1, steps }))
}, 60_000)
it('a backup is read in the thread as it would be here', async () => {
  const project: unknown = JSON.parse(readFileSync('demo/projects/1-teasel-ls.json', 'utf8'))
  const file = join(folder, 'backup.json')
  const parts = [{ project, history: EMPTY_HISTORY, version: 1, versions: [] }]
  writeFileSync(file, JSON.stringify({ backup: 1, at: '2026-12-01T00:00:00.000Z', projects: parts, items: [] }))
  const read = await backupForeign(file, folder, { file: program })
  expect(read).toMatchObject({ ok: true, projects: 1 })
  expect(await projectsInCopy(file)).toBe(1)
  writeFileSync(file, '{"backup":1,"projects":{}}')
  expect(await backupForeign(file, folder)).toMatchObject({
    ok: false,
    why: expect.stringMatching(/“projects” is not a list/)
  })
}, 60_000)
it('a card of the hangar is that which is worked out here, and the thread of the server goes on meanwhile', async () => {
  const opened = openProject(readFileSync('demo/projects/3-skerrow-dunlin.json', 'utf8'))
  if (!opened.ok) throw new Error(opened.problems[0]!.message)
  // Turns that this thread had until the card was there: worked out on it, a handful.
  let turns = 0
  let next = setImmediate(function turn() {
    turns++
    next = setImmediate(turn)
  })
  const card = await cardApart(opened.project, '2026-12-01', program)
  clearImmediate(next)
  expect(turns).toBeGreaterThan(50)
  expect(card).toEqual(JSON.parse(JSON.stringify(cardOf(opened.project, '2026-12-01'))))
}, 60_000)
