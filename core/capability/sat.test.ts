import Logic from 'logic-solver'
import { describe, expect, it } from 'vitest'
import { FUNCTIONS } from '../catalogue'
import { resolve } from '../design'
import { demoProject } from '../testing.demo'
import { accountOf } from '.'
import { rulesOf } from './rules-of'

/**
 * A satisfiability solver (MiniSat, compiled) as a stranger who knows nothing of fixed points: what is in the least model of Horn
 * clauses is just what cannot be denied together with them (van Emden and Kowalski, 1976).
 */
describe('the account of the demo against a satisfiability solver', () => {
  it.each(['a', 'b', 'c'])(
    'option %s: what works is what cannot be denied, whole and with a bus or a box lost',
    option => {
      const design = resolve(demoProject('3-skerrow-dunlin'), option)
      const account = accountOf(design)
      const { atoms, rules, ties } = rulesOf(design)
      const losses = (
        [
          ['bus', 'main'],
          ['bus', 'essential'],
          ['unit', 'nav'],
          ['unit', 'pitot']
        ] as const
      ).flatMap(([kind, id]) => account.part(kind, id) ?? [])
      expect(losses.length).toBeGreaterThan(1)
      for (const lost of [undefined, ...losses]) {
        const solver = new Logic.Solver()
        const term = (atom: number) => `atom ${atom}`
        for (const tie of ties) solver.require(term(tie))
        for (const { kind, id } of atoms.parts)
          if (kind !== lost?.kind || id !== lost.id) solver.require(term(atoms.part(kind, id)))
        if (lost) solver.forbid(term(atoms.part(lost.kind, lost.id)))
        for (const { head, body } of rules)
          solver.require(Logic.or(term(head), ...body.map(atom => Logic.not(term(atom)))))
        for (const name of FUNCTIONS) {
          const deniable = solver.solveAssuming(Logic.not(term(atoms.works(name)))) !== null
          expect(account.works(name, lost && [lost]), `${name} without ${lost?.name}`).toBe(!deniable)
        }
      }
    }
  )
})
