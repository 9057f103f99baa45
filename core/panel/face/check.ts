import * as messages from '../messages'
import { perObject, remembered } from '../../cache'
import {
  finding,
  AS_FOUND,
  seeking,
  type Basis,
  type Design,
  type DesignUnit,
  type Finding,
  type Remedy
} from '../../design'
import {
  areaMm2,
  DIRECTIONS,
  figureAreaMm2,
  figureAt,
  gap,
  metalToEdge,
  TOUCH_MM,
  travelApart,
  type Figure,
  type PointMm
} from '../geometry/geometry'
import { SCREW_BEHIND_MM, screwEdgeMm } from './limits'
import { groundOf, placedOn, setDown, unitsOnFace, type Ground, type Placed } from './place'
import { bayAt, examineAccess, toSeam } from './access'
import { examineFasteners, nearOf, screwMetals } from './fasteners'
import { examineCorners } from './inside-corners'
import { examineLabels } from './labels'
import { examineStiffeners } from '../strength/stiffeners'
import { shareOpening } from './stack'
import { mm, say, thing, type Phrase } from '../../quantity'

const ENTERED = (source: string): Basis => ({ kind: 'entered', source })
const DRAWN: Basis = { kind: 'derived', source: 'distance between the drawn outlines' }

/** One thing that does not go on the face or behind it. */
export interface FitViolation {
  code:
    | 'bezel-overlap'
    | 'web'
    | 'edge'
    | 'face-zone'
    | 'depth'
    | 'bulkhead'
    | 'behind-overlap'
    | 'screw'
    | 'own-screw'
    | 'screw-edge'
    | 'screw-zone'
    | 'bezel-edge'
    | 'seam'
    | 'bay-lip'
    | 'bay-frame'
  /** The other unit's id, a zone's id, or 'outline'. */
  other: string
  otherName: string
  measuredMm: number
  limitMm: number
  basis: Basis
  /** The two figures that are too close, when moving one of them apart would cure it. */
  pair?: { mine: Figure; theirs: Figure }
}

/** Violations between a unit and the sheet itself: outline, zones and depth. */
export const violationsWithGround = (unit: Placed, ground: Ground): FitViolation[] => [
  ...withOutline(unit, ground),
  ...withFaceZones(unit, ground),
  ...withBays(unit, ground),
  ...ownScrew(unit),
  ...screwsWithSheet(unit, ground),
  ...withDepth(unit, ground)
]

/** Cutout and bezel against the outline. */
function withOutline(unit: Placed, ground: Ground): FitViolation[] {
  const { panel } = ground
  const found: FitViolation[] = []
  const cut = unit.cutout
  if (cut) {
    const metal = metalToEdge(cut, panel.outline)
    if (metal < panel.lipMm - TOUCH_MM)
      found.push({
        code: 'edge',
        other: 'outline',
        otherName: 'the edge of the sheet',
        measuredMm: metal,
        limitMm: panel.lipMm,
        basis: ENTERED('edge margin set for this panel')
      })
  }
  const overEdge = metalToEdge(unit.bezel, panel.outline)
  if (overEdge < -TOUCH_MM)
    found.push({
      code: 'bezel-edge',
      other: 'outline',
      otherName: 'the edge of the sheet',
      measuredMm: overEdge,
      limitMm: 0,
      basis: DRAWN
    })
  return found
}

/** Zones and holes of the face. */
function withFaceZones(unit: Placed, ground: Ground): FitViolation[] {
  const { panel } = ground
  const found: FitViolation[] = []
  const cut = unit.cutout
  for (const { zone, figure } of ground.faceZones) {
    const apart = gap(unit.bezel, figure)
    if (apart < -TOUCH_MM)
      found.push({
        code: 'face-zone',
        other: zone.id,
        otherName: zone.name,
        measuredMm: apart,
        limitMm: 0,
        basis: ENTERED(`zone “${zone.name}” on the face`),
        pair: { mine: unit.bezel, theirs: figure }
      })
  }
  for (const { zone, figure } of ground.holes) {
    // Where the bezel covers the opening that is said already.
    if (!cut || gap(unit.bezel, figure) < -TOUCH_MM) continue
    const web = gap(cut, figure)
    if (web < panel.leastWebMm - TOUCH_MM)
      found.push({
        code: 'web',
        other: zone.id,
        otherName: zone.name,
        measuredMm: web,
        limitMm: panel.leastWebMm,
        basis: ENTERED('minimum web set for this panel'),
        pair: { mine: cut, theirs: figure }
      })
  }
  return found
}

/** Seams, lips and frames of bays. */
function withBays(unit: Placed, ground: Ground): FitViolation[] {
  const { panel } = ground
  const found: FitViolation[] = []
  const cut = unit.cutout
  for (const bay of panel.bays) {
    const seam = toSeam(unit.bezel, bay.outline)
    if (seam < -TOUCH_MM) {
      found.push({
        code: 'seam',
        other: bay.id,
        otherName: bay.name,
        measuredMm: seam,
        limitMm: 0,
        basis: { kind: 'derived', source: `outline of the bay “${bay.name}”` }
      })
      continue
    }
    const lip = cut ? toSeam(cut, bay.outline) : Infinity
    if (lip < bay.lipMm - TOUCH_MM)
      found.push({
        code: 'bay-lip',
        other: bay.id,
        otherName: bay.name,
        measuredMm: lip,
        limitMm: bay.lipMm,
        basis: ENTERED(`edge margin set for the bay “${bay.name}”`)
      })
  }
  // What comes out with its bay goes through the opening of the frame, which is smaller than the bay by the lip that it is screwed to.
  const bay = unit.behind && unit.depthMm > 0 ? bayAt(panel.bays, unit) : undefined
  const body = bay ? toSeam(unit.behind!, bay.outline) : Infinity
  if (bay && body < bay.lipMm - TOUCH_MM)
    found.push({
      code: 'bay-frame',
      other: bay.id,
      otherName: bay.name,
      measuredMm: body,
      limitMm: bay.lipMm,
      basis: ENTERED(`edge margin set for the bay “${bay.name}”`)
    })
  return found
}

/** A screw of the unit in its own cutout. */
function ownScrew(unit: Placed): FitViolation[] {
  const found: FitViolation[] = []
  const cut = unit.cutout
  const own = cut && unit.screws.find(screw => gap(screw, cut) < -TOUCH_MM)
  if (own)
    found.push({
      code: 'own-screw',
      other: 'own',
      otherName: 'its own hole',
      measuredMm: gap(own, cut),
      limitMm: 0,
      basis: ENTERED('face of the catalogue entry')
    })
  return found
}

/** The first screw that is too near the edge or in a zone. */
function screwsWithSheet(unit: Placed, ground: Ground): FitViolation[] {
  const { panel } = ground
  const found: FitViolation[] = []
  for (const screw of unit.screws) {
    const wanted = screwEdgeMm(screw)
    const metal = metalToEdge(screw, panel.outline)
    if (metal < wanted - TOUCH_MM) {
      found.push({
        code: 'screw-edge',
        other: 'outline',
        otherName: 'the edge of the sheet',
        measuredMm: metal,
        limitMm: wanted,
        basis: { kind: 'common practice', source: 'edge distance of a fastener is two diameters' }
      })
      return found
    }
    const zone = [
      ...ground.faceZones,
      ...ground.behindZones.filter(behindZone => behindZone.zone.fromDepthMm < SCREW_BEHIND_MM)
    ].find(
      within =>
        gap(screw, within.figure) < -TOUCH_MM &&
        (within.zone.side === 'behind' || gap(unit.bezel, within.figure) >= -TOUCH_MM)
    )
    if (zone) {
      found.push({
        code: 'screw-zone',
        other: zone.zone.id,
        otherName: zone.zone.name,
        measuredMm: gap(screw, zone.figure),
        limitMm: 0,
        basis: ENTERED(`zone “${zone.zone.name}”`),
        pair: { mine: screw, theirs: zone.figure }
      })
      return found
    }
  }
  return found
}

/** The body against what is behind the face. */
function withDepth(unit: Placed, ground: Ground): FitViolation[] {
  const { panel } = ground
  const found: FitViolation[] = []
  if (unit.behind) {
    if (unit.depthMm > panel.depthBehindMm + TOUCH_MM)
      found.push({
        code: 'bulkhead',
        other: 'bulkhead',
        otherName: 'depth behind the panel',
        measuredMm: unit.depthMm,
        limitMm: panel.depthBehindMm,
        basis: ENTERED('depth behind this panel')
      })
    for (const { zone, figure } of ground.behindZones) {
      if (unit.depthMm > zone.fromDepthMm + TOUCH_MM && gap(unit.behind, figure) < -TOUCH_MM)
        found.push({
          code: 'depth',
          other: zone.id,
          otherName: zone.name,
          measuredMm: unit.depthMm,
          limitMm: zone.fromDepthMm,
          basis: ENTERED(`zone “${zone.name}” behind the face`),
          pair: { mine: unit.behind, theirs: figure }
        })
    }
  }
  return found
}

/** What stands between a unit and the sheet, kept while neither changes. */
const againstGround = perObject((unit: Placed) =>
  remembered(
    (ground: Ground) => ({
      violations: violationsWithGround(unit, ground),
      metalMm: unit.cutout ? metalToEdge(unit.cutout, ground.panel.outline) : Infinity
    }),
    1
  )
)

const NONE: readonly FitViolation[] = []

/** What stands between two units. */
export function violationsBetween(a: Placed, b: Placed, leastWebMm: number): readonly FitViolation[] {
  const [dx, dy] = [Math.abs(a.x - b.x), Math.abs(a.y - b.y)]
  if (dx > a.halfMm.x + b.halfMm.x + leastWebMm || dy > a.halfMm.y + b.halfMm.y + leastWebMm) return NONE
  if (dx * dx + dy * dy > (a.reachMm + b.reachMm + leastWebMm) ** 2) return NONE
  const found: FitViolation[] = []
  /** Something in the way, written out: it is made by the thousand while places are tried. */
  const tell = (
    code: FitViolation['code'],
    { measuredMm, limitMm }: Pick<FitViolation, 'measuredMm' | 'limitMm'>,
    basis: Basis,
    pair: FitViolation['pair']
  ) => {
    found.push({ code, measuredMm, limitMm, other: b.id, otherName: b.label, basis, pair })
  }
  const bezels = gap(a.bezel, b.bezel)
  if (bezels < -TOUCH_MM)
    tell('bezel-overlap', { measuredMm: bezels, limitMm: 0 }, DRAWN, { mine: a.bezel, theirs: b.bezel })
  if (a.cutout && b.cutout && !shareOpening(a, b, leastWebMm)) {
    const web = gap(a.cutout, b.cutout)
    if (web < leastWebMm - TOUCH_MM)
      tell('web', { measuredMm: web, limitMm: leastWebMm }, ENTERED('minimum web set for this panel'), {
        mine: a.cutout,
        theirs: b.cutout
      })
  }
  if (a.behind && b.behind) {
    const behind = gap(a.behind, b.behind)
    if (behind < -TOUCH_MM && Math.min(a.depthMm, b.depthMm) > 0)
      tell('behind-overlap', { measuredMm: behind, limitMm: 0 }, DRAWN, { mine: a.behind, theirs: b.behind })
  }
  if (found.length === 0)
    for (const screw of a.screws)
      for (const other of b.screws) {
        const clear = gap(screw, other)
        if (clear < -TOUCH_MM && found.length === 0)
          tell('screw', { measuredMm: clear, limitMm: 0 }, DRAWN, { mine: screw, theirs: other })
      }
  for (const [unit, other] of [
    [a, b],
    [b, a]
  ] as const) {
    if (!other.cutout) continue
    for (const screw of unit.screws) {
      const clear = gap(screw, other.cutout)
      if (clear < -TOUCH_MM) {
        tell(
          'screw',
          { measuredMm: clear, limitMm: 0 },
          DRAWN,
          unit === a ? { mine: screw, theirs: other.cutout } : { mine: other.cutout, theirs: screw }
        )
        break
      }
    }
  }
  return found
}

const WEIGHT: Record<FitViolation['code'], Finding['weight']> = {
  'bezel-overlap': 'must fix',
  'web': 'decide',
  'edge': 'must fix',
  'face-zone': 'must fix',
  'depth': 'must fix',
  'bulkhead': 'must fix',
  'behind-overlap': 'must fix',
  'screw': 'must fix',
  'own-screw': 'decide',
  'screw-edge': 'decide',
  'screw-zone': 'must fix',
  'seam': 'must fix',
  'bay-lip': 'must fix',
  'bay-frame': 'must fix',
  'bezel-edge': 'decide'
}

function words(unit: Placed, violation: FitViolation, others: readonly Placed[]): Phrase {
  const label = thing(unit)
  const met = others.find(other => other.id === violation.other)
  const otherName = met ? thing(met) : violation.otherName
  const by = mm(Math.abs(violation.measuredMm))
  const left = mm(violation.measuredMm, violation.limitMm)
  const wanted = mm(violation.limitMm, violation.measuredMm)
  switch (violation.code) {
    case 'bezel-overlap':
      return messages.bezelOverlap({ label, otherName, by })
    case 'web':
      return messages.holesMeet({ measuredMm: violation.measuredMm, label, otherName, by, left, wanted })
    case 'edge':
      return messages.edge({ measuredMm: violation.measuredMm, label, by, left, wanted })
    case 'bezel-edge':
      return messages.bezelEdge({ label, by })
    case 'face-zone':
      return messages.faceZone({ label, otherName, by })
    case 'depth':
      return messages.depth({
        label,
        left,
        otherName,
        wanted,
        measuredMm: violation.measuredMm,
        limitMm: violation.limitMm
      })
    case 'bulkhead':
      return messages.bulkhead({ label, left, wanted })
    case 'behind-overlap':
      return messages.behindOverlap({ label, otherName, by })
    case 'own-screw':
      return messages.ownScrew({ label, by })
    case 'seam':
      return messages.seam({ label, otherName, by })
    case 'bay-lip':
      return messages.bayLip({ label, left, otherName, wanted })
    case 'bay-frame':
      return messages.bayFrame({ label, left, otherName, wanted })
    case 'screw-edge':
      return messages.screwEdge({ label, left, wanted })
    case 'screw-zone':
      return messages.screwZone({ label, otherName, by })
    case 'screw':
      return messages.screw({ label, otherName, by })
  }
}

export interface PanelReport {
  findings: Finding[]
  /** Units meant for the face that have no position yet. */
  unplaced: readonly string[]
  /** Least metal anywhere between two holes or a hole and the edge, in mm; absent with fewer than one hole. */
  leastMetalMm?: number
  leastMetalBetween?: readonly [string, string]
  /** Area of all cutouts over the area of the sheet, 0 to 1. */
  cutShare: number
}

/** Whether a unit could stand at (x, y) among the others with nothing in its way. */
export function stands({
  unit,
  x,
  y,
  others,
  ground
}: {
  unit: { id: string; label: string; item: Placed['item'] }
  x: number
  y: number
  others: readonly Placed[]
  ground: Ground
}): boolean {
  const { face } = unit.item
  if (!face) return false
  // The bezels alone first: on a busy panel they settle nearly every point.
  const bezel = figureAt(face.bezel, x, y)
  if (others.some(other => other.id !== unit.id && gap(bezel, other.bezel) < -TOUCH_MM)) return false
  if (ground.faceZones.some(zone => gap(bezel, zone.figure) < -TOUCH_MM)) return false
  const trial = setDown(unit, x, y)!
  // The neighbours first: most of them are told apart by one distance, the sheet's edge takes many.
  return (
    others.every(
      other => other.id === unit.id || violationsBetween(trial, other, ground.panel.leastWebMm).length === 0
    ) &&
    // A wrong entry in the catalogue is no matter of where it stands.
    violationsWithGround(trial, ground).every(violation => violation.code === 'own-screw')
  )
}

/** A millimetre is as near as a person sets a hole out; a remedy's move is rounded up to a tenth so that it is not short. */
const roundOut = (mm: number): number => Math.ceil(mm * 10 - 1e-6) / 10

/** What moving away from an edge or a seam cures. */
const AT_EDGE: ReadonlySet<FitViolation['code']> = new Set([
  'edge',
  'bezel-edge',
  'screw-edge',
  'seam',
  'bay-lip',
  'bay-frame'
])
/** Farthest a unit is moved away from an edge to cure it, in mm. */
const EDGE_REACH_MM = 120

/** How far a unit must go in a direction until its hole keeps the lip and its bezel the sheet; Infinity when it never does. */
function travelFromEdge(unit: Placed, [ux, uy]: PointMm, ground: Ground): number {
  for (let mm = 0.5; mm <= EDGE_REACH_MM; mm += 0.5) {
    const there = setDown(unit, unit.x + ux * mm, unit.y + uy * mm)!
    if (!violationsWithGround(there, ground).some(violation => AT_EDGE.has(violation.code))) return mm
  }
  return Infinity
}

/**
 * Straight moves of either of the two, or away from the edge, that cure all that is wrong between them, the
 * shortest first, and only such as bring nothing else into the way.
 */
function moveRemedies(design: Design, id: string, violations: readonly FitViolation[]): Remedy[] {
  const all = placedOn(design)
  const unit = all.find(unit => unit.id === id)
  if (!unit || design.optionId === AS_FOUND) return []
  const ground = groundOf(design.airframe.panel)
  // What is locked stays, and a member of a row would take the others along.
  const fixed = new Set(unitsOnFace(design).flatMap(unit => (unit.locked || unit.row !== undefined ? [unit.id] : [])))
  const pairs = violations.flatMap(violation =>
    violation.pair ? [{ ...violation.pair, want: violation.code === 'web' ? violation.limitMm : 0 }] : []
  )
  const byEdge = violations.some(violation => AT_EDGE.has(violation.code))
  if (pairs.length === 0 && !byEdge) return []
  const other = all.find(unit => unit.id === violations[0]!.other)
  const offers = DIRECTIONS.flatMap(direction => {
    const travel = (who: Placed, mine: 'mine' | 'theirs') => ({
      who,
      direction,
      byMm: roundOut(
        Math.max(
          mine === 'mine' && byEdge ? travelFromEdge(unit, direction, ground) : 0,
          ...pairs.map(pair => travelApart(pair[mine], pair[mine === 'mine' ? 'theirs' : 'mine'], pair.want, direction))
        )
      )
    })
    return other ? [travel(unit, 'mine'), travel(other, 'theirs')] : [travel(unit, 'mine')]
  })
  return offers
    .filter(({ who, byMm }) => Number.isFinite(byMm) && !fixed.has(who.id))
    .sort((a, b) => a.byMm - b.byMm)
    .filter(({ who, direction, byMm }) =>
      stands({ unit: who, x: who.x + direction[0] * byMm, y: who.y + direction[1] * byMm, others: all, ground })
    )
    .slice(0, 2)
    .map(({ who, direction, byMm }) => ({
      says: messages.moveRemedy({ who, byMm, ways: WAYS[DIRECTIONS.indexOf(direction)] }),
      edits: [
        {
          type: 'unit.move',
          option: design.optionId,
          unit: who.id,
          xMm: who.x + direction[0] * byMm,
          yMm: who.y + direction[1] * byMm
        }
      ]
    }))
}
const WAYS = ['right', 'left', 'up', 'down'] as const

const ALSO: Partial<Record<FitViolation['code'], string>> = {
  'web': 'holes',
  'behind-overlap': 'boxes behind the face',
  'screw': 'screws'
}

/** What else meets where two units overlap already: one cause, one finding. */
function also(rest: readonly FitViolation[]): string {
  const things = [...new Set(rest.map(violation => ALSO[violation.code] ?? violation.code))]
  return things.length ? ` Their ${things.join(' and ')} meet too.` : ''
}

/** Units that belong on the panel and have no position yet. */
const waiting = (design: Design): DesignUnit[] =>
  design.units.filter(unit => unit.place.kind === 'panel' && !unit.at && unit.item.face)

/** What stands on the face, with what waits to be put there. */
export function withWaiting(design: Design, face: PanelReport): PanelReport {
  const units = waiting(design)
  if (units.length === 0) return face
  const findings = units.map((unit): Finding =>
    finding('panel.unplaced', unit.id, {
      weight: 'decide',
      basis: { kind: 'entered', source: 'position on the panel' },
      says: messages.unplaced(unit)
    })
  )
  return { ...face, unplaced: units.map(unit => unit.id), findings: [...face.findings, ...findings] }
}
/**
 * Examines the face and what lies behind it.
 * Limits come from the panel itself (lip, least web, depth) as the user entered them.
 */
export const examinePanel = (design: Design): PanelReport => withWaiting(design, examineFace(design))

/** The same of what has a position alone: what waits for one changes nothing on the face. */
export function examineFace(design: Design): PanelReport {
  const ground = groundOf(design.airframe.panel)
  const placed = placedOn(design)
  const findings: Finding[] = []
  const report = (unit: Placed, violations: readonly FitViolation[]) => {
    const first = violations[0]
    if (!first) return
    const isUnit = placed.some(unit => unit.id === first.other)
    const about = finding(`panel.${first.code}`, [unit.id, ...(isUnit ? [first.other] : [])], {
      key: `${unit.id}:${first.other}`,
      weight: WEIGHT[first.code],
      measured: first.measuredMm,
      limit: first.limitMm,
      unit: 'mm',
      basis: first.basis,
      says: say`${words(unit, first, placed)}${also(violations.slice(1))}`
    })
    findings.push(seeking(about, now => moveRemedies(now, unit.id, violations)))
  }
  let least = Infinity
  let between: [string, string] | undefined
  placed.forEach((unit, index) => {
    const alone = againstGround(unit)(ground)
    for (const violation of alone.violations) report(unit, [violation])
    if (unit.cutout) {
      const metal = alone.metalMm
      if (metal < least) {
        least = metal
        between = [unit.label, 'the edge']
      }
    }
    for (let j = index + 1; j < placed.length; j++) {
      const other = placed[j]!
      report(unit, violationsBetween(unit, other, ground.panel.leastWebMm))
      // No farther apart than their middles less all that reaches out from them.
      const apart = Math.hypot(unit.x - other.x, unit.y - other.y) - unit.reachMm - other.reachMm
      if (apart < least && unit.cutout && other.cutout && !shareOpening(unit, other, ground.panel.leastWebMm)) {
        const web = gap(unit.cutout, other.cutout)
        if (web < least) {
          least = web
          between = [unit.label, other.label]
        }
      }
    }
  })
  // Screws and the sheet's own openings count in the least metal too.
  for (const unit of placed) {
    for (const screwMetal of screwMetals(unit, nearOf(unit, placed), ground))
      if (screwMetal.measuredMm < least) {
        least = screwMetal.measuredMm
        between = [unit.label, screwMetal.other?.label ?? String(screwMetal.to)]
      }
    for (const { zone, figure } of ground.holes) {
      const web = unit.cutout ? gap(unit.cutout, figure) : Infinity
      if (web < least) {
        least = web
        between = [unit.label, zone.name]
      }
    }
  }
  findings.push(
    ...examineFasteners(design, placed, ground),
    ...examineStiffeners(design.airframe.panel, placed, ground.holes),
    ...examineCorners(design, placed, ground),
    ...examineAccess(design, placed),
    ...examineLabels(design, placed)
  )
  return {
    findings,
    unplaced: [],
    leastMetalMm: between && least,
    leastMetalBetween: between,
    cutShare:
      [...placed.flatMap(unit => unit.cutout ?? []), ...ground.holes.map(hole => hole.figure)].reduce(
        (sum, cut) => sum + figureAreaMm2(cut),
        0
      ) / areaMm2(ground.panel.outline)
  }
}
