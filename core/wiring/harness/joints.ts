import * as messages from '../messages'
import type { Chain } from '../../cables'
import type { Design } from '../../design'
import { figure, say, type Phrase } from '../../quantity'
import type { Bundle } from './bundles'
import { diodesOf, powerModel } from '../../power'
import { needsDiodes, pinText, type PinAt } from './pins'
import type { Wire, WireCore } from './wires'

/** One conductor where it meets others: of which wire, which of its lines, in which colour. */
export interface Meeting {
  wire: Wire
  core: WireCore
  /** Number of its contact, of a plug. */
  contact?: number
}
/** Where conductors meet outside a unit: a thing of its own, with a place. */
export interface Joint {
  /** What it joins, not where it stands in a list. */
  id: string
  kind: 'splice' | 'ground block' | 'plug' | 'terminator' | 'diode'
  place: string
  says: Phrase
  meets: Meeting[]
  /** Shields whose drains end there. */
  shields: number
  /** How many diodes. */
  count?: number
}

/** The unit at an end of a wire; of a wire with one unit always that. */
const unitAt = (wire: Wire, side: 'from' | 'to'): string =>
  wire.units[wire.units.length > 1 && side === 'to' ? 1 : 0] ?? wire.id
/** In the order of their numbers, those without one last: a wire that comes late takes a contact behind the others. */
const byNumber = (a: Wire, b: Wire): number =>
  (a.mark?.number ?? Infinity) - (b.mark?.number ?? Infinity) || (a.id < b.id ? -1 : 1)

/**
 * Every diode of the supply: of a feed, and the two where two buses feed one input of a unit. A unit with a second input of its own
 * keeps the two apart within it.
 */
function diodeJoints(design: Design, wires: readonly Wire[]): Joint[] {
  const byId = new Map(wires.map(wire => [wire.id, wire]))
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const panel = design.airframe.places.find(place => place.kind === 'panel')
  return diodesOf(powerModel(design)).flatMap(({ id, name, count, dropV, assumed }): Joint[] => {
    const unit = count === 2 ? units.get(id) : undefined
    if (unit && !needsDiodes(unit.item)) return []
    const volts = say`${figure(dropV, 'V')} ${assumed ? '(assumed)' : 'drop'}`
    const feeds = unit ? [`${id}-power`, `${id}-power-2`] : [`feeder ${id}`]
    const met = feeds.flatMap(wire => byId.get(wire) ?? [])
    const pins = met[0]?.cores[0]?.to?.map(pinText).join(', ')
    return [
      {
        id: `diode ${id}`,
        kind: 'diode',
        place: unit?.place.id ?? panel?.id ?? '',
        says: messages.diodePair({ unit, pins, volts, name }),
        meets: met.map(wire => ({ wire, core: wire.cores[0]! })),
        shields: 0,
        count
      }
    ]
  })
}

/** Splices: a line that lands on several contacts, and wires that share one contact (one wire a contact, common practice). */
function splicesOf(design: Design, wires: readonly Wire[], diodes: readonly Joint[]): Joint[] {
  const behindDiodes = new Set(diodes.flatMap(({ meets }) => meets.map(({ wire }) => wire.id)))
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const atPin = new Map<string, { unit: string; pin: PinAt; meets: Meeting[] }>()
  const spread: Joint[] = []
  const splice = (unit: string, id: string, says: Phrase, meets: Meeting[]): Joint => ({
    id: `splice ${id}`,
    kind: 'splice',
    place: units.get(unit)?.place.id ?? meets[0]!.wire.run.from,
    says,
    meets,
    shields: 0
  })
  for (const wire of wires)
    for (const core of wire.cores)
      for (const side of ['from', 'to'] as const) {
        const pins = core[side]
        if (!pins?.length) continue
        const unit = unitAt(wire, side)
        const label = units.get(unit)?.label ?? unit
        if (pins.length > 1)
          spread.push(
            splice(
              unit,
              `${wire.id} ${core.line} ${side}`,
              messages.spreadSplice({ line: core.line, pins: pins.map(pinText).join(', '), unit, label }),
              [{ wire, core }]
            )
          )
        for (const pin of pins) {
          // Two feeds meet behind their diodes.
          if (behindDiodes.has(wire.id)) continue
          const key = `${unit} ${pinText(pin)}`
          const there = atPin.get(key) ?? { unit, pin, meets: [] }
          there.meets.push({ wire, core })
          atPin.set(key, there)
        }
      }
  const shared = [...atPin]
    .filter(([, { meets }]) => meets.length > 1)
    .map(([key, { unit, pin, meets }]) =>
      splice(
        unit,
        key,
        messages.sharedContact({ meets, pinText: pinText(pin), unit, label: units.get(unit)?.label }),
        meets
      )
    )
  return [...spread, ...shared, ...stubsOf(design, wires)]
}
/** Where a stub leaves its bus: one splice a line, of the two cables of the bus, or the one at its end, and the stub. */
function stubsOf(design: Design, wires: readonly Wire[]): Joint[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  return wires.flatMap(stub => {
    if (!stub.id.startsWith('stub ')) return []
    const unit = units.get(stub.units[0]!)!
    const end = stub.id.slice('stub '.length)
    const bus = wires.filter(
      wire =>
        wire !== stub && wire.spliced && wire.id.startsWith('can ') && wire.id.slice(4).split(' to ').includes(end)
    )
    return stub.cores.map((core, index): Joint => ({
      id: `splice ${stub.id} ${core.line}`,
      kind: 'splice',
      place: unit.place.id,
      says: messages.stubSplice({ line: core.line, unit }),
      meets: [...bus.map(wire => ({ wire, core: wire.cores[index]! })), { wire: stub, core }],
      shields: 0
    }))
  })
}

/** One block for all returns by wire, and for the drains of shields that are grounded at one end, at the panel. */
function groundBlocks(design: Design, wires: readonly Wire[]): Joint[] {
  const panel = design.airframe.places.find(place => place.kind === 'panel')
  const meets = wires.filter(wire => wire.returns === 'ground block').sort(byNumber)
  const shields = wires.filter(
    wire => wire.shield === 'one end' && [wire.run.from, wire.run.to].includes(panel?.id ?? '')
  ).length
  if (!panel || meets.length + shields === 0) return []
  return [
    {
      id: `ground block ${panel.id}`,
      kind: 'ground block',
      place: panel.id,
      says: messages.groundBlock({ meets, shields }),
      meets: meets.map((wire, index) => ({ wire, core: wire.cores[0]!, contact: index + 1 })),
      shields
    }
  ]
}

/** The plugs where a leg is parted: every conductor on it has a contact. */
function plugsOf(wires: readonly Wire[], bundles: readonly Bundle[], nameOf: (place: string) => string): Joint[] {
  const byId = new Map(wires.map(wire => [wire.id, wire]))
  return bundles
    .filter(bundle => bundle.traits.includes('plug'))
    .map(bundle => {
      const there = bundle.wires.map(id => byId.get(id)!).sort(byNumber)
      // Coax goes through a connector of its own.
      const wired = there.filter(wire => wire.kind !== 'coax')
      const coax = there.length - wired.length
      return {
        id: `plug ${bundle.leg}`,
        kind: 'plug',
        place: bundle.from,
        says: messages.plug({ from: nameOf(bundle.from), to: nameOf(bundle.to), coax }),
        meets: wired
          .flatMap(wire => wire.cores.map(core => ({ wire, core })))
          .map((wire, index) => ({ ...wire, contact: index + 1 })),
        shields: wired.filter(wire => wire.shield !== 'no shield').length
      }
    })
}

const terminatorsOf = (chains: readonly Chain[]): Joint[] =>
  chains.flatMap(({ nodes }) =>
    [nodes[0]!, nodes.at(-1)!].map(({ unit, port }): Joint => ({
      id: `terminator ${unit.id} ${port.id}`,
      kind: 'terminator',
      place: unit.place.id,
      says: messages.terminator({ unit, id: port.id }),
      meets: [],
      shields: 0
    }))
  )

/** Every splice, diode, ground block, plug and terminator of a harness, each with what meets there. */
export function jointsOf(
  design: Design,
  wires: readonly Wire[],
  { bundles, chains }: { bundles: readonly Bundle[]; chains: readonly Chain[] }
): Joint[] {
  const places = new Map(design.airframe.places.map(place => [place.id, place.name]))
  const diodes = diodeJoints(design, wires)
  return [
    ...groundBlocks(design, wires),
    ...plugsOf(wires, bundles, id => places.get(id) ?? id),
    ...splicesOf(design, wires, diodes),
    ...diodes,
    ...terminatorsOf(chains)
  ]
}
