import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Item, Port } from '../../catalogue'
import { resolve } from '../../design'
import { applyEdits, type Project } from '../../document'
import { designWith, item, runs } from '../../testing'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { proposeLinks } from './propose'

const can = (id: string, flow: Port['flow'], needs: Item['needs'] = []): Item =>
  item({ id, mounts: ['tail'], ports: [{ id: 'can', kind: 'can', flow, signals: ['engine data'] }], needs })
const monitor = (id: string) =>
  can(id, 'both', [{ what: 'listener', name: 'engine data', required: true, text: 'a display that shows it' }])

// Common practice: a box that measures the engine shows nothing; what another box says on the bus is not shown by it either.
it('no engine monitor is proposed as the display of another', () =>
  expect(
    proposeLinks(
      designWith([
        [monitor('first'), 'tail'],
        [monitor('second'), 'tail']
      ])
    )
  ).toEqual([]))
it('a display that hears them is, to each of them once', () => {
  const links = proposeLinks(
    designWith([
      [monitor('first'), 'tail'],
      [monitor('second'), 'tail'],
      [can('display', 'in'), 'tail']
    ])
  )
  expect(links.map(link => [link.from.unit, link.to.unit]).sort()).toEqual([
    ['first', 'display'],
    ['second', 'display']
  ])
})

// Common practice: all that are on a CAN bus hear what is said there, and a box is joined to it once.
it('a box that two on one bus want to hear is joined to that bus once', () => {
  const listener = (id: string): Item => ({
    ...can(id, 'both', [{ what: 'signal', name: 'attitude', required: true, text: 'attitude' }]),
    ports: [{ id: 'can', kind: 'can', flow: 'both', signals: ['attitude', 'air data'], says: ['air data'] }]
  })
  const box: Item = { ...can('box', 'out'), ports: [{ id: 'can', kind: 'can', flow: 'out', signals: ['attitude'] }] }
  const design = designWith([
    [listener('display'), 'tail'],
    [listener('autopilot'), 'tail'],
    [box, 'tail']
  ])
  const joined = { id: 'l1', from: { unit: 'display', port: 'can' }, to: { unit: 'autopilot', port: 'can' } }
  expect(proposeLinks({ ...design, links: [joined] })).toEqual([
    { id: 'l2', from: { unit: 'box', port: 'can' }, to: { unit: 'display', port: 'can' } }
  ])
})

const demos = [demoProject('1-teasel-ls'), demoProject('2-hollin-whimbrel'), demoProject('3-skerrow-dunlin')]
const catalogue = demoCatalogue().filter(entry => entry.ports.length > 0)
/** An option from which a unit was taken and to which an entry was added: what is proposed for it ends, and nothing is twice. */
function expectAnEnd(project: Project, option: string, gone: string, added: Item) {
  const place = added.mounts.flatMap(kind => project.airframe.places.filter(place => place.kind === kind))[0]
  if (!place) return
  const changed = applyEdits(
    project,
    [
      { type: 'unit.remove', option, unit: gone },
      {
        type: 'unit.add',
        option,
        unit: { id: 'added', item: added.id, label: 'Added', place: place.id },
        item: added
      }
    ],
    'try'
  ).project
  const links = proposeLinks(resolve(changed, option))
  expect(new Set(links.map(({ from, to }) => JSON.stringify([from, to]))).size).toBe(links.length)
  // Each is for something: without it something is asked for still.
  for (const link of links) {
    const others = links.filter(other => other !== link)
    const without = {
      ...resolve(changed, option),
      links: [...changed.options.find(({ id }) => id === option)!.links, ...others]
    }
    expect(proposeLinks(without), JSON.stringify(link)).not.toEqual([])
  }
  const joined = links.map(link => ({ type: 'link.put' as const, option, link }))
  const linked = applyEdits(changed, joined, 'links').project
  expect(proposeLinks(resolve(linked, option))).toEqual([])
}
it.each(['corvane-cylinder-6', 'corvane-cylinder-b'])('the search ends where a display has gone and %s is added', id =>
  expectAnEnd(
    demos[1]!,
    'a',
    'pfd',
    catalogue.find(entry => entry.id === id)!
  )
)
it('the search ends for whatever is taken out and put in', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(
        ...demos.flatMap(project =>
          project.options.flatMap(option => option.units.map(unit => [project, option.id, unit.id] as const))
        )
      ),
      fc.constantFrom(...catalogue),
      ([project, option, gone], added) => expectAnEnd(project, option, gone, added)
    ),
    runs(40)
  ))
