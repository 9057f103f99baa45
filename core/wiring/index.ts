import type { Circuit } from '../power'
import type { Design, Finding } from '../design'
import { linkFindings } from './links'
import { listWires, type Wire } from './wires'

export { carried, possibleLinks, proposeLinks } from './links'
export { linkWireText, listWires, type Wire } from './wires'

export interface WiringReport {
  wires: Wire[]
  totalLengthMm: number
  totalMassKg: number
  findings: Finding[]
}

/** Examines links and lists every wire with its length. */
export function examineWiring(design: Design, circuits: readonly Circuit[]): WiringReport {
  const { wires, findings } = listWires(design, circuits)
  return {
    wires,
    totalLengthMm: wires.reduce((sum, wire) => sum + wire.lengthMm * wire.conductors, 0),
    totalMassKg: wires.reduce((sum, wire) => sum + wire.massKg, 0),
    findings: [...linkFindings(design), ...findings]
  }
}
