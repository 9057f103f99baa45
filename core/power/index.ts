import type { Supply } from '../document'
import type { Design, Snag } from '../design'
import { designCircuits, type Circuit } from './circuit'
import { circuitSnags, enduranceSnags, feedSnags } from './complain'
import { enduranceOf, type Endurance } from './endurance'
import { feedersOf, feederSnags, type Feeder } from './feeder'
import { loadsByPhase, loadSnags, type PhaseLoad } from './load'
import { supplyOf, supplySnags } from './supply'

export { breakerRows, BREAKER_MARGIN, type Circuit, type RowPlace } from './circuit'
export { ampacityOf, bundleFactor, altitudeFactor, freeAirA, harnessTotalA } from './ampacity'
export { DISCHARGE_BASIS, dischargeHours, PEUKERT } from './discharge'
export { enduranceOf, isShed, simulate, usualSettings, type Endurance } from './endurance'
export { Wired, type Failure } from './wired'
export { type Feeder } from './feeder'
export { fedBy } from './feeding'
export {
  ALTERNATOR_BASIS,
  ALTERNATOR_SHARE,
  COIL,
  heaviest,
  loadsByPhase,
  loadWorking,
  quotedA,
  unitAmps,
  type PhaseLoad
} from './load'
export {
  busOf,
  closed,
  CONDUCTOR_CELSIUS,
  positionsOf,
  DIODE_V,
  freeId,
  proposedSupply,
  regulatedV,
  sourcesOf,
  supplyOf,
  tieCells,
  type SourceAt
} from './supply'
export {
  backupFor,
  backupOffers,
  enduranceRange,
  shortestShed,
  withBackup,
  type BackupAnswer,
  type BackupOffer,
  type EnduranceRange,
  type ShedAnswer
} from './search'
export { playScenes, type Scene } from './scenes'
export { oneLine, type LineEdge, type LineNode, type OneLine } from './one-line'
export { SWITCH_LOADS, switchDerating, switchFor, type SwitchLoad } from './switch'
export {
  allowableDropV,
  BREAKER_SIZES_A,
  DROP_BASIS,
  GAUGES,
  gauge,
  gaugeForDrop,
  longestRunMm,
  PROTECTOR_BASIS,
  resistanceOhm,
  WIRE_BASIS
} from './wire'

export interface PowerReport {
  supply: Supply
  loads: PhaseLoad[]
  circuits: Circuit[]
  feeders: Feeder[]
  endurance: Endurance
  snags: Snag[]
}

/** The circuits of a design alone, for what only needs its wires. */
export const circuitsOf = (design: Design): Circuit[] => designCircuits(design, supplyOf(design)).circuits

/** Examines supply, loads, circuits and endurance. */
export function examinePower(design: Design): PowerReport {
  const supply = supplyOf(design)
  const loads = loadsByPhase(design, supply)
  const { circuits, none } = designCircuits(design, supply)
  const feeders = feedersOf(design, supply)
  const endurance = enduranceOf(design)
  return {
    supply,
    loads,
    circuits,
    feeders,
    endurance,
    snags: [
      ...supplySnags(design, supply),
      ...circuitSnags(design, circuits, none),
      ...feederSnags(design, supply, feeders),
      ...feedSnags(design, supply),
      ...loadSnags(design, loads),
      ...enduranceSnags(design, supply, endurance)
    ]
  }
}
