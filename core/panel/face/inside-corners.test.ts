import { describe, expect, it } from 'vitest'
import { drawShape, LAYERS, ringPoints } from '../../build'
import { designWith, item, plainProject } from '../../testing'
import { examinePanel, figureAt, leastInsideCorner, pointsOf, type PointMm } from '..'

const box: PointMm[] = [
  [0, 0],
  [600, 0],
  [600, 300],
  [0, 300]
]
describe('corners that a round cutter must go into', () => {
  it('a sharp hole has corners of no radius, a sheet without a notch has none at all', () => {
    expect(leastInsideCorner(box, 'inside')).toBe(0)
    expect(leastInsideCorner(box, 'outside')).toBe(Infinity)
    expect(leastInsideCorner([...box].reverse(), 'inside')).toBe(0)
    expect(leastInsideCorner([...box].reverse(), 'outside')).toBe(Infinity)
  })
  it('a notch of the edge has its two inner corners', () => {
    const notched: PointMm[] = [
      [0, 0],
      [250, 0],
      [250, 60],
      [350, 60],
      [350, 0],
      [600, 0],
      [600, 300],
      [0, 300]
    ]
    expect(leastInsideCorner(notched, 'outside')).toBe(0)
  })
  it('rounded corners have their radius, whichever way the ring runs', () => {
    const [entity] = drawShape({ shape: 'rectangle', widthMm: 160, heightMm: 60, cornerMm: 3.175 }, 0, 0, LAYERS.cut)
    const ring = ringPoints(entity!)
    for (const points of [ring, [...ring].reverse()]) expect(leastInsideCorner(points, 'inside')).toBeCloseTo(3.175, 1)
  })
  // A bushing with flats (common practice): each flat meets its arc in a sharp corner.
  it('flats meet their arcs sharply; a knob’s relief has no corner to go into', () => {
    const flats = figureAt({ shape: 'flats', diameterMm: 12, acrossMm: 10, turned: false }, 0, 0)
    expect(leastInsideCorner(pointsOf(flats as never), 'inside')).toBe(0)
    const relief = [0, -27.4].map(at => ({
      xMm: at,
      yMm: at,
      of: { shape: 'round' as const, diameterMm: at ? 19 : 79.4 }
    }))
    const dial = item({
      id: 'dial',
      face: {
        bezel: { shape: 'round', diameterMm: 83 },
        cutout: { shape: 'compound', parts: relief },
        screws: [],
        stack: false
      }
    })
    expect(corners(dial, 6)).toEqual([])
    expect(corners(dial, 10)).toMatchObject([{ measured: 9.5 }])
  })
  const radio = item({
    id: 'radio',
    face: {
      bezel: { shape: 'rectangle', widthMm: 160, heightMm: 52, cornerMm: 0 },
      cutout: { shape: 'rectangle', widthMm: 158, heightMm: 50, cornerMm: 1 },
      screws: [],
      stack: false
    }
  })
  function corners(item: typeof radio, cutterRadiusMm: number | undefined) {
    const base = plainProject()
    base.airframe.panel = { ...base.airframe.panel, cutterRadiusMm }
    const design = designWith([[item, [300, 150]]], base)
    return examinePanel(design).findings.filter(finding => finding.code === 'panel.inside-corner')
  }
  it('what is tighter than the chosen cutter leaves is told; nothing while none is chosen', () => {
    expect(corners(radio, 1.5875)).toMatchObject([{ measured: 1, limit: 1.5875, subjects: ['radio'] }])
    expect(corners(radio, 0.8)).toEqual([])
    expect(corners(radio, undefined)).toEqual([])
  })
})
