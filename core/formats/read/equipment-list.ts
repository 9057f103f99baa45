import { CONDITIONS, type FileProblem, type Place, type Unit } from '../../document'
import type { Item } from '../../catalogue'
import { amountCents, currencyOf } from './quote-rows'
import { filledRows, tableRows, type TableRow } from './table-rows'

/** A unit of a list, still without an id: what a person confirms before it is installed. */
export interface ListedUnit extends Pick<
  Unit,
  'label' | 'madeIn' | 'condition' | 'approvedBy' | 'valueCents' | 'note'
> {
  item: Item
  /** Where it is, where the list says so. */
  place?: string
  line: number
}
export interface EquipmentListRead {
  units: ListedUnit[]
  problems: FileProblem[]
}
/** What a list is held against. */
export interface ListAgainst {
  items: readonly Item[]
  places: readonly Place[]
  /** This year: nothing was made after it. */
  year: number
}

const FIELDS = {
  item: /^(item|equipment|name|model|description)\b/i,
  label: /^(unit|label|called)\b/i,
  maker: /^(maker|make|manufacturer)\b/i,
  quantity: /^(qty|quantity|count|number)\b/i,
  place: /^(location|where|place)\b/i,
  year: /^(year|made)\b/i,
  condition: /^(condition|state|status)\b/i,
  approvedBy: /^(approv|paper|form|installed by)/i,
  value: /^(sale value|value|worth|price|credit)\b/i,
  note: /^(note|remark|comment)/i
} as const
type Field = keyof typeof FIELDS
const OLDEST = 1930
const MOST_OF_ONE = 20

/** Words for a condition, as equipment lists and squawks have them (common practice). */
const CONDITION_WORDS: readonly (readonly [RegExp, (typeof CONDITIONS)[number]])[] = [
  [/^(good|ok|serviceable|working|new|overhauled)$/i, 'good'],
  [/^(worn|fair|used|intermittent|tired)$/i, 'worn'],
  [/^(inop|inoperative|unserviceable|u\/s|failed|broken|dead)\.?$/i, 'inoperative']
]
const plainName = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()

/** Reads the rows below the headings. */
class List {
  readonly units: ListedUnit[] = []
  readonly problems: FileProblem[] = []
  constructor(
    private readonly columns: ReadonlyMap<Field, number>,
    private readonly against: ListAgainst
  ) {}
  private cell = (row: readonly string[], field: Field): string => row[this.columns.get(field) ?? -1] ?? ''
  private bad({ line }: TableRow, field: Field, message: string): undefined {
    this.problems.push({ line, column: (this.columns.get(field) ?? 0) + 1, field, message })
  }
  private itemOf(at: TableRow): Item | undefined {
    const [asked, maker] = [plainName(this.cell(at.row, 'item')), plainName(this.cell(at.row, 'maker'))]
    if (!asked) return this.bad(at, 'item', 'has no name')
    const found = this.against.items.filter(
      item =>
        [item.id, item.name, `${item.maker} ${item.name}`].some(name => plainName(name) === asked) &&
        (!maker || plainName(item.maker) === maker)
    )
    // Revisions of one entry are one entry: the last one is what is sold now.
    const ids = new Set(found.map(item => item.id))
    if (ids.size === 1) return found.at(-1)
    return this.bad(
      at,
      'item',
      ids.size
        ? `“${this.cell(at.row, 'item')}” is the name of ${ids.size} items. Add the maker`
        : `“${this.cell(at.row, 'item')}” is not in the catalog. Enter it as an own item first`
    )
  }
  /** @returns undefined where nothing is written; false where it cannot be read, which is reported */
  private year(at: TableRow): number | undefined | false {
    const text = this.cell(at.row, 'year')
    if (!text) return undefined
    const year = /^\d{4}$/.test(text) ? Number(text) : NaN
    if (year >= OLDEST && year <= this.against.year) return year
    this.bad(at, 'year', `“${text}” is not a year from ${OLDEST} to ${this.against.year}`)
    return false
  }
  private value(at: TableRow): number | undefined | false {
    const text = this.cell(at.row, 'value')
    if (!text) return undefined
    const [cents, currency] = [amountCents(text), currencyOf(text) ?? 'USD']
    if (currency !== 'USD') {
      this.bad(at, 'value', `“${text}” is in ${currency}: enter US dollars`)
      return false
    }
    if (cents !== undefined && cents >= 0) return cents
    this.bad(at, 'value', `“${text}” is not an amount of 0 or more`)
    return false
  }
  private condition(at: TableRow): Unit['condition'] | false {
    const text = this.cell(at.row, 'condition')
    const found = CONDITION_WORDS.find(([words]) => words.test(text))?.[1]
    if (!text || found) return found
    this.bad(at, 'condition', `“${text}” is not a condition: write ${CONDITIONS.join(', ')}`)
    return false
  }
  private place(at: TableRow, item: Item): string | undefined | false {
    const text = plainName(this.cell(at.row, 'place'))
    if (!text) return undefined
    const place = this.against.places.find(({ id, name }) => [id, name].some(known => plainName(known) === text))
    if (place && item.mounts.includes(place.kind)) return place.id
    this.bad(
      at,
      'place',
      place
        ? `${item.name} is not made for ${place.name}: it mounts on ${item.mounts.join(' or ')}`
        : `“${this.cell(at.row, 'place')}” is not a location of this aircraft`
    )
    return false
  }
  private quantity(at: TableRow): number | false {
    const text = this.cell(at.row, 'quantity')
    const count = text === '' ? 1 : /^\d{1,3}$/.test(text) ? Number(text) : NaN
    if (count >= 1 && count <= MOST_OF_ONE) return count
    this.bad(at, 'quantity', `“${text}” is not a quantity from 1 to ${MOST_OF_ONE}`)
    return false
  }
  take(at: TableRow): void {
    const item = this.itemOf(at)
    const [madeIn, valueCents, condition, count] = [
      this.year(at),
      this.value(at),
      this.condition(at),
      this.quantity(at)
    ]
    const place = item ? this.place(at, item) : false
    if (!item || madeIn === false || valueCents === false || condition === false || count === false || place === false)
      return
    const label = this.cell(at.row, 'label') || item.name
    const before = this.units.find(other => other.item.id === item.id && other.label === label && other.place === place)
    if (before)
      return this.bad(
        at,
        'item',
        `“${label}” is in line ${before.line} too. Enter a quantity, or give each its own name, if there are several`
      )
    const [approvedBy, note] = [this.cell(at.row, 'approvedBy'), this.cell(at.row, 'note')]
    for (let number = 1; number <= count; number++)
      this.units.push({
        item,
        label: number === 1 ? label : `${label} ${number}`,
        line: at.line,
        ...(place !== undefined && { place }),
        ...(madeIn !== undefined && { madeIn }),
        ...(condition !== undefined && { condition }),
        ...(valueCents !== undefined && { valueCents }),
        ...(approvedBy && { approvedBy }),
        ...(note && { note })
      })
  }
}

/**
 * Reads a list of what is installed: one unit a row, with headings (item, unit, maker, quantity, location, year, condition, approved
 * by, sale value, note; only the item is required).
 * @returns the units of the good rows, and each problem with its row and column; a row with a problem gives no unit
 */
export function readEquipmentRows(rows: readonly (readonly string[])[], against: ListAgainst): EquipmentListRead {
  const [head, ...body] = filledRows(rows)
  const columns = new Map<Field, number>()
  for (const field of Object.keys(FIELDS) as Field[]) {
    const column = head?.row.findIndex(cell => FIELDS[field].test(cell)) ?? -1
    if (column >= 0) columns.set(field, column)
  }
  if (!columns.has('item'))
    return {
      units: [],
      problems: [
        {
          line: head?.line ?? 1,
          column: 1,
          field: 'item',
          message: 'the first row has no heading “item”: name the columns'
        }
      ]
    }
  const list = new List(columns, against)
  for (const row of body) list.take(row)
  if (!body.length)
    list.problems.push({ line: head!.line, column: 1, field: 'item', message: 'there is no row below the headings' })
  return { units: list.units, problems: list.problems }
}
/** The same from a table as text: comma, semicolon or tab between the cells, as a spreadsheet pastes it. */
export function readEquipmentText(text: string, against: ListAgainst): EquipmentListRead {
  const rows = tableRows(text)
  return Array.isArray(rows) ? readEquipmentRows(rows, against) : { units: [], problems: [rows] }
}
