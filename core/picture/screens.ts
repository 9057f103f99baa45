import type { FunctionName } from '../catalogue'
import {
  across,
  clockPoint,
  disc,
  fitted,
  inset,
  n,
  polyline,
  rectangle,
  segment,
  type Area,
  type FacePane,
  type Mark,
  type PicturedItem
} from './mark'

/** What screens show, in plain graphics of the house: a horizon over hatched ground, a course line, chips, bars. */

/** Bank of every horizon, in degrees: so that it is seen to be one. */
const BANK = 4
const HATCH_MM = 4.5

const chip = (area: Area, name: string, text: string): Mark[] => [
  { ink: 'chip', d: rectangle(area, 0.8) },
  {
    ink: 'legend',
    text: name,
    x: area.x + 1.2,
    y: area.y + area.h / 2,
    size: fitted(name, area.w * 0.34, area.h * 0.4),
    anchor: 'start'
  },
  {
    ink: 'digits',
    text,
    x: area.x + area.w - 1.2,
    y: area.y + area.h / 2,
    size: fitted(text, area.w * 0.58, area.h * 0.66),
    anchor: 'end'
  }
]
/** Two bars and a dot: the aircraft before the horizon. */
const aircraft = (x: number, y: number, span: number): Mark => ({
  ink: 'symbol',
  d: `${segment(x - span, y, x - span * 0.35, y)}${segment(x + span * 0.35, y, x + span, y)}${segment(x, y - 0.4, x, y + 0.4)}`
})

/** Horizon in a rectangle: the ground hatched along one slope, each line ended by the horizon and by the edges. */
function horizonIn(area: Area): Mark[] {
  const { x, y, w, h } = area
  const slope = Math.tan((BANK * Math.PI) / 180)
  const at = (px: number) => y + h * 0.54 - slope * (px - x - w / 2)
  const [right, bottom] = [x + w, y + h]
  const hatch: string[] = []
  for (let start = x; start < right + h; start += HATCH_MM) {
    // Down to the left at 45°, from the horizon or, past the right edge, from that edge.
    const [px, py] = start <= right ? [start, at(start)] : [right, at(right) + (start - right)]
    const run = Math.min(px - x, bottom - py)
    if (run > 0.5) hatch.push(segment(px, py, px - run, py + run))
  }
  return [
    { ink: 'sky', d: rectangle(area) },
    {
      ink: 'ground',
      d: polyline(
        [
          [x, at(x)],
          [right, at(right)],
          [right, bottom],
          [x, bottom]
        ],
        true
      )
    },
    { ink: 'hatch', d: hatch.join('') },
    { ink: 'horizon', d: segment(x, at(x), right, at(right)) },
    aircraft(x + w / 2, y + h / 2, Math.min(w * 0.15, h * 0.3))
  ]
}
/** Horizon in a disc. */
export function horizonDisc(x: number, y: number, r: number): Mark[] {
  const from = clockPoint(x, y, r, 90 - BANK)
  const to = clockPoint(x, y, r, 270 - BANK)
  const [ux, uy] = [(from[0] - x) / r, (from[1] - y) / r]
  const hatch: string[] = []
  for (let along = -r + 2; along < r; along += HATCH_MM * 0.8) {
    // Square to the horizon, as deep as the disc is there.
    const deep = Math.sqrt(r * r - along * along)
    hatch.push(segment(x + ux * along, y + uy * along, x + ux * along - uy * deep, y + uy * along + ux * deep))
  }
  return [
    { ink: 'sky', d: disc(x, y, r) },
    { ink: 'ground', d: `M${n(from[0])} ${n(from[1])}A${n(r)} ${n(r)} 0 0 1 ${n(to[0])} ${n(to[1])}Z` },
    { ink: 'hatch', d: hatch.join('') },
    { ink: 'horizon', d: segment(from[0], from[1], to[0], to[1]) },
    aircraft(x, y, r * 0.5)
  ]
}

const has = (item: PicturedItem, ...names: FunctionName[]) => names.some(name => item.provides.includes(name))
const pane = (area: Area, shows: readonly FunctionName[], marks: readonly Mark[]): FacePane => ({
  ...area,
  powered: true,
  shows,
  marks
})

/** A flight screen: horizon with what of airspeed, altitude and heading the unit shows in chips. */
export function flightPane(item: PicturedItem, area: Area): FacePane[] {
  const [cw, ch] = [Math.min(area.w * 0.25, 26), Math.min(area.h * 0.1, 9)]
  const middle = area.y + area.h * 0.5 - ch / 2
  const chips: [FunctionName, Area, string, string][] = [
    ['airspeed', { x: area.x + area.w * 0.04, y: middle, w: cw, h: ch }, 'kt', '104'],
    ['altitude', { x: area.x + area.w * 0.96 - cw, y: middle, w: cw, h: ch }, 'ft', '4520'],
    ['heading', { x: area.x + (area.w - cw) / 2, y: area.y + area.h * 0.97 - ch, w: cw, h: ch }, 'hdg', '304']
  ]
  return [
    pane(area, ['attitude'], horizonIn(area)),
    ...chips.flatMap(([name, at, unit, text]) => (has(item, name) ? [pane(at, [name], chip(at, unit, text))] : []))
  ]
}
/** A map: rings of distance, a course line, the aircraft. */
export function mapPane(area: Area, shows: readonly FunctionName[], waypoint = ''): FacePane {
  const { x, y, w, h } = area
  const [mx, my] = [x + w / 2, y + h * 0.62]
  const r = Math.min(w * 0.44, h * 0.36)
  return pane(area, shows, [
    { ink: 'map', d: rectangle(area) },
    { ink: 'ring', d: `${disc(mx, my, r)}${disc(mx, my, r * 0.6)}` },
    {
      ink: 'course',
      d: polyline([
        [x + w * 0.2, y + h * 0.95],
        [mx, my],
        [x + w * 0.62, y + h * 0.34],
        [x + w * 0.82, y + h * 0.1]
      ])
    },
    { ink: 'digits', text: '12 nm', x: x + w * 0.05, y: y + h * 0.07, size: Math.min(5, h * 0.07), anchor: 'start' },
    ...(waypoint
      ? [
          {
            ink: 'course' as const,
            d: segment(x + w * 0.04, y + h * 0.13, x + w * 0.96, y + h * 0.13)
          },
          {
            ink: 'digits' as const,
            text: waypoint,
            x: x + w * 0.95,
            y: y + h * 0.07,
            size: Math.min(5, h * 0.07),
            anchor: 'end' as const
          }
        ]
      : []),
    {
      ink: 'digits',
      d: polyline(
        [
          [mx, my - 3],
          [mx + 2, my + 2.5],
          [mx, my + 1.2],
          [mx - 2, my + 2.5]
        ],
        true
      )
    }
  ])
}
const ENGINE: readonly (readonly [FunctionName, string])[] = [
  ['tachometer', 'RPM'],
  ['manifold pressure', 'MAP'],
  ['oil pressure', 'OIL P'],
  ['oil temperature', 'OIL T'],
  ['cylinder temperature', 'CHT'],
  ['coolant temperature', 'COOL'],
  ['fuel quantity', 'FUEL'],
  ['fuel flow', 'FLOW'],
  ['volts and amps', 'V A']
]
/** Engine bars: one for each value of the engine that the unit shows. */
export function barsPane(item: PicturedItem, area: Area): FacePane {
  const shown = ENGINE.filter(([name]) => has(item, name))
  const bars = shown.length ? shown : ENGINE.slice(0, 4)
  const foot = Math.min(6, area.h * 0.16)
  const columns = across({ ...area, x: area.x + area.w * 0.05, w: area.w * 0.9 }, bars.length, area.w * 0.04)
  return pane(
    area,
    shown.map(([name]) => name),
    [
      { ink: 'map', d: rectangle(area) },
      ...columns.flatMap((column, i): Mark[] => {
        const tall = {
          x: column.x + column.w * 0.3,
          y: area.y + area.h * 0.08,
          w: column.w * 0.4,
          h: area.h * 0.88 - foot - area.h * 0.04
        }
        const part = tall.h * (0.45 + 0.37 * Math.abs(Math.sin(2.3 * (i + 1))))
        return [
          { ink: 'bar ground', d: rectangle(tall) },
          { ink: 'bar', d: rectangle({ ...tall, y: tall.y + tall.h - part, h: part }) },
          {
            ink: 'legend',
            text: bars[i]![1],
            x: column.x + column.w / 2,
            y: area.y + area.h - foot * 0.55,
            size: fitted(bars[i]![1], column.w * 1.02, foot * 0.62)
          }
        ]
      })
    ]
  )
}
/** Values in rows, for a small screen with neither horizon nor map. */
export function chipsPane(item: PicturedItem, area: Area): FacePane[] {
  const rows: (readonly [FunctionName, string, string])[] = [
    ['airspeed', 'kt', '104'],
    ['altitude', 'ft', '4520'],
    ['vertical speed', 'fpm', '+200'],
    ['heading', 'hdg', '304'],
    ['vor', 'nav', '112.30'],
    ['gps', 'gps', '3.2 nm']
  ]
  const shown = rows.filter(([name]) => has(item, name)).slice(0, 4)
  const each = area.h / Math.max(1, shown.length)
  return shown.map(([name, unit, text], i) => {
    const at = inset({ x: area.x, y: area.y + i * each, w: area.w, h: each }, 1)
    return pane(at, [name], chip(at, unit, text))
  })
}
/** A compass card that turns, with a lubber line above it. */
export function cardMarks(x: number, y: number, r: number, turn: number): Mark[] {
  const ticks = Array.from({ length: 36 }, (_, i) => {
    const a = i * 10 - turn
    const [x1, y1] = clockPoint(x, y, r, a)
    const [x2, y2] = clockPoint(x, y, r * (i % 3 === 0 ? 0.84 : 0.91), a)
    return segment(x1, y1, x2, y2)
  })
  const letters = ['N', '3', '6', 'E', '12', '15', 'S', '21', '24', 'W', '30', '33'].map((text, i): Mark => {
    const [lx, ly] = clockPoint(x, y, r * 0.7, i * 30 - turn)
    return { ink: 'numeral', text, x: n(lx), y: n(ly), size: n(r * (/\d/.test(text) ? 0.16 : 0.22)) }
  })
  return [
    { ink: 'scale', d: ticks.join('') },
    ...letters,
    {
      ink: 'pointer',
      d: polyline(
        [
          [x, y - r * 0.8],
          [x - r * 0.09, y - r * 1.0],
          [x + r * 0.09, y - r * 1.0]
        ],
        true
      )
    }
  ]
}
/** Course needles: one for left and right, one for up and down, over dots. */
export function needlesMarks(x: number, y: number, r: number): Mark[] {
  const dots = [-2, -1, 1, 2].map(
    i => `${disc(x + (i * r) / 3.4, y, r * 0.035)}${disc(x, y + (i * r) / 3.4, r * 0.035)}`
  )
  return [
    { ink: 'numeral', d: dots.join('') },
    { ink: 'pointer', d: rectangle({ x: x + r * 0.2, y: y - r * 0.7, w: r * 0.06, h: r * 1.4 }) },
    { ink: 'pointer', d: rectangle({ x: x - r * 0.7, y: y - r * 0.24, w: r * 1.4, h: r * 0.06 }) }
  ]
}

/** Everything that a screen of this unit shows, by its functions and the shape of the screen. */
export function screenPanes(item: PicturedItem, area: Area): FacePane[] {
  const flight = has(item, 'attitude', 'electronic primary display')
  const map = has(item, 'moving map', 'electronic multifunction display')
  const engine = item.kind === 'engine monitor' || (!flight && !map && has(item, 'tachometer', 'oil pressure'))
  if (engine) return [barsPane(item, area)]
  if (flight && map && area.w > 1.2 * area.h) {
    const [left, right] = across(area, 2, 1)
    return [...flightPane(item, left!), mapPane(right!, ['moving map'])]
  }
  if (flight && map && area.h > 1.2 * area.w) {
    const upper = { ...area, h: area.h * 0.58 }
    return [
      ...flightPane(item, upper),
      mapPane({ ...area, y: upper.y + upper.h + 1, h: area.h * 0.42 - 1 }, ['moving map'])
    ]
  }
  if (flight) return flightPane(item, area)
  if (map)
    return [
      mapPane(area, ['moving map', 'electronic multifunction display'], item.kind === 'navigator' ? 'NEXT 042°' : '')
    ]
  if (has(item, 'heading')) {
    const marks = cardMarks(area.x + area.w / 2, area.y + area.h / 2, Math.min(area.w, area.h) * 0.46, 304)
    return [pane(area, ['heading'], [{ ink: 'map', d: rectangle(area) }, ...marks])]
  }
  return chipsPane(item, area)
}
/** What a round screen shows. */
export function roundScreenPanes(item: PicturedItem, r: number): FacePane[] {
  const area = { x: -r, y: -r, w: 2 * r, h: 2 * r }
  const round = (shows: readonly FunctionName[], marks: readonly Mark[]): FacePane => ({
    ...pane(area, shows, marks),
    round: true
  })
  const [cw, ch] = [r * 0.62, r * 0.26]
  if (has(item, 'attitude')) {
    const sides: [FunctionName, Area, string, string][] = [
      ['airspeed', { x: -r * 0.94, y: r * 0.28, w: cw, h: ch }, 'kt', '104'],
      ['altitude', { x: r * 0.94 - cw, y: r * 0.28, w: cw, h: ch }, 'ft', '4520']
    ]
    return [
      round(['attitude'], horizonDisc(0, 0, r)),
      ...sides.flatMap(([name, at, unit, text]) => (has(item, name) ? [pane(at, [name], chip(at, unit, text))] : []))
    ]
  }
  if (has(item, 'heading')) return [round(['heading'], cardMarks(0, 0, r * 0.92, 304))]
  if (has(item, 'vor', 'localizer')) return [round(['vor', 'localizer'], needlesMarks(0, 0, r * 0.9))]
  const side = r * 1.36
  const square = { x: -side / 2, y: -side / 2, w: side, h: side }
  return item.kind === 'engine monitor' ? [barsPane(item, square)] : chipsPane(item, square)
}
