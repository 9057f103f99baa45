import * as z from 'zod'
import { BASES, FUNCTIONS } from '../../catalogue/vocabulary'

/** Kinds of flying a brief may state. */
export const FLYING = ['day VFR', 'night VFR', 'IFR by day', 'IFR by night'] as const
/** Airspace that asks for equipment (14 CFR 91.215(b) and 91.225(d), from memory). */
export const AIRSPACE = [
  'class A',
  'class B',
  'class C',
  'within 30 nm of a listed airport',
  'above class B or C up to 10,000 ft',
  'above 10,000 ft'
] as const
export const TRAINING = ['none', 'near the home airport', 'instrument rating', 'technically advanced'] as const
export const STANCES = ['lean', 'middle', 'belt and braces'] as const
/** What a crew does first, in the order in which it is done, and what an approach wants. */
export const TASKS = ['aviate', 'navigate', 'communicate', 'approach'] as const
export const AUTHORITIES = ['14 CFR', 'EASA Part-NCO'] as const

/** How deep all, any and not may stand in each other: deeper than anyone reads. */
export const MOST_NESTED = 8

const Fact = z.union([
  z.strictObject({ flying: z.array(z.enum(FLYING)).min(1) }),
  z.strictObject({ basis: z.array(z.enum(BASES)).min(1) }),
  z.strictObject({ authority: z.enum(AUTHORITIES) }),
  z.strictObject({ airspace: z.array(z.enum(AIRSPACE)).min(1) }),
  z.strictObject({ training: z.array(z.enum(TRAINING)).min(1) }),
  z.strictObject({ stance: z.array(z.enum(STANCES)).min(1) }),
  z.strictObject({ madeAfter: z.iso.date() }),
  z.strictObject({ gear: z.enum(['fixed', 'retractable']) }),
  z.strictObject({ cooling: z.enum(['air', 'liquid']) }),
  z.strictObject({ seatsAtLeast: z.int().min(1).max(12) }),
  z.strictObject({ tanksAtLeast: z.int().min(1).max(8) }),
  z.strictObject({
    is: z.enum([
      'altitude engine',
      'for hire',
      'over water',
      'at or above FL240',
      'VOR navigation',
      'fuses',
      'certificated after 11 March 1996',
      'new equipment approved by model',
      'engine-driven electrical system'
    ])
  }),
  /** Something that gives this function is installed, working or not. */
  z.strictObject({ fitted: z.enum(FUNCTIONS) })
])

/** When a clause applies. */
export type Condition = z.infer<typeof Fact> | { all: Condition[] } | { any: Condition[] } | { not: Condition }
export const Condition: z.ZodType<Condition> = z.lazy(() =>
  z.union([
    Fact,
    z.strictObject({ all: z.array(Condition).min(1) }),
    z.strictObject({ any: z.array(Condition).min(1) }),
    z.strictObject({ not: Condition })
  ])
)

const Ask = z.union([
  /**
   * So many units work and give it, each approved for the aeroplane. `each` counts by the aeroplane: one for each tank, for
   * each seat, for each front seat.
   */
  z.strictObject({
    works: z.enum(FUNCTIONS),
    count: z.int().min(1).max(12).optional(),
    each: z.enum(['tank', 'seat']).optional()
  }),
  /** It works by so many chains that share nothing, but perhaps what gives these. */
  z.strictObject({
    independent: z.enum(FUNCTIONS),
    chains: z.int().min(2).max(4),
    sharing: z.array(z.enum(FUNCTIONS)).min(1).max(10).optional()
  }),
  /** No single failure takes one of these, but perhaps that of what gives those in `sharing`. */
  z.strictObject({
    survives: z
      .array(z.enum([...FUNCTIONS, ...TASKS]))
      .min(1)
      .max(10),
    sharing: z.array(z.enum(FUNCTIONS)).min(1).max(10).optional()
  }),
  /** The sources give what the loads take, phase by phase. */
  z.strictObject({ adequate: z.literal('electrical energy') }),
  z.strictObject({ carried: z.literal('spare fuses') }),
  /** The aircraft is on the list of models of each new unit that has such a list; `look` where no list is entered. */
  z.strictObject({ models: z.literal('new equipment'), look: z.string().min(1).max(600) }),
  /** Only a person can tell. */
  z.strictObject({ look: z.string().min(1).max(600) })
])
/** What meets a clause. */
export type Wanted = z.infer<typeof Ask> | { all: Wanted[] } | { any: Wanted[] }
export const Wanted: z.ZodType<Wanted> = z.lazy(() =>
  z.union([Ask, z.strictObject({ all: z.array(Wanted).min(1) }), z.strictObject({ any: z.array(Wanted).min(1) })])
)

/** How deep an expression goes. */
function depthOf(expression: unknown): number {
  if (typeof expression !== 'object' || expression === null) return 0
  return 1 + Math.max(0, ...Object.values(expression).map(part => (typeof part === 'object' ? depthOf(part) : 0)))
}

export const Clause = z
  .strictObject({
    id: z.string().min(1).max(60),
    ref: z.string().min(1).max(120),
    title: z.string().min(1).max(300),
    /** Under which heading it stands. */
    group: z.string().min(1).max(120).optional(),
    applies: Condition.optional(),
    /** Why it does not apply, said where `applies` does not hold. */
    otherwise: z.string().min(1).max(300).optional(),
    wants: Wanted,
    /** Said beside the evidence. */
    note: z.string().max(600).optional(),
    /**
     * A test that is due again after work on a unit that gives or needs one of these: an answer of before the work does not count for an
     * option that adds, moves or removes one.
     */
    redoneAfter: z.array(z.enum(FUNCTIONS)).min(1).max(20).optional(),
    /** Done again every so many calendar months, or days. */
    everyMonths: z.int().min(1).max(240).optional(),
    everyDays: z.int().min(1).max(3_660).optional(),
    /** What is found missing here is advice, not law. */
    advice: z.boolean().optional()
  })
  .superRefine((clause, context) => {
    for (const key of ['applies', 'wants'] as const)
      if (depthOf(clause[key]) > 2 * MOST_NESTED)
        context.addIssue({ code: 'custom', path: [key], message: `is nested more than ${MOST_NESTED} deep` })
    if (clause.everyMonths !== undefined && clause.everyDays !== undefined)
      context.addIssue({
        code: 'custom',
        path: ['everyDays'],
        message: 'excludes everyMonths: use one of the two'
      })
  })

export const RulePack = z
  .strictObject({
    id: z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$/, 'must be letters, digits, dots, dashes or underscores'),
    title: z.string().min(1).max(200),
    source: z.string().min(1).max(300),
    fromMemory: z.boolean().default(false),
    clauses: z.array(Clause).min(1).max(200)
  })
  .superRefine((pack, context) => {
    const seen = new Set<string>()
    pack.clauses.forEach((clause, index) => {
      if (seen.has(clause.id))
        context.addIssue({ code: 'custom', path: ['clauses', index, 'id'], message: `“${clause.id}” is used twice` })
      seen.add(clause.id)
    })
  })

export type RulePack = z.infer<typeof RulePack>
export type Clause = z.infer<typeof Clause>
