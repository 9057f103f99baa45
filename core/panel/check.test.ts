import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, AS_FOUND, resolve } from '../project'
import { boxFace, demoCatalogue, designWith, item, plainProject, projectWith, roundFace } from '../testing'
import { examinePanel, findPlace, groundOf, openings, setDown, stands } from '.'

const three = item({ id: 'three', face: roundFace(79.375) })
const four = item({ id: 'four', face: roundFace(79.375) })

describe('standard instruments of the demo catalogue', () => {
  // MS33638: hole 3 1/8 in, four screws on a 2.475 in square, which is a 3.5 in circle (value from memory).
  // MS33639: hole 2 1/4 in, screws on a 1.856 in square, a 2.625 in circle (value from memory).
  it.each([['pellinore-rondo-h', 3.125, 2.475, 3.5], ['quillon-plumb-2', 2.25, 1.856, 2.625]])('%s has hole and screw pattern of the standard', (id, hole, square, circle) => {
    const face = demoCatalogue().find(one => one.id === id)!.face!
    expect(face.cutout).toEqual({ shape: 'round', diameterMm: hole * 25.4 })
    expect(face.screws).toHaveLength(4)
    for (const screw of face.screws) {
      expect(Math.abs(screw.xMm) * 2).toBeCloseTo(square * 25.4, 1)
      expect(Math.hypot(screw.xMm, screw.yMm) * 2 / 25.4).toBeCloseTo(circle, 2)
    }
  })
  // Radio stack units are 6.25 in wide (common practice).
  it('radios are 6.25 in wide', () => {
    for (const one of demoCatalogue().filter(entry => entry.face?.stack)) expect(one.face!.bezel).toMatchObject({ shape: 'rectangle', widthMm: 158.8 })
  })
})

describe('what does not go on the face', () => {
  it('two 3 1/8 in holes at 3.5 in leave 0.375 in of metal, at 3.25 in only 0.125 in', () => {
    const at = (pitch: number) => examinePanel(designWith([[three, [200, 150]], [four, [200 + pitch * 25.4, 150]]]))
    expect(at(3.5).leastMetalMm! / 25.4).toBeCloseTo(0.375, 9)
    expect(at(3.5).snags).toEqual([])
    const near = at(3.25).snags
    expect(near).toHaveLength(1)
    expect(near[0]).toMatchObject({ code: 'panel.bezel-overlap', weight: 'stops work', subjects: ['three', 'four'] })
  })
  it('bezels that overlap are named with the overlap, and the remedy parts them with the metal wanted', () => {
    const project = projectWith([[three, [200, 150]], [four, [260, 150]]])
    const [snag] = examinePanel(resolve(project, 'a')).snags
    expect(snag!.measured).toBeCloseTo(60 - 83.375, 6)
    expect(snag!.remedies.length).toBeGreaterThan(0)
    for (const remedy of snag!.remedies) expect(examinePanel(resolve(applyEdits(project, remedy.edits, 'cure').project, 'a')).snags).toEqual([])
  })
  it('offers no remedy for the aeroplane as found: what is, is', () => {
    const project = projectWith([[three, [200, 150]], [four, [260, 150]]])
    const found = { ...project, fitted: project.options[0]!.units }
    expect(examinePanel(resolve(found, AS_FOUND)).snags[0]!.remedies).toEqual([])
  })
  it('a hole keeps the lip of the sheet', () => {
    const [snag] = examinePanel(designWith([[three, [50, 150]]])).snags
    expect(snag).toMatchObject({ code: 'panel.edge', limit: 15 })
    expect(snag!.measured).toBeCloseTo(50 - 79.375 / 2, 9)
  })
  it('a hole too near a slanting edge is moved in until the lip is whole', () => {
    const base = plainProject()
    base.airframe.panel.outline = [[0, 0], [600, 0], [600, 150], [0, 300]]
    const project = projectWith([[three, [300, 170]]], base)
    const [snag] = examinePanel(resolve(project, 'a')).snags
    expect(snag).toMatchObject({ code: 'panel.edge' })
    expect(snag!.remedies).toHaveLength(2)
    for (const remedy of snag!.remedies) expect(examinePanel(resolve(applyEdits(project, remedy.edits, 'cure').project, 'a')).snags).toEqual([])
  })
  it('a deep box meets a T-bar only where it reaches it, and says by how much', () => {
    const deep = item({ id: 'deep', face: boxFace(158.8, 50, true), body: { widthMm: 158, heightMm: 48, depthMm: 200, connectorMm: 40 } })
    const base = plainProject()
    const zoned = (fromDepthMm: number, x: number) => ({ ...base, airframe: { ...base.airframe, panel: { ...base.airframe.panel, zones: [{ id: 't', name: 'T-bar', side: 'behind' as const, area: { shape: 'rectangle' as const, xMm: x, yMm: 150, widthMm: 60, heightMm: 60 }, fromDepthMm, movable: false }] } } })
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(230, 300))).snags[0]).toMatchObject({ code: 'panel.depth', measured: 240, limit: 230 })
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(240, 300))).snags).toEqual([])
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(230, 480))).snags).toEqual([])
  })
  it('a heater knob on the face is not covered', () => {
    const base = plainProject()
    base.airframe.panel.zones = [{ id: 'h', name: 'Heater knob', side: 'face', area: { shape: 'round', xMm: 300, yMm: 150, diameterMm: 36 }, fromDepthMm: 0, movable: false }]
    const [snag] = examinePanel(designWith([[three, [350, 150]]], base)).snags
    expect(snag).toMatchObject({ code: 'panel.face-zone' })
    expect(snag!.measured).toBeCloseTo(50 - 18 - 83.375 / 2, 6)
  })
  it('a screw in a neighbour’s hole is found', () => {
    const screwed = item({ id: 'screwed', face: { ...roundFace(57.15)!, bezel: { shape: 'round', diameterMm: 58 }, screws: [{ xMm: 45, yMm: 0, holeMm: 3.8 }] } })
    const codes = examinePanel(designWith([[screwed, [200, 150]], [three, [285, 150]]])).snags.map(snag => snag.code)
    expect(codes).toContain('panel.screw')
  })
  it('a box behind is not counted by its face alone', () => {
    const wide = item({ id: 'wide', face: roundFace(57.15), body: { widthMm: 150, heightMm: 60, depthMm: 60, connectorMm: 0 } })
    const other = item({ id: 'other', face: roundFace(57.15), body: { widthMm: 57, heightMm: 57, depthMm: 60, connectorMm: 0 } })
    expect(examinePanel(designWith([[wide, [200, 150]], [other, [290, 150]]])).snags[0]).toMatchObject({ code: 'panel.behind-overlap' })
  })
  it('moving everything together changes no clearance', () => fc.assert(fc.property(fc.double({ min: -40, max: 40, noNaN: true }), fc.double({ min: -40, max: 40, noNaN: true }), (dx, dy) => {
    const least = (x: number, y: number) => examinePanel({ ...designWith([[three, [250 + x, 150 + y]], [four, [345 + x, 150 + y]]]) }).leastMetalMm
    expect(least(dx, dy)).toBeCloseTo(least(0, 0)!, 6)
  })))
})

describe('radio stacks', () => {
  const radio = (id: string, height: number) => item({ id, face: boxFace(158.8, height, true) })
  it('trays that stand one on the other share one opening and want no metal between', () => {
    const design = designWith([[radio('a1', 50), [300, 150]], [radio('a2', 33), [300, 191.5]], [three, [120, 150]]])
    const report = examinePanel(design)
    expect(report.snags).toEqual([])
    const cut = openings(report.placed, 6.35)
    expect(cut).toHaveLength(2)
    expect(cut.find(one => one.units.length === 2)!.figure).toEqual({ kind: 'box', x: expect.closeTo(300, 6), y: expect.closeTo(166.5, 6), w: expect.closeTo(158.8, 6), h: expect.closeTo(83, 6) })
  })
  it('trays that stand askew are two holes with too little between', () => {
    expect(examinePanel(designWith([[radio('a1', 50), [300, 150]], [radio('a2', 33), [305, 192]]])).snags[0]).toMatchObject({ code: 'panel.web' })
  })
})

describe('finding a place', () => {
  const ground = groundOf(plainProject().airframe.panel)
  it('agrees with trying every point of a finer grid', () => fc.assert(fc.property(fc.integer({ min: 60, max: 590 }), fc.integer({ min: 60, max: 290 }), fc.integer({ min: 120, max: 480 }), (width, height, x) => {
    const wall = setDown({ id: 'wall', label: 'wall', item: item({ id: 'wall', face: boxFace(90, 260) }) }, x, 150)!
    const wanted = item({ id: 'wanted', face: boxFace(width, height) })
    const fit = findPlace(wanted, [wall], ground, 3)
    let brute = false
    for (let px = 0; px <= 600 && !brute; px += 1.5) for (let py = 0; py <= 300 && !brute; py += 7.5) brute = stands({ id: 'wanted', label: '', item: wanted }, px, py, [wall], ground)
    if (fit.at) expect(stands({ id: 'wanted', label: '', item: wanted }, fit.at.xMm, fit.at.yMm, [wall], ground)).toBe(true)
    // Between a grid of 3 mm and one of 1.5 by 7.5 mm only places narrower than that may differ.
    const slack = Math.max(x - 45, 600 - x - 45) - 15 - 6.35 - width
    if (Math.abs(slack) > 8 && Math.abs(270 - height) > 8) expect(fit.at !== undefined).toBe(brute)
  }), { numRuns: 25 }))
  it('says what stands in the way of a display that is too wide', () => {
    const fit = findPlace(item({ id: 'huge', face: boxFace(590, 100) }), [], ground)
    expect(fit.at).toBeUndefined()
    expect(fit.bare).toBe(false)
    expect(fit.nearest!.misfits[0]!.code).toBe('edge')
  })
})
