import type { Design } from './design'
import { proposedSupply } from './power'

/** The same design with the proposed supply, but without the coils of its contactors, where a sum has to come out even. */
export function withoutCoils(design: Design): Design {
  const supply = proposedSupply(design)
  return { ...design, supply: { ...supply, ties: supply.ties.map(({ holdA: _, ...tie }) => tie) } }
}
