import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import { readPhrase, US } from '../../quantity'
import { boxFace, designWith, item, roundFace } from '../../testing'
import { examinePanel, fastenerOf, groundOf, setDown } from '..'
import { screwMetals } from './fasteners'

/** A plate with a screw in each corner, 10 mm in from its sides; its hole is small enough to be out of their way. */
const plate = (id: string, holeMm = 4): Item =>
  item({
    id,
    face: {
      bezel: { shape: 'rectangle', widthMm: 100, heightMm: 60, cornerMm: 0 },
      cutout: { shape: 'rectangle', widthMm: 40, heightMm: 20, cornerMm: 0 },
      screws: [
        [-40, -20],
        [40, -20],
        [-40, 20],
        [40, 20]
      ].map(([xMm, yMm]) => ({ xMm: xMm!, yMm: yMm!, holeMm })),
      stack: false
    }
  })
const found = (placed: [Item, [number, number]][], code: string) =>
  examinePanel(designWith(placed)).findings.filter(finding => finding.code === `panel.${code}`)

describe('screws by the hole they go through', () => {
  // Unified threads, major diameters 0.112, 0.138, 0.164 and 0.190 in (ANSI/ASME B1.1, from memory). A clearance hole is larger
  // than its screw, and smaller than the next screw but one.
  it.each([
    ['no. 4', 0.112, 3.2],
    ['no. 6', 0.138, 3.8],
    ['no. 8', 0.164, 4.5],
    ['no. 10', 0.19, 5.1]
  ])('%s of %f in goes through a hole of %f mm', (name, majorIn, holeMm) => {
    const screw = fastenerOf(holeMm)
    expect(screw.name).toBe(name)
    expect(screw.holeMm).toBeGreaterThan(majorIn * 25.4)
    expect(screw.holeMm).toBeLessThan(majorIn * 25.4 * 1.25)
  })
  // Pan heads are about twice the thread across, nuts a little more (ANSI/ASME B18.6.3 and B18.6.3 nuts, from memory).
  it.each([3.2, 3.8, 4.5, 5.1])(
    'head and nut of the screw for %f mm are about twice its thread and wider than its hole',
    hole => {
      const { headMm, nutMm, holeMm } = fastenerOf(hole)
      expect(headMm).toBeGreaterThan(1.5 * holeMm)
      expect(headMm).toBeLessThan(2.2 * holeMm)
      expect(nutMm).toBeGreaterThan(headMm)
    }
  )
  it('a larger hole never takes a smaller screw, and past the table it is the largest', () => {
    const sizes = Array.from({ length: 60 }, (_, index) => fastenerOf(2 + index / 10).headMm)
    for (let index = 1; index < sizes.length; index++) expect(sizes[index]).toBeGreaterThanOrEqual(sizes[index - 1]!)
    expect(fastenerOf(9).name).toBe('no. 10')
  })
})

describe('metal round screws', () => {
  const hole = (diameterMm: number) => item({ id: `hole-${diameterMm}`, face: roundFace(diameterMm) })
  // A fastener stands two of its diameters from an edge, measured from its middle (common practice; AC 43.13-1B chapter 4 for
  // rivets, from memory): of a 4 mm hole 6 mm of metal are left then.
  it.each([
    [6.2, 0],
    [5.8, 1]
  ])('with %f mm to the hole of a neighbour it is told %i times', (leftMm, times) => {
    const x = 300 + 40 + 2 + leftMm + 20
    const list = found(
      [
        [plate('a'), [300, 150]],
        [hole(40), [x, 130]]
      ],
      'screw-web'
    )
    expect(list).toHaveLength(times)
    if (times)
      expect(list[0]).toMatchObject({ measured: expect.closeTo(leftMm, 6) as number, limit: 6, weight: 'decide' })
  })
  it('two screws are told once, of the first of the two', () => {
    const list = found(
      [
        [plate('a'), [200, 150]],
        [plate('b'), [285.5, 150]]
      ],
      'screw-web'
    )
    expect(new Set(list.map(finding => finding.subjects.join()))).toEqual(new Set(['a,b']))
  })
  it('what is left is told finely enough to see that it is less than what is wanted', () => {
    const [finding] = found(
      [
        [plate('a'), [300, 150]],
        [hole(40), [300 + 40 + 2 + 5.98 + 20, 130]]
      ],
      'screw-web'
    )
    const text = readPhrase(finding!.says, US)
    const [left, wanted] = [...text.matchAll(/([\d.]+) in/g)].map(match => Number(match[1]))
    expect(left).toBeLessThan(wanted!)
  })
  it('the same from both sides: moved or mirrored, the metal is the same', () => {
    const design = designWith([])
    const ground = groundOf(design.airframe.panel)
    const metal = (x: number, side: 1 | -1) => {
      const a = setDown({ id: 'a', label: 'a', item: plate('a') }, x, 150)!
      const b = setDown({ id: 'b', label: 'b', item: hole(40) }, x + side * 68, 130)!
      return screwMetals(a, [a, b], ground).map(screwMetal => screwMetal.measuredMm)
    }
    expect(metal(200, 1)).toEqual(metal(260, 1))
    const [right, left] = [metal(300, 1), metal(300, -1)]
    right.forEach((mm, index) => expect(mm).toBeCloseTo(left[index]!, 9))
  })
  it('screws far from everything are told nothing of', () => {
    const quiet = ['screw-web', 'screw-head', 'nut-plate', 'nut']
    const { findings } = examinePanel(designWith([[plate('a'), [300, 150]]]))
    expect(findings.filter(finding => quiet.some(code => finding.code === `panel.${code}`))).toEqual([])
  })
  // A no. 6 pan head is 0.27 in, 6.9 mm, across: 3.4 mm round its screw, which stands 2.5 mm within its own bezel here.
  it.each([
    [3, 1],
    [4, 0]
  ])('a bezel %f mm from the middle of a screw lies on its head, or not: %i', (apartMm, times) => {
    const edge = item({
      id: 'edge',
      face: {
        bezel: { shape: 'rectangle', widthMm: 100, heightMm: 60, cornerMm: 0 },
        cutout: { shape: 'rectangle', widthMm: 40, heightMm: 20, cornerMm: 0 },
        screws: [{ xMm: 50 - 2.5, yMm: 0, holeMm: 4 }],
        stack: false
      }
    })
    const list = found(
      [
        [edge, [300, 150]],
        [item({ id: 'next', face: boxFace(30, 30) }), [300 + 50 - 2.5 + apartMm + 15, 150]]
      ],
      'screw-head'
    )
    expect(list).toHaveLength(times)
    if (times) expect(list[0]).toMatchObject({ subjects: ['edge', 'next'], weight: 'decide' })
  })
})
