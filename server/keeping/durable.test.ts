import { execFile, execFileSync, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { build } from 'esbuild'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { wholeStep } from '../../core/document'
import { flushed } from './durable'
import { takeDirectory } from './lock'
import { readProject } from './projects'
import { saveSteps } from './saving'
import { beginDirectory, embeddedKeeper } from './stores.testing'

const folders: string[] = []
const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'ewerpanel-durable-'))
  folders.push(made)
  return made
}
afterAll(() => folders.forEach(folder => rmSync(folder, { recursive: true, force: true })))
/** Scripts of ours for processes of their own, built: they start in a fraction of the time. Packages are found from where they lie. */
const built = new URL('../../node_modules/.cache/ewerpanel/', import.meta.url).pathname
const script = (name: string) => join(built, `${name}.testing.mjs`)
beforeAll(() =>
  build({
    entryPoints: ['power-cut', 'killed', 'held'].map(name => new URL(`./${name}.testing.ts`, import.meta.url).pathname),
    outdir: built,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    logLevel: 'error'
  })
)
/** The database is compiled once, not a second time for speed: these processes end before they would gain by it. */
const QUICK = '--liftoff-only'
const run = promisify(execFile)

/** Whether a thing that wants rights can be done here; in a container without them it is left out, and said. */
function allowed(command: string, args: string[]): boolean {
  try {
    execFileSync(command, args, { stdio: 'ignore' })
    return true
  } catch {
    console.log(`“${command} ${args.join(' ')}” is not allowed here: the test that wants it is left out.`)
    return false
  }
}

describe('a commit that was answered is on the disk', () => {
  it('every save flushes before it answers', async () => {
    const keeper = embeddedKeeper()
    const { db, close } = await keeper.open()
    for (let version = 1; version < 6; version++) {
      const kept = (await readProject(db, 'teasel-ls'))!
      const step = wholeStep(kept.project, { ...kept.project, title: `T${version}` }, 'Rename')
      const before = flushed.times
      await saveSteps(db, 'teasel-ls', { save: `flush-${version}`, from: version, steps: [step] })
      expect(flushed.times).toBeGreaterThan(before)
    }
    await close()
    await keeper.end()
  }, 30_000)
  it('a cut of power at any moment loses no save; without the flushes it would', async () => {
    const cut = async (...args: string[]) => {
      const place = folder()
      await beginDirectory(join(place, 'data'))
      const { stdout } = await run(process.execPath, [QUICK, script('power-cut'), place, ...args])
      return JSON.parse(stdout.trim().split('\n').at(-1)!) as Record<
        'saves' | 'flushes' | 'cuts' | 'lost' | 'shut',
        number
      >
    }
    const many = process.env.FUZZ ? 40 : 4
    const [cuts, blind] = await Promise.all([cut('7', String(many)), cut('7', '2', 'without')])
    expect(cuts).toMatchObject({ cuts: many, lost: 0, shut: 0 })
    expect(cuts.flushes).toBeGreaterThanOrEqual(cuts.saves)
    expect(blind.lost + blind.shut).toBeGreaterThan(0)
  }, 900_000)
  it('killed again and again in the middle of saving, it loses no save', async () => {
    const kills = process.env.FUZZ ? 100 : 6
    const directory = join(folder(), 'data')
    await beginDirectory(directory)
    let acknowledged = 0
    let saves = 0
    for (let round = 0; round < kills; round++) {
      const child = spawn(process.execPath, [QUICK, script('killed'), directory], {
        stdio: ['ignore', 'pipe', 'inherit']
      })
      const gone = new Promise(done => child.once('exit', done))
      let text = ''
      child.stdout.on('data', piece => {
        text += String(piece)
        // It is killed some moments after its first, second or third save, at another moment each time.
        const saved = text.split('\nsaved ').length - 1
        if (!child.killed && saved > round % 3) setTimeout(() => child.kill('SIGKILL'), 5 + ((round * 37) % 140))
      })
      await gone
      const [, found, title] = /^found (\d+) (.*)$/m.exec(text)!
      expect(Number(found)).toBeGreaterThanOrEqual(acknowledged)
      // One may have been written and not yet answered.
      expect(Number(found)).toBeLessThanOrEqual(acknowledged + 1)
      if (acknowledged) expect(title).toBe(`Save ${found}`)
      const said = [...text.matchAll(/^saved (\d+)$/gm)].map(match => Number(match[1]))
      saves += said.length
      acknowledged = Math.max(acknowledged || 1, ...said)
    }
    expect(saves).toBeGreaterThan(kills)
  }, 900_000)
})

describe('one holder', () => {
  it('of two servers in two containers, each with pid 1, exactly one lives', async context => {
    const apart = ['--pid', '--fork', '--mount-proc']
    if (!allowed('unshare', [...apart, 'true'])) return context.skip()
    const directory = folder()
    const starts = [0, 1].map(
      () =>
        new Promise<string>(done => {
          const child = spawn('unshare', [...apart, process.execPath, script('held'), directory], {
            stdio: ['ignore', 'pipe', 'inherit']
          })
          child.stdout.on('data', piece => done(String(piece).trim()))
          setTimeout(() => child.kill('SIGKILL'), 14_000)
        })
    )
    expect((await Promise.all(starts)).sort()).toEqual(['held', 'refused'])
  }, 40_000)
  it('a drive that becomes read-only is noticed before anything more is said to be saved', async context => {
    const place = folder()
    if (!allowed('mount', ['-t', 'tmpfs', '-o', 'size=1m', 'tmpfs', place])) return context.skip()
    try {
      let why = ''
      const held = await takeDirectory(join(place, 'data'), words => {
        why = words
      })
      expect(held.holds()).toBe(true)
      execFileSync('mount', ['-o', 'remount,ro', place])
      expect(held.holds()).toBe(false)
      await new Promise(done => setTimeout(done, 400))
      expect(why).toMatch(/can no longer be written/)
      execFileSync('mount', ['-o', 'remount,rw', place])
      held.giveBack()
    } finally {
      execFileSync('umount', [place])
    }
  })
})
