import type { ELK, ElkNode } from 'elkjs/lib/elk-api'
import type { PortKind } from '../../catalogue'
import type { Design } from '../../design'
import type { Wire } from '../../wiring'
import { escaped } from './svg'

/** Who talks to whom, as a diagram: units as boxes, cables as lines. */
export interface Connections {
  nodes: { id: string; says: string; width: number; height: number }[]
  edges: { id: string; from: string; to: string; kind: PortKind; says: string }[]
}
export interface PlacedConnections {
  width: number
  height: number
  nodes: (Connections['nodes'][number] & { x: number; y: number })[]
  edges: (Connections['edges'][number] & { points: { x: number; y: number }[] })[]
}

/** Width of a letter of the labels, about, in px. */
const LETTER = 6.6
/** The signal cables of a design as a diagram. */
export function connectionsOf(design: Design, wires: readonly Wire[]): Connections {
  const signals = wires.filter(wire => wire.units.length === 2)
  const used = new Set(signals.flatMap(wire => wire.units))
  return {
    nodes: design.units
      .filter(unit => used.has(unit.id))
      .map(unit => ({
        id: unit.id,
        says: unit.label,
        width: Math.max(70, Math.round(unit.label.length * LETTER) + 16),
        height: 26
      })),
    edges: signals.map(wire => ({
      id: wire.id,
      from: wire.units[0]!,
      to: wire.units[1]!,
      kind: wire.kind as PortKind,
      says: wire.kind
    }))
  }
}

/** Sets the diagram out with the layout library (elkjs), which may run in a worker of its own. */
export async function layConnections(diagram: Connections, elk: Pick<ELK, 'layout'>): Promise<PlacedConnections> {
  const graph: ElkNode = {
    id: 'all',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.layered.spacing.nodeNodeBetweenLayers': '46',
      'elk.spacing.nodeNode': '12',
      'elk.spacing.edgeNode': '10',
      'elk.spacing.edgeEdge': '6',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '6'
    },
    children: diagram.nodes.map(({ id, width, height }) => ({ id, width, height })),
    edges: diagram.edges.map(({ id, from, to }) => ({ id, sources: [from], targets: [to] }))
  }
  const laid = await elk.layout(graph)
  const at = new Map(laid.children!.map(child => [child.id, child]))
  const runs = new Map(laid.edges!.map(edge => [edge.id, edge]))
  return {
    width: laid.width!,
    height: laid.height!,
    nodes: diagram.nodes.map(node => ({ ...node, x: at.get(node.id)!.x!, y: at.get(node.id)!.y! })),
    edges: diagram.edges.map(edge => {
      const [section] = runs.get(edge.id)!.sections ?? []
      return {
        ...edge,
        points: section ? [section.startPoint, ...(section.bendPoints ?? []), section.endPoint] : []
      }
    })
  }
}

/** How a cable of each kind is drawn: never by colour alone. */
export const DASHES: Readonly<Record<PortKind, string>> = {
  'rs-232': '',
  'arinc 429': '8 3',
  'can': '2 3',
  'analogue': '12 3 2 3',
  'pulse': '1 4',
  'audio': '6 2 1 2',
  'discrete': '4 6',
  'coax': '16 4',
  'ethernet': '3 1',
  'dc power': '10 6'
}
/** The diagram as a drawing of its own, with a key to its lines. */
export function writeConnectionsSvg(placed: PlacedConnections, title: string): string {
  const kinds = [...new Set(placed.edges.map(edge => edge.kind))]
  const height = placed.height + 40 + kinds.length * 16
  const line = (points: readonly { x: number; y: number }[]) => points.map(({ x, y }) => `${x},${y}`).join(' ')
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -30 ${placed.width + 20} ${height}" font-family="sans-serif" font-size="11">`,
    `<title>${escaped(title)}</title><text x="0" y="-12" font-size="14">${escaped(title)}</text>`,
    ...placed.edges.map(
      edge =>
        `<polyline points="${line(edge.points)}" fill="none" stroke="#25303a" ` +
        `stroke-dasharray="${DASHES[edge.kind]}"><title>${escaped(edge.says)}</title></polyline>`
    ),
    ...placed.nodes.map(
      node =>
        `<rect x="${node.x}" y="${node.y}" width="${node.width}" height="${node.height}" rx="2" fill="#fff" ` +
        `stroke="#25303a"/><text x="${node.x + 8}" y="${node.y + 17}">${escaped(node.says)}</text>`
    ),
    ...kinds.map((kind, index) => {
      const y = placed.height + 20 + index * 16
      return (
        `<polyline points="0,${y} 46,${y}" stroke="#25303a" stroke-dasharray="${DASHES[kind]}"/><text x="54" ` +
        `y="${y + 4}">${escaped(kind)}</text>`
      )
    }),
    '</svg>'
  ].join('\n')
}
