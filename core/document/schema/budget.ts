import * as z from 'zod'
import { Cents, Hours, Id, Name, Text } from '../../catalogue/item'

/** Money and time in the document: what shops ask, visits, costs, what was paid, tasks. */

export const Day = z.iso.date()
const Weeks = z.number().min(0).max(200)
const Days = z.number().min(0).max(1_000)
const rising = ([a, m, b]: readonly [number, number, number]) => a <= m && m <= b
const RISING = 'best, likely and worst must rise'
/** Best, likely, worst. */
export const ThreeWeeks = z.tuple([Weeks, Weeks, Weeks]).refine(rising, RISING)
const ThreeDays = z.tuple([Days, Days, Days]).refine(rising, RISING)

/** One thing looked at before ordering: as it should be, or a fault and the hours that it will take. */
export const Inspected = z.strictObject({
  check: Id,
  found: z.enum(['sound', 'fault']),
  hours: Hours.optional(),
  on: Day,
  note: Text.optional()
})

/** One lump of a quote as the shop wrote it. `covers` names lines of the estimate, or `all` of a group of it. */
export const QuoteLine = z.strictObject({
  id: Id,
  says: z.string().min(1).max(400),
  cents: z.int().min(-10_000_000_000).max(10_000_000_000),
  covers: z.array(z.string().min(1).max(120)).max(300).default([])
})
/** What a shop asks, in its own lumps and its own currency, and what else it promises. */
export const Quote = z
  .strictObject({
    id: Id,
    shop: Name,
    lines: z.array(QuoteLine).max(200).default([]),
    /** The currency of its amounts where it is not the US dollar: dollars for one of it, and the day of that rate. */
    rate: z
      .strictObject({ currency: z.string().regex(/^[A-Z]{3}$/), usd: z.number().gt(0).max(1_000), on: Day })
      .optional(),
    /** The day it was given, from which its queue counts. */
    on: Day.optional(),
    /** Weeks until it can begin. */
    queueWeeks: z.number().min(0).max(500).optional(),
    warrantyMonths: z.number().min(0).max(240).optional(),
    reports: z.enum(['none', 'on request', 'every week']).optional(),
    /** Jobs of this kind it has done, by its own word or its customers’. */
    done: z.int().min(0).max(10_000).optional(),
    weeks: ThreeWeeks,
    note: Text.default('')
  })
  .superRefine((quote, context) => {
    const ids = quote.lines.map(line => line.id)
    const twice = ids.findIndex((id, index) => ids.indexOf(id) < index)
    if (twice >= 0)
      context.addIssue({ code: 'custom', path: ['lines', twice, 'id'], message: `“${ids[twice]}” names two lines` })
  })

/** One visit. What it may cost and how many working days it may take limit the search for a split. */
/** The sheet of the face that a visit begins with: the one that is there, or a new one. */
export const SheetChoice = z.enum(['existing', 'new'])
export const WorkPhase = z.strictObject({
  id: Id,
  name: Name,
  from: Day.optional(),
  /** Hours to open and close, as the shop says; while absent, those of what an earlier visit had open already. */
  accessHours: Hours.optional(),
  ceilingCents: Cents.optional(),
  days: z.int().min(1).max(1_000).optional(),
  sheet: SheetChoice.optional()
})

/** What has to be got at for a change, as one piece of work whatever is done behind it. */
export const ACCESS = ['panel face', 'stack', 'interior', 'headliner', 'tail', 'wing', 'engine bay', 'belly'] as const

export const TAXED = ['as things', 'as work', 'not'] as const
/** A cost of one’s own: papers, shipping, finish, test flights; or one that returns every year and is in no total. */
export const OwnCost = z.strictObject({
  id: Id,
  says: Name,
  cents: Cents,
  phase: Id.optional(),
  yearly: z.boolean().default(false),
  taxed: z.enum(TAXED).default('not')
})
/** What a line of the estimate came to in the end. `line` is its key; a line that the plan never had stands under its own name. */
export const Actual = z.strictObject({
  line: z.string().min(1).max(120),
  /** What it was called when it was paid, for when the plan has it no more. */
  says: z.string().min(1).max(400),
  cents: z.int().min(-10_000_000_000).max(10_000_000_000),
  on: Day,
  note: Text.optional()
})
/** A piece of work beside the refit in the same visit: an annual inspection, a propeller away for overhaul, paint that cures. */
export const OwnTask = z.strictObject({
  id: Id,
  name: Name,
  /** Working days at best, likely, at worst. */
  days: ThreeDays,
  /** Tasks that must be done first, and tasks that wait for it, by their names in the plan. */
  after: z.array(z.string().min(1).max(120)).max(60).default([]),
  before: z.array(z.string().min(1).max(120)).max(60).default([]),
  /** Hours of the shop in it; what is waited for has none. */
  hours: Hours.default(0),
  /** The visit in which it is done; the first while absent. */
  phase: Id.optional()
})
/** A task of the plan that is not to begin before a day. */
export const Shift = z.strictObject({ task: z.string().min(1).max(120), from: Day })

export const Prices = z.strictObject({
  labourCentsPerHour: Cents,
  panelWorkCents: Cents,
  wireCentsPerMetre: Cents,
  travelCents: Cents.default(0),
  contingencyPercent: z.number().min(0).max(100),
  /** How prices of equipment rise a year, and how what is sold or traded in loses a month; absent while nobody has said. */
  driftPercentAYear: z.number().min(-50).max(100).optional(),
  tradeInFallPercentAMonth: z.number().min(0).max(50).optional(),
  /** Tax on what is bought and on what is worked; none while absent. */
  taxOnThingsPercent: z.number().min(0).max(60).optional(),
  taxOnWorkPercent: z.number().min(0).max(60).optional(),
  /** Hours to open and close again, where they are not the usual. */
  accessHours: z.partialRecord(z.enum(ACCESS), Hours).optional(),
  /** The day of these prices, from which they drift; the first visit’s while absent. */
  on: Day.optional(),
  /** The harness is priced by its ends, beside the hours of each entry; in those hours while absent. */
  harnessByEnds: z.boolean().optional()
})

export type Quote = z.infer<typeof Quote>
export type Prices = z.infer<typeof Prices>
export type SheetChoice = z.infer<typeof SheetChoice>
export type WorkPhase = z.infer<typeof WorkPhase>
export type AccessGroup = (typeof ACCESS)[number]
export type OwnCost = z.infer<typeof OwnCost>
export type Actual = z.infer<typeof Actual>
export type OwnTask = z.infer<typeof OwnTask>
export type Shift = z.infer<typeof Shift>
export type Inspected = z.infer<typeof Inspected>
