import { runInThisContext } from 'node:vm'
import { describe, expect, it } from 'vitest'
import { openProject } from '../../document'
import { readCatalogueCsv, readCatalogueJson, soundDxf } from '..'
import { readDxfOutline, readSvgOutline } from './outline.testing'

/** Whether something came to an end within five seconds; an endless loop is ended. */
function ended<T>(run: () => T): T {
  const holder = globalThis as { runDamaged?: () => T }
  holder.runDamaged = run
  return runInThisContext('globalThis.runDamaged()', { timeout: 5_000 }) as T
}
const drawing = (entities: string) =>
  `0 SECTION 2 HEADER 9 $INSUNITS 70 4 0 ENDSEC 0 SECTION 2 ENTITIES ${entities} 0 ENDSEC 0 EOF`.split(' ').join('\n')
const BOX = '10 0 20 0 10 400 20 0 10 400 20 200 10 0 20 200'
const svg = (body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 300">${body}</svg>`

// Each of these once ended a reader, kept it busy for ever or took gigabytes; they are the smallest of thousands of damaged files.
describe('damaged and hostile files end in words', () => {
  it.each([
    ['ends in the middle', drawing('0 CIRCLE 8 0 10 1').slice(0, -5), /ends in the middle/],
    ['a circle without a centre', drawing('0 CIRCLE 8 0 40 20'), /CIRCLE of line \d+ lacks its value 10/],
    ['an insertion of nothing', drawing('0 INSERT 10 0 20 0'), /INSERT of line \d+ lacks its value 2/],
    ['a polyline without corners', drawing('0 LWPOLYLINE 90 4 8 0 70 1'), /LWPOLYLINE of line \d+ lacks/],
    [
      'a polyline of the older kind that does not end',
      drawing('0 POLYLINE 66 1 70 1 0 VERTEX 10 1 20 1'),
      /does not end/
    ],
    [
      'an angle of a million turns',
      drawing('0 ELLIPSE 10 0 20 0 11 40 21 0 40 0.5 41 0 42 6283185'),
      /round and round/
    ],
    ['a place beyond the horizon', drawing('0 CIRCLE 10 1e308 20 0 40 5'), /line \d+ should be a number/],
    ['a place that is no number', drawing('0 LINE 10 0 20 x 11 5 21 5'), /line \d+ should be a number and is “x”/],
    ['a group without a number', drawing('0 LINE x 5'), /line \d+ should be the number of a group/],
    ['a section within a section', drawing('0 SECTION 2 HEADER'), /./],
    [
      'a table that does not end',
      '0\nSECTION\n2\nTABLES\n0\nTABLE\n2\nLAYER\n0\nENDSEC\n0\nEOF\n',
      /a table does not end/
    ],
    [
      'blocks within themselves',
      drawing('0 INSERT 2 A 10 0 20 0').replace(
        '0\nSECTION\n2\nENTITIES',
        '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nA\n10\n0\n20\n0\n0\nINSERT\n2\nA\n10\n0\n20\n0\n' +
          '0\nINSERT\n2\nA\n10\n1\n20\n0\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES'
      ),
      /more than 5000 entities/
    ],
    ['30,000 entities', drawing('0 CIRCLE 10 1 20 1 40 5 '.repeat(30_000).trim()), /more than 20000 entities/]
  ] as [string, string, RegExp][])('a drawing with %s', (_, text, says) => {
    const read = ended(() => readDxfOutline(text, 1))
    expect(read.ok).toBe(false)
    expect(!read.ok && read.problems.join(' ')).toMatch(says)
  })
  it('a drawing that is sound is read, though what its entities say stands in another order than usual', () => {
    for (const polyline of [`90 99 8 0 70 1 ${BOX} 210 0 220 0 230 1`, `8 0 10 0 20 0 60 0 ${BOX.slice(10)} 70 1`]) {
      const read = ended(() => readDxfOutline(drawing(`0 LWPOLYLINE ${polyline}`)))
      expect(read.ok && read.outline).toHaveLength(4)
    }
    // The least bulge there is makes no arc of endless radius.
    const flat = ended(() =>
      readDxfOutline(drawing(`0 LWPOLYLINE 70 1 ${BOX.replace('20 0 10 400', '20 0 42 1e-300 10 400')}`))
    )
    expect(flat.ok && flat.outline).toHaveLength(4)
  })
  it('what of a drawing is not read is counted, with its layer', () => {
    const sound = soundDxf(drawing('0 TEXT 8 ETCH 1 Hello 0 HATCH 8 CUT 0 LINE 10 0 20 0 11 1 21 1'))
    expect(sound.ok && sound.others).toEqual([
      { type: 'TEXT', layer: 'ETCH' },
      { type: 'HATCH', layer: 'CUT' }
    ])
  })
  it.each([
    ['an instruction that does not end', '<?xml version="1.0"', /not a whole SVG/],
    ['nested 20,000 deep', svg('<g>'.repeat(20_000) + '</g>'.repeat(20_000)), /./],
    [
      'copies of copies of copies',
      svg(
        Array.from(
          { length: 9 },
          (_, n) => `<g id="l${n}">${n ? `<use href="#l${n - 1}"/>`.repeat(12) : '<path d="M0 0h9v9z"/>'}</g>`
        ).join('')
      ),
      /more than 50000 elements|more than \d+ lines|leads nowhere/
    ],
    ['100,000 pieces of one path', svg(`<path d="${'M1 1h5v5z'.repeat(100_000)}"/>`), /more than 20000 lines/],
    ['entities of its own', '<!DOCTYPE svg [<!ENTITY a "b">]><svg/>', /XML entities/]
  ] as [string, string, RegExp][])('a picture with %s', (_, text, says) => {
    const read = ended(() => readSvgOutline(text, 1))
    expect(read.ok).toBe(false)
    expect(!read.ok && read.problems.join(' ')).toMatch(says)
  })
  it.each([
    ['200,000 blank lines', `id,name\n${'\n'.repeat(200_000)}a,b`],
    ['a cell of 300,000 spaces', `id,name\na,${' '.repeat(300_000)}`],
    ['quotes that do not close', `id,name\n${'"a,b\n'.repeat(20_000)}`],
    ['200,000 columns', `${'a,'.repeat(200_000)}\n1`]
  ])('a catalogue with %s', (_, text) => {
    const { items, problems } = ended(() => readCatalogueCsv(text))
    expect(items).toEqual([])
    expect(problems[0]!.message.length).toBeGreaterThan(5)
  })
  it.each([
    ['brackets 100,000 deep', '['.repeat(100_000)],
    ['brackets behind a quote that does not close', `{"a": "b\n${'['.repeat(50_000)}`],
    ['a thousand problems', `{"format":7,"options":[${'{},'.repeat(1_000)}{}]}`],
    ['half of a character', '{"format":7,"title":"\\ud800"}'],
    ['nothing', '']
  ])('a project and a catalogue as JSON with %s', (_, text) => {
    const opened = ended(() => openProject(text))
    expect(opened.ok).toBe(false)
    expect(!opened.ok && opened.problems.length).toBeLessThanOrEqual(200)
    expect(ended(() => readCatalogueJson(text)).problems.length).toBeGreaterThan(0)
  })
})
