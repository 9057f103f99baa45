import {
  alsoSaid,
  heardBy,
  isFor,
  plainSignal,
  saidBy,
  type FunctionName,
  type Need,
  type Port,
  type SignalName
} from '../catalogue'
import { TASKS, MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Link } from '../document'
import type { Design, DesignUnit } from '../design'
import { closed, positionsOf, powerModel } from '../power'

/** What may fail by itself. */
export type PartKind = 'unit' | 'link' | 'protector' | 'tie' | 'bus' | 'source'
export interface Part {
  id: string
  kind: PartKind
  name: string
}

/** One rule of a design: what holds when all of these hold. Atoms are named by what they say. */
export interface DesignRule {
  head: string
  body: string[]
}
export interface DesignRules {
  parts: Map<string, Part>
  rules: DesignRule[]
}

/** Kinds of port whose links make one bus that everybody on it hears. */
const SHARED = new Set(['can', 'ethernet'])
/** Kinds of port that hear one talker at most: two on a line say nothing that can be read. */
const ONE_TALKER = new Set(['rs-232', 'arinc 429'])

export type Task = (typeof TASKS)[number]
/** A function, or a task that several functions serve. */
export type Goal = FunctionName | Task

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
    approach: [['satellite approach'], ['localizer', 'glideslope']]
  }
}

export const atom = {
  gives: (unit: string, name: FunctionName) => `gives ${name} by ${unit}`,
  works: (name: Goal) => `works ${name}`,
  says: (unit: string, port: string, signal: SignalName) => `says ${signal} by ${unit} on ${port}`,
  onLine: (unit: string, port: string, signal: SignalName) => `line ${signal} at ${unit} on ${port}`,
  hears: (unit: string, signal: SignalName) => `hears ${signal} by ${unit}`,
  need: (unit: string, index: number) => `need ${index} of ${unit}`,
  powered: (unit: string) => `power at ${unit}`,
  node: (id: string) => `volts at ${id}`,
  part: (kind: PartKind, id: string) => `part ${kind} ${id}`
}

/** Whether the place a unit stands at is of a kind that it is made for: elsewhere nothing it gives is counted on. */
export const wellPlaced = (unit: DesignUnit): boolean => unit.item.mounts.includes(unit.place.kind)

/** The functions that stand for a source of the airframe: the unit that gives one is the thing itself. */
const SOURCE_OF: Readonly<Record<string, FunctionName>> = {
  [MAIN_ALTERNATOR]: 'generator',
  [MAIN_BATTERY]: 'battery power'
}

/** All that a design says of what rests on what. */
export function rulesOf(design: Design): DesignRules {
  const parts = new Map<string, Part>()
  const rules: DesignRule[] = []
  const rule = (head: string, ...body: string[]) => rules.push({ head, body })
  const part = (kind: PartKind, id: string, name: string): string => {
    const key = atom.part(kind, id)
    if (!parts.has(key)) parts.set(key, { id, kind, name })
    return key
  }
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const givers = new Map<FunctionName, DesignUnit[]>()
  for (const unit of design.units)
    for (const name of new Set(unit.item.provides)) {
      const known = givers.get(name)
      if (known) known.push(unit)
      else givers.set(name, [unit])
    }
  powerRules(design, { rule, part })
  for (const [task, ways] of Object.entries(waysOf(design)) as [Task, FunctionName[][]][])
    for (const way of ways) rule(atom.works(task), ...way.map(name => atom.works(name)))
  const generating = alternatorTied(design)
  for (const unit of design.units) {
    // In the order in which a chain is told: what feeds it, then the unit itself.
    const alive = [part('unit', unit.id, unit.label)]
    if (unit.item.power && unit.item.power.maxA > 0) alive.unshift(atom.powered(unit.id))
    const wait = (purpose: FunctionName | SignalName) =>
      unit.item.needs.flatMap((need, index) => (isFor(need, purpose) ? [atom.need(unit.id, index)] : []))
    if (wellPlaced(unit))
      for (const name of new Set(unit.item.provides)) {
        if (name === 'generator' && !generating) continue
        rule(atom.gives(unit.id, name), ...wait(name), ...alive)
        rule(atom.works(name), atom.gives(unit.id, name))
      }
    for (const port of unit.item.ports)
      for (const signal of new Set(saidBy(port))) {
        if (wellPlaced(unit)) rule(atom.says(unit.id, port.id, signal), ...wait(signal), ...alive)
        for (const also of alsoSaid(signal).slice(1))
          rule(atom.says(unit.id, port.id, also), atom.says(unit.id, port.id, signal))
      }
    unit.item.needs.forEach((need, index) =>
      needRules(design, { unit, need, head: atom.need(unit.id, index) }, { rule, part, units, givers })
    )
  }
  lineRules(design, units, { rule, part })
  return { parts, rules }
}

/** Whether some alternator is joined to anything with the switches as in normal flight: one that is not gives nothing. */
function alternatorTied(design: Design): boolean {
  const model = powerModel(design)
  const positions = positionsOf(model.supply, 'normal')
  return model.alternators.some(id =>
    model.supply.ties.some(tie => (tie.from === id || tie.to === id) && closed(tie, positions))
  )
}

interface Making {
  rule: (head: string, ...body: string[]) => void
  part: (kind: PartKind, id: string, name: string) => string
}

/** Who has volts: sources, what ties them to buses with the switches as in normal flight, each unit’s breaker. */
function powerRules(design: Design, { rule, part }: Making): void {
  const model = powerModel(design)
  const positions = positionsOf(model.supply, 'normal')
  for (const source of model.sources) {
    const alive = part('source', source.id, source.name)
    const box = source.id.startsWith(UNIT_SOURCE)
      ? [source.id.slice(UNIT_SOURCE.length)]
      : design.units
          .filter(unit => SOURCE_OF[source.id] && unit.item.provides.includes(SOURCE_OF[source.id]!))
          .map(unit => unit.id)
    // The airframe’s own source is the unit that gives it, where one is entered.
    if (box.length === 0) rule(atom.node(source.id), alive)
    for (const unit of box) rule(atom.node(source.id), alive, atom.part('unit', unit))
  }
  const busPart = new Map(model.supply.buses.map(bus => [bus.id, part('bus', bus.id, bus.name)]))
  const through = (id: string) => busPart.get(id) ?? undefined
  for (const tie of model.supply.ties) {
    if (!closed(tie, positions)) continue
    const alive = [part('tie', tie.id, tie.name), through(tie.from), through(tie.to)].filter(one => one !== undefined)
    rule(atom.node(tie.to), atom.node(tie.from), ...alive)
    if (tie.kind !== 'diode') rule(atom.node(tie.from), atom.node(tie.to), ...alive)
  }
  for (const unit of design.units) {
    if (!unit.item.power) continue
    const { bus, alsoBus } = model.hangs(unit)
    const owner = model.choice(unit.id)?.sharesWith ?? unit.id
    const label = owner === unit.id ? unit.label : (design.units.find(one => one.id === owner)?.label ?? owner)
    const protector = part('protector', owner, `breaker of ${label}`)
    for (const from of alsoBus ? [bus, alsoBus] : [bus]) {
      const alive = through(from)
      rule(atom.powered(unit.id), atom.node(from), protector, ...(alive ? [alive] : []))
    }
    if (unit.item.power.internalBatteryMinutes) rule(atom.powered(unit.id), atom.part('unit', unit.id))
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
  { unit, need, head }: { unit: DesignUnit; need: Need; head: string },
  { rule, part, units, givers }: Making & Known
): void {
  if (need.what === 'signal') {
    rule(head, atom.hears(unit.id, need.name))
    return
  }
  if (need.what === 'function') {
    for (const other of givers.get(need.name) ?? [])
      if (other.id !== unit.id) rule(head, atom.gives(other.id, need.name))
    return
  }
  if (need.what === 'aerial') {
    for (const link of design.links) {
      const far = farEnd(link, unit.id, need.port)
      const other = far && units.get(far.unit)
      if (other?.item.provides.includes(need.name))
        rule(head, part('link', link.id, linkName(link, units)), atom.gives(other.id, need.name))
    }
    return
  }
  // Somebody who shows it: a unit that works, on whose port what this one says arrives.
  for (const other of design.units) {
    if (other.id === unit.id) continue
    const alive = [
      atom.part('unit', other.id),
      ...(other.item.power && other.item.power.maxA > 0 ? [atom.powered(other.id)] : [])
    ]
    for (const port of other.item.ports)
      if (hearsKind(port, need.name) && !saidBy(port).includes(need.name))
        rule(head, atom.onLine(other.id, port.id, need.name), ...alive)
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
    return { label: known?.label ?? unit, kind: known?.item.ports.find(one => one.id === port)?.kind }
  }
  const from = end(link.from)
  return `${from.kind ?? 'wire'} ${from.label} to ${end(link.to).label}`
}
/** Whether a port understands a signal: it knows the signal, or another grade of it. */
const hearsKind = (port: Port, signal: SignalName): boolean =>
  heardBy(port).some(known => plainSignal(known) === plainSignal(signal))

/** What travels on the links. A shared bus carries what anybody on it says to all; any other link goes one way. */
function lineRules(design: Design, units: ReadonlyMap<string, DesignUnit>, { rule, part }: Making): void {
  const talkers = new Map<string, number>()
  for (const { to } of design.links) {
    const key = `${to.unit} ${to.port}`
    talkers.set(key, (talkers.get(key) ?? 0) + 1)
  }
  const portAt = ({ unit, port }: Link['from']) => units.get(unit)?.item.ports.find(one => one.id === port)
  const shared = new Map<string, { unit: string; port: Port }>()
  // All signals that anybody says on a bus that a port belongs to.
  const group = new Map<string, string>()
  const rootOf = (key: string): string => {
    const up = group.get(key)
    if (up === undefined || up === key) return key
    const root = rootOf(up)
    group.set(key, root)
    return root
  }
  const listen = (unit: string, port: Port, signal: SignalName) => {
    if (hearsKind(port, signal))
      for (const also of alsoSaid(signal)) rule(atom.hears(unit, also), atom.onLine(unit, port.id, signal))
  }
  const buses: Link[] = []
  for (const link of design.links) {
    const from = portAt(link.from)
    const to = portAt(link.to)
    if (!from || !to || from.kind !== to.kind) continue
    if (SHARED.has(from.kind)) {
      buses.push(link)
      for (const [end, port] of [
        [link.from, from],
        [link.to, to]
      ] as const)
        shared.set(`${end.unit} ${end.port}`, { unit: end.unit, port })
      group.set(rootOf(`${link.from.unit} ${link.from.port}`), rootOf(`${link.to.unit} ${link.to.port}`))
      continue
    }
    const alive = part('link', link.id, linkName(link, units))
    for (const [a, b, talker, listener] of [
      [link.from, link.to, from, to],
      [link.to, link.from, to, from]
    ] as const) {
      if (talker.flow === 'in' || listener.flow === 'out') continue
      if (ONE_TALKER.has(listener.kind) && b === link.to && talkers.get(`${b.unit} ${b.port}`)! > 1) continue
      for (const signal of new Set(saidBy(talker).flatMap(alsoSaid)))
        rule(atom.onLine(b.unit, b.port, signal), atom.says(a.unit, a.port, signal), alive)
    }
  }
  const said = new Map<string, Set<SignalName>>()
  for (const [key, { port }] of shared) {
    const known = said.get(rootOf(key)) ?? new Set<SignalName>()
    for (const signal of saidBy(port).flatMap(alsoSaid)) known.add(signal)
    said.set(rootOf(key), known)
  }
  for (const [key, { unit, port }] of shared)
    for (const signal of said.get(rootOf(key))!)
      if (saidBy(port).flatMap(alsoSaid).includes(signal))
        rule(atom.onLine(unit, port.id, signal), atom.says(unit, port.id, signal))
  for (const link of buses) {
    const alive = part('link', link.id, linkName(link, units))
    for (const signal of said.get(rootOf(`${link.from.unit} ${link.from.port}`))!) {
      const a = atom.onLine(link.from.unit, link.from.port, signal)
      const b = atom.onLine(link.to.unit, link.to.port, signal)
      rule(b, a, alive)
      rule(a, b, alive)
    }
  }
  // What arrives at a port is heard by its unit.
  const ends = new Map<string, Link['from'][]>()
  for (const { from, to } of design.links)
    for (const [near, far] of [
      [from, to],
      [to, from]
    ] as const) {
      const key = `${near.unit} ${near.port}`
      ends.set(key, [...(ends.get(key) ?? []), far])
    }
  for (const unit of design.units)
    for (const port of unit.item.ports) {
      const key = `${unit.id} ${port.id}`
      const arriving = shared.has(key)
        ? said.get(rootOf(key))!
        : new Set(
            (ends.get(key) ?? []).flatMap(far => {
              const talker = portAt(far)
              return talker && talker.kind === port.kind ? saidBy(talker).flatMap(alsoSaid) : []
            })
          )
      for (const signal of arriving) listen(unit.id, port, signal)
    }
}
