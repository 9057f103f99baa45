import { XMLParser, XMLValidator } from 'fast-xml-parser'
import svgpath from 'svgpath'
import type { PointMm } from '../../panel'
import {
  arcPoints,
  flattenCubic,
  MOST_DRAWING_BYTES,
  MOST_ENTITIES,
  needsUnit,
  type Stroke,
  type StrokesRead,
  refused
} from './contours'

type Node = Record<string, unknown> & { ':@'?: Record<string, string> }

const LENGTH_MM: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 }
/** A length with a real unit in mm; nothing for pixels and bare numbers, which say nothing about the sheet. */
function lengthMm(text: string | undefined): number | undefined {
  const found = /^\s*([\d.eE+-]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(text ?? '')
  return found ? Number(found[1]) * LENGTH_MM[found[2]!]! : undefined
}

/** The path a shape element draws, or nothing for what is no shape. */
function pathText(tag: string, a: Record<string, string>): string | undefined {
  const n = (name: string, otherwise = 0) => (a[name] === undefined ? otherwise : Number.parseFloat(a[name]))
  switch (tag) {
    case 'path':
      return a.d ?? ''
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')]
      const rx = Math.min(n('rx', n('ry')), w / 2)
      const ry = Math.min(n('ry', rx), h / 2)
      return rx > 0
        ? `M${x + rx} ${y}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 ` +
            `1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}z`
        : `M${x} ${y}h${w}v${h}h${-w}z`
    }
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = tag === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
      return `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0z`
    }
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'polygon':
    case 'polyline':
      return a.points?.trim() ? `M${a.points.trim()}${tag === 'polygon' ? 'z' : ''}` : ''
    default:
      return undefined
  }
}

/** Most elements that are looked at, copies counted each time. */
const MOST_SEEN = 50_000
/** Most lines, whole or pieces of a path. */
const MOST_STROKES = 20_000
/** Copies within copies are followed so deep. */
const MOST_NESTED = 64
/** What a copy draws: the thing itself, or what is in a symbol. */
function copyOf(node: Node): Node[] {
  const symbol = node.symbol
  return Array.isArray(symbol) ? (symbol as Node[]) : [node]
}
const LENGTHS = ['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry', 'x1', 'y1', 'x2', 'y2'] as const
/** A length of a shape that is no plain number (or pixels, which are units of the drawing). */
function lengthIn(tag: string, a: Record<string, string>): string | undefined {
  if (!/^(rect|circle|ellipse|line|use)$/.test(tag)) return undefined
  const odd = LENGTHS.find(
    name => a[name] !== undefined && !/^\s*[-+]?[\d.]+(?:e[-+]?\d+)?\s*(?:px)?\s*$/i.test(a[name])
  )
  return odd && `${odd}=“${a[odd]}”`
}

type Attributes = Readonly<Record<string, string>>
const isHidden = (a: Attributes): boolean =>
  a.display === 'none' || a.visibility === 'hidden' || /display\s*:\s*none|visibility\s*:\s*hidden/.test(a.style ?? '')
/** The attribute that could run something. */
const handlerOf = (a: Attributes): string | undefined =>
  Object.keys(a).find(name => /^on/i.test(name) || (/href$/i.test(name) && /^\s*(javascript|data):/i.test(a[name]!)))

/** What is found on a walk through the elements of a drawing. */
class SvgWalk {
  readonly strokes: Stroke[] = []
  shapes = 0
  hidden = 0
  /** What could run. */
  danger?: string
  /** What cannot be read. */
  broken?: string
  private seen = 0
  private readonly byId = new Map<string, Node>()

  constructor(
    nodes: Node[],
    private readonly scale: number
  ) {
    this.findIds(nodes)
    this.walk(nodes, [], 'svg')
  }

  private findIds(nodes: Node[]) {
    for (const node of nodes) {
      const id = node[':@']?.id
      if (id !== undefined) this.byId.set(id, node)
      for (const tag of Object.keys(node)) if (Array.isArray(node[tag])) this.findIds(node[tag] as Node[])
    }
  }

  private walk(nodes: Node[], transforms: readonly string[], layer: string, block?: string) {
    for (const node of nodes) {
      // Copies of copies can make more of a short file than anyone draws.
      if (++this.seen > MOST_SEEN) {
        this.broken ??= `With its copies the drawing holds more than ${MOST_SEEN} elements. Take all but the panel out of it.`
        return
      }
      const tag = Object.keys(node).find(key => key !== ':@' && key !== '#text')
      if (!tag) continue
      const a = node[':@'] ?? {}
      if (/^(script|foreignObject|iframe|object|embed|handler)$/i.test(tag)) this.danger ??= `a “${tag}” element`
      const handler = handlerOf(a)
      if (handler) this.danger ??= `the attribute “${handler}”`
      if (/^(defs|symbol|clipPath|mask|pattern|marker|style|metadata|title|desc|text)$/.test(tag)) {
        if (/^(defs|symbol)$/.test(tag)) this.findDanger(node[tag] as Node[])
        continue
      }
      if (isHidden(a)) {
        this.hidden++
        continue
      }
      if (tag === 'svg') {
        this.broken ??= 'The drawing contains a nested svg with its units. Save it flat.'
        continue
      }
      const own = a.transform ? [...transforms, a.transform] : transforms
      const odd = lengthIn(tag, a)
      if (odd) {
        this.broken ??=
          `A ${tag} has ${odd}: lengths with a unit or in percent within the drawing are not read true. ` +
          `Save it in plain units.`
        continue
      }
      if (tag === 'use') {
        const name = (a.href ?? a['xlink:href'] ?? '').replace(/^#/, '')
        const copied = this.byId.get(name)
        // A copy of a copy of itself has no end.
        if (!copied || own.length > MOST_NESTED) this.broken ??= `A copy (use) of “${name}” leads nowhere.`
        else this.walk(copyOf(copied), [...own, `translate(${a.x ?? 0} ${a.y ?? 0})`], layer, block ?? name)
        continue
      }
      const path = pathText(tag, a)
      if (path === undefined) {
        if (Array.isArray(node[tag])) this.walk(node[tag] as Node[], own, tag === 'g' ? (a.id ?? layer) : layer, block)
        continue
      }
      this.shapes++
      try {
        for (const stroke of strokesOf(path, own, layer, this.scale)) this.strokes.push({ ...stroke, block })
        if (this.strokes.length > MOST_STROKES)
          this.broken ??= `The drawing holds more than ${MOST_STROKES} lines. Take all but the panel out of it.`
      } catch (error) {
        this.broken ??= `A ${tag} cannot be read: ${(error as Error).message}.`
      }
    }
  }

  private findDanger(nodes: Node[] = []) {
    for (const node of nodes)
      for (const tag of Object.keys(node)) {
        if (/^(script|foreignObject)$/i.test(tag)) this.danger ??= `a “${tag}” element`
        if (Array.isArray(node[tag])) this.findDanger(node[tag] as Node[])
      }
  }
}

/** What a drawing is refused for. */
class DrawingError extends Error {}

/** The drawing as a tree. @throws DrawingError for what is no whole SVG */
function treeOf(text: string): Node {
  const valid = XMLValidator.validate(text)
  if (valid !== true)
    throw new DrawingError(
      `Line ${valid.err.line}, column ${valid.err.col}: this is not a whole SVG file: ${valid.err.msg}.`
    )
  let tree: Node[]
  try {
    tree = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
      parseTagValue: false,
      parseAttributeValue: false
    }).parse(text) as Node[]
  } catch (error) {
    throw new DrawingError(`This is not a whole SVG file: ${(error as Error).message.replace(/\.$/, '')}.`)
  }
  const root = tree.find(node => 'svg' in node)
  if (!root) throw new DrawingError('This is not an SVG drawing: it has no svg element at its top.')
  return root
}

/** Millimetres of one unit of the drawing, and whether the drawing says so itself. @throws DrawingError where it is stretched */
function frameOf(attributes: Attributes, unitMm: number | undefined): { scale: number | undefined; entered: boolean } {
  const box = attributes.viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number)
  const widthMm = lengthMm(attributes.width)
  const heightMm = lengthMm(attributes.height)
  const whole = widthMm !== undefined && box?.length === 4 && box[2]! > 0 && box[3]! > 0
  const [across, up] = whole
    ? [widthMm / box[2]!, heightMm === undefined ? widthMm / box[2]! : heightMm / box[3]!]
    : [1, 1]
  if (Math.abs(across / up - 1) > 1e-3 && /none/.test(attributes.preserveAspectRatio ?? ''))
    throw new DrawingError(
      `The drawing is stretched: one unit is ${across.toFixed(4)} mm across and ${up.toFixed(4)} mm up. Save it with ` +
        `the same scale both ways.`
    )
  const scale = whole
    ? // Fitted into its frame whole, as drawings are unless they say otherwise.
      Math.min(across, up)
    : widthMm !== undefined && !box
      ? LENGTH_MM[/[a-z]+/.exec(attributes.width!)![0]]
      : unitMm
  return { scale, entered: widthMm !== undefined }
}

/**
 * Reads the lines of an SVG drawing: paths and plain shapes with their transforms. Anything that could run is refused.
 * @param unitMm millimetres of one unit of the drawing, for files whose width is in no real unit
 */
export function svgStrokes(text: string, unitMm?: number): StrokesRead {
  if (text.length > MOST_DRAWING_BYTES)
    return refused(`The drawing is ${(text.length / 1e6).toFixed(0)} MB. Maximum is ${MOST_DRAWING_BYTES / 1e6} MB.`)
  if (/<!(?:DOCTYPE[^>]*\[|ENTITY)/i.test(text))
    return refused('The drawing defines XML entities, which are refused for safety.')
  try {
    return readTree(treeOf(text), unitMm)
  } catch (error) {
    if (error instanceof DrawingError) return refused(error.message)
    throw error
  }
}

function readTree(root: Node, unitMm: number | undefined): StrokesRead {
  const frame = frameOf(root[':@'] ?? {}, unitMm)
  const found = new SvgWalk(root.svg as Node[], frame.scale ?? 1)
  if (found.danger)
    return refused(
      `The drawing holds ${found.danger}, which could run something. Save it as a plain SVG without scripts.`
    )
  if (found.broken) return refused(found.broken)
  if (found.shapes > MOST_ENTITIES)
    return refused(`The drawing holds ${found.shapes} shapes. Maximum is ${MOST_ENTITIES}.`)
  if (frame.scale === undefined)
    return needsUnit('The width of the drawing is in no real unit (mm, cm, in).', found.strokes)
  return {
    ok: true,
    strokes: found.strokes,
    notes: [
      ...(!frame.entered ? ['The unit is the one you chose.'] : []),
      ...(found.hidden ? [`Left out: ${found.hidden} not shown (display none or hidden).`] : [])
    ]
  }
}

/** A curve of three points as one of four. */
const asCubic = (from: PointMm, [cx, cy]: PointMm, [x, y]: PointMm): [PointMm, PointMm, PointMm, PointMm] => [
  from,
  [from[0] + (2 / 3) * (cx - from[0]), from[1] + (2 / 3) * (cy - from[1])],
  [x + (2 / 3) * (cx - x), y + (2 / 3) * (cy - y)],
  [x, y]
]
/** The arc of a path command, flattened. */
function arcOf(from: PointMm, v: readonly number[], scale: number): PointMm[] {
  const [rx, ry, turnDeg, large, sweep, x, y] = v as [number, number, number, number, number, number, number]
  return arcBetween({ from, to: [x, y], rx: rx * scale, ry: ry * scale, turnDeg, large, sweep, scale })
}

/** The strokes of one path, its transforms applied, in mm with y up. */
function strokesOf(d: string, transforms: readonly string[], layer: string, scale: number): Stroke[] {
  let path = svgpath(d)
  // The innermost transform is applied first.
  for (const transform of [...transforms].reverse()) path = path.transform(transform)
  const drawn = path.abs().unshort()
  const failed = (drawn as unknown as { err?: string }).err
  if (failed) throw new Error(failed)
  const found: Stroke[] = []
  let points: PointMm[] = []
  let start: PointMm = [0, 0]
  let point: PointMm = [0, 0]
  const end = (closed: boolean) => {
    if (points.length > 1)
      found.push({ layer, closed, points: points.map(([x, y]): PointMm => [x * scale, -y * scale]) })
    points = []
  }
  const cubic = (...p: [PointMm, PointMm, PointMm, PointMm]) => {
    points.push(...flattenCubic(p, scale))
    point = p[3]
  }
  drawn.iterate(segment => {
    const [command, ...v] = segment as unknown as [string, ...number[]]
    const line = (x: number, y: number) => {
      if (points.length === 0) points.push(point)
      point = [x, y]
      points.push(point)
    }
    switch (command) {
      case 'M':
        end(false)
        point = start = [v[0]!, v[1]!]
        points = [point]
        break
      case 'L':
        line(v[0]!, v[1]!)
        break
      case 'H':
        line(v[0]!, point[1])
        break
      case 'V':
        line(point[0], v[0]!)
        break
      case 'C':
        if (points.length === 0) points.push(point)
        cubic(point, [v[0]!, v[1]!], [v[2]!, v[3]!], [v[4]!, v[5]!])
        break
      case 'A': {
        if (points.length === 0) points.push(point)
        const to: PointMm = [v[5]!, v[6]!]
        const arc = arcOf(point, v, scale)
        if (arc.length) points.push(...arc)
        else line(...to)
        point = to
        break
      }
      case 'Q': {
        if (points.length === 0) points.push(point)
        cubic(...asCubic(point, [v[0]!, v[1]!], [v[2]!, v[3]!]))
        break
      }
      case 'Z':
        end(true)
        point = start
        break
    }
  })
  end(false)
  return found
}

/**
 * Points of an elliptical arc after its start, from its ends to its middle as the SVG recommendation tells (appendix B.2.4); none
 * where it is no arc. Ends in units of the drawing, half axes in mm.
 */
function arcBetween({
  from,
  to,
  rx,
  ry,
  turnDeg,
  large,
  sweep,
  scale
}: {
  from: PointMm
  to: PointMm
  rx: number
  ry: number
  turnDeg: number
  large: number
  sweep: number
  scale: number
}): PointMm[] {
  const [x1, y1, x2, y2] = [from[0] * scale, from[1] * scale, to[0] * scale, to[1] * scale]
  if (rx === 0 || ry === 0 || (x1 === x2 && y1 === y2)) return []
  const turn = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [hx, hy] = [(x1 - x2) / 2, (y1 - y2) / 2]
  const [px, py] = [cos * hx + sin * hy, -sin * hx + cos * hy]
  // Half axes too short for the way between the ends are made as long as it takes.
  const lack = Math.sqrt((px / rx) ** 2 + (py / ry) ** 2)
  const [a, b] = [Math.abs(rx) * Math.max(1, lack), Math.abs(ry) * Math.max(1, lack)]
  const rest = a * a * py * py + b * b * px * px
  const off = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, a * a * b * b - rest) / rest)
  const [ox, oy] = [(off * a * py) / b, (-off * b * px) / a]
  const [cx, cy] = [cos * ox - sin * oy + (x1 + x2) / 2, sin * ox + cos * oy + (y1 + y2) / 2]
  const start = Math.atan2((py - oy) / b, (px - ox) / a)
  let span = Math.atan2((-py - oy) / b, (-px - ox) / a) - start
  if (sweep && span < 0) span += 2 * Math.PI
  if (!sweep && span > 0) span -= 2 * Math.PI
  const found = arcPoints({ cx, cy, major: [a * cos, a * sin], ratio: b / a, from: start, to: start + span })
  return [...found.slice(1, -1), [x2, y2] as PointMm].map(([x, y]): PointMm => [x / scale, y / scale])
}
