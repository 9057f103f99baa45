import { examineMass, type MassReport } from '../mass'
import { examineMoney, type MoneyReport } from '../money'
import { examinePanel, examineStrength, type PanelReport, type StrengthReport } from '../panel'
import { examinePilots, type PilotReport } from '../pilot'
import { circuitsOf, examinePower, heaviest, loadWorking, type PowerReport } from '../power'
import { type Option, type Project } from '../document'
import { AS_FOUND, resolve, WEIGHTS, type Design, type Snag, type Working } from '../design'
import { examineFunctions } from '../resilience'
import { examineRules, type RulesReport } from '../rules'
import { examineWiring, listWires, type WiringReport } from '../wiring'

export const FIGURE_KEYS = ['money', 'useful load', 'amps', 'minutes', 'metal', 'wires', 'rules', 'snags'] as const
export type FigureKey = (typeof FIGURE_KEYS)[number]

/** One figure of the tally. `value` is in `unit`; `limit` is what it is held against. */
export interface Figure {
  key: FigureKey
  value: number
  unit: 'USD cents' | 'kg' | 'A' | 'min' | 'mm' | 'wires' | 'clauses' | 'snags'
  limit?: number
  state: 'holds' | 'needs a decision' | 'stops work'
  working: Working
}

/** All that the core has to say about one design. Plain data. */
export interface Report {
  projectId: string
  optionId: string
  optionName: string
  figures: Record<FigureKey, Figure>
  snags: Snag[]
  panel: PanelReport
  strength: StrengthReport
  pilot: PilotReport
  power: PowerReport
  wiring: WiringReport
  rules: RulesReport
  mass: MassReport
  money: MoneyReport
  lostFunctions: string[]
}

const stateOf = (holds: boolean, otherwise: Figure['state'] = 'needs a decision'): Figure['state'] =>
  holds ? 'holds' : otherwise

function tally(
  design: Design,
  parts: Pick<Report, 'panel' | 'power' | 'wiring' | 'rules' | 'mass' | 'money' | 'snags'>
): Report['figures'] {
  const { panel, power, wiring, rules, mass, money, snags } = parts
  const heavy = heaviest(power.loads)
  const panelSnags = snags.filter(snag => snag.code.startsWith('panel.'))
  const wireSnags = snags.filter(snag => snag.code.startsWith('wiring.'))
  const worstOf = (list: readonly Snag[]): Figure['state'] =>
    list.some(snag => snag.weight === 'stops work')
      ? 'stops work'
      : list.some(snag => snag.weight === 'needs a decision')
        ? 'needs a decision'
        : 'holds'
  const counted = WEIGHTS.map(weight => ({
    symbol: weight,
    meaning: 'snags of this weight',
    value: snags.filter(snag => snag.weight === weight).length,
    unit: '',
    from: 'all rooms'
  }))
  return {
    'money': {
      key: 'money',
      value: money.totalCents,
      unit: 'USD cents',
      limit: design.brief.budgetCents,
      state: stateOf(money.totalCents <= design.brief.budgetCents),
      working: money.working
    },
    'useful load': {
      key: 'useful load',
      value: mass.usefulLoadKg,
      unit: 'kg',
      state: stateOf(mass.usefulLoadKg > 0, 'stops work'),
      working: mass.workings.usefulLoad
    },
    'amps': {
      key: 'amps',
      value: heavy.typicalA,
      unit: 'A',
      limit: heavy.limitA,
      state: stateOf(heavy.typicalA <= heavy.limitA, 'stops work'),
      working: loadWorking(heavy)
    },
    'minutes': {
      key: 'minutes',
      value: power.endurance.minutes,
      unit: 'min',
      limit: design.brief.wantedMinutes,
      state: stateOf(power.endurance.minutes >= design.brief.wantedMinutes),
      working: power.endurance.working
    },
    'metal': {
      key: 'metal',
      value: panel.leastMetalMm ?? Infinity,
      unit: 'mm',
      limit: design.airframe.panel.leastWebMm,
      state: worstOf(panelSnags),
      working: {
        formula: 'least distance between any two holes, or a hole and the edge of the sheet',
        inputs: [
          {
            symbol: 'between',
            meaning: panel.leastMetalBetween?.join(' and ') ?? 'no holes yet',
            value: panel.leastMetalMm ?? '—',
            unit: 'mm',
            from: 'positions in Lay out, cutouts of the catalogue entries'
          },
          {
            symbol: 'wanted',
            meaning: 'least metal between holes',
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
    },
    'wires': {
      key: 'wires',
      value: wiring.wires.length,
      unit: 'wires',
      state: worstOf(wireSnags),
      working: {
        formula: 'power + ground + links',
        inputs: [
          ...(['power', 'ground'] as const).map(kind => ({
            symbol: kind,
            meaning: `${kind} wires`,
            value: wiring.wires.filter(wire => wire.kind === kind).length,
            unit: '',
            from: 'circuits'
          })),
          {
            symbol: 'links',
            meaning: 'data, audio and coax',
            value: wiring.wires.filter(wire => wire.kind !== 'power' && wire.kind !== 'ground').length,
            unit: '',
            from: 'links declared in Wire'
          },
          {
            symbol: 'length',
            meaning: 'conductor, loops and waste included',
            value: wiring.totalLengthMm / 1000,
            unit: 'm',
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
    },
    'rules': {
      key: 'rules',
      value: rules.met,
      unit: 'clauses',
      limit: rules.asked,
      state: rules.clauses.some(one => one.state === 'missing') ? 'stops work' : stateOf(rules.met === rules.asked),
      working: {
        formula: 'clauses met of clauses that apply',
        inputs: (['met', 'missing', 'check by hand', 'does not apply'] as const).map(state => ({
          symbol: state,
          meaning: 'clauses',
          value: rules.clauses.filter(one => one.state === state).length,
          unit: '',
          from: 'Rules'
        })),
        result: { value: rules.met, unit: 'clauses' },
        basis: { kind: 'published', source: '14 CFR 91 as listed in Rules; check the current text', fromMemory: true }
      }
    },
    'snags': {
      key: 'snags',
      value: snags.length,
      unit: 'snags',
      state: worstOf(snags),
      working: {
        formula: 'Σ snags of all rooms',
        inputs: counted,
        result: { value: snags.length, unit: 'snags' },
        basis: { kind: 'derived' }
      }
    }
  }
}

/**
 * Examines a design: calls every room and gathers what they say. Pure; the same design gives the same report.
 * @param before the aeroplane as found, for what wire comes out
 */
export function examine(design: Design, before: Design): Report {
  const panel = examinePanel(design)
  const strength = examineStrength(design, panel.placed)
  const pilot = examinePilots(design)
  const power = examinePower(design)
  const wiring = examineWiring(design, power.circuits)
  const rules = examineRules(design)
  const wiresBefore = design.optionId === AS_FOUND ? wiring.wires : listWires(before, circuitsOf(before)).wires
  const mass = examineMass(design, wiring.wires, wiresBefore)
  const money = examineMoney(design, wiring.wires)
  const functions = examineFunctions(design)
  const order = (snag: Snag) => WEIGHTS.indexOf(snag.weight)
  const snags = [
    ...panel.snags,
    ...strength.snags,
    ...pilot.snags,
    ...power.snags,
    ...wiring.snags,
    ...rules.snags,
    ...functions.snags,
    ...money.snags
  ].sort((a, b) => order(a) - order(b))
  const parts = { panel, strength, pilot, power, wiring, rules, mass, money, snags }
  return {
    projectId: design.projectId,
    optionId: design.optionId,
    optionName: design.optionName,
    ...parts,
    lostFunctions: functions.lost,
    figures: tally(design, parts)
  }
}

/** Examines one option of a project, or the aeroplane as found, or an option given whole (the agreed plan). */
export const examineOption = (project: Project, option: string | Option): Report =>
  examine(resolve(project, option), resolve(project, AS_FOUND))
