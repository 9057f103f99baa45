import fc from 'fast-check'
import { findNodeAtLocation, parseTree } from 'jsonc-parser'
import { describe, expect, it } from 'vitest'
import { locate, MOST_DEEP, positionAt, readJson, sayProblem, tooDeepAt, unkeepableAt } from './locate'

const value = (text: string): unknown => {
  const read = readJson(text)
  return 'value' in read ? read.value : sayProblem(read.problem)
}

describe('lines and columns of a file', () => {
  it('count from one, as editors count them', () => {
    const text = '{\n  "a": 1,\n\n  "b": 2\n}'
    expect(positionAt(text, 0)).toEqual({ line: 1, column: 1 })
    expect(positionAt(text, text.indexOf('"a"'))).toEqual({ line: 2, column: 3 })
    expect(positionAt(text, text.indexOf('"b"'))).toEqual({ line: 4, column: 3 })
    expect(positionAt(text, text.length)).toEqual({ line: 5, column: 2 })
  })
  it('are those of counting line ends one by one, in any text, whichever was asked before', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a', '"', '\n', '\r\n', 'ß'), { maxLength: 60 }), fc.nat(), (letters, n) => {
        const text = letters.join('')
        const offset = text.length ? n % (text.length + 1) : 0
        const before = text.slice(0, offset).split('\n')
        expect(positionAt(text, offset)).toEqual({ line: before.length, column: before.at(-1)!.length + 1 })
      }),
      { seed: 6, numRuns: 400 }
    ))
})

describe('reading JSON', () => {
  // RFC 8259: what JSON is. The engine’s own reader is the measure of what is taken.
  it('takes and refuses what the engine does, where nothing in it is beyond keeping', () =>
    fc.assert(
      fc.property(
        fc.oneof(
          fc.json(),
          fc
            .array(fc.constantFrom('{', '}', '[', ']', ',', ':', '"a"', '1', ' ', '\n', 'null', 'tru'), {
              maxLength: 12
            })
            .map(all => all.join(''))
        ),
        text => {
          if (unkeepableAt(text) !== undefined) return
          let engine: { value: unknown } | undefined
          try {
            engine = { value: JSON.parse(text) as unknown }
          } catch {
            engine = undefined
          }
          const ours = readJson(text)
          expect('value' in ours).toBe(engine !== undefined)
          if (engine && 'value' in ours) expect(ours.value).toEqual(engine.value)
        }
      ),
      { seed: 7, numRuns: 500 }
    ))
  it.each([
    ['', 'Line 1, column 1: the file is empty'],
    ['{"a": 1', 'Line 1, column 8: the file ends in the middle: it was cut off'],
    ['[1, 2,\n 3', 'Line 2, column 3: the file ends in the middle: it was cut off']
  ])('%j: %s', (text, says) => expect(value(text)).toBe(says))
  it('a comma too many is told with its line', () =>
    expect(value('{\n "a": 1,\n}')).toMatch(/^Line 3, column 1: this is not JSON here/))
  it('a file that is no JSON at all is told at its beginning', () =>
    expect(value('%PDF-1.7')).toMatch(/^Line 1, column 1:/))
  it('a file nested without end is refused where it goes too deep, and does not end the program', () => {
    const text = '['.repeat(200_000)
    expect(tooDeepAt(text)).toBe(MOST_DEEP)
    expect(value(text)).toBe(`Line 1, column ${MOST_DEEP + 1}: brackets are nested more than ${MOST_DEEP} deep here`)
  })
  it('brackets within words are words', () => {
    expect(tooDeepAt(JSON.stringify({ note: '['.repeat(500) }))).toBeUndefined()
    expect(tooDeepAt(JSON.stringify({ note: `\\"${'{'.repeat(500)}` }))).toBeUndefined()
  })
})

describe('characters that no database keeps', () => {
  // PostgreSQL refuses NUL in text and half of a surrogate pair in JSON (its manual, 8.14; from memory).
  it.each([
    ['a NUL', '{"a": "x\\u0000"}', 8],
    ['half of a pair', '{"a": "\\ud83d"}', 7],
    ['the other half alone', '{"a": "\\ude00"}', 7],
    ['halves the wrong way round', '{"a": "\\ude00\\ud83d"}', 7]
  ])('%s', (_, text, at) => expect(unkeepableAt(text)).toBe(at))
  it.each([
    ['a whole pair', '{"a": "\\ud83d\\ude00"}'],
    ['an escaped backslash before a u', '{"a": "\\\\u0000"}'],
    ['a letter by its number', '{"a": "\\u00df"}'],
    ['nothing of the kind', '{"a": "ß😀"}']
  ])('%s is no such character', (_, text) => expect(unkeepableAt(text)).toBeUndefined())
  it('are found just where a string without them would come back from the engine well formed', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 0xffff }), { maxLength: 8 }), codes => {
        const text = `"${codes.map(code => `\\u${code.toString(16).padStart(4, '0')}`).join('')}"`
        const word = JSON.parse(text) as string & { isWellFormed?: () => boolean }
        // A lone half is what TextEncoder puts the replacement character for (WHATWG Encoding).
        const whole = new TextDecoder().decode(new TextEncoder().encode(word)) === word && !word.includes('\0')
        expect(unkeepableAt(text) === undefined).toBe(whole)
      }),
      { seed: 8, numRuns: 500 }
    ))
})

describe('the place of a fault', () => {
  const text = JSON.stringify({ airframe: { places: [{ id: 'tail', armMm: 4000 }], tanks: 2 }, options: [] }, null, 2)
  it('is that of the field, by its path', () => {
    const [found] = locate(text, [{ path: ['airframe', 'places', 0, 'armMm'], message: 'is too far' }])
    expect(sayProblem(found!)).toBe('Line 6, column 18, airframe.places[0].armMm: is too far')
    expect(text.split('\n')[5]).toContain('"armMm"')
  })
  it('of a field that is not there it is that of what should hold it', () => {
    const [found] = locate(text, [{ path: ['airframe', 'places', 0, 'name'], message: 'is missing' }])
    expect(found).toMatchObject({ line: 4, field: 'airframe.places[0].name' })
  })
  it('agrees with the library’s own search for every field of any document', () =>
    fc.assert(
      fc.property(fc.object({ maxDepth: 3, maxKeys: 4 }), fc.integer({ min: 0, max: 3 }), (document, indent) => {
        const written = JSON.stringify(document, null, indent)
        const root = parseTree(written)!
        for (const key of Object.keys(document)) {
          const node = findNodeAtLocation(root, [key])
          if (!node) continue
          const [found] = locate(written, [{ path: [key], message: 'here' }])
          expect(found).toMatchObject(positionAt(written, node.offset))
        }
      }),
      { seed: 9, numRuns: 100 }
    ))
  it('of very many faults the first two hundred are told', () => {
    const many = Array.from({ length: 900 }, (_, index) => ({ path: ['options', index], message: 'wrong' }))
    expect(locate(text, many)).toHaveLength(200)
  })
})
