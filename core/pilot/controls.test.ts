import { describe, expect, it } from 'vitest'
import type { Item, Port } from '../catalogue'
import { resolve } from '../design'
import { boxFace, item, plainProject, projectWith } from '../testing'
import { defaultPilot, examinePilots } from '.'

const pilot = { ...defaultPilot('p', 'Left seat', 200, 300), reachMm: 760 }
const port = (id: string, kind: Port['kind'], flow: Port['flow'], ...signals: Port['signals']): Port => ({
  id,
  kind,
  flow,
  signals
})
const radio = item({
  id: 'radio',
  kind: 'com',
  face: boxFace(160, 40),
  mounts: ['panel', 'tail'],
  provides: ['com'],
  ports: [
    port('tune', 'rs-232', 'in', 'com tuning'),
    port('air', 'wireless', 'in', 'com tuning'),
    port('ant', 'coax', 'both', 'radio frequency')
  ]
})
const head = (id: string, ...ports: Port[]): Item =>
  item({ id, kind: 'display', face: boxFace(100, 60), mounts: ['panel', 'cabin', 'tail'], ports })
const wired = (id: string) => head(id, port('out', 'rs-232', 'out', 'com tuning'))
const tablet = head('tablet', port('out', 'wireless', 'out', 'com tuning'))

type Placed = [Item, [number, number] | string]
function designWith(placed: Placed[], links: [string, string, string][] = []) {
  const plain = plainProject()
  const project = projectWith(placed, { ...plain, airframe: { ...plain.airframe, pilots: [pilot] } })
  project.options[0]!.links = links.map(([from, out, to], index) => ({
    id: `l${index}`,
    from: { unit: from, port: out },
    to: { unit: to, port: out === 'out' && from === 'tablet' ? 'air' : 'tune' }
  }))
  return resolve(project, 'a')
}
const report = (...of: Parameters<typeof designWith>) => examinePilots(designWith(...of))
const com = (...of: Parameters<typeof designWith>) =>
  report(...of).controls.find(({ setting, unit }) => setting === 'com' && unit === 'radio')!
const codes = (...of: Parameters<typeof designWith>) =>
  report(...of).findings.map(({ code, subjects }) => [code, ...subjects])

describe('what is set in flight, from where', () => {
  it('a radio on the panel is set on its own front, and from a display that is linked to it', () => {
    expect(com([[radio, [200, 200]]]).points.map(({ unit, over }) => [unit, over])).toEqual([['radio', 'front']])
    const both = com(
      [
        [radio, [200, 200]],
        [wired('pfd'), [200, 100]]
      ],
      [['pfd', 'out', 'radio']]
    )
    expect(both.points.map(({ unit, over }) => [unit, over])).toEqual([
      ['radio', 'front'],
      ['pfd', 'rs-232']
    ])
    expect(both.losses).toEqual([
      { lost: 'radio', left: ['pfd'] },
      { lost: 'pfd', left: ['radio'] }
    ])
  })
  it('a radio in the tail with one head is told; with two it is not', () => {
    const remote: Placed = [radio, 'tail']
    const one: Parameters<typeof designWith> = [[remote, [wired('pfd'), [200, 100]]], [['pfd', 'out', 'radio']]]
    expect(com(...one).losses).toEqual([{ lost: 'pfd', left: [] }])
    expect(codes(...one)).toContainEqual(['pilot.single-control', 'radio', 'pfd'])
  })
  it('a box in the tail is no place for a hand', () => {
    const far = com(
      [
        [radio, [200, 200]],
        [wired('pfd'), 'tail']
      ],
      [['pfd', 'out', 'radio']]
    )
    expect(far.points.map(({ unit }) => unit)).toEqual(['radio'])
  })
  it('a tablet without a wire is shown and counts for nothing', () => {
    const placed: Placed[] = [
      [radio, 'tail'],
      [wired('pfd'), [200, 100]],
      [tablet, 'cabin']
    ]
    const links: [string, string, string][] = [
      ['pfd', 'out', 'radio'],
      ['tablet', 'out', 'radio']
    ]
    const set = com(placed, links)
    expect(set.points.map(({ unit, over, uncounted }) => [unit, over, uncounted])).toEqual([
      ['pfd', 'rs-232', false],
      ['tablet', 'wireless', true]
    ])
    expect(set.losses).toEqual([{ lost: 'pfd', left: [] }])
    expect(codes(placed, links)).toContainEqual(['pilot.single-control', 'radio', 'pfd'])
  })
  it('reach counts the best point: a radio out of reach that a display within reach sets is no finding', () => {
    const far: Placed = [radio, [900, 200]]
    const reach = (placed: Placed[], links: [string, string, string][] = []) =>
      codes(placed, links).filter(([code, unit]) => code === 'pilot.reach' && unit === 'radio').length
    expect(reach([far, [wired('pfd'), [200, 100]]])).toBe(1)
    expect(reach([far, [wired('pfd'), [200, 100]]], [['pfd', 'out', 'radio']])).toBe(0)
    expect(reach([far, [tablet, 'cabin']], [['tablet', 'out', 'radio']])).toBe(1)
  })
  it('of two CAN buses each is lost for itself', () => {
    const can = (id: string, mounts: ('panel' | 'tail')[], ...ports: string[]) =>
      item({
        id,
        mounts,
        ...(mounts[0] === 'panel' && { face: boxFace(60, 40) }),
        ports: ports.map(name => port(name, 'can', 'both', 'autopilot mode'))
      })
    const project = projectWith([
      [can('computer', ['tail'], 'a', 'b'), 'tail'],
      [can('display', ['panel'], 'a'), [100, 150]],
      [can('controller', ['panel'], 'b'), [300, 150]]
    ])
    const link = (id: string, at: string, unit: string) => ({
      id,
      from: { unit: 'computer', port: at },
      to: { unit, port: at }
    })
    project.options[0]!.links = [link('l1', 'a', 'display'), link('l2', 'b', 'controller')]
    const { controls } = examinePilots(resolve(project, 'a'))
    expect(controls.find(({ unit }) => unit === 'computer')!.losses).toEqual([
      { lost: 'display', left: ['controller'] },
      { lost: 'controller', left: ['display'] },
      { lost: 'CAN bus', left: ['controller'] },
      { lost: 'CAN bus 2', left: ['display'] }
    ])
  })
})
