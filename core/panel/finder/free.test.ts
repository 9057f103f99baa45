import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxFace, item, plainProject, roundFace, runs } from '../../testing'
import { demoProject } from '../../testing.demo'
import { type Panel, type Zone } from '../../document'
import { finish, resolve } from '../../design'
import {
  fewestOff,
  findPlace,
  freeGround,
  groundOf,
  isFree,
  leastChange,
  missOf,
  nearestFree,
  setDown,
  stands,
  type Placed
} from '..'
import { violationsBetween, violationsWithGround } from '../face/check'

const panelOf = (patch: Partial<Panel>): Panel => ({ ...plainProject().airframe.panel, ...patch })
const zone = (area: Zone['area'], patch: Partial<Zone> = {}): Zone => ({
  id: 'z',
  name: 'Rib R2',
  side: 'face',
  area,
  fromDepthMm: 0,
  movable: false,
  ...patch
})
const down = (box: ReturnType<typeof item>, x: number, y: number) =>
  setDown({ id: box.id, label: box.name, item: box }, x, y)!

const size = fc.integer({ min: 20, max: 140 })
const face = fc.oneof(
  size.map(d => roundFace(d)),
  fc.tuple(size, size).map(([w, h]) => boxFace(w, h)),
  fc.tuple(size, size, fc.integer({ min: 1, max: 30 })).map(([widthMm, heightMm, cornerMm]) => ({
    bezel: { shape: 'rectangle' as const, widthMm: widthMm + 6, heightMm: heightMm + 6, cornerMm: cornerMm / 2 },
    cutout: { shape: 'rectangle' as const, widthMm, heightMm, cornerMm },
    screws: [],
    stack: false
  })),
  size.map(d => ({
    bezel: { shape: 'flats' as const, diameterMm: d + 4, acrossMm: d, turned: false },
    cutout: { shape: 'flats' as const, diameterMm: d, acrossMm: d * 0.8, turned: true },
    screws: [],
    stack: false
  }))
)
const body = fc.option(
  fc
    .tuple(size, size, fc.integer({ min: 20, max: 280 }))
    .map(([widthMm, heightMm, depthMm]) => ({ widthMm, heightMm, depthMm, connectorMm: 10 })),
  { nil: undefined }
)
const screws = fc.array(
  fc.record({
    xMm: fc.integer({ min: -60, max: 60 }),
    yMm: fc.integer({ min: -60, max: 60 }),
    holeMm: fc.constant(3.8)
  }),
  { maxLength: 2 }
)
const boxOf = (id: string) =>
  fc.tuple(face, body, screws).map(([f, b, s]) => item({ id, face: { ...f!, screws: s }, body: b }))
const spot = fc.tuple(fc.integer({ min: 0, max: 600 }), fc.integer({ min: 0, max: 300 }))
const outline = fc.constantFrom<[number, number][]>(
  [
    [0, 0],
    [600, 0],
    [600, 300],
    [0, 300]
  ],
  [
    [0, 0],
    [260, 0],
    [260, 50],
    [340, 50],
    [340, 0],
    [600, 0],
    [600, 180],
    [480, 300],
    [120, 300],
    [0, 180]
  ]
)
const zones = fc.array(
  fc
    .tuple(spot, size, fc.constantFrom('face' as const, 'behind' as const), fc.boolean())
    .map(([[x, y], d, side, hollow]) =>
      zone(
        hollow
          ? {
              shape: 'polygon',
              points: [
                [x, y],
                [x + d, y],
                [x + d, y + d],
                [x + d / 2, y + d / 3],
                [x, y + d]
              ]
            }
          : { shape: 'round', xMm: x, yMm: y, diameterMm: d },
        { side, fromDepthMm: side === 'behind' ? 60 : 0, sweepMm: hollow || d % 2 === 0 ? undefined : [20, -10] }
      )
    ),
  { maxLength: 3 }
)

describe('the free ground of an item', () => {
  it('agrees with trying to set it down, anywhere on the sheet, to within half a millimetre', () =>
    fc.assert(
      fc.property(
        boxOf('wanted'),
        fc.array(fc.tuple(boxOf('other'), spot), { maxLength: 4 }),
        outline,
        zones,
        fc.array(spot, { minLength: 25, maxLength: 25 }),
        (wanted, others, ring, zs, spots) => {
          const ground = groundOf(
            panelOf({
              outline: ring,
              zones: zs.map((z, i) => ({ ...z, id: `z${i}` })),
              bays:
                ring.length === 4
                  ? [
                      {
                        id: 'b',
                        name: 'Bay',
                        outline: [
                          [300, 0],
                          [600, 0],
                          [600, 300],
                          [300, 300]
                        ],
                        lipMm: 12,
                        screwPitchMm: 80,
                        screwHoleMm: 4
                      }
                    ]
                  : []
            })
          )
          const placed = others.map(([other, [x, y]], i) => down({ ...other, id: `o${i}` }, x, y))
          const free = freeGround(wanted, placed, ground)
          const unit = { id: 'wanted', label: 'wanted', item: wanted }
          const here = (x: number, y: number) => stands({ unit, x, y, others: placed, ground })
          for (const [i, row] of free.rows.entries())
            if (i % 23 === 0)
              for (const [from, to] of row.runs.slice(0, 2))
                for (const x of [from, (from + to) / 2, to])
                  expect([x, row.y, here(x, row.y)]).toEqual([x, row.y, true])
          for (const [x, y] of spots) if (here(x, y)) expect(isFree(free, x, y, 0.5)).toBe(true)
        }
      ),
      runs(12)
    ))
  it('finds a slot with no room to spare', () => {
    const ground = groundOf(panelOf({ lipMm: 15, zones: [] }))
    // 600 less two lips of 15 leaves 570; 300 less two lips leaves 270: one point.
    const free = freeGround(item({ id: 'w', face: boxFace(570, 270) }), [], ground)
    expect(nearestFree(free, 0, 0)).toMatchObject({ xMm: expect.closeTo(300, 1), yMm: expect.closeTo(150, 1) })
  })
  it('area: a 100 by 100 box on a bare 600 by 300 sheet with a lip of 15 can stand on 470 by 170', () => {
    expect(freeGround(item({ id: 'w', face: boxFace(100, 100) }), [], groundOf(panelOf({}))).areaMm2).toBeCloseTo(
      470 * 170,
      -2
    )
  })
  it('moving everything together leaves the free area as it is', () =>
    fc.assert(
      fc.property(spot, ([x, y]) => {
        const at = (dx: number, dy: number) =>
          freeGround(
            item({ id: 'w', face: roundFace(80) }),
            [down(item({ id: 'o', face: boxFace(90, 60) }), 250 + dx, 150 + dy)],
            groundOf(
              panelOf({
                outline: [
                  [dx, dy],
                  [600 + dx, dy],
                  [600 + dx, 300 + dy],
                  [dx, 300 + dy]
                ]
              })
            )
          ).areaMm2
        expect(at(x, y) / at(0, 0)).toBeCloseTo(1, 3)
      }),
      { numRuns: 20 }
    ))
})

describe('what does not fit, and what would make it fit', () => {
  const wall = (x: number): Placed => down(item({ id: `wall${x}`, face: boxFace(20, 260) }), x, 150)
  it('says by how much: 13 mm too wide between two walls', () => {
    // Clear between the walls' holes: 260 less two webs of 6.35, less the walls' own half widths of 10 each: 227.3 wide.
    const ground = groundOf(panelOf({}))
    const wide = item({ id: 'w', face: boxFace(240.3, 100) })
    const walls = [
      wall(170),
      wall(430),
      down(item({ id: 'left', face: boxFace(60, 260) }), 60, 150),
      down(item({ id: 'right', face: boxFace(60, 260) }), 540, 150)
    ]
    const fit = findPlace(wide, walls, ground)
    expect(fit.at).toBeUndefined()
    expect(fit.bare).toBe(true)
    expect(missOf(wide, walls, ground)).toEqual({ measure: 'width', mm: expect.closeTo(13, 0) })
    expect(fit.nearest!.violations.map(violation => violation.other)).toContain('wall170')
  })
  it('the nearest place among walls is where only one of them is in the way', () => {
    // 218.65 mm clear on either side of the wall, which is in the middle; 240.3 wanted.
    const fit = findPlace(
      item({ id: 'w', face: boxFace(240.3, 100) }),
      [wall(250)],
      groundOf(
        panelOf({
          outline: [
            [0, 0],
            [500, 0],
            [500, 300],
            [0, 300]
          ]
        })
      )
    )
    expect(fit.at).toBeUndefined()
    expect([...new Set(fit.nearest!.violations.map(violation => violation.other))]).toEqual(['wall250'])
  })
  it('the least change: the wall that has room behind it steps aside', () => {
    const ground = groundOf(panelOf({}))
    const [first] = finish(
      leastChange(
        item({ id: 'w', face: boxFace(240.3, 250) }),
        [wall(170), wall(430), down(item({ id: 'right', face: boxFace(70, 260) }), 540, 150)],
        ground,
        new Set(['wall430', 'right'])
      )
    )
    expect(first).toMatchObject({ what: 'unit', id: 'wall170' })
    expect(first!.to!.awayMm).toBeCloseTo(13, 0)
  })
  it('a vent that may be moved makes way, one that may not does not', () => {
    const vent = zone({ shape: 'round', xMm: 300, yMm: 150, diameterMm: 60 }, { id: 'vent', name: 'Vent' })
    const wide = item({ id: 'w', face: boxFace(400, 200) })
    expect(finish(leastChange(wide, [], groundOf(panelOf({ zones: [vent] }))))).toEqual([])
    const [change] = finish(leastChange(wide, [], groundOf(panelOf({ zones: [{ ...vent, movable: true }] }))))
    expect(change).toMatchObject({ what: 'zone', id: 'vent' })
    expect(change!.to).toBeDefined()
  })
  it('the fewest that must come off: no place anywhere wants fewer (against every place 4 mm apart), and with those off it stands', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(size, fc.tuple(fc.integer({ min: 40, max: 560 }), fc.integer({ min: 40, max: 260 }))), {
          minLength: 2,
          maxLength: 9
        }),
        fc.tuple(fc.integer({ min: 120, max: 400 }), fc.integer({ min: 80, max: 220 })),
        (dials, [w, h]) => {
          const ground = groundOf(panelOf({}))
          const placed = dials.map(([d, [x, y]], index) => down(item({ id: `d${index}`, face: roundFace(d) }), x, y))
          const wanted = item({ id: 'w', face: boxFace(w, h) })
          const found = finish(fewestOff(wanted, placed, ground))!
          const gone = new Set(found.off.map(unit => unit.id))
          expect(
            stands({
              unit: { id: 'w', label: 'w', item: wanted },
              x: found.at.xMm,
              y: found.at.yMm,
              others: placed.filter(unit => !gone.has(unit.id)),
              ground
            })
          ).toBe(true)
          let least = Infinity
          for (let x = 0; x <= 600; x += 4)
            for (let y = 0; y <= 300; y += 4) {
              const here = down(wanted, x, y)
              if (violationsWithGround(here, ground).length === 0)
                least = Math.min(
                  least,
                  placed.filter(unit => violationsBetween(here, unit, ground.panel.leastWebMm).length > 0).length
                )
            }
          // Places are tried 8 mm apart: a gap that is finer may hide one fewer.
          expect(found.off.length).toBeLessThanOrEqual(least + 1)
        }
      ),
      runs(8)
    ))
  it('what is locked stays: the place found is another, or there is none', () => {
    const ground = groundOf(panelOf({}))
    const [left, right] = [
      down(item({ id: 'left', face: boxFace(120, 240) }), 120, 150),
      down(item({ id: 'right', face: boxFace(120, 240) }), 480, 150)
    ]
    const wide = item({ id: 'w', face: boxFace(260, 200) })
    expect(finish(fewestOff(wide, [left, right], ground, new Set(['left'])))!.off.map(unit => unit.id)).toEqual([
      'right'
    ])
    expect(finish(fewestOff(wide, [left, right], ground, new Set(['left', 'right'])))).toBeUndefined()
  })
  it('too deep is said as depth', () => {
    const deep = item({
      id: 'w',
      face: boxFace(100, 100),
      body: { widthMm: 90, heightMm: 90, depthMm: 300, connectorMm: 20 }
    })
    expect(missOf(deep, [], groundOf(panelOf({ depthBehindMm: 290 })))).toEqual({
      measure: 'depth',
      mm: expect.closeTo(30, 0)
    })
  })
  it('a tray goes into the stack where one stands', () => {
    const tray = (id: string, h: number) => item({ id, face: boxFace(158.8, h, true) })
    expect(findPlace(tray('b', 33), [down(tray('a', 50), 300, 150)], groundOf(panelOf({}))).at).toEqual({
      xMm: 300,
      yMm: 150 - 25 - 16.5
    })
  })
})

describe('on the demo panel', () => {
  it('every item of the demo panel has its own place among the others, or a finding', () => {
    const design = resolve(demoProject('3-skerrow-dunlin'), 'a')
    const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
    const ground = groundOf(design.airframe.panel)
    for (const unit of placed) {
      const rest = placed.filter(other => other !== unit)
      if (unit.item.face?.stack) continue
      expect(isFree(freeGround(unit.item, rest, ground), unit.x, unit.y, 0.5)).toBe(
        stands({ unit, x: unit.x, y: unit.y, others: rest, ground })
      )
    }
  })
})
