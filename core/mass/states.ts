import type { Airframe } from '../document'

/** Most that rounding may put a corner off, in mm and kg. */
export const CLOSE = 1e-6

/** One line of a loading: a station with what is on it. */
export interface LoadedStation {
  station: string
  name: string
  kind: Airframe['stations'][number]['kind']
  massKg: number
  armMm: number
}
/** Mass and arm in one state of a loading, with the limits at that mass; absent where the envelope does not reach it. */
export interface LoadedState {
  massKg: number
  armMm: number
  limitsMm?: readonly [number, number]
  inside: boolean
}
