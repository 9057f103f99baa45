import { describe, expect, it } from 'vitest'
import { accountOf } from '../../capability'
import type { FunctionName } from '../../catalogue'
import { AS_FOUND, finish, resolve, type Design } from '../../design'
import { applyEdits, type Project } from '../../document'
import { readPhrase, US } from '../../quantity'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { examineOption } from '../examine/examine'
import { beginProject } from './beginning'
import { answers } from './beginning.testing'
import { pilotSides, type PilotSideStyle } from './pilot-side'

const catalogue = demoCatalogue()
const certified = beginProject('a', answers({ model: 'Unlisted', installed: 'six round dials' }), catalogue)
const bare = beginProject('b', answers({ basis: 'amateur-built', seats: 2, panel: 'arched-36' }), catalogue)
const sidesOf = (project: Project, option = 'a') => finish(pilotSides(project, option, catalogue))
const side = (project: Project, style: PilotSideStyle, option?: string) =>
  sidesOf(project, option).find(found => found.style === style)!
const lost = (project: Project, style: PilotSideStyle, what: RegExp) =>
  side(project, style).losses.find(loss => loss.lost && what.test(loss.lost))

describe('round, mixed or glass', () => {
  it('six dials that are there stay: nothing is bought, nothing goes', () => {
    expect(side(certified, 'round')).toMatchObject({ edits: [], added: [], removed: [], cents: 0, massKg: 0 })
  })
  it('glass takes the six out with the pump that drove them, and works', () => {
    const glass = side(certified, 'glass')
    expect(glass.removed).toEqual(expect.arrayContaining(['Mechanical airspeed', 'Vacuum horizon', 'Vacuum pump']))
    const design = resolve(applyEdits(certified, glass.edits, 'glass').project, 'a')
    const account = accountOf(design)
    for (const name of ['airspeed', 'altitude', 'attitude', 'heading', 'vertical speed'] as const)
      expect(account.works(name), name).toBe(true)
    expect(design.units.some(unit => unit.item.provides.includes('vacuum source'))).toBe(false)
  })
  it('a suction pump takes attitude and heading with it where both gyros are driven by it (common practice)', () => {
    expect(lost(certified, 'round', /^vacuum$/)!.gone).toEqual(['attitude', 'heading'])
    // Pitot and static instruments and the display have no part in it.
    expect(lost(certified, 'glass', /^vacuum$/)).toBeUndefined()
  })
  it('with the display lost the standby gives airspeed, altitude and attitude; without power its own battery does', () => {
    const display = side(certified, 'glass').losses[1]!
    expect(display.left).toEqual(expect.arrayContaining(['airspeed', 'altitude', 'attitude']))
    expect(lost(certified, 'glass', /alternator/)!.left).toContain('attitude')
  })
  it('mixed keeps airspeed and altitude that need no power (they are driven by air alone)', () => {
    expect(lost(certified, 'mixed', /alternator/)!.left).toEqual(expect.arrayContaining(['airspeed', 'altitude']))
    expect(side(certified, 'mixed').removed).not.toContain('Mechanical airspeed')
  })
  it('a standby that is installed is not exchanged for a cheaper one', () => {
    expect(side(demoProject('3-skerrow-dunlin'), 'glass', 'b').removed).toEqual([])
  })
  it.each(['round', 'mixed', 'glass'] as const)(
    '%s on a bare panel: all is placed, all works, sum and weight agree',
    style => {
      const found = side(bare, style)
      expect(found.waits).toEqual([])
      expect(found.losses[0]!.gone).toEqual([])
      const { project } = applyEdits(bare, found.edits, style)
      const design = resolve(project, 'a')
      const kg = design.units.reduce((sum, unit) => sum + unit.item.massKg, 0)
      expect(found.massKg).toBeCloseTo(kg, 9)
      expect(found.added.length).toBe(design.units.length)
      expect(found.cents).toBeGreaterThanOrEqual(design.units.reduce((sum, unit) => sum + unit.item.priceCents, 0))
    }
  )
  it('dials go back into the holes of their like: the basic T is whole (14 CFR 23.1321, from memory), little is cut', () => {
    const dunlin = demoProject('3-skerrow-dunlin')
    const found = resolve(dunlin, AS_FOUND)
    const { project } = applyEdits(dunlin, side(dunlin, 'round', 'b').edits, 'round')
    const design = resolve(project, 'b')
    const at = (name: FunctionName, { units }: Design) =>
      units.find(unit => unit.at && unit.item.kind !== 'display' && unit.item.provides.includes(name))!.at
    for (const name of ['airspeed', 'attitude', 'altitude', 'heading', 'vertical speed'] as const)
      expect(at(name, design), name).toEqual(at(name, found))
    expect(examineOption(project, 'b').findings.map(({ code }) => code)).not.toContain('pilot.basic-t')
  })
  it('nothing is proposed that is not approved for the aircraft, or no longer sold', () => {
    for (const { edits } of sidesOf(certified))
      for (const edit of edits)
        if (edit.type === 'unit.add' && edit.item) {
          expect(edit.item.soldUntil).toBeUndefined()
          expect(edit.item.approvals.length === 0 || edit.item.approvals.includes('certified')).toBe(true)
        }
  })
  it('a display that is approved for the model goes before a cheaper one that is not; of none it is said', () => {
    const glass = side(certified, 'glass')
    expect(glass.added).not.toContain('Vista 10')
    expect(glass.mustFix).toEqual([])
    const listed = { ...certified, airframe: { ...certified.airframe, model: 'Larkfell L-24 Dunlin' } }
    expect(side(listed, 'glass').added).toContain('Vista 10')
    const lists = catalogue.map(item =>
      item.provides.includes('electronic primary display')
        ? { ...item, modelApprovals: [{ models: ['Other'], paper: 'A', conditions: '' }] }
        : item
    )
    const none = finish(pilotSides(certified, 'a', lists)).find(({ style }) => style === 'glass')!
    expect(none.mustFix.map(says => readPhrase(says, US)).join()).toContain('is not listed')
  })
})
