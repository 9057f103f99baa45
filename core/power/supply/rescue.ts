import { electricUnits } from './electric'
import type { Supply } from '../../document'
import type { Design } from '../../design'
import { isShed } from '../endurance/shed'
import { fedBy } from './feeding'
import { powerModel } from './model'
import { positionsOf } from './tie'
import { Wired, type Failure } from './wired'

/** Switches moved from where they stand normally, by id. */
export type Moves = ReadonlyMap<string, string>
/** The supply as it is with some switches moved and left there. */
export const withMoves = (supply: Supply, moves: Moves): Supply => ({
  ...supply,
  switches: supply.switches.map(toggle => {
    const to = moves.get(toggle.id)
    return to === undefined ? toggle : { ...toggle, normal: to, afterLoss: to }
  })
})
/** Every setting with one switch more moved. */
export const oneMore = (supply: Supply, moves: Moves): Moves[] =>
  supply.switches.flatMap(toggle =>
    toggle.positions
      .filter(to => to !== (moves.get(toggle.id) ?? toggle.normal))
      .map(to => new Map(moves).set(toggle.id, to))
  )
/** Who is fed with some switches moved and something failed. */
export function fedWith(design: Design, supply: Supply, failure: Failure, moves: Moves): ReadonlySet<string> {
  const moved = withMoves(supply, moves)
  return fedBy(new Wired(powerModel(design, moved), failure), positionsOf(moved, 'normal')).powered
}
/** How much of what is to stay on is fed, and how much at all. */
export function worthOf(design: Design, powered: ReadonlySet<string>): readonly [number, number] {
  return [electricUnits(design).filter(unit => powered.has(unit.id) && !isShed(unit)).length, powered.size]
}
export const better = (a: readonly [number, number], b: readonly [number, number]): boolean =>
  a[0] > b[0] || (a[0] === b[0] && a[1] > b[1])

/**
 * The switches that bring back most after a failure: of all settings of one switch more, the one that feeds most of what is to
 * stay on, then most at all, again and again while it helps.
 */
export function rescueMoves(design: Design, supply: Supply, failure: Failure): Moves {
  let moves: Moves = new Map()
  let best = worthOf(design, fedWith(design, supply, failure, moves))
  for (let turn = 0; turn < supply.switches.length; turn++) {
    let next: Moves | undefined
    for (const tried of oneMore(supply, moves)) {
      const found = worthOf(design, fedWith(design, supply, failure, tried))
      if (better(found, best)) {
        best = found
        next = tried
      }
    }
    if (!next) break
    moves = next
  }
  return moves
}
