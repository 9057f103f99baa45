import * as messages from './messages'
import { zoneFigure } from '../panel'
import type { Flow, FlowStep, Pilot, Row, Zone } from '../document'
import { perObject, remembered } from '../cache'
import { sameUnits, type Design, type DesignUnit } from '../design'
import { memberPlaces } from '../document'
import { armMm, type FacePoint, type Hand } from './sight'
import { type Phrase } from '../quantity'

/** Across less than this the hand does not turn back, it only shifts. Our assumption. */
const TURN_BACK_MM = 15
/** A hand farther than this on the other side of the body crosses the yoke and the other arm. Our assumption. */
const CROSS_MM = 250

/** Something wrong with a step: what kind of thing, and what of it. */
export interface Trouble {
  kind: 'not here' | 'no place' | 'hand held' | 'crosses' | 'out of reach'
  says: Phrase
}
export interface StepWalk {
  step: FlowStep
  at?: FacePoint
  hand: Hand
  travelMm: number
  /** What is wrong with it; empty when nothing is. */
  troubles: Trouble[]
  backTrack: boolean
}
export interface FlowWalk {
  flow: Flow
  steps: StepWalk[]
  lengthMm: number
  backTracks: number
  wrongHand: number
  outOfReach: number
  missing: number
}

/** Units that pilots have to do with: on the face, linked to others, or gone to in a flow. */
export const unitsInUse = perObject((design: Design) => {
  const used = new Set([
    ...design.links.flatMap(link => [link.from.unit, link.to.unit]),
    ...design.flows.flatMap(flow => flow.steps.map(step => step.to))
  ])
  return design.units.filter(unit => unit.at || used.has(unit.id))
}, sameUnits)

/** What a hand may go to. */
type Target = Pick<DesignUnit, 'id' | 'label' | 'at'> & { item: Pick<DesignUnit['item'], 'face' | 'body'> }
/** Of a design what hands go to. */
interface Within {
  units: readonly Pick<Target, 'id' | 'label' | 'at'>[]
  airframe: { panel: { zones: readonly Zone[] } }
}
/** Where a step's hand goes: a unit of this design, or a zone of the face. */
export function targetOf(design: Within, id: string): { name: string; at?: FacePoint } | undefined {
  const unit = design.units.find(unit => unit.id === id)
  if (unit) return { name: unit.label, at: unit.at }
  const zone = design.airframe.panel.zones.find(zone => zone.id === id && zone.side === 'face')
  if (!zone) return undefined
  const figure = zoneFigure(zone)
  return { name: zone.name, at: { xMm: figure.x, yMm: figure.y } }
}

/**
 * Walks a flow with a pilot's two hands: the way each hand goes from one thing to the next, where it turns back,
 * and steps that ask for a hand that is held elsewhere, crosses the body or does not reach.
 */
export function walkFlow(design: Within, flow: Flow, pilot: Pilot | undefined): FlowWalk {
  const where: Record<Hand, FacePoint | undefined> = { left: undefined, right: undefined }
  const course: Record<Hand, number> = { left: 0, right: 0 }
  const held: Record<Hand, string | undefined> = { left: undefined, right: undefined }
  const steps = flow.steps.map((step): StepWalk => {
    const target = targetOf(design, step.to)
    const troubles: Trouble[] = []
    if (!target)
      return {
        step,
        hand: step.hand === 'left' ? 'left' : 'right',
        travelMm: 0,
        backTrack: false,
        troubles: [{ kind: 'not here', says: messages.notInOption }]
      }
    const point = target.at
    const other = (hand: Hand): Hand => (hand === 'left' ? 'right' : 'left')
    const arm = (hand: Hand) => (point && pilot ? armMm(pilot, hand, point) : 0)
    // A hand that may be either is the free one, and of two free ones the nearer.
    const free = (['left', 'right'] as const).filter(hand => held[hand] === undefined || held[hand] === step.to)
    const hand: Hand =
      step.hand !== 'either' ? step.hand : free.length === 1 ? free[0]! : arm('left') <= arm('right') ? 'left' : 'right'
    if (held[hand] !== undefined && held[hand] !== step.to) {
      const busy = targetOf(design, held[hand]!)?.name ?? held[hand]!
      troubles.push({
        kind: 'hand held',
        says: messages.handBusy({ hand, busy, held: held[other(hand)], other: other(hand) })
      })
    }
    held[hand] = step.holds ? step.to : undefined
    if (!point)
      return {
        step,
        hand,
        travelMm: 0,
        backTrack: false,
        troubles: [...troubles, { kind: 'no place', says: messages.noPosition(target.name) }]
      }
    if (pilot) {
      const reach = arm(hand)
      if (reach > pilot.reachMm + 0.5)
        troubles.push({
          kind: 'out of reach',
          says: messages.outOfReach({ name: pilot.name, hand, reach, reachMm: pilot.reachMm })
        })
      const over = (point.xMm - pilot.shoulder.acrossMm) * (hand === 'left' ? 1 : -1)
      if (over > CROSS_MM) troubles.push({ kind: 'crosses', says: messages.handCrosses(hand) })
    }
    const before = where[hand]
    const dx = before ? point.xMm - before.xMm : 0
    const travelMm = before ? Math.hypot(dx, point.yMm - before.yMm) : 0
    const backTrack = Math.abs(dx) > TURN_BACK_MM && course[hand] !== 0 && Math.sign(dx) !== course[hand]
    if (Math.abs(dx) > TURN_BACK_MM) course[hand] = Math.sign(dx)
    where[hand] = point
    return { step, at: point, hand, travelMm, backTrack, troubles }
  })
  const count = (is: (step: StepWalk) => boolean) => steps.filter(is).length
  return {
    flow,
    steps,
    lengthMm: steps.reduce((sum, step) => sum + step.travelMm, 0),
    backTracks: count(step => step.backTrack),
    wrongHand: count(step => step.troubles.some(trouble => trouble.kind === 'hand held' || trouble.kind === 'crosses')),
    outOfReach: count(step => step.troubles.some(trouble => trouble.kind === 'out of reach')),
    missing: count(step => !step.at)
  }
}

/** Rows of up to this many are tried in every order; longer ones are bettered by exchanging two at a time. */
const ALL_ORDERS = 7

export interface BetterOrder {
  row: string
  name: string
  units: string[]
  lengthMm: number
  wasMm: number
  backTracks: number
  wereBackTracks: number
  /** Pairs that stand against the order of the start, from left to right. */
  outOfOrder: number
  wereOutOfOrder: number
}

/**
 * For each row of switches a better order for the flows that use it, when there is one: from left to right as they are used in a start
 * (common practice), then fewer turns back, then a shorter way.
 */
export const betterOrders = (design: Design, flows: readonly Flow[], pilot: Pilot | undefined): BetterOrder[] =>
  design.rows
    .filter(row => row.kind === 'row' && row.units.length > 2)
    .flatMap((row): BetterOrder[] => {
      const used = flows.filter(flow => flow.steps.filter(step => row.units.includes(step.to)).length > 1)
      if (used.length === 0) return []
      // Hundreds of orders are walked: what no hand goes to is left out.
      const named = new Set([...row.units, ...used.flatMap(flow => flow.steps.map(step => step.to))])
      const units = unitsInUse(design).flatMap(({ id, label, at, item: { face, body } }) =>
        named.has(id) ? [{ id, label, at, item: { face, body } }] : []
      )
      const { zones } = design.airframe.panel
      const best = bestOrder(JSON.stringify({ row, flows: used, pilot, units, zones } satisfies RowUse))
      return best ? [best] : []
    })

/** A row, the flows that use it, and where their hands go. */
interface RowUse {
  row: Row
  flows: readonly Flow[]
  pilot?: Pilot
  units: readonly Target[]
  zones: readonly Zone[]
}
/** By what it is told alone, in letters: flows that were only proposed are made anew each time. */
const START = /\bstart/i
/** Pairs of a row that a start uses the other way round, from left to right; none where no flow is a start. */
function outOfStartOrder(order: readonly string[], flows: readonly Flow[]): number {
  const start = flows.find(({ id, name }) => id === 'start' || START.test(name))
  const used = (start?.steps ?? []).map(step => step.to)
  const turns = order.map(id => used.indexOf(id)).filter(turn => turn >= 0)
  return turns.reduce((count, turn, i) => count + turns.slice(i + 1).filter(later => later < turn).length, 0)
}
const bestOrder = remembered((told: string): BetterOrder | undefined => {
  const { row, flows, pilot, units, zones } = JSON.parse(told) as RowUse
  const items = new Map(units.map(unit => [unit.id, unit.item]))
  const cost = (order: readonly string[]) => {
    const places = memberPlaces({ ...row, units: [...order] }, id => items.get(id))
    const moved = units.map(unit => (places.has(unit.id) ? { ...unit, at: places.get(unit.id)! } : unit))
    const walks = flows.map(flow => walkFlow({ units: moved, airframe: { panel: { zones } } }, flow, pilot))
    return {
      outOfOrder: outOfStartOrder(order, flows),
      lengthMm: walks.reduce((sum, walk) => sum + walk.lengthMm, 0),
      backTracks: walks.reduce((sum, walk) => sum + walk.backTracks, 0)
    }
  }
  const better = (a: ReturnType<typeof cost>, b: ReturnType<typeof cost>) =>
    a.outOfOrder !== b.outOfOrder
      ? a.outOfOrder < b.outOfOrder
      : a.backTracks < b.backTracks || (a.backTracks === b.backTracks && a.lengthMm < b.lengthMm - 0.5)
  const was = cost(row.units)
  let best = { units: [...row.units], ...was }
  const offer = (order: readonly string[]) => {
    const now = cost(order)
    if (better(now, best)) best = { units: [...order], ...now }
  }
  if (row.units.length <= ALL_ORDERS) for (const order of orders(row.units)) offer(order)
  else
    for (let found = true; found;) {
      const from = best
      for (let i = 0; i < row.units.length; i++)
        for (let j = i + 1; j < row.units.length; j++) {
          const next = [...from.units]
          ;[next[i], next[j]] = [next[j]!, next[i]!]
          offer(next)
        }
      found = best !== from
    }
  if (!better(best, was)) return undefined
  return {
    row: row.id,
    name: row.name,
    units: best.units,
    lengthMm: best.lengthMm,
    wasMm: was.lengthMm,
    backTracks: best.backTracks,
    wereBackTracks: was.backTracks,
    outOfOrder: best.outOfOrder,
    wereOutOfOrder: was.outOfOrder
  }
}, 24)
function* orders<T>(list: readonly T[]): Generator<T[]> {
  if (list.length <= 1) {
    yield [...list]
    return
  }
  for (let i = 0; i < list.length; i++)
    for (const rest of orders([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i]!, ...rest]
}

/** A stick that is off to one side of the pilot by more than this is a side stick. Our assumption. */
const SIDE_STICK_MM = 150
/**
 * Which hand is on the throttle, and which flies: the hand on a side stick flies; otherwise the throttle is taken by the hand on its
 * side of the pilot in command, and the other one flies (common practice). Either where no throttle or no pilot is known.
 */
function handsOf(
  design: Design,
  throttle: string | undefined,
  stick: string | undefined
): { throttle: FlowStep['hand']; free: FlowStep['hand'] } {
  const sideOf = (id: string | undefined): number | undefined => {
    const at = id === undefined ? undefined : targetOf(design, id)?.at
    const pilot = design.airframe.pilots[0]
    return at && pilot && at.xMm - pilot.shoulder.acrossMm
  }
  const [lever, column] = [sideOf(throttle), sideOf(stick)]
  if (lever === undefined) return { throttle: 'either', free: 'either' }
  const right = column !== undefined && Math.abs(column) > SIDE_STICK_MM ? column < 0 : lever >= 0
  return right ? { throttle: 'right', free: 'left' } : { throttle: 'left', free: 'right' }
}

/**
 * Flows to begin with, from what stands on this panel: start, go-around, alternator failure. Each is only an order of
 * hands, to be changed; the aeroplane's own handbook says what is done and when (common practice).
 */
export function proposedFlows(design: Design): Flow[] {
  const onFace = unitsInUse(design).filter(unit => unit.at)
  const named = (...words: string[]) =>
    onFace.find(unit => words.some(word => unit.label.toLowerCase().includes(word)))?.id
  const zoned = (...words: string[]) =>
    design.airframe.panel.zones.find(
      zone => zone.side === 'face' && words.some(word => zone.name.toLowerCase().includes(word))
    )?.id
  const giving = (...names: string[]) => onFace.find(unit => unit.item.provides.some(name => names.includes(name)))?.id
  const steps = (
    ...list: [says: string, to: string | undefined, hand?: FlowStep['hand'], holds?: boolean][]
  ): FlowStep[] =>
    list.flatMap(([says, to, hand = 'either', holds = false]) => (to === undefined ? [] : [{ says, to, hand, holds }]))
  const throttle = zoned('throttle', 'quadrant', 'power lever')
  const hands = handsOf(design, throttle, zoned('stick', 'yoke', 'control column'))
  return [
    {
      id: 'start',
      name: 'Start',
      steps: steps(
        ['Master on', named('master', 'battery')],
        ['Beacon on', named('beacon', 'anti-collision', 'strobe')],
        ['Fuel pump on', named('pump')],
        ['Throttle set and held', throttle, hands.throttle, true],
        ['Ignition', named('ignition', 'mag')],
        ['Starter', named('start'), hands.free],
        ['Oil pressure', giving('oil pressure')],
        ['Avionics on', named('avionics')],
        ['Lights', named('position', 'nav light')]
      )
    },
    // One hand flies: the hand on the throttle does the rest.
    {
      id: 'go-around',
      name: 'Go-around',
      steps: steps(
        ['Throttle forward', throttle, hands.throttle],
        ['Go-around or level', giving('go-around mode', 'level mode'), hands.throttle],
        ['Flaps', named('flap') ?? zoned('flap'), hands.throttle],
        ['Trim', named('trim') ?? zoned('trim'), hands.throttle]
      )
    },
    {
      id: 'alternator',
      name: 'Alternator failure',
      steps: steps(
        ['Volts and amps', giving('volts and amps')],
        ['Alternator off and on', named('alternator', 'alt ')],
        ['Shed: landing light', named('landing')],
        ['Shed: pitot heat', named('pitot')],
        ['Shed avionics not required', named('avionics')],
        ['Transponder', giving('transponder')]
      )
    }
  ].filter(flow => flow.steps.length > 1)
}
