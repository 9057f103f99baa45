import fc from 'fast-check'
import { expect, it } from 'vitest'
import { applyEdits, EditError, type Edit, type Project } from '../document'
import { RandomEdits } from '../document/random.testing'
import { demoCatalogue, demoProject } from '../testing.demo'
import { candidateEffects, effectOf, examineOption, removalEffects } from '.'
import { finish } from '../design'

const start = demoProject('3-skerrow-dunlin')
const random = new RandomEdits(start)

/** Does what can be done. */
function after(project: Project, edit: Edit): Project {
  try {
    return applyEdits(project, [edit], 'try').project
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    return project
  }
}

it('what rooms remember is never out of date: after any edits the report is that of a document never seen before', () =>
  fc.assert(
    fc.property(fc.array(random.any(), { minLength: 1, maxLength: 10 }), edits => {
      let project = start
      for (const edit of edits) {
        project = after(project, edit)
        examineOption(project, project.options[0]!.id)
      }
      const { id } = project.options.at(-1)!
      expect(examineOption(project, id)).toEqual(examineOption(structuredClone(project), id))
    }),
    { numRuns: process.env.FUZZ ? 300 : 15 }
  ))

it('effects are told one by one, the same as when each is asked alone', () => {
  const items = demoCatalogue().slice(0, 6)
  const seen: string[] = []
  const steps = candidateEffects(start, 'a', items)
  for (let next = steps.next(); !next.done; next = steps.next())
    seen.push(...(next.value.found ?? []).map(effect => effect.item))
  expect(seen).toEqual(items.map(item => item.id))
  const [first] = finish(candidateEffects(start, 'a', items.slice(0, 1)))
  expect(finish(candidateEffects(start, 'a', items))[0]).toEqual(first)
  // Nothing is changed by trying.
  const pump: Edit = { type: 'unit.remove', option: 'a', unit: 'vac-pump' }
  expect(effectOf(start, 'a', [pump])).toEqual(effectOf(structuredClone(start), 'a', [pump]))
})

it('nor what is remembered of one trial for the next: after any edits the effects are those on a document never seen before', () =>
  fc.assert(
    fc.property(
      fc.array(random.any(), { minLength: 1, maxLength: 6 }),
      fc.uniqueArray(fc.nat(demoCatalogue().length - 1), { minLength: 3, maxLength: 6 }),
      (edits, tried) => {
        let project = start
        for (const edit of edits) {
          project = after(project, edit)
          // Something is asked between the edits, so that there is something to be remembered.
          examineOption(project, project.options[0]!.id, { trial: true })
        }
        const { id, units } = project.options[0]!
        const items = tried.map(index => demoCatalogue()[index]!)
        const some = units.slice(0, 4).map(unit => unit.id)
        const told = [finish(candidateEffects(project, id, items)), finish(removalEffects(project, id, some))]
        const never = structuredClone(project)
        // One at a time, each on a document of its own.
        const alone = items.flatMap(item => finish(candidateEffects(structuredClone(project), id, [item])))
        expect(told).toEqual([alone, finish(removalEffects(never, id, some))])
      }
    ),
    { numRuns: process.env.FUZZ ? 100 : 6 }
  ))
