import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { HeldError, takeDirectory } from './lock'

const place = () => mkdtempSync(join(tmpdir(), 'ewerpanel-lock-'))
const lockOf = (there: string) => join(there, 'held-by.json')

describe('one directory, one server', () => {
  it('a second process is told who holds it', async () => {
    const there = place()
    // A process that lives as long as this test holds the directory.
    const holder = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 60000)'])
    const born = readFileSync(`/proc/${holder.pid}/stat`, 'utf8').split(') ')[1]!.split(' ')[19]
    writeFileSync(lockOf(there), JSON.stringify({ pid: holder.pid, since: '2026-11-23T10:00:00Z', born }))
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    await expect(takeDirectory(there)).rejects.toThrow(new RegExp(`process ${holder.pid}, since 2026-11-23`))
    holder.kill('SIGKILL')
    await new Promise(done => holder.once('exit', done))
    const held = await takeDirectory(there)
    expect((JSON.parse(readFileSync(lockOf(there), 'utf8')) as { pid: number }).pid).toBe(process.pid)
    held.giveBack()
  })
  it('a lock whose number now belongs to another process is taken over', async () => {
    const there = place()
    writeFileSync(lockOf(there), JSON.stringify({ pid: process.ppid, since: 'long ago', born: '1' }))
    ;(await takeDirectory(there)).giveBack()
  })
  it('a lock of another container is not ours though its pid is: it is held as long as its owner touches it', async () => {
    const there = place()
    const file = lockOf(there)
    const elsewhere = { pid: process.pid, since: '2026-11-23', born: '1', world: 'another boot pid:[1]' }
    writeFileSync(file, JSON.stringify(elsewhere))
    const touching = setInterval(() => utimesSync(file, new Date(), new Date()), 300)
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    clearInterval(touching)
    // Its owner has died: nobody touches it any more.
    ;(await takeDirectory(there)).giveBack()
  }, 20_000)
  it('the same process does not open one directory twice', async () => {
    const there = place()
    const held = await takeDirectory(there)
    await expect(takeDirectory(there)).rejects.toThrow(HeldError)
    held.giveBack()
  })
  // -1 asks the system about every process, 0 about our own group: neither is a process that holds anything.
  it.each(['{"pid":', 'null', '[]', '7', '"x"', '', '{"pid":-1}', '{"pid":0}', '{"pid":1.5}', '{"pid":"1"}', '{}'])(
    'a damaged lock is taken over: %s',
    async text => {
      const there = place()
      writeFileSync(lockOf(there), text)
      ;(await takeDirectory(there)).giveBack()
    }
  )
  it('a directory in the place of the lock is told, with what to do', async () => {
    const there = place()
    mkdirSync(lockOf(there))
    await expect(takeDirectory(there)).rejects.toThrow(/is a directory.*remove it/s)
  })
  it('knows at once when the directory is moved away, or is another’s', async () => {
    for (const spoil of [
      (there: string) => renameSync(there, `${there}-moved`),
      (there: string) => rmSync(there, { recursive: true }),
      (there: string) => {
        writeFileSync(`${there}/new`, JSON.stringify({ pid: 1, since: 'now', world: 'another' }))
        renameSync(`${there}/new`, lockOf(there))
      }
    ]) {
      const there = place()
      let why = ''
      const held = await takeDirectory(there, words => {
        why = words
      })
      expect(held.holds()).toBe(true)
      spoil(there)
      expect(held.holds()).toBe(false)
      await new Promise(done => setTimeout(done, 400))
      expect(why).toMatch(/has gone|taken by another server/)
      held.giveBack()
    }
  })
})
