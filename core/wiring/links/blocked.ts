import * as messages from '../messages'
import { accountOf } from '../../capability'
import { alsoSaid, heardBy, plainSignal, saidBy, type Item, type Need, type Port, type PortKind } from '../../catalogue'
import type { Link } from '../../document'
import type { Design, DesignUnit } from '../../design'
import { say, thing, type Phrase } from '../../quantity'
import { mostAt, possibleLinks, usersOf } from './ports'

/** Why a need cannot be met by a link as things stand. */
export interface Blocked {
  unit: string
  need: Need
  /**
   * `nobody`: no unit here says it (or is such an aerial). `kind`: one does, over another kind of port than this one has for it.
   * `taken`: the ports that would do are taken by other links.
   */
  why: 'nobody' | 'kind' | 'taken'
  /** Units that say it, with the port. */
  sources: { unit: string; port: string; kind: PortKind }[]
  /** Links that hold the ports. */
  holders: string[]
  /** Entries of the catalogue that hear it as it is said here and say it as it is wanted here. */
  adapters: string[]
}

/** Whether a port says what a need wants, or is the aerial that it wants. */
function gives(need: Need, item: Item, port: Port): boolean {
  if (need.what === 'aerial') return port.kind === 'coax' && item.provides.includes(need.name)
  if (need.what === 'signal') return saidBy(port).flatMap(alsoSaid).includes(need.name)
  return need.what === 'listener' && heardBy(port).map(plainSignal).includes(plainSignal(need.name))
}
/** Whether a port of the unit itself could take what it needs. */
function takes(need: Need, port: Port): boolean {
  if (need.what === 'aerial') return port.id === need.port
  if (need.what === 'signal') return heardBy(port).map(plainSignal).includes(plainSignal(need.name))
  return need.what === 'listener' && saidBy(port).includes(need.name)
}

/** What blocks one need that no free link can meet; undefined where it is met, where a link can meet it, or no link is wanted. */
export function blockedBy(
  design: Design,
  unit: DesignUnit,
  need: Need,
  catalogue: readonly Item[] = []
): Blocked | undefined {
  if (need.what === 'function' || accountOf(design).met(unit, need) || possibleLinks(design, unit, need).length)
    return undefined
  const near = unit.item.ports.filter(port => takes(need, port))
  const sources = design.units.flatMap(other =>
    other.id === unit.id
      ? []
      : other.item.ports.flatMap(port => (gives(need, other.item, port) ? [{ unit: other, port }] : []))
  )
  const kinds = new Set(near.map(port => port.kind))
  const matching = sources.filter(({ port }) => kinds.has(port.kind))
  const holds = (link: Link, id: string, port: string) =>
    (link.from.unit === id && link.from.port === port) || (link.to.unit === id && link.to.port === port)
  const holders = design.links.filter(
    link =>
      near.some(port => holds(link, unit.id, port.id) && mostAt(port.kind, 'to') === 1) ||
      matching.some(
        ({ unit: other, port }) =>
          holds(link, other.id, port.id) &&
          usersOf(design.links, { unit: other.id, port: port.id }, 'from', port.kind) >= mostAt(port.kind, 'from')
      )
  )
  const why = sources.length === 0 ? 'nobody' : matching.length === 0 ? 'kind' : 'taken'
  return {
    unit: unit.id,
    need,
    why,
    sources: sources.map(({ unit: other, port }) => ({ unit: other.id, port: port.id, kind: port.kind })),
    holders: why === 'taken' ? holders.map(link => link.id) : [],
    adapters:
      why === 'kind'
        ? adaptersFor(
            need,
            sources.map(source => source.port),
            near,
            catalogue
          )
        : []
  }
}
function adaptersFor(
  need: Need,
  sources: readonly Port[],
  near: readonly Port[],
  catalogue: readonly Item[]
): string[] {
  if (need.what !== 'signal') return []
  const plain = plainSignal(need.name)
  return catalogue
    .filter(
      item =>
        item.ports.some(
          port => sources.some(source => source.kind === port.kind) && heardBy(port).map(plainSignal).includes(plain)
        ) &&
        item.ports.some(
          port => near.some(other => other.kind === port.kind) && saidBy(port).flatMap(alsoSaid).includes(need.name)
        )
    )
    .map(item => item.id)
}

/** Every need that cannot be met by a link as things stand, with what blocks it. */
export const blockedWishes = (design: Design, catalogue: readonly Item[]): Blocked[] =>
  design.units.flatMap(unit => unit.item.needs.flatMap(need => blockedBy(design, unit, need, catalogue) ?? []))

/** What blocks a need, in words; nothing where nobody says it, since that is said already. */
export function blockedWords(design: Design, { unit: id, need, why, sources, holders }: Blocked): Phrase | undefined {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const unit = units.get(id)!
  const what = need.name
  if (why === 'kind') {
    const ports = [...new Set(unit.item.ports.filter(port => takes(need, port)).map(port => port.kind))]
    return messages.noPortMatches({
      sources: sources.map(source => say`${thing(units.get(source.unit)!)} by ${source.kind}`),
      what,
      ports
    })
  }
  if (why === 'taken')
    return messages.noPortFree({
      sources: [...new Set(sources.map(source => source.unit))].map(unit => thing(units.get(unit)!)),
      what,
      holders: holders.map(holder => linkWords(design, units, holder))
    })
  return undefined
}
function linkWords(design: Design, units: ReadonlyMap<string, DesignUnit>, id: string): Phrase {
  const link = design.links.find(link => link.id === id)!
  return messages.linkedTo({
    from: units.get(link.from.unit)!,
    port: link.from.port,
    to: units.get(link.to.unit)!,
    toPort: link.to.port
  })
}
