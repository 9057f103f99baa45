import type { Design, Finding } from '../design'
import { gap, metalToEdge, type Box } from './geometry'
import type { Placed } from './place'
import { mm, say } from '../quantity'

/** Mean width of a letter over the height of a capital, for plain engraving letters. Our assumption. */
const LETTER_WIDTH = 0.83

/** The ground a label takes, about its middle. */
const labelBox = (label: Design['labels'][number]): Box => ({
  kind: 'box',
  x: label.xMm,
  y: label.yMm,
  w: label.text.length * label.heightMm * LETTER_WIDTH,
  h: label.heightMm
})

/** Labels that would be cut away, covered or off the sheet: one finding for each, with the first thing it meets. */
export function examineLabels(design: Design, placed: readonly Placed[]): Finding[] {
  return design.labels.flatMap((label): Finding[] => {
    const box = labelBox(label)
    const edge = metalToEdge(box, design.airframe.panel.outline)
    const met =
      edge < 0
        ? { who: 'the edge of the sheet', by: edge, subjects: [] as string[] }
        : placed.flatMap(unit => {
            const by = Math.min(gap(box, unit.bezel), unit.cutout ? gap(box, unit.cutout) : Infinity)
            return by < 0 ? [{ who: unit.label, by, subjects: [unit.id] }] : []
          })[0]
    return met
      ? [
          {
            id: `panel.label:${label.id}`,
            code: 'panel.label',
            weight: 'decide',
            subjects: met.subjects,
            remedies: [],
            measured: met.by,
            limit: 0,
            unit: 'mm',
            basis: { kind: 'assumption', source: `letters ${LETTER_WIDTH} of their height wide on the mean` },
            says: say`The label “${label.text}” reaches ${mm(-met.by)} into ${met.who}: it would be cut away or covered.`
          }
        ]
      : []
  })
}
