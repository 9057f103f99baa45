import { heardBy, saidBy, WIRELESS, type FunctionName, type PortKind, type SignalName } from '../catalogue'
import { busName, cablesOf } from '../cables'
import type { Design, DesignUnit } from '../design'
import type { LinkEnd } from '../document'
import { unitsInUse } from './flow'

/** What a pilot sets in flight. */
const SETTINGS = ['com', 'nav', 'transponder', 'audio', 'autopilot', 'flight plan', 'baro', 'dimming'] as const
type Setting = (typeof SETTINGS)[number]

interface Kind {
  /** Who is set: it gives one of these. None where whoever hears the signal is set. */
  gives: readonly FunctionName[]
  /** Or it sends one of these, for another unit to show. */
  says?: readonly SignalName[]
  /** It is a radio: it has an antenna of its own. What only shows what a radio receives is not tuned. */
  radio?: boolean
  /** What another unit sets it by. Without one it is set on its own front only. */
  signal?: SignalName
}
const KINDS: Readonly<Record<Setting, Kind>> = {
  'com': { gives: ['com'], radio: true, signal: 'com tuning' },
  'nav': {
    gives: ['vor', 'localizer'],
    says: ['vor guidance', 'localizer guidance'],
    radio: true,
    signal: 'nav tuning'
  },
  'transponder': { gives: ['transponder'], radio: true, signal: 'transponder control' },
  'audio': { gives: ['audio selection'] },
  'autopilot': { gives: ['autopilot'], signal: 'autopilot mode' },
  'flight plan': { gives: ['gps', 'waas gps'], radio: true, signal: 'flight plan' },
  'baro': { gives: ['altitude'] },
  'dimming': { gives: [], signal: 'lighting' }
}

/** A unit that something is set from. */
export interface ControlPoint {
  unit: string
  label: string
  /** Its own front, or the kind of line. */
  over: 'front' | PortKind
  /** Of a CAN bus: which of those of the design, from 1. */
  bus?: number
  /** A wireless link: shown, and counted for nothing. */
  uncounted: boolean
  /** Ids of the pilots who reach it; of a unit that is not on the face none are known. */
  reachedBy: string[]
}
/** One thing that is set, and all that it is set from. */
export interface Controlled {
  setting: Setting
  unit: string
  label: string
  points: ControlPoint[]
  /** By what is lost, the labels of the points that are left. */
  losses: { lost: string; left: string[] }[]
}

interface Joined {
  mine: LinkEnd
  theirs: LinkEnd
  over: PortKind
  bus?: number
}
/** Ports that are connected, from the side of each: over a link, or as two boxes on one CAN bus. */
function connectedPorts(design: Design, units: ReadonlyMap<string, DesignUnit>): Joined[] {
  const { cables, chains } = cablesOf(design)
  const direct = new Set(cables.flatMap(({ links, kind }) => (kind === 'can' ? [] : links)))
  const kindOf = ({ unit, port }: LinkEnd) => units.get(unit)?.item.ports.find(({ id }) => id === port)?.kind
  const pairs = [
    ...design.links.flatMap(({ id, from, to }) => {
      const over = kindOf(from)
      const joined = direct.has(id) || (over === WIRELESS && kindOf(to) === WIRELESS)
      return over && joined ? [{ mine: from, theirs: to, over }] : []
    }),
    ...chains.flatMap(({ nodes }, index) => {
      const ends = nodes.map(({ unit, port }): LinkEnd => ({ unit: unit.id, port: port.id }))
      return ends.flatMap((mine, at) =>
        ends.slice(at + 1).map(theirs => ({ mine, theirs, over: 'can' as const, bus: index + 1 }))
      )
    })
  ].filter(({ mine, theirs }) => mine.unit !== theirs.unit)
  return pairs.flatMap(pair => [pair, { ...pair, mine: pair.theirs, theirs: pair.mine }])
}

/** Whether a unit has a front that a hand can set: on the face, and not a box elsewhere. */
const hasFront = (unit: DesignUnit): boolean => unit.place.kind === 'panel' && unit.item.face !== undefined
/** Whether a hand can be laid on it: on the face, or in the cabin like a tablet. */
const atHand = (unit: DesignUnit): boolean => hasFront(unit) || unit.place.kind === 'cabin'

/**
 * Whether a unit is what a setting sets: it does it itself, as a radio with an antenna or a front of its own, and not only shows
 * what another does; or it is a box out of the way that hears what it is set by.
 */
function isSet(unit: DesignUnit, { gives, says, radio, signal }: Kind): boolean {
  const { ports, provides } = unit.item
  const hears = signal !== undefined && ports.some(port => heardBy(port).includes(signal))
  if (!gives.length || (hears && !atHand(unit))) return hears
  const does =
    provides.some(name => gives.includes(name)) || ports.some(port => saidBy(port).some(name => says?.includes(name)))
  return does && (hears || hasFront(unit)) && (!radio || ports.some(port => port.kind === 'coax'))
}

/** With each point and each CAN bus lost, what it can still be set from. */
function lossesOf(points: readonly ControlPoint[]): Controlled['losses'] {
  const counted = points.filter(point => !point.uncounted)
  const left = (gone: (point: ControlPoint) => boolean) => [
    ...new Map(counted.filter(point => !gone(point)).map(point => [point.unit, point.label])).values()
  ]
  const units = new Map(counted.map(({ unit, label }) => [unit, label]))
  const buses = new Set(counted.flatMap(point => point.bus ?? []))
  return [
    ...[...units].map(([id, lost]) => ({ lost, left: left(({ unit }) => unit === id) })),
    ...[...buses].map(number => ({ lost: busName(number), left: left(({ bus }) => bus === number) }))
  ]
}
/**
 * For each thing that is set in flight: from which units, over which link or bus, by whom they are reached, and what is left with
 * each of them lost. A unit is set on its own front, and from units at hand that are linked to it and send what it is set by.
 * Dimming has no point where no dimmer is linked.
 * @param reaches ids of the pilots who reach a unit on the face
 */
export function controlsOf(design: Design, reaches: (unit: string) => string[]): Controlled[] {
  const inUse = unitsInUse(design)
  const units = new Map(inUse.map(unit => [unit.id, unit]))
  const joined = connectedPorts(design, units)
  const portOf = ({ unit, port }: LinkEnd) => units.get(unit)?.item.ports.find(({ id }) => id === port)
  return SETTINGS.flatMap(setting => {
    const kind = KINDS[setting]
    return inUse
      .filter(unit => isSet(unit, kind))
      .map((unit): Controlled => {
        const point = (of: DesignUnit, over: ControlPoint['over'], bus?: number): ControlPoint => ({
          unit: of.id,
          label: of.label,
          over,
          ...(bus && { bus }),
          uncounted: over === WIRELESS,
          reachedBy: reaches(of.id)
        })
        const own = hasFront(unit) && setting !== 'dimming' ? [point(unit, 'front')] : []
        const others = joined.flatMap(({ mine, theirs, over, bus }): ControlPoint[] => {
          const head = units.get(theirs.unit)
          const [here, there] = [portOf(mine), portOf(theirs)]
          if (mine.unit !== unit.id || !kind.signal || !head || !here || !there || !atHand(head)) return []
          return heardBy(here).includes(kind.signal) && saidBy(there).includes(kind.signal)
            ? [point(head, over, bus)]
            : []
        })
        // One unit over two lines of a kind is one point.
        const points = [
          ...new Map(
            [...own, ...others].map(found => [`${found.unit} ${found.over} ${found.bus ?? ''}`, found])
          ).values()
        ]
        return { setting, unit: unit.id, label: unit.label, points, losses: lossesOf(points) }
      })
  })
}

/** Whether all that a unit sets can be set from another that the pilot reaches: then it need not be reached itself. */
export function setElsewhere(controls: readonly Controlled[], unit: string, pilot: string): boolean {
  const mine = controls.filter(({ points }) => points.some(point => point.unit === unit))
  return (
    mine.length > 0 &&
    mine.every(({ points }) =>
      points.some(point => point.unit !== unit && !point.uncounted && point.reachedBy.includes(pilot))
    )
  )
}
