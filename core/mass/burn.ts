import { CLOSE, type LoadedStation, type LoadedState } from './states'

/** In what order tanks are emptied: the two that move the centre of gravity most, one each way. */
export type BurnOrder = 'aft tanks first' | 'forward tanks first'
/** A moment of a flight on which all fuel is burnt in one order. */
export interface BurnState extends LoadedState {
  order: BurnOrder
  fuelLeftKg: number
}

type StateOf = (massKg: number, momentKgMm: number) => LoadedState

/** How far outside its limits a state is, in mm; 0 or less within them, infinite where the envelope has none at that mass. */
const beyond = ({ limitsMm, armMm }: LoadedState): number =>
  limitsMm === undefined ? Infinity : Math.max(limitsMm[0] - armMm, armMm - limitsMm[1])

/**
 * Masses at which the centre may be furthest outside while one tank is emptied: its ends, the corners of the envelope between them,
 * and between two corners where the arm, a + C / m, runs parallel to the side of the envelope.
 */
function turningMasses(
  full: { massKg: number; momentKgMm: number },
  { massKg: burnt, armMm }: { massKg: number; armMm: number },
  envelope: readonly (readonly [number, number])[]
): number[] {
  const [high, low] = [full.massKg, full.massKg - burnt]
  const within = (mass: number) => mass > low && mass < high
  // moment = M₀ + a (m − m₀), so arm = a + (M₀ − a m₀) / m.
  const c = full.momentKgMm - armMm * full.massKg
  const parallel = envelope.flatMap(([x0, y0], index) => {
    const [x1, y1] = envelope[(index + 1) % envelope.length]!
    const slope = (x1 - x0) / (y1 - y0)
    return Number.isFinite(slope) && slope !== 0 ? [Math.sqrt(-c / slope)] : []
  })
  // Below and above each corner, where limits may jump: by more than what still counts as the corner itself.
  const corners = envelope.flatMap(([, mass]) => [mass - 10 * CLOSE, mass, mass + 10 * CLOSE])
  return [high, low, ...[...corners, ...parallel].filter(within)]
}

/** The states of a flight in one order of the tanks, from full to empty, at which the centre can be furthest outside. */
function burnIn(
  order: BurnOrder,
  dry: { massKg: number; momentKgMm: number },
  tanks: readonly LoadedStation[],
  { envelope, stateOf }: { envelope: readonly (readonly [number, number])[]; stateOf: StateOf }
): BurnState[] {
  const sorted = [...tanks].sort((a, b) => (order === 'aft tanks first' ? b.armMm - a.armMm : a.armMm - b.armMm))
  let massKg = sorted.reduce((sum, tank) => sum + tank.massKg, dry.massKg)
  let momentKgMm = sorted.reduce((sum, tank) => sum + tank.massKg * tank.armMm, dry.momentKgMm)
  const states: BurnState[] = []
  for (const tank of sorted) {
    const full = { massKg, momentKgMm }
    for (const mass of turningMasses(full, tank, envelope).sort((a, b) => b - a)) {
      const moment = momentKgMm - tank.armMm * (massKg - mass)
      states.push({ ...stateOf(mass, moment), order, fuelLeftKg: mass - dry.massKg })
    }
    massKg -= tank.massKg
    momentKgMm -= tank.massKg * tank.armMm
  }
  return states
}

/**
 * The ways along which fuel can be burnt, and the state furthest outside on them. Of all that can be left in the tanks at a weight,
 * emptying the aft tanks first leaves the centre furthest forward and emptying the forward ones first furthest aft: what is within on
 * both ways is within in any order.
 * @param dry the aircraft loaded, without fuel
 * @returns the states of both ways in their order, and the worst of them that is outside
 */
export function burnOf(
  dry: { massKg: number; momentKgMm: number },
  tanks: readonly LoadedStation[],
  asked: { envelope: readonly (readonly [number, number])[]; stateOf: StateOf; mostKg: number }
): { ways: BurnState[][]; worst?: BurnState } {
  const orders: BurnOrder[] = tanks.length > 1 ? ['aft tanks first', 'forward tanks first'] : ['aft tanks first']
  const ways = tanks.length ? orders.map(order => burnIn(order, dry, tanks, asked)) : []
  // What is heavier than it may be is told as that.
  const outside = ways.flat().filter(state => !state.inside && state.massKg <= asked.mostKg)
  const worst = outside.sort((a, b) => beyond(b) - beyond(a))[0]
  return { ways, ...(worst && { worst }) }
}
