import type { FlightPhase } from '../../catalogue'
import { remember } from '../../design'
import { insideOhm, openCircuitV } from '../endurance/discharge'
import { isShed } from '../endurance/shed'
import { MAIN_ALTERNATOR } from '../../document'
import { isDeadField, networkOf, NETWORKS_KEPT, type PowerModel, type SourceAt } from '../supply/model'
import { gathered, reached, solveNetwork, type Draw, type Feed } from '../supply/network'
import { blocksOf, coilsOf, regulatedV } from '../supply/tie'
import { Wired, type Failure } from '../supply/wired'
import { fieldA, idlesIn, onIn, quotedA } from './load'

export type AmpsOf = 'averageA' | 'worstA'
/** How the aeroplane stands when the network is asked. */
export interface Setting {
  positions: ReadonlyMap<string, string>
  failure: Failure
  /** The pilot has shed what the plan sheds. */
  shed: boolean
  /** Of each alternator’s rating, how much it may give; all of it when absent. */
  alternatorShare?: number
  /** As after a dip: every load begins with too few volts. */
  afterDip?: boolean
}
/** What the network answers: amps through each closed tie and out of each source, volts of each node by its id. */
export interface Answer {
  tieA: Map<string, number>
  sourceA: Map<string, number>
  volts: Map<string, number>
}

/** Volts to begin from after a dip. */
const LOW_V = 1e-3
/** Most an alternator gives in a phase: nothing while the engine stands still, what it gives at idle where that is known. */
export function givesIn(source: SourceAt & { kind: 'alternator' }, phase: FlightPhase, share = 1): number {
  if (phase === 'start') return 0
  const most = source.ratedA * share
  return idlesIn(phase) && source.idleA !== undefined ? Math.min(source.idleA, most) : most
}

type Asker = (setting: Setting, phase: FlightPhase, ampsOf: AmpsOf) => Answer
/** One that keeps what it was asked, for all designs in which the network is the same. */
const askerOf = remember(
  (model: PowerModel): Asker => {
    const ask = newAsker(model)
    const answers = new Map<string, Answer>()
    return (setting, phase, ampsOf) => {
      const key = `${phase} ${ampsOf} ${nameOf(setting)}`
      const answer = answers.get(key) ?? ask(setting, phase, ampsOf)
      answers.set(key, answer)
      return answer
    }
  },
  networkOf,
  NETWORKS_KEPT
)
const askers = new WeakMap<PowerModel, Asker>()
/**
 * Asks the network for what every tie and source carries in a setting and a phase, with loads at their usual or at their most;
 * batteries full. What it was asked once it knows, of this design and of others with the same supply and loads.
 */
export function asker(model: PowerModel): Asker {
  const known = askers.get(model) ?? askerOf(model)
  askers.set(model, known)
  return known
}
/** What tells one setting from another. */
const nameOf = ({ positions, failure, shed, alternatorShare, afterDip }: Setting): string =>
  JSON.stringify([[...positions].flat(), failure.sources, failure.ties, failure.buses, shed, alternatorShare, afterDip])

function newAsker(model: PowerModel): Asker {
  const { design, supply, sources } = model
  const { systemV } = design.airframe
  const blocks = blocksOf(systemV)
  const wired = new Wired(model, {})
  const hung = design.units.flatMap(unit =>
    unit.item.power
      ? [
          {
            unit,
            power: unit.item.power,
            node: wired.nodeOf(unit),
            shed: isShed(unit),
            quoted: quotedA(unit.item.power)
          }
        ]
      : []
  )
  const known = new Map<string, Draw[]>()
  const drawsIn = (phase: FlightPhase, ampsOf: AmpsOf, { shed, failure }: Setting): Draw[] => {
    const fieldDead = failure.sources?.includes(MAIN_ALTERNATOR) ?? false
    const key = `${phase} ${ampsOf} ${shed} ${fieldDead}`
    let draws = known.get(key)
    if (!draws) {
      draws = gathered(
        hung
          .filter(one => onIn(one.power, phase) && !(shed && one.shed) && !isDeadField(model, one.unit, failure))
          .map(({ power, node, quoted }): Draw => ({
            node,
            kind: power.load,
            amps: quoted[ampsOf],
            atV: power.atV,
            minV: Math.max(1, power.minV)
          }))
      )
      known.set(key, draws)
    }
    return draws
  }
  return (setting, phase, ampsOf) => {
    const { positions, failure, alternatorShare, afterDip } = setting
    const failed = new Set(failure.sources)
    const live = sources.filter(
      source => !failed.has(source.id) && (source.kind === 'battery' || givesIn(source, phase, alternatorShare) > 0)
    )
    const feeds = live.map((source): Feed =>
      source.kind === 'battery'
        ? {
            node: wired.node(source.id),
            emfV: openCircuitV(source.chemistry, 1, blocks),
            ohm: insideOhm(source.chemistry, source.capacityAh, blocks),
            limitA: Infinity
          }
        : {
            node: wired.node(source.id),
            emfV: regulatedV(systemV),
            ohm: 0.005,
            limitA: givesIn(source, phase, alternatorShare)
          }
    )
    const here = wired.failing(failure)
    const cut = new Set([...(failure.ties ?? []), ...(failure.buses ?? [])])
    const coils = coilsOf(supply, positions)
      .filter(tie => !cut.has(tie.id) && !cut.has(tie.from))
      .map((tie): Draw => ({
        node: wired.node(tie.from),
        kind: 'resistive',
        amps: tie.holdA!,
        atV: systemV === 28 ? 28 : 14,
        minV: 1
      }))
    const fields = live.flatMap((source): Draw[] =>
      source.kind === 'alternator'
        ? [{ node: wired.node(source.id), kind: 'constant current', amps: fieldA(model, source), atV: 14, minV: 1 }]
        : []
    )
    const network = {
      nodes: here.nodes,
      branches: here.closedBranches(positions),
      feeds,
      draws: [...drawsIn(phase, ampsOf, setting), ...coils, ...fields]
    }
    const solved = afterDip
      ? solveNetwork(
          network,
          Array.from({ length: here.nodes }, () => LOW_V),
          reached(network),
          true
        )
      : solveNetwork(network)
    const down = new Set(failure.buses)
    return {
      tieA: new Map(here.closedTies(positions).map((tie, at) => [tie.id, Math.abs(solved.branchA[at]!)])),
      sourceA: new Map(live.map((source, at) => [source.id, solved.feedA[at]!])),
      volts: new Map([...here.index].map(([id, node]) => [id, down.has(id) ? 0 : solved.volts[node]!]))
    }
  }
}
