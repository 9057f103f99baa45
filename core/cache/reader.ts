/**
 * What a remembered function reads is recorded while it runs, and nowhere listed. A design and its records are tracked things:
 * each field of theirs tells the function that runs now that it was read.
 */

/** A kind of tracked thing: its fields, and where the thing that answers to it stands in another design. */
export interface Shape {
  readonly name: string
  /** Whether it is a whole design, by which all else is found. */
  readonly root?: true
  readonly fields: readonly string[]
  /** How two values of a field are compared where `===` is not enough. */
  readonly same?: Readonly<Record<string, (a: never, b: never) => boolean>>
  /** What stands in a design where this thing stands in its own; nothing where there is none. */
  counterpart(thing: Tracked, root: Tracked): Tracked | undefined
}

/** What the recorder keeps of one tracked thing. */
export interface Tracked {
  readonly shape: Shape
  /** In the order of the fields of its shape. */
  readonly values: readonly unknown[]
  /** What it was varied from, and the fields that are its own. */
  readonly base?: { readonly of: Tracked; readonly own: ReadonlySet<string> }
  /** Who read each field last: to note it once. */
  readonly readBy: (Reader | undefined)[]
}

/** An answer that a function asked for, with what was read for it; it holds when asking again gives the same. */
export interface Call {
  readonly args: readonly unknown[]
  readonly read: Reader
  holds(args: readonly unknown[]): boolean
}

/** The reads of one run of a function. */
export class Reader {
  private readonly things: Tracked[] = []
  private readonly fields: number[] = []
  private readonly within = new Set<Reader>()
  private readonly calls = new Map<Reader, Call>()
  private gathered?: { reads: ReadonlyMap<Tracked, ReadonlySet<number>>; calls: readonly Call[] }
  /** @param roots the designs among what the function was given */
  constructor(readonly roots: readonly (Tracked | undefined)[]) {}

  note(thing: Tracked, field: number): void {
    this.things.push(thing)
    this.fields.push(field)
  }
  /** What another function read is read by this one too. */
  include(other: Reader): void {
    if (other !== this && other.any) this.within.add(other)
  }
  call(call: Call): void {
    this.calls.set(call.read, call)
  }
  /** Whether anything was read that may be another in the next design. */
  get any(): boolean {
    return this.things.length > 0 || this.within.size > 0 || this.calls.size > 0
  }

  /** Whether an answer can be asked for again: it was asked of designs that this function was given, and of no part of one. */
  private canAskAgain({ args }: Call): boolean {
    return args.every(arg => {
      const thing = trackedOf(arg)
      return !thing || this.roots.includes(thing)
    })
  }
  /** Every read by the thing, and what can be asked again. Of an answer about another design all that was read for it is read. */
  private get all(): { reads: ReadonlyMap<Tracked, ReadonlySet<number>>; calls: readonly Call[] } {
    if (this.gathered) return this.gathered
    const reads = new Map<Tracked, Set<number>>()
    const calls = new Map<Reader, Call>()
    const seen = new Set<Reader>()
    const gather = (reader: Reader) => {
      if (seen.has(reader)) return
      seen.add(reader)
      reader.things.forEach((thing, index) => {
        const fields = reads.get(thing) ?? new Set<number>()
        reads.set(thing, fields.add(reader.fields[index]!))
      })
      reader.within.forEach(gather)
      for (const call of reader.calls.values())
        if (this.canAskAgain(call)) calls.set(call.read, call)
        else gather(call.read)
    }
    gather(this)
    return (this.gathered = { reads, calls: [...calls.values()] })
  }

  /**
   * Whether all that was read is the same with these arguments as with those before.
   * @param before what the function was given then
   */
  holds(before: readonly unknown[], now: readonly unknown[]): boolean {
    const roots = now.map(rootOf)
    const { reads, calls } = this.all
    for (const [thing, fields] of reads) if (!this.sameThing(thing, fields, roots)) return false
    return calls.every(call =>
      call.holds(
        call.args.map(arg => {
          const index = before.indexOf(arg)
          return index < 0 ? arg : now[index]
        })
      )
    )
  }
  private sameThing(thing: Tracked, fields: ReadonlySet<number>, now: readonly (Tracked | undefined)[]): boolean {
    let found = false
    for (let index = 0; index < this.roots.length; index++) {
      const root = this.roots[index]
      if (!root) continue
      const mine = thing.shape.counterpart(thing, root)
      if (!mine) continue
      // Of a thing and what it was varied from both are read: the one that the design has stands for both.
      if (mine !== thing && !isVariedFrom(mine, thing) && !isVariedFrom(thing, mine)) continue
      found = true
      if (mine !== thing) continue
      const there = now[index]
      const other = there && thing.shape.counterpart(thing, there)
      if (!other) return false
      if (other !== thing && !sameFields(thing, other, fields)) return false
    }
    return found
  }
}
function isVariedFrom(thing: Tracked, base: Tracked): boolean {
  for (let of = thing.base?.of; of; of = of.base?.of) if (of === base) return true
  return false
}
function sameFields({ shape, values }: Tracked, other: Tracked, fields: ReadonlySet<number>): boolean {
  for (const field of fields) {
    const [a, b] = [values[field], other.values[field]]
    if (a === b) continue
    const same = shape.same?.[shape.fields[field]!] as ((a: unknown, b: unknown) => boolean) | undefined
    if (!same || a === undefined || b === undefined || !same(a, b)) return false
  }
  return true
}

/** Who reads now. */
let reader: Reader | undefined
/** Runs a function and records what it reads. */
export function recorded<R>(args: readonly unknown[], work: () => R): { answer: R; read: Reader } {
  const outer = reader
  const read = new Reader(args.map(rootOf))
  reader = read
  try {
    return { answer: work(), read }
  } finally {
    reader = outer
  }
}
/** Runs a function whose reads are nobody's. */
export function unrecorded<R>(work: () => R): R {
  const outer = reader
  reader = undefined
  try {
    return work()
  } finally {
    reader = outer
  }
}
/** Who reads now, if anybody. */
export const readingNow = (): Reader | undefined => reader

const THING = Symbol('tracked')
/** What the recorder keeps of a value, where it is tracked. */
export const trackedOf = (value: unknown): Tracked | undefined =>
  typeof value === 'object' && value !== null ? (value as { [THING]?: Tracked })[THING] : undefined

/** The same where it is a whole design. */
export function rootOf(value: unknown): Tracked | undefined {
  const thing = trackedOf(value)
  return thing?.shape.root ? thing : undefined
}

function note(thing: Tracked, field: number): void {
  for (let of: Tracked | undefined = thing; of; of = of.base?.of) {
    if (of.readBy[field] === reader) return
    of.readBy[field] = reader
    reader!.note(of, field)
    if (of.base?.own.has(of.shape.fields[field]!)) return
  }
}
/** The accessor of a field, shown among the own fields of a thing or not. */
type Accessor = readonly [shown: PropertyDescriptor, hidden: PropertyDescriptor]
const accessors = new WeakMap<Shape, readonly Accessor[]>()
/** One accessor for each field, the same for all things of a shape. */
function accessorsOf(shape: Shape): readonly Accessor[] {
  const known = accessors.get(shape)
  if (known) return known
  const made = shape.fields.map((_, field): Accessor => {
    const shown = {
      configurable: true,
      enumerable: true,
      get(this: { [THING]: Tracked }) {
        const thing = this[THING]
        if (reader !== undefined && thing.readBy[field] !== reader) note(thing, field)
        return thing.values[field]
      }
    }
    return [shown, { ...shown, enumerable: false }]
  })
  accessors.set(shape, made)
  return made
}
function trackValues<T extends object>(shape: Shape, values: readonly unknown[], base?: Tracked['base']): T {
  const thing: Tracked = { shape, values, base, readBy: values.map(() => undefined) }
  const made = Object.defineProperty({}, THING, { value: thing }) as T
  accessorsOf(shape).forEach(([shown, hidden], field) =>
    Object.defineProperty(made, shape.fields[field]!, values[field] === undefined ? hidden : shown)
  )
  return made
}
/** A value whose fields tell that they are read. One that it has not is read as absent, and is not listed among its own. */
export const track = <T extends object>(shape: Shape, value: T): T =>
  trackValues(
    shape,
    shape.fields.map(name => (value as Record<string, unknown>)[name])
  )
/** A tracked value with some fields of its own: what it has not changed is read of the value it was varied from. */
export function varied<T extends object>(value: T, own: Partial<T>): T {
  const of = trackedOf(value)
  if (!of) return { ...value, ...own }
  const values = of.shape.fields.map((name, field) =>
    name in own ? (own as Record<string, unknown>)[name] : of.values[field]
  )
  return trackValues(of.shape, values, { of, own: new Set(Object.keys(own)) })
}
/** What a tracked thing has in a field, read by nobody. */
export const valueOf = ({ shape, values }: Tracked, name: string): unknown => values[shape.fields.indexOf(name)]
