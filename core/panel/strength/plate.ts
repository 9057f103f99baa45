import equal from 'fast-deep-equal'

/**
 * Thin plates in bending by rectangles of twelve freedoms (Adini, Clough and Melosh; Zienkiewicz, The Finite Element Method):
 * at each corner the deflection w and its slopes by x and by y. Lengths in mm, forces in N, moduli in MPa.
 */

/** How a side of a sheet is held. */
export type Hold = 'free' | 'held' | 'clamped'

/** A sheet on a grid: for each rectangle how much of it is metal, and how many times the stiffness of the plain sheet. */
export interface PlateGrid {
  /** Lower left corner, rectangles across and up, and their size. */
  x0: number
  y0: number
  nx: number
  ny: number
  dx: number
  dy: number
  /** Share of metal of each rectangle, 0 to 1, row by row from below; times its stiffness against the plain sheet. */
  metal: Float64Array
  stiff: Float64Array
  /** Of each corner, row by row: how it is held, and whether along x (as a lower or upper side is) or along y. */
  hold: Uint8Array
}
/** A bar across a grid, along a line of corners: bending stiffness E I in N·mm², from corner to corner. */
export interface Bar {
  along: 'x' | 'y'
  line: number
  from: number
  to: number
  ei: number
}
/** A force in N at a point of a sheet. */
export interface Push {
  x: number
  y: number
  n: number
}
export const FREE = 0
/** Held without being clamped, along a side that runs in x, in y, or in neither; clamped. */
export const HELD_X = 1
export const HELD_Y = 2
export const HELD = 3
export const CLAMPED = 4

/** Poisson’s ratio of aluminium alloys (any strength-of-materials handbook). */
export const POISSON = 0.33
/** A rectangle with less metal than this counts as none. */
const LEAST_METAL = 0.02

/** D = E t³ / (12 (1 − ν²)), in N·mm. */
export const plateD = (gpa: number, thicknessMm: number): number =>
  (gpa * 1000 * thicknessMm ** 3) / (12 * (1 - POISSON ** 2))

/** The corners of a rectangle in the order of its freedoms, as steps of a half width and a half height. */
const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1]
] as const
/** The twelve terms of the deflection: powers of x and y. */
const TERMS = [
  [0, 0],
  [1, 0],
  [0, 1],
  [2, 0],
  [1, 1],
  [0, 2],
  [3, 0],
  [2, 1],
  [1, 2],
  [0, 3],
  [3, 1],
  [1, 3]
] as const
const power = (x: number, n: number) => (n <= 0 ? (n === 0 ? 1 : 0) : x ** n)

function invert(a: number[][]): number[][] {
  const n = a.length
  const m = a.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))])
  for (let c = 0; c < n; c++) {
    let p = c
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]![c]!) > Math.abs(m[p]![c]!)) p = r
    ;[m[c], m[p]] = [m[p]!, m[c]!]
    const head = m[c]![c]!
    for (let k = 0; k < 2 * n; k++) m[c]![k]! /= head
    for (let r = 0; r < n; r++) {
      const factor = m[r]![c]!
      if (r === c || factor === 0) continue
      for (let k = 0; k < 2 * n; k++) m[r]![k]! -= factor * m[c]![k]!
    }
  }
  return m.map(row => row.slice(n))
}

const shapes = new Map<string, number[][]>()
/** Coefficients of the twelve terms for each freedom of a rectangle. */
function shapeOf(dx: number, dy: number): number[][] {
  const key = `${dx} ${dy}`
  const made = shapes.get(key)
  if (made) return made
  const shape = invert(
    CORNERS.flatMap(([sx, sy]) => {
      const [x, y] = [(sx * dx) / 2, (sy * dy) / 2]
      return [
        TERMS.map(([p, q]) => power(x, p) * power(y, q)),
        TERMS.map(([p, q]) => p * power(x, p - 1) * power(y, q)),
        TERMS.map(([p, q]) => q * power(x, p) * power(y, q - 1))
      ]
    })
  )
  if (shapes.size > 40) shapes.clear()
  shapes.set(key, shape)
  return shape
}

const known = new Map<string, Float64Array>()
/** Stiffness of one rectangle for D = 1, twelve by twelve: ∫ κᵀ D κ over it, by three Gauss points each way. */
function rectangleStiffness(dx: number, dy: number): Float64Array {
  const key = `${dx} ${dy}`
  const made = known.get(key)
  if (made) return made
  const [a, b] = [dx / 2, dy / 2]
  const shape = shapeOf(dx, dy)
  const gauss = [
    [-Math.sqrt(0.6), 5 / 9],
    [0, 8 / 9],
    [Math.sqrt(0.6), 5 / 9]
  ] as const
  const k = new Float64Array(144)
  for (const [u, wu] of gauss)
    for (const [v, wv] of gauss) {
      const [x, y] = [u * a, v * b]
      const terms = [
        TERMS.map(([p, q]) => p * (p - 1) * power(x, p - 2) * power(y, q)),
        TERMS.map(([p, q]) => q * (q - 1) * power(x, p) * power(y, q - 2)),
        TERMS.map(([p, q]) => 2 * p * q * power(x, p - 1) * power(y, q - 1))
      ]
      const kappa = terms.map(row =>
        Array.from({ length: 12 }, (_, j) => row.reduce((sum, term, t) => sum + term * shape[t]![j]!, 0))
      )
      const weight = wu * wv * a * b
      for (let i = 0; i < 12; i++)
        for (let j = 0; j < 12; j++) {
          const [xx, yy, xy] = [kappa[0]!, kappa[1]!, kappa[2]!]
          k[i * 12 + j]! +=
            weight *
            (xx[i]! * (xx[j]! + POISSON * yy[j]!) +
              yy[i]! * (yy[j]! + POISSON * xx[j]!) +
              (xy[i]! * xy[j]! * (1 - POISSON)) / 2)
        }
    }
  if (known.size > 40) known.clear()
  known.set(key, k)
  return k
}

/** What the stiffness of a sheet is made of, and how that was split: the lower triangle, and the freedoms that stay where they are. */
interface Split {
  grid: PlateGrid
  /** Of each rectangle D times its metal and its stiffness; 0 where nothing carries it. */
  scales: Float64Array
  bars: readonly Bar[]
  lower: Float64Array
  fixed: Uint8Array
}
/** The last few splits: the next sheet differs from one of them by a hole that was moved, or by an angle. */
const splits: Split[] = []
const MOST_SPLITS = 6

/**
 * A sheet ready to be pushed: its stiffness split once (Cholesky, in a band), each push then costs two sweeps. Corners are
 * numbered along the shorter way, so that the band is narrow.
 */
export class Plate {
  private readonly n: number
  private readonly band: number
  private readonly lower: Float64Array
  private readonly fixed: Uint8Array
  /** Of each rectangle whether it hangs together with something that is held. */
  private readonly carried: Uint8Array
  private readonly up: boolean
  constructor(
    readonly grid: PlateGrid,
    d: number,
    bars: readonly Bar[] = []
  ) {
    const { nx, ny, metal, stiff } = grid
    this.up = ny <= nx
    this.n = (nx + 1) * (ny + 1) * 3
    this.band = 3 * (Math.min(nx, ny) + 2) + 3
    this.carried = carriedOf(grid)
    const scales = metal.map((share, index) => (this.carried[index] ? d * share * stiff[index]! : 0))
    const { best, first } = this.closest(scales, bars)
    if (best && first === this.n) {
      this.lower = best.lower
      this.fixed = best.fixed
      return
    }
    // A row more than there are freedoms, of which nothing comes: rows are swept two at a time.
    this.lower = new Float64Array((this.n + 1) * this.band)
    this.lower[this.lower.length - 1] = 1
    this.fixed = this.heldOf()
    this.assemble(scales, bars, first)
    if (best) {
      this.lower.set(best.lower.subarray(0, first * this.band))
      this.fixed.set(best.fixed.subarray(0, first))
    }
    this.split(first)
    splits.unshift({ grid, scales, bars, lower: this.lower, fixed: this.fixed })
    if (splits.length > MOST_SPLITS) splits.pop()
  }

  /** The freedoms that are held by the sides. */
  private heldOf(): Uint8Array {
    const { nx, ny, hold } = this.grid
    const held = new Uint8Array(this.n)
    for (let j = 0; j <= ny; j++)
      for (let i = 0; i <= nx; i++) {
        const how = hold[j * (nx + 1) + i]!
        const first = 3 * this.number(i, j)
        if (how !== FREE) held[first] = 1
        if (how === HELD_X || how === CLAMPED) held[first + 1] = 1
        if (how === HELD_Y || how === CLAMPED) held[first + 2] = 1
      }
    return held
  }

  /** The stiffness of all rectangles and bars that reach a freedom from `first` on. Where an entry lies is told once for all of them. */
  private assemble(scales: Float64Array, bars: readonly Bar[], first: number): void {
    const { band, lower: k } = this
    const { nx, ny, dx, dy } = this.grid
    const rectangle = rectangleStiffness(dx, dy)
    const steps = CORNERS.flatMap(([sx, sy]) => {
      const corner = 3 * this.number(sx > 0 ? 1 : 0, sy > 0 ? 1 : 0)
      return [corner, corner + 1, corner + 2]
    })
    const places: number[] = []
    const values: number[] = []
    steps.forEach((i, row) =>
      steps.forEach((j, column) => {
        if (j > i) return
        places.push(i * (band - 1) + j + band - 1)
        values.push(rectangle[row * 12 + column]!)
      })
    )
    const last = Math.max(...steps)
    const [place, value] = [Int32Array.from(places), Float64Array.from(values)]
    for (let row = 0; row < ny; row++)
      for (let column = 0; column < nx; column++) {
        const scale = scales[row * nx + column]!
        const from = 3 * this.number(column, row)
        if (scale === 0 || from + last < first) continue
        const base = from * band
        for (let p = 0; p < place.length; p++) k[base + place[p]!]! += scale * value[p]!
      }
    for (const bar of bars)
      this.addBar(bar, (i, j, more) => {
        if (j <= i) k[i * band + (j - i + band - 1)]! += more
      })
  }

  /**
   * A row of the split follows from the rows up to it alone: those before the first freedom that anything different reaches are taken
   * over from the sheet that has most in common with this one.
   */
  private closest(scales: Float64Array, bars: readonly Bar[]): { best?: Split; first: number } {
    let best: Split | undefined
    let first = 0
    for (const split of splits) {
      const same = this.sameUpTo(split, scales, bars)
      if (same > first) [best, first] = [split, same]
    }
    return { best, first }
  }
  /** The first freedom that something reaches in which the two sheets differ. */
  private sameUpTo(other: Split, scales: Float64Array, bars: readonly Bar[]): number {
    const { nx, ny, dx, dy, hold } = this.grid
    const { grid } = other
    if (grid.nx !== nx || grid.ny !== ny || grid.dx !== dx || grid.dy !== dy) return 0
    let first = this.n
    const differs = (i: number, j: number) => {
      first = Math.min(first, 3 * this.number(i, j))
    }
    for (let index = 0; index < scales.length; index++)
      if (scales[index] !== other.scales[index]) differs(index % nx, Math.floor(index / nx))
    for (let index = 0; index < hold.length; index++)
      if (hold[index] !== grid.hold[index]) differs(index % (nx + 1), Math.floor(index / (nx + 1)))
    const startsOf = ({ along, line, from }: Bar): [number, number] => (along === 'x' ? [from, line] : [line, from])
    // Two angles may lie in the same place: each stands for one of the others.
    const missing = (list: readonly Bar[], among: readonly Bar[]) => {
      const left = [...among]
      return list.filter(bar => {
        const like = left.findIndex(other => equal(other, bar))
        if (like >= 0) left.splice(like, 1)
        return like < 0
      })
    }
    for (const bar of [...missing(bars, other.bars), ...missing(other.bars, bars)]) differs(...startsOf(bar))
    return first
  }

  /** The number of a corner, along the shorter way first. */
  private number(i: number, j: number): number {
    return this.up ? i * (this.grid.ny + 1) + j : j * (this.grid.nx + 1) + i
  }

  /** A beam from corner to corner (Euler and Bernoulli), over w and its slope along the bar. */
  private addBar({ along, line, from, to, ei }: Bar, add: (i: number, j: number, value: number) => void): void {
    const h = along === 'x' ? this.grid.dx : this.grid.dy
    const slope = along === 'x' ? 1 : 2
    const c = ei / h ** 3
    const beam = [
      [12 * c, 6 * h * c, -12 * c, 6 * h * c],
      [6 * h * c, 4 * h * h * c, -6 * h * c, 2 * h * h * c],
      [-12 * c, -6 * h * c, 12 * c, -6 * h * c],
      [6 * h * c, 2 * h * h * c, -6 * h * c, 4 * h * h * c]
    ]
    for (let s = from; s < to; s++) {
      const [p, q] = [s, s + 1].map(at => 3 * (along === 'x' ? this.number(at, line) : this.number(line, at)))
      const freedoms = [p!, p! + slope, q!, q! + slope]
      for (let i = 0; i < 4; i++) for (let j = 0; j < 4; j++) add(freedoms[i]!, freedoms[j]!, beam[i]![j]!)
    }
  }

  private split(from: number): void {
    const { n, band, lower: k, fixed } = this
    for (let i = from; i < n; i++) {
      const row = i * band + band - 1 - i
      const low = Math.max(0, i - band + 1)
      if (fixed[i] || !(k[row + i]! > 0)) {
        // Held, or no metal there: it stays where it is.
        fixed[i] = 1
        for (let j = low; j < i; j++) k[row + j] = 0
        k[row + i] = 1
        continue
      }
      const own = k[row + i]!
      for (let j = low; j < i; j++) {
        if (fixed[j]) {
          k[row + j] = 0
          continue
        }
        const other = j * band + band - 1 - j
        let sum = k[row + j]!
        // Row j reaches no further back than row i does: low is the first that both have.
        for (let m = low; m < j; m++) sum -= k[row + m]! * k[other + m]!
        k[row + j] = sum / k[other + j]!
      }
      let sum = own
      for (let m = low; m < i; m++) sum -= k[row + m]! ** 2
      // What is left of a freedom that hangs on nothing is rounding.
      if (sum <= own * 1e-11) {
        fixed[i] = 1
        for (let j = low; j < i; j++) k[row + j] = 0
        k[row + i] = 1
      } else k[row + i] = Math.sqrt(sum)
    }
  }

  /** Whether the metal at a point hangs together with something that is held. */
  carries(x: number, y: number): boolean {
    const at = this.rectangleAt(x, y)
    return at !== undefined && this.carried[at.row * this.grid.nx + at.column] === 1
  }
  private rectangleAt(x: number, y: number) {
    const { x0, y0, nx, ny, dx, dy } = this.grid
    const column = Math.min(nx - 1, Math.max(0, Math.floor((x - x0) / dx)))
    const row = Math.min(ny - 1, Math.max(0, Math.floor((y - y0) / dy)))
    return Number.isFinite(column) && Number.isFinite(row) ? { column, row } : undefined
  }

  /**
   * The sheet under pushes in N at points: what `at` reads. Each push goes to the freedoms of its rectangle as the deflection
   * between its corners follows from them.
   */
  pushed(pushes: readonly Push[]): Float64Array {
    const field = new Float64Array(this.n)
    for (const push of pushes)
      for (const [freedom, share] of this.shares(push.x, push.y)) field[freedom]! += share * push.n
    this.sweep(field)
    return field
  }
  /** Deflection at a point in mm, of a field that `pushed` gave. */
  at(field: Float64Array, x: number, y: number): number {
    return this.shares(x, y).reduce((sum, [freedom, share]) => sum + share * field[freedom]!, 0)
  }
  /**
   * The work of pushes on what they push down, in N·mm: Σ F · w = |L⁻¹ F|², which takes only the first of the two sweeps, from the
   * first freedom that is pushed on. Four at a time: each number of the split is then fetched once for all of them.
   * @param loads of each case its pushes
   */
  works(loads: readonly (readonly Push[])[]): number[] {
    const cases = loads.map((pushes, index) => {
      const onto = pushes.flatMap(push =>
        this.shares(push.x, push.y).map(([freedom, share]): [number, number] => [freedom, share * push.n])
      )
      return { at: index, onto, first: onto.reduce((least, [freedom]) => Math.min(least, freedom), this.n) }
    })
    cases.sort((a, b) => a.first - b.first)
    const found: number[] = new Array<number>(loads.length).fill(0)
    for (let c = 0; c < cases.length; c += 4) {
      const four = cases.slice(c, c + 4)
      const sums = this.sweepFour(
        four.map(swept => swept.onto),
        four[0]!.first
      )
      four.forEach((swept, k) => (found[swept.at] = sums[k]!))
    }
    return found
  }
  /**
   * The first sweep of up to four cases from a freedom on: of each |L⁻¹ F|². Two rows at a time: what the cases have come to is then
   * fetched once for both, and none of the eight sums waits for another.
   */
  private sweepFour(onto: readonly (readonly [number, number][])[], first: number): number[] {
    const { n, band, lower: k, fixed } = this
    const [a, b, c, d] = [0, 1, 2, 3].map(index => {
      const field = new Float64Array(n + 1)
      // The row of a freedom that stays where it is holds nothing but a 1: without a force nothing comes of it.
      for (const [freedom, force] of onto[index] ?? []) if (!fixed[freedom]) field[freedom]! += force
      return field
    }) as [Float64Array, Float64Array, Float64Array, Float64Array]
    let [sa, sb, sc, sd] = [0, 0, 0, 0]
    for (let i = first; i < n; i += 2) {
      const row = i * band + band - 1 - i
      const next = row + band - 1
      let a0 = a[i]!
      let b0 = b[i]!
      let c0 = c[i]!
      let d0 = d[i]!
      let a1 = a[i + 1]!
      let b1 = b[i + 1]!
      let c1 = c[i + 1]!
      let d1 = d[i + 1]!
      let j = Math.max(first, i - band + 1)
      // The first of the two rows reaches back one further than the second.
      if (j === i - band + 1 && j < i) {
        const l = k[row + j]!
        a0 -= l * a[j]!
        b0 -= l * b[j]!
        c0 -= l * c[j]!
        d0 -= l * d[j]!
        j++
      }
      for (; j < i; j++) {
        const l = k[row + j]!
        const m = k[next + j]!
        const aj = a[j]!
        const bj = b[j]!
        const cj = c[j]!
        const dj = d[j]!
        a0 -= l * aj
        a1 -= m * aj
        b0 -= l * bj
        b1 -= m * bj
        c0 -= l * cj
        c1 -= m * cj
        d0 -= l * dj
        d1 -= m * dj
      }
      const own = k[row + i]!
      a[i] = a0 /= own
      b[i] = b0 /= own
      c[i] = c0 /= own
      d[i] = d0 /= own
      const m = k[next + i]!
      const after = k[next + i + 1]!
      a[i + 1] = a1 = (a1 - m * a0) / after
      b[i + 1] = b1 = (b1 - m * b0) / after
      c[i + 1] = c1 = (c1 - m * c0) / after
      d[i + 1] = d1 = (d1 - m * d0) / after
      sa += a0 * a0 + a1 * a1
      sb += b0 * b0 + b1 * b1
      sc += c0 * c0 + c1 * c1
      sd += d0 * d0 + d1 * d1
    }
    return [sa, sb, sc, sd]
  }
  /** The freedoms of the rectangle at a point, and how much of each is in the deflection there. */
  private shares(x: number, y: number): [number, number][] {
    const { x0, y0, dx, dy } = this.grid
    const here = this.rectangleAt(x, y)
    if (!here) return []
    const [u, v] = [x - x0 - (here.column + 0.5) * dx, y - y0 - (here.row + 0.5) * dy]
    const shape = shapeOf(dx, dy)
    const terms = TERMS.map(([p, q]) => u ** p * v ** q)
    const found: [number, number][] = []
    for (const [corner, [sx, sy]] of CORNERS.entries()) {
      const first = 3 * this.number(here.column + (sx > 0 ? 1 : 0), here.row + (sy > 0 ? 1 : 0))
      for (let f = 0; f < 3; f++) {
        let sum = 0
        for (let t = 0; t < terms.length; t++) sum += terms[t]! * shape[t]![3 * corner + f]!
        found.push([first + f, sum])
      }
    }
    return found
  }
  private sweep(right: Float64Array): void {
    const { n, band, lower: k, fixed } = this
    for (let i = 0; i < n; i++) {
      const row = i * band + band - 1 - i
      if (fixed[i]) {
        right[i] = 0
        continue
      }
      let sum = right[i]!
      for (let j = Math.max(0, i - band + 1); j < i; j++) sum -= k[row + j]! * right[j]!
      right[i] = sum / k[row + i]!
    }
    for (let i = n - 1; i >= 0; i--) {
      if (fixed[i]) continue
      const row = i * band + band - 1 - i
      const value = right[i]! / k[row + i]!
      right[i] = value
      for (let j = Math.max(0, i - band + 1); j < i; j++) right[j]! -= k[row + j]! * value
    }
  }
}

/** Rectangles that hang together, side by side, with one that is held somewhere. */
function carriedOf({ nx, ny, metal, hold }: PlateGrid): Uint8Array {
  const carried = new Uint8Array(nx * ny)
  const open: number[] = []
  const reach = (index: number) => {
    if (metal[index]! >= LEAST_METAL && !carried[index]) {
      carried[index] = 1
      open.push(index)
    }
  }
  // Held at one corner alone it could turn about it: a side with both its corners held carries.
  for (let row = 0; row < ny; row++)
    for (let column = 0; column < nx; column++) {
      const held = [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1]
      ].map(([i, j]) => hold[(row + j!) * (nx + 1) + column + i!]! !== FREE)
      if (held.some((corner, i) => corner && held[(i + 1) % 4])) reach(row * nx + column)
    }
  while (open.length) {
    const at = open.pop()!
    const column = at % nx
    if (column > 0) reach(at - 1)
    if (column < nx - 1) reach(at + 1)
    if (at >= nx) reach(at - nx)
    if (at < nx * (ny - 1)) reach(at + nx)
  }
  return carried
}
