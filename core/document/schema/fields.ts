import * as z from 'zod'

/** What a field of a record may hold, as its schema says: for forms, so that no limit stands a second time in a screen. */
export interface FieldRule {
  kind: 'number' | 'text' | 'day' | 'choice' | 'yes or no'
  /** It may be left out of the record. */
  optional: boolean
  /** A number of things: no part of one. */
  whole: boolean
  least: number
  /** It must be more than this. */
  above: number
  most: number
  /** Of a text. */
  longest: number
  mayBeEmpty: boolean
  choices: readonly (string | number)[]
}

/** Where a field stands in a record: its key, or the key of a part and a key in that with a dot between. */
export type FieldPath<R> = R extends unknown
  ? {
      [K in keyof R & string]: NonNullable<R[K]> extends readonly unknown[]
        ? never
        : NonNullable<R[K]> extends object
          ? `${K}.${(NonNullable<R[K]> extends infer P ? (P extends unknown ? keyof P : never) : never) & string}`
          : K
    }[keyof R & string]
  : never

type Node = z.core.JSONSchema.BaseSchema
/** A schema is no record: what it says is kept by itself. */
const kept = new WeakMap<z.ZodType, Node>()
function described(schema: z.ZodType): Node {
  const node = kept.get(schema) ?? z.toJSONSchema(schema, { io: 'output', unrepresentable: 'any', reused: 'inline' })
  kept.set(schema, node)
  return node
}
/** Of several kinds of one record, the one whose fixed fields are those of the record. */
function branchOf(node: Node, record: unknown): Node {
  const kinds = node.oneOf ?? node.anyOf
  if (!kinds || typeof record !== 'object' || record === null) return node
  const fits = (kind: Node) =>
    Object.entries(kind.properties ?? {}).every(
      ([key, field]) =>
        typeof field !== 'object' ||
        field.const === undefined ||
        field.const === (record as Record<string, unknown>)[key]
    )
  return (kinds as Node[]).find(fits) ?? node
}
const choicesOf = ({ enum: named, anyOf }: Node): (string | number)[] =>
  (named ?? (anyOf as Node[] | undefined)?.map(({ const: fixed }) => fixed) ?? []) as (string | number)[]

const kindOf = (node: Node, choices: readonly unknown[]): FieldRule['kind'] => {
  if (choices.length) return 'choice'
  if (node.type === 'boolean') return 'yes or no'
  if (node.type === 'number' || node.type === 'integer') return 'number'
  return node.format === 'date' ? 'day' : 'text'
}
function ruleOf(node: Node, optional: boolean): FieldRule {
  const choices = choicesOf(node)
  const kind = kindOf(node, choices)
  return {
    kind,
    optional,
    whole: node.type === 'integer',
    least: node.minimum ?? -Infinity,
    above: typeof node.exclusiveMinimum === 'number' ? node.exclusiveMinimum : -Infinity,
    most: node.maximum ?? Infinity,
    longest: node.maxLength ?? Infinity,
    mayBeEmpty: optional || (kind === 'text' && !node.minLength),
    choices
  }
}
/**
 * What the schema of a record says of one of its fields.
 * @throws Error for a path that leads to no field
 */
export function fieldRule(schema: z.ZodType, record: object, at: string): FieldRule {
  let node = branchOf(described(schema), record)
  let holder: unknown = record
  let optional = false
  for (const key of at.split('.')) {
    const next = node.properties?.[key]
    if (typeof next !== 'object') throw new Error(`No field “${at}” in such a record.`)
    optional = !node.required?.includes(key)
    holder = (holder as Record<string, unknown> | undefined)?.[key]
    node = branchOf(next, holder)
  }
  return ruleOf(node, optional)
}

/** What stands in a field of a record; undefined where nothing does. */
export const fieldValue = (record: object, at: string): unknown =>
  at.split('.').reduce<unknown>((held, key) => (held as Record<string, unknown> | undefined)?.[key], record)
/** The record with another value in a field; without the field where the value is undefined. The old record is left as it is. */
export function withField<R extends object>(record: R, at: string, value: unknown): R {
  const [key, ...rest] = at.split('.') as [string, ...string[]]
  const held = (record as Record<string, unknown>)[key]
  const next = rest.length ? withField((held ?? {}) as object, rest.join('.'), value) : value
  const { [key]: _, ...others } = record as Record<string, unknown>
  return (next === undefined ? others : { ...record, [key]: next }) as R
}
