import { describe, expect, it } from 'vitest'
import type { Item, Need } from '../../catalogue'
import { applyEdits } from '../../document'
import { resolve } from '../../design'
import { designWith, item, projectWith } from '../../testing'
import { blockedBy } from './blocked'
import { readPhrase, US } from '../../quantity'
import { joinPorts } from './ports'

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

describe('two ports connected by hand', () => {
  const coax = (id: string): Port => ({ id, kind: 'coax', flow: 'both', signals: [] })
  const design = designWith([
    [box('radio', [coax('ant'), rs232('out', 'out', 'position'), rs232('also', 'out', 'weather')]), 'tail'],
    [box('antenna', [coax('foot'), rs232('in', 'in', 'position'), arinc('bus', 'in', 'heading')]), 'tail']
  ])
  const end = (at: string) => ({ unit: at.split('.')[0]!, port: at.split('.')[1]! })
  const drawn = (a: string, b: string) => {
    const found = joinPorts(design, end(a), end(b))
    return 'refused' in found
      ? readPhrase(found.refused, US)
      : `${found.link.from.unit}.${found.link.from.port}>${found.link.to.unit}.${found.link.to.port}`
  }
  it('a coax is drawn as the hand drew it; data in the direction in which it is sent', () => {
    expect(drawn('radio.ant', 'antenna.foot')).toBe('radio.ant>antenna.foot')
    expect(drawn('antenna.foot', 'radio.ant')).toBe('antenna.foot>radio.ant')
    expect(drawn('radio.out', 'antenna.in')).toBe('radio.out>antenna.in')
    expect(drawn('antenna.in', 'radio.out')).toBe('radio.out>antenna.in')
  })
  it('what cannot be connected is refused, and why', () => {
    expect(drawn('radio.out', 'antenna.bus')).toBe(
      'A port of kind rs-232 cannot be connected to one of kind arinc 429.'
    )
    expect(drawn('radio.also', 'antenna.in')).toMatch(/no signal in common.*sends weather.*receives position/)
    expect(drawn('radio.out', 'radio.also')).toMatch(/Both ports are on/)
    const linked = { ...design, links: [{ id: 'l', from: end('radio.out'), to: end('antenna.in') }] }
    const again = joinPorts(linked, end('radio.out'), end('antenna.in'))
    expect('refused' in again && readPhrase(again.refused, US)).toMatch(/already connected over these ports/)
    const other = joinPorts(
      { ...linked, units: [...linked.units, { ...linked.units[0]!, id: 'second' }] },
      { unit: 'second', port: 'out' },
      end('antenna.in')
    )
    expect('refused' in other && readPhrase(other.refused, US)).toMatch(/Port in of .* is already connected/)
  })
})
