import type { FileProblem } from '../../document'
import { filledRows, tableRows, type TableRow } from './table-rows'

/** Lines of a quote, in cents of its own currency, by one way of reading its prices. */
export interface QuoteReading {
  /** Whether a price is that of the whole line, or of one piece and times its quantity. */
  prices: 'of the line' | 'each'
  lines: { says: string; cents: number }[]
  sumCents: number
}
/** A shop's quote out of a table. */
export type QuoteRead =
  | {
      ok: true
      /** One, or two where only a person can tell what its prices are of. */
      readings: QuoteReading[]
      /** The currency, where the amounts or the headings say it. */
      currency?: string
      /** What the quote says is its total; a person must answer where the lines do not add up to it. */
      stated?: { cents: number; line: number; says: string }
      notes: string[]
    }
  | { ok: false; problems: FileProblem[] }

const MOST_ROWS = 500
/** A quote keeps so many lines, and so many letters of each. */
const [MOST_LINES, MOST_LETTERS] = [200, 400]
const MOST_CENTS = 100_000_000_00
/** Signs and words of currencies, as amounts carry them. */
const CURRENCIES: readonly (readonly [RegExp, string])[] = [
  [/(?:^|[\s\d(-])(?:US\$|USD)(?=$|[\s\d),.-])/i, 'USD'],
  [/€|\bEUR\b/i, 'EUR'],
  [/£|\bGBP\b/i, 'GBP'],
  [/\bCHF\b/i, 'CHF'],
  [/\b(?:CAD|C\$)/i, 'CAD'],
  [/\b(?:AUD|A\$)/i, 'AUD'],
  [/\$/, 'USD']
]
/** The currency that an amount or a heading names, by its ISO 4217 code. */
export const currencyOf = (text: string): string | undefined => CURRENCIES.find(([sign]) => sign.test(text))?.[1]

/** Headings of the columns, in the languages in which shops that are asked write (common practice). */
const WORDS = /^(description|item|line|text|what|position|article|part|service|bezeichnung|beschreibung|leistung)\b/i
const MONEY =
  /\b(amount|price|total|cost|sum|net|ext|extended|each|ea|rate|unit|betrag|preis|gesamt|einzelpreis|gesamtpreis)\b/i
const EACH = /\b(each|ea|unit|rate|per|einzel\w*|stückpreis)\b/i
const WHOLE = /\b(amount|total|ext|extended|line|betrag|gesamt\w*|sum)\b/i
const QUANTITY = /^(qty|quantity|count|pcs|pieces|hours|hrs|no\.? of|anzahl|menge|stk|stück|std)\b/i
/** Words of a row that sums up others, wherever they stand in it; and of such as sum up a part only, or what is already paid. */
const SUM_WORDS = [
  'sub-?\\s?total|total|sum|carried forward|outstanding',
  'balance (due|forward|owing|payable|to pay)|amount (due|payable)|due$|payable$|to pay',
  'gesamt(betrag|summe)?|summe|zwischensumme|endbetrag|rechnungsbetrag|brutto|netto'
]
const SUMS = new RegExp(`^balance$|\\b(${SUM_WORDS.join('|')})\\b`, 'i')
const PART = 'parts?|labou?r|equipment|materials?|section|page|hours'
const OF_A_PART = new RegExp(
  `\\b(sub-?\\s?total|zwischensumme|carried forward|netto)\\b|^\\s*(${PART})\\b.*\\b(total|sum)\\b|\\b(total|sum)\\s+(of\\s+)?(${PART})\\b`,
  'i'
)
const PAID = /\b(deposit|down payment|prepaid|paid|payment received|anzahlung)\b/i

/**
 * An amount as people write it: 1,234.50 and 1.234,50, 1 234,50 and 1'234.50, with a sign or word of a currency, negative by a minus
 * or in brackets. Nothing for what is none, or could be read in two ways ("1,234" with three digits is a thousand).
 */
export function amountCents(text: string): number | undefined {
  const bare = text
    .replace(/US\$|[€£$]|\b[A-Z]{3}\b|\bC\$|\bA\$/gi, '')
    .replace(/[\s'’\u00a0\u202f]/g, '')
    .replace('−', '-')
  const [, open, minus, digits, close] = /^(\()?(-)?([\d.,]+)(\))?$/.exec(bare) ?? []
  if (!digits || !/\d/.test(digits) || (open === undefined) !== (close === undefined)) return undefined
  const last = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','))
  const decimals = last < 0 ? 0 : digits.length - last - 1
  const both = digits.includes('.') && digits.includes(',')
  const mark = last < 0 ? '' : digits[last]!
  const many = mark !== '' && digits.split(mark).length > 2
  // The last mark parts off cents where one or two digits follow it, or where the other mark parted the thousands before.
  const parts = mark !== '' && !many && (decimals <= 2 || both)
  if (parts && decimals > 2) return undefined
  const whole = (parts ? digits.slice(0, last) : digits).split(/[.,]/)
  if (whole.some((group, i) => (i === 0 ? group.length > (whole.length > 1 ? 3 : 12) : group.length !== 3)))
    return undefined
  const cents = parts && decimals > 0 ? Number(digits.slice(last + 1).padEnd(2, '0')) : 0
  const value = Number(whole.join('') || '0') * 100 + cents
  return open || minus ? -value : value
}

/** Which column is what. `each` is the price of one piece, `amount` that of the line; one of them is there. */
interface Columns {
  words: number
  amount?: number
  each?: number
  quantity?: number
  heads: readonly string[]
}

/** Finds the columns by their headings, or by what they hold where there are none. */
function columnsOf(filled: readonly TableRow[]): { columns?: Columns; body: readonly TableRow[]; headLine?: number } {
  const headed = filled.findIndex(
    ({ row }) =>
      row.some(cell => WORDS.test(cell)) && row.some(cell => MONEY.test(cell) && amountCents(cell) === undefined)
  )
  const body = headed >= 0 ? filled.slice(headed + 1) : filled
  const heads = headed >= 0 ? filled[headed]!.row : []
  const wide = Math.max(...filled.map(({ row }) => row.length))
  const all = Array.from({ length: wide }, (_, column) => column)
  const share = (column: number) => body.filter(({ row }) => amountCents(row[column] ?? '') !== undefined).length
  if (headed < 0) {
    const money = all.filter(column => share(column) > body.length / 2)
    const words = all.find(
      column => !money.includes(column) && body.some(({ row }) => /\p{L}{2}/u.test(row[column] ?? ''))
    )
    const amount = money.at(-1)
    return { body, ...(words !== undefined && amount !== undefined && { columns: { words, amount, heads } }) }
  }
  const head = (column: number) => heads[column] ?? ''
  const quantity = all.find(column => QUANTITY.test(head(column)))
  const money = all.filter(column => column !== quantity && MONEY.test(head(column)) && !WORDS.test(head(column)))
  const each = money.find(column => EACH.test(head(column)) && share(column) > 0)
  const amount =
    money.filter(column => column !== each && WHOLE.test(head(column))).at(-1) ??
    money.filter(column => column !== each).at(-1)
  // The longest words are what a line is for; a part number beside them is not.
  const named = all.filter(column => WORDS.test(head(column)))
  const letters = (column: number) => body.reduce((sum, { row }) => sum + (row[column] ?? '').length, 0)
  const words = [...named].sort((a, b) => letters(b) - letters(a))[0]
  const found = words !== undefined && (amount !== undefined || each !== undefined)
  return { body, headLine: filled[headed]!.line, ...(found && { columns: { words, amount, each, quantity, heads } }) }
}

/** One line as it stands: what it costs whole where that is written, what one piece costs, and how many. */
interface Written {
  says: string
  line: number
  amount?: number
  each?: number
  quantity: number
}

/**
 * A quantity as people write it: `2`, `1,5`, `10 h`, `3 pcs`. What is not above nothing, or could be thousands or a fraction (`1.000`),
 * is none.
 */
function quantityOf(text: string): number | undefined {
  const [, digits, decimals] = /^(\d{1,6})(?:[.,](\d{1,2}))?\s*[\p{L}.]*$/u.exec(text) ?? []
  const count = digits === undefined ? 0 : Number(`${digits}.${decimals ?? 0}`)
  return count > 0 && count <= 100_000 ? count : undefined
}

/** Reads the rows below the headings: lines, sums, what is paid; problems and notes with their places. */
class Body {
  readonly lines: Written[] = []
  readonly sums: { says: string; cents: number; line: number }[] = []
  readonly notes: string[] = []
  readonly problems: FileProblem[] = []
  readonly currencies = new Map<string, number>()
  constructor(private readonly columns: Columns) {}

  private bad(line: number, column: number, message: string): void {
    this.problems.push({ line, column: column + 1, field: this.columns.heads[column] ?? '', message })
  }
  /** @returns undefined where the cell is empty; false where it is no amount, which is told */
  private money(row: readonly string[], line: number, column: number | undefined): number | undefined | false {
    const text = column === undefined ? '' : (row[column] ?? '')
    if (!text) return undefined
    const cents = amountCents(text)
    if (cents === undefined || Math.abs(cents) > MOST_CENTS) {
      this.bad(line, column!, `“${text}” is not an amount of money`)
      return false
    }
    const currency = currencyOf(text)
    if (currency && !this.currencies.has(currency)) this.currencies.set(currency, line)
    return cents
  }
  take({ row, line }: TableRow): void {
    const { words, quantity } = this.columns
    const says = row[words] ?? ''
    const [amount, each] = [this.money(row, line, this.columns.amount), this.money(row, line, this.columns.each)]
    if (amount === false || each === false) return
    if (amount === undefined && each === undefined) {
      if (says) this.notes.push(`Line ${line}, “${says.slice(0, 60)}”, has no amount and was left out.`)
      return
    }
    // A sum may stand where its words are in any column before its amount.
    const label = says || row.find(cell => /\p{L}{2}/u.test(cell)) || ''
    if (SUMS.test(label)) {
      const cents = (amount ?? each)!
      this.sums.push({ says: label, cents, line })
      this.notes.push(`Line ${line}, “${label.slice(0, 60)}”, ${decimals(cents)}, sums up and is not taken as a line.`)
      return
    }
    if (PAID.test(label)) {
      this.notes.push(`Line ${line}, “${label.slice(0, 60)}”, is a payment and no part of the price; it was left out.`)
      return
    }
    if (!says) return this.bad(line, words, 'an amount without words')
    const count = quantity === undefined || !row[quantity] ? 1 : quantityOf(row[quantity])
    if (count === undefined)
      return this.bad(line, quantity!, `“${row[quantity!]}” is not a quantity: write it like 2 or 1.5`)
    if (amount !== undefined && each !== undefined && Math.abs(amount - each * count) > 1)
      this.notes.push(
        `Line ${line}, “${says.slice(0, 60)}”: ${count} × ${decimals(each)} is ${decimals(each * count)}, ` +
          `its amount is ${decimals(amount)}. Its amount counts.`
      )
    const before = this.lines.find(other => other.says === says && other.amount === amount && other.each === each)
    if (before)
      this.notes.push(`“${says.slice(0, 60)}” is in lines ${before.line} and ${line} with the same amount; both count.`)
    if (says.length > MOST_LETTERS) this.notes.push(`The words of line ${line} are cut after ${MOST_LETTERS} letters.`)
    this.lines.push({ says: says.slice(0, MOST_LETTERS), line, amount, each, quantity: count })
  }
}
const decimals = (cents: number) => (cents / 100).toFixed(2)

/**
 * The ways in which prices can be meant. A column of its own for the whole line, or for one piece, says it; a column that is just
 * “price” beside quantities does not, unless the total agrees with one of the two.
 */
function readingsOf(
  lines: readonly Written[],
  { amount, quantity, heads }: Columns,
  stated: number | undefined
): QuoteReading[] {
  const reading = (prices: QuoteReading['prices']): QuoteReading => {
    const read = lines.map(({ says, amount: whole, each, quantity: count }) => {
      const one = each ?? whole!
      const cents =
        whole !== undefined && (each !== undefined || prices === 'of the line') ? whole : Math.round(one * count)
      return { says, cents }
    })
    return { prices, lines: read, sumCents: read.reduce((sum, { cents }) => sum + cents, 0) }
  }
  const [whole, each] = [reading('of the line'), reading('each')]
  const plain = amount === undefined || WHOLE.test(heads[amount] ?? '') || quantity === undefined
  if (plain || whole.sumCents === each.sumCents) return [amount === undefined ? each : whole]
  const agrees = [whole, each].filter(({ sumCents }) => stated !== undefined && Math.abs(stated - sumCents) <= 1)
  return agrees.length === 1 ? agrees : [whole, each]
}

/** The total that a quote states: the greatest that sums up all of it; the sums of its parts together where there is none. */
function statedOf(
  sums: readonly { says: string; cents: number; line: number }[]
): Extract<QuoteRead, { ok: true }>['stated'] {
  const whole = sums.filter(({ says }) => !OF_A_PART.test(says)).sort((a, b) => b.cents - a.cents)[0]
  if (whole || !sums.length) return whole
  const subtotals = sums.filter(({ says }) => /sub|zwischen|netto/i.test(says))
  if (subtotals.length) return subtotals.sort((a, b) => b.cents - a.cents)[0]
  return {
    says: sums.map(({ says }) => says).join(' + '),
    cents: sums.reduce((sum, { cents }) => sum + cents, 0),
    line: sums.at(-1)!.line
  }
}

/**
 * Reads a quote from the rows of a table: a column of words and of prices, named in a heading or found by what they hold. Rows that
 * sum up are no lines; what they state is held against the lines. Nothing is taken while anything is wrong.
 */
export function readQuoteRows(rows: readonly (readonly string[])[]): QuoteRead {
  const refuse = (message: string, line = 1, column = 1, field = ''): QuoteRead => ({
    ok: false,
    problems: [{ line, column, field, message }]
  })
  const filled = filledRows(rows)
  if (filled.length === 0) return refuse('the file holds no rows')
  if (filled.length > MOST_ROWS) return refuse(`it has ${filled.length} rows. Maximum is ${MOST_ROWS}`)
  const { columns, body, headLine } = columnsOf(filled)
  if (!columns)
    return refuse(
      'there is no column of amounts next to one of words: name them “description” and “amount” in the first row'
    )
  const read = new Body(columns)
  for (const row of body) read.take(row)
  for (const column of [columns.amount, columns.each]) {
    const currency = column === undefined ? undefined : currencyOf(columns.heads[column] ?? '')
    if (currency && !read.currencies.has(currency)) read.currencies.set(currency, headLine!)
  }
  const { problems, lines, sums, notes, currencies } = read
  const found = [...currencies]
  if (found.length > 1) {
    const column = columns.amount ?? columns.each!
    const message = `amounts are in ${found.map(([code]) => code).join(' and ')}; a quote is in one currency`
    problems.push({ line: found[1]![1], column: column + 1, field: columns.heads[column] ?? 'amount', message })
  }
  if (lines.length > MOST_LINES) return refuse(`it has ${lines.length} lines with amounts. Maximum is ${MOST_LINES}`)
  if (lines.length === 0 && problems.length === 0) return refuse('no line of it has an amount')
  if (problems.length) return { ok: false, problems }
  const stated = statedOf(sums)
  return {
    ok: true,
    readings: readingsOf(lines, columns, stated?.cents),
    notes,
    ...(stated && { stated }),
    ...(found[0] && { currency: found[0][0] })
  }
}

/** What of the stated total the lines do not explain, in cents; none where they agree to a cent or no total is stated. */
export const unexplainedCents = (read: Extract<QuoteRead, { ok: true }>, { sumCents }: QuoteReading): number =>
  read.stated && Math.abs(read.stated.cents - sumCents) > 1 ? read.stated.cents - sumCents : 0

/** Reads a quote from a table as text. */
export function readQuoteCsv(text: string): QuoteRead {
  const rows = tableRows(text)
  return Array.isArray(rows) ? readQuoteRows(rows) : { ok: false, problems: [rows] }
}
