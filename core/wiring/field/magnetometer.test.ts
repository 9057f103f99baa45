import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Project } from '../../document'
import { resolve } from '../../design'
import { circuitsOf } from '../../power'
import { demoProject } from '../../testing.demo'
import { examineWiring } from '..'
import { fieldT, headingErrorDeg, leastDistanceMm, pieceShare } from './magnetometer'

describe('the field of a wire', () => {
  // B = μ0 I / (2π r): 5 A at 0.5 m give 2 µT, against 20 µT of the earth’s 5.7° of heading (derived).
  it('five amps half a metre away turn the heading by 5.7°', () => {
    expect(fieldT(5, 500, false)).toBeCloseTo(2e-6, 12)
    expect(headingErrorDeg(fieldT(5, 500, false))).toBeCloseTo(5.7, 1)
  })
  it('at the distance that is asked for, the error is just what is allowed', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 100, noNaN: true }), fc.boolean(), (amps, paired) => {
        expect(headingErrorDeg(fieldT(amps, leastDistanceMm(amps, paired), paired))).toBeCloseTo(2, 6)
      })
    ))
  it('a straight piece gives what adding up its short parts gives (Biot and Savart’s law)', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 3000, noNaN: true }),
        fc.double({ min: -3000, max: 3000, noNaN: true }),
        fc.double({ min: 10, max: 4000, noNaN: true }),
        (away, from, length) => {
          const steps = 4000
          let sum = 0
          for (let index = 0; index < steps; index++) {
            const along = from + (length * (index + 0.5)) / steps
            sum += ((length / steps) * away) / (along * along + away * away) ** 1.5
          }
          // ∫ dl · r / |…|³ over an endless wire is 2 / r.
          expect(pieceShare(away, [from, from + length])).toBeCloseTo((sum * away) / 2, 3)
        }
      ),
      { numRuns: 40 }
    ))
  it('two halves of a wire give what the whole gives', () =>
    expect(pieceShare(300, [-500, 200]) + pieceShare(300, [200, 900])).toBeCloseTo(pieceShare(300, [-500, 900]), 12))
})

describe('a magnetometer in the wing tip', () => {
  const dun = demoProject('3-skerrow-dunlin')
  const lights = (project: Project) => {
    const design = resolve(project, 'b')
    const found = examineWiring(design, circuitsOf(design))
    return {
      disturbance: found.disturbances.find(disturbance => disturbance.unit === 'position-lights')!,
      finding: found.findings.find(
        finding => finding.subjects.includes('position-lights') && /magnetometer/.test(finding.code)
      )
    }
  }
  it('is turned by the lights beside it when they come back through the structure, and not with their return beside them', () => {
    const { disturbance, finding } = lights(dun)
    expect(disturbance.paired).toBe(false)
    expect(finding).toMatchObject({ code: 'wiring.magnetometer', weight: 'decide', limit: 2 })
    const cured = applyEdits(dun, finding!.remedies[0]!.edits, 'cure').project
    expect(lights(cured).finding).toBeUndefined()
  })
  it('says that it is not known while nobody has entered where the places are', () => {
    const places = dun.airframe.places.map(({ acrossMm: _, upMm: __, ...place }) => place)
    expect(lights({ ...dun, airframe: { ...dun.airframe, places } }).finding).toMatchObject({
      code: 'wiring.magnetometer-where',
      weight: 'note'
    })
  })
})
