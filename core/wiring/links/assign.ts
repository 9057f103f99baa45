/**
 * Who may have which port, as a bare problem: demands with what they are worth, options that meet some of them and take up
 * resources, and how much of each resource there is.
 */
export interface Assignment {
  /** What it is worth to meet each demand. */
  worth: readonly number[]
  options: readonly {
    /** Demands that it meets. */
    meets: readonly number[]
    /** Resources of which it takes one each. */
    takes: readonly number[]
    /** What it costs by itself: less than the least worth, so that it only decides between equals. */
    cost: number
  }[]
  /** How many options may take each resource. */
  capacity: readonly number[]
}

/** What a set of options is worth: demands met, less what the options cost. */
export function valueOf({ worth, options }: Assignment, chosen: Iterable<number>): number {
  const met = new Set<number>()
  let cost = 0
  for (const index of chosen) {
    cost += options[index]!.cost
    for (const demand of options[index]!.meets) met.add(demand)
  }
  return [...met].reduce((sum, demand) => sum + worth[demand]!, 0) - cost
}

/**
 * The options that together are worth most within the capacities: exact. What does not hang together is solved apart; within one
 * part the scarcest demand is decided first, and a branch ends when all that is left in it could not beat what was found.
 * @returns indices of the chosen options, in order
 */
export function assign(problem: Assignment): number[] {
  const users = problem.capacity.map(() => 0)
  for (const { takes } of problem.options) for (const take of takes) users[take]!++
  // A resource of which there is enough for all binds nobody.
  const scarce = problem.capacity.map((room, index) => users[index]! > room)
  return parts(problem, scarce)
    .flatMap(part => new Part(problem, scarce, part).best())
    .sort((a, b) => a - b)
}

/** Options that hang together by a demand or by a scarce resource, part by part. */
function parts({ worth, options }: Assignment, scarce: readonly boolean[]): number[][] {
  const parent = options.map((_, index) => index)
  const rootOf = (index: number): number => {
    while (parent[index] !== index) index = parent[index] = parent[parent[index]!]!
    return index
  }
  const first = new Map<string, number>()
  const join = (key: string, index: number) => {
    const other = first.get(key)
    if (other === undefined) first.set(key, index)
    else parent[rootOf(index)] = rootOf(other)
  }
  options.forEach(({ meets, takes }, index) => {
    for (const demand of meets) if (worth[demand]! > 0) join(`d${demand}`, index)
    for (const take of takes) if (scarce[take]) join(`r${take}`, index)
  })
  const groups = new Map<number, number[]>()
  options.forEach((_, index) => groups.set(rootOf(index), [...(groups.get(rootOf(index)) ?? []), index]))
  return [...groups.values()]
}

/** One part of the problem, searched to its end. */
class Part {
  private readonly room: number[]
  private readonly met: number[]
  private readonly byDemand = new Map<number, number[]>()
  private readonly chosen: number[] = []
  private readonly out = new Set<number>()
  private bestValue = 0
  private bestChosen: number[] = []
  constructor(
    private readonly problem: Assignment,
    private readonly scarce: readonly boolean[],
    part: readonly number[]
  ) {
    this.room = [...problem.capacity]
    this.met = problem.worth.map(() => 0)
    for (const index of part)
      for (const demand of problem.options[index]!.meets)
        this.byDemand.set(demand, [...(this.byDemand.get(demand) ?? []), index])
  }
  best(): number[] {
    this.search(0, new Set(this.byDemand.keys()))
    return this.bestChosen
  }
  private free = (index: number): boolean =>
    !this.out.has(index) && this.problem.options[index]!.takes.every(take => !this.scarce[take] || this.room[take]! > 0)

  private search(value: number, open: ReadonlySet<number>): void {
    if (value > this.bestValue + 1e-9) {
      this.bestValue = value
      this.bestChosen = [...this.chosen]
    }
    let scarcest: { demand: number; ways: number[] } | undefined
    let hope = value
    const still = new Set<number>()
    for (const demand of open) {
      if (this.met[demand]! > 0) continue
      const ways = this.byDemand.get(demand)!.filter(this.free)
      if (!ways.length) continue
      still.add(demand)
      hope += this.problem.worth[demand]!
      if (
        !scarcest ||
        ways.length < scarcest.ways.length ||
        (ways.length === scarcest.ways.length && this.problem.worth[demand]! > this.problem.worth[scarcest.demand]!)
      )
        scarcest = { demand, ways }
    }
    if (!scarcest || hope <= this.bestValue + 1e-9) return
    const gains = new Map(scarcest.ways.map(way => [way, this.gain(way)]))
    const ways = scarcest.ways.sort((a, b) => gains.get(b)! - gains.get(a)! || a - b)
    const tried: number[] = []
    for (const way of ways) {
      this.take(way, 1)
      this.search(value + gains.get(way)!, still)
      this.take(way, -1)
      // Whatever is worth most with this option has been found: from here on it is out.
      this.out.add(way)
      tried.push(way)
    }
    still.delete(scarcest.demand)
    // With every way out this demand is left unmet.
    this.search(value, still)
    for (const at of tried) this.out.delete(at)
  }
  private gain(index: number): number {
    const { meets, cost } = this.problem.options[index]!
    return meets.reduce((sum, demand) => sum + (this.met[demand]! > 0 ? 0 : this.problem.worth[demand]!), 0) - cost
  }
  private take(index: number, by: 1 | -1): void {
    const { meets, takes } = this.problem.options[index]!
    for (const demand of meets) this.met[demand]! += by
    for (const take of takes) this.room[take]! -= by
    if (by === 1) this.chosen.push(index)
    else this.chosen.pop()
  }
}
