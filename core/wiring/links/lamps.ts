import { heardBy } from '../../catalogue'
import type { Basis, Design, DesignUnit, Finding } from '../../design'
import { enumerate, num, say, thing } from '../../quantity'

const practice = (source: string): Basis => ({ kind: 'common practice', source })
/** Places that a hand gets at in the seat. */
const AT_HAND = ['panel', 'cabin', 'roof']
/** Lights whose supplies chop, and are heard. */
const isChopping = ({ item }: DesignUnit): boolean =>
  item.kind === 'light' && item.power?.load === 'constant power' && !item.provides.includes('landing light')

/** Warning lamps that nothing lights: each input of an annunciator wants a wire from what it warns of. */
function darkLamps(design: Design): Finding[] {
  const linked = new Set(design.links.flatMap(({ from, to }) => [`${from.unit} ${from.port}`, `${to.unit} ${to.port}`]))
  return design.units.flatMap((unit): Finding[] => {
    const lamps = unit.item.ports.filter(port => heardBy(port).includes('discrete'))
    const dark = lamps.filter(port => !linked.has(`${unit.id} ${port.id}`))
    if (unit.item.kind !== 'annunciator' || dark.length === 0) return []
    return [
      {
        id: `wiring.dark-lamps:${unit.id}`,
        code: 'wiring.dark-lamps',
        weight: 'note',
        subjects: [unit.id],
        basis: practice('each warning lamp has a source of its own'),
        measured: dark.length,
        says: say`${num(dark.length)} of ${num(lamps.length)} lamps of ${thing(unit)} have no
          source: ${enumerate(dark.map(port => say`${port.id}`))}. Link each to what it warns of.`,
        remedies: []
      }
    ]
  })
}

/** A light with a chopping supply where a com aerial stands: what it gives off goes straight in. */
function lightsByAerials(design: Design): Finding[] {
  return design.units.filter(isChopping).flatMap((light): Finding[] => {
    const aerials = design.units.filter(
      unit => unit.item.provides.includes('com antenna') && unit.place.id === light.place.id
    )
    if (aerials.length === 0) return []
    return [
      {
        id: `wiring.light-by-aerial:${light.id}`,
        code: 'wiring.light-by-aerial',
        weight: 'note',
        subjects: [light.id, ...aerials.map(unit => unit.id)],
        basis: practice('LED and strobe supplies apart from com aerials, or of a kind proven quiet'),
        says: say`The supply of ${thing(light)} chops, and ${enumerate(aerials.map(thing))} stands
          at ${light.place.name} too: it may be heard on the com. Choose one that is proven quiet, or another place;
          listen on every channel with it on and off.`,
        remedies: []
      }
    ]
  })
}

/** Sockets for data that no hand gets at from a seat. */
const farSockets = (design: Design): Finding[] =>
  design.units
    .filter(unit => unit.item.provides.includes('data updates') && !AT_HAND.includes(unit.place.kind))
    .map(unit => ({
      id: `wiring.socket-far:${unit.id}`,
      code: 'wiring.socket-far',
      weight: 'decide',
      subjects: [unit.id],
      basis: practice('data is brought up to date every four weeks: its socket is where a hand gets at it'),
      says: say`${thing(unit)} is at ${unit.place.name}, where no hand gets at it from a seat. Put it on the panel or in the cabin.`,
      remedies: []
    }))

/** Lamps without a source, lights beside com aerials, sockets out of reach. */
export const lampFindings = (design: Design): Finding[] => [
  ...darkLamps(design),
  ...lightsByAerials(design),
  ...farSockets(design)
]
