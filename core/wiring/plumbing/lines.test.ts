import { describe, expect, it } from 'vitest'
import { lengthOf } from '../../airframe'
import type { FunctionName, Item } from '../../catalogue'
import { AS_FOUND, resolve } from '../../design'
import { readPhrase, US } from '../../quantity'
import { designWith, item, projectWith } from '../../testing'
import { demoProject } from '../../testing.demo'
import { tubeFindings, tubeLines } from './lines'

const dun = demoProject('3-skerrow-dunlin')
const of = (option: string) => {
  const design = resolve(dun, option)
  const lines = tubeLines(design)
  return { line: (name: string) => lines.find(line => line.line === name), findings: tubeFindings(design, lines) }
}

describe('pitot, static and vacuum', () => {
  it('an aeroplane left as it was has opened nothing', () => expect(of(AS_FOUND).findings).toEqual([]))
  it('only what tells speed hangs on the pitot; whatever needs air hangs on the static', () => {
    const { line } = of(AS_FOUND)
    expect(line('pitot')!.users).toEqual(['asi'])
    expect(line('static')!.users).toEqual(expect.arrayContaining(['asi', 'alt', 'vsi']))
    expect(line('static')!.tees).toBe(line('static')!.users.length - 1)
  })
  // 14 CFR 91.411(a)(2) (from memory): after any opening and closing of the static system it is tested before IFR.
  it('a display with air of its own opens the static system, and the test is called for', () => {
    const { findings } = of('b')
    expect(findings.find(finding => finding.id === 'wiring.tubes:static')).toMatchObject({
      weight: 'note',
      basis: { source: expect.stringContaining('91.411') as string }
    })
  })
})

const giver = (id: string, ...provides: FunctionName[]): Item =>
  item({ id, mounts: ['panel', 'tail', 'wing'], provides })
const taker = (id: string, need: FunctionName, ...provides: FunctionName[]): Item => ({
  ...giver(id, ...provides),
  needs: [{ what: 'function', name: need, required: true, text: '' }]
})

describe('an aeroplane of few parts', () => {
  const probe = giver('probe', 'pitot and static')
  const asi = taker('asi', 'pitot and static', 'airspeed')
  const alt = taker('alt', 'pitot and static', 'altitude')
  const gyro = taker('gyro', 'vacuum source', 'attitude')
  it('three on a line are joined by two tees, one alone by none', () => {
    const line = (...units: Item[]) =>
      tubeLines(designWith(units.map(unit => [unit, 'panel']))).find(tubeLine => tubeLine.line === 'static')!
    expect(line(probe, asi).tees).toBe(0)
    expect(line(probe, asi, alt, taker('vsi', 'pitot and static', 'vertical speed'))).toMatchObject({
      users: ['asi', 'alt', 'vsi'],
      tees: 2,
      source: 'probe'
    })
  })
  it('the altimeter is not on the pitot', () => {
    const lines = tubeLines(designWith([probe, alt].map(item => [item, 'panel'])))
    expect(lines.map(line => line.line)).toEqual(['static'])
  })
  it('tube is as long as the way from the probe to each place where something hangs, once a place', () => {
    const design = designWith([
      [probe, 'tail'],
      [asi, 'panel'],
      [alt, 'panel']
    ])
    const way = lengthOf(design.airframe, { from: 'tail', to: 'panel' })
    expect(way).toBeDefined()
    expect(tubeLines(design).find(tubeLine => tubeLine.line === 'static')!.lengthMm).toBeCloseTo(way!.cutMm, 6)
  })
  it('without a probe the users are named and no length is made up', () => {
    const [line] = tubeLines(designWith([[alt, 'panel']]))
    expect(line).toMatchObject({ source: undefined, users: ['alt'], lengthMm: undefined })
  })
  it('a gyro hangs on the vacuum, not on the air', () => {
    const lines = tubeLines(designWith([probe, gyro].map(item => [item, 'panel'])))
    expect(lines).toMatchObject([{ line: 'vacuum', users: ['gyro'] }])
  })
  // An altimeter taken out leaves an open end: the static system is tested before IFR all the same (14 CFR 91.411, from memory).
  it('what is taken out has opened its line too', () => {
    const project = projectWith([[probe, 'panel']])
    const units = [{ id: 'alt', item: 'alt', label: 'Old altimeter', place: 'panel' }]
    const design = resolve({ ...project, items: [probe, alt], fitted: units }, 'a')
    const lines = tubeLines(design)
    expect(lines).toMatchObject([{ line: 'static', users: [], opened: ['alt'] }])
    const [finding] = tubeFindings(design, lines)
    expect(readPhrase(finding!.says, US)).toContain('Old altimeter')
    expect(readPhrase(finding!.says, US)).toContain('leak-checked')
  })
})
