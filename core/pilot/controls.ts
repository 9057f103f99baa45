import { heardBy, saidBy, WIRELESS, type FunctionName, type PortKind, type SignalName } from '../catalogue'
import { cablesOf } from '../cables'
import type { Design, DesignUnit } from '../design'
import type { LinkEnd } from '../document'
import { unitsInUse } from './flow'

/** What a pilot sets in flight. */
export const SETTINGS = ['com', 'nav', 'transponder', 'audio', 'autopilot', 'flight plan', 'baro', 'dimming'] as const
export type Setting = (typeof SETTINGS)[number]

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
  /** Its own front, the kind of line, or the bus that they share. */
  over: 'front' | PortKind
  /** The link that carries it; of a bus none that would be the only one. */
  link?: string
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
  link?: string
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
      return over && joined ? [{ mine: from, theirs: to, over, link: id }] : []
    }),
    ...chains.flatMap(({ nodes }) => {
      const ends = nodes.map(({ unit, port }): LinkEnd => ({ unit: unit.id, port: port.id }))
      return ends.flatMap((mine, index) =>
        ends.slice(index + 1).map(theirs => ({ mine, theirs, over: 'can' as const }))
      )
    })
  ].filter(({ mine, theirs }) => mine.unit !== theirs.unit)
  return pairs.flatMap(pair => [pair, { ...pair, mine: pair.theirs, theirs: pair.mine }])
}

/** Whether a unit has a front that a hand can set: on the face, and not a box elsewhere. */
const hasFront = (unit: DesignUnit): boolean => unit.place.kind === 'panel' && unit.item.face !== undefined
/** Whether a hand can be laid on it: on the face, or in the cabin like a tablet. */
const atHand = (unit: DesignUnit): boolean => hasFront(unit) || unit.place.kind === 'cabin'

function isSet(unit: DesignUnit, { gives, says, radio, signal }: Kind): boolean {
  const hears = signal !== undefined && unit.item.ports.some(port => heardBy(port).includes(signal))
  if (!gives.length) return hears
  const isRadio = !radio || unit.item.ports.some(port => port.kind === 'coax')
  const does =
    unit.item.provides.some(name => gives.includes(name)) ||
    unit.item.ports.some(port => saidBy(port).some(name => says?.includes(name)))
  return isRadio && does && (hears || hasFront(unit))
}

/** With each point and each line or bus lost, what it can still be set from. */
function lossesOf(points: readonly ControlPoint[]): Controlled['losses'] {
  const counted = points.filter(point => !point.uncounted)
  const left = (gone: (point: ControlPoint) => boolean) => [
    ...new Set(counted.filter(point => !gone(point)).map(point => point.label))
  ]
  const units = [...new Map(counted.map(({ unit, label }) => [unit, label]))]
  const shared = counted.some(({ over }) => over === 'can')
  return [
    ...units.map(([id, lost]) => ({ lost, left: left(({ unit }) => unit === id) })),
    ...(shared ? [{ lost: 'CAN bus', left: left(({ over }) => over === 'can') }] : [])
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
        const point = (of: DesignUnit, over: ControlPoint['over'], link?: string): ControlPoint => ({
          unit: of.id,
          label: of.label,
          over,
          link,
          uncounted: over === WIRELESS,
          reachedBy: reaches(of.id)
        })
        const own = hasFront(unit) && setting !== 'dimming' ? [point(unit, 'front')] : []
        const others = joined.flatMap(({ mine, theirs, over, link }): ControlPoint[] => {
          const head = units.get(theirs.unit)
          const [here, there] = [portOf(mine), portOf(theirs)]
          if (mine.unit !== unit.id || !kind.signal || !head || !here || !there || !atHand(head)) return []
          return heardBy(here).includes(kind.signal) && saidBy(there).includes(kind.signal)
            ? [point(head, over, link)]
            : []
        })
        // One unit over two lines of a kind is one point.
        const points = [...new Map([...own, ...others].map(found => [`${found.unit} ${found.over}`, found])).values()]
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
