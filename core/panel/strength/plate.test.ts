import { describe, expect, it } from 'vitest'
import { CLAMPED, FREE, HELD_X, HELD_Y, Plate, plateD, POISSON, type PlateGrid } from './plate'

/** A plain rectangle on a grid, each side held as said: lower, right, upper, left. */
function rectangle(
  w: number,
  h: number,
  [nx, ny]: [number, number],
  hold: [number, number, number, number]
): PlateGrid {
  const grid: PlateGrid = {
    x0: 0,
    y0: 0,
    nx,
    ny,
    dx: w / nx,
    dy: h / ny,
    metal: new Float64Array(nx * ny).fill(1),
    stiff: new Float64Array(nx * ny).fill(1),
    hold: new Uint8Array((nx + 1) * (ny + 1))
  }
  for (let i = 0; i <= nx; i++) {
    grid.hold[i] = hold[0]
    grid.hold[ny * (nx + 1) + i] = hold[2]
  }
  for (let j = 0; j <= ny; j++) {
    grid.hold[j * (nx + 1)] ||= hold[3]
    grid.hold[j * (nx + 1) + nx] ||= hold[1]
  }
  return grid
}
const ALL: [number, number, number, number] = [HELD_X, HELD_Y, HELD_X, HELD_Y]
const middle = (grid: PlateGrid, d: number, n = 45) => {
  const plate = new Plate(grid, d)
  const [x, y] = [(grid.nx * grid.dx) / 2, (grid.ny * grid.dy) / 2]
  return plate.at(plate.pushed([{ x, y, n }]), x, y)
}
/** Navier’s double series for a point load on a rectangle held on all sides (Timoshenko and Woinowsky-Krieger, from memory). */
function navier(a: number, b: number, x: number, y: number, n: number, d: number): number {
  let sum = 0
  for (let p = 1; p < 400; p++)
    for (let q = 1; q < 400; q++)
      sum +=
        (Math.sin((p * Math.PI * x) / a) ** 2 * Math.sin((q * Math.PI * y) / b) ** 2) /
        (p ** 2 / a ** 2 + q ** 2 / b ** 2) ** 2
  return (4 * n * sum) / (Math.PI ** 4 * a * b * d)
}

describe('a plate against closed forms', () => {
  const d = plateD(73, 1.6)
  // Square, all sides held, central load: 0.01160 P a² / D; clamped 0.00560 (Timoshenko and Woinowsky-Krieger, from memory).
  it('a square, held and clamped, within 2 %', () => {
    const a = 300
    expect(middle(rectangle(a, a, [20, 20], ALL), d) / ((0.0116 * 45 * a ** 2) / d)).toBeCloseTo(1, 1.7)
    const clamped = middle(rectangle(a, a, [20, 20], [CLAMPED, CLAMPED, CLAMPED, CLAMPED]), d)
    expect(Math.abs(clamped / ((0.0056 * 45 * a ** 2) / d) - 1)).toBeLessThan(0.02)
  })
  // Navier's series for 1016 × 310 mm gives 2.621 mm by independent finite elements 2.620 (derived).
  it.each([
    [1016, 310, 508, 155],
    [1016, 310, 250, 100],
    [600, 300, 300, 150],
    [900, 280, 120, 200]
  ])('%i × %i mm pushed at %i, %i: Navier within 2 %%', (a, b, x, y) => {
    const plate = new Plate(rectangle(a, b, [Math.round(a / 17), Math.round(b / 17)], ALL), d)
    expect(Math.abs(plate.at(plate.pushed([{ x, y, n: 45 }]), x, y) / navier(a, b, x, y, 45, d) - 1)).toBeLessThan(0.02)
  })
  // F L³ / (48 E I): a strip held at its short ends. Two sides free let it curl across, so E stands without 1 − ν².
  it('a narrow strip held at its ends is a beam within 2 %', () => {
    const [L, b, t, gpa] = [300, 30, 1.6, 73]
    const found = middle(rectangle(b, L, [6, 40], [HELD_X, FREE, HELD_X, FREE]), plateD(gpa, t))
    expect(Math.abs(found / ((45 * L ** 3) / ((48 * gpa * 1000 * b * t ** 3) / 12)) - 1)).toBeLessThan(0.02)
  })
  it('a strip left between two openings narrower than a rectangle of the grid is that beam too', () => {
    const [L, b, t, gpa] = [300, 9, 1.6, 73]
    const grid = rectangle(170, L, [10, 30], [HELD_X, FREE, HELD_X, FREE])
    // The columns beside the middle are cut away but for 9 mm, astride the middle line.
    grid.metal.fill(0)
    for (let row = 0; row < 30; row++) for (const column of [4, 5]) grid.metal[row * 10 + column] = b / 2 / 17
    const found = middle(grid, plateD(gpa, t))
    const beam = (45 * L ** 3) / ((48 * gpa * 1000 * b * t ** 3) / 12)
    expect(Math.abs(found / beam - 1)).toBeLessThan(0.06)
  })
  it('a bar along the middle adds its own stiffness: plate and beam share the push as springs side by side', () => {
    const [L, b, t, gpa] = [300, 40, 1.6, 73]
    const grid = rectangle(b, L, [8, 40], [HELD_X, FREE, HELD_X, FREE])
    const ei = gpa * 1000 * ((b * t ** 3) / 12)
    const plate = new Plate(grid, plateD(gpa, t), [{ along: 'y', line: 4, from: 0, to: 40, ei }])
    const with_ = plate.at(plate.pushed([{ x: b / 2, y: L / 2, n: 45 }]), b / 2, L / 2)
    expect(with_ / middle(grid, plateD(gpa, t))).toBeCloseTo(0.5, 1)
  })
  it('doubling the stiffness of the sheet halves what it gives', () => {
    const grid = rectangle(600, 300, [30, 15], ALL)
    const before = middle(grid, d)
    grid.stiff.fill(2)
    expect(middle(grid, d) / before).toBeCloseTo(0.5, 9)
  })
  it('a piece that hangs on nothing is known, and gives no NaN', () => {
    const grid = rectangle(400, 200, [20, 10], [HELD_X, FREE, FREE, FREE])
    for (let column = 0; column < 20; column++) grid.metal[5 * 20 + column] = 0
    const plate = new Plate(grid, d)
    expect(plate.carries(200, 20)).toBe(true)
    expect(plate.carries(200, 180)).toBe(false)
    expect([...plate.pushed([{ x: 200, y: 20, n: 45 }])].every(Number.isFinite)).toBe(true)
  })
  it('what one point gives under a push at another is what that gives under a push at the first (Maxwell and Betti)', () => {
    const plate = new Plate(rectangle(600, 300, [30, 15], ALL), d)
    const [p, q] = [
      { x: 123, y: 77, n: 45 },
      { x: 431, y: 200, n: 45 }
    ]
    expect(plate.at(plate.pushed([p]), q.x, q.y)).toBeCloseTo(plate.at(plate.pushed([q]), p.x, p.y), 9)
    expect(POISSON).toBe(0.33)
  })
  // Clapeyron: the work of pushes is Σ F · w where they push.
  it('the work of many cases at once is that of each on what it pushes down', () => {
    const plate = new Plate(rectangle(600, 300, [30, 15], ALL), d)
    const loads = Array.from({ length: 11 }, (_, n) => [
      { x: 40 + n * 47, y: 60 + n * 11, n: 20 },
      { x: 580 - n * 40, y: 250 - n * 3, n: 25 }
    ])
    const works = plate.works(loads)
    loads.forEach((pushes, index) => {
      const field = plate.pushed(pushes)
      const work = pushes.reduce((sum, push) => sum + push.n * plate.at(field, push.x, push.y), 0)
      expect(works[index]! / work).toBeCloseTo(1, 9)
    })
    expect(plate.works([])).toEqual([])
  })
  it('a sheet like one before it is as if it were the first: a hole moved, a side freed, a bar put, another just like it', () => {
    const sheet = (hole: number, free = false) => {
      const grid = rectangle(600, 300, [30, 15], free ? [HELD_X, FREE, HELD_X, HELD_Y] : ALL)
      for (let row = 5; row < 9; row++)
        for (let column = 0; column < 5; column++) grid.metal[row * 30 + hole + column] = 0
      return grid
    }
    const bar = [{ along: 'y' as const, line: 20, from: 0, to: 15, ei: 1e8 }]
    const cases = [
      [sheet(4)],
      [sheet(18)],
      [sheet(18, true)],
      [sheet(19)],
      [sheet(4), bar],
      [sheet(4), [...bar, ...bar]],
      [sheet(4)]
    ] as const
    const gives = (plate: Plate) => plate.works([[{ x: 300, y: 150, n: 45 }], [{ x: 50, y: 30, n: 45 }]])
    const after = cases.map(([grid, bars]) => gives(new Plate(grid, d, bars)))
    cases.forEach(([grid, bars], index) => {
      // Sheets of other sizes push the like ones out of what is remembered.
      for (let n = 0; n < 6; n++) new Plate(rectangle(100, 100, [6 + n, 5], ALL), d)
      expect(gives(new Plate(grid, d, bars))).toEqual(after[index])
    })
  })
})
