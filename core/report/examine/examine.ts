import { remembered } from '../../cache'
import { examineMass, type MassReport } from '../../mass'
import { examineMoney, type MoneyReport } from '../../money'
import {
  examineFace,
  examineSheet,
  examineStrength,
  withWaiting,
  type PanelReport,
  type StrengthReport
} from '../../panel'
import { examinePilots, type PilotReport } from '../../pilot'
import {
  circuitsOf,
  examinePower,
  feedersOf,
  heaviest,
  overloadedPhases,
  powerModel,
  type PowerReport
} from '../../power'
import type { Item } from '../../catalogue'
import type { Option, Project } from '../../document'
import { AS_FOUND, resolve, roomOf, WEIGHTS, type Design, type Finding, type FindingRoom } from '../../design'
import { examineFunctions } from '../../capability'
import { revisionFindings } from './revision'
import { wishFindings } from './wishes'
import { examineRules, type RulesReport } from '../../rules'
import { examineWiring, listWires, type WiringReport } from '../../wiring'

export const FIGURE_KEYS = ['money', 'useful load', 'amps', 'minutes', 'metal', 'wires', 'rules', 'findings'] as const
export type FigureKey = (typeof FIGURE_KEYS)[number]

/** One figure of the tally. `value` is in `unit`; `limit` is what it is held against. */
export interface Figure {
  key: FigureKey
  value: number
  unit: 'USD cents' | 'kg' | 'A' | 'min' | 'mm' | 'wires' | 'clauses' | 'findings'
  limit?: number
  state: 'holds' | 'decide' | 'must fix'
}

/** All that the core has to say about one design. Plain data. */
export interface Report {
  projectId: string
  optionId: string
  optionName: string
  figures: Record<FigureKey, Figure>
  findings: Finding[]
  panel: PanelReport
  strength: StrengthReport
  pilot: PilotReport
  power: PowerReport
  wiring: WiringReport
  rules: RulesReport
  mass: MassReport
  money: MoneyReport
  lostFunctions: string[]
  /** It was a trial among many: see `Asked`. */
  trial: boolean
}

const stateOf = (holds: boolean, otherwise: Figure['state'] = 'decide'): Figure['state'] =>
  holds ? 'holds' : otherwise

/** What the tally is made of. */
/** Findings that ask for an act: to fix or to decide. A note asks for none. */
export const actedOn = (findings: readonly Finding[]): Finding[] =>
  findings.filter(finding => finding.weight !== 'note')

type TallyParts = Pick<Report, 'panel' | 'power' | 'wiring' | 'rules' | 'mass' | 'money' | 'findings'>

function tally(design: Design, parts: TallyParts): Report['figures'] {
  const { panel, power, wiring, rules, mass, money, findings } = parts
  const heavy = heaviest(power.loads)
  const worstOf = (list: readonly Finding[]): Figure['state'] =>
    list.some(finding => finding.weight === 'must fix')
      ? 'must fix'
      : list.some(finding => finding.weight === 'decide')
        ? 'decide'
        : 'holds'
  const ofRoom = (room: FindingRoom) => findings.filter(finding => roomOf(finding.code) === room)
  return {
    'money': {
      key: 'money',
      value: money.totalCents,
      unit: 'USD cents',
      // A budget of nothing is none that was set.
      limit: design.brief.budgetCents || undefined,
      state: worstOf(findings.filter(finding => finding.code === 'money.over'))
    },
    'useful load': {
      key: 'useful load',
      value: mass.usefulLoadKg,
      unit: 'kg',
      state: mass.usefulLoadKg > 0 ? worstOf(ofRoom('mass')) : 'must fix'
    },
    'amps': {
      key: 'amps',
      value: heavy.typicalA,
      unit: 'A',
      limit: heavy.limitA,
      state: worstOf(findings.filter(finding => finding.figure?.kind === 'load'))
    },
    'minutes': {
      key: 'minutes',
      value: power.endurance.minutes,
      unit: 'min',
      limit: design.brief.wantedMinutes,
      state: worstOf(findings.filter(finding => finding.figure?.kind === 'minutes'))
    },
    'metal': {
      key: 'metal',
      value: panel.leastMetalMm ?? Infinity,
      unit: 'mm',
      limit: design.airframe.panel.leastWebMm,
      state: worstOf(ofRoom('panel'))
    },
    'wires': { key: 'wires', value: wiring.wires.length, unit: 'wires', state: worstOf(ofRoom('wiring')) },
    'rules': {
      key: 'rules',
      value: rules.met,
      unit: 'clauses',
      limit: rules.asked,
      state: rules.clauses.some(clause => clause.state === 'missing' && !clause.clause.advice)
        ? 'must fix'
        : stateOf(rules.met === rules.asked)
    },
    // Those that ask for an act; notes are counted separately.
    'findings': { key: 'findings', value: actedOn(findings).length, unit: 'findings', state: worstOf(findings) }
  }
}

/** Answers kept of a room that many trials in a row leave as it is, others between them. */
const KEPT_OF_MANY = 16

// Each room is asked again only when something that it read has changed: a unit moved on the face leaves the supply as it was.
const face = remembered(examineFace)
const strengthOf = remembered(examineStrength)
const powerOf = remembered(examinePower, KEPT_OF_MANY)
const wiringOf = remembered(examineWiring)
const rulesMet = remembered((design: Design, loads: PowerReport['loads'], today: string | undefined) =>
  examineRules(design, { overloaded: overloadedPhases(loads), today })
)
const functionsOf = remembered(examineFunctions)
const wiresBefore = remembered(
  (before: Design) => listWires(before, circuitsOf(before), feedersOf(powerModel(before), false)).wires
)

/** What else an examination is told. */
export interface Asked {
  /** The entries of today, to tell where a unit stands on an earlier revision; none when left out. */
  catalogue?: readonly Item[]
  /**
   * It is one trial of many: the face is not solved as a plate, feeders are not tried in every failure, the time on battery is that
   * of the worst cruise alone. To be held against another trial only.
   */
  trial?: boolean
  /** Today (ISO date), to tell what has fallen due; nothing is called overdue without it. */
  today?: string
}

/**
 * Examines a design: calls every room and gathers what they say. Pure; the same design gives the same report.
 * @param before the aeroplane as found, for what wire comes out
 */
export function examine(design: Design, before: Design, { catalogue = [], trial = false, today }: Asked = {}): Report {
  const panel = withWaiting(design, face(design))
  const strength = strengthOf(design, trial)
  const pilot = examinePilots(design)
  const power = powerOf(design, trial)
  const wiring = wiringOf(design, power.circuits, power.feeders)
  const rules = rulesMet(design, power.loads, today)
  const mass = examineMass(design, wiring.wires, design.optionId === AS_FOUND ? wiring.wires : wiresBefore(before))
  const money = examineMoney(design, wiring.wires)
  const functions = functionsOf(design, before)
  const found = [
    ...panel.findings,
    ...examineSheet(design),
    ...strength.findings,
    ...pilot.findings,
    ...power.findings,
    ...wiring.findings,
    ...rules.findings,
    ...functions.findings,
    ...mass.findings,
    ...money.findings,
    ...revisionFindings(design, catalogue)
  ]
  const findings = [...found, ...wishFindings(design, found, functions.works)].sort(
    (a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight)
  )
  const parts = { panel, strength, pilot, power, wiring, rules, mass, money, findings }
  return {
    projectId: design.projectId,
    optionId: design.optionId,
    optionName: design.optionName,
    ...parts,
    lostFunctions: functions.lost,
    trial,
    figures: tally(design, parts)
  }
}

/** Examines an option of a project, or the aeroplane as found, against the aeroplane as found. */
export function examineOption(project: Project, option: string | Option, asked: Asked = {}): Report {
  return examine(resolve(project, option), resolve(project, AS_FOUND), {
    ...asked,
    catalogue: [...project.items, ...(asked.catalogue ?? [])]
  })
}
