import { fieldRule, fieldValue, withField, type FieldPath } from '#core/document'
import type { z } from 'zod'
import type { QuantityKind } from '~/composables/useQuantityText'

/** One field of a record on a form. What it may hold, its schema says; what its number is of, the unit in its name. */
export interface FormField<R> {
  at: FieldPath<R>
  label: string
  /** What stands in the list of what was done; the label where that says it. */
  done?: string
  /** Of a length: it is read as it is set, to the thousandth of an inch. */
  position?: boolean
  /** How much is read for one that is kept: 100 for a share that is read in hundredths. */
  scale?: number
  /** Of a text: how many lines are shown. */
  lines?: number
  /** What may be chosen, where that is not every choice of the schema under its own name. */
  items?: readonly Choice[]
  /**
   * What stands for a field that is absent: a number, which when typed takes the field away again; of a choice, how having none is
   * called.
   */
  none?: number | string
  /** Choosing or typing what stands for none is an answer too: it is kept. */
  keepsNone?: boolean
  class?: string
}
type Choice = string | number | { value: string | number; title: string; disabled?: boolean }

/** What a number is of, by the unit at the end of its name. */
export function quantityKind(at: string, position = false): QuantityKind {
  const name = at.split('.').at(-1)!
  if (name.endsWith('Mm')) return position ? 'position' : 'length'
  if (name.endsWith('Kg')) return 'mass'
  return /Cents(?:$|Per)/.test(name) ? 'money' : 'plain'
}
/** What a change of a field is called: its label without the unit, small where it begins a sentence. */
export const doneOf = ({ done, label }: { done?: string; label: string }): string =>
  done ?? label.replace(/\s*\(.*\)$|, [^,]*$/, '').replace(/^\p{Lu}(?=\p{Ll}|\s)/u, first => first.toLowerCase())

/** A field of a record as a form holds it: what may stand in it, what does, and the record with another value there. */
export function formFieldOf<R extends object>(schema: z.ZodType, record: R, field: FormField<R>) {
  const { at, none, keepsNone } = field
  const rule = fieldRule(schema, record, at)
  const { optional } = rule
  const kind = field.items ? 'choice' : rule.kind
  const { scale = 1 } = field
  const held = fieldValue(record, at)
  const shown = typeof held === 'number' && kind === 'number' ? Number((held * scale).toPrecision(12)) : held
  const free = kind === 'number' && typeof none === 'number'
  return {
    ...rule,
    kind,
    // What stands for none may be typed, though it is no value.
    least: free ? Math.min(none, Math.max(rule.least, rule.above) * scale) : rule.least * scale,
    above: free && none <= rule.above ? -Infinity : rule.above * scale,
    most: rule.most * scale,
    /** What is in the record; undefined where nothing is. */
    value: shown,
    shown: shown ?? (kind === 'number' ? (none ?? 0) : kind === 'choice' ? '' : undefined),
    items: [
      ...(kind === 'choice' && optional ? [{ value: '', title: String(none ?? 'not said') }] : []),
      ...(field.items ?? rule.choices)
    ],
    /** The record with what was typed or chosen: without the field where that stands for none. */
    with(typed: unknown): R {
      const isNone = typed === '' || typed === false || (free && typed === none)
      const value = typeof typed === 'number' && kind === 'number' ? typed / scale : typed
      return withField(record, at, optional && isNone && !keepsNone ? undefined : value)
    }
  }
}
