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
  it('a wish that cannot be checked is said to be so; the names of the trade are understood', () => {
    const asked = structuredClone(project)
    asked.brief.wishes = ['Not one more switch, ever', 'Something quiet']
    asked.brief.dislikes = []
    const quiet = wishes(resolve(asked, 'a')).find(finding => finding.code === 'brief.unwatched')
    expect(readPhrase(quiet!.says, US)).toContain('“Something quiet”')
    expect(quiet!.weight).toBe('note')
    // “Yaw damper” is no name of a function here, and everybody calls it that.
    const damper = structuredClone(asked)
    damper.brief.wishes = ['Yaw damper']
    expect(wishes(resolve(damper, 'a')).map(({ code, lacks }) => [code, lacks?.functions])).toEqual([
      ['brief.wish', ['yaw damping']]
    ])
  })
  it('a glove box that goes is told; a wish without a name of a unit is listed as not checked', () => {
    const without = structuredClone(project)
    without.options[0]!.units = without.options[0]!.units.filter(unit => unit.id !== 'glove')
    const found = wishes(resolve(without, 'a'))
    expect(found.map(finding => readPhrase(finding.says, US)).join()).toMatch(/there is no glove box/)
    const fog = found.filter(finding => readPhrase(finding.says, US).includes('sea fog'))
    expect(fog.map(finding => finding.code)).toEqual(['brief.unwatched'])
  })
  it('switches, in the plural, for an owner who hates them', () => {
    const hated = structuredClone(project)
    hated.brief.dislikes = ['Switches']
    expect(wishes(resolve(hated, 'b'))[0]!.subjects.length).toBeGreaterThanOrEqual(6)
  })
})
