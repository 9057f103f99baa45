import * as z from 'zod'
import { Amps, Id, Name, RatedHours, RunMm } from '../../catalogue/item'

/** Gauges a planner may choose: those of the protector chart. */
export const GAUGES_CHOSEN = [22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 2] as const

/** Node ids that the airframe itself gives: its battery and its alternator. */
export const MAIN_BATTERY = 'battery'
export const MAIN_ALTERNATOR = 'alternator'
/** Put before a unit's id where a box with cells inside (a backup battery) is a source of the supply. */
export const UNIT_SOURCE = 'unit:'

/** A switch of the supply, such as a master: one of several positions. */
export const SupplySwitch = z
  .strictObject({
    id: Id,
    name: Name,
    /** The unit on the face that it is, where it stands there: one switch is one thing, wherever it shows. */
    unit: Id.optional(),
    positions: z.array(Name).min(2).max(6),
    /** Where it stands in normal flight. */
    normal: Name,
    /** Where the pilot puts it once the alternator's loss is noticed; unchanged when absent. */
    afterLoss: Name.optional()
  })
  .superRefine((toggle, context) => {
    for (const key of ['normal', 'afterLoss'] as const)
      if (toggle[key] !== undefined && !toggle.positions.includes(toggle[key]))
        context.addIssue({
          code: 'custom',
          path: [key],
          message: `“${toggle[key]}” is none of the positions ${toggle.positions.join(', ')}`
        })
  })

export const BUS_ROLES = ['main', 'avionics', 'essential', 'always hot', 'other'] as const
export const Bus = z.strictObject({ id: Id, name: Name, role: z.enum(BUS_ROLES) })

/** A node's id: a bus, a source, or `unit:` and a unit's id. */
export const NodeId = z
  .string()
  .regex(/^(unit:)?[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, 'must name a bus, a source, or “unit:” and a unit')

export const TIE_KINDS = ['wire', 'contactor', 'diode', 'breaker'] as const
/** What joins a source to a bus, or two buses. A diode only lets current from `from` to `to`. */
export const Tie = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(TIE_KINDS),
  from: NodeId,
  to: NodeId,
  /** Closed while that switch stands in one of these positions; always when absent. */
  by: z.strictObject({ switch: Id, in: z.array(Name).min(1).max(6) }).optional(),
  milliohm: z.number().min(0).max(10_000).default(0),
  /**
   * What a breaker opens at, or a contactor or a diode bears for good. A breaker without one is of the size the tables
   * propose.
   */
  ratedA: Amps.gt(0, 'must be more than 0').optional(),
  /** Its wire, where known: gauge and length, one way. */
  awg: z.literal(GAUGES_CHOSEN).optional(),
  lengthMm: RunMm.optional(),
  /** The unit on the face that is its breaker. */
  unit: Id.optional(),
  /** Volts that a diode takes at its current; by an assumption while absent. */
  dropV: z.number().gt(0).max(2).optional(),
  /** What the coil of a contactor draws, at the volts of the system, while it is closed. */
  holdA: Amps.optional(),
  /** A breaker is in the same feed as a diode or a contactor; of the size the tables propose, or of `guardA`. */
  guarded: z.boolean().optional(),
  guardA: Amps.gt(0, 'must be more than 0').optional()
})

/** A source beyond the airframe's own battery and alternator. */
export const Source = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('alternator'),
    id: Id,
    name: Name,
    ratedA: Amps.gt(0, 'must be more than 0'),
    idleA: Amps.optional(),
    /** What its field takes at full output, where known. */
    fieldA: Amps.optional()
  }),
  z.strictObject({
    kind: z.literal('battery'),
    id: Id,
    name: Name,
    chemistry: z.enum(['lead-acid', 'lithium']),
    capacityAh: z.number().gt(0, 'must be more than 0').max(500),
    ratedHours: RatedHours
  })
])

/** Sources, buses and what joins them. */
export const Supply = z.strictObject({
  sources: z.array(Source).max(12).default([]),
  buses: z.array(Bus).min(1).max(20),
  ties: z.array(Tie).max(80),
  switches: z.array(SupplySwitch).max(20).default([])
})

/** In what the wires lie: for the derating of what they may carry. */
export const WireConditions = z.strictObject({
  ambientC: z.number().min(-60).max(150).default(50),
  altitudeFt: z.number().min(0).max(60_000).default(18_000),
  /** Wires that lie together; counted on the routes that wires share when absent. */
  bundleWires: z.int().min(1).max(500).optional(),
  /** Share of what the bundle could carry that it carries at once; added up from its wires when absent. */
  loadedShare: z.number().gt(0).max(1).optional(),
  wireC: z.union([z.literal(105), z.literal(150), z.literal(200)]).default(150),
  /** Ohms of the bonded structure from a load’s ground to the battery’s. */
  structureOhm: z.number().min(0).max(1).default(0.005)
})

export type Supply = z.infer<typeof Supply>
export type SupplySwitch = z.infer<typeof SupplySwitch>
export type Bus = z.infer<typeof Bus>
export type Tie = z.infer<typeof Tie>
export type Source = z.infer<typeof Source>
export type WireConditions = z.infer<typeof WireConditions>
