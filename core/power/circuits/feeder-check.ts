import type { Edit, Tie } from '../../document'
import type { Basis, Finding } from '../../design'
import { DERATING_BASIS } from './ampacity'
import { mostProtectorA, protects } from './circuit'
import { regulatedV } from '../supply/tie'
import { bareTies } from '../supply/bare'
import type { PowerModel } from '../supply/model'
import { BREAKER_SIZES_A, gauge, PROTECTOR_BASIS } from './wire'
import { BATTERY_CABLE_AWG, STARTER_BASIS, FEEDER_BASIS, opens, lieAlone, type Feeder } from './feeder'
import { amperes, figure, num, say } from '../../quantity'

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
        : [{ says: say`Make it ${figure(proposed.ratedA, 'A')}.`, edits: set(tie, { ratedA: proposed.ratedA }) }]
    const thicker: Finding['remedies'] =
      proposed.awg === undefined
        ? []
        : [{ says: say`Use AWG ${proposed.awg}.`, edits: set(tie, { awg: proposed.awg as Tie['awg'] }) }]
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
        says: say`${tie.name} must bear ${amperes(feeder.bearsA)}; the largest breaker of the tables
          is ${figure(BREAKER_SIZES_A.at(-1)!, 'A')}. A current limiter or a thicker cable is chosen by its maker’s
          data: enter what it opens at in Distribution.`
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
        says: say`${tie.name} ${
          forGoodA > feeder.steadyA
            ? say`may carry ${amperes(forGoodA)} into a flat battery`
            : say`carries ${amperes(feeder.steadyA)} (${feeder.when})`
        } and bears ${amperes(tie.ratedA)}: it ${
          tie.kind === 'breaker'
            ? 'opens and takes all behind it along'
            : tie.kind === 'contactor'
              ? 'welds or burns its contacts'
              : 'overheats'
        }.`
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
          says: say`The ${figure(feeder.guardA, 'A')} breaker of ${tie.name} does not protect its
            AWG ${tie.awg} wire, ${
              most < chart
                ? say`which outside the conditions of table 11-3 carries ${amperes(most)}`
                : say`which wants ${figure(most, 'A')} at most`
            }. A short would burn the wire first.`
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
          says: say`${tie.name} must carry ${amperes(feeder.asksA)}; its AWG ${tie.awg} wire
            carries ${amperes(feeder.ampacity!.amps)} by itself in that heat and height.`
        })
      if (feeder.cranks && tie.awg > CRANKING_AWG)
        findings.push({
          id: `power.feeder-starter:${tie.id}`,
          code: 'power.feeder-starter',
          weight: 'decide',
          subjects: [],
          basis: STARTER_BASIS,
          figure: { kind: 'feeder wire', of: tie.id },
          remedies: thicker,
          says: say`${tie.name} is of AWG ${tie.awg} and carries the starter, 150 to 250 A while it cranks:
            AWG ${CRANKING_AWG} to ${BATTERY_CABLE_AWG} is common practice.`
        })
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
            : [{ says: say`Make it ${figure(proposed.ratedA, 'A')}.`, edits: set(tie, { guardA: proposed.ratedA }) }],
        says: say`The breaker of ${tie.name} carries ${amperes(feeder.steadyA)} (${feeder.when}) and
          is ${figure(guard, 'A')}: it opens and takes all behind it along.`
      })
    const lost = feeder.busDropV ?? 0
    const mostV = MAIN_DROP_SHARE * regulatedV(design.airframe.systemV)
    if (lost > mostV * 1.001)
      findings.push({
        id: `power.feeder-drop:${tie.id}`,
        code: 'power.feeder-drop',
        weight: 'decide',
        subjects: [],
        measured: lost,
        limit: mostV,
        unit: 'V',
        basis: MAIN_DROP_BASIS,
        figure: { kind: 'feeder wire', of: tie.id },
        remedies: tie.awg !== undefined && proposed.awg !== undefined && proposed.awg < tie.awg ? thicker : [],
        says: say`From its source to the ${model.name(tie.to)}, by ${tie.name}, ${num(lost, 2, 'V')} are
          lost; ${num(mostV, 2, 'V')} is allowed in main power wires. A thicker or shorter cable, or better contacts, mends it.`
      })
    if (bare.has(tie.id))
      findings.push({
        id: `power.feeder-bare:${tie.id}`,
        code: 'power.feeder-bare',
        weight: 'decide',
        subjects: [],
        basis: EVERY_CIRCUIT,
        says: say`Nothing opens on a short of ${tie.name}: its wire would burn, and what feeds it cannot be shut off
          in time. A breaker or fuse stands where its current comes from${
            bare.get(tie.id) === 'battery' ? ', at the battery’s post' : ''
          }.`,
        remedies:
          tie.kind === 'wire'
            ? [{ says: say`Make it a breaker, of the size the tables propose.`, edits: set(tie, { kind: 'breaker' }) }]
            : tie.kind === 'diode' || tie.kind === 'contactor'
              ? [
                  {
                    says: say`Set a breaker in it, of the size the tables propose.`,
                    edits: set(tie, { guarded: true })
                  }
                ]
              : []
      })
    return findings
  })
}
