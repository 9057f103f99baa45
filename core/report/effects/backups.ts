import * as messages from '../messages'
import { accountOf, stubbornLosses, type Task } from '../../capability'
import type { FunctionName, Item } from '../../catalogue'
import { resolve, type Steps } from '../../design'
import { applyEdits, STANCES, type Edit, type Project } from '../../document'
import { extent, setDown } from '../../panel'
import { FLOWN } from '../../resilience'
import { examineRules, PACKS } from '../../rules'
import { effectOf, type Effect } from './effect'
import { powerModel } from '../../power'
import { type Phrase } from '../../quantity'
import { completed, type Completed } from './missing'

/** Additions that reach an aim, with what they cost and bring. */
export interface Additions {
  /** What is done, one by one. */
  says: Phrase[]
  items: { id: string; name: string; maker: string }[]
  edits: Edit[]
  effect: Effect
  /** Ground on the face that what is added takes, by the boxes round its bezels, in mm². */
  faceMm2: number
}
/** What one school of backup asks of this aeroplane. */
export interface StanceAnswer {
  stance: (typeof STANCES)[number]
  /** Advice of the school that the design follows, and that it does not. */
  met: string[]
  missing: string[]
  /** The least additions found that follow all of it; nothing where none are needed, or none were found. */
  additions?: Additions
  found: boolean
}
export interface BackupSearch {
  /** After which single losses a task is left undone now. */
  open: { task: Task; losses: string[] }[]
  /** The least set found that leaves aviate, navigate and communicate after any single loss. */
  additions?: Additions
  stances: StanceAnswer[]
  /** How many sets were tried. */
  tried: number
}

/** Tasks that must survive any single loss. */
const VITAL: readonly Task[] = ['aviate', 'navigate', 'communicate']
/** Sets of so many moves are tried at most, and so many of those that came nearest go on. */
const MOST_MOVES = 4
const FRONT = 2

/** How far a project is from an aim: nothing left when it is reached. */
type Aim = (project: Project) => number

const openLosses = (project: Project, option: string): BackupSearch['open'] => {
  const design = resolve(project, option)
  return VITAL.map(task => ({
    task,
    losses: accountOf(design).works(task)
      ? stubbornLosses(design, task).map(part => part.name)
      : ['not possible with this option']
  }))
}

/** One thing that may be done: an item added, perhaps on another bus, or a unit that is there hung on another bus. */
interface Move {
  /** What it does to a project; nothing where it cannot be done. */
  edits: (project: Project) => { edits: Edit[]; items: Item[]; says: Phrase } | undefined
}

/** The bus a thing may hang on besides the one it would: the main one, so that not all dies with the essential one. */
const otherBus = (project: Project, option: string, unit: string): Edit[] => {
  const design = resolve(project, option)
  const model = powerModel(design)
  const main = model.role('main')
  const found = design.units.find(other => other.id === unit)
  if (!found?.item.power || main === undefined || model.feedOf(found).bus === main) return []
  return [{ type: 'circuit.set', option, circuit: { ...model.choice(unit), unit, bus: main } }]
}

const namesOf = ({ parts }: Completed): string => parts.map(({ item }) => item.name).join(', ')

/** All moves worth trying, the cheap ones first. */
function movesOf(project: Project, option: string, items: readonly Item[], allowed: readonly Item[]): Move[] {
  const known = new Map<string, ReturnType<typeof completed>>()
  const whole = (of: Project, item: Item) => {
    if (of !== project) return completed(of, option, item, allowed)
    if (!known.has(item.id)) known.set(item.id, completed(of, option, item, allowed))
    return known.get(item.id)
  }
  const rehung = resolve(project, option).units.filter(
    unit => unit.item.power && unit.item.provides.some(name => BACKUPS.has(name))
  )
  return [
    ...rehung.map((unit): Move => ({
      edits: of => {
        const edits = otherBus(of, option, unit.id)
        return edits.length ? { edits, items: [], says: messages.feedFromMain(unit) } : undefined
      }
    })),
    ...items.flatMap((item): Move[] => {
      const add: Move['edits'] = of => {
        const found = whole(of, item)
        return (
          found && { edits: found.edits, items: found.parts.map(part => part.item), says: messages.add(namesOf(found)) }
        )
      }
      const elsewhere: Move['edits'] = of => {
        const found = whole(of, item)
        if (!found) return undefined
        const after = applyEdits(of, found.edits, 'trial').project
        const more = otherBus(after, option, found.parts[0]!.addition.unit.id)
        return more.length
          ? {
              edits: [...found.edits, ...more],
              items: found.parts.map(part => part.item),
              says: messages.addOnMain(namesOf(found))
            }
          : undefined
      }
      return [{ edits: add }, ...(item.power ? [{ edits: elsewhere }] : [])]
    })
  ]
}

/**
 * Sets of moves that bring an aim within reach, by size and then price: each move alone, then the few that come nearest with
 * another one, and so on. Every item comes with what it cannot work without.
 */
function* leastAdditions({
  project,
  option,
  moves,
  aim
}: {
  project: Project
  option: string
  moves: readonly Move[]
  aim: Aim
}): Steps<{ additions?: Additions; tried: number }> {
  interface Trial {
    project: Project
    edits: Edit[]
    items: Item[]
    says: Phrase[]
    left: number
    cents: number
  }
  const start = aim(project)
  let tried = 0
  if (start === 0) return { tried }
  let front: Trial[] = [{ project, edits: [], items: [], says: [], left: start, cents: 0 }]
  for (let size = 1; size <= MOST_MOVES; size++) {
    const next: Trial[] = []
    for (const trial of front)
      for (const move of moves) {
        tried++
        if (tried % 4 === 0) yield { done: tried, of: moves.length * (1 + FRONT * (size - 1)) + 1 }
        const made = move.edits(trial.project)
        if (!made) continue
        const after = applyEdits(trial.project, made.edits, 'trial').project
        const left = aim(after)
        if (left < trial.left)
          next.push({
            project: after,
            edits: [...trial.edits, ...made.edits],
            items: [...trial.items, ...made.items],
            says: [...trial.says, made.says],
            left,
            cents: trial.cents + made.items.reduce((sum, item) => sum + item.priceCents, 0)
          })
      }
    const done = next.filter(trial => trial.left === 0).sort((a, b) => a.cents - b.cents)[0]
    if (done)
      return {
        tried,
        additions: {
          says: done.says,
          items: done.items.map(({ id, name, maker }) => ({ id, name, maker })),
          edits: done.edits,
          effect: effectOf(project, option, done.edits),
          faceMm2: done.items.reduce((sum, item) => sum + faceOf(item), 0)
        }
      }
    // The few that came nearest go on.
    front = next.sort((a, b) => a.left - b.left || a.cents - b.cents).slice(0, FRONT)
    if (front.length === 0) break
  }
  return { tried }
}
/** The box round the bezel of what goes on the face, in mm². */
function faceOf(item: Item): number {
  const set = item.mounts[0] === 'panel' ? setDown({ id: item.id, label: item.name, item }, 0, 0) : undefined
  if (!set) return 0
  const { minX, maxX, minY, maxY } = extent(set.bezel)
  return (maxX - minX) * (maxY - minY)
}
/** Of entries that give the same, so many of the cheapest are tried. */
const OF_A_KIND = 2
const worthTrying = (items: readonly Item[]): Item[] => {
  const seen = new Map<string, number>()
  return items
    .filter(item => item.provides.some(name => BACKUPS.has(name)))
    .sort((a, b) => a.priceCents - b.priceCents)
    .filter(item => {
      const key = item.provides
        .filter(name => BACKUPS.has(name))
        .sort()
        .join()
      const count = seen.get(key) ?? 0
      seen.set(key, count + 1)
      return count < OF_A_KIND
    })
}

const PRUDENCE = PACKS.filter(pack => pack.clauses.some(clause => clause.advice))
const BACKUPS: ReadonlySet<FunctionName> = new Set<FunctionName>([
  ...FLOWN,
  'gps',
  'backup power',
  'attitude sensing',
  'air data sensing'
])

/**
 * What each school of backup asks and would cost on this aeroplane, and the least set of additions, of those tried, that leaves
 * aviate, navigate and communicate after any single loss.
 */
export function* backupSearch(project: Project, option: string, catalogue: readonly Item[]): Steps<BackupSearch> {
  const allowed = catalogue.filter(item => item.approvals.length === 0 || item.approvals.includes(project.brief.basis))
  const moves = movesOf(project, option, worthTrying(allowed), allowed)
  const survive: Aim = of => openLosses(of, option).reduce((sum, loss) => sum + loss.losses.length, 0)
  const vital = yield* leastAdditions({ project, option, moves, aim: survive })
  const stances: StanceAnswer[] = []
  let tried = vital.tried
  for (const stance of STANCES) {
    const advice = (of: Project) =>
      examineRules(resolve({ ...of, brief: { ...of.brief, stance } }, option), {}, PRUDENCE).clauses.filter(
        clause => clause.clause.advice && clause.state !== 'does not apply'
      )
    const now = advice(project)
    const aim: Aim = of => advice(of).filter(clause => clause.state === 'missing').length
    const answer = yield* leastAdditions({ project, option, moves, aim })
    tried += answer.tried
    stances.push({
      stance,
      met: now.filter(clause => clause.state === 'met').map(clause => clause.clause.title),
      missing: now.filter(clause => clause.state === 'missing').map(clause => clause.clause.title),
      additions: answer.additions,
      found: aim(project) === 0 || answer.additions !== undefined
    })
  }
  return { open: openLosses(project, option), additions: vital.additions, stances, tried }
}
