import type { Connector } from '../../catalogue'

/** Contacts of standard shells, row by row from the top (MIL-DTL-24308 and its high-density sizes, from memory). */
const ROWS: Partial<Record<Connector['kind'], Readonly<Record<number, readonly number[]>>>> = {
  'd-sub': { 9: [5, 4], 15: [8, 7], 25: [13, 12], 37: [19, 18], 50: [17, 16, 17] },
  'high-density d-sub': {
    15: [5, 5, 5],
    26: [9, 9, 8],
    44: [15, 15, 14],
    62: [21, 21, 20],
    78: [20, 19, 20, 19]
  }
}

/** A contact where it sits in the face of a shell, in pitches of the contacts. */
export interface ShellContact {
  pin: string
  x: number
  y: number
}
/** The face of a connector. */
export interface Shell {
  /** How many contacts its shell has; of a shell without a standard arrangement as many as its table names. */
  size: number
  /** It has the arrangement of a standard shell; else its contacts are drawn in the order of the table. */
  standard: boolean
  contacts: ShellContact[]
}

/**
 * The face of a connector of a unit as one looks at it: the smallest standard shell that has all its pins. Sockets are
 * numbered the other way round than pins, since they face them.
 */
export function shellOf({ kind, contacts, pins }: Pick<Connector, 'kind' | 'contacts' | 'pins'>): Shell {
  const numbers = pins.map(pin => Number(pin.pin))
  const most = Math.max(...numbers)
  const sizes = ROWS[kind]
  const size =
    sizes &&
    numbers.every(number => Number.isInteger(number) && number > 0) &&
    Object.keys(sizes)
      .map(Number)
      .find(size => size >= most)
  if (!sizes || !size) {
    const wide = Math.min(pins.length, 13)
    return {
      size: pins.length,
      standard: false,
      contacts: pins.map((pin, index) => ({ pin: pin.pin, x: index % wide, y: Math.floor(index / wide) }))
    }
  }
  const rows = sizes[size]!
  const widest = Math.max(...rows)
  let next = 1
  return {
    size,
    standard: true,
    contacts: rows.flatMap((count, y) =>
      Array.from({ length: count }, (_, index) => {
        const x = index + (widest - count) / 2
        return { pin: String(next++), x: contacts === 'pins' ? x : widest - 1 - x, y }
      })
    )
  }
}
/** What a shell is called: how many contacts, of what kind. */
export const shellText = (connector: Pick<Connector, 'kind' | 'contacts' | 'pins'>): string => {
  const shell = shellOf(connector)
  return shell.standard || shell.size > 1 ? `${connector.kind}, ${shell.size}` : connector.kind
}
/** What the harness needs to plug into a connector. */
export const mateText = (connector: Pick<Connector, 'kind' | 'contacts' | 'pins'>): string =>
  `${shellText(connector)}, ${connector.contacts === 'pins' ? 'sockets' : 'pins'}`
/** Whether the harness end of a connector has a backshell that holds the bundle and takes the drains (common practice). */
export const needsBackshell = ({ kind }: Pick<Connector, 'kind'>): boolean =>
  kind === 'd-sub' || kind === 'high-density d-sub' || kind === 'circular'
