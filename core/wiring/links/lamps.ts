import * as messages from '../messages'
import { heardBy } from '../../catalogue'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../../design'

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
      finding('wiring.dark-lamps', unit.id, {
        weight: 'note',
        basis: practice('each warning lamp has a separate source'),
        measured: dark.length,
        says: messages.darkLamps({ dark: dark.map(({ id }) => id), lamps, unit })
      })
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
      finding('wiring.light-by-aerial', [light.id, ...aerials.map(unit => unit.id)], {
        key: light.id,
        weight: 'note',
        basis: practice('LED and strobe power supplies away from com antennas, or with proven low noise'),
        says: messages.lightByAerial({ light, aerials })
      })
    ]
  })
}

/** Sockets for data that no hand gets at from a seat. */
const farSockets = (design: Design): Finding[] =>
  design.units
    .filter(unit => unit.item.provides.includes('data updates') && !AT_HAND.includes(unit.place.kind))
    .map(unit =>
      finding('wiring.socket-far', unit.id, {
        weight: 'decide',
        basis: practice('data is brought up to date every four weeks: its socket is where a hand gets at it'),
        says: messages.socketFar(unit)
      })
    )

/** Lamps without a source, lights beside com aerials, sockets out of reach. */
export const lampFindings = (design: Design): Finding[] => [
  ...darkLamps(design),
  ...lightsByAerials(design),
  ...farSockets(design)
]
