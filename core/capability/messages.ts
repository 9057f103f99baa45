/** The words of capability: each message is a function of its facts. */
import type { DesignUnit } from '../design'
import { say, enumerate, thing, num, price, type Named, type Phrase } from '../quantity'

// findings.ts

export const firstOf = ({ units, mostNames }: { units: readonly DesignUnit[]; mostNames: number }) =>
  units.length > mostNames
    ? say`${enumerate(units.slice(0, mostNames - 1).map(thing))}
    and ${num(units.length - mostNames + 1)} more`
    : enumerate(units.map(thing), ' and ')
export const leftOver = (
  serving: DesignUnit[]
) => say`${enumerate(serving.map(thing), ' and ')} ${serving.length > 1 ? 'are' : 'is'} no longer required: no gyro
    uses air.`
export const leftOverRemedy = (serving: readonly unknown[]) => say`Remove ${serving.length > 1 ? 'them' : 'it'}.`
export const keepRemedy = (back: DesignUnit[]) => say`Keep ${enumerate(back.map(thing), ' and ')}.`
export const lost = ({ there, name, givers }: { there: DesignUnit[]; name: string; givers: DesignUnit[] }) =>
  there.length
    ? say`${name} is lost: ${enumerate(there.map(thing))} provided it and ${there.length > 1 ? 'do' : 'does'} not work.`
    : say`${name} is lost: ${enumerate(givers.map(thing))} provided it.`
export const duplicate = ({
  unit,
  few,
  gives
}: {
  unit: DesignUnit
  few: Phrase
  gives: string[]
}) => say`${thing(unit)} duplicates ${few} (${gives.join(', ')}) and adds no redundancy. Removing it saves
    ${unit.state === 'new' ? say`${price(unit.priceCents)} and ` : ''}one cutout.`
export const duplicateRemedy = (unit: Named) => say`Remove ${thing(unit)}.`
export const place = (unit: DesignUnit) => say`${thing(unit)} is entered at ${unit.place.name} (${unit.place.kind}).
    It is made for ${unit.item.mounts.join(' or ')}.`
export const seats = (seats: number) => say`The brief has ${seats} seats. The intercom serves two. The rear seats
    have no audio.`
