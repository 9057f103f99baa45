import * as z from 'zod'
import { Connector, connectorProblems } from './connector'
import { outsideBezelMm } from './front'
import { FunctionWord, KindName, nameProblems, OwnName } from './own-names'
import {
  AERIALS,
  alsoSaid,
  FACINGS,
  BASES,
  FLOWS,
  FUNCTIONS,
  KINDS,
  LOADS,
  PHASES,
  PLACE_KINDS,
  PORT_KINDS,
  SIGNALS,
  type FunctionName,
  type SignalName
} from './vocabulary'

/** An identifier: letters, digits, dot, dash and underscore, so that it is safe in file names, links and CSV. */
export const Id = z
  .string()
  .regex(
    /^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/,
    'must be 1 to 64 letters, digits, dots, dashes or underscores, starting with a letter or digit'
  )
/** No store of text takes a character of nothing. */
const plain = (text: string) => !text.includes('\0')
const NOT_PLAIN = 'must not hold a NUL character'
export const Name = z.string().trim().min(1, 'must not be empty').max(120).refine(plain, NOT_PLAIN)
export const Text = z.string().max(4000).refine(plain, NOT_PLAIN)
/** A short text that may be empty. */
export const Short = z.string().max(20).refine(plain, NOT_PLAIN)
/** A coordinate on or behind the panel. Ten metres is farther than any panel reaches. */
export const CoordMm = z.number().min(-10_000).max(10_000)
export const SizeMm = z.number().gt(0, 'must be more than 0').max(5_000)
/** A run of wire from place to place: fifty metres is longer than any light aeroplane has. */
export const RunMm = z.number().gt(0, 'must be more than 0').max(50_000)
export const MassKg = z.number().min(0, 'must not be negative').max(5_000)
export const Amps = z.number().min(0, 'must not be negative').max(1_000)
export const Cents = z.int().min(0, 'must not be negative').max(1_000_000_000)
/** Counts what an entry has been through: each change of it is a revision of its own. */
export const Revision = z.int().min(1).max(100_000)
/**
 * Hours in which a battery’s capacity is rated. Makers rate from a tenth of an hour (cranking) to a day; it is asked for, never
 * assumed, since the same cells have another capacity at another rate.
 */
export const RatedHours = z
  .number(
    'is the hours in which the capacity is rated, from the battery’s label: 20 for most lead-acid, 1 for many others'
  )
  .min(0.1)
  .max(24)
export const Hours = z.number().min(0, 'must not be negative').max(2_000)

const Round = z.strictObject({ shape: z.literal('round'), diameterMm: SizeMm })
const Rectangle = z.strictObject({
  shape: z.literal('rectangle'),
  widthMm: SizeMm,
  heightMm: SizeMm,
  cornerMm: z.number().min(0).max(500).default(0)
})
/**
 * A round hole with two parallel flats, such as keep a switch from turning: `acrossMm` from flat to flat, `turned` with
 * the flats upright.
 */
const Flats = z.strictObject({
  shape: z.literal('flats'),
  diameterMm: SizeMm,
  acrossMm: SizeMm,
  turned: z.boolean().default(false)
})
/** Several plain shapes that run into one, each set off from the centre. */
const Compound = z.strictObject({
  shape: z.literal('compound'),
  parts: z
    .array(z.strictObject({ xMm: CoordMm, yMm: CoordMm, of: z.discriminatedUnion('shape', [Round, Rectangle, Flats]) }))
    .min(2)
    .max(12)
})
/** More corners than this are no shape of an instrument. */
export const MOST_CORNERS_OF_SHAPE = 400
/** Any other closed line, by its corners from the centre; arcs as short sides, which are cut as the arcs they were drawn for. */
const Polygon = z.strictObject({
  shape: z.literal('polygon'),
  points: z
    .array(z.tuple([CoordMm, CoordMm]))
    .min(3)
    .max(MOST_CORNERS_OF_SHAPE)
})
export const Shape = z.discriminatedUnion('shape', [Round, Rectangle, Flats, Compound, Polygon])

export const Screw = z.strictObject({ xMm: CoordMm, yMm: CoordMm, holeMm: SizeMm })

const Rect = z.strictObject({ xMm: CoordMm, yMm: CoordMm, widthMm: SizeMm, heightMm: SizeMm })
/** Where the screen, knobs and keys of a front are, for its picture; where absent, places that are common practice. */
export const Front = z.strictObject({
  screen: Rect.optional(),
  knobs: z
    .array(z.strictObject({ xMm: CoordMm, yMm: CoordMm, diameterMm: SizeMm }))
    .max(24)
    .default([]),
  keys: z.array(Rect).max(60).default([])
})

/** What the pilot sees and what is cut for it. Everything is measured from the centre of the bezel, y upward. */
export const Face = z.strictObject({
  bezel: Shape,
  cutout: Shape.optional(),
  screws: z.array(Screw).max(40).default([]),
  /** Slides into a tray: such units may stand one on another in a shared opening. */
  stack: z.boolean().default(false),
  front: Front.optional(),
  /** Within these angles off its axis a screen reads well; from the maker's data. Absent for what is no screen. */
  readsWithinDeg: z
    .strictObject({ side: z.number().gt(0).max(90), up: z.number().gt(0).max(90), down: z.number().gt(0).max(90) })
    .optional()
})

/** The box behind the face, or the whole box of a remote unit. */
export const Body = z.strictObject({
  widthMm: SizeMm,
  heightMm: SizeMm,
  depthMm: z.number().min(0).max(2_000),
  connectorMm: z.number().min(0).max(500).default(0)
})

export const Power = z.strictObject({
  atV: z.number().gt(0).max(60),
  minV: z.number().min(0).max(60),
  maxV: z.number().gt(0).max(60).default(33),
  typicalA: Amps,
  maxA: Amps,
  transmitA: Amps.optional(),
  /** Share of the time a com or transponder transmits; 0.1 when absent. */
  transmitShare: z.number().min(0).max(1).optional(),
  /** Share of the time a load that comes and goes (flaps, trim, a pump) draws; always when absent. */
  duty: z.number().gt(0).max(1).optional(),
  /** How long such a load runs at a time, in seconds; the maximum over five minutes follows from it. */
  onSeconds: z.number().gt(0).max(3_600).optional(),
  /** Amps for a moment when it is switched on: motors, pumps, lamps. */
  startA: Amps.optional(),
  load: z.enum(LOADS).default('constant power'),
  phases: z.array(z.enum(PHASES)).max(PHASES.length).optional(),
  essential: z.boolean().default(false),
  internalBatteryMinutes: z.number().min(0).max(2_000).optional()
})

/** The cells of a battery that can feed a bus. */
export const Cells = z.strictObject({
  chemistry: z.enum(['lead-acid', 'lithium']),
  capacityAh: z.number().gt(0, 'must be more than 0').max(500),
  ratedHours: RatedHours
})

export const Port = z.strictObject({
  id: Id,
  kind: z.enum(PORT_KINDS),
  flow: z.enum(FLOWS),
  signals: z.array(z.enum(SIGNALS)).min(1).max(20),
  /** Of a port that speaks both ways: the signals it says itself, the others it only hears. All of them when absent. */
  says: z.array(z.enum(SIGNALS)).max(20).optional(),
  /** Of a coax port: what the receiver or transmitter allows between itself and its aerial, in dB, where its maker says. */
  mostLossDb: z.number().gt(0).max(60).optional()
})

/** What a need may be for: functions that the item gives and signals that it says. */
const Purposes = z
  .array(z.union([z.enum([...FUNCTIONS, ...SIGNALS]), OwnName]))
  .min(1)
  .max(40)
const NEED = { required: z.boolean().default(true), for: Purposes.optional(), text: Text.default('') }

/**
 * Something this item cannot do its work without (or does less without, when not required): a function that another unit
 * gives, a signal that one of its ports hears, an aerial on one of its coax ports, or a listener who shows what it says.
 * `for` names what of its functions and signals depend on it; all of them when absent and required. What is not required is no
 * fault when it is not there.
 */
export const Need = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('function'), name: FunctionWord, ...NEED }),
  z.strictObject({ what: z.literal('signal'), name: z.enum(SIGNALS), ...NEED }),
  z.strictObject({ what: z.literal('listener'), name: z.enum(SIGNALS), ...NEED }),
  z.strictObject({ what: z.literal('aerial'), name: z.enum(AERIALS), port: Id, ...NEED })
])

/** What a maker has announced and does not sell yet, with the day by which it is to be there. A word, not a promise. */
const Announced = z.strictObject({
  by: z.iso.date(),
  /** In words; what parts a cell of the catalogue’s CSV cannot stand in them. */
  says: Name.refine(says => !/\||\/\//.test(says), 'must hold neither | nor //'),
  priceCents: Cents.optional(),
  approvals: z.array(z.enum(BASES)).min(1).max(3).optional(),
  provides: z.array(FunctionWord).min(1).max(20).optional()
})

/** That an item is approved for models of certified aircraft: by which paper, since when or by when it is expected, on what conditions. */
const ModelApproval = z
  .strictObject({
    /** As the list of the approval has them; one that ends with * stands for all that begin so. */
    models: z
      .array(Name.refine(says => !/[|;]|\/\//.test(says), 'must hold neither |, ; nor //'))
      .min(1)
      .max(60),
    /** First and last year of manufacture. */
    fromYear: z.int().min(1930).max(2100).optional(),
    toYear: z.int().min(1930).max(2100).optional(),
    paper: Name.refine(says => !/\||\/\//.test(says), 'must hold neither | nor //'),
    /** Issued; of one that is awaited, expected. */
    on: z.iso.date().optional(),
    awaited: z.boolean().optional(),
    conditions: Text.refine(says => !/\||\/\//.test(says), 'must hold neither | nor //').default('')
  })
  .refine(({ fromYear, toYear }) => (fromYear ?? 0) <= (toYear ?? 9999), {
    path: ['toYear'],
    message: 'is before the first year'
  })

export const Item = z
  .strictObject({
    id: Id,
    /** The first when absent. */
    revision: Revision.optional(),
    name: Name,
    maker: Name,
    kind: KindName,
    /** The kind and functions of this item that the lists do not have: named here, so that a slip of the pen is none. */
    ownNames: z.array(OwnName).min(1).max(20).optional(),
    /** Of a kind of one’s own: the kind whose handling it shares. Drawn plain, and fed from the main bus, while absent. */
    usedLike: z.enum(KINDS).optional(),
    summary: Text.default(''),
    face: Face.optional(),
    body: Body.optional(),
    massKg: MassKg,
    power: Power.optional(),
    /** Cells in a backup battery, which feed a bus. An instrument that only feeds itself has `internalBatteryMinutes`. */
    battery: Cells.optional(),
    ports: z.array(Port).max(40).default([]),
    /** Absent while nobody has entered the maker’s pin table. */
    connectors: z.array(Connector).max(12).optional(),
    provides: z.array(FunctionWord).max(60).default([]),
    needs: z.array(Need).max(30).default([]),
    /**
     * How a box has to stand: level and square to the aeroplane within so much, its connectors towards one of these, upside down or
     * not, and how far its maker keeps iron from it.
     */
    stands: z
      .strictObject({
        levelDeg: z.number().gt(0).max(45),
        facing: z.array(z.enum(FACINGS)).min(1).max(FACINGS.length),
        inverted: z.boolean().default(false),
        ironMm: z.number().min(0).max(5_000).optional()
      })
      .optional(),
    /** How many tanks a fuel gauge reads; one when absent. */
    tanks: z.int().min(1).max(12).optional(),
    approvals: z.array(z.enum(BASES)).max(3).default([]),
    /** For which models; absent while nobody has entered it. */
    modelApprovals: z.array(ModelApproval).min(1).max(20).optional(),
    priceCents: Cents,
    /** What it costs every year to go on doing its work: data, a licence. */
    yearly: z.strictObject({ cents: Cents, for: Name }).optional(),
    announced: z.array(Announced).max(6).optional(),
    /** Last year in which it was sold new: it may be installed and be bought used, and is not proposed. */
    soldUntil: z.int().min(1930).max(2100).optional(),
    labourHours: Hours,
    removeHours: Hours.default(0),
    mounts: z.array(z.enum(PLACE_KINDS)).min(1).max(PLACE_KINDS.length)
  })
  .superRefine((item, context) => {
    const complain = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    if (item.mounts.includes('panel') && !item.face)
      complain(['face'], 'is needed for an item that may be mounted on the panel')
    if (item.power) {
      if (item.power.maxA < item.power.typicalA)
        complain(['power', 'maxA'], `is ${item.power.maxA} A, less than typicalA ${item.power.typicalA} A`)
      if (item.power.transmitA !== undefined && item.power.transmitA < item.power.typicalA)
        complain(['power', 'transmitA'], `is ${item.power.transmitA} A, less than typicalA ${item.power.typicalA} A`)
      if (item.power.startA !== undefined && item.power.startA < item.power.typicalA)
        complain(['power', 'startA'], `is ${item.power.startA} A, less than typicalA ${item.power.typicalA} A`)
      if (item.power.minV > item.power.atV)
        complain(['power', 'minV'], `is ${item.power.minV} V, more than atV ${item.power.atV} V`)
    }
    for (const key of ['bezel', 'cutout'] as const) {
      const shape = item.face?.[key]
      if (shape?.shape === 'flats' && shape.acrossMm > shape.diameterMm)
        complain(['face', key, 'acrossMm'], `is ${shape.acrossMm} mm, more than the diameter of ${shape.diameterMm} mm`)
    }
    const front = item.face?.front
    for (const [path, part] of [
      ...(front?.screen ? [[['screen'], front.screen] as const] : []),
      ...(front?.knobs ?? []).map((knob, i) => [['knobs', i], knob] as const),
      ...(front?.keys ?? []).map((key, i) => [['keys', i], key] as const)
    ]) {
      const over = outsideBezelMm(item.face!.bezel, part)
      if (over > 0.005)
        complain(
          ['face', 'front', ...path],
          `extends ${Number(over.toFixed(2))} mm outside the bezel; move it in or make it smaller`
        )
    }
    const ports = new Set<string>()
    item.ports.forEach((port, index) => {
      if (ports.has(port.id)) complain(['ports', index, 'id'], `“${port.id}” is used twice`)
      ports.add(port.id)
      if (port.says && port.flow !== 'both')
        complain(['ports', index, 'says'], `is only for a port that speaks both ways; this one is “${port.flow}”`)
      for (const said of port.says ?? [])
        if (!port.signals.includes(said)) complain(['ports', index, 'says'], `“${said}” is none of the port’s signals`)
    })
    item.ports.forEach((port, index) => {
      if (port.mostLossDb !== undefined && port.kind !== 'coax')
        complain(['ports', index, 'mostLossDb'], `is only for coax; ${port.id} is ${port.kind}`)
    })
    for (const { path, message } of nameProblems(item)) complain(path, message)
    for (const { path, message } of connectorProblems(item.connectors ?? [], item.ports))
      complain(['connectors', ...path], message)
    const said = new Set(item.ports.flatMap(saidBy).flatMap(alsoSaid))
    const given = new Set<string>([...item.provides, ...said])
    item.needs.forEach((need, index) => {
      if (need.what === 'aerial' && item.ports.find(port => port.id === need.port)?.kind !== 'coax')
        complain(['needs', index, 'port'], `“${need.port}” is no coax port of this item`)
      if (need.what === 'function' && need.required && !need.for && item.provides.includes(need.name))
        complain(['needs', index, 'name'], `“${need.name}” is provided by the item itself: it would wait for itself`)
      if (need.what === 'listener' && isFor(need, need.name))
        complain(
          ['needs', index, 'for'],
          `holds back “${need.name}” itself until another unit receives it: it would wait for itself`
        )
      if (need.what === 'listener' && !said.has(need.name))
        complain(['needs', index, 'name'], `“${need.name}” is sent by none of the item’s ports`)
      for (const purpose of need.for ?? [])
        if (!given.has(purpose))
          complain(['needs', index, 'for'], `“${purpose}” is neither provided nor sent by this item`)
    })
  })

export type Item = z.infer<typeof Item>
export type Shape = z.infer<typeof Shape>
export type Face = z.infer<typeof Face>
export type Front = z.infer<typeof Front>
export type Port = z.infer<typeof Port>
export type Need = z.infer<typeof Need>
export type ModelApproval = z.infer<typeof ModelApproval>
export type Power = z.infer<typeof Power>

/** An entry as its maker says that it will be on a day; itself where nothing is announced for until then. */
export function maturedBy(item: Item, day: string): Item {
  const there = (item.announced ?? []).filter(notice => notice.by <= day).sort((a, b) => (a.by < b.by ? -1 : 1))
  if (!there.length) return item
  const { announced = [], ...now } = item
  const later = announced.filter(notice => notice.by > day)
  const union = <T>(known: readonly T[], more: readonly (readonly T[] | undefined)[]) => [
    ...new Set([...known, ...more.flatMap(names => names ?? [])])
  ]
  return {
    ...now,
    approvals: union(
      item.approvals,
      there.map(notice => notice.approvals)
    ),
    provides: union(
      item.provides,
      there.map(notice => notice.provides)
    ),
    priceCents: there.findLast(notice => notice.priceCents !== undefined)?.priceCents ?? item.priceCents,
    ...(later.length && { announced: later })
  }
}

/** The signals a port says. */
export const saidBy = (port: Pick<Port, 'flow' | 'signals' | 'says'>): SignalName[] =>
  port.flow === 'in' ? [] : port.flow === 'out' ? port.signals : (port.says ?? port.signals)
/** The signals a port hears, each with all its grades. */
export const heardBy = (port: Pick<Port, 'flow' | 'signals'>): SignalName[] => (port.flow === 'out' ? [] : port.signals)
/**
 * What of an item depends on a need: whether this function or signal does. What a need is `for` depends on it whether or not the
 * item can do without it as a whole.
 */
export const isFor = (need: Pick<Need, 'required' | 'for'>, purpose: FunctionName | SignalName): boolean =>
  need.for ? need.for.includes(purpose) : need.required

/** What a unit names its item by: the entry and its revision. */
export const itemKey = (entry: { id: string; revision?: number }): string => `${entry.id}@${entry.revision ?? 1}`

/** Depth that an item needs behind the face, its connectors and their bend included, in mm. */
export const depthBehindMm = (item: Pick<Item, 'body'>): number =>
  item.body ? item.body.depthMm + item.body.connectorMm : 0
