import { Id, Name } from '../../catalogue/item'
import { Day, HandCheck, Option, Prices, Quote, WorkPhase } from '../schema'
import * as z from 'zod'
import { drop, edit, editOption, plain, put, putById, refuse } from './kit'

/** Edits of options as a whole, of money and time, and of what a person recorded. */
export const optionEdits = {
  'option.add': edit({ option: Option }, (project, { option }) => {
    if (project.options.some(one => one.id === option.id)) refuse(`There is an option “${option.id}” already`)
    project.options.push(option)
  }),
  'option.duplicate': editOption({ id: Id, name: Name }, (option, { id, name }, project) => {
    if (project.options.some(one => one.id === id)) refuse(`There is an option “${id}” already`)
    project.options.splice(project.options.indexOf(option) + 1, 0, { ...plain(option), id, name })
  }),
  'option.rename': editOption({ name: Name }, (option, { name }) => {
    option.name = name
  }),
  'option.drop': editOption({}, (option, _, project) => {
    if (project.options.length === 1) refuse('The last option cannot be deleted')
    drop(project.options, one => one.id === option.id, `option “${option.id}”`)
  }),
  'plan.agree': editOption({ on: Day }, (option, { on }, project) => {
    project.agreed = { on, option: plain(option) }
  }),
  'quote.put': editOption({ quote: Quote }, (option, { quote }) => putById(option.quotes, quote)),
  'quote.drop': editOption({ quote: Id }, (option, { quote }) => {
    drop(option.quotes, one => one.id === quote, `quote “${quote}”`)
  }),
  'phase.put': editOption({ phase: WorkPhase }, (option, { phase }) => putById(option.phases, phase)),
  'phase.drop': editOption({ phase: Id }, (option, { phase }) => {
    drop(option.phases, one => one.id === phase, `phase “${phase}”`)
  }),
  'prices.set': editOption({ prices: Prices }, (option, { prices }) => {
    option.prices = prices
  }),
  'check.set': edit({ check: HandCheck }, (project, { check }) => put(project.handChecks, check, one => one.clause)),
  'check.clear': edit({ clause: z.string().min(1).max(120) }, (project, { clause }) => {
    drop(project.handChecks, one => one.clause === clause, `look at “${clause}” recorded`)
  }),
  'log.add': edit({ on: Day, text: HandCheck.shape.note }, (project, { on, text }) => {
    const taken = new Set(project.log.map(entry => entry.id))
    let number = project.log.length + 1
    while (taken.has(`log-${number}`)) number++
    project.log.push({ id: `log-${number}`, on, text })
  })
}
