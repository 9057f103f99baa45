import * as z from 'zod'
import { BASES, FUNCTIONS } from '../catalogue'
import { FLYING } from '../document'

/** Conditions under which a clause applies; all that are given must hold. */
export const Applies = z.strictObject({
  flying: z.array(z.enum(FLYING)).optional(),
  basis: z.array(z.enum(BASES)).optional(),
  gear: z.literal('retractable').optional(),
  cooling: z.enum(['air', 'liquid']).optional(),
  altitudeEngine: z.literal(true).optional(),
  forHire: z.literal(true).optional(),
  fuses: z.literal(true).optional(),
  certifiedAfter1996: z.literal(true).optional(),
  madeAfter: z.iso.date().optional(),
  madeUpTo: z.iso.date().optional()
})

/** One way to meet a clause: every function named must be given, by so many units. */
export const Way = z.strictObject({
  all: z.array(z.strictObject({ function: z.enum(FUNCTIONS), count: z.int().min(1).max(8).default(1) })).min(1),
  note: z.string().optional()
})

export const Clause = z
  .strictObject({
    id: z.string().min(1).max(120),
    ref: z.string().min(1).max(120),
    title: z.string().min(1).max(300),
    applies: Applies.default({}),
    /** Ways to meet it from the design; none when only a person can tell. */
    metBy: z.array(Way).default([]),
    /** What a person has to look at, when the design cannot tell or cannot tell all. */
    byHand: z.string().max(600).optional(),
    everyMonths: z.int().min(1).max(240).optional()
  })
  .refine(clause => clause.metBy.length > 0 || clause.byHand !== undefined, 'needs metBy or byHand')

export const RulePack = z.strictObject({
  id: z.string().min(1).max(60),
  title: z.string().min(1).max(200),
  source: z.string().min(1).max(300),
  fromMemory: z.boolean().default(false),
  clauses: z.array(Clause).min(1).max(200)
})

export type RulePack = z.infer<typeof RulePack>
export type Clause = z.infer<typeof Clause>
export type Applies = z.infer<typeof Applies>
export type Way = z.infer<typeof Way>
