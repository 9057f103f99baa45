import { handledAs, type TradeKind } from '../../catalogue'
import {
  MAIN_ALTERNATOR,
  MAIN_BATTERY,
  UNIT_SOURCE,
  type Bus,
  type CircuitChoice,
  type Supply,
  type WireMark
} from '../../document'
import { perObject } from '../../cache'
import type { Design, DesignUnit } from '../../design'
import type { Chemistry } from '../endurance/discharge'
import { electricRemoved, electricUnits } from './electric'
import { proposedSupply } from './propose'

/** What gives current: a battery with its cells, or an alternator. `id` is its node in the supply. */
export type SourceAt =
  | { kind: 'battery'; id: string; name: string; chemistry: Chemistry; capacityAh: number; ratedHours: number }
  | { kind: 'alternator'; id: string; name: string; ratedA: number; idleA?: number; fieldA?: number }

/** Whether the airframe’s own source was a unit that this option takes out, with none in its stead. */
const takenOut = (design: Design, name: 'generator' | 'battery power'): boolean =>
  electricRemoved(design).some(unit => unit.item.provides.includes(name)) &&
  !electricUnits(design).some(unit => unit.item.provides.includes(name))

/** All sources of an aeroplane: its own battery and alternator, what the supply adds, and boxes with cells inside. */
function allSources(design: Design, supply: Supply): SourceAt[] {
  const { battery, alternatorA, alternatorIdleA, alternatorFieldA } = design.airframe
  return [
    ...(alternatorA > 0 && !takenOut(design, 'generator')
      ? [
          {
            kind: 'alternator' as const,
            id: MAIN_ALTERNATOR,
            name: 'Alternator',
            ratedA: alternatorA,
            idleA: alternatorIdleA,
            fieldA: alternatorFieldA
          }
        ]
      : []),
    ...(takenOut(design, 'battery power')
      ? []
      : [
          {
            kind: 'battery' as const,
            id: MAIN_BATTERY,
            name: battery.name,
            chemistry: battery.chemistry,
            capacityAh: battery.capacityAh,
            ratedHours: battery.ratedHours
          }
        ]),
    ...supply.sources,
    ...electricUnits(design).flatMap(unit =>
      unit.item.battery
        ? [{ kind: 'battery' as const, id: UNIT_SOURCE + unit.id, name: unit.label, ...unit.item.battery }]
        : []
    )
  ]
}

/** Kinds that hang on the avionics bus where there is one. */
const AVIONICS: ReadonlySet<TradeKind | undefined> = new Set<TradeKind | undefined>([
  'display',
  'navigator',
  'nav/com',
  'com',
  'remote com',
  'audio panel',
  'transponder',
  'remote transponder',
  'ads-b receiver',
  'autopilot computer',
  'autopilot controller',
  'servo',
  'panel button',
  'adapter',
  'attitude and air data',
  'magnetometer'
])

/** Where a unit hangs: its bus, and a second one where two feed it through diodes. */
export interface Hung {
  bus: string
  alsoBus?: string
}

/**
 * The supply of a design, joined once and asked by every room: sources, buses, who hangs where, and what each thing is called.
 * The same design and supply give the same model.
 */
export class PowerModel {
  readonly sources: readonly SourceAt[]
  /** The ids of the alternators among the sources. */
  readonly alternators: readonly string[]
  private readonly names: ReadonlyMap<string, string>
  private readonly buses: ReadonlyMap<string, Bus>
  private readonly roles: ReadonlyMap<Bus['role'], string>
  private readonly choices: ReadonlyMap<string, CircuitChoice>
  private readonly byId: ReadonlyMap<string, DesignUnit>
  private readonly hung = new Map<DesignUnit, Hung>()
  constructor(
    readonly design: Design,
    readonly supply: Supply
  ) {
    this.sources = allSources(design, supply)
    this.alternators = this.sources.flatMap(source => (source.kind === 'alternator' ? [source.id] : []))
    this.names = new Map([...supply.buses, ...this.sources].map(node => [node.id, node.name]))
    this.buses = new Map(supply.buses.map(bus => [bus.id, bus]))
    // Of two buses of one role the first is meant.
    this.roles = new Map([...supply.buses].reverse().map(bus => [bus.role, bus.id]))
    this.byId = new Map(electricUnits(design).map(unit => [unit.id, unit]))
    this.choices = new Map(design.circuits.map(choice => [choice.unit, choice]))
  }

  source = (id: string): SourceAt | undefined => this.sources.find(source => source.id === id)
  bus = (id: string): Bus | undefined => this.buses.get(id)
  role = (role: Bus['role']): string | undefined => this.roles.get(role)
  /** What the planner decided for a unit's circuit. */
  choice = (unit: string): CircuitChoice | undefined => this.choices.get(unit)
  /** Volts that each of the two diodes of a unit takes, where entered; of one that shares a breaker, those of its head. */
  diodeV(unit: DesignUnit): number | undefined {
    const head = this.choices.get(unit.id)?.sharesWith
    return this.choices.get(head ?? unit.id)?.diodeV
  }
  /** What a node is called. */
  name = (id: string): string => this.names.get(id) ?? id

  /** The bus a unit hangs on, and a second one where it has two: the planner's choice, or by what it is and does. */
  feedOf(unit: DesignUnit): Hung {
    const known = this.hung.get(unit)
    if (known) return known
    const choice = this.choices.get(unit.id)
    // One breaker is fed by one bus: who shares it hangs where it hangs.
    const head = choice?.sharesWith === unit.id ? undefined : this.byId.get(choice?.sharesWith ?? '')
    if (head?.item.power && this.choices.get(head.id)?.sharesWith === undefined) {
      const same = this.feedOf(head)
      this.hung.set(unit, same)
      return same
    }
    const there = (id: string | undefined) => (id !== undefined && this.buses.has(id) ? id : undefined)
    const bus =
      there(choice?.bus) ??
      (unit.item.power?.essential ? this.roles.get('essential') : undefined) ??
      (handledAs(unit.item) === 'clock' ? this.roles.get('always hot') : undefined) ??
      (AVIONICS.has(handledAs(unit.item)) ? this.roles.get('avionics') : undefined) ??
      this.roles.get('main') ??
      this.supply.buses[0]!.id
    const also = there(choice?.alsoBus)
    const hung = also && also !== bus ? { bus, alsoBus: also } : { bus }
    this.hung.set(unit, hung)
    return hung
  }
}

const own = perObject((design: Design) => new PowerModel(design, design.supply ?? proposedSupply(design)))
/** Models of other supplies that are tried on a design, by supply. */
const triedOn = perObject((design: Design) => perObject((supply: Supply) => new PowerModel(design, supply)))
/**
 * The model of a design with the supply in force, the planner's own or the proposal; or with another one that is tried on
 * it.
 */
export function powerModel(design: Design, supply?: Supply): PowerModel {
  const inForce = own(design)
  return supply === undefined || inForce.supply === supply ? inForce : triedOn(design)(supply)
}

/** Networks that are kept solved: those of a design and of some trials of it. */
export const NETWORKS_KEPT = 12
/** The supply in force: the planner's own, or the proposal. */
export const supplyOf = (design: Design): Supply => powerModel(design).supply
/** All sources of an aeroplane with a supply. */
export const sourcesOf = (design: Design, supply: Supply): readonly SourceAt[] => powerModel(design, supply).sources
/** Where a unit hangs on a supply. */
export const busOf = (design: Design, supply: Supply, unit: DesignUnit): Hung => powerModel(design, supply).feedOf(unit)

/** Whether what a unit draws is the field of the main alternator. */
export const isMainField = (model: PowerModel, unit: DesignUnit): boolean =>
  unit.item.provides.includes('generator') && model.alternators.includes(MAIN_ALTERNATOR)
/** Whether the main alternator has quit: its field draws no more. */
export const isFieldDead = (failure: { sources?: readonly string[] }): boolean =>
  failure.sources?.includes(MAIN_ALTERNATOR) ?? false

/** The supply with the cells of a box tied by a diode to the essential bus, or to the main one where there is none. */
export function tieCells(
  supply: Supply,
  { unit, label, wires }: { unit: string; label: string; wires: readonly WireMark[] }
): Supply {
  const bus =
    supply.buses.find(bus => bus.role === 'essential') ??
    supply.buses.find(bus => bus.role === 'main') ??
    supply.buses[0]!
  return {
    ...supply,
    ties: [
      ...supply.ties,
      {
        id: freeId(supply, `reserve-${unit}`.slice(0, 60), wires),
        name: `${label} feed`.slice(0, 80),
        kind: 'diode',
        from: UNIT_SOURCE + unit,
        to: bus.id,
        milliohm: 5
      }
    ]
  }
}

/** An id that no part of the supply has, and none had of whose wire anything is known. */
export function freeId(supply: Supply, wish: string, wires: readonly WireMark[]): string {
  const taken = new Set(
    [MAIN_BATTERY, MAIN_ALTERNATOR, ...supply.sources, ...supply.buses, ...supply.ties, ...supply.switches].map(part =>
      typeof part === 'string' ? part : part.id
    )
  )
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish}-${n}`
    if (!taken.has(id) && !wires.some(({ wire }) => wire === `feeder ${id}`)) return id
  }
}
