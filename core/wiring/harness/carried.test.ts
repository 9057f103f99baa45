import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accountOf } from '../../capability'
import { alsoSaid, plainSignal, saidBy, type SignalName } from '../../catalogue'
import { resolve, type Design } from '../../design'
import { circuitsOf } from '../../power'
import { demoProject } from '../../testing.demo'
import { examineWiring, type Wire } from '..'

/**
 * What arrives at a unit, told from the wires alone: along each wire that carries a link from one of its ends to the other, and on
 * the pieces of a bus from box to box; two talkers on a line that hears one say nothing.
 */
function arriving(design: Design, wires: readonly Wire[]): (unit: string, signal: SignalName) => boolean {
  const account = accountOf(design)
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const links = new Map(design.links.map(link => [link.id, link]))
  const portAt = ({ unit, port }: { unit: string; port: string }) =>
    units.get(unit)!.item.ports.find(other => other.id === port)!
  /** Boxes that pieces of a bus join, by the port they join it with. */
  const bus = new Map<string, Set<string>>()
  const directed: { from: { unit: string; port: string }; to: { unit: string; port: string } }[] = []
  for (const wire of wires) {
    if (wire.kind === 'can') {
      if (!wire.id.startsWith('can ')) continue
      const [a, b] = wire.id.slice(4).split(' to ') as [string, string]
      const joined = new Set([a, b, ...(bus.get(a) ?? []), ...(bus.get(b) ?? [])])
      for (const end of joined) bus.set(end, joined)
      continue
    }
    for (const id of wire.links) {
      const { from, to } = links.get(id)!
      directed.push({ from, to }, { from: to, to: from })
    }
  }
  const says = (unit: string, port: string, signal: SignalName) =>
    account.says({ ...units.get(unit)!, item: { ...units.get(unit)!.item, ports: [portAt({ unit, port })] } }, signal)
  const into = (unit: string, port: string) =>
    directed.filter(other => other.to.unit === unit && other.to.port === port && portAt(other.from).flow !== 'in')
  return (unit, signal) =>
    units.get(unit)!.item.ports.some(port => {
      if (port.flow === 'out' || !port.signals.some(known => plainSignal(known) === plainSignal(signal))) return false
      const said = (from: { unit: string; port: string }) =>
        saidBy(portAt(from)).some(word => alsoSaid(word).includes(signal)) && says(from.unit, from.port, signal)
      const onBus = [...(bus.get(`${unit}.${port.id}`) ?? [])].some(end => {
        const [other, at] = end.split('.') as [string, string]
        return said({ unit: other, port: at })
      })
      if (onBus) return true
      const talkers = into(unit, port.id)
      const ended = design.links.filter(link => link.to.unit === unit && link.to.port === port.id).length
      return talkers.some(
        ({ from, to }) =>
          said(from) &&
          !(
            ['rs-232', 'arinc 429'].includes(port.kind) &&
            ended > 1 &&
            design.links.some(link => link.from === from && link.to === to)
          )
      )
    })
}

describe('what the account says arrives is what the wires carry', () => {
  it.each(['a', 'b', 'c'])('option %s of the demo, with any of its links taken away', option => {
    const whole = resolve(demoProject('3-skerrow-dunlin'), option)
    let heard = 0
    fc.assert(
      fc.property(fc.subarray([...whole.links.keys()]), kept => {
        const design = { ...whole, links: kept.map(index => whole.links[index]!) }
        const { wires } = examineWiring(design, circuitsOf(design))
        const account = accountOf(design)
        const arrives = arriving(design, wires)
        for (const unit of design.units)
          for (const need of unit.item.needs) {
            if (need.what !== 'signal') continue
            const met = account.met(unit, need)
            if (met) heard++
            expect(arrives(unit.id, need.name), `${unit.label} ${need.name}`).toBe(met)
          }
      }),
      { numRuns: 25 }
    )
    expect(heard).toBeGreaterThan(0)
  })
})
