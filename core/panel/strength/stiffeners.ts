import * as messages from '../messages'
import type { Stiffener } from '../../document'
import { gap, type Box, type Figure } from '../geometry/geometry'
import type { Placed } from '../face/place'
import { finding, type Finding } from '../../design'
import type { Panel } from '../../document'
import { say } from '../../quantity'

/** The I of an equal angle about the sheet it stands on: one leg upright, the other along the sheet (b t³ / 3 and b³ t / 3). */
export const angleI = (legMm: number, thicknessMm: number): number =>
  (thicknessMm * legMm ** 3) / 3 + ((legMm - thicknessMm) * thicknessMm ** 3) / 3

/** So much of the depth of a tray’s thin sides counts in bending: what lies behind gives by itself (our assumption). */
const TRAY_COUNTS_MM = 40
/** The I of a tray’s side about the sheet that its front is fastened to: a plate on edge, t d³ / 3. */
export const trayI = (depthMm: number, thicknessMm: number): number =>
  (thicknessMm * Math.min(depthMm, TRAY_COUNTS_MM) ** 3) / 3

/** A line along which a part makes the face stiffer: level (x) or upright (y), at a height or so far across. */
export interface StiffLine {
  along: 'x' | 'y'
  atMm: number
  fromMm: number
  toMm: number
  /** Second moment of area about the sheet, in mm⁴. */
  iMm4: number
}

/** The middles of the two uprights of a pair of rails, across. */
const uprights = (rails: Extract<Stiffener, { kind: 'rails' }>): [number, number] => {
  const off = (rails.widthMm + rails.legMm) / 2
  return [rails.xMm - off, rails.xMm + off]
}

/** The lines of a part; none of a doubler, which makes the sheet itself thicker. */
export function linesOf(stiffener: Stiffener): StiffLine[] {
  switch (stiffener.kind) {
    case 'doubler':
      return []
    case 'angle': {
      const { along, atMm, fromMm, toMm } = stiffener
      return [{ along, atMm, fromMm, toMm, iMm4: angleI(stiffener.legMm, stiffener.thicknessMm) }]
    }
    case 'rails':
      return uprights(stiffener).map(atMm => ({
        along: 'y',
        atMm,
        fromMm: stiffener.fromMm,
        toMm: stiffener.toMm,
        iMm4: angleI(stiffener.legMm, stiffener.thicknessMm)
      }))
    case 'tray': {
      const [left, right] = [stiffener.xMm - stiffener.widthMm / 2, stiffener.xMm + stiffener.widthMm / 2]
      const [low, high] = [stiffener.yMm - stiffener.heightMm / 2, stiffener.yMm + stiffener.heightMm / 2]
      const iMm4 = trayI(stiffener.depthMm, stiffener.thicknessMm)
      return [
        ...[left, right].map(atMm => ({ along: 'y', atMm, fromMm: low, toMm: high, iMm4 }) as const),
        ...[low, high].map(atMm => ({ along: 'x', atMm, fromMm: left, toMm: right, iMm4 }) as const)
      ]
    }
  }
}

/** The ground that a part takes on the back of the sheet, where nothing may be cut and no box may stand. */
export function feetOf(stiffener: Stiffener): Box[] {
  if (stiffener.kind === 'doubler' || stiffener.kind === 'tray') return []
  const [low, high] = [Math.min(stiffener.fromMm, stiffener.toMm), Math.max(stiffener.fromMm, stiffener.toMm)]
  const upright = (x: number): Box => ({ kind: 'box', x, y: (low + high) / 2, w: stiffener.legMm, h: high - low })
  if (stiffener.kind === 'rails') return uprights(stiffener).map(upright)
  return stiffener.along === 'y'
    ? [upright(stiffener.atMm)]
    : [{ kind: 'box', x: (low + high) / 2, y: stiffener.atMm, w: high - low, h: stiffener.legMm }]
}

/** Whether a pair of rails carries the back of a thing: it stands between them, and they reach past the middle of its box. */
export const carriesBack = (stiffener: Stiffener, spot: { xMm: number; yMm: number }, depthMm: number): boolean =>
  stiffener.kind === 'rails' &&
  Math.abs(spot.xMm - stiffener.xMm) <= stiffener.widthMm / 2 &&
  spot.yMm >= Math.min(stiffener.fromMm, stiffener.toMm) &&
  spot.yMm <= Math.max(stiffener.fromMm, stiffener.toMm) &&
  stiffener.backMm >= depthMm / 2

/** A foot on a hole’s edge by less than this is on it by rounding, in mm. */
const TOUCH_MM = 0.05

/** Angles and rails whose foot is cut through by an opening, or stands where a box is: one finding for each part. */
export function examineStiffeners(
  panel: Panel,
  placed: readonly Placed[],
  holes: readonly { zone: { name: string }; figure: Figure }[]
): Finding[] {
  return panel.stiffeners.flatMap((stiffener): Finding[] => {
    const met = feetOf(stiffener).flatMap(foot => [
      ...placed.flatMap(unit =>
        [
          { what: messages.openingOf(unit), figure: unit.cutout },
          ...unit.screws.map(figure => ({ what: messages.screwAt(unit), figure })),
          { what: messages.boxOf(unit), figure: unit.behind }
        ].flatMap(({ what, figure }) => {
          const by = figure ? -gap(foot, figure) : 0
          return by > TOUCH_MM ? [{ what, by, subjects: [unit.id] }] : []
        })
      ),
      ...holes.flatMap(({ zone, figure }) => {
        const by = -gap(foot, figure)
        return by > TOUCH_MM ? [{ what: say`${zone.name}`, by, subjects: [] as string[] }] : []
      })
    ])
    const [worst] = met.sort((a, b) => b.by - a.by)
    return worst
      ? [
          finding('panel.stiffener', [...new Set(met.flatMap(each => each.subjects))], {
            key: stiffener.id,
            weight: 'must fix',
            measured: -worst.by,
            limit: 0,
            unit: 'mm',
            basis: { kind: 'derived', source: 'the ground that its leg takes on the back of the sheet' },
            says: messages.stiffener({ name: stiffener.name, by: worst.by, what: worst.what, met }),
            remedies: [
              {
                says: messages.stiffenerRemedy(stiffener.name),
                edits: [{ type: 'stiffener.drop', stiffener: stiffener.id }]
              }
            ]
          })
        ]
      : []
  })
}
