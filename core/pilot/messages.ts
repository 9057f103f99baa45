/** The words of pilot: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import type { BetterOrder } from './flow'
import type { Hand } from './sight'
import { say, mm, thing, num, enumerate, type Named, type Sayable } from '../quantity'

// flow.ts

export const notInOption = say`its target is not in this option`
export const handBusy = ({
  hand,
  busy,
  held,
  other
}: {
  hand: Hand
  busy: string
  held: string | undefined
  other: Hand
}) =>
  say`the ${hand} hand holds
    ${busy}${held === undefined ? `; the ${other} hand is free` : '; the other hand is occupied too'}`
export const noPosition = (name: string) => say`${name} has no position on the panel`
export const outOfReach = ({
  name,
  hand,
  reach,
  reachMm
}: {
  name: string
  hand: Hand
  reach: number
  reachMm: number
}) => say`${mm(reach - reachMm)} beyond the reach of ${name}’s ${hand} hand`
export const handCrosses = (hand: Hand) => say`the ${hand} hand crosses the body`

// index.ts

export const basicT = ({ label, wrong }: { label: string; wrong: string[] }) =>
  say`The flight instruments are not in a basic T around ${label}: ${wrong.join('; ')}.`
export const singleControl = ({ unit, head, setting }: { unit: Named; head: Named; setting: string }) =>
  say`The ${setting} of ${thing(unit)} can only be set from ${thing(head)}. If that fails, it cannot be set.`
export const closerRemedy = ({
  unit,
  name,
  sideDeg,
  upDeg
}: {
  unit: Named
  name: string
  sideDeg: number
  upDeg: number
}) => say`Move ${thing(unit)} to the nearest free position that fixes it: from ${name}’s eye
    ${num(Math.abs(sideDeg), 0, '°')} to the side, ${num(Math.abs(upDeg), 0, '°')} ${upDeg < 0 ? 'below' : 'above'}
    the line of sight.`
export const sight = ({
  unit,
  measured,
  below,
  upDeg,
  name,
  limit
}: {
  unit: Named
  measured: number
  below: boolean
  upDeg: number
  name: string
  limit: number
}) => say`${thing(unit)} is ${num(measured, 0, '°')}
    ${below ? 'below' : measured === upDeg ? 'above' : 'to the side of'}
    ${name}’s line of sight. Maximum for eye movement alone is ${num(limit, 0, '°')}.`
export const cone = ({ name, unit, outOfConeDeg }: { name: string; unit: Named; outOfConeDeg: number }) =>
  say`${name} views ${thing(unit)} from ${num(outOfConeDeg, 0, '°')} outside the viewing cone of its screen.`
export const reach = ({
  unit,
  reachMm,
  name,
  overReachMm
}: {
  unit: Named
  reachMm: number
  name: string
  overReachMm: number
}) => say`${thing(unit)} is ${mm(reachMm)} from ${name}’s nearer shoulder, ${mm(overReachMm)} beyond reach without
    leaning.`
export const scan = ({
  unit,
  display,
  name,
  deg,
  limit
}: {
  unit: Named & Pick<DesignUnit, 'at'>
  display: Named & Pick<DesignUnit, 'at'>
  name: string
  deg: number
  limit: number
}) => {
  const [dx, dy] = [unit.at!.xMm - display.at!.xMm, unit.at!.yMm - display.at!.yMm]
  const way = Math.abs(dx) >= Math.abs(dy) ? 'to the side of' : dy < 0 ? 'below' : 'above'
  return say`${thing(unit)} is ${num(deg, 0, '°')} ${way} ${thing(display)}, seen by ${name}. Maximum to compare the two
    at a glance is ${num(limit, 0, '°')}.`
}
export const warningLight = ({ unit, bestDeg, name }: { unit: Named; bestDeg: number; name: string }) =>
  say`The warning lights of ${thing(unit)} are outside the ${num(bestDeg, 0, '°')} around ${name}’s line of sight.`
export const order = ({
  name,
  backTracks,
  wereBackTracks,
  lengthMm,
  wasMm,
  outOfOrder,
  wereOutOfOrder
}: Omit<BetterOrder, 'row' | 'units'>) => {
  const travel = say`${backTracks} instead of ${wereBackTracks} reversals and ${mm(lengthMm)} instead of ${mm(wasMm)} of hand
    travel over its flows`
  return wereOutOfOrder > outOfOrder
    ? say`${name} is not in the order of the start: ${wereOutOfOrder} ${wereOutOfOrder === 1 ? 'pair is' : 'pairs are'}
        the other way round. In start order it needs ${travel}.`
    : say`Another order of ${name} needs ${travel}.`
}
export const orderRemedy = ({ name, units }: { name: string; units: readonly Sayable[] }) =>
  say`Order ${name}: ${enumerate(units)}.`
