import * as messages from '../messages'
import { lengthOf, markOf, panelPlace, type Run, type WireLength } from '../../airframe'
import { CABLE_KINDS, cablePoundsPerKft, cablesOf, coreColours, type Cable, type ShieldAt } from '../../cables'
import type { WiredKind } from '../../catalogue'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Tie, type WireMark } from '../../document'
import { finding, type Design, type DesignUnit, type Finding } from '../../design'
import { gauge, supplyOf, type Circuit, type Feeder } from '../../power'
import { KG_PER_POUND, MM_PER_FOOT, say, thing, type Phrase } from '../../quantity'
import { needsDiodes, pinsFor, type PinAt } from './pins'

/** One conductor of a wire or cable: from contact to contact. */
export interface WireCore {
  /** What it is: power, ground, or the line of a port. */
  line: string
  /** Colour of its insulation; absent for coax. */
  colour?: string
  /** Contacts at its ends. Undefined where the end has no pin table: a bus, a ground, a unit whose table is not entered. */
  from?: readonly PinAt[]
  to?: readonly PinAt[]
}

/** One line of the wire list: a wire, or a cable of several conductors. */
export interface Wire {
  /** Its name for good: what it joins, not where it stands in the list. */
  id: string
  kind: 'power' | 'ground' | 'feeder' | WiredKind
  from: Phrase
  to: Phrase
  /** Ids of the units at its ends: one for power and ground, two for a signal, none for a main cable. */
  units: string[]
  /** Ends that meet a stub in a splice, where the unit’s own contact is at the stub’s other end. */
  spliced?: { from: boolean; to: boolean }
  /** Links that it carries out. */
  links: readonly string[]
  /** What it is made of. */
  text: string
  awg: number
  conductors: number
  cores: WireCore[]
  shield: ShieldAt
  twisted: boolean
  run: Run
  length: WireLength
  /** Length to cut. */
  lengthMm: number
  massKg: number
  armMm: number
  /** Of a ground: what it comes back by. */
  returns?: Circuit['return']
  /** Amps for good, where it carries a load. */
  amps?: number
  mark?: WireMark
}

/** Colours of the conductors of a wire, one after the other; nothing of coax. */
export const coloursText = ({ cores }: Wire): string => cores.flatMap(core => core.colour ?? []).join('; ')

/** The way of what it is made of, in words. */
function makeOf(kind: WiredKind, conductors: number, mark: WireMark | undefined): string {
  const { awg, shield, twisted } = CABLE_KINDS[kind]
  if (kind === 'coax') return `coax, ${mark?.coax ?? 'double shield'}`
  const how = [...(twisted && conductors > 1 ? ['twisted'] : []), ...(shield === 'no shield' ? [] : ['shielded'])]
  return [conductors > 1 ? `${conductors} × AWG ${awg}` : `AWG ${awg}`, ...how].join(', ')
}

/** Arm of a wire’s middle: between the places at its ends. */
class Arms {
  private readonly arms: ReadonlyMap<string, number>
  constructor({ airframe }: Design) {
    this.arms = new Map(airframe.places.map(place => [place.id, place.armMm]))
  }
  middle = ({ from, to }: Run): number => ((this.arms.get(from) ?? 0) + (this.arms.get(to) ?? 0)) / 2
}

const wireKg = (poundsPerKft: number, lengthMm: number): number =>
  (poundsPerKft * KG_PER_POUND * lengthMm) / MM_PER_FOOT / 1000
/** Length of what is as short as its return lead or jumper is said to be. */
const short = (airframe: Design['airframe'], installedMm: number): WireLength => ({
  runMm: installedMm,
  dropMm: 0,
  loopMm: 0,
  installedMm,
  cutMm: installedMm * (1 + airframe.wasteFraction)
})

const RETURNS_TO: Readonly<Record<Circuit['return'], Phrase>> = {
  'structure': messages.returnStructure,
  'ground block': messages.returnGroundBlock,
  'battery': messages.returnBattery
}

const NO_LINKS: readonly string[] = []

/** Wires of one circuit: out, a second one of a second bus, and back. */
function circuitWires(design: Design, circuit: Circuit, unit: DesignUnit, arms: Arms): Wire[] {
  const { airframe } = design
  const panel = panelPlace(airframe)!
  const { poundsPerKft } = gauge(circuit.awg)
  const text = `AWG ${circuit.awg}`
  // Every field is written out: of what is made three times for each circuit, a copy of shared fields takes most of the time.
  const wireOf = (
    end: string,
    kind: 'power' | 'ground',
    run: Run,
    ends: { from: Phrase; to: Phrase; core: WireCore }
  ): Wire => {
    const id = `${circuit.unit}-${end}`
    const mark = markOf(design, id)
    const via = mark?.via
    const led: Run = { from: run.from, to: run.to, dropMm: run.dropMm, via }
    const bonded = kind === 'ground' && circuit.return === 'structure'
    const length = bonded ? { ...short(airframe, circuit.returnMm), cutMm: circuit.returnMm } : lengthOf(airframe, led)!
    const { line, from, to } = ends.core
    return {
      id,
      kind,
      from: ends.from,
      to: ends.to,
      units: [circuit.unit],
      links: NO_LINKS,
      text,
      awg: circuit.awg,
      conductors: 1,
      cores: [{ line, from, to, colour: mark?.colour ?? USUAL_COLOUR[kind] }],
      shield: 'no shield',
      twisted: false,
      run: led,
      length,
      lengthMm: length.cutMm,
      massKg: wireKg(poundsPerKft, length.cutMm),
      armMm: bonded ? unit.place.armMm : arms.middle(run),
      returns: kind === 'ground' ? circuit.return : undefined,
      amps: circuit.steadyA,
      mark
    }
  }
  const dropMm = circuit.dropMm
  const out: Run = { from: panel, to: unit.place.id, dropMm }
  const home: Run = {
    from: unit.place.id,
    to: circuit.return === 'structure' ? unit.place.id : circuit.return === 'battery' ? airframe.battery.place : panel,
    dropMm
  }
  const power = (input: 1 | 2): WireCore => ({ line: 'power', to: pinsFor(unit.item, `power ${input}`) })
  // Two buses into one input of power meet behind two diodes: without them one bus would feed the other through the unit.
  const end = messages.circuitEnd({ needsDiodes: needsDiodes(unit.item), alsoBus: circuit.alsoBus, unit })
  return [
    wireOf('power', 'power', out, {
      from: messages.breakerEnd(circuit.breakerA),
      to: end,
      core: power(1)
    }),
    // A unit on two buses has a wire and a breaker of each.
    ...(circuit.alsoBus === undefined
      ? []
      : [
          wireOf('power-2', 'power', out, {
            from: messages.secondBreakerEnd(circuit.breakerA),
            to: end,
            core: power(2)
          })
        ]),
    wireOf('ground', 'ground', home, {
      from: say`${thing(unit)}`,
      to: RETURNS_TO[circuit.return],
      core: { line: 'ground', from: pinsFor(unit.item, 'ground') }
    })
  ]
}

/** Colours of single wires of power (common practice; white throughout is as good, with its number on it). */
const USUAL_COLOUR = { power: 'red', ground: 'black' } as const
/** From bus to bus behind the panel (our default). */
const JUMPER_MM = 300
/** A main cable: source to bus, bus to bus. */
function feederWire(design: Design, tie: Tie, feeder: Feeder, arms: Arms): Wire | undefined {
  const { airframe } = design
  if (feeder.awg === undefined) return undefined
  const panel = panelPlace(airframe)
  const engine = airframe.places.find(place => place.kind === 'engine bay')?.id
  const supply = supplyOf(design)
  const placeOf = (node: string): string | undefined => {
    if (node === MAIN_BATTERY) return airframe.battery.place
    if (node === MAIN_ALTERNATOR) return engine ?? panel
    if (node.startsWith(UNIT_SOURCE))
      return design.units.find(unit => unit.id === node.slice(UNIT_SOURCE.length))?.place.id ?? panel
    const source = supply.sources.find(source => source.id === node)
    return source ? (source.kind === 'alternator' ? (engine ?? panel) : airframe.battery.place) : panel
  }
  const nameOf = (node: string): string =>
    node === MAIN_BATTERY
      ? airframe.battery.name
      : node === MAIN_ALTERNATOR
        ? 'alternator'
        : node.startsWith(UNIT_SOURCE)
          ? (design.units.find(unit => unit.id === node.slice(UNIT_SOURCE.length))?.label ?? node)
          : ([...supply.sources, ...supply.buses].find(end => end.id === node)?.name ?? node)
  const [from, to] = [placeOf(tie.from), placeOf(tie.to)]
  if (from === undefined || to === undefined) return undefined
  const id = `feeder ${tie.id}`
  const mark = markOf(design, id)
  const run: Run = { from, to, via: mark?.via }
  const length =
    tie.lengthMm !== undefined
      ? short(airframe, tie.lengthMm)
      : from === to
        ? short(airframe, JUMPER_MM)
        : lengthOf(airframe, run)
  if (!length) return undefined
  return {
    id,
    kind: 'feeder',
    from: say`${nameOf(tie.from)}`,
    to: say`${nameOf(tie.to)}`,
    units: [],
    links: [],
    text: `AWG ${feeder.awg}`,
    awg: feeder.awg,
    conductors: 1,
    cores: [{ line: 'power', colour: mark?.colour ?? USUAL_COLOUR.power }],
    shield: 'no shield',
    twisted: false,
    run,
    length,
    lengthMm: length.cutMm,
    massKg: wireKg(gauge(feeder.awg).poundsPerKft, length.cutMm),
    armMm: arms.middle(run),
    amps: feeder.steadyA,
    mark
  }
}

/** From the battery to the structure beside it, where that carries the current back (assumption). */
const BATTERY_GROUND_MM = 450
/**
 * The cables that carry the starter: from the battery’s contactor to each starter, and from the battery back, by the structure
 * beside it in a metal airframe and else from the engine. They are of the gauge of the battery’s main cable.
 */
function crankingWires(design: Design, feeders: readonly Feeder[], arms: Arms): Wire[] {
  const { airframe } = design
  const awg = feeders.find(feeder => feeder.cranks)?.awg
  const starters = design.units.filter(unit => unit.item.provides.includes('starter'))
  if (awg === undefined || starters.length === 0) return []
  const { place, name } = airframe.battery
  const engine = starters[0]!.place.id
  const cable = (
    id: string,
    kind: 'feeder' | 'ground',
    run: Run,
    { from, to, line }: { from: Phrase; to: Phrase; line: 'power' | 'ground' }
  ): Wire[] => {
    const mark = markOf(design, id)
    const way = { ...run, via: mark?.via }
    const length = run.from === run.to ? short(airframe, BATTERY_GROUND_MM) : lengthOf(airframe, way)
    if (!length) return []
    return [
      {
        id,
        kind,
        from,
        to,
        units: [],
        links: [],
        text: `AWG ${awg}`,
        awg,
        conductors: 1,
        cores: [{ line, colour: mark?.colour ?? USUAL_COLOUR[line] }],
        shield: 'no shield',
        twisted: false,
        run: way,
        length,
        lengthMm: length.cutMm,
        massKg: wireKg(gauge(awg).poundsPerKft, length.cutMm),
        armMm: arms.middle(run),
        mark
      }
    ]
  }
  const metal = airframe.structure === 'metal'
  return [
    ...starters.flatMap(unit =>
      cable(
        `cranking ${unit.id}`,
        'feeder',
        { from: place, to: unit.place.id },
        { from: messages.contactorEnd(name), to: say`${thing(unit)}`, line: 'power' }
      )
    ),
    ...cable(
      'cranking ground',
      'ground',
      { from: place, to: metal ? place : engine },
      { from: say`${name}`, to: messages.groundEnd({ metal, structure: RETURNS_TO.structure }), line: 'ground' }
    )
  ]
}

function cableWire(design: Design, cable: Cable, arms: Arms): Wire | Finding {
  const { airframe } = design
  const { from, to, kind, cores, run } = cable
  const { spliced, stubMm } = cable
  const length = stubMm === undefined ? lengthOf(airframe, run) : short(airframe, stubMm)
  if (length === undefined)
    return finding('wiring.no-route', [from.unit.id, to.unit.id], {
      key: cable.id,
      weight: 'decide',
      basis: { kind: 'entered', source: 'route table of the airframe' },
      says: messages.noRoute({ unit: from.unit, toUnit: to.unit, via: run.via ?? [] })
    })
  const mark = markOf(design, cable.id)
  const colours = cores.length === 1 && mark?.colour ? [mark.colour] : coreColours(kind, cores.length)
  const pounds = cablePoundsPerKft(kind, cores.length, mark?.coax === 'single shield')
  return {
    id: cable.id,
    kind,
    from: messages.cableEnd({ stubMm, unit: from.unit, id: from.port.id }),
    to: say`${thing(to.unit)} ${to.port.id}`,
    units: stubMm === undefined ? [from.unit.id, to.unit.id] : [to.unit.id],
    spliced,
    links: cable.links,
    text: makeOf(kind, cores.length, mark),
    awg: CABLE_KINDS[kind].awg,
    conductors: cores.length,
    cores: cores.map((core, index) => ({
      colour: colours[index],
      line: core.from === core.to ? core.from : `${core.from} to ${core.to}`,
      from: spliced.from ? undefined : pinsFor(from.unit.item, `${from.port.id} ${core.from}`),
      to: spliced.to ? undefined : pinsFor(to.unit.item, `${to.port.id} ${core.to}`)
    })),
    shield: CABLE_KINDS[kind].shield,
    twisted: CABLE_KINDS[kind].twisted && cores.length > 1,
    run,
    length,
    lengthMm: length.cutMm,
    massKg: wireKg(pounds, length.cutMm),
    armMm: arms.middle(run),
    mark
  }
}

/**
 * Every wire of a design: of each circuit out and back, main cables, and signal cables, conductor by conductor from contact to
 * contact, with the length to cut along the routes.
 * @param feeders what joins sources and buses; their cables are left out without them
 * @returns the wires, and a finding for every wire whose way is not in the table
 */
export function listWires(
  design: Design,
  circuits: readonly Circuit[],
  feeders: readonly Feeder[] = []
): { wires: Wire[]; findings: Finding[] } {
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  const arms = new Arms(design)
  const ties = new Map((feeders.length ? supplyOf(design).ties : []).map(tie => [tie.id, tie]))
  const signals = cablesOf(design).cables.map(cable => cableWire(design, cable, arms))
  const isWire = (found: Wire | Finding): found is Wire => !('weight' in found)
  return {
    wires: [
      ...circuits.flatMap(circuit => circuitWires(design, circuit, byId.get(circuit.unit)!, arms)),
      ...crankingWires(design, feeders, arms),
      ...feeders.flatMap(feeder => feederWire(design, ties.get(feeder.tie)!, feeder, arms) ?? []),
      ...signals.filter(isWire)
    ],
    findings: signals.filter((signal): signal is Finding => !isWire(signal))
  }
}
