import { perObject } from '../cache'
import { itemKey, type Item } from '../catalogue'
import { AS_FOUND, installedOption, memberPlaces, type Option, type Place, type Project, type Unit } from '../document'
import type { Design, DesignUnit } from './design'
import { sameUnit, trackAirframe, trackBrief, trackDesign } from './tracked'

const keyOfItem = (unit: Unit): string => itemKey({ id: unit.item, revision: unit.revision })

/** The design named is not in the project. */
export class ResolveError extends Error {}

export { AS_FOUND }

/** The aircraft as installed as an option, one and the same for one document. */
export const asFound = perObject(installedOption)

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
function foundAtOf(unit: Unit, { items, places, fitted }: Joins): DesignUnit['foundAt'] {
  const before = fitted.get(unit.id)
  const item = before && items.get(keyOfItem(before))
  if (!item || before.xMm === undefined || before.yMm === undefined) return undefined
  return places.get(before.place)?.kind === 'panel' ? { item, xMm: before.xMm, yMm: before.yMm } : undefined
}
function join(unit: Unit, set: SetOut | undefined, joins: Joins): DesignUnit {
  const item = joins.items.get(keyOfItem(unit))
  const place = joins.places.get(unit.place)
  if (!item) throw new ResolveError(`“${unit.label}” is of the item “${unit.item}”, which the project does not carry.`)
  if (!place) throw new ResolveError(`“${unit.label}” is at “${unit.place}”, which the airframe does not have.`)
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
    foundAt: foundAtOf(unit, joins),
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
    priceCents: unit.priceCents ?? item.priceCents,
    inoperative: unit.condition === 'inoperative' || undefined,
    valueCents: unit.valueCents
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
    blanks: chosen.blanks,
    sheet: chosen.sheet,
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
