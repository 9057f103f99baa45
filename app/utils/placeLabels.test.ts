import { describe, expect, it } from 'vitest'
import { placeLabels, type Dot } from './placeLabels'

const boxes = (dots: readonly Dot[], width: number, letter = 7.4) =>
  placeLabels(dots, width).map(({ x, y, anchor }, i) => {
    const wide = dots[i]!.name.length * letter
    return {
      left: anchor === 'start' ? x : x - wide,
      right: anchor === 'start' ? x + wide : x,
      top: y - 11,
      bottom: y + 2
    }
  })
const meet = (a: ReturnType<typeof boxes>[number], b: typeof a) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

describe('names of dots', () => {
  it('do not meet where six dots are in one spot, and stay in the drawing', () => {
    const dots = ['Panel', 'Behind the panel', 'Firewall', 'Under the pilot’s seat', 'Cabin roof', 'Cabin'].map(
      (name, i) => ({ x: 300 + i * 4, y: 200 + (i % 2) * 3, name })
    )
    const all = boxes(dots, 760)
    for (const [i, a] of all.entries()) for (const b of all.slice(i + 1)) expect(meet(a, b)).toBe(false)
    for (const box of all) expect(box.left >= 0 && box.right <= 760).toBe(true)
  })
  it('are on the left of a dot at the right edge', () => {
    expect(placeLabels([{ x: 740, y: 50, name: 'Tail' }], 760)[0]!.anchor).toBe('end')
  })
  it('are next to a dot that has room, without a line', () => {
    expect(placeLabels([{ x: 100, y: 50, name: 'Tail' }], 760)[0]).toMatchObject({ anchor: 'start', far: false })
  })
})
