import { describe, expect, it } from 'vitest'
import { demoProject } from '../testing.demo'
import { inside } from '../panel'
import { airframeOutline } from '.'

describe.each(['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)(
  'the sketch behind the places of %s',
  name => {
    const { airframe } = demoProject(name)
    const outline = airframeOutline(airframe)!
    it('is the same on both sides of the middle', () => {
      const points = outline.above.flat()
      const key = ([x, y]: readonly [number, number]) => `${x.toFixed(1)} ${(y === 0 ? 0 : y).toFixed(1)}`
      const all = new Set(points.map(key))
      for (const [x, y] of points) expect(all.has(key([x, y === 0 ? 0 : -y]))).toBe(true)
    })
    it('has every place on the middle line within the body from above, and every wing place within a wing', () => {
      for (const place of airframe.places) {
        if (place.acrossMm === undefined) continue
        const at = [place.armMm, place.acrossMm] as const
        expect(
          outline.above.some(ring => inside([at[0], at[1]], ring)),
          place.name
        ).toBe(true)
      }
    })
    it('has cabin, panel and belly within the body from the side, and the wing where its place is', () => {
      const [body, wing] = outline.side
      for (const place of airframe.places)
        if (['panel', 'cabin', 'belly'].includes(place.kind))
          expect(inside([place.armMm, place.upMm!], body!), place.name).toBe(true)
      const high = airframe.places.find(place => place.kind === 'wing')!.upMm!
      expect(Math.min(...wing!.map(([, y]) => y))).toBeLessThanOrEqual(high)
      expect(Math.max(...wing!.map(([, y]) => y))).toBeGreaterThanOrEqual(high)
    })
  }
)
it('is not drawn where no wing is entered: nothing says where it is mounted', () => {
  const { airframe } = demoProject('1-teasel-ls')
  expect(airframeOutline({ places: airframe.places.filter(place => place.kind !== 'wing') })).toBeUndefined()
})
