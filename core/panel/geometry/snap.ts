/** An upright box on the face, in mm. */
export interface Extent {
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}
export interface Neighbour extends Extent {
  readonly name: string
}

/** What a shift was drawn to: a line to show, and words for it. */
export interface Relation {
  axis: 'x' | 'y'
  atMm: number
  text: string
}
export interface Snapped {
  dx: number
  dy: number
  relations: Relation[]
}

interface Offer {
  shift: number
  atMm: number
  text: string
  rank: number
}

/**
 * Where a hand that holds a box is drawn to, along each axis by itself: a neighbour's middle or edge, a gap equal to
 * the one between two neighbours beyond it, or the grid. The nearest within reach wins; of equals, middles before
 * edges before gaps before the grid.
 * @param within how far it is drawn, in mm
 * @param gridMm spacing of the grid; none when absent
 */
export function snapBox(held: Extent, neighbours: readonly Neighbour[], within: number, gridMm?: number): Snapped {
  const x = along({ axis: 'x', held, neighbours, within, gridMm })
  const y = along({ axis: 'y', held, neighbours, within, gridMm })
  return {
    dx: x?.shift ?? 0,
    dy: y?.shift ?? 0,
    relations: [
      ...(x ? [{ axis: 'x' as const, atMm: x.atMm, text: x.text }] : []),
      ...(y ? [{ axis: 'y' as const, atMm: y.atMm, text: y.text }] : [])
    ]
  }
}

function along({
  axis,
  held,
  neighbours,
  within,
  gridMm
}: {
  axis: 'x' | 'y'
  held: Extent
  neighbours: readonly Neighbour[]
  within: number
  gridMm?: number
}): Offer | undefined {
  const ends = (box: Extent): [number, number] => (axis === 'x' ? [box.minX, box.maxX] : [box.minY, box.maxY])
  const cross = (box: Extent): [number, number] => (axis === 'x' ? [box.minY, box.maxY] : [box.minX, box.maxX])
  const [low, high] = ends(held)
  const middle = (low + high) / 2
  let best: Offer | undefined
  const offer = (shift: number, atMm: number, text: string, rank: number) => {
    if (Math.abs(shift) > within) return
    const better =
      !best ||
      Math.abs(shift) < Math.abs(best.shift) - 1e-6 ||
      (Math.abs(shift) < Math.abs(best.shift) + 1e-6 && rank < best.rank)
    if (better) best = { shift, atMm, text, rank }
  }
  for (const other of neighbours) {
    const [a, b] = ends(other)
    offer((a + b) / 2 - middle, (a + b) / 2, `middle in line with ${other.name}`, 0)
    offer(a - low, a, `edge in line with ${other.name}`, 1)
    offer(b - high, b, `edge in line with ${other.name}`, 1)
    offer(a - high, a, `edge to edge with ${other.name}`, 2)
    offer(b - low, b, `edge to edge with ${other.name}`, 2)
  }
  // Neighbours in the same band, in order: a gap like the one between the two next in line, or half of the room between two.
  const [from, to] = cross(held)
  const row = neighbours
    .filter(other => {
      const [a, b] = cross(other)
      return a < to && b > from
    })
    .sort((p, q) => ends(p)[0] - ends(q)[0])
  const before = row.filter(other => ends(other)[1] <= middle)
  const after = row.filter(other => ends(other)[0] >= middle)
  const gap = (p: Extent, q: Extent) => ends(q)[0] - ends(p)[1]
  const [left2, left1] =
    before.slice(-2).length === 2 ? (before.slice(-2) as [Neighbour, Neighbour]) : [undefined, before.at(-1)]
  const [right1, right2] = [after[0], after[1]]
  if (left1 && left2 && gap(left2, left1) > 0)
    offer(
      ends(left1)[1] + gap(left2, left1) - low,
      ends(left1)[1] + gap(left2, left1),
      `same gap as ${left2.name} to ${left1.name}`,
      3
    )
  if (right1 && right2 && gap(right1, right2) > 0)
    offer(
      ends(right1)[0] - gap(right1, right2) - high,
      ends(right1)[0] - gap(right1, right2),
      `same gap as ${right1.name} to ${right2.name}`,
      3
    )
  if (left1 && right1 && gap(left1, right1) > high - low)
    offer(
      (ends(left1)[1] + ends(right1)[0]) / 2 - middle,
      (ends(left1)[1] + ends(right1)[0]) / 2,
      `equal gaps to ${left1.name} and ${right1.name}`,
      3
    )
  if (gridMm && gridMm > 0)
    offer(Math.round(middle / gridMm) * gridMm - middle, Math.round(middle / gridMm) * gridMm, 'on the grid', 4)
  return best
}

/** Ways to set several things in order. */
export const ARRANGEMENTS = [
  'left edges',
  'middles across',
  'right edges',
  'tops',
  'middles up',
  'bottoms',
  'equal gaps across',
  'equal gaps up',
  'mirrored across'
] as const
export type Arrangement = (typeof ARRANGEMENTS)[number]

/**
 * Shifts that set boxes in order. Edges and middles go to those of the first box named; equal gaps keep the outermost
 * two where they are; mirroring turns the order about the middle of all.
 * @returns one shift for each box, in mm
 */
export function arrange(boxes: readonly Extent[], how: Arrangement): { dx: number; dy: number }[] {
  const [first] = boxes
  if (!first || boxes.length < 2) return boxes.map(() => ({ dx: 0, dy: 0 }))
  const across = (value: (box: Extent) => number) => boxes.map(box => ({ dx: value(first) - value(box), dy: 0 }))
  const up = (value: (box: Extent) => number) => boxes.map(box => ({ dx: 0, dy: value(first) - value(box) }))
  switch (how) {
    case 'left edges':
      return across(box => box.minX)
    case 'middles across':
      return across(box => (box.minX + box.maxX) / 2)
    case 'right edges':
      return across(box => box.maxX)
    case 'tops':
      return up(box => box.maxY)
    case 'middles up':
      return up(box => (box.minY + box.maxY) / 2)
    case 'bottoms':
      return up(box => box.minY)
    case 'equal gaps across':
      return spread(boxes, box => [box.minX, box.maxX]).map(shift => ({ dx: shift, dy: 0 }))
    case 'equal gaps up':
      return spread(boxes, box => [box.minY, box.maxY]).map(shift => ({ dx: 0, dy: shift }))
    case 'mirrored across': {
      const sum = Math.min(...boxes.map(box => box.minX)) + Math.max(...boxes.map(box => box.maxX))
      return boxes.map(box => ({ dx: sum - box.minX - box.maxX, dy: 0 }))
    }
  }
}
function spread(boxes: readonly Extent[], ends: (box: Extent) => [number, number]): number[] {
  const order = boxes.map((box, index) => ({ index, ends: ends(box) })).sort((a, b) => a.ends[0] - b.ends[0])
  const taken = order.reduce((sum, box) => sum + box.ends[1] - box.ends[0], 0)
  const gap = (order.at(-1)!.ends[1] - order[0]!.ends[0] - taken) / (order.length - 1)
  const shifts = boxes.map(() => 0)
  let at = order[0]!.ends[0]
  for (const box of order) {
    shifts[box.index] = at - box.ends[0]
    at += box.ends[1] - box.ends[0] + gap
  }
  return shifts
}
