import { expose } from 'comlink'
import type { Item } from '#core/catalogue'
import { AS_FOUND, type Edit, type Project } from '#core/project'
import { candidateEffects, effectOf, examineOption, makeRoom, rankForPanel, type CandidateEffect, type Effect, type RankedItem, type Report, type RoomAnswer } from '#core/report'

export type { RoomAnswer } from '#core/report'

/** Reports of one moment: the option looked at, the aeroplane as found, and the plan first agreed. */
export interface Reports { current: Report, asFound: Report, agreed?: Report }

const examiner = {
  examine(project: Project, option: string): Reports {
    return {
      current: examineOption(project, option),
      asFound: examineOption(project, AS_FOUND),
      agreed: project.agreed && examineOption(project, project.agreed.option)
    }
  },
  compare: (project: Project, options: string[]): Report[] => options.map(option => examineOption(project, option)),
  candidates: (project: Project, option: string, items: Item[]): CandidateEffect[] => candidateEffects(project, option, items),
  /** Why an item finds no place, and what would make room for it. */
  room: (project: Project, option: string, item: Item, unit: string | undefined, catalogue: Item[]): RoomAnswer => makeRoom(project, option, item, unit, catalogue),
  /** The whole catalogue tried on the panel. */
  rank: (project: Project, option: string, catalogue: Item[], place?: string): RankedItem[] => rankForPanel(project, option, catalogue, place),
  /** What the going of each unit gives and breaks. */
  goings(project: Project, option: string, units: string[]): Record<string, Effect> {
    const before = examineOption(project, option)
    return Object.fromEntries(units.map(unit => [unit, effectOf(project, option, [{ type: 'unit.remove', option, unit } satisfies Edit], before)]))
  }
}
export type Examiner = typeof examiner

expose(examiner)
