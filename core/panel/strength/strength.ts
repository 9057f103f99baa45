import * as messages from '../messages'
import { perObject, remembered } from '../../cache'
import {
  finding,
  AS_FOUND,
  seeking,
  type Basis,
  type Design,
  type DesignUnit,
  type Remedy,
  type Finding,
  type Working
} from '../../design'
import type { Edit, Panel, Stiffener } from '../../document'
import { extent, gap, inside, type Figure } from '../geometry/geometry'
import { bayAt } from '../face/access'
import { panelAsCut, sheetOf } from '../face/holes'
import { placedOn } from '../face/place'
import { groundOf, type Placed } from '../face/place'
import { POISSON } from './plate'
import { platesOf, type SheetPlate } from './sheet'
import { openings, type Opening } from '../face/stack'
import { carriesBack, examineStiffeners } from './stiffeners'
import { stiffenerKg } from '../../airframe'
import { newtonMetres, thing, type Phrase } from '../../quantity'

/** Young's modulus in GPa by what the material's name holds. Aluminium alloys: any strength-of-materials handbook. */
const STIFFNESS: readonly (readonly [RegExp, number, string])[] = [
  [/2024/, 73, '2024 aluminium, handbook value'],
  [/6061/, 69, '6061 aluminium, handbook value'],
  [/5052|3003/, 70, 'aluminium, handbook value'],
  [/steel/i, 200, 'steel, handbook value'],
  [/carbon/i, 50, 'woven carbon laminate, our assumption'],
  [/acryl/i, 3, 'cast acrylic, our assumption'],
  [/ply|birch|wood/i, 9, 'plywood along the grain, our assumption']
]
const stiffnessOf = (material: string): { gpa: number; from: string } => {
  const found = STIFFNESS.find(([name]) => name.test(material))
  return found ? { gpa: found[1], from: found[2] } : { gpa: 70, from: 'taken for aluminium: our assumption' }
}

export interface Bend {
  unit: string
  /** How far the face gives where the unit is fastened; Infinity where that hangs on nothing. */
  deflectionMm: number
  /** Of a face with bays: which of the two that are taken for it gives more. */
  taken?: 'the whole sheet' | 'the bay alone' | 'the frame alone'
}

/** What is cut of the face: openings of units, and zones that are holes. */
const cutsOf = (panel: Panel, placed: readonly Placed[]): Figure[] => [
  ...openings(placed, panel.leastWebMm).map(opening => opening.figure),
  ...groundOf(panel).holes.map(hole => hole.figure)
]

/** How far beside a hole the push on a unit is taken up, where it has no screws: under its bezel. */
const BESIDE_MM = 4
/** Where the push on a unit goes into the face: its screws, else round its hole, else where it stands. */
function seatsOf(unit: Placed): { x: number; y: number }[] {
  if (unit.screws.length >= 2) return unit.screws.map(({ x, y }) => ({ x, y }))
  if (!unit.cutout) return [{ x: unit.x, y: unit.y }]
  const { minX, minY, maxX, maxY } = extent(unit.cutout)
  const [left, right, low, high] = [minX - BESIDE_MM, maxX + BESIDE_MM, minY - BESIDE_MM, maxY + BESIDE_MM]
  return [
    { x: left, y: unit.y },
    { x: right, y: unit.y },
    { x: unit.x, y: low },
    { x: unit.x, y: high }
  ]
}

/** How far the face gives at units under a push shared by the seats of each: the mean at them. */
function bendsAt(plates: readonly SheetPlate[], panel: Panel, units: readonly Placed[]): Bend[] {
  const on = new Map<SheetPlate, { unit: Placed; seats: { x: number; y: number }[] }[]>()
  const gives = new Map<string, number>()
  for (const unit of units) {
    const bay = bayAt(panel.bays, unit)
    const sheet = plates.find(plate => plate.bay === (bay?.id ?? ''))!
    const seats = seatsOf(unit).filter(seat => sheet.plate.carries(seat.x, seat.y))
    if (seats.length) on.set(sheet, [...(on.get(sheet) ?? []), { unit, seats }])
    else gives.set(unit.id, Infinity)
  }
  for (const [{ plate }, pushed] of on) {
    // Each seat takes an equal part of the push, so that the mean deflection of the seats is the work over the push.
    const works = plate.works(
      pushed.map(({ seats }) => seats.map(seat => ({ ...seat, n: panel.pushN / seats.length })))
    )
    pushed.forEach(({ unit }, index) => gives.set(unit.id, works[index]! / panel.pushN))
  }
  return units.map(unit => ({ unit: unit.id, deflectionMm: gives.get(unit.id)! }))
}

/** Every piece of the face as a plate, with what is cut from it. */
export const facePlates = remembered((panel: Panel, placed: readonly Placed[]): SheetPlate[] =>
  platesOf(panel, cutsOf(panel, placed), stiffnessOf(panel.material).gpa)
)
/** A panel as one sheet, its bays not cut out: the same object for the same panel. */
const withoutBays = perObject((panel: Panel): Panel => ({ ...panel, bays: [] }))
/**
 * A bay held firmly all round looks stiffer than it is: its frame gives too. Until both are solved as one, the weaker of the whole
 * sheet, uncut, and of the piece alone is taken (our assumption, on the safe side of the piece alone).
 */
function bendsOn(panel: Panel, placed: readonly Placed[], units: readonly Placed[]): Bend[] {
  const alone = bendsAt(facePlates(panel, placed), panel, units)
  if (!panel.bays.length) return alone
  const one = withoutBays(panel)
  const whole = new Map(bendsAt(facePlates(one, placed), one, units).map(bend => [bend.unit, bend.deflectionMm]))
  return alone.map(bend => {
    const other = whole.get(bend.unit)!
    if (other !== Infinity && other > bend.deflectionMm)
      return { ...bend, deflectionMm: other, taken: 'the whole sheet' as const }
    const unit = units.find(({ id }) => id === bend.unit)!
    return { ...bend, taken: bayAt(panel.bays, unit) ? ('the bay alone' as const) : ('the frame alone' as const) }
  })
}
const bendsWith = (panel: Panel, placed: readonly Placed[]): Bend[] => bendsOn(panel, placed, placed)
/**
 * How far the face gives when a thumb pushes on each unit: as a thin plate with its openings, sides as they are mounted, doublers and
 * angles with it; of a face with bays the weaker of the whole sheet and of the bay by itself.
 */
export const bends = remembered((design: Design): Bend[] => bendsWith(panelAsCut(design), placedOn(design)))

const BEND_BASIS: Basis = {
  kind: 'derived',
  source: 'thin plate by finite elements (Adini, Clough and Melosh), openings by their share of each element'
}

/** How far the face gives at a unit, and from what that follows. */
export function explainBend(design: Design, bend: Bend, placed: readonly Placed[]): Working {
  const panel = panelAsCut(design)
  const { gpa, from } = stiffnessOf(panel.material)
  const pushed = placed.find(unit => unit.id === bend.unit)
  const bay = pushed && bend.taken === 'the bay alone' ? (bayAt(panel.bays, pushed)?.id ?? '') : ''
  const plates = facePlates(bend.taken === 'the whole sheet' ? withoutBays(panel) : panel, placed)
  const { grid } = plates.find(plate => plate.bay === bay)!.plate
  const given = (
    symbol: string,
    meaning: Phrase | string,
    value: number | string,
    [unit, source]: [string, string]
  ) => ({
    symbol,
    meaning,
    value,
    unit,
    from: source
  })
  return {
    formula: 'K · w = F over all elements, D = E t³ / (12 (1 − ν²)); the mean of w where the unit is fastened',
    inputs: [
      given('F', 'push of a thumb', panel.pushN, ['N', 'panel; our default 45 N']),
      given('t', 'sheet', panel.thicknessMm, ['mm', 'panel']),
      given('E', panel.material, gpa, ['GPa', from]),
      given('ν', 'Poisson’s ratio', POISSON, ['', 'aluminium, handbook value']),
      given('elements', messages.pushedAt({ dx: grid.dx, dy: grid.dy }), `${grid.nx} × ${grid.ny}`, ['', 'our choice']),
      ...(bend.taken
        ? [
            given('piece', 'the weaker of the whole sheet and of the bay or frame alone', bend.taken, [
              '',
              'our assumption'
            ])
          ]
        : []),
      given('sides', 'bottom, right, top, left', Object.values(panel.edges).join(', '), ['', 'panel']),
      given('openings', 'of units, and holes of the sheet', cutsOf(panel, placed).length, [
        '',
        'positions and catalogue entries'
      ]),
      given(
        'stiffeners',
        'doublers, angles, rails and trays',
        panel.stiffeners.map(stiffener => stiffener.name).join(', ') || 'none',
        ['', 'panel']
      ),
      given(
        'fastened',
        pushed?.screws.length ? 'at its screws' : 'round its hole',
        pushed ? seatsOf(pushed).length : 0,
        ['points', 'catalogue entry']
      )
    ],
    result: { value: bend.deflectionMm, unit: 'mm' },
    basis: BEND_BASIS
  }
}

/** Mounting load factors, limit (AC 43.13-2B chapter 1, from memory). Down is the worst moment of a tray on the face. */
const LOADS_G = { forward: 9, up: 3, side: 1.5, down: 6.6 } as const
const DOWN_G = LOADS_G.down
const STANDARD_G = 9.80665

/** Moment a box brings on the face when nothing holds its back: its weight under the load factor, half its depth behind. */
export const trayMomentNm = (unit: DesignUnit): number =>
  (unit.item.massKg * STANDARD_G * DOWN_G * (unit.item.body?.depthMm ?? 0)) / 2000

const TRAY_BASIS: Basis = {
  kind: 'published',
  source: `AC 43.13-2B chapter 1, mounting load factor ${DOWN_G} g down; the moment allowed is set for this panel`,
  fromMemory: true
}

/** Groups of units that hang in one opening, and those that hang alone. */
function groupsOf(openingsOf: readonly Opening[], placed: readonly Placed[]): string[][] {
  const cut = new Set(openingsOf.flatMap(opening => opening.units))
  return [
    ...openingsOf.map(opening => opening.units),
    ...placed.filter(unit => !cut.has(unit.id)).map(unit => [unit.id])
  ]
}
/** Of a group what hangs on the face alone: neither held by hand nor by rails. */
const hangingOf = (design: Design, group: readonly string[]): DesignUnit[] =>
  design.units.filter(
    unit =>
      group.includes(unit.id) &&
      !unit.rearSupport &&
      trayMomentNm(unit) > 0 &&
      !design.airframe.panel.stiffeners.some(
        stiffener => unit.at && carriesBack(stiffener, unit.at, unit.item.body?.depthMm ?? 0)
      )
  )
/** A tray of its own hangs with what slides into it: its moment, its metal at half its depth. */
const ownTrayNm = (stiffener: Extract<Stiffener, { kind: 'tray' }>): number =>
  (stiffenerKg(stiffener) * STANDARD_G * DOWN_G * stiffener.depthMm) / 2000
/** Trays in which something of a group hangs, itself held by no rails. */
const traysOf = (design: Design, hanging: readonly DesignUnit[]) => {
  const { stiffeners } = design.airframe.panel
  return stiffeners.flatMap(stiffener =>
    stiffener.kind === 'tray' &&
    !stiffeners.some(other => carriesBack(other, stiffener, stiffener.depthMm)) &&
    hanging.some(
      unit =>
        unit.at &&
        Math.abs(unit.at.xMm - stiffener.xMm) <= stiffener.widthMm / 2 &&
        Math.abs(unit.at.yMm - stiffener.yMm) <= stiffener.heightMm / 2
    )
      ? [stiffener]
      : []
  )
}
/** The whole moment of what hangs in one opening. */
const hungNm = (design: Design, hanging: readonly DesignUnit[]): number =>
  hanging.reduce((sum, unit) => sum + trayMomentNm(unit), 0) +
  traysOf(design, hanging).reduce((sum, tray) => sum + ownTrayNm(tray), 0)

/** Moment of all that hangs in one opening with a unit. */
export function explainTray(design: Design, placed: readonly Placed[], of: string): Working | undefined {
  const group = groupsOf(openings(placed, design.airframe.panel.leastWebMm), placed).find(group => group.includes(of))
  const hanging = group && hangingOf(design, group)
  if (!hanging?.length) return undefined
  return {
    formula: messages.trayFormula({ up: LOADS_G.up, side: LOADS_G.side, forward: LOADS_G.forward }),
    inputs: [
      ...hanging.flatMap(unit => [
        {
          symbol: `m ${unit.label}`,
          meaning: 'mass',
          value: unit.item.massKg,
          unit: 'kg',
          from: `catalogue entry ${unit.item.name}`
        },
        {
          symbol: `d / 2 ${unit.label}`,
          meaning: 'half the depth of the box',
          value: (unit.item.body?.depthMm ?? 0) / 2000,
          unit: 'm',
          from: 'its mass taken in the middle of the box: our assumption'
        }
      ]),
      ...traysOf(design, hanging).flatMap(tray => [
        {
          symbol: `m ${tray.name}`,
          meaning: 'mass',
          value: stiffenerKg(tray),
          unit: 'kg',
          from: 'its sheet, as aluminium'
        },
        {
          symbol: `d / 2 ${tray.name}`,
          meaning: 'half its depth',
          value: tray.depthMm / 2000,
          unit: 'm',
          from: 'panel'
        }
      ]),
      { symbol: 'g', meaning: 'standard gravity', value: STANDARD_G, unit: 'm/s²', from: 'standard' },
      {
        symbol: 'n',
        meaning: 'load factor downward, limit',
        value: DOWN_G,
        unit: '',
        from: 'AC 43.13-2B chapter 1 (from memory)'
      }
    ],
    result: { value: hungNm(design, hanging), unit: 'N·m' },
    basis: TRAY_BASIS
  }
}

export interface StrengthReport {
  findings: Finding[]
  bends: Bend[]
}
/**
 * Bending of the face under a push, and boxes that want a support at the back.
 * @param trial one of many leaves the plate out, and says nothing of bending
 */
export function examineStrength(design: Design, trial = false): StrengthReport {
  const placed = placedOn(design)
  const { panel } = design.airframe
  const found = trial ? [] : bends(design)
  return {
    findings: [
      ...bendFindings(design, placed, found),
      ...trayFindings(design, openings(placed, panel.leastWebMm), placed)
    ],
    bends: found
  }
}

function bendFindings(design: Design, placed: readonly Placed[], found: readonly Bend[]): Finding[] {
  const { panel } = design.airframe
  const soft = found
    .filter(bend => bend.deflectionMm > panel.mostBendMm)
    .sort((a, b) => b.deflectionMm - a.deflectionMm)
  const worst = soft[0]
  if (!worst) return []
  const name = (bend: Bend) => thing(placed.find(unit => unit.id === bend.unit)!)
  const others = soft.slice(1, 4).map(name)
  const loose = !Number.isFinite(worst.deflectionMm)
  const about = finding(
    'panel.bend',
    soft.map(bend => bend.unit),
    {
      weight: loose ? 'must fix' : 'decide',
      ...(!loose && { measured: worst.deflectionMm }),
      limit: panel.mostBendMm,
      unit: 'mm',
      basis: BEND_BASIS,
      says: messages.bend({
        loose,
        name: name(worst),
        deflectionMm: worst.deflectionMm,
        mostBendMm: panel.mostBendMm,
        pushN: panel.pushN,
        others,
        soft
      }),
      figure: { kind: 'bend', of: worst.unit }
    }
  )
  return [loose ? about : seeking(about, now => bendRemedies(now, worst))]
}

/** Units that hang in one opening, judged together; one that is held at its back is carried there. */
function trayFindings(design: Design, openingsOf: readonly Opening[], placed: readonly Placed[]): Finding[] {
  const { panel } = design.airframe
  const findings: Finding[] = []
  for (const group of groupsOf(openingsOf, placed)) {
    const hanging = hangingOf(design, group)
    const moment = hungNm(design, hanging)
    const massKg =
      hanging.reduce((sum, unit) => sum + unit.item.massKg, 0) +
      traysOf(design, hanging).reduce((sum, tray) => sum + stiffenerKg(tray), 0)
    const [first] = hanging
    if (first && moment > panel.mostTrayMomentNm) {
      const weigh = (g: number) => massKg * STANDARD_G * g
      const momentAt = (g: number) => newtonMetres((moment * g) / DOWN_G)
      findings.push(
        finding(
          'panel.rear-support',
          hanging.map(unit => unit.id),
          {
            key: first.id,
            weight: 'decide',
            measured: moment,
            limit: panel.mostTrayMomentNm,
            unit: 'Nm',
            basis: TRAY_BASIS,
            figure: { kind: 'tray', of: first.id },
            says: messages.rearSupport({
              hanging,
              massKg,
              moment,
              downG: DOWN_G,
              up: momentAt(LOADS_G.up),
              sideways: momentAt(LOADS_G.side),
              weigh: weigh(LOADS_G.forward),
              forward: LOADS_G.forward,
              mostTrayMomentNm: panel.mostTrayMomentNm
            }),
            remedies:
              design.optionId === AS_FOUND
                ? []
                : [
                    {
                      says: messages.rearSupportRemedy(hanging),
                      edits: hanging.map((unit): Edit => ({
                        type: 'unit.support',
                        option: design.optionId,
                        unit: unit.id,
                        rear: true
                      }))
                    },
                    ...railRemedy(design, placed, hanging)
                  ]
          }
        )
      )
    }
  }
  return [...findings, ...gapFindings(openingsOf, placed)]
}

/** A pair of rails beside what hangs in one opening, reaching back past its boxes; none where they would meet something. */
function railRemedy(design: Design, placed: readonly Placed[], hanging: readonly DesignUnit[]): Remedy[] {
  const { panel } = design.airframe
  const own = placed.filter(unit => hanging.some(other => other.id === unit.id))
  const ends = own.map(unit => extent(unit.behind ?? unit.cutout ?? unit.bezel))
  const [left, right] = [Math.min(...ends.map(e => e.minX)), Math.max(...ends.map(e => e.maxX))]
  const rails: Stiffener = {
    ...freeName(panel, 'rails'),
    kind: 'rails',
    xMm: round2((left + right) / 2),
    widthMm: round2(right - left + 2),
    fromMm: round2(Math.min(...ends.map(e => e.minY))),
    toMm: round2(Math.max(...ends.map(e => e.maxY))),
    backMm: Math.ceil(Math.max(...hanging.map(unit => unit.item.body?.depthMm ?? 0))),
    ...ANGLE
  }
  const tried = { ...panel, stiffeners: [...panel.stiffeners, rails] }
  const holds = hanging.every(unit => unit.at && carriesBack(rails, unit.at, unit.item.body?.depthMm ?? 0))
  const clash = examineStiffeners(tried, placed, groundOf(panel).holes).some(finding =>
    finding.id.endsWith(`:${rails.id}`)
  )
  return holds && !clash
    ? [
        {
          says: messages.railRemedy({
            hanging,
            widthMm: rails.widthMm,
            backMm: rails.backMm,
            stiffenerKg: stiffenerKg(rails)
          }),
          edits: [{ type: 'stiffener.put', stiffener: rails }]
        }
      ]
    : []
}
const round2 = (value: number) => Number(value.toFixed(2))
const STEMS = { angle: 'Angle', doubler: 'Doubler', rails: 'Rails', tray: 'Tray' } as const
/** An id and a name that no part has yet. */
function freeName(panel: Panel, stem: Stiffener['kind']): { id: string; name: string } {
  let n = 1
  while (panel.stiffeners.some(stiffener => stiffener.id === `${stem}-${n}`)) n++
  return { id: `${stem}-${n}`, name: `${STEMS[stem]} ${n}` }
}

/** More than this beside a tray in a shared opening is seen, in mm (our default). */
const GAP_MM = 1
/** Trays narrower than the opening they share. */
function gapFindings(openingsOf: readonly Opening[], placed: readonly Placed[]): Finding[] {
  return openingsOf
    .filter(opening => opening.units.length > 1)
    .flatMap((opening): Finding[] => {
      const wide = extent(opening.figure)
      const narrow = opening.units
        .map(id => placed.find(unit => unit.id === id)!)
        .map(unit => {
          const own = extent(unit.cutout!)
          return { unit, gapMm: wide.maxX - wide.minX - (own.maxX - own.minX) }
        })
        .filter(tray => tray.gapMm > GAP_MM)
        .sort((a, b) => b.gapMm - a.gapMm)
      const [worst] = narrow
      return worst
        ? [
            finding(
              'panel.tray-gap',
              narrow.map(tray => tray.unit.id),
              {
                key: worst.unit.id,
                weight: 'decide',
                measured: worst.gapMm,
                limit: GAP_MM,
                unit: 'mm',
                basis: { kind: 'derived', source: 'widths of the openings that run into one' },
                says: messages.trayGap({ unit: worst.unit, gapMm: worst.gapMm })
              }
            )
          ]
        : []
    })
}

/** Sheets as they are sold, in mm: 0.032, 0.040, 0.050, 0.063, 0.080, 0.090, 0.100, 0.125 in. */
const SHEETS_IN = [0.032, 0.04, 0.05, 0.063, 0.08, 0.09, 0.1, 0.125] as const
/** An angle as it is sold: 3/4 in legs of 1/16 in. */
const ANGLE = { legMm: 19.05, thicknessMm: 1.5875 }
/** How far a doubler reaches beyond a hole, and an angle stands beside it. */
const DOUBLER_MM = 40
const ANGLE_BESIDE_MM = 12

/** Cures for a face that gives too much, each solved with it before it is offered: thicker sheet, a doubler, an angle. */
function bendRemedies(design: Design, worst: Bend): Remedy[] {
  const [panel, placed] = [panelAsCut(design), placedOn(design)]
  /** The most that a face would give; nothing as soon as it gives too much somewhere, the worst place tried first. */
  const most = (tried: Panel): number | undefined => {
    const most = (units: readonly Placed[]) =>
      bendsOn(tried, placed, units).reduce((gives, bend) => Math.max(gives, bend.deflectionMm), 0)
    const first = most(placed.filter(unit => unit.id === worst.unit))
    const gives = first > tried.mostBendMm ? first : most(placed)
    return gives > tried.mostBendMm ? undefined : gives
  }
  const remedies: Remedy[] = []
  const offer = (tried: Panel, says: (most: number) => Remedy['says'], edits: Edit[]) => {
    const gives = most(tried)
    if (gives !== undefined) remedies.push({ says: says(gives), edits })
  }
  // Deflection of a plain sheet goes with 1 / t³: the first that may do is tried.
  const inch = SHEETS_IN.find(
    inches =>
      inches * 25.4 > panel.thicknessMm &&
      worst.deflectionMm * (panel.thicknessMm / (inches * 25.4)) ** 3 <= panel.mostBendMm
  )
  if (inch !== undefined) {
    const thicker = { ...panel, thicknessMm: inch * 25.4 }
    const says = (gives: number) => messages.thickerSheet({ inch, gives })
    // A thicker sheet is a new one.
    const edits: Edit[] = [
      { type: 'panel.set', panel: { ...design.airframe.panel, thicknessMm: thicker.thicknessMm } },
      ...(sheetOf(design).sheet === 'new' || design.optionId === AS_FOUND
        ? []
        : [{ type: 'sheet.set' as const, option: design.optionId, sheet: 'new' as const }])
    ]
    // Of a sheet with nothing behind it that is exact, and need not be solved again.
    if (panel.stiffeners.length === 0)
      remedies.push({ says: says(worst.deflectionMm * (panel.thicknessMm / (inch * 25.4)) ** 3), edits })
    else offer(thicker, says, edits)
  }
  const unit = placed.find(unit => unit.id === worst.unit)!
  const hole = extent(unit.cutout ?? unit.bezel)
  const withOne = (stiffener: Stiffener) => ({ ...panel, stiffeners: [...panel.stiffeners, stiffener] })
  const box = extent({ kind: 'poly', x: 0, y: 0, points: panel.outline })
  const cuts = cutsOf(panel, placed)
  for (const x of [hole.maxX + ANGLE_BESIDE_MM, hole.minX - ANGLE_BESIDE_MM]) {
    const foot: Figure = { kind: 'box', x, y: (box.minY + box.maxY) / 2, w: ANGLE.legMm, h: box.maxY - box.minY }
    if (
      x < box.minX ||
      x > box.maxX ||
      [...cuts, ...placed.flatMap(unit => unit.behind ?? [])].some(cut => gap(foot, cut) < 0)
    )
      continue
    const angle: Stiffener = {
      ...freeName(panel, 'angle'),
      kind: 'angle',
      along: 'y',
      atMm: x,
      fromMm: box.minY,
      toMm: box.maxY,
      ...ANGLE
    }
    offer(withOne(angle), gives => messages.angleRemedy({ legMm: ANGLE.legMm, unit, gives }), [
      { type: 'stiffener.put', stiffener: angle }
    ])
    break
  }
  // Each is solved before it is offered, so the second is only looked for where the first does not do.
  if (remedies.some(remedy => remedy.edits.some(edit => edit.type === 'stiffener.put'))) return remedies
  const doubler: Stiffener = {
    ...freeName(panel, 'doubler'),
    kind: 'doubler',
    xMm: (hole.minX + hole.maxX) / 2,
    yMm: (hole.minY + hole.maxY) / 2,
    widthMm: hole.maxX - hole.minX + 2 * DOUBLER_MM,
    heightMm: hole.maxY - hole.minY + 2 * DOUBLER_MM,
    thicknessMm: panel.thicknessMm
  }
  offer(
    withOne(doubler),
    gives => messages.doublerRemedy({ thicknessMm: doubler.thicknessMm, unit, doublerMm: DOUBLER_MM, gives }),
    [{ type: 'stiffener.put', stiffener: doubler }]
  )
  return remedies
}

/** How far the face would give at points all over it, for a map: level rows from below, NaN where there is no metal. */
export interface BendMap {
  x0: number
  y0: number
  dx: number
  dy: number
  columns: number
  deflectionMm: number[]
}
export function bendMap(design: Design, placed: readonly Placed[]): BendMap[] {
  const panel = panelAsCut(design)
  const whole = panel.bays.length ? facePlates(withoutBays(panel), placed)[0]!.plate : undefined
  return facePlates(panel, placed).map(({ plate, outline }) => {
    const { x0, y0, nx, ny, dx, dy } = plate.grid
    // Every second rectangle: a push costs two sweeps of the whole sheet.
    const columns = Math.ceil(nx / 2)
    const rows = Math.ceil(ny / 2)
    const deflectionMm = new Array<number>(rows * columns).fill(NaN)
    const pushed: { at: number; x: number; y: number }[] = []
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const [x, y] = [x0 + Math.min(nx - 0.5, 2 * column + 1) * dx, y0 + Math.min(ny - 0.5, 2 * row + 1) * dy]
        if (inside([x, y], outline) && plate.carries(x, y)) pushed.push({ at: row * columns + column, x, y })
      }
    const pushes = (of: typeof pushed) => of.map(({ x, y }) => [{ x, y, n: panel.pushN }])
    plate.works(pushes(pushed)).forEach((work, index) => (deflectionMm[pushed[index]!.at] = work / panel.pushN))
    // As for units: the weaker of the piece alone and of the whole sheet.
    const also = whole ? pushed.filter(({ x, y }) => whole.carries(x, y)) : []
    whole?.works(pushes(also)).forEach((work, index) => {
      const { at } = also[index]!
      deflectionMm[at] = Math.max(deflectionMm[at]!, work / panel.pushN)
    })
    return { x0, y0, dx: 2 * dx, dy: 2 * dy, columns, deflectionMm }
  })
}
