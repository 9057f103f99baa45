import { describe, expect, it } from 'vitest'
import { coresOf } from '../../cables'
import { applyEdits, type Project } from '../../document'
import { resolve } from '../../design'
import { circuitsOf } from '../../power'
import { examineOption, harnessPapers, landingsOf } from '../../report'
import { readPhrase, US } from '../../quantity'
import { demoProject } from '../../testing.demo'
import { numberWires, pinText, shellOf } from '..'
import { placesOnWay } from '../../airframe'

const dun = demoProject('3-skerrow-dunlin')
const report = (project: Project, option = 'b') => examineOption(project, option).wiring
const numbered = (project: Project): Project =>
  applyEdits(
    project,
    [{ type: 'wires.put', option: 'b', wires: numberWires(resolve(project, 'b'), report(project).wires) }],
    'number'
  ).project

describe('what meets outside a unit', () => {
  const { joints, wires, bill, can } = report(dun)
  const of = (kind: string) => joints.filter(joint => joint.kind === kind)
  const bought = (what: string) =>
    bill.lines.filter(line => line.what === what).reduce((sum, line) => sum + line.count!, 0)

  // One wire a crimp contact: common practice.
  it('every contact that more than one wire lands on has a splice, and no other has', () => {
    const landed = new Map<string, number>()
    for (const unit of resolve(dun, 'b').units)
      for (const { connector, pin } of landingsOf(unit.id, wires)) {
        const key = `splice ${unit.id} ${connector}-${pin}`
        landed.set(key, (landed.get(key) ?? 0) + 1)
      }
    const wanted = [...landed].filter(([, count]) => count > 1).map(([id]) => id)
    const spread = wires.flatMap(wire =>
      wire.cores.flatMap(core =>
        (['from', 'to'] as const)
          .filter(side => (core[side]?.length ?? 0) > 1)
          .map(side => `splice ${wire.id} ${core.line} ${side}`)
      )
    )
    expect(
      of('splice')
        .map(joint => joint.id)
        .sort()
    ).toEqual([...wanted, ...spread].sort())
    expect(wanted.length).toBeGreaterThan(5)
  })
  it('what is bought of them is what there is', () => {
    expect(bought('splice')).toBe(of('splice').reduce((sum, { meets }) => sum + Math.max(1, meets.length - 1), 0))
    expect(bought('plug')).toBe(of('plug').length)
    expect(bought('ground block')).toBe(of('ground block').length)
    // ISO 11898-2: a resistor at each end, from memory.
    expect(bought('resistor')).toBe(2 * can.length)
    expect(of('terminator').map(joint => joint.id)).toEqual(
      can.flatMap(({ nodes }) => [nodes[0]!, nodes.at(-1)!].map(({ unit, port }) => `terminator ${unit.id} ${port.id}`))
    )
  })
  it('the ground block takes the drains of shields that end at the panel at one end, and of no other', () => {
    const oneEnd = wires.filter(wire => wire.shield === 'one end')
    const atPanel = oneEnd.filter(({ run }) => run.from === 'panel' || run.to === 'panel')
    expect(of('ground block')[0]!.shields).toBe(atPanel.length)
    expect(atPanel.length).toBeGreaterThan(0)
    expect(wires.length).toBeGreaterThan(oneEnd.length)
  })
  it('a plug has a contact for every conductor that is parted there; coax has a connector of its own', () => {
    const [plug] = of('plug')
    const parted = wires.filter(
      wire =>
        placesOnWay(resolve(dun, 'b').airframe, wire.run)?.join().includes('cabin,wing') ||
        placesOnWay(resolve(dun, 'b').airframe, wire.run)?.join().includes('wing,cabin')
    )
    expect(plug!.meets.some(({ wire }) => wire.kind === 'coax')).toBe(false)
    expect(plug!.meets).toHaveLength(
      parted.filter(wire => wire.kind !== 'coax').reduce((sum, wire) => sum + wire.cores.length, 0)
    )
    expect(plug!.meets.map(({ contact }) => contact)).toEqual(plug!.meets.map((_, index) => index + 1))
  })
  it('every return by wire is on the one ground block, and none that goes by the structure', () => {
    const back = circuitsOf(resolve(dun, 'b')).filter(circuit => circuit.return === 'ground block')
    expect(of('ground block')).toHaveLength(1)
    expect(
      of('ground block')[0]!
        .meets.map(({ wire }) => wire.units[0])
        .sort()
    ).toEqual(back.map(circuit => circuit.unit).sort())
  })
  it('a plug has a contact for each conductor that passes it, coax aside', () => {
    const { airframe } = resolve(dun, 'b')
    for (const plug of of('plug')) {
      const [from, to] = plug.id.replace('plug ', '').split('~')
      const passing = wires.filter(wire => {
        const places = placesOnWay(airframe, wire.run)
        return places.some(
          (place, index) => index > 0 && [place, places[index - 1]].sort().join() === [from, to].sort().join()
        )
      })
      const conductors = passing.filter(wire => wire.kind !== 'coax').flatMap(wire => wire.cores)
      expect(plug.meets.map(meeting => meeting.contact)).toEqual(conductors.map((_, index) => index + 1))
      expect(new Set(plug.meets.map(meeting => meeting.core))).toEqual(new Set(conductors))
    }
    expect(of('plug').length).toBeGreaterThan(0)
  })
  it('a wire that comes late takes a contact behind those that have numbers', () => {
    const first = numbered(dun)
    const contacts = (project: Project) =>
      new Map(
        report(project).joints.flatMap(joint =>
          joint.meets.flatMap(({ wire, core, contact }) =>
            contact ? [[`${joint.id} ${wire.id} ${core.line}`, contact] as const] : []
          )
        )
      )
    const before = contacts(first)
    // A second magnetometer in the wing: its wires come late, its name first in the alphabet.
    const kinds = new Map(first.items.map(item => [item.id, item.kind]))
    const sensor = first.options[1]!.units.find(unit => kinds.get(unit.item) === 'magnetometer')!
    const after = contacts(
      applyEdits(
        first,
        [
          {
            type: 'unit.add',
            option: 'b',
            unit: { ...sensor, id: 'aaa', label: 'Another' }
          }
        ],
        'add'
      ).project
    )
    for (const [meeting, contact] of before) expect(after.get(meeting)).toBe(contact)
    expect(after.size).toBeGreaterThan(before.size)
  })
})

describe('colours', () => {
  it('power is red, ground black, a cable white and white with stripes, coax none (common practice)', () => {
    for (const wire of report(dun).wires) {
      const colours = wire.cores.map(core => core.colour)
      if (wire.kind === 'coax') expect(colours.every(colour => colour === undefined)).toBe(true)
      else if (wire.kind === 'power' || wire.kind === 'feeder') expect(colours).toEqual(['red'])
      else if (wire.kind === 'ground') expect(colours).toEqual(['black'])
      else expect(new Set(colours).size).toBe(wire.cores.length)
    }
    const port = { id: 'p', kind: 'arinc 429' as const, flow: 'out' as const, signals: ['heading' as const] }
    expect(coresOf(port, { ...port, flow: 'in' })).toHaveLength(2)
  })
  it('one chosen for a single wire holds in list and bill', () => {
    const [wire] = report(dun).wires.filter(wire => wire.kind === 'power')
    const white = applyEdits(
      dun,
      [{ type: 'wires.put', option: 'b', wires: [{ wire: wire!.id, colour: 'white' }] }],
      'colour'
    ).project
    const after = report(white)
    expect(after.wires.find(other => other.id === wire!.id)!.cores[0]!.colour).toBe('white')
    expect(after.bill.lines.find(line => line.text === `${wire!.text}, white`)!.lengthMm).toBeCloseTo(wire!.lengthMm, 9)
  })
})

describe('connector pages on paper', () => {
  it('show the face of each connector, filled where a wire lands', () => {
    const design = resolve(dun, 'b')
    const wiring = report(dun)
    const { tables } = harnessPapers(design, wiring, '27 Nov 2026', US)
    const faces = tables.filter(table => table.face)
    expect(faces.length).toBe(design.units.flatMap(unit => unit.item.connectors ?? []).length)
    const display = design.units.find(unit => unit.id === 'pfd')!
    for (const connector of display.item.connectors!) {
      const { contacts } = faces.find(table => table.title === `${display.label} ${connector.id}`)!.face!
      expect(contacts.map(({ pin, x, y }) => ({ pin, x, y }))).toEqual(shellOf(connector).contacts)
      const landed = landingsOf('pfd', wiring.wires).filter(landing => landing.connector === connector.id)
      expect(new Set(contacts.filter(contact => contact.filled).map(contact => contact.pin))).toEqual(
        new Set(landed.map(landing => landing.pin))
      )
      for (const landing of landed) expect(pinText({ ...landing, madeUp: false, size: 20 })).toContain(connector.id)
    }
  })
})

describe('coax beside heavy power', () => {
  const told = (project: Project) => report(project).findings.find(finding => finding.code === 'wiring.coax-power')
  it('is told with the legs on which they lie together, as audio beside lights is', () => {
    expect(readPhrase(told(dun)!.says, US)).toContain('Fin top to Tail')
  })
  it('is not told where no coax is', () => {
    const option = dun.options.find(option => option.id === 'b')!
    const coax = new Set(
      report(dun)
        .wires.filter(wire => wire.kind === 'coax')
        .flatMap(wire => wire.links)
    )
    const coaxless = { ...option, links: option.links.filter(link => !coax.has(link.id)) }
    expect(
      told({ ...dun, options: dun.options.map(option => (option.id === 'b' ? coaxless : option)) })
    ).toBeUndefined()
  })
})
