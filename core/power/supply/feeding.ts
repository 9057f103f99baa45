import { electricUnits } from './electric'
import { insideOhm, openCircuitV } from '../endurance/discharge'
import type { Wired } from './wired'
import { solveNetwork } from './network'
import { blocksOf, regulatedV } from './tie'

/** Least volts that count as being fed at all. */
const FED_V = 1

/**
 * Who is fed in a setting of the switches, with what has failed: batteries full, nothing drawn.
 * @returns the units fed, and volts by node: bus, source or unit
 */
export function fedBy(
  wired: Wired,
  positions: ReadonlyMap<string, string>
): { powered: Set<string>; volts: Map<string, number> } {
  const { model, failure } = wired
  const { design } = model
  const blocks = blocksOf(design.airframe.systemV)
  const units = electricUnits(design)
    .filter(unit => unit.item.power)
    .map((unit): [string, number] => [unit.id, wired.nodeOf(unit)])
  const failed = new Set(failure.sources)
  const feeds = model.sources
    .filter(source => !failed.has(source.id))
    .map(source =>
      source.kind === 'battery'
        ? {
            node: wired.node(source.id),
            emfV: openCircuitV(source.chemistry, 1, blocks),
            ohm: insideOhm(source.chemistry, source.capacityAh, blocks),
            limitA: Infinity
          }
        : { node: wired.node(source.id), emfV: regulatedV(design.airframe.systemV), ohm: 0.005, limitA: source.ratedA }
    )
  const solved = solveNetwork({ nodes: wired.nodes, branches: wired.closedBranches(positions), feeds, draws: [] })
  const down = new Set(failure.units)
  const gone = new Set(failure.buses)
  const volts = new Map([...wired.index].map(([id, node]) => [id, gone.has(id) ? 0 : solved.volts[node]!]))
  const powered = new Set(
    units.filter(([unit, node]) => !down.has(unit) && solved.volts[node]! > FED_V).map(([unit]) => unit)
  )
  return { powered, volts }
}
