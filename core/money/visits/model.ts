import { AS_FOUND, type Design, type DesignUnit } from '../../design'
import { ACCESS, type AccessGroup, type OwnCost, type Prices, type WorkPhase } from '../../document'
import { gap, setDown, sheetOf, type Figure, type HoleFit } from '../../panel'
import { MINUTES_AN_END, type Wire } from '../../wiring'
import { monthsBetween } from '../time/days'
import { accessHours, accessOf, opensIn } from './access'

/** To make and rivet on a doubler or an angle, metal included (our default). */
export const STIFFENER_HOURS = 2

/**
 * Work on the existing sheet, in hours: a round hole up to 4 in by punch or hole saw, any other opening cut and filed, a screw hole
 * drilled; a blanking plate made and mounted, metal included (our defaults).
 */
export const SHEET_HOURS = { round: 0.5, other: 1.5, screw: 0.05, plate: 0.5 } as const
const PUNCH_MM = 101.6

/** One time that the aeroplane is in the shop, in order. */
export interface Visit {
  /** Empty where the option has no visits of its own. */
  id: string
  name: string
  /** Months to it from the day of the prices (the first visit’s where none is entered); without a day as the one before it. */
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
  /** It is mounted on the face, before or after. */
  onFace: boolean
  /** Hours to cut and drill for it in the existing sheet; 0 where nothing is cut. */
  sheetHours: number
  /** Removed or moved pieces, by their units, whose hole it cannot be mounted next to: a new sheet while that hole is there. */
  blockedBy: readonly string[]
  /** A hole of the existing sheet that belongs to no piece does not leave room for it. */
  blocked: boolean
  /** Its hole gets a blanking plate. */
  plated: boolean
  /** The visit that a person gave it. */
  phase?: string
  /** Of what is removed the new units that take its ground, or its functions: it goes when the first of them comes. */
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
  /** What was chosen of the sheet for the option, and for each visit. */
  sheet: Design['sheet']
  sheets: readonly (WorkPhase['sheet'] | undefined)[]
  /** The face as found has no holes: its sheet is still to be made. */
  bare: boolean
  /** Blanking plates over holes that belong to no piece. */
  plates: number
  stiffeners: number
  costs: Design['costs']
}

/**
 * Visits by their days; what has no day stands where it was put.
 * @param from the day the aeroplane goes in, where no visit says one: YYYY-MM-DD
 */
export function visitsOf({ phases, prices }: Pick<Design, 'phases' | 'prices'>, from?: string): Visit[] {
  const since = (day: string | undefined, first: string | undefined): number => {
    const began = prices.on ?? first
    return day && began ? monthsBetween(began, day) : 0
  }
  if (!phases.length) return [{ id: '', name: '', months: since(from, undefined) }]
  const dated = phases.filter(phase => phase.from).sort((a, b) => (a.from! < b.from! ? -1 : a.from! > b.from! ? 1 : 0))
  let next = 0
  const order = phases.map(phase => (phase.from ? dated[next++]! : phase))
  const first = order.find(phase => phase.from)?.from
  let months = first ? 0 : since(from, undefined)
  return order.map(phase => {
    if (phase.from) months = Math.max(months, since(phase.from, first))
    return { id: phase.id, name: phase.name, months, phase }
  })
}

/**
 * New units that take the ground of a removed one, or, where none does, that give a function it gave: it is missed no sooner than it is
 * replaced.
 */
function takersOf(gone: DesignUnit, fresh: readonly { unit: DesignUnit; seen?: Figure }[]): string[] {
  const was = seenOf(gone)
  const onGround = fresh.filter(
    ({ unit, seen }) => unit.place.id === gone.place.id && was && seen && gap(was, seen) < 0
  )
  const heirs = onGround.length
    ? onGround
    : fresh.filter(({ unit }) => unit.item.provides.some(name => gone.item.provides.includes(name)))
  return heirs.map(({ unit }) => unit.id)
}
/** Whether a unit needs a function that another gives: a gyro its pump. */
const leansOn = ({ item }: DesignUnit, other: DesignUnit): boolean =>
  item.needs.some(need => need.what === 'function' && need.required && other.item.provides.includes(need.name))
const seenOf = (unit: DesignUnit): Figure | undefined => unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)?.bezel

/** Hours to cut and drill for a unit in the existing sheet. */
function sheetHoursOf({ cut, drill, unit }: HoleFit): number {
  const { cutout } = unit
  const opening = !cut || !cutout ? 0 : cutout.kind === 'circle' && 2 * cutout.r <= PUNCH_MM ? 'round' : 'other'
  return (opening === 0 ? 0 : SHEET_HOURS[opening]) + drill.length * SHEET_HOURS.screw
}

/** What each piece has to do with the sheet of the face, by its unit. */
function onSheet(design: Design) {
  const { fits, left, holes } = sheetOf(design)
  const fitOf = new Map(fits.map(fit => [fit.unit.id, fit]))
  const planned = new Set(design.blanks.map(blank => blank.hole))
  const gone = new Set([
    ...design.removed.map(({ unit }) => unit.id),
    ...design.units.filter(unit => unit.state !== 'kept').map(unit => unit.id)
  ])
  return {
    of: ({ id, at, foundAt }: DesignUnit, comes: boolean) => {
      const fit = comes ? fitOf.get(id) : undefined
      const conflicts = fit?.conflicts ?? []
      return {
        onFace: at !== undefined || foundAt !== undefined,
        sheetHours: fit ? sheetHoursOf(fit) : 0,
        blockedBy: conflicts.filter(hole => gone.has(hole)),
        blocked: conflicts.some(hole => !gone.has(hole)),
        plated: gone.has(id) && planned.has(id)
      }
    },
    bare: holes.length === 0,
    plates: left.filter(({ hole, coveredBy }) => !gone.has(hole.id) && !coveredBy && planned.has(hole.id)).length
  }
}

/** All that an option changes, as pieces of work. */
export function jobOf(design: Design, wires: readonly Wire[]): Job {
  const { prices } = design
  const cents = (hours: number) => Math.round(hours * prices.labourCentsPerHour)
  const sheet = onSheet(design)
  const fresh = design.units.filter(unit => unit.state === 'new').map(unit => ({ unit, seen: seenOf(unit) }))
  const opens = opensIn(design)
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
      ...sheet.of(unit, false),
      ...(phase && { phase }),
      makesWayFor: takersOf(unit, fresh),
      keptFor: design.removed
        .filter(removed => removed.unit.id !== unit.id && leansOn(removed.unit, unit))
        .map(removed => removed.unit.id)
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
          opens: opens(unit),
          ...sheet.of(unit, true),
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
  const visits = visitsOf(design, design.brief.downFrom)
  return {
    visits,
    pieces,
    sheet: design.sheet,
    sheets: visits.map(({ phase }) => phase?.sheet),
    bare: sheet.bare,
    plates: sheet.plates,
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
        : design.airframe.panel.stiffeners.reduce((sum, stiffener) => sum + (stiffener.kind === 'rails' ? 2 : 1), 0),
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
  const index = new Map(job.visits.map((visit, index) => [visit.id, index]))
  return placedBy(job, piece => (piece.phase === undefined ? undefined : index.get(piece.phase)))
}

/**
 * The visits of a design with the sheet of each, and in which each change is done, by the unit; what is removed is called `-` and its
 * id.
 */
export function placedByVisit(design: Design): {
  visits: readonly Visit[]
  of: ReadonlyMap<string, number>
  sheets: readonly ('existing' | 'new')[]
} {
  const job = jobOf(design, [])
  const at = placedAsEntered(job)
  return {
    visits: job.visits,
    sheets: sheetsFor(job)(at),
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
  /** What is opened that an earlier visit had open, as bits in the order of `ACCESS`; none where the hours to open are entered. */
  again: number
  panel: number
  /** The sheet that is worked on, or a new one; hours and plates on the existing one. */
  sheet: 'existing' | 'new'
  sheetHours: number
  plates: number
  /** Something on the face changes in it. */
  onFace: boolean
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
  /** Whether anything is done in it. */
  busy: boolean
  /** Hours of work, opening and harness included. */
  hours: number
  total: number
}
const grown = (cents: number, percentAYear: number, months: number): number =>
  Math.round(cents * (1 + percentAYear / 100) ** (months / 12))
const nothing = (): VisitSum => ({
  equipment: 0,
  drift: 0,
  labour: 0,
  open: 0,
  openHours: 0,
  again: 0,
  panel: 0,
  sheet: 'existing',
  sheetHours: 0,
  plates: 0,
  onFace: false,
  stiffeners: 0,
  wire: 0,
  metres: 0,
  harness: 0,
  harnessHours: 0,
  ends: 0,
  travel: 0,
  own: 0,
  tax: 0,
  contingency: 0,
  credits: 0,
  fall: 0,
  busy: false,
  hours: 0,
  total: 0
})
/** Parts of the aeroplane by their bits. */
export const groupsIn = (bits: number): AccessGroup[] => ACCESS.filter((_, index) => bits & (1 << index))

/** What each visit costs of one’s own, and what of it is taxed. */
function ownCosts({ visits, costs }: Job) {
  const ownOf = (visit: Visit, v: number, taxed?: OwnCost['taxed']) =>
    costs
      .filter(cost => !cost.yearly && (cost.phase ? cost.phase === visit.id : v === 0))
      .filter(cost => taxed === undefined || cost.taxed === taxed)
      .reduce((cents, cost) => cents + cost.cents, 0)
  return visits.map((visit, v) => ({
    all: ownOf(visit, v),
    things: ownOf(visit, v, 'as things'),
    work: ownOf(visit, v, 'as work')
  }))
}

/** Adds each wire to the visit in which the last of what it joins is there. */
function addWires(job: Job, at: ArrayLike<number>, metres: Float64Array, ends: Float64Array): void {
  for (const wire of job.wires) {
    // A wire is made when the last of what it joins is there; while one of them is in no visit yet, nobody knows which that is.
    let last = -1
    let open = false
    for (const piece of wire.pieces) {
      if (at[piece]! < 0) open = true
      else if (at[piece]! > last) last = at[piece]!
    }
    if (open || last < 0) continue
    metres[last]! += wire.metres
    ends[last]! += wire.ends
  }
}

/**
 * The sheet of each visit. A new one where it was chosen (for the option: in the first visit that changes the face), or where a hole that
 * is still in the sheet leaves no room for what comes: the holes as found are in it until a new sheet is made, then those of units that
 * were not yet gone.
 */
export function sheetsFor(job: Job): (at: ArrayLike<number>) => ('existing' | 'new')[] {
  const indexOf = new Map(job.pieces.map((piece, index) => [piece.id, index]))
  const onFace = job.pieces.flatMap((piece, index) => (piece.onFace ? [index] : []))
  const blockers = job.pieces.flatMap((piece, index) =>
    piece.blocked || piece.blockedBy.length
      ? [{ index, always: piece.blocked, by: piece.blockedBy.map(id => indexOf.get(id)!) }]
      : []
  )
  return at => {
    let renewed = false
    let first = job.visits.length
    for (const index of onFace) if (at[index]! >= 0) first = Math.min(first, at[index]!)
    if (first === job.visits.length) first = 0
    return job.visits.map((_, v) => {
      const sheet =
        job.sheets[v] ??
        (job.sheet === 'existing' || v === first ? job.sheet : undefined) ??
        (job.bare && v === first ? 'new' : undefined) ??
        (blockers.some(
          ({ index, always, by }) =>
            at[index] === v && ((always && !renewed) || by.some(other => !renewed || at[other]! >= v))
        )
          ? 'new'
          : 'existing')
      if (sheet === 'new') renewed = true
      return sheet
    })
  }
}

/** By visit and piece, what a price has risen and a credit fallen by then; by piece, the bits of what it opens. */
function growthOf({ prices, pieces, visits }: Job) {
  const perVisit = (of: (piece: Piece, months: number) => number) =>
    visits.map(({ months }) => Float64Array.from(pieces, piece => (months ? of(piece, months) : 0)))
  const drifts = perVisit(
    ({ priceCents }, months) => grown(priceCents, prices.driftPercentAYear ?? 0, months) - priceCents
  )
  const falls = perVisit(
    ({ creditCents }, months) =>
      creditCents - Math.round(creditCents * (1 - (prices.tradeInFallPercentAMonth ?? 0) / 100) ** months)
  )
  const bits = Int32Array.from(pieces, ({ opens }) =>
    opens.reduce((sum, group) => sum | (1 << ACCESS.indexOf(group)), 0)
  )
  return { drifts, falls, bits }
}

/**
 * Adds the sheet of a visit, with the hours and the plates on it: a new one is cut with all its holes, and has none to close.
 * @returns what work on the sheet costs, in cents
 */
function addSheet(job: Job, sum: VisitSum, sheet: VisitSum['sheet'], v: number): number {
  sum.sheet = sheet
  sum.plates = sheet === 'new' ? 0 : sum.plates + (v === 0 ? job.plates : 0)
  sum.sheetHours = sheet === 'new' ? 0 : sum.sheetHours + sum.plates * SHEET_HOURS.plate
  if (sheet === 'existing') return Math.round(sum.sheetHours * job.prices.labourCentsPerHour)
  // Where nothing changes on the face, a new sheet is made only because somebody chose it.
  const made = sum.busy && (sum.onFace || job.sheet === 'new' || job.sheets[v] === 'new')
  return made ? job.prices.panelWorkCents : 0
}

/**
 * Makes ready to say what each visit costs when each piece is done in a given one: a search asks it many times over.
 * @returns a function of the visit of each piece; a piece at −1 is in none
 */
export function visitSums(job: Job): (at: ArrayLike<number>) => VisitSum[] {
  const { prices, pieces, visits } = job
  const rate = prices.labourCentsPerHour
  const many = visits.length
  const { drifts, falls, bits } = growthOf(job)
  const hoursOf = ACCESS.map(group => job.accessHours[group] ?? 0)
  const owns = ownCosts(job)
  const sheetsAt = sheetsFor(job)
  const [metres, ends, opens] = [new Float64Array(many), new Float64Array(many), new Int32Array(many)]
  return at => {
    metres.fill(0)
    ends.fill(0)
    opens.fill(0)
    const sums = visits.map(nothing)
    const busy = new Uint8Array(many)
    const sheets = sheetsAt(at)
    addWires(job, at, metres, ends)
    pieces.forEach((piece, index) => {
      const v = at[index]!
      if (v < 0) return
      const sum = sums[v]!
      busy[v] = 1
      sum.sheetHours += piece.sheetHours
      if (piece.plated) sum.plates++
      if (piece.onFace) sum.onFace = true
      sum.equipment += piece.priceCents
      sum.drift += drifts[v]![index]!
      sum.labour += piece.workCents
      sum.hours += piece.hours
      sum.credits += piece.creditCents
      sum.fall += falls[v]![index]!
      opens[v]! |= bits[index]!
    })
    let seen = 0
    return visits.map((visit, v) => {
      const sum = sums[v]!
      const entered = visit.phase?.accessHours
      const again = entered === undefined ? opens[v]! & seen : 0
      seen |= opens[v]!
      // A visit in which nothing is done opens nothing.
      let openHours = busy[v] ? (entered ?? 0) : 0
      for (let group = 0; group < hoursOf.length; group++) if (again & (1 << group)) openHours += hoursOf[group]!
      const stiffenerHours = v === 0 ? job.stiffeners * STIFFENER_HOURS : 0
      const harnessHours = prices.harnessByEnds ? (ends[v]! * MINUTES_AN_END) / 60 : 0
      const own = owns[v]!
      const open = Math.round(openHours * rate)
      sum.busy = busy[v] === 1
      const panel = addSheet(job, sum, sheets[v]!, v)
      const stiffeners = Math.round(stiffenerHours * rate)
      const wire = Math.round(metres[v]! * prices.wireCentsPerMetre)
      const harness = Math.round(harnessHours * rate)
      const travel = busy[v] ? prices.travelCents : 0
      const things = sum.equipment + sum.drift + wire + own.things
      const work = sum.labour + open + panel + stiffeners + harness + own.work
      const tax =
        Math.round((things * (prices.taxOnThingsPercent ?? 0)) / 100) +
        Math.round((work * (prices.taxOnWorkPercent ?? 0)) / 100)
      const before =
        sum.equipment + sum.drift + sum.labour + tax + open + panel + stiffeners + wire + harness + travel + own.all
      const contingency = Math.round((before * prices.contingencyPercent) / 100)
      // Written out: a search makes a hundred thousand of them.
      sum.open = open
      sum.openHours = openHours
      sum.again = again
      sum.panel = panel
      sum.stiffeners = stiffeners
      sum.wire = wire
      sum.metres = metres[v]!
      sum.harness = harness
      sum.harnessHours = harnessHours
      sum.ends = ends[v]!
      sum.travel = travel
      sum.own = own.all
      sum.tax = tax
      sum.contingency = contingency
      sum.hours += openHours + harnessHours + sum.sheetHours
      sum.total = before + contingency - sum.credits + sum.fall
      return sum
    })
  }
}
/** What each visit costs when each piece is done in a given one; a piece at −1 is in none. */
export const sumVisits = (job: Job, at: ArrayLike<number>): VisitSum[] => visitSums(job)(at)
