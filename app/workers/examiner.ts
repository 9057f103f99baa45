import { expose } from 'comlink'
import { format } from 'date-fns'
import { accountOf, functionsLost, type Part } from '#core/capability'
import { failuresOf, simulateFailure, type FailureReport, type SimulatedFailure } from '#core/resilience'
import type { Item } from '#core/catalogue'
import { bendMap, placedOn, type BendMap } from '#core/panel'
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
import {
  ceilingFor,
  inVisit,
  jobOdds,
  searchSplit,
  startOf,
  type JobOdds,
  type Pace,
  type SplitSearch
} from '#core/money'
import { applyDiff, applyEdits, EditError, type Diff, type Project } from '#core/document'
import { AS_FOUND, resolve, type FigureOf, type Progress, type Steps, type Working } from '#core/design'
import {
  additionOf,
  afterVisits,
  backupSearch,
  candidateEffects,
  differences,
  forTheSameMoney,
  agreedParts,
  examineOption,
  explainOption,
  foundParts,
  linkEdits,
  makeRoom,
  putOffOption,
  rankForPanel,
  remedyEffects,
  removalEffects,
  effectTogether,
  reportSince,
  standOptions,
  pilotSides,
  type PilotSide,
  starterKit,
  unmetWithout,
  withPutOff,
  type Addition,
  type AfterVisit,
  type BackupSearch,
  type Alternative,
  type CandidateEffect,
  type Effect,
  type Difference,
  type GivenReport,
  type OptionStanding,
  type PutOffAsked,
  type PutOffOption,
  type RankedItem,
  type RemedyEffect,
  type RemovalEffect,
  type Report,
  type RoomAnswer,
  type SameMoney,
  type StarterKit,
  type Unmet
} from '#core/report'
import type { Tell } from '~/composables/useLongWork'

export type { RoomAnswer } from '#core/report'

/** Reports beside that of the option looked at, where they are others than were given last. */
export interface Comparison {
  asFound?: Report
  agreed?: Report | 'none'
}

/** The document as this window has it. It comes whole once, then by what changes; `turn` tells one state from the next. */
let kept: { project: Project; turn: number } | undefined
let catalogue: readonly Item[] = []
/** What was given last: the report of an option with its number, and by the documents' own parts what was given beside it. */
let given: { current?: { report: Report; number: number }; asFound?: readonly unknown[]; agreed?: readonly unknown[] } =
  {}
let numbered = 0

/** What a failure of parts leaves, of which parts there are, and what a flight dispatched this way would not meet. */
export type Pressing = Omit<SimulatedFailure, 'parts'> & { parts: readonly Part[]; unmet: Unmet[] }

const document = (): Project => {
  if (!kept) throw new Error('No document was opened.')
  return kept.project
}

/** Longest time that long work holds the thread before questions and stops are heard. */
const SLICE_MS = 12
/** Shortest time between two tellings of how far long work is. */
const TELL_MS = 60

interface Job {
  id: number
  step: () => boolean
}
/** Long work under way. What was asked last is worked on first; the rest waits and goes on afterwards. */
const jobs: Job[] = []
let running = false
/** Long work rests so long after an act, whose figures somebody waits for. */
const REST_MS = 150
let restUntil = 0
const rest = () => {
  restUntil = performance.now() + REST_MS
}
/** A moment in which letters are read. A channel, not a timer: timers that follow each other are held back by milliseconds. */
const { port1, port2 } = new MessageChannel()
const letIn = (): Promise<void> =>
  new Promise(done => {
    port1.onmessage = () => done()
    port2.postMessage(undefined)
  })
async function runJobs(): Promise<void> {
  if (running) return
  running = true
  while (jobs.length) {
    const resting = restUntil - performance.now()
    if (resting > 0) {
      await new Promise(done => setTimeout(done, resting))
      continue
    }
    const until = performance.now() + SLICE_MS
    const job = jobs.at(-1)!
    while (performance.now() < until && jobs.at(-1) === job) if (job.step()) jobs.splice(jobs.indexOf(job), 1)
    // The thread hears its questions only between two slices.
    await letIn()
  }
  running = false
}

/** Walks long work step by step, the newest question first; undefined when it was stopped. */
function walk<T, P>(steps: Steps<T, P>, job: number, tell: Tell<P>): Promise<T | undefined> {
  return new Promise((done, fail) => {
    let told = performance.now()
    let found: P[] = []
    const say = ({ done: far, of }: Progress<P>) => {
      told = performance.now()
      void tell(far, of, found)
      found = []
    }
    jobs.push({
      id: job,
      step: () => {
        if (stopped.delete(job)) {
          done(undefined)
          return true
        }
        try {
          const next = steps.next()
          if (next.done) {
            done(next.value)
            return true
          }
          found.push(...(next.value.found ?? []))
          if (performance.now() - told >= TELL_MS) say(next.value)
          return false
        } catch (error) {
          fail(error as Error)
          return true
        }
      }
    })
    void runJobs()
  })
}
const stopped = new Set<number>()

const same = (a: readonly unknown[] | undefined, b: readonly unknown[]) =>
  a?.length === b.length && a.every((part, index) => part === b[index])

/** Effects known of the document as it stands, by option and entry: a keystroke in Find asks for none of them again. */
let effects = new Map<string, CandidateEffect>()
let removals = new Map<string, RemovalEffect>()
function forget() {
  effects = new Map()
  removals = new Map()
}

/** The document with an option that was put off beside the others, where one was asked for. */
const withAsked = (asked?: PutOffAsked): Project =>
  asked ? withPutOff(document(), putOffOption(document(), asked, today())) : document()
function differencesIn(project: Project, first: string, second: string): Difference[] {
  const of = (option: string) => ({
    design: resolve(project, option),
    report: examineOption(project, option, { today: today() })
  })
  return differences(of(first), of(second))
}
/** An option put off, and in what it differs from itself now. */
export type PutOffStanding = Pick<PutOffOption, 'id' | 'name' | 'on' | 'matures'> & { rows: Difference[] }

/** Today where the reader is (ISO date). */
const today = (): string => format(new Date(), 'yyyy-MM-dd')

const examiner = {
  /** Takes a document whole. */
  open(project: Project, turn: number) {
    kept = { project, turn }
    given = {}
    forget()
  },
  /** Takes a change of the document. @returns whether it fitted; if not, the document is wanted whole */
  apply(diff: Diff, from: number, to: number): boolean {
    if (kept?.turn !== from) return false
    rest()
    kept = { project: applyDiff(kept.project, diff), turn: to }
    forget()
    return true
  },
  setCatalogue(items: Item[]) {
    catalogue = items
    forget()
  },
  /**
   * The report of an option.
   * @param have the number of the report that the asker has: rooms that are as in it are left out
   * @returns `apart` where what was given beside the last one is of other parts of the document than there are now
   */
  examine(option: string, have?: number): { report: GivenReport; number: number; apart: boolean } {
    const report = examineOption(document(), option, { catalogue, today: today() })
    const before = given.current?.number === have ? given.current?.report : undefined
    const number = ++numbered
    given.current = { report, number }
    const apart = !same(given.asFound, foundParts(document())) || !same(given.agreed, agreedParts(document()))
    return { report: reportSince(before, report), number, apart }
  },
  /** The aeroplane as found and the agreed plan. */
  comparison(): Comparison {
    const project = document()
    const reports: Comparison = {}
    const found = foundParts(project)
    if (!same(given.asFound, found)) {
      reports.asFound = examineOption(project, AS_FOUND, { today: today() })
      given.asFound = found
    }
    const agreed = agreedParts(project)
    if (!same(given.agreed, agreed)) {
      reports.agreed = project.agreed ? examineOption(project, project.agreed.option, { today: today() }) : 'none'
      given.agreed = agreed
    }
    return reports
  },
  /** Every option in every currency, and the aeroplane as found; beside them one of them put off, with what that changes. */
  options(asked?: PutOffAsked): { standings: OptionStanding[]; putOff?: PutOffStanding; refused?: string } {
    if (!asked) return { standings: standOptions(document(), today()) }
    const late = putOffOption(document(), asked, today())
    let project: Project
    try {
      project = withPutOff(document(), late)
    } catch (error) {
      // There may be no room for one option more: the others stand all the same.
      if (!(error instanceof EditError)) throw error
      return { standings: standOptions(document(), today()), refused: error.message }
    }
    const { id, name, on, matures } = late
    return {
      standings: standOptions(project, today()),
      putOff: { id, name, on, matures, rows: differencesIn(project, asked.option, id) }
    }
  },
  /** What else the price of a unit would buy. */
  sameMoney: (option: string, unit: string, job: number, tell: Tell<Alternative>): Promise<SameMoney | undefined> =>
    walk(forTheSameMoney(document(), option, unit, catalogue), job, tell),
  /** What changed from one option to another. */
  differences: (first: string, second: string, asked?: PutOffAsked): Difference[] =>
    differencesIn(withAsked(asked), first, second),
  /** How a figure of an option came about. */
  explain(option: string, figure: FigureOf): Working | undefined {
    return explainOption(document(), option, figure, { catalogue, today: today() })
  },
  /** A unit of an item as it is added, with the data connections it then has; nothing where no place takes it. */
  addition(option: string, item: Item): (Addition & { links: number }) | undefined {
    rest()
    const addition = additionOf(document(), option, item)
    if (!addition) return undefined
    const links = linkEdits(applyEdits(document(), addition.edits, 'trial').project, option)
    return { ...addition, edits: [...addition.edits, ...links], links: links.length }
  },
  /** What each entry would do if it were added; those that are known are told at once, the others as they are worked out. */
  async candidates(option: string, ids: string[], job: number, tell: Tell<CandidateEffect>): Promise<boolean> {
    const mine = effects
    const known = ids.flatMap(id => mine.get(`${option} ${id}`) ?? [])
    if (known.length) void tell(known.length, ids.length, known)
    const byId = new Map(catalogue.map(item => [item.id, item]))
    const open = ids.filter(id => !mine.has(`${option} ${id}`)).flatMap(id => byId.get(id) ?? [])
    const done = await walk(candidateEffects(document(), option, open), job, (far, of, found) => {
      for (const effect of found) mine.set(`${option} ${effect.item}`, effect)
      return tell(known.length + far, known.length + of, found)
    })
    if (!done) return false
    for (const effect of done) mine.set(`${option} ${effect.item}`, effect)
    // Heard before the answer, which goes another way and ends the hearing: else the last of them would be lost.
    await tell(ids.length, ids.length, done)
    return true
  },
  /** What the removal of each unit gives and breaks. */
  async removals(option: string, ids: string[], job: number, tell: Tell<RemovalEffect>): Promise<boolean> {
    const mine = removals
    const known = ids.flatMap(id => mine.get(`${option} ${id}`) ?? [])
    if (known.length) void tell(known.length, ids.length, known)
    const open = ids.filter(id => !mine.has(`${option} ${id}`))
    const done = await walk(removalEffects(document(), option, open), job, (far, of, found) => {
      for (const effect of found) mine.set(`${option} ${effect.unit}`, effect)
      return tell(known.length + far, known.length + of, found)
    })
    if (!done) return false
    for (const effect of done) mine.set(`${option} ${effect.unit}`, effect)
    // Heard before the answer, which goes another way and ends the hearing: else the last of them would be lost.
    await tell(ids.length, ids.length, done)
    return true
  },
  /** What the removal of several units together, or keeping several, gives and breaks. */
  effectTogether: (option: string, units: string[], act: 'unit.remove' | 'unit.restore'): Effect =>
    effectTogether(document(), option, units, act),
  /** What each remedy of these findings would cure and bring. */
  remedies(
    option: string,
    findings: string[],
    job: number,
    tell: Tell<RemedyEffect>
  ): Promise<RemedyEffect[] | undefined> {
    const project = document()
    return walk(
      remedyEffects(project, option, examineOption(project, option, { catalogue, today: today() }), findings),
      job,
      (far, of, found) => tell(far, of, found)
    )
  },
  /** A starter kit for the brief. */
  kit: (option: string, job: number, tell: Tell): Promise<StarterKit | undefined> =>
    walk(starterKit(document(), option, catalogue), job, (far, of) => tell(far, of, [])),
  /** Three ways to equip the pilot side. */
  pilotSides: (option: string, job: number, tell: Tell): Promise<PilotSide[] | undefined> =>
    walk(pilotSides(document(), option, catalogue), job, (far, of) => tell(far, of, [])),
  /** Why an item finds no place, and what would make room for it. */
  room: (
    option: string,
    asked: { item: Item; unit?: string },
    job: number,
    tell: Tell
  ): Promise<RoomAnswer | undefined> => walk(makeRoom({ project: document(), option, ...asked, catalogue }), job, tell),
  /** The whole catalogue tried on the panel. */
  rank: (option: string, place: string | undefined, job: number, tell: Tell): Promise<RankedItem[] | undefined> =>
    walk(rankForPanel(document(), option, catalogue, place), job, tell),
  /**
   * What must be shed, what backup would do, what each one bought would give, and how age and cold tell: for the loss of
   * the alternators.
   */
  shed: (option: string, minutes: number, job: number, tell: Tell): Promise<ShedAnswer | undefined> =>
    walk(shortestShed(resolve(document(), option), minutes), job, tell),
  backup: (option: string, minutes: number, job: number, tell: Tell): Promise<BackupAnswer | undefined> =>
    walk(backupFor(resolve(document(), option), minutes), job, tell),
  backups: (option: string, job: number, tell: Tell): Promise<BackupOffer[] | undefined> =>
    walk(backupOffers(resolve(document(), option), catalogue), job, tell),
  range: (option: string, job: number, tell: Tell): Promise<EnduranceRange | undefined> =>
    walk(enduranceRange(resolve(document(), option)), job, tell),
  /** Every failure played through. */
  scenes(option: string, job: number, tell: Tell): Promise<Scene[] | undefined> {
    const design = resolve(document(), option)
    return walk(playScenes(design, examinePower(design).circuits, functionsLost(design)), job, tell)
  },
  /** Every loss and every pair that takes something, and what each backup is worth. */
  failures: (option: string): FailureReport => failuresOf(resolve(document(), option)),
  /** How far the face gives at points all over it. */
  bendMap(option: string): BendMap[] {
    const design = resolve(document(), option)
    return bendMap(design, placedOn(design))
  },
  /** The odds of the job, or of one visit of it, in time and money. */
  jobOdds(option: string, pace: Omit<Pace, 'on'>, daysThere: number | undefined, visit?: string): JobOdds {
    const project = document()
    const design = resolve(project, option)
    const { money } = examineOption(project, option)
    const phase = design.phases.find(phase => phase.id === visit)
    const plannedCents = money.lines
      .filter(line => line.group !== 'contingency' && (!phase || line.phase === phase.id))
      .reduce((sum, line) => sum + line.cents, 0)
    return jobOdds(
      phase ? inVisit(design, phase.id) : design,
      { ...pace, on: startOf(design, visit ?? '', today()).on ?? today() },
      {
        plannedCents,
        rateCents: design.prices.labourCentsPerHour,
        ceilingCents: ceilingFor(design, visit ?? ''),
        daysThere
      }
    )
  },
  /** The best way to share the job out over its visits, with how the aeroplane would fly between them. */
  split(option: string, pace: Omit<Pace, 'on'>): SplitSearch & { between: AfterVisit[] } {
    const project = document()
    const { wiring } = examineOption(project, option)
    const found = searchSplit(resolve(project, option), wiring.wires, pace)
    const of = new Map(found.best?.of.map(placed => [placed.unit, placed.visit]))
    const tried = {
      ...project,
      options: project.options.map(other =>
        other.id === option
          ? {
              ...other,
              units: other.units.map(unit => (of.has(unit.id) ? { ...unit, phase: of.get(unit.id)! } : unit)),
              disposals: other.disposals.map(({ phase: _, ...rest }) => rest)
            }
          : other
      )
    }
    return { ...found, between: found.best ? afterVisits(tried, option, today()) : [] }
  },
  /** How the aeroplane flies between visits. */
  betweenVisits: (option: string): AfterVisit[] => afterVisits(document(), option, today()),
  /** What is left with parts pressed dead. */
  press(option: string, keys: readonly string[], moves: ReadonlyMap<string, string> = new Map()): Pressing {
    const design = resolve(document(), option)
    const { parts } = accountOf(design)
    const dead = parts.filter(part => keys.includes(`${part.kind} ${part.id}`))
    const units = dead.filter(part => part.kind === 'unit').map(part => part.id)
    const { loads } = examineOption(document(), option, { catalogue, today: today() }).power
    const unmet = unmetWithout(document(), option, units, { loads, today: today() })
    return { ...simulateFailure(design, dead, moves), parts, unmet }
  },
  /** What each school of backup asks, and the least additions that leave one flying after any single loss. */
  stances: (option: string, job: number, tell: Tell): Promise<BackupSearch | undefined> =>
    walk(backupSearch(document(), option, catalogue), job, (far, of) => tell(far, of, [])),
  stop(job: number) {
    if (jobs.some(other => other.id === job)) stopped.add(job)
  }
}
export type Examiner = typeof examiner

expose(examiner)
