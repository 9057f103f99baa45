import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import { perObject } from '../../cache'
import { dropOf as dropMmOf, lengthOf, markOf, panelPlace } from '../../airframe'
import type { Supply } from '../../document'
import type { DesignUnit } from '../../design'
import { type Phrase } from '../../quantity'
import { ampacityOf, conductorC, type Ampacity, type Lie } from './ampacity'
import { ampsAt, busV } from '../loads/load'
import type { PowerModel } from '../supply/model'
import { chartHolds, lieOf } from './conditions'
import { returnOf, type Return } from './return'
import { switchDerating, switchFor, switchLoadOf, type SwitchLoad } from './switch'
import { allowableDropV, BREAKER_SIZES_A, DROP_TOLERANCE, GAUGES, gauge, resistanceOhm, type Gauge } from './wire'

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
  /** Amps at the least volts it works at, and for a moment when it is switched on. */
  lowVoltsA: number
  startA: number
  /** It comes and goes: the limit for intermittent loads is its own. */
  intermittent: boolean
  /** Share of the time it draws. */
  duty: number
  /** The bus the unit itself is to hang on; another than its breaker’s is a fault. */
  ownBus: string
  breakerA: number
  awg: number
  /** How its current comes back. */
  return: Return
  /** Wire to cut, out and return, in mm; nothing to buy for a return through the structure but its lead. */
  outMm: number
  returnMm: number
  /** Wire as it lies, out and return together, and ohms of structure in its way. */
  liesMm: number
  structureOhm: number
  /** From the place of the unit to the unit, each way. */
  dropMm: number
  /** In what it lies, and how warm its conductor gets at the steady load. */
  lie: Lie
  conductorC: number
  dropV: number
  dropLimitV: number
  briefDropV: number
  briefDropLimitV: number
  ampacity: Ampacity
  /** Most that its breaker or fuse may be: by table 11-3, or where the wire lies outside its conditions by what it carries. */
  mostProtectorA: number
  inChart: boolean
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
  lowVoltsA: number
  startA: number
}
/** What one unit asks of its circuit, at the volts of its bus. */
export function needOf({ item }: DesignUnit, systemV: 12 | 14 | 28): Need {
  const power = item.power!
  const scale = ampsAt(power, busV(systemV))
  const mostA = Math.max(power.maxA, power.typicalA)
  const steadyA = scale(mostA)
  return {
    steadyA,
    briefA: Math.max(steadyA, scale(power.transmitA ?? 0)),
    // A load of constant power draws the more the fewer volts are left, down to the least it works at.
    lowVoltsA: power.load === 'constant power' && power.minV > 0 ? (mostA * power.atV) / power.minV : steadyA,
    startA: scale(power.startA ?? 0)
  }
}
/**
 * Amps that several units ask of one protector: all steady, or all steady and the heaviest transmitting; not all transmit
 * or start at once.
 */
export function together(needs: readonly Need[]): Need {
  const sum = (key: keyof Need) => needs.reduce((total, need) => total + need[key], 0)
  const rise = (key: keyof Need) => needs.reduce((most, need) => Math.max(most, need[key] - need.steadyA), 0)
  const steadyA = sum('steadyA')
  return {
    steadyA,
    briefA: steadyA + rise('briefA'),
    lowVoltsA: sum('lowVoltsA'),
    startA: needs.some(need => need.startA > 0) ? steadyA + rise('startA') : 0
  }
}
/** A thermal breaker bears twice its rating for the seconds that a motor takes to start (common practice). */
export const START_BEARS = 2
/** What a protector must bear: 125 % of the steady load, transmitting, at the least volts, and a start. */
export const bearsOf = (need: Need): number =>
  Math.max(need.steadyA * BREAKER_MARGIN, need.briefA, need.lowVoltsA, need.startA / START_BEARS)

/** Largest protector of a kind that guards a wire, where the chart has one. */
export const protects = (wire: Gauge, protector: Protector): number | undefined =>
  protector === 'fuse' ? wire.fuseA : wire.breakerA
/**
 * Most that a protector of a wire may be: table 11-3 within the conditions it states; outside them no more than the wire
 * carries where it lies either.
 */
export function mostProtectorA(wire: Gauge, protector: Protector, lie: Lie): number {
  const chart = protects(wire, protector) ?? 0
  return chartHolds(lie) ? chart : Math.min(chart, ampacityOf(wire, lie).amps)
}

interface Asked extends Need {
  breakerA: number
  protector: Protector
  liesMm: number
  structureOhm: number
  systemV: 12 | 14 | 28
  lie: Lie
  intermittent: boolean
  /** Share of the time it draws, for what warms the wire. */
  duty: number
}
/** Volts a circuit loses at some amps, with the conductor as warm as its load makes it. */
function dropOf(wire: Gauge, amps: number, { liesMm, structureOhm, lie, steadyA, duty }: Asked): number {
  const warm = conductorC(steadyA * Math.sqrt(duty), ampacityOf(wire, lie).amps, lie)
  return amps * (resistanceOhm(wire, liesMm, warm) + structureOhm)
}
/** The first limit that a wire breaks on a circuit, in words; undefined when it keeps them all. */
function brokenLimit(wire: Gauge, asked: Asked): Phrase | undefined {
  const { breakerA, protector, steadyA, briefA, systemV, lie, intermittent, duty } = asked
  const keeps = (amps: number, kind: 'continuous' | 'intermittent') =>
    dropOf(wire, amps, asked) <= allowableDropV(systemV, kind) * (1 + DROP_TOLERANCE)
  const { amps } = ampacityOf(wire, lie)
  if ((protects(wire, protector) ?? 0) < breakerA) return messages.unprotected({ breakerA, protector })
  if (mostProtectorA(wire, protector, lie) < breakerA) return messages.outsideChart({ amps, breakerA, protector })
  if (amps < steadyA * Math.sqrt(duty)) return messages.carriesTooLittle(amps)
  if (!keeps(steadyA, intermittent ? 'intermittent' : 'continuous'))
    return messages.dropsTooMuch({ drop: dropOf(wire, steadyA, asked), intermittent })
  if (!keeps(briefA, 'intermittent')) return messages.dropsTooMuchBriefly(dropOf(wire, briefA, asked))
  return undefined
}

function wireFor(asked: Asked): { wire: Gauge; decided: Phrase } | undefined {
  let decided = messages.thinnestOfChart
  for (const wire of GAUGES) {
    if (wire.awg > THINNEST_AWG) continue
    const broken = brokenLimit(wire, asked)
    if (broken === undefined) return { wire, decided }
    decided = messages.thinnerFails({ awg: wire.awg, broken })
  }
  return undefined
}

/** What one circuit is planned from; `explainCircuit` shows it. */
export interface Plan {
  circuit: Circuit
  unit: DesignUnit
  group: readonly DesignUnit[]
  all: Need
  proposal: { wire: Gauge; decided: Phrase }
  breakerBy: 'your choice' | 'breaker working'
}
/** Lead of a unit that grounds to the structure beside it (our default). */
const GROUND_LEAD_MM = 300

/** Plans the circuits of one design: who shares a breaker with whom is found once. */
export class Planner {
  readonly taking: readonly DesignUnit[]
  private readonly byId: ReadonlyMap<string, DesignUnit>
  private readonly groups = new Map<string, DesignUnit[]>()
  private readonly panel: string | undefined
  constructor(private readonly model: PowerModel) {
    const { design } = model
    this.panel = panelPlace(design.airframe)
    this.taking = electricUnits(design).filter(
      unit => unit.item.power && needOf(unit, design.airframe.systemV).briefA > 0
    )
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

  /** Wire out and back as it lies and to cut, and the structure between; undefined where no route leads there. */
  private lengths(unit: DesignUnit, back: Return) {
    const { design } = this.model
    const { airframe } = design
    if (this.panel === undefined) return undefined
    const from = back === 'battery' ? airframe.battery.place : this.panel
    const dropMm = dropMmOf(unit)
    const lengthBy = (wire: string, place: string) =>
      lengthOf(airframe, { from: place, to: unit.place.id, via: markOf(design, `${unit.id}-${wire}`)?.via, dropMm })
    const out = lengthBy('power', this.panel)
    if (out === undefined) return undefined
    const outMm = out.cutMm
    if (back === 'structure')
      return {
        outMm,
        returnMm: GROUND_LEAD_MM,
        liesMm: out.installedMm,
        structureOhm: airframe.wiring.structureOhm,
        dropMm
      }
    const home = lengthBy('ground', from)
    return home && { outMm, returnMm: home.cutMm, liesMm: out.installedMm + home.installedMm, structureOhm: 0, dropMm }
  }

  plan(unit: DesignUnit): Plan | NoCircuit {
    const { design } = this.model
    const { airframe } = design
    const { systemV } = airframe
    const head = this.headOf(unit)
    const group = this.groups.get(head)!
    const choice = this.model.choice(unit.id)
    const headChoice = this.model.choice(head)
    const protector = headChoice?.protector ?? 'breaker'
    const all = together(group.map(unit => needOf(unit, systemV)))
    const need = needOf(unit, systemV)
    const { steadyA, briefA } = need
    const wantedA = bearsOf(all)
    const proposedBreaker = BREAKER_SIZES_A.find(size => size >= wantedA - 1e-9)
    const back = returnOf(airframe, unit, choice?.return)
    const lengths = this.lengths(unit, back)
    if (lengths === undefined) return { unit, why: 'no route', wantedA, runMm: 0 }
    const breakerA = headChoice?.breakerA ?? proposedBreaker
    const lie = lieOf(design, unit)
    const duty = unit.item.power!.duty ?? 1
    const intermittent = duty < 1
    const none: NoCircuit = { unit, why: 'no wire', wantedA, runMm: lengths.liesMm }
    if (breakerA === undefined || proposedBreaker === undefined) return none
    const asked = { protector, systemV, lie, intermittent, duty, breakerA, ...need, ...lengths }
    const proposal = wireFor(asked)
    if (!proposal) return none
    const awg = choice?.awg ?? proposal.wire.awg
    const wire = gauge(awg)
    const load = choice?.switch?.load ?? switchLoadOf(unit)
    const { bus, alsoBus } = this.model.feedOf(this.byId.get(head)!)
    const ampacity = ampacityOf(wire, lie)
    const circuit: Circuit = {
      unit: unit.id,
      label: unit.label,
      bus,
      alsoBus,
      head,
      shared: group.map(unit => unit.id),
      protector,
      intermittent,
      duty,
      ownBus: choice?.bus ?? bus,
      breakerA,
      awg,
      return: back,
      lie,
      conductorC: conductorC(steadyA * Math.sqrt(duty), ampacity.amps, lie),
      dropV: dropOf(wire, steadyA, asked),
      dropLimitV: allowableDropV(systemV, intermittent ? 'intermittent' : 'continuous'),
      briefDropV: dropOf(wire, briefA, asked),
      briefDropLimitV: allowableDropV(systemV, 'intermittent'),
      ampacity,
      mostProtectorA: mostProtectorA(wire, protector, lie),
      inChart: chartHolds(lie),
      switch: {
        load,
        wantedA: switchFor(steadyA, systemV, load),
        ...(choice?.switch && {
          ratedA: choice.switch.ratedA,
          allowsA: choice.switch.ratedA / switchDerating(systemV, load)
        })
      },
      proposed: { breakerA: proposedBreaker, awg: proposal.wire.awg },
      // What is spread comes last: before other fields it costs many times as much.
      ...need,
      ...lengths
    }
    return { circuit, unit, group, all, proposal, breakerBy: headChoice?.breakerA ? 'your choice' : 'breaker working' }
  }
}

/**
 * One circuit for each unit that takes current. Its protector: 125 % of the steady load, transmitting, or at the least volts,
 * whichever is most, of all that hang on it. Its wire: the thinnest that passes the protector chart (AC 43.13-1B table 11-3),
 * what it may carry in its bundle, heat and height (11-69) and the allowable drop (table 11-6) over out and return. Its switch:
 * by table 11-4. A unit on two buses has a breaker and a wire of each.
 */
export const designCircuits = perObject((model: PowerModel): { circuits: Circuit[]; none: NoCircuit[] } => {
  const planner = new Planner(model)
  const plans = planner.taking.map(unit => planner.plan(unit))
  return {
    circuits: plans.flatMap(plan => ('circuit' in plan ? [plan.circuit] : [])),
    none: plans.flatMap(plan => ('circuit' in plan ? [] : [plan]))
  }
})

/** A place in the row of breakers: one with all that hangs on it, or a spare. */
export type RowPlace =
  | { kind: 'spare' }
  | { kind: 'protector'; head: string; protector: Protector; amps: number; labels: string[] }
/** One spare place for so many in use, at least one in each row (our default). */
const SPARE_FOR = 8

/** The rows of protectors, one for each bus in the order of the supply: the heaviest first, spare places last. */
export function breakerRows(
  circuits: readonly Circuit[],
  supply: Supply
): { bus: string; name: string; places: RowPlace[] }[] {
  return supply.buses.flatMap(bus => {
    // A unit on two buses has a breaker on each.
    const heads = circuits
      .filter(circuit => circuit.head === circuit.unit && (circuit.bus === bus.id || circuit.alsoBus === bus.id))
      .sort((a, b) => b.breakerA - a.breakerA || (a.label < b.label ? -1 : 1))
    if (heads.length === 0) return []
    const places: RowPlace[] = heads.map(head => ({
      kind: 'protector',
      head: head.unit,
      protector: head.protector,
      amps: head.breakerA,
      labels: circuits.filter(circuit => circuit.head === head.unit).map(circuit => circuit.label)
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
