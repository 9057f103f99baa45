import type { FunctionName, Item } from '../catalogue'

/** What of an entry its picture is made from. */
export type PicturedItem = Pick<Item, 'kind' | 'usedLike' | 'provides' | 'face' | 'power'>

/**
 * What a stroke of a picture is of. The palette says how each is painted by day and by night; nothing else in a picture is a color.
 */
export type Ink =
  | 'bezel'
  | 'glass'
  | 'map'
  | 'sky'
  | 'ground'
  | 'hatch'
  | 'horizon'
  | 'symbol'
  | 'ring'
  | 'course'
  | 'chip'
  | 'digits'
  | 'bar'
  | 'bar ground'
  | 'knob'
  | 'key'
  | 'legend'
  | 'dial'
  | 'scale'
  | 'numeral'
  | 'pointer'
  | 'lamp'
  | 'green lamp'
  | 'red'
  | 'metal'
  | 'edge'
  | 'black metal'
  | 'door'
  | 'note'
  | 'foreign'

/** A line or an area, as the commands of an SVG path in mm from the centre of the bezel, y down. */
export interface Stroke {
  ink: Ink
  d: string
}
/** Words or digits, `size` mm high; `y` is the middle of the letters. */
export interface Lettering {
  ink: Ink
  text: string
  x: number
  y: number
  size: number
  anchor?: 'start' | 'middle' | 'end'
}
export type Mark = Stroke | Lettering

/** A rectangle of a picture in mm: its left upper corner from the centre of the bezel, y down. */
export interface Area {
  x: number
  y: number
  w: number
  h: number
}
/** A part of a face that shows something, and no longer does without power or when the function is lost. */
export interface FacePane extends Area {
  /** A dial or round screen: what is crossed out then is a disc. */
  round?: boolean
  /** A screen or lamp, which shows nothing without power; else a pointer or a card that is always to be seen. */
  powered: boolean
  /** Functions shown here: the pane is crossed out when all of them are lost. */
  shows: readonly FunctionName[]
  marks: readonly Mark[]
}
/** The picture of a unit's face: what is always to be seen, and the parts that show something. */
export interface FacePicture {
  marks: readonly Mark[]
  panes: readonly FacePane[]
}

/** A number of a path: a hundredth of a millimetre is finer than any screen shows. */
export const n = (value: number): number => Number(value.toFixed(2))

export const rectangle = ({ x, y, w, h }: Area, corner = 0): string => {
  const c = Math.min(corner, w / 2, h / 2)
  return c <= 0
    ? `M${n(x)} ${n(y)}h${n(w)}v${n(h)}h${n(-w)}Z`
    : `M${n(x + c)} ${n(y)}h${n(w - 2 * c)}a${n(c)} ${n(c)} 0 0 1 ${n(c)} ${n(c)}v${n(h - 2 * c)}` +
        `a${n(c)} ${n(c)} 0 0 1 ${n(-c)} ${n(c)}h${n(2 * c - w)}a${n(c)} ${n(c)} 0 0 1 ${n(-c)} ${n(-c)}` +
        `v${n(2 * c - h)}a${n(c)} ${n(c)} 0 0 1 ${n(c)} ${n(-c)}Z`
}
export const disc = (x: number, y: number, r: number): string =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`
export const segment = (x1: number, y1: number, x2: number, y2: number): string =>
  `M${n(x1)} ${n(y1)}L${n(x2)} ${n(y2)}`
export const polyline = (points: readonly (readonly [number, number])[], closed = false): string =>
  `${points.map(([x, y], i) => `${i ? 'L' : 'M'}${n(x)} ${n(y)}`).join('')}${closed ? 'Z' : ''}`
/** A point at an angle clockwise from twelve o'clock, in degrees. */
export const clockPoint = (x: number, y: number, r: number, degrees: number): readonly [number, number] => {
  const a = (degrees * Math.PI) / 180
  return [x + r * Math.sin(a), y - r * Math.cos(a)]
}
/** The area that is left of another inside a margin. */
export const inset = ({ x, y, w, h }: Area, margin: number): Area => ({
  x: x + margin,
  y: y + margin,
  w: w - 2 * margin,
  h: h - 2 * margin
})
export const middleOf = ({ x, y, w, h }: Area): readonly [number, number] => [x + w / 2, y + h / 2]
/** So many equal areas side by side, with a gap between. */
export const across = ({ x, y, w, h }: Area, count: number, gap: number): Area[] => {
  const each = (w - gap * (count - 1)) / count
  return Array.from({ length: count }, (_, i) => ({ x: x + i * (each + gap), y, w: each, h }))
}
/** Size of letters with which a text fits a width, at most `most`. B612 is 0.62 of its size wide on average. */
export const fitted = (text: string, width: number, most: number): number =>
  n(Math.min(most, width / (0.64 * Math.max(1, text.length))))
/** Marks of equal things in rows, first mark of each first: what is alike comes together, so that it is drawn as one. */
export const layered = (things: readonly (readonly Mark[])[]): Mark[] =>
  Array.from({ length: Math.max(0, ...things.map(marks => marks.length)) }, (_, layer) =>
    things.flatMap(marks => marks[layer] ?? [])
  ).flat()
/** The same picture with fewer pieces: strokes of one ink that follow each other become one path. */
export const merged = (marks: readonly Mark[]): Mark[] => {
  const found: Mark[] = []
  for (const mark of marks) {
    const last = found.at(-1)
    if (last && 'd' in mark && 'd' in last && last.ink === mark.ink)
      found[found.length - 1] = { ink: last.ink, d: last.d + mark.d }
    else found.push(mark)
  }
  return found
}
