import type { Route } from '../../document'
import type { Basis, Design, DesignUnit, Finding } from '../../design'
import type { Chain } from '../../cables'
import { enumerate, feet, inches, mm, num, say, thing, wireRun, type Phrase } from '../../quantity'
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
    text: say`a fire-resistant, sealed fitting`
  },
  'near controls': { basis: AC_ROUTING, text: say`${mm(inches(3))} or more from the control cables, and clamps` },
  'near fuel': {
    basis: AC_ROUTING,
    text: say`${mm(inches(6))} or more from fuel and oil lines where it can be, and above them`
  },
  'moving': {
    basis: { kind: 'common practice', source: 'a bundle over a hinge is led so that it twists and does not bend' },
    text: say`a loop that twists and does not bend, clamped on both sides`
  },
  'wet': {
    basis: { kind: 'common practice', source: 'drip loops and sealed ends in wet places' },
    text: say`drip loops and sealed ends`
  },
  'plug': undefined
}

/** What wires meet on their way: legs that ask for care, wings without a plug, microphones beside what is noisy. */
export function wayFindings(design: Design, wires: readonly Wire[], bundles: readonly Bundle[]): Finding[] {
  const places = new Map(design.airframe.places.map(place => [place.id, place]))
  const name = (id: string) => places.get(id)?.name ?? id
  const between = (bundle: Bundle) => say`${name(bundle.from)} to ${name(bundle.to)}`
  const careful = (Object.keys(MIND) as (keyof typeof MIND)[]).flatMap((trait): Finding[] => {
    const there = bundles.filter(bundle => bundle.traits.includes(trait))
    const mind = MIND[trait]
    return there.length && mind
      ? [
          {
            id: `wiring.way:${trait}`,
            code: 'wiring.way',
            weight: 'note',
            subjects: [],
            basis: mind.basis,
            says: say`Wires on the way ${enumerate(there.map(between), '; ')} (${trait}) want ${mind.text}.`,
            remedies: []
          }
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
    {
      id: 'wiring.wing-root',
      code: 'wiring.wing-root',
      weight: 'note',
      subjects: [],
      basis: { kind: 'common practice', source: 'a plug at the wing root, so that the wing comes off' },
      says: say`Nothing parts the wires where a wing comes off: ${enumerate(
        roots.map(bundle => say`${between(bundle)} wants a plug of ${num(bundle.conductors)} contacts`),
        '; '
      )}.`,
      remedies: [
        {
          says: say`Put a plug there.`,
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
    }
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
  id: string
  hears: string
  isHearing: (wire: Wire) => boolean
  isHeard: (wire: Wire, unit: DesignUnit | undefined) => boolean
  basis: Basis
}[] = [
  {
    id: 'noise',
    hears: 'Audio',
    isHearing: wire => wire.kind === 'audio',
    isHeard: (wire, unit) => wire.kind === 'power' && isNoisy(unit),
    basis: { kind: 'common practice', source: 'microphone and audio wires apart from lights and motors' }
  },
  {
    id: 'coax-power',
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
  return APART.flatMap(({ id, hears, isHearing, isHeard, basis }): Finding[] => {
    const shared = bundles.flatMap(bundle => {
      const list = bundle.wires.map(wire => byId.get(wire)!)
      const heard = list.filter(wire => isHeard(wire, units.get(wire.units[0] ?? '')))
      return heard.length && list.some(isHearing) ? [{ bundle, heard }] : []
    })
    if (!shared.length) return []
    const all = [...new Set(shared.flatMap(({ heard }) => heard))]
    const loads = [...new Set(all.flatMap(wire => (wire.kind === 'power' ? [wire.units[0]!] : [])))]
    const cables = all.filter(wire => wire.kind === 'feeder').map(({ from, to }) => say`the cable ${from} to ${to}`)
    return [
      {
        id: `wiring.${id}`,
        code: `wiring.${id}`,
        weight: 'note',
        subjects: loads,
        basis,
        says: say`${hears} lies beside the supply of ${enumerate([
          ...loads.map(load => say`${thing(units.get(load)!)}`),
          ...cables
        ])} on the way ${enumerate(
          shared.map(({ bundle }) => between(bundle)),
          '; '
        )}. Lead them apart, or cross them squarely.`,
        remedies: []
      }
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
    ...long.map((chain): Finding => ({
      id: `wiring.can-long:${chain.nodes[0]!.unit.id}`,
      code: 'wiring.can-long',
      weight: 'must fix',
      subjects: chain.nodes.map(node => node.unit.id),
      basis: ISO,
      measured: busMm(chain),
      limit: CAN_MM,
      unit: 'mm',
      says: say`The CAN bus
        from ${thing(chain.nodes[0]!.unit)} to ${thing(chain.nodes.at(-1)!.unit)} is ${wireRun(busMm(chain))} long;
        at 1 Mbit/s ${wireRun(CAN_MM)} work.`,
      remedies: []
    })),
    ...chains.flatMap(({ nodes, stubsMm, order }) =>
      nodes.flatMap(({ unit, port }, index): Finding[] => {
        const stubMm = stubsMm[index] ?? 0
        if (stubMm <= STUB_MM) return []
        return [
          {
            id: `wiring.can-stub:${unit.id}:${port.id}`,
            code: 'wiring.can-stub',
            weight: 'must fix',
            subjects: [unit.id],
            basis: { ...ISO, source: 'ISO 11898-2: stubs to 0.3 m at 1 Mbit/s' },
            measured: stubMm,
            limit: STUB_MM,
            unit: 'mm',
            says: say`${thing(unit)} hangs on the CAN bus by a stub of ${mm(stubMm)}; at 1
              Mbit/s ${mm(STUB_MM)} work. Lead the bus in and out of the box, or bring it nearer.`,
            remedies: design.busOrders
              .filter(by => by.id === order)
              .map(by => ({
                says: say`Lead the bus in and out of ${thing(unit)}.`,
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
          }
        ]
      })
    ),
    ...wires
      .filter(wire => wire.kind === 'rs-232' && wire.length.installedMm > RS232_MM)
      .map((wire): Finding => ({
        id: `wiring.rs-232-long:${wire.id}`,
        code: 'wiring.rs-232-long',
        weight: 'decide',
        subjects: wire.units,
        basis: { kind: 'common practice', source: 'RS-232 to 50 ft' },
        measured: wire.length.installedMm,
        limit: RS232_MM,
        unit: 'mm',
        says: say`The RS-232 line
          from ${wire.from} to ${wire.to} is ${wireRun(wire.length.installedMm)} long; ${wireRun(RS232_MM)} are the rule.`,
        remedies: []
      }))
  ]
}
/** Length of a CAN bus in mm, from its first box to its last. */
export const busMm = ({ legsMm }: Pick<Chain, 'legsMm'>): number =>
  legsMm.reduce<number>((sum, leg) => sum + (leg ?? 0), 0)
