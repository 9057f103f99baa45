import { describe, expect, it } from 'vitest'
import { readFileSync } from 'node:fs'
import { accountOf } from '../../capability'
import type { Item } from '../../catalogue'
import { resolve } from '../../design'
import { readCatalogueCsv } from '../../formats'
import type { Link, Project } from '../../document'
import { item, projectWith } from '../../testing'
import { examineWiring, proposeLinks } from '..'

const catalogue = new Map(
  readCatalogueCsv(readFileSync(new URL('../../../demo/catalogue.csv', import.meta.url), 'utf8')).items.map(item => [
    item.id,
    item
  ])
)
const entry = (id: string, mount: Item['mounts'][number]): [Item, string] => {
  const one = catalogue.get(id)!
  const { face: _, ...rest } = one
  // In the tail of the plain aeroplane, so that the panel has no say.
  return [{ ...rest, mounts: [mount] }, mount]
}
const bus: Item = item({ id: 'panelbox', mounts: ['tail'], provides: ['circuit protection'] })
const withLinks = (project: Project, links: Link[]): Project => ({
  ...project,
  options: [{ ...project.options[0]!, links }]
})
const codesOf = (project: Project) => examineWiring(resolve(project, 'a'), []).findings.map(finding => finding.code)

describe('dimming, lamps, tablets: links like any others', () => {
  const project = projectWith([
    entry('fenwick-dim', 'tail'),
    entry('fenwick-trim', 'tail'),
    entry('fenwick-lamps-6', 'tail'),
    entry('fenwick-usb', 'tail'),
    entry('fenwick-tablet', 'tail'),
    entry('fenwick-camera', 'tail'),
    entry('marlstone-hush-4', 'tail'),
    [bus, 'tail']
  ])
  const design = resolve(project, 'a')
  const links = proposeLinks(design)
  const joined = (from: string, to: string) =>
    links.filter(link => link.from.unit === from && link.to.unit === to).map(link => link.to.port)

  it('the dimmer is led to every lamp that dims, as one wire each', () => {
    expect(joined('fenwick-dim', 'fenwick-trim')).toEqual(['lt'])
    expect(joined('fenwick-dim', 'fenwick-lamps-6')).toEqual(['lt'])
    const { wires } = examineWiring({ ...design, links }, [])
    const dimming = wires.filter(wire => wire.units[0] === 'fenwick-dim' && wire.kind === 'discrete')
    expect(dimming.map(wire => wire.conductors)).toEqual([1, 1])
  })
  it('tablet and camera each get power of an outlet; the camera what is said', () => {
    expect(joined('fenwick-usb', 'fenwick-tablet')).toEqual(['c'])
    expect(joined('fenwick-usb', 'fenwick-camera')).toEqual(['c'])
    expect(joined('marlstone-hush-4', 'fenwick-camera')).toEqual(['au'])
  })
  it('jacks hear the audio panel, and are heard by it', () => {
    const seats = projectWith([entry('fenwick-jacks-4', 'tail'), entry('marlstone-hush-4', 'tail')])
    const proposed = proposeLinks(resolve(seats, 'a'))
    const ends = proposed.map(link => `${link.from.unit} ${link.from.port} ${link.to.unit} ${link.to.port}`)
    expect(ends.sort()).toEqual(['fenwick-jacks-4 mc marlstone-hush-4 mc', 'marlstone-hush-4 ph fenwick-jacks-4 au1'])
  })
  it('a lamp dims with the position lights as well as by a knob', () => {
    const lit = projectWith([entry('air-position-led', 'tail'), entry('fenwick-trim', 'tail')])
    const proposed = proposeLinks(resolve(lit, 'a'))
    expect(proposed.map(link => [link.from.unit, link.to.unit])).toEqual([['air-position-led', 'fenwick-trim']])
    const after = resolve(withLinks(lit, [...proposed]), 'a')
    const trim = after.units.find(unit => unit.id === 'fenwick-trim')!
    expect(
      accountOf(after).met(
        trim,
        trim.item.needs.find(need => need.name === 'lighting')!
      )
    ).toBe(true)
    expect(codesOf(lit)).toContain('wiring.signal-missing')
    expect(codesOf(withLinks(lit, [...proposed]))).not.toContain('wiring.signal-missing')
  })
})

describe('lamps without a source', () => {
  it('are counted until each has one', () => {
    const source = item({
      id: 'regulator',
      mounts: ['tail'],
      ports: [{ id: 'w', kind: 'discrete', flow: 'out', signals: ['discrete'] }]
    })
    const project = projectWith([entry('fenwick-lamps-6', 'tail'), [source, 'tail']])
    const dark = (links: Link[]) =>
      examineWiring(resolve(withLinks(project, links), 'a'), []).findings.find(
        finding => finding.code === 'wiring.dark-lamps'
      )?.measured
    const link = (port: string): Link => ({
      id: port,
      from: { unit: 'regulator', port: 'w' },
      to: { unit: 'fenwick-lamps-6', port }
    })
    expect(dark([])).toBe(6)
    expect(dark([link('d1'), link('d4')])).toBe(4)
    expect(dark(['d1', 'd2', 'd3', 'd4', 'd5', 'd6'].map(link))).toBeUndefined()
  })
})

describe('what is heard, and what no hand gets at', () => {
  const aerial = item({ id: 'aerial', mounts: ['tail'], provides: ['com antenna'] })
  it('a diode light where a com aerial stands is told, a filament is not (common practice)', () => {
    expect(codesOf(projectWith([entry('air-position-led', 'tail'), [aerial, 'tail']]))).toContain(
      'wiring.light-by-aerial'
    )
    expect(codesOf(projectWith([entry('air-position-lights', 'tail'), [aerial, 'tail']]))).not.toContain(
      'wiring.light-by-aerial'
    )
    expect(codesOf(projectWith([entry('air-position-led', 'tail')]))).not.toContain('wiring.light-by-aerial')
  })
  it('a socket for data in the tail is told', () =>
    expect(codesOf(projectWith([entry('fenwick-update', 'tail')]))).toContain('wiring.socket-far'))
})
