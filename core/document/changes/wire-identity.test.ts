import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { markOf } from '../../airframe'
import { examineOption, newUnit } from '../../report'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { proposeLinks } from '../../wiring'
import { applyEdits, freeLinkId, isSameWire, isWireOf, type Edit, type Project } from '..'

const dun = demoProject('3-skerrow-dunlin')
const does = (project: Project, ...edits: Edit[]) => applyEdits(project, edits, 'x').project
const option = (project: Project) => project.options.find(({ id }) => id === 'b')!
const mark = (project: Project, wire: string) =>
  does(project, { type: 'wires.put', option: 'b', wires: [{ wire, number: 901, state: 'tested' }] })

describe('a new wire is never taken for one that was removed', () => {
  it('a link never has the id of one of whose wire anything is known', () => {
    const wires = new Set(examineOption(dun, 'b').wiring.wires.map(({ id }) => id))
    const plain = option(dun).links.find(({ id }) => wires.has(id))!
    const last = { ...plain, id: 'l900' }
    const moved = does(
      dun,
      { type: 'link.drop', option: 'b', link: plain.id },
      { type: 'link.put', option: 'b', link: last }
    )
    const known = mark(moved, last.id)
    const gone = does(known, { type: 'link.drop', option: 'b', link: last.id })
    const id = freeLinkId(option(gone).links, option(gone).wires)
    expect(id).not.toBe(last.id)
    const again = does(gone, { type: 'link.put', option: 'b', link: { ...last, id } })
    const wire = examineOption(again, 'b').wiring.wires.find(other => other.id === id)!
    expect(wire.mark).toBeUndefined()
    // What a search proposes keeps to it too.
    for (const link of proposeLinks(resolve(gone, 'b'))) expect(link.id).not.toBe(last.id)
  })
  it('a unit that is put in again has another id than the one whose power wire was tested', () => {
    const item = demoCatalogue().find(({ mounts, power }) => mounts.includes('tail') && power)!
    const unit = newUnit(dun, 'b', item)!
    const there = mark(does(dun, { type: 'unit.add', option: 'b', unit, item }), `${unit.id}-power`)
    const gone = does(there, { type: 'unit.remove', option: 'b', unit: unit.id })
    expect(newUnit(gone, 'b', item)!.id).not.toBe(unit.id)
    expect(isWireOf('can adc.can to pfd.can', 'pfd')).toBe(true)
    expect(isWireOf('pfd-2-power', 'pfd')).toBe(false)
  })
  it('of a bus that was taken apart and joined again nothing is known, though its boxes are the same', () => {
    const { wiring } = examineOption(dun, 'b')
    const wire = wiring.wires.find(({ id }) => id.startsWith('can '))!
    const known = mark(dun, wire.id)
    expect(markOf(resolve(known, 'b'), wire.id)).toMatchObject({ number: 901, state: 'tested' })
    const ends = wire.id.slice(4).split(' to ')
    const of = ({ from, to }: (typeof links)[number]) =>
      [from, to].some(({ unit, port }) => ends.includes(`${unit}.${port}`))
    const { links } = option(known)
    const dropped = does(
      known,
      ...links.filter(of).map((link): Edit => ({ type: 'link.drop', option: 'b', link: link.id }))
    )
    const again = links.filter(of).reduce(
      (project, link) =>
        does(project, {
          type: 'link.put',
          option: 'b',
          link: { ...link, id: freeLinkId([...option(project).links, ...links], option(project).wires) }
        }),
      dropped
    )
    expect(examineOption(again, 'b').wiring.wires.map(({ id }) => id)).toContain(wire.id)
    expect(markOf(resolve(again, 'b'), wire.id)).toBeUndefined()
    // A mark that an earlier program made says nothing of links, and holds.
    expect(isSameWire({ wire: wire.id, number: 1 }, [])).toBe(true)
  })
})
