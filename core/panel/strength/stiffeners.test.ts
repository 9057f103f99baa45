import { describe, expect, it } from 'vitest'
import { stiffenerKg } from '../../airframe'
import { remediesOf, resolve } from '../../design'
import { applyEdits, type Stiffener } from '../../document'
import { examineOption } from '../../report'
import { boxFace, item, plainProject, projectWith, roundFace } from '../../testing'
import { readPhrase, US } from '../../quantity'
import { bends, examinePanel, examineStrength } from '..'
import { angleI, linesOf, trayI } from './stiffeners'

const radio = (id: string) =>
  item({
    id,
    massKg: 2.5,
    face: { ...boxFace(160, 50, true)!, cutout: { shape: 'rectangle', widthMm: 158, heightMm: 49, cornerMm: 0 } },
    body: { widthMm: 158, heightMm: 49, depthMm: 280, connectorMm: 40 }
  })
const withParts = (stiffeners: Stiffener[], base = projectWith([[radio('nav'), [300, 150]]])) => {
  base.airframe.panel = { ...base.airframe.panel, stiffeners }
  return base
}
const rails: Stiffener = {
  id: 'r',
  name: 'Rails',
  kind: 'rails',
  xMm: 300,
  widthMm: 162,
  fromMm: 20,
  toMm: 280,
  legMm: 19.05,
  thicknessMm: 1.5875,
  backMm: 280
}
const tray: Stiffener = {
  id: 't',
  name: 'Tray',
  kind: 'tray',
  xMm: 300,
  yMm: 150,
  widthMm: 158,
  heightMm: 49,
  depthMm: 280,
  thicknessMm: 0.8
}
const strength = (project: ReturnType<typeof plainProject>) => {
  const design = resolve(project, 'a')
  return { ...examineStrength(design), bends: bends(design) }
}
const hung = (project: ReturnType<typeof plainProject>) =>
  strength(project).findings.find(finding => finding.code === 'panel.rear-support')

describe('rails and trays', () => {
  // Any strength-of-materials handbook: I of a rectangle about its foot is b h³ / 3.
  it('an angle is its two legs about the sheet; of a tray’s side no more counts than is said', () => {
    expect(angleI(20, 2)).toBeCloseTo((2 * 20 ** 3) / 3 + (18 * 2 ** 3) / 3, 9)
    expect(trayI(30, 0.8)).toBeCloseTo((0.8 * 30 ** 3) / 3, 9)
    expect(trayI(280, 0.8)).toBe(trayI(40, 0.8))
  })
  it('rails stand just beside what is between them, a tray is a frame of four sides', () => {
    expect(linesOf(rails).map(line => line.atMm)).toEqual([300 - 81 - 19.05 / 2, 300 + 81 + 19.05 / 2])
    expect(linesOf(tray)).toHaveLength(4)
  })
  it('each makes the face give less where the radio hangs', () => {
    const plain = strength(withParts([])).bends[0]!.deflectionMm
    for (const part of [rails, tray]) {
      const stiffer = strength(withParts([part])).bends[0]!.deflectionMm
      expect(stiffer).toBeLessThan(plain * 0.9)
      expect(stiffer).toBeGreaterThan(0)
    }
  })
  // 2.5 kg · 9.80665 · 6.6 g · 0.14 m = 22.7 N·m, AC 43.13-2B chapter 1 (from memory).
  it('rails that reach past the middle of the box carry its back; shorter ones, or beside it, do not', () => {
    expect(hung(withParts([]))!.measured).toBeCloseTo(2.5 * 9.80665 * 6.6 * 0.14, 6)
    expect(hung(withParts([rails]))).toBeUndefined()
    expect(hung(withParts([{ ...rails, backMm: 100 }]))).toBeDefined()
    expect(hung(withParts([{ ...rails, xMm: 100 }]))).toBeDefined()
  })
  it('a tray hangs with what is in it: its own metal at half its depth', () => {
    const ownKg = 2 * (158 + 49) * 280 * 0.8 * 2.78e-6
    expect(stiffenerKg(tray)).toBeCloseTo(ownKg, 9)
    expect(hung(withParts([tray]))!.measured).toBeCloseTo((2.5 + ownKg) * 9.80665 * 6.6 * 0.14, 6)
    expect(hung(withParts([tray, rails]))).toBeUndefined()
  })
  it('the rails that are offered do hold it, and weigh and cost', () => {
    const project = withParts([])
    const remedy = remediesOf(hung(project)!, resolve(project, 'a')).find(remedy =>
      /pair of rails/.test(readPhrase(remedy.says, US))
    )!
    const { project: after } = applyEdits(project, remedy.edits, 'rails')
    expect(hung(after)).toBeUndefined()
    expect(resolve(after, 'a').airframe.panel.stiffeners).toHaveLength(1)
    const [was, is] = [project, after].map(project => examineOption(project, 'a'))
    const kilograms = stiffenerKg(after.airframe.panel.stiffeners[0]!)
    expect(was!.mass.usefulLoadKg - is!.mass.usefulLoadKg).toBeCloseTo(kilograms, 6)
    expect(is!.money.totalCents).toBeGreaterThan(was!.money.totalCents)
  })
  it('an angle across an opening, or where a box stands, is told, and taking it away is offered', () => {
    const across: Stiffener = {
      id: 'x',
      name: 'Angle 1',
      kind: 'angle',
      along: 'y',
      atMm: 300,
      fromMm: 0,
      toMm: 300,
      legMm: 19.05,
      thicknessMm: 1.5875
    }
    const base = withParts([across], projectWith([[item({ id: 'dial', face: roundFace(79.375) }), [300, 150]]]))
    const [told] = examinePanel(resolve(base, 'a')).findings.filter(finding => finding.code === 'panel.stiffener')
    expect(told).toMatchObject({ weight: 'must fix', subjects: ['dial'] })
    expect(
      applyEdits(base, remediesOf(told!, resolve(base, 'a'))[0]!.edits, 'away').project.airframe.panel.stiffeners
    ).toEqual([])
    expect(
      examinePanel(resolve(withParts([rails]), 'a')).findings.filter(finding => finding.code === 'panel.stiffener')
    ).toEqual([])
  })
})
