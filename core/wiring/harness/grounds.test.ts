import { describe, expect, it } from 'vitest'
import { applyEdits, type Project } from '../../document'
import { remediesOf, resolve } from '../../design'
import { examineOption } from '../../report'
import { demoProject } from '../../testing.demo'
import { lengthOf } from '../../airframe'

const dun = demoProject('3-skerrow-dunlin')
const report = (project: Project) => examineOption(project, 'b').wiring
const structure = (of: Project['airframe']['structure']): Project => ({
  ...dun,
  airframe: { ...dun.airframe, structure: of }
})

describe('cables of the starter', () => {
  // Common practice: a starter takes 150 to 250 A; its cables are of AWG 4 to 2 and lie from the battery to the engine.
  it('lie from the contactor to the starter, as thick as the battery’s own', () => {
    const { wires } = report(dun)
    const cranking = wires.find(wire => wire.id === 'cranking starter')!
    const main = wires.find(wire => wire.id === 'feeder battery-contactor')!
    expect(cranking.awg).toBe(main.awg)
    const { airframe } = resolve(dun, 'b')
    expect(cranking.length.installedMm).toBe(
      lengthOf(airframe, { from: airframe.battery.place, to: cranking.run.to })!.installedMm
    )
    // 66,500 circular mils of AWG 2, 5.067e-4 mm² each, 8.89 g/cm³ of copper: any handbook.
    expect(cranking.massKg).toBeGreaterThan(66_500 * 5.067e-4 * cranking.lengthMm * 8.89e-6)
  })
  it('come back by the structure of metal, and by a cable from the engine where it does not conduct', () => {
    const ground = (project: Project) => report(project).wires.find(wire => wire.id === 'cranking ground')!
    expect(ground(structure('metal')).length.installedMm).toBe(450)
    expect(ground(structure('composite')).length.installedMm).toBeGreaterThan(1_000)
  })
  it('are none without a starter', () => {
    const without = applyEdits(dun, [{ type: 'unit.remove', option: 'b', unit: 'starter' }], 'no starter').project
    expect(report(without).wires.filter(wire => wire.id.startsWith('cranking'))).toEqual([])
  })
})

describe('grounds of audio', () => {
  it('at two places are a loop that hums, and one remedy brings them together', () => {
    const loop = (project: Project) => report(project).findings.find(finding => finding.code === 'wiring.ground-loop')
    expect(loop(dun)).toBeUndefined()
    const [com] = resolve(dun, 'b').units.filter(
      unit => unit.item.ports.some(port => port.kind === 'audio') && unit.item.power
    )
    const astray = applyEdits(
      dun,
      [{ type: 'circuit.set', option: 'b', circuit: { unit: com!.id, return: 'structure' } }],
      'structure'
    ).project
    const told = loop(astray)!
    expect(told.subjects).toEqual([com!.id])
    expect(loop(applyEdits(astray, remediesOf(told, resolve(astray, 'b'))[0]!.edits, 'block').project)).toBeUndefined()
  })
})
