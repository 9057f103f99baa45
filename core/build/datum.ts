import type { HoleSchedule } from './schedule'
import type { Part } from './drawing'

/** A point that a shop sets its sheet up from: a corner or the middle of the lower edge of the sheet's extent, or an opening. */
export interface Datum {
  id: string
  name: string
  xMm: number
  yMm: number
}

/** Every point of a piece that can be measured from; the lower left corner first. */
export function datumsOf(
  part: Pick<Part, 'minX' | 'minY' | 'maxX' | 'maxY'>,
  schedule: HoleSchedule
): [Datum, ...Datum[]] {
  const { minX, minY, maxX, maxY } = part
  return [
    { id: 'lower left', name: 'the lower left corner', xMm: minX, yMm: minY },
    { id: 'lower right', name: 'the lower right corner', xMm: maxX, yMm: minY },
    { id: 'upper left', name: 'the upper left corner', xMm: minX, yMm: maxY },
    { id: 'upper right', name: 'the upper right corner', xMm: maxX, yMm: maxY },
    { id: 'middle', name: 'the middle of the lower edge', xMm: (minX + maxX) / 2, yMm: minY },
    ...schedule.openings.map(hole => ({
      id: `opening ${hole.number}`,
      name: `the middle of opening ${hole.number}, ${hole.what}`,
      xMm: hole.xMm,
      yMm: hole.yMm
    }))
  ]
}

/**
 * Places for words along a line, each as near to its own place as the pitch leaves it, none nearer to another than that, in their
 * order. What cannot all stay within the line runs over its end.
 */
export function spread(at: readonly number[], pitch: number): number[] {
  // Groups that touch are laid about their common middle; a group that comes to touch the one before joins it.
  const groups: { first: number; count: number; sum: number }[] = []
  at.forEach((place, i) => {
    groups.push({ first: i, count: 1, sum: place })
    for (;;) {
      const [before, last] = groups.slice(-2)
      if (groups.length < 2) break
      const middle = (group: typeof before) => group!.sum / group!.count
      if (middle(last) - middle(before) >= (pitch * (before!.count + last!.count)) / 2) break
      groups.splice(-2, 2, { first: before!.first, count: before!.count + last!.count, sum: before!.sum + last!.sum })
    }
  })
  return groups.flatMap(({ count, sum }) =>
    Array.from({ length: count }, (_, i) => sum / count + (i - (count - 1) / 2) * pitch)
  )
}
