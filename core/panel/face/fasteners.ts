import * as messages from '../messages'
import { perObject, remembered } from '../../cache'
import { type Basis, type Design, type Finding, finding, type FindingCode, type FindingFacts } from '../../design'
import { gap, metalToEdge, TOUCH_MM, type Figure } from '../geometry/geometry'
import { unitsOnFace, type Ground, type Placed } from './place'
import { screwEdgeMm } from './limits'
import { shareOpening } from './stack'
import { type Phrase } from '../../quantity'

/**
 * Screws by the clearance hole they go through: how far a pan head and a plain nut or nut plate reach round them, and how far
 * from the screw the two rivets of a nut plate stand. No. 6: head 0.27 in, rivets 11/16 in apart, 3/32 in (common practice; check
 * the part’s own sheet); the others in proportion to their standards.
 */
const FASTENERS = [
  { name: 'no. 4', holeMm: 3.4, headMm: 5.6, nutMm: 8, rivetsMm: 17.5 },
  { name: 'no. 6', holeMm: 4.0, headMm: 6.9, nutMm: 9.5, rivetsMm: 17.5 },
  { name: 'no. 8', holeMm: 4.6, headMm: 8.2, nutMm: 10.5, rivetsMm: 17.5 },
  { name: 'no. 10', holeMm: 5.6, headMm: 9.5, nutMm: 11.5, rivetsMm: 25.4 }
] as const
const RIVET_MM = 2.4
export const FASTENER_BASIS: Basis = {
  kind: 'common practice',
  source: 'no. 6 pan head 0.27 in, nut-plate rivets 11/16 in apart, 3/32 in; check the part’s own sheet'
}
const EDGE_BASIS: Basis = { kind: 'common practice', source: 'edge distance of a fastener is two diameters' }

type Circle = Extract<Figure, { kind: 'circle' }>
/** The screw that goes through a hole: the smallest of the table that fills it. */
export const fastenerOf = (holeMm: number) =>
  FASTENERS.find(fastener => holeMm <= fastener.holeMm + 0.05) ?? FASTENERS[FASTENERS.length - 1]!
const round = (circle: Circle, diameterMm: number): Figure => ({
  kind: 'circle',
  x: circle.x,
  y: circle.y,
  r: diameterMm / 2
})

/** Metal between a screw’s hole and what is nearest to it: holes and screws of other units, holes of the sheet, its edge. */
export interface ScrewMetal {
  unit: Placed
  measuredMm: number
  limitMm: number
  to: Phrase | string
  other?: Placed
}
/** Farther from a unit than this no head, nut or rivet of it reaches, nor metal wanted round them, in mm. */
const NEAR_MM = 40
/** Of all that stands on a face what is near a unit, itself among it: on a full panel that is a handful. */
export const nearOf = (unit: Placed, placed: readonly Placed[]): Placed[] =>
  placed.filter(other => {
    const most = unit.reachMm + other.reachMm + NEAR_MM
    const [dx, dy] = [unit.x - other.x, unit.y - other.y]
    return dx * dx + dy * dy <= most * most
  })

/** The least metal round the screws of one unit, to each thing near it. While all of them stand where they stood it holds. */
export const screwMetals = (unit: Placed, near: readonly Placed[], ground: Ground): readonly ScrewMetal[] =>
  metalsBy(unit)(near, ground)
const metalsBy = perObject((unit: Placed) =>
  remembered((near: readonly Placed[], ground: Ground) => metalsOf(unit, near, ground), 1)
)
function metalsOf(unit: Placed, others: readonly Placed[], ground: Ground): ScrewMetal[] {
  const found: ScrewMetal[] = []
  const screws = unit.screws as readonly Circle[]
  if (screws.length === 0) return found
  /** Of all screws the one with least beyond what it wants. */
  const least = (to: ScrewMetal['to'], thing: Figure, other?: Placed) => {
    let worst: { measuredMm: number; limitMm: number } | undefined
    for (const screw of screws) {
      const [measuredMm, limitMm] = [gap(screw, thing), screwEdgeMm(screw)]
      if (!worst || measuredMm - limitMm < worst.measuredMm - worst.limitMm) worst = { measuredMm, limitMm }
    }
    found.push({ unit, to, other, ...worst! })
  }
  for (const other of others) {
    if (other.id === unit.id || Math.hypot(unit.x - other.x, unit.y - other.y) > unit.reachMm + other.reachMm + 20)
      continue
    const { cutout } = other
    if (cutout && !shareOpening(unit, other, ground.panel.leastWebMm)) least(messages.holeFor(other), cutout, other)
    // Two screws are one matter: it is told of the first.
    if (other.id > unit.id) {
      const pair = closestScrews(screws, other.screws as readonly Circle[])
      if (pair) found.push({ unit, to: messages.screwOf(other), other, ...pair })
    }
  }
  for (const { zone, figure } of ground.holes) least(zone.name, figure)
  return found
}
/** Of the screws of two units the pair with least between them beyond what they want: two diameters of the larger. */
function closestScrews(
  own: readonly Circle[],
  theirs: readonly Circle[]
): { measuredMm: number; limitMm: number } | undefined {
  let worst: { measuredMm: number; limitMm: number } | undefined
  for (const a of own)
    for (const b of theirs) {
      const [measuredMm, limitMm] = [Math.hypot(a.x - b.x, a.y - b.y) - a.r - b.r, 2 * Math.max(a.r, b.r)]
      if (!worst || measuredMm - limitMm < worst.measuredMm - worst.limitMm) worst = { measuredMm, limitMm }
    }
  return worst
}

/** Ways a nut plate may be turned. */
const TURNS = [0, 45, 90, 135].map(deg => (deg * Math.PI) / 180)
/** Whether a nut plate finds metal for both its rivets, turned some way. */
function takesNutPlate(screw: Circle, cuts: readonly Figure[], ground: Ground): boolean {
  const { rivetsMm } = fastenerOf(2 * screw.r)
  const clear = (EDGE_OF_RIVET - 0.5) * RIVET_MM
  return TURNS.some(turn =>
    [1, -1].every(way => {
      const rivet: Figure = {
        kind: 'circle',
        x: screw.x + (way * Math.cos(turn) * rivetsMm) / 2,
        y: screw.y + (way * Math.sin(turn) * rivetsMm) / 2,
        r: RIVET_MM / 2
      }
      return (
        metalToEdge(rivet, ground.panel.outline) >= clear - TOUCH_MM &&
        cuts.every(cut => gap(rivet, cut) >= clear - TOUCH_MM)
      )
    })
  )
}
const EDGE_OF_RIVET = 2

/** Screws with too little metal round them, and heads, nuts and nut plates without room. */
export function examineFasteners(design: Design, placed: readonly Placed[], ground: Ground): Finding[] {
  // What has hung there for years has its nuts.
  const kept = new Set(
    unitsOnFace(design)
      .filter(unit => unit.state === 'kept')
      .map(unit => unit.id)
  )
  return placed.flatMap(unit => fastenersBy(unit)(nearOf(unit, placed), ground, kept.has(unit.id)))
}
const fastenersBy = perObject((unit: Placed) =>
  remembered((near: readonly Placed[], ground: Ground, kept: boolean) => fastenersOf(unit, near, ground, kept), 2)
)

function fastenersOf(unit: Placed, near: readonly Placed[], ground: Ground, kept: boolean): Finding[] {
  const findings: Finding[] = []
  const tell = (code: FindingCode, subjects: string[], facts: FindingFacts) =>
    findings.push(finding(code, subjects, { key: subjects.join(':'), ...facts }))
  const holes = ground.holes.map(hole => hole.figure)
  const cuts = [...near.flatMap(unit => unit.cutout ?? []), ...holes]
  const [worst] = screwMetals(unit, near, ground)
    // Where it runs into the hole the panel's own check says so.
    .filter(screwMetal => screwMetal.measuredMm < screwMetal.limitMm - TOUCH_MM && screwMetal.measuredMm >= -TOUCH_MM)
    .sort((a, b) => a.measuredMm - b.measuredMm)
  if (worst)
    tell('panel.screw-web', [unit.id, ...(worst.other ? [worst.other.id] : [])], {
      weight: 'decide',
      measured: worst.measuredMm,
      limit: worst.limitMm,
      unit: 'mm',
      basis: EDGE_BASIS,
      says: messages.screwWeb({ unit, to: worst.to, measuredMm: worst.measuredMm, limitMm: worst.limitMm })
    })
  let [head, nut, plate] = [false, false, false]
  for (const screw of unit.screws as readonly Circle[]) {
    const size = fastenerOf(2 * screw.r)
    for (const other of near) {
      if (other.id === unit.id) continue
      if (
        !head &&
        gap(round(screw, size.headMm), other.bezel) < -TOUCH_MM &&
        gap(unit.bezel, other.bezel) >= -TOUCH_MM
      ) {
        head = true
        tell('panel.screw-head', [unit.id, other.id], {
          weight: 'decide',
          measured: gap(round(screw, size.headMm), other.bezel),
          limit: 0,
          unit: 'mm',
          basis: FASTENER_BASIS,
          says: messages.screwHead({ name: size.name, unit, headMm: size.headMm, other })
        })
      }
      if (!nut && other.behind && other.depthMm > 0 && gap(round(screw, size.nutMm), other.behind) < -TOUCH_MM) {
        nut = true
        tell('panel.screw-nut', [unit.id, other.id], {
          weight: 'decide',
          measured: gap(round(screw, size.nutMm), other.behind),
          limit: 0,
          unit: 'mm',
          basis: FASTENER_BASIS,
          says: messages.screwNut({ name: size.name, unit, nutMm: size.nutMm, other })
        })
      }
    }
    if (!plate && !kept && !takesNutPlate(screw, cuts, ground)) {
      plate = true
      tell('panel.nut-plate', [unit.id], {
        weight: 'note',
        basis: FASTENER_BASIS,
        says: messages.nutPlate({ unit, rivetsMm: size.rivetsMm })
      })
    }
  }
  return findings
}
