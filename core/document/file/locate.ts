import { findNodeAtLocation, parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser'

/** One thing wrong with a file, with where it stands. Lines and columns count from 1. */
export interface FileProblem {
  line: number
  column: number
  field: string
  message: string
}

/** Where the lines of a text begin; kept of the text asked about last, since many places of one are asked for in a row. */
let lines: { text: string; starts: number[] } = { text: '', starts: [0] }
function startsOf(text: string): number[] {
  if (lines.text !== text) {
    const starts = [0]
    for (let index = text.indexOf('\n'); index >= 0; index = text.indexOf('\n', index + 1)) starts.push(index + 1)
    lines = { text, starts }
  }
  return lines.starts
}
/** Line and column of an offset in a text. */
export function positionAt(text: string, offset: number): { line: number; column: number } {
  const starts = startsOf(text)
  let [low, high] = [0, starts.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (starts[middle]! <= offset) low = middle
    else high = middle - 1
  }
  return { line: low + 1, column: offset - starts[low]! + 1 }
}

/** A project is some ten deep. What is far deeper is no document of ours, and reading it would end the program. */
export const MOST_DEEP = 100
/** Where a JSON text goes deeper than that, if it does; and whether a bracket or a word is still open where it ends. */
function bracketsIn(text: string): { tooDeepAt?: number; open: boolean } {
  let depth = 0
  let quoted = false
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index)
    if (quoted) {
      if (code === 92) index++
      // A string does not run over a line: where one is not closed, the place of the fault is sought by a reader that knows it too.
      else if (code === 34 || code === 10 || code === 13) quoted = false
    } else if (code === 34) quoted = true
    else if (code === 91 || code === 123) {
      if (++depth > MOST_DEEP) return { tooDeepAt: index, open: true }
    } else if (code === 93 || code === 125) depth--
  }
  return { open: quoted || depth > 0 }
}
/** Where a JSON text goes deeper than `MOST_DEEP`; undefined where it does not. */
export const tooDeepAt = (text: string): number | undefined => bracketsIn(text).tooDeepAt

/**
 * Where a JSON text has a character that no database keeps (NUL, half of a pair); undefined where it has none. Such can stand in it
 * only as an escape.
 */
export function unkeepableAt(text: string): number | undefined {
  if (!/\\u(?:0000|[dD][89a-fA-F])/.test(text)) return undefined
  const hex = (escape: string) => (escape.startsWith('u') ? parseInt(escape.slice(1), 16) : -1)
  const escapes = [...text.matchAll(/\\(u[0-9a-fA-F]{4}|[^])/g)]
  for (let index = 0; index < escapes.length; index++) {
    const { 1: escape, index: at } = escapes[index]!
    const code = hex(escape!)
    if (code === 0 || (code >= 0xdc00 && code <= 0xdfff)) return at
    if (code < 0xd800 || code > 0xdbff) continue
    const next = escapes[index + 1]
    const low = next && next.index === at + 6 ? hex(next[1]!) : -1
    if (low < 0xdc00 || low > 0xdfff) return at
    index++
  }
  return undefined
}

/** Problems that are placed and told at most: who has more mends these first. */
const MOST_TOLD = 200

const fieldName = (path: readonly PropertyKey[]): string =>
  path
    .map((part, index) => (typeof part === 'number' ? `[${part}]` : index === 0 ? String(part) : `.${String(part)}`))
    .join('')

/** Reads JSON; when it is broken or cut off, says where. */
export function readJson(text: string): { value: unknown } | { problem: FileProblem } {
  const { tooDeepAt: deep, open } = bracketsIn(text)
  if (deep !== undefined)
    return {
      problem: { ...positionAt(text, deep), field: '', message: `brackets are nested more than ${MOST_DEEP} deep here` }
    }
  const odd = unkeepableAt(text)
  if (odd !== undefined) return { problem: { ...positionAt(text, odd), field: '', message: 'invalid character' } }
  try {
    return { value: JSON.parse(text) as unknown }
  } catch {
    const errors: ParseError[] = []
    parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
    const first = errors[0] ?? { offset: text.length, error: 0 as ParseError['error'], length: 0 }
    // A comma too many before the last bracket is a slip at the end of a whole file.
    const atEnd = first.offset + first.length >= text.trimEnd().length
    const cut = /^\s*[{[]/.test(text) && atEnd && open
    const message =
      text.trim() === ''
        ? 'the file is empty'
        : cut
          ? 'the file ends in the middle: it was cut off'
          : `this is not JSON here (${printParseErrorCode(first.error)})`
    return { problem: { ...positionAt(text, first.offset), field: '', message } }
  }
}

/**
 * Finds the place of each path in a JSON text; where a field is missing, the place of what should hold it. Of very many the first
 * two hundred.
 */
export function locate(
  text: string,
  problems: readonly { path: readonly PropertyKey[]; message: string }[]
): FileProblem[] {
  const root = parseTree(text)
  return problems.slice(0, MOST_TOLD).map(({ path, message }) => {
    let node: Node | undefined
    for (let length = path.length; root && !node && length >= 0; length--)
      node = findNodeAtLocation(root, path.slice(0, length) as (string | number)[])
    return { ...positionAt(text, node?.offset ?? 0), field: fieldName(path), message }
  })
}

/** A problem in one sentence. */
export const sayProblem = (problem: FileProblem): string =>
  `Line ${problem.line}, column ${problem.column}${problem.field ? `, ${problem.field}` : ''}: ${problem.message}`
