import { varied } from '../../cache'
import { MultiUndirectedGraph } from 'graphology'
import { bidirectional } from 'graphology-shortest-path/unweighted.js'
import { accountOf, SHARED } from '../../capability'
import type { Need, PortKind } from '../../catalogue'
import { freeLinkId, type Link, type LinkEnd } from '../../document'
import type { Design, DesignUnit } from '../../design'
import { assign, type Assignment } from './assign'
import { alreadyThere, mostAt, rankedLinks, usersOf } from './ports'

/** A must-have comes before any number of wishes; a link more only decides between equals. */
const [MUST_WORTH, LINK_COST] = [10_000, 0.01] as const
/** What it is worth to meet a need: a must-have, or a wish by how much hangs on it. */
const worthOf = (need: Need): number => (need.required ? MUST_WORTH : 1) + (need.for?.length ?? 0)

interface Wanted {
  unit: DesignUnit
  need: Need
}
const endKey = ({ unit, port }: LinkEnd): string => `${unit} ${port}`

/** What each port speaks. */
const kindsOf = (design: Design): Map<string, PortKind> =>
  new Map(
    design.units.flatMap(unit =>
      unit.item.ports.map(port => [endKey({ unit: unit.id, port: port.id }), port.kind] as const)
    )
  )

/** The unmet needs of a design as a problem of ports, with the link that each option is. */
function problemOf(design: Design, wanted: readonly Wanted[], working: boolean) {
  const links: Link[] = []
  const options: { meets: number[]; takes: number[]; cost: number }[] = []
  const known = new Map<string, number>()
  const resources = new Map<string, number>()
  const capacity: number[] = []
  const kinds = kindsOf(design)
  const resource = (end: LinkEnd, side: 'from' | 'to'): number[] => {
    const kind = kinds.get(endKey(end))!
    const most = mostAt(kind, side)
    if (most === Infinity) return []
    const key = `${side === 'from' && kind !== 'coax' ? 'says' : 'hears'} ${endKey(end)}`
    let at = resources.get(key)
    if (at === undefined) {
      resources.set(key, (at = capacity.length))
      capacity.push(most - usersOf(design.links, end, side, kind))
    }
    return [at]
  }
  wanted.forEach(({ unit, need }, demand) => {
    rankedLinks(design, unit, need)
      .filter(link => link.works || !working)
      .forEach(({ link }, rank) => {
        const key = `${endKey(link.from)} > ${endKey(link.to)}`
        let index = known.get(key)
        if (index === undefined) {
          known.set(key, (index = links.length))
          links.push(link)
          options.push({
            meets: [],
            takes: [...new Set([...resource(link.from, 'from'), ...resource(link.to, 'to')])],
            // The better ranked of two that meet the same is taken.
            cost: LINK_COST + rank * 1e-4
          })
        }
        if (!options[index]!.meets.includes(demand)) options[index]!.meets.push(demand)
      })
  })
  const problem: Assignment = { worth: wanted.map(({ need }) => worthOf(need)), options, capacity }
  return { problem, links }
}

const unmetOf = (design: Design): Wanted[] => {
  const account = accountOf(design)
  return design.units.flatMap(unit =>
    unit.item.needs.flatMap(need =>
      need.what === 'function' || account.met(unit, need) || alreadyThere(design, unit, need) ? [] : [{ unit, need }]
    )
  )
}

/**
 * Those of the proposed links that are for something. A round takes a link for each need; where two of them join one bus, all on it
 * hear all of it, and one may do for both needs: a link whose ends are on one bus without it.
 */
function neededOf(design: Design, proposed: readonly Link[]): Link[] {
  const kinds = kindsOf(design)
  const isShared = ({ from }: Link) => SHARED.has(kinds.get(endKey(from))!)
  const joining = proposed.filter(isShared)
  if (joining.length === 0) return [...proposed]
  const buses = new MultiUndirectedGraph()
  for (const { id, from, to } of [...design.links, ...proposed].filter(isShared)) {
    for (const end of [from, to]) buses.mergeNode(endKey(end))
    buses.addEdgeWithKey(id, endKey(from), endKey(to))
  }
  const unmetWith = (links: readonly Link[]) => unmetOf(varied(design, { links: [...design.links, ...links] })).length
  let needed = [...proposed]
  // The last first: what was taken in an early round, later ones were built on.
  for (const link of joining.reverse()) {
    const [from, to] = [endKey(link.from), endKey(link.to)]
    buses.dropEdge(link.id)
    const without = needed.filter(other => other !== link)
    // To be joined to a source that is dark yet is worth a link of its own.
    if (bidirectional(buses, from, to) && unmetWith(without) === unmetWith(needed)) needed = without
    else buses.addEdgeWithKey(link.id, from, to)
  }
  const numbered: Link[] = []
  for (const link of needed) numbered.push({ ...link, id: freeLinkId([...design.links, ...numbered], design.wires) })
  return numbered
}

/**
 * The links that together meet most of what is unmet with what is there: must-haves first, then wishes by what hangs on them, with
 * the fewest links; no port is given twice that can be had once, and no bus is joined twice for what it carries to all. First from
 * sources that work, round by round, since what one link brings to life another may hear; then to sources that are dark yet.
 */
export function proposeLinks(design: Design): Link[] {
  const proposed: Link[] = []
  let trial = design
  const round = (working: boolean): boolean => {
    const { problem, links } = problemOf(trial, unmetOf(trial), working)
    const chosen = assign(problem)
    for (const index of chosen)
      proposed.push({ ...links[index]!, id: freeLinkId([...design.links, ...proposed], design.wires) })
    if (chosen.length) trial = varied(design, { links: [...design.links, ...proposed] })
    return chosen.length > 0
  }
  do while (round(true));
  while (round(false))
  while (round(true));
  return neededOf(design, proposed)
}
