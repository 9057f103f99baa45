import { describe, expect, it } from 'vitest'
import type { Item, Need } from '../../catalogue'
import { applyEdits } from '../../document'
import { resolve } from '../../design'
import { designWith, item, projectWith } from '../../testing'
import { blockedBy } from './blocked'
import { joinsOf } from './ports'

type Port = Item['ports'][number]
const box = (id: string, ports: Port[], more: Partial<Item> = {}): Item =>
  item({ id, mounts: ['tail'], ports, ...more })
const rs232 = (id: string, flow: Port['flow'], ...signals: Port['signals']): Port => ({
  id,
  kind: 'rs-232',
  flow,
  signals
})
const arinc = (id: string, flow: Port['flow'], ...signals: Port['signals']): Port => ({
  id,
  kind: 'arinc 429',
  flow,
  signals
})
const wants = (what: 'signal' | 'listener', name: Port['signals'][number]): Need =>
  ({ what, name, required: true, text: '' }) as Need
const whyOf = (need: Need, ...items: Item[]) => {
  const design = designWith(items.map((one): [Item, string] => [one, 'tail']))
  return blockedBy(design, design.units[0]!, need)?.why
}

describe('why a need is met by no link', () => {
  const map = box('map', [rs232('in', 'in', 'position')])
  it('a signal that no other unit sends', () => {
    expect(whyOf(wants('signal', 'position'), map, box('radio', [rs232('out', 'out', 'traffic')]))).toBe('nobody')
  })
  it('a signal that is sent over another kind of wire only', () => {
    expect(whyOf(wants('signal', 'position'), map, box('gps', [arinc('out', 'out', 'position')]))).toBe('kind')
  })
  it('nothing is blocked where a link can be made', () => {
    expect(whyOf(wants('signal', 'position'), map, box('gps', [rs232('out', 'out', 'position')]))).toBeUndefined()
  })
  // A receiver of RS-232 has one transmitter (TIA-232, point to point; from memory).
  it('a port that another transmitter has already', () => {
    const project = projectWith([
      [box('map', [rs232('in', 'in', 'position', 'traffic')]), 'tail'],
      [box('gps', [rs232('out', 'out', 'position')]), 'tail'],
      [box('traffic', [rs232('out', 'out', 'traffic')]), 'tail']
    ])
    const link = { id: 'l1', from: { unit: 'traffic', port: 'out' }, to: { unit: 'map', port: 'in' } }
    const design = resolve(applyEdits(project, [{ type: 'link.put', option: 'a', link }], 'link').project, 'a')
    const blocked = blockedBy(
      design,
      design.units.find(unit => unit.id === 'map')!,
      wants('signal', 'position')
    )
    expect(blocked).toMatchObject({ why: 'taken', holders: ['l1'], sources: [{ unit: 'gps', port: 'out' }] })
  })
  it('a unit that must be listened to, by what hears it over the same kind of wire and by no other', () => {
    const engine = box('engine', [rs232('out', 'out', 'engine data')])
    const need = wants('listener', 'engine data')
    expect(whyOf(need, engine, box('display', [arinc('in', 'in', 'engine data')]))).toBe('kind')
    expect(whyOf(need, engine, box('display', [rs232('in', 'in', 'position')]))).toBe('nobody')
    expect(whyOf(need, engine, box('display', [rs232('in', 'in', 'engine data')]))).toBeUndefined()
  })
})

describe('links that could join two units', () => {
  const coax = (id: string): Port => ({ id, kind: 'coax', flow: 'both', signals: [] })
  const design = designWith([
    [box('radio', [coax('ant'), rs232('out', 'out', 'position')]), 'tail'],
    [box('antenna', [coax('foot'), rs232('in', 'in', 'position')]), 'tail']
  ])
  it('a coax is drawn once, from the first; data in the direction in which it is sent', () => {
    const drawn = (a: string, b: string) =>
      joinsOf(design, a, b).map(({ link }) => `${link.from.unit}.${link.from.port}>${link.to.unit}.${link.to.port}`)
    expect(drawn('radio', 'antenna').sort()).toEqual(['radio.ant>antenna.foot', 'radio.out>antenna.in'])
    expect(drawn('antenna', 'radio').sort()).toEqual(['antenna.foot>radio.ant', 'radio.out>antenna.in'])
  })
})
