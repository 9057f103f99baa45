import {
  alsoSaid,
  heardBy,
  isFor,
  plainSignal,
  saidBy,
  WIRELESS,
  type FunctionName,
  type Need,
  type Port,
  type PortKind,
  type SignalName
} from '../catalogue'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Link } from '../document'
import type { Design, DesignUnit } from '../design'
import { closed, positionsOf, powerModel } from '../power'
import { Atoms } from './atoms'
import { RuleList } from './horn'
import type { Task } from './parts'

/** What rests on what in a design: what its atoms mean, and the rules between them. */
export interface DesignRules {
  atoms: Atoms
  rules: RuleList
  /** The ties that are closed with the switches as in normal flight: they are given, beside every part that is whole. */
  ties: number[]
}

/** Kinds of port whose links make one bus that everybody on it hears. */
export const SHARED: ReadonlySet<PortKind> = new Set<PortKind>(['can', 'ethernet'])
/** Kinds of port that hear one talker at most: two on a line say nothing that can be read. */
const ONE_TALKER = new Set(['rs-232', 'arinc 429'])

/**
 * Ways to do each task (common practice). To aviate in cloud or by night wants an attitude; in sight of the ground airspeed and
 * altitude will do. With pitot or static gone, a known attitude and power with the speed and height of a satellite receiver.
 */
export function waysOf(design: Pick<Design, 'brief'>): Record<Task, readonly (readonly FunctionName[])[]> {
  const blind = design.brief.flying.some(kind => kind !== 'day VFR')
  return {
    aviate: [
      ['airspeed', 'altitude', ...(blind ? (['attitude'] as const) : [])],
      ['attitude', 'waas gps'],
      ['attitude', 'gps']
    ],
    navigate: [['waas gps'], ['gps'], ['vor']],
    communicate: [['com']],
    // In cloud, down to the minimum height: by guidance alone nobody knows whether the wings are level, or how high.
    approach: [
      ['satellite approach', 'attitude', 'altitude'],
      ['localizer', 'glideslope', 'attitude', 'altitude']
    ]
  }
}

/** Whether the place a unit stands at is of a kind that it is made for: elsewhere nothing it gives is counted on. */
export const wellPlaced = (unit: DesignUnit): boolean => unit.item.mounts.includes(unit.place.kind)
/** Whether what a unit provides counts at all. */
const counts = (unit: DesignUnit): boolean => wellPlaced(unit) && !unit.inoperative

/** The functions that stand for a source of the airframe: the unit that gives one is the thing itself. */
const SOURCE_OF: Readonly<Record<string, FunctionName>> = {
  [MAIN_ALTERNATOR]: 'generator',
  [MAIN_BATTERY]: 'battery power'
}

/** All that a design says of what rests on what. */
export function rulesOf(design: Design): DesignRules {
  const atoms = new Atoms(design.units)
  const rules = new RuleList()
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const givers = new Map<FunctionName, DesignUnit[]>()
  for (const unit of design.units)
    for (const name of new Set(unit.item.provides)) {
      const known = givers.get(name)
      if (known) known.push(unit)
      else givers.set(name, [unit])
    }
  const making: Making & Known = { atoms, rules, ties: [], units, givers }
  powerRules(design, making)
  for (const [task, ways] of Object.entries(waysOf(design)) as [Task, FunctionName[][]][])
    for (const way of ways)
      rules.add(
        atoms.works(task),
        way.map(name => atoms.works(name))
      )
  const generating = alternatorTied(design, making)
  for (const unit of design.units) {
    // In the order in which a chain is told: what feeds it, then the unit itself.
    const alive = [atoms.addPart('unit', unit.id, unit.label)]
    if (unit.item.power && unit.item.power.maxA > 0) alive.unshift(atoms.powered(unit.id))
    const needs = unit.item.needs.map((need, index) => ({ need, atom: atoms.need(unit.id, index) }))
    const restingOn = (purpose: FunctionName | SignalName) => [
      ...needs.filter(({ need }) => isFor(need, purpose)).map(({ atom }) => atom),
      ...alive
    ]
    if (counts(unit))
      for (const name of new Set(unit.item.provides)) {
        rules.add(atoms.gives(unit.id, name), [...(name === 'generator' ? [generating] : []), ...restingOn(name)])
        rules.add(atoms.works(name), [atoms.gives(unit.id, name)])
      }
    for (const port of unit.item.ports) {
      const at = atoms.port(unit.id, port.id)!
      for (const signal of new Set(saidBy(port))) {
        if (counts(unit)) rules.add(atoms.says(at, signal), restingOn(signal))
        for (const also of alsoSaid(signal).slice(1)) rules.add(atoms.says(at, also), [atoms.says(at, signal)])
      }
    }
    for (const { need, atom } of needs) needRules(design, { unit, need, head: atom }, making)
  }
  lineRules(design, making)
  atoms.close()
  return { atoms, rules, ties: making.ties }
}

/** What holds when some alternator is joined to anything: one that is not gives nothing. */
function alternatorTied(design: Design, { atoms, rules }: Making): number {
  const model = powerModel(design)
  const tied = atoms.node('some alternator')
  for (const id of model.alternators)
    for (const tie of model.supply.ties) if (tie.from === id || tie.to === id) rules.add(tied, [atoms.closed(tie.id)])
  return tied
}

type Making = DesignRules

/**
 * Who has volts: sources, what ties them to buses while it is closed, each unit’s breaker. A tie that is open in normal flight is
 * no part that could be missed.
 */
function powerRules(design: Design, { atoms, rules, ties }: Making): void {
  const model = powerModel(design)
  const positions = positionsOf(model.supply, 'normal')
  for (const source of model.sources) {
    const alive = atoms.addPart('source', source.id, source.name)
    const box = source.id.startsWith(UNIT_SOURCE)
      ? [source.id.slice(UNIT_SOURCE.length)]
      : design.units
          .filter(unit => SOURCE_OF[source.id] && unit.item.provides.includes(SOURCE_OF[source.id]!))
          .map(unit => unit.id)
    // The airframe’s own source is the unit that gives it, where one is entered.
    if (box.length === 0) rules.add(atoms.node(source.id), [alive])
    for (const unit of box) rules.add(atoms.node(source.id), [alive, atoms.part('unit', unit)])
  }
  const busPart = new Map(model.supply.buses.map(bus => [bus.id, atoms.addPart('bus', bus.id, bus.name)]))
  const through = (id: string) => busPart.get(id) ?? []
  for (const tie of model.supply.ties) {
    const isClosed = closed(tie, positions)
    if (isClosed) ties.push(atoms.closed(tie.id))
    const part = isClosed ? atoms.addPart('tie', tie.id, tie.name) : atoms.part('tie', tie.id)
    const alive = [atoms.closed(tie.id), part, through(tie.from), through(tie.to)].flat()
    rules.add(atoms.node(tie.to), [atoms.node(tie.from), ...alive])
    if (tie.kind !== 'diode') rules.add(atoms.node(tie.from), [atoms.node(tie.to), ...alive])
  }
  const labels = new Map(design.units.map(unit => [unit.id, unit.label]))
  for (const unit of design.units) {
    if (!unit.item.power) continue
    const { bus, alsoBus } = model.feedOf(unit)
    const owner = model.choice(unit.id)?.sharesWith ?? unit.id
    const protector = atoms.addPart('protector', owner, `breaker of ${labels.get(owner) ?? owner}`)
    for (const from of alsoBus ? [bus, alsoBus] : [bus])
      rules.add(atoms.powered(unit.id), [atoms.node(from), protector, through(from)].flat())
    if (unit.item.power.internalBatteryMinutes) rules.add(atoms.powered(unit.id), [atoms.part('unit', unit.id)])
  }
}

/** Units by id, and by what they would give. */
interface Known {
  units: ReadonlyMap<string, DesignUnit>
  givers: ReadonlyMap<FunctionName, readonly DesignUnit[]>
}

/** What meets a need. */
function needRules(
  design: Design,
  { unit, need, head }: { unit: DesignUnit; need: Need; head: number },
  { atoms, rules, units, givers }: Making & Known
): void {
  if (need.what === 'signal') {
    rules.add(head, [atoms.hears(unit.id, need.name)])
    return
  }
  if (need.what === 'function') {
    for (const other of givers.get(need.name) ?? [])
      if (other.id !== unit.id) rules.add(head, [atoms.gives(other.id, need.name)])
    return
  }
  if (need.what === 'aerial') {
    for (const link of design.links) {
      const far = farEnd(link, unit.id, need.port)
      const other = far && units.get(far.unit)
      if (other?.item.provides.includes(need.name))
        rules.add(head, [atoms.addPart('link', link.id, linkName(link, units)), atoms.gives(other.id, need.name)])
    }
    return
  }
  // Somebody who shows it: a unit that works, on whose port what this one says arrives.
  for (const other of design.units) {
    if (other.id === unit.id) continue
    const alive = [
      atoms.part('unit', other.id),
      ...(other.item.power && other.item.power.maxA > 0 ? [atoms.powered(other.id)] : [])
    ]
    for (const port of other.item.ports)
      if (hearsKind(port, need.name) && !saidBy(port).includes(need.name))
        rules.add(head, [atoms.line(atoms.port(other.id, port.id), need.name), ...alive])
  }
}

/** The other end of a link that has this port of this unit at one end. */
function farEnd(link: Link, unit: string, port: string): Link['from'] | undefined {
  if (link.from.unit === unit && link.from.port === port) return link.to
  return link.to.unit === unit && link.to.port === port ? link.from : undefined
}
const linkName = (link: Link, units: ReadonlyMap<string, DesignUnit>): string => {
  const end = ({ unit, port }: Link['from']) => {
    const known = units.get(unit)
    return { label: known?.label ?? unit, kind: known?.item.ports.find(other => other.id === port)?.kind }
  }
  const from = end(link.from)
  return `${from.kind ?? 'wire'} ${from.label} to ${end(link.to).label}`
}
/** Whether a port understands a signal: it knows the signal, or another grade of it. */
const hearsKind = (port: Port, signal: SignalName): boolean =>
  heardBy(port).some(known => plainSignal(known) === plainSignal(signal))

/** A port that some link names, with all that it says and by its grades also says. */
interface LinkedPort {
  at: number
  port: Port
  said: ReadonlySet<SignalName>
  /** The ports at the other ends of its links. */
  ends: LinkedPort[]
  /** How many links end here with their `to`. */
  talkers: number
}

/** What travels on the links. A shared bus carries what anybody on it says to all; any other link goes one way. */
function lineRules(design: Design, { atoms, rules, units }: Making & Known): void {
  const known = new Map<number, LinkedPort>()
  const linked = (end: Link['from']): LinkedPort | undefined => {
    const at = atoms.port(end.unit, end.port)
    if (at === undefined) return undefined
    const before = known.get(at)
    if (before) return before
    const port = units.get(end.unit)!.item.ports.find(port => port.id === end.port)!
    const said = new Set<SignalName>()
    for (const signal of saidBy(port)) for (const also of alsoSaid(signal)) said.add(also)
    const made = { at, port, said, ends: [], talkers: 0 }
    known.set(at, made)
    return made
  }
  const links: { link: Link; from: LinkedPort; to: LinkedPort }[] = []
  for (const link of design.links) {
    const from = linked(link.from)
    const to = linked(link.to)
    if (to) to.talkers++
    if (!from || !to) continue
    from.ends.push(to)
    to.ends.push(from)
    // Whether a wireless link holds in flight is nobody’s to promise: nothing rests on it.
    if (from.port.kind === to.port.kind && from.port.kind !== WIRELESS) links.push({ link, from, to })
  }
  const buses = new Buses()
  for (const { link, from, to } of links) {
    if (SHARED.has(from.port.kind)) {
      buses.join(from, to)
      continue
    }
    const alive = atoms.addPart('link', link.id, linkName(link, units))
    for (const [talker, listener] of [
      [from, to],
      [to, from]
    ] as const) {
      if (talker.port.flow === 'in' || listener.port.flow === 'out') continue
      if (ONE_TALKER.has(listener.port.kind) && listener === to && listener.talkers > 1) continue
      for (const signal of talker.said)
        rules.add(atoms.line(listener.at, signal), [atoms.says(talker.at, signal), alive])
    }
  }
  const said = buses.said()
  for (const port of buses.ports)
    for (const signal of said.get(buses.rootOf(port))!)
      if (port.said.has(signal)) rules.add(atoms.line(port.at, signal), [atoms.says(port.at, signal)])
  for (const { link, from, to } of links) {
    if (!SHARED.has(from.port.kind)) continue
    const alive = atoms.addPart('link', link.id, linkName(link, units))
    for (const signal of said.get(buses.rootOf(from))!) {
      const [a, b] = [atoms.line(from.at, signal), atoms.line(to.at, signal)]
      rules.add(b, [a, alive])
      rules.add(a, [b, alive])
    }
  }
  // What arrives at a port is heard by its unit.
  for (const unit of design.units)
    for (const port of unit.item.ports) {
      const here = known.get(atoms.port(unit.id, port.id)!)
      if (!here) continue
      const arriving =
        said.get(buses.rootOf(here)) ??
        new Set(here.ends.filter(far => far.port.kind === port.kind).flatMap(far => [...far.said]))
      for (const signal of arriving)
        if (hearsKind(port, signal))
          for (const also of alsoSaid(signal)) rules.add(atoms.hears(unit.id, also), [atoms.line(here.at, signal)])
    }
}

/** Ports that links of a shared kind join to buses. */
class Buses {
  private readonly up = new Map<LinkedPort, LinkedPort>()

  get ports(): Iterable<LinkedPort> {
    return this.up.keys()
  }
  /** The port that stands for the bus a port is on. */
  rootOf(port: LinkedPort): LinkedPort {
    const up = this.up.get(port)
    if (up === undefined || up === port) return port
    const root = this.rootOf(up)
    this.up.set(port, root)
    return root
  }
  join(a: LinkedPort, b: LinkedPort): void {
    for (const port of [a, b]) if (!this.up.has(port)) this.up.set(port, port)
    this.up.set(this.rootOf(a), this.rootOf(b))
  }
  /** All signals that anybody says on a bus, by the port that stands for it. */
  said(): Map<LinkedPort, Set<SignalName>> {
    const found = new Map<LinkedPort, Set<SignalName>>()
    for (const port of this.ports) {
      const root = this.rootOf(port)
      const signals = found.get(root) ?? new Set<SignalName>()
      for (const signal of port.said) signals.add(signal)
      found.set(root, signals)
    }
    return found
  }
}
