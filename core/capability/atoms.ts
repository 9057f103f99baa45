import { FUNCTIONS, isOwnFunction, SIGNALS, type FunctionName, type SignalName } from '../catalogue'
import { TASKS } from '../document'
import type { DesignUnit } from '../design'
import type { Goal, Part, PartKind } from './parts'

const numbered = <T extends string>(names: readonly T[]): ReadonlyMap<T, number> =>
  new Map(names.map((name, index) => [name, index]))
const SIGNAL_AT = numbered(SIGNALS)
/** What has a number by its name. */
type Named = PartKind | 'volts' | 'closed'
/** The number of what never holds: what nobody has spoken of. */
export const NOTHING = 0

/**
 * Numbers of all that may hold in a design: that a unit gives a function, that a signal is on a port, that a part is whole. A
 * number is given when a thing is first spoken of; once they are closed, what was never spoken of is `NOTHING`.
 */
export class Atoms {
  /** One more than the highest number. */
  count = 1
  /** The parts that may fail, in the order in which they were named, and the number of each. */
  readonly parts: Part[] = []
  readonly partAtoms: number[] = []
  private readonly partOf: (Part | undefined)[] = []
  private readonly unitAt = new Map<string, number>()
  private readonly portAt: ReadonlyMap<string, number>[] = []
  private readonly firstPort: number[] = []
  private readonly firstNeed: number[] = []
  /** The number of each thing that may be said of units and ports, by its seat; the seats of one kind lie together. */
  private readonly seats: Int32Array
  private readonly base: Record<'gives' | 'hears' | 'says' | 'line' | 'need' | 'powered' | 'works', number>
  private readonly byName: Record<Named, Map<string, number>> = {
    volts: new Map(),
    closed: new Map(),
    unit: new Map(),
    link: new Map(),
    protector: new Map(),
    tie: new Map(),
    bus: new Map(),
    source: new Map()
  }
  private complete = false
  /** The functions of the list, and those that entries of this design name as their own. */
  private readonly functionAt: ReadonlyMap<FunctionName, number>
  private readonly goalAt: ReadonlyMap<Goal, number>

  constructor(units: readonly DesignUnit[]) {
    const own = units.flatMap(({ item }) => [
      ...item.provides,
      ...item.needs.flatMap(need => (need.what === 'function' ? [need.name] : []))
    ])
    const functions = [...FUNCTIONS, ...new Set(own.filter(isOwnFunction))]
    this.functionAt = numbered(functions)
    this.goalAt = numbered<Goal>([...functions, ...TASKS])
    let ports = 0
    let needs = 0
    units.forEach((unit, at) => {
      this.unitAt.set(unit.id, at)
      this.firstPort.push(ports)
      this.firstNeed.push(needs)
      this.portAt.push(new Map(unit.item.ports.map((port, index) => [port.id, ports + index])))
      ports += unit.item.ports.length
      needs += unit.item.needs.length
    })
    let end = 0
    const room = (size: number) => (end += size) - size
    this.base = {
      works: room(this.goalAt.size),
      gives: room(units.length * functions.length),
      hears: room(units.length * SIGNALS.length),
      says: room(ports * SIGNALS.length),
      line: room(ports * SIGNALS.length),
      need: room(needs),
      powered: room(units.length)
    }
    this.seats = new Int32Array(end)
  }
  /** From here on no number is given any more. */
  close(): void {
    this.complete = true
  }

  private seat(index: number): number {
    const known = this.seats[index]!
    if (known || this.complete) return known
    return (this.seats[index] = this.count++)
  }
  private named(kind: Named, id: string): number {
    const known = this.byName[kind].get(id)
    if (known !== undefined || this.complete) return known ?? NOTHING
    this.byName[kind].set(id, this.count)
    return this.count++
  }
  /** A port by its unit and its own id; nothing where there is none. */
  port(unit: string, port: string): number | undefined {
    return this.portAt[this.unitAt.get(unit) ?? -1]?.get(port)
  }
  /** A thing said of a unit: `size` of them for each. */
  private ofUnit(base: number, unit: string, size: number, index: number): number {
    const at = this.unitAt.get(unit)
    return at === undefined ? NOTHING : this.seat(base + at * size + index)
  }

  /** Some unit gives a function, or a task can be done. */
  works(name: Goal): number {
    const index = this.goalAt.get(name)
    return index === undefined ? NOTHING : this.seat(this.base.works + index)
  }
  gives(unit: string, name: FunctionName): number {
    const index = this.functionAt.get(name)
    return index === undefined ? NOTHING : this.ofUnit(this.base.gives, unit, this.functionAt.size, index)
  }
  hears(unit: string, signal: SignalName): number {
    return this.ofUnit(this.base.hears, unit, SIGNALS.length, SIGNAL_AT.get(signal)!)
  }
  /** A unit’s own need, by its place in the list of them. */
  need(unit: string, index: number): number {
    const position = this.unitAt.get(unit)
    return position === undefined || index < 0 ? NOTHING : this.seat(this.base.need + this.firstNeed[position]! + index)
  }
  powered(unit: string): number {
    return this.ofUnit(this.base.powered, unit, 1, 0)
  }
  private ofPort(base: number, port: number | undefined, signal: SignalName): number {
    return port === undefined ? NOTHING : this.seat(base + port * SIGNALS.length + SIGNAL_AT.get(signal)!)
  }
  /** A port says a signal. */
  says(port: number | undefined, signal: SignalName): number {
    return this.ofPort(this.base.says, port, signal)
  }
  /** A signal is on the line at a port. */
  line(port: number | undefined, signal: SignalName): number {
    return this.ofPort(this.base.line, port, signal)
  }
  /** There are volts at a bus or source. */
  node(id: string): number {
    return this.named('volts', id)
  }
  /** A tie is closed, as the switches stand. */
  closed(tie: string): number {
    return this.named('closed', tie)
  }
  /** A part is whole. */
  part(kind: PartKind, id: string): number {
    return this.named(kind, id)
  }
  /** Names a part that may fail. */
  addPart(kind: PartKind, id: string, name: string): number {
    const index = this.part(kind, id)
    if (!this.partOf[index]) {
      const part = { id, kind, name }
      this.partOf[index] = part
      this.parts.push(part)
      this.partAtoms.push(index)
    }
    return index
  }
  /** The part of a number; nothing where it is of something else. */
  partAt(atom: number): Part | undefined {
    return this.partOf[atom]
  }
}
