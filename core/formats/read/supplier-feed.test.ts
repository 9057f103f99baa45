import { describe, expect, it } from 'vitest'
import { readSupplierFeed } from './supplier-feed'

const line = { item: 'ostrel-wideface-10', state: 'in stock', priceCents: 440_000, stock: 3, weeks: [1, 1, 2] }
const feed = (patch: object = {}, lines: unknown[] = [line]) => ({
  supplier: 'Ridge & Rowan',
  on: '2026-11-20',
  lines,
  ...patch
})
const problemOf = (data: unknown): string => {
  const read = readSupplierFeed(data)
  if (read.ok) throw new Error('It was taken.')
  return read.problem
}

describe('what a supplier says', () => {
  it('is taken whole, with its day', () => {
    const read = readSupplierFeed(feed())
    expect(read).toEqual({ ok: true, feed: feed() })
  })
  it('what he does not carry needs neither a price nor weeks', () =>
    expect(readSupplierFeed(feed({}, [{ item: 'x', state: 'not carried' }])).ok).toBe(true))
  it('a supplier who carries nothing of it all is heard too', () =>
    expect(readSupplierFeed(feed({}, [])).ok).toBe(true))
  it.each([
    ['no feed at all', null, /^feed: /],
    ['a list in place of one', [], /^feed: /],
    ['no name', feed({ supplier: '' }), /^supplier: /],
    ['a day that is none', feed({ on: '2026-02-30' }), /^on: /],
    ['a day in another order', feed({ on: '20.11.2026' }), /^on: /],
    ['a price below nothing', feed({}, [{ ...line, priceCents: -1 }]), /^lines\.0\.priceCents: /],
    ['a price that is not in whole cents', feed({}, [{ ...line, priceCents: 10.5 }]), /^lines\.0\.priceCents: /],
    ['a price that is a word', feed({}, [{ ...line, priceCents: '4400' }]), /^lines\.0\.priceCents: /],
    ['half a thing on the shelf', feed({}, [{ ...line, stock: 0.5 }]), /^lines\.0\.stock: /],
    ['a state that nobody knows', feed({}, [{ ...line, state: 'soon' }]), /^lines\.0\.state: /],
    ['weeks that go backwards', feed({}, [{ ...line, weeks: [4, 2, 1] }]), /^lines\.0\.weeks/],
    ['a word more', feed({}, [{ ...line, discount: 5 }]), /^lines\.0: /],
    ['in stock without a price', feed({}, [{ ...line, priceCents: undefined }]), /^lines\.0: .*no price or no weeks/],
    ['on back-order without weeks', feed({}, [{ ...line, weeks: undefined }]), /no price or no weeks/],
    ['one item twice', feed({}, [line, { ...line, stock: 1 }]), /^lines\.1\.item: “ostrel-wideface-10” is there twice/]
  ])('%s is refused, and said where', (_, data, says) => expect(problemOf(data)).toMatch(says))
})
