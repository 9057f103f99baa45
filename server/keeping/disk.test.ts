import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startFailureOf } from '../failures'
import { openDirectory } from './database'
import { beginDirectory } from './stores.testing'

const mount = mkdtempSync(join(tmpdir(), 'ewerpanel-disk-'))
const directory = join(mount, 'data')
const sh = (...args: [string, ...string[]]) => execFileSync(args[0], args.slice(1), { stdio: 'ignore' })
let mounted = false
beforeAll(async () => {
  try {
    sh('mount', '-t', 'tmpfs', '-o', 'size=160m', 'none', mount)
    mounted = true
  } catch {
    console.log('This machine lets nobody mount a disk: the tests of a full and of a read-only one are left out.')
    return
  }
  await beginDirectory(directory)
}, 60_000)
afterAll(() => {
  if (mounted) sh('umount', mount)
  rmSync(mount, { recursive: true, force: true })
})
const refusal = async () =>
  openDirectory(directory).then(
    () => undefined,
    (thrown: unknown) => startFailureOf(thrown, directory)
  )

it('a disk that is mounted read-only at the start is said as one, in a sentence, and nothing is put aside', async context => {
  if (!mounted) return context.skip()
  sh('mount', '-o', 'remount,ro', mount)
  const said = await refusal()
  sh('mount', '-o', 'remount,rw', mount)
  expect(said).toMatch(
    /could not start with .*read-only file system.*It cannot be read or written.*is not mounted read-only/
  )
  expect(said).not.toMatch(/\n|at .*\.ts/)
  await (await openDirectory(directory)).close()
})
it('a disk that is full at the start is said as one, and once there is room it starts with all there was', async context => {
  if (!mounted) return context.skip()
  const ballast = join(mount, 'ballast')
  const fill = () => {
    mkdirSync(ballast, { recursive: true })
    for (let part = 0; ; part++)
      try {
        writeFileSync(join(ballast, String(part)), Buffer.alloc(part < 200 ? 1_048_576 : 4_096))
      } catch {
        if (part > 200) return
        part = 200
      }
  }
  fill()
  const said = await refusal()
  rmSync(ballast, { recursive: true })
  expect(said).toMatch(
    /could not start with .*(no space left|MB are free).*The disk is full\. Make room on it and start again/
  )
  expect(said).not.toMatch(/\n|at .*\.ts/)
  await (await openDirectory(directory)).close()
})
