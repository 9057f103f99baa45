import type { Item } from '../../catalogue'
import { resolve } from '../../design'
import type { Project } from '../../document'
import { examineOption, type Figure } from '../examine/examine'

/** A project as the hangar shows it: its options in figures, and its panel small. */
export interface Card {
  options: {
    id: string
    name: string
    moneyCents: number
    budgetCents: number
    money: Figure['state']
    fit: Figure['state']
    rulesMet: number
    rulesAsked: number
    rules: Figure['state']
    mustFix: number
  }[]
  /** The panel of the first option in mm, y upward, with what the picture of each unit on it is made from. */
  panel: {
    outline: readonly (readonly [number, number])[]
    units: { xMm: number; yMm: number; item: Pick<Item, 'kind' | 'provides' | 'face' | 'power'> }[]
  }
}

/**
 * What the hangar shows of a project.
 * @param today ISO date, to tell what has fallen due
 */
export function cardOf(project: Project, today?: string): Card {
  const design = resolve(project, project.options[0]!.id)
  return {
    options: project.options.map(({ id, name }) => {
      const { figures, findings } = examineOption(project, id, { today })
      return {
        id,
        name,
        moneyCents: figures.money.value,
        budgetCents: project.brief.budgetCents,
        money: figures.money.state,
        fit: figures.metal.state,
        rulesMet: figures.rules.value,
        rulesAsked: figures.rules.limit ?? 0,
        rules: figures.rules.state,
        mustFix: findings.filter(finding => finding.weight === 'must fix').length
      }
    }),
    panel: {
      outline: project.airframe.panel.outline,
      units: design.units.flatMap(({ at, item: { kind, provides, face, power } }) =>
        at && face ? [{ xMm: at.xMm, yMm: at.yMm, item: { kind, provides, face, power } }] : []
      )
    }
  }
}
