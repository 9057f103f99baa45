import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { lock as guard } from 'proper-lockfile'

interface Holder {
  pid: number
  since: string
  born?: string
}

/** Another server has the data directory open. */
export class HeldError extends Error {}

/** When a process was born, as the kernel counts it, so that a pid used again is not taken for its old owner. */
function bornAt(pid: number): string | undefined {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ')[19]
  } catch {
    // Not Linux, or gone: the pid alone has to tell.
    return undefined
  }
}

function alive(holder: Holder): boolean {
  try {
    process.kill(holder.pid, 0)
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
  const born = bornAt(holder.pid)
  return born === undefined || holder.born === undefined || born === holder.born
}

function readHolder(file: string): Holder | undefined {
  try {
    const holder = JSON.parse(readFileSync(file, 'utf8')) as Holder
    return typeof holder.pid === 'number' ? holder : undefined
  } catch (error) {
    // Absent, or half written by a process that died at it: nobody holds it.
    if (error instanceof SyntaxError || (error as NodeJS.ErrnoException).code === 'ENOENT') return undefined
    throw error
  }
}

/**
 * Takes a data directory for this process alone. A lock left by a process that is dead is taken over.
 * Looking and taking happen under a short guard, so two servers starting at once cannot both win.
 * @returns a function that gives the directory back
 * @throws HeldError naming the process that holds it
 */
export async function takeDirectory(directory: string): Promise<() => void> {
  mkdirSync(directory, { recursive: true })
  const file = join(directory, 'held-by.json')
  const release = await guard(directory, {
    lockfilePath: join(directory, 'taking.lock'),
    stale: 5_000,
    retries: { retries: 20, minTimeout: 100, maxTimeout: 500 }
  })
  try {
    const holder = readHolder(file)
    if (holder && holder.pid !== process.pid && alive(holder))
      throw new HeldError(
        `The data directory ${directory} is held by another Ewerpanel server: process ${holder.pid}, since ${holder.since}. Two servers on one directory would lose data, so this one stops. Stop the other, or name another directory in EWERPANEL_DATA.`
      )
    writeFileSync(
      file,
      JSON.stringify({ pid: process.pid, since: new Date().toISOString(), born: bornAt(process.pid) } satisfies Holder)
    )
  } finally {
    await release()
  }
  return () => {
    if (readHolder(file)?.pid === process.pid) rmSync(file, { force: true })
  }
}
