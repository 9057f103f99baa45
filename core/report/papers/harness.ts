import * as messages from '../messages'
import type { Connector } from '../../catalogue'
import type { Design } from '../../design'
import { formatNumber, readPhrase, toFeet, toInches, toPounds, US, type Phrase, type Reading } from '../../quantity'
import {
  CLAMPS_MM,
  mateText,
  MINUTES_AN_END,
  numberText,
  numberWires,
  pinText,
  shellOf,
  type Wire,
  type WiringReport
} from '../../wiring'
import type { AnalysisTable, LoadAnalysis } from './analysis'

/** Where a conductor of the harness lands on a unit, with the wire that it is of. */
export interface Landing {
  connector: string
  pin: string
  /** What it is: power, ground, or a line of a port. */
  line: string
  colour?: string
  wire: Wire
  /** The other end, in words of the wire list. */
  far: 'from' | 'to'
}
/** Every contact of a unit that a wire lands on. */
export function landingsOf(unit: string, wires: readonly Wire[]): Landing[] {
  return wires.flatMap(wire => {
    const index = wire.units.indexOf(unit)
    if (index < 0) return []
    const two = wire.units.length > 1
    const near = two ? (index === 0 ? 'from' : 'to') : wire.kind === 'ground' ? 'from' : 'to'
    return wire.cores.flatMap(core =>
      (core[near] ?? []).map(({ connector, pin }) => ({
        connector,
        pin,
        line: core.line,
        colour: core.colour,
        wire,
        far: near === 'from' ? ('to' as const) : ('from' as const)
      }))
    )
  })
}

/** The face of a connector with its contacts, those that a wire lands on filled. */
const faceOf = (connector: Connector, wired: readonly string[]): AnalysisTable['face'] => ({
  contacts: shellOf(connector).contacts.map(contact => ({ ...contact, filled: wired.includes(contact.pin) })),
  says: `Seen as one looks at the ${connector.contacts} of the unit; filled: a wire lands there.`
})

/** What the tables of the harness are made from, in the reader’s units. */
function papersOf(design: Design, wiring: WiringReport, reading: Reading) {
  const { wires, bill } = wiring
  const inch = reading.system === 'inch'
  const long = (mm: number) => (inch ? toFeet(mm) : mm / 1000)
  const says = (phrase: Phrase | string) => readPhrase(phrase, reading)
  // Wires without a number are printed with the one they would be given next.
  const proposed = new Map(numberWires(design, wires).map(mark => [mark.wire, mark.number]))
  const label = (wire: Wire) => numberText(wire.mark?.number) || `${numberText(proposed.get(wire.id))}*`
  const lengthUnit = inch ? 'ft' : 'm'
  const places = new Map(design.airframe.places.map(place => [place.id, place.name]))
  const labels = new Map(design.units.map(unit => [unit.id, unit.label]))
  const conductors = wires.flatMap(wire => wire.cores.map(core => ({ wire, core })))
  const pins = (list: Wire['cores'][number]['from']) => list?.map(pinText).join(', ') ?? ''
  return { design, wiring, wires, bill, inch, long, says, label, lengthUnit, places, labels, conductors, pins, reading }
}
type Papers = ReturnType<typeof papersOf>

const wireList = ({ wires, long, says, label, lengthUnit, places }: Papers): AnalysisTable => ({
  title: 'Wire list',
  note:
    'One line a wire or cable. Length to cut: run, drop to the unit, loop at the panel, trim and waste. ' +
    'A number with * is proposed: Wire list has a button that assigns it.',
  columns: [
    { says: 'No.' },
    { says: 'From' },
    { says: 'To' },
    { says: 'Make' },
    { says: 'Shield grounded' },
    { says: `Cut, ${lengthUnit}`, digits: 2 },
    { says: 'Route' },
    { says: 'State' }
  ],
  rows: wires.map(wire => [
    label(wire),
    says(wire.from),
    says(wire.to),
    wire.text,
    wire.shield === 'no shield' ? '' : wire.shield,
    long(wire.lengthMm),
    (wire.run.via ?? []).map(id => places.get(id) ?? id).join(', '),
    wire.mark?.state ?? 'planned'
  ])
})

const conductorList = ({ says, label, conductors, pins }: Papers): AnalysisTable => ({
  title: 'Conductors',
  note: 'Contact to contact. Blank: no pin table is entered, or the end is a terminal.',
  columns: [
    { says: 'No.' },
    { says: 'Line' },
    { says: 'Colour' },
    { says: 'From' },
    { says: 'Pin' },
    { says: 'To' },
    { says: 'Pin' },
    { says: 'Rung out' }
  ],
  rows: conductors.map(({ wire, core }) => [
    label(wire),
    core.line,
    core.colour ?? '',
    says(wire.from),
    pins(core.from),
    says(wire.to),
    pins(core.to),
    ''
  ])
})

const connectorLists = ({ design, wires, says, label }: Papers): AnalysisTable[] =>
  design.units.flatMap((unit): AnalysisTable[] => {
    const landings = landingsOf(unit.id, wires)
    return (unit.item.connectors ?? []).map(connector => ({
      title: `${unit.label} ${connector.id}`,
      note: `${unit.item.name}; harness end: ${mateText(connector)}.${
        connector.madeUp ? ' PLACEHOLDER PINS, not the maker’s: enter the maker’s table before a wire is cut.' : ''
      }`,
      columns: [{ says: 'Pin' }, { says: 'For' }, { says: 'Wire' }, { says: 'Colour' }, { says: 'Other end' }],
      face: faceOf(
        connector,
        landings.filter(landing => landing.connector === connector.id).map(landing => landing.pin)
      ),
      rows: connector.pins.map(pin => {
        const there = landings.filter(landing => landing.connector === connector.id && landing.pin === pin.pin)
        return [
          pin.pin,
          pin.name ?? (pin.use === 'port' ? `${pin.port} ${pin.line}` : pin.use),
          there.map(landing => label(landing.wire)).join(', '),
          there.map(landing => landing.colour ?? '').join(', '),
          there.map(landing => says(landing.wire[landing.far])).join('; ')
        ]
      })
    }))
  })

const jointList = ({ wiring, says, label, places }: Papers): AnalysisTable => ({
  title: 'Splices, grounds and plugs',
  note: 'What meets outside a unit. Contacts follow the numbers of the wires.',
  columns: [
    { says: 'Kind' },
    { says: 'Place' },
    { says: 'What' },
    { says: 'Contact', digits: 0 },
    { says: 'No.' },
    { says: 'Line' },
    { says: 'Colour' },
    { says: 'Other ends' }
  ],
  rows: wiring.joints.flatMap(joint =>
    (joint.meets.length ? joint.meets : [undefined]).map(meeting => [
      joint.kind,
      places.get(joint.place) ?? joint.place,
      says(joint.says),
      meeting?.contact ?? '',
      meeting ? label(meeting.wire) : '',
      meeting?.core.line ?? '',
      meeting?.core.colour ?? '',
      meeting ? `${says(meeting.wire.from)} > ${says(meeting.wire.to)}` : ''
    ])
  )
})

const labelStrips = ({ wires, says, label }: Papers): AnalysisTable => ({
  title: 'Label strips',
  note: 'One for each end, printed to be wrapped round the wire.',
  columns: [{ says: 'At' }, { says: 'Label' }],
  rows: wires.flatMap(wire => [
    [says(wire.from), `${label(wire)} · ${says(wire.from)} > ${says(wire.to)}`],
    [says(wire.to), `${label(wire)} · ${says(wire.to)} > ${says(wire.from)}`]
  ])
})

const shoppingList = ({ bill, inch, long, says, lengthUnit, reading }: Papers): AnalysisTable => ({
  title: 'What to buy',
  note:
    `${bill.ends} ends to make, about ${formatNumber(bill.hours, 1, reading)} hours for one person ` +
    `at ${MINUTES_AN_END} minutes an end (4 to 6, assumption).`,
  columns: [
    { says: 'What' },
    { says: 'Which' },
    { says: 'Needed', digits: 0 },
    { says: 'To buy', digits: 0 },
    { says: `Length, ${lengthUnit}`, digits: 1 },
    { says: inch ? 'Weight, lb' : 'Weight, kg', digits: 2 }
  ],
  rows: bill.lines.map(line => [
    line.what,
    says(line.text),
    line.count ?? '',
    line.buy ?? line.count ?? '',
    line.lengthMm === undefined ? '' : long(line.lengthMm),
    line.massKg === undefined ? '' : inch ? toPounds(line.massKg) : line.massKg
  ])
})

const bundleList = ({ wiring, inch, says, places }: Papers): AnalysisTable => ({
  title: 'Bundles',
  note: says(messages.bundlesNote(CLAMPS_MM)),
  columns: [
    { says: 'From' },
    { says: 'To' },
    { says: 'Meets' },
    { says: 'Conductors', digits: 0 },
    { says: inch ? 'Over, in' : 'Over, mm', digits: inch ? 2 : 1 },
    { says: inch ? 'Minimum bend radius, in' : 'Minimum bend radius, mm', digits: inch ? 1 : 0 }
  ],
  rows: wiring.bundles.map(bundle => [
    places.get(bundle.from) ?? bundle.from,
    places.get(bundle.to) ?? bundle.to,
    bundle.traits.join(', '),
    bundle.conductors,
    inch ? toInches(bundle.diameterMm) : bundle.diameterMm,
    inch ? toInches(bundle.bendMm) : bundle.bendMm
  ])
})

const tubeList = ({ wiring, long, lengthUnit, labels }: Papers): AnalysisTable => ({
  title: 'Pitot, static and vacuum',
  note:
    'Whatever was opened is leak-checked; the static system by 14 CFR 91.411 and part 43 appendix E ' +
    'before IFR (from memory).',
  columns: [
    { says: 'Line' },
    { says: 'From' },
    { says: 'To' },
    { says: 'Tees', digits: 0 },
    { says: `Tube, ${lengthUnit}`, digits: 1 },
    { says: 'Opened' },
    { says: 'Leak-checked' }
  ],
  rows: wiring.tubes.map(tube => [
    tube.line,
    tube.source === undefined ? '' : (labels.get(tube.source) ?? ''),
    tube.users.map(id => labels.get(id) ?? id).join(', '),
    tube.tees,
    tube.lengthMm === undefined ? '' : long(tube.lengthMm),
    tube.opened.length ? 'yes' : 'no',
    ''
  ])
})

const swingForm = (): AnalysisTable => ({
  title: 'Compass swing',
  note:
    'On the ground, level, engine running, away from iron: once with everything off that may be off, ' +
    'once with everything on. If the headings differ, move the wire.',
  columns: ['Heading', 'All off', 'All on', 'Difference', 'Card'].map(column => ({ says: column })),
  rows: Array.from({ length: 12 }, (_, index) => [String((index * 30) % 360).padStart(3, '0'), '', '', '', ''])
})

/**
 * The harness as papers for who builds it: wire list, conductors contact by contact, connectors, labels, what to buy, what to
 * ring out.
 * @param on the day it is made, as the reader writes it: the core has no clock
 */
export function harnessPapers(design: Design, wiring: WiringReport, on: string, reading: Reading = US): LoadAnalysis {
  const papers = papersOf(design, wiring, reading)
  const tables = [
    wireList(papers),
    conductorList(papers),
    ...connectorLists(papers),
    jointList(papers),
    labelStrips(papers),
    shoppingList(papers),
    bundleList(papers),
    ...(wiring.tubes.length ? [tubeList(papers)] : []),
    ...(wiring.disturbances.length ? [swingForm()] : [])
  ]
  return {
    title: 'Harness',
    of: `${design.brief.registration || design.title}, ${design.airframe.model}, ${design.optionName}`,
    on,
    tables,
    assumptions: [
      'Lengths are the shortest way along the routes of the airframe, or the way a wire was sent.',
      `${Math.round(design.airframe.wasteFraction * 100)} % for trim and waste; mass per length is our own rough figure.`,
      'One wire a crimp contact; where a contact has more, or a line more contacts, a splice is counted.'
    ],
    sources: [
      'AC 43.13-1B chapter 11 (value from memory: check the current text)',
      'ISO 11898-2: CAN, 120 Ω at both ends (value from memory: check the current text)'
    ],
    cautions: [
      'Pins marked as placeholders are not the maker’s. The maker’s installation manual decides.',
      'Ring out every conductor before power is put on. A licensed person checks and signs.'
    ],
    reading
  }
}
