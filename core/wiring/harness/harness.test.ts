import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lengthOf } from '../../airframe'
import { busMm } from './ways'
import { shortestChain } from '../../cables'
import { Item } from '../../catalogue'
import { applyEdits, type Project } from '../../document'
import { AS_FOUND, resolve } from '../../design'
import { circuitsOf } from '../../power'
import { examineOption } from '../../report'
import { item, plainProject, projectWith } from '../../testing'
import { demoProject } from '../../testing.demo'
import { bundleDiameterMm, examineWiring, numberWires, shellOf } from '..'
import { proposedSupply } from '../../power'
import { readPhrase, US } from '../../quantity'
import { needsDiodes, pinsFor, pinText } from './pins'
import { listWires } from './wires'

const dun = demoProject('3-skerrow-dunlin')
const report = (project: Project, option: string) => examineOption(project, option).wiring
const box = (id: string, patch: Partial<Item> = {}): Item =>
  item({
    id,
    mounts: ['tail'],
    ports: [{ id: 'can1', kind: 'can', flow: 'both', signals: ['air data'] }],
    ...patch
  })

describe('the wire list and what is added up from it', () => {
  it('has the same length and mass in list, bill and weight sheet', () => {
    for (const option of [AS_FOUND, ...dun.options.map(option => option.id)]) {
      const wiring = report(dun, option)
      const wire = wiring.bill.lines.filter(line => line.what === 'wire')
      const sum = (numbers: (number | undefined)[]) =>
        numbers.reduce<number>((total, number) => total + (number ?? 0), 0)
      expect(sum(wire.map(line => line.lengthMm))).toBeCloseTo(sum(wiring.wires.map(wire => wire.lengthMm)), 6)
      expect(sum(wire.map(line => line.massKg))).toBeCloseTo(wiring.totalMassKg, 9)
    }
  })
  it('a wire is as long as its pieces: run, drop, loops, and waste on them', () => {
    for (const wire of report(dun, 'b').wires) {
      const { runMm, dropMm, loopMm, installedMm, cutMm } = wire.length
      expect(installedMm).toBeCloseTo(runMm + dropMm + loopMm, 9)
      expect(cutMm).toBe(wire.lengthMm)
    }
  })
  // 8.89 g/cm³ of copper (any handbook); a circular mil is 5.067e-4 mm². Insulation makes thin wire up to twice as heavy.
  it('weighs at least its copper and no more than about twice that', () => {
    const mils: Record<number, number> = {
      22: 755,
      20: 1216,
      18: 1900,
      16: 2426,
      14: 3831,
      12: 5874,
      6: 26_818,
      2: 66_500
    }
    for (const wire of report(dun, 'b').wires.filter(wire => ['power', 'ground', 'feeder'].includes(wire.kind))) {
      const copperKg = mils[wire.awg]! * 5.067e-4 * wire.lengthMm * 8.89e-6
      expect(wire.massKg / copperKg).toBeGreaterThan(1)
      expect(wire.massKg / copperKg).toBeLessThan(2.1)
    }
  })
  it('joins what every link of the design joins, contact to contact; a bus is led from box to box', () => {
    const design = resolve(dun, 'b')
    const { wires, can } = report(dun, 'b')
    const carried = new Set(wires.flatMap(wire => wire.links))
    for (const link of design.links) {
      expect(carried.has(link.id)).toBe(true)
      const kind = design.units
        .find(unit => unit.id === link.from.unit)!
        .item.ports.find(port => port.id === link.from.port)!.kind
      const wire = wires.find(wire => wire.links.includes(link.id))!
      if (kind === 'can') continue
      expect(wire.units).toEqual([link.from.unit, link.to.unit])
      for (const core of wire.cores) expect([core.from, core.to].every(pins => pins?.length)).toBe(true)
    }
    for (const { nodes, links } of can) {
      const there = new Set(nodes.map(node => node.unit.id))
      for (const id of links) {
        const link = design.links.find(link => link.id === id)!
        expect(there.has(link.from.unit) && there.has(link.to.unit)).toBe(true)
      }
    }
  })
  it('a unit on two buses has two feeds, each with a contact of its own where the table has two inputs', () => {
    const radio = item({
      id: 'radio',
      mounts: ['tail'],
      power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant power', essential: true },
      connectors: [
        {
          id: 'J1',
          kind: 'd-sub',
          contacts: 'pins',
          pins: [
            { pin: '1', use: 'power', input: 1 },
            { pin: '2', use: 'power', input: 2 },
            { pin: '3', use: 'ground' }
          ]
        }
      ]
    })
    const project = projectWith([[radio, 'tail']])
    const base = resolve(project, 'a')
    const buses = [
      { id: 'm', name: 'Main', role: 'main' as const },
      { id: 'e', name: 'Essential', role: 'essential' as const }
    ]
    const design = {
      ...base,
      supply: { sources: [], buses, ties: [], switches: [] },
      circuits: [{ unit: 'radio', bus: 'm', alsoBus: 'e' }]
    }
    const { wires } = listWires(design, circuitsOf(design))
    expect(wires.map(wire => [wire.id, wire.cores[0]!.to?.[0]?.pin ?? wire.cores[0]!.from?.[0]?.pin])).toEqual([
      ['radio-power', '1'],
      ['radio-power-2', '2'],
      ['radio-ground', '3']
    ])
  })
})

describe('numbers', () => {
  it('stay as they were given, whatever else is changed, and are never given twice', () => {
    const number = (project: Project) => {
      const { wires } = report(project, 'b')
      const marks = numberWires(resolve(project, 'b'), wires)
      return marks.length
        ? applyEdits(project, [{ type: 'wires.put', option: 'b', wires: marks }], 'number').project
        : project
    }
    const units = dun.options
      .find(option => option.id === 'b')!
      .units.filter(unit => !['breakers', 'battery'].includes(unit.id))
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...units.map(unit => unit.id)), { minLength: 1, maxLength: 3 }),
        gone => {
          const first = number(dun)
          const lost = first.options[1]!.units.find(unit => unit.id === gone[0])!
          const before = new Map(first.options[1]!.wires.map(mark => [mark.wire, mark.number]))
          const without = number(
            gone.reduce(
              (project, unit) => applyEdits(project, [{ type: 'unit.remove', option: 'b', unit }], 'gone').project,
              first
            )
          )
          const back = number(
            applyEdits(
              without,
              [{ type: 'unit.add', option: 'b', unit: lost, item: first.items.find(item => item.id === lost.item)! }],
              'back'
            ).project
          )
          for (const project of [without, back]) {
            const marks = project.options[1]!.wires
            expect(new Set(marks.map(mark => mark.number)).size).toBe(marks.length)
            for (const mark of marks) if (before.has(mark.wire)) expect(mark.number).toBe(before.get(mark.wire))
          }
        }
      ),
      { numRuns: 6 }
    )
  })
})

describe('buses', () => {
  it('the order of a chain is the shortest of all orders', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5000), fc.nat(900)), { minLength: 3, maxLength: 6 }), points => {
        const between = points.map(([x, y]) => points.map(([u, v]) => Math.abs(x - u) + Math.abs(y - v)))
        const lengthBy = (order: readonly number[]) =>
          order.slice(1).reduce((sum, position, index) => sum + between[order[index]!]![position]!, 0)
        const orders = (left: number[]): number[][] =>
          left.length ? left.flatMap(at => orders(left.filter(other => other !== at)).map(rest => [at, ...rest])) : [[]]
        const best = Math.min(...orders(points.map((_, index) => index)).map(lengthBy))
        const found = shortestChain(between)
        expect([...found].sort()).toEqual(points.map((_, index) => index))
        expect(lengthBy(found)).toBeCloseTo(best, 6)
      }),
      { numRuns: 60 }
    ))
  it('a long chain is led through all of its boxes, each once', () => {
    const between = Array.from({ length: 14 }, (_, i) => Array.from({ length: 14 }, (_, j) => Math.abs(i - j) * 100))
    expect(shortestChain(between)).toEqual(Array.from({ length: 14 }, (_, index) => index))
  })
  // ISO 11898-2: 40 m at 1 Mbit/s, 120 ohm at both ends (published, from memory).
  it('a CAN bus of more than 40 m stops work; two ends, two resistors', () => {
    const project = projectWith([
      [box('a'), 'panel'],
      [box('b'), 'tail']
    ])
    const linked = {
      ...project,
      options: [
        {
          ...project.options[0]!,
          units: project.options[0]!.units.map(unit => ({ ...unit, xMm: undefined, yMm: undefined })),
          links: [{ id: 'l1', from: { unit: 'a', port: 'can1' }, to: { unit: 'b', port: 'can1' } }]
        }
      ]
    }
    const check = (lengthMm: number) => {
      const { airframe } = linked
      const design = resolve(
        { ...linked, airframe: { ...airframe, routes: [{ from: 'panel', to: 'tail', lengthMm }] } },
        'a'
      )
      const found = examineWiring(design, [])
      expect(found.bill.lines.find(line => line.what === 'resistor')?.count).toBe(2)
      expect(busMm(found.can[0]!)).toBeCloseTo(lengthOf(design.airframe, { from: 'panel', to: 'tail' })!.installedMm, 9)
      return found.findings.filter(finding => finding.code === 'wiring.can-long').length
    }
    expect(check(39_000)).toBe(0)
    expect(check(41_000)).toBe(1)
  })
})

describe('contacts and shells', () => {
  const tail = (
    pins: NonNullable<Item['connectors']>[number]['pins'],
    power: Partial<NonNullable<Item['power']>> = {}
  ) => {
    const unit = item({
      id: 'unit',
      mounts: ['tail'],
      power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: true, ...power },
      connectors: [{ id: 'J1', kind: 'd-sub', contacts: 'pins', pins }]
    })
    const design = resolve(projectWith([[unit, 'tail']]), 'a')
    return examineWiring(design, circuitsOf(design))
      .findings.map(finding => finding.code)
      .filter(code => /pin|contact/.test(code))
  }
  it('a wire with no pin to land on is told, and placeholders are told as such', () => {
    expect(tail([{ pin: '1', use: 'power' }])).toEqual(['wiring.pin-missing'])
    expect(
      tail([
        { pin: '1', use: 'power' },
        { pin: '2', use: 'ground' }
      ])
    ).toEqual([])
  })
  // Size 20 contacts take AWG 20 to 24 and about 5 A (common practice).
  it('a thick wire does not go into a size 20 contact, nor do ten amps through one; three pins share them', () => {
    const words = tail(
      [
        { pin: '1', use: 'power' },
        { pin: '2', use: 'ground' }
      ],
      { typicalA: 10, maxA: 10 }
    )
    expect(new Set(words)).toEqual(new Set(['wiring.contact-gauge', 'wiring.contact-amps']))
    const three = ['1', '2', '3'].map(pin => ({ pin, use: 'power' as const, size: 16 as const }))
    expect(
      tail([...three, ...['4', '5', '6'].map(pin => ({ pin, use: 'ground' as const, size: 16 as const }))], {
        typicalA: 10,
        maxA: 10
      })
    ).not.toContain('wiring.contact-amps')
  })
  // MIL-DTL-24308 (from memory): 25 contacts stand in rows of 13 and 12; sockets are the mirror image of pins.
  it('the face of a 25-contact shell has rows of 13 and 12, and sockets mirror pins', () => {
    const pins = [{ pin: '17', use: 'spare' as const }]
    const plug = shellOf({ kind: 'd-sub', contacts: 'pins', pins })
    expect(plug.size).toBe(25)
    expect([0, 1].map(y => plug.contacts.filter(contact => contact.y === y).length)).toEqual([13, 12])
    const socket = shellOf({ kind: 'd-sub', contacts: 'sockets', pins })
    expect(
      plug.contacts.map(contact => contact.x + socket.contacts.find(other => other.pin === contact.pin)!.x)
    ).toEqual(plug.contacts.map(() => 12))
  })
  it('a pin table with doubled pins, foreign ports or lines is refused by name', () => {
    const read = (pins: unknown[]) =>
      Item.safeParse({
        ...box('a'),
        connectors: [{ id: 'J1', kind: 'd-sub', contacts: 'pins', pins }]
      }).error?.issues.map(issue => issue.message)
    expect(
      read([
        { pin: '1', use: 'power' },
        { pin: '1', use: 'ground' }
      ])
    ).toEqual(['pin 1 of J1: is there twice'])
    expect(read([{ pin: '1', use: 'port', port: 's9', line: 'tx' }])).toEqual([
      'pin 1 of J1: there is no port “s9”; there are can1'
    ])
    expect(read([{ pin: '1', use: 'port', port: 'can1', line: 'tx' }])).toEqual([
      'pin 1 of J1: “tx” is no line of can1, can both; it has high, low'
    ])
  })
})

describe('bundles', () => {
  it('are as thick as their wires need: no thinner than all of them side by side without air, and grow with each', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 9, noNaN: true }), { minLength: 2, maxLength: 60 }), wires => {
        const over = bundleDiameterMm(wires)
        expect(over).toBeGreaterThan(Math.sqrt(wires.reduce((sum, wire) => sum + wire * wire, 0)))
        expect(bundleDiameterMm([...wires, 1])).toBeGreaterThan(over)
      }),
      { numRuns: 40 }
    ))
  // Seven equal wires lie as one in the middle and six round it: three diameters over all (geometry).
  it('seven equal wires are about three wires thick', () =>
    expect(bundleDiameterMm(Array.from({ length: 7 }, () => 2)) / 2).toBeCloseTo(Math.sqrt(7 / 0.7), 9))
  it('a wire sent another way lies on that way, is longer, and its bundle with it', () => {
    const project = plainProject()
    const at = resolve(
      projectWith(
        [
          [
            item({
              id: 'lamp',
              mounts: ['roof'],
              power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'resistive', essential: false }
            }),
            'roof'
          ]
        ],
        project
      ),
      'a'
    )
    const straight = examineWiring(at, circuitsOf(at))
    const sent = { ...at, wires: [{ wire: 'lamp-power', via: ['tail'] }] }
    const round = examineWiring(sent, circuitsOf(sent))
    const lengthIn = (found: typeof round) => found.wires.find(wire => wire.id === 'lamp-power')!.lengthMm
    expect(lengthIn(round)).toBeGreaterThan(lengthIn(straight))
    expect(round.bundles.some(bundle => bundle.wires.includes('lamp-power') && /tail/.test(bundle.leg))).toBe(true)
    expect(straight.bundles.some(bundle => /tail/.test(bundle.leg))).toBe(false)
  })
})

describe('the pin table of a unit', () => {
  const pin = (number: string, use: string) => ({ pin: number, name: '', use })
  const withPins = (...uses: string[]) =>
    box('b', {
      connectors: [
        { id: 'J1', kind: 'd-sub', contacts: 'sockets', pins: uses.map((use, at) => pin(String(at + 1), use)) }
      ] as Item['connectors']
    })
  it('a second feed lands on the second input, on the first where there is no second, and nowhere where there is none', () => {
    expect(pinsFor(withPins('power', 'power 2'), 'power 2')?.map(pinText)).toEqual(['J1-2'])
    expect(pinsFor(withPins('power', 'ground'), 'power 2')?.map(pinText)).toEqual(['J1-1'])
    expect(pinsFor(withPins('ground'), 'power 2')).toEqual([])
    expect(pinsFor(box('b'), 'power 1')).toBeUndefined()
  })
  // Two buses that meet in a box with one input feed each other when one has failed: common practice, a diode in each feed.
  it('wants diodes unless the unit has a second input', () => {
    expect(needsDiodes(withPins('power', 'power 2'))).toBe(false)
    expect(needsDiodes(withPins('power', 'ground'))).toBe(true)
    expect(needsDiodes(box('b'))).toBe(true)
  })
})

describe('what a feeder and a data cable are called and where they go', () => {
  it('a feeder names the source or the bus at its ends as the planner did', () => {
    const project = applyEdits(
      dun,
      [
        { type: 'supply.set', option: 'b', supply: proposedSupply(resolve(dun, 'b')) },
        {
          type: 'source.put',
          option: 'b',
          source: { kind: 'alternator', id: 'second', name: 'Standby alternator', ratedA: 20 }
        },
        {
          type: 'tie.put',
          option: 'b',
          tie: { id: 'standby', name: 'Standby feed', kind: 'breaker', from: 'second', to: 'main', milliohm: 0 }
        }
      ],
      'second'
    ).project
    const wire = report(project, 'b').wires.find(wire => wire.id === 'feeder standby')!
    expect([wire.from, wire.to].map(end => readPhrase(end, US))).toEqual(['Standby alternator', 'Main bus'])
    const first = report(project, 'b').wires.find(wire => wire.id.startsWith('feeder') && wire.id !== 'feeder standby')!
    expect(readPhrase(first.from, US)).not.toBe('Standby alternator')
  })
  it('a cable between places that no route joins is told, and not listed as a wire', () => {
    const { airframe } = dun
    const cut = { ...dun, airframe: { ...airframe, routes: [] } }
    const { findings, wires } = report(cut, 'b')
    const told = findings.filter(finding => finding.code === 'wiring.no-route')
    expect(told.length).toBeGreaterThan(0)
    const places = new Map(resolve(cut, 'b').units.map(unit => [unit.id, unit.place.id]))
    for (const { subjects } of told.filter(({ subjects }) => subjects.length === 2))
      expect(places.get(subjects[0]!)).not.toBe(places.get(subjects[1]!))
    for (const wire of wires.filter(({ units }) => units.length === 2))
      expect(places.get(wire.units[0]!)).toBe(places.get(wire.units[1]!))
  })
})
