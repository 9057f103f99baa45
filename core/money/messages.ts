/** The words of money: each message is a function of its facts. */
import { say, figure, num, wireRun, thing, price, enumerate, type Named, type Sayable, type Phrase } from '../quantity'

// index.ts

export const priceDrift = (drift: number) => say`Price ${drift > 0 ? 'increase' : 'decrease'} until then`
export const openForVisit = ({ name, openHours }: { name: string; openHours: number }) =>
  say`Open and close for ${name}, ${figure(openHours, 'h')}`
export const openAgain = ({ groups, openHours }: { groups: string; openHours: number }) =>
  say`Open again and close: ${groups}, ${figure(openHours, 'h')}`
export const harness = ({ ends, harnessHours }: { ends: number; harnessHours: number }) =>
  say`Harness, ${figure(ends)} ends, ${num(harnessHours, 1, 'h')}`
export const panel = say`New panel sheet: cut, finish, label`
export const existingSheet = (hours: number, plates: number) =>
  plates > 0
    ? say`Existing sheet: cut, drill, ${figure(plates)} blanking ${plates === 1 ? 'plate' : 'plates'}, ${num(hours, 2, 'h')}`
    : say`Existing sheet: cut and drill, ${num(hours, 2, 'h')}`
export const stiffeners = ({
  stiffeners,
  stiffenerHours
}: {
  stiffeners: number
  stiffenerHours: number
}) => say`Doublers, angles, rails and trays, ${figure(stiffeners)}, ${figure(stiffenerHours, 'h')}
    each`
export const wire = (metres: number) => say`Wire and connectors, ${wireRun(metres * 1000)} of conductor`
export const travel = say`Travel to the shop and back`
export const taxLine = ({
  taxOnThingsPercent,
  taxOnWorkPercent
}: {
  taxOnThingsPercent: number | undefined
  taxOnWorkPercent: number | undefined
}) => say`Tax: ${figure(taxOnThingsPercent ?? 0, '%')} on parts, ${figure(taxOnWorkPercent ?? 0, '%')} on labor`
export const contingency = (contingencyPercent: number) => say`Contingency, ${figure(contingencyPercent, '%')}`
export const credit = ({ how, unit }: { how: string | undefined; unit: Named }) =>
  say`${how === 'sell' ? 'Sale' : 'Trade-in'} of ${thing(unit)}`
export const creditFall = say`Loss of resale and trade-in value until then`
export const over = ({
  optionName,
  totalCents,
  budgetCents
}: {
  optionName: string
  totalCents: number
  budgetCents: number
}) => say`${optionName} costs ${price(totalCents)}, ${price(totalCents - budgetCents)} over the budget of
    ${price(budgetCents)}.`
export const visit = ({ name, total, ceiling }: { name: string; total: number; ceiling: number }) =>
  say`${name} costs ${price(total)}, ${price(total - ceiling)} over its limit of ${price(ceiling)}.`
export const quote = ({
  shop,
  totalCents,
  forgottenCents,
  whole,
  work,
  apart
}: {
  shop: string
  totalCents: number
  forgottenCents: number
  whole: number
  work: number
  apart: number
}) => say`${shop} quotes ${price(totalCents)}${
  forgottenCents
    ? say`, ${price(whole)} adjusted for missing
    items`
    : ''
}. The estimate without contingency is ${price(work)}. They differ by a factor of ${num(apart, 1)}.
    One of them is incomplete.`
export const quoteLacks = ({
  shop,
  names,
  more,
  forgottenCents
}: {
  shop: string
  names: readonly Sayable[]
  more: number
  forgottenCents: number
}) => say`${shop}’s quote has no line for ${enumerate(names)}${more ? say` and ${figure(more)} more` : ''},
    ${price(forgottenCents)} by the estimate. Ask the shop whether they are included.`
export const quoteTwice = ({
  shop,
  twice
}: {
  shop: string
  twice: { says: Phrase; by: string[] }[]
}) => say`${shop}’s quote has ${enumerate(twice.map(line => line.says))} in more than one line. Ask the shop whether
    it is charged twice.`

// later.ts

export const installHours = (labourHours: number) => say`${labourHours} h of the catalogue entry`

// quotes.ts

export const taxAsQuoted = (share: number) => say`Tax, ${num(share * 100, 1, '%')} as in another quote`

// time/job.ts

export const taskRange = ({ best, worst }: { best: number; worst: number }) =>
  say`likely; best ${num(best, 1)}, worst ${num(worst, 1)}`

// time/tasks.ts

export const arrival = (unit: Named) => say`${thing(unit)} arrives`
export const openUp = say`Open up`
export const removal = (outHours: number) => say`Removal, ${figure(Math.round(outHours * 10) / 10, 'h')}`
export const hiddenFaults = say`Hidden defects repaired`
export const panelTask = say`Panel cut and finished`
export const installation = (inHours: number) => say`Install and wire, ${figure(Math.round(inHours * 10) / 10, 'h')}`
export const closeUp = say`Close up`
export const testing = say`Ground and flight test`
export const papers = say`Papers and signature`
