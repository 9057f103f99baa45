import * as z from 'zod'
import { BASES, type FunctionName, type Item } from '../../catalogue'
import { finish, resolve } from '../../design'
import {
  applyEdits,
  blankProject,
  buildOutline,
  FLYING,
  Panel,
  PANEL_TEMPLATES,
  type Airframe,
  type Edit,
  type Project
} from '../../document'
import { bestPlace, defaultPilot } from '../../pilot'
import { bounds } from '../../panel'
import { inches } from '../../quantity'
import { ROUND, setOutDials, sixItems, sought, type Sought } from './dials'
import { linkEdits, newUnit } from './effect'
import { starterKit } from './missing'

/** Types of panel that an aircraft may have now. What it has is not derived from what is planned. */
export const INSTALLED = ['bare', 'six round dials', 'six round dials and transponder', 'glass'] as const

/** What is asked of someone who begins an aeroplane. */
export const Beginning = z.strictObject({
  registration: z.string().trim().max(20),
  model: z.string().trim().max(120),
  title: z.string().trim().max(120),
  madeOn: z.iso.date(),
  basis: z.enum(BASES),
  seats: z.int().min(1).max(12),
  seating: z.enum(['side by side', 'tandem']),
  flying: z.array(z.enum(FLYING)).min(1),
  systemV: z.union([z.literal(12), z.literal(14), z.literal(28)]),
  /** A typical panel, or the outline of one's own with its holes. */
  panel: z.union([z.string(), Panel.pick({ outline: true, zones: true })]),
  /** What an hour of labour costs, where it is known. */
  labourCentsPerHour: z.int().min(0).max(1_000_00).optional(),
  installed: z.enum(INSTALLED)
})
export type Beginning = z.infer<typeof Beginning>

/** Adds an item to the first option; on the face where it is told, or where its pilots see and reach it best. */
function added(project: Project, item: Item, spot?: { xMm: number; yMm: number }): Edit[] {
  const unit = newUnit(project, 'a', item)
  if (!unit) return []
  const there = spot ?? (unit.place === 'panel' ? bestPlace(resolve(project, 'a'), item) : undefined)
  return [
    { type: 'unit.add', option: 'a', unit, item },
    ...(there ? [{ type: 'unit.move' as const, option: 'a', unit: unit.id, ...there }] : [])
  ]
}
/** The first of some entries that has a free place, or the first where none has. */
function addedWhereFree(project: Project, items: readonly Item[]): Edit[] {
  const [first] = items
  const fits = items.find(
    item => !item.face || !item.mounts.includes('panel') || bestPlace(resolve(project, 'a'), item) !== undefined
  )
  return first ? added(project, fits ?? first) : []
}

/** What any aircraft with an electrical system has besides its panel (common practice). */
const AIRFRAME_PARTS: readonly FunctionName[] = [
  'generator',
  'battery power',
  'position lights',
  'anti-collision light',
  'landing light'
]
/** What is around the six dials, in the order in which it takes its places (common practice: a trainer of the seventies). */
const AROUND_DIALS: readonly Sought[] = [
  { provides: 'com', kinds: ['com', 'nav/com'], old: true },
  { provides: 'tachometer', kinds: ROUND },
  { provides: 'oil pressure', kinds: ROUND }
]
const OLD_TRANSPONDER: Sought = { provides: 'transponder', kinds: ['transponder'], old: true }
/** What a glass cockpit is begun with, in the order in which it takes its places. */
const GLASS: readonly Sought[] = [
  { provides: 'electronic primary display', kinds: ['display'] },
  { provides: 'attitude', kinds: ['round instrument'] },
  { provides: 'waas gps', kinds: ['navigator'] },
  { provides: 'com', kinds: ['com', 'nav/com'] },
  { provides: 'audio selection', kinds: ['audio panel'] },
  { provides: 'ads-b out', kinds: ['transponder'] },
  { provides: 'tachometer', kinds: ['engine monitor'] }
]

function airframeOf(begin: Beginning, airframe: Airframe): Airframe {
  const template = PANEL_TEMPLATES.find(template => template.id === begin.panel)
  if (typeof begin.panel === 'string' && !template) throw new Error(`There is no panel “${begin.panel}”.`)
  const { outline, zones } =
    typeof begin.panel === 'string' ? { outline: buildOutline(template!.measures), zones: [] } : begin.panel
  const box = bounds(outline)
  const width = box.maxX - box.minX
  const seat = (id: string, name: string, share: number) =>
    defaultPilot(id, name, Number((box.minX + width * share).toFixed(1)), box.maxY)
  // Empty and maximum weights of typical singles by their seats (common practice); Brief takes the aeroplane's own.
  const [emptyMassKg, maxMassKg] = begin.seats <= 1 ? [330, 500] : begin.seats <= 2 ? [500, 800] : [700, 1_150]
  return {
    ...airframe,
    emptyMassKg,
    maxMassKg,
    alternatorA: begin.systemV === 28 ? 70 : begin.seats > 2 ? 60 : 40,
    // A four-seater has room behind its panel for the long boxes of its time (common practice: 14 in).
    panel: { ...airframe.panel, outline, zones, depthBehindMm: inches(begin.seats > 2 ? 14.25 : 13) },
    pilots:
      begin.seating === 'tandem' || begin.seats === 1
        ? [seat('pilot', begin.seats === 1 ? 'Pilot' : 'Front seat', 0.5)]
        : [seat('left', 'Left seat', 0.27), seat('right', 'Right seat', 0.73)]
  }
}

/**
 * A project from a handful of answers: a brief, an airframe with a typical panel and pilots, and what is installed, made of
 * entries of the catalogue and complete enough to work: dials with their pump and lines, radios with their antennas. All of it
 * is meant to be replaced by the aeroplane's own.
 * @throws Error when the panel named is not known
 */
export function beginProject(id: string, begin: Beginning, catalogue: readonly Item[]): Project {
  const blank = blankProject({
    id,
    title: begin.title || begin.registration || 'New aeroplane',
    registration: begin.registration,
    model: begin.model || 'Unnamed model',
    basis: begin.basis,
    systemV: begin.systemV,
    madeOn: begin.madeOn
  })
  let project: Project = {
    ...blank,
    brief: { ...blank.brief, flying: FLYING.filter(kind => begin.flying.includes(kind)), seats: begin.seats },
    airframe: airframeOf(begin, blank.airframe),
    options: blank.options.map(option => ({
      ...option,
      prices: {
        ...option.prices,
        labourCentsPerHour: begin.labourCentsPerHour ?? option.prices.labourCentsPerHour
      }
    }))
  }
  if (begin.installed === 'bare') return project
  const act = (edits: readonly Edit[]) => {
    if (edits.length) project = applyEdits(project, edits, 'begin').project
  }
  const allowed = catalogue.filter(item => item.approvals.length === 0 || item.approvals.includes(begin.basis))
  // Whatever is planned, the aircraft flies now: what it has is enough for a day in sight of the ground, and no more is made up.
  const complete = (items: readonly Item[]) => {
    const today: Project = { ...project, brief: { ...project.brief, flying: ['day VFR'] } }
    act(finish(starterKit(today, 'a', items)).edits)
  }
  if (begin.installed === 'glass') {
    const roomy = allowed.filter(
      item => item.kind !== 'audio panel' || item.provides.includes(intercomFor(begin.seats))
    )
    for (const part of GLASS) act(addedWhereFree(project, sought(roomy, part)))
  } else {
    // One act after the other: each finds its id, and its place, among those already there.
    for (const { item, at } of setOutDials(project, sixItems(allowed))) act(added(project, item, at))
    const around = begin.installed === 'six round dials' ? AROUND_DIALS : [...AROUND_DIALS, OLD_TRANSPONDER]
    for (const part of around) act(addedWhereFree(project, sought(allowed, part)))
  }
  for (const provides of AIRFRAME_PARTS) {
    const item = sought(allowed, { provides })[0]
    if (item && !resolve(project, 'a').units.some(unit => unit.item.provides.includes(provides)))
      act(added(project, item))
  }
  complete(
    begin.installed === 'glass'
      ? allowed
      : allowed.filter(({ kind }) => kind !== 'display' && kind !== 'engine monitor')
  )
  complete(allowed)
  act(linkEdits(project, 'a'))
  const option = project.options[0]!
  return { ...project, fitted: option.units, fittedLinks: option.links }
}

/** The intercom that an aircraft with so many seats has. */
const intercomFor = (seats: number): FunctionName => (seats > 2 ? 'four-place intercom' : 'two-place intercom')
