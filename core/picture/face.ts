import { perObject } from '../cache'
import { handledAs, looksRound, shapeBox, type Item, type Shape } from '../catalogue'
import {
  audioFace,
  breakerMarks,
  comFace,
  fittingMarks,
  hatched,
  keyMarks,
  knobMarks,
  lampPanes,
  navComFace,
  roundRadioFace,
  steeringFace,
  switchMarks,
  transponderFace,
  trimPane
} from './controls'
import { compassPane, dialPanes, gaugePanes, slipPane } from './dials'
import {
  disc,
  fitted,
  inset,
  merged,
  n,
  polyline,
  rectangle,
  type Area,
  type FacePicture,
  type Mark,
  type PicturedItem
} from './mark'
import { roundScreenPanes, screenPanes } from './screens'

/** Kinds whose front is a box with a bezel of its own; the rest are fittings in the sheet. */
const PLAIN_METAL = new Set<Item['kind']>([
  'switch',
  'breaker',
  'jack',
  'usb power',
  'glove box',
  'vent',
  'tablet mount',
  'camera'
])

/** A bezel has no corner as sharp as its data sheet says: a small radius where none is entered. */
const LEAST_CORNER_MM = 2
/**
 * The outline of a shape about its centre, y down. The room of the panel has exact figures for it; they are not used here, since the
 * hangar draws pictures and is to fetch no more than it needs.
 */
function shapePath(shape: Shape, x = 0, y = 0): string {
  switch (shape.shape) {
    case 'round':
      return disc(x, y, shape.diameterMm / 2)
    case 'rectangle': {
      const { widthMm: w, heightMm: h } = shape
      return rectangle({ x: x - w / 2, y: y - h / 2, w, h }, Math.max(shape.cornerMm, LEAST_CORNER_MM))
    }
    case 'flats': {
      const [r, half] = [shape.diameterMm / 2, shape.acrossMm / 2]
      const end = Math.sqrt(r * r - half * half)
      const corners = shape.turned
        ? [
            [-half, end],
            [-half, -end],
            [half, -end],
            [half, end]
          ]
        : [
            [-end, -half],
            [end, -half],
            [end, half],
            [-end, half]
          ]
      const [a, b, c, d] = corners.map(([dx, dy]) => `${n(x + dx!)} ${n(y + dy!)}`)
      return `M${a}L${b}A${n(r)} ${n(r)} 0 0 1 ${c}L${d}A${n(r)} ${n(r)} 0 0 1 ${a}Z`
    }
    case 'polygon':
      return polyline(
        shape.points.map(([px, py]) => [x + px, y - py] as const),
        true
      )
    case 'compound':
      return shape.parts.map(part => shapePath(part.of, x + part.xMm, y - part.yMm)).join('')
  }
}
const areaOf = (shape: Shape): Area => {
  const box = shapeBox(shape)
  return { x: box.minX, y: -box.maxY, w: box.maxX - box.minX, h: box.maxY - box.minY }
}

/** A screen with keys under it and knobs at its corners: where the entry does not say where they are, as is common practice. */
function screenFace(item: PicturedItem, area: Area): FacePicture {
  const { screen, knobs, keys } = item.face!.front ?? {}
  const side = Math.min(9, Math.max(3, Math.min(area.w, area.h) * 0.05))
  const foot = Math.min(14, Math.max(8, area.h * 0.12))
  const glass = screen
    ? {
        x: screen.xMm - screen.widthMm / 2,
        y: -screen.yMm - screen.heightMm / 2,
        w: screen.widthMm,
        h: screen.heightMm
      }
    : item.kind === 'navigator'
      ? { x: area.x + side + foot, y: area.y + side, w: area.w - 2 * side - 2 * foot, h: area.h - 2 * side }
      : { x: area.x + side, y: area.y + side, w: area.w - 2 * side, h: area.h - side - foot - 2 }
  const [left, right] = [area.x + side * 0.6 + foot / 2, area.x + area.w - side * 0.6 - foot / 2]
  const bottom = area.y + area.h - foot / 2 - 1
  const standard: Mark[] =
    item.kind === 'navigator'
      ? [
          ...knobMarks(right, area.y + area.h - foot, foot * 0.42),
          ...knobMarks(left, area.y + area.h - foot, foot * 0.34),
          ...[0, 1, 2]
            .filter(i => area.y + side + (i + 1) * foot * 0.9 < area.y + area.h - foot * 1.6)
            .flatMap(i =>
              keyMarks({ x: left - foot * 0.38, y: area.y + side + i * foot * 0.9, w: foot * 0.76, h: foot * 0.6 })
            )
        ]
      : [
          ...knobMarks(left, bottom, foot * 0.36),
          ...knobMarks(right, bottom, foot * 0.36),
          ...Array.from(
            { length: Math.max(2, Math.round(area.w / 42)) },
            (_, i, all = Math.max(2, Math.round(area.w / 42))) =>
              keyMarks({
                x: left + foot * 0.8 + ((right - left - foot * 1.6) * (i + 0.25)) / all,
                y: bottom - foot * 0.22,
                w: (right - left - foot * 1.6) / all / 2,
                h: foot * 0.44
              })
          ).flat()
        ]
  const own: Mark[] = [
    ...(knobs ?? []).flatMap(knob => knobMarks(knob.xMm, -knob.yMm, knob.diameterMm / 2)),
    ...(keys ?? []).flatMap(key =>
      keyMarks({ x: key.xMm - key.widthMm / 2, y: -key.yMm - key.heightMm / 2, w: key.widthMm, h: key.heightMm })
    )
  ]
  return {
    marks: [{ ink: 'glass', d: rectangle(inset(glass, -1), 1) }, ...(item.face!.front ? own : standard)],
    panes: screenPanes(item, glass)
  }
}

/** What a rectangular face shows, by the kind of its unit. */
function rectangularFace(item: PicturedItem, area: Area): FacePicture {
  switch (item.kind) {
    case 'com':
      return comFace(area)
    case 'nav/com':
      return navComFace(area)
    case 'transponder':
      return transponderFace(area)
    case 'audio panel':
      return audioFace(item, area)
    case 'autopilot controller':
    case 'autopilot computer':
      return steeringFace(item, area)
    case 'switch':
      return { marks: switchMarks(area), panes: [] }
    case 'breaker':
      return { marks: breakerMarks(area), panes: [] }
    case 'annunciator':
      return { marks: [], panes: lampPanes(item, inset(area, 3)) }
    case 'slip indicator':
      return { marks: [], panes: [slipPane(area)] }
    case 'trim indicator':
      return { marks: [], panes: [trimPane(area)] }
    case 'mechanical instrument':
    case 'vacuum part':
      return { marks: [], panes: gaugePanes(item, inset(area, 3)) }
    case 'display':
    case 'navigator':
    case 'engine monitor':
    case 'round instrument':
      return screenFace(item, area)
    default:
      return { marks: fittingMarks(item, area), panes: [] }
  }
}

/** A push button in the sheet with its name: level, go-around, disconnect. */
const buttonMarks = (item: PicturedItem, r: number): Mark[] => {
  const legend = item.provides.includes('level mode') ? 'LVL' : item.provides.includes('go-around mode') ? 'GA' : 'OFF'
  return [
    { ink: 'metal', d: disc(0, 0, r) },
    { ink: legend === 'OFF' ? 'red' : 'key', d: disc(0, 0, r * 0.74) },
    { ink: 'legend', text: legend, x: 0, y: 0, size: fitted(legend, r * 1.2, r * 0.5) }
  ]
}
/** What a round face of radius `r` shows. */
function roundFace(item: PicturedItem, area: Area): FacePicture {
  const r = Math.min(area.w, area.h) / 2
  const bare = (marks: Mark[]): FacePicture => ({ marks, panes: [] })
  switch (item.kind) {
    case 'round instrument':
    case 'display':
    case 'engine monitor':
      return {
        marks: [{ ink: 'glass', d: disc(0, 0, r * 0.86) }, ...knobMarks(r * 0.68, r * 0.68, r * 0.13)],
        panes: roundScreenPanes(item, r * 0.84)
      }
    case 'com':
    case 'transponder':
    case 'audio panel':
      return roundRadioFace(item, r)
    case 'annunciator':
      return { marks: [], panes: lampPanes(item, inset(area, r * 0.5)) }
    case 'compass':
      return { marks: [], panes: [compassPane(r)] }
    case 'clock':
      return item.power
        ? {
            marks: [],
            panes: [
              {
                ...{ x: -r * 0.7, y: -r * 0.3, w: r * 1.4, h: r * 0.6 },
                powered: true,
                shows: ['clock'],
                marks: [
                  { ink: 'glass', d: rectangle({ x: -r * 0.7, y: -r * 0.3, w: r * 1.4, h: r * 0.6 }, 1) },
                  { ink: 'digits', text: '14:32', x: 0, y: 0, size: r * 0.38 }
                ]
              }
            ]
          }
        : { marks: [{ ink: 'dial', d: disc(0, 0, r * 0.88) }], panes: dialPanes(item, r * 0.84) }
    case 'switch':
      return bare(switchMarks(area))
    case 'breaker':
      return bare(breakerMarks(area))
    case 'dimmer':
      return bare(knobMarks(0, 0, r * 0.78))
    case 'panel button':
      return bare(buttonMarks(item, r))
    case 'mechanical instrument':
    case 'vacuum part':
    case 'probe':
      return { marks: [{ ink: 'dial', d: disc(0, 0, r * 0.88) }], panes: dialPanes(item, r * 0.86) }
    default:
      return bare(fittingMarks(item, area))
  }
}

/**
 * The face of an item as a plain picture of the house, drawn from its entry: kind, functions, shape, and where the entry says so
 * its screen, knobs and keys. In mm from the centre of the bezel, y down. Undefined for what has no face.
 */
export const facePicture = perObject((entry: PicturedItem): FacePicture | undefined => {
  if (!entry.face) return undefined
  const item = { ...entry, kind: handledAs(entry) ?? entry.kind }
  const { bezel } = entry.face
  const area = areaOf(bezel)
  const front =
    looksRound(bezel) || isCompact(item, area)
      ? roundFace(item, { ...area, ...roundArea(bezel, area) })
      : rectangularFace(item, area)
  const known = front.marks.length > 0 || front.panes.length > 0
  return {
    marks: merged([
      { ink: PLAIN_METAL.has(item.kind) ? 'metal' : 'bezel', d: shapePath(bezel) },
      ...(known ? front.marks : hatched(area))
    ]),
    // What the unit does not provide itself (the nav row of a radio that only sends guidance) it cannot lose.
    panes: front.panes.map(pane => ({
      ...pane,
      shows: pane.shows.filter(name => item.provides.includes(name)),
      marks: merged(pane.marks)
    }))
  }
})
const COMPACT = new Set<Item['kind']>([
  'com',
  'transponder',
  'audio panel',
  'clock',
  'mechanical instrument',
  'vacuum part'
])
/** A small square front of what is else a strip or a dial: its middle is drawn as a round one's is. */
const isCompact = (item: PicturedItem, { w, h }: Area): boolean => COMPACT.has(item.kind) && w < 1.4 * h

/** The square of the circle of a round bezel, without the relief for a knob beside it. */
const roundArea = (bezel: Shape, area: Area): Area => {
  const round = bezel.shape === 'compound' ? bezel.parts[0]!.of : bezel
  return round.shape === 'round'
    ? { x: -round.diameterMm / 2, y: -round.diameterMm / 2, w: round.diameterMm, h: round.diameterMm }
    : area
}
