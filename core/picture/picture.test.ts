import svgpath from 'svgpath'
import { describe, expect, it } from 'vitest'
import { Item } from '../catalogue'
import { demoCatalogue } from '../testing.demo'
import { item, roundFace } from '../testing'
import { extent, figureAt } from '../panel'
import { facePicture, paintOf, type FacePicture, type Ink, type Mark } from '.'

const withFace = demoCatalogue().filter(entry => entry.face)
const allMarks = ({ marks, panes }: FacePicture): Mark[] => [...marks, ...panes.flatMap(pane => pane.marks)]
/** Corners and ends of every line of a path, in absolute coordinates. */
function pointsOf(d: string): [number, number][] {
  const points: [number, number][] = []
  svgpath(d)
    .abs()
    .unarc()
    .iterate((segment, _, x, y) => {
      const [command, ...numbers] = segment
      if (command === 'H') points.push([numbers[0] as number, y])
      else if (command === 'V') points.push([x, numbers[0] as number])
      else if (command !== 'Z') points.push(numbers.slice(-2) as [number, number])
    })
  return points
}

describe.each(withFace.map(entry => [entry.name, entry] as const))('the face of %s', (_, entry) => {
  const picture = facePicture(entry)!
  const box = extent(figureAt(entry.face!.bezel, 0, 0))
  it('is drawn within its bezel', () => {
    for (const mark of allMarks(picture)) {
      const points = 'd' in mark ? pointsOf(mark.d) : [[mark.x, mark.y] as const]
      for (const [x, y] of points) {
        expect(x).toBeGreaterThan(box.minX - 1)
        expect(x).toBeLessThan(box.maxX + 1)
        expect(-y).toBeGreaterThan(box.minY - 1)
        expect(-y).toBeLessThan(box.maxY + 1)
      }
    }
  })
  it('has more than an outline, and a part for a function only where the unit provides it', () => {
    expect(allMarks(picture).length).toBeGreaterThan(1)
    const shown = picture.panes.filter(pane => pane.shows.length > 0)
    for (const pane of shown) {
      expect(pane.marks.length).toBeGreaterThan(0)
      expect(
        pane.shows.some(name => entry.provides.includes(name)),
        pane.shows.join()
      ).toBe(true)
    }
  })
})

describe('pictures of faces', () => {
  it('no two kinds look alike', () => {
    const looks = new Map<string, string>()
    for (const entry of withFace) {
      // Without the measures: how many marks of which ink, and the words.
      const look = allMarks(facePicture(entry)!)
        .map(mark => ('d' in mark ? mark.ink : mark.text))
        .join(' ')
      const other = looks.get(look)
      expect(other === undefined || other === entry.kind, `${entry.kind} ${entry.name} looks like ${other}`).toBe(true)
      looks.set(look, entry.kind)
    }
  })
  it('what has no face has no picture', () => {
    expect(facePicture(item({ id: 'box', mounts: ['tail'] }))).toBeUndefined()
  })
  it('a kind that nothing is known of is hatched', () => {
    const unknown = item({ id: 'x', kind: 'airframe part', mounts: ['panel'], face: roundFace(60) })
    expect(facePicture(unknown)!.marks.some(mark => mark.ink === 'foreign')).toBe(true)
  })
  it('a dial shows the scale of its function: vertical speed has zero at nine o’clock (common practice)', () => {
    const vsi = withFace.find(entry => entry.provides.join() === 'vertical speed')!
    const zero = facePicture(vsi)!.panes[0]!.marks.find(mark => 'text' in mark && mark.text === '0')!
    expect('text' in zero && zero.x).toBeLessThan(-10)
    expect('text' in zero && Math.abs(zero.y)).toBeLessThan(0.5)
  })
  it('a horizon is banked by little, with the ground below: sky above the middle, ground under it', () => {
    const horizon = withFace.find(entry => entry.name === 'Vacuum horizon')!
    const ground = facePicture(horizon)!.panes[0]!.marks.find(mark => mark.ink === 'ground')!
    const points = pointsOf('d' in ground ? ground.d : '')
    const heights = points.map(([, y]) => y)
    expect(Math.max(...heights)).toBeGreaterThan(25)
    expect(Math.min(...heights)).toBeGreaterThan(-4)
  })
  it('every ink is painted by day, by night and without light; by night nothing is brighter than by day', () => {
    const inks = new Set<Ink>(withFace.flatMap(entry => allMarks(facePicture(entry)!).map(mark => mark.ink)))
    const bright = (colour: string) =>
      [1, 3, 5].reduce((sum, at) => sum + Number.parseInt(colour.slice(at, at + 2), 16), 0)
    for (const ink of inks) {
      const [day, night, unlit] = (['day', 'night', 'unlit'] as const).map(light => {
        const { fill, stroke } = paintOf(ink, light)
        return bright((fill ?? stroke)!)
      })
      // The aircraft symbol is black on a bright sky and white on a dark one.
      if (ink !== 'symbol') expect(night!, ink).toBeLessThanOrEqual(ink === 'green lamp' ? day! + 30 : day!)
      expect(unlit!, ink).toBeLessThanOrEqual(night!)
    }
  })
})

describe('an entry that says where its screen, knobs and keys are', () => {
  const entry = {
    ...withFace.find(other => other.name === 'Slate 5')!,
    face: {
      ...withFace.find(other => other.name === 'Slate 5')!.face!,
      front: {
        screen: { xMm: -10, yMm: 0, widthMm: 90, heightMm: 70 },
        knobs: [{ xMm: 50, yMm: -30, diameterMm: 14 }],
        keys: [{ xMm: 50, yMm: 20, widthMm: 14, heightMm: 8 }]
      }
    }
  }
  it('is drawn so: the screen shows in that area, the knob and the key are there', () => {
    const { panes, marks } = facePicture(Item.parse(entry))!
    expect(panes[0]).toMatchObject({ x: -55, y: -35, w: 90, h: 70 })
    const knob = pointsOf((marks.find(mark => mark.ink === 'knob') as { d: string }).d)
    expect(Math.min(...knob.map(([x]) => x))).toBeCloseTo(43, 1)
    expect(Math.max(...knob.map(([, y]) => y))).toBeCloseTo(37, 1)
    const key = pointsOf((marks.find(mark => mark.ink === 'key') as { d: string }).d)
    expect(Math.min(...key.map(([, y]) => y))).toBeCloseTo(-24, 1)
  })
  it.each([
    [
      'screen',
      { screen: { xMm: 0, yMm: 0, widthMm: 131, heightMm: 70 } },
      'face.front.screen',
      /extends 1.5 mm outside/
    ],
    ['knob', { knobs: [{ xMm: 60, yMm: 0, diameterMm: 14 }] }, 'face.front.knobs.0', /extends 3 mm outside/],
    ['key', { keys: [{ xMm: 0, yMm: 44, widthMm: 10, heightMm: 8 }] }, 'face.front.keys.0', /extends 2 mm outside/]
  ])('a %s outside the bezel is refused with its field and by how much', (_, front, field, says) => {
    const read = Item.safeParse({ ...entry, face: { ...entry.face, front } })
    expect(read.error?.issues.map(issue => issue.path.join('.'))).toEqual([field])
    expect(read.error?.issues[0]!.message).toMatch(says)
  })
  it('of a round bezel the corners of a screen count', () => {
    const round = (side: number) =>
      Item.safeParse({
        ...entry,
        face: {
          bezel: { shape: 'round', diameterMm: 80 },
          front: { screen: { xMm: 0, yMm: 0, widthMm: side, heightMm: side } }
        }
      }).success
    // A square of side s fits a circle of diameter s·√2.
    expect(round(80 / Math.SQRT2 - 0.01)).toBe(true)
    expect(round(80 / Math.SQRT2 + 0.02)).toBe(false)
  })
})
