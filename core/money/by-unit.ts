import type { Design } from '../design'
import type { Wire } from '../wiring'
import { jobOf } from './visits/model'

/** What one new unit costs with what it drags in, in cents. */
export interface UnitCost {
  unit: string
  label: string
  priceCents: number
  workCents: number
  /** Its share of the wires that end at it: a wire between two changed units is half the other’s. */
  wireCents: number
  /** Units that are there for it alone: an aerial, a sensor, an adapter that nothing else is linked with. */
  drags: { unit: string; label: string; cents: number }[]
  /** All of it; what drags along is counted here and again in its own row. */
  togetherCents: number
}

/**
 * New units, the dearest with all they drag in first. Price, work and wire of all rows add up to the lines of the estimate for what is
 * new, to a cent a wire. What belongs to no one unit (panel, journey, papers, tax, contingency) is in no row.
 */
export function costByUnit(design: Design, wires: readonly Wire[]): UnitCost[] {
  const job = jobOf(design, wires)
  const wireCents = job.pieces.map(() => 0)
  for (const wire of job.wires)
    for (const piece of wire.pieces)
      wireCents[piece]! += (wire.metres * job.prices.wireCentsPerMetre) / wire.pieces.length
  const fresh = job.pieces.flatMap((piece, index) => (piece.kind === 'new' ? [{ piece, index }] : []))
  const own = ({ piece, index }: (typeof fresh)[number]) =>
    piece.priceCents + piece.workCents + Math.round(wireCents[index]!)
  const partners = new Map<string, Set<string>>()
  for (const { from, to } of design.links)
    for (const [mine, other] of [
      [from.unit, to.unit],
      [to.unit, from.unit]
    ] as const)
      partners.set(mine, (partners.get(mine) ?? new Set()).add(other))
  /** The unit that another is there for: the only one it is linked with, when that one does more than hang on it. */
  const owner = (id: string): string | undefined => {
    const [only, ...more] = partners.get(id) ?? []
    return only !== undefined && !more.length && (partners.get(only)?.size ?? 0) > 1 ? only : undefined
  }
  return fresh
    .map((unit): UnitCost => {
      const drags = fresh
        .filter(other => owner(other.piece.id) === unit.piece.id)
        .map(other => ({ unit: other.piece.id, label: other.piece.unit.label, cents: own(other) }))
      return {
        unit: unit.piece.id,
        label: unit.piece.unit.label,
        priceCents: unit.piece.priceCents,
        workCents: unit.piece.workCents,
        wireCents: Math.round(wireCents[unit.index]!),
        drags,
        togetherCents: own(unit) + drags.reduce((sum, drag) => sum + drag.cents, 0)
      }
    })
    .sort((a, b) => b.togetherCents - a.togetherCents)
}
