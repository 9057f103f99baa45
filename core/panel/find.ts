import type { Item } from '../catalogue'
import { bounds, halfSize } from './geometry'
import { misfitsBetween, misfitsWithGround, stands, type Misfit } from './check'
import { setDown, type Ground, type Placed } from './place'

export interface Fit {
  /** A place where the item stands with nothing in its way. */
  at?: { xMm: number, yMm: number }
  /**
   * When there is none: the least bad place tried and what is in its way there; only units that can be moved,
   * wherever the bare sheet would take the item at all.
   */
  nearest?: { xMm: number, yMm: number, misfits: Misfit[] }
  /** When there is none: whether the bare sheet would take it, with the units in the way moved. */
  bare?: boolean
}

/** How far a misfit is from being cured, in mm. */
const missesBy = (misfit: Misfit): number => misfit.code === 'depth' || misfit.code === 'bulkhead'
  ? misfit.measuredMm - misfit.limitMm : misfit.limitMm - misfit.measuredMm

/** The nearest miss is looked for on a grid so many times coarser: its number is for the eye. */
const COARSER = 4

/**
 * Looks for a place for an item by trying points of a grid over the panel, from the top left.
 * @param stepMm spacing of the grid; a place narrower than this can be missed, and the screen says so
 */
export function findPlace(item: Item, others: readonly Placed[], ground: Ground, stepMm = 6.35): Fit {
  const unit = { id: '\u0000trial', label: item.name, item }
  const trial = setDown(unit, 0, 0)
  if (!trial) return {}
  for (const [x, y] of grid(trial, ground, stepMm)) if (stands(unit, x, y, others, ground)) return { at: { xMm: x, yMm: y } }
  const least = (stepMm: number, misfitsAt: (here: Placed) => Misfit[] | undefined): Fit['nearest'] => {
    let nearest: Fit['nearest']
    let worst = Infinity
    for (const [xMm, yMm] of grid(trial, ground, stepMm)) {
      const misfits = misfitsAt(setDown(unit, xMm, yMm)!)
      const sum = misfits?.reduce((total, misfit) => total + missesBy(misfit), 0) ?? Infinity
      if (sum < worst) { worst = sum; nearest = { xMm, yMm, misfits: misfits! } }
    }
    return nearest
  }
  // Where the sheet itself would have it: what is in the way there can be moved.
  const amongUnits = (here: Placed) => misfitsWithGround(here, ground).length ? undefined : others.flatMap(other => misfitsBetween(here, other, ground.panel.leastWebMm))
  const nearest = least(stepMm * COARSER, amongUnits) ?? least(stepMm, amongUnits) ?? least(stepMm * COARSER, here => misfitsWithGround(here, ground))
  return { nearest, bare: !nearest?.misfits.some(misfit => others.every(other => other.id !== misfit.other)) }
}

/** Points where the item's hole would lie within the box around the panel: rows from the top, each from the left. */
function* grid(trial: Placed, ground: Ground, stepMm: number): Generator<readonly [number, number]> {
  const [halfX, halfY] = halfSize(trial.cutout ?? trial.bezel)
  const box = bounds(ground.panel.outline)
  const left = Math.min(box.minX + halfX, (box.minX + box.maxX) / 2)
  const top = Math.max(box.maxY - halfY, (box.minY + box.maxY) / 2)
  for (let y = top; y >= Math.min(box.minY + halfY, top); y -= stepMm)
    for (let x = left; x <= Math.max(box.maxX - halfX, left); x += stepMm) yield [x, y]
}
