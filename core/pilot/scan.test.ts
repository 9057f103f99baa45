import { describe, expect, it } from 'vitest'
import { remediesOf, resolve } from '../design'
import { readPhrase, US } from '../quantity'
import { boxFace, item, plainProject, projectWith } from '../testing'
import { defaultPilot, examinePilots } from '.'
import { angleBetweenDeg } from './scan'

/** The eye 700 mm behind the face, straight before the display. */
const pilot = { ...defaultPilot('p', 'Left seat', 200, 300), eye: { acrossMm: 200, upMm: 200, aftMm: 700 } }
const display = item({
  id: 'd',
  kind: 'display',
  face: boxFace(200, 120),
  provides: ['electronic primary display', 'attitude']
})
const horizon = (id: string) => item({ id, kind: 'round instrument', face: boxFace(60, 60), provides: ['attitude'] })
const plain = plainProject()
const design = (standbys: [string, number, number][], pilots = [pilot]) =>
  resolve(
    projectWith(
      [
        [display, [200, 200]],
        ...standbys.map(([id, x, y]) => [horizon(id), [x, y]] as [ReturnType<typeof item>, [number, number]])
      ],
      { ...plain, airframe: { ...plain.airframe, pilots } }
    ),
    'a'
  )
const scans = (...of: Parameters<typeof design>) =>
  examinePilots(design(...of)).findings.filter(({ code }) => code === 'pilot.scan')

describe('the eye’s way from the primary display to the standby', () => {
  it('is the angle at the eye: atan of the distance over the depth, straight ahead', () => {
    // atan(187.564 / 700) = 15.000°; between two points on either side the angles add.
    const at = (xMm: number, yMm: number) => ({ xMm, yMm })
    expect(angleBetweenDeg(pilot, at(200, 200), at(200 + 187.564, 200))).toBeCloseTo(15, 3)
    expect(angleBetweenDeg(pilot, at(200 - 187.564, 200), at(200 + 187.564, 200))).toBeCloseTo(30, 3)
    expect(angleBetweenDeg(pilot, at(200, 200), at(200, 200))).toBe(0)
  })
  it('a standby horizon below the display is too low at 16°, and not at 14°', () => {
    // 700 · tan 14° = 174.5 mm; 700 · tan 16° = 200.7 mm.
    expect(scans([['s', 200, 200 - 174]])).toEqual([])
    const [low, ...more] = scans([['s', 200, 200 - 201]])
    expect(more).toEqual([])
    expect(low).toMatchObject({ weight: 'decide', subjects: ['s'], limit: 15 })
    expect(low!.measured).toBeCloseTo(16, 0)
    expect(readPhrase(low!.says, US)).toMatch(/16° below/)
  })
  it('the fix is a free place near the display, from where it is seen at a glance', () => {
    const aside = design([['s', 480, 200]])
    const [told] = examinePilots(aside).findings.filter(({ code }) => code === 'pilot.scan')
    const [remedy] = remediesOf(told!, aside)
    const [edit] = remedy!.edits
    if (edit?.type !== 'unit.move') throw new Error('no move')
    expect(angleBetweenDeg(pilot, { xMm: 200, yMm: 200 }, { xMm: edit.xMm!, yMm: edit.yMm! })).toBeLessThanOrEqual(15)
  })
  it('the nearest standby counts; beside the display it is said so', () => {
    expect(
      scans([
        ['far', 500, 200],
        ['near', 330, 200]
      ])
    ).toEqual([])
    expect(readPhrase(scans([['far', 500, 200]])[0]!.says, US)).toMatch(/to the side of/)
  })
  it('only the seat of the pilot in command is asked, and nothing without a standby', () => {
    const right = { ...pilot, id: 'r', name: 'Right seat', eye: { ...pilot.eye, acrossMm: 900 } }
    expect(scans([['s', 330, 200]], [pilot, right])).toEqual([])
    expect(scans([])).toEqual([])
  })
  it('each unit has its angle for each seat; the display itself none', () => {
    const seats = examinePilots(design([['s', 330, 200]])).seats
    expect(seats.find(({ unit }) => unit === 'd')!.scanDeg).toBeUndefined()
    expect(seats.find(({ unit }) => unit === 's')!.scanDeg).toBeCloseTo((Math.atan(130 / 700) * 180) / Math.PI, 6)
  })
})
