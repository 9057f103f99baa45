import { lengthOf } from '../airframe'
import type { BusOrder, Link } from '../document'
import type { Design, DesignUnit } from '../design'
import type { Port } from '../catalogue'

/** A unit on a CAN bus, by the port it joins it with. */
export interface Node {
  unit: DesignUnit
  port: Port
}
/** One CAN bus as it is wired: from box to box, with a resistor at each end. */
export interface Chain {
  nodes: readonly Node[]
  /** Of each, the stub it hangs on in mm; undefined where the bus is led in and out of the box. */
  stubsMm: readonly (number | undefined)[]
  /** The order of the planner that it follows. */
  order?: string
  /** Links that it carries out. */
  links: readonly string[]
  /** Cable as it lies from each to the next, in mm; undefined where no route leads. */
  legsMm: readonly (number | undefined)[]
}

/** Chains of up to so many are put in the best order there is; longer ones in a good one. */
const EXACT = 9
/** As good as no way at all, so that an order is found all the same. */
const NO_WAY = 1e9

/** Everything that is linked over CAN, bus by bus, each in the order that takes least cable. */
export function canChains(design: Design, portOf: (unit: string, port: string) => Node | undefined): Chain[] {
  const groups = new Map<string, Set<string>>()
  const nodes = new Map<string, Node>()
  const links = new Map<string, Link[]>()
  const nameOf = ({ unit, port }: Node) => `${unit.id} ${port.id}`
  for (const link of design.links) {
    const from = portOf(link.from.unit, link.from.port)
    const to = portOf(link.to.unit, link.to.port)
    if (from?.port.kind !== 'can' || to?.port.kind !== 'can') continue
    const [a, b] = [nameOf(from), nameOf(to)]
    nodes.set(a, from).set(b, to)
    const joined = new Set([a, b, ...(groups.get(a) ?? []), ...(groups.get(b) ?? [])])
    const carried = [...(links.get(a) ?? []), ...(groups.get(a) === groups.get(b) ? [] : (links.get(b) ?? [])), link]
    for (const branch of joined) {
      groups.set(branch, joined)
      links.set(branch, carried)
    }
  }
  return [...new Set(groups.values())].map(group => {
    const found = [...group].sort().map(name => nodes.get(name)!)
    const between = found.map(a => found.map(b => spanMm(design, a, b)))
    const spans = between.map(row => row.map(span => span ?? NO_WAY))
    const planned = plannedFor(design, found)
    const order = planned ? joined(planned.known, spans) : shortestChain(spans)
    const stubOf = ({ unit, port }: Node) =>
      planned?.by.nodes.find(node => node.unit === unit.id && node.port === port.id)?.stubMm
    return {
      nodes: order.map(index => found[index]!),
      stubsMm: order.map(index => stubOf(found[index]!)),
      order: planned?.by.id,
      links: links.get([...group][0]!)!.map(link => link.id),
      legsMm: order.slice(1).map((position, index) => between[order[index]!]![position])
    }
  })
}
/** The planner’s order for a bus: the one that names most of it, by the places of what it names in the list. */
function plannedFor({ busOrders }: Design, found: readonly Node[]): { by: BusOrder; known: number[] } | undefined {
  const named = busOrders.map(by => ({
    by,
    known: by.nodes
      .map(node => found.findIndex(({ unit, port }) => unit.id === node.unit && port.id === node.port))
      .filter(at => at >= 0)
  }))
  const [best] = named.sort((a, b) => b.known.length - a.known.length)
  return best && best.known.length > 1 ? best : undefined
}
/** An order with what it does not name put where it takes least cable. */
function joined(known: readonly number[], between: readonly (readonly number[])[]): number[] {
  const order = [...known]
  for (let index = 0; index < between.length; index++) {
    if (order.includes(index)) continue
    // Before the first, between two, behind the last: what each place adds.
    const adds = Array.from({ length: order.length + 1 }, (_, place) => {
      const [before, after] = [order[place - 1], order[place]]
      const to = (other: number | undefined) => (other === undefined ? 0 : between[index]![other]!)
      const spared = before === undefined || after === undefined ? 0 : between[before]![after]!
      return to(before) + to(after) - spared
    })
    order.splice(adds.indexOf(Math.min(...adds)), 0, index)
  }
  return order
}
const spanMm = ({ airframe }: Design, a: Node, b: Node): number | undefined =>
  lengthOf(airframe, { from: a.unit.place.id, to: b.unit.place.id })?.installedMm

/**
 * The order in which a chain through all of them is shortest: exact up to nine (by subsets, as any textbook has it), beyond
 * that from the nearest to the nearest and then turned round piece by piece while that helps.
 * @param between length from each to each
 */
export function shortestChain(between: readonly (readonly number[])[]): number[] {
  const count = between.length
  if (count <= 2) return between.map((_, index) => index)
  return count <= EXACT ? bySubsets(between) : byTurning(between)
}
function bySubsets(between: readonly (readonly number[])[]): number[] {
  const count = between.length
  const full = 1 << count
  const best = new Float64Array(full * count).fill(Infinity)
  const before = new Int8Array(full * count).fill(-1)
  for (let index = 0; index < count; index++) best[(1 << index) * count + index] = 0
  for (let set = 1; set < full; set++)
    for (let last = 0; last < count; last++) {
      const here = best[set * count + last]!
      if (here === Infinity) continue
      for (let next = 0; next < count; next++) {
        if (set & (1 << next)) continue
        const there = (set | (1 << next)) * count + next
        const length = here + between[last]![next]!
        if (length < best[there]! - 1e-9) {
          best[there] = length
          before[there] = last
        }
      }
    }
  let last = 0
  for (let index = 1; index < count; index++)
    if (best[(full - 1) * count + index]! < best[(full - 1) * count + last]! - 1e-9) last = index
  const order: number[] = []
  for (let set = full - 1; last >= 0;) {
    order.unshift(last)
    const previous = before[set * count + last]!
    set &= ~(1 << last)
    last = previous
  }
  return order
}
function byTurning(between: readonly (readonly number[])[]): number[] {
  const left = new Set(between.map((_, index) => index).slice(1))
  const order = [0]
  while (left.size) {
    const here = order.at(-1)!
    const next = [...left].reduce((near, index) => (between[here]![index]! < between[here]![near]! ? index : near))
    order.push(next)
    left.delete(next)
  }
  const lengthBy = (chain: readonly number[]) =>
    chain.slice(1).reduce((sum, node, index) => sum + between[chain[index]!]![node]!, 0)
  for (let better = true; better;) {
    better = false
    for (let from = 0; from < order.length - 1; from++)
      for (let to = from + 1; to < order.length; to++) {
        const turned = [...order.slice(0, from), ...order.slice(from, to + 1).reverse(), ...order.slice(to + 1)]
        if (lengthBy(turned) < lengthBy(order) - 1e-9) {
          order.splice(0, order.length, ...turned)
          better = true
        }
      }
  }
  return order
}
