/** The words of report: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { Diodes } from '../power'
import { say, thing, mm, enumerate, price, onDay, num, altitude, type Named, type Phrase } from '../quantity'

// effects/backups.ts

export const feedFromMain = (unit: Named) => say`Hang ${thing(unit)} on the main bus.`
export const add = (names: string) => say`Add ${names}.`
export const addOnMain = (names: string) => say`Add ${names}, hung on the main bus.`

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
  say`${by ?? 'No place for it'}${inTheWay.length ? `: ${inTheWay.slice(0, 3).join(', ')}` : ''}${
    bare === false ? '. The bare sheet would not take it either' : ''
  }.`
export const fitsWithoutUnit = (name: string) => say`Fits if ${name} leaves the face: no other place takes it.`
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
}) => say`Fits at ${mm(xMm)} across, ${mm(yMm)} up when
    ${off.length === 1 ? 'one unit leaves' : `these ${off.length} leave`}
    the face, the fewest found: ${off.map(unit => unit.name).join(', ')}.`

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
}) => say`${enumerate(units.map(thing))} ${units.length > 1 ? 'stand' : 'stands'}
    on revision ${revision ?? 1} of ${name}; revision ${revisionOf} differs:
    ${changes.length ? enumerate(changes) : 'in its notes'}.`
export const newerRemedy = (revision: number) => say`Take revision ${revision}.`
export const newerKeepRemedy = (revision: number | undefined) => say`Keep revision ${revision ?? 1}.`

// examine/wishes.ts

export const dislike = ({
  words,
  units
}: {
  words: string
  units: DesignUnit[]
}) => say`The brief dislikes “${words}”: ${enumerate(units.map(thing))} ${units.length > 1 ? 'are' : 'is'}
    in this option.`
export const wish = ({
  words,
  functionWord,
  kind
}: {
  words: string
  functionWord: string | undefined
  kind: string | undefined
}) => say`The brief wishes “${words}”: ${functionWord ? `no ${functionWord} works` : `there is no ${kind}`}
    in this option.`

// options/options.ts

export const otherItem = ({ after, name }: { after: DesignUnit; name: string }) =>
  say`${thing(after)}: ${name}, now ${after.item.name}`
export const movedUnit = (after: Named) => say`${thing(after)} stands elsewhere`
export const screwForHole = (holeMm: number) => say`screw for a hole of ${mm(holeMm)}`
export const exchangeRate = ({ perDollar, currency }: { perDollar: number; currency: string }) =>
  perDollar === 1 ? '' : say`At ${perDollar} ${currency} for a US dollar. `
export const budgetTotal = ({ rate, totalCents }: { rate: string | Phrase; totalCents: number }) =>
  say`${rate}Together ${price(totalCents)}.`

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
  )}${approvals.length ? `; approved for ${approvals.join(', ')}` : ''}${gives.length ? `; gives ${gives.join(', ')}` : ''}${
    priceCents === itemPriceCents
      ? ''
      : say`;
    ${price(priceCents)} in place of ${price(itemPriceCents)}`
  }`

// papers/analysis.ts

export const assumedMargin = ({
  breakerMargin,
  conductorCelsius
}: {
  breakerMargin: number
  conductorCelsius: number
}) => say`A breaker or fuse carries ${breakerMargin * 100} % of the steady load. The
    way back to ground is as long as the way out. Conductors are at ${conductorCelsius} °C for the drop.`
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
}) => say`${bundleWires === undefined ? 'Bundles are counted on the routes that wires share' : `Wires lie ${bundleWires} together`},
    loaded to ${loadedShare === undefined ? 'what their wires carry in sum' : num(loadedShare * 100, 0, '%')};
    ${wireC} °C wire in ${ambientC} °C, or as hot as the place it passes, up to ${altitude(altitudeFt)}; feeders
    lie by themselves.`
export const assumedBatteries = ({
  usableFraction,
  batteryC,
  pilotDelayMinutes
}: {
  usableFraction: number
  batteryC: number
  pilotDelayMinutes: number
}) => say`Batteries have ${num(usableFraction * 100, 0, '%')} of their capacity left
    by age and charge, at ${batteryC} °C. The pilot sees the loss, sets the switches and sheds after
    ${pilotDelayMinutes}
    minutes.`
export const assumedDiodes = (diodes: Diodes[]) => say`${
  diodes.length
    ? say`${enumerate(
        diodes.map(
          ({ name, dropV, assumed }) => say`The diode of ${name} takes ${dropV} V${assumed ? ' (assumed)' : ''}`
        ),
        '; '
      )}. `
    : ''
}A
    unit is dark when its bus falls below its least volts; the drop in its own wire is counted there.`

// papers/harness.ts

export const bundlesNote = (
  clampsMm: number
) => say`On each leg of the routes: ten times the thickest wire is the least bend,
    six times for coax. Clamps every ${mm(clampsMm)} at most (AC 43.13-1B chapter 11).`
