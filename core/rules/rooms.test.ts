import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accountOf } from '../capability'
import { BASES, type FunctionName } from '../catalogue'
import { AIRSPACE, AUTHORITIES, FLYING, type Project } from '../document'
import { resolve, type Design } from '../design'
import { failuresOf } from '../resilience'
import { demoProject } from '../testing.demo'
import { examineRules } from '.'
import { approvedFor } from './wanted'

const dun = demoProject('3-skerrow-dunlin')
/** Any design: an option of the demo with some of its units and links, flown and certified in any manner. */
const designs: fc.Arbitrary<Design> = fc
  .record({
    option: fc.constantFrom('a', 'b', 'c'),
    flying: fc.subarray([...FLYING], { minLength: 1 }),
    basis: fc.constantFrom(...BASES),
    authority: fc.constantFrom(...AUTHORITIES),
    airspace: fc.option(fc.subarray([...AIRSPACE]), { nil: undefined }),
    seats: fc.integer({ min: 1, max: 4 }),
    keepUnits: fc.array(fc.boolean(), { minLength: 60, maxLength: 60 }),
    keepLinks: fc.array(fc.boolean(), { minLength: 60, maxLength: 60 })
  })
  .map(({ option, keepUnits, keepLinks, ...brief }) => {
    const project: Project = { ...dun, brief: { ...dun.brief, ...brief } }
    const whole = resolve(project, option)
    // Three in four stay, so that chains are broken here and there and not everywhere.
    const units = whole.units.filter((_, index) => keepUnits[index % 60] || index % 2 === 0)
    const here = new Set(units.map(unit => unit.id))
    const links = whole.links.filter(
      ({ from, to }, index) => here.has(from.unit) && here.has(to.unit) && (keepLinks[index % 60] || index % 3 === 0)
    )
    const circuits = whole.circuits.filter(
      ({ unit, sharesWith }) => here.has(unit) && (sharesWith === undefined || here.has(sharesWith))
    )
    return { ...whole, units, links, circuits }
  })

describe('no room contradicts another, on any design', () => {
  it('what a clause counts as met works in the account, and what is missing is given by nothing approved', () => {
    let [met, missing] = [0, 0]
    fc.assert(
      fc.property(designs, design => {
        const account = accountOf(design)
        const units = new Map(design.units.map(unit => [unit.id, unit]))
        for (const { key, clause, state, by, hand } of examineRules(design).clauses) {
          if (hand) continue
          if (state === 'met')
            for (const giver of by)
              for (const name of giver.functions) {
                met++
                expect(account.gives(giver.unit, name as FunctionName), `${key} ${name}`).toBe(true)
                expect(account.works(name as FunctionName), `${key} ${name}`).toBe(true)
                expect(approvedFor(units.get(giver.unit)!, design.brief.basis), `${key} ${giver.unit}`).toBe(true)
              }
          // A clause that asks for one function and nothing more.
          const { wants } = clause
          if (state === 'missing' && 'works' in wants && Object.keys(wants).length === 1) {
            missing++
            const approved = account
              .givers(wants.works)
              .filter(unit => approvedFor(unit, design.brief.basis))
              .map(unit => unit.label)
            expect(approved, `${key} ${wants.works}`).toEqual([])
          }
        }
      }),
      { numRuns: 60 }
    )
    expect(Math.min(met, missing)).toBeGreaterThan(100)
  })
  it('what the failures call done works in the account, and each loss that they name takes it', () =>
    fc.assert(
      fc.property(designs, design => {
        const account = accountOf(design)
        for (const { task, works, singles, doubles } of failuresOf(design).tasks) {
          expect(account.works(task)).toBe(works)
          for (const part of singles) expect(account.works(task, [part]), `${task} without ${part.name}`).toBe(false)
          for (const pair of doubles) expect(account.works(task, pair), task).toBe(false)
        }
      }),
      { numRuns: 25 }
    ))
})
