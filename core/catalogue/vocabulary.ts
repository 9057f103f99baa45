import type { OwnName } from './own-names'

/** The words of the trade that items, rules and airframes share. One list each, so that a typing slip is an error. */

export const KINDS = [
  'display',
  'round instrument',
  'mechanical instrument',
  'vacuum part',
  'navigator',
  'nav/com',
  'com',
  'remote com',
  'audio panel',
  'transponder',
  'remote transponder',
  'ads-b receiver',
  'autopilot computer',
  'autopilot controller',
  'servo',
  'panel button',
  'attitude and air data',
  'magnetometer',
  'adapter',
  'engine monitor',
  'probe',
  'elt',
  'elt panel',
  'backup battery',
  'annunciator',
  'clock',
  'slip indicator',
  'trim indicator',
  'compass',
  'switch',
  'breaker',
  'dimmer',
  'usb power',
  'jack',
  'antenna',
  'tablet mount',
  'camera',
  'vent',
  'glove box',
  'light',
  'airframe part'
] as const

/** What a unit does for the crew or for other units. Rules, needs and duplicates are written in these words. */
export const FUNCTIONS = [
  'airspeed',
  'altitude',
  'sensitive altitude',
  'vertical speed',
  'attitude',
  'heading',
  'rate of turn',
  'slip',
  'magnetic direction',
  'clock',
  'outside air temperature',
  'tachometer',
  'oil pressure',
  'oil temperature',
  'manifold pressure',
  'fuel quantity',
  'fuel flow',
  'cylinder temperature',
  'coolant temperature',
  'volts and amps',
  'com',
  'vor',
  'localizer',
  'glideslope',
  'gps',
  'waas gps',
  'satellite approach',
  'dme',
  'marker',
  'moving map',
  'transponder',
  'altitude reporting',
  'ads-b out',
  'ads-b in',
  'electronic primary display',
  'electronic multifunction display',
  'audio selection',
  'two-place intercom',
  'four-place intercom',
  'alert audio',
  'roll steering',
  'pitch steering',
  'trim steering',
  'yaw damping',
  'level mode',
  'go-around mode',
  'autopilot',
  'autopilot control',
  'attitude sensing',
  'air data sensing',
  'magnetic sensing',
  'engine sensing',
  'vacuum source',
  'vacuum lines',
  'gyro power warning',
  'backup power',
  'battery power',
  'generator',
  'circuit protection',
  'lighting control',
  'usb charging',
  'com antenna',
  'nav antenna',
  'gps antenna',
  'waas gps antenna',
  'transponder antenna',
  'elt antenna',
  'marker antenna',
  'elt',
  'elt control',
  'warning lights',
  'trim indication',
  'tablet holding',
  'film of the flight',
  'data updates',
  'position lights',
  'anti-collision light',
  'landing light',
  'pitot heat',
  'fuel pump',
  'starter',
  'flap drive',
  'ignition',
  'belts',
  'shoulder harness',
  'gear position',
  'flotation and signal',
  'fresh air',
  'stowage',
  'heater control',
  'pitot and static',
  'hour meter',
  'carbon monoxide warning',
  'angle of attack',
  'voltage regulation',
  'power contactor',
  'aerial splitting',
  'four-place jacks'
] as const

/**
 * What can be said over a wire. Some are a better grade of another (`GRADES`): who says the better one says the plain one
 * too.
 */
export const SIGNALS = [
  'position',
  'ifr position',
  'augmented position',
  'track guidance',
  'vor guidance',
  'localizer guidance',
  'roll steering',
  'vertical guidance',
  'glideslope guidance',
  'satellite vertical guidance',
  'attitude',
  'heading',
  'air data',
  'altitude code',
  'engine data',
  'fuel flow',
  'traffic',
  'weather',
  'com tuning',
  'nav tuning',
  'transponder control',
  'flight plan',
  'audio',
  'alert audio',
  'microphone',
  'autopilot mode',
  'servo drive',
  'trim drive',
  'discrete',
  'lighting',
  'charging',
  'magnetic field',
  'backup power',
  'radio frequency',
  'temperature',
  'time'
] as const

/**
 * What each better grade of a signal is also: a position that is augmented (a WAAS-class receiver, TSO-C145/C146, as 14 CFR
 * 91.227 wants in practice) is good for IFR, and one good for IFR is a position.
 */
export const GRADES: Partial<Record<(typeof SIGNALS)[number], (typeof SIGNALS)[number]>> = {
  'augmented position': 'ifr position',
  'ifr position': 'position',
  'vor guidance': 'track guidance',
  'localizer guidance': 'track guidance',
  'glideslope guidance': 'vertical guidance',
  'satellite vertical guidance': 'vertical guidance'
}

/** Functions that are an aerial's: what a coax port is for. */
export const AERIALS = [
  'com antenna',
  'nav antenna',
  'gps antenna',
  'waas gps antenna',
  'transponder antenna',
  'elt antenna',
  'marker antenna'
] as const

export const PORT_KINDS = [
  'rs-232',
  'arinc 429',
  'can',
  'analogue',
  'pulse',
  'audio',
  'discrete',
  'coax',
  'ethernet',
  'dc power',
  'wireless'
] as const

/** A port without a wire: a tablet, a gateway. Nothing that is required may hang on it. */
export const WIRELESS = 'wireless'

/** Which way a port speaks. */
export const FLOWS = ['in', 'out', 'both'] as const

/** How what a unit draws follows the volts it is given. */
export const LOADS = ['constant current', 'constant power', 'resistive'] as const

export const PLACE_KINDS = [
  'panel',
  'behind panel',
  'cabin',
  'roof',
  'baggage',
  'tail',
  'wing',
  'wing tip',
  'engine bay',
  'belly',
  'fuselage top'
] as const

/** Places inside the cabin: as far as a wireless link is taken to reach. */
export const CABIN_PLACES: readonly (typeof PLACE_KINDS)[number][] = [
  'panel',
  'behind panel',
  'cabin',
  'roof',
  'baggage'
]

/** Where the connectors of a box may point. */
export const FACINGS = ['forward', 'aft', 'left', 'right', 'up', 'down'] as const

export const BASES = ['certified', 'amateur-built', 'light-sport'] as const

/** Phases of flight in the order of a trip. */
export const PHASES = [
  'start',
  'taxi',
  'take-off',
  'climb',
  'cruise by day',
  'cruise by night',
  'cruise in cloud',
  'approach',
  'landing'
] as const

export type TradeKind = (typeof KINDS)[number]
/** A kind of the list, or one that a person has named. */
export type Kind = TradeKind | OwnName
/** A function of the list, or one that a person has named. */
export type FunctionName = (typeof FUNCTIONS)[number] | OwnName
export type SignalName = (typeof SIGNALS)[number]
export type AerialName = (typeof AERIALS)[number]

const downFrom = (signal: SignalName): readonly SignalName[] => {
  const lower = GRADES[signal]
  return lower ? [signal, ...downFrom(lower)] : [signal]
}
const DOWN = new Map(SIGNALS.map(signal => [signal, downFrom(signal)]))
/** A signal and all that it is also by its grade, down to the plain one. */
export const alsoSaid = (signal: SignalName): readonly SignalName[] => DOWN.get(signal)!
/** The plain signal that a grade belongs to: itself where it has no grades. */
export const plainSignal = (signal: SignalName): SignalName => alsoSaid(signal).at(-1)!

export type Facing = (typeof FACINGS)[number]
export type PortKind = (typeof PORT_KINDS)[number]
/** A kind of port that a cable goes to. */
export type WiredKind = Exclude<PortKind, typeof WIRELESS>
export type PlaceKind = (typeof PLACE_KINDS)[number]
export type Basis = (typeof BASES)[number]
export type FlightPhase = (typeof PHASES)[number]
