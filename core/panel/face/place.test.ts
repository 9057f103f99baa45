import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, tryEdits } from '../../document'
import { resolve } from '../../design'
import { boxFace, designWith, item, roundFace } from '../../testing'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { examineFace, examinePanel, extent, gap, setDown, type Figure, type Placed } from '..'
import { violationsBetween } from './check'

const figures = (unit: Placed): Figure[] => [
  unit.bezel,
  ...(unit.cutout ? [unit.cutout] : []),
  ...(unit.behind ? [unit.behind] : []),
  ...unit.screws
]
const faced = demoCatalogue().filter(entry => entry.face)

describe('how far a unit reaches', () => {
  it.each(faced.map(entry => [entry.id, entry] as const))('nothing of %s lies outside what is said', (_, entry) => {
    const placed = setDown({ id: 'u', label: 'u', item: entry }, 0, 0)!
    for (const figure of figures(placed)) {
      const e = extent(figure)
      expect(Math.max(e.maxX, -e.minX)).toBeLessThanOrEqual(placed.halfMm.x + 1e-9)
      expect(Math.max(e.maxY, -e.minY)).toBeLessThanOrEqual(placed.halfMm.y + 1e-9)
    }
    // And something of it reaches as far.
    expect(
      Math.max(
        ...figures(placed).map(figure => extent(figure).maxX),
        ...figures(placed).map(figure => -extent(figure).minX)
      )
    ).toBeCloseTo(placed.halfMm.x, 6)
  })
  // What is far apart is settled by how far each reaches: it must be what looking at every figure says.
  it('two units that are told to have nothing to do with each other have none of their figures near', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...faced),
        fc.constantFrom(...faced),
        fc.double({ min: -320, max: 320, noNaN: true }),
        fc.double({ min: -220, max: 220, noNaN: true }),
        (item, other, x, y) => {
          const a = setDown({ id: 'a', label: 'a', item: item }, 0, 0)!
          const b = setDown({ id: 'b', label: 'b', item: other }, x, y)!
          const told = violationsBetween(a, b, 6.35)
          if (gap(a.bezel, b.bezel) < -0.02)
            expect(told.some(violation => violation.code === 'bezel-overlap')).toBe(true)
          if (told.length === 0 && a.behind && b.behind && Math.min(a.depthMm, b.depthMm) > 0)
            expect(gap(a.behind, b.behind)).toBeGreaterThanOrEqual(-0.011)
          expect(violationsBetween(b, a, 6.35).length > 0).toBe(told.length > 0)
        }
      ),
      { seed: 1, numRuns: 400 }
    ))
})

describe('what waits for a position', () => {
  const dial = item({ id: 'dial', face: roundFace(79.375) })
  const dun = demoProject('3-skerrow-dunlin')
  it('changes nothing on the face and is told once for each', () => {
    const design = designWith([[dial, [200, 150]]])
    const [placed] = design.units
    const waiting = { ...placed!, id: 'later', label: 'Later', at: undefined }
    const panel = examinePanel({ ...design, units: [...design.units, waiting] })
    const alone = examinePanel(design)
    expect(panel.unplaced).toEqual(['later'])
    expect(panel.findings.filter(finding => finding.code !== 'panel.unplaced')).toEqual(alone.findings)
    expect(panel.findings.at(-1)).toMatchObject({ id: 'panel.unplaced:later', subjects: ['later'], weight: 'decide' })
    expect(panel.leastMetalMm).toBe(alone.leastMetalMm)
  })
  it('what has no face waits for none', () => {
    const design = designWith([[item({ id: 'box', mounts: ['tail'] }), 'tail']])
    expect(examinePanel(design)).toEqual(examineFace(design))
  })
  it('of a real panel, every unit lifted off is told and no other', () => {
    const { units } = resolve(dun, 'b')
    const some = units.filter(unit => unit.at && !unit.locked && unit.row === undefined).slice(0, 3)
    const lifted = tryEdits(
      dun,
      some.map(unit => ({ type: 'unit.lift', option: 'b', unit: unit.id }))
    )
    expect([...examinePanel(resolve(lifted, 'b')).unplaced].sort()).toEqual(some.map(unit => unit.id).sort())
  })
})

describe('a look at what edits do', () => {
  const dun = demoProject('3-skerrow-dunlin')
  const fits = demoCatalogue().filter(other => other.mounts[0] === 'panel')
  it('leaves the very document that making them leaves, and the one it began from as it was', () =>
    fc.assert(
      fc.property(fc.constantFrom(...fits), fc.nat({ max: 40 }), (entry, index) => {
        const units = dun.options[0]!.units
        const before = JSON.stringify(dun)
        const edits = [
          {
            type: 'unit.add' as const,
            option: 'a',
            unit: { id: 'trial', item: entry.id, label: entry.name, place: 'panel' },
            item: entry
          },
          { type: 'unit.remove' as const, option: 'a', unit: units[index % units.length]!.id }
        ]
        expect(tryEdits(dun, edits)).toEqual(applyEdits(dun, edits, 'made').project)
        expect(JSON.stringify(dun)).toBe(before)
      }),
      { seed: 2, numRuns: 25 }
    ))
  it('refuses what cannot be made, in the same words', () => {
    const wrong = [{ type: 'unit.remove' as const, option: 'a', unit: 'nobody' }]
    const words = (work: () => unknown) => {
      try {
        work()
      } catch (error) {
        return (error as Error).message
      }
      return ''
    }
    expect(words(() => tryEdits(dun, wrong))).toBe(words(() => applyEdits(dun, wrong, 'made')))
    expect(words(() => tryEdits(dun, wrong))).toContain('nobody')
  })
  it('a box as wide as its hole has its reach from its hole', () => {
    const placed = setDown({ id: 'u', label: 'u', item: item({ id: 'box', face: boxFace(60, 40) }) }, 10, 20)!
    expect(placed.halfMm).toEqual({ x: 30, y: 20 })
    expect(placed.reachMm).toBeCloseTo(Math.hypot(30, 20), 9)
  })
})
