import { describe, expect, it } from 'vitest'
import { accountOf } from '../../capability'
import { resolve } from '../../design'
import { boxFace, item, projectWith } from '../../testing'
import { cablesOf } from '../../cables'
import { linkFindings } from './check'
import { possibleLinks } from './ports'

const show = item({
  id: 'show',
  face: boxFace(60, 60),
  provides: ['ads-b in'],
  ports: [
    { id: 'air', kind: 'wireless', flow: 'in', signals: ['traffic'] },
    { id: 'wire', kind: 'rs-232', flow: 'in', signals: ['traffic'] }
  ],
  needs: [{ what: 'signal', name: 'traffic', required: true, text: '' }]
})
const source = item({
  id: 'source',
  mounts: ['cabin', 'tail'],
  ports: [
    { id: 'air', kind: 'wireless', flow: 'out', signals: ['traffic'] },
    { id: 'wire', kind: 'rs-232', flow: 'out', signals: ['traffic'] }
  ]
})
function designOver(port: string | undefined, place = 'cabin') {
  const project = projectWith([
    [show, [200, 200]],
    [source, place]
  ])
  project.options[0]!.links = port ? [{ id: 'l', from: { unit: 'source', port }, to: { unit: 'show', port } }] : []
  return resolve(project, 'a')
}

describe('a wireless link', () => {
  it('meets no need: nothing that is required rests on it', () => {
    const works = (port: string) => accountOf(designOver(port)).works('ads-b in')
    expect([works('wire'), works('air')]).toEqual([true, false])
  })
  it('is not proposed where a wire is possible', () => {
    const design = designOver(undefined)
    const to = design.units.find(unit => unit.id === 'show')!
    expect(possibleLinks(design, to, to.item.needs[0]!).map(({ from }) => from.port)).toEqual(['wire'])
  })
  it('is not counted on outside the cabin: metal stops it (common practice)', () => {
    const range = (place: string) =>
      linkFindings(designOver('air', place)).filter(({ code }) => code === 'wiring.wireless-range')
    expect(range('cabin')).toEqual([])
    expect(range('tail')).toMatchObject([{ weight: 'decide', subjects: ['source', 'show'] }])
  })
  it('has no wire, no cable and no pin', () => {
    expect(['wire', 'air'].map(port => cablesOf(designOver(port)).cables.length)).toEqual([1, 0])
  })
})
