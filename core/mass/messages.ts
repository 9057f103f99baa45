/** The words of mass: each message is a function of its facts. */
import type { BurnOrder } from './burn'
import { say, mm, kg, type Phrase, screen } from '../quantity'

// index.ts

export const atArm = (armMm: number) => say`arm ${mm(armMm)}`
export const emptyAfterWork = (emptyArmMm: number) => say`after the work, arm ${mm(emptyArmMm)}`
export const loadArm = (armMm: number) => say`arm ${mm(armMm)}`
export const outsideOnTheWay = ({ fuelLeftKg, order }: { fuelLeftKg: number; order: BurnOrder }) =>
  say`arm with ${kg(fuelLeftKg)} of fuel left, ${order}: outside`

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
export const over = ({
  name,
  massKg,
  maxMassKg
}: {
  name: string
  massKg: number
  maxMassKg: number
}) => say`Loaded as “${name}” the aeroplane weighs ${kg(massKg)}; ${kg(maxMassKg)}
    is the maximum take-off weight.`
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
    ? say`Loaded as “${name}”, ${when}, the aeroplane weighs
    ${kg(massKg)}; the envelope has no limits there.`
    : say`Loaded as “${name}”, ${when}, the centre of gravity
    is at ${mm(armMm)}, ${mm(Math.abs(armMm - limitsMm[fore ? 0 : 1]))}
    ${fore ? 'ahead of the forward' : 'behind the aft'}
    limit of ${mm(limitsMm[fore ? 0 : 1])} at ${kg(massKg)}.`
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
}) => say`Loaded as “${name}”, ${heldName} holds ${kg(massKg)}; ${kg(most)} is its
    limit.`
export const noLoading = say`No loading is entered, so the limits of the centre of gravity are not checked.
    Enter seats, tanks and baggage, and how they are loaded, in ${screen('budget', 'balance')}.`
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
}) => say`The arm of ${name}, ${mm(armMm)}, lies outside the aeroplane, whose places
    reach from ${mm(low + beyondMm)} to ${mm(high - beyondMm)}. It is measured from another datum, or mistyped.`
