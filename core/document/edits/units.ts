import * as z from 'zod'
import { CoordMm, Id, Item, Revision } from '../../catalogue/item'
import { memberPlaces } from '../make/rows'
import { BusOrder, Disposal, Link, Unit, WireMark, type Option, type Project } from '../schema/schema'
import { withBusLinks } from '../changes/wire-identity'
import { carryItem, onRevision } from './items'
import { editInstalled } from './installed'
import {
  AS_FOUND,
  drop,
  editOption,
  itemFinder,
  leaveRows,
  on,
  plain,
  put,
  putById,
  refuse,
  unitOf,
  type EditKind
} from './kit'

const setDisposal = (option: Option, disposal: Disposal | undefined, unit: string): void => {
  if (disposal) put(option.disposals, disposal, disposal => disposal.unit)
  else if (option.disposals.some(disposal => disposal.unit === unit))
    option.disposals = option.disposals.filter(disposal => disposal.unit !== unit)
}

/** An edit of a plan that can be made to what is installed as well. */
const editUnits = <S extends z.ZodRawShape>(
  shape: S,
  apply: (option: Option, edit: z.infer<z.ZodObject<S>>, project: Project) => void
): EditKind<typeof on & S> => {
  const ofPlan = editOption(shape, apply)
  return {
    ...ofPlan,
    apply: (project, all) =>
      (all as { option: string }).option === AS_FOUND
        ? editInstalled(project, installed => apply(installed, all as never, project))
        : ofPlan.apply(project, all)
  }
}

/** Edits of units and of the links between them. */
export const unitEdits = {
  'unit.add': editUnits({ unit: Unit, item: Item.optional() }, (option, { unit, item }, project) => {
    if (option.units.some(other => other.id === unit.id)) refuse(`There is a unit “${unit.id}” already`)
    if (item && item.id !== unit.item)
      refuse(`“${unit.label}” is of “${unit.item}”, and the entry sent is “${item.id}”`)
    option.units.push(item ? onRevision(unit, carryItem(project, item)) : unit)
  }),
  'unit.set': editUnits({ unit: Unit }, (option, { unit }) => {
    unitOf(option, unit.id)
    putById(option.units, unit)
    // Given a position of its own it is no longer set out by a row.
    if (unit.xMm !== undefined) leaveRows(option, unit.id)
  }),
  /** Takes another revision of the same entry for a unit, with the entry where the document does not carry it yet. */
  'unit.revise': editUnits(
    { unit: Id, revision: Revision, item: Item.optional() },
    (option, { unit: id, revision, item }, project) => {
      const unit = unitOf(option, id)
      if (item && item.id !== unit.item)
        refuse(`“${unit.label}” is of “${unit.item}”, and the entry sent is “${item.id}”`)
      const { passedOver: _, ...rest } = plain(unit)
      const next = onRevision(rest, item ? carryItem(project, item) : revision)
      putById(option.units, next)
      // Where the other revision has a port no more, its link cannot stay.
      const itemOf = itemFinder(project, option)
      const holds = (link: Link) =>
        (['from', 'to'] as const).every(
          end => link[end].unit !== id || itemOf(id)?.ports.some(port => port.id === link[end].port)
        )
      if (!option.links.every(holds)) option.links = option.links.filter(holds)
    }
  ),
  /** Leaves a later revision: it is not offered again. */
  'unit.pass-over': editUnits({ unit: Id, revision: Revision }, (option, { unit, revision }) => {
    unitOf(option, unit).passedOver = revision
  }),
  'unit.move': editUnits({ unit: Id, xMm: CoordMm, yMm: CoordMm }, (option, { unit: id, xMm, yMm }, project) => {
    const unit = unitOf(option, id)
    const row = option.rows.find(row => row.units.includes(id))
    if (!row) {
      Object.assign(unit, { xMm, yMm })
      return
    }
    // A member takes its row along.
    const here = memberPlaces(row, itemFinder(project, option)).get(id)
    if (!here) return
    row.xMm += xMm - here.xMm
    row.yMm += yMm - here.yMm
  }),
  /** Off the face, back to the tray. */
  'unit.lift': editUnits({ unit: Id }, (option, { unit: id }) => {
    const unit = unitOf(option, id)
    leaveRows(option, id)
    delete unit.xMm
    delete unit.yMm
  }),
  'unit.lock': editUnits({ unit: Id, locked: z.boolean() }, (option, { unit, locked }) => {
    unitOf(option, unit).locked = locked
  }),
  /** Stays on, or is shed, once the alternator has quit. */
  'unit.keep': editOption({ unit: Id, keep: z.boolean() }, (option, { unit, keep }) => {
    unitOf(option, unit).shed = !keep
  }),
  /** In which visit it is installed; the first when none is named. */
  'unit.visit': editOption({ unit: Id, phase: Id.optional() }, (option, { unit: id, phase }) => {
    const unit = unitOf(option, id)
    if (phase === undefined) delete unit.phase
    else unit.phase = phase
  }),
  'unit.support': editUnits({ unit: Id, rear: z.boolean() }, (option, { unit, rear }) => {
    unitOf(option, unit).rearSupport = rear
  }),
  'unit.remove': editUnits({ unit: Id, disposal: Disposal.optional() }, (option, { unit, disposal }) => {
    drop(option.units, other => other.id === unit, `unit “${unit}” in ${option.name}`)
    if (option.id !== AS_FOUND) setDisposal(option, disposal, unit)
    else if (disposal) refuse('What is installed has no disposition. Remove it in a plan')
  }),
  'unit.restore': editOption({ unit: Id }, (option, { unit: id }, project) => {
    const found = project.fitted.find(other => other.id === id)
    if (!found) return refuse(`“${id}” is not among what was found installed`)
    if (option.units.some(unit => unit.id === id)) refuse(`“${found.label}” is in ${option.name} already`)
    const { phase: _, ...unit } = plain(found)
    option.units.push(unit)
    setDisposal(option, undefined, id)
    const here = new Set(option.units.map(unit => unit.id))
    for (const link of project.fittedLinks) {
      const touches = link.from.unit === id || link.to.unit === id
      if (
        touches &&
        here.has(link.from.unit) &&
        here.has(link.to.unit) &&
        !option.links.some(other => other.id === link.id)
      )
        option.links.push(plain(link))
    }
  }),
  'disposal.set': editOption({ disposal: Disposal }, (option, { disposal }) =>
    setDisposal(option, disposal, disposal.unit)
  ),
  'link.put': editUnits({ link: Link }, (option, { link }) => putById(option.links, link)),
  'link.drop': editUnits({ link: Id }, (option, { link }) => {
    drop(option.links, other => other.id === link, `link “${link}”`)
  }),
  'busOrder.put': editOption({ busOrder: BusOrder }, (option, { busOrder }) => putById(option.busOrders, busOrder)),
  'busOrder.drop': editOption({ busOrder: Id }, (option, { busOrder }) => {
    drop(option.busOrders, other => other.id === busOrder, `order of the bus “${busOrder}”`)
  }),
  /** What is known of wires: each in the place of what was known of it before. */
  'wires.put': editOption({ wires: z.array(WireMark).min(1).max(5_000) }, (option, { wires }) => {
    const at = new Map(option.wires.map((wire, index) => [wire.wire, index]))
    for (const put of wires) {
      const mark = withBusLinks(put, option.links)
      const index = at.get(mark.wire)
      if (index === undefined) {
        at.set(mark.wire, option.wires.length)
        option.wires.push(mark)
      } else option.wires[index] = mark
    }
  }),
  'wire.clear': editOption({ wire: WireMark.shape.wire }, (option, { wire }) => {
    drop(option.wires, other => other.wire === wire, `mark of wire “${wire}”`)
  })
}
