import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainProject } from '../testing'
import { lengthOf, placesOnWay, runMm as runBetween, type Run } from '.'

const runMm = (airframe: Parameters<typeof runBetween>[0], from: string, to: string, via?: string[]) =>
  runBetween(airframe, { from, to, via })
const cutLengthMm = (airframe: Parameters<typeof lengthOf>[0], from: string, to: string) =>
  lengthOf(airframe, { from, to })?.cutMm

describe('runs of wire', () => {
  it('goes the shortest way round', () => {
    const routes = [
      { from: 'p', to: 'a', lengthMm: 100 },
      { from: 'a', to: 'b', lengthMm: 100 },
      { from: 'p', to: 'b', lengthMm: 250 }
    ]
    expect(runMm({ routes }, 'p', 'b')).toBe(200)
    expect(runMm({ routes }, 'b', 'p')).toBe(200)
    expect(runMm({ routes }, 'p', 'p')).toBe(0)
    expect(runMm({ routes }, 'p', 'elsewhere')).toBeUndefined()
  })
  it('agrees with the shortest paths of all pairs found another way', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            from: fc.integer({ min: 0, max: 7 }),
            to: fc.integer({ min: 0, max: 7 }),
            lengthMm: fc.integer({ min: 1, max: 999 })
          }),
          { maxLength: 20 }
        ),
        legs => {
          // Floyd and Warshall's method (any textbook of algorithms).
          const best = Array.from({ length: 8 }, (_, i) =>
            Array.from({ length: 8 }, (_, j) => (i === j ? 0 : Infinity))
          )
          for (const { from, to, lengthMm } of legs) {
            best[from]![to] = Math.min(best[from]![to]!, lengthMm)
            best[to]![from] = Math.min(best[to]![from]!, lengthMm)
          }
          for (let k = 0; k < 8; k++)
            for (let i = 0; i < 8; i++)
              for (let j = 0; j < 8; j++) best[i]![j] = Math.min(best[i]![j]!, best[i]![k]! + best[k]![j]!)
          const routes = legs.map(leg => ({ ...leg, from: `n${leg.from}`, to: `n${leg.to}` }))
          for (let i = 0; i < 8; i++)
            for (let j = 0; j < 8; j++) expect(runMm({ routes }, `n${i}`, `n${j}`) ?? Infinity).toBe(best[i]![j])
        }
      ),
      { numRuns: 60 }
    ))
  it('places are passed in the order of the wire, whoever asked first', () => {
    const routes = [
      { from: 'p', to: 'a', lengthMm: 100 },
      { from: 'a', to: 'b', lengthMm: 100 }
    ]
    expect(placesOnWay({ routes }, { from: 'b', to: 'p' })).toEqual(['b', 'a', 'p'])
    expect(placesOnWay({ routes }, { from: 'p', to: 'b' })).toEqual(['p', 'a', 'b'])
  })
  it('a wire sent by other places is as long as its parts, and passes them in that order', () => {
    const routes = [
      { from: 'p', to: 'a', lengthMm: 100 },
      { from: 'a', to: 'b', lengthMm: 100 },
      { from: 'p', to: 'c', lengthMm: 40 },
      { from: 'c', to: 'b', lengthMm: 900 }
    ]
    expect(runMm({ routes }, 'p', 'b', ['c'])).toBe(40 + 40 + 200)
    expect(placesOnWay({ routes }, { from: 'b', to: 'p', via: ['c'] } satisfies Run)).toEqual(['b', 'a', 'p', 'c', 'p'])
    expect(runMm({ routes }, 'p', 'b', ['nowhere'])).toBeUndefined()
  })
  it('adds a loop for each end at the panel and the waste', () => {
    const { airframe } = plainProject()
    expect(cutLengthMm(airframe, 'panel', 'cabin')).toBeCloseTo((3 * 304.8 + 304.8) * 1.1, 9)
    expect(cutLengthMm(airframe, 'cabin', 'roof')).toBeCloseTo(5 * 304.8 * 1.1, 9)
    expect(cutLengthMm(airframe, 'panel', 'panel')).toBeCloseTo((300 + 2 * 304.8) * 1.1, 9)
  })
})
