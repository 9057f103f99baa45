import { roomOf, type Finding, type FindingRoom, type Weight } from '#core/design'
import { SCREENS, type StepId } from '#core/quantity'
import type { FigureKey } from '#core/report'

/** The eight steps in working order, each with the rooms whose findings it shows and the figures of the tally that are theirs. */
export const STEPS = [
  { id: 'brief', name: SCREENS.brief.name, rooms: ['brief'], figures: [] as FigureKey[], hint: 'mission and limits' },
  {
    id: 'equipment',
    name: SCREENS.equipment.name,
    rooms: ['functions', 'catalogue'],
    figures: [] as FigureKey[],
    hint: 'add and remove'
  },
  { id: 'panel', name: SCREENS.panel.name, rooms: ['panel', 'pilot'], figures: ['metal'], hint: 'to scale' },
  { id: 'power', name: SCREENS.power.name, rooms: ['power'], figures: ['amps', 'minutes'], hint: 'loads, minutes' },
  { id: 'wiring', name: SCREENS.wiring.name, rooms: ['wiring'], figures: ['wires'], hint: 'signals, routes' },
  { id: 'rules', name: SCREENS.rules.name, rooms: ['rules'], figures: ['rules'], hint: 'clause by clause' },
  {
    id: 'budget',
    name: SCREENS.budget.name,
    rooms: ['money', 'mass'],
    figures: ['money', 'useful load'],
    hint: 'money, time'
  },
  {
    id: 'build',
    name: SCREENS.build.name,
    rooms: [] as FindingRoom[],
    figures: [] as FigureKey[],
    hint: 'files, lists'
  }
] as const

/** The step at which a finding is looked at. */
export const stepOf = (finding: Finding): StepId =>
  STEPS.find(step => (step.rooms as readonly FindingRoom[]).includes(roomOf(finding.code)))?.id ?? 'equipment'

/** What each figure of the tally is called. */
export const FIGURE_NAMES: Readonly<Record<FigureKey, string>> = {
  'money': 'Money',
  'useful load': 'Useful load',
  'amps': 'Amps',
  'minutes': 'On battery',
  'metal': 'Clearances',
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
