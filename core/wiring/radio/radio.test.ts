import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { circuitsOf } from '../../power'
import { demoProject } from '../../testing.demo'
import { item, projectWith } from '../../testing'
import { applyEdits, type Project } from '../../document'
import { dragLoadLb, examineWiring, lossPer100Ft, quarterWaveMm } from '..'

describe('coax', () => {
  // Cable tables, dB per 100 ft, from memory: RG-58C/U 4.9, 11.5, 20 and RG-400/U 4.3, 9.0, 15 at 100, 400 and 1000 MHz.
  it.each([
    ['single shield', 100, 4.9],
    ['single shield', 400, 11.5],
    ['single shield', 1000, 20],
    ['double shield', 100, 4.3],
    ['double shield', 400, 9],
    ['double shield', 1000, 15]
  ] as const)('%s loses at %d MHz what the table says', (kind, mhz, db) =>
    expect(lossPer100Ft(kind, mhz)).toBeCloseTo(db, 9)
  )
  it('loses more the higher the frequency, and the single shield more than the double', () => {
    for (let mhz = 60; mhz < 1700; mhz += 20) {
      expect(lossPer100Ft('double shield', mhz + 20)).toBeGreaterThan(lossPer100Ft('double shield', mhz))
      expect(lossPer100Ft('single shield', mhz)).toBeGreaterThan(lossPer100Ft('double shield', mhz))
    }
  })
  // Figures of the trade: a quarter wave is 23 in at 127 MHz and 2.7 in at 1090 MHz (derived from 3e8 m/s).
  it.each([
    [127, 23.25],
    [1090, 2.71]
  ])('a quarter wave at %d MHz is %d in', (mhz, inches) => expect(quarterWaveMm(mhz) / 25.4).toBeCloseTo(inches, 1))
})

// AC 43.13-2B chapter 3: D = 0.000327 A V², lb, square feet, miles an hour. 0.135 sq ft at 250 mph give about 2.75 lb, its worked
// example (from memory).
it('the air loads an aerial by its frontal area and the square of the speed', () => {
  expect(dragLoadLb(0.135 * 304.8 ** 2, 250 / 1.150779)).toBeCloseTo(0.000327 * 0.135 * 250 ** 2, 9)
  expect(dragLoadLb(0.135 * 304.8 ** 2, 250 / 1.150779)).toBeCloseTo(2.75, 1)
})

const aerial = (id: string, provides: 'com antenna' | 'waas gps antenna' | 'transponder antenna') =>
  item({
    id,
    kind: 'antenna',
    mounts: ['roof', 'tail'],
    provides: [provides],
    ports: [{ id: 'rf', kind: 'coax', flow: 'both', signals: ['radio frequency'] }]
  })
const placed = (positions: Record<string, { acrossMm: number; upMm: number }>, project: Project): Project => ({
  ...project,
  options: [
    {
      ...project.options[0]!,
      units: project.options[0]!.units.map(unit => ({ ...unit, ...positions[unit.id] }))
    }
  ]
})
const codes = (project: Project) => {
  const design = resolve(project, 'a')
  return examineWiring(design, circuitsOf(design)).findings.filter(finding => /antenna|coax/.test(finding.code))
}

describe('aerials', () => {
  const two = projectWith([
    [aerial('com', 'com antenna'), 'roof'],
    [aerial('gps', 'waas gps antenna'), 'roof']
  ])
  // GPS to COM 24 in (609.6 mm) or more (common practice, the maker’s manual rules).
  it('a satellite aerial stands 24 in from a com aerial; nearer is told, and not known is told as not known', () => {
    expect(codes(two).map(code => code.code)).toEqual(['wiring.antennas-where'])
    const apart = (mm: number) =>
      codes(placed({ com: { acrossMm: 0, upMm: 900 }, gps: { acrossMm: mm, upMm: 900 } }, two)).map(code => code.code)
    expect(apart(600)).toEqual(['wiring.antennas-near'])
    expect(apart(620)).toEqual([])
  })
  // Com to com 36 in, satellite to transponder 12 in, two transponders or DME 20 in (common practice, the maker’s manual rules).
  it.each([
    ['com antenna', 'com antenna', 36],
    ['com antenna', 'waas gps antenna', 24],
    ['waas gps antenna', 'transponder antenna', 12],
    ['transponder antenna', 'transponder antenna', 20]
  ] as const)('%s and %s want %d in, whichever is named first', (one, other, inches) => {
    for (const [first, second] of [
      [one, other],
      [other, one]
    ] as const) {
      const pair = projectWith([
        [aerial('first', first), 'roof'],
        [aerial('second', second), 'roof']
      ])
      const at = (mm: number) =>
        placed({ first: { acrossMm: 0, upMm: 900 }, second: { acrossMm: mm, upMm: 900 } }, pair)
      const near = codes(at(inches * 25.4 - 1))
      expect(near.map(finding => [finding.code, finding.limit])).toEqual([['wiring.antennas-near', inches * 25.4]])
      expect(codes(at(inches * 25.4 + 1))).toEqual([])
    }
  })
  it('a com and a transponder aerial want no distance of their own', () =>
    expect(
      codes(
        projectWith([
          [aerial('com', 'com antenna'), 'roof'],
          [aerial('xpdr', 'transponder antenna'), 'roof']
        ])
      )
    ).toEqual([]))
  it('distance is that in the room: aside, above and along together (Pythagoras)', () => {
    const far = (acrossMm: number, upMm: number) =>
      codes(placed({ com: { acrossMm: 0, upMm: 900 }, gps: { acrossMm, upMm: 900 + upMm } }, two))
    // 3, 4, 5: 365.76 and 487.68 mm are 609.6 mm, which is 24 in.
    expect(far(365.7, 487.6)[0]!.measured).toBeCloseTo(Math.hypot(365.7, 487.6), 6)
    expect(far(365.8, 487.7)).toEqual([])
  })
  it('an aerial on a skin that is not metal wants a quarter wave of metal under it', () => {
    const on = (structure: 'metal' | 'composite') => {
      const project = projectWith([[aerial('com', 'com antenna'), 'roof']])
      const design = resolve({ ...project, airframe: { ...project.airframe, structure } }, 'a')
      return examineWiring(design, circuitsOf(design)).radio.antennas[0]!
    }
    expect(on('metal').onMetal).toBe(true)
    expect(on('composite')).toMatchObject({ onMetal: false, groundPlaneMm: quarterWaveMm(127) })
    // 23 in (common practice: a com aerial wants a ground plane of two feet all round).
    expect(on('composite').groundPlaneMm / 25.4).toBeCloseTo(23.25, 1)
  })
  it('places far enough along the fuselage need no more to be known', () =>
    expect(
      codes(
        projectWith([
          [aerial('com', 'com antenna'), 'roof'],
          [aerial('gps', 'waas gps antenna'), 'tail']
        ])
      )
    ).toEqual([]))
})

describe('the coax of a receiver', () => {
  const radio = item({
    id: 'nav',
    mounts: ['panel'],
    provides: ['waas gps'],
    ports: [{ id: 'gps', kind: 'coax', flow: 'both', signals: ['radio frequency'] }],
    needs: [{ what: 'aerial', name: 'waas gps antenna', port: 'gps', required: true, text: '' }]
  })
  const project = projectWith([
    [{ ...radio, mounts: ['tail'] }, 'tail'],
    [aerial('gps', 'waas gps antenna'), 'roof']
  ])
  const linked = (lengthMm: number, coax: 'single shield' | 'double shield', mostLossDb?: number): Project => ({
    ...project,
    airframe: { ...project.airframe, routes: [{ from: 'tail', to: 'roof', lengthMm }] },
    items: project.items.map(item =>
      item.id === 'nav' ? { ...item, ports: item.ports.map(port => ({ ...port, mostLossDb })) } : item
    ),
    options: [
      {
        ...project.options[0]!,
        links: [{ id: 'l1', from: { unit: 'nav', port: 'gps' }, to: { unit: 'gps', port: 'rf' } }],
        wires: [{ wire: 'l1', coax }]
      }
    ]
  })
  const found = (...args: Parameters<typeof linked>) => codes(linked(...args)).map(code => code.code)
  it('single-shielded it is told, double-shielded it is not', () => {
    expect(found(3_000, 'single shield')).toEqual(['wiring.coax-shield'])
    expect(found(3_000, 'double shield')).toEqual([])
  })
  it('the maker’s allowance counts where it is entered: loss and two connectors against it', () => {
    const chain = (project: Project) => {
      const design = resolve(project, 'a')
      return examineWiring(design, circuitsOf(design)).radio.chains[0]!
    }
    const { lossDb } = chain(linked(10_000, 'double shield'))
    expect(lossDb).toBeCloseTo((lossPer100Ft('double shield', 1575.42) * 10_000) / 30_480 + 2 * 0.15, 9)
    expect(found(10_000, 'double shield', lossDb + 0.01)).toEqual([])
    expect(found(10_000, 'double shield', lossDb - 0.01)).toEqual(['wiring.coax-loss'])
  })
  it('old coax that nobody has looked at is told, until somebody says what it is', () => {
    const dun = demoProject('3-skerrow-dunlin')
    const kept = { ...dun.options[0]!, units: dun.fitted, links: dun.fittedLinks, rows: [], groups: [], flows: [] }
    const old = (wires: Project['options'][number]['wires']) =>
      codes({ ...dun, options: [{ ...kept, wires }] }).filter(code => code.code === 'wiring.coax-old').length
    expect(old([])).toBe(1)
    const link = dun.fittedLinks.find(fittedLink => [fittedLink.from.unit, fittedLink.to.unit].includes('ant-xpdr'))!
    expect(old([{ wire: link.id, coax: 'double shield' }])).toBe(0)
  })
})

// MIL-C-17 tables (from memory): RG-400 weighs about 42 lb and RG-58 about 28 lb for 1,000 ft.
it('coax of a single shield is lighter than of a double one, and lies by the kind that was entered', () => {
  const dun = demoProject('3-skerrow-dunlin')
  const coaxKg = (coax: 'single shield' | 'double shield') => {
    const design = resolve(dun, 'b')
    const wire = examineWiring(design, circuitsOf(design)).wires.find(wire => wire.kind === 'coax')!
    const project = applyEdits(
      dun,
      [{ type: 'wires.put', option: 'b', wires: [{ wire: wire.id, coax }] }],
      'coax'
    ).project
    const after = resolve(project, 'b')
    const { massKg, lengthMm } = examineWiring(after, circuitsOf(after)).wires.find(other => other.id === wire.id)!
    return (massKg / 0.45359237 / lengthMm) * 304.8 * 1000
  }
  expect(coaxKg('single shield')).toBeLessThan(coaxKg('double shield'))
  expect(coaxKg('single shield')).toBeGreaterThan(20)
  expect(coaxKg('double shield')).toBeLessThan(60)
})
