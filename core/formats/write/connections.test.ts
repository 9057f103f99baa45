import Elk from 'elkjs/lib/elk.bundled.js'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { PORT_KINDS } from '../../catalogue'
import { resolve } from '../../design'
import { examineOption } from '../../report'
import { demoProject } from '../../testing.demo'
import { connectionsOf, DASHES, layConnections, writeConnectionsSvg } from './connections'

const dun = demoProject('3-skerrow-dunlin')
const { wires } = examineOption(dun, 'b').wiring
const design = resolve(dun, 'b')
const diagram = connectionsOf(design, wires)
const placed = await layConnections(diagram, new Elk())

describe('data connections as a diagram', () => {
  it('has a line from port to port for every link, and a CAN bus as a bus that each member is joined to once', () => {
    const kindOf = ({ unit, port }: { unit: string; port: string }) =>
      design.units.find(other => other.id === unit)!.item.ports.find(other => other.id === port)!.kind
    const plain = design.links.filter(link => kindOf(link.from) !== 'can')
    const lines = diagram.edges.filter(edge => edge.kind !== 'can')
    expect(lines.map(({ from, to }) => `${from.node} ${from.port} ${to.node} ${to.port}`)).toEqual(
      plain.map(({ from, to }) => `${from.unit} ${from.port} ${to.unit} ${to.port}`)
    )
    const members = new Set(
      design.links.filter(link => kindOf(link.from) === 'can').flatMap(({ from, to }) => [from.unit, to.unit])
    )
    const bus = diagram.nodes.filter(node => node.kind === 'bus')
    expect(bus).toHaveLength(1)
    expect(
      diagram.edges
        .filter(edge => edge.to.node === bus[0]!.id)
        .map(edge => edge.from.node)
        .sort()
    ).toEqual([...members].sort())
    expect(members.size).toBeGreaterThan(3)
  })
  it('every line names the wires that carry it, and every signal wire is on some line', () => {
    const cables = wires.filter(wire => wire.units.length === 2 && wire.links.length)
    const named = new Set(diagram.edges.flatMap(edge => edge.wires))
    expect(cables.filter(wire => !named.has(wire.id))).toEqual([])
  })
  it('shows every port of a unit once, free ones too', () => {
    for (const unit of design.units.filter(unit => unit.item.ports.length)) {
      const node = diagram.nodes.find(node => node.id === unit.id)!
      expect(node.ports.map(port => port.id).sort()).toEqual(unit.item.ports.map(port => port.id).sort())
      const used = design.links.flatMap(({ from, to }) => [from, to]).filter(end => end.unit === unit.id)
      expect(new Set(node.ports.filter(port => port.used).map(port => port.id))).toEqual(
        new Set(used.map(end => end.port))
      )
    }
  })
  it('no two boxes overlap, and every box is on the sheet', () => {
    for (const [index, a] of placed.nodes.entries()) {
      expect(a.x).toBeGreaterThanOrEqual(0)
      expect(a.y + a.height).toBeLessThanOrEqual(placed.height)
      for (const b of placed.nodes.slice(index + 1))
        expect(a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y).toBe(
          true
        )
    }
  })
  it('every line begins and ends on the side of the box that it is of', () => {
    const boxes = new Map(placed.nodes.map(node => [node.id, node]))
    const onSide = (id: string, { x, y }: { x: number; y: number }) => {
      const box = boxes.get(id)!
      const across = Math.abs(x - box.x) < 0.51 || Math.abs(x - box.x - box.width) < 0.51
      const up = Math.abs(y - box.y) < 0.51 || Math.abs(y - box.y - box.height) < 0.51
      const within =
        x > box.x - 0.51 && x < box.x + box.width + 0.51 && y > box.y - 0.51 && y < box.y + box.height + 0.51
      return within && (across || up)
    }
    for (const { from, to, points } of placed.edges) {
      expect(points.length).toBeGreaterThanOrEqual(2)
      expect(onSide(from.node, points[0]!)).toBe(true)
      expect(onSide(to.node, points.at(-1)!)).toBe(true)
    }
  })
  it('lines run level or upright', () => {
    for (const { points } of placed.edges)
      for (let index = 1; index < points.length; index++) {
        const [a, b] = [points[index - 1]!, points[index]!]
        expect(Math.min(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeLessThan(0.51)
      }
  })
  it('every kind of cable has a line of its own: a print without colour tells them apart', () => {
    const dashes = PORT_KINDS.map(kind => DASHES[kind])
    expect(new Set(dashes).size).toBe(PORT_KINDS.length)
  })
})

describe('as an SVG of its own', () => {
  const svg = writeConnectionsSvg(placed, 'Refit <B> & “more”')
  it('is sound XML with its title, whatever is in the names', () => {
    expect(XMLValidator.validate(svg)).toBe(true)
    const parsed = new XMLParser({ htmlEntities: true }).parse(svg) as { svg: { title: string } }
    expect(parsed.svg.title).toBe('Refit <B> & “more”')
  })
  it('draws as many boxes and lines as the diagram has, and a key to each kind in it', () => {
    const kinds = new Set(placed.edges.map(edge => edge.kind))
    expect(svg.match(/<rect /g)).toHaveLength(placed.nodes.length)
    expect(svg.match(/<polyline /g)).toHaveLength(placed.edges.length + kinds.size)
    for (const kind of kinds) expect(svg).toContain(`>${kind}</text>`)
  })
  it('all of it lies within its view', () => {
    const [x, y, width, height] = /viewBox="([-\d. ]+)"/.exec(svg)![1]!.split(' ').map(Number) as [
      number,
      number,
      number,
      number
    ]
    for (const node of placed.nodes) {
      expect(node.x).toBeGreaterThanOrEqual(x)
      expect(node.x + node.width).toBeLessThanOrEqual(x + width)
      expect(node.y).toBeGreaterThanOrEqual(y)
      expect(node.y + node.height).toBeLessThanOrEqual(y + height)
    }
  })
})
