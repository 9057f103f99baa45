import type { Item } from '../../catalogue'
import type { Steps } from '../../design'
import { violationsBetween, violationsWithGround, stands, type FitViolation } from '../face/check'
import { extent, figureAt, gap, TOUCH_MM } from '../geometry/geometry'
import {
  anyFree,
  cutDown,
  firstPlace,
  freeGround,
  measuresOf,
  nearestFree,
  type FreeGround,
  type Measure
} from './free'
import { groundOf, setDown, shiftZone, zoneFigure, type Footprint, type Ground, type Placed } from '../face/place'

export interface Fit {
  /** A place where the item stands with nothing in its way. */
  at?: { xMm: number; yMm: number }
  /** When there is none: where it comes nearest to fitting, and what is in its way there. */
  nearest?: { xMm: number; yMm: number; violations: FitViolation[] }
  /** When there is none: whether the bare sheet would take it, with the units in the way moved. */
  bare?: boolean
}

/** Rows for the search of a miss: its figure is for the eye, and is rounded out. */
const COARSE_MM = 2
/** A miss is told to a tenth of a millimetre. */
const MISS_MM = 0.01
/** Rows for asking whether there is any place at all; flat tops and bottoms have rows of their own. */
const ANY_MM = 5

/**
 * Places on top of and under trays that stand already: there no metal is wanted between, which the grown shapes do not
 * know.
 */
export function stackPlaces(item: Item, others: readonly Placed[], ground: Ground): { xMm: number; yMm: number }[] {
  if (!item.face?.stack) return []
  const mine = extent(setDown({ id: '\u0000trial', label: '', item }, 0, 0)!.bezel)
  return others
    .filter(other => other.item.face?.stack)
    .flatMap(other => {
      const e = extent(other.bezel)
      return [
        { xMm: other.x, yMm: e.minY - mine.maxY },
        { xMm: other.x, yMm: e.maxY - mine.minY }
      ]
    })
    .filter(({ xMm, yMm }) => stands({ unit: { id: '\u0000trial', label: '', item }, x: xMm, y: yMm, others, ground }))
}

/**
 * Looks for a place for an item: in a stack that takes it, else the first of its free ground from the top, from the left.
 * @param stepMm distance between the rows of the free ground
 */
export function findPlace(item: Item, others: readonly Placed[], ground: Ground, stepMm = COARSE_MM): Fit {
  if (!item.face) return {}
  const stacked = stackPlaces(item, others, ground)[0]
  if (stacked) return { at: stacked }
  const spot = firstPlace(item, others, ground, stepMm)
  if (spot) return { at: spot }
  const bare = anyFree(item, [], ground, ANY_MM)
  if (bare) return { bare, nearest: leastInTheWay(item, freeGround(item, [], ground, COARSE_MM), others, ground) }
  const best = missOf(item, [], ground)
  if (!best) return { bare }
  const small = firstPlace(cutDown(item, best.mm, best.measure), [], ground, COARSE_MM) ?? { xMm: 0, yMm: 0 }
  return {
    bare,
    nearest: {
      ...small,
      violations: violationsWithGround(
        setDown({ id: '\u0000trial', label: item.name, item }, small.xMm, small.yMm)!,
        ground
      )
    }
  }
}

/** Steps in which the bare sheet is looked over for the place with least in its way. */
const LOOK_MM = 20

/** Of all places the bare sheet offers, the one where least of the other units is in the way. */
function leastInTheWay(item: Item, free: FreeGround, others: readonly Placed[], ground: Ground): Fit['nearest'] {
  let nearest: Fit['nearest']
  let least = Infinity
  let last = Infinity
  const unit = { id: '\u0000trial', label: item.name, item }
  const { halfMm } = setDown(unit, 0, 0)!
  const web = ground.panel.leastWebMm
  for (const row of free.rows) {
    if (last - row.y < LOOK_MM) continue
    last = row.y
    const beside = others.filter(other => Math.abs(other.y - row.y) <= halfMm.y + other.halfMm.y + web)
    for (const [from, to] of row.runs)
      for (let x = from; x <= to; x += LOOK_MM) {
        const inTheWay = beside.filter(other => Math.abs(other.x - x) <= halfMm.x + other.halfMm.x + web)
        // The bezels alone may be more in the way already than all is at the best place so far.
        const bezel = figureAt(item.face!.bezel, x, row.y)
        let overlap = 0
        for (const other of inTheWay) {
          const bezels = gap(bezel, other.bezel)
          if (bezels < -TOUCH_MM) overlap -= bezels
          if (overlap >= least) break
        }
        if (overlap >= least) continue
        const here = setDown(unit, x, row.y)!
        const violations: FitViolation[] = []
        let sum = 0
        for (const other of inTheWay) {
          for (const violation of violationsBetween(here, other, web)) {
            violations.push(violation)
            sum += violation.limitMm - violation.measuredMm
          }
          if (sum >= least) break
        }
        if (sum < least) {
          least = sum
          nearest = { xMm: x, yMm: row.y, violations }
        }
      }
  }
  return nearest
}

export interface Miss {
  measure: Measure
  mm: number
}
/**
 * By how much an item misses: the measure in which cutting it down by least would make it fit; nothing when no cutting
 * would.
 */
export function missOf(item: Item, others: readonly Placed[], ground: Ground): Miss | undefined {
  const size = extent(setDown({ id: '', label: '', item }, 0, 0)!.bezel)
  const most = {
    width: size.maxX - size.minX - 0.5,
    height: size.maxY - size.minY - 0.5,
    size: Math.min(size.maxX - size.minX, size.maxY - size.minY) - 0.5,
    depth: item.body?.depthMm ?? 0
  }
  let best: Miss | undefined
  for (const measure of measuresOf(item)) {
    const fits = (mm: number) => anyFree(cutDown(item, mm, measure), others, ground, ANY_MM)
    // A measure that would have to give more than another one already found is not looked into.
    let yes = Math.min(most[measure], best?.mm ?? Infinity)
    if (yes <= 1 || !fits(yes)) continue
    let no = 0
    while (yes - no > MISS_MM) {
      const middle = (no + yes) / 2
      if (fits(middle)) yes = middle
      else no = middle
    }
    if (!best || yes < best.mm - MISS_MM) best = { measure, mm: Math.ceil((yes - MISS_MM) * 10 - 1e-6) / 10 }
  }
  return best
}

/** One change that would make room: a unit or a movable zone shifted, or a unit taken off the face. */
export interface Change {
  what: 'unit' | 'zone'
  id: string
  name: string
  /** Where it would go; absent when it finds no other place and would have to come off the face. */
  to?: { xMm: number; yMm: number; awayMm: number }
  /** Where the item would stand then. */
  at: { xMm: number; yMm: number }
}

/**
 * The least change of one other thing that would make an item fit: every unit that may be moved and every movable
 * zone is taken away in turn; where the item then fits, the thing is set down again as near as it can be.
 * @param fixed ids of units that stay
 */
export function* leastChange(
  item: Item,
  others: readonly Placed[],
  ground: Ground,
  fixed: ReadonlySet<string> = new Set()
): Steps<Change[]> {
  const found: Change[] = []
  const trial = { id: '\u0000trial', label: item.name, item }
  for (const [index, other] of others.entries()) {
    yield { done: index, of: others.length }
    if (fixed.has(other.id)) continue
    const rest = others.filter(unit => unit !== other)
    // Most things make no room when they go: that is asked first, and cheaply.
    if (!anyFree(item, rest, ground, ANY_MM)) continue
    const free = freeGround(item, rest, ground, COARSE_MM)
    let best: Change | undefined
    for (const corner of corners(free, other.x, other.y)) {
      const there = nearestFree(
        freeGround(other.item, [...rest, setDown(trial, corner.xMm, corner.yMm)!], ground, COARSE_MM),
        other.x,
        other.y
      )
      if (!best || (there && (!best.to || there.awayMm < best.to.awayMm)))
        best = { what: 'unit', id: other.id, name: other.label, at: corner, to: there }
    }
    if (best) found.push(best)
  }
  for (const { zone } of ground.faceZones) {
    if (!zone.movable) continue
    const without = groundOf({ ...ground.panel, zones: ground.panel.zones.filter(other => other.id !== zone.id) })
    const figure = zoneFigure(zone)
    let best: Change | undefined
    for (const corner of corners(freeGround(item, others, without, COARSE_MM), figure.x, figure.y)) {
      const to = clearOf({
        id: zone.id,
        x: figure.x,
        y: figure.y,
        others: [...others, setDown(trial, corner.xMm, corner.yMm)!],
        ground
      })
      if (to && (!best?.to || to.awayMm < best.to.awayMm))
        best = { what: 'zone', id: zone.id, name: zone.name, at: corner, to }
    }
    if (best) found.push(best)
  }
  return found.sort((a, b) => (a.to?.awayMm ?? Infinity) - (b.to?.awayMm ?? Infinity)).slice(0, 5)
}

/** A place that comes free when several units leave the face. */
export interface Clearing {
  at: { xMm: number; yMm: number }
  off: { id: string; name: string }[]
}
/** Steps in which the sheet is looked over for the place where fewest units are in the way. */
const CLEARING_MM = 8

/**
 * The place on the sheet where fewest other units would have to come off for an item to stand; of equals, where least of
 * them is
 * in the way. Places are tried 8 mm apart, and the one found is then set exactly.
 * @param fixed ids of units that stay
 * @returns nothing where even the bare sheet would not take it, or only what stays is in the way
 */
export function* fewestOff(
  item: Item,
  others: readonly Placed[],
  ground: Ground,
  fixed: ReadonlySet<string> = new Set()
): Steps<Clearing | undefined> {
  const stay = others.filter(other => fixed.has(other.id))
  const free = freeGround(item, stay, ground, CLEARING_MM)
  const movable = others.filter(other => !fixed.has(other.id))
  const trial = { id: '\u0000trial', label: item.name, item }
  let best: { off: Placed[]; inTheWay: number; x: number; y: number } | undefined
  for (const [index, row] of free.rows.entries()) {
    if (index % 8 === 0) yield { done: index, of: free.rows.length }
    for (const [from, to] of row.runs)
      for (let x = from; ; x = Math.min(to, x + CLEARING_MM)) {
        const here = setDown(trial, x, row.y)!
        const off: Placed[] = []
        let inTheWay = 0
        for (const other of movable) {
          const violations = violationsBetween(here, other, ground.panel.leastWebMm)
          if (violations.length === 0) continue
          off.push(other)
          inTheWay += violations[0]!.limitMm - violations[0]!.measuredMm
          if (best && off.length > best.off.length) break
        }
        if (!best || off.length < best.off.length || (off.length === best.off.length && inTheWay < best.inTheWay))
          best = { off, inTheWay, x, y: row.y }
        if (x >= to) break
      }
  }
  if (!best) return undefined
  const gone = new Set(best.off.map(unit => unit.id))
  const spot = nearestFree(
    freeGround(
      item,
      others.filter(other => !gone.has(other.id)),
      ground
    ),
    best.x,
    best.y
  )
  return (
    spot && { at: { xMm: spot.xMm, yMm: spot.yMm }, off: best.off.map(unit => ({ id: unit.id, name: unit.label })) }
  )
}

/** Where a zone could be moved to: it keeps clear of bezels and of the other zones, as a bezel of its own shape. */
function clearOf({
  id,
  x,
  y,
  others,
  ground
}: {
  id: string
  x: number
  y: number
  others: readonly Placed[]
  ground: Ground
}) {
  const zone = ground.panel.zones.find(zone => zone.id === id)!
  const figure = zoneFigure(shiftZone(zone, -x, -y))
  const e = extent(figure)
  const shape =
    figure.kind === 'circle'
      ? { shape: 'round' as const, diameterMm: figure.r * 2 }
      : { shape: 'rectangle' as const, widthMm: e.maxX - e.minX, heightMm: e.maxY - e.minY, cornerMm: 0 }
  const stand: Footprint = { face: { bezel: shape, screws: [], stack: false } }
  const rest = groundOf({ ...ground.panel, bays: [], zones: ground.panel.zones.filter(zone => zone.id !== id) })
  return nearestFree(freeGround(stand, others, rest, COARSE_MM), x, y)
}

/** Points of a free ground worth trying: its ends in every direction, and the nearest and farthest from a point. */
function corners(free: FreeGround, x: number, y: number): { xMm: number; yMm: number }[] {
  const ends = free.rows.flatMap(row =>
    row.runs.flatMap(([from, to]) => [
      { xMm: from, yMm: row.y },
      { xMm: to, yMm: row.y }
    ])
  )
  if (ends.length === 0) return []
  const most = (value: (p: { xMm: number; yMm: number }) => number) =>
    ends.reduce((a, b) => (value(b) > value(a) ? b : a))
  const away = (p: { xMm: number; yMm: number }) => Math.hypot(p.xMm - x, p.yMm - y)
  const found = [
    most(p => p.xMm),
    most(p => -p.xMm),
    most(p => p.yMm),
    most(p => -p.yMm),
    most(away),
    most(p => -away(p))
  ]
  return found.filter((p, i) => found.findIndex(q => q.xMm === p.xMm && q.yMm === p.yMm) === i)
}
