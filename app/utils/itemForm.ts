import { PLACE_KINDS } from '#core/catalogue'
import { CATALOGUE_COLUMNS } from '#core/formats'
import type { QuantityKind } from '~/composables/useQuantityText'

type Column = (typeof CATALOGUE_COLUMNS)[number]

/** A field of the form of a catalogue entry: one cell of its CSV row. */
export interface ItemField {
  column: Column
  label: string
  hint?: string
  /** One number, typed and read in the reader’s unit and language; else words, as the cell has them. */
  number?: QuantityKind
  /** As wide as the form. */
  wide?: boolean
}
interface ItemSection {
  title: string
  fields: ItemField[]
}

/** The form of a catalogue entry: every column of the CSV once, in the order in which a data sheet gives it. */
export const ITEM_FORM: ItemSection[] = [
  {
    title: 'What it is',
    fields: [
      { column: 'name', label: 'Name' },
      { column: 'maker', label: 'Maker' },
      { column: 'kind', label: 'Kind' },
      { column: 'id', label: 'Id', hint: 'letters, digits and hyphens' },
      { column: 'mounts', label: 'May stand', hint: PLACE_KINDS.join('; ') },
      { column: 'approvals', label: 'Approved for', hint: 'certified; amateur-built; light-sport' },
      { column: 'summary', label: 'In a sentence', wide: true },
      { column: 'provides', label: 'Gives', hint: 'functions parted by ;', wide: true },
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
      { column: 'bezel_mm', label: 'Bezel, mm', hint: 'round 82.6 · rectangle 158.8 x 67.3 corner 2' },
      { column: 'cutout_mm', label: 'Cutout, mm', hint: 'as bezel, or polygon x y, x y, …' },
      { column: 'stack', label: 'Slides in a tray', hint: 'yes or no' },
      { column: 'screws_mm', label: 'Screws from centre, mm', hint: 'x y hole; x y hole', wide: true },
      { column: 'body_mm', label: 'Body, mm', hint: 'width x height x depth' },
      {
        column: 'connector_mm',
        label: 'Connectors behind',
        number: 'position',
        hint: 'depth that they and their bend add'
      },
      { column: 'reads_deg', label: 'Reads well within, degrees', hint: 'side up down, for a screen' },
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
      { column: 'load', label: 'Load', hint: 'constant power · constant current · resistive' },
      { column: 'essential', label: 'Essential', hint: 'yes: stays on when the alternator quits' },
      { column: 'internal_battery_min', label: 'Own battery, min', number: 'plain' },
      { column: 'battery', label: 'Cells that feed a bus', hint: '6 Ah lithium · 24 Ah lead-acid in 20 h' },
      { column: 'tanks', label: 'Tanks it gauges' },
      { column: 'phases', label: 'On in phases', hint: 'empty: in all; else parted by ;', wide: true }
    ]
  },
  {
    title: 'Ports and pins',
    fields: [
      { column: 'ports', label: 'Ports', hint: 'id | kind | in, out or both | signal, signal; …', wide: true },
      {
        column: 'connectors',
        label: 'Connectors and pins',
        hint: 'id | kind | pin or socket | pin use; …',
        wide: true
      }
    ]
  }
]
