import type { Snag } from '#core/design'

/** The eight steps in working order, each with the rooms whose snags it shows. */
export const STEPS = [
  { id: 'brief', name: 'Brief', rooms: [] as string[], hint: 'what it is for' },
  { id: 'stock', name: 'Stock & choose', rooms: ['functions'], hint: 'out, in, instead' },
  { id: 'layout', name: 'Lay out', rooms: ['panel'], hint: 'to scale' },
  { id: 'power', name: 'Power', rooms: ['power'], hint: 'loads, minutes' },
  { id: 'wire', name: 'Wire', rooms: ['wiring'], hint: 'who talks' },
  { id: 'rules', name: 'Rules', rooms: ['rules'], hint: 'clause by clause' },
  { id: 'budget', name: 'Budget', rooms: ['money'], hint: 'money, time' },
  { id: 'build', name: 'Build', rooms: [] as string[], hint: 'files, lists' }
] as const

export type StepId = (typeof STEPS)[number]['id']

/** The step at which a snag is looked at. */
export const stepOf = (snag: Snag): StepId =>
  STEPS.find(step => (step.rooms as readonly string[]).includes(snag.code.split('.')[0]!))?.id ?? 'stock'
