import { perObject } from '../../cache'
import type { Connector, Item } from '../../catalogue'

/** A contact of a unit's connector. */
export interface PinAt {
  connector: string
  pin: string
  /** A placeholder for the plan, not the maker’s. */
  madeUp: boolean
  size: number
}

/** Contacts of a shell whose size the pin table does not say (common practice). */
const USUAL_SIZE: Readonly<Record<Connector['kind'], number>> = {
  'd-sub': 20,
  'high-density d-sub': 22,
  'circular': 20,
  'rectangular': 20,
  'bnc': 20,
  'tnc': 20,
  'phone jack': 16,
  'screw terminals': 12,
  'flying leads': 8
}

/** The contacts of an item by what they are for: `power 1`, `ground`, or a port and its line; undefined where none are entered. */
const tableOf = perObject((item: Item): ReadonlyMap<string, readonly PinAt[]> | undefined => {
  if (!item.connectors) return undefined
  const table = new Map<string, PinAt[]>()
  for (const connector of item.connectors)
    for (const pin of connector.pins) {
      const key =
        pin.use === 'port' ? `${pin.port} ${pin.line}` : pin.use === 'power' ? `power ${pin.input ?? 1}` : pin.use
      table.set(key, [
        ...(table.get(key) ?? []),
        {
          connector: connector.id,
          pin: pin.pin,
          madeUp: connector.madeUp === true,
          size: pin.size ?? USUAL_SIZE[connector.kind]
        }
      ])
    }
  return table
})
/**
 * The contacts of an item that a wire lands on.
 * @param what `power 1`, `power 2`, `ground`, or a port and its line: `s1 tx`
 * @returns undefined where nobody has entered the pin table; none where the table has nothing for it
 */
export const pinsFor = (item: Item, what: string): readonly PinAt[] | undefined => {
  const table = tableOf(item)
  // A second feed lands on the only input of power there is, joined before it.
  return table && (table.get(what) ?? (/^power \d$/.test(what) ? table.get('power 1') : undefined) ?? [])
}
/** Whether two feeds of a unit must be kept apart by diodes outside it: it has no second input of power of its own. */
export const needsDiodes = (item: Item): boolean => !tableOf(item)?.get('power 2')?.length

/** A contact in a few words: J1-4. */
export const pinText = ({ connector, pin }: PinAt): string => `${connector}-${pin}`
