import * as messages from '../messages'
import { CABIN_PLACES, WIRELESS, type Need, type PortKind } from '../../catalogue'
import { accountOf } from '../../capability'
import type { Link } from '../../document'
import { finding, type Basis, type Design, type DesignUnit, type Finding, type Remedy } from '../../design'
import { blockedBy, blockedWords } from './blocked'
import { carriesAny, countUsers, linkedSources, mostAt, portOf, possibleLinks } from './ports'

const SINGLE_TALKER: Partial<Record<PortKind, Basis>> = {
  'rs-232': { kind: 'common practice', source: 'RS-232 is point to point: never two transmitters on a line' },
  'arinc 429': { kind: 'published', source: 'ARINC 429: one transmitter, up to 20 receivers', fromMemory: true }
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
      const other = design.units.find(
        other => other.id === (link.from.unit === unit.id ? link.to.unit : link.from.unit)
      )!
      const port = portOf(design.units.find(unit => unit.id === link.from.unit)!.item, link.from.port)
      return {
        says: messages.linkRemedy({ label: other.label, kind: port.kind, port: link.from.port, toPort: link.to.port }),
        edits: [{ type: 'link.put', option: design.optionId, link }]
      }
    })
  const blocked = dark.length || remedies.length ? undefined : blockedBy(design, unit, need)
  const why = blocked && blockedWords(design, blocked)
  const code = need.what === 'function' || need.what === 'aerial' ? 'wiring.function-missing' : 'wiring.signal-missing'
  return finding(code, [unit.id, ...dark.map(unit => unit.id)], {
    key: `${unit.id}:${need.name}`,
    weight: need.required ? 'must fix' : 'note',
    // What is there and dark is brought to life, not bought again.
    lacks: dark.length ? undefined : lacks,
    basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
    says: messages.needNotMet({
      dark,
      unit,
      name: need.name,
      scope,
      all,
      does: DOES[`${need.required}`],
      wantWords: wantWords(need),
      text: need.text,
      why
    }),
    remedies
  })
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
      findings.push(
        finding('wiring.mismatch', [from.id, to.id], {
          key: link.id,
          weight: 'must fix',
          basis: { kind: 'entered', source: 'ports in the catalogue entries' },
          says: messages.mismatch({
            label: from.label,
            toLabel: to.label,
            id: a.id,
            kind: a.kind,
            flow: a.flow,
            signals: a.signals,
            bId: b.id,
            bKind: b.kind,
            bFlow: b.flow,
            bSignals: b.signals
          }),
          remedies: [
            { says: messages.mismatchRemedy, edits: [{ type: 'link.drop', option: design.optionId, link: link.id }] }
          ]
        })
      )
    const key = `${to.id}\u0000${b.id}`
    talkers.set(key, [...(talkers.get(key) ?? []), link])
  }
  for (const links of talkers.values()) {
    const to = byId.get(links[0]!.to.unit)!
    const port = portOf(to.item, links[0]!.to.port)
    const basis = SINGLE_TALKER[port.kind]
    if (!basis || links.length < 2) continue
    findings.push(
      finding('wiring.talkers', [to.id, ...links.map(link => link.from.unit)], {
        key: `${to.id}:${port.id}`,
        weight: 'must fix',
        basis,
        says: messages.talkers({
          links,
          id: port.id,
          label: to.label,
          names: links.map(link => byId.get(link.from.unit)!.label).join(', '),
          kind: port.kind
        }),
        remedies: links.slice(1).map(link => ({
          says: messages.talkersRemedy(byId.get(link.from.unit)!.label),
          edits: [{ type: 'link.drop' as const, option: design.optionId, link: link.id }]
        }))
      })
    )
  }
  return [...findings, ...crowdedFindings(design, byId), ...wirelessFindings(design, byId)]
}

/** Wireless links with an end outside the cabin. */
const wirelessFindings = (design: Design, byId: ReadonlyMap<string, DesignUnit>): Finding[] =>
  design.links.flatMap(({ id, from, to }): Finding[] => {
    const ends = [from, to].map(end => ({ unit: byId.get(end.unit), port: end.port }))
    const out = ends.filter(({ unit }) => unit && !CABIN_PLACES.includes(unit.place.kind))
    if (!out.length || ends.some(({ unit, port }) => !unit || portOf(unit.item, port).kind !== WIRELESS)) return []
    return [
      finding(
        'wiring.wireless-range',
        ends.map(({ unit }) => unit!.id),
        {
          key: id,
          weight: 'decide',
          basis: {
            kind: 'common practice',
            source: 'a wireless link is counted on within the cabin only: metal stops it'
          },
          says: messages.wirelessRange(out.map(({ unit }) => unit!))
        }
      )
    ]
  })

/** Ports that hold more links than their kind bears: listeners of one ARINC 429 talker, aerials of one coax. */
function crowdedFindings(design: Design, byId: ReadonlyMap<string, DesignUnit>): Finding[] {
  const seen = new Set<string>()
  const usersAt = countUsers(design.links)
  return design.links.flatMap(link =>
    (['from', 'to'] as const).flatMap((side): Finding[] => {
      const end = link[side]
      const unit = byId.get(end.unit)
      if (!unit) return []
      const port = portOf(unit.item, end.port)
      // Two talkers on one line are told above.
      if (side === 'to' && port.kind !== 'coax') return []
      const most = mostAt(port.kind, side)
      const users = usersAt(end, side, port.kind)
      const key = `${end.unit} ${end.port}`
      if (users <= most || seen.has(key)) return []
      seen.add(key)
      return [
        finding('wiring.crowded', [end.unit], {
          key: `${end.unit}:${end.port}`,
          weight: 'must fix',
          basis:
            port.kind === 'coax'
              ? { kind: 'common practice', source: 'one antenna per coax; a splitter is a separate unit' }
              : SINGLE_TALKER[port.kind]!,
          measured: users,
          limit: most,
          says: messages.crowded({ kind: port.kind, users, id: port.id, unit, most })
        })
      ]
    })
  )
}
