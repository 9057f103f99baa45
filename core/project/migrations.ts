import { FORMAT } from './schema'

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
      const at = phases?.indexOf('cruise by night') ?? -1
      return at < 0
        ? item
        : {
            ...item,
            power: { ...item.power, phases: [...phases!.slice(0, at + 1), 'cruise in cloud', ...phases!.slice(at + 1)] }
          }
    })
    return { ...old, ...(items && { items }), format: 3 }
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
      `This project was written in format ${first} by a newer Ewerpanel; this one reads up to format ${FORMAT}. Nothing was changed. Open it with the newer program.`
    )
  while (current.format !== FORMAT) {
    const step = STEPS[current.format as number]
    if (!step)
      throw new FormatError(
        `There is no way from format ${String(current.format)} to format ${FORMAT}. Nothing was changed.`
      )
    current = step(current)
  }
  return current
}
