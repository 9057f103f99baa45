import { supplyOf } from '../power'
import type { Design } from '../design'
import { accountOf } from './account'
import type { Goal, Part } from './rules-of'

/** So many settings are tried: beyond, one switch at a time. */
const MOST_SETTINGS = 400

export interface Setting {
  moved: { switch: string; to: string; name: string }[]
  design: Design
}

/** The design with its switches in other settings: each moved alone, or all together unless there are too many. */
function settingsBy(design: Design, single: boolean): Setting[] {
  const supply = supplyOf(design)
  const count = supply.switches.reduce((product, one) => product * one.positions.length, 1)
  const alone = single || count > MOST_SETTINGS
  let all: Setting['moved'][] = [[]]
  for (const one of supply.switches) {
    const others = one.positions.filter(to => to !== one.normal).map(to => ({ switch: one.id, to, name: one.name }))
    all = [...all, ...(alone ? others.map(move => [move]) : all.flatMap(moves => others.map(move => [...moves, move])))]
  }
  return all
    .filter(moved => moved.length > 0)
    .map(moved => ({
      moved,
      design: {
        ...design,
        supply: {
          ...supply,
          switches: supply.switches.map(one => {
            const to = moved.find(move => move.switch === one.id)?.to
            return to === undefined ? one : { ...one, normal: to }
          })
        }
      }
    }))
}

const single = new WeakMap<Design, Setting[]>()
/** The design with each switch moved alone, made once. */
function oneMoved(design: Design): Setting[] {
  const known = single.get(design) ?? settingsBy(design, true)
  single.set(design, known)
  return known
}
/** The design with its switches in every other setting. */
export const settingsOf = (design: Design): Setting[] => settingsBy(design, false)

/** The one switch that brings a goal back after these losses; nothing where none does. */
export const rescueOf = (design: Design, dead: readonly Part[], goal: Goal): Setting['moved'] | undefined =>
  oneMoved(design).find(({ design: set }) => {
    const account = accountOf(set)
    return account.works(
      goal,
      dead.flatMap(part => account.part(part.kind, part.id) ?? [])
    )
  })?.moved
/** Single losses that take a goal and that no one switch brings back. */
export const stubbornLosses = (design: Design, goal: Goal): Part[] =>
  accountOf(design)
    .singles(goal)
    .filter(part => rescueOf(design, [part], goal) === undefined)
