import { lengthOf } from '../airframe'
import type { Link } from '../document'
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
    for (const one of joined) {
      groups.set(one, joined)
      links.set(one, carried)
    }
  }
  return [...new Set(groups.values())].map(group => {
    const found = [...group].sort().map(name => nodes.get(name)!)
    const between = found.map(a => found.map(b => spanMm(design, a, b)))
    const order = shortestChain(between.map(row => row.map(span => span ?? NO_WAY)))
    return {
      nodes: order.map(at => found[at]!),
      links: links.get([...group][0]!)!.map(link => link.id),
      legsMm: order.slice(1).map((at, index) => between[order[index]!]![at])
    }
  })
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
  if (count <= 2) return between.map((_, at) => at)
  return count <= EXACT ? bySubsets(between) : byTurning(between)
}
function bySubsets(between: readonly (readonly number[])[]): number[] {
  const count = between.length
  const full = 1 << count
  const best = new Float64Array(full * count).fill(Infinity)
  const before = new Int8Array(full * count).fill(-1)
  for (let at = 0; at < count; at++) best[(1 << at) * count + at] = 0
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
  for (let at = 1; at < count; at++)
    if (best[(full - 1) * count + at]! < best[(full - 1) * count + last]! - 1e-9) last = at
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
  const left = new Set(between.map((_, at) => at).slice(1))
  const order = [0]
  while (left.size) {
    const here = order.at(-1)!
    const next = [...left].reduce((near, at) => (between[here]![at]! < between[here]![near]! ? at : near))
    order.push(next)
    left.delete(next)
  }
  const lengthBy = (chain: readonly number[]) =>
    chain.slice(1).reduce((sum, at, index) => sum + between[chain[index]!]![at]!, 0)
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
