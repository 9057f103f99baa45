import * as messages from '../messages'
import type { Edit, Tie } from '../../document'
import { finding, type Basis, type Finding, type Remedy } from '../../design'
import { DERATING_BASIS } from './ampacity'
import { mostProtectorA, protects } from './circuit'
import { regulatedV } from '../supply/tie'
import { bareTies } from '../supply/bare'
import type { PowerModel } from '../supply/model'
import { BREAKER_SIZES_A, gauge, PROTECTOR_BASIS } from './wire'
import { BATTERY_CABLE_AWG, STARTER_BASIS, FEEDER_BASIS, opens, lieAlone, type Feeder } from './feeder'

const EVERY_CIRCUIT: Basis = {
  kind: 'published',
  source: '14 CFR 23.1357(a) as it stood before 2017: a protective device in every circuit but the starter’s main one',
  fromMemory: true
}
const MAIN_DROP_BASIS: Basis = {
  kind: 'published',
  source: 'AC 43.13-1B, 11-66: maximum voltage drop of main power wires is 2 % of the regulated voltage, source to bus',
  fromMemory: true
}
const MAIN_DROP_SHARE = 0.02
/** Thinnest battery cable that bears cranking (common practice). */
const CRANKING_AWG = 4

/** A tie with what its findings are made from. */
interface Looked {
  model: PowerModel
  feeder: Feeder
  tie: Tie
  set: (patch: Partial<Tie>) => Edit[]
  thicker: Remedy[]
}
function look(model: PowerModel, feeder: Feeder): Looked {
  const { design, supply } = model
  const { awg } = feeder.proposed
  const tie = supply.ties.find(tie => tie.id === feeder.tie)!
  const set = (patch: Partial<Tie>): Edit[] => [
    {
      type: 'supply.set',
      option: design.optionId,
      supply: { ...supply, ties: supply.ties.map(other => (other.id === tie.id ? { ...tie, ...patch } : other)) }
    }
  ]
  const thicker =
    awg === undefined ? [] : [{ says: messages.feederThicker(awg), edits: set({ awg: awg as Tie['awg'] }) }]
  return { model, feeder, tie, set, thicker }
}

/** What is wrong with a tie as it stands. Where its size or wire is not entered, the proposal stands and nothing is. */
export function feederFindings(model: PowerModel, feeders: readonly Feeder[]): Finding[] {
  const bare = bareTies(model, feeders)
  return feeders.flatMap(feeder => {
    const looked = look(model, feeder)
    return [
      ...noneFinding(looked),
      ...ratedFinding(looked),
      ...wireFinding(looked),
      ...starterFinding(looked),
      ...guardFinding(looked),
      ...mainDropFinding(looked),
      ...bareFinding(looked, bare.get(feeder.tie))
    ]
  })
}

function noneFinding({ feeder, tie }: Looked): Finding[] {
  if (!opens(tie) || feeder.guardA !== undefined) return []
  return [
    finding('power.feeder-none', [], {
      key: tie.id,
      unit: 'A',
      weight: 'decide',
      measured: feeder.bearsA,
      limit: BREAKER_SIZES_A.at(-1)!,
      basis: PROTECTOR_BASIS,
      figure: { kind: 'feeder rating', of: tie.id },
      says: messages.feederNone({ name: tie.name, bearsA: feeder.bearsA, breakerSizesA: BREAKER_SIZES_A })
    })
  ]
}

function ratedFinding({ feeder, tie, set }: Looked): Finding[] {
  const { ratedA } = feeder.proposed
  // A breaker on an alternator must bear what that gives into a flat battery; a contactor or a diode what it carries
  // for good.
  const forGoodA = tie.kind === 'breaker' ? feeder.asksA : feeder.steadyA
  if (tie.ratedA === undefined || tie.ratedA >= forGoodA * (1 - 1e-6)) return []
  return [
    finding('power.feeder-rated', [], {
      key: tie.id,
      unit: 'A',
      weight: 'decide',
      measured: forGoodA,
      limit: tie.ratedA,
      basis: FEEDER_BASIS,
      figure: { kind: 'feeder rating', of: tie.id },
      remedies: ratedA === undefined ? [] : [{ says: messages.feederRatedRemedy(ratedA), edits: set({ ratedA }) }],
      says: messages.feederRated({
        name: tie.name,
        forGoodA,
        steadyA: feeder.steadyA,
        when: feeder.when,
        ratedA: tie.ratedA,
        kind: tie.kind
      })
    })
  ]
}

/** A wire that its guard does not protect, or that carries less than the tie asks. */
function wireFinding({ model: { design }, feeder, tie, thicker }: Looked): Finding[] {
  if (tie.awg === undefined) return []
  const chart = protects(gauge(tie.awg), 'breaker')!
  const most = mostProtectorA(gauge(tie.awg), 'breaker', lieAlone(design))
  if (feeder.guardA !== undefined && feeder.guardA > most * (1 + 1e-9))
    return [
      finding('power.feeder-protector', [], {
        key: tie.id,
        unit: 'A',
        weight: 'must fix',
        measured: feeder.guardA,
        limit: most,
        basis: PROTECTOR_BASIS,
        figure: { kind: 'feeder wire', of: tie.id },
        remedies: thicker,
        says: messages.feederProtector({ guardA: feeder.guardA, name: tie.name, awg: tie.awg, most, chart })
      })
    ]
  if (feeder.ampacity!.amps >= feeder.asksA * (1 - 1e-6)) return []
  return [
    finding('power.feeder-ampacity', [], {
      key: tie.id,
      unit: 'A',
      weight: 'must fix',
      measured: feeder.asksA,
      limit: feeder.ampacity!.amps,
      basis: DERATING_BASIS,
      figure: { kind: 'feeder wire', of: tie.id },
      remedies: thicker,
      says: messages.feederAmpacity({
        name: tie.name,
        asksA: feeder.asksA,
        awg: tie.awg,
        amps: feeder.ampacity!.amps
      })
    })
  ]
}

function starterFinding({ feeder, tie, thicker }: Looked): Finding[] {
  if (tie.awg === undefined || !feeder.cranks || tie.awg <= CRANKING_AWG) return []
  return [
    finding('power.feeder-starter', [], {
      key: tie.id,
      weight: 'decide',
      basis: STARTER_BASIS,
      figure: { kind: 'feeder wire', of: tie.id },
      remedies: thicker,
      says: messages.feederStarter({
        name: tie.name,
        awg: tie.awg,
        crankingAwg: CRANKING_AWG,
        batteryCableAwg: BATTERY_CABLE_AWG
      })
    })
  ]
}

/** The breaker or fuse of a diode or a contactor that opens at what it carries. */
function guardFinding({ feeder, tie, set }: Looked): Finding[] {
  const { ratedA } = feeder.proposed
  const guard = tie.kind === 'diode' || tie.kind === 'contactor' ? tie.guardA : undefined
  if (guard === undefined || !tie.guarded || guard >= feeder.steadyA * (1 - 1e-6)) return []
  return [
    finding('power.feeder-rated', [], {
      key: tie.id,
      unit: 'A',
      weight: 'decide',
      measured: feeder.steadyA,
      limit: guard,
      basis: FEEDER_BASIS,
      figure: { kind: 'feeder rating', of: tie.id },
      remedies:
        ratedA === undefined ? [] : [{ says: messages.feederRatedRemedy(ratedA), edits: set({ guardA: ratedA }) }],
      says: messages.feederGuardRated({
        name: tie.name,
        steadyA: feeder.steadyA,
        when: feeder.when,
        guard
      })
    })
  ]
}

function mainDropFinding({ model, feeder, tie, thicker }: Looked): Finding[] {
  const { proposed } = feeder
  const lost = feeder.busDropV ?? 0
  const mostV = MAIN_DROP_SHARE * regulatedV(model.design.airframe.systemV)
  if (lost <= mostV * 1.001) return []
  return [
    finding('power.feeder-drop', [], {
      key: tie.id,
      weight: 'decide',
      measured: lost,
      limit: mostV,
      unit: 'V',
      basis: MAIN_DROP_BASIS,
      figure: { kind: 'feeder wire', of: tie.id },
      remedies: tie.awg !== undefined && proposed.awg !== undefined && proposed.awg < tie.awg ? thicker : [],
      says: messages.feederDrop({ name: model.name(tie.to), tieName: tie.name, lost, mostV })
    })
  ]
}

function bareFinding({ tie, set }: Looked, bare: 'battery' | 'bus' | undefined): Finding[] {
  if (bare === undefined) return []
  return [
    finding('power.feeder-bare', [], {
      key: tie.id,
      weight: 'decide',
      basis: EVERY_CIRCUIT,
      says: messages.feederBare({ name: tie.name, bare: bare }),
      remedies:
        tie.kind === 'wire'
          ? [{ says: messages.feederBareRemedy, edits: set({ kind: 'breaker' }) }]
          : tie.kind === 'diode' || tie.kind === 'contactor'
            ? [
                {
                  says: messages.feederGuardedRemedy,
                  edits: set({ guarded: true })
                }
              ]
            : []
    })
  ]
}
