import type { Finding, Weight } from '#core/design'
import type { FigureKey } from '#core/report'

/** The eight steps in working order, each with the rooms whose findings it shows and the figures of the tally that are theirs. */
export const STEPS = [
  { id: 'brief', name: 'Brief', rooms: ['brief'], figures: [] as FigureKey[], hint: 'what it is for' },
  {
    id: 'equipment',
    name: 'Equipment',
    rooms: ['functions', 'catalogue'],
    figures: [] as FigureKey[],
    hint: 'out, in, instead'
  },
  { id: 'panel', name: 'Panel', rooms: ['panel', 'pilot'], figures: ['metal'], hint: 'to scale' },
  { id: 'power', name: 'Power', rooms: ['power'], figures: ['amps', 'minutes'], hint: 'loads, minutes' },
  { id: 'wiring', name: 'Wiring', rooms: ['wiring'], figures: ['wires'], hint: 'signals, routes' },
  { id: 'rules', name: 'Rules', rooms: ['rules'], figures: ['rules'], hint: 'clause by clause' },
  { id: 'budget', name: 'Budget', rooms: ['money', 'mass'], figures: ['money', 'useful load'], hint: 'money, time' },
  { id: 'build', name: 'Build', rooms: [] as string[], figures: [] as FigureKey[], hint: 'files, lists' }
] as const

export type StepId = (typeof STEPS)[number]['id']

/** The step at which a finding is looked at. */
export const stepOf = (finding: Finding): StepId =>
  STEPS.find(step => (step.rooms as readonly string[]).includes(finding.code.split('.')[0]!))?.id ?? 'equipment'

/** What each figure of the tally is called. */
export const FIGURE_NAMES: Readonly<Record<FigureKey, string>> = {
  'money': 'Money',
  'useful load': 'Useful load',
  'amps': 'Amps',
  'minutes': 'On battery',
  'metal': 'Metal & fit',
  'wires': 'Wiring',
  'rules': 'Rules met',
  'findings': 'Findings'
}
/** What each weight of a finding is called. */
export const WEIGHT_NAMES: Readonly<Record<Weight, string>> = {
  'must fix': 'Must fix',
  'decide': 'Decide',
  'note': 'Note'
}
/** A count of findings of one weight, in words. */
export const countWords = (weight: Weight, count: number): string =>
  `${count} ${weight === 'note' && count !== 1 ? 'notes' : WEIGHT_NAMES[weight].toLowerCase()}`
