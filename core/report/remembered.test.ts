import fc from 'fast-check'
import { expect, it } from 'vitest'
import { applyEdits, EDIT_SHAPES, EditError, type Edit, type EditType, type Project } from '../document'
import { RandomEdits } from '../document/random.testing'
import { demoCatalogue } from '../testing.demo'
import { richDemo } from '../testing.rich'
import { candidateEffects, effectOf, examineOption, removalEffects } from '.'
import { finish } from '../design'

const { rich: start } = richDemo()
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
    { numRuns: process.env.FUZZ ? 300 : 5 }
  ))

// Of every kind of edit by itself, so that none is rare: the aeroplane before it is what is remembered.
it.each(Object.keys(EDIT_SHAPES) as EditType[])('nor after one edit “%s”', type =>
  fc.assert(
    fc.property(random.of(type), edit => {
      const next = after(start, edit)
      fc.pre(next !== start)
      const named = 'option' in edit ? edit.option : 'a'
      const { id: option } = next.options.find(({ id }) => id === named) ?? next.options[0]!
      examineOption(start, start.options.some(({ id }) => id === option) ? option : 'a')
      expect(examineOption(next, option)).toEqual(examineOption(structuredClone(next), option))
    }),
    { numRuns: process.env.FUZZ ? 60 : 1, maxSkipsPerRun: 2_000 }
  )
)

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
    { numRuns: process.env.FUZZ ? 100 : 3 }
  ))
