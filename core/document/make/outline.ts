/**
 * A panel from a few measures: width, height in the middle, height where the arch begins, corner radius, and a notch
 * below for a tunnel or quadrant.
 */
export interface OutlineMeasures {
  widthMm: number
  heightMm: number
  shoulderMm: number
  cornerMm: number
  notchWidthMm: number
  notchHeightMm: number
}

/** The measures do not make a panel. */
export class MeasureError extends Error {}

/** The arch and the corners are drawn as straight sides that miss them by no more than this, in mm. */
const MISS_MM = 0.05
/** Steps over an angle of an ellipse with this greater half axis: a side misses it by at most a dt² / 8. */
const stepsOver = (angle: number, halfMm: number): number =>
  Math.max(4, Math.ceil(angle / Math.sqrt((8 * MISS_MM) / Math.max(halfMm, MISS_MM))))

/**
 * Builds an outline: upright sides, a top that arches from the shoulders to the middle as half an ellipse, rounded lower
 * corners, and a notch in the middle of the lower edge.
 * @throws MeasureError naming the measure that does not go with the others
 */
export function buildOutline(m: OutlineMeasures): [number, number][] {
  const want = (ok: boolean, words: string) => {
    if (!ok) throw new MeasureError(words)
  }
  for (const [name, value] of Object.entries(m))
    want(Number.isFinite(value) && value >= 0, `${name} is ${value}; it must be 0 or more.`)
  want(m.widthMm > 0 && m.heightMm > 0, 'Width and height must be more than 0.')
  want(
    m.shoulderMm > 0 && m.shoulderMm <= m.heightMm,
    `The height at the sides is ${m.shoulderMm} mm; it must be above 0 and not above the middle at ${m.heightMm} mm.`
  )
  want(m.cornerMm <= Math.min(m.widthMm / 2, m.shoulderMm), `A corner of ${m.cornerMm} mm does not fit into the sheet.`)
  want(
    m.notchWidthMm < m.widthMm - 2 * m.cornerMm &&
      m.notchHeightMm < m.heightMm &&
      m.notchWidthMm > 0 === m.notchHeightMm > 0,
    'The notch needs a width and a height, and metal around it.'
  )
  const { widthMm: w, cornerMm: r, shoulderMm: s } = m
  const cornerSteps = stepsOver(Math.PI / 2, r)
  // An even number of them, so that one corner stands at the very top.
  const archSteps = 2 * stepsOver(Math.PI / 2, Math.max(w / 2, m.heightMm - s))
  const corner = (cx: number, cy: number, from: number): [number, number][] =>
    r === 0
      ? [[from === Math.PI ? 0 : w, 0]]
      : Array.from({ length: cornerSteps + 1 }, (_, i): [number, number] => {
          const t = from + (i * Math.PI) / 2 / cornerSteps
          return [cx + r * Math.cos(t), cy + r * Math.sin(t)]
        })
  const notch: [number, number][] =
    m.notchWidthMm > 0
      ? [
          [(w - m.notchWidthMm) / 2, 0],
          [(w - m.notchWidthMm) / 2, m.notchHeightMm],
          [(w + m.notchWidthMm) / 2, m.notchHeightMm],
          [(w + m.notchWidthMm) / 2, 0]
        ]
      : []
  const arch: [number, number][] =
    m.heightMm === s
      ? [
          [w, s],
          [0, s]
        ]
      : Array.from({ length: archSteps + 1 }, (_, i): [number, number] => {
          const t = (i * Math.PI) / archSteps
          return [w / 2 + (w / 2) * Math.cos(t), s + (m.heightMm - s) * Math.sin(t)]
        })
  return [...corner(r, r, Math.PI), ...notch, ...corner(w - r, r, Math.PI * 1.5), ...arch].map(
    ([x, y]): [number, number] => [Number(x.toFixed(3)), Number(y.toFixed(3))]
  )
}
