import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Label } from '../../document'
import { readPhrase, US } from '../../quantity'
import { boxFace, item, plainProject, projectWith } from '../../testing'
import { resolve } from '../../design'
import { bounds, engravedLines, examinePanel } from '..'

const label = (patch: Partial<Label> = {}): Label => ({
  id: 'l',
  text: 'MASTER',
  xMm: 300,
  yMm: 150,
  heightMm: 4,
  ...patch
})
const box = item({ id: 'box', face: boxFace(60, 40) })
/** What is said of labels on a sheet of 600 by 300 mm with a box in its middle when it is asked for. */
function said(labels: Label[], withBox = false) {
  const project = projectWith(withBox ? [[box, [300, 150]]] : [], plainProject())
  const [option] = project.options
  return examinePanel(resolve({ ...project, options: [{ ...option!, labels }] }, 'a')).findings.filter(finding =>
    ['panel.label', 'panel.letters'].includes(finding.code)
  )
}

describe('labels', () => {
  it('one that stands free on the sheet is told nothing', () => expect(said([label()])).toEqual([]))
  it('one under a bezel would be covered, by as much as it reaches in', () => {
    expect(said([label()], true)).toMatchObject([{ code: 'panel.label', subjects: ['box'], weight: 'decide' }])
    // Its lower edge 2 mm, half its height, below its middle: at 171 it reaches 1 mm into a bezel that ends at 170.
    const [near] = said([label({ yMm: 171 })], true)
    expect(near!.measured).toBeCloseTo(-1, 1)
    expect(said([label({ yMm: 172.3 })], true)).toEqual([])
  })
  it('one that runs over the edge is told with the edge', () => {
    const [over] = said([label({ xMm: 2 })])
    expect(readPhrase(over!.says, US)).toContain('the edge of the sheet')
  })
  it('letters with no single-line form are named, each once', () => {
    const [lacking] = said([label({ text: 'ПИТО ПИТО' })])
    expect(readPhrase(lacking!.says, US)).toContain('“П”, “И”, “Т”, “О”')
    expect(said([label({ text: 'ALT FIELD 5 A – 60/40 %' })])).toEqual([])
  })
  it('two labels are two matters', () =>
    expect(said([label({ xMm: 1 }), label({ id: 'm', xMm: 599 })])).toHaveLength(2))
})

describe('engraved letters', () => {
  // ISO 3098-1: the nominal size of lettering is the height of its capitals (from memory).
  it('capitals are as high as asked, whatever is written and however large', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...'EFHILTZ'), { minLength: 1, maxLength: 14 }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (letters, heightMm) => {
          const { minY, maxY } = bounds(engravedLines(letters.join(''), 0, 0, heightMm).flat())
          expect((maxY - minY) / heightMm).toBeCloseTo(1, 1)
        }
      ),
      { seed: 8, numRuns: 100 }
    ))
  it('what is twice as high is twice as wide, and its middle stays where it was put', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('PITOT HEAT', 'NAV', 'ALT 60 A', 'ELT'),
        fc.integer({ min: -50, max: 900 }),
        (text, x) => {
          const small = bounds(engravedLines(text, x, 40, 3).flat())
          const large = bounds(engravedLines(text, x, 40, 6).flat())
          expect(large.maxX - large.minX).toBeCloseTo(2 * (small.maxX - small.minX), 9)
          expect((small.minX + small.maxX) / 2).toBeCloseTo(x, 9)
          expect((large.minX + large.maxX) / 2).toBeCloseTo(x, 9)
        }
      ),
      { seed: 9, numRuns: 60 }
    ))
})
