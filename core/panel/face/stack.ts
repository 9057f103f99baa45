import { extent, gap, TOUCH_MM, type Figure } from '../geometry/geometry'
import type { Placed } from './place'

/** Trays of one stack stand over one another to within this, in mm. */
const ALIGNED_MM = 0.5

/** Whether two trays stand one on the other, so that one opening serves both and no metal is wanted between. */
export function shareOpening(a: Placed, b: Placed, leastWebMm: number): boolean {
  if (!a.item.face?.stack || !b.item.face?.stack || !a.cutout || !b.cutout) return false
  return Math.abs(a.x - b.x) <= ALIGNED_MM && gap(a.cutout, b.cutout) < leastWebMm - TOUCH_MM
}

export interface Opening {
  figure: Figure
  cornerMm: number
  units: string[]
}

/** The openings to cut: one for each cutout, and one for each stack of trays that touch. */
export function openings(placed: readonly Placed[], leastWebMm: number): Opening[] {
  const waiting = placed.filter(unit => unit.cutout)
  const found: Opening[] = []
  while (waiting.length > 0) {
    const group = [waiting.shift()!]
    for (let grown = true; grown;) {
      const next = waiting.findIndex(unit => group.some(member => shareOpening(member, unit, leastWebMm)))
      grown = next >= 0
      if (grown) group.push(...waiting.splice(next, 1))
    }
    const first = group[0]!
    const { cutout } = first.item.face!
    const cornerMm = cutout?.shape === 'rectangle' ? cutout.cornerMm : 0
    if (group.length === 1) {
      found.push({ figure: first.cutout!, cornerMm, units: [first.id] })
      continue
    }
    const ends = group.map(unit => extent(unit.cutout!))
    const left = Math.min(...ends.map(end => end.minX))
    const right = Math.max(...ends.map(end => end.maxX))
    const low = Math.min(...ends.map(end => end.minY))
    const high = Math.max(...ends.map(end => end.maxY))
    found.push({
      figure: { kind: 'box', x: (left + right) / 2, y: (low + high) / 2, w: right - left, h: high - low },
      cornerMm,
      units: group.map(unit => unit.id)
    })
  }
  return found
}
