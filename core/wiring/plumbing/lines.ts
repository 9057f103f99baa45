import * as messages from '../messages'
import { lengthOf, dropOf } from '../../airframe'
import type { FunctionName } from '../../catalogue'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../../design'
import { thing } from '../../quantity'

const LINES = ['pitot', 'static', 'vacuum'] as const
/** One system of tubes: what feeds it, what hangs on it. */
export interface TubeLine {
  line: (typeof LINES)[number]
  source?: string
  users: string[]
  /** Tees, where a tube goes on to the next. */
  tees: number
  /** From the source to the panel and to each user that stands elsewhere, to cut; undefined where no route leads. */
  lengthMm?: number
  /** Units that were put in, moved or taken out: the line was opened. */
  opened: string[]
}

const gives = (unit: DesignUnit, name: FunctionName) => unit.item.provides.includes(name)
const needs = (unit: DesignUnit, name: FunctionName) =>
  unit.item.needs.some(need => need.what === 'function' && need.name === name)
/** What of the air a unit takes: only what tells speed needs the pitot; all that need air take the static (common practice). */
function linesOf(unit: DesignUnit): TubeLine['line'][] {
  if (needs(unit, 'pitot and static'))
    return gives(unit, 'airspeed') || gives(unit, 'air data sensing') ? ['pitot', 'static'] : ['static']
  return needs(unit, 'vacuum lines') || (needs(unit, 'vacuum source') && !gives(unit, 'vacuum lines')) ? ['vacuum'] : []
}

/** Pitot, static and vacuum: who hangs on each, how many tees, how much tube, and whether it was opened. */
export function tubeLines(design: Design): TubeLine[] {
  const removed = design.removed.map(removed => removed.unit)
  return LINES.flatMap((line): TubeLine[] => {
    const source = design.units.find(unit => gives(unit, line === 'vacuum' ? 'vacuum source' : 'pitot and static'))
    const users = design.units.filter(unit => unit !== source && linesOf(unit).includes(line))
    const gone = removed.filter(unit => linesOf(unit).includes(line))
    if (!users.length && !gone.length) return []
    const ends = [...new Map(users.map(unit => [`${unit.place.id} ${dropOf(unit)}`, unit])).values()]
    const lengths =
      source &&
      ends.map(unit => lengthOf(design.airframe, { from: source.place.id, to: unit.place.id, dropMm: dropOf(unit) }))
    return [
      {
        line,
        source: source?.id,
        users: users.map(unit => unit.id),
        tees: Math.max(0, users.length - 1),
        lengthMm: lengths?.every(length => length !== undefined)
          ? lengths.reduce((sum, wireLength) => sum + wireLength!.cutMm, 0)
          : undefined,
        opened: [...users.filter(unit => unit.state !== 'kept'), ...gone].map(unit => unit.id)
      }
    ]
  })
}

const CHECK: Readonly<Record<TubeLine['line'], { basis: Basis; text: string }>> = {
  pitot: {
    basis: { kind: 'common practice', source: 'leak check of the pitot after it was opened' },
    text: 'the pitot is to be leak-checked with the airspeed indication'
  },
  static: {
    basis: { kind: 'published', source: '14 CFR 91.411(a)(2), part 43 appendix E', fromMemory: true },
    text: 'the static system is to be leak-checked, and altimeter and altitude reporting tested, before IFR'
  },
  vacuum: {
    basis: { kind: 'common practice', source: 'suction and caps after a vacuum line was opened' },
    text: 'suction is to be read again, and every end that is left capped'
  }
}
/** What has to be checked after lines were opened. */
export function tubeFindings(design: Design, lines: readonly TubeLine[]): Finding[] {
  const all = new Map([...design.units, ...design.removed.map(removed => removed.unit)].map(unit => [unit.id, unit]))
  return lines.flatMap(({ line, opened, tees, lengthMm, users }) =>
    opened.length
      ? [
          finding('wiring.tubes', users, {
            key: line,
            weight: 'note' as const,
            basis: CHECK[line].basis,
            says: messages.tubes({
              line,
              opened: opened.map(id => thing(all.get(id)!)),
              text: CHECK[line].text,
              users,
              tees,
              lengthMm
            })
          })
        ]
      : []
  )
}
