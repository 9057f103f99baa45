import * as messages from '../messages'
import {
  ALTERNATOR_BASIS,
  breakerRows,
  BREAKER_MARGIN,
  busOf,
  COIL,
  CONDUCTOR_CELSIUS,
  DISCHARGE_BASIS,
  DROP_BASIS,
  PROTECTOR_BASIS,
  sourcesOf,
  WIRE_BASIS,
  type PhaseLoad,
  type PowerReport
} from '../../power'
import type { Basis, Design } from '../../design'
import { formatNumber, formatShort, readPhrase, toFeet, US, type Reading } from '../../quantity'

/**
 * One table of the load analysis, the same on paper, in a spreadsheet and as CSV. A number is a number; `digits` are for
 * the eye.
 */
export interface AnalysisTable {
  title: string
  note: string
  columns: { says: string; digits?: number }[]
  rows: (string | number)[][]
  /** The face of a connector, drawn over the table: its contacts in pitches, filled where something lands. */
  /** Bars over the table: one a label, stacked by series, with a limit of each. */
  chart?: {
    labels: string[]
    series: { name: string; values: number[] }[]
    limit?: (number | undefined)[]
    unit: string
  }
  face?: { contacts: { pin: string; x: number; y: number; filled: boolean }[]; says: string }
}
export interface LoadAnalysis {
  title: string
  of: string
  on: string
  /** Which state of the project it is of. */
  revision?: string
  /** Panels pictured before the tables. */
  panels?: { name: string; design: Design }[]
  tables: AnalysisTable[]
  assumptions: string[]
  sources: string[]
  cautions: string[]
  reading: Reading
  /** Who signs: what stands under each line, and below them; a licensed person where absent. */
  signed?: { cells: string[]; note: string }
}

const says = (basis: Basis): string =>
  `${basis.source ?? basis.kind}${basis.fromMemory ? ' (value from memory: check the current text)' : ''}`
/** What alternators may give in a phase, where what they give at idle was entered. */
const known = ({ idleUnknown }: PhaseLoad, value: number): number | string => (idleUnknown.length ? 'unknown' : value)
const minutes = (value: number): number | string => (Number.isFinite(value) ? value : 'a day and more')

/** What the tables of the analysis are made from, in the reader’s units. */
function factsOf(design: Design, power: PowerReport, reading: Reading) {
  const { airframe, brief } = design
  const { loads, circuits, feeders, endurance, supply } = power
  const names = new Map([...supply.buses, ...sourcesOf(design, supply)].map(node => [node.id, node.name]))
  const lossA = new Map([...endurance.kept, ...endurance.shed].map(load => [load.unit, load]))
  const used = design.units.filter(
    unit => loads.some(load => load.byUnit.some(load => load.unit === unit.id)) || lossA.has(unit.id)
  )
  const inPhase = (unit: string, key: 'typicalA' | 'worstA') =>
    loads.map(load => load.byUnit.find(load => load.unit === unit)?.[key] ?? 0)
  const blank = ['', '']
  const A = (value: number) => `${formatShort(value, 2, reading)} A`
  const ofWire = (mm: number) => (reading.system === 'inch' ? toFeet(mm) : mm / 1000)
  return {
    design,
    power,
    airframe,
    brief,
    loads,
    circuits,
    feeders,
    endurance,
    supply,
    names,
    lossA,
    used,
    inPhase,
    blank,
    A,
    ofWire,
    reading
  }
}
type Facts = ReturnType<typeof factsOf>

const sourceTable = ({ design, supply, A, reading }: Facts): AnalysisTable => ({
  title: 'Sources',
  note: 'Power sources. Times on battery use this usable share and temperature.',
  columns: [{ says: 'Source' }, { says: 'Kind' }, { says: 'Rating' }, { says: 'At idle' }],
  rows: sourcesOf(design, supply).map(source =>
    source.kind === 'alternator'
      ? [source.name, 'alternator', A(source.ratedA), source.idleA === undefined ? 'not known' : A(source.idleA)]
      : [
          source.name,
          `${source.chemistry} battery`,
          `${formatShort(source.capacityAh, 1, reading)} Ah in ${formatShort(source.ratedHours, 1, reading)} h`,
          '—'
        ]
  )
})

const loadTable = ({ design, used, inPhase, blank, loads, endurance, supply, names, lossA }: Facts): AnalysisTable => ({
  title: 'Loads by phase, typical amps',
  note:
    'Continuous, intermittent by duty and transmitting by share together, at the volts of the system; with ' +
    'the alternator lost, at the volts of the batteries.',
  chart: {
    labels: loads.map(load => load.phase),
    series: [
      { name: 'continuous', values: loads.map(load => load.continuousA) },
      { name: 'intermittent', values: loads.map(load => load.intermittentA) },
      { name: 'transmitting', values: loads.map(load => load.transmitA) }
    ],
    limit: loads.map(load => (load.idleUnknown.length ? undefined : load.limitA)),
    unit: 'A'
  },
  columns: [
    { says: 'Unit' },
    { says: 'Bus' },
    ...loads.map(load => ({ says: load.phase, digits: 2 })),
    { says: 'alternator lost, before shedding', digits: 2 },
    { says: 'after shedding', digits: 2 }
  ],
  rows: [
    ...used.map(unit => [
      unit.label,
      names.get(busOf(design, supply, unit).bus) ?? '',
      ...inPhase(unit.id, 'typicalA'),
      lossA.get(unit.id)?.amps ?? 0,
      lossA.get(unit.id)?.afterA ?? 0
    ]),
    // Coils, fields and the battery’s charge are no units.
    ...[...new Map(loads.flatMap(load => load.byUnit.map(load => [load.unit, load.label] as const)))]
      .filter(([id]) => id.includes(':'))
      .map(([id, label]) => {
        const coil = endurance.coils.find(coil => COIL + coil.id === id)
        return [label, '', ...inPhase(id, 'typicalA'), coil?.amps ?? 0, coil?.afterA ?? 0]
      }),
    ['Continuous', '', ...loads.map(load => load.continuousA), ...blank],
    ['Intermittent', '', ...loads.map(load => load.intermittentA), ...blank],
    ['Transmitting', '', ...loads.map(load => load.transmitA), ...blank],
    ['Typical, together', '', ...loads.map(load => load.typicalA), endurance.fullA, endurance.shedA],
    ['Most over 5 min', '', ...loads.map(load => load.fiveMinutesA), ...blank],
    ['Most over 5 s', '', ...loads.map(load => load.fiveSecondsA), ...blank],
    ['Alternator output', '', ...loads.map(load => known(load, load.capacityA)), 0, 0],
    ['Continuous limit', '', ...loads.map(load => known(load, load.limitA)), ...blank],
    ['Margin', '', ...loads.map(load => known(load, load.marginA)), ...blank]
  ]
})

const feedTable = ({ feeders, supply, names, A }: Facts): AnalysisTable => ({
  title: 'Feeds',
  note:
    'What joins sources and buses, and what it carries: most continuously in any phase or with the ' +
    'alternators lost, and with every load at its maximum. Starter current is not included.',
  columns: [
    { says: 'Tie' },
    { says: 'Kind' },
    { says: 'From' },
    { says: 'To' },
    { says: 'Continuous A', digits: 1 },
    { says: 'Most A', digits: 1 },
    { says: 'Rated' },
    { says: 'Wire' },
    { says: 'Closed while' }
  ],
  rows: supply.ties.map((tie, index) => [
    tie.name,
    tie.kind,
    names.get(tie.from) ?? tie.from,
    names.get(tie.to) ?? tie.to,
    feeders[index]!.steadyA,
    feeders[index]!.mostA,
    feeders[index]!.ratedA === undefined ? '—' : A(feeders[index]!.ratedA!),
    feeders[index]!.awg === undefined ? 'thicker than AWG 2' : `AWG ${feeders[index]!.awg}`,
    tie.by
      ? `${supply.switches.find(toggle => toggle.id === tie.by!.switch)?.name ?? tie.by.switch}: ${tie.by.in.join(' or ')}`
      : 'always'
  ])
})

const circuitTable = ({ circuits, names, A, ofWire, reading }: Facts): AnalysisTable => ({
  title: 'Circuits',
  note: 'Breaker or fuse, wire, voltage drop and switch of each.',
  columns: [
    { says: 'Unit' },
    { says: 'Bus' },
    { says: 'Continuous A', digits: 2 },
    { says: 'Peak A', digits: 2 },
    { says: 'Breaker or fuse' },
    { says: 'Wire' },
    { says: 'Carries A', digits: 1 },
    { says: `Run ${reading.system === 'inch' ? 'ft' : 'm'}, out and back`, digits: 1 },
    { says: 'Voltage drop, V', digits: 3 },
    { says: 'Limit V', digits: 1 },
    { says: 'Switch requires' }
  ],
  rows: circuits.map(circuit => [
    circuit.label,
    names.get(circuit.bus) ?? circuit.bus,
    circuit.steadyA,
    circuit.briefA,
    circuit.head === circuit.unit
      ? `${A(circuit.breakerA)} ${circuit.protector}`
      : `with ${circuits.find(other => other.unit === circuit.head)?.label}`,
    `AWG ${circuit.awg}`,
    circuit.ampacity.amps,
    ofWire(circuit.outMm + circuit.returnMm),
    circuit.dropV,
    circuit.dropLimitV,
    circuit.switch.wantedA === undefined ? 'relay' : `${A(circuit.switch.wantedA)} ${circuit.switch.load}`
  ])
})

const breakerTable = ({ circuits, supply, A }: Facts): AnalysisTable => ({
  title: 'Rows of breakers and fuses',
  note: 'In their order on each bus, spare places last.',
  columns: [{ says: 'Bus' }, { says: 'Place' }, { says: 'Breaker or fuse' }, { says: 'Carries' }],
  rows: breakerRows(circuits, supply).flatMap(row =>
    row.places.map((place, index) => [
      row.name,
      index + 1,
      place.kind === 'spare' ? 'spare' : `${A(place.amps)} ${place.protector}`,
      place.kind === 'spare' ? '' : place.labels.join(', ')
    ])
  )
})

const lossTable = ({ brief, endurance, reading }: Facts): AnalysisTable => ({
  title: 'The alternators have quit',
  note:
    `In ${endurance.phase}: the first unit that stays on loses power ` +
    `after ${
      Number.isFinite(endurance.minutes) ? `${formatNumber(endurance.minutes, 0, reading)} minutes` : 'a day and more'
    }; ${brief.wantedMinutes} minutes are required.`,
  columns: [
    { says: 'Unit' },
    { says: 'Power lost after, min', digits: 1 },
    { says: 'Why' },
    { says: 'Plan' },
    { says: 'Energy drawn, Wh', digits: 1 }
  ],
  rows: [
    ...endurance.lost.map(lost => [
      lost.label,
      lost.minute,
      lost.why,
      lost.kept ? 'stays on' : 'shed',
      endurance.energy.byUnit.find(other => other.unit === lost.unit)?.wh ?? 0
    ]),
    ['Taken out of the cells', minutes(endurance.endMinutes), 'to the end of all', '', endurance.energy.takenWh],
    ['Lost in cells, wires, diodes and coils', '', '', '', endurance.energy.lossWh],
    ['Lost to discharge rate (negative: gained)', '', '', '', endurance.energy.rateWh]
  ]
})

const assumptionsOf = ({ airframe, endurance, reading }: Facts): string[] =>
  [
    'Amps are those of the catalogue entries, invented or entered: put the maker’s own, or measured ones, in their place.',
    messages.assumedMargin({ breakerMargin: BREAKER_MARGIN, conductorCelsius: CONDUCTOR_CELSIUS }),
    messages.assumedBundles({
      bundleWires: airframe.wiring.bundleWires,
      loadedShare: airframe.wiring.loadedShare,
      wireC: airframe.wiring.wireC,
      ambientC: airframe.wiring.ambientC,
      altitudeFt: airframe.wiring.altitudeFt
    }),
    messages.assumedBatteries({
      usableFraction: airframe.battery.usableFraction,
      batteryC: airframe.batteryC,
      pilotDelayMinutes: airframe.pilotDelayMinutes
    }),
    messages.assumedDiodes(endurance.diodes)
  ].map(phrase => readPhrase(phrase, reading))

/**
 * The load analysis of a design as tables, with what it assumes, where its limits come from, and cautions.
 * @param on the day it is made, as the reader writes it: the core has no clock
 * @param reading units and language of the reader
 */
export function loadAnalysis(design: Design, power: PowerReport, on: string, reading: Reading = US): LoadAnalysis {
  const facts = factsOf(design, power, reading)
  const { airframe, brief } = design
  return {
    title: 'Electrical load analysis',
    of: `${brief.registration} ${airframe.model}, ${design.optionName}`,
    on,
    tables: [sourceTable, loadTable, feedTable, circuitTable, breakerTable, lossTable].map(table => table(facts)),
    assumptions: assumptionsOf(facts),
    sources: [
      ...new Set([ALTERNATOR_BASIS, PROTECTOR_BASIS, WIRE_BASIS, DROP_BASIS, DISCHARGE_BASIS].map(says)),
      'AC 43.13-1B, 11-69 (bundle, heat, height) and table 11-4 (switches) (values from memory: check the current text)',
      '30 minutes: 14 CFR 23.1353(h) as it stood before 2017 (from memory)'
    ],
    cautions: [
      'For planning. It does not replace the maker’s manuals, the rules where the aeroplane is registered, or the ' +
        'judgement of whoever signs for the work.',
      'Measure the loads and the battery on the aeroplane before relying on any time stated here.'
    ],
    reading
  }
}
