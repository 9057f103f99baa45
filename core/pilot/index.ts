import * as messages from './messages'
import { handledAs, type FunctionName, type TradeKind } from '../catalogue'
import { freeGround, groundOf, nearestFree, setDown } from '../panel'
import type { Pilot } from '../document'
import { remembered, varied } from '../cache'
import { controlsOf, setElsewhere, type Controlled } from './controls'
import { finding, AS_FOUND, seeking, type Design, type DesignUnit, type Remedy, type Finding } from '../design'
import { betterOrders, proposedFlows, unitsInUse, walkFlow, type BetterOrder, type FlowWalk } from './flow'
import { angleBetweenDeg, displayBefore, SCAN_BASIS, SCAN_DEG } from './scan'
import {
  FIELD,
  FIELD_BASIS,
  inFirstSeat,
  lineOfSightPoint,
  outOfConeDeg,
  reachTo,
  shoulderPoint,
  sightOf,
  useOf,
  type FacePoint,
  type Hand,
  type Sight
} from './sight'

export type { Controlled, ControlPoint } from './controls'
export { bestPlace, holePlaces } from './place'
export { seatView, seenAt, type Homography } from './view'
export { proposedFlows, targetOf, walkFlow, type BetterOrder, type FlowWalk, type StepWalk } from './flow'
export {
  armMm,
  defaultPilot,
  FIELD,
  lineOfSightPoint,
  outOfConeDeg,
  reachTo,
  sightOf,
  type FacePoint,
  type Sight
} from './sight'
export { SCAN_DEG } from './scan'
import { enumerate, say, type Phrase } from '../quantity'

/** How one pilot sees and reaches one unit. */
export interface Seat {
  pilot: string
  unit: string
  sight: Sight
  outOfConeDeg: number
  /** From the primary display of this pilot, where there is one. */
  scanDeg?: number
  reachMm: number
  hand: Hand
  overReachMm: number
}
/** Units by how badly they are placed for how often they are used, the worst first. */
export interface Ranked {
  unit: string
  label: string
  eye: number
  hand: number
  degOff: number
  reachMm: number
  score: number
}
export interface PilotReport {
  findings: Finding[]
  seats: Seat[]
  ranking: Ranked[]
  flows: FlowWalk[]
  orders: BetterOrder[]
  controls: Controlled[]
}

/** What a pilot must see at a glance to fly. */
const PRIMARY: ReadonlySet<FunctionName> = new Set<FunctionName>(['airspeed', 'attitude', 'altitude', 'heading'])
const isPrimary = (unit: DesignUnit) => unit.item.provides.some(name => PRIMARY.has(name))

/** Sight and reach of every pilot at every unit on the face: what follows the hand while it drags. */
export const seatsOf = (design: Design): Seat[] =>
  design.airframe.pilots.flatMap(pilot => {
    const display = displayBefore(design, pilot)
    return unitsInUse(design).flatMap((unit): Seat[] => {
      if (!unit.at || !unit.item.face) return []
      const sight = sightOf(pilot, unit.at)
      const reach = reachTo(pilot, unit.at)
      return [
        {
          pilot: pilot.id,
          unit: unit.id,
          sight,
          outOfConeDeg: outOfConeDeg(unit.item, sight),
          ...(display && display.id !== unit.id && { scanDeg: angleBetweenDeg(pilot, display.at, unit.at) }),
          reachMm: reach.mm,
          hand: reach.hand,
          overReachMm: reach.mm - pilot.reachMm
        }
      ]
    })
  })

/** Instruments that show one thing each. */
const SINGLE: ReadonlySet<TradeKind | undefined> = new Set<TradeKind>([
  'mechanical instrument',
  'vacuum part',
  'round instrument'
])

/**
 * Where the standard arrangement is broken: attitude on top in the middle, airspeed to its left, altitude to its right,
 * direction below (14 CFR 23.1321, from memory).
 */
function basicT(design: Design): Finding[] {
  const single = (name: FunctionName) =>
    unitsInUse(design).filter(unit => unit.at && unit.item.provides.includes(name) && SINGLE.has(handledAs(unit.item)))
  if (unitsInUse(design).some(unit => unit.at && unit.item.provides.includes('electronic primary display'))) return []
  const attitude = single('attitude')[0]
  if (!attitude?.at) return []
  const { xMm, yMm } = attitude.at
  const place = (name: FunctionName, right: (dx: number, dy: number) => boolean, words: string) => {
    const others = single(name)
    // An instrument that shows the horizon too brings its own order with it.
    if (
      others.length === 0 ||
      others.some(unit => unit.id === attitude.id || right(unit.at!.xMm - xMm, unit.at!.yMm - yMm))
    )
      return []
    return [`${others[0]!.label} is not ${words}`]
  }
  const wrong = [
    ...place('airspeed', (dx, dy) => dx < 0 && Math.abs(dy) < Math.abs(dx), 'to the left'),
    ...place('altitude', (dx, dy) => dx > 0 && Math.abs(dy) < Math.abs(dx), 'to the right'),
    ...place('heading', (dx, dy) => dy < 0 && Math.abs(dx) < Math.abs(dy), 'below')
  ]
  return wrong.length === 0
    ? []
    : [
        finding('pilot.basic-t', [attitude.id], {
          weight: 'decide',
          basis: {
            kind: 'published',
            source: '14 CFR 23.1321, arrangement of flight instruments; check the current text',
            fromMemory: true
          },
          says: messages.basicT({ label: attitude.label, wrong })
        })
      ]
}

/** Boxes away from the panel that only one unit at hand can tune or set, by whatever link or bus; wireless counts for nothing. */
const singleControl = (design: Design, controls: readonly Controlled[]): Finding[] =>
  controls.flatMap(({ setting, unit: id, points }): Finding[] => {
    const heads = new Set(points.filter(point => !point.uncounted).map(point => point.unit))
    const [only, ...more] = heads
    if (setting === 'dimming' || only === undefined || more.length || only === id) return []
    const [unit, head] = [id, only].map(wanted => design.units.find(other => other.id === wanted)!)
    return [
      finding('pilot.single-control', [id, only], {
        key: `${id} ${setting}`,
        weight: 'note',
        basis: { kind: 'derived', source: 'links and buses of this option' },
        says: messages.singleControl({ unit: unit!, head: head!, setting })
      })
    ]
  })

/** Most degrees off that a unit's sight is for a pilot, beyond the limits of the field; 0 or less when it lies within. */
const beyondField = ({ sideDeg, upDeg }: Sight) =>
  Math.max(Math.abs(sideDeg) - FIELD.sideDeg, upDeg - FIELD.upDeg, -FIELD.downDeg - upDeg)

/** The free place of a unit nearest to where eye or hand would have it, if it cures what is wrong. */
function closer({
  design,
  unit,
  pilot,
  value,
  aim
}: {
  design: Design
  unit: DesignUnit
  pilot: Pilot
  value: (seat: Seat) => number
  aim: FacePoint
}): Remedy[] {
  if (design.optionId === AS_FOUND || unit.locked || unit.row !== undefined) return []
  const others = unitsInUse(design).flatMap(other =>
    other.id !== unit.id && other.at ? (setDown(other, other.at.xMm, other.at.yMm) ?? []) : []
  )
  const there = nearestFree(freeGround(unit.item, others, groundOf(design.airframe.panel), 4), aim.xMm, aim.yMm)
  // Only a place that cures it is offered, and none that the pilot in command would lose by.
  const first = new Set(inFirstSeat(design.airframe.pilots).map(pilot => pilot.id))
  if (!there) return []
  const moved = design.units.map(other => (other.id === unit.id ? varied(unit, { at: there }) : other))
  const then = seatsOf(varied(design, { units: moved })).filter(seat => seat.unit === unit.id)
  if (then.some(seat => (seat.pilot === pilot.id || first.has(seat.pilot)) && value(seat) > 0)) return []
  const now = sightOf(pilot, there)
  return [
    {
      says: messages.closerRemedy({ unit, name: pilot.name, sideDeg: now.sideDeg, upDeg: now.upDeg }),
      edits: [
        {
          type: 'unit.move',
          option: design.optionId,
          unit: unit.id,
          xMm: Number(there.xMm.toFixed(2)),
          yMm: Number(there.yMm.toFixed(2))
        }
      ]
    }
  ]
}

/** One complaint about where a unit stands, seen from a seat; `value` is what a better place must bring to nothing. */
interface Complaint {
  code: 'sight' | 'cone' | 'reach' | 'warning-light' | 'scan'
  says: Phrase
  measured: number
  limit: number
  unit: 'deg' | 'mm'
  basis: Finding['basis']
  value: (seat: Seat) => number
  /** Toward what a better place is sought; the line of sight when absent. */
  aim?: FacePoint
}

/** Examines what the pilots see, reach and do with their hands. Without pilots only what does not depend on them. */
export const examinePilots = remembered(examineSeats)

/** The seat at which a value is largest, where it is more than nothing. */
const worst = (list: readonly Seat[], value: (seat: Seat) => number): Seat | undefined =>
  list.reduce<Seat | undefined>(
    (best, seat) => (value(seat) > 0 && (!best || value(seat) > value(best)) ? seat : best),
    undefined
  )

/** A unit as the pilots have it. */
interface Used {
  unit: DesignUnit
  mine: readonly Seat[]
  nameOf: ReadonlyMap<string, Pilot>
  controls: readonly Controlled[]
}
/** What is wrong at a seat. */
type SeatComplaint = { seat: Seat; about: Complaint }

function sightComplaint({ unit, mine, nameOf }: Used): SeatComplaint | undefined {
  const out = isPrimary(unit) ? worst(mine, seat => beyondField(seat.sight)) : undefined
  if (!out) return undefined
  const { sideDeg, upDeg } = out.sight
  const below = -upDeg > FIELD.downDeg
  const [measured, limit] = below
    ? [-upDeg, FIELD.downDeg]
    : Math.abs(sideDeg) > FIELD.sideDeg
      ? [Math.abs(sideDeg), FIELD.sideDeg]
      : [upDeg, FIELD.upDeg]
  return {
    seat: out,
    about: {
      code: 'sight',
      says: messages.sight({ unit, measured, below, upDeg, name: nameOf.get(out.pilot)!.name, limit }),
      measured: measured,
      limit: limit,
      unit: 'deg',
      basis: FIELD_BASIS,
      value: seat => beyondField(seat.sight)
    }
  }
}
function coneComplaint({ unit, mine, nameOf }: Used): SeatComplaint | undefined {
  const cone = worst(mine, seat => seat.outOfConeDeg)
  if (!cone) return undefined
  return {
    seat: cone,
    about: {
      code: 'cone',
      says: messages.cone({ name: nameOf.get(cone.pilot)!.name, unit, outOfConeDeg: cone.outOfConeDeg }),
      measured: cone.outOfConeDeg,
      limit: 0,
      unit: 'deg',
      basis: { kind: 'entered', source: `viewing angles of ${unit.item.name}` },
      value: seat => seat.outOfConeDeg
    }
  }
}
/** Too far for the hand: but of who reaches another unit from which the same is set. */
function reachComplaint({ unit, mine, nameOf, controls }: Used): SeatComplaint | undefined {
  const needed = mine.filter(seat => !setElsewhere(controls, unit.id, seat.pilot))
  const far = useOf(unit.item).hand > 0 ? worst(needed, seat => seat.overReachMm) : undefined
  if (!far) return undefined
  return {
    seat: far,
    about: {
      code: 'reach',
      says: messages.reach({
        unit,
        reachMm: far.reachMm,
        name: nameOf.get(far.pilot)!.name,
        overReachMm: far.overReachMm
      }),
      measured: far.reachMm,
      limit: nameOf.get(far.pilot)!.reachMm,
      unit: 'mm',
      basis: { kind: 'entered', source: 'reach set for this pilot' },
      value: seat => seat.overReachMm,
      aim: shoulderPoint(nameOf.get(far.pilot)!, far.hand)
    }
  }
}
function lampComplaint({ unit, mine, nameOf }: Used): SeatComplaint | undefined {
  if (handledAs(unit.item) !== 'annunciator') return undefined
  const offLine = (seat: Seat) => Math.max(Math.abs(seat.sight.sideDeg), Math.abs(seat.sight.upDeg)) - FIELD.bestDeg
  const lamp = worst(mine, offLine)
  if (!lamp) return undefined
  return {
    seat: lamp,
    about: {
      code: 'warning-light',
      says: messages.warningLight({ unit, bestDeg: FIELD.bestDeg, name: nameOf.get(lamp.pilot)!.name }),
      measured: Math.max(Math.abs(lamp.sight.sideDeg), Math.abs(lamp.sight.upDeg)),
      limit: FIELD.bestDeg,
      unit: 'deg',
      basis: FIELD_BASIS,
      value: offLine
    }
  }
}

/** How far the eye goes beyond what it takes in at a glance from the primary display. */
const beyondScan = ({ scanDeg = 0 }: Seat): number => scanDeg - SCAN_DEG
/**
 * A standby horizon that the pilot in command cannot compare with the primary display at a glance. Of several standbys the one
 * nearest to the display counts.
 */
function scanFindings(design: Design, seats: readonly Seat[]): Finding[] {
  const nameOf = new Map(design.airframe.pilots.map(pilot => [pilot.id, pilot]))
  const horizons = new Map(
    unitsInUse(design).flatMap(unit => (unit.item.provides.includes('attitude') ? [[unit.id, unit] as const] : []))
  )
  const nearest = inFirstSeat(design.airframe.pilots).flatMap(({ id }) =>
    seats
      .filter(seat => seat.pilot === id && seat.scanDeg !== undefined && horizons.has(seat.unit))
      .toSorted((a, b) => a.scanDeg! - b.scanDeg!)
      .slice(0, 1)
  )
  const far = worst(nearest, beyondScan)
  if (!far) return []
  const unit = horizons.get(far.unit)!
  const pilot = nameOf.get(far.pilot)!
  const display = displayBefore(design, pilot)!
  const about: Complaint = {
    code: 'scan',
    says: messages.scan({ unit, display, name: pilot.name, deg: far.scanDeg!, limit: SCAN_DEG }),
    measured: far.scanDeg!,
    limit: SCAN_DEG,
    unit: 'deg',
    basis: SCAN_BASIS,
    value: beyondScan,
    aim: display.at
  }
  return [complain({ unit, nameOf }, { seat: far, about }, unit.state === 'kept' ? 'note' : 'decide')]
}

/** The finding of a complaint; a better place is sought when it is asked for. */
function complain(
  { unit, nameOf }: Pick<Used, 'unit' | 'nameOf'>,
  { seat, about }: SeatComplaint,
  weight: Finding['weight']
): Finding {
  const pilot = nameOf.get(seat.pilot)!
  const told = finding(`pilot.${about.code}`, unit.id, {
    weight,
    measured: about.measured,
    limit: about.limit,
    unit: about.unit,
    basis: about.basis,
    says: about.says
  })
  return seeking(told, now => {
    const [there, who] = [
      now.units.find(({ id }) => id === unit.id),
      now.airframe.pilots.find(({ id }) => id === pilot.id)
    ]
    if (!there || !who) return []
    return closer({
      design: now,
      unit: there,
      pilot: who,
      value: about.value,
      aim: about.aim ?? lineOfSightPoint(who)
    })
  })
}

/**
 * What is wrong at the seat of the pilot in command is to be decided; what only another seat has to complain of is a note: one place
 * cannot be in front of both.
 */
function seatFindings(design: Design, seats: readonly Seat[], controls: readonly Controlled[]): Finding[] {
  const nameOf = new Map(design.airframe.pilots.map(pilot => [pilot.id, pilot]))
  const first = new Set(inFirstSeat(design.airframe.pilots).map(pilot => pilot.id))
  return unitsInUse(design).flatMap(unit => {
    const all = seats.filter(seat => seat.unit === unit.id)
    const inCommand = all.filter(seat => first.has(seat.pilot))
    return [sightComplaint, coneComplaint, reachComplaint, lampComplaint].flatMap(look => {
      const serious = look({ unit, mine: inCommand, nameOf, controls })
      if (serious) return [complain({ unit, nameOf }, serious, unit.state === 'kept' ? 'note' : 'decide')]
      const other = look({ unit, mine: all, nameOf, controls })
      return other ? [complain({ unit, nameOf }, other, 'note')] : []
    })
  })
}

/** Steps of the flows that a hand has trouble with. A flow that was only proposed does not complain. */
function flowFindings(design: Design, flows: readonly FlowWalk[]): Finding[] {
  if (!design.flows.length) return []
  const byId = new Map(unitsInUse(design).map(unit => [unit.id, unit]))
  return flows.flatMap(walk => {
    const bad = walk.steps.filter(step => step.troubles.length)
    if (bad.length === 0) return []
    return [
      finding('pilot.flow', [...new Set(bad.flatMap(step => (byId.has(step.step.to) ? [step.step.to] : [])))], {
        key: walk.flow.id,
        weight: 'note',
        basis: { kind: 'derived', source: 'the steps of the flow, walked with two hands' },
        says: say`${walk.flow.name}: ${enumerate(
          bad.map(step => say`“${step.step.says}”: ${enumerate(step.troubles.map(trouble => trouble.says))}`),
          '; '
        )}.`
      })
    ]
  })
}

/** Rows in which another order would serve the flows better. */
function orderFindings(design: Design, orders: readonly BetterOrder[]): Finding[] {
  if (!design.flows.length || design.optionId === AS_FOUND) return []
  const byId = new Map(unitsInUse(design).map(unit => [unit.id, unit]))
  return orders.map(order => {
    const row = design.rows.find(row => row.id === order.row)!
    return finding('pilot.order', [...order.units], {
      key: order.row,
      weight: 'note',
      basis: { kind: 'derived', source: 'every order of the row tried against the flows' },
      says: messages.order(order),
      remedies: [
        {
          says: messages.orderRemedy({ name: order.name, units: order.units.map(id => byId.get(id)?.label ?? id) }),
          edits: [{ type: 'row.put', option: design.optionId, row: { ...row, units: order.units } }]
        }
      ]
    })
  })
}

function examineSeats(design: Design): PilotReport {
  const seats = seatsOf(design)
  const controls = controlsOf(design, unit =>
    seats.filter(seat => seat.unit === unit && seat.overReachMm <= 0).map(seat => seat.pilot)
  )
  const first = design.airframe.pilots[0]
  const within = { units: unitsInUse(design), airframe: design.airframe }
  const flows = (design.flows.length ? design.flows : proposedFlows(design)).map(flow => walkFlow(within, flow, first))
  const orders = betterOrders(
    design,
    flows.map(walk => walk.flow),
    first
  )
  return {
    findings: [
      ...basicT(design),
      ...singleControl(design, controls),
      ...seatFindings(design, seats, controls),
      ...scanFindings(design, seats),
      ...flowFindings(design, flows),
      ...orderFindings(design, orders)
    ],
    seats,
    ranking: ranked(design, seats),
    flows,
    orders,
    controls
  }
}

/**
 * Rank of place against use: degrees off the line of sight for the eye and millimetres of arm for the hand, averaged over
 * the pilots.
 */
function ranked(design: Design, seats: readonly Seat[]): Ranked[] {
  return unitsInUse(design)
    .flatMap((unit): Ranked[] => {
      const mine = seats.filter(seat => seat.unit === unit.id)
      const use = useOf(unit.item)
      if (mine.length === 0 || use.eye + use.hand === 0) return []
      const mean = (value: (seat: Seat) => number) => mine.reduce((sum, seat) => sum + value(seat), 0) / mine.length
      const degOff = mean(seat => Math.hypot(seat.sight.sideDeg, seat.sight.upDeg))
      const reachMm = mean(seat => seat.reachMm)
      return [
        {
          unit: unit.id,
          label: unit.label,
          eye: use.eye,
          hand: use.hand,
          degOff,
          reachMm,
          score: (use.eye * degOff) / FIELD.bestDeg + (use.hand * reachMm) / 700
        }
      ]
    })
    .sort((a, b) => b.score - a.score)
}
