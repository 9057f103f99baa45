import type { Option, Project, Unit } from './schema'

export interface ReferenceProblem { path: (string | number)[], message: string }

function duplicates(list: readonly { id: string }[], path: (string | number)[], what: string): ReferenceProblem[] {
  const seen = new Set<string>()
  return list.flatMap(({ id }, index) => {
    if (seen.has(id)) return [{ path: [...path, index, 'id'], message: `the ${what} id “${id}” is used twice` }]
    seen.add(id)
    return []
  })
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
  const checkUnits = (units: readonly Unit[], path: (string | number)[]) => units.forEach((unit, index) => {
    if (!items.has(unit.item)) problems.push({ path: [...path, index, 'item'], message: `there is no item “${unit.item}” in this file` })
    wantPlace(unit.place, [...path, index, 'place'])
  })
  const checkLinks = (links: Option['links'], units: readonly Unit[], path: (string | number)[]) => {
    const byId = new Map(units.map(unit => [unit.id, unit]))
    links.forEach((link, index) => {
      for (const end of ['from', 'to'] as const) {
        const unit = byId.get(link[end].unit)
        if (!unit) problems.push({ path: [...path, index, end, 'unit'], message: `there is no unit “${link[end].unit}” here` })
        else if (items.has(unit.item) && !items.get(unit.item)!.ports.some(port => port.id === link[end].port))
          problems.push({ path: [...path, index, end, 'port'], message: `“${unit.label}” has no port “${link[end].port}”` })
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
    for (const kind of ['rows', 'groups'] as const) option[kind].forEach((list, index) => list.units.forEach((id, at) => {
      const where = [...path, kind, index, 'units', at]
      if (!here.has(id)) problems.push({ path: where, message: `there is no unit “${id}” here` })
      if (kind === 'rows' && rowed.has(id)) problems.push({ path: where, message: `“${id}” is set out by two rows` })
      if (kind === 'rows') rowed.add(id)
    }))
    checkUnits(option.units, [...path, 'units'])
    checkLinks(option.links, option.units, [...path, 'links'])
    const phases = new Set(option.phases.map(phase => phase.id))
    option.units.forEach((unit, index) => {
      if (unit.phase !== undefined && !phases.has(unit.phase))
        problems.push({ path: [...path, 'units', index, 'phase'], message: `there is no phase “${unit.phase}” in this option` })
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
