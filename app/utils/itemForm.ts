import { BASES, FUNCTIONS, KINDS, LOADS, PHASES, PLACE_KINDS } from '#core/catalogue'
import { CATALOGUE_COLUMNS } from '#core/formats'
import type { QuantityKind } from '~/composables/useQuantityText'
import { BODY_FORMS, READS_FORMS, SHAPE_FORMS, type CellForm } from './itemCells'

type Column = (typeof CATALOGUE_COLUMNS)[number]

/** A field of the form of a catalogue entry: one cell of its CSV row. */
export interface ItemField {
  column: Column
  label: string
  hint?: string
  /** One number, typed and read in the reader’s unit and language; else words, as the cell has them. */
  number?: QuantityKind
  /** Words of a list: one, or several parted by semicolons. */
  choice?: { of: readonly string[]; several?: boolean; search?: boolean }
  /** Several numbers, in one of these forms. */
  forms?: { of: readonly CellForm[]; number: QuantityKind }
  /** A list, each of its things a row of fields. */
  rows?: 'screws' | 'ports'
  /** As wide as the form. */
  wide?: boolean
}
interface ItemSection {
  title: string
  fields: ItemField[]
}

const YES_OR_NO = { of: ['yes', 'no'] }
const FLATS_HINT = 'in mm: flats 12 x 10.5 · polygon 0 0, 20 0, 20 10 · several with + and “at x y” between'

/** The form of a catalogue entry: every column of the CSV once, in the order in which a data sheet gives it. */
export const ITEM_FORM: ItemSection[] = [
  {
    title: 'What it is',
    fields: [
      { column: 'name', label: 'Name' },
      { column: 'maker', label: 'Maker' },
      { column: 'kind', label: 'Kind', choice: { of: KINDS, search: true } },
      { column: 'id', label: 'Id', hint: 'letters, digits and hyphens' },
      {
        column: 'mounts',
        label: 'May stand',
        choice: { of: PLACE_KINDS, several: true },
        hint: 'the first is tried first'
      },
      { column: 'approvals', label: 'Approved for', choice: { of: BASES, several: true } },
      { column: 'summary', label: 'In a sentence', wide: true },
      { column: 'provides', label: 'Gives', choice: { of: FUNCTIONS, several: true, search: true }, wide: true },
      { column: 'needs', label: 'Needs', hint: 'function com antenna; signal? heading: why', wide: true }
    ]
  },
  {
    title: 'Weight, money and labour',
    fields: [
      { column: 'mass_kg', label: 'Mass', number: 'mass', hint: 'or with its unit: 4 oz, 110 g' },
      { column: 'price_usd', label: 'Price', number: 'money' },
      { column: 'labour_h', label: 'Labour to install, h', number: 'plain' },
      { column: 'remove_h', label: 'Labour to take out, h', number: 'plain' },
      { column: 'yearly_usd', label: 'Every year', number: 'money', hint: 'data, a licence' },
      { column: 'yearly_for', label: 'Every year for' },
      {
        column: 'announced',
        label: 'Announced',
        hint: '2027-09-01 | price 4500 (dollars) | approved certified | gives com | in words',
        wide: true
      }
    ]
  },
  {
    title: 'Face and body',
    fields: [
      {
        column: 'bezel_mm',
        label: 'Bezel',
        forms: { of: SHAPE_FORMS, number: 'position' },
        hint: FLATS_HINT,
        wide: true
      },
      {
        column: 'cutout_mm',
        label: 'Cutout',
        forms: { of: SHAPE_FORMS, number: 'position' },
        hint: FLATS_HINT,
        wide: true
      },
      { column: 'screws_mm', label: 'Screws', rows: 'screws', hint: 'x y hole; x y hole, in mm', wide: true },
      {
        column: 'body_mm',
        label: 'Body',
        forms: { of: BODY_FORMS, number: 'position' },
        hint: 'width x height x depth, in mm',
        wide: true
      },
      {
        column: 'connector_mm',
        label: 'Connectors behind',
        number: 'position',
        hint: 'depth that they and their bend add'
      },
      { column: 'stack', label: 'Slides in a tray', choice: YES_OR_NO },
      {
        column: 'reads_deg',
        label: 'Reads well',
        forms: { of: READS_FORMS, number: 'plain' },
        hint: 'side up down',
        wide: true
      },
      {
        column: 'stands',
        label: 'How it stands',
        hint: 'within 0.5 deg; connectors forward, aft; iron 600 mm away',
        wide: true
      }
    ]
  },
  {
    title: 'Current',
    fields: [
      { column: 'at_v', label: 'Amps stated at, V', number: 'plain', hint: 'empty: takes no current' },
      { column: 'min_v', label: 'Least volts', number: 'plain' },
      { column: 'max_v', label: 'Most volts', number: 'plain' },
      { column: 'typical_a', label: 'Typical, A', number: 'plain' },
      { column: 'max_a', label: 'Most, A', number: 'plain' },
      { column: 'start_a', label: 'Starting, A', number: 'plain' },
      { column: 'transmit_a', label: 'Transmitting, A', number: 'plain' },
      {
        column: 'transmit_share',
        label: 'Share of time transmitting',
        number: 'plain',
        hint: '0 to 1; empty: a tenth'
      },
      { column: 'duty', label: 'Share of time it draws', number: 'plain', hint: '0 to 1; empty: always' },
      { column: 'on_s', label: 'On at a time, s', number: 'plain' },
      { column: 'load', label: 'Load', choice: { of: LOADS } },
      { column: 'essential', label: 'Essential', choice: YES_OR_NO, hint: 'stays on when the alternator quits' },
      { column: 'internal_battery_min', label: 'Own battery, min', number: 'plain' },
      { column: 'battery', label: 'Cells that feed a bus', hint: '6 Ah lithium · 24 Ah lead-acid in 20 h' },
      { column: 'tanks', label: 'Tanks it gauges' },
      {
        column: 'phases',
        label: 'On in phases',
        choice: { of: PHASES, several: true },
        hint: 'empty: in all',
        wide: true
      }
    ]
  },
  {
    title: 'Ports and pins',
    fields: [
      {
        column: 'ports',
        label: 'Ports',
        rows: 'ports',
        hint: 'id | kind | in, out or both | signal, signal; …',
        wide: true
      },
      {
        column: 'connectors',
        label: 'Connectors and pins',
        hint: 'id | kind | pin or socket | pin use; …',
        wide: true
      }
    ]
  }
]
