import { examineMass, type MassReport } from '../mass'
import { examineMoney, type MoneyReport } from '../money'
import { examineFace, examineStrength, placedOn, withWaiting, type PanelReport, type StrengthReport } from '../panel'
import { examinePilots, type PilotReport } from '../pilot'
import {
  circuitsOf,
  examinePower,
  feedersOf,
  heaviest,
  overloadedPhases,
  powerModel,
  readsUnit,
  type PowerReport
} from '../power'
import type { Item } from '../catalogue'
import type { Option, Project } from '../document'
import {
  AS_FOUND,
  besidesPanel,
  besidesPosition,
  remember,
  resolve,
  WEIGHTS,
  type Design,
  type DesignUnit,
  type Finding
} from '../design'
import { examineFunctions } from '../resilience'
import { revisionFindings } from './revision'
import { wishFindings } from './wishes'
import { examineRules, type RulesReport } from '../rules'
import { examineWiring, listWires, type WiringReport } from '../wiring'

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
  const ofRoom = (room: string) => findings.filter(finding => finding.code.startsWith(`${room}.`))
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
    'findings': { key: 'findings', value: findings.length, unit: 'findings', state: worstOf(findings) }
  }
}

/** What the face reads of a design: what waits for a position changes nothing there. */
const onFace = ({ optionId, airframe, labels, units }: Design): unknown[] => [
  optionId,
  airframe.panel,
  labels,
  ...units.filter(unit => unit.at)
]
/** What the rooms behind the face read of a design, of these units. */
const behindFace = (design: Design, units: readonly DesignUnit[] = design.units): unknown[] => [
  design.optionId,
  design.brief,
  design.circuits,
  design.supply,
  ...besidesPanel(design.airframe),
  ...units.map(besidesPosition)
]

/** The ways that wires were sent by hand, as one value: a number or a tick more leaves the power as it is. */
const waysSent = ({ wires }: Design): string =>
  wires.flatMap(({ wire, via }) => (via?.length ? [`${wire}: ${via.join(' ')}`] : [])).join('\n')

/** Answers kept of a room that many trials in a row leave as it is, others between them. */
const KEPT_OF_MANY = 16

// Each room is asked again only when something that it reads has changed: a unit moved on the face leaves the supply as it was.
const ROOMS = {
  face: remember(examineFace, onFace),
  strength: remember(examineStrength, (design, placed, trial) => [placed, trial, ...onFace(design)]),
  // It remembers by itself.
  pilot: examinePilots,
  power: remember(
    examinePower,
    (design, trial) => {
      // Bundles are counted with the wires of every link, wherever its ends are.
      const linked = new Set(design.links.flatMap(({ from, to }) => [from.unit, to.unit]))
      return [
        trial,
        design.links,
        design.busOrders,
        waysSent(design),
        ...behindFace(design, design.units.filter(readsUnit)),
        ...design.units.flatMap(unit => (linked.has(unit.id) ? [unit.id, unit.place, unit.item] : [])),
        ...design.removed.flatMap(({ unit }) => (readsUnit(unit) ? [unit.id] : []))
      ]
    },
    KEPT_OF_MANY
  ),
  wiring: remember(examineWiring, (design, circuits, feeders) => [
    circuits,
    feeders,
    design.links,
    design.busOrders,
    design.wires,
    ...behindFace(design),
    ...design.removed.map(removed => removed.unit)
  ]),
  rules: remember(
    (design: Design, loads: PowerReport['loads'], today: string | undefined) =>
      examineRules(design, { overloaded: overloadedPhases(loads), today }),
    (design, loads, today) => [
      loads,
      today,
      design.links,
      design.packs,
      ...design.confirmed,
      ...design.handChecks,
      ...behindFace(design)
    ]
  ),
  functions: remember(examineFunctions, design => [
    design.links,
    ...behindFace(design),
    ...design.units.map(unit => unit.priceCents),
    ...design.removed.map(removed => removed.unit)
  ]),
  wiresBefore: remember(
    (before: Design) => listWires(before, circuitsOf(before), feedersOf(powerModel(before), false)).wires,
    before => [before.links, ...behindFace(before)]
  )
}

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
  const panel = withWaiting(design, ROOMS.face(design))
  const strength = ROOMS.strength(design, placedOn(design), trial)
  const pilot = ROOMS.pilot(design)
  const power = ROOMS.power(design, trial)
  const wiring = ROOMS.wiring(design, power.circuits, power.feeders)
  const rules = ROOMS.rules(design, power.loads, today)
  const mass = examineMass(
    design,
    wiring.wires,
    design.optionId === AS_FOUND ? wiring.wires : ROOMS.wiresBefore(before)
  )
  const money = examineMoney(design, wiring.wires)
  const functions = ROOMS.functions(design, before)
  const found = [
    ...panel.findings,
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
