import { cutLengthMm, panelPlace, runsOf } from '../airframe'
import type { Design, DesignUnit, Snag, Working } from '../project'
import { formatAmps, toFeet } from '../quantity'
import { ampsAt } from './load'
import { allowableDropV, BREAKER_SIZES_A, DROP_BASIS, DROP_TOLERANCE, GAUGES, PROTECTOR_BASIS, gauge, resistanceOhm, WIRE_BASIS, type Gauge } from './wire'

/** Load that a breaker must carry for good without tripping: 125 % of the steady amps (common practice). */
export const BREAKER_MARGIN = 1.25
/** Conductor temperature assumed for the drop, °C: a warm day behind a panel. Our default. */
export const CONDUCTOR_CELSIUS = 50
/** Thinnest wire proposed for power: table 11-3 begins here. */
const THINNEST_AWG = 22

export interface Circuit {
  unit: string
  label: string
  /** Steady amps at most, and amps for a short while (transmitting). */
  steadyA: number
  briefA: number
  breakerA: number
  awg: number
  /** Out and return, in mm of wire. */
  outMm: number
  returnMm: number
  dropV: number
  dropLimitV: number
  /** What the app would choose; differs from the above where the planner decided otherwise. */
  proposed: { breakerA: number, awg: number }
  workings: { breaker: Working, wire: Working, drop: Working }
}

function need(unit: DesignUnit, systemV: 12 | 14 | 28): { steadyA: number, briefA: number } {
  const power = unit.item.power!
  const scale = ampsAt(power, systemV)
  const steadyA = scale(power.maxA)
  return { steadyA, briefA: Math.max(steadyA, scale(power.transmitA ?? 0)) }
}

/** The first limit that a wire breaks on a circuit, in words; undefined when it keeps them all. */
function brokenLimit(wire: Gauge, breakerA: number, steadyA: number, briefA: number, runMm: number, systemV: 12 | 14 | 28): string | undefined {
  const ohm = resistanceOhm(wire, runMm, CONDUCTOR_CELSIUS)
  const keeps = (amps: number, duty: 'continuous' | 'intermittent') => amps * ohm <= allowableDropV(systemV, duty) * (1 + DROP_TOLERANCE)
  if (wire.breakerA === undefined || wire.breakerA < breakerA) return `a ${breakerA} A breaker does not protect it`
  if (wire.bundleA[150] < steadyA) return `it carries ${wire.bundleA[150]} A in a bundle`
  if (!keeps(steadyA, 'continuous')) return `it drops ${(steadyA * ohm).toFixed(2)} V at the steady load`
  if (!keeps(briefA, 'intermittent')) return `it drops ${(briefA * ohm).toFixed(2)} V at the brief load`
  return undefined
}

function wireFor(breakerA: number, steadyA: number, briefA: number, runMm: number, systemV: 12 | 14 | 28): { wire: Gauge, decided: string } | undefined {
  let decided = 'it is the thinnest of the chart'
  for (const wire of GAUGES) {
    if (wire.awg > THINNEST_AWG) continue
    const broken = brokenLimit(wire, breakerA, steadyA, briefA, runMm, systemV)
    if (broken === undefined) return { wire, decided }
    decided = `AWG ${wire.awg}: ${broken}`
  }
  return undefined
}

/**
 * One circuit for each unit that takes current: breaker from 125 % of the steady load or the transmit load,
 * whichever is more; the thinnest wire that passes the protector chart (AC 43.13-1B table 11-3), the bundle
 * ampacity for 150 °C wire (table 11-9) and the allowable drop (table 11-6), over out and return.
 * @returns circuits, and what is wrong with them
 */
export function designCircuits(design: Design): { circuits: Circuit[], snags: Snag[] } {
  const { airframe } = design
  const bus = panelPlace(airframe)
  const runs = runsOf(airframe)
  const choices = new Map(design.circuits.map(choice => [choice.unit, choice]))
  const circuits: Circuit[] = []
  const snags: Snag[] = []
  for (const unit of design.units) {
    if (!unit.item.power || unit.item.power.maxA === 0) continue
    const outMm = bus === undefined ? undefined : cutLengthMm(airframe, runs, bus, unit.place.id)
    if (outMm === undefined) {
      snags.push({
        id: `power.no-route:${unit.id}`, code: 'power.no-route', weight: 'needs a decision', subjects: [unit.id], remedies: [],
        basis: { kind: 'entered', source: 'route table of the airframe' },
        text: `${unit.label} stands at ${unit.place.name}, and no route leads there from the panel, so its wire cannot be measured. Add a leg to the route table in Wire.`
      })
      continue
    }
    const { steadyA, briefA } = need(unit, airframe.systemV)
    const wanted = Math.max(steadyA * BREAKER_MARGIN, briefA)
    const proposedBreaker = BREAKER_SIZES_A.find(size => size >= wanted - 1e-9)
    const run = outMm * 2
    const choice = choices.get(unit.id)
    const breakerA = choice?.breakerA ?? proposedBreaker
    const proposal = breakerA === undefined ? undefined : wireFor(breakerA, steadyA, briefA, run, airframe.systemV)
    if (breakerA === undefined || proposal === undefined || proposedBreaker === undefined) {
      snags.push({
        id: `power.no-wire:${unit.id}`, code: 'power.no-wire', weight: 'stops work', subjects: [unit.id], remedies: [],
        measured: wanted, unit: 'A', limit: BREAKER_SIZES_A.at(-1)!, basis: PROTECTOR_BASIS,
        text: `${unit.label} wants ${formatAmps(wanted)}; no breaker and wire of the tables carries that over ${toFeet(run).toFixed(0)} ft out and back.`
      })
      continue
    }
    const awg = choice?.awg ?? proposal.wire.awg
    const wire = gauge(awg)
    const dropV = steadyA * resistanceOhm(wire, run, CONDUCTOR_CELSIUS)
    const dropLimitV = allowableDropV(airframe.systemV, 'continuous')
    circuits.push({
      unit: unit.id, label: unit.label, steadyA, briefA, breakerA, awg, outMm, returnMm: outMm, dropV, dropLimitV,
      proposed: { breakerA: proposedBreaker, awg: proposal.wire.awg },
      workings: {
        breaker: {
          formula: 'smallest standard breaker ≥ max(1.25 · I steady, I brief)',
          inputs: [
            { symbol: 'I steady', meaning: 'most steady amps', value: steadyA, unit: 'A', from: `catalogue entry ${unit.item.name}` },
            { symbol: 'I brief', meaning: 'amps for a short while', value: briefA, unit: 'A', from: `catalogue entry ${unit.item.name}` }
          ],
          result: { value: proposedBreaker, unit: 'A' }, basis: { kind: 'common practice' }
        },
        wire: {
          formula: 'thinnest wire with: protector ≥ breaker, bundle amps ≥ I steady, drops within limits',
          inputs: [
            { symbol: 'breaker', meaning: 'breaker of this circuit', value: breakerA, unit: 'A', from: choice?.breakerA ? 'your choice' : 'breaker working' },
            { symbol: 'protects to', meaning: `largest breaker for AWG ${proposal.wire.awg}`, value: proposal.wire.breakerA!, unit: 'A', from: PROTECTOR_BASIS.source! },
            { symbol: 'bundle amps', meaning: `AWG ${proposal.wire.awg}, 150 °C wire`, value: proposal.wire.bundleA[150], unit: 'A', from: WIRE_BASIS.source! },
            { symbol: 'thinner', meaning: 'why not', value: proposal.decided, unit: '', from: 'the same tables' }
          ],
          result: { value: proposal.wire.awg, unit: 'AWG' }, basis: PROTECTOR_BASIS
        },
        drop: {
          formula: 'V = I · r · (L out + L return) · (234.5 + T) / 254.5',
          inputs: [
            { symbol: 'I', meaning: 'most steady amps', value: steadyA, unit: 'A', from: `catalogue entry ${unit.item.name}` },
            { symbol: 'r', meaning: `AWG ${awg} at 20 °C`, value: wire.ohmsPerKft, unit: 'Ω/1000 ft', from: WIRE_BASIS.source! },
            { symbol: 'L out', meaning: 'panel to unit, with loop and waste', value: toFeet(outMm), unit: 'ft', from: 'route table' },
            { symbol: 'L return', meaning: 'unit to ground block', value: toFeet(outMm), unit: 'ft', from: 'assumed as long as the way out' },
            { symbol: 'T', meaning: 'conductor temperature', value: CONDUCTOR_CELSIUS, unit: '°C', from: 'our assumption' }
          ],
          result: { value: dropV, unit: 'V' }, basis: WIRE_BASIS
        }
      }
    })
    if (wire.breakerA !== undefined && breakerA > wire.breakerA) snags.push({
      id: `power.protector:${unit.id}`, code: 'power.protector', weight: 'stops work', subjects: [unit.id],
      measured: breakerA, limit: wire.breakerA, unit: 'A', basis: PROTECTOR_BASIS,
      text: `The ${breakerA} A breaker of ${unit.label} does not protect its AWG ${awg} wire, which wants ${wire.breakerA} A at most. A short would burn the wire first.`,
      remedies: [{ text: `Use AWG ${proposal.wire.awg} wire.`, edits: [{ type: 'circuit.set', option: design.optionId, circuit: { unit: unit.id, breakerA, awg: proposal.wire.awg as 22 } }] }]
    })
    if (breakerA < steadyA) snags.push({
      id: `power.breaker-small:${unit.id}`, code: 'power.breaker-small', weight: 'needs a decision', subjects: [unit.id],
      measured: steadyA, limit: breakerA, unit: 'A', basis: { kind: 'entered', source: 'your choice for this circuit' },
      text: `${unit.label} takes ${formatAmps(steadyA)} and its breaker is ${breakerA} A: it will trip.`,
      remedies: [{ text: `Go back to the proposed ${proposedBreaker} A.`, edits: [{ type: 'circuit.clear', option: design.optionId, unit: unit.id }] }]
    })
    if (dropV > dropLimitV * (1 + DROP_TOLERANCE)) snags.push({
      id: `power.drop:${unit.id}`, code: 'power.drop', weight: 'needs a decision', subjects: [unit.id],
      measured: dropV, limit: dropLimitV, unit: 'V', basis: DROP_BASIS,
      text: `The wire of ${unit.label} drops ${dropV.toFixed(2)} V over ${toFeet(run).toFixed(1)} ft; ${dropLimitV} V is allowed.`,
      remedies: [{ text: `Use AWG ${proposal.wire.awg} wire.`, edits: [{ type: 'circuit.set', option: design.optionId, circuit: { unit: unit.id, awg: proposal.wire.awg as 22 } }] }]
    })
  }
  return { circuits, snags }
}
