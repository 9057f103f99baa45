import type { ELK, ElkNode } from 'elkjs/lib/elk-api'
import { escaped } from './svg'
import type { LineEdge, LineNode, OneLine } from '../../power'
import { readPhrase, US, type Reading } from '../../quantity'

/**
 * The diagram with every thing in its place, in px from the upper left. `sign` is where an edge’s sign stands, its words
 * above it.
 */
export interface PlacedLine {
  width: number
  height: number
  nodes: (LineNode & { x: number; y: number })[]
  edges: (LineEdge & { points: Point[]; sign: Point })[]
}
interface Point {
  x: number
  y: number
}

const LAYOUT = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': '14',
  'elk.spacing.nodeNode': '5',
  'elk.spacing.edgeNode': '9',
  'elk.spacing.edgeEdge': '6',
  'elk.layered.spacing.edgeEdgeBetweenLayers': '5',
  'elk.layered.spacing.edgeNodeBetweenLayers': '9',
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
  'elk.layered.nodePlacement.strategy': 'BRANDES_KOEPF',
  'elk.layered.nodePlacement.favorStraightEdges': 'true',
  'elk.layered.edgeLabels.centerLabelPlacementStrategy': 'HEAD_LAYER',
  'elk.spacing.edgeLabel': '1'
}
/** The library gives a label without words no place. */
const NO_WORDS = '·'
/** Room for the words of an edge, which the library keeps free: about 4.4 px a letter, and the height of words and sign. */
const labelSize = (edge: LineEdge) => ({
  width: Math.max(20, Math.ceil(readPhrase(edge.says, US).length * 4.4)),
  height: edge.tie ? 22 : 17
})

/**
 * Sets the diagram out by layers, sources left, units right, with the layout library (elkjs), which may run in a worker
 * of its own.
 */
export async function layOneLine(line: OneLine, elk: Pick<ELK, 'layout'>): Promise<PlacedLine> {
  const graph: ElkNode = {
    id: 'all',
    layoutOptions: LAYOUT,
    // Units stand in one column at the right, whatever bus they hang on, so that the eye finds them.
    children: line.nodes.map(({ id, width, height, kind }) => ({
      id,
      width,
      height,
      ...(kind === 'unit' && { layoutOptions: { 'elk.layered.layering.layerConstraint': 'LAST' } })
    })),
    edges: line.edges.map(edge => ({
      id: edge.id,
      sources: [edge.from],
      targets: [edge.to],
      labels: [
        {
          text: readPhrase(edge.says, US) || NO_WORDS,
          ...labelSize(edge),
          layoutOptions: { 'elk.edgeLabels.placement': 'CENTER', 'elk.edgeLabels.inline': 'true' }
        }
      ]
    }))
  }
  const laid = await elk.layout(graph)
  const at = new Map(laid.children!.map(child => [child.id, child]))
  const runs = new Map(laid.edges!.map(edge => [edge.id, edge]))
  return {
    width: laid.width!,
    height: laid.height!,
    nodes: line.nodes.map(node => ({ ...node, x: at.get(node.id)!.x!, y: at.get(node.id)!.y! })),
    edges: line.edges.map(edge => {
      const run = runs.get(edge.id)!
      const label = run.labels![0]!
      return {
        ...edge,
        points:
          run.sections
            ?.flatMap(part => [part.startPoint, ...(part.bendPoints ?? []), part.endPoint])
            .map(({ x, y }) => ({ x, y })) ?? [],
        sign: { x: label.x! + label.width! / 2, y: label.y! + label.height! / 2 }
      }
    })
  }
}

export const lineOf = (points: readonly { x: number; y: number }[]): string =>
  points.map(({ x, y }, index) => `${index ? 'L' : 'M'}${round(x)} ${round(y)}`).join('')
const round = (value: number) => Number(value.toFixed(1))

/** The sign of each kind of tie, about (0, 0), as a path: ours, plain strokes; the words beside it say the same. */
export const SIGNS: Record<LineEdge['kind'], string> = {
  wire: '',
  contactor: 'M-6 -5V5M6 -5V5',
  diode: 'M-5 -5L5 0L-5 5ZM5 -5V5',
  breaker: 'M-7 0A7 5 0 0 1 7 0',
  protector: 'M-7 0A7 5 0 0 1 7 0'
}

/** The diagram as an SVG drawing of its own. */
export function writeOneLineSvg(placed: PlacedLine, title: string, reading: Reading = US): string {
  const head = 30
  const nodes = placed.nodes.map(node => {
    const box =
      node.kind === 'bus'
        ? `<rect x="${round(node.x)}" y="${round(node.y)}" width="${node.width}" height="${node.height}" ` +
          `fill="#e9edf6" stroke="#27498f" stroke-width="2"/>`
        : node.kind === 'unit'
          ? ''
          : `<rect x="${round(node.x)}" y="${round(node.y)}" width="${node.width}" height="${node.height}" ` +
            `rx="${node.kind === 'alternator' ? 20 : 2}" fill="#fff" stroke="#22272a" stroke-width="1.2"/>`
    // The name of a long bus stands at its head, where it is looked for.
    const middle = node.y + Math.min(node.height / 2, 20)
    const line = (y: number, text: string, bold: boolean) =>
      `<text x="${round(node.x + (node.kind === 'unit' ? 4 : 8))}" ` +
      `y="${round(y)}"${bold ? ' font-weight="bold"' : ''}>${escaped(text)}</text>`
    return node.kind === 'unit'
      ? `${line(node.y + 12.5, node.says, false)}<text x="${round(node.x + node.width)}" y="${round(node.y + 12.5)}" ` +
          `text-anchor="end" fill="#50585c">${escaped(readPhrase(node.note, reading))}</text>`
      : `${box}${line(middle - 2, node.says, true)}${line(middle + 11, readPhrase(node.note, reading), false)}`
  })
  const edges = placed.edges
    .filter(edge => edge.points.length > 1)
    .map(edge => {
      const point = edge.sign
      return (
        `<path d="${lineOf(edge.points)}" fill="none" stroke="#22272a" ` +
        `stroke-width="1.1"/>${
          SIGNS[edge.kind]
            ? `<path d="${SIGNS[edge.kind]}" ` +
              `transform="translate(${round(point.x)} ${round(point.y)})" fill="#fff" stroke="#22272a" stroke-width="1.2"/>`
            : ''
        }<text ` +
        `x="${round(point.x)}" y="${round(point.y - 7)}" text-anchor="middle" font-size="8">` +
        `${escaped(readPhrase(edge.says, reading))}</text>`
      )
    })
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 ` +
    `0 ${Math.ceil(placed.width)} ${Math.ceil(placed.height + head)}" width="${Math.ceil(placed.width)}" ` +
    `height="${Math.ceil(placed.height + head)}" font-family="sans-serif" ` +
    `font-size="10"><title>${escaped(title)}</title><text x="8" y="18" font-size="13" ` +
    `font-weight="bold">${escaped(title)}</text><g transform="translate(0 ${head})">${edges.join('')}${nodes.join('')}</g></svg>\n`
  )
}
