import { dropOf, markOf, type Run } from '../airframe'
import { WIRELESS, type Port, type WiredKind } from '../catalogue'
import { perObject, remembered } from '../cache'
import { sameUnits, type Design } from '../design'
import { canChains, type Chain, type Node } from './can'
import { coresOf, type Core } from './kinds'

export { shortestChain, type Chain } from './can'
export {
  CABLE_KINDS,
  cableDiameterMm,
  cablePoundsPerKft,
  coreColours,
  coresOf,
  PACKED,
  WIRE_DIAMETER_MM,
  type CableKind,
  type Core,
  type ShieldAt
} from './kinds'

/** One cable between two units: what carries out a link, or one piece of a bus that carries out several. */
export interface Cable {
  /** The link it carries out; of a bus its two ends, so that it keeps its name while they stay neighbours. */
  id: string
  kind: WiredKind
  links: readonly string[]
  from: Node
  to: Node
  /** Ends that meet a stub in a splice instead of the contact of the box. */
  spliced: { from: boolean; to: boolean }
  /** It is the stub of the box at its end, so long. */
  stubMm?: number
  cores: readonly Core[]
  run: Run
}
/** All signal cables of a design, and its CAN buses. */
export interface Cables {
  cables: readonly Cable[]
  chains: readonly Chain[]
}

/** What a CAN bus is called, by its place among the chains of a design, from 1. */
export const busName = (number: number): string => `CAN bus${number > 1 ? ` ${number}` : ''}`

/** Units that a cable may end at. */
const endsOf = perObject((design: Design) => design.units.filter(unit => unit.item.ports.length > 0), sameUnits)

/** The signal cables of a design: one a link, a CAN bus led from box to box. */
export const cablesOf = remembered(make)
function make(design: Design): Cables {
  const units = new Map(endsOf(design).map(unit => [unit.id, unit]))
  const portOf = (id: string, name: string): Node | undefined => {
    const unit = units.get(id)
    const port = unit?.item.ports.find(port => port.id === name)
    return unit && port ? { unit, port } : undefined
  }
  const cable = (
    id: string,
    links: readonly string[],
    [from, to, kind]: readonly [Node, Node, WiredKind],
    spliced = { from: false, to: false }
  ): Cable => ({
    id,
    kind,
    links,
    from,
    to,
    spliced,
    cores: coresOf(from.port as Port, to.port as Port),
    run: {
      from: from.unit.place.id,
      to: to.unit.place.id,
      via: markOf(design, id)?.via,
      dropMm: dropOf(from.unit) + dropOf(to.unit)
    }
  })
  const chains = canChains(design, portOf)
  return {
    chains,
    cables: [
      ...design.links.flatMap(link => {
        const from = portOf(link.from.unit, link.from.port)
        const to = portOf(link.to.unit, link.to.port)
        if (!from || !to) return []
        const { kind } = from.port
        if (kind !== to.port.kind || kind === 'can' || kind === WIRELESS) return []
        return [cable(link.id, [link.id], [from, to, kind])]
      }),
      ...chains.flatMap(({ nodes, links, stubsMm }) => [
        ...nodes.slice(1).map((to, index) => {
          const from = nodes[index]!
          const ends = [`${from.unit.id}.${from.port.id}`, `${to.unit.id}.${to.port.id}`].sort()
          const spliced = { from: stubsMm[index] !== undefined, to: stubsMm[index + 1] !== undefined }
          return cable(`can ${ends.join(' to ')}`, links, [from, to, 'can'], spliced)
        }),
        ...nodes.flatMap((node, index): Cable[] => {
          const stubMm = stubsMm[index]
          if (stubMm === undefined) return []
          const id = `stub ${node.unit.id}.${node.port.id}`
          return [{ ...cable(id, links, [node, node, 'can'], { from: true, to: false }), stubMm }]
        })
      ])
    ]
  }
}
