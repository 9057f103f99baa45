import * as messages from '../messages'
import type { Design, DesignUnit, Working } from '../../design'
import { altitude, enumerate, say, type Phrase } from '../../quantity'
import type { PowerModel } from '../supply/model'
import { busV } from '../loads/load'
import { ampacityOf, conductorC, DERATING_BASIS, type Lie } from './ampacity'
import { BREAKER_MARGIN, mostProtectorA, needOf, Planner, protects, START_BEARS, type Plan } from './circuit'
import { chartHolds } from './conditions'
import { RETURN_BASIS, RETURN_WORDS } from './return'
import { switchWorking } from './switch'
import { BREAKER_SIZES_A, COPPER_ZERO_C, DROP_BASIS, gauge, PROTECTOR_BASIS, WIRE_BASIS, type Gauge } from './wire'

export type CircuitFigure = 'breaker' | 'wire' | 'drop' | 'switch'
/** How a figure of a unit's circuit came about; undefined where the unit has no circuit. */
export function explainCircuit(model: PowerModel, unit: string, figure: CircuitFigure): Working | undefined {
  const planner = new Planner(model)
  const taking = planner.unit(unit)
  const plan = taking && planner.plan(taking)
  if (!plan || !('circuit' in plan)) return undefined
  const { airframe } = model.design
  switch (figure) {
    case 'breaker':
      return breakerWorking(plan, airframe.systemV)
    case 'wire':
      return wireWorking(plan, airframe.systemV)
    case 'drop':
      return dropWorking(plan, airframe)
    case 'switch':
      return switchWorking(
        plan.circuit.steadyA,
        airframe.systemV,
        plan.circuit.switch.load,
        entry(plan.unit, airframe.systemV)
      )
  }
}

/** Where the amps of a unit come from: its entry, and whether they were scaled to the volts of the bus. */
function entry({ item }: DesignUnit, systemV: 12 | 14 | 28): Phrase | string {
  const { load, atV } = item.power!
  const said = `catalogue entry ${item.name}`
  return messages.atOtherVolts({ load, said, atV, busV: busV(systemV) })
}

function breakerWorking({ circuit, group, all }: Plan, systemV: 12 | 14 | 28): Working {
  const many = group.length > 1
  const from = many ? 'total of the above' : entry(group[0]!, systemV)
  const input = (symbol: string, meaning: string, value: number) => ({ symbol, meaning, value, unit: 'A', from })
  return {
    formula: messages.breakerFormula({ breakerMargin: BREAKER_MARGIN, startBears: START_BEARS }),
    inputs: [
      ...(many ? group : []).map(unit => ({
        symbol: unit.label,
        meaning: 'most steady amps',
        value: needOf(unit, systemV).steadyA,
        unit: 'A',
        from: entry(unit, systemV)
      })),
      input('I steady', 'most steady amps', all.steadyA),
      input('I brief', 'amps for a short while; of several units the largest rise', all.briefA),
      input('I minimum voltage', 'at the minimum voltage of each: constant power draws more', all.lowVoltsA),
      ...(all.startA > 0 ? [input('I start', 'for a moment, when one is switched on', all.startA)] : []),
      {
        symbol: 'sizes',
        meaning: 'that can be bought',
        value: enumerate(BREAKER_SIZES_A, '; '),
        unit: 'A',
        from: 'common practice'
      },
      {
        symbol: 'in force',
        meaning: circuit.breakerA === circuit.proposed.breakerA ? 'as proposed' : 'your choice',
        value: circuit.breakerA,
        unit: 'A',
        from: 'this circuit'
      }
    ],
    result: { value: circuit.proposed.breakerA, unit: 'A' },
    basis: { kind: 'common practice' }
  }
}

function wireWorking({ circuit, unit, proposal, breakerBy }: Plan, systemV: 12 | 14 | 28): Working {
  const { protector, breakerA, lie, steadyA, briefA } = circuit
  const { wire } = proposal
  return {
    formula: messages.wireFormula(COPPER_ZERO_C),
    inputs: [
      { symbol: protector, meaning: 'of this circuit', value: breakerA, unit: 'A', from: breakerBy },
      {
        symbol: 'table 11-3',
        meaning: `largest ${protector} for AWG ${wire.awg}`,
        value: protects(wire, protector)!,
        unit: 'A',
        from: PROTECTOR_BASIS.source!
      },
      {
        symbol: 'protects to',
        meaning: chartHolds(lie)
          ? 'within the conditions the table states'
          : 'outside the conditions the table states: no more than it carries',
        value: mostProtectorA(wire, protector, lie),
        unit: 'A',
        from: `${PROTECTOR_BASIS.source!}, its notes`
      },
      ...ampacityInputs(wire, lie),
      {
        symbol: 'I steady',
        meaning: 'most steady amps',
        value: steadyA,
        unit: 'A',
        from: entry(unit, systemV)
      },
      { symbol: 'I brief', meaning: 'for a short while', value: briefA, unit: 'A', from: 'the same entry' },
      ...dropInputs(circuit, wire),
      { symbol: 'thinner', meaning: 'why not', value: proposal.decided, unit: '', from: 'the same tables' }
    ],
    result: { value: wire.awg, unit: 'AWG' },
    basis: PROTECTOR_BASIS
  }
}

/** What a drop is reckoned from, of a gauge. */
function dropInputs(circuit: Plan['circuit'], wire: Gauge): Working['inputs'] {
  return [
    {
      symbol: 'r',
      meaning: `AWG ${wire.awg} at 20 °C`,
      value: wire.ohmsPerKft,
      unit: 'Ω/1000 ft',
      from: WIRE_BASIS.source!
    },
    {
      symbol: 'L',
      meaning: `routed wire length, with loops, without waste; return by ${RETURN_WORDS[circuit.return]}`,
      value: circuit.liesMm,
      unit: 'mm of wire',
      from: 'route table'
    },
    {
      symbol: 'R structure',
      meaning: 'of the bonded structure in its way',
      value: circuit.structureOhm,
      unit: 'Ω',
      from: RETURN_BASIS.source!
    },
    {
      symbol: 'T',
      meaning: 'conductor: ambient + (rating − ambient) · (I / what it carries)²',
      value: conductorC(circuit.steadyA * Math.sqrt(circuit.duty), ampacityOf(wire, circuit.lie).amps, circuit.lie),
      unit: '°C',
      from: 'derived'
    },
    {
      symbol: 'limit',
      meaning: `allowable drop, ${circuit.intermittent ? 'intermittent' : 'steady'}`,
      value: circuit.dropLimitV,
      unit: 'V',
      from: DROP_BASIS.source!
    },
    {
      symbol: 'limit brief',
      meaning: 'allowable drop, intermittent',
      value: circuit.briefDropLimitV,
      unit: 'V',
      from: DROP_BASIS.source!
    }
  ]
}

function dropWorking({ circuit, unit }: Plan, airframe: Design['airframe']): Working {
  const { steadyA, awg, dropV } = circuit
  return {
    formula: messages.dropFormula(COPPER_ZERO_C),
    inputs: [
      { symbol: 'I', meaning: 'most steady amps', value: steadyA, unit: 'A', from: entry(unit, airframe.systemV) },
      ...dropInputs(circuit, gauge(awg)),
      ...ampacityInputs(gauge(awg), circuit.lie)
    ],
    result: { value: dropV, unit: 'V' },
    basis: WIRE_BASIS
  }
}

function ampacityInputs(wire: Gauge, lie: Lie): Working['inputs'] {
  const { freeA, bundle, altitude: thin, amps } = ampacityOf(wire, lie)
  const counted = lie.counted ? 'counted on the routes' : 'airframe'
  return [
    {
      symbol: 'free air',
      meaning: messages.wireInHeat({ awg: wire.awg, wireC: lie.wireC, ambientC: lie.ambientC }),
      value: freeA,
      unit: 'A',
      from: DERATING_BASIS.source!
    },
    {
      symbol: 'bundle',
      meaning: messages.bundleLoad({
        bundleWires: lie.bundleWires,
        loadedShare: lie.loadedShare,
        counted
      }),
      value: bundle,
      unit: '',
      from: DERATING_BASIS.source!
    },
    {
      symbol: 'height',
      meaning: say`${altitude(lie.altitudeFt)}`,
      value: thin,
      unit: '',
      from: DERATING_BASIS.source!
    },
    { symbol: 'carries', meaning: 'free air · bundle · height', value: amps, unit: 'A', from: 'this working' }
  ]
}
