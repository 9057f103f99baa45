import { describe, expect, it } from 'vitest'
import { resolve, type Design, type Finding } from '../../design'
import { readPhrase, US } from '../../quantity'
import { demoProject } from '../../testing.demo'
import { examineOption } from './examine'
import { wishFindings } from './wishes'
import { accountOf } from '../../capability'

const wishes = (design: Design, found: readonly Finding[] = []) =>
  wishFindings(design, found, accountOf(design).functions())

describe('wishes and dislikes of the brief', () => {
  const project = demoProject('3-skerrow-dunlin')
  const said = (option: string) =>
    wishes(resolve(project, option), examineOption(project, option).findings).map(wish => readPhrase(wish.says, US))
  it('the pump they dislike is in A and out of B', () => {
    expect(said('a').join()).toMatch(/excludes “Vacuum pump”, but this option includes Vacuum pump/)
    expect(said('b').join()).not.toMatch(/Vacuum pump/)
  })
  it('the autopilot they wish for is missed in C', () => {
    expect(said('c').join()).toMatch(
      /asks for “Autopilot that holds through a count”, but in this option no autopilot works/
    )
    expect(said('a').join()).not.toMatch(/no autopilot/)
  })
  it('a glove box that goes is told; of a wish without a name of a thing nothing is said', () => {
    const without = structuredClone(project)
    without.options[0]!.units = without.options[0]!.units.filter(unit => unit.id !== 'glove')
    const found = wishes(resolve(without, 'a'))
    expect(found.map(finding => readPhrase(finding.says, US)).join()).toMatch(/there is no glove box/)
    expect(found.some(finding => readPhrase(finding.says, US).includes('sea fog'))).toBe(false)
  })
  it('switches, in the plural, for an owner who hates them', () => {
    const hated = structuredClone(project)
    hated.brief.dislikes = ['Switches']
    expect(wishes(resolve(hated, 'b'))[0]!.subjects.length).toBeGreaterThanOrEqual(6)
  })
})
