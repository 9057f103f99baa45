import type { Supply } from '../document'
import type { Design, Finding } from '../design'
import { designCircuits, type Circuit } from './circuits/circuit'
import { circuitFindings, feedFindings } from './circuits/check'
import { enduranceFindings } from './endurance/check'
import { enduranceOf, type FlownEndurance } from './endurance/endurance'
import { feedersOf, heaviestPhases, type Feeder } from './circuits/feeder'
import { feederFindings } from './circuits/feeder-check'
import { loadsByPhase, type PhaseLoad } from './loads/phases'
import { loadFindings } from './loads/check'
import { powerModel } from './supply/model'
import { supplyFindings } from './supply/check'

export { breakerRows, BREAKER_MARGIN, designCircuits, type Circuit, type RowPlace } from './circuits/circuit'
export { explainCircuit, type CircuitFigure } from './circuits/explain'
export { RETURN_WORDS } from './circuits/return'
export { ampacityOf } from './circuits/ampacity'
export { DISCHARGE_BASIS, dischargeHours, openCircuitV, PEUKERT } from './endurance/discharge'
export {
  enduranceOf,
  explainEndurance,
  usualSettings,
  LANDING_MINUTES,
  type FlownEndurance
} from './endurance/endurance'
export type { Endurance, Lost } from './endurance/result'
export { isShed } from './endurance/shed'
export { ownBatteryMinutes, simulate } from './endurance/simulate'
export { Wired, type Failure } from './supply/wired'
export { withMoves, type Moves } from './supply/rescue'
export { feedersOf, type Feeder } from './circuits/feeder'
export { explainFeeder } from './circuits/feeder-explain'
export { fedBy } from './supply/feeding'
export { ALTERNATOR_BASIS, ALTERNATOR_SHARE, COIL, heaviest, loadsByPhase, type PhaseLoad } from './loads/phases'
export { busV, fieldA, phasesFlown, quotedA, unitAmps } from './loads/load'
export { loadWorking, overloadedPhases, phaseState } from './loads/check'
export {
  blocksOf,
  closed,
  coilsOf,
  CONDUCTOR_CELSIUS,
  positionsOf,
  DIODE_V,
  DIODES,
  MOST_DIODE_V,
  regulatedV
} from './supply/tie'
export { diodesOf, type Diodes } from './supply/diodes'
export { busOf, freeId, powerModel, PowerModel, sourcesOf, supplyOf, tieCells, type SourceAt } from './supply/model'
export { proposedSupply } from './supply/propose'
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
} from './endurance/search'
export { playScenes, withDeadField, type Scene } from './endurance/scenes'
export { oneLine, type LineEdge, type LineNode, type OneLine } from './drawing/one-line'
export { SWITCH_LOADS, switchDerating, switchFor, type SwitchLoad } from './circuits/switch'
export {
  allowableDropV,
  BREAKER_SIZES_A,
  DROP_TOLERANCE,
  DROP_BASIS,
  GAUGES,
  gauge,
  PROTECTOR_BASIS,
  resistanceOhm,
  WIRE_BASIS
} from './circuits/wire'

export interface PowerReport {
  supply: Supply
  loads: PhaseLoad[]
  circuits: Circuit[]
  feeders: Feeder[]
  endurance: FlownEndurance
  findings: Finding[]
}

/** The circuits of a design alone, for what only needs its wires. */
export const circuitsOf = (design: Design): Circuit[] => designCircuits(powerModel(design)).circuits

/**
 * Examines supply, loads, circuits and endurance.
 * @param trial one of many: feeders are asked in their heaviest phases and in no failure, and only the worst cruise is simulated
 */
export function examinePower(design: Design, trial = false): PowerReport {
  const model = powerModel(design)
  const loads = loadsByPhase(model)
  const { circuits, none } = designCircuits(model)
  const feeders = trial ? feedersOf(model, false, heaviestPhases(model)) : feedersOf(model)
  const endurance = enduranceOf(design, !trial)
  return {
    supply: model.supply,
    loads,
    circuits,
    feeders,
    endurance,
    findings: [
      ...supplyFindings(model),
      ...circuitFindings(model, circuits, none),
      ...feederFindings(model, feeders),
      ...feedFindings(model),
      ...loadFindings(model, loads),
      ...enduranceFindings(model, endurance)
    ]
  }
}
export { controlsOf, isSwitch, type Control } from './supply/control'
