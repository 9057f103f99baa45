import { perObject } from '../cache'
import { positionsOf, supplyOf } from '../power'
import type { Design } from '../design'
import { accountOf, type Positions } from './account'
import type { Goal, Part } from './parts'

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

/** Each switch moved alone, made once for a design. */
const oneMoved = perObject((design: Design) => settingsBy(design, true))
/** The switches of a design in every other setting. */
export const settingsOf = (design: Design): Setting[] => settingsBy(design, false)

/** The one switch that brings a goal back after these losses; nothing where none does. */
export const rescueOf = (design: Design, dead: readonly Part[], goal: Goal): Setting['moved'] | undefined =>
  oneMoved(design).find(({ positions }) => accountOf(design).works(goal, dead, positions))?.moved
/** Single losses that take a goal and that no one switch brings back. Several rules ask the same of a design. */
export const stubbornLosses = (design: Design, goal: Goal): readonly Part[] => lossesOf(design)(goal)
const lossesOf = perObject((design: Design) => {
  const account = accountOf(design)
  const rescues = oneMoved(design)
  const losses = new Map<Goal, readonly Part[]>()
  return (goal: Goal): readonly Part[] => {
    const known =
      losses.get(goal) ??
      account.singles(goal).filter(part => !rescues.some(({ positions }) => account.works(goal, [part], positions)))
    losses.set(goal, known)
    return known
  }
})
