/**
 * What holds, as a set of rules without negation: a head holds when all of its body does. The least fixed point begins with
 * nothing and adds what holds by what already holds, so that two that only vouch for each other stay dark (van Emden and
 * Kowalski 1976; the linear algorithm is Dowling and Gallier’s, 1984).
 */
export interface Horn {
  atoms: number
  /** Head of each rule. */
  heads: Int32Array
  /** Bodies one after the other; rule `r` has `bodies[starts[r]]` up to `bodies[starts[r + 1]]`. */
  bodies: Int32Array
  starts: Int32Array
  /** How many each rule waits for, and the heads of those that wait for none. */
  waiting: Int32Array
  facts: Int32Array
  /** Rules in whose body an atom stands, in the same manner. */
  uses: Int32Array
  usesStarts: Int32Array
  /** Rules that have an atom as their head, in the same manner. */
  byHead: Int32Array
  byHeadStarts: Int32Array
}

/** Rules as they are found, one after the other. */
export class RuleList {
  readonly heads: number[] = []
  readonly bodies: number[] = []
  readonly starts: number[] = [0]

  /** The head holds when all of the body does; one named twice counts once. */
  add(head: number, body: readonly number[]): void {
    const start = this.bodies.length
    for (const atom of body) if (!this.has(atom, start)) this.bodies.push(atom)
    this.heads.push(head)
    this.starts.push(this.bodies.length)
  }
  private has(atom: number, from: number): boolean {
    for (let index = from; index < this.bodies.length; index++) if (this.bodies[index] === atom) return true
    return false
  }
  /** One after the other: the head and the body of each. */
  *[Symbol.iterator](): Generator<{ head: number; body: number[] }> {
    for (let rule = 0; rule < this.heads.length; rule++)
      yield { head: this.heads[rule]!, body: this.bodies.slice(this.starts[rule], this.starts[rule + 1]) }
  }
}

/** Where the entries of each key begin when laid by key, and the entries so laid. */
function laidBy(count: number, keys: Int32Array, entries: Int32Array): { flat: Int32Array; starts: Int32Array } {
  const starts = new Int32Array(count + 1)
  for (let index = 0; index < keys.length; index++) starts[keys[index]! + 1]!++
  for (let key = 0; key < count; key++) starts[key + 1]! += starts[key]!
  const next = starts.slice()
  const flat = new Int32Array(keys.length)
  for (let index = 0; index < keys.length; index++) flat[next[keys[index]!]!++] = entries[index]!
  return { flat, starts }
}

export function hornOf(atoms: number, rules: RuleList): Horn {
  const heads = new Int32Array(rules.heads)
  const bodies = new Int32Array(rules.bodies)
  const starts = new Int32Array(rules.starts)
  const waiting = new Int32Array(heads.length)
  const inOrder = new Int32Array(heads.length)
  const ruleAt = new Int32Array(bodies.length)
  for (let rule = 0; rule < heads.length; rule++) {
    inOrder[rule] = rule
    waiting[rule] = starts[rule + 1]! - starts[rule]!
    for (let index = starts[rule]!; index < starts[rule + 1]!; index++) ruleAt[index] = rule
  }
  const uses = laidBy(atoms, bodies, ruleAt)
  const byHead = laidBy(atoms, heads, inOrder)
  return {
    atoms,
    heads,
    bodies,
    starts,
    waiting,
    facts: heads.filter((_, rule) => waiting[rule] === 0),
    uses: uses.flat,
    usesStarts: uses.starts,
    byHead: byHead.flat,
    byHeadStarts: byHead.starts
  }
}

/**
 * What holds with some atoms given: each atom’s turn, from 1 in the order they were found; 0 where it does not hold.
 * @param except of those given, a few that are not
 */
export function leastFixedPoint(horn: Horn, given: ArrayLike<number>, except: readonly number[] = []): Int32Array {
  const { heads, uses, usesStarts, facts } = horn
  const turn = new Int32Array(horn.atoms)
  const left = horn.waiting.slice()
  const queue = new Int32Array(horn.atoms)
  let end = 0
  const add = (atom: number) => {
    if (turn[atom]) return
    queue[end++] = atom
    turn[atom] = end
  }
  for (let index = 0; index < facts.length; index++) add(facts[index]!)
  for (let index = 0; index < given.length; index++) if (!except.includes(given[index]!)) add(given[index]!)
  for (let next = 0; next < end; next++) {
    const atom = queue[next]!
    const last = usesStarts[atom + 1]!
    for (let index = usesStarts[atom]!; index < last; index++) {
      const rule = uses[index]!
      if (--left[rule]! === 0) add(heads[rule]!)
    }
  }
  return turn
}

/**
 * One proof of an atom: the atoms it rests on, itself last. Of several rules that hold, the one whose body was known earliest.
 * @param turn what holds, of `leastFixedPoint`
 */
export function proofOf(horn: Horn, turn: Int32Array, atom: number): number[] {
  const seen = new Set<number>()
  const order: number[] = []
  const visit = (current: number) => {
    if (seen.has(current)) return
    seen.add(current)
    let best: number | undefined
    let bestTurn = Infinity
    for (let index = horn.byHeadStarts[current]!; index < horn.byHeadStarts[current + 1]!; index++) {
      const rule = horn.byHead[index]!
      let latest = 0
      for (let b = horn.starts[rule]!; b < horn.starts[rule + 1]!; b++) {
        const known = turn[horn.bodies[b]!]!
        latest = Math.max(latest, known || Infinity)
      }
      if (latest < turn[current]! && latest < bestTurn) {
        best = rule
        bestTurn = latest
      }
    }
    if (best !== undefined) for (let b = horn.starts[best]!; b < horn.starts[best + 1]!; b++) visit(horn.bodies[b]!)
    order.push(current)
  }
  if (turn[atom]) visit(atom)
  return order
}
