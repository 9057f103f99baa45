import type { Part } from './parts'

/** A chain in words: its parts in the order in which it is built up; a thing that is unit, source and feed at once is named once. */
export const chainWords = (chain: readonly Part[]): string => [...new Set(chain.map(part => part.name))].join(' · ')
