import { accountOf } from '../../capability'
import { alsoSaid, saidBy, type FunctionName, type Item, type SignalName } from '../../catalogue'
import type { Design, Finding, Steps } from '../../design'
import { resolve } from '../../design'
import { applyEdits, type Edit, type Project, type Unit } from '../../document'
import { bestPlace } from '../../pilot'
import { effectOf, linkEdits, newUnit, type CandidateEffect, type Effect } from './effect'
import { examineOption, type Report } from '../examine/examine'

/** Whether some port of an item says a signal, or a better grade of it. */
const saysSignal = (item: Item, signal: SignalName): boolean =>
  item.ports.some(port => saidBy(port).flatMap(alsoSaid).includes(signal))

/**
 * Whether an item has what a finding lacks: a function it gives, or a signal one of its outputs says. An adapter only repeats what it
 * hears: it is no source.
 */
export const has = (item: Item, { lacks }: Finding): boolean =>
  lacks !== undefined &&
  (item.provides.some(name => lacks.functions.includes(name)) ||
    (lacks.signal !== undefined && item.kind !== 'adapter' && saysSignal(item, lacks.signal)))

/** What an option lacks: findings that an item not yet there may cure, down to what it could do besides. */
export const missingFrom = ({ findings }: Pick<Report, 'findings'>): Finding[] =>
  findings.filter(finding => finding.lacks !== undefined)

/** One item that may give what is lacking. */
export interface Answer {
  item: Item
  effect?: CandidateEffect
}

/** How an answer stands: 0 fits, 1 fits when something moves, 2 not known yet, 3 no place at all. */
function standing({ item, effect }: Answer): number {
  if (!effect) return 2
  if (effect.nowhere) return 3
  return item.mounts[0] !== 'panel' || effect.fit?.at ? 0 : 1
}

/**
 * What of a catalogue gives what a finding lacks, on this aeroplane: what cures it by its effect before what only may, what
 * is approved for the aeroplane's basis, what fits, what brings fewest findings, what costs least.
 */
export function answersTo(
  finding: Finding,
  items: readonly Item[],
  effects: ReadonlyMap<string, CandidateEffect>,
  basis: Project['brief']['basis']
): Answer[] {
  const rank = ({ item, effect }: Answer): number[] => [
    effect ? Number(!effect.curesIds.includes(finding.id)) : 0,
    Number(item.approvals.length > 0 && !item.approvals.includes(basis)),
    standing({ item, effect }),
    effect?.brings.length ?? 0,
    effect?.change.money ?? item.priceCents
  ]
  return items
    .filter(item => has(item, finding))
    .map(item => ({ item, effect: effects.get(item.id) }))
    .map(answer => ({ answer, rank: rank(answer) }))
    .sort((a, b) => {
      const place = a.rank.findIndex((value, index) => value !== b.rank[index])
      return place < 0 ? 0 : a.rank[place]! - b.rank[place]!
    })
    .map(({ answer }) => answer)
}

/** An item added to an option as one act: where it may stand, and on the face where it is free, seen and reached best. */
export interface Addition {
  unit: Unit
  edits: Edit[]
  /** On the face but without a free place: it waits in the tray. */
  waits: boolean
}
/** @returns nothing when no place of this airframe takes the item */
export function additionOf(project: Project, option: string, item: Item): Addition | undefined {
  const unit = newUnit(project, option, item)
  if (!unit) return undefined
  const onFace =
    item.face !== undefined && project.airframe.places.find(place => place.id === unit.place)?.kind === 'panel'
  const point = onFace ? bestPlace(resolve(project, option), item) : undefined
  const edits: Edit[] = [{ type: 'unit.add', option, unit, item }]
  if (point) edits.push({ type: 'unit.move', option, unit: unit.id, ...point })
  return { unit, edits, waits: onFace && !point }
}

/** 1 for several antennas in one: with it radio and navigation are lost together, so that single ones are proposed first. */
const combined = ({ kind, ports }: Item): number => Number(kind === 'antenna' && ports.length > 1)

/** So many units one item may drag in before it is given up. */
const MOST_DRAGGED = 10

/** An item with what it cannot work without, of the cheapest entries that give it, and the connections these want. */
export interface Completed {
  parts: { item: Item; addition: Addition }[]
  edits: Edit[]
}
export function completed(
  project: Project,
  option: string,
  item: Item,
  allowed: readonly Item[]
): Completed | undefined {
  const parts: Completed['parts'] = []
  const edits: Edit[] = []
  let trial = project
  const act = (more: Edit[]) => {
    edits.push(...more)
    trial = applyEdits(trial, more, 'trial').project
  }
  const add = (item: Item): boolean => {
    const addition = additionOf(trial, option, item)
    if (!addition) return false
    parts.push({ item: item, addition })
    act(addition.edits)
    act(linkEdits(trial, option))
    return true
  }
  if (!add(item)) return undefined
  while (parts.length < MOST_DRAGGED) {
    const design = resolve(trial, option)
    const account = accountOf(design)
    const mine = new Set(parts.map(({ addition }) => addition.unit.id))
    const wanted = design.units
      .filter(unit => mine.has(unit.id))
      .flatMap(unit => unit.item.needs.filter(need => need.required && !account.met(unit, need)))
    const found = wanted.some(need =>
      allowed
        .filter(entry =>
          need.what === 'function' || need.what === 'aerial'
            ? entry.provides.includes(need.name) &&
              !design.units.some(unit => unit.item.provides.includes(need.name) && need.what === 'function')
            : need.what === 'signal' &&
              entry.kind !== 'adapter' &&
              saysSignal(entry, need.name) &&
              !design.units.some(unit => saysSignal(unit.item, need.name))
        )
        .sort((a, b) => combined(a) - combined(b) || a.priceCents - b.priceCents)
        .slice(0, 3)
        .some(add)
    )
    if (!found) break
  }
  return { parts, edits }
}

/** A set of items that gives what a brief asks for, with why each is in it. */
export interface StarterKit {
  edits: Edit[]
  /** `effect` is that of a unit with all it drags in; those have none of their own. */
  lines: { item: Item; unit: Unit; because: Finding; effect?: Effect; waits: boolean }[]
  /** What the catalogue has nothing for. */
  open: Finding[]
}

const combinedIn = ({ parts }: Completed): number => parts.reduce((sum, { item }) => sum + combined(item), 0)
/** How many of its units wait in the tray. */
const waiting = ({ parts }: Completed): number => parts.filter(({ addition }) => addition.waits).length

/** So many units a kit may have before it is given up: it would go round in circles. */
const MOST_UNITS = 60

/** What stands for a way of powering instruments: who takes it all out does not want it back. */
const MEDIA: readonly FunctionName[] = ['vacuum source', 'vacuum lines']
/**
 * What an option has given up: items that it takes out, and such as need a medium of which it takes out the source. No kit buys those
 * back.
 */
function givenUpIn(design: Design): (item: Item) => boolean {
  const removed = new Set(design.removed.map(({ unit }) => unit.item.id))
  const gone = MEDIA.filter(
    name =>
      design.removed.some(({ unit }) => unit.item.provides.includes(name)) &&
      !design.units.some(unit => unit.item.provides.includes(name))
  )
  return item =>
    removed.has(item.id) ||
    item.provides.some(name => gone.includes(name)) ||
    item.needs.some(need => need.required && need.what === 'function' && gone.includes(need.name))
}

/**
 * A starter kit: as long as the brief lacks something that must be fixed, the item of the catalogue that cures most of it on
 * this aeroplane, without bringing more than it cures, fitting before not fitting, the cheaper of equals; then the data
 * connections these want. Nothing is taken that is not approved for the aeroplane's certification basis, or no longer sold.
 */
export function* starterKit(
  project: Project,
  option: string,
  catalogue: readonly Item[]
): Steps<StarterKit, StarterKit['lines'][number]> {
  const lines: StarterKit['lines'] = []
  const given = new Set<string>()
  let trial = project
  const act = (more: Edit[]) => {
    trial = applyEdits(trial, more, 'starter kit').project
  }
  const givenUp = givenUpIn(resolve(project, option))
  const allowed = catalogue.filter(
    item =>
      item.soldUntil === undefined &&
      (item.approvals.length === 0 || item.approvals.includes(project.brief.basis)) &&
      !givenUp(item)
  )
  while (lines.length < MOST_UNITS) {
    act(linkEdits(trial, option))
    const report = examineOption(trial, option, { trial: true })
    const lacking = missingFrom(report).filter(finding => finding.weight === 'must fix' && !given.has(finding.id))
    const finding = lacking[0]
    yield { done: lines.length, of: lines.length + lacking.length, found: lines.slice(-1) }
    if (!finding) break
    const tried = allowed
      .filter(item => has(item, finding))
      .flatMap(item => {
        // With what it cannot work without, and connected to what it may hear.
        const whole = completed(trial, option, item, allowed)
        if (!whole) return []
        const effect = effectOf(trial, option, whole.edits)
        const cures = effect.curesIds.includes(finding.id)
        // A clause that wants several things is met by one after the other.
        const helps = finding.lacks!.functions.length > 1 && effect.functionsGained.length > 0
        return cures || helps ? [{ whole, effect, cures }] : []
      })
      .sort(
        (a, b) =>
          Number(b.cures) - Number(a.cures) ||
          waiting(a.whole) - waiting(b.whole) ||
          combinedIn(a.whole) - combinedIn(b.whole) ||
          a.effect.mustFix - b.effect.mustFix ||
          a.effect.change.money - b.effect.change.money
      )
    const best = tried[0]
    if (!best) {
      given.add(finding.id)
      continue
    }
    act(best.whole.edits)
    best.whole.parts.forEach(({ item, addition }, index) =>
      lines.push({
        item,
        unit: addition.unit,
        because: finding,
        effect: index === 0 ? best.effect : undefined,
        waits: addition.waits
      })
    )
  }
  const wanting = (of: Project) =>
    missingFrom(examineOption(of, option, { trial: true })).filter(finding => finding.weight === 'must fix')
  // What a later unit gives too is taken out again: nothing is bought twice.
  const kept = lines.filter(({ unit }) => {
    const without = applyEdits(trial, [{ type: 'unit.remove', option, unit: unit.id }], 'trial').project
    if (wanting(without).length > wanting(trial).length) return true
    trial = without
    return false
  })
  const whole = kept.flatMap(({ unit, item }): Edit[] => {
    const at = trial.options.find(other => other.id === option)?.units.find(other => other.id === unit.id)
    return [
      { type: 'unit.add', option, unit, item },
      ...(at?.xMm === undefined
        ? []
        : [{ type: 'unit.move' as const, option, unit: unit.id, xMm: at.xMm, yMm: at.yMm! }])
    ]
  })
  whole.push(...linkEdits(applyEdits(project, whole, 'starter kit').project, option))
  return { edits: whole, lines: kept, open: wanting(applyEdits(project, whole, 'starter kit').project) }
}
