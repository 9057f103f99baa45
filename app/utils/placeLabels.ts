export interface Dot {
  x: number
  y: number
  name: string
}
export interface PlacedLabel {
  /** Where the text begins or ends. */
  x: number
  y: number
  anchor: 'start' | 'end'
  /** The name is so far from its dot that a line leads to it. */
  far: boolean
}
interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** Lines of text from the dot, nearest first. */
const ROWS = [-1, 1, -2, 2, -3, 3, -4, 4, -5, 5, -6, 6]
const ROW = 17
const meet = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
const dotBox = ({ x, y }: Dot): Box => ({ left: x - 7, right: x + 7, top: y - 7, bottom: y + 7 })

/**
 * Where the name of each dot is written so that none meets another name or a dot, within a drawing of a width; all in px of it.
 * A name that finds no free place within six lines is written at the farthest one.
 * @param letter how wide a letter is on average
 */
export function placeLabels(dots: readonly Dot[], width: number, letter = 7.4): PlacedLabel[] {
  const taken = dots.map(dotBox)
  return dots.map(dot => {
    const wide = (dot.name.length + 4) * letter
    const choices = ROWS.flatMap(row =>
      (['start', 'end'] as const).map(anchor => {
        const [x, y] = [dot.x + (anchor === 'start' ? 5 : -5), dot.y + row * ROW + (row > 0 ? 4 : 8)]
        const left = anchor === 'start' ? x : x - wide
        return { x, y, anchor, far: Math.abs(row) > 1, box: { left, right: left + wide, top: y - 13, bottom: y + 3 } }
      })
    ).filter(({ box }) => box.left >= 0 && box.right <= width)
    const { box, ...label } = choices.find(choice => !taken.some(other => meet(choice.box, other))) ?? choices.at(-1)!
    taken.push(box)
    return label
  })
}
