import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { applyEdits, referenceProblems } from '../../document'
import { demoProject } from '../../testing.demo'
import { controlsOf, powerModel, proposedSupply } from '..'

const project = demoProject('3-skerrow-dunlin')
const controls = (of = project) => controlsOf(powerModel(resolve(of, 'b')))

describe('one switch is one thing, wherever it shows', () => {
  it('the master on the face is the one that closes the contactor, by its name', () => {
    const master = controls().find(control => control.supplySwitch === 'master')!
    expect(master).toMatchObject({ id: 'sw-master', kind: 'switch', unit: 'sw-master', linked: 'by name' })
    expect(master.ties).toEqual(expect.arrayContaining(['battery-contactor', 'alternator-feed']))
  })
  it('a switch in a circuit and on the face is one, with one id', () => {
    const all = controls()
    expect(new Set(all.map(control => control.id)).size).toBe(all.length)
    const light = all.filter(control => control.unit === 'sw-land')
    expect(light).toHaveLength(1)
    expect(light[0]!.circuits).toHaveLength(1)
  })
  it('what a person says counts before names, and goes when the unit goes', () => {
    const supply = proposedSupply(resolve(project, 'b'))
    const said = applyEdits(
      project,
      [
        {
          type: 'supply.set',
          option: 'b',
          supply: {
            ...supply,
            switches: supply.switches.map(toggle => (toggle.id === 'master' ? { ...toggle, unit: 'sw-pump' } : toggle))
          }
        }
      ],
      'say'
    ).project
    expect(controls(said).find(control => control.supplySwitch === 'master')).toMatchObject({
      id: 'sw-pump',
      linked: 'said'
    })
    const gone = applyEdits(said, [{ type: 'unit.remove', option: 'b', unit: 'sw-pump' }], 'gone').project
    expect(referenceProblems(gone)).toEqual([])
    expect(controls(gone).find(control => control.supplySwitch === 'master')!.unit).toBe('sw-master')
  })
  it('a unit on the face is no two things at once', () => {
    const supply = proposedSupply(resolve(project, 'b'))
    const twice = supply.switches.map(toggle => ({ ...toggle, unit: 'sw-master' }))
    expect(() =>
      applyEdits(project, [{ type: 'supply.set', option: 'b', supply: { ...supply, switches: twice } }], 'twice')
    ).toThrow(/is “Master” already/)
  })
})
