import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import { applyEdits, type Project, type Unit } from '../../document'
import { resolve } from '../../design'
import { readPhrase, US } from '../../quantity'
import { item, projectWith } from '../../testing'
import { examineWiring, ironClearMm, ironDeg, passes, shimMm } from '..'
import { openingFindings } from './standing'

const BOX = item({
  id: 'box',
  mounts: ['tail'],
  provides: ['attitude sensing'],
  body: { widthMm: 80, heightMm: 60, depthMm: 120, connectorMm: 40 },
  stands: { levelDeg: 1, facing: ['forward', 'aft'], inverted: false }
})
const SENSOR = item({ id: 'mag', mounts: ['tail'], provides: ['magnetic sensing'] })
const SERVO = item({
  id: 'servo',
  mounts: ['tail'],
  kind: 'servo',
  massKg: 2,
  body: { widthMm: 90, heightMm: 110, depthMm: 140, connectorMm: 40 }
})

const withUnit = (project: Project, id: string, patch: Partial<Unit>): Project => {
  const unit = project.options[0]!.units.find(unit => unit.id === id)!
  return applyEdits(project, [{ type: 'unit.set', option: 'a', unit: { ...unit, ...patch } }], 'set').project
}
const wiringOf = (project: Project) => examineWiring(resolve(project, 'a'), [])
const codes = (project: Project) =>
  wiringOf(project)
    .findings.map(finding => finding.code)
    .filter(code => /stands|iron|opening/.test(code))
const box = (stands?: Unit['stands'], patch: Partial<Item> = {}) =>
  withUnit(projectWith([[{ ...BOX, ...patch }, 'tail']]), 'box', { stands })
const TRUE = { facing: 'aft', pitchDeg: 0.4, rollDeg: -1, yawDeg: 0 } as const

describe('a box that has to stand true', () => {
  it.each<[string, Unit['stands'], string[]]>([
    ['nobody has measured', undefined, ['wiring.stands-unmeasured']],
    ['measured within its limits', TRUE, []],
    ['measured in part', { facing: 'aft', pitchDeg: 0 }, ['wiring.stands-unmeasured']],
    ['connectors to the left', { ...TRUE, facing: 'left' }, ['wiring.stands-facing']],
    ['on its head', { ...TRUE, inverted: true }, ['wiring.stands-inverted']],
    ['nose up by more', { ...TRUE, pitchDeg: 2 }, ['wiring.stands-nose']],
    ['turned', { ...TRUE, yawDeg: -1.1 }, ['wiring.stands-turn']]
  ])('%s', (_, stands, wanted) => expect(codes(box(stands))).toEqual(wanted))
  it('its state is off by one angle alone, true at its limits, not measured where an angle is missing', () => {
    const state = (stands: Unit['stands']) => wiringOf(box(stands)).standings[0]!.state
    expect(state(TRUE)).toBe('true')
    expect(state({ ...TRUE, rollDeg: 1.01 })).toBe('off')
    expect(state({ ...TRUE, facing: 'left' })).toBe('off')
    expect(state({ ...TRUE, inverted: true })).toBe('off')
    expect(state({ facing: 'aft', pitchDeg: 0 })).toBe('not measured')
  })
  it('on its head where its maker allows it is told all the same: it is set so when it is set up', () => {
    const project = box({ ...TRUE, inverted: true }, { stands: { ...BOX.stands!, inverted: true } })
    const [finding] = wiringOf(project).findings.filter(finding => finding.code === 'wiring.stands-inverted')
    expect(finding!.weight).toBe('note')
  })
  // A right triangle: 120 mm of box, 2° off, want 4.19 mm under the low edge.
  it('is shimmed under the low edge by what the angle makes of its length', () => {
    expect(shimMm(120, 2)).toBeCloseTo(4.188, 3)
    expect(wiringOf(box({ ...TRUE, pitchDeg: 2 })).standings[0]!.shims).toEqual([
      { under: 'its tail', mm: expect.closeTo(4.188, 3) as number }
    ])
    // Connectors to a side: its depth lies across, its width along.
    const across = wiringOf(box({ ...TRUE, facing: 'left', pitchDeg: -2 })).standings[0]!
    expect(across.shims).toEqual([{ under: 'its nose', mm: expect.closeTo(2.792, 3) as number }])
  })
  it('an angle is lifted by its own shim: the box is level after it', () =>
    fc.assert(
      fc.property(fc.double({ min: -20, max: 20, noNaN: true }), degrees => {
        const low = Math.sin((Math.abs(degrees) * Math.PI) / 180) * 120
        expect(shimMm(120, degrees)).toBeCloseTo(low, 9)
      })
    ))
})

describe('iron near a magnetometer', () => {
  // A ball of high permeability in an even field: B = 2 B0 (R / r)³ along its axis (Jackson, Classical Electrodynamics, 5.11, from
  // memory). 1 kg of iron is a ball of 31.2 mm; at 163 mm it gives 50 µT · 2 · (31.2 / 163)³ = 0.70 µT, across 20 µT that is 2°.
  it('soft iron turns it as the textbook’s ball does', () => {
    expect(ironClearMm(1)).toBeCloseTo(163, 0)
    expect(ironDeg(1, ironClearMm(1))).toBeCloseTo(2, 6)
    // Twice as far away an eighth of the field; eight times the iron twice as far away the same.
    expect(Math.tan((ironDeg(1, 400) * Math.PI) / 180) / Math.tan((ironDeg(1, 800) * Math.PI) / 180)).toBeCloseTo(8, 6)
    expect(ironDeg(8, 800)).toBeCloseTo(ironDeg(1, 400), 9)
  })
  const near = (mm: number, patch: Partial<Item> = {}) => {
    const project = projectWith([
      [{ ...SENSOR, ...patch }, 'tail'],
      [SERVO, 'tail']
    ])
    const placed = withUnit(project, 'mag', { armMm: 5_000, acrossMm: 0, upMm: 0 })
    return withUnit(placed, 'servo', { armMm: 5_000, acrossMm: mm, upMm: 0 })
  }
  it('a motor nearer than the ball allows is told, one farther away is not', () => {
    const clear = ironClearMm(2 * 0.6)
    expect(codes(near(clear - 1))).toContain('wiring.iron')
    expect(codes(near(clear + 1))).not.toContain('wiring.iron')
  })
  it('its maker’s distance counts where it is more', () => {
    const stands = { levelDeg: 2, facing: ['forward' as const], inverted: false, ironMm: 600 }
    const { findings } = wiringOf(near(500, { stands }))
    const [finding] = findings.filter(finding => finding.code === 'wiring.iron')
    expect(finding).toMatchObject({ measured: 500, limit: 600, basis: { kind: 'entered' } })
    expect(readPhrase(finding!.says, US)).toContain('19.7 in')
  })
  it('iron of the airframe counts as well; where it is not known how near, that is said', () => {
    const project = projectWith([[SENSOR, 'tail']])
    const lump = {
      name: 'Gear leg',
      massKg: 6,
      armMm: project.airframe.places.find(place => place.id === 'tail')!.armMm
    }
    const withIron = (iron: Project['airframe']['iron']): Project => ({
      ...project,
      airframe: { ...project.airframe, iron }
    })
    expect(codes(withIron([lump]))).toEqual(['wiring.iron-where'])
    expect(codes(withIron([{ ...lump, armMm: lump.armMm - 2_000 }]))).toEqual([])
  })
})

describe('the opening a box goes in by', () => {
  it.each([
    // 90 × 110 end on, whichever way the hole lies.
    [{ widthMm: 120, heightMm: 95 }, true],
    [{ widthMm: 95, heightMm: 120 }, true],
    [{ widthMm: 100, heightMm: 100 }, false],
    [{ widthMm: 300, heightMm: 80 }, false]
  ])('a servo of 90 × 110 × 140 mm and a hole of %o: %s', (opening, does) => {
    expect(passes(SERVO.body!, opening)).toBe(does)
    const project = projectWith([[SERVO, 'tail']])
    const places = project.airframe.places.map(place => (place.id === 'tail' ? { ...place, opening } : place))
    const told = codes({ ...project, airframe: { ...project.airframe, places } })
    expect(told).toEqual(does ? [] : ['wiring.opening'])
  })
  it('what is told is the measure that does not pass, and the side it has to pass', () => {
    const told = (opening: { widthMm: number; heightMm: number }) => {
      const project = projectWith([[SERVO, 'tail']])
      const places = project.airframe.places.map(place => (place.id === 'tail' ? { ...place, opening } : place))
      const design = resolve({ ...project, airframe: { ...project.airframe, places } }, 'a')
      const { measured, limit } = openingFindings(design)[0]!
      return [measured, limit]
    }
    expect(told({ widthMm: 300, heightMm: 80 })).toEqual([90, 80])
    expect(told({ widthMm: 95, heightMm: 100 })).toEqual([110, 100])
  })
  it('that nobody has measured is asked for', () =>
    expect(codes(projectWith([[SERVO, 'tail']]))).toEqual(['wiring.opening-unknown']))
})
