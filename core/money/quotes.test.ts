import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolve } from '../design'
import type { Quote } from '../document'
import { examineOption } from '../report'
import { say } from '../quantity'
import { demoProject } from '../testing.demo'
import { guessCovers, inUsCents, lumpOf, quoteDates, QUOTED_GROUPS, type CostLine } from '.'
import { standQuotes } from './quotes'

const project = demoProject('3-skerrow-dunlin')
const { money } = examineOption(project, 'b')
const quotable = money.lines.filter(line => ['equipment', 'labour', 'panel', 'wire'].includes(line.group))
const standQuote = (one: Quote, estimate: readonly CostLine[]) => standQuotes([one], estimate)[0]!
const sum = (lines: readonly { cents: number }[]) => lines.reduce((total, line) => total + line.cents, 0)
const quote = (lines: Quote['lines'], patch: Partial<Quote> = {}): Quote => ({
  id: 'q',
  shop: 'Tarn Panels',
  lines,
  weeks: [4, 6, 9],
  note: '',
  ...patch
})

describe('a quote in the shop’s own lumps', () => {
  it('whatever its lines say they cover: each line of the estimate is answered for once or left out, to the cent', () => {
    const groups = ['equipment', 'labour', 'panel', 'wire'] as const
    const keys = [...quotable.map(line => line.key), ...groups.map(lumpOf), 'equipment gone', 'nonsense']
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            cents: fc.integer({ min: -100_000, max: 5_000_000 }),
            covers: fc.array(fc.constantFrom(...keys), { maxLength: 12 })
          }),
          { maxLength: 8 }
        ),
        lines => {
          const found = standQuote(
            quote(lines.map((line, i) => ({ id: `l${i}`, says: `Line ${i}`, ...line }))),
            money.lines
          )
          expect(found.totalCents).toBe(sum(lines))
          expect(
            found.lines.reduce((total, quotedLine) => total + quotedLine.planCents, 0) + found.forgottenCents
          ).toBe(sum(quotable))
          expect(found.comparableCents).toBe(found.totalCents + found.forgottenCents)
          const answered = found.lines.flatMap(line => line.covers.map(each => each.key))
          expect(new Set([...answered, ...found.forgotten.map(costLine => costLine.key)]).size).toBe(quotable.length)
        }
      ),
      { seed: 3, numRuns: 150 }
    )
  })
  it('a quote that forgets a thing is no cheaper for it', () => {
    const whole = standQuote(
      quote([{ id: 'a', says: 'All', cents: 3_000_000, covers: QUOTED_GROUPS.map(lumpOf) }]),
      money.lines
    )
    const panel = quotable.find(line => line.key === 'panel')!
    const less = standQuote(
      quote([
        {
          id: 'a',
          says: 'All but the panel',
          cents: 3_000_000 - panel.cents,
          covers: ['equipment', 'labour', 'wire'].map(group => `all ${group}`)
        }
      ]),
      money.lines
    )
    expect(whole.forgotten).toEqual([])
    expect(less.forgotten.map(costLine => costLine.key)).toEqual(['panel'])
    expect(less.comparableCents).toBe(whole.comparableCents)
  })
  it('the shop that states tax and own costs is no dearer for it than the one that forgets them', () => {
    const own = { key: 'cost papers', group: 'other' as const, says: say`Papers`, cents: 90_000 }
    const tax = { key: 'tax', group: 'tax' as const, says: say`Tax`, cents: 210_000 }
    const estimate = [...money.lines.filter(line => !['other', 'tax'].includes(line.group)), own, tax]
    const all = ['equipment', 'labour', 'panel', 'wire'].map(group => `all ${group}`)
    const bare = { id: 'a', says: 'All', cents: 3_000_000, covers: all }
    const forgets = quote([bare], { id: 'forgets' })
    const states = quote(
      [
        bare,
        { id: 't', says: 'Sales tax', cents: 210_000, covers: ['all tax'] },
        { id: 'p', says: 'Papers', cents: 90_000, covers: ['cost papers'] }
      ],
      { id: 'states' }
    )
    const both = standQuotes([forgets, states], estimate)
    expect(both.map(({ comparableCents }) => comparableCents)).toEqual([3_300_000, 3_300_000])
    expect(both[0]!.forgotten.map(({ key }) => key)).toEqual(['cost papers', 'tax'])
    // Where none states them they are the owner's, in all alike, and no shop is asked about them.
    expect(standQuotes([forgets], estimate)[0]!.forgotten).toEqual([])
    // Tax that the estimate does not know is put on all at the rate that is stated: 210,000 of 3,000,000 is 7 %.
    const untaxed = estimate.filter(({ key }) => key !== 'tax' && key !== 'cost papers')
    const taxed = quote(states.lines.slice(0, 2), { id: 'states' })
    expect(standQuotes([forgets, taxed], untaxed).map(({ comparableCents }) => comparableCents)).toEqual([
      3_210_000, 3_210_000
    ])
  })
  it('a line of its own is taken out of the lump; what two lines name is told', () => {
    const found = standQuote(
      quote([
        { id: 'lump', says: 'Equipment', cents: 10, covers: ['all equipment'] },
        { id: 'own', says: 'The display', cents: 5, covers: ['equipment pfd', 'equipment gone'] },
        { id: 'again', says: 'Display once more', cents: 5, covers: ['equipment pfd'] }
      ]),
      money.lines
    )
    const [lump, own, again] = found.lines
    expect(own!.covers.map(cover => cover.key)).toEqual(['equipment pfd'])
    expect(own!.gone).toEqual(['equipment gone'])
    expect(lump!.covers.some(cover => cover.key === 'equipment pfd')).toBe(false)
    expect(again!.covers).toEqual([])
    expect(found.twice).toEqual([{ says: expect.anything(), by: ['The display', 'Display once more'] }])
    expect(found.extraCents).toBe(5)
  })
  it('amounts in another currency are held against the estimate in dollars, by the rate beside them', () => {
    const euro = { rate: { currency: 'EUR', usd: 1.1, on: '2026-11-20' } }
    expect(inUsCents(1_000_00, euro)).toBe(1_100_00)
    expect(standQuote(quote([{ id: 'a', says: 'All', cents: 100_00, covers: [] }], euro), money.lines).totalCents).toBe(
      110_00
    )
  })
  it('what a line is for is guessed by its words: units by name, with their labour where it speaks of work, else lumps', () => {
    const design = resolve(project, 'b')
    const guess = (says: string) => guessCovers(says, design, quotable)
    expect(guess('Tall navigator')).toEqual(['equipment nav'])
    expect(guess('Tall navigator, installed: labor 8 h')).toEqual(['equipment nav', 'labour nav'])
    expect(guess('Remove vacuum pump')).toEqual(['labour vac-pump'])
    expect(guess('Wiring harness')).toEqual(['all wire'])
    expect(guess('Panel, powder coated and engraved')).toEqual(['all panel'])
    expect(guess('Sales tax 7.5 %')).toEqual(['all tax'])
    expect(guess('Shop supplies')).toEqual([])
  })
  it('of the demo each of three quotes leaves something out, and is told with its price', () => {
    expect(money.quotes.map(quote => quote.forgotten.length)).toEqual([2, 1, 2])
    const told = money.findings.filter(finding => finding.code === 'money.quote-lacks')
    expect(told.map(finding => finding.measured)).toEqual(money.quotes.map(quote => quote.forgottenCents / 100))
  })
  it('keys of the estimate are each of one line, whatever the option', () => {
    for (const option of project.options) {
      const keys = examineOption(project, option.id).money.lines.map((line: CostLine) => line.key)
      expect(new Set(keys).size).toBe(keys.length)
    }
  })
})

// PERT of 5, 7, 12 weeks: mean 7.5, deviation 7/6; two deviations later is within ten weeks.
describe('when a shop can begin, and the aeroplane is back', () => {
  const weeks = { meanWeeks: 7.5, deviationWeeks: 7 / 6 }
  it('it begins on the day that was set where the queue is through by then', () =>
    expect(quoteDates({ on: '2026-11-20', queueWeeks: 7 }, weeks, '2027-01-12', '2026-12-24')).toEqual({
      begins: '2027-01-12',
      back: '2027-03-23'
    }))
  it('a longer queue moves both; it counts from the day of the quote, or from today', () => {
    expect(quoteDates({ on: '2026-11-20', queueWeeks: 10 }, weeks, '2027-01-12', '2026-12-24')).toEqual({
      begins: '2027-01-29',
      back: '2027-04-09'
    })
    expect(quoteDates({ queueWeeks: 10 }, weeks, '2027-01-12', '2026-12-24').begins).toBe('2027-03-04')
  })
})
