import fc from 'fast-check'
import { readPhrase, US, type Phrase } from '../../quantity'
import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../document'
import { AS_FOUND, remediesOf, resolve } from '../../design'
import { boxFace, designWith, item, plainProject, projectWith, roundFace } from '../../testing'
import { demoCatalogue } from '../../testing.demo'
import { examinePanel, figureAreaMm2, findPlace, groundOf, openings, placedOn, setDown, stands, zoneFigure } from '..'

const three = item({ id: 'three', face: roundFace(79.375) })
const four = item({ id: 'four', face: roundFace(79.375) })

describe('standard instruments of the demo catalogue', () => {
  // MS33638: hole 3 1/8 in, four screws on a 2.475 in square, which is a 3.5 in circle (value from memory).
  // MS33639: hole 2 1/4 in, screws on a 1.856 in square, a 2.625 in circle (value from memory).
  it.each([
    ['pellinore-rondo-h', 3.125, 2.475, 3.5],
    ['quillon-plumb-2', 2.25, 1.856, 2.625]
  ])('%s has hole and screw pattern of the standard', (id, hole, square, circle) => {
    const face = demoCatalogue().find(other => other.id === id)!.face!
    expect(face.cutout).toEqual({ shape: 'round', diameterMm: hole * 25.4 })
    expect(face.screws).toHaveLength(4)
    for (const screw of face.screws) {
      expect(Math.abs(screw.xMm) * 2).toBeCloseTo(square * 25.4, 1)
      expect((Math.hypot(screw.xMm, screw.yMm) * 2) / 25.4).toBeCloseTo(circle, 2)
    }
  })
  // Radio stack units are 6.25 in wide (common practice).
  it('radios are 6.25 in wide', () => {
    for (const radio of demoCatalogue().filter(entry => entry.face?.stack))
      expect(radio.face!.bezel).toMatchObject({ shape: 'rectangle', widthMm: 158.8 })
  })
})

describe('what does not go on the face', () => {
  it('two 3 1/8 in holes at 3.5 in leave 0.375 in of metal, at 3.25 in only 0.125 in', () => {
    const at = (pitch: number) =>
      examinePanel(
        designWith([
          [three, [200, 150]],
          [four, [200 + pitch * 25.4, 150]]
        ])
      )
    expect(at(3.5).leastMetalMm! / 25.4).toBeCloseTo(0.375, 9)
    expect(at(3.5).findings).toEqual([])
    const near = at(3.25).findings
    expect(near).toHaveLength(1)
    expect(near[0]).toMatchObject({ code: 'panel.bezel-overlap', weight: 'must fix', subjects: ['three', 'four'] })
  })
  it('bezels that overlap are named with the overlap, and the remedy parts them with the metal wanted', () => {
    const project = projectWith([
      [three, [200, 150]],
      [four, [260, 150]]
    ])
    const [finding] = examinePanel(resolve(project, 'a')).findings
    expect(finding!.measured).toBeCloseTo(60 - 83.375, 6)
    expect(remediesOf(finding!, resolve(project, 'a')).length).toBeGreaterThan(0)
    for (const remedy of remediesOf(finding!, resolve(project, 'a')))
      expect(examinePanel(resolve(applyEdits(project, remedy.edits, 'cure').project, 'a')).findings).toEqual([])
  })
  it('offers no remedy for the aeroplane as found: what is, is', () => {
    const project = projectWith([
      [three, [200, 150]],
      [four, [260, 150]]
    ])
    const found = { ...project, fitted: project.options[0]!.units }
    expect(remediesOf(examinePanel(resolve(found, AS_FOUND)).findings[0]!, resolve(found, AS_FOUND))).toEqual([])
  })
  it('a hole keeps the lip of the sheet', () => {
    const [finding] = examinePanel(designWith([[three, [50, 150]]])).findings
    expect(finding).toMatchObject({ code: 'panel.edge', limit: 15 })
    expect(finding!.measured).toBeCloseTo(50 - 79.375 / 2, 9)
  })
  it('a hole too near a slanting edge is moved in until the lip is whole', () => {
    const base = plainProject()
    base.airframe.panel.outline = [
      [0, 0],
      [600, 0],
      [600, 150],
      [0, 300]
    ]
    const project = projectWith([[three, [300, 170]]], base)
    const [finding] = examinePanel(resolve(project, 'a')).findings
    expect(finding).toMatchObject({ code: 'panel.edge' })
    expect(remediesOf(finding!, resolve(project, 'a'))).toHaveLength(2)
    for (const remedy of remediesOf(finding!, resolve(project, 'a')))
      expect(examinePanel(resolve(applyEdits(project, remedy.edits, 'cure').project, 'a')).findings).toEqual([])
  })
  it('a deep box meets a T-bar only where it reaches it, and says by how much', () => {
    const deep = item({
      id: 'deep',
      face: boxFace(158.8, 50, true),
      body: { widthMm: 158, heightMm: 48, depthMm: 200, connectorMm: 40 }
    })
    const base = plainProject()
    const zoned = (fromDepthMm: number, x: number) => ({
      ...base,
      airframe: {
        ...base.airframe,
        panel: {
          ...base.airframe.panel,
          zones: [
            {
              id: 't',
              name: 'T-bar',
              side: 'behind' as const,
              area: { shape: 'rectangle' as const, xMm: x, yMm: 150, widthMm: 60, heightMm: 60 },
              fromDepthMm,
              movable: false
            }
          ]
        }
      }
    })
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(230, 300))).findings[0]).toMatchObject({
      code: 'panel.depth',
      measured: 240,
      limit: 230
    })
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(240, 300))).findings).toEqual([])
    expect(examinePanel(designWith([[deep, [300, 150]]], zoned(230, 480))).findings).toEqual([])
  })
  it('a heater knob on the face is not covered', () => {
    const base = plainProject()
    base.airframe.panel.zones = [
      {
        id: 'h',
        name: 'Heater knob',
        side: 'face',
        area: { shape: 'round', xMm: 300, yMm: 150, diameterMm: 36 },
        fromDepthMm: 0,
        movable: false
      }
    ]
    const [finding] = examinePanel(designWith([[three, [350, 150]]], base)).findings
    expect(finding).toMatchObject({ code: 'panel.face-zone' })
    expect(finding!.measured).toBeCloseTo(50 - 18 - 83.375 / 2, 6)
  })
  it('a screw in a neighbour’s hole is found', () => {
    const screwed = item({
      id: 'screwed',
      face: {
        ...roundFace(57.15)!,
        bezel: { shape: 'round', diameterMm: 58 },
        screws: [{ xMm: 45, yMm: 0, holeMm: 3.8 }]
      }
    })
    const codes = examinePanel(
      designWith([
        [screwed, [200, 150]],
        [three, [285, 150]]
      ])
    ).findings.map(finding => finding.code)
    expect(codes).toContain('panel.screw')
  })
  it('a box behind is not counted by its face alone', () => {
    const wide = item({
      id: 'wide',
      face: roundFace(57.15),
      body: { widthMm: 150, heightMm: 60, depthMm: 60, connectorMm: 0 }
    })
    const other = item({
      id: 'other',
      face: roundFace(57.15),
      body: { widthMm: 57, heightMm: 57, depthMm: 60, connectorMm: 0 }
    })
    expect(
      examinePanel(
        designWith([
          [wide, [200, 150]],
          [other, [290, 150]]
        ])
      ).findings[0]
    ).toMatchObject({ code: 'panel.behind-overlap' })
  })
  it('moving everything together changes no clearance', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: -40, max: 40, noNaN: true }),
        (dx, dy) => {
          const least = (x: number, y: number) =>
            examinePanel({
              ...designWith([
                [three, [250 + x, 150 + y]],
                [four, [345 + x, 150 + y]]
              ])
            }).leastMetalMm
          expect(least(dx, dy)).toBeCloseTo(least(0, 0)!, 6)
        }
      )
    ))
})

describe('screws', () => {
  const screwed = (x: number, y: number, bezel = 58) =>
    item({
      id: 'screwed',
      face: {
        ...roundFace(57.15)!,
        bezel: { shape: 'round', diameterMm: bezel },
        screws: [{ xMm: x, yMm: y, holeMm: 4 }]
      }
    })
  // A fastener stands two of its diameters from the edge (common practice): 1.5 diameters of metal from the hole's rim.
  it.each([
    [8, true],
    [7.9, false]
  ])('with its middle %s mm from the edge of the sheet: %s', (fromEdge, holds) => {
    const codes = examinePanel(designWith([[screwed(0, -(150 - fromEdge)), [300, 150]]])).findings.map(
      finding => finding.code
    )
    expect(codes.includes('panel.screw-edge')).toBe(!holds)
  })
  it('in a rib close behind the face is found; in one farther back it is not', () => {
    const base = plainProject()
    const rib = (fromDepthMm: number) => ({
      ...base,
      airframe: {
        ...base.airframe,
        panel: {
          ...base.airframe.panel,
          zones: [
            {
              id: 'rib',
              name: 'Rib R2',
              side: 'behind' as const,
              area: {
                shape: 'polygon' as const,
                points: [
                  [340, 100],
                  [350, 100],
                  [350, 200],
                  [340, 200]
                ] as [number, number][]
              },
              fromDepthMm,
              movable: false
            }
          ]
        }
      }
    })
    const codes = (from: number) =>
      examinePanel(designWith([[screwed(45, 0), [300, 150]]], rib(from))).findings.map(finding => finding.code)
    expect(codes(5)).toContain('panel.screw-zone')
    expect(codes(40)).not.toContain('panel.screw-zone')
  })
  it('on a neighbour’s screw is found', () => {
    const other = item({
      id: 'other',
      face: {
        ...roundFace(57.15)!,
        bezel: { shape: 'round', diameterMm: 58 },
        screws: [{ xMm: -45, yMm: 0, holeMm: 4 }]
      }
    })
    expect(
      examinePanel(
        designWith([
          [screwed(45, 0), [200, 150]],
          [other, [290, 150]]
        ])
      ).findings.map(finding => finding.code)
    ).toContain('panel.screw')
  })
  it('in its own hole tells of a wrong entry, wherever it stands', () => {
    const wrong = item({ id: 'wrong', face: { ...roundFace(57.15)!, screws: [{ xMm: 20, yMm: 0, holeMm: 4 }] } })
    expect(examinePanel(designWith([[wrong, [300, 150]]])).findings[0]).toMatchObject({
      code: 'panel.own-screw',
      says: expect.toSatisfy((says: Phrase) => /Correct its catalog entry/.test(readPhrase(says, US)))
    })
  })
})

describe('what moves behind the face', () => {
  const bar = (sweepMm?: [number, number]) => {
    const base = plainProject()
    base.airframe.panel.zones = [
      {
        id: 't',
        name: 'T-bar',
        side: 'behind',
        area: { shape: 'rectangle', xMm: 100, yMm: 60, widthMm: 40, heightMm: 40 },
        fromDepthMm: 100,
        movable: false,
        sweepMm
      }
    ]
    return base
  }
  const deep = item({
    id: 'deep',
    face: boxFace(60, 60),
    body: { widthMm: 60, heightMm: 60, depthMm: 150, connectorMm: 0 }
  })
  it('takes all the ground it sweeps over', () => {
    const meets = (sweep?: [number, number]) =>
      examinePanel(designWith([[deep, [300, 60]]], bar(sweep))).findings.some(finding => finding.code === 'panel.depth')
    expect(meets()).toBe(false)
    expect(meets([100, 0])).toBe(false)
    expect(meets([160, 0])).toBe(true)
  })
  it('swept area of a box along its side is the box and the way it goes', () => {
    const [zone] = bar([80, 0]).airframe.panel.zones
    expect(figureAreaMm2(zoneFigure(zone!))).toBeCloseTo((40 + 80) * 40, 6)
    // Slantwise: the box and a parallelogram for each of its two leading sides (hull of a translated convex shape).
    expect(figureAreaMm2(zoneFigure({ ...zone!, sweepMm: [30, 50] }))).toBeCloseTo(40 * 40 + 30 * 40 + 50 * 40, 6)
  })
})

describe('locked and set out', () => {
  const near = (patch: object) => {
    const project = projectWith([
      [three, [200, 150]],
      [four, [260, 150]]
    ])
    project.options[0]!.units[0] = { ...project.options[0]!.units[0]!, ...patch }
    const design = resolve(project, 'a')
    return remediesOf(examinePanel(design).findings[0]!, design)
  }
  it('a remedy moves the other one when one is locked', () => {
    expect(
      near({})
        .flatMap(remedy => remedy.edits)
        .some(edit => edit.type === 'unit.move' && edit.unit === 'three')
    ).toBe(true)
    expect(
      near({ locked: true })
        .flatMap(remedy => remedy.edits)
        .every(edit => edit.type === 'unit.move' && edit.unit === 'four')
    ).toBe(true)
  })
})

describe('radio stacks', () => {
  const radio = (id: string, height: number) => item({ id, face: boxFace(158.8, height, true) })
  it('trays that stand one on the other share one opening and want no metal between', () => {
    const design = designWith([
      [radio('a1', 50), [300, 150]],
      [radio('a2', 33), [300, 191.5]],
      [three, [120, 150]]
    ])
    const report = examinePanel(design)
    expect(report.findings).toEqual([])
    const cut = openings(placedOn(design), 6.35)
    expect(cut).toHaveLength(2)
    expect(cut.find(opening => opening.units.length === 2)!.figure).toEqual({
      kind: 'box',
      x: expect.closeTo(300, 6),
      y: expect.closeTo(166.5, 6),
      w: expect.closeTo(158.8, 6),
      h: expect.closeTo(83, 6)
    })
  })
  it('trays that stand askew are two holes with too little between', () => {
    expect(
      examinePanel(
        designWith([
          [radio('a1', 50), [300, 150]],
          [radio('a2', 33), [305, 192]]
        ])
      ).findings[0]
    ).toMatchObject({ code: 'panel.web' })
  })
})

describe('finding a place', () => {
  const ground = groundOf(plainProject().airframe.panel)
  it('agrees with trying every point of a finer grid', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 590 }),
        fc.integer({ min: 60, max: 290 }),
        fc.integer({ min: 120, max: 480 }),
        (width, height, x) => {
          const wall = setDown(
            { id: 'wall', label: 'wall', item: item({ id: 'wall', face: boxFace(90, 260) }) },
            x,
            150
          )!
          const wanted = item({ id: 'wanted', face: boxFace(width, height) })
          const fit = findPlace(wanted, [wall], ground, 3)
          let brute = false
          for (let px = 0; px <= 600 && !brute; px += 1.5)
            for (let py = 0; py <= 300 && !brute; py += 7.5)
              brute = stands({ unit: { id: 'wanted', label: '', item: wanted }, x: px, y: py, others: [wall], ground })
          if (fit.at)
            expect(
              stands({
                unit: { id: 'wanted', label: '', item: wanted },
                x: fit.at.xMm,
                y: fit.at.yMm,
                others: [wall],
                ground
              })
            ).toBe(true)
          // Between a grid of 3 mm and one of 1.5 by 7.5 mm only places narrower than that may differ.
          const slack = Math.max(x - 45, 600 - x - 45) - 15 - 6.35 - width
          if (Math.abs(slack) > 8 && Math.abs(270 - height) > 8) expect(fit.at !== undefined).toBe(brute)
        }
      ),
      { numRuns: 25 }
    ))
  it('says what stands in the way of a display that is too wide', () => {
    const fit = findPlace(item({ id: 'huge', face: boxFace(590, 100) }), [], ground)
    expect(fit.at).toBeUndefined()
    expect(fit.bare).toBe(false)
    expect(fit.nearest!.violations[0]!.code).toBe('edge')
  })
})

describe('labels', () => {
  it('one that would be cut away or run off the sheet is named; one on bare metal is not', () => {
    const design = designWith([[item({ id: 'dial', face: roundFace(80) }), [100, 100]]])
    const codes = (xMm: number, yMm: number) =>
      examinePanel({ ...design, labels: [{ id: 'l', text: 'OIL', xMm, yMm, heightMm: 4 }] })
        .findings.filter(finding => finding.code === 'panel.label')
        .map(finding => finding.subjects)
    expect(codes(100, 100)).toEqual([['dial']])
    // Bezel of 84 mm: its lower edge is at 58 mm, letters of 4 mm stand clear below 56.
    expect(codes(100, 55.9)).toEqual([])
    expect(codes(100, 56.1)).toEqual([['dial']])
    expect(codes(599, 200)).toEqual([[]])
  })
})
