import type { DesignUnit } from '../../design'
import type { PowerModel } from './model'

/**
 * One switch or breaker with all that it is: what the hand finds on the face, what it closes in the supply, and whose circuits it
 * stands in. It has one id wherever it shows: that of its unit where it has one, else that of the supply’s switch or tie.
 */
export interface Control {
  id: string
  kind: 'switch' | 'breaker'
  name: string
  /** The unit on the face. */
  unit?: string
  /** Whether a person said that the unit is it, or its name was found to be the same. */
  linked: 'said' | 'by name' | 'not on the face'
  /** The switch of the supply. */
  supplySwitch?: string
  /** Ties it closes or guards. */
  ties: string[]
  /** Units in whose circuits it stands. */
  circuits: string[]
}

/** Words without what does not tell one switch from another. */
const plainName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/\b(switch|breaker|feed|the|bus)\b/g, ' ')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()

/** Every switch and breaker of a design, each once. */
export function controlsOf(model: PowerModel): Control[] {
  const { design, supply } = model
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const said = new Set([
    ...supply.switches.flatMap(toggle => toggle.unit ?? []),
    ...supply.ties.flatMap(tie => tie.unit ?? []),
    ...design.circuits.flatMap(circuit => [circuit.breakerUnit, circuit.switch?.unit].flatMap(unit => unit ?? []))
  ])
  const switches = design.units.filter(unit => isSwitch(unit) && !said.has(unit.id))
  const named = (name: string) => switches.find(unit => plainName(unit.label) === plainName(name))
  const found = new Map<string, Control>()
  /** The one control of a thing; what it was called elsewhere comes to the same. */
  const control = (
    fallback: string,
    kind: Control['kind'],
    name: string,
    unit: { id?: string; by: Control['linked'] }
  ) => {
    const id = unit.id ?? fallback
    const known = found.get(id)
    if (known) return known
    const fresh: Control = {
      id,
      kind,
      name: (unit.id !== undefined && units.get(unit.id)?.label) || name,
      ...(unit.id !== undefined && { unit: unit.id }),
      linked: unit.id === undefined ? 'not on the face' : unit.by,
      ties: [],
      circuits: []
    }
    found.set(id, fresh)
    return fresh
  }
  const link = (unit: string | undefined, name: string) =>
    unit !== undefined ? { id: unit, by: 'said' as const } : { id: named(name)?.id, by: 'by name' as const }
  for (const toggle of supply.switches) {
    const it = control(`switch:${toggle.id}`, 'switch', toggle.name, link(toggle.unit, toggle.name))
    it.supplySwitch = toggle.id
    it.ties.push(...supply.ties.filter(tie => tie.by?.switch === toggle.id).map(tie => tie.id))
  }
  for (const tie of supply.ties)
    if (tie.kind === 'breaker')
      control(`tie:${tie.id}`, 'breaker', tie.name, { id: tie.unit, by: 'said' }).ties.push(tie.id)
  for (const unit of design.units) {
    if (!unit.item.power) continue
    const choice = model.choice(unit.id)
    const own = link(choice?.switch?.unit, unit.label)
    if (own.id !== undefined || choice?.switch)
      control(`circuit-switch:${unit.id}`, 'switch', `Switch of ${unit.label}`, own).circuits.push(unit.id)
    if (choice?.breakerUnit !== undefined)
      control(`breaker:${unit.id}`, 'breaker', `Breaker of ${unit.label}`, {
        id: choice.breakerUnit,
        by: 'said'
      }).circuits.push(unit.id)
  }
  return [...found.values()]
}
/** Whether a unit is a switch for the hand: one of that kind, that takes no current itself. */
export const isSwitch = (unit: DesignUnit): boolean => unit.item.kind === 'switch' && !unit.item.power
