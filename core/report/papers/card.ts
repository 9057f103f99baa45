import { looksRound } from '../../catalogue'
import { resolve } from '../../design'
import type { Project } from '../../document'
import { extent, figureAt } from '../../panel'
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
  /** The panel of the first option and the boxes of its bezels, in mm, y upward. */
  panel: {
    outline: readonly (readonly [number, number])[]
    units: { round: boolean; minX: number; minY: number; maxX: number; maxY: number }[]
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
      units: design.units.flatMap(unit =>
        unit.at && unit.item.face
          ? [
              {
                round: looksRound(unit.item.face.bezel),
                ...extent(figureAt(unit.item.face.bezel, unit.at.xMm, unit.at.yMm))
              }
            ]
          : []
      )
    }
  }
}
