import { Id, Name } from '../../catalogue/item'
import { checkKey } from '../schema/records'
import { Actual, Day, OwnCost, OwnTask, Prices, Quote, SheetChoice, Shift, WorkPhase } from '../schema/budget'
import { Confirmed, HandCheck, Option, RulePack } from '../schema/schema'
import { drop, edit, editOption, freshId, optionRecordEdits, plain, put, recordEdits, refuse } from './kit'

/** Edits of options as a whole, of money and time, and of what a person recorded. */
export const optionEdits = {
  'option.add': edit({ option: Option }, (project, { option }) => {
    if (project.options.some(other => other.id === option.id)) refuse(`There is an option “${option.id}” already`)
    project.options.push(option)
  }),
  'option.duplicate': editOption({ id: Id, name: Name }, (option, { id, name }, project) => {
    if (project.options.some(option => option.id === id)) refuse(`There is an option “${id}” already`)
    project.options.splice(project.options.indexOf(option) + 1, 0, { ...plain(option), id, name })
  }),
  'option.rename': editOption({ name: Name }, (option, { name }) => {
    option.name = name
  }),
  'option.drop': editOption({}, (option, _, project) => {
    if (project.options.length === 1) refuse('The last option cannot be deleted')
    drop(project.options, other => other.id === option.id, `option “${option.id}”`)
  }),
  'plan.agree': editOption({ on: Day }, (option, { on }, project) => {
    project.agreed = { on, option: plain(option) }
  }),
  ...optionRecordEdits('quote', Quote, option => option.quotes),
  ...optionRecordEdits('phase', WorkPhase, option => option.phases),
  ...optionRecordEdits('cost', OwnCost, option => option.costs),
  ...optionRecordEdits('task', OwnTask, option => option.tasks),
  ...recordEdits('pack', RulePack, project => project.packs),
  /** Gives the job to the shop of a quote, or takes it back. */
  'shop.set': editOption({ quote: Id.optional() }, (option, { quote }) => {
    if (quote === undefined) delete option.shop
    else if (option.quotes.some(other => other.id === quote)) option.shop = quote
    else refuse(`There is no quote “${quote}”`)
  }),
  /** The face is cut in the existing sheet or in a new one; whichever the holes allow where none is said. */
  'sheet.set': editOption({ sheet: SheetChoice.optional() }, (option, { sheet }) => {
    if (sheet === undefined) delete option.sheet
    else option.sheet = sheet
  }),
  'actual.put': editOption({ actual: Actual }, (option, { actual }) =>
    put(option.actuals, actual, actual => actual.line)
  ),
  'actual.drop': editOption({ line: Actual.shape.line }, (option, { line }) => {
    drop(option.actuals, actual => actual.line === line, `sum paid for “${line}”`)
  }),
  'shift.put': editOption({ shift: Shift }, (option, { shift }) => put(option.shifts, shift, shift => shift.task)),
  'shift.drop': editOption({ task: Shift.shape.task }, (option, { task }) => {
    drop(option.shifts, shift => shift.task === task, `earliest day of “${task}”`)
  }),
  'prices.set': editOption({ prices: Prices }, (option, { prices }) => {
    option.prices = prices
  }),
  'option.note': editOption({ note: Option.shape.note.unwrap() }, (option, { note }) => {
    option.note = note
  }),
  'check.set': edit({ check: HandCheck }, (project, { check }) => {
    if (check.option !== undefined && !project.options.some(option => option.id === check.option))
      refuse(`There is no option “${check.option}”`)
    put(project.handChecks, check, checkKey)
  }),
  'check.clear': edit({ clause: HandCheck.shape.clause, of: Id.optional() }, (project, { clause, of: option }) => {
    const key = checkKey({ clause, option })
    drop(project.handChecks, handCheck => checkKey(handCheck) === key, `look at “${clause}” recorded`)
  }),
  'clause.confirm': edit({ confirmed: Confirmed }, (project, { confirmed }) =>
    put(project.confirmed, confirmed, look => look.clause)
  ),
  'log.add': edit({ on: Day, text: HandCheck.shape.note }, (project, { on, text }) => {
    project.log.push({ id: freshId('log-', project.log), on, text })
  })
}
