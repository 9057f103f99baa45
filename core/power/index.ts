import type { Design, Snag } from '../project'
import { designCircuits, type Circuit } from './circuit'
import { enduranceOf, enduranceSnags, type Endurance } from './endurance'
import { loadsByPhase, loadSnags, type PhaseLoad } from './load'

export { type Circuit } from './circuit'
export { dischargeHours, PEUKERT, type Endurance } from './endurance'
export { ALTERNATOR_SHARE, heaviest, loadWorking, unitAmps, type PhaseLoad } from './load'
export { allowableDropV, BREAKER_SIZES_A, GAUGES, gauge, gaugeForDrop, longestRunMm, resistanceOhm } from './wire'

export interface PowerReport { loads: PhaseLoad[], circuits: Circuit[], endurance: Endurance, snags: Snag[] }

/** Examines loads, circuits and endurance. */
export function examinePower(design: Design): PowerReport {
  const loads = loadsByPhase(design)
  const { circuits, snags } = designCircuits(design)
  const endurance = enduranceOf(design)
  return { loads, circuits, endurance, snags: [...snags, ...loadSnags(design, loads), ...enduranceSnags(design, endurance)] }
}
