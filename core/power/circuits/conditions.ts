import { electricUnits } from '../supply/electric'
import { perObject } from '../../cache'
import { legsOfWay, markOf, panelPlace, placesOnWay, type Run } from '../../airframe'
import { CABLE_KINDS, cablesOf } from '../../cables'
import type { Design, DesignUnit } from '../../design'
import { ampsAt, busV } from '../loads/load'
import { returnOf } from './return'
import type { Lie } from './ampacity'
import { BREAKER_SIZES_A, GAUGES } from './wire'
import { bundleFactor } from './ampacity'

/** What one leg of the routes holds. */
interface Bundle {
  wires: number
  amps: number
  couldA: number
}

/** Amps a thinnest wire for a load may carry in a bundle (table 11-9), by the breaker that would guard it. */
function couldCarry(amps: number, wireC: 105 | 150 | 200): number {
  const breaker = BREAKER_SIZES_A.find(size => size >= amps * 1.25) ?? Infinity
  return (GAUGES.find(gauge => (gauge.breakerA ?? 0) >= breaker) ?? GAUGES.at(-1)!).bundleA[wireC]
}

/** The wires on each leg of the routes: of every circuit there and, where it comes back by wire, back; and of every link. */
const bundlesOf = perObject((design: Design): ReadonlyMap<string, Bundle> => {
  const bundles = new Map<string, Bundle>()
  const { airframe } = design
  const panel = panelPlace(airframe)
  const put = (run: Run, more: Bundle) => {
    for (const leg of legsOfWay(airframe, run)) {
      const { wires, amps, couldA } = bundles.get(leg) ?? { wires: 0, amps: 0, couldA: 0 }
      bundles.set(leg, { wires: wires + more.wires, amps: amps + more.amps, couldA: couldA + more.couldA })
    }
  }
  const volts = busV(airframe.systemV)
  for (const unit of electricUnits(design)) {
    const { power } = unit.item
    if (!power || panel === undefined) continue
    const amps = ampsAt(power, volts)(power.typicalA * (power.duty ?? 1))
    const choice = design.circuits.find(circuit => circuit.unit === unit.id)
    const back = returnOf(airframe, unit, choice?.return)
    const couldA = couldCarry(Math.max(power.maxA, power.typicalA), airframe.wiring.wireC)
    const wire = { wires: 1, amps, couldA }
    put({ from: panel, to: unit.place.id, via: markOf(design, `${unit.id}-power`)?.via }, wire)
    if (back !== 'structure')
      put(
        {
          from: back === 'battery' ? airframe.battery.place : panel,
          to: unit.place.id,
          via: markOf(design, `${unit.id}-ground`)?.via
        },
        wire
      )
  }
  // Wires of signals lie in the bundle and carry next to nothing.
  for (const { kind, cores, run } of cablesOf(design).cables) {
    const each = GAUGES.find(gauge => gauge.awg === CABLE_KINDS[kind].awg)!.bundleA[airframe.wiring.wireC]
    put(run, { wires: cores.length, amps: 0, couldA: cores.length * each })
  }
  return bundles
})

/**
 * In what the wire of a unit lies: the hottest place on its way, and of the legs it shares with other wires the fullest; as
 * entered where the planner has said how many lie together.
 */
export function lieOf(design: Design, unit: DesignUnit): Lie {
  const { airframe } = design
  const { wiring } = airframe
  const panel = panelPlace(airframe)
  const run = panel && { from: panel, to: unit.place.id, via: markOf(design, `${unit.id}-power`)?.via }
  const ways = run ? placesOnWay(airframe, run) : []
  const ambientC = airframe.places
    .filter(place => ways.includes(place.id))
    .reduce((most, place) => Math.max(most, place.ambientC ?? wiring.ambientC), -Infinity)
  const counted = run
    ? legsOfWay(airframe, run).flatMap(leg => {
        const bundle = bundlesOf(design).get(leg)
        return bundle ? [bundle] : []
      })
    : []
  const asEntered = (bundle: { wires: number; share: number }) => ({
    bundleWires: wiring.bundleWires ?? bundle.wires,
    loadedShare: wiring.loadedShare ?? bundle.share
  })
  const fullest = counted
    .map(({ wires, amps, couldA }) =>
      asEntered({ wires, share: Math.min(1, Math.max(0.01, couldA > 0 ? amps / couldA : 0)) })
    )
    .reduce(
      (worst, stretch) =>
        bundleFactor(stretch.bundleWires, stretch.loadedShare) < bundleFactor(worst.bundleWires, worst.loadedShare)
          ? stretch
          : worst,
      asEntered({ wires: 1, share: 0.01 })
    )
  return {
    wireC: wiring.wireC,
    altitudeFt: wiring.altitudeFt,
    ambientC: Number.isFinite(ambientC) ? ambientC : wiring.ambientC,
    bundleWires: fullest.bundleWires,
    loadedShare: fullest.loadedShare,
    counted: wiring.bundleWires === undefined || wiring.loadedShare === undefined
  }
}

/**
 * Whether a wire lies within the conditions that table 11-3 states for itself: 57 °C ambient, 30,000 ft, bundles loaded to no
 * more than 20 % in sum (AC 43.13-1B, notes of table 11-3, from memory).
 */
export const chartHolds = ({ ambientC, altitudeFt, loadedShare }: Lie): boolean =>
  ambientC <= 57.3 && altitudeFt <= 30_000 && loadedShare <= 0.2 + 1e-9
/** Which of the chart’s conditions a wire lies outside of, in words. */
export const outsideOf = ({ ambientC, altitudeFt, loadedShare }: Lie): string[] => [
  ...(ambientC > 57.3 ? [`hotter than 57 °C`] : []),
  ...(altitudeFt > 30_000 ? ['higher than 30,000 ft'] : []),
  ...(loadedShare > 0.2 + 1e-9 ? ['its bundle loaded over 20 %'] : [])
]
