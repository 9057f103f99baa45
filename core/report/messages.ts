/** The words of report: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { Diodes } from '../power'
import { say, thing, mm, enumerate, price, onDay, num, altitude, type Named, type Phrase } from '../quantity'

// effects/backups.ts

export const feedFromMain = (unit: Named) => say`Feed ${thing(unit)} from the main bus.`
export const add = (names: string) => say`Add ${names}.`
export const addOnMain = (names: string) => say`Add ${names}, fed from the main bus.`

// effects/room.ts

export const fits = (name: string) => say`${name} fits.`
export const misses = ({
  by,
  inTheWay,
  bare
}: {
  by: Phrase | undefined
  inTheWay: string[]
  bare: boolean | undefined
}) =>
  say`${by ?? 'No room for it'}${inTheWay.length ? `: ${inTheWay.slice(0, 3).join(', ')}` : ''}${
    bare === false ? '. It does not fit the empty sheet either' : ''
  }.`
export const fitsWithoutUnit = (name: string) => say`Fits if ${name} is removed from the panel.`
export const fitsIfMoved = ({ name, awayMm }: { name: string; awayMm: number }) =>
  say`Fits if ${name} moves ${mm(awayMm)}.`
export const fitsWithFewestOff = ({
  xMm,
  yMm,
  off
}: {
  xMm: number
  yMm: number
  off: { id: string; name: string }[]
}) => say`Fits at ${mm(xMm)} across, ${mm(yMm)} up if
    ${off.length === 1 ? 'one unit is' : `${off.length} units are`} removed, the fewest found:
    ${off.map(unit => unit.name).join(', ')}.`

// examine/revision.ts

export const changedPart = (name: string) => say`${name} changed`
export const newer = ({
  units,
  revision,
  name,
  revisionOf,
  changes
}: {
  units: DesignUnit[]
  revision: number | undefined
  name: string
  revisionOf: number
  changes: Phrase[]
}) => say`${enumerate(units.map(thing))} ${units.length > 1 ? 'use' : 'uses'} revision ${revision ?? 1} of ${name}.
    Revision ${revisionOf} has changes: ${changes.length ? enumerate(changes) : 'notes only'}.`
export const newerRemedy = (revision: number) => say`Use revision ${revision}.`
export const newerKeepRemedy = (revision: number | undefined) => say`Keep revision ${revision ?? 1}.`

// examine/wishes.ts

export const dislike = ({ words, units }: { words: string; units: DesignUnit[] }) =>
  say`The brief excludes “${words}”, but this option includes ${enumerate(units.map(thing))}.`
export const requiredFunction = ({ name, there }: { name: string; there: DesignUnit[] }) =>
  there.length
    ? say`The brief requires ${name}. ${enumerate(there.map(thing))}
        ${there.length === 1 ? 'is' : 'are'} installed, but ${name} does not work.`
    : say`The brief requires ${name}. No unit in this option provides it.`
export const wish = ({
  words,
  functionWord,
  kind
}: {
  words: string
  functionWord: string | undefined
  kind: string | undefined
}) => say`The brief asks for “${words}”, but in this option
    ${functionWord ? `no ${functionWord} works` : `there is no ${kind}`}.`

export const unwatched = (open: readonly string[]) =>
  say`These wishes name no unit or function. They are not checked: ${open.map(words => `“${words}”`).join(', ')}. Check them
    yourself.`

// options/options.ts

export const otherItem = ({ after, name }: { after: DesignUnit; name: string }) =>
  say`${thing(after)}: ${name}, now ${after.item.name}`
export const movedUnit = (after: Named) => say`${thing(after)} has moved`
export const screwForHole = (holeMm: number) => say`screw for a ${mm(holeMm)} hole`
export const exchangeRate = ({ perDollar, currency }: { perDollar: number; currency: string }) =>
  perDollar === 1 ? '' : say`At ${perDollar} ${currency} for a US dollar. `
export const budgetTotal = ({ rate, totalCents }: { rate: string | Phrase; totalCents: number }) =>
  say`${rate}Total ${price(totalCents)}.`

// options/put-off.ts

export const announcedChanges = ({
  words,
  approvals,
  gives,
  priceCents,
  itemPriceCents
}: {
  words: readonly { by: string; says: string }[]
  approvals: string[]
  gives: string[]
  priceCents: number
  itemPriceCents: number
}) =>
  say`${enumerate(
    words.map(word => say`${word.says} (${onDay(word.by)})`),
    '; '
  )}${approvals.length ? `; approved for ${approvals.join(', ')}` : ''}${gives.length ? `; provides ${gives.join(', ')}` : ''}${
    priceCents === itemPriceCents
      ? ''
      : say`;
    ${price(priceCents)} instead of ${price(itemPriceCents)}`
  }`

// papers/analysis.ts

export const assumedMargin = ({
  breakerMargin,
  conductorCelsius
}: {
  breakerMargin: number
  conductorCelsius: number
}) => say`Circuit protection is rated ${breakerMargin * 100} % of the continuous load. The ground return is as long
    as the supply wire. Voltage drop is calculated at ${conductorCelsius} °C conductor temperature.`
export const assumedBundles = ({
  bundleWires,
  loadedShare,
  wireC,
  ambientC,
  altitudeFt
}: {
  bundleWires: number | undefined
  loadedShare: number | undefined
  wireC: 200 | 150 | 105
  ambientC: number
  altitudeFt: number
}) => say`${bundleWires === undefined ? 'Bundles are counted from shared routes' : `Bundles have ${bundleWires} wires`},
    loaded to ${loadedShare === undefined ? 'the total of their wires' : num(loadedShare * 100, 0, '%')}. Wire rated
    ${wireC} °C, ambient ${ambientC} °C or the temperature of the location, up to ${altitude(altitudeFt)}. Feeders
    are routed alone.`
export const assumedBatteries = ({
  usableFraction,
  batteryC,
  pilotDelayMinutes
}: {
  usableFraction: number
  batteryC: number
  pilotDelayMinutes: number
}) => say`Usable battery capacity is ${num(usableFraction * 100, 0, '%')} (age, state of charge), at ${batteryC} °C.
    The pilot sets the switches and sheds loads ${pilotDelayMinutes} minutes after the failure.`
export const assumedDiodes = (diodes: Diodes[]) =>
  say`${
    diodes.length
      ? say`${enumerate(
          diodes.map(
            ({ name, dropV, assumed }) => say`Voltage drop of the diode ${name} is ${dropV}
    V${assumed ? ' (assumed)' : ''}`
          ),
          '; '
        )}. `
      : ''
  }A unit loses power when its bus falls below its minimum voltage, wire drop included.`

// papers/harness.ts

export const bundlesNote = (
  clampsMm: number
) => say`For each leg of the routes. Minimum bend radius is ten times the thickest wire, six times for coax. Maximum
    clamp spacing is ${mm(clampsMm)} (AC 43.13-1B chapter 11).`
