import { readPhrase, US } from '../../quantity'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import { applyEdits, type Project } from '../../document'
import { resolve } from '../../design'
import { designWith, item, plainProject, projectWith } from '../../testing'
import { demoProject } from '../../testing.demo'
import {
  explainCircuit,
  powerModel,
  ampacityOf,
  breakerRows,
  examinePower,
  gauge,
  GAUGES,
  SWITCH_LOADS,
  switchDerating,
  switchFor
} from '..'
import { altitudeFactor, bundleFactor, freeAirA } from './ampacity'

const load = (id: string, power: Partial<NonNullable<Item['power']>> = {}, rest: Partial<Item> = {}): Item =>
  item({
    id,
    mounts: ['tail'],
    power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false, ...power },
    ...rest
  })
const choosing = (project: Project, circuits: Project['options'][0]['circuits']) => ({
  ...project,
  options: [{ ...project.options[0]!, circuits }]
})
const codes = (project: Project) => examinePower(resolve(project, 'a')).findings.map(finding => finding.code)

describe('what a wire carries where it lies', () => {
  // AC 43.13-1B 11-69, first worked example (values from memory): 25 of AWG 22 and 10 of AWG 20, 200 °C wire, 60 °C
  // ambient, 35,000 ft, 7 of 35 near capacity.
  const first = { wireC: 200 as const, ambientC: 60, altitudeFt: 35_000, bundleWires: 35, loadedShare: 0.2 }
  it.each([
    [20, 21.5, 11.2, 9.6],
    [22, 16.2, 8.4, 7.2]
  ])('first example: AWG %i in free air, bundled, at height', (awg, free, bundled, high) => {
    const found = ampacityOf(gauge(awg), first)
    expect(found.freeA).toBeCloseTo(free, 1)
    expect(found.freeA * found.bundle).toBeCloseTo(bundled, 1)
    expect(Math.abs(found.amps - high)).toBeLessThan(0.06)
  })
  // AC 43.13-1B 11-69, second worked example (values from memory): 12 of AWG 12, 200 °C wire, all near capacity.
  it.each([
    [25, 0, 68, 29.2, 29.2],
    [60, 20_000, 61, 26.2, 23.8]
  ])('second example: AWG 12 at %i °C, %i ft', (ambientC, altitudeFt, free, bundled, high) => {
    const found = ampacityOf(gauge(12), { wireC: 200, ambientC, altitudeFt, bundleWires: 12, loadedShare: 1 })
    expect(Math.abs(found.freeA - free)).toBeLessThan(0.4)
    expect(Math.abs(found.freeA * found.bundle - bundled)).toBeLessThan(0.2)
    expect(Math.abs(found.amps - high)).toBeLessThan(0.2)
  })
  // AC 43.13-1B chg 1 table 11-9 (values from memory): the same conditions by another way, 33 wires and more, 20 % in
  // use, 70 °C, 60,000 ft.
  it.each(
    GAUGES.filter(gauge => gauge.awg >= 10).flatMap(gauge =>
      ([150, 200] as const).map(rating => [gauge.awg, rating] as const)
    )
  )('AWG %i, %i °C: within a quarter of table 11-9, which rounds to whole amps', (awg, wireC) => {
    const ours = ampacityOf(gauge(awg), {
      wireC,
      ambientC: 70,
      altitudeFt: 60_000,
      bundleWires: 35,
      loadedShare: 0.2
    }).amps
    expect(ours / gauge(awg).bundleA[wireC]).toBeGreaterThan(0.75)
    expect(ours / gauge(awg).bundleA[wireC]).toBeLessThan(1.25)
  })
  it.each([8, 6, 4, 2])('AWG %i: no more than table 11-9 allows', awg =>
    expect(
      ampacityOf(gauge(awg), { wireC: 150, ambientC: 70, altitudeFt: 60_000, bundleWires: 35, loadedShare: 0.2 }).amps
    ).toBeLessThan(gauge(awg).bundleA[150])
  )
  it('alone at sea level nothing is taken off, and at its rating it carries nothing', () => {
    expect([bundleFactor(1, 1), altitudeFactor(0)]).toEqual([1, 1])
    expect(freeAirA(gauge(20), 105, 105)).toBe(0)
    expect(freeAirA(gauge(20), 105, 150)).toBe(0)
  })
})

describe('switches', () => {
  // AC 43.13-1B table 11-4 (values from memory).
  it.each([
    [28, [8, 4, 2, 3]],
    [14, [5, 2, 1, 2]]
  ] as const)('%i V: lamp, inductive, resistive, motor', (volts, factors) =>
    expect(SWITCH_LOADS.map(kind => switchDerating(volts, kind))).toEqual(factors)
  )
  it('a 14 V lamp of 4 A wants a 20 A switch, a resistive load of 4 A one of 5 A', () => {
    expect(switchFor(4, 14, 'lamp')).toBe(20)
    expect(switchFor(4, 14, 'resistive')).toBe(5)
    expect(switchFor(40, 28, 'lamp')).toBeUndefined()
  })
  it('one too small is a finding with its working, and the remedy cures it', () => {
    const project = choosing(projectWith([[load('lamp', { typicalA: 4, maxA: 4 }, { kind: 'light' }), 'tail']]), [
      { unit: 'lamp', switch: { ratedA: 10, load: 'lamp' } }
    ])
    const finding = examinePower(resolve(project, 'a')).findings.find(finding => finding.code === 'power.switch')!
    expect(finding).toMatchObject({ measured: 4, limit: 2 })
    expect(finding.figure).toEqual({ kind: 'circuit switch', of: 'lamp' })
    expect(explainCircuit(powerModel(resolve(project, 'a')), 'lamp', 'switch')!.result.value).toBe(20)
    expect(codes(applyEdits(project, finding.remedies[0]!.edits, 'cure').project)).not.toContain('power.switch')
  })
})

describe('several loads on one protector', () => {
  const two = projectWith([
    [load('a', { typicalA: 2, maxA: 2, transmitA: 5 }), 'tail'],
    [load('b', { typicalA: 3, maxA: 3, transmitA: 4 }), 'tail']
  ])
  it('it carries 125 % of all steady loads, or all and the largest rise while transmitting', () => {
    const [a, b] = examinePower(resolve(choosing(two, [{ unit: 'b', sharesWith: 'a' }]), 'a')).circuits
    // 1.25 · (2 + 3) = 6.25; 2 + 3 + max(5 − 2, 4 − 3) = 8; the next standard size is 10.
    expect([a!.breakerA, b!.breakerA]).toEqual([10, 10])
    expect([b!.head, a!.shared]).toEqual(['a', ['a', 'b']])
    // Table 11-3: a 10 A breaker wants AWG 18 at least (from memory), for each wire that hangs on it.
    for (const circuit of [a, b]) expect(circuit!.awg).toBeLessThanOrEqual(18)
  })
  it('a fuse protects thinner than a breaker does: table 11-3 gives AWG 20 7.5 A of breaker and 5 A of fuse (from memory)', () => {
    const project = projectWith([[load('x', { typicalA: 5, maxA: 5, load: 'resistive' }), 'tail']])
    const awg = (protector: 'breaker' | 'fuse') =>
      examinePower(
        resolve(
          choosing(
            { ...project, airframe: { ...project.airframe, routes: [{ from: 'panel', to: 'tail', lengthMm: 300 }] } },
            [{ unit: 'x', protector }]
          ),
          'a'
        )
      ).circuits[0]!.awg
    expect([awg('breaker'), awg('fuse')]).toEqual([20, 18])
  })
  it('fuses without spares are a finding by night, a word by day, and none with a set on board', () => {
    const base = choosing(two, [{ unit: 'a', protector: 'fuse' }])
    const weight = (project: Project) =>
      examinePower(resolve(project, 'a')).findings.find(finding => finding.code === 'power.fuse-spares')?.weight
    expect(weight(base)).toBe('note')
    const night: Project = { ...base, brief: { ...base.brief, flying: ['night VFR'] } }
    expect(weight(night)).toBe('decide')
    const finding = examinePower(resolve(night, 'a')).findings.find(finding => finding.code === 'power.fuse-spares')!
    expect(weight(applyEdits(night, finding.remedies[0]!.edits, 'carry').project)).toBeUndefined()
  })
  it('both horizons and both radios on one breaker are a finding; the remedy parts them', () => {
    const horizon = (id: string) => load(id, {}, { provides: ['attitude'] })
    const project = choosing(
      projectWith([
        [horizon('h1'), 'tail'],
        [horizon('h2'), 'tail'],
        [load('c', {}, { provides: ['com'] }), 'tail']
      ]),
      [{ unit: 'h2', sharesWith: 'h1' }]
    )
    const finding = examinePower(resolve(project, 'a')).findings.find(finding => finding.code === 'power.one-breaker')!
    expect(readPhrase(finding.says, US)).toContain('attitude is lost')
    expect(codes(applyEdits(project, finding.remedies[0]!.edits, 'part').project)).not.toContain('power.one-breaker')
    expect(codes(choosing(project, [{ unit: 'c', sharesWith: 'h1' }]))).not.toContain('power.one-breaker')
  })
  it('rows of protectors: by bus, the heaviest first, with spare places', () => {
    const { circuits, supply } = examinePower(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    const rows = breakerRows(circuits, supply)
    expect(rows.map(row => row.bus)).toEqual(
      supply.buses.map(bus => bus.id).filter(bus => circuits.some(circuit => circuit.bus === bus))
    )
    for (const row of rows) {
      const amps = row.places.flatMap(place => (place.kind === 'protector' ? [place.amps] : []))
      expect(amps).toEqual([...amps].sort((a, b) => b - a))
      expect(row.places.at(-1)!.kind).toBe('spare')
    }
    expect(
      rows.flatMap(row => row.places.flatMap(place => (place.kind === 'protector' ? [place.head] : []))).sort()
    ).toEqual(circuits.map(circuit => circuit.unit).sort())
  })
})

describe('feeds', () => {
  const ifr = (): Project => {
    const base = plainProject()
    return { ...base, brief: { ...base.brief, flying: ['IFR by day'] } }
  }
  it('the proposal has no fault of its own, in any demo', () => {
    for (const name of ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)
      for (const option of demoProject(name).options)
        expect(
          examinePower(resolve(demoProject(name), option.id)).findings.filter(finding =>
            ['power.no-source', 'power.feed-ring', 'power.essential-feed'].includes(finding.code)
          )
        ).toEqual([])
  })
  it('a bus no source leads to is named, and the remedy feeds it', () => {
    const project = projectWith([[load('x', { essential: true }), 'tail']], ifr())
    const supply = { ...examinePower(resolve(project, 'a')).supply, ties: [] }
    const cut = applyEdits(project, [{ type: 'supply.set', option: 'a', supply }], 'cut').project
    const findings = examinePower(resolve(cut, 'a')).findings
    expect(findings.filter(finding => finding.code === 'power.no-source')).toHaveLength(3)
    expect(findings.find(finding => finding.code === 'power.endurance')!.measured).toBe(0)
    const half = applyEdits(
      cut,
      [
        {
          type: 'supply.set',
          option: 'a',
          supply: {
            ...supply,
            ties: [{ id: 't', name: 'Feed', kind: 'wire', from: 'battery', to: 'main', milliohm: 1 }]
          }
        }
      ],
      'half'
    ).project
    const left = examinePower(resolve(half, 'a')).findings.filter(finding => finding.code === 'power.no-source')
    expect(left.map(finding => finding.id)).toEqual(['power.no-source:avionics', 'power.no-source:essential'])
    expect(
      examinePower(resolve(applyEdits(half, left[1]!.remedies[0]!.edits, 'join').project, 'a')).findings.filter(
        finding => finding.id === 'power.no-source:essential'
      )
    ).toEqual([])
  })
  it('feeds that run in a ring are named once, and end in an answer', () => {
    const project = projectWith([[load('x', { essential: true }), 'tail']], ifr())
    const { supply } = examinePower(resolve(project, 'a'))
    const ringed = applyEdits(
      project,
      [
        {
          type: 'supply.set',
          option: 'a',
          supply: {
            ...supply,
            ties: [
              ...supply.ties,
              { id: 'back', name: 'Back feed', kind: 'diode', from: 'essential', to: 'main', milliohm: 1 }
            ]
          }
        }
      ],
      'ring'
    ).project
    const report = examinePower(resolve(ringed, 'a'))
    expect(report.findings.filter(finding => finding.code === 'power.feed-ring')).toHaveLength(1)
    expect(report.endurance.minutes).toBeGreaterThan(0)
    expect(Number.isNaN(report.endurance.minutes)).toBe(false)
  })
  it('an essential unit on a bus that a switch takes away is a finding; hung on the essential bus it is none', () => {
    const project = choosing(projectWith([[load('x', { essential: true }), 'tail']], ifr()), [
      { unit: 'x', bus: 'avionics' }
    ])
    const finding = examinePower(resolve(project, 'a')).findings.find(
      finding => finding.code === 'power.essential-feed'
    )!
    expect(finding.weight).toBe('decide')
    expect(codes(applyEdits(project, finding.remedies[0]!.edits, 'hang').project)).not.toContain('power.essential-feed')
    // With the avionics switch off after the loss, it is dead, not only in danger.
    const { supply } = examinePower(resolve(project, 'a'))
    const off = {
      ...supply,
      switches: supply.switches.map(toggle =>
        toggle.id === 'avionics-switch' ? { ...toggle, afterLoss: 'OFF' } : toggle
      )
    }
    expect(
      examinePower(resolve({ ...project, options: [{ ...project.options[0]!, supply: off }] }, 'a')).findings.find(
        finding => finding.code === 'power.essential-feed'
      )!.weight
    ).toBe('must fix')
  })
  it('a lithium battery ahead of the firewall is a caution', () => {
    const base = plainProject()
    base.airframe.battery = { ...base.airframe.battery, chemistry: 'lithium', place: 'engine' }
    expect(
      examinePower(designWith([], base)).findings.find(finding => finding.code === 'power.lithium-place')
    ).toMatchObject({
      weight: 'decide'
    })
  })
  it('a box with cells that feed nothing is named, and the remedy lets them count', () => {
    const project = projectWith(
      [
        [load('x', { essential: true, typicalA: 6, maxA: 6 }), 'tail'],
        [
          item({ id: 'cells', mounts: ['tail'], battery: { chemistry: 'lithium', capacityAh: 6, ratedHours: 1 } }),
          'tail'
        ]
      ],
      ifr()
    )
    const { supply, endurance } = examinePower(resolve(project, 'a'))
    const loose = applyEdits(
      project,
      [
        {
          type: 'supply.set',
          option: 'a',
          supply: { ...supply, ties: supply.ties.filter(tie => tie.from !== 'unit:cells') }
        }
      ],
      'loose'
    ).project
    const found = examinePower(resolve(loose, 'a'))
    expect(found.endurance.minutes).toBeLessThan(endurance.minutes)
    const tied = applyEdits(
      loose,
      found.findings.find(finding => finding.code === 'power.cells-loose')!.remedies[0]!.edits,
      'tie'
    ).project
    expect(examinePower(resolve(tied, 'a')).endurance.minutes).toBeCloseTo(endurance.minutes, 6)
    // Taking the box out takes its tie along.
    expect(
      applyEdits(
        tied,
        [{ type: 'unit.remove', option: 'a', unit: 'cells' }],
        'out'
      ).project.options[0]!.supply!.ties.some(tie => tie.from === 'unit:cells')
    ).toBe(false)
  })
  it('back to the proposal forgets the buses chosen', () => {
    const project = choosing(projectWith([[load('x'), 'tail']], ifr()), [{ unit: 'x', bus: 'avionics' }])
    const own = applyEdits(
      project,
      [{ type: 'supply.set', option: 'a', supply: examinePower(resolve(project, 'a')).supply }],
      'own'
    ).project
    expect(applyEdits(own, [{ type: 'supply.clear', option: 'a' }], 'back').project.options[0]).not.toHaveProperty(
      'supply'
    )
  })
  it('a supply set without a bus takes its ties along, and the choice of that bus from its circuits', () => {
    const project = choosing(projectWith([[load('x'), 'tail']], ifr()), [{ unit: 'x', bus: 'avionics' }])
    const { supply } = examinePower(resolve(project, 'a'))
    const less = { ...supply, buses: [{ id: 'main', name: 'Main', role: 'main' as const }] }
    const own = applyEdits(project, [{ type: 'supply.set', option: 'a', supply }], 'own').project
    const [option] = applyEdits(own, [{ type: 'supply.set', option: 'a', supply: less }], 'less').project.options
    expect(option!.circuits).toEqual([])
    const there = new Set(['battery', 'alternator', 'main', ...supply.sources.map(source => source.id)])
    expect(option!.supply!.ties.every(tie => there.has(tie.from) && there.has(tie.to))).toBe(true)
    expect(option!.supply!.ties.length).toBeGreaterThan(0)
  })
})
