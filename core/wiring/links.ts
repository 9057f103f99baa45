import type { Item, Need, Port, PortKind, SignalName } from '../catalogue'
import type { Link, LinkEnd } from '../document'
import type { Basis, Design, DesignUnit, Remedy, Finding } from '../design'
import { say, thing } from '../quantity'

const SINGLE_TALKER: Partial<Record<PortKind, Basis>> = {
  'rs-232': { kind: 'common practice', source: 'RS-232 is point to point: never two transmitters on a line' },
  'arinc 429': { kind: 'published', source: 'ARINC 429: one transmitter, up to 20 receivers', fromMemory: true }
}
const MOST_LISTENERS: Partial<Record<PortKind, number>> = { 'arinc 429': 20 }

const portOf = (item: Item, id: string): Port => item.ports.find(port => port.id === id)!

/** What a link carries: the signals both ends know, when kinds and directions meet. */
export function carried(from: Port, to: Port): SignalName[] {
  if (from.kind !== to.kind || from.flow === 'in' || to.flow === 'out') return []
  return from.signals.filter(signal => to.signals.includes(signal))
}

/** The next id that no link of the design has. */
function freshId(links: readonly Link[]): string {
  let number = links.length + 1
  while (links.some(link => link.id === `l${number}`)) number++
  return `l${number}`
}

/** Whether a port that must have a single talker or listener is taken. */
function taken(links: readonly Link[], end: LinkEnd, side: 'from' | 'to', kind: PortKind): boolean {
  const users = links.filter(link => link[side].unit === end.unit && link[side].port === end.port).length
  if (side === 'to') return (kind === 'rs-232' || kind === 'arinc 429' || kind === 'coax') && users > 0
  return kind === 'coax' ? users > 0 : users >= (MOST_LISTENERS[kind] ?? Infinity)
}

/** Every link that could bring a signal to a unit from what is in the design, free ports only. */
export function possibleLinks(design: Pick<Design, 'units' | 'links'>, to: DesignUnit, signal: SignalName): Link[] {
  const found: Link[] = []
  for (const source of design.units) {
    if (source.id === to.id) continue
    for (const out of source.item.ports) {
      if (!out.signals.includes(signal)) continue
      for (const input of to.item.ports) {
        if (!carried(out, input).includes(signal)) continue
        const link: Link = {
          id: freshId(design.links),
          from: { unit: source.id, port: out.id },
          to: { unit: to.id, port: input.id }
        }
        if (!taken(design.links, link.from, 'from', out.kind) && !taken(design.links, link.to, 'to', input.kind))
          found.push(link)
      }
    }
  }
  return found
}

/** Whether some link of the design brings the signal to the unit. Links of kinds that speak both ways count either way. */
function receives(design: Design, byId: Map<string, DesignUnit>, unit: DesignUnit, signal: SignalName): boolean {
  return design.links.some(link => {
    const from = byId.get(link.from.unit)
    const to = byId.get(link.to.unit)
    if (!from || !to) return false
    const a = portOf(from.item, link.from.port)
    const b = portOf(to.item, link.to.port)
    if (to.id === unit.id) return carried(a, b).includes(signal)
    return from.id === unit.id && carried(b, a).includes(signal)
  })
}

function needFinding(design: Design, unit: DesignUnit, need: Need, remedies: Remedy[]): Finding {
  return {
    id: `wiring.need:${unit.id}:${need.name}`,
    code: need.what === 'signal' ? 'wiring.signal-missing' : 'wiring.function-missing',
    weight: need.required ? 'must fix' : 'note',
    subjects: [unit.id],
    lacks: need.what === 'signal' ? { functions: [], signal: need.name } : { functions: [need.name] },
    basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
    says: say`${thing(unit)} ${need.required ? 'does not work' : 'is limited'} without ${need.name}${need.what === 'signal' ? ' from another unit' : ''}${need.text ? `: ${need.text}` : '.'}`,
    remedies
  }
}

/** Needs that nobody meets, and links that cannot work. */
export function linkFindings(design: Design): Finding[] {
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  const findings: Finding[] = []
  const providers = new Map<string, string[]>()
  for (const unit of design.units)
    for (const name of unit.item.provides) providers.set(name, [...(providers.get(name) ?? []), unit.id])
  for (const unit of design.units)
    for (const need of unit.item.needs) {
      if (need.what === 'function') {
        if (!(providers.get(need.name) ?? []).some(id => id !== unit.id))
          findings.push(needFinding(design, unit, need, []))
      } else if (!receives(design, byId, unit, need.name)) {
        const remedies = possibleLinks(design, unit, need.name)
          .slice(0, 3)
          .map((link): Remedy => {
            const source = byId.get(link.from.unit)!
            return {
              says: say`Link ${source.label} to it over ${portOf(source.item, link.from.port).kind} (${link.from.port} to ${link.to.port}).`,
              edits: [{ type: 'link.put', option: design.optionId, link }]
            }
          })
        findings.push(needFinding(design, unit, need, remedies))
      }
    }
  const talkers = new Map<string, Link[]>()
  for (const link of design.links) {
    const from = byId.get(link.from.unit)
    const to = byId.get(link.to.unit)
    if (!from || !to) continue
    const a = portOf(from.item, link.from.port)
    const b = portOf(to.item, link.to.port)
    if (carried(a, b).length === 0)
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

/** Links that would meet every unmet signal need that can be met with what is there, one after the other. */
export function proposeLinks(design: Design): Link[] {
  const proposed: Link[] = []
  for (const unit of design.units)
    for (const need of unit.item.needs) {
      if (need.what !== 'signal') continue
      const trial = { ...design, links: [...design.links, ...proposed] }
      const byId = new Map(design.units.map(one => [one.id, one]))
      if (receives(trial, byId, unit, need.name)) continue
      const link = possibleLinks(trial, unit, need.name)[0]
      if (link) proposed.push({ ...link, id: freshId(trial.links) })
    }
  return proposed
}
