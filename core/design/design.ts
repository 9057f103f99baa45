import type { Item } from '../catalogue'
import type {
  Airframe,
  Brief,
  BusOrder,
  CircuitChoice,
  Flow,
  Group,
  HandCheck,
  Label,
  Link,
  Option,
  Place,
  Prices,
  Project,
  Quote,
  Row,
  Supply,
  Unit,
  WireMark,
  WorkPhase
} from '../document'

/** A unit joined with its catalogue entry and its place. */
export interface DesignUnit {
  readonly id: string
  readonly label: string
  readonly item: Item
  readonly place: Place
  /** Centre of the bezel on the panel; absent when it has no place on the face (yet). */
  readonly at?: { readonly xMm: number; readonly yMm: number }
  readonly state: 'kept' | 'moved' | 'new'
  /** Where its weight sits, where that was entered. */
  readonly armMm?: number
  /** Where in the aeroplane it is, where that was entered of it and not of its place. */
  readonly acrossMm?: number
  readonly upMm?: number
  /** What stood under this id in the aeroplane as found, and where, unless it is the very same in the very same place. */
  readonly was?: { readonly item: Item; readonly place: Place; readonly armMm?: number }
  /** What had its hole in the face under this id as found, and where. */
  readonly foundAt?: { readonly item: Item; readonly xMm: number; readonly yMm: number }
  /** How it was found to stand, where it has to stand true. */
  readonly stands?: Unit['stands']
  readonly shed?: boolean
  readonly shedAfterMinutes?: number
  readonly shedBelowV?: number
  readonly phase?: string
  /** Weeks from the order until it is there, where somebody said so. */
  readonly lead?: Unit['lead']
  readonly locked?: boolean
  readonly rearSupport?: boolean
  /** The row or stack it is set out by. */
  readonly row?: string
  readonly priceCents: number
  /** It is there, and provides nothing. */
  readonly inoperative?: boolean
  /** What it would sell for, where that was entered. */
  readonly valueCents?: number
  /** A later revision of its item that was looked at and left. */
  readonly passedOver?: number
}

export interface Removed {
  readonly unit: DesignUnit
  readonly how: 'scrap' | 'sell' | 'trade in'
  readonly creditCents: number
  /** The visit in which it comes out, where that was said. */
  readonly phase?: string
}

/** One alternative, joined and read-only: all that any room may look at. */
export interface Design {
  readonly projectId: string
  readonly title: string
  readonly optionId: string
  readonly optionName: string
  readonly brief: Brief
  readonly airframe: Airframe
  readonly units: readonly DesignUnit[]
  readonly removed: readonly Removed[]
  readonly links: readonly Link[]
  /** What is known of wires: numbers, how far they have come, the way they were sent. */
  readonly busOrders: readonly BusOrder[]
  readonly wires: readonly WireMark[]
  readonly circuits: readonly CircuitChoice[]
  /** The planner's own supply; absent where the proposal stands. */
  readonly supply?: Supply
  readonly rows: readonly Row[]
  readonly groups: readonly Group[]
  readonly labels: readonly Label[]
  readonly blanks: Option['blanks']
  /** The face is cut in the existing sheet or in a new one, where that was chosen. */
  readonly sheet?: Option['sheet']
  readonly flows: readonly Flow[]
  readonly quotes: readonly Quote[]
  /** The quote of the shop that has the job. */
  readonly shop?: string
  readonly phases: readonly WorkPhase[]
  readonly costs: Option['costs']
  readonly actuals: Option['actuals']
  /** Tasks of one’s own beside those of the refit, and the days before which a task is not to begin. */
  readonly tasks: Option['tasks']
  readonly shifts: Option['shifts']
  readonly prices: Prices
  readonly handChecks: readonly HandCheck[]
  readonly confirmed: Project['confirmed']
  /** Rule packs of one’s own. */
  readonly packs: Project['packs']
}
