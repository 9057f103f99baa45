import { mkdirSync, readFileSync, readlinkSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs'
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

/** Directories this very process holds: a second opening would lose data like any other. */
const held = new Set<string>()

/**
 * Takes a data directory for this process alone. A lock left by a process that is dead is taken over.
 * Looking and taking happen under a short guard, so two servers starting at once cannot both win.
 * @param lost called when the directory is no longer ours, as after a long sleep of the machine: nothing may be written then
 * @returns a function that gives the directory back
 * @throws HeldError naming the process that holds it
 */
export async function takeDirectory(directory: string, lost: () => void = () => {}): Promise<() => void> {
  mkdirSync(directory, { recursive: true })
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
        `The data directory ${directory} is held by another Ewerpanel server: process ${holder.pid}, since ${holder.since}. Two servers on one directory would lose data, so this one stops. Stop the other, or name another directory in EWERPANEL_DATA.`
      )
    writeFileSync(
      file,
      JSON.stringify({
        pid: process.pid,
        since: new Date().toISOString(),
        born: bornAt(process.pid),
        world: ownWorld()
      } satisfies Holder)
    )
    held.add(directory)
  } finally {
    await release()
  }
  const stillOurs = () => {
    const holder = readHolder(file)
    return holder !== undefined && isOurs(holder)
  }
  const beat = setInterval(() => {
    if (stillOurs()) utimesSync(file, new Date(), new Date())
    else {
      clearInterval(beat)
      lost()
    }
  }, BEAT_MS)
  beat.unref()
  return () => {
    clearInterval(beat)
    held.delete(directory)
    if (stillOurs()) rmSync(file, { force: true })
  }
}
