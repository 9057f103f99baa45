import { electricUnits } from './electric'
import type { PowerModel } from './model'
import { DIODE_V } from './tie'

/** A diode of the supply, or the two of a unit that two buses feed. */
export interface Diodes {
  id: string
  name: string
  /** How many: two where two buses feed a unit. */
  count: 1 | 2
  dropV: number
  /** Nobody entered its volts. */
  assumed: boolean
}

/** All diodes through which something is fed. */
export function diodesOf(model: PowerModel): Diodes[] {
  const { supply, design } = model
  return [
    ...supply.ties
      .filter(tie => tie.kind === 'diode')
      .map(({ id, name, dropV }) => ({
        id,
        name,
        count: 1 as const,
        dropV: dropV ?? DIODE_V,
        assumed: dropV === undefined
      })),
    ...electricUnits(design).flatMap((unit): Diodes[] => {
      if (!unit.item.power || model.feedOf(unit).alsoBus === undefined) return []
      const dropV = model.diodeV(unit)
      return [{ id: unit.id, name: unit.label, count: 2, dropV: dropV ?? DIODE_V, assumed: dropV === undefined }]
    })
  ]
}
