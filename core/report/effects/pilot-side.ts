import { accountOf, type Part } from '../../capability'
import { alsoSaid, saidBy, type FunctionName, type Item, type Kind } from '../../catalogue'
import { resolve, type Design, type DesignUnit, type Steps } from '../../design'
import { applyEdits, UNIT_SOURCE, type Edit, type Project } from '../../document'
import { placedOn } from '../../panel'
import { bestPlace, holePlaces } from '../../pilot'
import type { Phrase } from '../../quantity'
import { leavesOut } from '../../rules'
import { examineOption, type Report } from '../examine/examine'
import { ROUND, setOutDials, sixItems, sought, type Dial } from './dials'
import { linkEdits } from './effect'
import { completed } from './missing'

/** Kinds of pilot side, from dials to screens. */
export const PILOT_SIDES = ['round', 'mixed', 'glass'] as const
export type PilotSideStyle = (typeof PILOT_SIDES)[number]

/** What is flown by: the pilot side is made for these. */
const FLOWN_BY = ['airspeed', 'altitude', 'attitude', 'heading', 'vertical speed'] as const
const FLIGHT: ReadonlySet<FunctionName> = new Set<FunctionName>([
  ...FLOWN_BY,
  'rate of turn',
  'slip',
  'electronic primary display'
])
const INSTRUMENTS: ReadonlySet<Kind> = new Set<Kind>([...ROUND, 'round instrument', 'display'])
/** An instrument of the pilot side: it goes when another kind of pilot side comes that does not have it. */
const isInstrument = ({ item, at, locked }: DesignUnit): boolean =>
  at !== undefined && !locked && INSTRUMENTS.has(item.kind) && item.provides.some(name => FLIGHT.has(name))

/** One way to equip the pilot side of an option: what it would do, and what each loss leaves. */
export interface PilotSide {
  style: PilotSideStyle
  edits: Edit[]
  /** Names of what is added, of what goes, and of what finds no free place. */
  added: string[]
  removed: string[]
  waits: string[]
  /** What must be fixed on the face or in the approvals by model with it, and not without it. */
  mustFix: Phrase[]
  /** Change of the price and of the weight of the option, in cents and kg. */
  cents: number
  massKg: number
  /** With nothing lost, and by what is lost: what of flying still works, and what does not. */
  losses: { lost?: string; left: FunctionName[]; gone: FunctionName[] }[]
}

/** An instrument of a pilot side: what it gives, of which kinds, the items that would do, and its place among the six dials. */
interface Wanted {
  gives: FunctionName
  kinds: readonly Kind[]
  items: Item[]
  dial?: Dial
}
/** Electronic in the middle of the six, mechanical around it. */
const mixedKinds = (gives: FunctionName): readonly Kind[] =>
  gives === 'attitude' || gives === 'heading' ? ['round instrument'] : ROUND
const SCREENS: readonly { gives: FunctionName; kinds: readonly Kind[] }[] = [
  { gives: 'electronic primary display', kinds: ['display'] },
  { gives: 'attitude', kinds: ['round instrument'] }
]
function wantedIn(style: PilotSideStyle, allowed: readonly Item[]): Wanted[] {
  if (style === 'glass')
    return SCREENS.map(({ gives, kinds }) => ({ gives, kinds, items: sought(allowed, { provides: gives, kinds }) }))
  const kindsOf = style === 'mixed' ? mixedKinds : () => ROUND
  const dials = sixItems(allowed, kindsOf)
  const electronic = new Set(
    dials.filter(({ item }) => item.kind === 'round instrument').flatMap(({ item }) => item.provides)
  )
  // What the electronic ones give besides wants no dial of its own; airspeed and altitude have theirs, for when they fail.
  return dials
    .filter(
      ({ item }) =>
        item.kind === 'round instrument' ||
        item.provides.some(name => name === 'airspeed' || name === 'altitude' || !electronic.has(name))
    )
    .map(dial => ({ gives: dial.gives, kinds: kindsOf(dial.gives), items: [dial.item], dial }))
}

/** What is lost in turn: the unit that shows attitude, the aircraft’s power, the source of vacuum. */
function lossesIn(design: Design): { lost: string; parts: Part[] }[] {
  const account = accountOf(design)
  const partsOf = (units: readonly DesignUnit[]) => units.flatMap(unit => account.part('unit', unit.id) ?? [])
  const horizons = account.givers('attitude')
  const first = horizons.find(({ item }) => item.provides.includes('electronic primary display')) ?? horizons[0]
  const vacuum = account.givers('vacuum source')
  return [
    ...(first ? [{ lost: first.label, parts: partsOf([first]) }] : []),
    {
      lost: 'alternator and main battery',
      parts: account.parts.filter(({ kind, id }) => kind === 'source' && !id.startsWith(UNIT_SOURCE))
    },
    ...(vacuum.length ? [{ lost: 'vacuum', parts: partsOf(vacuum) }] : [])
  ]
}

/** So many items are tried for what an instrument lacks. */
const MOST_TRIED = 6
/** The cheapest item that makes a function work which an instrument has and lacks something for: a sensor for the heading. */
function cureFor(project: Project, option: string, name: FunctionName, allowed: readonly Item[]): Item | undefined {
  const design = resolve(project, option)
  const account = accountOf(design)
  if (account.works(name)) return undefined
  const lacks = design.units
    .filter(({ item }) => item.provides.includes(name))
    .flatMap(unit => account.whyNot(unit, name))
    .flatMap(({ need }) => need ?? [])
  const gives = (item: Item) =>
    item.kind !== 'adapter' &&
    lacks.some(need =>
      need.what === 'function'
        ? item.provides.includes(need.name)
        : need.what === 'signal' && item.ports.some(port => saidBy(port).flatMap(alsoSaid).includes(need.name))
    )
  return allowed
    .filter(gives)
    .sort((a, b) => a.priceCents - b.priceCents)
    .slice(0, MOST_TRIED)
    .find(item => {
      const whole = completed(project, option, item, allowed)
      const then = whole && applyEdits(project, whole.edits, 'trial').project
      return then && accountOf(resolve(then, option)).works(name)
    })
}
const TRIAL = { trial: true }
/** What the starter kit cannot cure: it adds, and neither moves nor exchanges. */
const OF_ITS_OWN = /^(?:panel|rules\.model)/
function newMustFix(before: Report, after: Report): Phrase[] {
  const known = new Set(before.findings.map(({ id }) => id))
  return after.findings
    .filter(({ id, weight, code }) => weight === 'must fix' && !known.has(id) && OF_ITS_OWN.test(code))
    .map(({ says }) => says)
}

/** An option on the way to a pilot side: what is done to it so far. */
class Trial {
  readonly edits: Edit[] = []
  readonly added: string[] = []
  readonly waits: string[] = []
  constructor(
    public project: Project,
    readonly option: string,
    private readonly allowed: readonly Item[]
  ) {}
  get design(): Design {
    return resolve(this.project, this.option)
  }
  act(more: readonly Edit[]): void {
    this.edits.push(...more)
    this.project = applyEdits(this.project, more, 'pilot side').project
  }
  remove(units: readonly DesignUnit[]): void {
    if (units.length) this.act(units.map(unit => ({ type: 'unit.remove', option: this.option, unit: unit.id })))
  }
  /** Adds an item with what it cannot work without; at its place, or where it is best set down. */
  add(item: Item, at?: { xMm: number; yMm: number }): void {
    const whole = completed(this.project, this.option, item, this.allowed)
    const [first, ...others] = whole?.parts ?? []
    if (!whole || !first) return
    this.act(whole.edits)
    if (at) this.act([{ type: 'unit.move', option: this.option, unit: first.addition.unit.id, ...at }])
    this.added.push(...whole.parts.map(part => part.item.name))
    const waiting = [...(at ? [] : [first]), ...others].filter(part => part.addition.waits)
    this.waits.push(...waiting.map(part => part.item.name))
  }
}
/** The hole of an installed instrument that gives the same, where a dial fits it: as installed, the instruments stand in their order. */
function oldHole(design: Design, { item, gives }: Dial): { xMm: number; yMm: number } | undefined {
  const before = [...design.units, ...design.removed.map(({ unit }) => unit)].flatMap(({ foundAt }) =>
    foundAt?.item.provides.includes(gives) ? [foundAt] : []
  )
  return holePlaces(design, item).find(({ xMm, yMm }) => before.some(old => old.xMm === xMm && old.yMm === yMm))
}
/** Sets the wanted instruments in: dials in the holes of their like, else in their two rows; screens where they are seen best. */
function setIn(trial: Trial, wanted: readonly Wanted[], isOut: (item: Item) => boolean): void {
  const others: Dial[] = []
  for (const { dial } of wanted) {
    const hole = dial && oldHole(trial.design, dial)
    if (hole) trial.add(dial.item, hole)
    else if (dial) others.push(dial)
  }
  for (const { item, at } of setOutDials(trial.project, others, placedOn(trial.design))) trial.add(item, at)
  for (const { items, dial } of wanted) {
    if (dial) continue
    // What is approved for this model goes before what is not, whatever it costs.
    const ranked = items.toSorted((a, b) => Number(isOut(a)) - Number(isOut(b)))
    const fits = ranked.find(item => bestPlace(trial.design, item) !== undefined) ?? ranked[0]
    if (fits) trial.add(fits)
  }
}
const kgOf = ({ units }: Design): number => units.reduce((sum, unit) => sum + unit.item.massKg, 0)

/** A pilot side on an option: the instruments that it does not have go, its own come, with what they need. */
function sideOf(project: Project, option: string, style: PilotSideStyle, allowed: readonly Item[]): PilotSide {
  const trial = new Trial(project, option, allowed)
  const before = trial.design
  // What is there and would do stays, whether or not it is the cheapest.
  const gone = before.units.filter(isInstrument)
  const wanted = wantedIn(style, allowed).filter(({ gives, kinds }) => {
    const there = gone.findIndex(({ item }) => item.provides.includes(gives) && kinds.includes(item.kind))
    if (there >= 0) gone.splice(there, 1)
    return there < 0
  })
  trial.remove(gone)
  setIn(trial, wanted, item => project.brief.basis === 'certified' && leavesOut(item, project.airframe))
  if (trial.edits.length) trial.act(linkEdits(trial.project, option))
  for (const name of FLOWN_BY) {
    const cure = cureFor(trial.project, option, name, allowed)
    if (cure) trial.add(cure)
  }
  const now = examineOption(project, option, TRIAL)
  // A pump that drove the gyros that go has no gyro left.
  const idle = examineOption(trial.project, option, TRIAL).findings.find(({ code }) => code === 'functions.left-over')
  const leftOver = trial.design.units.filter(({ id, locked }) => !locked && idle?.subjects.includes(id))
  if (trial.edits.length) trial.remove(leftOver)
  const then = examineOption(trial.project, option, TRIAL)
  const account = accountOf(trial.design)
  const leftWith = (parts?: readonly Part[]) => {
    const left = FLOWN_BY.filter(name => account.works(name, parts))
    return { left, gone: FLOWN_BY.filter(name => !left.includes(name)) }
  }
  return {
    style,
    edits: trial.edits,
    added: trial.added,
    removed: before.units.filter(({ id }) => !trial.design.units.some(unit => unit.id === id)).map(unit => unit.label),
    waits: trial.waits,
    mustFix: newMustFix(now, then),
    cents: then.figures.money.value - now.figures.money.value,
    massKg: kgOf(trial.design) - kgOf(before),
    losses: [leftWith(), ...lossesIn(trial.design).map(({ lost, parts }) => ({ lost, ...leftWith(parts) }))]
  }
}

/**
 * Three ways to equip the pilot side of an option, one after the other: round dials; an electronic horizon and direction among
 * dials; a wide display with a standby. Of what is sold and approved for the aircraft, the cheapest; what is there already stays
 * where it is. The rest of the brief is the starter kit's.
 */
export function* pilotSides(
  project: Project,
  option: string,
  catalogue: readonly Item[]
): Steps<PilotSide[], PilotSide> {
  const allowed = catalogue.filter(
    item =>
      item.soldUntil === undefined && (item.approvals.length === 0 || item.approvals.includes(project.brief.basis))
  )
  const sides: PilotSide[] = []
  for (const style of PILOT_SIDES) {
    yield { done: sides.length, of: PILOT_SIDES.length, found: sides.slice(-1) }
    sides.push(sideOf(project, option, style, allowed))
  }
  return sides
}
