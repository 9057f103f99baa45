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
) => say`${enumerate(serving.map(thing), ' and ')} ${serving.length > 1 ? 'serve' : 'serves'}
    nothing any more: no gyro here runs on air.`
export const leftOverRemedy = (serving: readonly unknown[]) => say`Take ${serving.length > 1 ? 'them' : 'it'} out.`
export const keepRemedy = (back: DesignUnit[]) => say`Keep ${enumerate(back.map(thing), ' and ')}.`
export const lost = ({ there, name, givers }: { there: DesignUnit[]; name: string; givers: DesignUnit[] }) =>
  there.length
    ? say`No ${name} any more: ${enumerate(there.map(thing))} would
    give it and ${there.length > 1 ? 'do' : 'does'} not work.`
    : say`No ${name} any more: ${enumerate(givers.map(thing))}
    gave it.`
export const duplicate = ({
  unit,
  few,
  others,
  gives
}: {
  unit: DesignUnit
  few: Phrase
  others: readonly unknown[]
  gives: string[]
}) => say`${thing(unit)} only shows what ${few} ${others.length > 1 ? 'show' : 'shows'}
    already (${gives.join(', ')}), and lives on after no loss that takes it there. Without it:
    ${unit.state === 'new' ? say`${price(unit.priceCents)} and ` : ''}a
    hole less.`
export const duplicateRemedy = (unit: Named) => say`Remove ${thing(unit)}.`
export const place = (unit: DesignUnit) => say`${thing(unit)} is entered at ${unit.place.name} (${unit.place.kind}); it
    is made for ${unit.item.mounts.join(' or ')}.`
export const seats = (seats: number) => say`The brief asks for ${seats} seats; the intercom serves two. The back seats
    will hear nothing.`
