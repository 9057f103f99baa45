import { screenName } from '../../quantity'
import { explainArm, explainLoading, explainUsefulLoad } from '../../mass'
import { explainMoney, laterOf } from '../../money'
import { explainBend, explainTray, placedOn } from '../../panel'
import {
  explainCircuit,
  explainEndurance,
  explainFeeder,
  heaviest,
  loadWorking,
  powerModel,
  type CircuitFigure
} from '../../power'
import { WEIGHTS, type Design, type FigureOf, type Working, type FigureKind } from '../../design'
import { explainCoax, explainDisturbance } from '../../wiring'
import { actedOn, type Report } from './examine'

/** What a figure is worked out from: the design, and what was found of it. */
interface Asked {
  design: Design
  report: Report
  of: string
}

const ofCircuit =
  (figure: CircuitFigure) =>
  ({ design, of }: Asked) =>
    explainCircuit(powerModel(design), of, figure)
const ofFeeder =
  (figure: 'rating' | 'wire') =>
  ({ design, report, of }: Asked) => {
    const feeder = report.power.feeders.find(feeder => feeder.tie === of)
    return feeder && explainFeeder(powerModel(design), feeder, figure)
  }

/** Every kind of figure that can say how it came about. */
const EXPLAINED: Readonly<Record<FigureKind, (asked: Asked) => Working | undefined>> = {
  'money': ({ design, report }) => explainMoney(design, report.money),
  // Named by the months and the unit.
  'later': ({ design, of }) => {
    const [months, unit] = of.split(/ (.*)/s)
    return laterOf(design, Number(months)).find(later => later.unit === unit)?.working
  },
  'useful load': ({ design, report }) => explainUsefulLoad(design, report.mass),
  'arm': ({ report }) => explainArm(report.mass),
  'loading': ({ report, of }) => explainLoading(report.mass, of),
  'amps': ({ design, report }) => loadWorking(powerModel(design), heaviest(report.power.loads)),
  'load': ({ design, report, of }) => {
    const load = report.power.loads.find(load => load.phase === of)
    return load && loadWorking(powerModel(design), load)
  },
  'minutes': ({ design, report }) => explainEndurance(design, report.power.endurance),
  'metal': explainMetal,
  'wires': explainWires,
  'rules': explainRules,
  'findings': explainFindings,
  'bend': ({ design, report, of }) => {
    const bend = report.strength.bends.find(bend => bend.unit === of)
    return bend && explainBend(design, bend, placedOn(design))
  },
  'tray': ({ design, of }) => explainTray(design, placedOn(design), of),
  'coax': ({ report, of }) => {
    const chain = report.wiring.radio.chains.find(chain => chain.link === of)
    return chain && explainCoax(chain)
  },
  'magnetometer': ({ report, of }) => {
    const found = report.wiring.disturbances.find(
      disturbance => `${disturbance.magnetometer} ${disturbance.wire}` === of
    )
    return found && explainDisturbance(found)
  },
  'circuit breaker': ofCircuit('breaker'),
  'circuit wire': ofCircuit('wire'),
  'circuit drop': ofCircuit('drop'),
  'circuit switch': ofCircuit('switch'),
  'feeder rating': ofFeeder('rating'),
  'feeder wire': ofFeeder('wire')
}

/**
 * How a figure came about: all that it was worked out from, and where that comes from. Made when it is asked for, by the same
 * functions that worked the figure out.
 * @returns undefined where there is no such figure in this design
 */
export const explain = (design: Design, report: Report, { kind, of }: FigureOf): Working | undefined =>
  EXPLAINED[kind]({ design, report, of })

function explainMetal({ design, report: { panel } }: Asked): Working {
  return {
    formula: 'minimum distance between any two holes, or a hole and the edge of the sheet',
    inputs: [
      {
        symbol: 'between',
        meaning: panel.leastMetalBetween?.join(' and ') ?? 'no holes yet',
        value: panel.leastMetalMm ?? '—',
        unit: 'mm',
        from: `positions in ${screenName('panel')}, cutouts of the catalogue entries`
      },
      {
        symbol: 'wanted',
        meaning: 'minimum web between holes',
        value: design.airframe.panel.leastWebMm,
        unit: 'mm',
        from: 'panel'
      },
      {
        symbol: 'cut away',
        meaning: 'area of holes over area of sheet',
        value: panel.cutShare * 100,
        unit: '%',
        from: 'the same'
      }
    ],
    result: { value: panel.leastMetalMm ?? Infinity, unit: 'mm' },
    basis: { kind: 'derived', source: 'distance between circles and rectangles' }
  }
}

function explainWires({ report: { wiring } }: Asked): Working {
  return {
    formula: 'power + ground + main + links',
    inputs: [
      ...(['power', 'ground'] as const).map(kind => ({
        symbol: kind,
        meaning: `${kind} wires`,
        value: wiring.wires.filter(wire => wire.kind === kind).length,
        unit: '',
        from: 'circuits'
      })),
      {
        symbol: 'main',
        meaning: 'main cables: battery, alternator, starter, bus to bus',
        value: wiring.wires.filter(wire => wire.kind === 'feeder').length,
        unit: '',
        from: 'supply'
      },
      {
        symbol: 'links',
        meaning: 'data, audio and coax; a CAN bus from box to box',
        value: wiring.wires.filter(wire => wire.links.length > 0).length,
        unit: '',
        from: `links of ${screenName('wiring', 'links')}`
      },
      {
        symbol: 'length',
        meaning: 'conductor, loops and waste included',
        value: wiring.totalLengthMm,
        unit: 'mm of wire',
        from: 'route table'
      },
      {
        symbol: 'mass',
        meaning: 'of all wire',
        value: wiring.totalMassKg,
        unit: 'kg',
        from: 'our rough mass per length'
      }
    ],
    result: { value: wiring.wires.length, unit: 'wires' },
    basis: { kind: 'derived', source: 'circuits, links and the route table' }
  }
}

function explainRules({ report: { rules } }: Asked): Working {
  return {
    formula: 'clauses met of clauses that apply',
    inputs: (['met', 'missing', 'check by hand', 'does not apply'] as const).map(state => ({
      symbol: state,
      meaning: 'clauses',
      value: rules.clauses.filter(clause => clause.state === state).length,
      unit: '',
      from: screenName('rules')
    })),
    result: { value: rules.met, unit: 'clauses' },
    basis: {
      kind: 'published',
      source: `14 CFR 91 as listed in ${screenName('rules')}; check the current text`,
      fromMemory: true
    }
  }
}

function explainFindings({ report: { findings } }: Asked): Working {
  return {
    formula: 'must fix + decide; notes ask for no act and are not in it',
    inputs: WEIGHTS.map(weight => ({
      symbol: weight,
      meaning: 'findings of this weight',
      value: findings.filter(finding => finding.weight === weight).length,
      unit: '',
      from: 'all rooms'
    })),
    result: { value: actedOn(findings).length, unit: 'findings' },
    basis: { kind: 'derived' }
  }
}
