import { positionsOf, supplyOf } from '../power'
import type { Design } from '../design'
import { accountOf, type Positions } from './account'
import type { Goal, Part } from './rules-of'

/** So many settings are tried: beyond, one switch at a time. */
const MOST_SETTINGS = 400

export interface Setting {
  moved: { switch: string; to: string; name: string }[]
  positions: Positions
}

/** The switches of a design in other settings: each moved alone, or all together unless there are too many. */
function settingsBy(design: Design, single: boolean): Setting[] {
  const supply = supplyOf(design)
  const count = supply.switches.reduce((product, toggle) => product * toggle.positions.length, 1)
  const alone = single || count > MOST_SETTINGS
  let all: Setting['moved'][] = [[]]
  for (const toggle of supply.switches) {
    const others = toggle.positions
      .filter(to => to !== toggle.normal)
      .map(to => ({ switch: toggle.id, to, name: toggle.name }))
    all = [...all, ...(alone ? others.map(move => [move]) : all.flatMap(moves => others.map(move => [...moves, move])))]
  }
  const normal = positionsOf(supply, 'normal')
  return all
    .filter(moved => moved.length > 0)
    .map(moved => ({
      moved,
      positions: new Map([...normal, ...moved.map(move => [move.switch, move.to] as const)])
    }))
}

const single = new WeakMap<Design, Setting[]>()
/** Each switch moved alone, made once for a design. */
function oneMoved(design: Design): Setting[] {
  const known = single.get(design) ?? settingsBy(design, true)
  single.set(design, known)
  return known
}
/** The switches of a design in every other setting. */
export const settingsOf = (design: Design): Setting[] => settingsBy(design, false)

/** The one switch that brings a goal back after these losses; nothing where none does. */
export const rescueOf = (design: Design, dead: readonly Part[], goal: Goal): Setting['moved'] | undefined =>
  oneMoved(design).find(({ positions }) => accountOf(design).works(goal, dead, positions))?.moved
const stubborn = new WeakMap<Design, Map<Goal, readonly Part[]>>()
/** Single losses that take a goal and that no one switch brings back. Several rules ask the same of a design. */
export function stubbornLosses(design: Design, goal: Goal): readonly Part[] {
  const known = stubborn.get(design) ?? new Map<Goal, readonly Part[]>()
  stubborn.set(design, known)
  const losses =
    known.get(goal) ??
    accountOf(design)
      .singles(goal)
      .filter(part => rescueOf(design, [part], goal) === undefined)
  known.set(goal, losses)
  return losses
}
