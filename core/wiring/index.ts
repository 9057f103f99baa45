import { cablesOf, type Chain } from '../cables'
import type { Circuit, Feeder } from '../power'
import { perObject, remembered, varied } from '../cache'
import { sameUnits, type Design, type DesignUnit, type Finding } from '../design'
import { disturbances, magnetometerFindings, type Disturbance } from './field/magnetometer'
import { ironFindings, ironNear, type IronNear } from './field/iron'
import { openingFindings, standingFindings, standingsOf, type Standing } from './field/standing'
import { billOf, type Bill } from './harness/bill'
import { bundlesOf, type Bundle } from './harness/bundles'
import { groundLoopFindings } from './harness/grounds'
import { jointsOf, type Joint } from './harness/joints'
import { pinFindings } from './harness/check'
import { reachFindings, wayFindings } from './harness/ways'
import { listWires, type Wire } from './harness/wires'
import { lampFindings } from './links/lamps'
import { linkFindings } from './links/check'
import { tubeFindings, tubeLines, type TubeLine } from './plumbing/lines'
import { antennaFindings, examineAntennas, type Antenna, type Apart } from './radio/antenna'
import { coaxFindings, radioChains, type RadioChain } from './radio/coax'

export { blockedWishes, blockedWords, type Blocked } from './links/blocked'
export { carried, joinPorts, possibleLinks } from './links/ports'
export { proposeLinks } from './links/propose'
export {
  explainDisturbance,
  fieldT,
  headingErrorDeg,
  leastDistanceMm,
  MOST_DEG,
  type Disturbance
} from './field/magnetometer'
export { ironClearMm, ironDeg, type IronNear } from './field/iron'
export { passes, shimMm, type Standing } from './field/standing'
export { MINUTES_AN_END, type Bill, type BillLine } from './harness/bill'
export { BEND, bundleDiameterMm, CLAMPS_MM, type Bundle } from './harness/bundles'
export { pinsAre } from './harness/check'
export { type Joint } from './harness/joints'
export { numberText, numberWires, retired } from './harness/numbers'
export { pinsFor, pinText, type PinAt } from './harness/pins'
export { mateText, shellOf, shellText, type Shell } from './harness/shell'
export { busMm, CAN_MM, STUB_MM } from './harness/ways'
export { coloursText, listWires, type Wire, type WireCore } from './harness/wires'
export { type TubeLine } from './plumbing/lines'
export { DRAG_FACTOR, dragLoadLb, LEAST_RIVETS, RIVETED_FOR, type Antenna, type Apart } from './radio/antenna'
export { BANDS, explainCoax, lossPer100Ft, quarterWaveMm, type RadioChain } from './radio/coax'

/** A CAN bus as it is led, each box by its id and what it is called. */
export type BusLed = Omit<Chain, 'nodes'> & {
  nodes: readonly { unit: { id: string; label: string }; port: { id: string } }[]
}
const asLed = ({ nodes, ...chain }: Chain): BusLed => ({
  nodes: nodes.map(({ unit, port }) => ({ unit: { id: unit.id, label: unit.label }, port: { id: port.id } })),
  ...chain
})

export interface WiringReport {
  wires: Wire[]
  totalLengthMm: number
  totalMassKg: number
  bundles: Bundle[]
  joints: Joint[]
  bill: Bill
  can: readonly BusLed[]
  radio: { chains: RadioChain[]; antennas: Antenna[]; apart: Apart[] }
  disturbances: Disturbance[]
  iron: IronNear[]
  standings: Standing[]
  tubes: TubeLine[]
  findings: Finding[]
}

/** Whether a wire may end at a unit, or what wires do to it is asked. */
const isWired = ({ item }: DesignUnit): boolean =>
  item.power !== undefined ||
  item.battery !== undefined ||
  item.ports.length > 0 ||
  item.provides.some(name => name === 'starter' || name === 'magnetic sensing')

const wiredUnits = perObject((design: Design) => design.units.filter(isWired), sameUnits)

/** All wires with what they make up and what is wrong with them. What has no wire leaves them as they are. */
const harnessOf = remembered((whole: Design, circuits: readonly Circuit[], feeders: readonly Feeder[]) => {
  const design = varied(whole, { units: wiredUnits(whole) })
  const { wires, findings } = listWires(design, circuits, feeders)
  const { chains: can } = cablesOf(design)
  const bundles = bundlesOf(design, wires)
  const joints = jointsOf(design, wires, { bundles, chains: can })
  const chains = radioChains(design, wires)
  const disturbed = disturbances(design, wires)
  return {
    wires,
    can: can.map(asLed),
    bundles,
    joints,
    bill: billOf(design, wires, { bundles, joints }),
    chains,
    disturbed,
    findings: [
      ...groundLoopFindings(design, circuits),
      ...findings,
      ...pinFindings(design, wires),
      ...wayFindings(design, wires, bundles),
      ...reachFindings(design, wires, can),
      ...coaxFindings(design, chains)
    ],
    disturbanceFindings: magnetometerFindings(design, disturbed)
  }
})

/** Examines who talks to whom, lists every wire with its length and pins, and looks at buses, ways, radio and magnetometers. */
export function examineWiring(
  design: Design,
  circuits: readonly Circuit[],
  feeders: readonly Feeder[] = []
): WiringReport {
  const { wires, bundles, joints, bill, can, chains, disturbed, ...found } = harnessOf(design, circuits, feeders)
  const aerials = examineAntennas(design)
  const iron = ironNear(design)
  const standings = standingsOf(design)
  const tubes = tubeLines(design)
  return {
    wires,
    totalLengthMm: wires.reduce((sum, wire) => sum + wire.lengthMm * wire.conductors, 0),
    totalMassKg: wires.reduce((sum, wire) => sum + wire.massKg, 0),
    bundles,
    joints,
    bill,
    can,
    radio: { chains, ...aerials },
    disturbances: disturbed,
    iron,
    standings,
    tubes,
    findings: [
      ...linkFindings(design),
      ...lampFindings(design),
      ...found.findings,
      ...antennaFindings(design, aerials),
      ...found.disturbanceFindings,
      ...ironFindings(design, iron),
      ...standingFindings(design, standings),
      ...openingFindings(design),
      ...tubeFindings(design, tubes)
    ]
  }
}
