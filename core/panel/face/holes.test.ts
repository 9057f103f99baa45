import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { applyEdits, type Edit, type Project } from '../../document'
import { examineMass } from '../../mass'
import { examineMoney } from '../../money'
import { item, plainProject, projectWith, roundFace } from '../../testing'
import { examineSheet, freeHoles, plateOver, platesOf, sheetOf, snapBox } from '..'

/**
 * A 3-1/8 in instrument: hole 3.125 in, four no. 6 screws on a 2.475 in square (MS33638 / MS33639, from memory); bezel 3.25 in.
 */
const standard = (id: string, inches = 3.125) => {
  const [half, bezel] = inches === 3.125 ? [31.43, 82.55] : [23.57, 60.3]
  return item({
    id,
    priceCents: 100_000,
    labourHours: 2,
    removeHours: 1,
    massKg: 0.5,
    face: {
      bezel: { shape: 'rectangle', widthMm: bezel, heightMm: bezel, cornerMm: 3 },
      cutout: { shape: 'round', diameterMm: inches * 25.4 },
      screws: [-1, 1].flatMap(sx => [-1, 1].map(sy => ({ xMm: sx * half, yMm: sy * half, holeMm: 3.7 }))),
      stack: false
    }
  })
}
const PRICES = {
  labourCentsPerHour: 10_000,
  panelWorkCents: 200_000,
  wireCentsPerMetre: 0,
  travelCents: 0,
  contingencyPercent: 0
}
const OLD = standard('old')
/** Two old instruments, 100 mm apart, of which the option keeps none; what it has instead stands at these positions. */
function swapped(
  fresh: Readonly<Record<string, readonly [ReturnType<typeof item>, number, number]>>,
  edits: readonly Edit[] = []
): Project {
  const project = projectWith(
    Object.values(fresh).map(([made, x, y]) => [made, [x, y]] as const),
    plainProject()
  )
  const [option] = project.options
  const found = { item: 'old', place: 'panel', yMm: 150 }
  const with_: Project = {
    ...project,
    items: [...project.items, OLD],
    fitted: [
      { ...found, id: 'left', label: 'Left', xMm: 150 },
      { ...found, id: 'right', label: 'Right', xMm: 250 }
    ],
    options: [{ ...option!, prices: PRICES }]
  }
  return edits.length ? applyEdits(with_, edits, 'so').project : with_
}
const designOf = (...of: Parameters<typeof swapped>) => resolve(swapped(...of), 'a')
const panelCents = (...of: Parameters<typeof swapped>) =>
  examineMoney(designOf(...of), [])
    .lines.filter(line => line.group === 'panel')
    .reduce((sum, line) => sum + line.cents, 0)
const codes = (...of: Parameters<typeof swapped>) => examineSheet(designOf(...of)).map(({ code }) => code)

describe('the existing sheet and its holes', () => {
  // Common practice: a standard instrument goes into the hole of the old one with no cutting.
  it('a like-for-like swap cuts nothing, and no panel work is charged', () => {
    const both = { a: [standard('x'), 150, 150], b: [standard('y'), 250, 150] } as const
    const work = sheetOf(designOf(both))
    expect(work).toMatchObject({ sheet: 'existing', left: [] })
    expect(work.fits.map(({ cut, drill }) => [cut, drill.length])).toEqual([
      [false, 0],
      [false, 0]
    ])
    expect(panelCents(both)).toBe(0)
    expect(codes(both)).toEqual([])
    // By hand: two at 1000, two hours each to install and one each to remove the old, at 100 an hour.
    expect(examineMoney(designOf(both), []).totalCents).toBe(2 * 100_000 + 2 * (2 + 1) * 10_000)
  })
  it('a unit in the hand is drawn to the middle of a hole that nothing keeps', () => {
    const design = designOf({ a: [standard('x'), 152, 148.5] })
    const [x, y] = [152, 148.5]
    const held = { minX: x - 41.3, maxX: x + 41.3, minY: y - 41.3, maxY: y + 41.3 }
    const drawn = snapBox(held, freeHoles(design, new Set(['a'])), 2.5)
    expect([x + drawn.dx, y + drawn.dy]).toEqual([150, 150])
    expect(drawn.relations[0]!.text).toBe('middle in line with the hole of Left')
  })
  it('a hole that is 1/64 in off its place still serves, one that is 1/16 in off does not', () => {
    const moved = (mm: number) => sheetOf(designOf({ a: [standard('x'), 150 + mm, 150] })).fits[0]!
    expect(moved(0.25)).toMatchObject({ cut: false, conflicts: [] })
    expect(moved(1.6)).toMatchObject({ cut: true })
  })
  it('a larger cutout over an old hole is cut in the same sheet', () => {
    const wide = { a: [item({ id: 'wide', face: roundFace(120) }), 150, 150] } as const
    expect(sheetOf(designOf(wide))).toMatchObject({ sheet: 'new' })
    // Far enough from the right hole it only enlarges the left one.
    const alone = { a: [item({ id: 'wide', face: roundFace(95) }), 145, 150] } as const
    expect(sheetOf(designOf(alone)).fits[0]).toMatchObject({ cut: true, fills: ['left'], conflicts: [] })
    // A round hole up to 4 in: half an hour at 100.
    expect(panelCents(alone)).toBe(5_000)
  })
  it('a cutout that crosses an old hole needs a new sheet, and the price is that of a new sheet', () => {
    const crossing = { a: [standard('x'), 200, 150] } as const
    const work = sheetOf(designOf(crossing))
    expect(work.sheet).toBe('new')
    expect(work.fits[0]!.conflicts).toEqual(['left', 'right'])
    expect(panelCents(crossing)).toBe(200_000)
    expect(codes(crossing)).toEqual([])
  })
  it('the existing sheet chosen in spite of that is to be fixed, with a new sheet as the remedy', () => {
    const keep: Edit = { type: 'sheet.set', option: 'a', sheet: 'existing' }
    const crossing = { a: [standard('x'), 200, 150] } as const
    const [found] = examineSheet(designOf(crossing, [keep]))
    expect(found).toMatchObject({ code: 'panel.sheet-conflict', weight: 'must fix' })
    const cured = applyEdits(swapped(crossing, [keep]), found!.remedies![0]!.edits, 'cure').project
    expect(examineSheet(resolve(cured, 'a'))).toEqual([])
  })
  // The notch for the knob of a round gyro is where the lower left screw of its successor is: it is mounted with three.
  it('a screw in the knob notch of the old hole is a note, and no new sheet', () => {
    const gyro = standard('gyro')
    const notched = {
      ...gyro,
      face: {
        ...gyro.face!,
        cutout: {
          shape: 'compound' as const,
          parts: [
            { xMm: 0, yMm: 0, of: { shape: 'round' as const, diameterMm: 79.375 } },
            { xMm: -27.4, yMm: -27.4, of: { shape: 'round' as const, diameterMm: 19 } }
          ]
        },
        screws: gyro.face!.screws.slice(1)
      }
    }
    const base = swapped({ a: [standard('x'), 150, 150], b: [standard('y'), 250, 150] })
    const items = [...base.items.filter(({ id }) => id !== 'old'), { ...notched, id: 'old' }]
    const design = resolve({ ...base, items }, 'a')
    expect(sheetOf(design)).toMatchObject({ sheet: 'existing' })
    expect(sheetOf(design).left.map(({ coveredBy }) => coveredBy?.label)).toEqual(['x', 'y'])
    expect(sheetOf(design).fits.map(({ cut, drill, lost }) => [cut, drill.length, lost.length])).toEqual([
      [false, 0, 1],
      [false, 0, 1]
    ])
    expect(examineSheet(design).map(({ code, weight }) => [code, weight])).toEqual([
      ['panel.screw-lost', 'note'],
      ['panel.screw-lost', 'note']
    ])
  })
  it('a smaller instrument in a larger hole has no metal for its screws', () => {
    const small = { a: [standard('small', 2.25), 150, 150] } as const
    expect(sheetOf(designOf(small)).fits[0]!.conflicts).toEqual(['left'])
  })
})

describe('blanking plates', () => {
  const one = { a: [standard('x'), 150, 150] } as const
  it('a hole left over is a finding until a plate covers it', () => {
    const [found, ...rest] = examineSheet(designOf(one))
    expect(rest).toEqual([])
    expect(found).toMatchObject({ code: 'panel.open-hole', weight: 'decide' })
    const cured = applyEdits(swapped(one), found!.remedies![0]!.edits, 'cover').project
    expect(examineSheet(resolve(cured, 'a'))).toEqual([])
    expect(cured.options[0]!.blanks).toEqual([{ id: 'blank-right', hole: 'right' }])
  })
  it('a plate over a standard hole uses its four screws and is a standard bezel in size', () => {
    const { hole } = sheetOf(designOf(one)).left[0]!
    const plate = plateOver(hole, 1.6)
    expect(plate.reuses).toBe(true)
    expect(plate.screws).toHaveLength(4)
    expect(plate.outline.w).toBeLessThanOrEqual(82.55)
    // By hand: 82.38 mm square less its corners (0.8584 · 3²) and four 3.7 mm holes, 1.6 mm thick, 2.78 g/cm³.
    expect(plate.massKg).toBeCloseTo((82.38 ** 2 - 0.8584 * 9 - 4 * Math.PI * 1.85 ** 2) * 1.6 * 2.78e-6, 5)
  })
  it('a plate is half an hour of work and its weight, and nothing on a new sheet', () => {
    const plate: Edit = { type: 'blank.put', option: 'a', blank: { id: 'p', hole: 'right' } }
    expect(panelCents(one, [plate])).toBe(5_000)
    const [with_, without] = [designOf(one, [plate]), designOf(one)]
    const mass = (design: typeof with_) => examineMass(design, [], []).emptyMassKg
    expect(mass(with_) - mass(without)).toBeCloseTo(platesOf(with_)[0]!.massKg, 9)
    const fresh = [plate, { type: 'sheet.set', option: 'a', sheet: 'new' } as const]
    expect(platesOf(designOf(one, fresh))).toEqual([])
    expect(panelCents(one, fresh)).toBe(200_000)
  })
  it('a plate that overlaps a reserved area is told by how much', () => {
    const base = swapped(one, [{ type: 'blank.put', option: 'a', blank: { id: 'p', hole: 'right' } }])
    const zone = {
      id: 'vent',
      name: 'Vent',
      side: 'face' as const,
      area: { shape: 'rectangle' as const, xMm: 250 + 41.19 + 20 - 2, yMm: 150, widthMm: 40, heightMm: 40 },
      fromDepthMm: 0,
      movable: false
    }
    const { project } = applyEdits(base, [{ type: 'zone.put', zone }], 'vent')
    expect(examineSheet(resolve(project, 'a'))).toMatchObject([
      { code: 'panel.plate-room', measured: expect.closeTo(2, 6) as number }
    ])
  })
  it('a rectangular hole without screws gets new ones, two diameters from the hole and from the edge of the plate', () => {
    const figure = { kind: 'box', x: 100, y: 50, w: 160, h: 42 } as const
    const { screws, outline } = plateOver({ id: 'h', name: 'Radio', figure, screws: [] }, 1.6)
    // Sides of 174.8 mm get one between: common practice, no side longer than 6 in without a screw.
    expect(screws).toHaveLength(6)
    expect(outline).toMatchObject({ x: 100, y: 50, w: 160 + 4 * 7.4, h: 42 + 4 * 7.4 })
  })
})
