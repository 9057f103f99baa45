import {
  accessSync,
  constants,
  mkdirSync,
  readFileSync,
  readlinkSync,
  renameSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync
} from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { lock as guard } from 'proper-lockfile'

/** Who holds a directory. `world` is where its pid counts: another container has pids of its own. */
interface Holder {
  pid: number
  since: string
  born?: string
  world?: string
}

/** Another server has the data directory open. */
export class HeldError extends Error {}

/** A holder touches its file this often, so that one whose pid cannot be looked up can be seen to live. */
const BEAT_MS = 2_000

/** When a process was born, as the kernel counts it, so that a pid used again is not taken for its old owner. */
function bornAt(pid: number): string | undefined {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ')[19]
  } catch {
    // Not Linux, or gone: the pid alone has to tell.
    return undefined
  }
}

/** The start of this machine and the space its pids count in; undefined where the system does not say. */
function ownWorld(): string | undefined {
  try {
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${readlinkSync('/proc/self/ns/pid')}`
  } catch {
    return undefined
  }
}

/** Whether the process that a lock names runs here, in our own space of pids. */
function runsHere(holder: Holder): boolean {
  try {
    process.kill(holder.pid, 0)
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
  const born = bornAt(holder.pid)
  return born === undefined || holder.born === undefined || born === holder.born
}

const isOurs = (holder: Holder): boolean =>
  holder.pid === process.pid && holder.born === bornAt(process.pid) && holder.world === ownWorld()

/**
 * Whether a holder lives. In our own space of pids the kernel says so at once; of one elsewhere (another container on the same
 * directory, another boot) we watch whether it goes on touching its file.
 */
async function lives(holder: Holder, file: string): Promise<boolean> {
  const world = ownWorld()
  if (holder.world === undefined || world === undefined || holder.world === world) return runsHere(holder)
  const touched = () => statSync(file, { throwIfNoEntry: false })?.mtimeMs
  const before = touched()
  for (let waited = 0; waited < 2.5 * BEAT_MS; waited += BEAT_MS / 4) {
    await wait(BEAT_MS / 4)
    if (touched() !== before) return true
  }
  return false
}

/** What stands in the file of a lock; undefined where nobody holds the directory. */
function readHolder(file: string): Holder | undefined {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code === 'ENOENT') return undefined
    if (code === 'EISDIR')
      throw new HeldError(
        `“${file}” is a directory, where the file that says who holds the data should be. Nothing was opened or ` +
          `changed. Find what put it there, remove it, and start again.`
      )
    throw error
  }
  try {
    const holder = JSON.parse(text) as Holder | null
    // A number that is none of a process would ask the system about a group of them, or all.
    return Number.isSafeInteger(holder?.pid) && holder!.pid > 0 ? holder! : undefined
  } catch (error) {
    // Half written by a process that died at it: nobody holds it.
    if (error instanceof SyntaxError) return undefined
    throw error
  }
}

/** Directories this very process holds: a second opening would lose data like any other. */
const held = new Set<string>()

/** A directory that is held. */
export interface Held {
  giveBack: () => void
  /** Whether it is still there, still ours and can still be written; asked before anything is said to be saved. */
  holds: () => boolean
}

/**
 * Takes a data directory for this process alone. A lock left by a process that is dead is taken over.
 * Looking and taking happen under a short guard, so two servers starting at once cannot both win.
 * @param lost called when the directory is no longer ours, has gone or cannot be written; nothing may be written then
 * @throws HeldError naming the process that holds it
 */
export async function takeDirectory(directory: string, lost: (why: string) => void = () => {}): Promise<Held> {
  mkdirSync(directory, { recursive: true })
  // Where it cannot be written that is said at once: the guard would try again and again.
  accessSync(directory, constants.W_OK)
  const file = join(directory, 'held-by.json')
  const release = await guard(directory, {
    lockfilePath: join(directory, 'taking.lock'),
    stale: 10_000,
    retries: { retries: 40, minTimeout: 100, maxTimeout: 500 }
  })
  try {
    const holder = readHolder(file)
    if (holder && (isOurs(holder) ? held.has(directory) : await lives(holder, file)))
      throw new HeldError(
        `The data directory ${directory} is held by another Ewerpanel server: process ${holder.pid}, ` +
          `since ${holder.since}. Two servers on one directory would lose data, so this one stops. Stop the other, or name ` +
          `another directory in EWERPANEL_DATA.`
      )
    // Another file in its place, never the same one written over: who held it before sees by its number that it is gone.
    writeFileSync(
      `${file}.new`,
      JSON.stringify({
        pid: process.pid,
        since: new Date().toISOString(),
        born: bornAt(process.pid),
        world: ownWorld()
      } satisfies Holder)
    )
    renameSync(`${file}.new`, file)
    held.add(directory)
  } finally {
    await release()
  }
  const { ino } = statSync(file)
  /** Why the directory is not ours to write any more; undefined while it is. */
  const trouble = (): string | undefined => {
    try {
      // The same file by its number: it is not read at every save, and one put in its place is another.
      if (statSync(file).ino !== ino) {
        const holder = readHolder(file)
        if (!holder || !isOurs(holder))
          return `The data directory ${directory} was taken by another server while this one slept.`
      }
      accessSync(directory, constants.W_OK)
      return undefined
    } catch (error) {
      const { code, message } = error as NodeJS.ErrnoException
      if (code === 'ENOENT') return `The data directory ${directory} has gone, or was moved.`
      return `The data directory ${directory} can no longer be written: ${message}.`
    }
  }
  const beat = setInterval(() => {
    let why = trouble()
    try {
      if (!why) utimesSync(file, new Date(), new Date())
    } catch (error) {
      why = `The data directory ${directory} can no longer be written: ${(error as Error).message}.`
    }
    if (!why) return
    clearInterval(beat)
    lost(why)
  }, BEAT_MS)
  beat.unref()
  return {
    holds: () => {
      const why = trouble()
      if (!why) return true
      clearInterval(beat)
      // The answer that says so is sent before the server stops.
      setTimeout(() => lost(why), 300)
      return false
    },
    giveBack: () => {
      clearInterval(beat)
      held.delete(directory)
      if (!trouble()) rmSync(file, { force: true })
    }
  }
}
