import { findNodeAtLocation, parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser'

/** One thing wrong with a file, with where it stands. Lines and columns count from 1. */
export interface FileProblem {
  line: number
  column: number
  field: string
  message: string
}

/** Line and column of an offset in a text. */
export function positionAt(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, offset)
  const line = before.split('\n').length
  return { line, column: offset - before.lastIndexOf('\n') }
}

const fieldName = (path: readonly PropertyKey[]): string =>
  path
    .map((part, index) => (typeof part === 'number' ? `[${part}]` : index === 0 ? String(part) : `.${String(part)}`))
    .join('')

/** Reads JSON; when it is broken or cut off, says where. */
export function readJson(text: string): { value: unknown } | { problem: FileProblem } {
  try {
    return { value: JSON.parse(text) as unknown }
  } catch {
    const errors: ParseError[] = []
    parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
    const first = errors[0] ?? { offset: text.length, error: 0 as ParseError['error'], length: 0 }
    const cut = /^\s*[{[]/.test(text) && first.offset + first.length >= text.trimEnd().length
    const message =
      text.trim() === ''
        ? 'the file is empty'
        : cut
          ? 'the file ends in the middle: it was cut off'
          : `this is not JSON here (${printParseErrorCode(first.error)})`
    return { problem: { ...positionAt(text, first.offset), field: '', message } }
  }
}

/** Finds the place of each path in a JSON text; where a field is missing, the place of what should hold it. */
export function locate(
  text: string,
  problems: readonly { path: readonly PropertyKey[]; message: string }[]
): FileProblem[] {
  const root = parseTree(text)
  return problems.map(({ path, message }) => {
    let node: Node | undefined
    for (let length = path.length; root && !node && length >= 0; length--)
      node = findNodeAtLocation(root, path.slice(0, length) as (string | number)[])
    return { ...positionAt(text, node?.offset ?? 0), field: fieldName(path), message }
  })
}

/** A problem in one sentence. */
export const sayProblem = (problem: FileProblem): string =>
  `Line ${problem.line}, column ${problem.column}${problem.field ? `, ${problem.field}` : ''}: ${problem.message}`
