import Papa from 'papaparse'
import type { FileProblem } from '../../document'

/** A shop's quote out of a table: its lines in cents of its own currency, and the currency where the amounts say it. */
export type QuoteRead =
  | { ok: true; lines: { says: string; cents: number }[]; currency?: string; notes: string[] }
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
const currencyOf = (text: string): string | undefined => CURRENCIES.find(([sign]) => sign.test(text))?.[1]

const WORDS = /^(description|item|line|text|what|position|article|bezeichnung|beschreibung|leistung)\b/i
const AMOUNTS = /\b(amount|price|total|cost|sum|net|betrag|preis|gesamt)\b/i
const SUMS = /^(sub)?\s*-?\s*(total|sum|gesamt|zwischensumme|summe)\b/i

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

/**
 * Reads a quote from the rows of a table: a column of words and one of amounts, named in a heading or found by what they hold. Totals
 * are left out and held against the sum. Nothing is taken while anything is wrong.
 */
export function readQuoteRows(rows: readonly (readonly string[])[]): QuoteRead {
  const problems: FileProblem[] = []
  const bad = (line: number, column: number, field: string, message: string) =>
    problems.push({ line, column, field, message })
  const filled = rows
    .map((row, i) => ({ row: row.map(cell => cell.trim()), line: i + 1 }))
    .filter(({ row }) => row.some(Boolean))
  if (filled.length === 0) bad(1, 1, '', 'the file holds no rows')
  if (filled.length > MOST_ROWS) bad(1, 1, '', `it has ${filled.length} rows; a quote has at most ${MOST_ROWS}`)
  if (problems.length) return { ok: false, problems }
  const headed = filled.findIndex(
    ({ row }) => row.some(cell => WORDS.test(cell)) && row.some(cell => AMOUNTS.test(cell))
  )
  const body = headed >= 0 ? filled.slice(headed + 1) : filled
  const wide = Math.max(...filled.map(({ row }) => row.length))
  const share = (column: number) => body.filter(({ row }) => amountCents(row[column] ?? '') !== undefined).length
  const columns = Array.from({ length: wide }, (_, column) => column)
  // Of several columns of money (each, total) the last named total counts, else the last that holds amounts.
  const heads = headed >= 0 ? filled[headed]!.row : []
  const money = columns.filter(column =>
    headed >= 0 ? AMOUNTS.test(heads[column] ?? '') : share(column) > body.length / 2
  )
  const amountAt =
    money.filter(column => /total|gesamt|amount|betrag/i.test(heads[column] ?? '')).at(-1) ?? money.at(-1)
  const wordsAt =
    headed >= 0
      ? heads.findIndex(cell => WORDS.test(cell))
      : columns.find(column => column !== amountAt && body.some(({ row }) => /\p{L}{2}/u.test(row[column] ?? '')))
  if (amountAt === undefined || wordsAt === undefined || wordsAt < 0 || wordsAt === amountAt) {
    bad(
      1,
      1,
      '',
      'there is no column of amounts beside one of words: name them “description” and “amount” in the first row'
    )
    return { ok: false, problems }
  }
  const lines: { says: string; cents: number; line: number }[] = []
  const notes: string[] = []
  const currencies = new Map<string, number>()
  const totals: { cents: number; line: number }[] = []
  for (const { row, line } of body) {
    const [says, amount] = [row[wordsAt] ?? '', row[amountAt] ?? '']
    if (says && !amount) {
      notes.push(`Line ${line}, “${says.slice(0, 60)}”, has no amount and was left out.`)
      continue
    }
    const cents = amountCents(amount)
    if (cents === undefined || Math.abs(cents) > MOST_CENTS) {
      bad(line, amountAt + 1, heads[amountAt] ?? 'amount', `“${amount}” is not an amount of money`)
      continue
    }
    const currency = currencyOf(amount)
    if (currency && !currencies.has(currency)) currencies.set(currency, line)
    if (SUMS.test(says)) {
      totals.push({ cents, line })
      continue
    }
    if (!says) {
      bad(line, wordsAt + 1, heads[wordsAt] ?? 'description', 'an amount without words')
      continue
    }
    const before = lines.find(line => line.says === says && line.cents === cents)
    if (before)
      bad(
        line,
        wordsAt + 1,
        heads[wordsAt] ?? 'description',
        `“${says.slice(0, 60)}” stands twice, in lines ${before.line} and ${line}, with the same amount`
      )
    if (says.length > MOST_LETTERS) notes.push(`The words of line ${line} are cut after ${MOST_LETTERS} letters.`)
    lines.push({ says: says.slice(0, MOST_LETTERS), cents, line })
  }
  const headCurrency = currencyOf(heads[amountAt] ?? '')
  if (headCurrency && !currencies.has(headCurrency)) currencies.set(headCurrency, filled[headed]!.line)
  const found = [...currencies]
  if (found.length > 1)
    bad(
      found[1]![1],
      amountAt + 1,
      heads[amountAt] ?? 'amount',
      `amounts are in ${found.map(([code]) => code).join(' and ')}; a quote is in one currency`
    )
  if (lines.length > MOST_LINES)
    bad(1, 1, '', `it has ${lines.length} lines with amounts; a quote has at most ${MOST_LINES}`)
  if (lines.length === 0 && problems.length === 0) bad(1, 1, '', 'no line of it has an amount')
  if (problems.length) return { ok: false, problems }
  const sum = lines.reduce((total, line) => total + line.cents, 0)
  const total = totals.at(-1)
  if (total && Math.abs(total.cents - sum) > 1)
    notes.push(
      `Its total in line ${total.line} is ${(total.cents / 100).toFixed(2)}; its lines add up ` +
        `to ${(sum / 100).toFixed(2)}: ask the shop for the difference, it may be tax.`
    )
  return {
    ok: true,
    lines: lines.map(({ says, cents }) => ({ says, cents })),
    notes,
    ...(found[0] && { currency: found[0][0] })
  }
}

/** Reads a quote from CSV, whatever parts its cells: comma, semicolon or tab. */
export function readQuoteCsv(text: string): QuoteRead {
  const lines = text.split(/\r?\n/).filter(line => line.trim() !== '')
  // A comma may be that of an amount: it parts cells only where nothing else does in four lines of five.
  const parts = [';', '\t', '|'].find(mark => lines.filter(line => line.includes(mark)).length >= 0.8 * lines.length)
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: parts ?? ',' })
  const quotes = parsed.errors.find(error => error.type === 'Quotes')
  if (quotes)
    return {
      ok: false,
      problems: [{ line: (quotes.row ?? 0) + 1, column: 1, field: '', message: 'a quotation mark is not closed' }]
    }
  return readQuoteRows(parsed.data)
}
