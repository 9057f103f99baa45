import type { Panel } from '../../document'
import { linesOf } from './stiffeners'
import { extent, inside, pointToSegment, type Figure, type PointMm } from '../geometry/geometry'
import { CLAMPED, FREE, HELD, HELD_X, HELD_Y, Plate, plateD, type Bar, type Hold, type PlateGrid } from './plate'
import { chords, covered, inOrder, levelRuns } from '../geometry/runs'

/** About so many rectangles a sheet is divided into, and none smaller than this. */
const RECTANGLES = 800
const LEAST_MM = 8
/** Level lines across each row of rectangles on which metal is measured. */
const LINES = 4

/** How each corner of the grid is held by the outline: by the side of the sheet that runs by it. */
function holdsOf(grid: PlateGrid, outline: readonly PointMm[], edges: Panel['edges'] | undefined): void {
  const { x0, y0, nx, ny, dx, dy, hold } = grid
  const near = 0.51 * Math.max(dx, dy)
  let twice = 0
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!
    twice += p[0] * q[1] - q[0] * p[1]
  })
  const turn = Math.sign(twice) || 1
  const sides = outline.map((p, i) => {
    const q = outline[(i + 1) % outline.length]!
    const [ux, uy] = [q[0] - p[0], q[1] - p[1]]
    // Outward is to the right of a side that runs anticlockwise.
    const [ox, oy] = [uy * turn, -ux * turn]
    const side = Math.abs(ox) > Math.abs(oy) ? (ox > 0 ? 'right' : 'left') : oy > 0 ? 'top' : 'bottom'
    const how: Hold = edges?.[side] ?? 'held'
    const code = how === 'free' ? FREE : how === 'clamped' ? CLAMPED : uy === 0 ? HELD_X : ux === 0 ? HELD_Y : HELD
    return { p, q, code }
  })
  for (let j = 0; j <= ny; j++)
    for (let i = 0; i <= nx; i++) {
      const point: PointMm = [x0 + i * dx, y0 + j * dy]
      for (const { p, q, code } of sides)
        if (code !== FREE && pointToSegment(point, p, q) <= near) {
          const k = j * (nx + 1) + i
          hold[k] =
            hold[k] === FREE ? code : hold[k] === code ? code : hold[k] === CLAMPED || code === CLAMPED ? CLAMPED : HELD
        }
    }
}

/** Where a level line runs in a doubler, and how many times the stiffness it gives. */
const doublersOf = (panel: Panel, plainMm: number) =>
  panel.stiffeners.flatMap((stiffener): { low: PointMm; high: PointMm; times: number }[] =>
    stiffener.kind === 'doubler'
      ? [
          {
            low: [stiffener.xMm - stiffener.widthMm / 2, stiffener.yMm - stiffener.heightMm / 2],
            high: [stiffener.xMm + stiffener.widthMm / 2, stiffener.yMm + stiffener.heightMm / 2],
            // Riveted or bonded all over, the two bend as one (our assumption).
            times: ((plainMm + stiffener.thicknessMm) / plainMm) ** 3
          }
        ]
      : []
  )

/**
 * A sheet on a grid: its outline less what is cut from it, measured along level lines; how its sides are held; doublers.
 * @param edges how each side is mounted; held all round when absent, as a bay is by its screws
 */
export function gridOf(
  panel: Panel,
  outline: readonly PointMm[],
  cuts: readonly Figure[],
  edges?: Panel['edges']
): PlateGrid {
  const box = extent({ kind: 'poly', x: 0, y: 0, points: outline })
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY]
  const size = Math.max(LEAST_MM, Math.sqrt((w * h) / RECTANGLES))
  const [nx, ny] = [Math.max(2, Math.round(w / size)), Math.max(2, Math.round(h / size))]
  const grid: PlateGrid = {
    x0: box.minX,
    y0: box.minY,
    nx,
    ny,
    dx: w / nx,
    dy: h / ny,
    metal: new Float64Array(nx * ny),
    stiff: new Float64Array(nx * ny).fill(1),
    hold: new Uint8Array((nx + 1) * (ny + 1))
  }
  const holes = cuts.map(cut => ({ cut, box: extent(cut) }))
  for (let row = 0; row < ny; row++)
    for (let line = 0; line < LINES; line++) {
      const y = box.minY + (row + (line + 0.5) / LINES) * grid.dy
      const metal = inOrder(levelRuns(outline, y))
      const gone = inOrder(holes.flatMap(({ cut, box: of }) => (of.minY < y && of.maxY > y ? chords(cut, y) : [])))
      const across = { from: box.minX, width: grid.dx, count: nx }
      const [there, cut] = [covered(metal, across), covered(gone, across)]
      for (let column = 0; column < nx; column++)
        grid.metal[row * nx + column]! += Math.max(0, there[column]! - cut[column]!) / grid.dx / LINES
    }
  for (const { low, high, times } of doublersOf(panel, panel.thicknessMm))
    for (let row = 0; row < ny; row++)
      for (let column = 0; column < nx; column++) {
        const share = (at: number, step: number, from: number, to: number) =>
          Math.max(0, Math.min(at + step, to) - Math.max(at, from)) / step
        const over =
          share(grid.x0 + column * grid.dx, grid.dx, low[0], high[0]) *
          share(grid.y0 + row * grid.dy, grid.dy, low[1], high[1])
        if (over > 0) grid.stiff[row * nx + column]! *= 1 + over * (times - 1)
      }
  holdsOf(grid, outline, edges)
  return grid
}

/** Angles, rails and trays behind a sheet as bars along the nearest lines of its grid. */
function barsOf(panel: Panel, grid: PlateGrid, gpa: number): Bar[] {
  return panel.stiffeners.flatMap(linesOf).flatMap((stiffLine): Bar[] => {
    const [low, step, count, lines] =
      stiffLine.along === 'x' ? [grid.x0, grid.dx, grid.nx, grid.ny] : [grid.y0, grid.dy, grid.ny, grid.nx]
    const [across, width] = stiffLine.along === 'x' ? [grid.y0, grid.dy] : [grid.x0, grid.dx]
    const at = (mm: number) => Math.min(count, Math.max(0, Math.round((mm - low) / step)))
    const line = Math.round((stiffLine.atMm - across) / width)
    const [from, to] = [at(Math.min(stiffLine.fromMm, stiffLine.toMm)), at(Math.max(stiffLine.fromMm, stiffLine.toMm))]
    return line < 0 || line > lines || to <= from
      ? []
      : [{ along: stiffLine.along, line, from, to, ei: gpa * 1000 * stiffLine.iMm4 }]
  })
}

/** A piece of the face as a plate: the face with its bays cut out, or one bay. */
export interface SheetPlate {
  /** The bay’s id; empty for the face. */
  bay: string
  outline: readonly PointMm[]
  plate: Plate
}
/** Every piece of the face as a plate. */
export function platesOf(panel: Panel, cuts: readonly Figure[], gpa: number): SheetPlate[] {
  const d = plateD(gpa, panel.thicknessMm)
  const make = (
    bay: string,
    outline: readonly PointMm[],
    gone: readonly Figure[],
    edges?: Panel['edges']
  ): SheetPlate => {
    const grid = gridOf(panel, outline, gone, edges)
    return { bay, outline, plate: new Plate(grid, d, barsOf(panel, grid, gpa)) }
  }
  const inBay = (cut: Figure, outline: readonly PointMm[]) => inside([cut.x, cut.y], outline)
  return [
    make(
      '',
      panel.outline,
      [
        ...cuts.filter(cut => !panel.bays.some(bay => inBay(cut, bay.outline))),
        ...panel.bays.map((bay): Figure => ({ kind: 'poly', x: 0, y: 0, points: bay.outline }))
      ],
      panel.edges
    ),
    ...panel.bays.map(bay =>
      make(
        bay.id,
        bay.outline,
        cuts.filter(cut => inBay(cut, bay.outline))
      )
    )
  ]
}
