import {
  alsoSaid,
  heardBy,
  plainSignal,
  saidBy,
  WIRELESS,
  type Item,
  type Need,
  type Port,
  type PortKind,
  type SignalName
} from '../../catalogue'
import { accountOf } from '../../capability'
import { freeLinkId, type Link, type LinkEnd } from '../../document'
import type { Design, DesignUnit } from '../../design'
import type { Phrase } from '../../quantity'
import * as messages from '../messages'

const MOST_LISTENERS: Partial<Record<PortKind, number>> = { 'arinc 429': 20 }

export const portOf = (item: Item, id: string): Port => item.ports.find(port => port.id === id)!

/** Two radios, or a radio and an aerial: coax has no talker that could be told from a listener. */
const COAX = 'coax'

/** What a link carries: the signals one end says and the other understands, in whatever grade, when kinds and directions meet. */
export function carried(from: Port, to: Port): SignalName[] {
  if (from.kind !== to.kind || from.flow === 'in' || to.flow === 'out') return []
  const known = new Set(to.signals.map(plainSignal))
  return saidBy(from).filter(signal => known.has(plainSignal(signal)))
}
/** Whether a link carries anything, either way where its ports speak both ways. */
export const carriesAny = (a: Port, b: Port): boolean => carried(a, b).length > 0 || carried(b, a).length > 0

/** How many links may end at a port: one aerial a coax, one talker that a line hears, twenty that hear a talker. */
export const mostAt = (kind: PortKind, side: 'from' | 'to'): number =>
  kind === COAX || (side === 'to' && (kind === 'rs-232' || kind === 'arinc 429'))
    ? 1
    : side === 'from'
      ? (MOST_LISTENERS[kind] ?? Infinity)
      : Infinity
const sameEnd = (a: LinkEnd, b: LinkEnd): boolean => a.unit === b.unit && a.port === b.port
/** How many links end at a port on that side; of coax on either. */
export function usersOf(links: readonly Link[], end: LinkEnd, side: 'from' | 'to', kind: PortKind): number {
  const same = (there: LinkEnd) => sameEnd(there, end)
  return links.filter(link => (kind === COAX ? same(link.from) || same(link.to) : same(link[side]))).length
}
/** The same of every port, each link looked at once. */
export function countUsers(links: readonly Link[]): (end: LinkEnd, side: 'from' | 'to', kind: PortKind) => number {
  const counts = { from: new Map<string, number>(), to: new Map<string, number>(), either: new Map<string, number>() }
  const nameOf = ({ unit, port }: LinkEnd) => `${unit} ${port}`
  const count = (of: keyof typeof counts, name: string) => counts[of].set(name, (counts[of].get(name) ?? 0) + 1)
  for (const { from, to } of links) {
    const [a, b] = [nameOf(from), nameOf(to)]
    count('from', a)
    count('to', b)
    for (const name of new Set([a, b])) count('either', name)
  }
  return (end, side, kind) => counts[kind === COAX ? 'either' : side].get(nameOf(end)) ?? 0
}
/** Whether a port has all the links it may have. */
const taken = (links: readonly Link[], end: LinkEnd, side: 'from' | 'to', kind: PortKind): boolean =>
  usersOf(links, end, side, kind) >= mostAt(kind, side)

/** Whether two ports are joined that way already: what that did not meet, joining them once more does not either. */
const isThere = (links: readonly Link[], { from, to }: Link): boolean =>
  links.some(link => sameEnd(link.from, from) && sameEnd(link.to, to))

/** Every link that could meet a need of a unit from what is in the design, free ports only: of those whose source works first. */
export const possibleLinks = (design: Design, to: DesignUnit, need: Need): Link[] =>
  rankedLinks(design, to, need).map(({ link }) => link)

/** The links that could meet a need over free ports, those whose source works first. */
export function rankedLinks(design: Design, to: DesignUnit, need: Need): { link: Link; works: boolean }[] {
  if (need.what === 'function') return []
  const account = accountOf(design)
  const found: { link: Link; works: boolean }[] = []
  const wanted = need.what === 'aerial' ? undefined : plainSignal(need.name)
  for (const other of design.units) {
    if (other.id === to.id) continue
    for (const far of other.item.ports)
      for (const near of to.item.ports) {
        if (near.kind !== far.kind || near.kind === WIRELESS) continue
        // A listener hears what this one says; otherwise this one hears.
        const [out, into, from, end] =
          need.what === 'listener' ? ([near, far, to, other] as const) : ([far, near, other, to] as const)
        const heard = () => carried(out, into).filter(signal => plainSignal(signal) === wanted)
        const fits =
          need.what === 'aerial'
            ? near.id === need.port && far.kind === COAX && other.item.provides.includes(need.name)
            : need.what === 'listener'
              ? heard().length > 0 && hearsKind(into, need.name)
              : heard().some(signal => alsoSaid(signal).includes(need.name))
        if (!fits) continue
        const link: Link = {
          id: freeLinkId(design.links, design.wires),
          from: { unit: from.id, port: out.id },
          to: { unit: end.id, port: into.id }
        }
        if (isThere(design.links, link)) continue
        if (taken(design.links, link.from, 'from', out.kind) || taken(design.links, link.to, 'to', into.kind)) continue
        found.push({
          link,
          works:
            need.what === 'aerial'
              ? account.gives(other.id, need.name)
              : need.what === 'signal'
                ? account.says(other, need.name)
                : account.powered(other)
        })
      }
  }
  return found.sort((a, b) => Number(b.works) - Number(a.works))
}

/** Whether a port hears a signal in some grade and does not say it itself. */
const hearsKind = (port: Port, signal: SignalName): boolean =>
  heardBy(port).map(plainSignal).includes(plainSignal(signal)) && !saidBy(port).includes(signal)

/** Units that could be heard on what is linked to a unit already: they say the signal, or give the aerial, but are dark. */
export function linkedSources(design: Design, unit: DesignUnit, need: Need): DesignUnit[] {
  if (need.what === 'function')
    return design.units.filter(other => other.id !== unit.id && other.item.provides.includes(need.name))
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  return design.links.flatMap(link => {
    const far =
      link.from.unit === unit.id
        ? { end: link.to, near: link.from.port }
        : link.to.unit === unit.id
          ? { end: link.from, near: link.to.port }
          : undefined
    const other = far && byId.get(far.end.unit)
    if (!other) return []
    if (need.what === 'aerial') return other.item.provides.includes(need.name) && far.near === need.port ? [other] : []
    if (need.what === 'listener') return hearsKind(portOf(other.item, far.end.port), need.name) ? [other] : []
    const says = saidBy(portOf(other.item, far.end.port)).flatMap(alsoSaid)
    return says.includes(need.name) ? [other] : []
  })
}

/** Whether a unit is linked to a source of a need already, dark though it be. */
export const alreadyThere = (design: Design, unit: DesignUnit, need: Need): boolean =>
  linkedSources(design, unit, need).length > 0

/**
 * Connects two ports, whichever way signals go between them.
 * @returns the link, with what it carries, or why there is none
 */
export function joinPorts(
  design: Design,
  a: LinkEnd,
  b: LinkEnd
): { link: Link; says: SignalName[] } | { refused: Phrase } {
  const unitOf = ({ unit }: LinkEnd) => design.units.find(other => other.id === unit)!
  const [first, second] = [unitOf(a), unitOf(b)]
  const [one, other] = [portOf(first.item, a.port), portOf(second.item, b.port)]
  if (first === second) return { refused: messages.sameUnit(first) }
  if (one.kind !== other.kind) return { refused: messages.otherKinds(one.kind, other.kind) }
  const forth = carried(one, other)
  const back = carried(other, one)
  const coax = one.kind === COAX
  if (!coax && !forth.length && !back.length)
    return { refused: messages.nothingCarried({ first, second, sends: saidBy(one), receives: heardBy(other) }) }
  const [from, to, says] = coax || forth.length >= back.length ? [a, b, forth] : [b, a, back]
  const link: Link = { id: freeLinkId(design.links, design.wires), from, to }
  if (isThere(design.links, link)) return { refused: messages.alreadyJoined(first, second) }
  const full = [
    [from, 'from'],
    [to, 'to']
  ].find(([end, side]) => taken(design.links, end as LinkEnd, side as 'from' | 'to', one.kind))
  return full ? { refused: messages.portTaken(unitOf(full[0] as LinkEnd), (full[0] as LinkEnd).port) } : { link, says }
}
