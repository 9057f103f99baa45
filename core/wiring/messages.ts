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
    ${mm(wantedMm)} are wanted${
      degrees >= 0.05
        ? say`, and soft iron alone may turn the heading by
    ${num(degrees, 1)}°`
        : ''
    }.
    Move one of them, or swing the compass with care.`
export const ironWhere = ({
  unknown,
  unknownOf,
  sensor
}: {
  unknown: readonly Sayable[]
  unknownOf: IronNear[]
  sensor: Named
}) => say`Keep ${enumerate(unknown)} ${mm(Math.max(...unknownOf.map(ironNear => ironNear.wantedMm)))}
    away from ${thing(sensor)}: how near that is is not known until all are placed in ${screen('wiring', 'airframe')}.`

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
    ? say`The wire of ${name}, ${amperes(amps)}, passes ${thing(sensor)} at
    ${mm(atLeastMm)} and may turn the heading by ${num(degrees!, 1)}°. Keep it ${mm(wantedMm)}
    away${paired ? '' : ', or lead its return beside it'}.`
    : say`Keep
    the wire of ${name}, ${amperes(amps)}, ${mm(wantedMm)} away from
    ${thing(sensor)}${paired ? '' : ', or lead its return beside it'}:
    how near it comes is not known until both are placed in ${screen('wiring', 'airframe')}.`
export const pairReturn = say`Lead its return by wire to the ground block.`

// field/standing.ts

export const standsFacing = ({ unit, facing, orWords }: { unit: Named; facing: string; orWords: string }) =>
  say`The connectors of ${thing(unit)} point ${facing}; its maker allows ${orWords}.`
export const standsInvertedAllowed = (
  unit: Named
) => say`${thing(unit)} stands on its head, which its maker allows: it has to be
    told so when it is set up.`
export const standsInverted = (unit: Named) => say`${thing(unit)} stands on its head; its maker allows it upright only.`
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
}) => say`${thing(unit)} stands ${num(Math.abs(degrees), 1)}° ${off}; ${num(levelDeg, 1)}°
    are allowed.${shim && shim.mm > 0 ? say` Shim ${shim.under} by ${mm(shim.mm)}.` : ' Set it square.'}`
export const standsUnmeasured = ({
  unit,
  levelDeg,
  orWords
}: {
  unit: Named
  levelDeg: number
  orWords: string
}) => say`${thing(unit)} has to stand level and square within ${num(levelDeg, 1)}°,
    its connectors pointing ${orWords}. Measure it with the aeroplane level, and enter it in
    ${screen('wiring', 'radio')}.`
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
}) => say`${thing(unit)} does not pass the opening of ${unit.place.name}: end on it
    is ${mm(a!)} by ${mm(b!)}, the hole ${mm(widthMm)} by ${mm(heightMm)}.`
export const openingUnknown = (
  unmeasured: DesignUnit[]
) => say`Measure the inspection opening that ${enumerate(unmeasured.map(thing))}
    ${unmeasured.length > 1 ? 'go' : 'goes'} in by, and enter it in ${screen('wiring', 'airframe')}.`

// harness/bill.ts

export const jointContacts = ({ says, meets }: { says: Phrase; meets: readonly unknown[] }) =>
  say`${says}, ${meets.length} contacts`
export const firewallFitting = (diameterMm: number) =>
  say`firewall, sealed and fire-resistant, for a bundle of ${mm(diameterMm)}`
export const diodeToBuy = (amps: number) =>
  amps > 0
    ? say`diode, for ${figure(amps, 'A')} and more, on a heat sink where
    its maker asks for one`
    : 'diode'

// harness/check.ts

export const unitsListed = (units: ReadonlySet<DesignUnit>) =>
  units.size > 4 ? say`${num(units.size)} units` : enumerate([...units].map(thing))
export const pinsUnknown = (
  listed: Phrase
) => say`No pin table is entered for ${listed}: the wire list says which port, not
    which pin. Paste the maker’s table in ${screen('wiring', 'connectors')}.`
export const pinsMadeUp = (
  listed: Phrase
) => say`Pins of ${listed} are placeholders for the plan, not the maker’s. Paste
    the maker’s table in ${screen('wiring', 'connectors')}, before a wire is cut.`
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
}) => say`The pin table of ${thing(unit)} has no pin for ${line} of the wire ${from}
    to ${to}: it has nowhere to land. Correct the table in ${screen('wiring', 'connectors')}.`
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
}) => say`AWG ${awg} does not go into ${where} of ${thing(unit)}: contacts of size
    ${size} take AWG ${thinnest} to ${thickest}. End it in a splice to a wire that fits, or enter the contact’s
    true size.`
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
}) => say`${where} of ${thing(unit)} would carry ${amperes(amps)} each; a contact
    of size ${size} is good for about ${num(takesAmps)} A.`

// harness/grounds.ts

export const groundLoop = (
  astray: readonly Sayable[]
) => say`${enumerate(astray)} ${astray.length > 1 ? 'ground' : 'grounds'} to the
    structure while the rest of the audio grounds at the block: what flows between the two is heard.`
export const groundLoopRemedy = say`Lead every audio ground to the block.`

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
    ? say`2 diodes, one in each feed, cathodes joined to ${pins ? say`${pins} of ` : ''}${thing(unit)},
    ${volts}`
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
}) => say`${line} spread over ${pins} of ${thing({ id: unit, label: label })}`
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
  say`${num(meets.length)} grounds, ${num(shields)} drains of shields`
export const plug = ({ from, to, coax }: { from: string; to: string; coax: number }) =>
  say`${from} to ${to}${coax ? say`, and ${num(coax)} coax of their own` : ''}`
export const terminator = ({ unit, id }: { unit: Named; id: string }) =>
  say`120 Ω across the pair at ${thing(unit)} ${id}`

// harness/ways.ts

export const mindFirewall = say`a fire-resistant, sealed fitting`
export const mindControls = say`${mm(inches(3))} or more from the control cables, and clamps`
export const mindFuel = say`${mm(inches(6))} or more from fuel and oil lines where it can be, and above
    them`
export const mindMoving = say`a loop that twists and does not bend, clamped on both sides`
export const mindWet = say`drip loops and sealed ends`
export const fromTo = ({ from, to }: { from: string; to: string }) => say`${from} to ${to}`
export const way = ({ there, trait, text }: { there: readonly Sayable[]; trait: string; text: Phrase }) =>
  say`Wires on the way ${enumerate(there, '; ')} (${trait}) want ${text}.`
export const wingRoot = (roots: readonly Sayable[]) =>
  say`Nothing parts the wires where a wing comes off: ${enumerate(roots, '; ')}.`
export const wingRootRemedy = say`Put a plug there.`
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
}) => say`${hears} lies beside the supply of ${enumerate([...loads, ...cables])}
    on the way ${enumerate(shared, '; ')}. Lead them apart, or cross them squarely.`
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
}) => say`The CAN bus from ${thing(unit)} to ${thing(nodesUnit)} is ${wireRun(busMm)}
    long; at 1 Mbit/s ${wireRun(canMm)} work.`
export const canStub = ({
  unit,
  stubMm,
  mostMm
}: {
  unit: Named
  stubMm: number
  mostMm: number
}) => say`${thing(unit)} hangs on the CAN bus by a stub of ${mm(stubMm)}; at 1 Mbit/s
    ${mm(mostMm)} work. Lead the bus in and out of the box, or bring it nearer.`
export const canStubRemedy = (unit: Named) => say`Lead the bus in and out of ${thing(unit)}.`
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
}) => say`The RS-232 line from ${from} to ${to} is ${wireRun(installedMm)} long; ${wireRun(rs232Mm)}
    are the rule.`

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
}) => say`No route leads from ${unit.place.name} to ${toUnit.place.name}${
  via.length
    ? say` by the places it was
    sent by`
    : ''
},
    so the link from ${thing(unit)} to ${thing(toUnit)} cannot be measured. Add a leg to the route table in
    ${screen('wiring', 'airframe')}.`
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
}) => say`${enumerate(sources)} would give ${what}; it takes that by ${ports.join(', ') || 'nothing'}:
    an adapter between them is wanted.`
export const noPortFree = ({
  sources,
  what,
  holders
}: {
  sources: readonly Sayable[]
  what: string
  holders: readonly Sayable[]
}) => say`${enumerate(sources)} would give ${what}, but no port is free: ${enumerate(holders)}.`
export const linkedTo = ({ from, port, to, toPort }: { from: Named; port: string; to: Named; toPort: string }) =>
  say`${thing(from)} ${port} is linked to ${thing(to)} ${toPort}`

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
}) => say`Link ${label} to it over ${kind} (${port} to ${toPort}).`
export const needNotMet = ({
  dark,
  unit,
  name,
  scope,
  all,
  does,
  required,
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
  required: boolean
  wantWords: string
  text: string
  why: Phrase | undefined
}) =>
  dark.length
    ? say`${thing(unit)} gets no ${name}${scope}: ${enumerate(dark.map(thing))}
    ${dark.length > 1 ? 'give' : 'gives'} none as it stands.`
    : say`${thing(unit)} ${all ? does : required ? 'works in part only' : 'is limited'}
    without ${wantWords}${scope}${text ? `: ${text}${why ? '.' : ''}` : '.'}${why ? say` ${why}` : ''}`
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
}) => say`${label} and ${toLabel} cannot talk over this link: ${id} is ${kind} ${flow}
    (${signals.join(', ')}), ${bId} is ${bKind} ${bFlow} (${bSignals.join(', ')}).`
export const mismatchRemedy = say`Delete the link.`
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
}) => say`${links.length} units talk to ${id} of ${label}: ${names}. An ${kind}
    input hears one.`
export const talkersRemedy = (label: string) => say`Delete the link from ${label}.`
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
    ? say`${num(users)} coaxes are on ${id} of ${thing(unit)}; it
    takes one. Two radios share an aerial by a splitter.`
    : say`${num(users)} units hear ${id} of ${thing(unit)};
    an ${kind} talker feeds ${num(most)}.`

// links/lamps.ts

export const darkLamps = ({
  dark,
  lamps,
  unit
}: {
  dark: readonly string[]
  lamps: readonly unknown[]
  unit: Named
}) => say`${num(dark.length)} of ${num(lamps.length)} lamps of ${thing(unit)} have
    no source: ${enumerate(dark)}. Link each to what it warns of.`
export const lightByAerial = ({
  light,
  aerials
}: {
  light: DesignUnit
  aerials: DesignUnit[]
}) => say`The supply of ${thing(light)} chops, and ${enumerate(aerials.map(thing))}
    stands at ${light.place.name} too: it may be heard on the com. Choose one that is proven quiet, or another
    place; listen on every channel with it on and off.`
export const socketFar = (
  unit: DesignUnit
) => say`${thing(unit)} is at ${unit.place.name}, where no hand gets at it from a
    seat. Put it on the panel or in the cabin.`

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
  say`The ${line} line is opened for ${enumerate(opened)}: ${text}.${
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
}) => say`${name} and ${other} stand ${mm(atLeastMm, wantedMm)} apart; ${mm(wantedMm, atLeastMm)}
    or more are wanted.`
export const antennasWhere = (
  unknown: readonly Sayable[]
) => say`It is not known how far apart ${enumerate(unknown, '; ')} stand. Enter
    where they are in ${screen('wiring', 'radio')}.`
export const groundPlane = (
  bare: readonly Sayable[]
) => say`The skin is not metal: ${enumerate(bare, '; ')} of foil or mesh round
    its foot.`

// radio/coax.ts

export const doubleShieldRemedy = say`Lay double-shielded coax.`
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
}) => say`The ${coax} coax of ${thing(radio)} to its ${aerial} loses ${num(lossDb, 1)}
    dB at ${num(mhz)} MHz; ${num(mostDb, 1)} dB are allowed${entered ? '' : ' as a rule'}. A shorter way or
    better coax.`
export const coaxShield = ({
  radio,
  aerial,
  mhz
}: {
  radio: Named
  aerial: string
  mhz: number
}) => say`${thing(radio)} hangs on its ${aerial} by single-shielded coax; at ${num(mhz)}
    MHz and near the transmitters a double shield is wanted.`
export const coaxOld = (
  old: readonly Sayable[]
) => say`The old coax of ${enumerate(old)} stays, and nobody has said of what kind
    it is: taken as double-shielded. Look, and say so in ${screen('wiring', 'radio')}.`
export const coaxFormula = (
  connectorDb: number
) => say`L · a(f) + n · ${figure(connectorDb, 'dB')};  a(f) = k1·√f + k2·f through
    the neighbouring values of the table`
