import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, type BusOrder, type Project } from '../document'
import { remediesOf, resolve } from '../design'
import { examineOption } from '../report'
import { readPhrase, US } from '../quantity'
import { demoProject } from '../testing.demo'
import { cablesOf } from '.'

const dun = demoProject('3-skerrow-dunlin')
const led = (order: BusOrder['nodes']): Project =>
  applyEdits(dun, [{ type: 'busOrder.put', option: 'b', busOrder: { id: 'bus', nodes: order } }], 'order').project
const [bus] = cablesOf(resolve(dun, 'b')).chains
const nodes = bus!.nodes.map(({ unit, port }) => ({ unit: unit.id, port: port.id }))
const chainOf = (project: Project) => cablesOf(resolve(project, 'b')).chains[0]!
const lengthOf = ({ legsMm }: ReturnType<typeof chainOf>) => legsMm.reduce<number>((sum, leg) => sum + leg!, 0)

describe('a CAN bus in the order of whoever plans it', () => {
  it('goes from box to box as it is put, and never shorter than the shortest way', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(nodes, { minLength: nodes.length }), order => {
        const chain = chainOf(led(order))
        expect(chain.order).toBe('bus')
        expect(chain.nodes.map(({ unit, port }) => ({ unit: unit.id, port: port.id }))).toEqual(order)
        expect(lengthOf(chain)).toBeGreaterThanOrEqual(lengthOf(bus!) - 1e-6)
        expect(new Set(chain.links)).toEqual(new Set(bus!.links))
      }),
      { numRuns: 40 }
    ))
  it('keeps the order of what is named, and puts the rest where no other place takes less', () => {
    const named = [nodes[3]!, nodes[0]!]
    const chain = chainOf(led(named))
    const there = chain.nodes.map(({ unit }) => unit.id)
    expect(there).toHaveLength(nodes.length)
    expect(there.indexOf(named[0]!.unit)).toBeLessThan(there.indexOf(named[1]!.unit))
  })
  it('an order of what is not on the bus, or of one box, counts for nothing', () => {
    const elsewhere = applyEdits(
      dun,
      [
        {
          type: 'busOrder.put',
          option: 'b',
          busOrder: { id: 'bus', nodes: [nodes[0]!, { unit: nodes[0]!.unit, port: 'gone' }] }
        }
      ],
      'order'
    ).project
    expect(chainOf(elsewhere).order).toBeUndefined()
  })
  it('a box that is on it twice is refused, and one that leaves is taken out', () => {
    expect(() => led([nodes[0]!, nodes[0]!])).toThrow('twice')
    const without = applyEdits(
      led(nodes),
      [{ type: 'unit.remove', option: 'b', unit: nodes[1]!.unit }],
      'remove'
    ).project
    expect(without.options.find(option => option.id === 'b')!.busOrders[0]!.nodes).toEqual(
      nodes.filter(node => node.unit !== nodes[1]!.unit)
    )
  })
})

describe('stubs', () => {
  const withStub = (stubMm: number) => nodes.map((node, index) => (index === 2 ? { ...node, stubMm } : node))
  const stubbed = (stubMm: number) => examineOption(led(withStub(stubMm)), 'b').wiring
  // ISO 11898-2: stubs to 0.3 m at 1 Mbit/s, from memory.
  it.each([
    [300, false],
    [301, true]
  ])('of %i mm: too long is %s', (stubMm, long) => {
    const told = stubbed(stubMm).findings.filter(finding => finding.code === 'wiring.can-stub')
    expect(told.map(finding => finding.subjects)).toEqual(long ? [[nodes[2]!.unit]] : [])
    if (!long) return
    expect(readPhrase(told[0]!.says, US)).toContain('stub')
    const [remedy] = remediesOf(told[0]!, resolve(led(withStub(stubMm)), 'b'))
    const cured = applyEdits(led(withStub(stubMm)), remedy!.edits, 'in and out').project
    expect(examineOption(cured, 'b').wiring.findings.some(finding => finding.code === 'wiring.can-stub')).toBe(false)
  })
  it('a cable of its own, spliced to the bus line by line; the box is landed on by the stub alone', () => {
    const { wires, joints } = stubbed(200)
    const [stub] = wires.filter(wire => wire.id.startsWith('stub '))
    expect(stub).toMatchObject({
      units: [nodes[2]!.unit],
      lengthMm: 200 * (1 + resolve(dun, 'b').airframe.wasteFraction)
    })
    const splices = joints.filter(joint => joint.id.startsWith('splice stub'))
    expect(splices).toHaveLength(stub!.cores.length)
    // Two cables of the bus and the stub meet in each.
    for (const { meets } of splices) expect(meets).toHaveLength(3)
    const landing = wires.filter(
      wire =>
        wire.kind === 'can' &&
        wire.cores.some(
          core =>
            (wire.units[0] === nodes[2]!.unit && wire.units.length > 1 && core.from !== undefined) ||
            (wire.units.at(-1) === nodes[2]!.unit && core.to !== undefined)
        )
    )
    expect(landing).toEqual([stub])
    // Nothing lands on a contact twice there any more, so nothing has to be spliced there for that.
    expect(joints.some(joint => joint.id.startsWith(`splice ${nodes[2]!.unit} `))).toBe(false)
  })
})
