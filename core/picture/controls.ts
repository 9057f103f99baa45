import { looksRound, type FunctionName } from '../catalogue'
import {
  across,
  clockPoint,
  disc,
  fitted,
  inset,
  layered,
  middleOf,
  n,
  polyline,
  rectangle,
  segment,
  type Area,
  type FacePane,
  type Ink,
  type Mark,
  type PicturedItem
} from './mark'

/** Radios, rows of keys, switches, lamps and plain fittings. */

export const knobMarks = (x: number, y: number, r: number): Mark[] => [
  { ink: 'knob', d: disc(x, y, r) },
  { ink: 'knob', d: disc(x, y, r * 0.58) },
  { ink: 'scale', d: segment(x, y - r * 0.58, x, y - r * 0.1) }
]
export const keyMarks = (area: Area, legend = '', size = fitted(legend, area.w * 0.9, area.h * 0.42)): Mark[] => {
  const [x, y] = middleOf(area)
  return [
    { ink: 'key', d: rectangle(area, 0.9) },
    ...(legend ? [{ ink: 'legend' as const, text: legend, x: n(x), y: n(y), size }] : [])
  ]
}
const lit = (area: Area, shows: readonly FunctionName[], marks: readonly Mark[]): FacePane => ({
  ...area,
  powered: true,
  shows,
  marks
})
const window = (area: Area, shows: readonly FunctionName[], marks: readonly Mark[]) =>
  lit(area, shows, [{ ink: 'glass', d: rectangle(area, 0.8) }, ...marks])
const digits = (text: string, x: number, y: number, size: number): Mark => ({
  ink: 'digits',
  text,
  x: n(x),
  y: n(y),
  size: n(size)
})

interface Controls {
  marks: Mark[]
  panes: FacePane[]
}

/** A com radio: a frequency in use and one in reserve, a knob at each end. */
export function comFace({ x, y, w, h }: Area): Controls {
  const r = Math.min(h * 0.32, 9)
  const middle = y + h / 2
  const glass = { x: x + 2 * r + 5, y: y + h * 0.16, w: w - 4 * r - 10, h: h * 0.68 }
  const size = Math.min(glass.h * 0.5, glass.w * 0.1)
  return {
    marks: [...knobMarks(x + r + 2, middle, r), ...knobMarks(x + w - r - 2, middle, r)],
    panes: [
      window(
        glass,
        ['com'],
        [
          digits('118.250', glass.x + glass.w * 0.27, middle, size),
          { ink: 'legend', text: '121.900', x: n(glass.x + glass.w * 0.74), y: n(middle), size: n(size * 0.82) },
          {
            ink: 'ring',
            d: segment(glass.x + glass.w / 2, glass.y + 1.5, glass.x + glass.w / 2, glass.y + glass.h - 1.5)
          }
        ]
      )
    ]
  }
}
/** A nav/com: com over nav, one knob for each. */
export function navComFace({ x, y, w, h }: Area): Controls {
  const r = Math.min(h * 0.17, 9)
  const glass = { x: x + 4, y: y + h * 0.12, w: w - 4 * r - 12, h: h * 0.76 }
  const rows = [glass.y + glass.h * 0.28, glass.y + glass.h * 0.73]
  const size = Math.min(glass.h * 0.24, 7)
  const half = { ...glass, h: glass.h / 2 }
  const row = (area: Area, name: FunctionName, at: number, text: string[]) =>
    window(
      area,
      [name],
      [
        { ink: 'legend', text: text[0]!, x: n(area.x + 2), y: n(at), size: n(size * 0.6), anchor: 'start' },
        digits(text[1]!, area.x + area.w * 0.38, at, size),
        { ink: 'legend', text: text[2]!, x: n(area.x + area.w * 0.78), y: n(at), size: n(size * 0.82) }
      ]
    )
  return {
    marks: [
      ...knobMarks(x + w - r - 3, y + h * 0.3, r),
      ...knobMarks(x + w - r - 3, y + h * 0.72, r),
      ...keyMarks({ x: x + w - 4 * r - 4, y: y + h * 0.22, w: 1.6 * r, h: h * 0.18 }),
      ...keyMarks({ x: x + w - 4 * r - 4, y: y + h * 0.62, w: 1.6 * r, h: h * 0.18 })
    ],
    panes: [
      row(half, 'com', rows[0]!, ['COM', '118.250', '121.900']),
      row({ ...half, y: half.y + half.h }, 'vor', rows[1]!, ['NAV', '112.30', '109.90'])
    ]
  }
}
/** A transponder: its code, eight keys in two rows. */
export function transponderFace({ x, y, w, h }: Area): Controls {
  const r = Math.min(h * 0.28, 9)
  const glass = { x: x + 2 * r + 5, y: y + h * 0.16, w: w * 0.4, h: h * 0.68 }
  const right = { x: glass.x + glass.w + 3, y: glass.y, w: x + w - glass.x - glass.w - 5, h: glass.h }
  const gap = h * 0.06
  const rows = [0, 1].flatMap(row =>
    across({ ...right, y: right.y + (row * (right.h + gap)) / 2, h: (right.h - gap) / 2 }, 4, 1.5).map((area, i) =>
      keyMarks(area, String(row * 4 + i))
    )
  )
  return {
    marks: [...knobMarks(x + r + 2, y + h / 2, r), ...layered(rows)],
    panes: [
      window(
        glass,
        ['transponder'],
        [
          digits('1200', glass.x + glass.w * 0.4, glass.y + glass.h * 0.52, Math.min(glass.h * 0.6, glass.w * 0.2)),
          {
            ink: 'legend',
            text: 'ALT',
            x: n(glass.x + glass.w * 0.84),
            y: n(glass.y + glass.h * 0.52),
            size: n(glass.h * 0.26)
          }
        ]
      )
    ]
  }
}
/** A row of keys with legends, a lamp over some of them, a knob at the end. */
function keyRow({ x, y, w, h }: Area, legends: readonly string[], shows: readonly FunctionName[]): Controls {
  const r = Math.min(h * 0.3, 9)
  const cells = across({ x: x + 3, y: y + h * 0.2, w: w - 2 * r - 9, h: h * 0.6 }, legends.length, 1.6)
  const size = Math.min(...cells.map((cell, i) => fitted(legends[i]!, cell.w * 0.9, cell.h * 0.42)))
  return {
    marks: [
      ...layered(cells.map((cell, i) => keyMarks(cell, legends[i], size))),
      ...knobMarks(x + w - r - 3, y + h / 2, r)
    ],
    panes: cells
      .filter((_, i) => i % 3 === 0)
      .map(cell => {
        const lamp = { x: cell.x + cell.w * 0.3, y: cell.y - h * 0.09, w: cell.w * 0.4, h: h * 0.05 }
        return lit(lamp, shows, [{ ink: 'green lamp', d: rectangle(lamp, 0.3) }])
      })
  }
}
export const audioFace = (item: PicturedItem, area: Area): Controls =>
  keyRow(
    area,
    [
      'COM 1',
      'COM 2',
      'NAV',
      ...(item.provides.includes('marker') ? ['MKR'] : []),
      'SPKR',
      'PILOT',
      'CREW',
      ...(item.provides.includes('four-place intercom') ? ['PASS'] : [])
    ],
    ['audio selection']
  )
/** Steering keys of an autopilot: those for what it has. */
export const steeringFace = (item: PicturedItem, area: Area): Controls =>
  keyRow(
    area,
    item.kind === 'autopilot controller'
      ? [
          'AP',
          'HDG',
          'NAV',
          'APR',
          'ALT',
          'VS',
          ...(item.provides.includes('level mode') ? ['LVL'] : []),
          ...(item.provides.includes('go-around mode') ? ['GA'] : [])
        ]
      : ['ON', 'HDG', 'TRK'],
    ['autopilot control', 'autopilot']
  )
/** A small round radio: a screen of two lines in its middle, a knob. */
export function roundRadioFace(item: PicturedItem, r: number): Controls {
  const glass = { x: -r * 0.72, y: -r * 0.5, w: r * 1.44, h: r * 0.72 }
  const [name, first, second]: [FunctionName, string, string] =
    item.kind === 'transponder'
      ? ['transponder', '1200', 'ALT']
      : item.kind === 'audio panel'
        ? ['audio selection', 'VOL 7', 'SQL 4']
        : ['com', '118.250', '121.900']
  return {
    marks: [
      ...knobMarks(r * 0.42, r * 0.52, r * 0.22),
      ...keyMarks({ x: -r * 0.62, y: r * 0.4, w: r * 0.5, h: r * 0.22 })
    ],
    panes: [
      window(
        glass,
        [name],
        [
          digits(first, 0, glass.y + glass.h * 0.32, r * 0.24),
          { ink: 'legend', text: second, x: 0, y: n(glass.y + glass.h * 0.76), size: n(r * 0.18) }
        ]
      )
    ]
  }
}

/** A toggle switch: nut, collar, lever. */
const toggle = (x: number, y: number, r: number, up: boolean): Mark[] => {
  const s = up ? -1 : 1
  return [
    {
      ink: 'metal',
      d: polyline(
        Array.from({ length: 6 }, (_, i) => clockPoint(x, y, r, i * 60)),
        true
      )
    },
    { ink: 'black metal', d: disc(x, y, r * 0.5) },
    {
      ink: 'metal',
      d: polyline(
        [
          [x - r * 0.16, y],
          [x - r * 0.3, y + s * r * 1.25],
          [x + r * 0.3, y + s * r * 1.25],
          [x + r * 0.16, y]
        ],
        true
      )
    }
  ]
}
/** A push-to-reset breaker: collar, button, its rating where the picture knows one. */
const breaker = (x: number, y: number, r: number): Mark[] => [
  { ink: 'metal', d: disc(x, y, r) },
  { ink: 'black metal', d: disc(x, y, r * 0.66) },
  { ink: 'edge', d: disc(x, y, r * 0.38) }
]
/** Centre to centre of toggle switches and of breakers in a row, mm (common practice: 1 in and 3/4 in). */
const PITCH_MM = { switch: 25, breaker: 19 } as const
const inRow = (area: Area, pitch: number, draw: (x: number, y: number, index: number) => Mark[]): Mark[] => {
  const count = Math.max(1, Math.round(area.w / pitch))
  return layered(across(area, count, 0).map((cell, i) => draw(...middleOf(cell), i)))
}
export const switchMarks = (area: Area): Mark[] => {
  const r = Math.min(6, area.h * 0.34)
  return inRow(area, PITCH_MM.switch, (x, y, i) => toggle(x, y, r, i % 4 !== 2))
}
export const breakerMarks = (area: Area): Mark[] => {
  const r = Math.min(6.5, area.h * 0.42)
  return inRow(area, PITCH_MM.breaker, (x, y) => breaker(x, y, r))
}

/** Lamps in rows: three greens for a gear, a ladder for an angle, amber fields for the rest. */
export function lampPanes(item: PicturedItem, area: Area): FacePane[] {
  const shows = item.provides.slice(0, 1)
  if (looksRound(item.face!.bezel)) {
    const r = Math.min(area.w, area.h) / 2
    return [{ ...lit(area, shows, [{ ink: 'lamp', d: disc(0, 0, r) }]), round: true }]
  }
  const field = (cell: Area, ink: Ink): Mark => ({ ink, d: rectangle(cell, 0.7) })
  if (item.provides.includes('gear position')) {
    const r = Math.min(area.w, area.h) * 0.15
    const spots = [
      [0, -0.22],
      [-0.26, 0.2],
      [0.26, 0.2]
    ].map(([dx, dy]) => disc(dx! * area.w, dy! * area.h, r))
    return [
      lit(
        area,
        shows,
        spots.map((d): Mark => ({ ink: 'green lamp', d }))
      )
    ]
  }
  const tall = area.h > area.w
  const count = tall ? Math.max(3, Math.round(area.h / 11)) : Math.max(2, Math.round(area.w / 16))
  const cells = tall
    ? across({ x: area.y, y: area.x, w: area.h, h: area.w }, count, 1.4).map(({ x, y, w, h }) => ({
        x: y,
        y: x,
        w: h,
        h: w
      }))
    : across(area, count, 1.4)
  const angle = item.provides.includes('angle of attack')
  return [
    lit(
      area,
      shows,
      cells.map((cell, i) =>
        field(
          angle ? inset(cell, Math.abs(i - (count - 1) / 2) < 1 ? cell.w * 0.18 : 0) : cell,
          angle ? (i < count / 3 ? 'red' : i < (2 * count) / 3 ? 'lamp' : 'green lamp') : 'lamp'
        )
      )
    )
  ]
}
/** A trim indicator: a slot with a mark for take-off and a pointer. */
export const trimPane = ({ x, y, w, h }: Area): FacePane =>
  lit(
    { x, y, w, h },
    ['trim indication'],
    [
      { ink: 'glass', d: rectangle({ x: x + w * 0.3, y: y + h * 0.06, w: w * 0.22, h: h * 0.88 }, 1) },
      ...Array.from({ length: 7 }, (_, i): Mark => ({
        ink: 'scale',
        d: segment(x + w * 0.58, y + h * (0.1 + i * 0.133), x + w * (i === 3 ? 0.84 : 0.72), y + h * (0.1 + i * 0.133))
      })),
      { ink: 'green lamp', d: rectangle({ x: x + w * 0.3, y: y + h * 0.54, w: w * 0.22, h: h * 0.07 }, 0.4) }
    ]
  )

/** Plain fittings: what each looks like from the seat. */
export function fittingMarks(item: PicturedItem, area: Area): Mark[] {
  const [x, y] = middleOf(area)
  const r = Math.min(area.w, area.h) / 2
  switch (item.kind) {
    case 'vent': {
      const slats = [-0.55, -0.28, 0, 0.28, 0.55].map(k => {
        const half = Math.sqrt(0.8 * 0.8 - k * k) * r
        return segment(x - half, y + k * r, x + half, y + k * r)
      })
      return [
        { ink: 'black metal', d: disc(x, y, r * 0.95) },
        { ink: 'dial', d: disc(x, y, r * 0.8) },
        { ink: 'edge', d: slats.join('') },
        { ink: 'metal', d: disc(x, y, r * 0.14) }
      ]
    }
    case 'glove box':
      return [
        { ink: 'door', d: rectangle(inset(area, 2), 3) },
        { ink: 'black metal', d: rectangle({ x: x - 11, y: area.y + area.h * 0.08, w: 22, h: 7 }, 1.5) },
        { ink: 'edge', d: segment(area.x + 8, area.y + area.h - 7, area.x + area.w - 8, area.y + area.h - 7) }
      ]
    case 'jack': {
      const count = item.provides.includes('four-place jacks') ? 4 : 2
      return across(inset(area, 2), count, 1).flatMap((cell): Mark[] => {
        const [cx, cy] = middleOf(cell)
        const ring = Math.min(cell.w * 0.36, cell.h * 0.18)
        return [-1, 1].flatMap((side): Mark[] => [
          { ink: 'metal', d: disc(cx, cy + side * cell.h * 0.22, side < 0 ? ring : ring * 0.8) },
          { ink: 'dial', d: disc(cx, cy + side * cell.h * 0.22, ring * 0.45) }
        ])
      })
    }
    case 'usb power': {
      const slots = across(
        { x: area.x + area.w * 0.14, y: y - area.h * 0.16, w: area.w * 0.72, h: area.h * 0.32 },
        item.power ? 2 : 1,
        area.w * 0.1
      )
      return slots.flatMap((slot): Mark[] => [
        { ink: 'metal', d: rectangle(slot, 1) },
        { ink: 'dial', d: rectangle(inset(slot, slot.h * 0.24), 0.6) }
      ])
    }
    case 'camera':
      return [
        { ink: 'dial', d: disc(x, y, r * 0.72) },
        { ink: 'course', d: disc(x, y, r * 0.4) }
      ]
    case 'tablet mount':
      return [
        { ink: 'black metal', d: disc(x, y, r * 0.92) },
        { ink: 'glass', d: rectangle({ x: x - r * 0.34, y: y - r * 0.5, w: r * 0.68, h: r }, 1.5) },
        {
          ink: 'edge',
          d: `${disc(x, y, r * 0.5)}${segment(x - r * 0.7, y, x + r * 0.7, y)}${segment(x, y - r * 0.7, x, y + r * 0.7)}`
        }
      ]
    case 'elt panel':
      return [
        ...keyMarks({ x: area.x + area.w * 0.08, y: y - area.h * 0.26, w: area.w * 0.5, h: area.h * 0.52 }, 'ARM'),
        { ink: 'red', d: disc(area.x + area.w * 0.78, y, area.h * 0.16) }
      ]
    default:
      return hatched(area)
  }
}
/** Lines across a face of which nothing is known but its outline. */
export const hatched = (area: Area): Mark[] => {
  const lines: string[] = []
  for (let c = 5; c < area.w + area.h; c += 5) {
    const [x1, y1] = [area.x + Math.min(c, area.w), area.y + Math.max(0, c - area.w)]
    const [x2, y2] = [area.x + Math.max(0, c - area.h), area.y + Math.min(c, area.h)]
    lines.push(segment(x1, y1, x2, y2))
  }
  return [{ ink: 'foreign', d: lines.join('') }]
}
