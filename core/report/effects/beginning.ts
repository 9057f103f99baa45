import * as z from 'zod'
import { BASES, type FunctionName, type Item, type Kind } from '../../catalogue'
import { finish, resolve } from '../../design'
import {
  applyEdits,
  blankProject,
  buildOutline,
  FLYING,
  PANEL_TEMPLATES,
  type Airframe,
  type Edit,
  type Project
} from '../../document'
import { bestPlace, defaultPilot } from '../../pilot'
import { bounds, groundOf, setDown, stands } from '../../panel'
import { inches } from '../../quantity'
import { linkEdits, newUnit } from './effect'
import { starterKit } from './missing'

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
  /** A typical panel, or the corners of one's own. */
  panel: z.union([
    z.string(),
    z
      .array(z.tuple([z.number(), z.number()]))
      .min(3)
      .max(2_000)
  ]),
  /** What an hour of labour costs, where it is known. */
  labourCentsPerHour: z.int().min(0).max(1_000_00).optional(),
  installed: z.enum(['bare', 'six round dials', 'glass'])
})
export type Beginning = z.infer<typeof Beginning>

/** Distance between the middles of round dials 3 1/8 in wide, as they are usually set out (common practice). */
const DIAL_PITCH_MM = inches(3.5)
/** The six dials by place: airspeed, attitude, altitude above; turn, direction, vertical speed below (common practice). */
const SIX: readonly { gives: FunctionName; column: -1 | 0 | 1; row: 0 | 1 }[] = [
  { gives: 'airspeed', column: -1, row: 0 },
  { gives: 'attitude', column: 0, row: 0 },
  { gives: 'altitude', column: 1, row: 0 },
  { gives: 'rate of turn', column: -1, row: 1 },
  { gives: 'heading', column: 0, row: 1 },
  { gives: 'vertical speed', column: 1, row: 1 }
]
const ROUND: readonly Kind[] = ['mechanical instrument', 'vacuum part']

/** The cheapest entry that gives something, of the kinds wanted. */
const cheapest = (items: readonly Item[], gives: FunctionName, kinds?: readonly Kind[]): Item | undefined =>
  items
    .filter(item => item.provides.includes(gives) && (!kinds || kinds.includes(item.kind)))
    .sort((a, b) => a.priceCents - b.priceCents)[0]

/** The six dials in two rows before the first pilot, as high as they stand free; nothing when they do not fit together. */
function sixDials(project: Project, items: readonly Item[]): Edit[] {
  const pilot = project.airframe.pilots[0]!
  const ground = groundOf(project.airframe.panel)
  const box = bounds(project.airframe.panel.outline)
  const dials = SIX.flatMap(dial => {
    const item = cheapest(items, dial.gives, ROUND)
    return item ? [{ ...dial, item }] : []
  })
  for (let top = box.maxY; top > box.minY; top -= 5) {
    const placed = dials.map(({ item, column, row }, index) => ({
      item,
      at: {
        xMm: Number((pilot.eye.acrossMm + column * DIAL_PITCH_MM).toFixed(2)),
        yMm: Number((top - row * DIAL_PITCH_MM).toFixed(2))
      },
      unit: { id: `dial-${index}`, label: item.name, item }
    }))
    const others = placed.map(({ unit, at }) => setDown(unit, at.xMm, at.yMm)!)
    if (
      placed.every(({ unit, at }, index) =>
        stands({ unit, x: at.xMm, y: at.yMm, others: others.filter((_, i) => i !== index), ground })
      )
    )
      return placed.flatMap(({ item, at }): Edit[] => added(project, item, at))
  }
  return dials.flatMap(({ item }) => added(project, item))
}

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

/** What a glass cockpit is begun with, in the order in which it takes its places. */
const GLASS: readonly [FunctionName, readonly Kind[]][] = [
  ['electronic primary display', ['display']],
  ['attitude', ['round instrument']],
  ['waas gps', ['navigator']],
  ['com', ['com', 'nav/com']],
  ['audio selection', ['audio panel']],
  ['ads-b out', ['transponder']],
  ['tachometer', ['engine monitor']]
]

function airframeOf(begin: Beginning, airframe: Airframe): Airframe {
  const template = PANEL_TEMPLATES.find(template => template.id === begin.panel)
  if (typeof begin.panel === 'string' && !template) throw new Error(`There is no panel “${begin.panel}”.`)
  const outline = template ? buildOutline(template.measures) : (begin.panel as [number, number][])
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
    panel: { ...airframe.panel, outline },
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
  if (begin.installed === 'six round dials') {
    // One act after the other: each finds its id among those already there.
    for (const edits of byUnit(sixDials(project, allowed))) act(edits)
    const radio = cheapest(allowed, 'com', ['nav/com', 'com'])
    const tachometer = cheapest(allowed, 'tachometer', ROUND)
    const engine = cheapest(allowed, 'oil pressure', ROUND)
    for (const item of [radio, tachometer, engine]) if (item) act(added(project, item))
    act(
      finish(
        starterKit(
          project,
          'a',
          allowed.filter(item => item.kind !== 'display' && item.kind !== 'engine monitor')
        )
      ).edits
    )
  } else
    for (const [gives, kinds] of GLASS) {
      const item = cheapest(allowed, gives, kinds)
      if (item) act(added(project, item))
    }
  act(finish(starterKit(project, 'a', allowed)).edits)
  act(linkEdits(project, 'a'))
  const option = project.options[0]!
  return { ...project, fitted: option.units, fittedLinks: option.links }
}

/** Edits of several units, gathered by unit. */
function byUnit(edits: readonly Edit[]): Edit[][] {
  const groups: Edit[][] = []
  for (const edit of edits)
    if (edit.type === 'unit.add') groups.push([edit])
    else groups.at(-1)?.push(edit)
  return groups
}
