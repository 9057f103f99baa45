import type { FunctionName } from '../catalogue'
import { cardMarks, horizonDisc } from './screens'
import {
  across,
  clockPoint,
  disc,
  fitted,
  n,
  polyline,
  rectangle,
  segment,
  type Area,
  type FacePane,
  type Mark,
  type PicturedItem
} from './mark'

/** Pointer instruments: a dial with its scale, numerals, name and pointer. */

interface Scale {
  name: string
  /** Angles clockwise from twelve o'clock at which the scale begins and ends. */
  from: number
  to: number
  /** Numerals, evenly spread over the scale. */
  numerals: readonly string[]
  /** Small ticks from numeral to numeral. */
  between: number
  /** Where the pointer is, as a share of the scale. */
  at: number
  /** A second, shorter pointer. */
  second?: number
}
const span = (first: number, step: number, count: number) =>
  Array.from({ length: count }, (_, i) => String(first + i * step))
const SCALES: Partial<Record<FunctionName, Scale>> = {
  'airspeed': { name: 'AIRSPEED', from: 20, to: 330, numerals: span(40, 20, 9), between: 3, at: 0.42 },
  'altitude': { name: 'ALTITUDE', from: 0, to: 360, numerals: span(0, 1, 10), between: 4, at: 0.52, second: 0.45 },
  'vertical speed': {
    name: 'VERT SPEED',
    from: 120,
    to: 420,
    numerals: ['15', '10', '5', '0', '5', '10', '15'],
    between: 4,
    at: 0.56
  },
  'tachometer': { name: 'RPM × 100', from: 225, to: 495, numerals: span(5, 5, 7), between: 4, at: 0.62 },
  'manifold pressure': { name: 'MANIFOLD', from: 210, to: 510, numerals: span(10, 5, 6), between: 4, at: 0.55 },
  'gyro power warning': { name: 'SUCTION', from: 240, to: 480, numerals: span(3, 1, 5), between: 4, at: 0.5 },
  'coolant temperature': { name: 'COOLANT', from: 240, to: 480, numerals: ['40', '80', '120'], between: 3, at: 0.55 },
  'outside air temperature': { name: 'OAT', from: 225, to: 495, numerals: ['-40', '0', '40'], between: 3, at: 0.66 },
  'fuel quantity': { name: 'FUEL', from: 300, to: 420, numerals: ['E', '½', 'F'], between: 1, at: 0.7 },
  'oil pressure': { name: 'OIL P', from: 300, to: 420, numerals: ['0', '50', '100'], between: 1, at: 0.6 },
  'oil temperature': { name: 'OIL T', from: 300, to: 420, numerals: ['75', '150', '245'], between: 1, at: 0.55 },
  'volts and amps': { name: 'AMPS', from: 300, to: 420, numerals: ['-', '0', '+'], between: 1, at: 0.6 },
  'cylinder temperature': { name: 'CHT', from: 300, to: 420, numerals: ['1', '3', '5'], between: 1, at: 0.6 },
  'fuel flow': { name: 'FLOW', from: 300, to: 420, numerals: ['0', '10', '20'], between: 1, at: 0.4 }
}
const PLAIN: Scale = { name: '', from: 225, to: 495, numerals: ['0', '', '', '', ''], between: 1, at: 0.4 }

/** A pointer from just behind the middle to the scale. */
const needle = (x: number, y: number, r: number, degrees: number): Mark => {
  const tip = clockPoint(x, y, r, degrees)
  const tail = clockPoint(x, y, r * 0.24, degrees + 180)
  const [left, right] = [clockPoint(x, y, r * 0.055, degrees - 90), clockPoint(x, y, r * 0.055, degrees + 90)]
  return { ink: 'pointer', d: polyline([tip, right, tail, left], true) }
}
function dialMarks(scale: Scale, x: number, y: number, r: number): Mark[] {
  const { from, to, numerals, between } = scale
  const whole = to - from >= 360
  const parts = (whole ? numerals.length : numerals.length - 1) * (between + 1)
  const ticks = Array.from({ length: parts + (whole ? 0 : 1) }, (_, i) => {
    const a = from + ((to - from) * i) / parts
    const [x1, y1] = clockPoint(x, y, r * 0.95, a)
    const [x2, y2] = clockPoint(x, y, r * (i % (between + 1) === 0 ? 0.8 : 0.88), a)
    return segment(x1, y1, x2, y2)
  })
  const letters = numerals.map((text, i): Mark => {
    const [lx, ly] = clockPoint(x, y, r * 0.64, from + ((to - from) * i * (between + 1)) / parts)
    return { ink: 'numeral', text, x: n(lx), y: n(ly), size: n(Math.min(r * 0.2, 5.6)) }
  })
  const angle = (share: number) => from + (to - from) * share
  return [
    { ink: 'scale', d: ticks.join('') },
    ...letters,
    {
      ink: 'numeral',
      text: scale.name,
      x,
      y: n(y + r * (from >= 210 ? 0.36 : -0.3)),
      size: fitted(scale.name, r * 0.66, r * 0.13)
    },
    ...(scale.second === undefined ? [] : [needle(x, y, r * 0.46, angle(scale.second))]),
    needle(x, y, r * 0.82, angle(scale.at)),
    { ink: 'knob', d: disc(x, y, r * 0.1) }
  ]
}
/** The glass tube of a slip indicator, with its ball and the two lines between which it belongs. */
const tube = (x: number, y: number, w: number, h: number): Mark[] => [
  { ink: 'numeral', d: rectangle({ x: x - w / 2, y: y - h / 2, w, h }, h / 2) },
  { ink: 'dial', d: disc(x, y, h * 0.4) },
  {
    ink: 'edge',
    d:
      segment(x - h * 0.62, y - h / 2, x - h * 0.62, y + h / 2) +
      segment(x + h * 0.62, y - h / 2, x + h * 0.62, y + h / 2)
  }
]
/** Turn coordinator: an aircraft from behind between the marks of a standard-rate turn, a ball under it. */
function turnMarks(r: number): Mark[] {
  const marks = [-1, 1].flatMap(side => {
    const level = clockPoint(0, 0, r * 0.92, side * 90)
    const rate = clockPoint(0, 0, r * 0.92, side * 108)
    return [level, rate].map(([px, py]) => segment(px, py, px * 0.86, py * 0.86))
  })
  return [
    { ink: 'scale', d: marks.join('') },
    { ink: 'numeral', text: 'L', x: n(-r * 0.72), y: n(r * 0.42), size: n(r * 0.17) },
    { ink: 'numeral', text: 'R', x: n(r * 0.72), y: n(r * 0.42), size: n(r * 0.17) },
    { ink: 'numeral', text: 'TURN', x: 0, y: n(-r * 0.45), size: n(r * 0.13) },
    {
      ink: 'pointer',
      d:
        polyline(
          [
            [-r * 0.74, 0],
            [0, -r * 0.05],
            [r * 0.74, 0],
            [0, r * 0.06]
          ],
          true
        ) + disc(0, 0, r * 0.11)
    },
    { ink: 'pointer', d: rectangle({ x: -r * 0.02, y: -r * 0.22, w: r * 0.04, h: r * 0.2 }) },
    ...tube(0, r * 0.52, r * 0.8, r * 0.2)
  ]
}
const hands = (r: number): Mark[] => [
  {
    ink: 'scale',
    d: Array.from({ length: 12 }, (_, i) => {
      const [x1, y1] = clockPoint(0, 0, r * 0.95, i * 30)
      const [x2, y2] = clockPoint(0, 0, r * (i % 3 === 0 ? 0.76 : 0.86), i * 30)
      return segment(x1, y1, x2, y2)
    }).join('')
  },
  ...['12', '3', '6', '9'].map((text, i): Mark => {
    const [x, y] = clockPoint(0, 0, r * 0.58, i * 90)
    return { ink: 'numeral', text, x: n(x), y: n(y), size: n(r * 0.22) }
  }),
  needle(0, 0, r * 0.5, 305),
  needle(0, 0, r * 0.8, 54),
  { ink: 'knob', d: disc(0, 0, r * 0.07) }
]

const SHOWN_ON_DIALS = Object.keys(SCALES) as FunctionName[]
const pane = (r: number, shows: readonly FunctionName[], marks: readonly Mark[], powered = false): FacePane => ({
  x: -r,
  y: -r,
  w: 2 * r,
  h: 2 * r,
  round: true,
  powered,
  shows,
  marks
})

/** A counter behind a window: hours run. */
const counter = (r: number): Mark[] => {
  const box = { x: -r * 0.66, y: -r * 0.2, w: r * 1.32, h: r * 0.4 }
  return [
    { ink: 'glass', d: rectangle(box, 0.6) },
    { ink: 'digits', text: '1284.6', x: 0, y: 0, size: n(r * 0.3) },
    { ink: 'numeral', text: 'HOURS', x: 0, y: n(r * 0.46), size: n(r * 0.16) }
  ]
}

/** What a round instrument with a pointer, a card or a counter shows. */
export function dialPanes(item: PicturedItem, r: number): FacePane[] {
  const shows = (name: FunctionName) => item.provides.includes(name)
  if (item.kind === 'clock') return [pane(r, ['clock'], hands(r))]
  if (shows('attitude')) return [pane(r, ['attitude'], horizonDisc(0, 0, r * 0.86))]
  if (shows('rate of turn')) return [pane(r, ['rate of turn'], turnMarks(r))]
  if (shows('heading')) return [pane(r, ['heading'], cardMarks(0, 0, r * 0.92, 304))]
  if (shows('hour meter')) return [pane(r, ['hour meter'], counter(r))]
  const name = SHOWN_ON_DIALS.find(shows)
  return [pane(r, name ? [name] : [], dialMarks((name && SCALES[name]) ?? PLAIN, 0, 0, r))]
}
/** Gauges side by side, one for each value that the unit shows; halves of dials, with their names. */
export function gaugePanes(item: PicturedItem, area: Area): FacePane[] {
  const names = SHOWN_ON_DIALS.filter(name => item.provides.includes(name)).slice(0, 6)
  return across(area, Math.max(1, names.length), area.w * 0.02).map((cell, i): FacePane => {
    const r = Math.min(cell.w * 0.5, cell.h * 0.46)
    const scale = (names[i] && SCALES[names[i]]) ?? PLAIN
    return {
      ...cell,
      powered: false,
      shows: names[i] ? [names[i]] : [],
      marks: [
        { ink: 'dial', d: rectangle(cell, 1) },
        ...dialMarks({ ...scale, from: 300, to: 420 }, cell.x + cell.w / 2, cell.y + cell.h * 0.62, r)
      ]
    }
  })
}
export const slipPane = (area: Area): FacePane => ({
  ...area,
  powered: false,
  shows: ['slip'],
  marks: tube(area.x + area.w / 2, area.y + area.h / 2, area.w * 0.86, area.h * 0.6)
})
/** A magnetic compass: the card behind its window. */
export function compassPane(r: number): FacePane {
  const window = { x: -r * 0.78, y: -r * 0.3, w: r * 1.56, h: r * 0.6 }
  const ticks = Array.from({ length: 13 }, (_, i) => {
    const x = window.x + (window.w * (i + 0.5)) / 13
    return segment(x, window.y + window.h, x, window.y + window.h * (i % 3 === 0 ? 0.62 : 0.8))
  })
  return {
    ...window,
    powered: false,
    shows: ['magnetic direction'],
    marks: [
      { ink: 'glass', d: rectangle(window, 1.5) },
      { ink: 'scale', d: ticks.join('') },
      ...['33', 'N', '3'].map((text, i): Mark => ({
        ink: 'numeral',
        text,
        x: n((i - 1) * r * 0.46),
        y: n(-r * 0.08),
        size: n(r * 0.24)
      })),
      { ink: 'pointer', d: rectangle({ x: -r * 0.02, y: window.y, w: r * 0.04, h: window.h }) }
    ]
  }
}
