import fc from 'fast-check'
import { expect, it } from 'vitest'
import { applyEdits, EditError, type Edit, type Project } from '../document'
import { RandomEdits } from '../document/random.testing'
import { demoCatalogue, demoProject } from '../testing.demo'
import { candidateEffects, effectOf, examineOption } from '.'
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
