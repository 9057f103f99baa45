import type { Item } from '../../catalogue'
import { findPlace, groundOf, placedOn, type Fit } from '../../panel'
import { applyEdits, isWireOf, tryEdits, type Edit, type Place, type Project, type Unit } from '../../document'
import { perObject, remembered } from '../../cache'
import { AS_FOUND, remediesOf, resolve, type Design, type Finding, type Remedy, type Steps } from '../../design'
import { examine, examineOption, FIGURE_KEYS, type FigureKey, type Report } from '../examine/examine'
import { type Phrase } from '../../quantity'
import { accountOf } from '../../capability'
import { proposeLinks } from '../../wiring'

/** What a change would do to a design: figures after minus before, findings that come and findings that go. */
export interface Effect {
  change: Record<FigureKey, number>
  brings: Phrase[]
  cures: Phrase[]
  /** Ids of the findings that go. */
  curesIds: string[]
  /** Findings that must be fixed, after minus before. */
  mustFix: number
  functionsGained: string[]
  functionsLost: string[]
}

/** After minus before; nothing where both are endless (a battery nothing draws on), where a subtraction has no answer. */
const difference = (after: number, before: number): number => (after === before ? 0 : after - before)

/** What works in an option as it was, by the report that the effects are told against: asked once for all of them. */
const functionsOf = perObject((design: Design): ReadonlySet<string> => accountOf(design).functions())

/** Of a trial only what is found is asked; cures are looked for when it is done. */
const TRIAL = { trial: true }

const trialsOf = perObject((project: Project) => remembered((option: string) => examineOption(project, option, TRIAL)))
/** An option as it stands, examined as its trials are: asked once for all of them. */
const asTrial = (project: Project, option: string): Report => trialsOf(project)(option)

const hard = (findings: readonly Finding[]) => findings.filter(finding => finding.weight === 'must fix').length

/**
 * Tries edits on an option and says what they would do, bending of the face and feeders under failure apart: what is asked of a
 * hundred things in turn. The project is untouched.
 */
export function effectOf(project: Project, option: string, edits: readonly Edit[]): Effect {
  const next = tryEdits(project, edits)
  return effectOn(project, option, { next, design: resolve(next, option) })
}
/** The same of a document to which the edits have been made. */
function effectOn(project: Project, option: string, { next, design }: { next: Project; design: Design }): Effect {
  const after = examine(design, resolve(next, AS_FOUND), { ...TRIAL, catalogue: next.items })
  return between(project, option, { before: asTrial(project, option), after, design })
}
/** The same with the face solved as a plate: what a cure does before it is pressed. */
export function wholeEffectOf(project: Project, option: string, edits: readonly Edit[], before: Report): Effect {
  const next = applyEdits(project, edits, 'trial').project
  const design = resolve(next, option)
  const after = examine(design, resolve(next, AS_FOUND), { catalogue: next.items })
  return between(project, option, { before, after, design })
}

/** One report after another. */
function between(
  project: Project,
  option: string,
  { before, after, design }: { before: Report; after: Report; design: Design }
): Effect {
  const [was, is] = [before.findings, after.findings]
  const had = new Set(was.map(finding => finding.id))
  const has = new Set(is.map(finding => finding.id))
  const gone = was.filter(finding => !has.has(finding.id))
  const worked = functionsOf(resolve(project, option))
  const now = accountOf(design).functions()
  return {
    change: Object.fromEntries(
      FIGURE_KEYS.map(key => [key, difference(after.figures[key].value, before.figures[key].value)])
    ) as Record<FigureKey, number>,
    brings: is
      .filter(finding => !had.has(finding.id) && finding.code !== 'panel.unplaced')
      .map(finding => finding.says),
    cures: gone.map(finding => finding.says),
    curesIds: gone.map(finding => finding.id),
    mustFix: hard(is) - hard(was),
    functionsGained: [...now].filter(name => !worked.has(name)),
    functionsLost: [...worked].filter(name => !(now as ReadonlySet<string>).has(name))
  }
}

/** A unit of an item for an option: a fresh id, and the first place of the airframe where the item may go. */
export function newUnit(project: Project, option: string, item: Item): Unit | undefined {
  const place: Place | undefined = item.mounts.flatMap(kind =>
    project.airframe.places.filter(place => place.kind === kind)
  )[0]
  if (!place) return undefined
  const taken = new Set([...project.fitted, ...project.options.flatMap(option => option.units)].map(unit => unit.id))
  const labels = new Set(project.options.find(other => other.id === option)?.units.map(unit => unit.label))
  const known = project.options.flatMap(({ wires }) => wires.map(({ wire }) => wire))
  const isTaken = (id: string) => taken.has(id) || known.some(wire => isWireOf(wire, id))
  let number = 1
  while (isTaken(`${item.id.slice(0, 56)}-${number}`)) number++
  let label = item.name
  for (let count = 2; labels.has(label); count++) label = `${item.name} ${count}`
  return { id: `${item.id.slice(0, 56)}-${number}`, item: item.id, label, place: place.id }
}

/** Links that meet what the units now there still wait for. */
export const linkEdits = (project: Project, option: string): Edit[] =>
  proposeLinks(resolve(project, option)).map(link => ({ type: 'link.put', option, link }))

export interface CandidateEffect extends Effect {
  item: string
  /** Room among what stands on the panel now; absent for what does not go on the face. */
  fit?: Fit
  /** No place of this airframe takes it. */
  nowhere?: boolean
}

/** Where items find room on a face as it stands, each told once: those with the same face and body find the same places. */
const fitsOn = remembered((design: Design) => {
  const ground = groundOf(design.airframe.panel)
  const placed = placedOn(design)
  const fits = new Map<string, Fit>()
  return (item: Item): Fit => {
    const key = JSON.stringify([item.face, item.body])
    const fit = fits.get(key) ?? findPlace(item, placed, ground)
    fits.set(key, fit)
    return fit
  }
}, 2)

const NO_CHANGE = Object.fromEntries(FIGURE_KEYS.map(key => [key, 0])) as Record<FigureKey, number>

/**
 * What each item would do to this aeroplane if it were added with the data connections it then has, and whether it finds room on
 * the panel: one after the other, in the order they are asked, each told as it is known, with the design that it makes.
 */
export function* candidateTrials(
  project: Project,
  option: string,
  items: readonly Item[]
): Steps<CandidateEffect[], { effect: CandidateEffect; design?: Design }> {
  const design = resolve(project, option)
  const fitOf = fitsOn(design)
  const all: CandidateEffect[] = []
  for (const item of items) {
    const unit = newUnit(project, option, item)
    const fit = item.mounts[0] === 'panel' ? fitOf(item) : undefined
    const trial = unit && withUnit(project, option, unit, item)
    const effect: CandidateEffect = trial
      ? { item: item.id, fit, ...effectOn(project, option, trial) }
      : {
          item: item.id,
          nowhere: true,
          change: NO_CHANGE,
          brings: [],
          cures: [],
          curesIds: [],
          mustFix: 0,
          functionsGained: [],
          functionsLost: []
        }
    all.push(effect)
    yield { done: all.length, of: items.length, found: [{ effect, design: trial?.design }] }
  }
  return all
}
/** The same, of which only what each would do is told. */
export function* candidateEffects(
  project: Project,
  option: string,
  items: readonly Item[]
): Steps<CandidateEffect[], CandidateEffect> {
  const trials = candidateTrials(project, option, items)
  for (;;) {
    const step = trials.next()
    if (step.done) return step.value
    yield { ...step.value, found: step.value.found?.map(trial => trial.effect) }
  }
}

/** A unit added, with the links it and what waits for it then have. */
function withUnit(project: Project, option: string, unit: Unit, item: Item): { next: Project; design: Design } {
  const next = tryEdits(project, [{ type: 'unit.add', option, unit, item }])
  const design = resolve(next, option)
  const links = item.ports.length ? proposeLinks(design) : []
  if (links.length === 0) return { next, design }
  const edits = links.map((link): Edit => ({ type: 'link.put', option, link }))
  const linked = tryEdits(next, edits)
  return { next: linked, design: resolve(linked, option) }
}

/** What the removal of a unit would do. */
export interface RemovalEffect extends Effect {
  unit: string
}
/** What the removal of each of these units would give and break, one after the other, each told as it is known. */
export function* removalEffects(
  project: Project,
  option: string,
  units: readonly string[]
): Steps<RemovalEffect[], RemovalEffect> {
  const all: RemovalEffect[] = []
  for (const unit of units) {
    const effect = { unit, ...effectOf(project, option, [{ type: 'unit.remove', option, unit }]) }
    all.push(effect)
    yield { done: all.length, of: units.length, found: [effect] }
  }
  return all
}

/** What the removal of several units together, or keeping several that are removed, would give and break. */
export const effectTogether = (
  project: Project,
  option: string,
  units: readonly string[],
  act: 'unit.remove' | 'unit.restore'
): Effect =>
  effectOf(
    project,
    option,
    units.map(unit => ({ type: act, option, unit }))
  )

/** A remedy and what it would do, by the finding it belongs to and its place among that finding's remedies. */
export interface RemedyEffect extends Effect {
  finding: string
  remedy: number
  of: Remedy
}
/**
 * The remedies of an option's findings, sought where they are not known yet, with what each would cure and what it would bring, one after
 * the other, each told as it is known: nobody should learn afterwards that a cure costs two new findings.
 * @param wanted ids of the findings that are looked at, those first
 */
export function* remedyEffects(
  project: Project,
  option: string,
  { findings }: Pick<Report, 'findings'>,
  wanted: readonly string[]
): Steps<RemedyEffect[], RemedyEffect> {
  const before = examineOption(project, option)
  const design = resolve(project, option)
  const byId = new Map(findings.map(finding => [finding.id, finding]))
  const all: RemedyEffect[] = []
  for (const [done, id] of wanted.entries()) {
    const finding = byId.get(id)
    for (const [remedy, of] of (finding ? remediesOf(finding, design) : []).entries()) {
      const effect = { finding: id, remedy, of, ...wholeEffectOf(project, option, of.edits, before) }
      all.push(effect)
      yield { done, of: wanted.length, found: [effect] }
    }
    yield { done: done + 1, of: wanted.length }
  }
  return all
}
