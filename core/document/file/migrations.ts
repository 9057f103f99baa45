import { modernise } from '../../catalogue/modernise'
import { FORMAT } from '../schema/schema'

type Loose = Record<string, unknown>

/**
 * One step each, from the format named by the key to the next. A step takes the whole document as plain data
 * and never looks at today's schema, so that it stays true when the schema moves on.
 */
const STEPS: Record<number, (old: Loose) => Loose> = {
  /** Format 0, the drafts: one unnamed design with its units at the top level and no way to hold alternatives. */
  0: old => {
    const { units, disposals, circuits, links, prices, checks, ...rest } = old
    return {
      fitted: [],
      ...rest,
      format: 1,
      handChecks: checks ?? [],
      options: [
        {
          id: 'a',
          name: 'Option A',
          units: units ?? [],
          disposals: disposals ?? [],
          circuits: circuits ?? [],
          links: links ?? [],
          prices
        }
      ]
    }
  },
  /** Format 1 knew no bays, pilots, rows, groups, labels or flows: an aeroplane without them is what it was. */
  1: old => ({ ...old, format: 2 }),
  /** Format 2 knew no cloud: what was on in the cruise by night is on in it. Its buses and batteries were the proposal's. */
  2: old => {
    const items = (old.items as { power?: { phases?: string[] } }[] | undefined)?.map(item => {
      const phases = item.power?.phases
      const index = phases?.indexOf('cruise by night') ?? -1
      return index < 0
        ? item
        : {
            ...item,
            power: {
              ...item.power,
              phases: [...phases!.slice(0, index + 1), 'cruise in cloud', ...phases!.slice(index + 1)]
            }
          }
    })
    return { ...old, ...(items && { items }), format: 3 }
  },
  /**
   * Format 3 let lists name one thing twice, and name things that are not there, in ways that made no difference: the last word
   * on a circuit, a fate or a look counted, and the shorter of two routes; a breaker could be shared down a chain or in a ring. What
   * did not count is left out, so that what is kept says each thing once; who shared down a chain shares the one at its end. Log entries
   * have ids.
   */
  3: old => ({
    ...old,
    format: 4,
    airframe: oncePerRoute(old.airframe as Loose | undefined),
    options: (old.options as Loose[] | undefined)?.map(option => onceEach(option, idsOf(old.fitted))),
    ...(old.agreed !== undefined && {
      agreed: {
        ...(old.agreed as Loose),
        option: onceEach((old.agreed as { option: Loose }).option, idsOf(old.fitted))
      }
    }),
    ...(old.handChecks !== undefined && { handChecks: lastOf(old.handChecks as Loose[], 'clause') }),
    ...(old.log !== undefined && {
      log: (old.log as Loose[]).map((entry, index) => ({ id: `log-${index + 1}`, ...entry }))
    })
  }),
  /**
   * Format 4 knew IFR without its hour, items by name and not by what they wait for, and one answer to a clause for all
   * options. IFR by night is meant where night was flown too. An answer about papers is of the aeroplane; one about equipment
   * becomes an answer of each option, as it was.
   */
  4: old => {
    const brief = old.brief as Loose | undefined
    const flying = brief?.flying as string[] | undefined
    const checks = old.handChecks as { clause: string }[] | undefined
    const options = [...idsOf(old.options)]
    return {
      ...old,
      format: 5,
      ...(brief && {
        brief: {
          ...brief,
          ...(Array.isArray(flying) && {
            flying: flying.flatMap(kind =>
              kind !== 'IFR' ? [kind] : flying.includes('night VFR') ? ['IFR by day', 'IFR by night'] : ['IFR by day']
            )
          })
        }
      }),
      ...(Array.isArray(old.items) && { items: old.items.map(modernise) }),
      ...(Array.isArray(checks) && {
        handChecks: checks.flatMap(check =>
          check.clause?.startsWith?.('us-papers/') ? [check] : options.map(option => ({ ...check, option }))
        )
      })
    }
  },
  /**
   * Format 5 took a battery’s hours as one where nobody said, and up to forty. What it reckoned with is said. Hours beyond a day
   * become 24 with the capacity that gives the same time at any current: C′ = C · (24 / H)^((k − 1) / k) (Peukert).
   */
  5: old => {
    const airframe = old.airframe as Loose | undefined
    const supplied = (option: Loose): Loose => {
      const supply = option.supply as { sources?: Loose[] } | undefined
      return supply?.sources
        ? {
            ...option,
            supply: {
              ...supply,
              sources: supply.sources.map(source => (source.kind === 'battery' ? ratedInADay(source) : source))
            }
          }
        : option
    }
    const agreed = old.agreed as { option: Loose } | undefined
    return {
      ...old,
      format: 6,
      ...(airframe && {
        airframe: {
          ...airframe,
          ...(isLoose(airframe.battery) && { battery: ratedInADay(airframe.battery) })
        }
      }),
      ...(Array.isArray(old.items) && {
        items: (old.items as Loose[]).map(item =>
          isLoose(item.battery) ? { ...item, battery: ratedInADay(item.battery) } : item
        )
      }),
      ...(Array.isArray(old.options) && { options: (old.options as Loose[]).map(supplied) }),
      ...(agreed && { agreed: { ...agreed, option: supplied(agreed.option) } })
    }
  },
  /** Format 7 knows pin tables, where places are, what legs meet and what is known of a wire; none of it had been entered. */
  6: old => ({ ...old, format: 7 }),
  /** Format 7 knew nothing of how the shop works. */
  7: old => ({ ...old, format: 8 }),
  /** The two lumps of a quote became lines that say what they cover. */
  8: old => ({
    ...old,
    format: 9,
    options: (old.options as Loose[]).map(quotesInLines),
    ...(isLoose(old.agreed) && {
      agreed: { ...old.agreed, option: quotesInLines((old.agreed as { option: Loose }).option) }
    })
  }),
  /** Hours to open for a visit that nobody entered were none; from format 10 on they are worked out. */
  9: old => ({
    ...old,
    format: 10,
    options: (old.options as Loose[]).map(hoursEntered),
    ...(isLoose(old.agreed) && {
      agreed: { ...old.agreed, option: hoursEntered((old.agreed as { option: Loose }).option) }
    })
  })
}

const hoursEntered = (option: Loose): Loose => ({
  ...option,
  ...(Array.isArray(option.phases) && {
    phases: (option.phases as Loose[]).map(phase => ({ ...phase, accessHours: phase.accessHours ?? 0 }))
  })
})

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null

const quotesInLines = (option: Loose): Loose => ({
  ...option,
  quotes: ((option.quotes ?? []) as Loose[]).map(({ equipmentCents, labourCents, ...rest }) => ({
    ...rest,
    lines: [
      { id: 'equipment', says: 'Equipment', cents: equipmentCents, covers: ['all equipment'] },
      { id: 'labour', says: 'Labour', cents: labourCents, covers: ['all labour', 'all panel', 'all wire'] }
    ]
  }))
})

/** A battery with the hours of its capacity said, and within a day. */
function ratedInADay(battery: Loose): Loose {
  const hours = battery.ratedHours ?? 1
  if (typeof hours !== 'number' || typeof battery.capacityAh !== 'number' || (hours >= 0.1 && hours <= 24))
    return { ...battery, ratedHours: hours }
  const within = hours > 24 ? 24 : 0.1
  const k = battery.chemistry === 'lithium' ? 1.05 : 1.15
  return { ...battery, ratedHours: within, capacityAh: battery.capacityAh * (within / hours) ** ((k - 1) / k) }
}

const idsOf = (records: unknown): Set<unknown> =>
  new Set((records as { id: string }[] | undefined)?.map(record => record.id))

/** Of records with one key the last, in the place of the first. */
function lastOf(records: Loose[], key: string): Loose[] {
  return [...new Map(records.map(record => [record[key], record])).values()]
}

function oncePerRoute(airframe: Loose | undefined): Loose | undefined {
  const routes = airframe?.routes as { from: string; to: string; lengthMm: number }[] | undefined
  if (!routes) return airframe
  const shortest = new Map<string, (typeof routes)[number]>()
  for (const route of routes) {
    const key = [route.from, route.to].sort().join('~')
    const known = shortest.get(key)
    if (!known || route.lengthMm < known.lengthMm) shortest.set(key, route)
  }
  return { ...airframe, routes: [...shortest.values()] }
}

/**
 * Whose breaker a unit's circuit hangs on at last. All of a chain hang on the breaker at its end; of a ring, in which none had one of
 * its own, on that of the unit that is named first.
 */
function breakerOf(circuits: readonly { unit: string; sharesWith?: string }[]): (unit: string) => string {
  const next = new Map(circuits.map(circuit => [circuit.unit, circuit.sharesWith]))
  const order = new Map(circuits.map((circuit, index) => [circuit.unit, index]))
  return unit => {
    const seen: string[] = []
    let at = unit
    for (let to = next.get(at); to !== undefined && to !== at; to = next.get(at)) {
      if (seen.includes(at)) {
        const ring = seen.slice(seen.indexOf(at))
        return ring.reduce((first, other) => (order.get(other)! < order.get(first)! ? other : first))
      }
      seen.push(at)
      at = to
    }
    return at
  }
}

function onceEach(option: Loose, fitted: ReadonlySet<unknown>): Loose {
  const units = idsOf(option.units)
  const circuits = option.circuits as { unit: string; sharesWith?: string }[] | undefined
  const disposals = option.disposals as Loose[] | undefined
  const supply = option.supply as { buses?: { id: string }[] } | undefined
  const buses = supply && idsOf(supply.buses)
  const last = circuits && (lastOf(circuits, 'unit') as typeof circuits).filter(circuit => units.has(circuit.unit))
  const headOf = breakerOf(last ?? [])
  return {
    ...option,
    ...(disposals && { disposals: lastOf(disposals, 'unit').filter(loose => fitted.has(loose.unit)) }),
    ...(last && {
      circuits: last.map((circuit): Loose => {
        const { sharesWith: _, ...rest } = circuit as Loose & { sharesWith?: string }
        const head = headOf(circuit.unit)
        for (const field of ['bus', 'alsoBus'] as const)
          if (buses && rest[field] !== undefined && !buses.has(rest[field])) delete rest[field]
        return head === circuit.unit || !units.has(head) ? rest : { ...rest, sharesWith: head }
      })
    })
  }
}

/** The file is of a format this program does not know. */
export class FormatError extends Error {}

/**
 * Carries a document of an older format forward to today's, step by step.
 * @throws FormatError when it is not a project at all, or newer than this program
 */
export function migrate(document: unknown): unknown {
  if (
    typeof document !== 'object' ||
    document === null ||
    Array.isArray(document) ||
    typeof (document as Loose).format !== 'number'
  )
    throw new FormatError('This is not an Ewerpanel project: it has no “format” number at its top level.')
  let current = document as Loose
  const first = current.format as number
  if (first > FORMAT)
    throw new FormatError(
      `This project was written in format ${first} by a newer Ewerpanel; this one reads up to format ${FORMAT}. ` +
        `Nothing was changed. Open it with the newer program.`
    )
  while (current.format !== FORMAT) {
    const step = STEPS[current.format as number]
    if (!step)
      throw new FormatError(
        `There is no way from format ${String(current.format)} to format ${FORMAT}. Nothing was changed.`
      )
    const { format } = current
    try {
      current = step(current)
    } catch (error) {
      throw new FormatError(
        `This file says it is of format ${String(format)}, and what it holds is not: ${(error as Error).message}. Nothing was changed.`
      )
    }
  }
  return current
}
