import * as z from 'zod'
import {
  Amps,
  Cents,
  CoordMm,
  Id,
  Item,
  MassKg,
  Name,
  RatedHours,
  Revision,
  RunMm,
  Short,
  SizeMm,
  Text
} from '../../catalogue/item'
import { FunctionWord } from '../../catalogue/own-names'
import { BASES, FACINGS, PLACE_KINDS } from '../../catalogue/vocabulary'
import { AIRSPACE, AUTHORITIES, FLYING, RulePack, STANCES, TRAINING } from './rule-pack'
import {
  ACCESS,
  Day,
  Inspected,
  OwnCost,
  Actual,
  OwnTask,
  Prices,
  Quote,
  SheetChoice,
  Shift,
  ThreeWeeks,
  WorkPhase
} from './budget'
import { GAUGES_CHOSEN, Supply, WireConditions } from './supply'

/** The format this program writes. Older ones are carried forward by `migrations.ts`. */
export const FORMAT = 10

export const Brief = z.strictObject({
  registration: Short.default(''),
  flying: z.array(z.enum(FLYING)).min(1).max(4),
  /** Whose rules it flies under. */
  authority: z.enum(AUTHORITIES).default('14 CFR'),
  /** Airspace it is to enter that asks for equipment; empty for none of it, absent while nobody has said. */
  airspace: z.array(z.enum(AIRSPACE)).max(AIRSPACE.length).optional(),
  /** At or above flight level 240. */
  aboveFL240: z.boolean().default(false),
  /** Over water, beyond power-off gliding distance from the shore. */
  overWater: z.boolean().default(false),
  /** IFR by VOR, so that its receivers are checked. */
  byVor: z.boolean().default(false),
  training: z.enum(TRAINING).default('none'),
  basis: z.enum(BASES),
  seats: z.int().min(1).max(12),
  forHire: z.boolean().default(false),
  budgetCents: Cents,
  downFrom: Day.optional(),
  downTo: Day.optional(),
  stance: z.enum(STANCES).default('middle'),
  wantedMinutes: z.number().min(0).max(600).default(30),
  /** What must work: functions of the list, or a person’s own names. */
  functions: z.array(FunctionWord).max(30).default([]),
  wishes: z.array(Name).max(50).default([]),
  dislikes: z.array(Name).max(50).default([]),
  notes: Text.default(''),
  /** How the shop works, for the plan in time; absent while the usual pace is taken. */
  shop: z
    .strictObject({
      hoursADay: z.number().min(0.5).max(24),
      people: z.int().min(1).max(20),
      orderedWeeksAhead: z.number().min(0).max(104),
      /** Days on which it is closed, beside Saturdays and Sundays. */
      closed: z.array(Day).max(200),
      /** Of a hundred working days so many are lost to illness; none while absent. */
      lostPercent: z.number().min(0).max(90).optional(),
      /** Working days that are to be left before the end of the window, for a trip that is planned. */
      bufferDays: z.int().min(0).max(200).optional()
    })
    .optional(),
  /** What was looked at before anything was ordered, and what came of it. */
  inspected: z.array(Inspected).max(60).optional(),
  /** What an hour of flying brings a school when all but the aeroplane’s price is paid; absent where nobody lets it. */
  marginCentsPerHour: Cents.optional()
})

export const Point = z.tuple([CoordMm, CoordMm])

/**
 * Ground that is taken: on the face (a vent, a knob that cannot move), or behind it between two depths (a rib, a duct,
 * the control column's T-bar, which sweeps along `sweepMm` from where it is drawn).
 */
export const Zone = z
  .strictObject({
    id: Id,
    name: Name,
    side: z.enum(['face', 'behind']),
    area: z.discriminatedUnion('shape', [
      z.strictObject({ shape: z.literal('round'), xMm: CoordMm, yMm: CoordMm, diameterMm: SizeMm }),
      z.strictObject({ shape: z.literal('rectangle'), xMm: CoordMm, yMm: CoordMm, widthMm: SizeMm, heightMm: SizeMm }),
      z.strictObject({ shape: z.literal('polygon'), points: z.array(Point).min(3).max(2_000) })
    ]),
    fromDepthMm: z.number().min(0).max(5_000).default(0),
    /** Where it ends again behind the face; absent when it reaches all the way back. */
    toDepthMm: z.number().min(0).max(5_000).optional(),
    sweepMm: Point.optional(),
    /** It can be moved if need be (a vent), unlike a rib. */
    movable: z.boolean().default(false),
    /**
     * It is an opening of the sheet: cut with the others (a yoke column, a vent), or drilled with the screws. `existing` is a hole in
     * the sheet that is there now, with nothing in it: a unit can use it, and a new sheet does not have it.
     */
    hole: z.enum(['cut', 'screw', 'existing']).optional()
  })
  .superRefine((zone, context) => {
    if (zone.hole && zone.side !== 'face')
      context.addIssue({ code: 'custom', path: ['hole'], message: 'is only for zones on the face' })
    if (zone.hole && zone.sweepMm)
      context.addIssue({ code: 'custom', path: ['hole'], message: 'is of one place: what sweeps is no hole' })
    if (zone.toDepthMm !== undefined && zone.toDepthMm <= zone.fromDepthMm)
      context.addIssue({
        code: 'custom',
        path: ['toDepthMm'],
        message: `is ${zone.toDepthMm} mm, not behind fromDepthMm ${zone.fromDepthMm} mm`
      })
  })

/** A part of the face that comes out by its own screws. `lipMm` is how far it lies on its frame. */
export const Bay = z.strictObject({
  id: Id,
  name: Name,
  outline: z.array(Point).min(3).max(2_000),
  lipMm: z.number().min(0).max(200),
  screwPitchMm: z.number().gt(5).max(500),
  screwHoleMm: SizeMm
})

/** How a side of the face is mounted. */
export const HOLDS = ['free', 'held', 'clamped'] as const
const EdgeHold = z.enum(HOLDS).default('held')
/** What is fastened behind the face: a sheet riveted on, an angle along a level or an upright line, rails, a tray. */
export const Stiffener = z.discriminatedUnion('kind', [
  z.strictObject({
    id: Id,
    name: Name,
    kind: z.literal('doubler'),
    xMm: CoordMm,
    yMm: CoordMm,
    widthMm: SizeMm,
    heightMm: SizeMm,
    thicknessMm: z.number().gt(0).max(20)
  }),
  z.strictObject({
    id: Id,
    name: Name,
    kind: z.literal('angle'),
    /** Along x, at a height; or along y, so far across. */
    along: z.enum(['x', 'y']),
    atMm: CoordMm,
    fromMm: CoordMm,
    toMm: CoordMm,
    legMm: z.number().gt(0).max(100),
    thicknessMm: z.number().gt(0).max(20)
  }),
  /**
   * A pair of upright angles beside an opening, `widthMm` apart, from each of which another runs back `backMm` to where its end is
   * tied: what stands between them is held at its back.
   */
  z.strictObject({
    id: Id,
    name: Name,
    kind: z.literal('rails'),
    xMm: CoordMm,
    widthMm: SizeMm,
    fromMm: CoordMm,
    toMm: CoordMm,
    legMm: z.number().gt(0).max(100),
    thicknessMm: z.number().gt(0).max(20),
    backMm: z.number().min(0).max(2_000)
  }),
  /** A box of sheet in an opening, its front fastened to the face all round; what slides in is a unit of its own. */
  z.strictObject({
    id: Id,
    name: Name,
    kind: z.literal('tray'),
    xMm: CoordMm,
    yMm: CoordMm,
    widthMm: SizeMm,
    heightMm: SizeMm,
    depthMm: SizeMm,
    thicknessMm: z.number().gt(0).max(20)
  })
])

export const Panel = z.strictObject({
  /** Closed outline of the face, corners in order, y upward from the lower left. */
  outline: z.array(Point).min(3).max(2_000),
  thicknessMm: z.number().gt(0).max(20),
  material: Name,
  lipMm: z.number().min(0).max(200),
  leastWebMm: z.number().min(0).max(100),
  /** Least radius of an inside corner that the chosen cutter leaves; absent while none is chosen. */
  cutterRadiusMm: z.number().min(0).max(25).optional(),
  depthBehindMm: SizeMm,
  zones: z.array(Zone).max(200).default([]),
  bays: z.array(Bay).max(30).default([]),
  /** How each side is mounted. */
  edges: z
    .strictObject({ bottom: EdgeHold, right: EdgeHold, top: EdgeHold, left: EdgeHold })
    .default({ bottom: 'held', right: 'held', top: 'held', left: 'held' }),
  stiffeners: z.array(Stiffener).max(40).default([]),
  /** Push of a thumb on a knob, and how far the face may give under it. */
  pushN: z.number().gt(0).max(1_000).default(45),
  mostBendMm: z.number().gt(0).max(50).default(3),
  /** Moment that a tray may bring on the face under the mounting load factors before it wants a support at its back. */
  mostTrayMomentNm: z.number().gt(0).max(1_000).default(10)
})

/**
 * Who sits there. Across and up are measured on the panel like everything else, aft from the face toward the seat.
 * `shoulder` is the point between the shoulders; each shoulder is half of `shoulderWidthMm` to its side.
 */
export const Pilot = z.strictObject({
  id: Id,
  name: Name,
  eye: z.strictObject({ acrossMm: CoordMm, upMm: CoordMm, aftMm: SizeMm }),
  shoulder: z.strictObject({ acrossMm: CoordMm, upMm: CoordMm, aftMm: SizeMm }),
  shoulderWidthMm: SizeMm.default(400),
  reachMm: SizeMm
})

export const Place = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(PLACE_KINDS),
  armMm: CoordMm,
  /** Right of the middle of the aeroplane, seen from above with the nose up; and above the cabin floor. */
  acrossMm: CoordMm.optional(),
  upMm: CoordMm.optional(),
  /** What has to come off to get at it, where that is not what its kind tells. */
  access: z.enum(ACCESS).optional(),
  /** How hot it is there, where that differs from the rest. */
  ambientC: z.number().min(-60).max(250).optional(),
  /** The hole by which things go in and out there, where there is one of a certain size. */
  opening: z.strictObject({ widthMm: RunMm, heightMm: RunMm }).optional()
})
/** A lump of iron or steel that stays where it is: a gear leg, a control column, a seat rail. */
export const Iron = z.strictObject({
  name: Name,
  massKg: z.number().gt(0, 'must be more than 0').max(500),
  armMm: CoordMm,
  acrossMm: CoordMm.optional(),
  upMm: CoordMm.optional()
})
/** What a wire meets on a leg of its way. */
export const ROUTE_TRAITS = ['wet', 'moving', 'firewall', 'plug', 'near controls', 'near fuel'] as const
export const Route = z.strictObject({
  from: Id,
  to: Id,
  lengthMm: RunMm,
  /** A `plug` parts every wire there: a wing that comes off, a bay that comes out. */
  traits: z.array(z.enum(ROUTE_TRAITS)).max(ROUTE_TRAITS.length).optional()
})

/** What the structure is made of: whether it carries current back to the battery. */
export const STRUCTURES = ['metal', 'composite', 'wood', 'fabric over tube'] as const

/** Where something is put in to be carried, and how much may be. */
export const Station = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(['seat', 'baggage', 'fuel', 'oil', 'other']),
  armMm: CoordMm,
  mostKg: MassKg.optional()
})
/** One way the aeroplane is flown: what is on board, station by station. */
export const Loading = z.strictObject({
  id: Id,
  name: Name,
  loads: z.array(z.strictObject({ station: Id, massKg: MassKg })).max(40)
})

export const Airframe = z.strictObject({
  model: Name,
  madeOn: Day,
  /** Absent while nobody has said: every return is a wire then. */
  structure: z.enum(STRUCTURES).optional(),
  systemV: z.union([z.literal(12), z.literal(14), z.literal(28)]),
  alternatorA: Amps,
  /** What the alternator gives at idle, where known. */
  alternatorIdleA: Amps.optional(),
  /** What its field takes at full output, where known. */
  alternatorFieldA: Amps.optional(),
  /** What the starter takes, while it cranks. */
  starterA: z.number().min(0).max(2_000).optional(),
  /** What the battery takes back after a start, at first, and for how long. */
  rechargeA: Amps.optional(),
  rechargeMinutes: z.number().min(0).max(600).optional(),
  battery: z.strictObject({
    name: Name,
    chemistry: z.enum(['lead-acid', 'lithium']),
    capacityAh: z.number().gt(0, 'must be more than 0').max(500),
    ratedHours: RatedHours,
    usableFraction: z.number().gt(0).max(1).default(0.75),
    place: Id
  }),
  /** How cold the batteries are. */
  batteryC: z.number().min(-40).max(60).default(20),
  wiring: WireConditions.default(() => WireConditions.parse({})),
  /** A full set of spare fuses, or three of each kind, is carried. */
  spareFuses: z.boolean().default(false),
  pilotDelayMinutes: z.number().min(0).max(60).default(5),
  emptyMassKg: MassKg,
  emptyArmMm: CoordMm,
  maxMassKg: MassKg,
  armLimitsMm: z.tuple([CoordMm, CoordMm]),
  /** The envelope as a polygon of arm and mass, from the flight manual; a rectangle of the limits when absent. */
  envelope: z
    .array(z.tuple([CoordMm, MassKg]))
    .min(3)
    .max(40)
    .optional(),
  stations: z.array(Station).max(40).default([]),
  loadings: z.array(Loading).max(40).default([]),
  gear: z.enum(['fixed', 'retractable']).default('fixed'),
  engine: z.strictObject({
    cooling: z.enum(['air', 'liquid']).default('air'),
    altitudeEngine: z.boolean().default(false)
  }),
  tanks: z.int().min(1).max(8),
  fuses: z.boolean().default(false),
  certifiedAfter1996: z.boolean().default(false),
  /** Never-exceed speed, where entered: what an aerial must bear. */
  neverExceedKt: z.number().gt(0).max(400).optional(),
  /** Certificated with an engine-driven electrical system, or given one since. */
  electricalSystem: z.boolean().default(true),
  panel: Panel,
  pilots: z.array(Pilot).max(12).default([]),
  places: z.array(Place).min(1).max(60),
  /** Iron that stays where it is, near enough to a magnetometer to be asked about. */
  iron: z.array(Iron).max(60).optional(),
  routes: z.array(Route).max(300).default([]),
  serviceLoopMm: z.number().min(0).max(3_000).default(304.8),
  wasteFraction: z.number().min(0).max(1).default(0.1)
})

/** What is inoperative is there, and provides nothing. */
export const CONDITIONS = ['good', 'worn', 'inoperative'] as const
const OffDeg = z.number().min(-45).max(45)
/** One box in this aeroplane. On the panel it has a position: the centre of its bezel. */
export const Unit = z
  .strictObject({
    id: Id,
    item: Id,
    /** Which revision of the item it is; the first when absent. A later one is taken by choice, never by itself. */
    revision: Revision.optional(),
    /** A later revision that was looked at and left: it is not offered again. */
    passedOver: Revision.optional(),
    label: Name,
    place: Id,
    xMm: CoordMm.optional(),
    yMm: CoordMm.optional(),
    /** Taken off by the pilot when the alternator has quit. When absent, whatever the item does not call essential. */
    shed: z.boolean().optional(),
    /**
     * When it is shed: so long after the loss, or when its bus falls below these volts; after the pilot's delay when both
     * are absent.
     */
    shedAfterMinutes: z.number().min(0).max(1_440).optional(),
    shedBelowV: z.number().gt(0).max(60).optional(),
    phase: Id.optional(),
    /** The owner's own figure, when it differs from the catalogue's. */
    priceCents: Cents.optional(),
    /** Weeks from the order until it is there: at best, likely, at worst; who said so and when. The usual while absent. */
    lead: z.strictObject({ weeks: ThreeWeeks, says: Name, on: Day }).optional(),
    /** Neither hand nor remedy moves it. */
    locked: z.boolean().optional(),
    /** Its tray is held at the back too, by rails or on a duct. */
    rearSupport: z.boolean().optional(),
    /** Where its weight sits, where that is known better than by its place and depth. */
    armMm: CoordMm.optional(),
    /** Where in the aeroplane it is, as for a place. */
    acrossMm: CoordMm.optional(),
    upMm: CoordMm.optional(),
    /** How a box that has to stand true was found to stand: where its connectors point, how far it is off level and square. */
    stands: z
      .strictObject({
        facing: z.enum(FACINGS).optional(),
        inverted: z.boolean().optional(),
        /** Nose up, right side down, turned to the right. */
        pitchDeg: OffDeg.optional(),
        rollDeg: OffDeg.optional(),
        yawDeg: OffDeg.optional()
      })
      .optional(),
    note: Text.optional(),
    /** Year in which it was made, where that is known. */
    madeIn: z.int().min(1930).max(2100).optional(),
    condition: z.enum(CONDITIONS).optional(),
    /** The paper by which it is installed. */
    approvedBy: Text.optional(),
    /** What it would sell for. */
    valueCents: Cents.optional()
  })
  .superRefine((unit, context) => {
    if ((unit.xMm === undefined) !== (unit.yMm === undefined))
      context.addIssue({
        code: 'custom',
        path: [unit.xMm === undefined ? 'xMm' : 'yMm'],
        message: 'is missing: a position needs both xMm and yMm'
      })
  })

/** How a circuit comes back: through bonded structure, by wire to the ground block, or by wire to the battery. */
export const RETURNS = ['structure', 'ground block', 'battery'] as const
/** What the planner decided against the proposal for the circuit of one unit. */
export const CircuitChoice = z.strictObject({
  unit: Id,
  breakerA: z.number().gt(0).max(500).optional(),
  awg: z.literal(GAUGES_CHOSEN).optional(),
  /** The bus it hangs on, and a second one that feeds it too, each through a diode. */
  bus: Id.optional(),
  alsoBus: Id.optional(),
  /** Volts that each of those two diodes takes; by an assumption while absent. */
  diodeV: z.number().gt(0).max(2).optional(),
  /** Its breaker is that unit's. */
  sharesWith: Id.optional(),
  protector: z.enum(['breaker', 'fuse']).optional(),
  /** The unit on the face that is its breaker or holds its fuse. */
  breakerUnit: Id.optional(),
  /** How its current comes back; by the airframe and what it is when absent. */
  return: z.enum(RETURNS).optional(),
  /** The switch in its wire. */
  switch: z
    .strictObject({
      ratedA: Amps.gt(0, 'must be more than 0'),
      load: z.enum(['lamp', 'inductive', 'resistive', 'motor']),
      /** The unit on the face that it is. */
      unit: Id.optional()
    })
    .optional()
})

export const LinkEnd = z.strictObject({ unit: Id, port: Id })
export const Link = z.strictObject({ id: Id, from: LinkEnd, to: LinkEnd })

/**
 * How a CAN bus is led where it is not by the shortest way: its boxes in order, and those that hang on a stub instead of being led
 * in and out of. What joins the bus later is put where it takes least cable.
 */
export const BusOrder = z.strictObject({
  id: Id,
  nodes: z
    .array(LinkEnd.extend({ stubMm: z.number().min(1).max(10_000).optional() }))
    .min(2)
    .max(100)
})

/** How far a wire has come. */
export const WIRE_STATES = ['planned', 'cut', 'terminated', 'tested'] as const
/** Coax by its kind, worst first. */
export const COAX_KINDS = ['single shield', 'double shield'] as const
/** Colours in which single wires are sold. */
export const WIRE_COLOURS = [
  'white',
  'black',
  'red',
  'blue',
  'green',
  'yellow',
  'orange',
  'brown',
  'violet',
  'grey'
] as const
/**
 * What is known of one wire or cable beyond what the design says of it: the number it was given for good, how far it has come,
 * the way it was sent, the coax that it is. It stays when the wire goes, so that a number is never given twice.
 */
export const WireMark = z.strictObject({
  wire: z.string().min(1).max(300),
  number: z.int().min(1).max(99_999).optional(),
  state: z.enum(WIRE_STATES).optional(),
  /** Places it goes by, in order, in place of the shortest way. */
  via: z.array(Id).max(20).optional(),
  coax: z.enum(COAX_KINDS).optional(),
  /** Of a single wire, where it is not the usual one. */
  colour: z.enum(WIRE_COLOURS).optional(),
  note: Text.optional(),
  /**
   * Of a wire of a bus the names of the links that joined its ends when this was noted: without them it is another wire. They refer to
   * nothing: one that is gone stays named.
   */
  joinedBy: z.array(z.string().min(1).max(64)).max(500).optional()
})

export const Disposal = z.strictObject({
  unit: Id,
  how: z.enum(['scrap', 'sell', 'trade in']),
  creditCents: Cents.default(0),
  /** The visit in which it comes out; that of what takes its ground while absent. */
  phase: Id.optional()
})

/**
 * Units set out by rule: a stack runs down from the middle of its top edge, a row of switches or breakers to the right
 * from the centre of its first one. Its members have no position of their own: when one changes, the rest re-flow.
 */
export const Row = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(['stack', 'row']),
  xMm: CoordMm,
  yMm: CoordMm,
  /** Centre to centre of a row. Bezel to bezel of a stack. */
  pitchMm: z.number().min(0).max(1_000),
  units: z.array(Id).min(1).max(60)
})
/** Units that are picked up together. */
export const Group = z.strictObject({ id: Id, name: Name, units: z.array(Id).min(2).max(200) })
/** Words on the face, set about their middle. `heightMm` is that of a capital letter. */
export const Label = z.strictObject({
  id: Id,
  text: Name,
  xMm: CoordMm,
  yMm: CoordMm,
  heightMm: z.number().gt(0).max(100)
})

/** A blanking plate over a hole of the existing sheet: that of an installed unit, or of a zone. */
export const Blank = z.strictObject({ id: Id, hole: Id })

export const FlowStep = z.strictObject({
  says: Name,
  /** The unit or the zone (throttle, flap lever) the hand goes to. */
  to: Id,
  hand: z.enum(['left', 'right', 'either']).default('either'),
  /** The hand is bound there from then on, until a step to the same thing that does not hold lets it go. */
  holds: z.boolean().default(false)
})
export const Flow = z.strictObject({ id: Id, name: Name, steps: z.array(FlowStep).max(80) })

/** One alternative design for the aeroplane. */
export const Option = z.strictObject({
  id: Id,
  name: Name,
  /** What this option tries. */
  note: Text.default(''),
  /** The quote of the shop that has the job: nothing begins before its queue is through. */
  shop: Id.optional(),
  units: z.array(Unit).max(500),
  disposals: z.array(Disposal).max(500).default([]),
  circuits: z.array(CircuitChoice).max(500).default([]),
  /** Sources, buses and what joins them, where the planner has made it their own; the proposal otherwise. */
  supply: Supply.optional(),
  links: z.array(Link).max(2_000).default([]),
  busOrders: z.array(BusOrder).max(60).default([]),
  wires: z.array(WireMark).max(5_000).default([]),
  rows: z.array(Row).max(60).default([]),
  groups: z.array(Group).max(100).default([]),
  labels: z.array(Label).max(500).default([]),
  /** The face is cut in the sheet that is there, or in a new one; whichever the holes allow while absent. */
  sheet: SheetChoice.optional(),
  blanks: z.array(Blank).max(200).default([]),
  flows: z.array(Flow).max(30).default([]),
  phases: z.array(WorkPhase).max(20).default([]),
  quotes: z.array(Quote).max(20).default([]),
  costs: z.array(OwnCost).max(100).default([]),
  actuals: z.array(Actual).max(1_000).default([]),
  tasks: z.array(OwnTask).max(60).default([]),
  shifts: z.array(Shift).max(200).default([]),
  prices: Prices
})

/** What a person found by looking, where a rule cannot be read off the design. */
export const HandCheck = z.strictObject({
  clause: z.string().min(1).max(140),
  /** The option it was said of; of the aeroplane whatever the option when absent (its papers). */
  option: Id.optional(),
  /** What the design said of the clause at the time: the answer lapses when it says something else. */
  about: z.string().max(2_000).optional(),
  state: z.enum(['met', 'missing', 'does not apply']),
  note: Text.default(''),
  on: Day.optional()
})

/** A recalled clause held against the text in force by a person, on that day. */
export const Confirmed = z.strictObject({ clause: z.string().min(1).max(140), on: Day })

export const LogEntry = z.strictObject({ id: Id, on: Day, text: Text })

export const Project = z.strictObject({
  format: z.literal(FORMAT),
  id: Id,
  title: Name,
  brief: Brief,
  airframe: Airframe,
  items: z.array(Item).max(1_000),
  fitted: z.array(Unit).max(500),
  fittedLinks: z.array(Link).max(2_000).default([]),
  options: z.array(Option).max(20),
  /** The design first agreed; creep is measured from it. */
  agreed: z.strictObject({ on: Day, option: Option }).optional(),
  handChecks: z.array(HandCheck).max(500).default([]),
  confirmed: z.array(Confirmed).max(2_000).default([]),
  /** Rule packs of one's own, beside those that ship. */
  packs: z.array(RulePack).max(20).default([]),
  log: z.array(LogEntry).max(5_000).default([])
})

export { AIRSPACE, AUTHORITIES, Clause, FLYING, RulePack, STANCES, TASKS, TRAINING } from './rule-pack'
export type { Condition, Wanted } from './rule-pack'
export type Project = z.infer<typeof Project>
export type Option = z.infer<typeof Option>
export type Unit = z.infer<typeof Unit>
export type Airframe = z.infer<typeof Airframe>
export type Panel = z.infer<typeof Panel>
export type Zone = z.infer<typeof Zone>
export type Bay = z.infer<typeof Bay>
export type Stiffener = z.infer<typeof Stiffener>
export type Pilot = z.infer<typeof Pilot>
export type Row = z.infer<typeof Row>
export type Group = z.infer<typeof Group>
export type Label = z.infer<typeof Label>
export type Blank = z.infer<typeof Blank>
export type Flow = z.infer<typeof Flow>
export type FlowStep = z.infer<typeof FlowStep>
export type Brief = z.infer<typeof Brief>
export type Link = z.infer<typeof Link>
export type BusOrder = z.infer<typeof BusOrder>
export type LinkEnd = z.infer<typeof LinkEnd>
export type Place = z.infer<typeof Place>
export type CircuitChoice = z.infer<typeof CircuitChoice>
export type Disposal = z.infer<typeof Disposal>
export type WireMark = z.infer<typeof WireMark>
export type Route = z.infer<typeof Route>
export type Station = z.infer<typeof Station>
export type Iron = z.infer<typeof Iron>
export type Loading = z.infer<typeof Loading>
export type HandCheck = z.infer<typeof HandCheck>
