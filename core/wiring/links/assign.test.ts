import fc from 'fast-check'
import highs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { runs } from '../../testing'
import { assign, valueOf, type Assignment } from './assign'

/** Problems like those of ports: most resources have room for one, some for a few; must-haves are worth far more than wishes. */
const problems = (demands: number, options: number, resources: number): fc.Arbitrary<Assignment> =>
  fc.record({
    worth: fc.array(fc.constantFrom(1, 2, 3, 1000), { minLength: demands, maxLength: demands }),
    options: fc.array(
      fc.record({
        meets: fc.uniqueArray(fc.nat(demands - 1), { minLength: 1, maxLength: 3 }),
        takes: fc.uniqueArray(fc.nat(resources - 1), { maxLength: 2 }),
        cost: fc.integer({ min: 1, max: 9 }).map(mille => mille / 1000)
      }),
      { minLength: Math.ceil(options / 2), maxLength: options, size: 'max' }
    ),
    capacity: fc.array(fc.constantFrom(0, 1, 1, 1, 2, 20), { minLength: resources, maxLength: resources })
  })
const fits = ({ options, capacity }: Assignment, chosen: readonly number[]) =>
  capacity.every((room, index) => chosen.filter(position => options[position]!.takes.includes(index)).length <= room)

describe('who gets which port', () => {
  it('is the best of every way there is, on small problems', () =>
    fc.assert(
      fc.property(problems(5, 10, 4), problem => {
        const found = assign(problem)
        expect(fits(problem, found)).toBe(true)
        let best = 0
        for (let set = 0; set < 1 << problem.options.length; set++) {
          const chosen = problem.options.flatMap((_, index) => (set & (1 << index) ? [index] : []))
          if (fits(problem, chosen)) best = Math.max(best, valueOf(problem, chosen))
        }
        expect(valueOf(problem, found)).toBeCloseTo(best, 6)
      }),
      { numRuns: 150 }
    ))

  describe('against an integer-programming library', () => {
    let solver: Awaited<ReturnType<typeof highs>>
    beforeAll(async () => {
      solver = await highs()
    })
    /** The same problem as the library reads it: an option is taken or not, a demand is met by at least one taken option. */
    function optimum({ worth, options, capacity }: Assignment): number {
      const terms = (parts: string[]) => (parts.length ? parts.join(' + ') : '0 zero')
      const lines = [
        'Maximize',
        ` obj: ${terms(worth.map((value, index) => `${value} y${index}`))}${options
          .map((option, index) => ` - ${option.cost} x${index}`)
          .join('')}`,
        'Subject To',
        ...worth.map(
          (_, index) =>
            ` m${index}: y${index}${options.map((option, x) => (option.meets.includes(index) ? ` - x${x}` : '')).join('')} <= 0`
        ),
        ...capacity.flatMap((room, index) => {
          const users = options.flatMap((option, x) => (option.takes.includes(index) ? [`x${x}`] : []))
          return users.length ? [` c${index}: ${users.join(' + ')} <= ${room}`] : []
        }),
        'Binary',
        ` ${[...worth.map((_, index) => `y${index}`), ...options.map((_, index) => `x${index}`)].join(' ')}`,
        'End'
      ]
      return solver.solve(lines.join('\n'), { mip_rel_gap: 0, mip_abs_gap: 1e-7 }).ObjectiveValue
    }
    it('finds the same optimum on large random problems', () =>
      fc.assert(
        fc.property(problems(40, 90, 45), problem => {
          const found = assign(problem)
          expect(fits(problem, found)).toBe(true)
          expect(valueOf(problem, found)).toBeCloseTo(optimum(problem), 4)
        }),
        { ...runs(8), seed: 12 }
      ))
  })
})
