import type { ELK, ElkNode } from 'elkjs/lib/elk-api'
import { busName, cablesOf } from '../../cables'
import { saidBy, type Port, type PortKind, type SignalName } from '../../catalogue'
import type { Design, DesignUnit } from '../../design'
import type { Link } from '../../document'
import { carried, type Wire } from '../../wiring'
import { escaped } from './svg'

/** A port on the side of its box: inputs left, the others right. Its place is from the corner of the box, in px. */
export interface DiagramPort {
  id: string
  kind: PortKind
  says: string
  side: 'left' | 'right'
  /** Whether something is connected to it. */
  used: boolean
  x: number
  y: number
}
interface DiagramNode {
  id: string
  /** A unit with its ports, or a bus that several ports share. */
  kind: 'unit' | 'bus'
  says: string
  width: number
  height: number
  ports: DiagramPort[]
}
interface DiagramEdge {
  id: string
  /** Links that it draws: one, or those of a unit on a bus. */
  links: string[]
  from: { node: string; port: string }
  to: { node: string; port: string }
  kind: PortKind
  signals: SignalName[]
  /** Ids of the wires that carry it. */
  wires: string[]
}
/** The data connections as a diagram: units with their ports, lines from port to port, a CAN bus as a bus. */
export interface Connections {
  nodes: DiagramNode[]
  edges: DiagramEdge[]
}
export interface PlacedConnections {
  width: number
  height: number
  nodes: (DiagramNode & { x: number; y: number })[]
  edges: (DiagramEdge & { points: { x: number; y: number }[] })[]
}

/** Width of a letter of the labels, about, and heights of a title and of a port, in px. */
const [LETTER, SMALL, TITLE, ROW] = [6.6, 5.4, 24, 15]

function unitNode({ id, label, item }: DesignUnit, used: ReadonlySet<string>): DiagramNode {
  const sides = {
    left: item.ports.filter(port => port.flow === 'in'),
    right: item.ports.filter(port => port.flow !== 'in')
  }
  const widest = (ports: readonly Port[]) => Math.max(0, ...ports.map(port => `${port.id} ${port.kind}`.length)) * SMALL
  const width = Math.round(Math.max(label.length * LETTER + 16, widest(sides.left) + widest(sides.right) + 30, 70))
  const place = (side: 'left' | 'right') =>
    sides[side].map((port, i): DiagramPort => ({
      id: port.id,
      kind: port.kind,
      says: `${port.id} ${port.kind}`,
      side,
      used: used.has(`${id} ${port.id}`),
      x: side === 'left' ? 0 : width,
      y: TITLE + ROW * (i + 0.5)
    }))
  const height = TITLE + ROW * Math.max(sides.left.length, sides.right.length) + 5
  return { id, kind: 'unit', says: label, width, height, ports: [...place('left'), ...place('right')] }
}
/** The signal connections of a design as a diagram. Units with no data port are left out. */
export function connectionsOf(design: Design, wires: readonly Wire[]): Connections {
  const used = new Set(design.links.flatMap(({ from, to }) => [`${from.unit} ${from.port}`, `${to.unit} ${to.port}`]))
  const portAt = ({ unit, port }: Link['from']) =>
    design.units.find(other => other.id === unit)?.item.ports.find(other => other.id === port)
  const wiresOf = (links: readonly string[]) =>
    wires.filter(wire => wire.links.some(id => links.includes(id))).map(wire => wire.id)
  const { chains } = cablesOf(design)
  const onBus = new Set(chains.flatMap(({ links }) => links))
  const plain = design.links
    .filter(link => !onBus.has(link.id))
    .flatMap((link): DiagramEdge[] => {
      const [from, to] = [portAt(link.from), portAt(link.to)]
      return from && to
        ? [
            {
              id: link.id,
              links: [link.id],
              from: { node: link.from.unit, port: link.from.port },
              to: { node: link.to.unit, port: link.to.port },
              kind: from.kind,
              signals: carried(from, to),
              wires: wiresOf([link.id])
            }
          ]
        : []
    })
  const buses = chains.map((chain, index) => {
    const links = design.links.filter(link => chain.links.includes(link.id))
    const ends = [
      ...new Map(links.flatMap(({ from, to }) => [from, to]).map(end => [`${end.unit} ${end.port}`, end])).values()
    ]
    const id = `bus ${index + 1}`
    const node: DiagramNode = {
      id,
      kind: 'bus',
      says: busName(index + 1),
      width: 16,
      height: 20 * ends.length + 12,
      ports: ends.map((_, i) => ({ id: `${i}`, kind: 'can', says: '', side: 'left', used: true, x: 0, y: 16 + 20 * i }))
    }
    const edges = ends.map((end, i): DiagramEdge => {
      const own = links.filter(({ from, to }) =>
        [from, to].some(other => other.unit === end.unit && other.port === end.port)
      )
      return {
        id: `${id} ${end.unit} ${end.port}`,
        links: own.map(link => link.id),
        from: { node: end.unit, port: end.port },
        to: { node: id, port: `${i}` },
        kind: 'can',
        signals: [...new Set(saidBy(portAt(end)!))],
        wires: wiresOf(own.map(link => link.id)).filter(wire =>
          wires.find(other => other.id === wire)!.units.includes(end.unit)
        )
      }
    })
    return { node, edges }
  })
  return {
    nodes: [
      ...design.units.filter(unit => unit.item.ports.length > 0).map(unit => unitNode(unit, used)),
      ...buses.map(bus => bus.node)
    ],
    edges: [...plain, ...buses.flatMap(bus => bus.edges)]
  }
}

const LAYOUT = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': '40',
  'elk.spacing.nodeNode': '12',
  'elk.spacing.edgeNode': '10',
  'elk.spacing.edgeEdge': '6',
  'elk.layered.spacing.edgeEdgeBetweenLayers': '6'
}
/** Sets the diagram out with the layout library (elkjs), which may run in a worker of its own. */
export async function layConnections(diagram: Connections, elk: Pick<ELK, 'layout'>): Promise<PlacedConnections> {
  const portKey = ({ node, port }: { node: string; port: string }) => `${node} ${port}`
  const graph: ElkNode = {
    id: 'all',
    layoutOptions: LAYOUT,
    children: diagram.nodes.map(({ id, width, height, ports }) => ({
      id,
      width,
      height,
      layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
      ports: ports.map(port => ({
        id: portKey({ node: id, port: port.id }),
        x: port.x,
        y: port.y,
        width: 0,
        height: 0,
        layoutOptions: { 'elk.port.side': port.side === 'left' ? 'WEST' : 'EAST' }
      }))
    })),
    edges: diagram.edges.map(({ id, from, to }) => ({ id, sources: [portKey(from)], targets: [portKey(to)] }))
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
  'dc power': '10 6',
  'wireless': '1 7'
}
/** The diagram as a drawing of its own, with a key to its lines. */
export function writeConnectionsSvg(placed: PlacedConnections, title: string): string {
  const kinds = [...new Set(placed.edges.map(edge => edge.kind))]
  const height = placed.height + 40 + kinds.length * 16
  const line = (points: readonly { x: number; y: number }[]) => points.map(({ x, y }) => `${x},${y}`).join(' ')
  const words = (x: number, y: number, text: string, more = '') =>
    `<text x="${x}" y="${y}"${more}>${escaped(text)}</text>`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -30 ${placed.width + 20} ${height}" font-family="sans-serif" font-size="11">`,
    `<title>${escaped(title)}</title>${words(0, -12, title, ' font-size="14"')}`,
    ...placed.edges.map(
      edge =>
        `<polyline points="${line(edge.points)}" fill="none" stroke="#25303a" ` +
        `stroke-dasharray="${DASHES[edge.kind]}"><title>${escaped(edge.signals.join(', ') || edge.kind)}</title></polyline>`
    ),
    ...placed.nodes.map(node => {
      const ports = node.kind === 'unit' ? node.ports : []
      return (
        `<rect x="${node.x}" y="${node.y}" width="${node.width}" height="${node.height}" rx="2" ` +
        `fill="${node.kind === 'bus' ? '#25303a' : '#fff'}" stroke="#25303a"/>` +
        words(
          node.x + (node.kind === 'bus' ? 0 : 8),
          node.y + (node.kind === 'bus' ? -4 : 16),
          node.says,
          ' font-weight="bold"'
        ) +
        ports
          .map(port =>
            words(
              node.x + (port.side === 'left' ? 6 : node.width - 6),
              node.y + port.y + 3,
              port.says,
              ` font-size="8.5" text-anchor="${port.side === 'left' ? 'start' : 'end'}"`
            )
          )
          .join('')
      )
    }),
    ...kinds.map((kind, index) => {
      const y = placed.height + 20 + index * 16
      return `<polyline points="0,${y} 46,${y}" stroke="#25303a" stroke-dasharray="${DASHES[kind]}"/>${words(54, y + 4, kind)}`
    }),
    '</svg>'
  ].join('\n')
}
