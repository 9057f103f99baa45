import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { designWith, item, plainProject, roundFace } from '../testing'
import { demoProject } from '../testing.demo'
import { resolve } from '../design'
import { figureAt, inside } from '../panel'
import { datumsOf, holeSchedule, sectionOf, spread, wholeFace } from '.'

describe('words along a line', () => {
  it('keep their order and their distance, and stay where they are when there is room', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { maxLength: 40 }), places => {
        const at = [...places].sort((a, b) => a - b)
        const laid = spread(at, 3)
        for (let i = 1; i < laid.length; i++) expect(laid[i]! - laid[i - 1]!).toBeGreaterThanOrEqual(3 - 1e-9)
        if (at.every((place, i) => i === 0 || place - at[i - 1]! >= 3))
          laid.forEach((place, i) => expect(place).toBeCloseTo(at[i]!, 9))
        // They are shifted about their own places, not to one side.
        if (at.length)
          expect(laid.reduce((a, b) => a + b, 0)).toBeCloseTo(
            at.reduce((a, b) => a + b, 0),
            6
          )
      }),
      { seed: 5, numRuns: 200 }
    )
  })
})

describe('what a sheet is measured from', () => {
  it('its corners, the middle of its lower edge, and every opening', () => {
    const design = resolve(demoProject('3-skerrow-dunlin'), 'b')
    const part = wholeFace(design)
    const schedule = holeSchedule(design)
    const datums = datumsOf(part, schedule)
    expect(datums).toHaveLength(5 + schedule.openings.length)
    expect(datums[0]).toMatchObject({ xMm: part.minX, yMm: part.minY })
    expect(new Set(datums.map(datum => datum.id)).size).toBe(datums.length)
    expect(datums.at(-1)).toMatchObject({ xMm: schedule.openings.at(-1)!.xMm })
  })
})

describe('a section in depth', () => {
  const dial = item({
    id: 'dial',
    face: roundFace(80),
    body: { widthMm: 82, heightMm: 60, depthMm: 120, connectorMm: 40 }
  })
  const base = plainProject()
  base.airframe.panel.zones = [
    {
      id: 'rib',
      name: 'Rib',
      side: 'behind',
      area: { shape: 'rectangle', xMm: 500, yMm: 150, widthMm: 10, heightMm: 300 },
      fromDepthMm: 50,
      movable: false
    }
  ]
  const design = designWith([[dial, [200, 150]]], base)
  it('a level line meets the box, its connectors and the rib, and the sheet beside the hole', () => {
    const section = sectionOf(design, 'x', 150)
    expect(section.pieces).toEqual([
      { name: 'Rib', kind: 'ground', fromMm: 495, toMm: 505, nearMm: 50, farMm: base.airframe.panel.depthBehindMm },
      { name: 'dial', kind: 'box', fromMm: 159, toMm: 241, nearMm: 0, farMm: 120 },
      { name: 'dial', kind: 'connectors', fromMm: 159, toMm: 241, nearMm: 120, farMm: 160 }
    ])
    expect(section.sheet).toEqual([
      [0, 160],
      [240, 600]
    ])
  })
  it('an upright line off the middle cuts the round hole shorter: Pythagoras', () => {
    const [low, high] = sectionOf(design, 'y', 200 + 24).sheet
    expect(low![1]).toBeCloseTo(150 - 32, 9)
    expect(high![0]).toBeCloseTo(150 + 32, 9)
  })
  it('of the demo, everywhere: where the sheet is told there is metal, and nowhere else', () => {
    const demo = resolve(demoProject('2-hollin-whimbrel'), 'a')
    const { outline } = demo.airframe.panel
    for (const atMm of [20.3, 71.7, 118.9, 166.1, 203.3]) {
      const { sheet } = sectionOf(demo, 'x', atMm)
      const holes = demo.units.flatMap(unit =>
        unit.at && unit.item.face?.cutout?.shape === 'round'
          ? [figureAt(unit.item.face.cutout, unit.at.xMm, unit.at.yMm)]
          : []
      )
      for (let x = -5; x < 1300; x += 3.7) {
        const told = sheet.some(([from, to]) => x > from && x < to)
        if (told) expect(inside([x, atMm], outline)).toBe(true)
        if (holes.some(hole => hole.kind === 'circle' && Math.hypot(x - hole.x, atMm - hole.y) < hole.r - 0.01))
          expect(told).toBe(false)
      }
    }
  })
})
