import * as messages from '../messages'
import { accountOf } from '../../capability'
import type { FunctionName } from '../../catalogue'
import { AS_FOUND, resolve, type Design } from '../../design'
import { TASKS, type Project } from '../../document'
import {
  currencyOf,
  figure,
  formatMass,
  formatMoney,
  formatNumber,
  inCurrency,
  price,
  readPhrase,
  say,
  thing,
  toFeet,
  type Phrase,
  type Reading,
  screenName
} from '../../quantity'
import { type CostLine, evenDays, inVisit, reckon, startOf, USUAL_PACE, type Reckoning } from '../../money'
import { FLOWN, TASK_WORDS } from '../../resilience'
import type { AnalysisTable, LoadAnalysis } from '../papers/analysis'
import { examineOption, type Figure, type Report } from '../examine/examine'

/** One option in every currency: money, hours, weight, current, time, metal, wire, rules, and what is left after failures. */
export interface OptionStanding {
  id: string
  name: string
  note: string
  cents: number
  /** The same by group of cost, in the order of the estimate; credits below nothing. They add up to `cents`. */
  groups: { group: CostLine['group']; cents: number }[]
  /** What returns every year after it, in no total. */
  yearlyCents: number
  hours: number
  /** Working days with every task as likely, of all visits together; none where tasks wait for each other in a circle. */
  days?: number
  /** The least that a shop asks for it, with what it leaves out at the estimate’s prices. */
  quote?: { shop: string; cents: number }
  usefulLoadKg: number
  /** Each loading entered, on this option’s empty aeroplane: within the envelope at take-off and with the fuel burnt. */
  loadings: { name: string; inside: boolean }[]
  amps: number
  limitA?: number
  minutes: number
  /** How the tally marks these figures, so that a table marks them the same. */
  states: Readonly<Record<'money' | 'amps' | 'minutes' | 'rules', Figure['state']>>
  /** Infinity where nothing is cut. */
  leastMetalMm: number
  wires: number
  rulesMet: number
  rulesAsked: number
  mustFix: number
  decide: number
  /** What works in flight that does not in the aeroplane as found, and the other way round. */
  gained: FunctionName[]
  lost: FunctionName[]
  tasks: { task: (typeof TASKS)[number]; works: boolean; singles: number }[]
  /** Single losses that take a task; a task that is not done at all counts as one that anything takes. */
  weak: number
  /** No other option costs less and leaves more after failures. */
  onFrontier: boolean
}

/** Working days of an option, all visits together, that half of the tries stay within, the shop at its pace. */
function daysOf(design: Design, today: string): number | undefined {
  const pace = { ...USUAL_PACE, ...design.brief.shop }
  const visits = design.phases.length ? design.phases.map(phase => inVisit(design, phase.id)) : [design]
  return evenDays(
    visits.map(visit => ({
      design: visit,
      pace: { ...pace, on: startOf(visit, visit.phases[0]?.id ?? '', today).on ?? today }
    }))
  )
}

/** A task that does not work is taken by nothing, and is worse than one that a single loss takes. */
export const UNDONE = 100

function standing(
  design: Design,
  found: ReadonlySet<FunctionName>,
  report: Report,
  today: string
): Omit<OptionStanding, 'onFrontier' | 'note'> {
  const account = accountOf(design)
  const functions = account.functions()
  const { figures, money, findings } = report
  const tasks = TASKS.map(task => ({ task, works: account.works(task), singles: account.singles(task).length }))
  const cheapest = [...money.quotes]
    .filter(quote => quote.lines.length)
    .sort((a, b) => a.comparableCents - b.comparableCents)[0]
  return {
    id: design.optionId,
    name: design.optionName,
    cents: money.totalCents,
    groups: [...new Set(money.lines.map(line => line.group))].map(group => ({
      group,
      cents: money.lines.filter(line => line.group === group).reduce((sum, line) => sum + line.cents, 0)
    })),
    hours: money.labourHours,
    ...(cheapest && { quote: { shop: cheapest.shop, cents: cheapest.comparableCents } }),
    usefulLoadKg: figures['useful load'].value,
    loadings: report.mass.loadings.map(({ name, takeOff, inside }) => ({
      name,
      inside: inside && takeOff.massKg <= design.airframe.maxMassKg + 1e-9
    })),
    yearlyCents: money.yearlyCents,
    days: daysOf(design, today),
    amps: figures.amps.value,
    limitA: figures.amps.limit,
    minutes: figures.minutes.value,
    states: {
      money: figures.money.state,
      amps: figures.amps.state,
      minutes: figures.minutes.state,
      rules: figures.rules.state
    },
    leastMetalMm: figures.metal.value,
    wires: figures.wires.value,
    rulesMet: figures.rules.value,
    rulesAsked: figures.rules.limit ?? 0,
    mustFix: findings.filter(finding => finding.weight === 'must fix').length,
    decide: findings.filter(finding => finding.weight === 'decide').length,
    gained: [...functions].filter(name => !found.has(name)),
    lost: [...found].filter(name => !functions.has(name)),
    tasks,
    weak: tasks.reduce((sum, task) => sum + (task.works ? task.singles : UNDONE), 0)
  }
}

/**
 * Every option of a project, and the aeroplane as found before them, in every currency.
 * @param today where no day is entered the plan begins on it: YYYY-MM-DD
 */
export function standOptions(project: Project, today: string): OptionStanding[] {
  const before = resolve(project, AS_FOUND)
  const found = accountOf(before).functions()
  const all = [AS_FOUND, ...project.options.map(option => option.id)].map(id =>
    standing(resolve(project, id), found, examineOption(project, id, { today }), today)
  )
  return all.map(standing => ({
    ...standing,
    note: project.options.find(option => option.id === standing.id)?.note ?? '',
    onFrontier: !all.some(
      other =>
        other !== standing &&
        other.cents <= standing.cents &&
        other.weak <= standing.weak &&
        (other.cents < standing.cents || other.weak < standing.weak)
    )
  }))
}

/** One thing in which an option differs from another, with what it costs more (or, below nothing, less). */
export interface Difference {
  kind: 'only in the first' | 'only in the second' | 'another item' | 'moved' | 'price'
  says: Phrase
  cents: number
}
const placeOf = (unit: Design['units'][number]): string =>
  unit.at ? `${unit.place.id} ${unit.at.xMm} ${unit.at.yMm}` : unit.place.id

/**
 * What changed from one option to another, unit by unit and then what belongs to none; the cents of all rows add up to the difference
 * of the totals.
 */
export function differences(
  first: { design: Design; report: Report },
  second: { design: Design; report: Report }
): Difference[] {
  const costOf = (report: Report, of: (unit: string | undefined, key: string) => boolean) =>
    report.money.lines.filter(line => of(line.unit, line.key)).reduce((sum, line) => sum + line.cents, 0)
  const [a, b] = [first, second].map(side => new Map(side.design.units.map(unit => [unit.id, unit])))
  const [goneA, goneB] = [first, second].map(
    side => new Map(side.design.removed.map(gone => [gone.unit.id, gone.unit]))
  )
  const ids = new Set([...a!.keys(), ...b!.keys(), ...goneA!.keys(), ...goneB!.keys()])
  const rows: Difference[] = []
  for (const id of ids) {
    const cents = costOf(second.report, unit => unit === id) - costOf(first.report, unit => unit === id)
    const [before, after] = [a!.get(id), b!.get(id)]
    const says =
      before && !after
        ? ({ kind: 'only in the first', says: say`${thing(before)} (${before.item.name})` } as const)
        : after && !before
          ? ({ kind: 'only in the second', says: say`${thing(after)} (${after.item.name})` } as const)
          : before && after && before.item.id !== after.item.id
            ? ({
                kind: 'another item',
                says: messages.otherItem({ after, name: before.item.name })
              } as const)
            : before && after && placeOf(before) !== placeOf(after)
              ? ({ kind: 'moved', says: messages.movedUnit(after) } as const)
              : cents !== 0
                ? ({
                    kind: 'price',
                    says: say`${thing((after ?? before ?? goneB!.get(id) ?? goneA!.get(id))!)}`
                  } as const)
                : undefined
    if (says) rows.push({ ...says, cents })
    else if (cents !== 0) throw new Error(`a difference of ${cents} at ${id} was not told`)
  }
  const rest = new Map<string, { says: Phrase; cents: number }>()
  for (const [report, sign] of [
    [first.report, -1],
    [second.report, 1]
  ] as const)
    for (const line of report.money.lines)
      if (line.unit === undefined)
        rest.set(line.key, { says: line.says, cents: (rest.get(line.key)?.cents ?? 0) + sign * line.cents })
  for (const { says, cents } of rest.values()) if (cents !== 0) rows.push({ kind: 'price', says, cents })
  return rows.sort((x, y) => Math.abs(y.cents) - Math.abs(x.cents))
}

/** What stands in place of days where the plan has none. */
export const NO_DAYS = 'a task waits for itself'
/** Measures of the sheet of options: what each is called, and how it reads for one option. */
const MEASURES: readonly (readonly [string, (standing: OptionStanding, reading: Reading) => string])[] = [
  [
    'Cost; every year after',
    (standing, reading) => `${formatMoney(standing.cents, reading)}; ${formatMoney(standing.yearlyCents, reading)}`
  ],
  [
    'Lowest quote, adjusted for missing items',
    (standing, reading) =>
      standing.quote ? `${formatMoney(standing.quote.cents, reading)}, ${standing.quote.shop}` : ''
  ],
  ['Labour, hours', (standing, reading) => formatNumber(standing.hours, 1, reading)],
  [
    'Working days, 50 % chance',
    (standing, reading) => (standing.days === undefined ? NO_DAYS : formatNumber(standing.days, 0, reading))
  ],
  ['Useful load', (standing, reading) => formatMass(standing.usefulLoadKg, reading)],
  [
    'Loadings outside the envelope',
    standing =>
      standing.loadings.length
        ? standing.loadings
            .filter(each => !each.inside)
            .map(each => each.name)
            .join(', ') || 'none'
        : 'none entered'
  ],
  [
    'Amps in the heaviest phase',
    (standing, reading) =>
      `${formatNumber(standing.amps, 1, reading)}${standing.limitA === undefined ? '' : ` of ${formatNumber(standing.limitA, 1, reading)}`}`
  ],
  [
    'Minutes on battery',
    (standing, reading) =>
      Number.isFinite(standing.minutes) ? formatNumber(standing.minutes, 0, reading) : 'a day and more'
  ],
  ['Wires', standing => String(standing.wires)],
  ['Clauses met', standing => `${standing.rulesMet} of ${standing.rulesAsked}`],
  ['Must fix; to decide', standing => `${standing.mustFix}; ${standing.decide}`],
  ...TASKS.map(
    task =>
      [
        `${TASK_WORDS[task]}: single-point failures`,
        (standing: OptionStanding) => {
          const found = standing.tasks.find(each => each.task === task)
          return !found?.works ? 'not done' : String(found.singles)
        }
      ] as const
  ),
  ['Functions gained in flight', standing => standing.gained.filter(name => FLOWN.includes(name)).join(', ')],
  ['Functions lost in flight', standing => standing.lost.filter(name => FLOWN.includes(name)).join(', ')],
  ['Another option costs no more and keeps no less', standing => (standing.onFrontier ? 'no' : 'yes')]
]

/** So many differences stand on the sheet, which is to stay one page; the rest are one row. */
const MOST_ROWS = 3
const PARTNERS = { cells: ['Partner, date', 'Partner, date', 'Partner, date', 'Partner, date'], note: 'Agreed option:' }

/**
 * The sheet for partners: every option in every currency, what changed from one to another, room for their names.
 * @param on the day it is made, as the reader writes it: the core has no clock
 */
export function decisionSheet({
  project,
  standings,
  between,
  on,
  reading
}: {
  project: Project
  standings: readonly OptionStanding[]
  between: { first: string; second: string; rows: readonly Difference[] }
  on: string
  reading: Reading
}): LoadAnalysis {
  const table = (title: string, note: string, columns: readonly string[], rows: string[][]): AnalysisTable => ({
    title,
    note,
    columns: columns.map(says => ({ says })),
    rows
  })
  const [large, small] = [between.rows.slice(0, MOST_ROWS), between.rows.slice(MOST_ROWS)]
  return {
    title: 'Options for decision',
    of: `${project.brief.registration || project.title}, ${project.airframe.model}`,
    on,
    reading,
    panels: standings.flatMap(({ id, name }) =>
      id === AS_FOUND || project.options.some(option => option.id === id)
        ? [{ name, design: resolve(project, id) }]
        : []
    ),
    tables: [
      table(
        'Side by side',
        project.brief.budgetCents > 0 ? `The budget limit is ${formatMoney(project.brief.budgetCents, reading)}.` : '',
        ['', ...standings.map(standing => standing.name)],
        MEASURES.map(([name, read]) => [name, ...standings.map(standing => read(standing, reading))])
      ),
      table(
        `From ${between.first} to ${between.second}`,
        '',
        ['What', 'How', 'Difference'],
        [
          ...large.map(row => [readPhrase(row.says, reading), KIND_WORDS[row.kind], formatMoney(row.cents, reading)]),
          ...(small.length
            ? [
                [
                  `and ${small.length} smaller`,
                  '',
                  formatMoney(
                    small.reduce((sum, row) => sum + row.cents, 0),
                    reading
                  )
                ]
              ]
            : [])
        ]
      )
    ],
    assumptions: standings.filter(standing => standing.note).map(standing => `${standing.name}: ${standing.note}`),
    sources: [],
    signed: PARTNERS,
    cautions: [
      'An estimate, not an offer. Prices and hours are those entered. Contingency is included. ' +
        'Single-point failures are losses of units, links, protectors, buses and sources, switches as in normal flight.'
    ]
  }
}
export const KIND_WORDS: Readonly<Record<Difference['kind'], string>> = {
  'only in the first': 'removed',
  'only in the second': 'added',
  'another item': 'another item',
  'moved': 'moved',
  'price': 'other cost'
}

/** What is to be ordered, with quantities: units, breakers and fuses, wire, connectors, contacts, sleeves. */
function orderTable(design: Design, report: Report, reading: Reading): AnalysisTable {
  const inch = reading.system === 'inch'
  const count = (names: readonly string[]) => {
    const counts = new Map<string, number>()
    for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
    return [...counts].sort(([a], [b]) => (a < b ? -1 : 1))
  }
  const units = design.units.filter(unit => unit.state === 'new')
  const protectors = report.power.circuits
    .filter(circuit => circuit.head === circuit.unit)
    .map(circuit => readPhrase(say`${circuit.protector} ${figure(circuit.breakerA, 'A')}`, reading))
  // Screws hold what comes to the face; those of what stays are there.
  const screws = units.flatMap(unit =>
    unit.place.kind === 'panel'
      ? (unit.item.face?.screws ?? []).map(screw => readPhrase(messages.screwForHole(screw.holeMm), reading))
      : []
  )
  const metal = design.airframe.panel.stiffeners.map(stiffener => `${stiffener.kind}, ${stiffener.name}`)
  return {
    title: 'To order',
    note:
      'Units that come, screws for them, metal behind the face; then what the circuits and the harness of the ' +
      'whole option take; what the aeroplane has already comes off it.',
    columns: [{ says: 'Kind' }, { says: 'What' }, { says: 'Count' }, { says: inch ? 'Feet' : 'Metres', digits: 1 }],
    rows: [
      ...count(units.map(unit => `${unit.item.name}, ${unit.item.maker}`)).map(([name, n]) => ['unit', name, n, '']),
      ...count(screws).map(([name, n]) => ['hardware', name, n, '']),
      ...count(metal).map(([name, n]) => ['hardware', name, n, '']),
      ...count(protectors).map(([name, n]) => ['protection', name, n, '']),
      ...report.wiring.bill.lines.map(line => [
        line.what,
        readPhrase(line.text, reading),
        line.buy ?? line.count ?? '',
        line.lengthMm === undefined ? '' : inch ? toFeet(line.lengthMm) : line.lengthMm / 1000
      ])
    ]
  }
}

/** What was paid against the plan, line by line. */
function paidTable({ rows, planCents, paidCents, expectedCents }: Reckoning, reading: Reading): AnalysisTable {
  const sum = (cents: number | undefined) => (cents === undefined ? '' : inCurrency(cents, reading))
  return {
    title: 'Plan versus actual',
    note: `At the end, if the rest costs what is planned: ${readPhrase(say`${price(expectedCents)}`, reading)}.`,
    columns: [
      { says: 'Line' },
      ...['Plan', 'Paid', 'More'].map(says => ({ says: `${says}, ${currencyOf(reading)}`, digits: 2 })),
      { says: 'On' }
    ],
    rows: [
      ...rows.map(row => [
        readPhrase(row.says, reading),
        sum(row.planCents),
        sum(row.paidCents),
        sum(row.overCents),
        row.on ?? ''
      ]),
      ['Together', sum(planCents), sum(paidCents), '', '']
    ]
  }
}

/** The whole budget as tables: every line of the estimate, what each visit costs, each quote line by line. */
export function budgetSheet(design: Design, report: Report, on: string, reading: Reading): LoadAnalysis {
  const { money } = report
  const sum = (cents: number) => inCurrency(cents, reading)
  const currency = currencyOf(reading)
  const { perDollar = 1 } = reading
  const rate = messages.exchangeRate({ perDollar, currency })
  const columns = (...says: (string | [string, number])[]) =>
    says.map(words => (typeof words === 'string' ? { says: words } : { says: words[0], digits: words[1] }))
  return {
    title: 'Budget',
    of: `${design.brief.registration || design.title}, ${design.optionName}`,
    on,
    reading,
    tables: [
      {
        title: 'Estimate',
        note: readPhrase(messages.budgetTotal({ rate, totalCents: money.totalCents }), reading),
        columns: columns('Group', 'Line', 'Visit', [`Sum, ${currency}`, 2]),
        rows: [
          ...money.lines.map(line => [
            line.group,
            readPhrase(line.says, reading),
            design.phases.find(phase => phase.id === line.phase)?.name ?? '',
            sum(line.cents)
          ]),
          ['', 'Together', '', sum(money.totalCents)]
        ]
      },
      ...(money.byPhase.length
        ? [
            {
              title: 'Visits',
              note: '',
              columns: columns('Visit', ['Hours', 1], [`Sum, ${currency}`, 2]),
              rows: money.byPhase.map(phase => [phase.name, phase.hours, sum(phase.cents)])
            }
          ]
        : []),
      orderTable(design, report, reading),
      ...(design.actuals.length ? [paidTable(reckon(money.lines, design.actuals), reading)] : []),
      ...money.quotes.map(quote => ({
        title: `Quote of ${quote.shop}`,
        note: 'Each line with the lines of the estimate that it is for; then what it leaves out.',
        columns: columns('Line', 'For', [`Estimate, ${currency}`, 2], [`Quoted, ${currency}`, 2]),
        rows: [
          ...quote.lines.map(line => [
            line.says,
            line.covers.map(cover => readPhrase(cover.says, reading)).join('; '),
            sum(line.planCents),
            sum(line.cents)
          ]),
          ...quote.forgotten.map(costLine => ['left out', readPhrase(costLine.says, reading), sum(costLine.cents), 0]),
          ['Together', 'with what it leaves out, by the estimate', sum(quote.comparableCents), sum(quote.totalCents)]
        ]
      }))
    ],
    assumptions: [`Prices and hours are those of the catalogue’s entries or entered in ${screenName('budget')}.`],
    sources: [],
    signed: { cells: ['Made by, date'], note: '' },
    cautions: ['An estimate, not an offer. Ask each shop in writing what its lines leave out.']
  }
}
