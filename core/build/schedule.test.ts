import fc from 'fast-check'
import DxfParser from 'dxf-parser'
import { describe, expect, it } from 'vitest'
import { boxFace, designWith, item, plainProject, roundFace } from '../testing'
import { demoProject } from '../testing.demo'
import { resolve } from '../design'
import { writeFaceDxf } from '../formats'
import { bayScrews } from '../panel'
import { holeSchedule } from '.'

const dial = item({
  id: 'dial',
  face: {
    ...roundFace(79.375)!,
    screws: [
      { xMm: -31.4, yMm: 31.4, holeMm: 4 },
      { xMm: 31.4, yMm: 31.4, holeMm: 4 }
    ]
  }
})
const designs = (['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const).flatMap(name => {
  const project = demoProject(name)
  return project.options.map(option => [`${name} ${option.id}`, resolve(project, option.id)] as const)
})

describe.each(designs)('hole schedule of %s', (_, design) => {
  const { openings, screws, hardware } = holeSchedule(design)
  it('numbers every hole once, openings from left to right', () => {
    const numbers = [...openings, ...screws].map(row => row.number)
    expect(new Set(numbers).size).toBe(numbers.length)
    for (let index = 1; index < openings.length; index++)
      expect(openings[index]!.xMm).toBeGreaterThanOrEqual(openings[index - 1]!.xMm)
  })
  // One nut a screw, or one nut plate with two rivets (common practice).
  it('every screw has its nut or its nut plate, and every nut plate two rivets', () => {
    const count = (words: string) =>
      hardware.filter(row => row.name.includes(words)).reduce((sum, row) => sum + row.count, 0)
    expect(count('screw')).toBe(screws.length)
    expect(
      hardware.filter(row => /nut$/.test(row.name)).reduce((sum, row) => sum + row.count, 0) + count('nut plate')
    ).toBe(screws.length)
    expect(count('rivet')).toBe(2 * count('nut plate'))
    const bays = design.airframe.panel.bays.flatMap(bay => bayScrews(bay))
    expect(count('nut plate')).toBe(bays.length)
  })
  // Another reader finds in the drawing that is cut as many round holes as the schedule lists.
  it('lists the round holes that the cut drawing has, each at its place and of its size', () => {
    const dxf = new DxfParser().parseSync(writeFaceDxf(design, 'metric'))!
    const drawn = dxf.entities
      .filter(entity => entity.type === 'CIRCLE')
      .map(entity => entity as unknown as { center: { x: number; y: number }; radius: number })
    const rows = [...openings, ...screws].filter(row => row.shape === 'round')
    for (const row of rows)
      expect(
        drawn.some(
          ({ center, radius }) =>
            Math.hypot(center.x - row.xMm, center.y - row.yMm) < 0.01 && Math.abs(2 * radius - row.sizeMm[0]) < 0.01
        )
      ).toBe(true)
  })
})

describe('holes of a small panel', () => {
  it('an opening is cut to a hundredth of an inch, a screw hole drilled to half of that', () => {
    const { openings, screws } = holeSchedule(designWith([[dial, [200, 150]]]))
    expect(openings).toMatchObject([
      { number: '1', shape: 'round', sizeMm: [79.375, 79.375], xMm: 200, yMm: 150, what: 'dial' }
    ])
    expect(openings[0]!.toleranceMm).toBeCloseTo(0.254, 1)
    expect(screws.map(row => [row.number, row.xMm, row.yMm])).toEqual([
      ['S1', 168.6, 181.4],
      ['S2', 231.4, 181.4]
    ])
    expect(screws.every(row => row.toleranceMm < openings[0]!.toleranceMm)).toBe(true)
  })
  it('trays of one stack are one opening, named by all of them', () => {
    const tray = (id: string) => item({ id, face: boxFace(158.75, 42, true) })
    const { openings } = holeSchedule(
      designWith([
        [tray('com'), [300, 200]],
        [tray('xpdr'), [300, 158]]
      ])
    )
    expect(openings).toHaveLength(1)
    expect(openings[0]).toMatchObject({ sizeMm: [158.75, 84], what: 'com, xpdr' })
  })
  it('a zone that is cut through is an opening, one that is a screw’s hole is among the screws', () => {
    const base = plainProject()
    const zone = (id: string, hole: 'cut' | 'screw', diameterMm: number) => ({
      id,
      name: id,
      side: 'face' as const,
      fromDepthMm: 0,
      movable: false,
      hole,
      area: { shape: 'round' as const, xMm: 100, yMm: 100, diameterMm }
    })
    const panel = { ...base.airframe.panel, zones: [zone('vent', 'cut', 60), zone('post', 'screw', 5)] }
    const { openings, screws } = holeSchedule(designWith([], { ...base, airframe: { ...base.airframe, panel } }))
    expect(openings).toMatchObject([{ what: 'vent', sizeMm: [60, 60] }])
    expect(screws).toMatchObject([{ what: 'post', sizeMm: [5, 5] }])
  })
  it('however many dials there are, each has one opening and its own screws', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), many => {
        const units = Array.from(
          { length: many },
          (_, index) => [{ ...dial, id: `d${index}` }, [60 + index * 90, 150]] as [typeof dial, [number, number]]
        )
        const { openings, screws } = holeSchedule(designWith(units))
        expect(openings).toHaveLength(many)
        expect(screws).toHaveLength(2 * many)
      }),
      { seed: 1, numRuns: 13 }
    ))
})
