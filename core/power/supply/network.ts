/** What lies between two nodes. A diode conducts from `from` to `to` alone, and takes `dropV` for it. */
export interface Branch {
  from: number
  to: number
  ohm: number
  diode: boolean
  dropV: number
}
/** What drives a node: volts behind a resistance, which gives current and takes none, up to `limitA` where it has a limit. */
export interface Feed {
  node: number
  emfV: number
  ohm: number
  limitA: number
}
/**
 * What a node feeds: amps quoted at volts of its own. Below `minV`, where it no longer works, it takes less in proportion
 * to the volts.
 */
export interface Draw {
  node: number
  kind: 'constant current' | 'constant power' | 'resistive'
  amps: number
  atV: number
  minV: number
}
export interface Network {
  nodes: number
  branches: readonly Branch[]
  feeds: readonly Feed[]
  draws: readonly Draw[]
}
export interface Solution {
  /** Volts of each node; 0 where nothing feeds it. */
  volts: number[]
  /** Amps through each branch from `from` to `to`, out of each feed, and into each draw. */
  branchA: number[]
  feedA: number[]
  drawA: number[]
}

export class NetworkError extends Error {}

/** Least resistance counted, in ohms, so that the current of each of two ties side by side is defined. */
export const LEAST_OHM = 1e-4
const FLIPS = 400
const ROUNDS = 120
const CLOSE_V = 1e-7

/** A dense matrix taken apart by Gauss’s elimination with row exchange, to be solved for one right side after another. */
interface Factors {
  n: number
  /** Upper triangle with its diagonal; below it the factor by which each row was taken from the next. */
  flat: Float64Array
  /** The row that was exchanged with each in turn. */
  pivots: Int32Array
}

/**
 * Takes a matrix apart. `matrix` (n rows of n, then flat) is used up.
 * @throws NetworkError when it has no single answer
 */
export function factorsOf(matrix: Float64Array, n: number): Factors {
  const pivots = new Int32Array(n)
  for (let column = 0; column < n; column++) {
    let pivot = column
    for (let row = column + 1; row < n; row++)
      if (Math.abs(matrix[row * n + column]!) > Math.abs(matrix[pivot * n + column]!)) pivot = row
    if (!(Math.abs(matrix[pivot * n + column]!) > 1e-300)) throw new NetworkError('The network has no single answer.')
    pivots[column] = pivot
    if (pivot !== column)
      for (let k = 0; k < n; k++) {
        const held = matrix[column * n + k]!
        matrix[column * n + k] = matrix[pivot * n + k]!
        matrix[pivot * n + k] = held
      }
    const head = matrix[column * n + column]!
    for (let row = column + 1; row < n; row++) {
      const below = matrix[row * n + column]!
      if (below === 0) continue
      const factor = below / head
      matrix[row * n + column] = factor
      for (let k = column + 1; k < n; k++) matrix[row * n + k]! -= factor * matrix[column * n + k]!
    }
  }
  return { n, flat: matrix, pivots }
}
/** Solves for one right side, which is used up. */
export function solveFor({ n, flat, pivots }: Factors, right: Float64Array): Float64Array {
  for (let column = 0; column < n; column++) {
    const pivot = pivots[column]!
    if (pivot === column) continue
    const held = right[column]!
    right[column] = right[pivot]!
    right[pivot] = held
  }
  for (let row = 1; row < n; row++) {
    let sum = right[row]!
    for (let k = 0; k < row; k++) sum -= flat[row * n + k]! * right[k]!
    right[row] = sum
  }
  for (let row = n - 1; row >= 0; row--) {
    let sum = right[row]!
    for (let k = row + 1; k < n; k++) sum -= flat[row * n + k]! * right[k]!
    right[row] = sum / flat[row * n + row]!
  }
  return right
}
/** The nodes that some feed can reach, diodes in their own direction. */
export function reached(network: Pick<Network, 'nodes' | 'branches' | 'feeds'>): boolean[] {
  const seen = Array.from({ length: network.nodes }, () => false)
  const open = network.feeds.map(feed => feed.node)
  for (const node of open) seen[node] = true
  while (open.length) {
    const here = open.pop()!
    for (const { from, to, diode } of network.branches) {
      const next = from === here ? to : !diode && to === here ? from : -1
      if (next >= 0 && !seen[next]) {
        seen[next] = true
        open.push(next)
      }
    }
  }
  return seen
}

/** Amps at some volts no lower than the least a load works at. */
const above = (draw: Draw, volt: number) =>
  draw.kind === 'constant current' ? draw.amps : (draw.amps * draw.atV) / Math.max(volt, draw.minV)
/** Amps a load takes at some volts. */
export const drawnA = (draw: Draw, volt: number): number =>
  draw.kind === 'resistive'
    ? (draw.amps * volt) / draw.atV
    : volt < draw.minV
      ? (above(draw, draw.minV) * Math.max(0, volt)) / draw.minV
      : above(draw, volt)

/** Loads of one kind on one node as one: fewer to solve for, the same amps. */
export function gathered(draws: readonly Draw[]): Draw[] {
  const groups = new Map<string, Draw>()
  for (const draw of draws) {
    const key = `${draw.node} ${draw.kind}`
    const known = groups.get(key)
    if (known) {
      known.amps +=
        draw.amps *
        (draw.kind === 'constant power' ? draw.atV / known.atV : draw.kind === 'resistive' ? known.atV / draw.atV : 1)
      known.minV = Math.min(known.minV, draw.minV)
    } else groups.set(key, { ...draw })
  }
  return [...groups.values()]
}

const conductance = (ohm: number) => 1 / Math.max(ohm, LEAST_OHM)

type State = 'off' | 'on' | 'at its limit'

/** A network while its state is sought: what is on, what has too few volts, and the volts so far. */
interface Sought {
  network: Network
  live: readonly boolean[]
  /** Row of a node among those that are live; −1 where it is not. */
  index: readonly number[]
  n: number
  volts: number[]
  on: boolean[]
  states: State[]
  /** What loads of constant power draw at the volts so far. */
  amps: number[]
  /** Siemens of a load that is resistive, or has too few volts to work. */
  siemens: readonly number[]
  starved: boolean[]
  /** The matrix of the state; none while something has turned since. */
  factored?: Standing
}

function begin(network: Network, hint: readonly number[] | undefined, live: readonly boolean[], low: boolean): Sought {
  const { nodes, branches, feeds, draws } = network
  const index: number[] = []
  let n = 0
  for (let node = 0; node < nodes; node++) index.push(live[node] ? n++ : -1)
  const highest = feeds.reduce((most, feed) => Math.max(most, feed.emfV), 0)
  return {
    network,
    live,
    index,
    n,
    volts: Array.from({ length: nodes }, (_, node) => (live[node] ? hint?.[node] || highest : 0)),
    on: branches.map(branch => live[branch.from]! && live[branch.to]!),
    states: feeds.map(() => 'on'),
    amps: draws.map(() => 0),
    siemens: draws.map(draw => (draw.kind === 'resistive' ? draw.amps / draw.atV : above(draw, draw.minV) / draw.minV)),
    starved: draws.map(draw => draw.kind === 'resistive' || low)
  }
}

/** What does not change while nothing turns: the matrix, and the right side but for what loads draw. */
interface Standing {
  factors: Factors
  fixed: Float64Array
}
function standing({ network, index, n, on, states, starved, siemens }: Sought): Standing {
  const { branches, feeds, draws } = network
  const matrix = new Float64Array(n * n)
  const fixed = new Float64Array(n)
  // A path of a billion ohms to ground keeps what an open diode cuts off from floating.
  for (let row = 0; row < n; row++) matrix[row * n + row] = 1e-9
  for (let position = 0; position < branches.length; position++) {
    if (!on[position]) continue
    const branch = branches[position]!
    const g = conductance(branch.ohm)
    const from = index[branch.from]!
    const to = index[branch.to]!
    matrix[from * n + from]! += g
    matrix[to * n + to]! += g
    matrix[from * n + to]! -= g
    matrix[to * n + from]! -= g
    if (branch.diode) {
      fixed[from]! += g * branch.dropV
      fixed[to]! -= g * branch.dropV
    }
  }
  for (let position = 0; position < feeds.length; position++) {
    const feed = feeds[position]!
    const node = index[feed.node]!
    if (states[position] === 'at its limit') fixed[node]! += feed.limitA
    else if (states[position] === 'on') {
      const g = conductance(feed.ohm)
      matrix[node * n + node]! += g
      fixed[node]! += g * feed.emfV
    }
  }
  for (let position = 0; position < draws.length; position++) {
    const node = index[draws[position]!.node]!
    if (node >= 0 && starved[position]) matrix[node * n + node]! += siemens[position]!
  }
  return { factors: factorsOf(matrix, n), fixed }
}

/** The volts of a state. */
function voltsOf({ network, index, starved, amps }: Sought, { factors, fixed }: Standing): number[] {
  const { draws } = network
  const right = fixed.slice()
  for (let position = 0; position < draws.length; position++) {
    const node = index[draws[position]!.node]!
    if (node >= 0 && !starved[position]) right[node]! -= amps[position]!
  }
  const answer = solveFor(factors, right)
  return index.map(row => (row < 0 ? 0 : answer[row]!))
}

/** What a feed does at the volts of its node. */
function feedState(feed: Network['feeds'][number], state: State, atV: number): State {
  const over = feed.emfV - atV
  const wanted = over * conductance(feed.ohm)
  if (state === 'on') return wanted < -1e-9 ? 'off' : wanted > feed.limitA + 1e-9 ? 'at its limit' : 'on'
  if (state === 'off') return over > 1e-10 ? 'on' : 'off'
  return wanted < feed.limitA - 1e-9 ? 'on' : 'at its limit'
}

/** Turns what contradicts the volts, all or the first alone; says whether anything did. */
function turn({ network, live, volts, on, states, starved }: Sought, first: boolean): boolean {
  const { branches, feeds, draws } = network
  let turned = false
  for (let index = 0; index < branches.length; index++) {
    const branch = branches[index]!
    if (!branch.diode || !live[branch.from] || !live[branch.to]) continue
    const over = volts[branch.from]! - volts[branch.to]! - branch.dropV
    const now = on[index] ? over > -1e-10 : over > 1e-10
    if (now !== on[index]) {
      on[index] = now
      turned = true
      if (first) return true
    }
  }
  for (let index = 0; index < feeds.length; index++) {
    const feed = feeds[index]!
    const now = feedState(feed, states[index]!, volts[feed.node]!)
    if (now !== states[index]) {
      states[index] = now
      turned = true
      if (first) return true
    }
  }
  for (let index = 0; index < draws.length; index++) {
    const draw = draws[index]!
    if (draw.kind === 'resistive' || !live[draw.node]) continue
    const now = volts[draw.node]! < draw.minV - (starved[index] ? 0 : 1e-9)
    if (now !== starved[index]) {
      starved[index] = now
      turned = true
      if (first) return true
    }
  }
  return turned
}

/** Finds the state that agrees with its own volts, the loads of constant power held at their amps. */
function settle(sought: Sought): void {
  let flips = 0
  for (let turned = true; turned;) {
    if (++flips > FLIPS)
      throw new NetworkError('No state of the diodes and sources of this network agrees with itself.')
    if (!sought.factored) sought.factored = standing(sought)
    sought.volts = voltsOf(sought, sought.factored)
    turned = turn(sought, flips > 12)
    if (turned) sought.factored = undefined
  }
}

function solutionOf({ network, live, volts, on, states, siemens, starved }: Sought): Solution {
  const { branches, feeds, draws } = network
  const branchA = branches.map((branch, index) =>
    on[index]
      ? (volts[branch.from]! - volts[branch.to]! - (branch.diode ? branch.dropV : 0)) * conductance(branch.ohm)
      : 0
  )
  const feedA = feeds.map((feed, index) =>
    states[index] === 'off'
      ? 0
      : states[index] === 'at its limit'
        ? feed.limitA
        : (feed.emfV - volts[feed.node]!) * conductance(feed.ohm)
  )
  return {
    volts,
    branchA,
    feedA,
    drawA: draws.map((draw, index) =>
      !live[draw.node] ? 0 : starved[index] ? siemens[index]! * volts[draw.node]! : above(draw, volts[draw.node]!)
    )
  }
}

/**
 * Volts and amps of a direct-current network, by its nodes (Kirchhoff’s current law; nodal analysis as in any handbook of
 * circuits).
 * Whether a diode conducts, and a feed gives nothing or its limit, is found by trying: what contradicts itself is turned,
 * all at once
 * at first, then the first alone, which for passive networks comes to an end (Murty’s least index rule). Loads of
 * constant power
 * are settled by repeating I = P / V from above, which falls to the higher of the two answers.
 * @param hint volts to begin from, of an earlier answer
 * @param live what `reached` says of this network, where it is known already
 * @param low begin with every load starved, as after a dip: where that holds by itself it is the lower of several answers
 * @throws NetworkError when it finds no answer in bounded steps; never hangs
 */
export function solveNetwork(
  network: Network,
  hint?: readonly number[],
  live: readonly boolean[] = reached(network),
  low = false
): Solution {
  const sought = begin(network, hint, live, low)
  const { nodes, draws } = network
  for (let round = 0; sought.n > 0 && round < ROUNDS; round++) {
    draws.forEach((draw, index) => {
      if (draw.kind !== 'resistive') sought.amps[index] = above(draw, sought.volts[draw.node]!)
    })
    const before = sought.volts
    settle(sought)
    let change = 0
    for (let node = 0; node < nodes; node++) change = Math.max(change, Math.abs(sought.volts[node]! - before[node]!))
    if (change < CLOSE_V) break
  }
  return solutionOf(sought)
}
