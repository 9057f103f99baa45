import { isFor, type FunctionName, type Need, type SignalName } from '../catalogue'
import { perObject, remembered } from '../cache'
import type { Design, DesignUnit } from '../design'
import { closed, positionsOf, supplyOf } from '../power'
import { NOTHING, type Atoms } from './atoms'
import { hornOf, leastFixedPoint, proofOf, type Horn } from './horn'
import type { Goal, Part, PartKind } from './parts'
import { rulesOf, wellPlaced } from './rules-of'

/** How the switches stand, by their ids. */
export type Positions = ReadonlyMap<string, string>
/** Parts that a chain rests on, in the order in which it is built up. */
export type Chain = readonly Part[]

/** How many chains that share nothing a function has. `atLeast` where the search was cut short. */
export interface Disjoint {
  chains: Chain[]
  atLeast: boolean
}

/** What is given with the switches so, and the name it is remembered by. */
interface Given {
  atoms: Int32Array
  key: string
}
/** Few: what was asked of one may be many losses. Of a trial and what it is held against two or three are wanted at once. */
const RECKONINGS_KEPT = 4
/** The rules of a design, and what was asked of them: the same for all designs in which the same rests on the same. */
const reckoningOf = remembered((design: Design) => {
  const { atoms, rules, ties } = rulesOf(design)
  return {
    atoms,
    ties,
    horn: hornOf(atoms.count, rules),
    normal: positionsOf(supplyOf(design), 'normal') as Positions,
    givens: new Map<Positions, Given>(),
    remembered: new Map<string, Int32Array>(),
    given: [...new Set(design.units.flatMap(unit => unit.item.provides))]
  }
}, RECKONINGS_KEPT)

/** So many tries are spent on a second or third chain before it is said that there are at least so many. */
const MOST_TRIES = 400

/**
 * What works in a design, by which chain, and what each loss takes: the least fixed point of what its units give and say, with
 * everything whole or with some parts lost. Rules, effects, duplicates, failures and control points all ask this one account.
 */
export class Account {
  private readonly atoms: Atoms
  private readonly horn: Horn
  private readonly normal: Positions
  private readonly ties: readonly number[]
  /** What is given in each setting of the switches that was asked for, and by what name it is remembered. */
  private readonly givens: Map<Positions, Given>
  private readonly remembered: Map<string, Int32Array>
  private readonly given: readonly FunctionName[]
  /** What holds with everything whole: asked most. */
  private whole?: Int32Array

  constructor(readonly design: Design) {
    const { atoms, horn, ties, normal, givens, remembered, given } = reckoningOf(design)
    this.atoms = atoms
    this.horn = horn
    this.ties = ties
    this.normal = normal
    this.givens = givens
    this.remembered = remembered
    this.given = given
  }

  /** Every part that may fail. */
  get parts(): readonly Part[] {
    return this.atoms.parts
  }
  /** What is given with the switches so: every part whole, the ties closed that they close. */
  private givenIn(positions: Positions): Given {
    const known = this.givens.get(positions)
    if (known) return known
    const ties = supplyOf(this.design).ties.filter(tie => closed(tie, positions))
    // A tie that is open in normal flight is among no parts, and whole all the same.
    const atoms = new Set([
      ...this.atoms.partAtoms,
      ...ties.flatMap(({ id }) => [this.atoms.part('tie', id), this.atoms.closed(id)])
    ])
    const key = positions === this.normal ? '' : ties.map(tie => this.atoms.closed(tie.id)).join(' ')
    const made = { atoms: Int32Array.from(atoms), key }
    this.givens.set(positions, made)
    return made
  }
  /** What holds with these parts lost, with the switches as in normal flight where nothing else is said. */
  private holding(lost: readonly Part[] = [], positions: Positions = this.normal): Int32Array {
    if (lost.length === 0 && positions === this.normal) return (this.whole ??= this.reckoned([], positions))
    return this.reckoned(lost, positions)
  }
  private reckoned(lost: readonly Part[], positions: Positions): Int32Array {
    // A part of another design has no number here, and nothing to lose.
    const gone = [...new Set(lost.map(part => this.atoms.part(part.kind, part.id)))]
      .filter(at => at !== NOTHING)
      .sort((a, b) => a - b)
    const given = this.givenIn(positions)
    const key = `${given.key}|${gone.join()}`
    const known = this.remembered.get(key)
    if (known) return known
    const found = leastFixedPoint(this.horn, given.atoms, gone)
    if (this.remembered.size > 1_500) this.remembered.clear()
    this.remembered.set(key, found)
    return found
  }
  private holds(atom: number, lost?: readonly Part[], positions?: Positions): boolean {
    return this.holding(lost, positions)[atom]! > 0
  }

  part(kind: PartKind, id: string): Part | undefined {
    return this.atoms.partAt(this.atoms.part(kind, id))
  }
  /** Whether some unit gives a function, with these parts lost and the switches so; as in normal flight when that is left out. */
  works(name: Goal, lost?: readonly Part[], positions?: Positions): boolean {
    return this.holding(lost, positions)[this.atoms.works(name)]! > 0
  }
  /** Whether this unit gives a function. */
  gives(unit: string, name: FunctionName, lost?: readonly Part[], positions?: Positions): boolean {
    return this.holds(this.atoms.gives(unit, name), lost, positions)
  }
  /** Whether this unit says a signal on some port. */
  says(unit: DesignUnit, signal: SignalName, lost?: readonly Part[]): boolean {
    return unit.item.ports.some(port => this.holds(this.atoms.says(this.atoms.port(unit.id, port.id), signal), lost))
  }
  powered(unit: DesignUnit, lost?: readonly Part[], positions?: Positions): boolean {
    return !unit.item.power || unit.item.power.maxA === 0 || this.holds(this.atoms.powered(unit.id), lost, positions)
  }
  /** Whether what a unit needs is there. */
  met(unit: DesignUnit, need: Need, lost?: readonly Part[]): boolean {
    return this.holds(this.atoms.need(unit.id, unit.item.needs.indexOf(need)), lost)
  }
  /** Units that give a function. */
  givers(name: FunctionName, lost?: readonly Part[], positions?: Positions): DesignUnit[] {
    return this.design.units.filter(
      unit => unit.item.provides.includes(name) && this.gives(unit.id, name, lost, positions)
    )
  }
  /** All functions that work. */
  functions(lost?: readonly Part[], positions?: Positions): Set<FunctionName> {
    const holding = this.holding(lost, positions)
    return new Set(this.given.filter(name => holding[this.atoms.works(name)]! > 0))
  }

  private partsIn(proof: readonly number[]): Part[] {
    return proof.flatMap(at => this.atoms.partAt(at) ?? [])
  }
  /** One chain by which a function works with these parts lost; nothing where it does not. */
  chain(name: Goal, lost?: readonly Part[], unit?: string): Chain | undefined {
    const index = unit === undefined ? this.atoms.works(name) : this.atoms.gives(unit, name as FunctionName)
    const turn = this.holding(lost)
    return turn[index] ? this.partsIn(proofOf(this.horn, turn, index)) : undefined
  }
  /** A chain from which nothing can be left out. */
  private least(name: Goal, lost: readonly Part[]): Part[] | undefined {
    const chain = this.chain(name, lost)
    if (!chain) return undefined
    let kept = [...chain]
    const target = this.atoms.works(name)
    for (const part of chain) {
      const fewer = kept.filter(other => other !== part)
      // Only these are whole: does it still hold?
      const given = [...this.ties, ...fewer.map(part => this.atoms.part(part.kind, part.id))]
      if (leastFixedPoint(this.horn, given)[target]! > 0) kept = fewer
    }
    return kept
  }

  /**
   * Chains that share no part but the units that give what is in `sharing`, as many as there are up to `most`. The first is any
   * chain that leaves room for the next; where one leaves none, each of its parts is left out in turn.
   */
  disjoint(name: Goal, most = 2, sharing: readonly FunctionName[] = []): Disjoint {
    let tries = 0
    const common = new Set(
      this.design.units.flatMap(unit =>
        unit.item.provides.some(given => sharing.includes(given)) ? (this.part('unit', unit.id) ?? []) : []
      )
    )
    let best: Chain[] = []
    const search = (chains: Chain[]): boolean => {
      if (chains.length > best.length) best = chains
      if (chains.length === most) return true
      const used = chains.flat().filter(part => !common.has(part))
      const seen = new Set<string>()
      const branch = (avoid: readonly Part[]): boolean => {
        const key = avoid
          .map(part => `${part.kind} ${part.id}`)
          .sort()
          .join()
        if (seen.has(key) || tries++ > MOST_TRIES) return false
        seen.add(key)
        const next = this.least(name, [...used, ...avoid])
        if (!next) return false
        if (search([...chains, next])) return true
        return next.some(part => !common.has(part) && branch([...avoid, part]))
      }
      return branch([])
    }
    const enough = search([])
    return { chains: best, atLeast: enough || tries > MOST_TRIES }
  }

  /**
   * Parts whose loss alone takes a function. Only those in its chain can.
   * @param gone parts that are lost already
   */
  singles(name: Goal, gone: readonly Part[] = []): Part[] {
    return (this.chain(name, gone) ?? []).filter(part => !this.works(name, [...gone, part]))
  }
  /**
   * Pairs whose loss together takes a function though neither does alone: one of them is in its chain, the other in the chain
   * that is left without it.
   * @param gone parts that are lost already
   */
  doubles(name: Goal, gone: readonly Part[] = []): [Part, Part][] {
    const found = new Map<string, [Part, Part]>()
    const single = new Set(this.singles(name, gone))
    for (const first of this.chain(name, gone) ?? []) {
      if (single.has(first)) continue
      for (const second of this.chain(name, [...gone, first]) ?? []) {
        if (single.has(second) || this.works(name, [...gone, first, second])) continue
        const key = [`${first.kind} ${first.id}`, `${second.kind} ${second.id}`].sort().join('|')
        if (!found.has(key)) found.set(key, [first, second])
      }
    }
    return [...found.values()]
  }

  /** Why a unit does not give a function: what it waits for, down to what is at the root of it. Nothing where it gives it. */
  whyNot(unit: DesignUnit, name: FunctionName): Blocked[] {
    if (this.gives(unit.id, name)) return []
    return this.blocks(unit, name, new Set())
  }
  private blocks(unit: DesignUnit, name: FunctionName, seen: Set<string>): Blocked[] {
    if (seen.has(unit.id)) return []
    seen.add(unit.id)
    if (!wellPlaced(unit)) return [{ unit, lacks: 'a place of its kind' }]
    if (unit.inoperative) return [{ unit, lacks: 'repair' }]
    if (!this.powered(unit)) return [{ unit, lacks: 'power' }]
    return unit.item.needs
      .filter(need => isFor(need, name) && !this.met(unit, need))
      .flatMap((need): Blocked[] => {
        const from =
          need.what === 'function'
            ? this.design.units.filter(other => other.id !== unit.id && other.item.provides.includes(need.name))
            : []
        const deeper = need.what === 'function' ? from.flatMap(other => this.blocks(other, need.name, seen)) : []
        return deeper.length ? deeper : [{ unit, lacks: need.name, need }]
      })
  }
}

/** What a unit waits for in vain. */
export interface Blocked {
  unit: DesignUnit
  lacks: string
  need?: Need
}

/** The account of a design: made once for it. */
export const accountOf = perObject((design: Design) => new Account(design))
