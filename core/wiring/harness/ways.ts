import * as messages from '../messages'
import type { Route } from '../../document'
import { finding, type Basis, type Design, type DesignUnit, type Finding, type FindingCode } from '../../design'
import type { Chain } from '../../cables'
import { feet, num, say, thing, type Phrase } from '../../quantity'
import type { Bundle } from './bundles'
import type { Wire } from './wires'

const AC_ROUTING: Basis = {
  kind: 'published',
  source: 'AC 43.13-1B chapter 11 sections 9 to 11',
  fromMemory: true
}
/** What is to be minded on a leg of each kind. */
const MIND: Readonly<Record<NonNullable<Route['traits']>[number], { basis: Basis; text: Phrase } | undefined>> = {
  'firewall': {
    basis: {
      kind: 'common practice',
      source: 'grommet where a bundle crosses metal; a firewall is sealed and fire-resistant'
    },
    text: messages.mindFirewall
  },
  'near controls': { basis: AC_ROUTING, text: messages.mindControls },
  'near fuel': {
    basis: AC_ROUTING,
    text: messages.mindFuel
  },
  'moving': {
    basis: { kind: 'common practice', source: 'a bundle over a hinge is led so that it twists and does not bend' },
    text: messages.mindMoving
  },
  'wet': {
    basis: { kind: 'common practice', source: 'drip loops and sealed ends in wet places' },
    text: messages.mindWet
  },
  'plug': undefined
}

/** What wires meet on their way: legs that ask for care, wings without a plug, microphones beside what is noisy. */
export function wayFindings(design: Design, wires: readonly Wire[], bundles: readonly Bundle[]): Finding[] {
  const places = new Map(design.airframe.places.map(place => [place.id, place]))
  const name = (id: string) => places.get(id)?.name ?? id
  const between = (bundle: Bundle) => messages.fromTo({ from: name(bundle.from), to: name(bundle.to) })
  const careful = (Object.keys(MIND) as (keyof typeof MIND)[]).flatMap((trait): Finding[] => {
    const there = bundles.filter(bundle => bundle.traits.includes(trait))
    const mind = MIND[trait]
    return there.length && mind
      ? [
          finding('wiring.way', [], {
            key: trait,
            weight: 'note',
            basis: mind.basis,
            says: messages.way({ there: there.map(between), trait, text: mind.text })
          })
        ]
      : []
  })
  return [...careful, ...wingFindings(design, bundles, between), ...noiseFindings(design, wires, bundles, between)]
}

/** Wires that go out into a wing with nothing that parts them at its root. */
function wingFindings(design: Design, bundles: readonly Bundle[], between: (bundle: Bundle) => Phrase): Finding[] {
  const kinds = new Map(design.airframe.places.map(place => [place.id, place.kind]))
  const isWing = (id: string) => kinds.get(id) === 'wing' || kinds.get(id) === 'wing tip'
  const roots = bundles.filter(bundle => isWing(bundle.from) !== isWing(bundle.to) && !bundle.traits.includes('plug'))
  if (!roots.length) return []
  return [
    finding('wiring.wing-root', [], {
      weight: 'note',
      basis: { kind: 'common practice', source: 'a plug at the wing root, so that the wing comes off' },
      says: messages.wingRoot(
        roots.map(bundle => say`${between(bundle)} requires a connector with ${num(bundle.conductors)} contacts`)
      ),
      remedies: [
        {
          says: messages.wingRootRemedy,
          edits: [
            {
              type: 'airframe.set',
              airframe: {
                ...design.airframe,
                routes: design.airframe.routes.map(route =>
                  roots.some(({ from, to }) => [route.from, route.to].sort().join() === [from, to].sort().join())
                    ? { ...route, traits: [...(route.traits ?? []), 'plug' as const] }
                    : route
                )
              }
            }
          ]
        }
      ]
    })
  ]
}

/** Loads whose supplies chop: LED and strobe lights, motors. */
const isNoisy = (unit: DesignUnit | undefined): boolean =>
  unit !== undefined &&
  unit.item.provides.some(given =>
    ['position lights', 'anti-collision light', 'landing light', 'fuel pump', 'flap drive'].includes(given)
  )
/** Amps from which a supply is kept away from coax (common practice). */
const HEAVY_A = 10
/** What is led apart: who hears, and whom he would hear. */
const APART: readonly {
  code: FindingCode
  hears: string
  isHearing: (wire: Wire) => boolean
  isHeard: (wire: Wire, unit: DesignUnit | undefined) => boolean
  basis: Basis
}[] = [
  {
    code: 'wiring.noise',
    hears: 'Audio',
    isHearing: wire => wire.kind === 'audio',
    isHeard: (wire, unit) => wire.kind === 'power' && isNoisy(unit),
    basis: { kind: 'common practice', source: 'microphone and audio wires apart from lights and motors' }
  },
  {
    code: 'wiring.coax-power',
    hears: 'Coax',
    isHearing: wire => wire.kind === 'coax',
    isHeard: (wire, unit) =>
      (wire.kind === 'power' && isNoisy(unit)) ||
      ((wire.kind === 'power' || wire.kind === 'feeder') && (wire.amps ?? 0) >= HEAVY_A),
    basis: { kind: 'common practice', source: 'coax apart from heavy power, lights and motors' }
  }
]
function noiseFindings(
  design: Design,
  wires: readonly Wire[],
  bundles: readonly Bundle[],
  between: (bundle: Bundle) => Phrase
): Finding[] {
  const byId = new Map(wires.map(wire => [wire.id, wire]))
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  return APART.flatMap(({ code, hears, isHearing, isHeard, basis }): Finding[] => {
    const shared = bundles.flatMap(bundle => {
      const list = bundle.wires.map(wire => byId.get(wire)!)
      const heard = list.filter(wire => isHeard(wire, units.get(wire.units[0] ?? '')))
      return heard.length && list.some(isHearing) ? [{ bundle, heard }] : []
    })
    if (!shared.length) return []
    const all = [...new Set(shared.flatMap(({ heard }) => heard))]
    const loads = [...new Set(all.flatMap(wire => (wire.kind === 'power' ? [wire.units[0]!] : [])))]
    const cables = all.filter(wire => wire.kind === 'feeder').map(({ from, to }) => messages.cable({ from, to }))
    return [
      finding(code, loads, {
        weight: 'note',
        basis,
        says: messages.noise({
          hears,
          loads: loads.map(load => say`${thing(units.get(load)!)}`),
          cables,
          shared: shared.map(({ bundle }) => between(bundle))
        })
      })
    ]
  })
}

/** Longest bus at 1 Mbit/s (ISO 11898-2, from memory). */
export const CAN_MM = 40_000
/** Longest stub at 1 Mbit/s (ISO 11898-2, from memory). */
export const STUB_MM = 300
const RS232_MM = feet(50)
const ISO: Basis = {
  kind: 'published',
  source: 'ISO 11898-2: 40 m of bus at 1 Mbit/s, 120 Ω at both ends',
  fromMemory: true
}
/** Buses and lines that are longer than their kind allows. */
export function reachFindings(design: Design, wires: readonly Wire[], chains: readonly Chain[]): Finding[] {
  const long = chains.filter(chain => busMm(chain) > CAN_MM)
  return [
    ...long.map((chain): Finding =>
      finding(
        'wiring.can-long',
        chain.nodes.map(node => node.unit.id),
        {
          key: chain.nodes[0]!.unit.id,
          weight: 'must fix',
          basis: ISO,
          measured: busMm(chain),
          limit: CAN_MM,
          unit: 'mm',
          says: messages.canLong({
            unit: chain.nodes[0]!.unit,
            nodesUnit: chain.nodes.at(-1)!.unit,
            busMm: busMm(chain),
            canMm: CAN_MM
          })
        }
      )
    ),
    ...chains.flatMap(({ nodes, stubsMm, order }) =>
      nodes.flatMap(({ unit, port }, index): Finding[] => {
        const stubMm = stubsMm[index] ?? 0
        if (stubMm <= STUB_MM) return []
        return [
          finding('wiring.can-stub', [unit.id], {
            key: `${unit.id}:${port.id}`,
            weight: 'must fix',
            basis: { ...ISO, source: 'ISO 11898-2: stubs to 0.3 m at 1 Mbit/s' },
            measured: stubMm,
            limit: STUB_MM,
            unit: 'mm',
            says: messages.canStub({ unit, stubMm, mostMm: STUB_MM }),
            remedies: design.busOrders
              .filter(by => by.id === order)
              .map(by => ({
                says: messages.canStubRemedy(unit),
                edits: [
                  {
                    type: 'busOrder.put' as const,
                    option: design.optionId,
                    busOrder: {
                      ...by,
                      nodes: by.nodes.map(({ stubMm: stub, ...end }) =>
                        stub === undefined || (end.unit === unit.id && end.port === port.id)
                          ? end
                          : { ...end, stubMm: stub }
                      )
                    }
                  }
                ]
              }))
          })
        ]
      })
    ),
    ...wires
      .filter(wire => wire.kind === 'rs-232' && wire.length.installedMm > RS232_MM)
      .map((wire): Finding =>
        finding('wiring.rs-232-long', wire.units, {
          key: wire.id,
          weight: 'decide',
          basis: { kind: 'common practice', source: 'RS-232 to 50 ft' },
          measured: wire.length.installedMm,
          limit: RS232_MM,
          unit: 'mm',
          says: messages.rs232Long({
            from: wire.from,
            to: wire.to,
            installedMm: wire.length.installedMm,
            rs232Mm: RS232_MM
          })
        })
      )
  ]
}
/** Length of a CAN bus in mm, from its first box to its last. */
export const busMm = ({ legsMm }: Pick<Chain, 'legsMm'>): number =>
  legsMm.reduce<number>((sum, leg) => sum + (leg ?? 0), 0)
