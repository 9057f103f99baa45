import { describe, expect, it } from 'vitest'
import type { Item } from '../catalogue'
import { applyEdits } from '../document'
import { resolve } from '../design'
import { KG_PER_POUND } from '../quantity'
import { accountOf } from '../capability'
import { examinePower } from '../power'
import { designWith, item, projectWith } from '../testing'
import { demoProject } from '../testing.demo'
import { carried, examineWiring, proposeLinks } from '.'

const talker = (id: string, kind: Item['ports'][number]['kind'] = 'rs-232'): Item =>
  item({ id, mounts: ['tail'], ports: [{ id: 'out', kind, flow: 'out', signals: ['position', 'traffic'] }] })
const listener = (id: string, kind: Item['ports'][number]['kind'] = 'rs-232'): Item =>
  item({
    id,
    mounts: ['tail'],
    ports: [{ id: 'in', kind, flow: 'in', signals: ['position'] }],
    needs: [{ what: 'signal', name: 'position', required: true, text: '' }]
  })
const link = (id: string, from: string, to: string) => ({
  id,
  from: { unit: from, port: 'out' },
  to: { unit: to, port: 'in' }
})
/** What is said of who talks to whom: that nobody entered pins is said besides. */
const findings = (design: ReturnType<typeof designWith>) =>
  examineWiring(design, examinePower(design).circuits).findings.filter(
    finding => finding.code !== 'wiring.pins-unknown'
  )

describe('who can talk to whom', () => {
  it('a link carries what both ends know, in one direction, over one kind of wire', () => {
    expect(carried(talker('a').ports[0]!, listener('b').ports[0]!)).toEqual(['position'])
    expect(carried(listener('b').ports[0]!, talker('a').ports[0]!)).toEqual([])
    expect(carried(talker('a', 'arinc 429').ports[0]!, listener('b').ports[0]!)).toEqual([])
  })
  it('a unit that needs a signal says so, and the remedy brings it', () => {
    const project = projectWith([
      [talker('gps'), 'tail'],
      [listener('map'), 'tail']
    ])
    const [finding] = findings(resolve(project, 'a'))
    expect(finding).toMatchObject({ code: 'wiring.signal-missing', weight: 'must fix', subjects: ['map'] })
    expect(findings(resolve(applyEdits(project, finding!.remedies[0]!.edits, 'cure').project, 'a'))).toEqual([])
  })
  // RS-232 is point to point: one transmitter may feed several receivers, never two transmitters on a line (common practice).
  it('two transmitters on one RS-232 input stop work; one transmitter to two receivers does not', () => {
    const two = {
      ...designWith([
        [talker('a'), 'tail'],
        [talker('b'), 'tail'],
        [listener('c'), 'tail']
      ]),
      links: [link('1', 'a', 'c'), link('2', 'b', 'c')]
    }
    expect(findings(two)).toContainEqual(expect.objectContaining({ code: 'wiring.talkers', weight: 'must fix' }))
    const fan = {
      ...designWith([
        [talker('a'), 'tail'],
        [listener('b'), 'tail'],
        [listener('c'), 'tail']
      ]),
      links: [link('1', 'a', 'b'), link('2', 'a', 'c')]
    }
    expect(findings(fan)).toEqual([])
  })
  // ARINC 429 has one transmitter on a line (published, from memory); RS-232 too (common practice).
  it.each(['rs-232', 'arinc 429'] as const)('of two transmitters on one %s input none is received', kind => {
    const received = (...from: string[]) => {
      const design = {
        ...designWith([
          [talker('a', kind), 'tail'],
          [talker('b', kind), 'tail'],
          [listener('c', kind), 'tail']
        ]),
        links: from.map((id, index) => link(String(index), id, 'c'))
      }
      const unit = design.units.find(({ id }) => id === 'c')!
      return accountOf(design).met(unit, unit.item.needs[0]!)
    }
    expect([received('a'), received('b'), received('a', 'b')]).toEqual([true, true, false])
  })
  // RS-232 works over 50 ft at most (common practice).
  it('an RS-232 line of 50 ft is within the limit, one longer by an inch is a finding with both lengths', () => {
    const long = (feet: number) => {
      const base = projectWith([
        [talker('a'), 'tail'],
        [listener('c'), 'tail']
      ])
      const [option] = base.options
      const units = option!.units.map(unit => (unit.id === 'c' ? { ...unit, place: 'panel' } : unit))
      const airframe = {
        ...base.airframe,
        serviceLoopMm: 0,
        routes: [{ from: 'panel', to: 'tail', lengthMm: feet * 304.8 }]
      }
      const project = { ...base, airframe, options: [{ ...option!, units, links: [link('1', 'a', 'c')] }] }
      return findings(resolve(project, 'a')).find(({ code }) => code === 'wiring.rs-232-long')
    }
    expect(long(50)).toBeUndefined()
    expect(long(50 + 1 / 12)).toMatchObject({ limit: 15_240, measured: expect.closeTo(15_265.4, 6) })
  })
  // ARINC 429: one transmitter, up to 20 receivers (published, from memory).
  it('proposes up to twenty receivers for an ARINC 429 transmitter and not one more', () => {
    const many = designWith([
      [talker('a', 'arinc 429'), 'tail'],
      ...Array.from({ length: 22 }, (_, i): [Item, string] => [listener(`r${i}`, 'arinc 429'), 'tail'])
    ])
    expect(proposeLinks(many)).toHaveLength(20)
  })
  it('an adapter joins what cannot talk directly', () => {
    const adapter = item({
      id: 'adapter',
      mounts: ['tail'],
      ports: [
        { id: 'a', kind: 'arinc 429', flow: 'in', signals: ['position'] },
        { id: 'out', kind: 'rs-232', flow: 'out', signals: ['position'] }
      ]
    })
    expect(
      proposeLinks(
        designWith([
          [talker('gps', 'arinc 429'), 'tail'],
          [listener('map'), 'tail']
        ])
      )
    ).toEqual([])
    expect(
      proposeLinks(
        designWith([
          [talker('gps', 'arinc 429'), 'tail'],
          [listener('map'), 'tail'],
          [adapter, 'tail']
        ])
      )
    ).toHaveLength(1)
  })
  it('the old autopilot of the demo loses its attitude with the vacuum horizon', () => {
    const project = demoProject('3-skerrow-dunlin')
    const gone = applyEdits(project, [{ type: 'unit.remove', option: 'a', unit: 'horizon' }], 'gone').project
    const design = resolve(gone, 'a')
    expect(findings(design)).toContainEqual(
      expect.objectContaining({ code: 'wiring.signal-missing', subjects: ['old-ap'] })
    )
  })
})

describe('the wire list', () => {
  it('has power and ground for each unit that draws, with mass by the foot', () => {
    const design = designWith([
      [
        item({
          id: 'radio',
          mounts: ['tail'],
          power: { atV: 14, minV: 10, maxV: 32, typicalA: 0.5, maxA: 0.5, load: 'constant power', essential: true }
        }),
        'tail'
      ]
    ])
    const { wires } = examineWiring(design, examinePower(design).circuits)
    expect(wires.map(wire => wire.kind)).toEqual(['power', 'ground'])
    // 3 + 5 + 7 ft of the route table, a foot of loop at the panel, 10 % waste; AWG 22 at 2.8 lb per 1000 ft (our rough
    // figure).
    expect(wires[0]!.lengthMm / 304.8).toBeCloseTo(16 * 1.1, 9)
    expect(wires[0]!.massKg).toBeCloseTo((2.8 * KG_PER_POUND * 17.6) / 1000, 9)
  })
})
