import type { CircuitChoice, Option, Project, Unit } from './schema'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Supply } from './supply'

export interface ReferenceProblem {
  path: (string | number)[]
  message: string
}

function duplicates(list: readonly { id: string }[], path: (string | number)[], what: string): ReferenceProblem[] {
  const seen = new Set<string>()
  return list.flatMap(({ id }, index) => {
    if (seen.has(id)) return [{ path: [...path, index, 'id'], message: `the ${what} id “${id}” is used twice` }]
    seen.add(id)
    return []
  })
}

/** Names in a supply, and in circuits that hang on it, of things that are not there. Paths begin at the supply. */
export function supplyProblems(
  supply: Supply,
  circuits: readonly CircuitChoice[],
  units: ReadonlySet<string>
): ReferenceProblem[] {
  const buses = new Set(supply.buses.map(bus => bus.id))
  const nodes = new Set([
    MAIN_BATTERY,
    MAIN_ALTERNATOR,
    ...buses,
    ...supply.sources.map(source => source.id),
    ...[...units].map(unit => UNIT_SOURCE + unit)
  ])
  const switches = new Map(supply.switches.map(one => [one.id, one]))
  const problems = [
    ...duplicates(
      [{ id: MAIN_BATTERY }, { id: MAIN_ALTERNATOR }, ...supply.sources, ...supply.buses].map(({ id }) => ({ id })),
      ['buses'],
      'source or bus'
    ),
    ...duplicates(supply.ties, ['ties'], 'tie'),
    ...duplicates(supply.switches, ['switches'], 'switch')
  ]
  supply.ties.forEach((tie, index) => {
    for (const end of ['from', 'to'] as const)
      if (!nodes.has(tie[end]))
        problems.push({
          path: ['ties', index, end],
          message: `“${tie.name}” ends at “${tie[end]}”, which is no bus or source here`
        })
    if (tie.from === tie.to)
      problems.push({ path: ['ties', index, 'to'], message: `“${tie.name}” leads from “${tie.from}” back to itself` })
    const by = tie.by && switches.get(tie.by.switch)
    if (tie.by && !by)
      problems.push({ path: ['ties', index, 'by', 'switch'], message: `there is no switch “${tie.by.switch}”` })
    const none = by && tie.by!.in.find(position => !by.positions.includes(position))
    if (none) problems.push({ path: ['ties', index, 'by', 'in'], message: `“${by.name}” has no position “${none}”` })
  })
  circuits.forEach(circuit => {
    for (const key of ['bus', 'alsoBus'] as const)
      if (circuit[key] !== undefined && !buses.has(circuit[key]))
        problems.push({
          path: ['buses'],
          message: `the circuit of “${circuit.unit}” hangs on “${circuit[key]}”, which is no bus here`
        })
  })
  return problems
}

/**
 * Finds what the shape of the document alone cannot: ids used twice and names of things that are not there.
 * @returns one problem each, with its path in the document; none when the document holds together
 */
export function referenceProblems(project: Project): ReferenceProblem[] {
  const problems: ReferenceProblem[] = [
    ...duplicates(project.items, ['items'], 'item'),
    ...duplicates(project.fitted, ['fitted'], 'unit'),
    ...duplicates(project.options, ['options'], 'option'),
    ...duplicates(project.airframe.places, ['airframe', 'places'], 'place'),
    ...duplicates(project.airframe.panel.zones, ['airframe', 'panel', 'zones'], 'zone'),
    ...duplicates(project.airframe.panel.bays, ['airframe', 'panel', 'bays'], 'bay'),
    ...duplicates(project.airframe.pilots, ['airframe', 'pilots'], 'pilot')
  ]
  const items = new Map(project.items.map(item => [item.id, item]))
  const places = new Set(project.airframe.places.map(place => place.id))
  const wantPlace = (id: string, path: (string | number)[]) => {
    if (!places.has(id)) problems.push({ path, message: `there is no place “${id}” in this airframe` })
  }
  const checkUnits = (units: readonly Unit[], path: (string | number)[]) =>
    units.forEach((unit, index) => {
      if (!items.has(unit.item))
        problems.push({ path: [...path, index, 'item'], message: `there is no item “${unit.item}” in this file` })
      wantPlace(unit.place, [...path, index, 'place'])
    })
  const checkLinks = (links: Option['links'], units: readonly Unit[], path: (string | number)[]) => {
    const byId = new Map(units.map(unit => [unit.id, unit]))
    links.forEach((link, index) => {
      for (const end of ['from', 'to'] as const) {
        const unit = byId.get(link[end].unit)
        if (!unit)
          problems.push({ path: [...path, index, end, 'unit'], message: `there is no unit “${link[end].unit}” here` })
        else if (items.has(unit.item) && !items.get(unit.item)!.ports.some(port => port.id === link[end].port))
          problems.push({
            path: [...path, index, end, 'port'],
            message: `“${unit.label}” has no port “${link[end].port}”`
          })
      }
    })
  }
  const checkOption = (option: Option, path: (string | number)[]) => {
    problems.push(
      ...duplicates(option.units, [...path, 'units'], 'unit'),
      ...duplicates(option.links, [...path, 'links'], 'link'),
      ...duplicates(option.quotes, [...path, 'quotes'], 'quote'),
      ...duplicates(option.phases, [...path, 'phases'], 'phase'),
      ...duplicates(option.rows, [...path, 'rows'], 'row'),
      ...duplicates(option.groups, [...path, 'groups'], 'group'),
      ...duplicates(option.labels, [...path, 'labels'], 'label'),
      ...duplicates(option.flows, [...path, 'flows'], 'flow')
    )
    const here = new Set(option.units.map(unit => unit.id))
    const rowed = new Set<string>()
    for (const kind of ['rows', 'groups'] as const)
      option[kind].forEach((list, index) =>
        list.units.forEach((id, at) => {
          const where = [...path, kind, index, 'units', at]
          if (!here.has(id)) problems.push({ path: where, message: `there is no unit “${id}” here` })
          if (kind === 'rows' && rowed.has(id))
            problems.push({ path: where, message: `“${id}” is set out by two rows` })
          if (kind === 'rows') rowed.add(id)
        })
      )
    if (option.supply)
      problems.push(
        ...supplyProblems(option.supply, option.circuits, here).map(one => ({
          ...one,
          path: [...path, 'supply', ...one.path]
        }))
      )
    option.circuits.forEach((circuit, index) => {
      if (circuit.sharesWith !== undefined && (!here.has(circuit.sharesWith) || circuit.sharesWith === circuit.unit))
        problems.push({
          path: [...path, 'circuits', index, 'sharesWith'],
          message: `there is no other unit “${circuit.sharesWith}” to share a breaker with`
        })
    })
    checkUnits(option.units, [...path, 'units'])
    checkLinks(option.links, option.units, [...path, 'links'])
    const phases = new Set(option.phases.map(phase => phase.id))
    option.units.forEach((unit, index) => {
      if (unit.phase !== undefined && !phases.has(unit.phase))
        problems.push({
          path: [...path, 'units', index, 'phase'],
          message: `there is no phase “${unit.phase}” in this option`
        })
    })
  }
  wantPlace(project.airframe.battery.place, ['airframe', 'battery', 'place'])
  project.airframe.routes.forEach((route, index) => {
    wantPlace(route.from, ['airframe', 'routes', index, 'from'])
    wantPlace(route.to, ['airframe', 'routes', index, 'to'])
  })
  checkUnits(project.fitted, ['fitted'])
  checkLinks(project.fittedLinks, project.fitted, ['fittedLinks'])
  project.options.forEach((option, index) => checkOption(option, ['options', index]))
  if (project.agreed) checkOption(project.agreed.option, ['agreed', 'option'])
  return problems
}
