import { describe, expect, it } from 'vitest'
import { boxFace, designWith, item, plainProject, projectWith, roundFace } from '../testing'
import { applyEdits } from '../document'
import { resolve } from '../design'
import { beamDeflectionMm, bends, examinePanel, examineStrength, trayMomentNm, wayOut } from '.'

const even = (width: number, steps = 48) => Array.from({ length: steps }, () => width)

describe('bending of the face under a push', () => {
  // Simply supported beam, any strength-of-materials handbook: F L³ / (48 E I) in the middle, F a² b² / (3 E I L) elsewhere.
  it.each([
    [300, 100, 1.6, 73, 45, 150],
    [280, 60, 0.8128, 69, 45, 140],
    [900, 250, 3.175, 73, 90, 450]
  ])('L %s b %s t %s: the handbook case within 2 %%', (L, b, t, E, F, a) => {
    expect(
      beamDeflectionMm({ widthsMm: even(b), lengthMm: L, thicknessMm: t, gpa: E, loadN: F, atMm: a }) /
        ((F * L ** 3) / ((48 * E * 1000 * b * t ** 3) / 12))
    ).toBeCloseTo(1, 3)
  })
  it.each([0.1, 0.25, 0.37, 0.8])('load at %s of the span: the handbook case within 2 %%', share => {
    const [L, b, t, E, F] = [300, 100, 1.6, 73, 45]
    const a = share * L
    const handbook = (F * a ** 2 * (L - a) ** 2) / (3 * E * 1000 * ((b * t ** 3) / 12) * L)
    expect(
      Math.abs(
        beamDeflectionMm({ widthsMm: even(b), lengthMm: L, thicknessMm: t, gpa: E, loadN: F, atMm: a }) / handbook - 1
      )
    ).toBeLessThan(0.02)
  })
  it('a stepped beam: the middle half of half the width, by Castigliano', () => {
    // ∫ over the outer quarters of (F x / 2)² and over the middle half of the same with I / 2, both halves alike:
    // δ = F L³ / (48 E I) · [1/8 + 2 · 7/8], because the outer quarters hold (1/4)³ / (1/2)³ = 1/8 of ∫ x² dx.
    const [L, b, t, E, F] = [400, 120, 2, 70, 45]
    const widths = Array.from({ length: 48 }, (_, i) => (i >= 12 && i < 36 ? b / 2 : b))
    const whole = (F * L ** 3) / ((48 * E * 1000 * b * t ** 3) / 12)
    expect(
      beamDeflectionMm({ widthsMm: widths, lengthMm: L, thicknessMm: t, gpa: E, loadN: F, atMm: L / 2 }) / whole
    ).toBeCloseTo(1 / 8 + (2 * 7) / 8, 3)
  })
  it('a hole right across leaves nothing to hold', () =>
    expect(
      beamDeflectionMm({ widthsMm: [100, 0, 100], lengthMm: 300, thicknessMm: 1.6, gpa: 73, loadN: 45, atMm: 150 })
    ).toBe(Infinity))
  it('on a plain sheet the strip is the whole height and bends as the handbook has it', () => {
    const knob = item({ id: 'knob', face: { bezel: { shape: 'round', diameterMm: 20 }, screws: [], stack: false } })
    const design = designWith([[knob, [300, 150]]])
    const [bend] = bends(design, examinePanel(design).placed)
    const { thicknessMm } = design.airframe.panel
    expect(bend).toMatchObject({ spanMm: 300, stripMm: 300, leastWidthMm: 300 })
    expect(bend!.deflectionMm).toBeCloseTo((45 * 300 ** 3) / ((48 * 73_000 * 300 * thicknessMm ** 3) / 12), 2)
  })
  it('one hole after another the face gives more, and thicker sheet cures it', () => {
    const at = (count: number) =>
      Array.from({ length: count }, (_, i): [ReturnType<typeof item>, [number, number]] => [
        item({ id: `u${i}`, face: roundFace(79.375) }),
        [90 + i * 90, 150]
      ])
    const worst = (count: number, base = plainProject()) =>
      Math.max(
        ...bends(
          resolve(projectWith(at(count), base), 'a'),
          examinePanel(resolve(projectWith(at(count), base), 'a')).placed
        ).map(bend => bend.deflectionMm)
      )
    expect(worst(3)).toBeGreaterThan(worst(1))
    const thin = plainProject()
    thin.airframe.panel.thicknessMm = 0.8128
    const project = projectWith(at(5), thin)
    const before = examineStrength(resolve(project, 'a'), examinePanel(resolve(project, 'a')).placed).findings.filter(
      finding => finding.code === 'panel.bend'
    )
    expect(before.length).toBeGreaterThan(0)
    const cured = resolve(applyEdits(project, before[0]!.remedies[0]!.edits, 'thicker').project, 'a')
    expect(
      examineStrength(cured, examinePanel(cured).placed).findings.filter(finding => finding.code === 'panel.bend')
    ).toEqual([])
  })
})

describe('a heavy tray on the face alone', () => {
  const tray = item({
    id: 'tray',
    massKg: 3,
    face: boxFace(158.8, 67, true),
    body: { widthMm: 158, heightMm: 66, depthMm: 280, connectorMm: 30 }
  })
  // AC 43.13-2B chapter 1: 6.6 g down (from memory). M = m g n × half the depth.
  it('its moment is weight times 6.6 g at half its depth', () => {
    const unit = designWith([[tray, [300, 150]]]).units[0]!
    expect(trayMomentNm(unit)).toBeCloseTo(3 * 9.80665 * 6.6 * 0.14, 9)
  })
  it('wants a support at its back, and has none to complain of with one', () => {
    const project = projectWith([[tray, [300, 150]]])
    const findings = (p: typeof project) =>
      examineStrength(resolve(p, 'a'), examinePanel(resolve(p, 'a')).placed).findings.filter(
        finding => finding.code === 'panel.rear-support'
      )
    expect(findings(project)).toHaveLength(1)
    expect(findings(applyEdits(project, findings(project)[0]!.remedies[0]!.edits, 'hold').project)).toEqual([])
  })
})

describe('getting things out again', () => {
  const design = (bays = false) => {
    const base = plainProject()
    if (bays)
      base.airframe.panel.bays = [
        {
          id: 'b',
          name: 'Right bay',
          outline: [
            [320, 20],
            [580, 20],
            [580, 280],
            [320, 280]
          ],
          lipMm: 12,
          screwPitchMm: 80,
          screwHoleMm: 4
        }
      ]
    const big = item({
      id: 'big',
      face: roundFace(57),
      body: { widthMm: 80, heightMm: 80, depthMm: 100, connectorMm: 20 }
    })
    const slim = item({
      id: 'slim',
      face: roundFace(79.4),
      body: { widthMm: 79, heightMm: 79, depthMm: 100, connectorMm: 20 }
    })
    return designWith(
      [
        [big, [450, 150]],
        [slim, [150, 150]]
      ],
      base
    )
  }
  it('a case no bigger than its hole comes out to the front; a bigger one from behind, or with its bay', () => {
    for (const bays of [false, true]) {
      const { placed, findings } = examinePanel(design(bays))
      expect(placed.map(unit => wayOut(unit, design(bays).airframe.panel.bays))).toEqual([
        bays ? 'with its bay' : 'from behind',
        'from the front'
      ])
      expect(findings.filter(finding => finding.code === 'panel.access')).toHaveLength(bays ? 0 : 1)
    }
  })
  it('a seam under a bezel stops work, a hole in the bay’s lip too', () => {
    const base = plainProject()
    base.airframe.panel.bays = [
      {
        id: 'b',
        name: 'Right bay',
        outline: [
          [300, 20],
          [580, 20],
          [580, 280],
          [300, 280]
        ],
        lipMm: 15,
        screwPitchMm: 80,
        screwHoleMm: 4
      }
    ]
    const dial = item({ id: 'dial', face: roundFace(79.375) })
    expect(examinePanel(designWith([[dial, [310, 150]]], base)).findings[0]).toMatchObject({
      code: 'panel.seam',
      weight: 'must fix'
    })
    const [lip] = examinePanel(designWith([[dial, [350, 150]]], base)).findings
    expect(lip).toMatchObject({ code: 'panel.bay-lip', limit: 15 })
    expect(lip!.measured).toBeCloseTo(50 - 79.375 / 2, 9)
    expect(examinePanel(designWith([[dial, [400, 150]]], base)).findings).toEqual([])
  })
})
