/** The words of power: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { Tie } from '../document'
import type { Protector } from './circuits/circuit'
import type { Lost, EnduranceLoad } from './endurance/result'
import type { Diodes } from './supply/diodes'
import type { Chemistry } from './endurance/discharge'
import type { Machine } from './loads/phases'
import {
  say,
  thing,
  amperes,
  wireRun,
  enumerate,
  figure,
  num,
  altitude,
  type Named,
  type Sayable,
  type Typed,
  type Phrase,
  screen
} from '../quantity'

// circuits/check.ts

export const noRoute = (
  unit: DesignUnit
) => say`${thing(unit)} stands at ${unit.place.name}, and no route leads there from
    the panel, so its wire cannot be measured. Add a leg to the route table in ${screen('wiring', 'airframe')}.`
export const noWire = ({
  unit,
  wantedA,
  runMm
}: {
  unit: Named
  wantedA: number
  runMm: number
}) => say`${thing(unit)} wants ${amperes(wantedA)}; no breaker or fuse and wire of
    the tables carries that over ${wireRun(runMm)} out and back.`
export const thicker = (awg: number) => say`Use AWG ${awg} wire.`
export const sharedBuses = ({
  ofHead,
  protector,
  name
}: {
  ofHead: readonly Sayable[]
  protector: Protector
  name: string
}) => say`${enumerate(ofHead)} share one ${protector} and are to hang on different
    buses: one ${protector} is fed by one bus. All of them are on the ${name} as it stands.`
export const sharedBusesRemedy = (protector: Protector) => say`Give each a ${protector} of its own.`
export const protector = ({
  breakerA,
  protector,
  label,
  awg,
  protectedTo
}: {
  breakerA: number
  protector: Protector
  label: Typed
  awg: number
  protectedTo: number | undefined
}) => say`The ${figure(breakerA, 'A')} ${protector} of ${label} does not protect its
    AWG ${awg} wire, which wants ${protectedTo === undefined ? '—' : figure(protectedTo, 'A')} at most. A
    short would burn the wire first.`
export const protectorHot = ({
  awg,
  label,
  outside,
  amps,
  breakerA,
  protector
}: {
  awg: number
  label: Typed
  outside: string
  amps: number
  breakerA: number
  protector: Protector
}) => say`The AWG ${awg} wire of ${label} lies outside the conditions of table 11-3
    (${outside}) and carries ${amperes(amps)} there; its ${figure(breakerA, 'A')} ${protector} would let it
    burn.`
export const ampacity = ({
  label,
  warmsA,
  intermittent,
  awg,
  amps
}: {
  label: Typed
  warmsA: number
  intermittent: boolean
  awg: number
  amps: number
}) => say`${label} draws ${amperes(warmsA)}${intermittent ? ' on the average that warms a wire' : ' continuously'};
    its AWG ${awg} wire carries ${amperes(amps)} where it lies, by bundle, heat and height.`
export const breakerSmall = ({
  ofHead,
  allA,
  protector,
  breakerA
}: {
  ofHead: readonly Sayable[]
  allA: number
  protector: Protector
  breakerA: number
}) => say`${enumerate(ofHead)} ${ofHead.length > 1 ? 'together take' : 'takes'}
    ${amperes(allA)} and the ${protector} is ${figure(breakerA, 'A')}: it will open.`
export const breakerAsProposed = (breakerA: number) => say`Go back to the proposed ${figure(breakerA, 'A')}.`
export const breakerBrief = ({
  ofHead,
  amps,
  when,
  protector,
  breakerA
}: {
  ofHead: readonly Sayable[]
  amps: number
  when: string
  protector: Protector
  breakerA: number
}) => say`${enumerate(ofHead)} ${ofHead.length > 1 ? 'take' : 'takes'} ${amperes(amps)}
    ${when}, and the ${protector} is ${figure(breakerA, 'A')}: it opens when it is wanted.`
export const drop = ({
  label,
  dropV,
  liesMm,
  when,
  limitV
}: {
  label: Typed
  dropV: number
  liesMm: number
  when: string
  limitV: number
}) => say`The wire of ${label} drops ${num(dropV, 2, 'V')} over ${wireRun(liesMm)}
    at its ${when} load; ${figure(limitV, 'V')} is allowed.`
export const switchRating = ({
  ratedA,
  label,
  allowsA,
  load,
  steadyA
}: {
  ratedA: number | undefined
  label: Typed
  allowsA: number
  load: string
  steadyA: number
}) => say`The ${ratedA === undefined ? '' : figure(ratedA, 'A')} switch of ${label}
    may switch ${amperes(allowsA)} of ${load} load; ${amperes(steadyA)} is drawn. Its contacts would weld
    or burn.`
export const switchRemedy = (wantedA: number) => say`Use a switch of ${figure(wantedA, 'A')}.`
export const fuseSpares = ({
  fused,
  asked
}: {
  fused: readonly unknown[]
  asked: boolean
}) => say`${fused.length} circuit${fused.length > 1 ? 's have fuses' : ' has a fuse'}
    and no spares are carried: a set, or three of each kind, within the pilot’s
    reach${asked ? ', is asked for by night' : ' is sound practice'}.`
export const fuseSparesRemedy = say`A set of spare fuses is carried.`
export const oneBreaker = ({
  protector,
  shared,
  says
}: {
  protector: Protector
  shared: readonly unknown[]
  says: string[]
}) => say`One ${protector} carries ${shared.length} units; when it opens, ${says.join(', ')}
    ${says.length > 1 ? 'are' : 'is'} all gone at once.`
export const oneBreakerRemedy = say`Give each a breaker of its own.`
export const essentialFeedDead = ({ unit, bus }: { unit: Named; bus: Named }) =>
  say`${thing(unit)} is to stay on, but the ${thing(bus)} is dead once the
    switches stand as they do after the alternator’s loss.`
export const essentialFeedSwitched = ({ unit, bus, essential }: { unit: Named; bus: Named; essential: Named }) =>
  say`${thing(unit)} is essential and is on the
    ${thing(bus)}, which one switch takes away; the ${thing(essential)} outlives it.`
export const essentialFeedRemedy = (name: string) => say`Hang it on the ${name}.`
export const phaseEndurance = ({
  phase,
  first,
  minutes,
  neededMinutes,
  shedA
}: {
  phase: string
  first: Lost | undefined
  minutes: number
  neededMinutes: number
  shedA: number
}) => say`If the alternator fails in ${phase},
    ${first ? thing({ id: first.unit, label: first.label }) : 'the first unit that stays on'}
    loses power after ${num(minutes, 0, 'min')}. ${figure(neededMinutes, 'min')} are required. ${amperes(shedA)}
    are on after shedding: shed more, or add battery capacity.`
export const diodeDrop = ({
  assumed,
  dropV,
  minutes,
  mostDiodeV,
  withMostDiodeV,
  wanted
}: {
  assumed: Diodes[]
  dropV: number
  minutes: number
  mostDiodeV: number
  withMostDiodeV: number
  wanted: number
}) => say`The voltage drop of ${enumerate(assumed.map(diode => diode.name))} is not
    entered. With ${figure(dropV, 'V')} (assumed) the battery lasts ${num(minutes, 0, 'min')}, with
    ${figure(mostDiodeV, 'V')}
    (silicon bridge) ${num(withMostDiodeV, 0, 'min')}. ${figure(wanted, 'min')} are required. Enter the diode
    type in ${screen('power', 'feeds')}.`
export const endurance = ({
  first,
  minutes,
  wanted,
  largest
}: {
  first: Lost | undefined
  minutes: number
  wanted: number
  largest: EnduranceLoad | undefined
}) => say`With the alternator gone,
    ${first ? thing({ id: first.unit, label: first.label }) : 'the first unit that stays on'}
    loses power after ${num(minutes, 0, 'min')}; you want ${figure(wanted, 'min')}.${
      largest
        ? say` The largest load
    left on is ${thing({ id: largest.unit, label: largest.label })}, ${amperes(largest.amps)}.`
        : ''
    }`
export const nothingKept = say`No unit is marked to stay on when the alternator has quit, so the time on
    battery counts with everything on. Mark what flight and landing need in ${screen('power', 'loss')}.`
export const landingReserve = ({
  wanted,
  landingMinutes,
  shedA,
  leftAh
}: {
  wanted: number
  landingMinutes: number
  shedA: number
  leftAh: number
}) => say`The ${figure(wanted, 'min')} you want end with an approach and landing of
    ${figure(landingMinutes, 'min')}, which takes ${amperes(shedA)}; what is left by then carries it for
    ${num((leftAh / shedA) * 60, 0, 'min')}.
    Shed more, or land earlier.`
export const shedsPitotHeatRemedy = say`Keep it on.`
export const shedsPitotHeat = (
  unit: Named
) => say`${thing(unit)} is shed when the alternator has quit, and cloud is flown:
    airspeed may go with the ice. Keep it on, or plan to leave cloud at once.`
export const lithiumPlace = ({ kind, name, placeName }: { kind: string; name: string | Typed; placeName: string }) =>
  kind === 'engine bay'
    ? say`${name}, a lithium battery, stands ahead of the
    firewall: heat soak after shutdown can destroy it or worse. Ask its maker.`
    : say`${name}, a lithium battery,
    stands at ${placeName}, on the cabin side of the firewall: a cell that fails vents hot gas there. Follow
    its maker on box and vent.`

// circuits/circuit.ts

export const unprotected = ({ breakerA, protector }: { breakerA: number; protector: Protector }) =>
  say`a ${figure(breakerA, 'A')} ${protector} does not protect it`
export const outsideChart = ({
  amps,
  breakerA,
  protector
}: {
  amps: number
  breakerA: number
  protector: Protector
}) => say`outside the chart’s conditions it carries ${num(amps, 1, 'A')}, less than
    its ${figure(breakerA, 'A')} ${protector}`
export const carriesTooLittle = (amps: number) => say`where it lies it carries ${num(amps, 1, 'A')}`
export const dropsTooMuch = ({
  drop,
  intermittent
}: {
  drop: number
  intermittent: boolean
}) => say`it drops ${num(drop, 2, 'V')} at the ${intermittent ? 'intermittent' : 'steady'}
    load`
export const dropsTooMuchBriefly = (drop: number) => say`it drops ${num(drop, 2, 'V')} at the brief load`
export const thinnestOfChart = say`it is the thinnest of the chart`
export const thinnerFails = ({ awg, broken }: { awg: number; broken: Phrase }) => say`AWG ${awg}: ${broken}`

// circuits/explain.ts

export const atOtherVolts = ({ load, said, atV, busV }: { load: string; said: string; atV: number; busV: number }) =>
  load === 'constant current'
    ? said
    : say`${said} at ${figure(atV, 'V')}, here
    at ${figure(busV, 'V')}: ${load === 'resistive' ? 'more by the volts' : 'less by the volts'}`
export const breakerFormula = ({
  breakerMargin,
  startBears
}: {
  breakerMargin: number
  startBears: number
}) => say`smallest size of the list ≥ max(${breakerMargin} · I steady, I brief, I
    at least volts, I start / ${startBears})`
export const wireFormula = (
  copperZeroC: number
) => say`thinnest wire with: protector ≤ what protects it, I ≤ what it carries where
    it lies, I · (r · L · (${copperZeroC} + T) / ${copperZeroC + 20} + R structure) ≤ limit`
export const dropFormula = (copperZeroC: number) =>
  say`V = I · (r · L · (${copperZeroC} + T) / ${copperZeroC + 20} + R structure)`
export const wireInHeat = ({ awg, wireC, ambientC }: { awg: number; wireC: number; ambientC: number }) =>
  say`AWG ${awg}, ${figure(wireC, '°C')} wire in ${figure(ambientC, '°C')}`
export const bundleLoad = ({
  bundleWires,
  loadedShare,
  counted
}: {
  bundleWires: number
  loadedShare: number
  counted: string
}) => say`${bundleWires} wires, loaded to ${num(loadedShare * 100, 0, '%')} of what
    they carry (${counted})`

// circuits/feeder-check.ts

export const feederRatedRemedy = (ratedA: number) => say`Make it ${figure(ratedA, 'A')}.`
export const feederThicker = (awg: number) => say`Use AWG ${awg}.`
export const feederNone = ({
  name,
  bearsA,
  breakerSizesA
}: {
  name: string
  bearsA: number
  breakerSizesA: readonly number[]
}) => say`${name} must bear ${amperes(bearsA)}; the largest breaker of the tables
    is ${figure(breakerSizesA.at(-1)!, 'A')}. A current limiter or a thicker cable is chosen by its maker’s
    data: enter what it opens at in ${screen('power', 'feeds')}.`
export const feederRated = ({
  name,
  forGoodA,
  steadyA,
  when,
  ratedA,
  kind
}: {
  name: string
  forGoodA: number
  steadyA: number
  when: string
  ratedA: number
  kind: string
}) => say`${name} ${
  forGoodA > steadyA
    ? say`may carry ${amperes(forGoodA)} into a flat battery`
    : say`carries
    ${amperes(steadyA)} (${when})`
}
    and bears ${amperes(ratedA)}: it
    ${kind === 'breaker' ? 'opens and takes all behind it along' : kind === 'contactor' ? 'welds or burns its contacts' : 'overheats'}.`
export const feederProtector = ({
  guardA,
  name,
  awg,
  most,
  chart
}: {
  guardA: number
  name: string
  awg: 2 | 4 | 6 | 12 | 14 | 20 | 8 | 10 | 16 | 22 | 18
  most: number
  chart: number
}) => say`The ${figure(guardA, 'A')} breaker of ${name} does not protect its AWG ${awg}
    wire, ${
      most < chart
        ? say`which outside the conditions of table 11-3 carries ${amperes(most)}`
        : say`which
    wants ${figure(most, 'A')} at most`
    }.
    A short would burn the wire first.`
export const feederAmpacity = ({
  name,
  asksA,
  awg,
  amps
}: {
  name: string
  asksA: number
  awg: 2 | 4 | 6 | 12 | 14 | 20 | 8 | 10 | 16 | 22 | 18
  amps: number
}) => say`${name} must carry ${amperes(asksA)}; its AWG ${awg} wire carries ${amperes(amps)}
    by itself in that heat and height.`
export const feederStarter = ({
  name,
  awg,
  crankingAwg,
  batteryCableAwg
}: {
  name: string
  awg: 2 | 4 | 6 | 12 | 14 | 20 | 8 | 10 | 16 | 22 | 18
  crankingAwg: number
  batteryCableAwg: number
}) => say`${name} is of AWG ${awg} and carries the starter, 150 to 250 A while it
    cranks: AWG ${crankingAwg} to ${batteryCableAwg} is common practice.`
export const feederGuardRated = ({
  name,
  steadyA,
  when,
  guard
}: {
  name: string
  steadyA: number
  when: string
  guard: number
}) => say`The breaker of ${name} carries ${amperes(steadyA)} (${when}) and is ${figure(guard, 'A')}:
    it opens and takes all behind it along.`
export const feederDrop = ({
  name,
  tieName,
  lost,
  mostV
}: {
  name: string
  tieName: string
  lost: number
  mostV: number
}) => say`From its source to the ${name}, by ${tieName}, ${num(lost, 2, 'V')} are
    lost; ${num(mostV, 2, 'V')} is allowed in main power wires. A thicker or shorter cable, or better contacts,
    mends it.`
export const feederBare = ({
  name,
  bare
}: {
  name: string
  bare: string | undefined
}) => say`Nothing opens on a short of ${name}: its wire would burn, and what feeds
    it cannot be shut off in time. A breaker or fuse stands where its current comes
    from${bare === 'battery' ? ', at the battery’s post' : ''}.`
export const feederBareRemedy = say`Make it a breaker, of the size the tables propose.`
export const feederGuardedRemedy = say`Set a breaker in it, of the size the tables propose.`

// circuits/feeder-explain.ts

export const smallestSize = (breakerSizesA: readonly Sayable[]) =>
  say`smallest size of the list (${enumerate(breakerSizesA, '; ')} A)`
export const noSizeIsEnough = ({
  opens,
  ratedA,
  breakerSizesA,
  breakerMargin,
  given,
  size
}: {
  opens: boolean
  ratedA: number | undefined
  breakerSizesA: readonly number[]
  breakerMargin: number
  given: number | undefined
  size: Phrase
}) =>
  !opens
    ? 'what it must bear for good = I steady'
    : ratedA === undefined
      ? say`no
    size of the list (to ${breakerSizesA.at(-1)!} A) is enough; it must bear max(${breakerMargin} · I steady,
    I most)`
      : given !== undefined
        ? say`${size} ≥ what the alternator gives, and ≥ all at their most`
        : say`${size}
    ≥ max(${breakerMargin} · I steady, I most)`
export const wireAlone = ({ awg, ambientC, altitudeFt }: { awg: number; ambientC: number; altitudeFt: number }) =>
  say`AWG ${awg} by itself, in ${figure(ambientC, '°C')} up to ${altitude(altitudeFt)}`

// circuits/feeder.ts

export const carriesStarter = say`it carries the starter`
export const jumperFails = ({
  awg,
  jumperAwg
}: {
  awg: number
  jumperAwg: number
}) => say`AWG ${awg}: without a breaker of its own it is a short jumper, AWG ${jumperAwg}
    at least (common practice)`
export const feederUnprotected = ({ awg, guardA }: { awg: number; guardA: number }) =>
  say`AWG ${awg}: a ${figure(guardA, 'A')} breaker does not protect it`
export const feederOutsideChart = ({
  awg,
  amps
}: {
  awg: number
  amps: number
}) => say`AWG ${awg}: outside the chart’s conditions it carries ${num(amps, 1, 'A')},
    less than its breaker`
export const feederCarriesTooLittle = ({ awg, amps }: { awg: number; amps: number }) =>
  say`AWG ${awg}: it carries ${num(amps, 1, 'A')}`

// drawing/one-line.ts

export const guardNote = (guardA: number) => say`breaker ${guardA}`
export const batteryNote = ({ capacityAh, chemistry }: { capacityAh: number; chemistry: Chemistry }) =>
  say`${figure(capacityAh, 'Ah')} ${chemistry}`
export const alternatorNote = (ratedA: number, idleA?: number) =>
  say`${figure(ratedA, 'A')}${idleA ? say`, ${figure(idleA, 'A')} idle` : ''}`
export const circuitNote = ({ steadyA, awg }: { steadyA: number; awg: number }) => say`${amperes(steadyA)} · AWG ${awg}`
export const protectorNote = ({
  head,
  unit,
  breakerA,
  protector,
  label
}: {
  head: string
  unit: string
  breakerA: number
  protector: Protector
  label: string | undefined
}) =>
  head === unit
    ? say`${breakerA}${protector === 'fuse' ? ' F' : ''}`
    : say`with
    ${label ?? head}`
export const secondFeed = say`second feed`

// endurance/endurance.ts

export const ratedCapacity = ({
  capacityAh,
  ratedHours,
  chemistry
}: {
  capacityAh: number
  ratedHours: number
  chemistry: Chemistry
}) => say`of ${figure(capacityAh, 'Ah')} rated in ${figure(ratedHours, 'h')}, ${chemistry}`
export const usableShareFrom = say`airframe; common practice ${0.75} to ${0.8}`
export const whyByHandDiffers = ({
  usableAh,
  wholeAh,
  drawnAh,
  rateAh,
  leftAh
}: {
  usableAh: number
  wholeAh: number
  drawnAh: number
  rateAh: number
  leftAh: number
}) => say`of ${num(usableAh, 2, 'Ah')} by hand the cold leaves ${num(wholeAh, 2, 'Ah')};
    until the first unit loses power ${num(drawnAh, 2, 'Ah')} flow, the rate costs ${num(rateAh, 2, 'Ah')},
    and ${num(leftAh, 2, 'Ah')} stay below its least volts; amps follow the volts`
export const energyOfCells = ({
  loadsWh,
  lossWh,
  rateWh
}: {
  loadsWh: number
  lossWh: number
  rateWh: number
}) => say`cells gave: loads ${num(loadsWh, 1)}, wires, diodes and coils ${num(lossWh, 1)},
    rate ${num(rateWh, 1)}`

// endurance/scenes.ts

export const protectorOpens = ({
  breakerA,
  protector,
  label
}: {
  breakerA: number
  protector: Protector
  label: string
}) => say`${figure(breakerA, 'A')} ${protector} of ${label} opens`
export const withDeadField = (failure: Phrase | string) =>
  say`${failure}, and the alternator gives nothing:
    its field has no power`
export const regulatorRunsAway = (volts: number) => say`Regulator runs away to ${figure(volts, 'V')}`

// loads/check.ts

export const typicalLoad = ({
  phase,
  fiveMinutesA,
  fiveSecondsA
}: {
  phase: string
  fiveMinutesA: number
  fiveSecondsA: number
}) => say`typical in ${phase}; over 5 min ${amperes(fiveMinutesA)}, over 5 s ${amperes(fiveSecondsA)}`
export const alternatorSupply = ({
  limitA,
  ratedA
}: {
  limitA: number
  ratedA: number
}) => say`may give ${amperes(limitA)} for good, rated ${amperes(ratedA)}; by the network
    gives`
export const recharge = (minutes: number) =>
  say`what the battery takes back for ${num(minutes, 0, 'min')} after a start`
export const rechargeFrom = (entered: boolean) => (entered ? 'airframe' : say`our default, ${0.2} A for each Ah`)
export const overload = ({
  phase,
  typicalA,
  limitA,
  full,
  capacityA,
  gives,
  atRating,
  largest
}: {
  phase: string
  typicalA: number
  limitA: number
  full: Machine[]
  capacityA: number
  gives: boolean
  atRating: number
  largest: Phrase
}) => say`In ${phase} the units take ${amperes(typicalA)}; ${
  typicalA > limitA || full.length === 0
    ? say`80 % of
    the ${amperes(capacityA)} of alternator is
    ${amperes(limitA)}.`
    : say`${enumerate(
        full.map(
          machine => say`${machine.name} would give
    ${amperes(machine.givesA)} and may give ${amperes(machine.limitA)} for good`
        )
      )}.`
}${
  gives
    ? say` Even at its
    full rating the battery gives ${amperes(atRating)} and runs down in flight.`
    : ''
}
    The largest: ${largest}.`
export const idleUnknown = ({
  typicalA,
  phase,
  idleUnknown
}: {
  typicalA: number
  phase: string
  idleUnknown: readonly Sayable[]
}) => say`The units draw ${amperes(typicalA)} in ${phase}. What ${enumerate(idleUnknown)}
    gives at idle is not entered, so it is unknown whether the battery is charged or drained. Enter it in
    Distribution, from the maker’s curve.`
export const idle = ({
  typicalA,
  phase,
  idleUnknown,
  limitA,
  largest
}: {
  typicalA: number
  phase: string
  idleUnknown: readonly unknown[]
  limitA: number
  largest: Phrase
}) => say`The units draw ${amperes(typicalA)} in ${phase} at idle. The alternators
    supply ${idleUnknown.length ? 'at most ' : ''}${amperes(limitA)}, the battery the rest. Largest: ${largest}.`
export const batteryGives = ({
  phase,
  atRating
}: {
  phase: string
  atRating: number
}) => say`In ${phase}, with all alternators running, a battery gives ${amperes(atRating)}:
    a bus is fed by it alone, and it runs down unseen. See ${screen('power', 'feeds')}.`
export const fiveMinutes = ({
  phase,
  fiveMinutesA,
  capacityA,
  fiveSecondsA
}: {
  phase: string
  fiveMinutesA: number
  capacityA: number
  fiveSecondsA: number
}) => say`In ${phase} the units may take ${amperes(fiveMinutesA)} for five minutes
    at their most, and the alternators give ${amperes(capacityA)}: the battery gives the rest and the volts
    fall. Over five seconds it is ${amperes(fiveSecondsA)}, which the battery bears.`
export const uncharged = ({
  there,
  phase,
  typicalA,
  largest
}: {
  there: readonly string[]
  phase: string
  typicalA: number
  largest: Phrase
}) =>
  there.length
    ? say`With the switches as in normal flight ${enumerate(there)}
    reaches no bus: in ${phase} the batteries give all of ${amperes(typicalA)} and run down unseen. See
    ${screen('power', 'feeds')}.
    The largest: ${largest}.`
    : say`There is no alternator: in ${phase} the batteries give all of ${amperes(typicalA)},
    and a flight is as long as they last. The largest: ${largest}.`
export const oneLost = ({
  name,
  phase,
  battery,
  minutes,
  largest
}: {
  name: string
  phase: string
  battery: number
  minutes: number
  largest: Phrase
}) => say`With ${name} lost in ${phase} the others, held to what they may give for
    good, leave ${amperes(battery)} to the batteries${
      Number.isFinite(minutes)
        ? say`; at their full rating the
    first unit loses power after ${num(minutes, 0, 'min')}`
        : ''
    }.
    Plan what is shed then. The largest: ${largest}.`
export const twoAnswers = ({
  bus,
  from,
  to
}: {
  bus: Named
  from: number
  to: number
}) => say`With the alternators lost the ${thing(bus)} stands at ${num(from, 1, 'V')};
    after a dip it can hang at ${num(to, 1, 'V')} instead, since loads of constant power take more the fewer
    volts there are, and comes back only when some are switched off. Times on battery count with the upper
    answer.`
export const voltsOutside = ({
  unit,
  minV,
  maxV,
  systemV,
  held
}: {
  unit: Named
  minV: number
  maxV: number
  systemV: number
  held: number
}) => say`${thing(unit)} works from ${figure(minV)} to ${figure(maxV, 'V')}; the bus
    of this aeroplane is at ${figure(systemV, 'V')}, and the regulator holds it at ${figure(held, 'V')}.`
export const voltsOfResistance = ({
  unit,
  atV,
  held,
  ratio
}: {
  unit: Named
  atV: number
  held: number
  ratio: number
}) => say`${thing(unit)} is made for ${figure(atV, 'V')} and has no regulator of its
    own; the bus is held at ${figure(held, 'V')}, where it makes ${num(ratio * ratio, 1)} times its heat.`

// supply/check.ts

export const noSource = ({ bus, on }: { bus: Named; on: readonly unknown[] }) => say`No source leads to the
    ${thing(bus)}${on.length ? `, on which ${on.length} unit${on.length === 1 ? ' hangs' : 's hang'}` : ''}.
    Join it to a battery, an alternator or another bus in ${screen('power', 'feeds')}.`
export const noSourceRemedy = (name: string) => say`Join it to the ${name} by a wire.`
export const cellsLoose = ({
  unit,
  capacityAh
}: {
  unit: Named
  capacityAh: number
}) => say`${thing(unit)} has ${figure(capacityAh, 'Ah')} inside
    that feed no bus.`
export const cellsLooseRemedy = say`Tie it by a diode to the bus that must live longest.`
export const feedRingRemedy = (name: string) => say`Take ${name} out.`
export const feedRing = ({ ties, buses }: { ties: readonly Tie[]; buses: readonly Sayable[] }) =>
  say`The feeds ${enumerate(ties.map(tie => tie.name))} run in a ring, ${enumerate(buses, ' to ')}
    and back: a fault on one of these buses reaches all of them, and none can be shut off alone.`
