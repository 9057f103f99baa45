import { blocksOf, coilsOf, fieldA, openCircuitV, positionsOf, powerModel, unitAmps, type Circuit } from '../power'
import type { Design, DesignUnit } from '../design'

/** One step of the first power-up: what is switched or pushed, and what the ammeter should say. */
export interface PowerUpStep {
  kind: 'master' | 'breaker' | 'alternator'
  /** The unit whose breaker is pushed, or the tie or alternator that is switched. */
  of: string
  label: string
  bus?: string
  busName?: string
  breakerA?: number
  /** Amps this step adds, and what the ammeter shows with it on. */
  expectA: number
  ammeterA: number
  /** Tried and switched off again: lights, heat, motors, the field. */
  offAgain: boolean
}
export interface PowerUp {
  /** Volts of the battery with the alternator standing still. */
  batteryV: number
  steps: PowerUpStep[]
}

/** Buses in the order in which they are brought up: what lives longest first. */
const ORDER = ['always hot', 'essential', 'main', 'other', 'avionics'] as const
/** What is tried and put off again, so that the battery is not run down on the bench. */
const TRIED: ReadonlySet<string> = new Set([
  'position lights',
  'landing light',
  'anti-collision light',
  'pitot heat',
  'fuel pump',
  'flap drive'
])
const triedOnly = ({ item }: DesignUnit): boolean =>
  item.kind === 'light' ||
  item.provides.includes('generator') ||
  item.provides.some(name => TRIED.has(name)) ||
  (item.power?.duty ?? 1) < 1 ||
  item.power?.load === 'resistive'

/**
 * The order of the first power-up, on the battery with the engine standing still: the master with the coils it closes, then bus by
 * bus each breaker, what must stay on after a failure first, small loads before large ones; lights, heat and motors are tried and
 * put off again; the alternator’s field last. Amps at the volts of the battery, as while taxiing, or for what is off then in the
 * phase it is on first.
 * @param essential ids of the units that stay on when the alternator has quit
 */
export function powerUpOrder(design: Design, circuits: readonly Circuit[], essential: ReadonlySet<string>): PowerUp {
  const model = powerModel(design)
  const { supply, sources } = model
  const { battery, systemV } = design.airframe
  const batteryV = openCircuitV(battery.chemistry, 1, blocksOf(systemV))
  const nominalV = systemV === 28 ? 28 : 14
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  let ammeterA = 0
  const step = (taken: Omit<PowerUpStep, 'ammeterA'>): PowerUpStep => {
    const shows = ammeterA + taken.expectA
    if (!taken.offAgain) ammeterA = shows
    return { ...taken, ammeterA: shows }
  }
  const expected = (id: string): number => {
    const unit = units.get(id)!
    const phases = unit.item.power?.phases
    const amps = unitAmps(unit, !phases || phases.includes('taxi') ? 'taxi' : phases[0]!, batteryV)
    // What comes and goes is seen while it runs.
    const duty = unit.item.power!.duty ?? 1
    return duty < 1 ? amps.intermittentA / duty : amps.quietA
  }
  const rank = (bus: string) => {
    const index = ORDER.indexOf(model.bus(bus)?.role ?? 'other')
    return index < 0 ? ORDER.length : index
  }
  const coils = coilsOf(supply, positionsOf(supply, 'normal')).map(tie =>
    step({
      kind: 'master',
      of: tie.id,
      label: `Coil of ${tie.name}`,
      expectA: (tie.holdA! * batteryV) / nominalV,
      offAgain: false
    })
  )
  // One push for each breaker, with all that hangs on it.
  const pushes = circuits
    .filter(circuit => circuit.head === circuit.unit)
    .map(circuit => ({
      circuit,
      expectA: circuit.shared.reduce((sum, id) => sum + expected(id), 0),
      first: circuit.shared.some(id => essential.has(id)),
      tried: circuit.shared.every(id => triedOnly(units.get(id)!))
    }))
    .sort(
      (a, b) =>
        rank(a.circuit.bus) - rank(b.circuit.bus) ||
        Number(a.tried) - Number(b.tried) ||
        Number(b.first) - Number(a.first) ||
        a.expectA - b.expectA
    )
    .map(({ circuit, expectA, tried }) =>
      step({
        kind: 'breaker',
        of: circuit.unit,
        label: circuit.shared.map(id => units.get(id)!.label).join(', '),
        bus: circuit.bus,
        busName: model.name(circuit.bus),
        breakerA: circuit.breakerA,
        expectA,
        offAgain: tried
      })
    )
  const fields = sources.flatMap(source =>
    // Where the alternator is a unit of its own its breaker has been pushed already.
    source.kind === 'alternator' && fieldA(model, source) > 0
      ? [
          step({
            kind: 'alternator',
            of: source.id,
            label: `Field of ${source.name}`,
            // Standing still its regulator asks for all it can: the field is a resistance.
            expectA: (fieldA(model, source) * batteryV) / nominalV,
            offAgain: true
          })
        ]
      : []
  )
  return { batteryV, steps: [...coils, ...pushes, ...fields] }
}
