import { describe, expect, it } from 'vitest'
import { drawingOf, dxfStrokes, holeZones, likelyUses, outlineOf, svgStrokes, type RingUse } from '..'
import { designWith, item, roundFace } from '../../testing'
import { LAYERS, partsToCut } from '../../build'
import { writePartDxf } from '../write/dxf'
import { Zone } from '../../document'

const page = (inside: string, size = 'width="600mm" viewBox="0 0 600 300"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`
/** 600 × 300 with two instrument holes, one with a bezel around it, a screw hole, and a stamp beside the sheet. */
const PANEL = page(
  '<g id="Panel"><rect width="600" height="300"/></g><g id="Holes"><circle cx="100" cy="150" r="40"/>' +
    '<circle cx="300" cy="150" r="40"/><circle cx="360" cy="150" r="2"/></g>' +
    '<g id="Bezel"><rect x="255" y="105" width="90" height="90"/></g><g id="Stamp"><rect x="605" y="0" width="50" height="20"/></g>'
)
const drawn = (text: string) => {
  const read = drawingOf(svgStrokes(text))
  if (!read.ok) throw new Error(read.problems.join(' '))
  return read.drawing
}
const drawing = drawn(PANEL)
const at = (wanted: string) => drawing.rings.findIndex(({ layer }) => layer === wanted)
/** The likely uses with some of them changed. */
const withUses = (changed: Record<number, RingUse>) =>
  likelyUses(drawing, at('Panel')).map((use, index) => changed[index] ?? use)

describe('what the closed lines of a drawing are used for', () => {
  it('holes inside are cut, a screw’s is drilled, a layer for reference and what lies outside are left out', () => {
    const uses = likelyUses(drawing, at('Panel'))
    const byLayer = (layer: string) => uses.filter((_, index) => drawing.rings[index]!.layer === layer)
    expect(byLayer('Holes').sort()).toEqual(['cut', 'cut', 'screw'])
    expect([byLayer('Panel'), byLayer('Bezel'), byLayer('Stamp')]).toEqual([['outline'], ['left out'], ['left out']])
    expect(likelyUses(drawing, undefined).every(use => use === 'left out')).toBe(true)
  })
  it('no hole is cut in another: what lies within one is left out, and refused in words where a person chooses it', () => {
    const inside = drawn(
      page('<rect width="600" height="300"/><circle cx="100" cy="150" r="40"/><circle cx="100" cy="150" r="20"/>')
    )
    expect(likelyUses(inside, 0)).toEqual(['outline', 'cut', 'left out'])
    const both = outlineOf(inside, ['outline', 'cut', 'existing'])
    expect(both.ok ? '' : both.problems.join(' ')).toMatch(/40 × 40 mm on layer “svg” is inside another hole/)
  })
  it('a hole that crosses the outline or lies outside it is refused in words', () => {
    const panel = outlineOf(drawing, withUses({ [at('Stamp')]: 'cut' }))
    expect(panel.ok ? '' : panel.problems).toEqual([
      'The closed line of 50 × 20 mm on layer “Stamp” is not inside the outline.'
    ])
  })
  it('one outline, not two and not none', () => {
    for (const [changed, says] of [
      [{ [at('Bezel')]: 'outline' }, /2 closed lines are chosen/],
      [{ [at('Panel')]: 'left out' }, /No closed line is chosen/]
    ] as const) {
      const panel = outlineOf(drawing, withUses(changed))
      expect(panel.ok ? '' : panel.problems.join(' ')).toMatch(says)
    }
  })
  it('another closed line can be the outline: the panel then is what is inside it', () => {
    const bezel = outlineOf(drawing, likelyUses(drawing, at('Bezel')))
    expect(bezel.ok && [bezel.outline.length, bezel.holes.map(hole => hole.use)]).toEqual([4, ['cut']])
    // The hole stands in the middle of the 90 mm bezel.
    expect(bezel.ok && bezel.holes[0]!.round).toEqual({
      xMm: expect.closeTo(45, 2) as number,
      yMm: expect.closeTo(45, 2) as number,
      diameterMm: expect.closeTo(80, 2) as number
    })
  })
  it('holes become zones of the face that the schema takes: round ones round, the others by their corners', () => {
    const uses = likelyUses(drawing, at('Panel')).map((use): RingUse => (use === 'cut' ? 'existing' : use))
    const panel = outlineOf(drawing, uses)
    if (!panel.ok) throw new Error(panel.problems.join(' '))
    const zones = holeZones(panel.holes, 'old.svg').map(zone => Zone.parse(zone))
    expect(zones.map(({ hole, area }) => [hole, area.shape])).toEqual([
      ['existing', 'round'],
      ['existing', 'round'],
      ['screw', 'round']
    ])
  })
  it('a block is named with its lines', () => {
    const copied = drawn(
      page(
        '<defs><g id="vent"><circle r="30"/></g></defs><rect width="600" height="300"/><use href="#vent" x="90" y="90"/>'
      )
    )
    expect(copied.rings.map(({ block }) => block)).toEqual([undefined, 'vent'])
  })
  it('a drawing without a unit says how large it would be in either', () => {
    const read = drawingOf(svgStrokes(page('<rect width="36" height="12"/>', 'viewBox="0 0 36 12"')))
    expect(read).toMatchObject({ ok: false, needsUnit: true })
    expect(read.ok ? '' : read.problems.join(' ')).toContain('36 × 12 mm, or 36 × 12 inches')
  })
  it('our own drawing: what is etched or for reference is no hole', () => {
    const dial = item({ id: 'dial', face: roundFace(79.4) })
    const text = writePartDxf(partsToCut(designWith([[dial, [300, 150]]]))[0]!, 'inch')
    const read = drawingOf(dxfStrokes(text))
    if (!read.ok) throw new Error(read.problems.join(' '))
    const found = likelyUses(read.drawing, 0).map((use, index) => `${read.drawing.rings[index]!.layer}: ${use}`)
    expect(new Set(found)).toEqual(
      new Set([`${LAYERS.outline}: outline`, `${LAYERS.cut}: cut`, `${LAYERS.reference}: left out`])
    )
  })
})
