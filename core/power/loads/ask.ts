import type { FlightPhase } from '../../catalogue'
import { perObject, remembered } from '../../cache'
import type { Design } from '../../design'
import { insideOhm, openCircuitV } from '../endurance/discharge'
import { isShed } from '../endurance/shed'
import type { Supply, Tie } from '../../document'
import { electricUnits } from '../supply/electric'
import { isFieldDead, isMainField, NETWORKS_KEPT, powerModel, type PowerModel, type SourceAt } from '../supply/model'
import { gathered, reached, solveNetwork, type Draw, type Feed, type Network } from '../supply/network'
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
const askerOf = remembered(
  (design: Design, supply: Supply): Asker => newAsker(powerModel(design, supply)),
  NETWORKS_KEPT
)
/**
 * Asks the network for what every tie and source carries in a setting and a phase, with loads at their usual or at their most;
 * batteries full. What it was asked once it knows, of this design and of others with the same supply and loads.
 */
export const asker = perObject(({ design, supply }: PowerModel): Asker => askerOf(design, supply))
const nameOfPositions = perObject((positions: ReadonlyMap<string, string>) => JSON.stringify([...positions].flat()))
/** What tells one setting from another. */
const nameOf = ({ positions, failure: { sources, ties, buses }, shed, alternatorShare, afterDip }: Setting): string =>
  `${nameOfPositions(positions)} ${JSON.stringify([sources, ties, buses, shed, alternatorShare, afterDip])}`

/** What of the network stands with the switches so and these sources giving, whatever draws. */
interface Standing {
  network: Omit<Network, 'draws'>
  live: readonly SourceAt[]
  reached: readonly boolean[]
  ties: readonly Tie[]
  /** Coils and fields. */
  draws: readonly Draw[]
}

/** A load as it is asked of: what it draws, where, and whether it is shed. */
const loadsOf = (model: PowerModel, wired: Wired) =>
  electricUnits(model.design).flatMap(unit =>
    unit.item.power
      ? [
          {
            mainField: isMainField(model, unit),
            power: unit.item.power,
            node: wired.nodeOf(unit),
            shed: isShed(unit),
            quoted: quotedA(unit.item.power)
          }
        ]
      : []
  )

/** What is on in a phase, and what it draws; phases in which the same is on are one to the network. */
function newDraws(model: PowerModel, wired: Wired) {
  const hung = loadsOf(model, wired)
  const onNames = new Map<FlightPhase, string>()
  const onName = (phase: FlightPhase): string => {
    const known = onNames.get(phase) ?? hung.map(load => (onIn(load.power, phase) ? '1' : '0')).join('')
    onNames.set(phase, known)
    return known
  }
  const known = new Map<string, Draw[]>()
  const drawsIn = (phase: FlightPhase, ampsOf: AmpsOf, { shed, failure }: Setting): Draw[] => {
    const fieldDead = isFieldDead(failure)
    const key = `${onName(phase)} ${ampsOf} ${shed} ${fieldDead}`
    let draws = known.get(key)
    if (!draws) {
      draws = gathered(
        hung
          .filter(load => onIn(load.power, phase) && !(shed && load.shed) && !(fieldDead && load.mainField))
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
  return { onName, drawsIn }
}

/** What is read of the design before anything is asked. */
interface Fixed {
  model: PowerModel
  wired: Wired
  systemV: Design['airframe']['systemV']
  /** Amps of the field of each alternator. */
  fields: ReadonlyMap<SourceAt, number>
}
/** The network of a setting, but for what draws in a phase. */
function standingOf(
  { model, wired, systemV, fields }: Fixed,
  { positions, failure }: Setting,
  gives: readonly number[]
): Standing {
  const { supply, sources } = model
  const blocks = blocksOf(systemV)
  const failed = new Set(failure.sources)
  const live = sources.filter((source, index) => !failed.has(source.id) && gives[index]! > 0)
  const feeds = sources.flatMap((source, index): Feed[] => {
    if (failed.has(source.id) || gives[index]! <= 0) return []
    const node = wired.node(source.id)
    return source.kind === 'battery'
      ? [
          {
            node,
            emfV: openCircuitV(source.chemistry, 1, blocks),
            ohm: insideOhm(source.chemistry, source.capacityAh, blocks),
            limitA: Infinity
          }
        ]
      : [{ node, emfV: regulatedV(systemV), ohm: 0.005, limitA: gives[index]! }]
  })
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
  const fieldDraws = live.flatMap((source): Draw[] =>
    source.kind === 'alternator'
      ? [{ node: wired.node(source.id), kind: 'constant current', amps: fields.get(source)!, atV: 14, minV: 1 }]
      : []
  )
  const branches = here.closedBranches(positions)
  const network = { nodes: here.nodes, branches, feeds }
  return {
    network,
    live,
    reached: reached(network),
    ties: here.closedTies(positions),
    draws: [...coils, ...fieldDraws]
  }
}

function newAsker(model: PowerModel): Asker {
  const { sources } = model
  const wired = new Wired(model, {})
  // All that is read of the design is read here: what is asked later is asked of designs that read the same.
  const { onName, drawsIn } = newDraws(model, wired)
  const fields = new Map(
    sources.flatMap(source => (source.kind === 'alternator' ? [[source, fieldA(model, source)] as const] : []))
  )
  const fixed = { model, wired, systemV: model.design.airframe.systemV, fields }
  /** Of each source how much it may give in a phase. */
  const givenIn = (phase: FlightPhase, share: number | undefined): readonly number[] =>
    sources.map(source => (source.kind === 'battery' ? Infinity : givesIn(source, phase, share)))
  const standings = new Map<string, Standing>()
  const answers = new Map<string, Answer>()
  return (setting, phase, ampsOf) => {
    const gives = givenIn(phase, setting.alternatorShare)
    const name = `${nameOf(setting)} ${gives.join(' ')}`
    const key = `${name} ${ampsOf} ${onName(phase)}`
    const answered = answers.get(key)
    if (answered) return answered
    const standing = standings.get(name) ?? standingOf(fixed, setting, gives)
    standings.set(name, standing)
    const { nodes } = standing.network
    const network = { ...standing.network, draws: [...drawsIn(phase, ampsOf, setting), ...standing.draws] }
    const low = setting.afterDip ? Array.from({ length: nodes }, () => LOW_V) : undefined
    const solved = solveNetwork(network, low, standing.reached, setting.afterDip)
    const down = new Set(setting.failure.buses)
    const answer = {
      tieA: new Map(standing.ties.map((tie, index) => [tie.id, Math.abs(solved.branchA[index]!)])),
      sourceA: new Map(standing.live.map((source, index) => [source.id, solved.feedA[index]!])),
      volts: new Map([...wired.index].map(([id, node]) => [id, down.has(id) ? 0 : solved.volts[node]!]))
    }
    answers.set(key, answer)
    return answer
  }
}
