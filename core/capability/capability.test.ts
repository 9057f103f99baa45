import fc from 'fast-check'
import highs from 'highs'
import { describe, expect, it } from 'vitest'
import { FUNCTIONS, modernise, type FunctionName, type Item, type Need, type Port, type SignalName } from '../catalogue'
import { resolve, type Design, type DesignUnit } from '../design'
import { readPhrase, US } from '../quantity'
import { TASKS, type Link, type Project } from '../document'
import { supplyOf } from '../power'
import { item, projectWith, runs } from '../testing'
import { demoProject } from '../testing.demo'
import { Account, accountOf, functionsLost, settingsOf, type Part } from '.'
import { leftOver, leftOverRemedy } from './messages'
import { hornOf, leastFixedPoint, RuleList } from './horn'
import { rulesOf } from './rules-of'

const ruleList = (rules: readonly { head: number; body: number[] }[]): RuleList => {
  const list = new RuleList()
  for (const { head, body } of rules) list.add(head, body)
  return list
}
/** Functions and signals of made-up designs: few, so that chains meet. */
const NAMES: FunctionName[] = ['attitude', 'heading', 'airspeed', 'com']
const SAID: SignalName[] = ['attitude', 'heading', 'air data']
const unitArb = (id: string): fc.Arbitrary<Item> =>
  fc
    .record({
      provides: fc.uniqueArray(fc.constantFrom(...NAMES), { maxLength: 2 }),
      says: fc.uniqueArray(fc.constantFrom(...SAID), { maxLength: 2 }),
      needs: fc.array(
        fc.record({
          what: fc.constantFrom('function' as const, 'signal' as const),
          function: fc.constantFrom(...NAMES),
          signal: fc.constantFrom(...SAID)
        }),
        { maxLength: 2 }
      ),
      power: fc.boolean()
    })
    .map(({ provides, says, needs, power }) =>
      item({
        id,
        mounts: ['tail'],
        provides,
        ports: [
          { id: 'bus', kind: 'can', flow: 'both', signals: SAID, says },
          { id: 'in', kind: 'rs-232', flow: 'in', signals: SAID },
          { id: 'out', kind: 'rs-232', flow: 'out', signals: says.length ? says : ['time'] }
        ],
        needs: needs.map(need => ({ what: need.what, name: need[need.what], required: true, text: '' }) as Need),
        power: power
          ? { atV: 14, minV: 9, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false }
          : undefined
      })
    )
/** Any small design: up to five units, up to six links of two kinds. */
const designs: fc.Arbitrary<Design> = fc
  .tuple(
    fc
      .integer({ min: 1, max: 5 })
      .chain(count => fc.tuple(...Array.from({ length: count }, (_, index) => unitArb(`u${index}`)))),
    fc.array(fc.record({ a: fc.nat(), b: fc.nat(), bus: fc.boolean() }), { maxLength: 6 })
  )
  .map(([items, wires]) => {
    const project = projectWith(items.map(item => [item, 'tail']))
    const links: Link[] = wires.map(({ a, b, bus }, index) => ({
      id: `w${index}`,
      from: { unit: items[a % items.length]!.id, port: bus ? 'bus' : 'out' },
      to: { unit: items[b % items.length]!.id, port: bus ? 'bus' : 'in' }
    }))
    return resolve(
      { ...project, options: [{ ...project.options[0]!, links: links.filter(l => l.from.unit !== l.to.unit) }] },
      'a'
    )
  })

/** By brute force: what holds in every set closed under the rules, found by adding whatever follows until nothing does. */
function naive(design: Design, lost: readonly Part[] = []): { works: (name: FunctionName) => boolean } {
  const { atoms, rules, ties } = rulesOf(design)
  const whole = atoms.parts.filter(({ kind, id }) => !lost.some(part => part.kind === kind && part.id === id))
  const holds = new Set([...ties, ...whole.map(({ kind, id }) => atoms.part(kind, id))])
  for (let more = true; more;) {
    more = false
    for (const { head, body } of rules)
      if (!holds.has(head) && body.every(atom => holds.has(atom))) {
        holds.add(head)
        more = true
      }
  }
  return { works: name => holds.has(atoms.works(name)) }
}

describe('the least fixed point', () => {
  // Two that only vouch for each other hold in some closed set but not in the least (van Emden and Kowalski, 1976).
  it('two boxes that only repeat each other are dark', () => {
    const rules = ruleList([
      { head: 0, body: [1] },
      { head: 1, body: [0] },
      { head: 2, body: [] }
    ])
    const horn = hornOf(3, rules)
    expect([...leastFixedPoint(horn, [])].map(turn => turn > 0)).toEqual([false, false, true])
  })
  it('is the intersection of all closed sets, by enumeration', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ head: fc.nat(6), body: fc.array(fc.nat(6), { maxLength: 3 }) }), { maxLength: 12 }),
        rules => {
          const closed = (set: number) =>
            rules.every(({ head, body }) => !body.every(atom => set & (1 << atom)) || (set & (1 << head)) !== 0)
          let least = (1 << 7) - 1
          for (let set = 0; set < 1 << 7; set++) if (closed(set)) least &= set
          const found = leastFixedPoint(hornOf(7, ruleList(rules)), [])
          for (let index = 0; index < 7; index++) expect(found[index]! > 0).toBe((least & (1 << index)) !== 0)
        }
      )
    ))
})

describe('the account of a design', () => {
  it('agrees with brute force on any small design, whole and with any one part lost', () =>
    fc.assert(
      fc.property(designs, design => {
        const account = new Account(design)
        for (const lost of [[], ...[...account.parts].map(part => [part])]) {
          const holds = naive(design, lost)
          for (const name of NAMES) expect(account.works(name, lost)).toBe(holds.works(name))
        }
      }),
      runs(50)
    ))
  it('single and double losses are those of the naive loop', () =>
    fc.assert(
      fc.property(designs, design => {
        const account = new Account(design)
        const parts = [...account.parts]
        const name = (list: readonly Part[]) =>
          list
            .map(part => `${part.kind} ${part.id}`)
            .sort()
            .join('+')
        for (const wanted of NAMES) {
          if (!account.works(wanted)) continue
          const single = parts.filter(part => !account.works(wanted, [part]))
          expect(
            account
              .singles(wanted)
              .map(single => name([single]))
              .sort()
          ).toEqual(single.map(part => name([part])).sort())
          const rest = parts.filter(part => !single.includes(part))
          const pairs = rest.flatMap((a, index) =>
            rest.slice(index + 1).flatMap(b => (account.works(wanted, [a, b]) ? [] : [name([a, b])]))
          )
          expect(account.doubles(wanted).map(name).sort()).toEqual(pairs.sort())
        }
      }),
      { numRuns: 60 }
    ))
  it('two chains that share nothing are found where every set of chains, enumerated, has two', () =>
    fc.assert(
      fc.property(designs, design => {
        const account = new Account(design)
        const parts = [...account.parts]
        if (parts.length > 13) return
        for (const wanted of NAMES) {
          if (!account.works(wanted)) continue
          // Every set of parts by which it works, and whether its complement has another.
          let two = false
          for (let set = 0; set < 1 << parts.length && !two; set++) {
            const out = parts.filter((_, index) => (set & (1 << index)) === 0)
            const rest = parts.filter((_, index) => (set & (1 << index)) !== 0)
            two = account.works(wanted, out) && account.works(wanted, rest)
          }
          expect(account.disjoint(wanted, 2).chains.length >= 2).toBe(two)
        }
      }),
      { numRuns: 60 }
    ))
  // Menger: as many ways share no box between the sources and the displays as flow through boxes that each let one through.
  it('as many chains share nothing as flow, at most, through a network of repeaters (solved by HiGHS)', async () => {
    const solver = await highs()
    // Each way has ports of its own: wires that share one would be one line, and lost together.
    const port = (id: string, flow: 'in' | 'out'): Port => ({ id, kind: 'rs-232', flow, signals: ['position'] })
    const box = (id: string, ways: readonly (readonly [string, string])[], hears: boolean, gives: boolean): Item =>
      item({
        id,
        mounts: ['tail'],
        provides: gives ? ['gps'] : [],
        ports: ways.flatMap(([from, to], index) =>
          from === id ? [port(`o${index}`, 'out')] : to === id ? [port(`i${index}`, 'in')] : []
        ),
        needs: hears ? [{ what: 'signal', name: 'position', required: true, text: '' }] : []
      })
    const layers = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 3, maxLength: 4 })
    let cut = 0
    fc.assert(
      fc.property(layers, fc.array(fc.boolean(), { minLength: 27, maxLength: 27 }), (sizes, drawn) => {
        const rows = sizes.map((size, row) => Array.from({ length: size }, (_, n) => `r${row}n${n}`))
        const ways = rows
          .slice(1)
          .flatMap((row, index) => rows[index]!.flatMap(from => row.map(to => [from, to] as const)))
          .filter((_, index) => drawn[index % drawn.length])
        const items = rows.flatMap((row, index) => row.map(id => box(id, ways, index > 0, index === rows.length - 1)))
        const project = projectWith(items.map(item => [item, 'tail']))
        const links: Link[] = ways.map(([from, to], index) => ({
          id: `w${index}`,
          from: { unit: from, port: `o${index}` },
          to: { unit: to, port: `i${index}` }
        }))
        const design = resolve({ ...project, options: [{ ...project.options[0]!, links }] }, 'a')
        const found = accountOf(design).disjoint('gps', 4)
        const into = (id: string) => ways.flatMap(([, to], index) => (to === id ? [`f${index}`] : []))
        const outOf = (id: string) => ways.flatMap(([from], index) => (from === id ? [`f${index}`] : []))
        const begins = rows[0]!.flatMap(outOf)
        const nodes = rows.flatMap((row, index) =>
          row.flatMap(id => {
            const [come, go] = [into(id), outOf(id)]
            const limit = [...(index === 0 ? go : come)].join(' + ')
            const through =
              index > 0 && index < rows.length - 1 ? [...come, ...go.map(word => `- ${word}`)].join(' + ') : ''
            return [...(limit ? [` ${limit} <= 1`] : []), ...(through ? [` ${through.replace(/\+ -/g, '-')} = 0`] : [])]
          })
        )
        const flow = begins.length
          ? Math.round(
              solver.solve(
                `Maximize\n obj: ${begins.join(' + ')}\nSubject To\n${nodes.map((row, index) => ` c${index}:${row}`).join('\n')}\nEnd`
              ).ObjectiveValue
            )
          : 0
        expect(found.chains.length).toBeLessThanOrEqual(flow)
        if (found.chains.length < flow) {
          // Only a search that was cut short may say less, and it says that it was.
          expect(found.atLeast).toBe(true)
          cut++
        }
      }),
      runs(50)
    )
    expect(cut).toBeLessThan(8)
  })
  it('every chain that is told is a proof by itself', () =>
    fc.assert(
      fc.property(designs, design => {
        const account = new Account(design)
        const parts = [...account.parts]
        for (const wanted of NAMES)
          for (const chain of account.disjoint(wanted, 3).chains)
            expect(
              account.works(
                wanted,
                parts.filter(part => !chain.includes(part))
              )
            ).toBe(true)
      }),
      runs(30)
    ))
})

describe('chains of the demo aeroplanes', () => {
  const b = accountOf(resolve(demoProject('3-skerrow-dunlin'), 'b'))
  it('heading on the wide display comes from the magnetometer by way of the box', () => {
    const names = b.chain('heading', [], 'pfd')!.map(part => part.id)
    for (const id of ['mag', 'sense', 'pfd']) expect(names).toContain(id)
    expect(names.indexOf('mag')).toBeLessThan(names.indexOf('pfd'))
  })
  it('without the magnetometer it is gone, and attitude is not', () => {
    const mag = b.part('unit', 'mag')!
    expect(b.works('heading', [mag])).toBe(false)
    expect(b.works('attitude', [mag])).toBe(true)
  })
  it('attitude has a second chain that shares nothing: the standby on its own battery', () => {
    const { chains } = b.disjoint('attitude', 2)
    expect(chains).toHaveLength(2)
    expect(chains.some(chain => chain.some(part => part.id === 'standby'))).toBe(true)
  })
  it('the old autopilot dies with the vacuum pump, by way of the horizon', () => {
    const a = accountOf(resolve(demoProject('3-skerrow-dunlin'), 'a'))
    expect(a.works('autopilot')).toBe(true)
    expect(a.singles('autopilot').map(part => part.id)).toContain('vac-pump')
  })
  it('says what a function waits for, also where the unit can do without it', () => {
    const design = resolve(demoProject('2-hollin-whimbrel'), 'a')
    const pfd = design.units.find(unit => unit.id === 'pfd')!
    expect(
      accountOf(design)
        .whyNot(pfd, 'vor')
        .map(blocked => blocked.lacks)
    ).toEqual(['vor guidance'])
  })
  it('an old servo does not serve a new computer', () => {
    const project = demoProject('3-skerrow-dunlin')
    const option = project.options.find(option => option.id === 'b')!
    option.units = option.units.map(unit => (unit.id === 'servo-r' ? { ...unit, item: 'tidewell-old-servo' } : unit))
    option.links = option.links.filter(link => ![link.from.unit, link.to.unit].includes('servo-r'))
    const account = accountOf(resolve(project, 'b'))
    expect(account.works('roll steering')).toBe(false)
    expect(account.works('autopilot')).toBe(false)
  })
})

describe('power and place', () => {
  const lamp = item({
    id: 'lamp',
    mounts: ['tail'],
    provides: ['com'],
    power: { atV: 14, minV: 9, maxV: 32, typicalA: 1, maxA: 1, load: 'resistive', essential: false }
  })
  const of = (item: Item) => accountOf(resolve(projectWith([[item, 'tail']]), 'a'))
  it('what is fed dies with its bus and its breaker, and neither with the alternator nor the battery alone', () => {
    expect(
      of(lamp)
        .singles('com')
        .map(part => `${part.kind} ${part.id}`)
        .sort()
    ).toEqual(['bus main', 'protector lamp', 'unit lamp'])
    expect(of(lamp).doubles('com').length).toBeGreaterThan(0)
  })
  it('what has a battery of its own dies alone', () => {
    const own = { ...lamp, power: { ...lamp.power!, internalBatteryMinutes: 60 } }
    expect(
      of(own)
        .singles('com')
        .map(part => part.id)
    ).toEqual(['lamp'])
  })
  it('an aerial in a place it is not made for gives nothing', () => {
    const aerial = item({ id: 'a', mounts: ['roof'], provides: ['com antenna'], ports: [] })
    expect(of(aerial).works('com antenna')).toBe(false)
  })
  it('a link belongs to its unit, not to another one with a port of the same name', () => {
    const radio = (id: string): Item =>
      item({
        id,
        mounts: ['tail'],
        provides: ['com'],
        ports: [{ id: 'ant', kind: 'coax', flow: 'both', signals: ['radio frequency'] }],
        needs: [{ what: 'aerial', name: 'com antenna', port: 'ant', required: true, text: '' }]
      })
    const antenna = item({
      id: 'antenna',
      mounts: ['tail'],
      provides: ['com antenna'],
      ports: [{ id: 'ant', kind: 'coax', flow: 'both', signals: ['radio frequency'] }]
    })
    const project = projectWith([radio('x'), radio('y'), antenna].map(entry => [entry, 'tail']))
    const linked = (from: string): Project => ({
      ...project,
      options: [
        {
          ...project.options[0]!,
          links: [{ id: 'l', from: { unit: from, port: 'ant' }, to: { unit: 'antenna', port: 'ant' } }]
        }
      ]
    })
    for (const [there, not] of [
      ['x', 'y'],
      ['y', 'x']
    ] as const) {
      const account = accountOf(resolve(linked(there), 'a'))
      expect(account.gives(there, 'com')).toBe(true)
      expect(account.gives(not, 'com')).toBe(false)
    }
  })
  it('what units off the supply take with them is told by name, in the order of the alphabet', () => {
    const design = resolve(
      projectWith([
        [item({ id: 'x', mounts: ['tail'], provides: ['com', 'clock'] }), 'tail'],
        [item({ id: 'y', mounts: ['tail'], provides: ['clock', 'attitude'] }), 'tail']
      ]),
      'a'
    )
    const lost = functionsLost(design)
    expect(lost(new Set())).toEqual([])
    expect(lost(new Set(['x']))).toEqual(['com'])
    expect(lost(new Set(['x', 'y', 'nobody']))).toEqual(['attitude', 'clock', 'com'])
  })
  it('what is left over is one thing or several', () => {
    const [pump, hoses] = ['Pump', 'Hoses'].map(label => ({ id: label, label })) as unknown as DesignUnit[]
    expect(readPhrase(leftOver([pump!]), US)).toMatch(/^Pump is no longer required/)
    expect(readPhrase(leftOver([pump!, hoses!]), US)).toMatch(/^Pump and Hoses are no longer required/)
    expect(readPhrase(leftOverRemedy([pump!]), US)).toBe('Remove it.')
    expect(readPhrase(leftOverRemedy([pump!, hoses!]), US)).toBe('Remove them.')
  })
  it('two talkers on one RS-232 input say nothing that can be read', () => {
    const talker = (id: string): Item =>
      item({ id, mounts: ['tail'], ports: [{ id: 's', kind: 'rs-232', flow: 'out', signals: ['position'] }] })
    const port: Port = { id: 's', kind: 'rs-232', flow: 'in', signals: ['position'] }
    const needs: Need[] = [{ what: 'signal', name: 'position', required: true, text: '' }]
    const project = projectWith(
      [
        talker('x'),
        talker('y'),
        item({ id: 'z', mounts: ['tail'], provides: ['moving map'], ports: [port], needs })
      ].map(entry => [entry, 'tail'])
    )
    const link = (id: string, from: string): Link => ({
      id,
      from: { unit: from, port: 's' },
      to: { unit: 'z', port: 's' }
    })
    const works = (links: Link[]) =>
      accountOf(resolve({ ...project, options: [{ ...project.options[0]!, links }] }, 'a')).works('moving map')
    expect([works([link('1', 'x')]), works([link('1', 'x'), link('2', 'y')])]).toEqual([true, false])
  })
})

describe('items of before format 5', () => {
  it('a display no longer says what it only hears', () => {
    const old = {
      id: 'd',
      kind: 'display',
      ports: [{ id: 'can', kind: 'can', flow: 'both', signals: ['attitude', 'air data', 'com tuning'] }],
      provides: ['attitude', 'airspeed'],
      needs: [{ what: 'signal', name: 'attitude', required: true, text: '' }]
    }
    const item = modernise(old) as { ports: { says: string[] }[]; needs: { name: string; for?: string[] }[] }
    expect(item.ports[0]!.says).toEqual(['com tuning'])
    expect(item.needs.map(need => [need.name, need.for])).toEqual([
      ['attitude', ['attitude']],
      ['air data', ['airspeed']]
    ])
    expect(FUNCTIONS).toContain('attitude')
  })
})

describe('switches in another setting', () => {
  it.each(['a', 'b', 'c'])('option %s: as in a design in which they stand so in normal flight', option => {
    const design = resolve(demoProject('3-skerrow-dunlin'), option)
    const supply = supplyOf(design)
    const account = accountOf(design)
    const settings = settingsOf(design)
    expect(settings.length).toBeGreaterThan(0)
    for (const { positions } of settings) {
      const switches = supply.switches.map(toggle => ({ ...toggle, normal: positions.get(toggle.id)! }))
      const set = new Account({ ...design, supply: { ...supply, switches } })
      for (const lost of [undefined, ...account.parts.filter(part => part.kind !== 'link')]) {
        const there = lost && set.part(lost.kind, lost.id)
        for (const goal of [...NAMES, ...TASKS])
          expect(account.works(goal, lost && [lost], positions), `${goal} without ${lost?.name}`).toBe(
            set.works(goal, there && [there])
          )
      }
    }
  })
})
