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
  /** Rules in whose body an atom stands, in the same manner. */
  uses: Int32Array
  usesStarts: Int32Array
  /** Rules that have an atom as their head, in the same manner. */
  byHead: Int32Array
  byHeadStarts: Int32Array
}

/** Numbers of lists, laid one after the other. */
function laid(lists: readonly (readonly number[])[]): { flat: Int32Array; starts: Int32Array } {
  const starts = new Int32Array(lists.length + 1)
  lists.forEach((list, index) => (starts[index + 1] = starts[index]! + list.length))
  const flat = new Int32Array(starts[lists.length]!)
  lists.forEach((list, index) => flat.set(list, starts[index]))
  return { flat, starts }
}

export function hornOf(atoms: number, rules: readonly { head: number; body: readonly number[] }[]): Horn {
  const uses: number[][] = Array.from({ length: atoms }, () => [])
  const byHead: number[][] = Array.from({ length: atoms }, () => [])
  const bodies = rules.map(({ head, body }, rule) => {
    const once = [...new Set(body)]
    for (const atom of once) uses[atom]!.push(rule)
    byHead[head]!.push(rule)
    return once
  })
  const body = laid(bodies)
  const use = laid(uses)
  const heads = laid(byHead)
  return {
    atoms,
    heads: Int32Array.from(rules, rule => rule.head),
    bodies: body.flat,
    starts: body.starts,
    uses: use.flat,
    usesStarts: use.starts,
    byHead: heads.flat,
    byHeadStarts: heads.starts
  }
}

/**
 * What holds with some atoms given: each atom’s turn, from 1 in the order they were found; 0 where it does not hold.
 * @param except of those given, a few that are not
 */
export function leastFixedPoint(horn: Horn, given: ArrayLike<number>, except: readonly number[] = []): Int32Array {
  const turn = new Int32Array(horn.atoms)
  const left = new Int32Array(horn.heads.length)
  const queue = new Int32Array(horn.atoms)
  let end = 0
  const add = (atom: number) => {
    if (turn[atom]) return
    queue[end++] = atom
    turn[atom] = end
  }
  for (let rule = 0; rule < left.length; rule++) {
    left[rule] = horn.starts[rule + 1]! - horn.starts[rule]!
    if (left[rule] === 0) add(horn.heads[rule]!)
  }
  for (let at = 0; at < given.length; at++) if (!except.includes(given[at]!)) add(given[at]!)
  for (let next = 0; next < end; next++) {
    const atom = queue[next]!
    for (let at = horn.usesStarts[atom]!; at < horn.usesStarts[atom + 1]!; at++) {
      const rule = horn.uses[at]!
      if (--left[rule]! === 0) add(horn.heads[rule]!)
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
    for (let at = horn.byHeadStarts[current]!; at < horn.byHeadStarts[current + 1]!; at++) {
      const rule = horn.byHead[at]!
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
