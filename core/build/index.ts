import { unitAmps } from '../power'
import type { Circuit } from '../power'
import type { Design } from '../design'

/** One step of the first power-up: the breaker pushed, and what the ammeter should say. */
export interface PowerUpStep {
  unit: string
  label: string
  breakerA: number
  /** Amps of this unit on the ground, and of all pushed so far. */
  expectA: number
  ammeterA: number
}

/**
 * The order of the first power-up: what must stay on after a failure first, small loads before large ones, each
 * with the typical amps while taxiing (or, for what is off then, in the phase it is on most).
 * @param essential ids of the units that stay on when the alternator has quit
 */
export function powerUpOrder(
  design: Design,
  circuits: readonly Circuit[],
  essential: ReadonlySet<string>
): PowerUpStep[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const { systemV } = design.airframe
  let ammeterA = 0
  const expected = (id: string): number => {
    const unit = units.get(id)!
    const phases = unit.item.power?.phases
    return unitAmps(unit, !phases || phases.includes('taxi') ? 'taxi' : phases[0]!, systemV).quietA
  }
  // One push for each protector, with all that hangs on it.
  return circuits
    .filter(circuit => circuit.head === circuit.unit)
    .map(circuit => ({
      circuit,
      expectA: circuit.shared.reduce((sum, id) => sum + expected(id), 0),
      first: circuit.shared.some(id => essential.has(id))
    }))
    .sort((a, b) => Number(b.first) - Number(a.first) || a.expectA - b.expectA)
    .map(({ circuit, expectA }) => {
      ammeterA += expectA
      return {
        unit: circuit.unit,
        label: circuit.shared.map(id => units.get(id)!.label).join(', '),
        breakerA: circuit.breakerA,
        expectA,
        ammeterA
      }
    })
}
export {
  boxRing,
  CHORD_MM,
  drawShape,
  flatten,
  LAYERS,
  partsToCut,
  ringPoints,
  wholeFace,
  type Entity,
  type Layer,
  type Part
} from './drawing'
