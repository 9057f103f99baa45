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

export const noRoute = (unit: DesignUnit) =>
  say`No route leads from the panel to ${unit.place.name}, where ${thing(unit)} is installed. Its wire length is
    unknown. Add a leg in ${screen('wiring', 'airframe')}.`
export const noWire = ({ unit, wantedA, runMm }: { unit: Named; wantedA: number; runMm: number }) =>
  say`${thing(unit)} requires ${amperes(wantedA)}. No wire and circuit protection in the tables carry that over
    ${wireRun(runMm)}, out and back.`
export const thicker = (awg: number) => say`Use AWG ${awg} wire.`
export const sharedBuses = ({
  ofHead,
  protector,
  name
}: {
  ofHead: readonly Sayable[]
  protector: Protector
  name: string
}) =>
  say`${enumerate(ofHead)} share one ${protector} but are assigned to different buses. One ${protector} is fed from
    one bus. All are counted on the ${name}.`
export const sharedBusesRemedy = (protector: Protector) => say`Install a separate ${protector} for each.`
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
}) =>
  say`The ${figure(breakerA, 'A')} ${protector} of ${label} does not protect its AWG ${awg} wire. Maximum is
    ${protectedTo === undefined ? '—' : figure(protectedTo, 'A')}. A short circuit would burn the wire first.`
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
}) =>
  say`The AWG ${awg} wire of ${label} is outside the conditions of table 11-3 (${outside}). Its derated ampacity is
    ${amperes(amps)}. The ${figure(breakerA, 'A')} ${protector} does not protect it.`
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
}) =>
  say`${label} draws ${amperes(warmsA)}${intermittent ? ' averaged for wire heating' : ' continuously'}. The derated
    ampacity of its AWG ${awg} wire is ${amperes(amps)} (bundle, temperature, altitude).`
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
}) =>
  say`${enumerate(ofHead)} ${ofHead.length > 1 ? 'together draw' : 'draws'} ${amperes(allA)}. The ${protector} is
    ${figure(breakerA, 'A')} and will open.`
export const breakerAsProposed = (breakerA: number) => say`Use the proposed ${figure(breakerA, 'A')}.`
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
}) =>
  say`${enumerate(ofHead)} ${ofHead.length > 1 ? 'draw' : 'draws'} ${amperes(amps)} ${when}. The ${protector} is
    ${figure(breakerA, 'A')} and will open in use.`
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
}) =>
  say`Voltage drop to ${label} is ${num(dropV, 2, 'V')} over ${wireRun(liesMm)} at ${when} load. Maximum is
    ${figure(limitV, 'V')}.`
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
}) =>
  say`The ${ratedA === undefined ? '' : figure(ratedA, 'A')} switch of ${label} is limited to ${amperes(allowsA)} of
    ${load} load. The load is ${amperes(steadyA)}. The contacts can weld or burn.`
export const switchRemedy = (wantedA: number) => say`Use a switch of ${figure(wantedA, 'A')}.`
export const fuseSpares = ({ fused, asked }: { fused: readonly unknown[]; asked: boolean }) =>
  say`${fused.length} circuit${fused.length > 1 ? 's have fuses' : ' has a fuse'} and no spare fuses are carried. A
    full set, or three of each kind, within the pilot’s reach ${asked ? 'is required at night' : 'is common practice'}.`
export const fuseSparesRemedy = say`Carry a set of spare fuses.`
export const oneBreaker = ({
  protector,
  shared,
  says
}: {
  protector: Protector
  shared: readonly unknown[]
  says: string[]
}) =>
  say`One ${protector} feeds ${shared.length} units. If it opens, ${says.join(', ')}
    ${says.length > 1 ? 'are' : 'is'} lost.`
export const oneBreakerRemedy = say`Install a separate breaker for each.`
export const essentialFeedDead = ({ unit, bus }: { unit: Named; bus: Named }) =>
  say`${thing(unit)} must stay on after an alternator failure, but the ${thing(bus)} has no power with the switches
    set for it.`
export const essentialFeedSwitched = ({ unit, bus, essential }: { unit: Named; bus: Named; essential: Named }) =>
  say`${thing(unit)} is essential and is fed from the ${thing(bus)}, which one switch disconnects. The
    ${thing(essential)} stays powered longer.`
export const essentialFeedRemedy = (name: string) => say`Feed it from the ${name}.`
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
    loses power after ${num(minutes, 0, 'min')}. ${figure(neededMinutes, 'min')} are required. The load after
    shedding is ${amperes(shedA)}. Shed more, or add battery capacity.`
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
}) => say`After an alternator failure,
    ${first ? thing({ id: first.unit, label: first.label }) : 'the first unit that stays on'}
    loses power after ${num(minutes, 0, 'min')}. ${figure(wanted, 'min')} are required.${
      largest
        ? say` The largest load still on is ${thing({ id: largest.unit, label: largest.label })},
    ${amperes(largest.amps)}.`
        : ''
    }`
export const nothingKept = say`No unit is marked to stay on after an alternator failure. Time on battery is
    calculated with everything on. Mark what flight and landing require in ${screen('power', 'loss')}.`
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
}) =>
  say`The required ${figure(wanted, 'min')} end with ${figure(landingMinutes, 'min')} of approach and landing at
    ${amperes(shedA)}. The remaining capacity lasts ${num((leftAh / shedA) * 60, 0, 'min')}. Shed more, or land
    earlier.`
export const shedsPitotHeatRemedy = say`Keep it on.`
export const shedsPitotHeat = (unit: Named) =>
  say`${thing(unit)} is shed after an alternator failure, and flight in cloud is planned. Airspeed can be lost to
    ice. Keep it on, or leave cloud immediately.`
export const lithiumPlace = ({ kind, name, placeName }: { kind: string; name: string | Typed; placeName: string }) =>
  kind === 'engine bay'
    ? say`${name}, a lithium battery, is installed ahead of the firewall. Heat soak after shutdown can damage it or
    cause a fire. Follow its maker’s instructions.`
    : say`${name}, a lithium battery, is installed at ${placeName}, on the cabin side of the firewall. A failed cell
    vents hot gas. Install the box and vent its maker specifies.`

// circuits/circuit.ts

export const unprotected = ({ breakerA, protector }: { breakerA: number; protector: Protector }) =>
  say`a ${figure(breakerA, 'A')} ${protector} does not protect it`
export const outsideChart = ({ amps, breakerA, protector }: { amps: number; breakerA: number; protector: Protector }) =>
  say`outside the chart’s conditions its ampacity is ${num(amps, 1, 'A')}, less than its ${figure(breakerA, 'A')}
    ${protector}`
export const carriesTooLittle = (amps: number) => say`its derated ampacity is ${num(amps, 1, 'A')}`
export const dropsTooMuch = ({ drop, intermittent }: { drop: number; intermittent: boolean }) =>
  say`voltage drop is ${num(drop, 2, 'V')} at ${intermittent ? 'intermittent' : 'continuous'} load`
export const dropsTooMuchBriefly = (drop: number) => say`voltage drop is ${num(drop, 2, 'V')} at peak load`
export const thinnestOfChart = say`it is the thinnest wire in the chart`
export const thinnerFails = ({ awg, broken }: { awg: number; broken: Phrase }) => say`AWG ${awg}: ${broken}`

// circuits/explain.ts

export const atOtherVolts = ({ load, said, atV, busV }: { load: string; said: string; atV: number; busV: number }) =>
  load === 'constant current'
    ? said
    : say`${said} at ${figure(atV, 'V')}, here
    at ${figure(busV, 'V')}: ${load === 'resistive' ? 'rises with voltage' : 'falls with voltage'}`
export const breakerFormula = ({ breakerMargin, startBears }: { breakerMargin: number; startBears: number }) =>
  say`smallest size in the list ≥ max(${breakerMargin} · I continuous, I peak, I minimum voltage, I start /
    ${startBears})`
export const wireFormula = (copperZeroC: number) =>
  say`thinnest wire with: circuit protection ≤ chart maximum, I ≤ derated ampacity, I · (r · L · (${copperZeroC} +
    T) / ${copperZeroC + 20} + R structure) ≤ limit`
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
}) => say`${bundleWires} wires, loaded to ${num(loadedShare * 100, 0, '%')} of their ampacity (${counted})`

// circuits/feeder-check.ts

export const feederRatedRemedy = (ratedA: number) => say`Use a ${figure(ratedA, 'A')} breaker.`
export const feederThicker = (awg: number) => say`Use AWG ${awg}.`
export const feederNone = ({
  name,
  bearsA,
  breakerSizesA
}: {
  name: string
  bearsA: number
  breakerSizesA: readonly number[]
}) =>
  say`${name} must carry ${amperes(bearsA)}. The largest breaker in the tables is
    ${figure(breakerSizesA.at(-1)!, 'A')}. Select a current limiter from its maker’s data and enter its trip current
    in ${screen('power', 'feeds')}.`
const overloadSays = (kind: string) =>
  kind === 'breaker'
    ? 'It will open and disconnect everything it feeds'
    : kind === 'contactor'
      ? 'Its contacts can weld or burn'
      : 'It will overheat'
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
    ? say`can carry ${amperes(forGoodA)} into a discharged battery`
    : say`carries
    ${amperes(steadyA)} (${when})`
}
    and is rated ${amperes(ratedA)}.
    ${overloadSays(kind)}.`
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
}) =>
  say`The ${figure(guardA, 'A')} breaker of ${name} does not protect its AWG ${awg} wire.
    ${
      most < chart
        ? say`Outside the conditions of table 11-3 its ampacity is ${amperes(most)}`
        : say`Maximum is
    ${figure(most, 'A')}`
    }. A short circuit would burn the wire first.`
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
}) =>
  say`${name} must carry ${amperes(asksA)}. The derated ampacity of its AWG ${awg} wire, alone, is ${amperes(amps)}
    (temperature, altitude).`
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
}) =>
  say`${name} is AWG ${awg} and carries the starter, 150 to 250 A while cranking. AWG ${crankingAwg} to
    ${batteryCableAwg} is common practice.`
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
}) =>
  say`The breaker of ${name} carries ${amperes(steadyA)} (${when}) and is rated ${figure(guard, 'A')}. It will open
    and disconnect everything it feeds.`
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
}) =>
  say`Voltage drop from the source to the ${name}, through ${tieName}, is ${num(lost, 2, 'V')}. Maximum for main
    power wires is ${num(mostV, 2, 'V')}. Use a thicker or shorter cable, or better contacts.`
export const feederBare = ({ name, bare }: { name: string; bare: string | undefined }) =>
  say`${name} has no circuit protection. A short circuit would burn its wire. Install a breaker or fuse at its
    source${bare === 'battery' ? ', at the battery post' : ''}.`
export const feederBareRemedy = say`Change it to a breaker of the proposed size.`
export const feederGuardedRemedy = say`Add a breaker of the proposed size.`

// circuits/feeder-explain.ts

export const smallestSize = (breakerSizesA: readonly Sayable[]) =>
  say`smallest size in the list (${enumerate(breakerSizesA, '; ')} A)`
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
    ? 'required continuous rating = I continuous'
    : ratedA === undefined
      ? say`no size in the list (up to ${breakerSizesA.at(-1)!} A) is enough; required: max(${breakerMargin} · I
    continuous, I maximum)`
      : given !== undefined
        ? say`${size} ≥ alternator output, and ≥ maximum load`
        : say`${size} ≥ max(${breakerMargin} · I continuous, I maximum)`
export const wireAlone = ({ awg, ambientC, altitudeFt }: { awg: number; ambientC: number; altitudeFt: number }) =>
  say`AWG ${awg} alone, in ${figure(ambientC, '°C')} up to ${altitude(altitudeFt)}`

// circuits/feeder.ts

export const carriesStarter = say`it carries the starter`
export const jumperFails = ({ awg, jumperAwg }: { awg: number; jumperAwg: number }) =>
  say`AWG ${awg}: a short jumper without a separate breaker, minimum AWG ${jumperAwg} (common practice)`
export const feederUnprotected = ({ awg, guardA }: { awg: number; guardA: number }) =>
  say`AWG ${awg}: a ${figure(guardA, 'A')} breaker does not protect it`
export const feederOutsideChart = ({ awg, amps }: { awg: number; amps: number }) =>
  say`AWG ${awg}: outside the chart’s conditions its ampacity is ${num(amps, 1, 'A')}, less than its breaker`
export const feederCarriesTooLittle = ({ awg, amps }: { awg: number; amps: number }) =>
  say`AWG ${awg}: its ampacity is ${num(amps, 1, 'A')}`

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
}) =>
  say`usable by hand ${num(usableAh, 2, 'Ah')}, at battery temperature ${num(wholeAh, 2, 'Ah')}; drawn until the
    first unit loses power ${num(drawnAh, 2, 'Ah')}, lost to discharge rate ${num(rateAh, 2, 'Ah')}, left below its
    minimum voltage ${num(leftAh, 2, 'Ah')}; current follows voltage`
export const energyOfCells = ({
  loadsWh,
  lossWh,
  rateWh
}: {
  loadsWh: number
  lossWh: number
  rateWh: number
}) => say`from the cells: loads ${num(loadsWh, 1)}, wires, diodes and coils ${num(lossWh, 1)},
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
  say`${failure}; no alternator output, because its field has no power`
export const regulatorRunsAway = (volts: number) => say`Regulator fails high, ${figure(volts, 'V')}`

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
export const alternatorSupply = ({ limitA, ratedA }: { limitA: number; ratedA: number }) =>
  say`continuous limit ${amperes(limitA)}, rated ${amperes(ratedA)}; output in the network`
export const recharge = (minutes: number) => say`battery recharge for ${num(minutes, 0, 'min')} after a start`
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
}) => say`In ${phase} the units draw ${amperes(typicalA)}. ${
  typicalA > limitA || full.length === 0
    ? say`The continuous limit is ${amperes(limitA)}, 80 % of ${amperes(capacityA)} alternator output.`
    : say`${enumerate(
        full.map(
          machine =>
            say`${machine.name} would supply ${amperes(machine.givesA)}; its continuous limit is
    ${amperes(machine.limitA)}`
        )
      )}.`
}${
  gives ? say` Even at full alternator rating the battery supplies ${amperes(atRating)} and discharges in flight.` : ''
}
    Largest: ${largest}.`
export const idleUnknown = ({
  typicalA,
  phase,
  idleUnknown
}: {
  typicalA: number
  phase: string
  idleUnknown: readonly Sayable[]
}) =>
  say`The units draw ${amperes(typicalA)} in ${phase}. Idle output of ${enumerate(idleUnknown)} is not entered.
    Whether the battery charges or discharges is unknown. Enter it in ${screen('power', 'feeds')}, from the maker’s
    curve.`
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
    supply ${idleUnknown.length ? 'no more than ' : ''}${amperes(limitA)}, the battery the rest. Largest: ${largest}.`
export const batteryGives = ({ phase, atRating }: { phase: string; atRating: number }) =>
  say`In ${phase}, with all alternators running, a battery supplies ${amperes(atRating)}. It feeds a bus alone and
    discharges without warning. Check ${screen('power', 'feeds')}.`
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
}) =>
  say`In ${phase} the units can draw ${amperes(fiveMinutesA)} for five minutes. The alternators supply
    ${amperes(capacityA)}, the battery the rest, and bus voltage falls. The five-second peak is
    ${amperes(fiveSecondsA)}, within what the battery supplies.`
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
    ? say`With the switches set for normal flight ${enumerate(there)} reaches no bus. In ${phase} the batteries
    supply all ${amperes(typicalA)} and discharge without warning. Check ${screen('power', 'feeds')}.
    Largest: ${largest}.`
    : say`There is no alternator. In ${phase} the batteries supply all ${amperes(typicalA)} and limit the flight
    time. Largest: ${largest}.`
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
}) =>
  say`With ${name} lost in ${phase} the other alternators, at their continuous limit, leave ${amperes(battery)} to
    the batteries${
      Number.isFinite(minutes)
        ? say`. At full rating the first unit loses power after
    ${num(minutes, 0, 'min')}`
        : ''
    }. Plan what to shed. Largest: ${largest}.`
export const twoAnswers = ({ bus, from, to }: { bus: Named; from: number; to: number }) =>
  say`With the alternators lost the ${thing(bus)} is at ${num(from, 1, 'V')}. After a dip it can settle at
    ${num(to, 1, 'V')}, because constant-power loads draw more at lower voltage. It recovers only when some are
    switched off. Times on battery use the higher voltage.`
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
}) =>
  say`${thing(unit)} operates from ${figure(minV)} to ${figure(maxV, 'V')}. This aircraft has a
    ${figure(systemV, 'V')} system, regulated to ${figure(held, 'V')}.`
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
}) =>
  say`${thing(unit)} is rated ${figure(atV, 'V')} and is not regulated. At the regulated bus voltage of
    ${figure(held, 'V')} it produces ${num(ratio * ratio, 1)} times its rated heat.`

// supply/check.ts

export const noSource = ({ bus, on }: { bus: Named; on: readonly unknown[] }) =>
  say`No source feeds the
    ${thing(bus)}${on.length ? `, which feeds ${on.length} unit${on.length === 1 ? '' : 's'}` : ''}. Connect it to a
    battery, an alternator or another bus in ${screen('power', 'feeds')}.`
export const noSourceRemedy = (name: string) => say`Connect it to the ${name} with a wire.`
export const cellsLoose = ({ unit, capacityAh }: { unit: Named; capacityAh: number }) =>
  say`${thing(unit)} has ${figure(capacityAh, 'Ah')} internal capacity that feeds no bus.`
export const cellsLooseRemedy = say`Connect it through a diode to the bus that must stay powered longest.`
export const feedRingRemedy = (name: string) => say`Remove ${name}.`
export const feedRing = ({ ties, buses }: { ties: readonly Tie[]; buses: readonly Sayable[] }) =>
  say`The feeders ${enumerate(ties.map(tie => tie.name))} form a ring: ${enumerate(buses, ' to ')} and back. A fault
    on one of these buses affects all of them, and none can be isolated.`
