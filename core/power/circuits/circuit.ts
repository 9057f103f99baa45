import { cutLengthMm, panelPlace } from '../../airframe'
import type { Supply } from '../../document'
import type { Design, DesignUnit, Working } from '../../design'
import { ampacityOf, DERATING_BASIS, type Ampacity } from './ampacity'
import { ampsAt } from '../loads/load'
import { CONDUCTOR_CELSIUS } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { switchDerating, switchFor, switchLoadOf, switchWorking, type SwitchLoad } from './switch'
import {
  allowableDropV,
  BREAKER_SIZES_A,
  DROP_BASIS,
  DROP_TOLERANCE,
  GAUGES,
  PROTECTOR_BASIS,
  gauge,
  resistanceOhm,
  WIRE_BASIS,
  type Gauge
} from './wire'
import { altitude, num, say } from '../../quantity'

/** Load that a protector must carry for good without opening: 125 % of the steady amps (common practice). */
export const BREAKER_MARGIN = 1.25
/** Thinnest wire proposed for power: table 11-3 begins here. */
const THINNEST_AWG = 22

export type Protector = 'breaker' | 'fuse'
export interface Circuit {
  unit: string
  label: string
  /** The bus it hangs on, and a second one behind diodes. */
  bus: string
  alsoBus?: string
  /** The unit whose protector it hangs on, itself for one of its own; and all that hang on that protector. */
  head: string
  shared: string[]
  protector: Protector
  /** Steady amps at most, and amps for a short while (transmitting). */
  steadyA: number
  briefA: number
  breakerA: number
  awg: number
  /** Out and return, in mm of wire. */
  outMm: number
  returnMm: number
  dropV: number
  dropLimitV: number
  briefDropV: number
  briefDropLimitV: number
  ampacity: Ampacity
  /** The kind of load to its switch, the rating that wants, and the switch there is, if the planner named one. */
  switch: { load: SwitchLoad; wantedA?: number; ratedA?: number; allowsA?: number }
  /** What the app would choose; differs from the above where the planner decided otherwise. */
  proposed: { breakerA: number; awg: number }
}
/** A unit for which no circuit can be made, and why. */
export interface NoCircuit {
  unit: DesignUnit
  why: 'no route' | 'no wire'
  wantedA: number
  runMm: number
}

interface Need {
  steadyA: number
  briefA: number
}
function needOf(unit: DesignUnit, systemV: 12 | 14 | 28): Need {
  const power = unit.item.power!
  const scale = ampsAt(power, systemV)
  const steadyA = scale(Math.max(power.maxA, power.typicalA))
  return { steadyA, briefA: Math.max(steadyA, scale(power.transmitA ?? 0)) }
}
/**
 * Amps that several units ask of one protector: all steady, or all steady and the heaviest transmitting; not all transmit
 * at once.
 */
function together(needs: readonly Need[]): Need {
  const steadyA = needs.reduce((total, need) => total + need.steadyA, 0)
  return { steadyA, briefA: steadyA + needs.reduce((most, need) => Math.max(most, need.briefA - need.steadyA), 0) }
}

/** Largest protector of a kind that guards a wire, where the chart has one. */
export const protects = (wire: Gauge, protector: Protector): number | undefined =>
  protector === 'fuse' ? wire.fuseA : wire.breakerA

interface Asked extends Need {
  breakerA: number
  protector: Protector
  runMm: number
  systemV: 12 | 14 | 28
  airframe: Design['airframe']
}
/** The first limit that a wire breaks on a circuit, in words; undefined when it keeps them all. */
function brokenLimit(
  wire: Gauge,
  { breakerA, protector, steadyA, briefA, runMm, systemV, airframe }: Asked
): string | undefined {
  const ohm = resistanceOhm(wire, runMm, CONDUCTOR_CELSIUS)
  const keeps = (amps: number, duty: 'continuous' | 'intermittent') =>
    amps * ohm <= allowableDropV(systemV, duty) * (1 + DROP_TOLERANCE)
  const { amps } = ampacityOf(wire, airframe.wiring)
  if ((protects(wire, protector) ?? 0) < breakerA) return `a ${breakerA} A ${protector} does not protect it`
  if (amps < steadyA) return `where it lies it carries ${amps.toFixed(1)} A`
  if (!keeps(steadyA, 'continuous')) return `it drops ${(steadyA * ohm).toFixed(2)} V at the steady load`
  if (!keeps(briefA, 'intermittent')) return `it drops ${(briefA * ohm).toFixed(2)} V at the brief load`
  return undefined
}

function wireFor(asked: Asked): { wire: Gauge; decided: string } | undefined {
  let decided = 'it is the thinnest of the chart'
  for (const wire of GAUGES) {
    if (wire.awg > THINNEST_AWG) continue
    const broken = brokenLimit(wire, asked)
    if (broken === undefined) return { wire, decided }
    decided = `AWG ${wire.awg}: ${broken}`
  }
  return undefined
}

/** What one circuit is planned from; `explainCircuit` shows it. */
interface Plan {
  circuit: Circuit
  unit: DesignUnit
  group: readonly DesignUnit[]
  all: Need
  proposal: { wire: Gauge; decided: string }
  breakerBy: 'your choice' | 'breaker working'
}

/** Plans the circuits of one design: who shares a breaker with whom is found once. */
class Planner {
  readonly taking: readonly DesignUnit[]
  private readonly byId: ReadonlyMap<string, DesignUnit>
  private readonly groups = new Map<string, DesignUnit[]>()
  private readonly panel: string | undefined
  constructor(private readonly model: PowerModel) {
    const { design } = model
    this.panel = panelPlace(design.airframe)
    this.taking = design.units.filter(unit => unit.item.power && needOf(unit, design.airframe.systemV).briefA > 0)
    this.byId = new Map(this.taking.map(unit => [unit.id, unit]))
    for (const unit of this.taking) {
      const head = this.headOf(unit)
      this.groups.set(head, [...(this.groups.get(head) ?? []), unit])
    }
  }
  unit = (id: string): DesignUnit | undefined => this.byId.get(id)
  private headOf(unit: DesignUnit): string {
    const other = this.model.choice(unit.id)?.sharesWith
    return other !== undefined && this.byId.has(other) ? other : unit.id
  }

  plan(unit: DesignUnit): Plan | NoCircuit {
    const { airframe } = this.model.design
    const { systemV } = airframe
    const head = this.headOf(unit)
    const group = this.groups.get(head)!
    const choice = this.model.choice(unit.id)
    const headChoice = this.model.choice(head)
    const protector = headChoice?.protector ?? 'breaker'
    const all = together(group.map(one => needOf(one, systemV)))
    const { steadyA, briefA } = needOf(unit, systemV)
    const wantedA = Math.max(all.steadyA * BREAKER_MARGIN, all.briefA)
    const proposedBreaker = BREAKER_SIZES_A.find(size => size >= wantedA - 1e-9)
    const outMm = this.panel === undefined ? undefined : cutLengthMm(airframe, this.panel, unit.place.id)
    if (outMm === undefined) return { unit, why: 'no route', wantedA, runMm: 0 }
    const runMm = outMm * 2
    const breakerA = headChoice?.breakerA ?? proposedBreaker
    const proposal =
      breakerA === undefined ? undefined : wireFor({ breakerA, protector, steadyA, briefA, runMm, systemV, airframe })
    if (breakerA === undefined || proposal === undefined || proposedBreaker === undefined)
      return { unit, why: 'no wire', wantedA, runMm }
    const awg = choice?.awg ?? proposal.wire.awg
    const wire = gauge(awg)
    const ohm = resistanceOhm(wire, runMm, CONDUCTOR_CELSIUS)
    const load = choice?.switch?.load ?? switchLoadOf(unit)
    const { bus, alsoBus } = this.model.hangs(this.byId.get(head)!)
    const circuit: Circuit = {
      unit: unit.id,
      label: unit.label,
      bus,
      alsoBus,
      head,
      shared: group.map(one => one.id),
      protector,
      steadyA,
      briefA,
      breakerA,
      awg,
      outMm,
      returnMm: outMm,
      dropV: steadyA * ohm,
      dropLimitV: allowableDropV(systemV, 'continuous'),
      briefDropV: briefA * ohm,
      briefDropLimitV: allowableDropV(systemV, 'intermittent'),
      ampacity: ampacityOf(wire, airframe.wiring),
      switch: {
        load,
        wantedA: switchFor(steadyA, systemV, load),
        ...(choice?.switch && {
          ratedA: choice.switch.ratedA,
          allowsA: choice.switch.ratedA / switchDerating(systemV, load)
        })
      },
      proposed: { breakerA: proposedBreaker, awg: proposal.wire.awg }
    }
    return { circuit, unit, group, all, proposal, breakerBy: headChoice?.breakerA ? 'your choice' : 'breaker working' }
  }
}

/**
 * One circuit for each unit that takes current. Its protector: 125 % of the steady load or the transmit load, whichever
 * is more, of
 * all that hang on it. Its wire: the thinnest that passes the protector chart (AC 43.13-1B table 11-3), what it may carry
 * in its
 * bundle, heat and height (11-69) and the allowable drop (table 11-6) over out and return. Its switch: by table 11-4.
 */
export function designCircuits(model: PowerModel): { circuits: Circuit[]; none: NoCircuit[] } {
  const planner = new Planner(model)
  const plans = planner.taking.map(unit => planner.plan(unit))
  return {
    circuits: plans.flatMap(plan => ('circuit' in plan ? [plan.circuit] : [])),
    none: plans.flatMap(plan => ('circuit' in plan ? [] : [plan]))
  }
}

export type CircuitFigure = 'breaker' | 'wire' | 'drop' | 'switch'
/** How a figure of a unit's circuit came about; undefined where the unit has no circuit. */
export function explainCircuit(model: PowerModel, unit: string, figure: CircuitFigure): Working | undefined {
  const planner = new Planner(model)
  const taking = planner.unit(unit)
  const plan = taking && planner.plan(taking)
  if (!plan || !('circuit' in plan)) return undefined
  const { airframe } = model.design
  switch (figure) {
    case 'breaker':
      return breakerWorking(plan, airframe.systemV)
    case 'wire':
      return wireWorking(plan, airframe)
    case 'drop':
      return dropWorking(plan)
    case 'switch':
      return switchWorking(plan.circuit.steadyA, airframe.systemV, plan.circuit.switch.load, entry(plan.unit))
  }
}

const entry = (unit: DesignUnit): string => `catalogue entry ${unit.item.name}`

function breakerWorking({ circuit, unit, group, all }: Plan, systemV: 12 | 14 | 28): Working {
  const many = group.length > 1
  const sums = [
    ['I steady', 'most steady amps', all.steadyA, 'sum of the above'],
    ['I brief', 'amps for a short while', all.briefA, 'the same entries']
  ] as const
  return {
    formula: many
      ? 'smallest standard size ≥ max(1.25 · Σ I steady, Σ I steady + the largest rise while transmitting)'
      : 'smallest standard size ≥ max(1.25 · I steady, I brief)',
    inputs: [
      ...(many ? group : []).map(one => ({
        symbol: one.label,
        meaning: 'most steady amps',
        value: needOf(one, systemV).steadyA,
        unit: 'A',
        from: entry(one)
      })),
      ...sums.map(([symbol, meaning, value, from]) => ({
        symbol,
        meaning,
        value,
        unit: 'A',
        from: many ? from : entry(unit)
      }))
    ],
    result: { value: circuit.proposed.breakerA, unit: 'A' },
    basis: { kind: 'common practice' }
  }
}

function wireWorking({ circuit, proposal, breakerBy }: Plan, airframe: Design['airframe']): Working {
  const { protector, breakerA } = circuit
  return {
    formula:
      'thinnest wire with: protector ≤ what protects it, I steady ≤ what it carries where it lies, drops within limits',
    inputs: [
      { symbol: protector, meaning: 'of this circuit', value: breakerA, unit: 'A', from: breakerBy },
      {
        symbol: 'protects to',
        meaning: `largest ${protector} for AWG ${proposal.wire.awg}`,
        value: protects(proposal.wire, protector)!,
        unit: 'A',
        from: PROTECTOR_BASIS.source!
      },
      ...ampacityInputs(proposal.wire, airframe),
      { symbol: 'thinner', meaning: 'why not', value: proposal.decided, unit: '', from: 'the same tables' }
    ],
    result: { value: proposal.wire.awg, unit: 'AWG' },
    basis: PROTECTOR_BASIS
  }
}

function dropWorking({ circuit, unit }: Plan): Working {
  const { steadyA, awg, outMm, returnMm, dropLimitV, dropV } = circuit
  return {
    formula: 'V = I · r · (L out + L return) · (234.5 + T) / 254.5',
    inputs: [
      { symbol: 'I', meaning: 'most steady amps', value: steadyA, unit: 'A', from: entry(unit) },
      {
        symbol: 'r',
        meaning: `AWG ${awg} at 20 °C`,
        value: gauge(awg).ohmsPerKft,
        unit: 'Ω/1000 ft',
        from: WIRE_BASIS.source!
      },
      {
        symbol: 'L out',
        meaning: 'panel to unit, with loop and waste',
        value: outMm,
        unit: 'mm of wire',
        from: 'route table'
      },
      {
        symbol: 'L return',
        meaning: 'unit to ground block',
        value: returnMm,
        unit: 'mm of wire',
        from: 'assumed as long as the way out'
      },
      { symbol: 'T', meaning: 'conductor temperature', value: CONDUCTOR_CELSIUS, unit: '°C', from: 'our assumption' },
      { symbol: 'limit', meaning: 'allowable drop, steady', value: dropLimitV, unit: 'V', from: DROP_BASIS.source! }
    ],
    result: { value: dropV, unit: 'V' },
    basis: WIRE_BASIS
  }
}

function ampacityInputs(wire: Gauge, { wiring }: Design['airframe']): Working['inputs'] {
  const { freeA, bundle, altitude: thin, amps } = ampacityOf(wire, wiring)
  return [
    {
      symbol: 'free air',
      meaning: `AWG ${wire.awg}, ${wiring.wireC} °C wire in ${wiring.ambientC} °C`,
      value: freeA,
      unit: 'A',
      from: DERATING_BASIS.source!
    },
    {
      symbol: 'bundle',
      meaning: say`${wiring.bundleWires} wires, ${num(wiring.loadedShare * 100, 0, '%')} of them near their most`,
      value: bundle,
      unit: '',
      from: DERATING_BASIS.source!
    },
    {
      symbol: 'height',
      meaning: say`${altitude(wiring.altitudeFt)}`,
      value: thin,
      unit: '',
      from: DERATING_BASIS.source!
    },
    { symbol: 'carries', meaning: 'free air · bundle · height', value: amps, unit: 'A', from: 'this working' }
  ]
}

/** A place in the row of breakers: one with all that hangs on it, or a spare. */
export type RowPlace =
  { kind: 'spare' } | { kind: 'protector'; head: string; protector: Protector; amps: number; labels: string[] }
/** One spare place for so many in use, at least one in each row (our default). */
const SPARE_FOR = 8

/** The rows of protectors, one for each bus in the order of the supply: the heaviest first, spare places last. */
export function breakerRows(
  circuits: readonly Circuit[],
  supply: Supply
): { bus: string; name: string; places: RowPlace[] }[] {
  return supply.buses.flatMap(bus => {
    const heads = circuits
      .filter(circuit => circuit.bus === bus.id && circuit.head === circuit.unit)
      .sort((a, b) => b.breakerA - a.breakerA || (a.label < b.label ? -1 : 1))
    if (heads.length === 0) return []
    const places: RowPlace[] = heads.map(head => ({
      kind: 'protector',
      head: head.unit,
      protector: head.protector,
      amps: head.breakerA,
      labels: circuits.filter(one => one.head === head.unit).map(one => one.label)
    }))
    return [
      {
        bus: bus.id,
        name: bus.name,
        places: [
          ...places,
          ...Array.from({ length: Math.max(1, Math.ceil(heads.length / SPARE_FOR)) }, (): RowPlace => ({
            kind: 'spare'
          }))
        ]
      }
    ]
  })
}
