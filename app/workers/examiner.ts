import { expose } from 'comlink'
import type { Item } from '#core/catalogue'
import {
  backupFor,
  backupOffers,
  enduranceRange,
  examinePower,
  playScenes,
  shortestShed,
  type BackupAnswer,
  type BackupOffer,
  type EnduranceRange,
  type Scene,
  type ShedAnswer
} from '#core/power'
import { type Edit, type Project } from '#core/document'
import { AS_FOUND, resolve, type Steps } from '#core/design'
import {
  candidateEffects,
  effectOf,
  examineOption,
  makeRoom,
  rankForPanel,
  type CandidateEffect,
  type Effect,
  type RankedItem,
  type Report,
  type RoomAnswer
} from '#core/report'

import type { Tell } from '~/composables/useLongWork'

export type { RoomAnswer } from '#core/report'

/** Reports of one moment: the option looked at, the aeroplane as found, and the plan first agreed. */
export interface Reports {
  current: Report
  asFound: Report
  agreed?: Report
}

/** Shortest time between two tellings of how far long work is; between them a stop is heard. */
const TELL_MS = 60
const stopped = new Set<number>()

/** Walks long work step by step; undefined when it was stopped. */
async function walk<T>(steps: Steps<T>, job: number, tell: Tell): Promise<T | undefined> {
  let told = performance.now()
  for (;;) {
    const next = steps.next()
    if (next.done) return next.value
    if (performance.now() - told < TELL_MS) continue
    tell(next.value.done, next.value.of)
    // The worker reads its letters only when it is idle.
    await new Promise(resolve => {
      setTimeout(resolve)
    })
    if (stopped.delete(job)) return undefined
    told = performance.now()
  }
}

const examiner = {
  examine(project: Project, option: string): Reports {
    return {
      current: examineOption(project, option),
      asFound: examineOption(project, AS_FOUND),
      agreed: project.agreed && examineOption(project, project.agreed.option)
    }
  },
  compare: (project: Project, options: string[]): Report[] => options.map(option => examineOption(project, option)),
  candidates: (project: Project, option: string, items: Item[]): CandidateEffect[] =>
    candidateEffects(project, option, items),
  /** Why an item finds no place, and what would make room for it. */
  room: (
    project: Project,
    option: string,
    item: Item,
    unit: string | undefined,
    catalogue: Item[],
    job: number,
    tell: Tell
  ): Promise<RoomAnswer | undefined> => walk(makeRoom(project, option, item, unit, catalogue), job, tell),
  /** The whole catalogue tried on the panel. */
  rank: (
    project: Project,
    option: string,
    catalogue: Item[],
    place: string | undefined,
    job: number,
    tell: Tell
  ): Promise<RankedItem[] | undefined> => walk(rankForPanel(project, option, catalogue, place), job, tell),
  /** What must be shed, what backup would do, what each one bought would give, and how age and cold tell: for the loss of the alternators. */
  shed: (project: Project, option: string, minutes: number, job: number, tell: Tell): Promise<ShedAnswer | undefined> =>
    walk(shortestShed(resolve(project, option), minutes), job, tell),
  backup: (
    project: Project,
    option: string,
    minutes: number,
    job: number,
    tell: Tell
  ): Promise<BackupAnswer | undefined> => walk(backupFor(resolve(project, option), minutes), job, tell),
  backups: (
    project: Project,
    option: string,
    catalogue: Item[],
    job: number,
    tell: Tell
  ): Promise<BackupOffer[] | undefined> => walk(backupOffers(resolve(project, option), catalogue), job, tell),
  range: (project: Project, option: string, job: number, tell: Tell): Promise<EnduranceRange | undefined> =>
    walk(enduranceRange(resolve(project, option)), job, tell),
  /** Every failure played through. */
  scenes(project: Project, option: string, job: number, tell: Tell): Promise<Scene[] | undefined> {
    const design = resolve(project, option)
    return walk(playScenes(design, examinePower(design).circuits), job, tell)
  },
  stop(job: number) {
    stopped.add(job)
  },
  /** What the going of each unit gives and breaks. */
  goings(project: Project, option: string, units: string[]): Record<string, Effect> {
    const before = examineOption(project, option)
    return Object.fromEntries(
      units.map(unit => [
        unit,
        effectOf(project, option, [{ type: 'unit.remove', option, unit } satisfies Edit], before)
      ])
    )
  }
}
export type Examiner = typeof examiner

expose(examiner)
