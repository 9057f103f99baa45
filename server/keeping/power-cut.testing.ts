/**
 * A process of its own that keeps projects on a disk whose power can be cut: every write to the data directory is noted, with what
 * was flushed when. Then states are made as a disk may be left in by a cut at a random moment (what was flushed is there; of the
 * rest each page may be or not; names of files as far as the last flush and perhaps further), and each is opened.
 * Says how many acknowledged saves were lost, as JSON. Arguments: folder, seed, cuts, and “without” to take no flush into account.
 */
import fs from 'node:fs'
import { syncBuiltinESMExports } from 'node:module'
import { join, relative } from 'node:path'
import { sql } from 'drizzle-orm'
import { wholeStep } from '../../core/document'
import { openDirectory } from './database'
import { readProject } from './projects'
import { saveSteps } from './saving'

const [folder, seed, cuts, without] = [
  process.argv[2]!,
  Number(process.argv[3]),
  Number(process.argv[4]),
  process.argv[5]
]
const data = join(folder, 'data')
const baseline = join(folder, 'baseline')
const SECTOR = 4096

let state = seed
/** Numbers between 0 and 1, the same for a seed (mulberry32). */
function random(): number {
  state = (state + 0x6d2b79f5) | 0
  let t = Math.imul(state ^ (state >>> 15), 1 | state)
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}

type Event =
  | { does: 'write'; file: number; at: number; bytes: Buffer }
  | { does: 'size'; file: number; size: number }
  | { does: 'flush'; file: number }
  | { does: 'name'; path: string; file: number }
  | { does: 'unname'; path: string }
  | { does: 'folder'; path: string }
  | { does: 'saved'; version: number; title: string }
const events: Event[] = []
/** Names of files now, and the numbers under which the process has them open. */
const names = new Map<string, number>()
const handles = new Map<number, number>()
let files = 0
let noting = false

const ours = (path: unknown): path is string => noting && typeof path === 'string' && path.startsWith(data)
const nameOf = (path: string) => relative(data, path)
function begin(path: string): number {
  const known = names.get(nameOf(path))
  if (known !== undefined) return known
  names.set(nameOf(path), ++files)
  events.push({ does: 'name', path: nameOf(path), file: files })
  return files
}

/** Puts a note beside every way in which the database writes. */
function watchDisk(): void {
  const disk = fs as unknown as Record<string, (...args: never[]) => unknown>
  const after = <A extends unknown[]>(name: string, note: (result: unknown, args: A) => void) => {
    const real = disk[name]!
    disk[name] = (...args) => {
      const result = real(...args)
      note(result, args as unknown as A)
      return result
    }
  }
  const before = (name: string, note: (...args: never[]) => void) => {
    const real = disk[name]!
    disk[name] = (...args) => {
      note(...args)
      return real(...args)
    }
  }
  after('openSync', (handle, [path, flags]: [string, number | string]) => {
    if (!ours(path) || fs.statSync(path).isDirectory()) return
    const file = begin(path)
    handles.set(handle as number, file)
    if (flags === 'w' || (typeof flags === 'number' && flags & fs.constants.O_TRUNC))
      events.push({ does: 'size', file, size: 0 })
  })
  before('closeSync', (handle: number) => handles.delete(handle))
  type Write = [handle: number, buffer: Uint8Array, offset: number, length: number, at: number | null]
  before('writeSync', (...[handle, buffer, offset, length, at]: Write) => {
    const file = handles.get(handle)
    if (file === undefined || !noting) return
    if (at === null || at === undefined) throw new Error('A write without a place cannot be noted.')
    // The database’s memory is one large buffer: only the part is kept.
    events.push({ does: 'write', file, at: Number(at), bytes: Buffer.from(buffer.subarray(offset, offset + length)) })
  })
  after('writeFileSync', (_, [path]: [string | number]) => {
    if (!ours(path)) return
    const file = begin(path)
    events.push({ does: 'size', file, size: 0 }, { does: 'write', file, at: 0, bytes: fs.readFileSync(path) })
  })
  before('fsyncSync', (handle: number) => {
    const file = handles.get(handle)
    if (noting) events.push({ does: 'flush', file: file ?? -1 })
  })
  after('ftruncateSync', (_, [handle, size]: [number, number]) => {
    const file = handles.get(handle)
    if (file !== undefined && noting) events.push({ does: 'size', file, size })
  })
  after('truncateSync', (_, [path, size]: [string, number]) => {
    if (ours(path)) events.push({ does: 'size', file: begin(path), size })
  })
  after('renameSync', (_, [from, to]: [string, string]) => {
    if (!ours(from)) return
    const file = names.get(nameOf(from))
    if (file === undefined) throw new Error(`A folder was renamed: ${from}`)
    names.delete(nameOf(from))
    names.set(nameOf(to), file)
    events.push({ does: 'unname', path: nameOf(from) }, { does: 'name', path: nameOf(to), file })
  })
  after('unlinkSync', (_, [path]: [string]) => {
    if (!ours(path)) return
    names.delete(nameOf(path))
    events.push({ does: 'unname', path: nameOf(path) })
  })
  after('mkdirSync', (_, [path]: [string]) => {
    if (ours(path)) events.push({ does: 'folder', path: nameOf(path) })
  })
  syncBuiltinESMExports()
}

/** A file as the disk has it: what it was, and what was written to it up to the cut. */
function contentOf(file: number, was: Buffer, done: readonly Event[], flushed: number): Buffer {
  let bytes: Buffer = Buffer.from(was)
  done.forEach((event, index) => {
    if (!('file' in event) || event.file !== file) return
    const sure = index <= flushed
    if (event.does === 'size') {
      if (sure || random() < 0.5)
        bytes = event.size <= bytes.length ? bytes.subarray(0, event.size) : grown(bytes, event.size)
    } else if (event.does === 'write')
      for (let at = 0; at < event.bytes.length;) {
        const part = Math.min(event.bytes.length - at, SECTOR - ((event.at + at) % SECTOR))
        if (sure || random() < 0.5) {
          bytes = grown(bytes, event.at + at + part)
          event.bytes.copy(bytes, event.at + at, at, at + part)
        }
        at += part
      }
  })
  return bytes
}
/** The very bytes where there are enough of them: a log of many megabytes is not copied for each of its pages. */
const grown = (bytes: Buffer, size: number): Buffer =>
  size <= bytes.length ? bytes : Buffer.concat([bytes, Buffer.alloc(size - bytes.length)])

/** Makes the directory as a cut after so many events may leave it. */
function cutAt(end: number, into: string): void {
  const done = events.slice(0, end)
  const heeded = (event: Event) => event.does === 'flush' && without === undefined
  const last = done.findLastIndex(heeded)
  // A flush brings the names of files with it; what came after may be there in part, in order.
  const named = last + Math.floor(random() * (end - last))
  fs.cpSync(baseline, into, { recursive: true })
  const now = new Map(first)
  done.slice(0, named + 1).forEach(event => {
    if (event.does === 'folder') fs.mkdirSync(join(into, event.path), { recursive: true })
    if (event.does === 'name') now.set(event.path, event.file)
    if (event.does === 'unname') {
      now.delete(event.path)
      fs.rmSync(join(into, event.path), { force: true })
    }
  })
  const before = new Map([...first].map(([path, file]) => [file, path]))
  const touched = new Set(done.flatMap(event => ('file' in event && event.does !== 'flush' ? [event.file] : [])))
  for (const [path, file] of now) {
    if (!touched.has(file)) continue
    const was = before.get(file)
    const flushed = done.findLastIndex(event => heeded(event) && (event as { file: number }).file === file)
    const content = contentOf(
      file,
      was === undefined ? Buffer.alloc(0) : fs.readFileSync(join(baseline, was)),
      done,
      flushed
    )
    fs.writeFileSync(join(into, path), content)
  }
  fs.rmSync(join(into, 'held-by.json'), { force: true })
}

process.env.EWERPANEL_COPIES = 'off'
await (await openDirectory(data)).close()
fs.cpSync(data, baseline, { recursive: true })
for (const entry of fs.readdirSync(baseline, { recursive: true, withFileTypes: true }))
  if (entry.isFile()) names.set(relative(baseline, join(entry.parentPath, entry.name)), ++files)
const first = new Map(names)
watchDisk()
noting = true
const store = await openDirectory(data)
let kept = (await readProject(store.db, 'teasel-ls'))!
for (let version = 2; version <= 60; version++) {
  const title = `Save ${version}`
  const step = wholeStep(kept.project, { ...kept.project, title }, 'Rename')
  await saveSteps(store.db, 'teasel-ls', {
    save: `save-${version}`,
    from: version - 1,
    steps: [step],
    always: version % 7 === 0
  })
  events.push({ does: 'saved', version, title })
  kept = (await readProject(store.db, 'teasel-ls'))!
  if (version % 13 === 0) await store.db.execute(sql`CHECKPOINT`)
  if (version % 29 === 0) await store.db.execute(sql`VACUUM projects`)
}
noting = false
const began = events.findIndex(event => event.does === 'saved')
let lost = 0
let shut = 0
for (let cut = 0; cut < cuts; cut++) {
  const end = began + 1 + Math.floor(random() * (events.length - began - 1))
  const into = join(folder, `cut-${cut}`)
  cutAt(end, into)
  const acknowledged = events.slice(0, end).findLast(event => event.does === 'saved') as { version: number }
  try {
    const { db, close } = await openDirectory(into)
    const found = await readProject(db, 'teasel-ls')
    if (!found || found.version < acknowledged.version || found.project.title !== `Save ${found.version}`) lost++
    await close()
  } catch {
    shut++
  }
  fs.rmSync(into, { recursive: true, force: true })
}
await store.close()
console.log(
  JSON.stringify({ saves: 59, flushes: events.filter(event => event.does === 'flush').length, cuts, lost, shut })
)
process.exit(0)
