/** The words of mass: each message is a function of its facts. */
import type { BurnOrder } from './burn'
import { say, mm, kg, type Phrase, screen } from '../quantity'

// index.ts

export const atArm = (armMm: number) => say`arm ${mm(armMm)}`
export const emptyAfterWork = (emptyArmMm: number) => say`after the work, arm ${mm(emptyArmMm)}`
export const loadArm = (armMm: number) => say`arm ${mm(armMm)}`
export const outsideOnTheWay = ({ fuelLeftKg, order }: { fuelLeftKg: number; order: BurnOrder }) =>
  say`arm with ${kg(fuelLeftKg)} of fuel left, ${order}: out of limits`

// loading.ts

export const withFuelLeft = ({
  fuelLeftKg,
  burn,
  order
}: {
  fuelLeftKg: number
  burn: readonly unknown[]
  order: BurnOrder
}) => say`with ${kg(fuelLeftKg)} of fuel left${burn.length > 1 ? `, ${order}` : ''}`
export const over = ({ name, massKg, maxMassKg }: { name: string; massKg: number; maxMassKg: number }) =>
  say`Takeoff weight of loading “${name}” is ${kg(massKg)}. Maximum is ${kg(maxMassKg)}.`
export const outside = ({
  limitsMm,
  name,
  when,
  massKg,
  armMm,
  fore
}: {
  limitsMm: readonly [number, number] | undefined
  name: string
  when: string | Phrase
  massKg: number
  armMm: number
  fore: boolean
}) =>
  limitsMm === undefined
    ? say`Weight of loading “${name}”, ${when}, is ${kg(massKg)}. The envelope has no limits at this weight.`
    : say`Center of gravity of loading “${name}”, ${when}, is ${mm(armMm)},
    ${mm(Math.abs(armMm - limitsMm[fore ? 0 : 1]))} ${fore ? 'forward of the forward' : 'aft of the aft'} limit.
    Limit is ${mm(limitsMm[fore ? 0 : 1])} at ${kg(massKg)}.`
export const station = ({
  name,
  heldName,
  massKg,
  most
}: {
  name: string
  heldName: string
  massKg: number
  most: number
}) => say`Loading “${name}” has ${kg(massKg)} at ${heldName}. Maximum is ${kg(most)}.`
export const noLoading = say`No loading is entered. Center of gravity limits are not checked. Enter seats, tanks,
    baggage and their loadings in ${screen('budget', 'balance')}.`
export const arm = ({
  name,
  armMm,
  low,
  beyondMm,
  high
}: {
  name: string
  armMm: number
  low: number
  beyondMm: number
  high: number
}) => say`The arm of ${name}, ${mm(armMm)}, is outside the aircraft, whose locations are from ${mm(low + beyondMm)}
    to ${mm(high - beyondMm)}. Check the datum and the entry.`
