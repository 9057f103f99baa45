import * as messages from '../messages'
import type { Edit, Tie } from '../../document'
import { finding, type Basis, type Finding } from '../../design'
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
  source: 'AC 43.13-1B, 11-66: main power wires lose at most 2 % of the regulated voltage from source to bus',
  fromMemory: true
}
const MAIN_DROP_SHARE = 0.02
/** Thinnest battery cable that bears cranking (common practice). */
const CRANKING_AWG = 4

/** What is wrong with a tie as it stands. Where its size or wire is not entered, the proposal stands and nothing is. */
export function feederFindings(model: PowerModel, feeders: readonly Feeder[]): Finding[] {
  const { design, supply } = model
  const set = (tie: Tie, patch: Partial<Tie>): Edit[] => [
    {
      type: 'supply.set',
      option: design.optionId,
      supply: { ...supply, ties: supply.ties.map(other => (other.id === tie.id ? { ...tie, ...patch } : other)) }
    }
  ]
  const bare = bareTies(model, feeders)
  return feeders.flatMap((feeder): Finding[] => {
    const tie = supply.ties.find(tie => tie.id === feeder.tie)!
    const findings: Finding[] = []
    const { proposed } = feeder
    const about = { subjects: [] as string[], unit: 'A' as const }
    const rating: Finding['remedies'] =
      proposed.ratedA === undefined
        ? []
        : [{ says: messages.feederFindings(proposed.ratedA), edits: set(tie, { ratedA: proposed.ratedA }) }]
    const thicker: Finding['remedies'] =
      proposed.awg === undefined
        ? []
        : [{ says: messages.feederFindingsUseAwg(proposed.awg), edits: set(tie, { awg: proposed.awg as Tie['awg'] }) }]
    if (opens(tie) && feeder.guardA === undefined)
      findings.push({
        ...about,
        id: `power.feeder-none:${tie.id}`,
        code: 'power.feeder-none',
        weight: 'decide',
        measured: feeder.bearsA,
        limit: BREAKER_SIZES_A.at(-1)!,
        basis: PROTECTOR_BASIS,
        figure: { kind: 'feeder rating', of: tie.id },
        remedies: [],
        says: messages.feederNone({ name: tie.name, bearsA: feeder.bearsA, breakerSizesA: BREAKER_SIZES_A })
      })
    // A breaker on an alternator must bear what that gives into a flat battery; a contactor or a diode what it carries
    // for good.
    const forGoodA = tie.kind === 'breaker' ? feeder.asksA : feeder.steadyA
    if (tie.ratedA !== undefined && tie.ratedA < forGoodA * (1 - 1e-6))
      findings.push({
        ...about,
        id: `power.feeder-rated:${tie.id}`,
        code: 'power.feeder-rated',
        weight: 'decide',
        measured: forGoodA,
        limit: tie.ratedA,
        basis: FEEDER_BASIS,
        figure: { kind: 'feeder rating', of: tie.id },
        remedies: rating,
        says: messages.feederRated({
          name: tie.name,
          forGoodA,
          steadyA: feeder.steadyA,
          when: feeder.when,
          ratedA: tie.ratedA,
          kind: tie.kind
        })
      })
    if (tie.awg !== undefined) {
      const chart = protects(gauge(tie.awg), 'breaker')!
      const most = mostProtectorA(gauge(tie.awg), 'breaker', lieAlone(design))
      if (feeder.guardA !== undefined && feeder.guardA > most * (1 + 1e-9))
        findings.push({
          ...about,
          id: `power.feeder-protector:${tie.id}`,
          code: 'power.feeder-protector',
          weight: 'must fix',
          measured: feeder.guardA,
          limit: most,
          basis: PROTECTOR_BASIS,
          figure: { kind: 'feeder wire', of: tie.id },
          remedies: thicker,
          says: messages.feederProtector({ guardA: feeder.guardA, name: tie.name, awg: tie.awg, most, chart })
        })
      else if (feeder.ampacity!.amps < feeder.asksA * (1 - 1e-6))
        findings.push({
          ...about,
          id: `power.feeder-ampacity:${tie.id}`,
          code: 'power.feeder-ampacity',
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
      if (feeder.cranks && tie.awg > CRANKING_AWG)
        findings.push(
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
        )
    }
    const guard = tie.kind === 'diode' || tie.kind === 'contactor' ? tie.guardA : undefined
    if (guard !== undefined && tie.guarded && guard < feeder.steadyA * (1 - 1e-6))
      findings.push({
        ...about,
        id: `power.feeder-rated:${tie.id}`,
        code: 'power.feeder-rated',
        weight: 'decide',
        measured: feeder.steadyA,
        limit: guard,
        basis: FEEDER_BASIS,
        figure: { kind: 'feeder rating', of: tie.id },
        remedies:
          proposed.ratedA === undefined
            ? []
            : [{ says: messages.feederRatedRemedy(proposed.ratedA), edits: set(tie, { guardA: proposed.ratedA }) }],
        says: messages.feederRatedBreakerCarriesOpens({
          name: tie.name,
          steadyA: feeder.steadyA,
          when: feeder.when,
          guard
        })
      })
    const lost = feeder.busDropV ?? 0
    const mostV = MAIN_DROP_SHARE * regulatedV(design.airframe.systemV)
    if (lost > mostV * 1.001)
      findings.push(
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
      )
    if (bare.has(tie.id))
      findings.push(
        finding('power.feeder-bare', [], {
          key: tie.id,
          weight: 'decide',
          basis: EVERY_CIRCUIT,
          says: messages.feederBare({ name: tie.name, bare: bare.get(tie.id) }),
          remedies:
            tie.kind === 'wire'
              ? [{ says: messages.feederBareRemedy, edits: set(tie, { kind: 'breaker' }) }]
              : tie.kind === 'diode' || tie.kind === 'contactor'
                ? [
                    {
                      says: messages.feederBareRemedySetBreakerSize,
                      edits: set(tie, { guarded: true })
                    }
                  ]
                : []
        })
      )
    return findings
  })
}
