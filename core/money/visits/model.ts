import { AS_FOUND, type Design, type DesignUnit } from '../../design'
import type { AccessGroup, Prices, WorkPhase } from '../../document'
import { gap, setDown, type Figure } from '../../panel'
import { MINUTES_AN_END, type Wire } from '../../wiring'
import { accessHours, accessOf, opensFor } from './access'

/** To make and rivet on a doubler or an angle, metal included (our default). */
export const STIFFENER_HOURS = 2
const MS_A_MONTH = (365.25 / 12) * 24 * 3600_000

/** One time that the aeroplane is in the shop, in order. */
export interface Visit {
  /** Empty where the option has no visits of its own. */
  id: string
  name: string
  /** Months after the first, by the days entered; none where a day is lacking. */
  months: number
  phase?: WorkPhase
}
/** One change: a unit that comes, is moved or goes. */
export interface Piece {
  id: string
  unit: DesignUnit
  kind: 'new' | 'moved' | 'removed'
  priceCents: number
  hours: number
  workCents: number
  /** What it is sold or traded in for; nothing for scrap. */
  creditCents: number
  how?: Design['removed'][number]['how']
  opens: readonly AccessGroup[]
  cutsFace: boolean
  /** The visit that a person gave it. */
  phase?: string
  /** Of what is removed the new units that take its ground: it goes when the first of them comes. */
  makesWayFor: readonly string[]
  /** Of what is removed the other removed units that need a function of it: it goes when the last of them has. */
  keptFor: readonly string[]
}
/** The job as numbers: what is done, by what wires it hangs together, and what each visit may cost. */
export interface Job {
  visits: readonly Visit[]
  pieces: readonly Piece[]
  /** Wires that end at something changed: the pieces among their ends, metres of conductor, ends to make. */
  wires: readonly { pieces: readonly number[]; metres: number; ends: number }[]
  prices: Prices
  accessHours: Readonly<Record<AccessGroup, number>>
  stiffeners: number
  costs: Design['costs']
}

/** Visits by their days; what has no day stands where it was put. */
export function visitsOf({ phases }: Pick<Design, 'phases'>): Visit[] {
  if (!phases.length) return [{ id: '', name: '', months: 0 }]
  const dated = phases.filter(one => one.from).sort((a, b) => (a.from! < b.from! ? -1 : a.from! > b.from! ? 1 : 0))
  let next = 0
  const order = phases.map(one => (one.from ? dated[next++]! : one))
  const first = order.find(one => one.from)?.from
  return order.map(phase => ({
    id: phase.id,
    name: phase.name,
    months: phase.from && first ? (Date.parse(phase.from) - Date.parse(first)) / MS_A_MONTH : 0,
    phase
  }))
}

/** New units that stand where a removed one stood; of a box behind the face, those of its kind in its place. */
function takersOf(gone: DesignUnit, fresh: readonly { unit: DesignUnit; seen?: Figure }[]): string[] {
  const was = seenOf(gone)
  return fresh
    .filter(({ unit, seen }) =>
      unit.place.id !== gone.place.id
        ? false
        : was && seen
          ? gap(was, seen) < 0
          : !was && unit.item.kind === gone.item.kind
    )
    .map(({ unit }) => unit.id)
}
/** Whether a unit needs a function that another gives: a gyro its pump. */
const leansOn = ({ item }: DesignUnit, other: DesignUnit): boolean =>
  item.needs.some(need => need.what === 'function' && need.required && other.item.provides.includes(need.name))
const seenOf = (unit: DesignUnit): Figure | undefined => unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)?.bezel

/** All that an option changes, as pieces of work. */
export function jobOf(design: Design, wires: readonly Wire[]): Job {
  const { prices } = design
  const cents = (hours: number) => Math.round(hours * prices.labourCentsPerHour)
  const cuts = (unit: DesignUnit) => unit.item.face?.cutout !== undefined && unit.place.kind === 'panel'
  const fresh = design.units.filter(unit => unit.state === 'new').map(unit => ({ unit, seen: seenOf(unit) }))
  const pieces = [
    ...design.removed.map(({ unit, how, creditCents, phase }): Piece => ({
      id: unit.id,
      unit,
      kind: 'removed',
      priceCents: 0,
      hours: unit.item.removeHours,
      workCents: cents(unit.item.removeHours),
      creditCents: how === 'scrap' ? 0 : creditCents,
      how,
      opens: [accessOf(unit)],
      cutsFace: cuts(unit),
      ...(phase && { phase }),
      makesWayFor: takersOf(unit, fresh),
      keptFor: design.removed.filter(one => one.unit.id !== unit.id && leansOn(one.unit, unit)).map(one => one.unit.id)
    })),
    ...design.units
      .filter(unit => unit.state !== 'kept')
      .map((unit): Piece => {
        // A moved unit comes out and goes in again; we count its removal twice.
        const hours = unit.state === 'new' ? unit.item.labourHours : unit.item.removeHours * 2
        return {
          id: unit.id,
          unit,
          kind: unit.state === 'new' ? 'new' : 'moved',
          priceCents: unit.state === 'new' ? unit.priceCents : 0,
          hours,
          workCents: cents(hours),
          creditCents: 0,
          opens: opensFor(design, unit),
          cutsFace: cuts(unit),
          ...(unit.phase && { phase: unit.phase }),
          makesWayFor: [],
          keptFor: []
        }
      })
  ]
  const at = new Map(pieces.flatMap((piece, index) => (piece.kind === 'removed' ? [] : [[piece.id, index] as const])))
  const hours = Object.fromEntries(
    pieces.flatMap(piece => piece.opens).map(group => [group, accessHours(prices, group)])
  ) as Job['accessHours']
  return {
    visits: visitsOf(design),
    pieces,
    wires: wires
      .map(wire => ({
        pieces: wire.units.flatMap(id => at.get(id) ?? []),
        metres: (wire.lengthMm * wire.conductors) / 1000,
        ends: wire.cores.length * 2
      }))
      .filter(wire => wire.pieces.length),
    prices,
    accessHours: hours,
    // A pair of rails is two angles with two more run back.
    stiffeners:
      design.optionId === AS_FOUND
        ? 0
        : design.airframe.panel.stiffeners.reduce((sum, one) => sum + (one.kind === 'rails' ? 2 : 1), 0),
    costs: design.costs
  }
}

/**
 * The visit of each piece: what nobody gave one is done in the first; what makes way goes with what takes its ground, and what another
 * removed unit needs goes when that has gone.
 */
export function placedBy(job: Job, wanted: (piece: Piece) => number | undefined): Int32Array {
  const at = new Int32Array(job.pieces.length)
  const comes = new Map<string, number>()
  const gone = new Map<string, number>()
  job.pieces.forEach((piece, index) => {
    if (piece.kind === 'removed') {
      gone.set(piece.id, index)
      return
    }
    at[index] = wanted(piece) ?? 0
    comes.set(piece.id, at[index]!)
  })
  const known = new Uint8Array(job.pieces.length)
  const goes = (index: number): number => {
    // Two that need each other go with the first that was asked after.
    if (known[index]) return at[index]!
    known[index] = 1
    const piece = job.pieces[index]!
    const takers = piece.makesWayFor.map(id => comes.get(id)!)
    at[index] =
      wanted(piece) ??
      (takers.length ? Math.min(...takers) : Math.max(0, ...piece.keptFor.map(id => goes(gone.get(id)!))))
    return at[index]!
  }
  for (const index of gone.values()) goes(index)
  return at
}
export function placedAsEntered(job: Job): Int32Array {
  const index = new Map(job.visits.map((visit, at) => [visit.id, at]))
  return placedBy(job, piece => (piece.phase === undefined ? undefined : index.get(piece.phase)))
}

/** The visits of a design and in which each change is done, by the unit; what is removed is called `-` and its id. */
export function placedByVisit(design: Design): { visits: readonly Visit[]; of: ReadonlyMap<string, number> } {
  const job = jobOf(design, [])
  const at = placedAsEntered(job)
  return {
    visits: job.visits,
    of: new Map(job.pieces.map((piece, index) => [`${piece.kind === 'removed' ? '-' : ''}${piece.id}`, at[index]!]))
  }
}

/** What one visit comes to, in cents, each part rounded to the cent once. */
export interface VisitSum {
  equipment: number
  /** What equipment has risen by then. */
  drift: number
  labour: number
  open: number
  openHours: number
  /** What is opened that an earlier visit had open; empty where the hours to open are entered. */
  openedAgain: AccessGroup[]
  panel: number
  stiffeners: number
  wire: number
  metres: number
  harness: number
  harnessHours: number
  ends: number
  travel: number
  own: number
  tax: number
  contingency: number
  credits: number
  /** What trade-ins and sales have lost by then. */
  fall: number
  /** Hours of work, opening and harness included. */
  hours: number
  total: number
}
const grown = (cents: number, percentAYear: number, months: number): number =>
  Math.round(cents * (1 + percentAYear / 100) ** (months / 12))

/**
 * What each visit costs when each piece is done in a given one.
 * @param at the visit of each piece; a piece at −1 is in none
 */
export function sumVisits(job: Job, at: ArrayLike<number>): VisitSum[] {
  const { prices, pieces, visits } = job
  const rate = prices.labourCentsPerHour
  const drift = prices.driftPercentAYear ?? 0
  const fall = prices.tradeInFallPercentAMonth ?? 0
  const seen = new Set<AccessGroup>()
  const metres = new Float64Array(visits.length)
  const ends = new Float64Array(visits.length)
  for (const wire of job.wires) {
    let last = -1
    for (const piece of wire.pieces) last = Math.max(last, at[piece]!)
    if (last < 0) continue
    metres[last]! += wire.metres
    ends[last]! += wire.ends
  }
  return visits.map((visit, v) => {
    const sum = { equipment: 0, drift: 0, labour: 0, credits: 0, fall: 0, hours: 0 }
    const opens = new Set<AccessGroup>()
    let [busy, cutsFace] = [false, false]
    pieces.forEach((piece, index) => {
      if (at[index] !== v) return
      busy = true
      cutsFace ||= piece.cutsFace
      sum.equipment += piece.priceCents
      if (piece.priceCents && visit.months) sum.drift += grown(piece.priceCents, drift, visit.months) - piece.priceCents
      sum.labour += piece.workCents
      sum.hours += piece.hours
      sum.credits += piece.creditCents
      if (piece.creditCents && visit.months)
        sum.fall += piece.creditCents - Math.round(piece.creditCents * (1 - fall / 100) ** visit.months)
      for (const group of piece.opens) opens.add(group)
    })
    const entered = visit.phase?.accessHours
    const openedAgain = entered === undefined ? [...opens].filter(group => seen.has(group)) : []
    for (const group of opens) seen.add(group)
    // A visit in which nothing is done opens nothing.
    const openHours = busy ? (entered ?? openedAgain.reduce((hours, group) => hours + job.accessHours[group], 0)) : 0
    const stiffenerHours = v === 0 ? job.stiffeners * STIFFENER_HOURS : 0
    const harnessHours = prices.harnessByEnds ? (ends[v]! * MINUTES_AN_END) / 60 : 0
    const own = (taxed?: 'as things' | 'as work') =>
      job.costs
        .filter(cost => !cost.yearly && (cost.phase ? cost.phase === visit.id : v === 0))
        .filter(cost => taxed === undefined || cost.taxed === taxed)
        .reduce((cents, cost) => cents + cost.cents, 0)
    const part = {
      open: Math.round(openHours * rate),
      panel: cutsFace ? prices.panelWorkCents : 0,
      stiffeners: Math.round(stiffenerHours * rate),
      wire: Math.round(metres[v]! * prices.wireCentsPerMetre),
      harness: Math.round(harnessHours * rate),
      travel: busy ? prices.travelCents : 0,
      own: own()
    }
    const things = sum.equipment + sum.drift + part.wire + own('as things')
    const work = sum.labour + part.open + part.panel + part.stiffeners + part.harness + own('as work')
    const tax =
      Math.round((things * (prices.taxOnThingsPercent ?? 0)) / 100) +
      Math.round((work * (prices.taxOnWorkPercent ?? 0)) / 100)
    const before =
      sum.equipment +
      sum.drift +
      sum.labour +
      tax +
      part.open +
      part.panel +
      part.stiffeners +
      part.wire +
      part.harness +
      part.travel +
      part.own
    const contingency = Math.round((before * prices.contingencyPercent) / 100)
    return {
      ...sum,
      ...part,
      openHours,
      openedAgain,
      metres: metres[v]!,
      ends: ends[v]!,
      harnessHours,
      tax,
      contingency,
      hours: sum.hours + openHours + harnessHours,
      total: before + contingency - sum.credits + sum.fall
    }
  })
}
