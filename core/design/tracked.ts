import { perObject, sameElements, track, trackedOf, valueOf, type Shape, type Tracked } from '../cache'
import { Airframe, Brief, Panel, type Unit } from '../document'
import type { Design, DesignUnit, Removed } from './design'

const keysOf = <T>(fields: Record<keyof T, true>): string[] => Object.keys(fields)
const ofDesign = <K extends keyof Design>(root: Tracked, field: K): Design[K] => valueOf(root, field) as Design[K]

const bothTracked = (a: object, b: object) => trackedOf(a) !== undefined && trackedOf(b) !== undefined
const sameId = (a: DesignUnit, b: DesignUnit) => a === b || (bothTracked(a, b) && a.id === b.id)
/** The same units in the same order. What is read of each is recorded of each. */
export const sameUnits = (a: readonly DesignUnit[], b: readonly DesignUnit[]): boolean =>
  a.length === b.length && a.every((unit, index) => sameId(unit, b[index]!))
const sameRemoved = (a: readonly Removed[], b: readonly Removed[]): boolean =>
  a.length === b.length &&
  a.every((one, index) => {
    const other = b[index]!
    return (
      sameId(one.unit, other.unit) &&
      one.how === other.how &&
      one.creditCents === other.creditCents &&
      one.phase === other.phase
    )
  })

const DESIGN: Shape = {
  name: 'design',
  root: true,
  fields: keysOf<Design>({
    projectId: true,
    title: true,
    optionId: true,
    optionName: true,
    brief: true,
    airframe: true,
    units: true,
    removed: true,
    links: true,
    busOrders: true,
    wires: true,
    circuits: true,
    supply: true,
    rows: true,
    groups: true,
    labels: true,
    blanks: true,
    sheet: true,
    flows: true,
    quotes: true,
    shop: true,
    phases: true,
    costs: true,
    actuals: true,
    tasks: true,
    shifts: true,
    prices: true,
    handChecks: true,
    confirmed: true,
    packs: true
  }),
  same: {
    brief: bothTracked,
    airframe: bothTracked,
    units: sameUnits,
    removed: sameRemoved,
    handChecks: sameElements
  },
  counterpart: (_, root) => root
}
const BRIEF: Shape = {
  name: 'brief',
  fields: Object.keys(Brief.shape),
  counterpart: (_, root) => trackedOf(ofDesign(root, 'brief'))
}
const AIRFRAME: Shape = {
  name: 'airframe',
  fields: Object.keys(Airframe.shape),
  same: { panel: bothTracked },
  counterpart: (_, root) => trackedOf(ofDesign(root, 'airframe'))
}
const PANEL: Shape = {
  name: 'panel',
  fields: Object.keys(Panel.shape),
  counterpart: (_, root) => {
    const airframe = trackedOf(ofDesign(root, 'airframe'))
    return airframe && trackedOf(valueOf(airframe, 'panel'))
  }
}
/** The units of a design and those that it removes, by their ids. */
const unitsById = perObject(
  (root: Tracked) =>
    new Map(
      [...ofDesign(root, 'units'), ...ofDesign(root, 'removed').map(({ unit }) => unit)].map(unit => [unit.id, unit])
    )
)
const UNIT: Shape = {
  name: 'unit',
  fields: keysOf<DesignUnit>({
    id: true,
    label: true,
    item: true,
    place: true,
    at: true,
    state: true,
    armMm: true,
    acrossMm: true,
    upMm: true,
    was: true,
    foundAt: true,
    stands: true,
    shed: true,
    shedAfterMinutes: true,
    shedBelowV: true,
    phase: true,
    lead: true,
    locked: true,
    rearSupport: true,
    row: true,
    priceCents: true,
    inoperative: true,
    valueCents: true,
    passedOver: true
  }),
  same: {
    at: (a: NonNullable<DesignUnit['at']>, b: NonNullable<DesignUnit['at']>) => a.xMm === b.xMm && a.yMm === b.yMm,
    was: (a: NonNullable<DesignUnit['was']>, b: NonNullable<DesignUnit['was']>) =>
      a.item === b.item && a.place === b.place && a.armMm === b.armMm,
    foundAt: (a: NonNullable<DesignUnit['foundAt']>, b: NonNullable<DesignUnit['foundAt']>) =>
      a.item === b.item && a.xMm === b.xMm && a.yMm === b.yMm
  },
  counterpart: (unit, root) => trackedOf(unitsById(root).get(valueOf(unit, 'id') as string))
}

export const trackDesign = (design: Design): Design => track(DESIGN, design)
export const trackBrief = perObject((brief: Brief) => track(BRIEF, brief))
const trackPanel = perObject((panel: Panel) => track(PANEL, panel))
export const trackAirframe = perObject((airframe: Airframe) =>
  track(AIRFRAME, { ...airframe, panel: trackPanel(airframe.panel) })
)

const joined = perObject((_: Unit): { last?: DesignUnit } => ({}))
/** The unit as it was joined before where nothing of it is another, so that it is the same object from one design to the next. */
export function sameUnit(unit: Unit, now: DesignUnit): DesignUnit {
  const kept = joined(unit)
  const before = kept.last && trackedOf(kept.last)!.values
  const same =
    before &&
    UNIT.fields.every((field, index) => {
      const [a, b] = [before[index], (now as unknown as Record<string, unknown>)[field]]
      if (a === b) return true
      const equal = UNIT.same![field] as ((a: unknown, b: unknown) => boolean) | undefined
      return a !== undefined && b !== undefined && equal?.(a, b)
    })
  if (!same) kept.last = track(UNIT, now)
  return kept.last!
}
