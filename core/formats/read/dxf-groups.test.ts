import { describe, expect, it } from 'vitest'
import { soundDxf } from './dxf-groups'

// Group codes by the published DXF reference: 0 begins an entity, 8 its layer, 10/20 and 11/21 points, 40 a radius, 50/51 angles in
// degrees; 10 to 59 are reals, 60 to 79 integers, 999 a comment.
const file = (...groups: (string | number)[]) =>
  [0, 'SECTION', 2, 'ENTITIES', ...groups, 0, 'ENDSEC', 0, 'EOF'].join('\n') + '\n'
const LINE = [0, 'LINE', 8, 'FACE', 10, 0, 20, 0, 11, 100, 21, 0]

const problemOf = (text: string): string => {
  const found = soundDxf(text)
  if (found.ok) throw new Error('It was taken.')
  return found.problem
}

describe('a drawing before it is read', () => {
  it('a sound one goes on with what is read of it, whole', () => {
    const found = soundDxf(file(...LINE))
    expect(found).toMatchObject({ ok: true, others: [] })
    expect(found.ok && found.text.split('\n').slice(4, 16)).toEqual(LINE.map(String))
  })
  it('lines may end as on any machine, and codes may be set off by blanks', () => {
    const text = file(...LINE)
    for (const other of [
      text.replaceAll('\n', '\r\n'),
      text.replaceAll('\n', '\r'),
      text.replaceAll(/^(\d+)$/gm, '  $1')
    ])
      expect(soundDxf(other)).toEqual(soundDxf(text))
  })
  it('comments, and values that are not read, are left out; kinds that are not read are told with their layer', () => {
    const found = soundDxf(
      file(999, 'made by hand', ...LINE, 1000, 'whose', 0, 'TEXT', 8, 'NOTES', 10, 1, 20, 1, 1, 'Left vent')
    )
    expect(found).toMatchObject({ ok: true, others: [{ type: 'TEXT', layer: 'NOTES' }] })
    expect(found.ok && found.text).not.toMatch(/by hand|whose|Left vent/)
  })
  it('a polyline says how many corners it has: they are counted, not believed', () => {
    const found = soundDxf(file(0, 'LWPOLYLINE', 8, '0', 90, 700_000, 70, 1, 10, 0, 20, 0, 10, 9, 20, 0, 10, 9, 20, 9))
    expect(found.ok && /\n90\n(\d+)\n/.exec(found.text)![1]).toBe('3')
  })
  it.each([
    ['cut off in the middle', file(...LINE).slice(0, 40), /ends in the middle: there is no EOF/],
    [
      'a word where a code should be',
      file(0, 'LINE', 'eight', 'FACE'),
      /should be the number of a group and is “eight”/
    ],
    ['a word where a number should be', file(0, 'CIRCLE', 10, 0, 20, 'up', 40, 5), /should be a number and is “up”/],
    ['no number where one should be', file(0, 'CIRCLE', 10, 0, 20, '', 40, 5), /should be a number and is “”/],
    ['a number without end', file(0, 'CIRCLE', 10, '1e999', 20, 0, 40, 5), /should be a number/],
    ['a place beyond all places', file(0, 'CIRCLE', 10, 5e9, 20, 0, 40, 5), /should be a number/],
    ['a circle without its radius', file(0, 'CIRCLE', 10, 0, 20, 0), /the CIRCLE of line 5 lacks its value 40/],
    ['a line without its end', file(0, 'LINE', 10, 0, 20, 0, 11, 5), /the LINE of line 5 lacks its value 21/],
    [
      'an arc that goes round a thousand times',
      file(0, 'ARC', 10, 0, 20, 0, 40, 5, 50, 0, 51, 360_000),
      /the ARC of line 5 has an angle that goes round and round/
    ],
    [
      'a polyline of the older kind without its end',
      file(0, 'POLYLINE', 70, 1, 0, 'VERTEX', 10, 0, 20, 0),
      /does not end/
    ],
    ['no sections', ['0', 'LINE', '10', '0', '0', 'EOF'].join('\n'), /not built of sections/]
  ])('%s is refused with its line', (_, text, says) => expect(problemOf(text)).toMatch(says))
  it('more entities than a panel has are refused before they are read', () => {
    const many = Array.from({ length: 20_001 }, () => LINE).flat()
    expect(problemOf(file(...many))).toContain('more than 20000 entities')
  })
})
