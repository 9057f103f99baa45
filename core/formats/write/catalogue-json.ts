import type { Item } from '../../catalogue'

/** Writes a catalogue as JSON. */
export const writeCatalogueJson = (items: readonly Item[]): string =>
  `${JSON.stringify({ catalogue: 2, items }, null, 1)}\n`
