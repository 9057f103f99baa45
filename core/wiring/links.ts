import {
  alsoSaid,
  heardBy,
  plainSignal,
  saidBy,
  type Item,
  type Need,
  type Port,
  type PortKind,
  type SignalName
} from '../catalogue'
import { accountOf } from '../capability'
import type { Link, LinkEnd } from '../document'
import type { Basis, Design, DesignUnit, Remedy, Finding } from '../design'
import { enumerate, say, thing } from '../quantity'

const SINGLE_TALKER: Partial<Record<PortKind, Basis>> = {
  'rs-232': { kind: 'common practice', source: 'RS-232 is point to point: never two transmitters on a line' },
  'arinc 429': { kind: 'published', source: 'ARINC 429: one transmitter, up to 20 receivers', fromMemory: true }
}
const MOST_LISTENERS: Partial<Record<PortKind, number>> = { 'arinc 429': 20 }

const portOf = (item: Item, id: string): Port => item.ports.find(port => port.id === id)!

/** Two radios, or a radio and an aerial: coax has no talker that could be told from a listener. */
const COAX = 'coax'

/** What a link carries: the signals one end says and the other understands, in whatever grade, when kinds and directions meet. */
export function carried(from: Port, to: Port): SignalName[] {
  if (from.kind !== to.kind || from.flow === 'in' || to.flow === 'out') return []
  const known = new Set(to.signals.map(plainSignal))
  return saidBy(from).filter(signal => known.has(plainSignal(signal)))
}
/** Whether a link carries anything, either way where its ports speak both ways. */
const carriesAny = (a: Port, b: Port): boolean => carried(a, b).length > 0 || carried(b, a).length > 0

/** The next id that no link of the design has. */
function freshId(links: readonly Link[]): string {
  let number = links.length + 1
  while (links.some(link => link.id === `l${number}`)) number++
  return `l${number}`
}

/** Whether a port that must have a single talker or listener is taken. */
function taken(links: readonly Link[], end: LinkEnd, side: 'from' | 'to', kind: PortKind): boolean {
  const same = (one: LinkEnd) => one.unit === end.unit && one.port === end.port
  if (kind === COAX) return links.some(link => same(link.from) || same(link.to))
  const users = links.filter(link => same(link[side])).length
  return side === 'to'
    ? (kind === 'rs-232' || kind === 'arinc 429') && users > 0
    : users >= (MOST_LISTENERS[kind] ?? Infinity)
}

/** Every link that could meet a need of a unit from what is in the design, free ports only: of those whose source works first. */
export const possibleLinks = (design: Design, to: DesignUnit, need: Need): Link[] =>
  rankedLinks(design, to, need).map(({ link }) => link)

function rankedLinks(design: Design, to: DesignUnit, need: Need): { link: Link; works: boolean }[] {
  if (need.what === 'function') return []
  const account = accountOf(design)
  const found: { link: Link; works: boolean }[] = []
  const wanted = need.what === 'aerial' ? undefined : plainSignal(need.name)
  for (const other of design.units) {
    if (other.id === to.id) continue
    for (const far of other.item.ports)
      for (const near of to.item.ports) {
        if (near.kind !== far.kind) continue
        // A listener hears what this one says; otherwise this one hears.
        const [out, into, from, end] =
          need.what === 'listener' ? ([near, far, to, other] as const) : ([far, near, other, to] as const)
        const fits =
          need.what === 'aerial'
            ? near.id === need.port && far.kind === COAX && other.item.provides.includes(need.name)
            : carried(out, into).some(
                signal =>
                  plainSignal(signal) === wanted && (need.what === 'listener' || alsoSaid(signal).includes(need.name))
              )
        if (!fits) continue
        const link: Link = {
          id: freshId(design.links),
          from: { unit: from.id, port: out.id },
          to: { unit: end.id, port: into.id }
        }
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
function linkedSources(design: Design, unit: DesignUnit, need: Need): DesignUnit[] {
  if (need.what === 'function')
    return design.units.filter(other => other.id !== unit.id && other.item.provides.includes(need.name))
  const byId = new Map(design.units.map(one => [one.id, one]))
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

const DOES = { true: 'does not work', false: 'is limited' } as const
/** What a need is of, in words. */
function wantWords(need: Need): string {
  if (need.what === 'signal') return `${need.name} from another unit`
  if (need.what === 'listener') return `a unit that shows its ${need.name}`
  return need.what === 'aerial' ? `a ${need.name} on ${need.port}` : need.name
}

/** What is said of a need that is not met. */
function needFinding(design: Design, unit: DesignUnit, need: Need): Finding {
  const dark = linkedSources(design, unit, need)
  const all = need.for === undefined
  const scope = need.for ? ` (${need.for.join(', ')})` : ''
  const lacks =
    need.what === 'signal'
      ? { functions: [], signal: need.name }
      : need.what === 'listener'
        ? undefined
        : { functions: [need.name] }
  const remedies = possibleLinks(design, unit, need)
    .slice(0, 3)
    .map((link): Remedy => {
      const other = design.units.find(one => one.id === (link.from.unit === unit.id ? link.to.unit : link.from.unit))!
      const port = portOf(design.units.find(one => one.id === link.from.unit)!.item, link.from.port)
      return {
        says: say`Link ${other.label} to it over ${port.kind} (${link.from.port} to ${link.to.port}).`,
        edits: [{ type: 'link.put', option: design.optionId, link }]
      }
    })
  return {
    id: `wiring.need:${unit.id}:${need.name}`,
    code: need.what === 'function' || need.what === 'aerial' ? 'wiring.function-missing' : 'wiring.signal-missing',
    weight: need.required ? 'must fix' : 'note',
    subjects: [unit.id, ...dark.map(one => one.id)],
    // What is there and dark is brought to life, not bought again.
    lacks: dark.length ? undefined : lacks,
    basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
    says: dark.length
      ? say`${thing(unit)} gets no ${need.name}${scope}: ${enumerate(dark.map(thing))} ${dark.length > 1 ? 'give' : 'gives'} none as it stands.`
      : say`${thing(unit)} ${all ? DOES[`${need.required}`] : need.required ? 'works in part only' : 'is limited'} without ${wantWords(need)}${scope}${need.text ? `: ${need.text}` : '.'}`,
    remedies
  }
}

/** Needs that nobody meets, and links that cannot work. */
export function linkFindings(design: Design): Finding[] {
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  const account = accountOf(design)
  const findings = design.units.flatMap(unit =>
    unit.item.needs.flatMap(need => {
      if (account.met(unit, need)) return []
      const finding = needFinding(design, unit, need)
      // What an item could do besides is said only where something here would let it.
      return !need.required && need.for && finding.remedies.length === 0 ? [] : [finding]
    })
  )
  const talkers = new Map<string, Link[]>()
  for (const link of design.links) {
    const from = byId.get(link.from.unit)
    const to = byId.get(link.to.unit)
    if (!from || !to) continue
    const a = portOf(from.item, link.from.port)
    const b = portOf(to.item, link.to.port)
    if (!carriesAny(a, b))
      findings.push({
        id: `wiring.mismatch:${link.id}`,
        code: 'wiring.mismatch',
        weight: 'must fix',
        subjects: [from.id, to.id],
        basis: { kind: 'entered', source: 'ports in the catalogue entries' },
        says: say`${from.label} and ${to.label} cannot talk over this link: ${a.id} is ${a.kind} ${a.flow} (${a.signals.join(', ')}), ${b.id} is ${b.kind} ${b.flow} (${b.signals.join(', ')}).`,
        remedies: [
          { says: say`Delete the link.`, edits: [{ type: 'link.drop', option: design.optionId, link: link.id }] }
        ]
      })
    const key = `${to.id}\u0000${b.id}`
    talkers.set(key, [...(talkers.get(key) ?? []), link])
  }
  for (const links of talkers.values()) {
    const to = byId.get(links[0]!.to.unit)!
    const port = portOf(to.item, links[0]!.to.port)
    const basis = SINGLE_TALKER[port.kind]
    if (!basis || links.length < 2) continue
    findings.push({
      id: `wiring.talkers:${to.id}:${port.id}`,
      code: 'wiring.talkers',
      weight: 'must fix',
      subjects: [to.id, ...links.map(link => link.from.unit)],
      basis,
      says: say`${links.length} units talk to ${port.id} of ${to.label}: ${links.map(link => byId.get(link.from.unit)!.label).join(', ')}. An ${port.kind} input hears one.`,
      remedies: links.slice(1).map(link => ({
        says: say`Delete the link from ${byId.get(link.from.unit)!.label}.`,
        edits: [{ type: 'link.drop' as const, option: design.optionId, link: link.id }]
      }))
    })
  }
  return findings
}

/**
 * Links that would meet every unmet need that can be met with what is there, one after the other: first from sources that work,
 * then to sources that are dark yet, since what one link brings to life may be what the next one waits for.
 */
export function proposeLinks(design: Design): Link[] {
  const proposed: Link[] = []
  let trial = design
  const passOver = (working: boolean): boolean => {
    let more = false
    for (const unit of design.units)
      for (const need of unit.item.needs) {
        if (need.what === 'function' || accountOf(trial).met(unit, need)) continue
        const { link } = rankedLinks(trial, unit, need).find(one => one.works || !working) ?? {}
        if (!link || alreadyThere(trial, unit, need)) continue
        proposed.push(link)
        trial = { ...design, links: [...design.links, ...proposed] }
        more = true
      }
    return more
  }
  do while (passOver(true));
  while (passOver(false))
  return proposed
}
/** Whether a unit is linked to a source of a need already, dark though it be. */
const alreadyThere = (design: Design, unit: DesignUnit, need: Need): boolean =>
  linkedSources(design, unit, need).length > 0
