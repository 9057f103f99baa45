import * as messages from '../messages'
import {
  finding,
  type Basis,
  type Design,
  type DesignUnit,
  type Finding,
  type FindingCode,
  type FindingFacts
} from '../../design'
import type { Item } from '../../catalogue'

/** A box that has to stand true, and how it was found to stand. */
export interface Standing {
  unit: string
  asks: NonNullable<Item['stands']>
  is: NonNullable<DesignUnit['stands']>
  /** What lifts it level and turns it square: under which edge, how thick. */
  shims: { under: 'its nose' | 'its tail' | 'its left' | 'its right'; mm: number }[]
  state: 'true' | 'off' | 'not measured'
}

/** Thickness under the low edge of a box that is off by an angle over a length: L · sin a. */
export const shimMm = (lengthMm: number, degrees: number): number =>
  lengthMm * Math.sin((Math.abs(degrees) * Math.PI) / 180)

/** Every box that has to stand true. */
export function standingsOf(design: Design): Standing[] {
  return design.units.flatMap((unit): Standing[] => {
    const asks = unit.item.stands
    if (!asks) return []
    const is = unit.stands ?? {}
    const { body } = unit.item
    // Its length lies along the aeroplane unless its connectors point to a side.
    const sideways = is.facing === 'left' || is.facing === 'right'
    const [long, wide] = sideways ? [body?.widthMm ?? 0, body?.depthMm ?? 0] : [body?.depthMm ?? 0, body?.widthMm ?? 0]
    const lift = (degrees: number | undefined, lengthMm: number, under: readonly [Under, Under]) =>
      degrees === undefined || Math.abs(degrees) <= asks.levelDeg
        ? []
        : [{ under: degrees > 0 ? under[0] : under[1], mm: shimMm(lengthMm, degrees) }]
    return [
      {
        unit: unit.id,
        asks,
        is,
        shims: [
          ...lift(is.pitchDeg, long, ['its tail', 'its nose']),
          ...lift(is.rollDeg, wide, ['its right', 'its left'])
        ],
        state: stateOf(asks, is)
      }
    ]
  })
}
type Under = Standing['shims'][number]['under']
function stateOf(asks: Standing['asks'], is: Standing['is']): Standing['state'] {
  const off = [is.pitchDeg, is.rollDeg, is.yawDeg]
  if (off.some(degrees => degrees !== undefined && Math.abs(degrees) > asks.levelDeg)) return 'off'
  if (is.facing !== undefined && !asks.facing.includes(is.facing)) return 'off'
  if (is.inverted && !asks.inverted) return 'off'
  return is.facing === undefined || off.includes(undefined) ? 'not measured' : 'true'
}

/** One or another of a list. */
const orWords = (list: readonly string[]): string =>
  list.length > 1 ? `${list.slice(0, -1).join(', ')} or ${list.at(-1)!}` : list.join()

const MANUAL: Basis = { kind: 'entered', source: 'mounting required by the maker' }
/** Boxes that do not stand as their makers want them, that stand on their heads, and those nobody has measured. */
export function standingFindings(design: Design, standings: readonly Standing[]): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  return standings.flatMap(({ unit: id, asks, is, shims, state }): Finding[] => {
    const unit = units.get(id)!
    const found: Finding[] = []
    const tell = (
      code: FindingCode,
      weight: Finding['weight'],
      says: Finding['says'],
      more: Partial<FindingFacts> = {}
    ) => found.push(finding(code, id, { weight, basis: MANUAL, says, ...more }))
    if (is.facing !== undefined && !asks.facing.includes(is.facing))
      tell(
        'wiring.stands-facing',
        'must fix',
        messages.standsFacing({ unit, facing: is.facing, orWords: orWords(asks.facing) })
      )
    if (is.inverted) {
      if (asks.inverted) tell('wiring.stands-inverted', 'note', messages.standsInvertedAllowed(unit))
      else tell('wiring.stands-inverted', 'must fix', messages.standsInverted(unit))
    }
    for (const [degrees, which] of [
      [is.pitchDeg, 'nose'],
      [is.rollDeg, 'roll'],
      [is.yawDeg, 'turn']
    ] as const) {
      if (degrees === undefined || Math.abs(degrees) <= asks.levelDeg) continue
      const shim = shims.find(({ under }) =>
        which === 'nose' ? /nose|tail/.test(under) : which === 'roll' && /left|right/.test(under)
      )
      const off = {
        nose: degrees > 0 ? 'nose up' : 'nose down',
        roll: degrees > 0 ? 'right side down' : 'left side down',
        turn: degrees > 0 ? 'turned to the right' : 'turned to the left'
      }[which]
      tell(
        `wiring.stands-${which}`,
        'must fix',
        messages.standsOff({ unit, degrees, off, levelDeg: asks.levelDeg, shim }),
        { measured: Math.abs(degrees), limit: asks.levelDeg, unit: 'deg' }
      )
    }
    if (state === 'not measured')
      tell(
        'wiring.stands-unmeasured',
        'note',
        messages.standsUnmeasured({ unit, levelDeg: asks.levelDeg, orWords: orWords(asks.facing) })
      )
    return found
  })
}

/** Whether a box passes a hole, some way round: its two smaller measures, the corner of the hole not counted. */
export const passes = (body: NonNullable<Item['body']>, hole: { widthMm: number; heightMm: number }): boolean => {
  const [a, b] = [body.widthMm, body.heightMm, body.depthMm].sort((x, y) => x - y) as [number, number, number]
  return a <= Math.min(hole.widthMm, hole.heightMm) && b <= Math.max(hole.widthMm, hole.heightMm)
}
/** Places that are closed up, with a hole to reach in by. */
const CLOSED = ['wing', 'wing tip', 'tail', 'belly', 'fuselage top']
/** Units that do not pass the opening of their place, and servos where nobody has measured it. */
export function openingFindings(design: Design): Finding[] {
  const tight = design.units.flatMap((unit): Finding[] => {
    const { opening } = unit.place
    if (!opening || !unit.item.body || unit.state === 'kept' || passes(unit.item.body, opening)) return []
    const [a, b] = [unit.item.body.widthMm, unit.item.body.heightMm, unit.item.body.depthMm].sort((x, y) => x - y)
    const [narrow, wide] = [opening.widthMm, opening.heightMm].sort((x, y) => x - y)
    // The measure that does not pass is told against the side it has to pass.
    const isTooThick = a! > narrow!
    return [
      finding('wiring.opening', unit.id, {
        weight: 'must fix',
        basis: { kind: 'entered', source: `opening of ${unit.place.name}` },
        measured: isTooThick ? a : b,
        limit: isTooThick ? narrow : wide,
        unit: 'mm',
        says: messages.opening({ unit, a, b, widthMm: opening.widthMm, heightMm: opening.heightMm })
      })
    ]
  })
  const unmeasured = design.units.filter(
    unit =>
      unit.state !== 'kept' &&
      unit.item.kind === 'servo' &&
      unit.item.body &&
      !unit.place.opening &&
      CLOSED.includes(unit.place.kind)
  )
  if (!unmeasured.length) return tight
  return [
    ...tight,
    finding(
      'wiring.opening-unknown',
      unmeasured.map(unit => unit.id),
      {
        weight: 'note',
        basis: { kind: 'common practice', source: 'a servo goes in, and is reached, by an inspection opening' },
        says: messages.openingUnknown(unmeasured)
      }
    )
  ]
}
