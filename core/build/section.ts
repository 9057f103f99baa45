import {
  chords,
  groundOf,
  inOrder,
  levelRuns,
  setDown,
  turned,
  type Figure,
  type Interval,
  type PointMm
} from '../panel'
import { depthBehindMm } from '../catalogue'
import type { Design } from '../design'

/** What a section meets: from where to where along its line, and between which depths behind the face, in mm. */
export interface SectionPiece {
  name: string
  kind: 'box' | 'connectors' | 'ground' | 'tray'
  fromMm: number
  toMm: number
  nearMm: number
  farMm: number
}
/** The face cut through along a level or an upright line, seen from above or from the side. */
export interface Section {
  along: 'x' | 'y'
  atMm: number
  /** Metal of the sheet along the line, its openings left out. */
  sheet: Interval[]
  thicknessMm: number
  pieces: SectionPiece[]
  /** How deep the aeroplane is behind its face. */
  roomMm: number
  /** The ends of the sheet along the line. */
  fromMm: number
  toMm: number
}

/** Runs that touch or overlap, made one. */
function joined(runs: readonly Interval[]): Interval[] {
  const found: [number, number][] = []
  for (const [a, b] of inOrder(runs)) {
    const last = found.at(-1)
    if (last && a <= last[1]) last[1] = Math.max(last[1], b)
    else found.push([a, b])
  }
  return found
}
/** What is left of runs when others are taken out. */
function less(runs: readonly Interval[], gone: readonly Interval[]): Interval[] {
  return runs.flatMap(([from, to]): Interval[] => {
    const left: Interval[] = []
    let at = from
    for (const [a, b] of joined(gone)) {
      if (b <= at || a >= to) continue
      if (a > at) left.push([at, a])
      at = Math.max(at, b)
    }
    return at < to ? [...left, [at, to]] : left
  })
}

/**
 * Cuts the design through behind its face: what stands there along a line, to what depth, against the room there is.
 * @param along `x` for a level line at a height, seen from above; `y` for an upright line so far across, seen from the side
 */
export function sectionOf(design: Design, along: 'x' | 'y', atMm: number): Section {
  const { panel } = design.airframe
  const ground = groundOf(panel)
  const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
  const runsOf = (figure: Figure) => joined(chords(along === 'x' ? figure : turned(figure), atMm))
  const ring = panel.outline.map(([x, y]): PointMm => (along === 'x' ? [x, y] : [y, x]))
  const ends = ring.map(([a]) => a)
  const cut = [
    ...placed.flatMap(unit => [unit.cutout, ...unit.screws].flatMap(figure => figure ?? [])),
    ...ground.holes.map(hole => hole.figure)
  ]
  const pieces = placed.flatMap(unit => {
    const whole = depthBehindMm(unit.item)
    const box = unit.item.body?.depthMm ?? 0
    return (unit.behind ? runsOf(unit.behind) : []).flatMap(([fromMm, toMm]): SectionPiece[] => [
      { name: unit.label, kind: 'box', fromMm, toMm, nearMm: 0, farMm: box },
      ...(whole > box
        ? [{ name: unit.label, kind: 'connectors' as const, fromMm, toMm, nearMm: box, farMm: whole }]
        : [])
    ])
  })
  const taken = ground.behindZones.flatMap(({ zone, figure }) =>
    runsOf(figure).map(([fromMm, toMm]): SectionPiece => ({
      name: zone.name,
      kind: 'ground',
      fromMm,
      toMm,
      nearMm: zone.fromDepthMm,
      farMm: zone.toDepthMm ?? panel.depthBehindMm
    }))
  )
  const trays = panel.stiffeners.flatMap((stiffener): SectionPiece[] =>
    stiffener.kind === 'tray'
      ? runsOf({ kind: 'box', x: stiffener.xMm, y: stiffener.yMm, w: stiffener.widthMm, h: stiffener.heightMm }).map(
          ([fromMm, toMm]) => ({
            name: stiffener.name,
            kind: 'tray',
            fromMm,
            toMm,
            nearMm: 0,
            farMm: stiffener.depthMm
          })
        )
      : []
  )
  return {
    along,
    atMm,
    sheet: less(levelRuns(ring, atMm), cut.flatMap(runsOf)),
    thicknessMm: panel.thicknessMm,
    pieces: [...taken, ...trays, ...pieces],
    roomMm: panel.depthBehindMm,
    fromMm: Math.min(...ends),
    toMm: Math.max(...ends)
  }
}
