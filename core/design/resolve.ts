import { perObject } from '../cache'
import { itemKey, type Item } from '../catalogue'
import {
  emptyOption,
  memberPlaces,
  type Airframe,
  type Brief,
  type BusOrder,
  type CircuitChoice,
  type Flow,
  type Group,
  type HandCheck,
  type Label,
  type Link,
  type Option,
  type Place,
  type Prices,
  type Project,
  type Quote,
  type Row,
  type Supply,
  type Unit,
  type WireMark,
  type WorkPhase
} from '../document'
import { sameUnit, trackAirframe, trackBrief, trackDesign } from './tracked'

/** A unit joined with its catalogue entry and its place. */
export interface DesignUnit {
  readonly id: string
  readonly label: string
  readonly item: Item
  readonly place: Place
  /** Centre of the bezel on the panel; absent when it has no place on the face (yet). */
  readonly at?: { readonly xMm: number; readonly yMm: number }
  readonly state: 'kept' | 'moved' | 'new'
  /** Where its weight sits, where that was entered. */
  readonly armMm?: number
  /** Where in the aeroplane it is, where that was entered of it and not of its place. */
  readonly acrossMm?: number
  readonly upMm?: number
  /** What stood under this id in the aeroplane as found, and where, unless it is the very same in the very same place. */
  readonly was?: { readonly item: Item; readonly place: Place; readonly armMm?: number }
  /** How it was found to stand, where it has to stand true. */
  readonly stands?: Unit['stands']
  readonly shed?: boolean
  readonly shedAfterMinutes?: number
  readonly shedBelowV?: number
  readonly phase?: string
  /** Weeks from the order until it is there, where somebody said so. */
  readonly lead?: Unit['lead']
  readonly locked?: boolean
  readonly rearSupport?: boolean
  /** The row or stack it is set out by. */
  readonly row?: string
  readonly priceCents: number
  /** A later revision of its item that was looked at and left. */
  readonly passedOver?: number
}

export interface Removed {
  readonly unit: DesignUnit
  readonly how: 'scrap' | 'sell' | 'trade in'
  readonly creditCents: number
  /** The visit in which it comes out, where that was said. */
  readonly phase?: string
}

/** One alternative, joined and read-only: all that any room may look at. */
export interface Design {
  readonly projectId: string
  readonly title: string
  readonly optionId: string
  readonly optionName: string
  readonly brief: Brief
  readonly airframe: Airframe
  readonly units: readonly DesignUnit[]
  readonly removed: readonly Removed[]
  readonly links: readonly Link[]
  /** What is known of wires: numbers, how far they have come, the way they were sent. */
  readonly busOrders: readonly BusOrder[]
  readonly wires: readonly WireMark[]
  readonly circuits: readonly CircuitChoice[]
  /** The planner's own supply; absent where the proposal stands. */
  readonly supply?: Supply
  readonly rows: readonly Row[]
  readonly groups: readonly Group[]
  readonly labels: readonly Label[]
  readonly flows: readonly Flow[]
  readonly quotes: readonly Quote[]
  /** The quote of the shop that has the job. */
  readonly shop?: string
  readonly phases: readonly WorkPhase[]
  readonly costs: Option['costs']
  readonly actuals: Option['actuals']
  /** Tasks of one’s own beside those of the refit, and the days before which a task is not to begin. */
  readonly tasks: Option['tasks']
  readonly shifts: Option['shifts']
  readonly prices: Prices
  readonly handChecks: readonly HandCheck[]
  readonly confirmed: Project['confirmed']
  /** Rule packs of one’s own. */
  readonly packs: Project['packs']
}

const keyOfItem = (unit: Unit): string => itemKey({ id: unit.item, revision: unit.revision })

/** The design named is not in the project. */
export class ResolveError extends Error {}

export const AS_FOUND = 'as-found'

const NO_PRICES: Prices = {
  labourCentsPerHour: 0,
  panelWorkCents: 0,
  wireCentsPerMetre: 0,
  travelCents: 0,
  contingencyPercent: 0
}

/** What the aeroplane as found has of nothing: one and the same for all documents, so that it counts as unchanged. */
const NOTHING_OF_ITS_OWN = emptyOption(AS_FOUND, 'As installed', NO_PRICES)
/** The as-found aeroplane as an option, so that every room can examine it like any other. */
const asFound = perObject((project: Project): Option => ({
  ...NOTHING_OF_ITS_OWN,
  units: project.fitted,
  links: project.fittedLinks
}))

type Fate = Project['options'][number]['disposals'][number]
/** What the records of a project are joined by. */
interface Joins {
  items: ReadonlyMap<string, Item>
  places: ReadonlyMap<string, Place>
  fitted: ReadonlyMap<string, Unit>
}
const joinsOf = perObject((project: Project): Joins => ({
  items: new Map(project.items.map(item => [itemKey(item), item])),
  places: new Map(project.airframe.places.map(place => [place.id, place])),
  fitted: new Map(project.fitted.map(unit => [unit.id, unit]))
}))
/** The row or stack that sets a unit out, and where. */
interface SetOut {
  row: string
  at: { xMm: number; yMm: number }
}

function priorOf(unit: Unit, item: Item, { items, places, fitted }: Joins): DesignUnit['was'] {
  const before = fitted.get(unit.id)
  const wasItem = before && items.get(keyOfItem(before))
  const wasPlace = before && places.get(before.place)
  if (!before || !wasItem || !wasPlace) return undefined
  const same =
    wasItem.id === item.id &&
    (wasItem.revision ?? 1) === (item.revision ?? 1) &&
    before.place === unit.place &&
    before.armMm === unit.armMm
  return same ? undefined : { item: wasItem, place: wasPlace, armMm: before.armMm }
}
function join(unit: Unit, set: SetOut | undefined, joins: Joins): DesignUnit {
  const item = joins.items.get(keyOfItem(unit))
  const place = joins.places.get(unit.place)
  if (!item) throw new ResolveError(`“${unit.label}” is of the item “${unit.item}”, which the project does not carry.`)
  if (!place) throw new ResolveError(`“${unit.label}” stands at “${unit.place}”, which the airframe does not have.`)
  const before = joins.fitted.get(unit.id)
  const spot =
    set?.at ?? (unit.xMm === undefined || unit.yMm === undefined ? undefined : { xMm: unit.xMm, yMm: unit.yMm })
  const stays = before?.place === unit.place && before.xMm === spot?.xMm && before.yMm === spot?.yMm
  return sameUnit(unit, {
    id: unit.id,
    label: unit.label,
    item,
    place,
    state: before?.item !== unit.item ? 'new' : stays ? 'kept' : 'moved',
    armMm: unit.armMm,
    acrossMm: unit.acrossMm,
    stands: unit.stands,
    upMm: unit.upMm,
    was: priorOf(unit, item, joins),
    at: place.kind === 'panel' ? spot : undefined,
    row: set?.row,
    shed: unit.shed,
    shedAfterMinutes: unit.shedAfterMinutes,
    shedBelowV: unit.shedBelowV,
    phase: unit.phase,
    lead: unit.lead,
    locked: unit.locked,
    rearSupport: unit.rearSupport,
    passedOver: unit.passedOver,
    priceCents: unit.priceCents ?? item.priceCents
  })
}

/**
 * Joins an option with items, places and airframe. The same option of the same project is the same design.
 * @param option an option's id, `AS_FOUND`, or an option itself (the agreed plan)
 * @throws ResolveError when the option, an item or a place is missing
 */
export function resolve(project: Project, option: string | Option): Design {
  const chosen =
    typeof option !== 'string'
      ? option
      : option === AS_FOUND
        ? asFound(project)
        : project.options.find(other => other.id === option)
  if (!chosen)
    throw new ResolveError(
      `There is no option “${String(option)}” in “${project.title}”. ` +
        `It has: ${project.options.map(option => option.id).join(', ') || 'none'}.`
    )
  const designs = designsOf(project)
  const known = designs.get(chosen) ?? joinOption(project, chosen)
  designs.set(chosen, known)
  return known
}
const designsOf = perObject((_: Project) => new WeakMap<Option, Design>())

function joinOption(project: Project, chosen: Option): Design {
  const joins = joinsOf(project)
  const itemOf = new Map(chosen.units.map(unit => [unit.id, joins.items.get(keyOfItem(unit))]))
  const setOut = new Map<string, SetOut>(
    chosen.rows.flatMap(row =>
      [...memberPlaces(row, id => itemOf.get(id))].map(([id, spot]) => [id, { row: row.id, at: spot }] as const)
    )
  )
  const joined = (unit: Unit) => join(unit, setOut.get(unit.id), joins)
  const here = new Set(chosen.units.map(unit => unit.id))
  const fates = new Map<string, Fate>(chosen.disposals.map(disposal => [disposal.unit, disposal]))
  return trackDesign({
    projectId: project.id,
    title: project.title,
    optionId: chosen.id,
    optionName: chosen.name,
    brief: trackBrief(project.brief),
    airframe: trackAirframe(project.airframe),
    units: chosen.units.map(joined),
    removed: project.fitted
      .filter(unit => !here.has(unit.id))
      .map(unit => {
        const fate = fates.get(unit.id)
        return {
          unit: joined(unit),
          how: fate?.how ?? 'scrap',
          creditCents: fate?.creditCents ?? 0,
          ...(fate?.phase && { phase: fate.phase })
        }
      }),
    links: chosen.links,
    busOrders: chosen.busOrders,
    wires: chosen.wires,
    circuits: chosen.circuits,
    supply: chosen.supply,
    rows: chosen.rows,
    groups: chosen.groups,
    labels: chosen.labels,
    flows: chosen.flows,
    quotes: chosen.quotes,
    shop: chosen.shop,
    phases: chosen.phases,
    costs: chosen.costs,
    actuals: chosen.actuals,
    tasks: chosen.tasks,
    shifts: chosen.shifts,
    prices: chosen.prices,
    handChecks: project.handChecks.filter(check => check.option === undefined || check.option === chosen.id),
    confirmed: project.confirmed,
    packs: project.packs
  })
}
