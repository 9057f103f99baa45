import { MAIN_BATTERY, UNIT_SOURCE, type Supply, type Tie } from '../../document'
import { gauge } from '../circuits/wire'
import type { PowerModel } from './model'

/** What is known of a tie’s wire and of the breaker in it. */
interface Guarded {
  tie: string
  awg?: number
  guardA?: number
}

/**
 * Whether a tie carries the starter: the main battery’s contactor to the main bus. No protective device is asked for in it, and in
 * no other (14 CFR 23.1357(a), from memory).
 */
export const carriesStarter = ({ buses }: Supply, { kind, from, to }: Tie): boolean =>
  kind === 'contactor' &&
  [from, to].includes(MAIN_BATTERY) &&
  buses.some(({ id, role }) => (id === from || id === to) && role === 'main')

/**
 * Ties with a wire that nothing guards: from some source a current reaches it through no breaker small enough for it, whatever
 * the switches. The cable that carries the starter goes without; cells inside a box have a guard of their own.
 * @returns for each whether it begins at a battery
 */
export function bareTies(model: PowerModel, feeders: readonly Guarded[]): Map<string, 'battery' | 'bus'> {
  const { supply } = model
  const of = new Map(feeders.map(feeder => [feeder.tie, feeder]))
  const sources = model.sources.filter(source => !source.id.startsWith(UNIT_SOURCE))
  const bare = new Map<string, 'battery' | 'bus'>()
  for (const tie of supply.ties) {
    const feeder = of.get(tie.id)
    const touches = (id: string) => tie.from === id || tie.to === id
    if (feeder?.guardA !== undefined || tie.kind === 'breaker') continue
    if (carriesStarter(supply, tie)) continue
    if ([tie.from, tie.to].some(end => end.startsWith(UNIT_SOURCE))) continue
    const most = feeder?.awg === undefined ? 0 : (gauge(feeder.awg).breakerA ?? 0)
    /** Whether a current too great for this wire passes another tie. */
    const passes = (other: Tie): boolean => {
      const guardA = of.get(other.id)?.guardA
      return guardA === undefined || guardA > most
    }
    const reaches = (from: string): boolean => {
      const seen = new Set([from])
      const open = [from]
      while (open.length) {
        const here = open.pop()!
        if (touches(here)) return true
        for (const other of supply.ties) {
          if (other.id === tie.id || !passes(other)) continue
          const next =
            other.from === here ? other.to : other.to === here && other.kind !== 'diode' ? other.from : undefined
          if (next !== undefined && !seen.has(next)) {
            seen.add(next)
            open.push(next)
          }
        }
      }
      return false
    }
    const found = sources.find(source => reaches(source.id))
    if (found) bare.set(tie.id, found.kind === 'battery' && touches(found.id) ? 'battery' : 'bus')
  }
  return bare
}
