import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { item, plainProject, roundFace } from '../../testing'
import {
  act,
  applyEdits,
  AS_FOUND,
  EditError,
  EMPTY_HISTORY,
  openProject,
  undo,
  writeProject,
  type Edit,
  type Project
} from '..'
import { emptyOption } from '../make/blank'

const dial = item({ id: 'dial', face: roundFace(79), provides: ['airspeed'] })
const radio = item({
  id: 'radio',
  face: roundFace(50),
  ports: [{ id: 'out', kind: 'audio', flow: 'out', signals: ['audio'] }]
})
const after = (project: Project, ...edits: Edit[]) => applyEdits(project, edits, 'test').project
const PRICES = plainProject().options[0]!.prices
/** Two plans of an aircraft in which a dial is installed: “a” keeps it, “b” moves it. */
function installed(): Project {
  const start: Project = {
    ...plainProject(),
    options: [emptyOption('a', 'Keep', PRICES), emptyOption('b', 'Move', PRICES), emptyOption('c', 'Remove', PRICES)]
  }
  const unit = { id: 'd', item: 'dial', label: 'Airspeed', place: 'panel', xMm: 100, yMm: 100 }
  return after(
    start,
    { type: 'unit.add', option: AS_FOUND, unit, item: dial },
    { type: 'unit.move', option: 'b', unit: 'd', xMm: 300, yMm: 100 },
    { type: 'unit.remove', option: 'c', unit: 'd', disposal: { unit: 'd', how: 'sell', creditCents: 5_000 } }
  )
}
const states = (project: Project, option: string) =>
  resolve(project, option).units.map(unit => `${unit.id} ${unit.state} ${unit.at?.xMm}`)

describe('the aircraft as installed', () => {
  it('is kept by every plan once it is entered: it is not bought, and removed only where a plan says so', () => {
    const project = installed()
    expect(states(project, AS_FOUND)).toEqual(['d kept 100'])
    expect(states(project, 'a')).toEqual(['d kept 100'])
    expect(states(project, 'b')).toEqual(['d moved 300'])
    expect(resolve(project, 'c').removed.map(({ unit, creditCents }) => [unit.id, creditCents])).toEqual([['d', 5_000]])
  })
  it('corrected, a plan follows except where it says something else', () => {
    const project = after(installed(), { type: 'unit.move', option: AS_FOUND, unit: 'd', xMm: 120, yMm: 90 })
    expect(states(project, 'a')).toEqual(['d kept 120'])
    expect(states(project, 'b')).toEqual(['d moved 300'])
    const renamed = after(project, {
      type: 'unit.set',
      option: AS_FOUND,
      unit: { ...project.fitted[0]!, label: 'Airspeed, knots', madeIn: 1974, condition: 'worn', valueCents: 4_000 }
    })
    expect(renamed.options.map(option => option.units[0]?.label)).toEqual([
      'Airspeed, knots',
      'Airspeed, knots',
      undefined
    ])
    expect(renamed.options[1]!.units[0]).toMatchObject({ xMm: 300, madeIn: 1974 })
  })
  it('a unit that turns out not to be there is in no plan any more, and its disposition goes', () => {
    const project = after(installed(), { type: 'unit.remove', option: AS_FOUND, unit: 'd' })
    expect(project.fitted).toEqual([])
    expect(project.options.flatMap(option => [...option.units, ...option.disposals])).toEqual([])
  })
  it('what a plan puts in its place under the same id is not called worn or inoperative with it', () => {
    const project = after(installed(), {
      type: 'unit.add',
      option: AS_FOUND,
      unit: { id: 'r', item: 'radio', label: 'Radio', place: 'panel' },
      item: radio
    })
    const swapped = after(project, {
      type: 'unit.set',
      option: 'a',
      unit: { id: 'd', item: 'radio', label: 'Airspeed', place: 'panel', xMm: 100, yMm: 100 }
    })
    const broken = after(swapped, {
      type: 'unit.set',
      option: AS_FOUND,
      unit: { ...swapped.fitted[0]!, condition: 'inoperative', label: 'Old airspeed' }
    })
    expect(broken.options[0]!.units.find(unit => unit.id === 'd')).toEqual(
      swapped.options[0]!.units.find(unit => unit.id === 'd')
    )
    expect(broken.options[1]!.units.find(unit => unit.id === 'd')).toMatchObject({ condition: 'inoperative' })
  })
  it('a unit that a row of a plan sets out gets no position of its own', () => {
    const start = installed()
    const tray = after(start, {
      type: 'unit.add',
      option: AS_FOUND,
      unit: { id: 't', item: 'dial', label: 'Second', place: 'panel' }
    })
    const row = { id: 'w', name: 'Row', kind: 'row' as const, xMm: 50, yMm: 50, pitchMm: 90, units: ['t'] }
    const rowed = after(tray, { type: 'row.put', option: 'a', row })
    const moved = after(rowed, { type: 'unit.move', option: AS_FOUND, unit: 't', xMm: 400, yMm: 100 })
    expect(moved.options[0]!.units.find(unit => unit.id === 't')!.xMm).toBeUndefined()
    expect(moved.options[1]!.units.find(unit => unit.id === 't')!.xMm).toBe(400)
  })
  it('what is inoperative is there and provides nothing', () => {
    const project = installed()
    const broken = after(project, {
      type: 'unit.set',
      option: AS_FOUND,
      unit: { ...project.fitted[0]!, condition: 'inoperative' }
    })
    expect(resolve(broken, 'a').units[0]!.inoperative).toBe(true)
    expect(resolve(project, 'a').units[0]!.inoperative).toBeUndefined()
  })
  it('its links go into the plans that have both ends, and out of them', () => {
    const jack = { id: 'j', item: 'jack', label: 'Jack', place: 'panel' }
    const jackItem = item({
      id: 'jack',
      face: roundFace(20),
      ports: [{ id: 'in', kind: 'audio', flow: 'in', signals: ['audio'] }]
    })
    const unit = { id: 'r', item: 'radio', label: 'Radio', place: 'panel' }
    const link = { id: 'l', from: { unit: 'r', port: 'out' }, to: { unit: 'j', port: 'in' } }
    const two = after(
      installed(),
      { type: 'unit.add', option: AS_FOUND, unit, item: radio },
      { type: 'unit.add', option: AS_FOUND, unit: jack, item: jackItem },
      { type: 'unit.remove', option: 'c', unit: 'j' }
    )
    const linked = after(two, { type: 'link.put', option: AS_FOUND, link })
    expect(linked.fittedLinks).toEqual([link])
    expect(linked.options.map(option => option.links.length)).toEqual([1, 1, 0])
    const cut = after(linked, { type: 'link.drop', option: AS_FOUND, link: 'l' })
    expect(cut.options.map(option => option.links.length)).toEqual([0, 0, 0])
    expect(after(linked, { type: 'unit.remove', option: AS_FOUND, unit: 'r' }).fittedLinks).toEqual([])
  })
  it('has no disposition, circuit or visit: those belong to a plan, which is said; nothing is changed', () => {
    const project = installed()
    const refuses = (edit: Edit, words: RegExp) => {
      expect(() => applyEdits(project, [edit], 'test')).toThrow(EditError)
      expect(() => applyEdits(project, [edit], 'test')).toThrow(words)
    }
    refuses({ type: 'circuit.set', option: AS_FOUND, circuit: { unit: 'd', awg: 20 } }, /Choose an option first/)
    refuses(
      {
        type: 'unit.remove',
        option: AS_FOUND,
        unit: 'd',
        disposal: { unit: 'd', how: 'scrap', creditCents: 0 }
      },
      /no disposition/
    )
  })
  it('edited, saved and opened again is the same; undone it is as before', () => {
    const project = installed()
    const edit: Edit = { type: 'unit.move', option: AS_FOUND, unit: 'd', xMm: 150, yMm: 80 }
    const bench = act({ project, history: EMPTY_HISTORY }, [edit], 'Move')
    const opened = openProject(writeProject(bench.project))
    expect(opened).toMatchObject({ ok: true })
    expect(opened.ok && opened.project).toEqual(bench.project)
    expect(undo(bench).project).toEqual(project)
  })
})
