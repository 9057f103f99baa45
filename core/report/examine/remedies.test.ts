import { describe, expect, it } from 'vitest'
import { finish, remediesOf, resolve } from '../../design'
import { applyEdits, openProject, writeProject, type Project } from '../../document'
import { demoProject } from '../../testing.demo'
import { examineOption, remedyEffects } from '..'

const demos: [string, Project, string][] = [
  ['ZZ-DUN A', demoProject('3-skerrow-dunlin'), 'a'],
  ['ZZ-DUN B', demoProject('3-skerrow-dunlin'), 'b'],
  ['ZZ-DUN C', demoProject('3-skerrow-dunlin'), 'c'],
  ['ZZ-WIM A', demoProject('2-hollin-whimbrel'), 'a'],
  ['ZZ-TSL A', demoProject('1-teasel-ls'), 'a']
]

describe.each(demos)('the remedies of %s', (_, project, option) => {
  const before = examineOption(project, option)
  const ids = (of: Project) => new Set(examineOption(of, option).findings.map(finding => finding.id))
  const effects = finish(
    remedyEffects(
      project,
      option,
      before,
      before.findings.map(finding => finding.id)
    )
  )
  it('each is told of once', () => {
    expect(effects.map(effect => `${effect.finding}#${effect.remedy}`)).toEqual(
      before.findings.flatMap(finding =>
        remediesOf(finding, resolve(project, option)).map((_, index) => `${finding.id}#${index}`)
      )
    )
  })
  it('do what they are said to do: that much is cured and that much is brought, for that money', () => {
    const had = ids(project)
    for (const effect of effects) {
      const finding = before.findings.find(finding => finding.id === effect.finding)!
      const after = applyEdits(
        project,
        remediesOf(finding, resolve(project, option))[effect.remedy]!.edits,
        'cure'
      ).project
      const has = ids(after)
      const gone = [...had].filter(id => !has.has(id))
      const come = [...has].filter(id => !had.has(id) && !id.startsWith('panel.unplaced'))
      expect(new Set(effect.curesIds), effect.finding).toEqual(new Set(gone))
      expect(effect.brings, effect.finding).toHaveLength(come.length)
      expect(examineOption(after, option).figures.money.value - before.figures.money.value).toBeCloseTo(
        effect.change.money,
        6
      )
      // What a cure leaves can be saved and opened again.
      expect(openProject(writeProject(after)).ok).toBe(true)
    }
  })
  it('cure what they stand at', () => {
    for (const effect of effects)
      if (!effect.finding.startsWith('power.shed') && !effect.finding.startsWith('catalogue.'))
        expect(effect.curesIds.length + effect.brings.length, effect.finding).toBeGreaterThan(0)
  })
  it('are not tried where nobody asks', () => expect(finish(remedyEffects(project, option, before, []))).toEqual([]))
})
