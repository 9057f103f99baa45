import { describe, expect, it } from 'vitest'
import { item, roundFace } from '../testing'
import { demoCatalogue } from '../testing.demo'
import {
  alsoSaid,
  depthBehindMm,
  FUNCTIONS,
  Item,
  KINDS,
  maturedBy,
  PHASES,
  plainSignal,
  saidBy,
  searchWords,
  SIGNALS
} from '.'

const items = demoCatalogue()

describe('the demo catalogue', () => {
  it('has an item of every kind the job needs', () =>
    expect([...new Set(items.map(item => item.kind))].sort()).toEqual([...KINDS].sort()))
  it('has servos for roll, pitch, trim and yaw', () => {
    const given = items.filter(item => item.kind === 'servo').flatMap(item => item.provides)
    expect(given).toEqual(expect.arrayContaining(['roll steering', 'pitch steering', 'trim steering', 'yaw damping']))
  })
  it('has buttons for level and go-around, audio for two and four places, and ADS-B in and out', () => {
    const given = new Set(items.flatMap(item => item.provides))
    for (const name of [
      'level mode',
      'go-around mode',
      'two-place intercom',
      'four-place intercom',
      'ads-b in',
      'ads-b out'
    ] as const)
      expect(given).toContain(name)
  })
  // A tall navigator is about 6 in high, a short one about 2.65 in (common practice).
  it('has a tall and a short navigator', () => {
    const heights = items
      .filter(item => item.kind === 'navigator' && item.face?.stack)
      .map(item => (item.face!.bezel as { heightMm: number }).heightMm / 25.4)
    expect(heights.some(height => Math.abs(height - 6) < 0.1)).toBe(true)
    expect(heights.some(height => Math.abs(height - 2.65) < 0.05)).toBe(true)
  })
  // Taller navigator 4,000 to 5,000 dollars more than the short one, VOR/ILS about 4,000 (common practice): the two together.
  it('asks plausible prices for them', () => {
    const price = (id: string) => items.find(item => item.id === id)!.priceCents / 100
    expect(price('quillon-wayfarer-t') - price('quillon-wayfarer-s')).toBeGreaterThan(4_000)
    expect(price('quillon-wayfarer-t') - price('quillon-wayfarer-s')).toBeLessThan(9_000)
  })
  it('can meet every need with some other item of the catalogue', () => {
    for (const item of items)
      for (const need of item.needs) {
        const found =
          need.what === 'function'
            ? items.some(other => other.id !== item.id && other.provides.includes(need.name))
            : need.what === 'aerial'
              ? items.some(
                  other => other.provides.includes(need.name) && other.ports.some(port => port.kind === 'coax')
                )
              : items.some(
                  other =>
                    other.id !== item.id &&
                    other.ports.some(far =>
                      item.ports.some(near => {
                        // A listener hears what this one says; otherwise this one hears.
                        const [out, into] = need.what === 'listener' ? [near, far] : [far, near]
                        return (
                          into.kind === out.kind &&
                          into.flow !== 'out' &&
                          saidBy(out).flatMap(alsoSaid).includes(need.name) &&
                          into.signals.map(plainSignal).includes(plainSignal(need.name))
                        )
                      })
                    )
                )
        expect(found, `${item.name} needs ${need.name}`).toBe(true)
      }
  })
})

describe('an item', () => {
  const good = item({ id: 'x', face: roundFace(79) })
  const complaints = (patch: Record<string, unknown>) => {
    const read = Item.safeParse({ ...good, ...patch })
    return read.success ? [] : read.error.issues.map(issue => issue.path.join('.'))
  }
  it.each([
    ['a negative mass', { massKg: -1 }, 'massKg'],
    ['NaN', { massKg: Number.NaN }, 'massKg'],
    ['infinity', { massKg: Infinity }, 'massKg'],
    ['half a cent', { priceCents: 1.5 }, 'priceCents'],
    ['no face for the panel', { face: undefined }, 'face'],
    ['most less than typical', { power: { atV: 14, minV: 10, typicalA: 2, maxA: 1 } }, 'power.maxA'],
    ['least volts over its own', { power: { atV: 12, minV: 20, typicalA: 1, maxA: 1 } }, 'power.minV'],
    [
      'a port twice',
      {
        ports: [
          { id: 'a', kind: 'can', flow: 'in', signals: ['time'] },
          { id: 'a', kind: 'can', flow: 'in', signals: ['time'] }
        ]
      },
      'ports.1.id'
    ],
    ['a yearly cost for nothing', { yearly: { cents: 100, for: '' } }, 'yearly.for'],
    ['words that would part a cell', { announced: [{ by: '2027-01-01', says: 'a | b' }] }, 'announced.0.says'],
    ['an id with a slash', { id: 'a/b' }, 'id'],
    ['an empty name', { name: '  ' }, 'name'],
    ['nowhere to stand', { mounts: [] }, 'mounts'],
    ['a hole of no size', { face: { bezel: { shape: 'round', diameterMm: 0 } } }, 'face.bezel.diameterMm']
  ])('with %s is refused at its field', (_name, patch, field) => expect(complaints(patch)).toContain(field))
  it('matures on the days that its maker announced, and is itself until then', () => {
    const item: Item = {
      ...good,
      approvals: ['amateur-built'],
      provides: ['com'],
      priceCents: 100,
      announced: [
        { by: '2028-01-01', says: 'cheaper', priceCents: 80 },
        { by: '2027-06-01', says: 'approved', approvals: ['certified', 'amateur-built'], priceCents: 90 },
        { by: '2029-01-01', says: 'more', provides: ['gps'] }
      ]
    }
    expect(maturedBy(item, '2027-05-31')).toBe(item)
    expect(maturedBy(good, '2099-01-01')).toBe(good)
    expect(maturedBy(item, '2027-06-01')).toMatchObject({ approvals: ['amateur-built', 'certified'], priceCents: 90 })
    expect(maturedBy(item, '2028-06-01')).toMatchObject({ priceCents: 80, provides: ['com'] })
    const done = maturedBy(item, '2030-01-01')
    expect(done.provides).toEqual(['com', 'gps'])
    expect('announced' in done).toBe(false)
  })
  it('needs depth for its body and its connectors', () => {
    expect(depthBehindMm({ ...good, body: { widthMm: 80, heightMm: 80, depthMm: 120, connectorMm: 35 } })).toBe(155)
    expect(depthBehindMm(good)).toBe(0)
  })
  it('the words are each there once', () => {
    for (const words of [KINDS, FUNCTIONS, SIGNALS, PHASES]) expect(new Set(words).size).toBe(words.length)
  })
})

// Names people use across the bench for things that the list calls otherwise (common practice).
it.each([
  ['position', 'quillon-wayfarer-s'],
  ['position', 'air-position-lights'],
  ['master', 'fenwick-switch'],
  ['fuse', 'fenwick-breaker'],
  ['contactor', 'air-battery'],
  ['pitot', 'air-pitot-static'],
  ['beacon', 'air-beacon'],
  ['strobe', 'air-beacon-led'],
  ['altimeter', 'tidewell-m-alt'],
  ['horizon', 'tidewell-v-horizon'],
  ['intercom', 'marlstone-hush-4'],
  ['aerial', 'tarn-com']
])('who looks for “%s” finds %s', (word, id) =>
  expect(searchWords(items.find(item => item.id === id)!)).toContain(word)
)

// Where such things are in an aeroplane (common practice).
it.each([
  ['air-belts', ['cabin']],
  ['air-harness', ['cabin']],
  ['air-position-lights', ['wing tip', 'tail']],
  ['air-breakers', ['behind panel', 'cabin']]
])('%s goes where such a thing is: %j', (id, mounts) =>
  expect(items.find(item => item.id === id)!.mounts).toEqual(mounts)
)
