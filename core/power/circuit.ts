import { cutLengthMm, panelPlace, runsOf } from '../airframe'
import type { CircuitChoice, Supply } from '../document'
import type { Design, DesignUnit, Working } from '../design'
import { toFeet } from '../quantity'
import { ampacityOf, DERATING_BASIS, type Ampacity } from './ampacity'
import { ampsAt } from './load'
import { busOf, CONDUCTOR_CELSIUS } from './supply'
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
  workings: { breaker: Working; wire: Working; drop: Working; switch: Working }
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
/** Amps that several units ask of one protector: all steady, or all steady and the heaviest transmitting; not all transmit at once. */
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

/**
 * One circuit for each unit that takes current. Its protector: 125 % of the steady load or the transmit load, whichever is more, of
 * all that hang on it. Its wire: the thinnest that passes the protector chart (AC 43.13-1B table 11-3), what it may carry in its
 * bundle, heat and height (11-69) and the allowable drop (table 11-6) over out and return. Its switch: by table 11-4.
 */
export function designCircuits(design: Design, supply: Supply): { circuits: Circuit[]; none: NoCircuit[] } {
  const { airframe } = design
  const { systemV } = airframe
  const panel = panelPlace(airframe)
  const runs = runsOf(airframe)
  const choices = new Map(design.circuits.map((choice): [string, CircuitChoice] => [choice.unit, choice]))
  const taking = design.units.filter(unit => unit.item.power && needOf(unit, systemV).briefA > 0)
  const byId = new Map(taking.map(unit => [unit.id, unit]))
  const headOf = (unit: DesignUnit): string => {
    const other = choices.get(unit.id)?.sharesWith
    return other !== undefined && byId.has(other) ? other : unit.id
  }
  const groups = new Map<string, DesignUnit[]>()
  for (const unit of taking) {
    const head = headOf(unit)
    groups.set(head, [...(groups.get(head) ?? []), unit])
  }
  const circuits: Circuit[] = []
  const none: NoCircuit[] = []
  for (const unit of taking) {
    const head = headOf(unit)
    const group = groups.get(head)!
    const choice = choices.get(unit.id)
    const headChoice = choices.get(head)
    const protector = headChoice?.protector ?? 'breaker'
    const all = together(group.map(one => needOf(one, systemV)))
    const { steadyA, briefA } = needOf(unit, systemV)
    const wantedA = Math.max(all.steadyA * BREAKER_MARGIN, all.briefA)
    const proposedBreaker = BREAKER_SIZES_A.find(size => size >= wantedA - 1e-9)
    const outMm = panel === undefined ? undefined : cutLengthMm(airframe, runs, panel, unit.place.id)
    if (outMm === undefined) {
      none.push({ unit, why: 'no route', wantedA, runMm: 0 })
      continue
    }
    const runMm = outMm * 2
    const breakerA = headChoice?.breakerA ?? proposedBreaker
    const proposal =
      breakerA === undefined ? undefined : wireFor({ breakerA, protector, steadyA, briefA, runMm, systemV, airframe })
    if (breakerA === undefined || proposal === undefined || proposedBreaker === undefined) {
      none.push({ unit, why: 'no wire', wantedA, runMm })
      continue
    }
    const awg = choice?.awg ?? proposal.wire.awg
    const wire = gauge(awg)
    const ohm = resistanceOhm(wire, runMm, CONDUCTOR_CELSIUS)
    const dropV = steadyA * ohm
    const dropLimitV = allowableDropV(systemV, 'continuous')
    const ampacity = ampacityOf(wire, airframe.wiring)
    const load = choice?.switch?.load ?? switchLoadOf(unit)
    const { bus, alsoBus } = busOf(design, supply, byId.get(head)!)
    circuits.push({
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
      dropV,
      dropLimitV,
      briefDropV: briefA * ohm,
      briefDropLimitV: allowableDropV(systemV, 'intermittent'),
      ampacity,
      switch: {
        load,
        wantedA: switchFor(steadyA, systemV, load),
        ...(choice?.switch && {
          ratedA: choice.switch.ratedA,
          allowsA: choice.switch.ratedA / switchDerating(systemV, load)
        })
      },
      proposed: { breakerA: proposedBreaker, awg: proposal.wire.awg },
      workings: {
        breaker: {
          formula:
            group.length > 1
              ? 'smallest standard size ≥ max(1.25 · Σ I steady, Σ I steady + the largest rise while transmitting)'
              : 'smallest standard size ≥ max(1.25 · I steady, I brief)',
          inputs: [
            ...(group.length > 1
              ? group.map(one => ({
                  symbol: one.label,
                  meaning: 'most steady amps',
                  value: needOf(one, systemV).steadyA,
                  unit: 'A',
                  from: `catalogue entry ${one.item.name}`
                }))
              : []),
            {
              symbol: 'I steady',
              meaning: 'most steady amps',
              value: all.steadyA,
              unit: 'A',
              from: group.length > 1 ? 'sum of the above' : `catalogue entry ${unit.item.name}`
            },
            {
              symbol: 'I brief',
              meaning: 'amps for a short while',
              value: all.briefA,
              unit: 'A',
              from: group.length > 1 ? 'the same entries' : `catalogue entry ${unit.item.name}`
            }
          ],
          result: { value: proposedBreaker, unit: 'A' },
          basis: { kind: 'common practice' }
        },
        wire: {
          formula:
            'thinnest wire with: protector ≤ what protects it, I steady ≤ what it carries where it lies, drops within limits',
          inputs: [
            {
              symbol: protector,
              meaning: 'of this circuit',
              value: breakerA,
              unit: 'A',
              from: headChoice?.breakerA ? 'your choice' : 'breaker working'
            },
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
        },
        drop: {
          formula: 'V = I · r · (L out + L return) · (234.5 + T) / 254.5',
          inputs: [
            {
              symbol: 'I',
              meaning: 'most steady amps',
              value: steadyA,
              unit: 'A',
              from: `catalogue entry ${unit.item.name}`
            },
            {
              symbol: 'r',
              meaning: `AWG ${awg} at 20 °C`,
              value: wire.ohmsPerKft,
              unit: 'Ω/1000 ft',
              from: WIRE_BASIS.source!
            },
            {
              symbol: 'L out',
              meaning: 'panel to unit, with loop and waste',
              value: toFeet(outMm),
              unit: 'ft',
              from: 'route table'
            },
            {
              symbol: 'L return',
              meaning: 'unit to ground block',
              value: toFeet(outMm),
              unit: 'ft',
              from: 'assumed as long as the way out'
            },
            {
              symbol: 'T',
              meaning: 'conductor temperature',
              value: CONDUCTOR_CELSIUS,
              unit: '°C',
              from: 'our assumption'
            },
            {
              symbol: 'limit',
              meaning: 'allowable drop, steady',
              value: dropLimitV,
              unit: 'V',
              from: DROP_BASIS.source!
            }
          ],
          result: { value: dropV, unit: 'V' },
          basis: WIRE_BASIS
        },
        switch: switchWorking(steadyA, systemV, load, `catalogue entry ${unit.item.name}`)
      }
    })
  }
  return { circuits, none }
}

function ampacityInputs(wire: Gauge, { wiring }: Design['airframe']): Working['inputs'] {
  const { freeA, bundle, altitude, amps } = ampacityOf(wire, wiring)
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
      meaning: `${wiring.bundleWires} wires, ${(wiring.loadedShare * 100).toFixed(0)} % of them near their most`,
      value: bundle,
      unit: '',
      from: DERATING_BASIS.source!
    },
    { symbol: 'height', meaning: `${wiring.altitudeFt} ft`, value: altitude, unit: '', from: DERATING_BASIS.source! },
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
