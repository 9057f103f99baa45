import { describe, expect, it } from 'vitest'
import { accountOf } from '../capability'
import { readCatalogueCsv, writeCatalogueCsv } from '../formats'
import { facePicture } from '../picture'
import { useOf } from '../pilot/sight'
import { powerModel } from '../power'
import { examineOption } from '../report'
import { resolve } from '../design'
import { roundFace, item } from '../testing'
import { demoProject } from '../testing.demo'
import { tryEdits, type Edit } from '../document'
import { Item, nameFrom, OwnName, type FunctionName } from '.'

const own = (name: string): OwnName => OwnName.parse(name)
const RADAR = item({
  id: 'radar',
  name: 'Radar',
  kind: own('weather radar'),
  ownNames: [own('weather radar'), own('storm finding')],
  usedLike: 'display',
  provides: [own('storm finding')],
  mounts: ['panel'],
  face: roundFace(80),
  massKg: 2,
  power: { atV: 14, minV: 10, maxV: 32, typicalA: 2, maxA: 3 } as Item['power']
})
const problems = (changes: Partial<Record<keyof Item, unknown>>) =>
  (Item.safeParse({ ...RADAR, ...changes }).error?.issues ?? []).map(
    issue => `${issue.path.join('.')}: ${issue.message}`
  )

describe('a kind and functions that a person names', () => {
  it('are names of the item; one that is not declared is a slip', () => {
    expect(problems({})).toEqual([])
    expect(problems({ kind: 'wether radar' })).toContainEqual(expect.stringMatching(/^kind: “wether radar” is no kind/))
    expect(problems({ provides: ['airspede'] })).toContainEqual(expect.stringMatching(/“airspede” is no function/))
    expect(problems({ needs: [{ what: 'function', name: 'gost' }] })).toContainEqual(
      expect.stringMatching(/^needs\.0\.name: “gost” is no function/)
    )
  })
  it('declare what the list does not have, and only that', () => {
    expect(problems({ ownNames: [...RADAR.ownNames!, 'keypad'] })).toEqual([
      'ownNames.2: “keypad” is neither the kind nor a function of this item'
    ])
    expect(problems({ provides: ['airspeed'], ownNames: ['weather radar', 'airspeed'] })).toEqual([
      'ownNames.1: “airspeed” is in the list already'
    ])
    expect(problems({ kind: 'display', ownNames: ['storm finding'] })).toEqual([
      'usedLike: is only for an own kind; “display” is in the list'
    ])
  })
  it('are typed as a person types', () => {
    expect(nameFrom('  Weather   Radar ')).toBe('weather radar')
    expect(nameFrom('a;b')).toBeUndefined()
    expect(nameFrom('')).toBeUndefined()
    expect(problems({ ownNames: ['Weather Radar'] })[0]).toMatch(/lower-case letters/)
  })
  it('go out as CSV and come back the same', () => {
    const read = readCatalogueCsv(writeCatalogueCsv([RADAR]))
    expect(read.problems).toEqual([])
    expect(read.items).toEqual([Item.parse(RADAR)])
  })
  it('a wrong name in a CSV is told with its line and column', () => {
    const [head, row] = writeCatalogueCsv([RADAR]).trim().split(/\r?\n/)
    const read = readCatalogueCsv(`${head}\n${row!.replace('storm finding', 'strom finding')}`)
    expect(read.items).toEqual([])
    expect(read.problems[0]).toMatchObject({ line: 2 })
  })
})

describe('a box of an own kind in an aeroplane', () => {
  const start = demoProject('3-skerrow-dunlin')
  const radarInWith = (changes: Partial<Item>): Edit[] => [
    {
      type: 'unit.add',
      option: 'b',
      unit: { id: 'radar', item: 'radar', label: 'Radar', place: 'panel' },
      item: { ...RADAR, ...changes }
    }
  ]
  const radarIn = radarInWith({})
  const required: Edit = { type: 'brief.set', brief: { ...start.brief, functions: [own('storm finding')] } }
  const found = (edits: Edit[]) => examineOption(tryEdits(start, edits), 'b').findings
  const about = (edits: Edit[]) => found(edits).filter(finding => finding.code === 'brief.function')

  it('is handled like the kind it is used like', () => {
    expect(useOf(RADAR)).toEqual(useOf(item({ id: 'x', kind: 'display', mounts: ['panel'], face: roundFace(80) })))
    expect(useOf({ ...RADAR, usedLike: undefined })).toEqual({ eye: 0, hand: 0 })
    const drawn = facePicture(RADAR)!
    expect(drawn.marks.some(mark => mark.ink === 'glass')).toBe(true)
    const design = resolve(tryEdits(start, radarIn), 'b')
    const bus = (radar: Item) =>
      powerModel(design).feedOf({ ...design.units.find(unit => unit.id === 'radar')!, item: radar }).bus
    const avionics = powerModel(design).role('avionics')
    expect(bus(RADAR)).toBe(avionics)
    expect(bus({ ...RADAR, usedLike: undefined })).not.toBe(avionics)
  })
  it('gives its function with power, and is lost with its breaker', () => {
    const account = accountOf(resolve(tryEdits(start, radarIn), 'b'))
    const name: FunctionName = own('storm finding')
    expect(account.works(name)).toBe(true)
    expect(account.works(name, [account.part('protector', 'radar')!])).toBe(false)
    expect(accountOf(resolve(start, 'b')).works(name)).toBe(false)
  })
  it('a required function is watched: absent, there and not working, there', () => {
    expect(about([]).length).toBe(0)
    const [absent] = about([required])
    expect(absent).toMatchObject({ weight: 'decide', subjects: [], lacks: { functions: ['storm finding'] } })
    expect(about([...radarIn, required])).toEqual([])
    const [waiting] = about([
      ...radarInWith({ needs: [{ what: 'function', name: own('dome'), required: true, text: '' }] }),
      required
    ])
    expect(waiting).toMatchObject({ subjects: ['radar'], lacks: undefined })
  })
  it('a function of the list can be required too', () => {
    const brief: Edit = { type: 'brief.set', brief: { ...start.brief, functions: ['angle of attack'] } }
    expect(about([brief]).map(({ lacks }) => lacks?.functions)).toEqual([['angle of attack']])
  })
  it('a wish in words finds it', () => {
    const wish = (edits: Edit[]) =>
      found([...edits, { type: 'brief.set', brief: { ...start.brief, wishes: ['A storm finding'], dislikes: [] } }])
        .filter(finding => finding.code.startsWith('brief.'))
        .map(finding => finding.code)
    expect(wish([])).toEqual(['brief.unwatched'])
    expect(wish(radarIn)).toEqual([])
  })
})
