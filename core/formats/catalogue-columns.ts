import { BASES, FUNCTIONS, KINDS, LOADS, PHASES, PLACE_KINDS } from '../catalogue'

/** How a cell is read and written; `own` has a reader and a writer of its own in `read` and `write/catalogue-csv.ts`. */
type CellKind = 'text' | 'word' | 'number' | 'number or 0' | 'yes or no' | 'words' | 'words if any' | 'dollars' | 'own'

/** The parts of the form of an entry, in the order in which a data sheet gives them. */
export const FORM_SECTIONS = [
  'What it is',
  'Weight, money and labour',
  'Face and body',
  'Current',
  'Ports and pins'
] as const

/** How a column is asked for in the form of an entry. */
export interface ColumnForm {
  section: (typeof FORM_SECTIONS)[number]
  /** Its place in the form. */
  rank: number
  label: string
  hint?: string
  /** One number, typed and read in the reader’s unit and language; else words, as the cell has them. */
  number?: 'mass' | 'money' | 'plain' | 'position'
  /** Words of a list: one, or several set apart by semicolons. `own`: a name that the list does not have may be typed. */
  choice?: { of: readonly string[]; several?: boolean; search?: boolean; own?: boolean }
  /** Several numbers, in one of the forms of a shape, of a body or of sight angles. */
  forms?: { of: 'shape' | 'body' | 'reads'; number: 'plain' | 'position' }
  /** A list, each of its entries a row of fields. */
  rows?: 'screws' | 'ports'
  /** As wide as the form. */
  wide?: boolean
}

interface ColumnSpec {
  /** The field of an item that it is: the way to it. */
  at: string
  as: CellKind
  /** What the cell holds, as docs/file-formats.md says it. */
  cell: string
  form: ColumnForm
}

/**
 * Every column of the catalogue, in its order as CSV: the one description of a field. Reading, writing, the form of an entry, the
 * names of problems and the table in docs/file-formats.md follow from it.
 */
const COLUMNS = {
  id: {
    at: 'id',
    as: 'text',
    cell: 'letters, digits, dot, dash, underscore; maximum 64',
    form: { section: 'What it is', rank: 4, label: 'Id', hint: 'letters, digits and hyphens' }
  },
  name: { at: 'name', as: 'text', cell: 'text', form: { section: 'What it is', rank: 1, label: 'Name' } },
  maker: { at: 'maker', as: 'text', cell: 'text', form: { section: 'What it is', rank: 2, label: 'Maker' } },
  kind: {
    at: 'kind',
    as: 'text',
    cell: 'a word of `KINDS` in `core/catalogue/vocabulary.ts`, or one of `own_names`',
    form: { section: 'What it is', rank: 3, label: 'Kind', choice: { of: KINDS, search: true, own: true } }
  },
  summary: {
    at: 'summary',
    as: 'text',
    cell: 'text',
    form: { section: 'What it is', rank: 7, label: 'In a sentence', wide: true }
  },
  bezel_mm: {
    at: 'face.bezel',
    as: 'own',
    cell:
      '`round 79.375`, `rectangle 158.8 x 67.3 corner 2` or `flats 12 x 10.5 turned`; several with `+` and `at x y`; ' +
      'or `polygon x y, x y, …` by its corners from the centre',
    form: {
      section: 'Face and body',
      rank: 17,
      label: 'Bezel',
      forms: { of: 'shape', number: 'position' },
      hint: 'in mm: flats 12 x 10.5 · polygon 0 0, 20 0, 20 10 · several with + and “at x y” between',
      wide: true
    }
  },
  cutout_mm: {
    at: 'face.cutout',
    as: 'own',
    cell:
      '`round 79.375`, `rectangle 158.8 x 67.3 corner 2` or `flats 12 x 10.5 turned`; several with `+` and `at x y`; ' +
      'or `polygon x y, x y, …` by its corners from the centre',
    form: {
      section: 'Face and body',
      rank: 18,
      label: 'Cutout',
      forms: { of: 'shape', number: 'position' },
      hint: 'in mm: flats 12 x 10.5 · polygon 0 0, 20 0, 20 10 · several with + and “at x y” between',
      wide: true
    }
  },
  screws_mm: {
    at: 'face.screws',
    as: 'own',
    cell: '`x y hole; x y hole`, from the centre of the bezel',
    form: {
      section: 'Face and body',
      rank: 19,
      label: 'Screws',
      rows: 'screws',
      hint: 'x y hole; x y hole, in mm',
      wide: true
    }
  },
  front_mm: {
    at: 'face.front',
    as: 'own',
    cell:
      '`screen x y width x height; knob x y diameter; key x y width x height`, from the centre of the bezel; ' +
      'empty: drawn by its kind',
    form: {
      section: 'Face and body',
      rank: 24,
      label: 'Screen, knobs and keys',
      hint: 'screen 0 8 200 x 120; knob -90 -62 12; key -40 -62 14 x 6, in mm',
      wide: true
    }
  },
  stack: {
    at: 'face.stack',
    as: 'yes or no',
    cell: '`yes` when it slides into a tray and may share an opening with its neighbours',
    form: { section: 'Face and body', rank: 22, label: 'Slides in a tray', choice: { of: ['yes', 'no'] } }
  },
  reads_deg: {
    at: 'face.readsWithinDeg',
    as: 'own',
    cell: 'side, up and down: degrees off its normal within which it can be read, `60 40 60`',
    form: {
      section: 'Face and body',
      rank: 23,
      label: 'Reads well',
      forms: { of: 'reads', number: 'plain' },
      hint: 'side up down',
      wide: true
    }
  },
  body_mm: {
    at: 'body',
    as: 'own',
    cell: '`width x height x depth` in mm, behind the panel',
    form: {
      section: 'Face and body',
      rank: 20,
      label: 'Body',
      forms: { of: 'body', number: 'position' },
      hint: 'width x height x depth, in mm',
      wide: true
    }
  },
  connector_mm: {
    at: 'body.connectorMm',
    as: 'number or 0',
    cell: 'mm that connectors and their bends add to the depth; empty: 0',
    form: {
      section: 'Face and body',
      rank: 21,
      label: 'Connectors behind',
      number: 'position',
      hint: 'depth that they and their bend add'
    }
  },
  mass_kg: {
    at: 'massKg',
    as: 'number',
    cell: 'kg',
    form: {
      section: 'Weight, money and labour',
      rank: 10,
      label: 'Mass',
      number: 'mass',
      hint: 'or with its unit: 4 oz, 110 g'
    }
  },
  at_v: {
    at: 'power.atV',
    as: 'number',
    cell: 'the volts its amps are stated at; empty: it takes no current, and the other power cells must be empty',
    form: { section: 'Current', rank: 25, label: 'Amps stated at, V', number: 'plain', hint: 'empty: takes no current' }
  },
  min_v: {
    at: 'power.minV',
    as: 'number',
    cell: 'lowest voltage at which it works',
    form: { section: 'Current', rank: 26, label: 'Minimum voltage', number: 'plain' }
  },
  max_v: {
    at: 'power.maxV',
    as: 'number',
    cell: 'highest voltage that it withstands',
    form: { section: 'Current', rank: 27, label: 'Maximum voltage', number: 'plain' }
  },
  typical_a: {
    at: 'power.typicalA',
    as: 'number',
    cell: 'A, continuous',
    form: { section: 'Current', rank: 28, label: 'Typical, A', number: 'plain' }
  },
  max_a: {
    at: 'power.maxA',
    as: 'number',
    cell: 'A, maximum',
    form: { section: 'Current', rank: 29, label: 'Maximum, A', number: 'plain' }
  },
  transmit_a: {
    at: 'power.transmitA',
    as: 'number',
    cell: 'A while it transmits',
    form: { section: 'Current', rank: 31, label: 'Transmitting, A', number: 'plain' }
  },
  transmit_share: {
    at: 'power.transmitShare',
    as: 'number',
    cell: 'share of the time that it transmits, 0 to 1; empty: 0.1',
    form: {
      section: 'Current',
      rank: 32,
      label: 'Share of time transmitting',
      number: 'plain',
      hint: '0 to 1; empty: a tenth'
    }
  },
  duty: {
    at: 'power.duty',
    as: 'number',
    cell: 'share of the time that it draws, 0 to 1; empty: always',
    form: {
      section: 'Current',
      rank: 33,
      label: 'Duty cycle',
      number: 'plain',
      hint: '0 to 1; empty: always'
    }
  },
  on_s: {
    at: 'power.onSeconds',
    as: 'number',
    cell: 'seconds that a load that comes and goes runs at a time',
    form: { section: 'Current', rank: 34, label: 'On at a time, s', number: 'plain' }
  },
  start_a: {
    at: 'power.startA',
    as: 'number',
    cell: 'A for a moment when it is switched on',
    form: { section: 'Current', rank: 30, label: 'Starting, A', number: 'plain' }
  },
  load: {
    at: 'power.load',
    as: 'word',
    cell: '`constant power`, `constant current` or `resistive`',
    form: { section: 'Current', rank: 35, label: 'Load', choice: { of: LOADS } }
  },
  phases: {
    at: 'power.phases',
    as: 'words if any',
    cell: 'phases of flight with it on, separated by `;`; empty: all',
    form: {
      section: 'Current',
      rank: 40,
      label: 'On in phases',
      choice: { of: PHASES, several: true },
      hint: 'empty: in all',
      wide: true
    }
  },
  essential: {
    at: 'power.essential',
    as: 'yes or no',
    cell: '`yes` when it stays on after the alternator quits',
    form: {
      section: 'Current',
      rank: 36,
      label: 'Essential',
      choice: { of: ['yes', 'no'] },
      hint: 'stays on when the alternator quits'
    }
  },
  internal_battery_min: {
    at: 'power.internalBatteryMinutes',
    as: 'number',
    cell: 'minutes on a battery inside, which feeds only the unit itself',
    form: { section: 'Current', rank: 37, label: 'Own battery, min', number: 'plain' }
  },
  battery: {
    at: 'battery',
    as: 'own',
    cell: 'cells that feed a bus: `6 Ah lithium in 1 h`, `24 Ah lead-acid in 20 h`: the hours the capacity is rated at must be said',
    form: {
      section: 'Current',
      rank: 38,
      label: 'Cells that feed a bus',
      hint: '6 Ah lithium · 24 Ah lead-acid in 20 h'
    }
  },
  ports: {
    at: 'ports',
    as: 'own',
    cell:
      '`id | kind | in, out or both | signal, signal; …`; after `both` perhaps `| says signal, signal` (or `says ' +
      'nothing`); for coax perhaps `| at most 3 dB`',
    form: {
      section: 'Ports and pins',
      rank: 41,
      label: 'Ports',
      rows: 'ports',
      hint: 'id | kind | in, out or both | signal, signal; …',
      wide: true
    }
  },
  connectors: {
    at: 'connectors',
    as: 'own',
    cell:
      '`J1 | kind | pins or sockets | pin for; pin for; …`, after `pins` or `sockets` perhaps `| made up`; several ' +
      'parted by ` // `. A pin: number, then `power`, `ground`, `shield`, `spare` or port and line, then perhaps ' +
      '`input 2`, `size 20`, `called NAME`',
    form: {
      section: 'Ports and pins',
      rank: 42,
      label: 'Connectors and pins',
      hint: 'id | kind | pin or socket | pin use; …',
      wide: true
    }
  },
  provides: {
    at: 'provides',
    as: 'words',
    cell: 'functions, separated by `;`: words of `FUNCTIONS` in `core/catalogue/vocabulary.ts`, or of `own_names`',
    form: {
      section: 'What it is',
      rank: 8,
      label: 'Provides',
      choice: { of: FUNCTIONS, several: true, search: true, own: true },
      wide: true
    }
  },
  needs: {
    at: 'needs',
    as: 'own',
    cell:
      '`function pitot and static for airspeed; signal? heading: why; aerial com antenna on com for com; listener ' +
      'engine data for tachometer`; a `?` marks what is no fault when it is not there, `for` what depends on it',
    form: {
      section: 'What it is',
      rank: 9,
      label: 'Needs',
      hint: 'function com antenna; signal? heading: why',
      wide: true
    }
  },
  stands: {
    at: 'stands',
    as: 'own',
    cell: 'required mounting: `within 0.5 deg; connectors forward, aft; or inverted; iron 600 mm away`, the last two optional',
    form: {
      section: 'Face and body',
      rank: 24,
      label: 'Mounting',
      hint: 'within 0.5 deg; connectors forward, aft; iron 600 mm away',
      wide: true
    }
  },
  tanks: {
    at: 'tanks',
    as: 'number',
    cell: 'how many tanks a fuel gauge reads; a catalogue without this column is read as of before format 5',
    form: { section: 'Current', rank: 39, label: 'Tanks it gauges' }
  },
  approvals: {
    at: 'approvals',
    as: 'words',
    cell: '`certified; amateur-built; light-sport`',
    form: { section: 'What it is', rank: 6, label: 'Approved for', choice: { of: BASES, several: true } }
  },
  model_approvals: {
    at: 'modelApprovals',
    as: 'own',
    cell:
      'certified models for which it is approved: `Model A; Model B* | years 1968-1986 | paper its number | issued 2024-05-01 | ' +
      'conditions in words`; * for all that begin so; `awaited` or `awaited 2027-09-01` in place of issued; only models and paper ' +
      'must be there; several separated by ` // `; empty: not entered',
    form: {
      section: 'What it is',
      rank: 6.5,
      label: 'Approved models',
      hint: 'Model A; Model B* | years 1968-1986 | paper number | issued 2024-05-01 (or awaited 2027-09-01) | conditions in words',
      wide: true
    }
  },
  price_usd: {
    at: 'priceCents',
    as: 'dollars',
    cell: 'US dollars',
    form: { section: 'Weight, money and labour', rank: 11, label: 'Price', number: 'money' }
  },
  yearly_usd: {
    at: 'yearly.cents',
    as: 'dollars',
    cell: 'US dollars a year to keep it working',
    form: {
      section: 'Weight, money and labour',
      rank: 14,
      label: 'Every year',
      number: 'money',
      hint: 'data, a licence'
    }
  },
  yearly_for: {
    at: 'yearly.for',
    as: 'text',
    cell: 'what that is for: data, a licence',
    form: { section: 'Weight, money and labour', rank: 15, label: 'Every year for' }
  },
  announced: {
    at: 'announced',
    as: 'own',
    cell:
      'what its maker has announced: `2027-09-01 | price 4500 | approved certified; light-sport | gives com | in ' +
      'words`; the middle three optional, several separated by ` // `',
    form: {
      section: 'Weight, money and labour',
      rank: 16,
      label: 'Announced',
      hint: '2027-09-01 | price 4500 (dollars) | approved certified | gives com | in words',
      wide: true
    }
  },
  sold_until: {
    at: 'soldUntil',
    as: 'number',
    cell: 'last year in which it was sold new; empty: it still is',
    form: { section: 'What it is', rank: 7, label: 'Sold until (year)', number: 'plain', hint: 'empty: still sold' }
  },
  labour_h: {
    at: 'labourHours',
    as: 'number',
    cell: 'hours to install',
    form: { section: 'Weight, money and labour', rank: 12, label: 'Labour to install, h', number: 'plain' }
  },
  remove_h: {
    at: 'removeHours',
    as: 'number or 0',
    cell: 'hours to remove; empty: 0',
    form: { section: 'Weight, money and labour', rank: 13, label: 'Labour to take out, h', number: 'plain' }
  },
  mounts: {
    at: 'mounts',
    as: 'words',
    cell: 'allowed kinds of location, the usual one first',
    form: {
      section: 'What it is',
      rank: 5,
      label: 'Allowed locations',
      choice: { of: PLACE_KINDS, several: true },
      hint: 'the first is tried first'
    }
  },
  own_names: {
    at: 'ownNames',
    as: 'words if any',
    cell: 'kind and functions of this item that the lists do not have, separated by `;`: lower-case, maximum 40 characters',
    form: {
      section: 'What it is',
      rank: 9.5,
      label: 'Own names',
      hint: 'kind and functions above that are not in the lists',
      wide: true
    }
  },
  used_like: {
    at: 'usedLike',
    as: 'word',
    cell: 'for an own kind: the kind in the list whose picture, reach, sight and bus it shares',
    form: {
      section: 'What it is',
      rank: 3.5,
      label: 'Used like',
      hint: 'for an own kind: picture, reach, sight, bus',
      choice: { of: KINDS, search: true }
    }
  }
} as const satisfies Record<string, ColumnSpec>

export type Column = keyof typeof COLUMNS
/** Columns whose cells hold more than one plain value. */
export type OwnColumn = { [C in Column]: (typeof COLUMNS)[C]['as'] extends 'own' ? C : never }[Column]
/** Names of the columns, in their order. */
export const CATALOGUE_COLUMNS = Object.keys(COLUMNS) as Column[]
/** What is declared of a column. */
export const columnSpec = (column: Column): ColumnSpec => COLUMNS[column]

/** Parts of an item that are there only where this cell is filled. */
export const BASE_OF: Readonly<Record<string, Column>> = {
  face: 'bezel_mm',
  body: 'body_mm',
  power: 'at_v',
  yearly: 'yearly_usd'
}
/** The cell without which this one says nothing. */
export const baseOf = (column: Column): Column | undefined => {
  const base = BASE_OF[columnSpec(column).at.split('.')[0]!]
  return base === column ? undefined : base
}
