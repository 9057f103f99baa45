import { closeSync, createReadStream, openSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { Tokenizer, TokenParser, TokenType } from '@streamparser/json'
import * as z from 'zod'
import { Item } from '../../core/catalogue'
import {
  checkDocument,
  EMPTY_HISTORY,
  FORMAT,
  History,
  historyProblem,
  MOST_DEEP,
  unkeepableAt,
  type Project
} from '../../core/document'
import { MOST_VERSION } from './apply'

/** What came of reading a backup: what stands beside its projects, and the file of its checked projects; or why it is none. */
export type BackupRead = { ok: true; at: string; items: Item[]; projects: number; checked: string } | BackupRefused
type BackupRefused = { ok: false; why: string }

/** A project of a backup as it stands in the checked file: this line, then its document and its history, a line each. */
export interface ProjectLine {
  kind: 'project'
  /** Which project of the file, from 0. */
  of: number
  id: string
  title: string
  version: number
}
/** An earlier version, likewise: this line, then its document. */
export interface VersionLine {
  kind: 'version'
  of: number
  version: number
  title: string
  savedAt: string
}

/** A backup is not one, or what is in it cannot be read. Nothing was changed. */
export class RestoreError extends Error {}

/** Highest version that a project of a backup may have: far more saves than anybody makes, and as many again can follow. */
const MOST_RESTORED = MOST_VERSION / 2
/** Most earlier versions of one project. */
const MOST_VERSIONS = 1_000
/** A document stands four deep in a backup. */
const DEEP = MOST_DEEP + 4

const text = (most: number) =>
  z
    .string()
    .max(most)
    .refine(value => value.isWellFormed() && !value.includes('\0'), 'has a character that cannot be stored')
/** A moment that the database can hold and a person can read. */
const Moment = z.iso
  .datetime()
  .refine(value => Date.parse(value) >= Date.parse('1970-01-01T00:00:00Z'), 'is before the year 1970')
const Version = z.int().min(1).max(MOST_RESTORED)
const Head = z.strictObject({ backup: z.literal(1), at: Moment, items: z.array(Item).max(5_000) })
const Earlier = z.strictObject({ version: Version, title: text(200), savedAt: Moment, project: z.unknown() })

/** @throws RestoreError with what the schema found */
function wanted<T extends z.ZodType>(schema: T, value: unknown, what: string): z.infer<T> {
  const read = schema.safeParse(value)
  if (read.success) return read.data as z.infer<T>
  const { path, message } = read.error.issues[0]!
  throw new RestoreError(`${what}${path.length ? `, at ${path.map(String).join('.')}` : ''}: ${message}.`)
}

/** A document of a backup, checked. @throws RestoreError */
function documentOf(value: unknown, what: string): Project {
  const checked = checkDocument(value)
  if (!checked.ok) {
    const { path, message } = checked.problems[0]!
    throw new RestoreError(`${what}: ${[path.map(String).join('.'), message].filter(Boolean).join(' ')}.`)
  }
  return checked.project
}

/** A value as one line of text. @throws RestoreError where the database could not hold it */
function lineOf(value: unknown, what: string): string {
  const line = JSON.stringify(value)
  if (unkeepableAt(line) !== undefined)
    throw new RestoreError(`${what}: it has a character that cannot be stored (NUL, or half of a surrogate pair).`)
  return line
}

/** One project of the file while it is being read. */
interface Reading {
  of: number
  project?: Project
  /** Of which format it was written: the undo history of an older one does not fit any more. */
  format?: unknown
  history?: unknown
  version?: number
  /** Ids that its earlier versions have, by version. */
  versions: Map<number, string>
}

/** Checks what is read of a backup part by part, and writes what is good. */
class Checked {
  private readonly head: Record<string, unknown> = {}
  private readonly ids = new Set<string>()
  private now: Reading | undefined
  private count = 0
  constructor(private readonly write: (lines: string[]) => void) {}

  /** A value that stands beside the projects. */
  beside(key: string, value: unknown): void {
    this.head[key] = value
  }
  begin(): void {
    this.now = { of: this.count++, versions: new Map() }
  }
  part(key: string, value: unknown): void {
    const now = this.now!
    if (key === 'project') {
      now.format = (value as { format?: unknown } | null)?.format
      now.project = documentOf(value, 'A project in it cannot be read')
    } else if (key === 'version') now.version = wanted(Version, value, 'A project in it has no good version')
    else now.history = value
  }
  earlier(value: unknown): void {
    const now = this.now!
    const read = wanted(Earlier, value, 'A version in it cannot be read')
    const what = `Version ${read.version} of “${now.project?.title ?? 'a project'}”`
    if (now.versions.has(read.version)) throw new RestoreError(`${what} is in it twice.`)
    if (now.versions.size >= MOST_VERSIONS)
      throw new RestoreError(`A project in it has more than ${MOST_VERSIONS} earlier versions.`)
    const project = documentOf(read.project, `${what} cannot be read`)
    now.versions.set(read.version, project.id)
    const { version, title, savedAt } = read
    const line: VersionLine = { kind: 'version', of: now.of, version, title, savedAt }
    this.write([JSON.stringify(line), lineOf(project, what)])
  }
  end(): void {
    const { of, project, format, history, version, versions } = this.now!
    if (!project) throw new RestoreError('A project in it has no “project”.')
    const { id, title } = project
    if (this.ids.has(id)) throw new RestoreError(`The project “${id}” is in it twice.`)
    this.ids.add(id)
    for (const [number, other] of versions)
      if (other !== id) throw new RestoreError(`Version ${number} of “${title}” is of another project, “${other}”.`)
    const what = `The undo history of “${title}” does not belong to it`
    // Steps of undo belong to the document as it was written; one carried forward from an older format starts without.
    const steps = format === FORMAT ? wanted(History, history, what) : EMPTY_HISTORY
    const violation = historyProblem(project, steps)
    if (violation) throw new RestoreError(`${what}: ${violation}.`)
    const top = Math.max(0, ...versions.keys())
    const line: ProjectLine = { kind: 'project', of, id, title, version: Math.max(version ?? 1, top + 1) }
    this.write([JSON.stringify(line), lineOf(project, `“${title}”`), lineOf(steps, what)])
  }
  finish(): { at: string; items: Item[]; projects: number } {
    const { at, items } = wanted(Head, this.head, 'It is not a backup of Ewerpanel')
    lineOf(items, 'Its catalog entries')
    if (!this.count && !items.length) throw new RestoreError('It holds no project and no catalog entry.')
    return { at, items, projects: this.count }
  }
}

/** What may stand at the top of a backup, and in each of its projects. */
const KEYS: Record<number, readonly string[]> = {
  1: ['backup', 'at', 'projects', 'items'],
  3: ['project', 'history', 'version', 'versions']
}
const OPENS = new Set([TokenType.LEFT_BRACE, TokenType.LEFT_BRACKET])
const CLOSES = new Set([TokenType.RIGHT_BRACE, TokenType.RIGHT_BRACKET])

/**
 * Follows the brackets of a backup: what stands where no value would be looked at by itself, and when a project begins and ends.
 * @returns what is to be called for each token, before and after the values are put together
 */
function outline(project: { begin: () => void; end: () => void }) {
  let depth = 0
  let string = ''
  /** The key at each depth, and the keys seen there. */
  const key: (string | undefined)[] = []
  const seen: Set<string>[] = []
  /** A list is due: the value of this key. */
  let list: string | undefined
  const inProjects = () => key[1] === 'projects'
  function colon() {
    const allowed = depth === 1 || (depth === 3 && inProjects()) ? KEYS[depth] : undefined
    if (!allowed) return
    if (!allowed.includes(string))
      throw new RestoreError(`It is not a backup of Ewerpanel: there is no field “${string.slice(0, 60)}” in one.`)
    if (seen[depth]!.has(string)) throw new RestoreError(`It has the field “${string}” twice in one place.`)
    seen[depth]!.add(string)
    key[depth] = string
    list = string === 'projects' || string === 'versions' ? string : undefined
  }
  return {
    before({ token, value }: { token: TokenType; value: unknown }) {
      if (token === TokenType.STRING) string = value as string
      else if (token === TokenType.COLON) return colon()
      if (list && token !== TokenType.LEFT_BRACKET)
        throw new RestoreError(`It is not a backup of Ewerpanel: its “${list}” is not a list.`)
      list = undefined
      if (depth === 0 && token !== TokenType.LEFT_BRACE) throw new RestoreError('It is not a backup of Ewerpanel.')
      if (
        depth === 2 &&
        inProjects() &&
        ![TokenType.LEFT_BRACE, TokenType.COMMA, TokenType.RIGHT_BRACKET].includes(token)
      )
        throw new RestoreError('One of its projects is not a project.')
      if (!OPENS.has(token)) return
      if (++depth > DEEP) throw new RestoreError(`It has brackets more than ${MOST_DEEP} deep.`)
      seen[depth] = new Set()
      key[depth] = undefined
      if (depth === 3 && inProjects()) project.begin()
    },
    after({ token }: { token: TokenType }) {
      if (!CLOSES.has(token)) return
      if (depth === 3 && inProjects()) project.end()
      if (depth === 1 && !seen[1]!.has('projects')) throw new RestoreError('It has no list of projects.')
      depth--
    },
    /** Where the value stands that was put together last. */
    at: () => ({ project: depth >= 3 && inProjects(), version: depth >= 4 && key[3] === 'versions' })
  }
}

/** Puts a file through a tokenizer. @throws RestoreError when it is not whole JSON; what the file system throws */
async function tokenize(file: string, tokens: Tokenizer): Promise<void> {
  const parse = (work: () => void) => {
    try {
      work()
    } catch (error) {
      if (error instanceof RestoreError) throw error
      throw new RestoreError(`It is not whole JSON: ${(error as Error).message}`)
    }
  }
  let empty = true
  for await (const piece of createReadStream(file) as AsyncIterable<Buffer>) {
    empty = false
    parse(() => tokens.write(piece))
  }
  if (empty) throw new RestoreError('It is empty.')
  parse(() => {
    if (!tokens.isEnded) tokens.end()
  })
}

/** How many projects a backup holds, read to its end. @throws RestoreError when it is not whole */
export async function projectsIn(file: string): Promise<number> {
  let count = 0
  let open = 0
  const { before, after } = outline({ begin: () => undefined, end: () => void count++ })
  const tokens = new Tokenizer()
  tokens.onToken = parsed => {
    before(parsed)
    after(parsed)
    open += OPENS.has(parsed.token) ? 1 : CLOSES.has(parsed.token) ? -1 : 0
  }
  await tokenize(file, tokens)
  if (open) throw new RestoreError('It is not whole JSON: it ends in the middle.')
  return count
}

/** @throws RestoreError @throws what the file system throws */
async function check(file: string, checked: Checked): Promise<void> {
  const tokens = new Tokenizer()
  const values = new TokenParser({
    paths: [
      ...['backup', 'at', 'items'].map(key => `$.${key}`),
      ...['project', 'history', 'version', 'versions.*'].map(key => `$.projects.*.${key}`)
    ],
    keepStack: false
  })
  const { before, after, at } = outline(checked)
  tokens.onToken = parsed => {
    before(parsed)
    values.write(parsed)
    after(parsed)
  }
  values.onValue = ({ value, key }) => {
    const { project, version } = at()
    if (version) checked.earlier(value)
    else if (project) checked.part(String(key), value)
    else checked.beside(String(key), value)
  }
  await tokenize(file, tokens)
  if (!values.isEnded) throw new RestoreError('It is not whole JSON: it ends in the middle.')
}

/**
 * Reads a backup and checks it whole, one project or version at a time, however large it is. What is good in it is put into a file
 * in `folder`, line by line, so that whoever keeps it need not read it again.
 */
export async function readBackup(file: string, folder: string): Promise<BackupRead> {
  const path = join(folder, 'checked.ndjson')
  const out = openSync(path, 'w')
  try {
    const checked = new Checked(lines => void writeSync(out, lines.map(line => `${line}\n`).join('')))
    await check(file, checked)
    return { ok: true, ...checked.finish(), checked: path }
  } catch (error) {
    if (!(error instanceof RestoreError)) throw error
    return { ok: false, why: error.message }
  } finally {
    closeSync(out)
  }
}
