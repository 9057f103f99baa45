import * as z from 'zod'
import { create, type Patches } from 'mutative'
import { CoordMm, Id, Item, Name } from '../catalogue/item'
import {
  Airframe,
  Bay,
  Brief,
  CircuitChoice,
  Day,
  Disposal,
  Flow,
  Group,
  HandCheck,
  Label,
  Link,
  Option,
  Panel,
  Pilot,
  Point,
  Prices,
  Project,
  Quote,
  Row,
  Unit,
  WorkPhase,
  Zone
} from './schema'
import { memberPlaces } from './rows'
import { Supply, UNIT_SOURCE } from './supply'
import { supplyProblems } from './references'

const on = { option: Id }

/** Every change a person or a remedy can make, as data. One pure function below applies it. */
export const Edit = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('project.rename'), title: Name }),
  z.strictObject({ type: z.literal('brief.set'), brief: Brief }),
  z.strictObject({ type: z.literal('airframe.set'), airframe: Airframe }),
  z.strictObject({ type: z.literal('panel.set'), panel: Panel }),
  z.strictObject({ type: z.literal('zone.put'), zone: Zone }),
  z.strictObject({ type: z.literal('zone.drop'), zone: Id }),
  z.strictObject({ type: z.literal('outline.set'), outline: z.array(Point).min(3).max(2_000) }),
  z.strictObject({ type: z.literal('bay.put'), bay: Bay }),
  z.strictObject({ type: z.literal('bay.drop'), bay: Id }),
  z.strictObject({ type: z.literal('pilot.put'), pilot: Pilot }),
  z.strictObject({ type: z.literal('pilot.drop'), pilot: Id }),
  z.strictObject({ type: z.literal('item.put'), item: Item }),
  z.strictObject({ type: z.literal('fitted.put'), unit: Unit }),
  z.strictObject({ type: z.literal('fitted.drop'), unit: Id }),
  z.strictObject({ type: z.literal('option.add'), option: Option }),
  z.strictObject({ type: z.literal('option.duplicate'), ...on, id: Id, name: Name }),
  z.strictObject({ type: z.literal('option.rename'), ...on, name: Name }),
  z.strictObject({ type: z.literal('option.drop'), ...on }),
  z.strictObject({ type: z.literal('plan.agree'), ...on, on: Day }),
  z.strictObject({ type: z.literal('unit.add'), ...on, unit: Unit, item: Item.optional() }),
  z.strictObject({ type: z.literal('unit.set'), ...on, unit: Unit }),
  z.strictObject({ type: z.literal('unit.move'), ...on, unit: Id, xMm: CoordMm, yMm: CoordMm }),
  z.strictObject({ type: z.literal('unit.lift'), ...on, unit: Id }),
  z.strictObject({ type: z.literal('unit.lock'), ...on, unit: Id, locked: z.boolean() }),
  z.strictObject({ type: z.literal('unit.support'), ...on, unit: Id, rear: z.boolean() }),
  z.strictObject({ type: z.literal('unit.remove'), ...on, unit: Id, disposal: Disposal.optional() }),
  z.strictObject({ type: z.literal('unit.restore'), ...on, unit: Id }),
  z.strictObject({ type: z.literal('row.put'), ...on, row: Row }),
  z.strictObject({ type: z.literal('row.drop'), ...on, row: Id }),
  z.strictObject({ type: z.literal('group.put'), ...on, group: Group }),
  z.strictObject({ type: z.literal('group.drop'), ...on, group: Id }),
  z.strictObject({ type: z.literal('label.put'), ...on, label: Label }),
  z.strictObject({ type: z.literal('label.drop'), ...on, label: Id }),
  z.strictObject({ type: z.literal('flow.put'), ...on, flow: Flow }),
  z.strictObject({ type: z.literal('flow.drop'), ...on, flow: Id }),
  z.strictObject({ type: z.literal('disposal.set'), ...on, disposal: Disposal }),
  z.strictObject({ type: z.literal('circuit.set'), ...on, circuit: CircuitChoice }),
  z.strictObject({ type: z.literal('circuit.clear'), ...on, unit: Id }),
  z.strictObject({ type: z.literal('supply.set'), ...on, supply: Supply }),
  z.strictObject({ type: z.literal('supply.clear'), ...on }),
  z.strictObject({ type: z.literal('link.put'), ...on, link: Link }),
  z.strictObject({ type: z.literal('link.drop'), ...on, link: Id }),
  z.strictObject({ type: z.literal('quote.put'), ...on, quote: Quote }),
  z.strictObject({ type: z.literal('quote.drop'), ...on, quote: Id }),
  z.strictObject({ type: z.literal('phase.put'), ...on, phase: WorkPhase }),
  z.strictObject({ type: z.literal('phase.drop'), ...on, phase: Id }),
  z.strictObject({ type: z.literal('prices.set'), ...on, prices: Prices }),
  z.strictObject({ type: z.literal('check.set'), check: HandCheck }),
  z.strictObject({ type: z.literal('check.clear'), clause: z.string() }),
  z.strictObject({ type: z.literal('log.add'), on: Day, text: z.string().max(4000) })
])
export type Edit = z.infer<typeof Edit>

/** An edit names something that is not there, or would leave the document broken. Nothing was changed. */
export class EditError extends Error {}

function put<T extends { id: string }>(list: T[], entry: T): void {
  const at = list.findIndex(one => one.id === entry.id)
  if (at < 0) list.push(entry)
  else list[at] = entry
}

function drop<T>(list: T[], matches: (one: T) => boolean, what: string): T {
  const at = list.findIndex(matches)
  if (at < 0) throw new EditError(`There is no ${what}; nothing was changed.`)
  return list.splice(at, 1)[0]!
}

function forget(option: Option, unit: string): void {
  option.links = option.links.filter(link => link.from.unit !== unit && link.to.unit !== unit)
  option.circuits = option.circuits.filter(circuit => circuit.unit !== unit)
  for (const circuit of option.circuits) if (circuit.sharesWith === unit) delete circuit.sharesWith
  if (option.supply)
    option.supply.ties = option.supply.ties.filter(
      tie => tie.from !== UNIT_SOURCE + unit && tie.to !== UNIT_SOURCE + unit
    )
  leaveRows(option, unit)
  for (const group of option.groups) group.units = group.units.filter(id => id !== unit)
  option.groups = option.groups.filter(group => group.units.length > 1)
  for (const flow of option.flows) flow.steps = flow.steps.filter(step => step.to !== unit)
}

/** Takes a unit out of the row or stack it is set in; one that is left empty goes. */
function leaveRows(option: Option, unit: string): void {
  for (const row of option.rows) row.units = row.units.filter(id => id !== unit)
  option.rows = option.rows.filter(row => row.units.length > 0)
}

/** Applies one edit to a draft. Edits of an option are gathered below the ones of the whole document. */
function change(project: Project, edit: Edit): void {
  switch (edit.type) {
    case 'project.rename':
      project.title = edit.title
      return
    case 'brief.set':
      project.brief = edit.brief
      return
    case 'airframe.set': {
      const kept = new Set(edit.airframe.places.map(place => place.id))
      const users = [...project.fitted, ...project.options.flatMap(option => option.units)].filter(
        unit => !kept.has(unit.place)
      )
      if (users.length)
        throw new EditError(
          `“${users[0]!.label}” stands at the place “${users[0]!.place}”, which this change takes away; nothing was changed.`
        )
      project.airframe = edit.airframe
      return
    }
    case 'panel.set':
      project.airframe.panel = edit.panel
      return
    case 'zone.put':
      put(project.airframe.panel.zones, edit.zone)
      return
    case 'zone.drop':
      drop(project.airframe.panel.zones, zone => zone.id === edit.zone, `zone “${edit.zone}”`)
      return
    case 'outline.set':
      project.airframe.panel.outline = edit.outline
      return
    case 'bay.put':
      put(project.airframe.panel.bays, edit.bay)
      return
    case 'bay.drop':
      drop(project.airframe.panel.bays, bay => bay.id === edit.bay, `bay “${edit.bay}”`)
      return
    case 'pilot.put':
      put(project.airframe.pilots, edit.pilot)
      return
    case 'pilot.drop':
      drop(project.airframe.pilots, pilot => pilot.id === edit.pilot, `pilot “${edit.pilot}”`)
      return
    case 'item.put':
      put(project.items, edit.item)
      return
    case 'fitted.put':
      wantItem(project, edit.unit)
      put(project.fitted, edit.unit)
      return
    case 'fitted.drop':
      drop(project.fitted, unit => unit.id === edit.unit, `fitted unit “${edit.unit}”`)
      project.fittedLinks = project.fittedLinks.filter(
        link => link.from.unit !== edit.unit && link.to.unit !== edit.unit
      )
      return
    case 'option.add':
      if (project.options.some(one => one.id === edit.option.id))
        throw new EditError(`There is an option “${edit.option.id}” already; nothing was changed.`)
      project.options.push(edit.option)
      return
    case 'check.set':
      project.handChecks = project.handChecks.filter(check => check.clause !== edit.check.clause)
      project.handChecks.push(edit.check)
      return
    case 'check.clear':
      project.handChecks = project.handChecks.filter(check => check.clause !== edit.clause)
      return
    case 'log.add':
      project.log.push({ on: edit.on, text: edit.text })
      return
    default:
      changeOption(project, edit)
  }
}

function wantItem(project: Project, unit: Unit): void {
  if (!project.items.some(item => item.id === unit.item))
    throw new EditError(`There is no item “${unit.item}” in this project; nothing was changed.`)
  if (!project.airframe.places.some(place => place.id === unit.place))
    throw new EditError(`There is no place “${unit.place}” in this airframe; nothing was changed.`)
}

type OptionEdit = Extract<Edit, { option: string }>

function changeOption(project: Project, edit: OptionEdit): void {
  const option = project.options.find(one => one.id === edit.option)
  if (!option) throw new EditError(`There is no option “${edit.option}”; nothing was changed.`)
  const wantUnit = (id: string): Unit => {
    const unit = option.units.find(one => one.id === id)
    if (!unit) throw new EditError(`There is no unit “${id}” in ${option.name}; nothing was changed.`)
    return unit
  }
  switch (edit.type) {
    case 'option.duplicate':
      if (project.options.some(one => one.id === edit.id))
        throw new EditError(`There is an option “${edit.id}” already; nothing was changed.`)
      project.options.splice(project.options.indexOf(option) + 1, 0, {
        ...structuredClone(plain(option)),
        id: edit.id,
        name: edit.name
      })
      return
    case 'option.rename':
      option.name = edit.name
      return
    case 'option.drop':
      if (project.options.length === 1)
        throw new EditError('The last option cannot be taken away; nothing was changed.')
      drop(project.options, one => one.id === edit.option, `option “${edit.option}”`)
      return
    case 'plan.agree':
      project.agreed = { on: edit.on, option: structuredClone(plain(option)) }
      return
    case 'unit.add':
      if (edit.item) put(project.items, edit.item)
      wantItem(project, edit.unit)
      if (option.units.some(one => one.id === edit.unit.id))
        throw new EditError(`There is a unit “${edit.unit.id}” already; nothing was changed.`)
      option.units.push(edit.unit)
      return
    case 'unit.set':
      wantItem(project, edit.unit)
      wantUnit(edit.unit.id)
      put(option.units, edit.unit)
      // Given a position of its own it is no longer set out by a row.
      if (edit.unit.xMm !== undefined) leaveRows(option, edit.unit.id)
      return
    case 'unit.lift': {
      // Off the face, back to the tray.
      const unit = wantUnit(edit.unit)
      leaveRows(option, edit.unit)
      delete unit.xMm
      delete unit.yMm
      return
    }
    case 'unit.move': {
      const unit = wantUnit(edit.unit)
      const row = option.rows.find(one => one.units.includes(edit.unit))
      if (!row) {
        Object.assign(unit, { xMm: edit.xMm, yMm: edit.yMm })
        return
      }
      // A member takes its row along.
      const items = new Map(project.items.map(item => [item.id, item]))
      const here = memberPlaces(row, id => items.get(option.units.find(one => one.id === id)?.item ?? '')).get(
        edit.unit
      )
      if (here) {
        row.xMm += edit.xMm - here.xMm
        row.yMm += edit.yMm - here.yMm
      }
      return
    }
    case 'unit.lock':
      wantUnit(edit.unit).locked = edit.locked
      return
    case 'unit.support':
      wantUnit(edit.unit).rearSupport = edit.rear
      return
    case 'row.put': {
      for (const id of edit.row.units) {
        const unit = wantUnit(id)
        for (const other of option.rows)
          if (other.id !== edit.row.id) other.units = other.units.filter(one => one !== id)
        delete unit.xMm
        delete unit.yMm
      }
      option.rows = option.rows.filter(row => row.units.length > 0)
      // A member that leaves the row keeps the place it had in it.
      const before = option.rows.find(row => row.id === edit.row.id)
      if (before)
        settle(
          project,
          option,
          before,
          before.units.filter(id => !edit.row.units.includes(id))
        )
      put(option.rows, edit.row)
      return
    }
    case 'row.drop': {
      const row = drop(option.rows, one => one.id === edit.row, `row “${edit.row}”`)
      settle(project, option, row, row.units)
      return
    }
    case 'group.put':
      edit.group.units.forEach(wantUnit)
      put(option.groups, edit.group)
      return
    case 'group.drop':
      drop(option.groups, one => one.id === edit.group, `group “${edit.group}”`)
      return
    case 'label.put':
      put(option.labels, edit.label)
      return
    case 'label.drop':
      drop(option.labels, one => one.id === edit.label, `label “${edit.label}”`)
      return
    case 'flow.put':
      put(option.flows, edit.flow)
      return
    case 'flow.drop':
      drop(option.flows, one => one.id === edit.flow, `flow “${edit.flow}”`)
      return
    case 'unit.remove':
      drop(option.units, one => one.id === edit.unit, `unit “${edit.unit}” in ${option.name}`)
      forget(option, edit.unit)
      option.disposals = option.disposals.filter(one => one.unit !== edit.unit)
      if (edit.disposal) option.disposals.push(edit.disposal)
      return
    case 'unit.restore': {
      const found = project.fitted.find(one => one.id === edit.unit)
      if (!found) throw new EditError(`“${edit.unit}” is not among what was fitted; nothing was changed.`)
      if (option.units.some(one => one.id === edit.unit))
        throw new EditError(`“${found.label}” is in ${option.name} already; nothing was changed.`)
      option.units.push(structuredClone(plain(found)))
      option.disposals = option.disposals.filter(one => one.unit !== edit.unit)
      const here = new Set(option.units.map(unit => unit.id))
      for (const link of project.fittedLinks) {
        const touches = link.from.unit === edit.unit || link.to.unit === edit.unit
        if (
          touches &&
          here.has(link.from.unit) &&
          here.has(link.to.unit) &&
          !option.links.some(one => one.id === link.id)
        )
          option.links.push(structuredClone(plain(link)))
      }
      return
    }
    case 'disposal.set':
      option.disposals = option.disposals.filter(one => one.unit !== edit.disposal.unit)
      option.disposals.push(edit.disposal)
      return
    case 'supply.set': {
      const wrong = supplyProblems(edit.supply, option.circuits, new Set(option.units.map(unit => unit.id)))[0]
      if (wrong) throw new EditError(`The supply cannot be so: ${wrong.message}; nothing was changed.`)
      option.supply = edit.supply
      return
    }
    case 'supply.clear':
      if (!option.supply) throw new EditError('The supply is the proposed one already; nothing was changed.')
      delete option.supply
      for (const circuit of option.circuits) {
        delete circuit.bus
        delete circuit.alsoBus
      }
      return
    case 'circuit.set':
      wantUnit(edit.circuit.unit)
      if (edit.circuit.sharesWith !== undefined) {
        wantUnit(edit.circuit.sharesWith)
        if (
          edit.circuit.sharesWith === edit.circuit.unit ||
          option.circuits.some(one => one.unit === edit.circuit.sharesWith && one.sharesWith !== undefined) ||
          option.circuits.some(one => one.sharesWith === edit.circuit.unit)
        )
          throw new EditError('A breaker is shared with a unit that has one of its own; nothing was changed.')
      }
      for (const bus of [edit.circuit.bus, edit.circuit.alsoBus])
        if (bus !== undefined && option.supply && !option.supply.buses.some(one => one.id === bus))
          throw new EditError(`There is no bus “${bus}” in ${option.name}; nothing was changed.`)
      option.circuits = option.circuits.filter(one => one.unit !== edit.circuit.unit)
      option.circuits.push(edit.circuit)
      return
    case 'circuit.clear':
      drop(option.circuits, one => one.unit === edit.unit, `own choice for the circuit of “${edit.unit}”`)
      return
    case 'link.put':
      for (const end of [edit.link.from, edit.link.to]) {
        const item = project.items.find(one => one.id === wantUnit(end.unit).item)!
        if (!item.ports.some(port => port.id === end.port))
          throw new EditError(`“${item.name}” has no port “${end.port}”; nothing was changed.`)
      }
      put(option.links, edit.link)
      return
    case 'link.drop':
      drop(option.links, one => one.id === edit.link, `link “${edit.link}”`)
      return
    case 'quote.put':
      put(option.quotes, edit.quote)
      return
    case 'quote.drop':
      drop(option.quotes, one => one.id === edit.quote, `quote “${edit.quote}”`)
      return
    case 'phase.put':
      put(option.phases, edit.phase)
      return
    case 'phase.drop':
      drop(option.phases, one => one.id === edit.phase, `phase “${edit.phase}”`)
      for (const unit of option.units) if (unit.phase === edit.phase) delete unit.phase
      return
    case 'prices.set':
      option.prices = edit.prices
      return
  }
}

/** Gives members of a row the places they have in it as their own. */
function settle(project: Project, option: Option, row: Row, units: readonly string[]): void {
  const items = new Map(project.items.map(item => [item.id, item]))
  const places = memberPlaces(row, id => items.get(option.units.find(one => one.id === id)?.item ?? ''))
  for (const unit of option.units) {
    const at = places.get(unit.id)
    if (at && units.includes(unit.id)) Object.assign(unit, { xMm: at.xMm, yMm: at.yMm })
  }
}

/** A draft's part as plain data: what is cloned must not be a proxy. */
const plain = <T>(part: T): T => JSON.parse(JSON.stringify(part)) as T

/** A change as the history keeps it: what to replay, what to take back. */
export interface Change {
  label: string
  redo: Patches
  undo: Patches
}

/**
 * Applies edits, all or none.
 * @returns the new document and the change for the history; the old document is untouched
 * @throws EditError when an edit cannot be made
 */
export function applyEdits(
  project: Project,
  edits: readonly Edit[],
  label: string
): { project: Project; change: Change } {
  const [next, redo, undo] = create(
    project,
    draft => {
      for (const edit of edits) change(draft as Project, edit)
    },
    { enablePatches: true }
  )
  return { project: next, change: { label, redo, undo } }
}
