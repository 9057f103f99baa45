import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readCatalogueCsv, readSupplierFeed } from '../../core/formats'
import { answerEnquiry, Enquiry } from '.'

const entries = readCatalogueCsv(readFileSync(new URL('../../demo/catalogue.csv', import.meta.url), 'utf8')).items
const enquiry = (on: string) =>
  Enquiry.parse({ on, items: entries.map(item => ({ id: item.id, listCents: item.priceCents })) })

describe('the stand-in supplier', () => {
  it('answers in the format that is read, each item once, and the same to whoever asks in a week', () => {
    const answer = answerEnquiry(enquiry('2026-11-30'))
    expect(readSupplierFeed(JSON.parse(JSON.stringify(answer)))).toEqual({ ok: true, feed: answer })
    expect(answerEnquiry(enquiry('2026-12-01')).lines).toEqual(answer.lines)
    expect(answerEnquiry(enquiry('2026-12-14')).lines).not.toEqual(answer.lines)
  })
  it('has some in stock, most to order, now and then a back-order', () => {
    const { lines } = answerEnquiry(enquiry('2026-11-30'))
    const share = (state: string) => lines.filter(line => line.state === state).length / lines.length
    expect(share('in stock')).toBeGreaterThan(0.15)
    expect(share('to order')).toBeGreaterThan(0.3)
    expect(share('back-order')).toBeGreaterThan(0)
    for (const line of lines) if (line.state === 'in stock') expect(line.stock).toBeGreaterThan(0)
  })
})

describe('a supplier’s feed', () => {
  const line = { item: 'pfd', state: 'to order', priceCents: 100, weeks: [1, 2, 3] }
  const feed = (...lines: unknown[]) => ({ supplier: 'Whinmoor Supply', on: '2026-11-30', lines })
  it.each([
    [feed(line, line), /lines\.1\.item: “pfd” is there twice/],
    [feed({ ...line, priceCents: -1 }), /lines\.0\.priceCents: must not be negative/],
    [feed({ ...line, weeks: undefined }), /lines\.0: “pfd” has no price or no weeks/],
    [{ ...feed(line), on: 'soon' }, /^on: /],
    ['nothing', /^feed: /]
  ])('%j is refused with its place', (data, says) =>
    expect(readSupplierFeed(data)).toMatchObject({ ok: false, problem: expect.stringMatching(says) as string })
  )
  it('what is not carried needs neither price nor weeks', () =>
    expect(readSupplierFeed(feed({ item: 'pfd', state: 'not carried' }))).toMatchObject({ ok: true }))
})
