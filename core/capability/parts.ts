import type { FunctionName } from '../catalogue'
import type { TASKS } from '../document'

/** What may fail by itself. */
export type PartKind = 'unit' | 'link' | 'protector' | 'tie' | 'bus' | 'source'
export interface Part {
  id: string
  kind: PartKind
  name: string
}

export type Task = (typeof TASKS)[number]
/** A function, or a task that several functions serve. */
export type Goal = FunctionName | Task
