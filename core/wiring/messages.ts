/** The words of wiring: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { IronNear } from './field/iron'
import {
  say,
  thing,
  kg,
  mm,
  num,
  enumerate,
  amperes,
  figure,
  inches,
  wireRun,
  type Phrase,
  type Named,
  type Sayable,
  type Typed,
  screen
} from '../quantity'

// field/iron.ts

export const motorOf = (unit: Named) => say`the motor of ${thing(unit)}`
export const iron = ({
  what,
  massKg,
  atLeastMm,
  sensor,
  wantedMm,
  degrees
}: {
  what: Phrase
  massKg: number
  atLeastMm: number
  sensor: Named
  wantedMm: number
  degrees: number
}) => say`${what}, about ${kg(massKg)} of iron, is ${mm(atLeastMm)} from ${thing(sensor)};
    Minimum is ${mm(wantedMm)}.${
      degrees >= 0.05
        ? say` Soft iron can change the heading by
    ${num(degrees, 1)}°.`
        : ''
    } Move one of them, or do a compass swing.`
export const ironWhere = ({
  unknown,
  unknownOf,
  sensor
}: {
  unknown: readonly Sayable[]
  unknownOf: IronNear[]
  sensor: Named
}) => say`Keep ${enumerate(unknown)} ${mm(Math.max(...unknownOf.map(ironNear => ironNear.wantedMm)))}
    away from ${thing(sensor)}. The distance is unknown. Enter all positions in ${screen('wiring', 'airframe')}.`

// field/magnetometer.ts

export const magnetometer = ({
  known,
  name,
  amps,
  sensor,
  atLeastMm,
  degrees,
  wantedMm,
  paired
}: {
  known: boolean
  name: Phrase
  amps: number
  sensor: Named
  atLeastMm: number
  degrees: number | undefined
  wantedMm: number
  paired: boolean
}) =>
  known
    ? say`The wire of ${name}, ${amperes(amps)}, passes ${mm(atLeastMm)} from ${thing(sensor)} and can change the
    heading by ${num(degrees!, 1)}°. Keep it ${mm(wantedMm)} away${paired ? '' : ', or route its return next to it'}.`
    : say`Keep
    the wire of ${name}, ${amperes(amps)}, ${mm(wantedMm)} away from
    ${thing(sensor)}${paired ? '' : ', or route its return next to it'}. The distance is unknown. Enter both
    positions in ${screen('wiring', 'airframe')}.`
export const pairReturn = say`Route its return by wire to the ground block.`

// field/standing.ts

export const standsFacing = ({ unit, facing, orWords }: { unit: Named; facing: string; orWords: string }) =>
  say`The connectors of ${thing(unit)} face ${facing}. Its maker allows ${orWords}.`
export const standsInvertedAllowed = (unit: Named) =>
  say`${thing(unit)} is mounted inverted, which its maker allows. Set this in its configuration.`
export const standsInverted = (unit: Named) => say`${thing(unit)} is mounted inverted. Its maker allows upright only.`
export const standsOff = ({
  unit,
  degrees,
  off,
  levelDeg,
  shim
}: {
  unit: Named
  degrees: number
  off: string
  levelDeg: number
  shim: { under: string; mm: number } | undefined
}) => say`${thing(unit)} is mounted ${num(Math.abs(degrees), 1)}° ${off}. Maximum is
    ${num(levelDeg, 1)}°.${
      shim && shim.mm > 0
        ? say` Shim ${shim.under} by
    ${mm(shim.mm)}.`
        : ' Align it with the aircraft axes.'
    }`
export const standsUnmeasured = ({
  unit,
  levelDeg,
  orWords
}: {
  unit: Named
  levelDeg: number
  orWords: string
}) => say`${thing(unit)} must be mounted level and aligned within ${num(levelDeg, 1)}°, with its connectors facing
    ${orWords}. Measure it with the aircraft level and enter the angles in ${screen('wiring', 'radio')}.`
export const opening = ({
  unit,
  a,
  b,
  widthMm,
  heightMm
}: {
  unit: DesignUnit
  a: number | undefined
  b: number | undefined
  widthMm: number
  heightMm: number
}) => say`${thing(unit)} does not fit through the opening of ${unit.place.name}. Its smallest section is ${mm(a!)}
    by ${mm(b!)}; the opening is ${mm(widthMm)} by ${mm(heightMm)}.`
export const openingUnknown = (
  unmeasured: DesignUnit[]
) => say`Measure the access opening for ${enumerate(unmeasured.map(thing))} and enter it in
    ${screen('wiring', 'airframe')}.`

// harness/bill.ts

export const jointContacts = ({ says, meets }: { says: Phrase; meets: readonly unknown[] }) =>
  say`${says}, ${meets.length} contacts`
export const firewallFitting = (diameterMm: number) =>
  say`firewall, sealed and fire-resistant, for a bundle of ${mm(diameterMm)}`
export const diodeToBuy = (amps: number) =>
  amps > 0 ? say`diode, rated ${figure(amps, 'A')} or more, on a heat sink where its maker requires one` : 'diode'

// harness/check.ts

export const unitsListed = (units: ReadonlySet<DesignUnit>) =>
  units.size > 4 ? say`${num(units.size)} units` : enumerate([...units].map(thing))
export const pinsUnknown = (
  listed: Phrase
) => say`No pin table is entered for ${listed}. The wire list shows ports, not pins. Paste the maker’s table in
    ${screen('wiring', 'connectors')}.`
export const pinsMadeUp = (
  listed: Phrase
) => say`Pins of ${listed} are placeholders, not the maker’s. Paste the maker’s table in
    ${screen('wiring', 'connectors')} before any wire is cut.`
export const pinMissing = ({
  unit,
  line,
  from,
  to
}: {
  unit: Named
  line: string
  from: Phrase
  to: Phrase
}) => say`The pin table of ${thing(unit)} has no pin for ${line} of the wire from ${from} to ${to}. Correct the
    table in ${screen('wiring', 'connectors')}.`
export const contactGauge = ({
  awg,
  where,
  unit,
  size,
  thinnest,
  thickest
}: {
  awg: number
  where: string
  unit: Named
  size: number
  thinnest: number
  thickest: number
}) => say`AWG ${awg} does not fit ${where} of ${thing(unit)}. Contacts of size ${size} accept AWG ${thinnest} to
    ${thickest}. Splice it to a wire that fits, or enter the correct contact size.`
export const contactAmps = ({
  where,
  unit,
  amps,
  size,
  takesAmps
}: {
  where: string
  unit: Named
  amps: number
  size: number
  takesAmps: number
}) => say`${where} of ${thing(unit)} carries ${amperes(amps)} per contact. A size ${size} contact is rated about
    ${num(takesAmps)} A.`

// harness/grounds.ts

export const groundLoop = (
  astray: readonly Sayable[]
) => say`${enumerate(astray)} ${astray.length > 1 ? 'are' : 'is'} grounded to structure; the other audio units are
    grounded at the block. Current between the two grounds causes audible noise.`
export const groundLoopRemedy = say`Route all audio grounds to the block.`

// harness/joints.ts

export const diodePair = ({
  unit,
  pins,
  volts,
  name
}: {
  unit: DesignUnit | undefined
  pins: string | undefined
  volts: Phrase
  name: string
}) =>
  unit
    ? say`2 diodes, one in each feed, cathodes connected to ${pins ? say`${pins} of ` : ''}${thing(unit)}, ${volts}`
    : say`diode in ${name}, ${volts}`
export const spreadSplice = ({
  line,
  pins,
  unit,
  label
}: {
  line: string
  pins: string
  unit: string
  label: string
}) => say`${line} split to ${pins} of ${thing({ id: unit, label: label })}`
export const sharedContact = ({
  meets,
  pinText,
  unit,
  label
}: {
  meets: readonly unknown[]
  pinText: string
  unit: string
  label: string | undefined
}) => say`${num(meets.length)} wires into ${pinText} of ${thing({ id: unit, label: label ?? unit })}`
export const stubSplice = ({ line, unit }: { line: string; unit: Named }) =>
  say`${line} of the bus to the stub of ${thing(unit)}`
export const groundBlock = ({ meets, shields }: { meets: readonly unknown[]; shields: number }) =>
  say`${num(meets.length)} grounds, ${num(shields)} shield drains`
export const plug = ({ from, to, coax }: { from: string; to: string; coax: number }) =>
  say`${from} to ${to}${coax ? say`, plus ${num(coax)} coax connectors` : ''}`
export const terminator = ({ unit, id }: { unit: Named; id: string }) =>
  say`120 Ω across the pair at ${thing(unit)} ${id}`

// harness/ways.ts

export const mindFirewall = say`a fire-resistant, sealed fitting`
export const mindControls = say`${mm(inches(3))} or more from the control cables, and clamps`
export const mindFuel = say`${mm(inches(6))} or more from fuel and oil lines where possible, and above them`
export const mindMoving = say`a loop that twists instead of bending, clamped on both sides`
export const mindWet = say`drip loops and sealed ends`
export const fromTo = ({ from, to }: { from: string; to: string }) => say`${from} to ${to}`
export const way = ({ there, trait, text }: { there: readonly Sayable[]; trait: string; text: Phrase }) =>
  say`Wires routed ${enumerate(there, '; ')} (${trait}) require ${text}.`
export const wingRoot = (roots: readonly Sayable[]) =>
  say`There is no connector in the wires at a removable wing: ${enumerate(roots, '; ')}.`
export const wingRootRemedy = say`Add a connector there.`
export const cable = ({ from, to }: { from: Phrase; to: Phrase }) => say`the cable ${from} to ${to}`
export const noise = ({
  hears,
  loads,
  cables,
  shared
}: {
  hears: string
  loads: Phrase[]
  cables: Phrase[]
  shared: readonly Sayable[]
}) => say`${hears} is routed next to the power wires of ${enumerate([...loads, ...cables])},
    ${enumerate(shared, '; ')}. Route them apart, or cross them at right angles.`
export const canLong = ({
  unit,
  nodesUnit,
  busMm,
  canMm
}: {
  unit: Named
  nodesUnit: Named
  busMm: number
  canMm: number
}) => say`The CAN bus from ${thing(unit)} to ${thing(nodesUnit)} is ${wireRun(busMm)} long. Maximum at 1 Mbit/s is
    ${wireRun(canMm)}.`
export const canStub = ({
  unit,
  stubMm,
  mostMm
}: {
  unit: Named
  stubMm: number
  mostMm: number
}) => say`The CAN stub to ${thing(unit)} is ${mm(stubMm)} long. Maximum at 1 Mbit/s is ${mm(mostMm)}. Daisy-chain
    the bus through the unit, or move it closer.`
export const canStubRemedy = (unit: Named) => say`Daisy-chain the bus through ${thing(unit)}.`
export const rs232Long = ({
  from,
  to,
  installedMm,
  rs232Mm
}: {
  from: Phrase
  to: Phrase
  installedMm: number
  rs232Mm: number
}) => say`The RS-232 line from ${from} to ${to} is ${wireRun(installedMm)} long. Usual maximum is ${wireRun(rs232Mm)}.`

// harness/wires.ts

export const returnStructure = say`structure`
export const returnGroundBlock = say`ground block`
export const returnBattery = say`battery`
export const circuitEnd = ({
  needsDiodes,
  alsoBus,
  unit
}: {
  needsDiodes: boolean
  alsoBus: string | undefined
  unit: Named
}) => (needsDiodes && alsoBus !== undefined ? say`diode at ${thing(unit)}` : say`${thing(unit)}`)
export const breakerEnd = (breakerA: number) => say`breaker ${figure(breakerA, 'A')}`
export const secondBreakerEnd = (breakerA: number) => say`second breaker ${figure(breakerA, 'A')}`
export const contactorEnd = (name: string) => say`contactor of ${name}`
export const groundEnd = ({ metal, structure }: { metal: boolean; structure: Phrase }) =>
  metal ? structure : say`engine`
export const noRoute = ({
  unit,
  toUnit,
  via
}: {
  unit: DesignUnit
  toUnit: DesignUnit
  via: readonly unknown[]
}) => say`No route leads from ${unit.place.name} to
    ${toUnit.place.name}${via.length ? ' through the chosen places' : ''}. The wire from ${thing(unit)} to
    ${thing(toUnit)} has no length. Add a leg in ${screen('wiring', 'airframe')}.`
export const cableEnd = ({ stubMm, unit, id }: { stubMm: number | undefined; unit: Named; id: string }) =>
  stubMm === undefined ? say`${thing(unit)} ${id}` : say`splice in the bus`

// links/blocked.ts

export const noPortMatches = ({
  sources,
  what,
  ports
}: {
  sources: readonly Sayable[]
  what: string
  ports: string[]
}) => say`${enumerate(sources)} can provide ${what}; this unit receives it on ${ports.join(', ') || 'no port'}. An
    adapter is required.`
export const noPortFree = ({
  sources,
  what,
  holders
}: {
  sources: readonly Sayable[]
  what: string
  holders: readonly Sayable[]
}) => say`${enumerate(sources)} can provide ${what}, but no port is free: ${enumerate(holders)}.`
export const linkedTo = ({ from, port, to, toPort }: { from: Named; port: string; to: Named; toPort: string }) =>
  say`${thing(from)} ${port} is connected to ${thing(to)} ${toPort}`

// links/ports.ts

export const sameUnit = (unit: Named) => say`Both ports are on ${thing(unit)}. Connect it to another unit.`
export const otherKinds = (one: string, other: string) =>
  say`A port of kind ${one} cannot be connected to one of kind ${other}.`
export const nothingCarried = ({
  first,
  second,
  sends,
  receives
}: {
  first: Named
  second: Named
  sends: readonly string[]
  receives: readonly string[]
}) =>
  say`These ports have no signal in common. ${thing(first)} sends ${sends.join(', ') || 'nothing'} here; ${thing(second)} ${
    receives.length ? `receives ${receives.join(', ')}` : 'receives nothing on this port'
  }.`
export const alreadyJoined = (first: Named, second: Named) =>
  say`${thing(first)} and ${thing(second)} are already connected over these ports.`
export const portTaken = (unit: Named, port: string) =>
  say`Port ${port} of ${thing(unit)} is already connected. Disconnect it first.`

// links/check.ts

export const linkRemedy = ({
  label,
  kind,
  port,
  toPort
}: {
  label: string
  kind: string
  port: string
  toPort: string
}) => say`Connect ${label} to it by ${kind} (${port} to ${toPort}).`
export const needNotMet = ({
  dark,
  unit,
  name,
  scope,
  all,
  does,
  wantWords,
  text,
  why
}: {
  dark: DesignUnit[]
  unit: Named
  name: string
  scope: string
  all: boolean
  does: string
  wantWords: string
  text: string
  why: Phrase | undefined
}) =>
  dark.length
    ? say`${thing(unit)} has no ${name}${scope}. ${enumerate(dark.map(thing))}
    ${dark.length > 1 ? 'are' : 'is'} installed but ${dark.length > 1 ? 'do' : 'does'} not provide it in this option.`
    : say`${thing(unit)} ${all ? does : 'is limited'} without
    ${wantWords}${scope}${text ? `: ${text}${why ? '.' : ''}` : '.'}${why ? say` ${why}` : ''}`
export const mismatch = ({
  label,
  toLabel,
  id,
  kind,
  flow,
  signals,
  bId,
  bKind,
  bFlow,
  bSignals
}: {
  label: string
  toLabel: string
  id: string
  kind: string
  flow: string
  signals: string[]
  bId: string
  bKind: string
  bFlow: string
  bSignals: string[]
}) => say`${label} and ${toLabel} cannot communicate on this connection. ${id} is ${kind} ${flow}
    (${signals.join(', ')}), ${bId} is ${bKind} ${bFlow} (${bSignals.join(', ')}).`
export const mismatchRemedy = say`Delete the connection.`
export const talkers = ({
  links,
  id,
  label,
  names,
  kind
}: {
  links: readonly unknown[]
  id: string
  label: string
  names: string
  kind: string
}) => say`${links.length} units send to ${id} of ${label}: ${names}. An ${kind} input accepts one transmitter.`
export const talkersRemedy = (label: string) => say`Delete the connection from ${label}.`
export const wirelessRange = (units: readonly DesignUnit[]) =>
  say`The wireless link reaches ${enumerate(units.map(thing))} outside the cabin. Metal can block it. Use a wire.`
export const crowded = ({
  kind,
  users,
  id,
  unit,
  most
}: {
  kind: string
  users: number
  id: string
  unit: Named
  most: number
}) =>
  kind === 'coax'
    ? say`${num(users)} coax cables are connected to ${id} of ${thing(unit)}. It accepts one. Use a splitter for two
    radios on one antenna.`
    : say`${num(users)} units receive from ${id} of ${thing(unit)}. An ${kind} transmitter can drive ${num(most)}.`

// links/lamps.ts

export const darkLamps = ({
  dark,
  lamps,
  unit
}: {
  dark: readonly string[]
  lamps: readonly unknown[]
  unit: Named
}) => say`${num(dark.length)} of ${num(lamps.length)} lamps of ${thing(unit)} are not connected: ${enumerate(dark)}.
    Connect each to its source.`
export const lightByAerial = ({
  light,
  aerials
}: {
  light: DesignUnit
  aerials: DesignUnit[]
}) => say`The power supply of ${thing(light)} is at ${light.place.name}, with ${enumerate(aerials.map(thing))}. It
    can cause radio noise. Select a unit with proven low noise, or another location. Check every channel with it on
    and off.`
export const socketFar = (unit: DesignUnit) =>
  say`${thing(unit)} is at ${unit.place.name}, out of reach from the seats. Install it on the panel or in the cabin.`

// plumbing/lines.ts

export const tubes = ({
  line,
  opened,
  text,
  users,
  tees,
  lengthMm
}: {
  line: string
  opened: readonly Sayable[]
  text: string
  users: readonly unknown[]
  tees: number
  lengthMm: number | undefined
}) =>
  say`The ${line} line is opened for ${enumerate(opened)}. ${text}.${
    users.length
      ? say` ${num(users.length)} on it,
    ${num(tees)} tees${lengthMm === undefined ? '' : say`, ${wireRun(lengthMm)} of tube`}.`
      : ''
  }`

// radio/antenna.ts

export const antennasNear = ({
  name,
  other,
  atLeastMm,
  wantedMm
}: {
  name: Typed
  other: Typed
  atLeastMm: number
  wantedMm: number
}) => say`${name} and ${other} are ${mm(atLeastMm, wantedMm)} apart. Minimum is ${mm(wantedMm, atLeastMm)}.`
export const antennasWhere = (
  unknown: readonly Sayable[]
) => say`The distance between ${enumerate(unknown, '; ')} is unknown. Enter their positions in
    ${screen('wiring', 'radio')}.`
export const groundPlane = (bare: readonly Sayable[]) =>
  say`The skin is not metal. Install a ground plane of foil or mesh: ${enumerate(bare, '; ')}.`

// radio/coax.ts

export const doubleShieldRemedy = say`Use double-shielded coax.`
export const coaxLoss = ({
  coax,
  radio,
  aerial,
  lossDb,
  mhz,
  mostDb,
  entered
}: {
  coax: string
  radio: Named
  aerial: string
  lossDb: number
  mhz: number
  mostDb: number
  entered: boolean
}) => say`Loss of the ${coax} coax from ${thing(radio)} to its ${aerial} is ${num(lossDb, 1)} dB at ${num(mhz)} MHz.
    ${entered ? 'Maximum' : 'Usual maximum'} is ${num(mostDb, 1)} dB. Use a shorter route or better coax.`
export const coaxShield = ({
  radio,
  aerial,
  mhz
}: {
  radio: Named
  aerial: string
  mhz: number
}) => say`${thing(radio)} is connected to its ${aerial} by single-shielded coax. At ${num(mhz)} MHz and near
    transmitters double-shielded coax is required.`
export const coaxOld = (
  old: readonly Sayable[]
) => say`The existing coax of ${enumerate(old)} is kept and its type is not entered. Double-shielded is assumed.
    Inspect it and enter the type in ${screen('wiring', 'radio')}.`
export const coaxFormula = (connectorDb: number) =>
  say`L · a(f) + n · ${figure(connectorDb, 'dB')};  a(f) = k1·√f + k2·f through the adjacent values of the table`
