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
      const { parts, rules } = rulesOf(design)
      const losses = ['part bus main', 'part bus essential', 'part unit nav', 'part unit pitot'].flatMap(name => {
        const part = parts.get(name)
        return part ? [{ name, part }] : []
      })
      for (const lost of [undefined, ...losses]) {
        const solver = new Logic.Solver()
        for (const name of parts.keys()) if (name !== lost?.name) solver.require(name)
        if (lost) solver.forbid(lost.name)
        for (const { head, body } of rules) solver.require(Logic.or(head, ...body.map(one => Logic.not(one))))
        for (const name of FUNCTIONS) {
          const deniable = solver.solveAssuming(Logic.not(`works ${name}`)) !== null
          expect(account.works(name, lost ? [lost.part] : []), `${name} without ${lost?.name}`).toBe(!deniable)
        }
      }
    }
  )
})
