import fc from 'fast-check'
import * as z from 'zod'
import { AS_FOUND, EDIT_SHAPES, type Edit, type EditType } from './edits'
import {
  keyOf,
  PROJECT_SPEC,
  recordsOf,
  type Body,
  type ListSpec,
  type RecordKind,
  type RecordSpec
} from './schema/records'
import { REFERENCES } from './schema/references'
import type { Project } from './schema/schema'

/** Pin tables are long, and each is like the other: a few of them are enough to be changed at random. */
export const withFewPins = (project: Project): Project => ({
  ...project,
  items: project.items.map((item, index) => {
    if (index % 8 === 0) return item
    const { connectors: _, ...rest } = item
    return rest
  })
})

// A pattern takes far longer to make than to draw from, and stands at each of a thousand fields.
const FRESH = fc.stringMatching(/^[a-z][a-z0-9]{0,3}$/)
const WORDS = fc.stringMatching(/^[a-z][a-z0-9 ]{0,8}$/).map(text => text.trim())

/** What a field of an edit or record names, where its name alone tells. */
const NAMED_FIELDS: Readonly<Record<string, readonly RecordKind[]>> = {
  option: ['option'],
  unit: ['unit', 'fitted'],
  zone: ['zone'],
  bay: ['bay'],
  pilot: ['pilot'],
  stiffener: ['stiffener'],
  row: ['row'],
  group: ['group'],
  label: ['label'],
  blank: ['blank'],
  flow: ['flow'],
  link: ['link', 'fittedLink'],
  busOrder: ['busOrder'],
  wire: ['wire'],
  quote: ['quote'],
  phase: ['phase'],
  cost: ['cost'],
  task: ['task', 'shift'],
  line: ['actual'],
  clause: ['handCheck'],
  of: ['option'],
  pack: ['pack']
}
const TARGETS: Readonly<Record<string, readonly RecordKind[]>> = {
  'node': ['bus', 'source'],
  'unit or zone': ['unit', 'zone'],
  'fitted or zone': ['fitted', 'zone']
}

/** A place of a schema where a value is wanted: how deep below the edit, the record it is of, and the names on the way. */
interface Spot {
  kind?: RecordKind
  way: readonly string[]
}

/**
 * Any edit of a kind: made from its own schema, so that a new kind of edit is tried the day it is written. A field that names a
 * record, by the table of references or by its own name, names one that is there four times in five.
 */
export class RandomEdits {
  private readonly keys = new Map<RecordKind, string[]>()
  private readonly records = new Map<z.ZodType, RecordKind>()
  private readonly bodies = new Map<RecordKind, Body[]>()
  constructor(project: Project) {
    this.register(PROJECT_SPEC)
    for (const { kind, spec, body } of recordsOf(project)) {
      const known = this.keys.get(kind) ?? []
      this.keys.set(kind, known)
      if ('key' in spec) known.push(kind === 'item' ? String(body.id) : keyOf(spec as ListSpec, body))
      this.bodies.set(kind, [...(this.bodies.get(kind) ?? []), body])
    }
  }

  private register(spec: RecordSpec): void {
    if (!this.records.has(spec.schema)) this.records.set(spec.schema, spec.kind)
    for (const part of [...Object.values(spec.parts ?? {}), ...Object.values(spec.lists ?? {})]) this.register(part)
  }
  // Building one of them out of its schema takes longer than drawing a hundred edits from it.
  private readonly made = new Map<EditType, fc.Arbitrary<Edit>>()
  of(type: EditType): fc.Arbitrary<Edit> {
    const known =
      this.made.get(type) ??
      (/^(unit|link)\./.test(type)
        ? // One in four is an edit of what is installed.
          fc
            .tuple(this.value(EDIT_SHAPES[type], { way: [] }), fc.nat(3))
            .map(([body, of]) => ({ type, ...(body as object), ...(of === 0 && { option: AS_FOUND }) }) as Edit)
        : this.value(EDIT_SHAPES[type], { way: [] }).map(body => ({ type, ...(body as object) }) as Edit))
    this.made.set(type, known)
    return known
  }
  any(): fc.Arbitrary<Edit> {
    return fc.oneof(...(Object.keys(EDIT_SHAPES) as EditType[]).map(type => this.of(type)))
  }

  private name(kinds: readonly RecordKind[]): fc.Arbitrary<string> {
    const there = kinds.flatMap(kind => this.keys.get(kind) ?? [])
    return there.length
      ? fc.oneof({ weight: 4, arbitrary: fc.constantFrom(...there) }, { weight: 1, arbitrary: FRESH })
      : FRESH
  }

  private value(schema: z.ZodType, spot: Spot): fc.Arbitrary<unknown> {
    const kind = this.records.get(schema)
    if (kind && this.bodies.get(kind)?.length && spot.way.length > 0) {
      // A record as it stands, one as it stands with a field of its own changed, or one made up.
      const stands = fc.constantFrom(...this.bodies.get(kind)!)
      const made = this.plain(schema, { kind, way: [] })
      return fc.oneof(
        stands,
        fc.tuple(stands, made, fc.nat()).map(([body, other, index]) => {
          const fields = Object.keys(other as object)
          const field = fields[index % fields.length]!
          return { ...body, [field]: (other as Body)[field] }
        }),
        made
      )
    }
    return this.plain(schema, kind ? { kind, way: [] } : spot)
  }

  private plain(schema: z.ZodType, spot: Spot): fc.Arbitrary<unknown> {
    const { def } = schema._zod as unknown as { def: Record<string, never> & { type: string } }
    const limits = (def.checks as unknown as z.core.$ZodCheck[] | undefined)?.map(
      check => check._zod.def as { check: string }
    )
    const limit = (name: string) =>
      limits?.find(limit => limit.check === name) as { value?: number; minimum?: number; maximum?: number } | undefined
    switch (def.type) {
      case 'object': {
        const shape = (schema as z.ZodObject).shape as Record<string, z.ZodType>
        return fc
          .record(
            Object.fromEntries(
              Object.entries(shape).map(([field, zodType]) => [
                field,
                this.value(zodType, { kind: spot.kind, way: [...spot.way, field] })
              ])
            )
          )
          .map(record => JSON.parse(JSON.stringify(record)) as unknown)
      }
      case 'array':
        return fc.array(this.value(def.element as unknown as z.ZodType, { ...spot, way: [...spot.way, '*'] }), {
          minLength: limit('min_length')?.minimum ?? 0,
          maxLength: Math.min(limit('max_length')?.maximum ?? 4, Math.max(4, limit('min_length')?.minimum ?? 0))
        })
      case 'record':
        return fc.dictionary(
          this.value(def.keyType as unknown as z.ZodType, spot) as fc.Arbitrary<string>,
          this.value(def.valueType as unknown as z.ZodType, spot),
          { maxKeys: 3, noNullPrototype: true }
        )
      case 'tuple':
        return fc.tuple(...(def.items as unknown as z.ZodType[]).map(item => this.value(item, spot)))
      case 'optional':
        return fc.option(this.value(def.innerType as unknown as z.ZodType, spot), { nil: undefined })
      case 'default':
        return this.value(def.innerType as unknown as z.ZodType, spot)
      case 'union':
        return fc.oneof(...(def.options as unknown as z.ZodType[]).map(option => this.value(option, spot)))
      case 'lazy': {
        // An expression may stand in itself: deep down it is one of the plain ones, which come first.
        const inner = (def.getter as unknown as () => z.ZodType)()
        const deep = spot.way.filter(step => NESTING.has(step)).length >= MOST_DEEP
        const { options } = (inner._zod as unknown as { def: { options: z.ZodType[] } }).def
        return this.value(deep ? options[0]! : inner, spot)
      }
      case 'enum':
        return fc.constantFrom(...Object.values(def.entries as unknown as Record<string, string>))
      case 'literal':
        return fc.constantFrom(...(def.values as unknown as unknown[]))
      case 'boolean':
        return fc.boolean()
      case 'number': {
        if (spot.way.at(-1) === 'revision') return fc.constantFrom(1, 2)
        const low = limit('greater_than')?.value ?? -1_000
        const high = limit('less_than')?.value ?? 1_000
        const whole = [def as unknown as { check?: string }, ...(limits ?? [])].some(
          limit => limit.check === 'number_format'
        )
        const min = Math.max(low, -10_000)
        const max = Math.min(high, min + 10_000, 10_000)
        return whole
          ? fc.integer({ min: Math.ceil(min), max: Math.max(Math.ceil(min), Math.min(max, Math.ceil(min) + 50)) })
          : fc
              .integer({
                min: Math.ceil(min * 10) + (limit('greater_than') ? 1 : 0),
                max: Math.floor(Math.max(min, max) * 10)
              })
              .map(tenths => tenths / 10)
      }
      case 'string':
        return this.text(schema, spot)
      default:
        throw new Error(`No random value for ${def.type} at ${spot.way.join('.')}`)
    }
  }

  private text(schema: z.ZodType, spot: Spot): fc.Arbitrary<string> {
    const field = spot.way.at(-1)!
    const reference = spot.kind && REFERENCES[spot.kind].find(reference => reference.field === spot.way.join('.'))
    if (reference) return this.name(TARGETS[reference.to] ?? [reference.to as RecordKind])
    if (field === 'currency') return fc.constantFrom('EUR', 'CHF')
    const own = field === 'id' && spot.kind ? this.name([spot.kind]) : undefined
    // A field with the name of a kind of record names one of those.
    const kinds = NAMED_FIELDS[field] ?? (this.keys.has(field as RecordKind) ? [field as RecordKind] : undefined)
    const named = own ?? (kinds && spot.way.length === 1 ? this.name(kinds) : undefined)
    return (
      named ??
      fc
        .oneof(WORDS, fc.constantFrom('2026-11-23', 'main', 'ON'))
        .filter(text => schema.safeParse(text).success || spot.way.length > 0)
    )
  }
}

/** How deep a made-up expression goes, and the fields that take it deeper. */
const MOST_DEEP = 1
const NESTING: ReadonlySet<string> = new Set(['all', 'any', 'not'])

/** The kinds of edit there are. */
export const EDIT_TYPES = Object.keys(EDIT_SHAPES) as EditType[]
