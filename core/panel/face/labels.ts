import * as messages from '../messages'
import { finding, type Design, type Finding } from '../../design'
import { engravedLines, missingLetters } from '../engraving'
import { bounds, gap, metalToEdge, type Box } from '../geometry/geometry'
import type { Placed } from './place'

/** The ground a label takes: that of its lines; of a label without any a point. */
function labelBox(label: Design['labels'][number]): Box {
  const lines = engravedLines(label.text, label.xMm, label.yMm, label.heightMm).flat()
  const { minX, minY, maxX, maxY } = bounds(lines.length ? lines : [[label.xMm, label.yMm]])
  return { kind: 'box', x: (minX + maxX) / 2, y: (minY + maxY) / 2, w: maxX - minX, h: maxY - minY }
}
/** Letters that the engraver’s point cannot follow, so that the cut drawing is without them. */
function letterFinding(label: Design['labels'][number]): Finding[] {
  const lacking = missingLetters(label.text)
  return lacking.length
    ? [
        finding('panel.letters', [], {
          key: label.id,
          weight: 'decide',
          basis: { kind: 'derived', source: 'single-line letters that ship with the app' },
          says: messages.letters({ text: label.text, lacking })
        })
      ]
    : []
}

/** What a label meets first that would cut it away or cover it. */
function coverFinding(label: Design['labels'][number], design: Design, placed: readonly Placed[]): Finding[] {
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
        finding('panel.label', met.subjects, {
          key: label.id,
          weight: 'decide',
          measured: met.by,
          limit: 0,
          unit: 'mm',
          basis: { kind: 'derived', source: 'the single lines in which it is engraved' },
          says: messages.label({ text: label.text, by: met.by, who: met.who })
        })
      ]
    : []
}

/** Labels that would be cut away, covered or off the sheet, or that hold letters the engraver has no lines for. */
export const examineLabels = (design: Design, placed: readonly Placed[]): Finding[] =>
  design.labels.flatMap(label => [...letterFinding(label), ...coverFinding(label, design, placed)])
