import type { Airframe, Brief, Edit, Prices } from '#core/document'
import { supplyOf } from '#core/power'
import { useBench } from '~/stores/bench'

/** Acts on single records of the document, for every screen that shows some. */
export function useRecords() {
  const bench = useBench()
  return {
    putAirframe: (airframe: Airframe, done: string) =>
      bench.act([{ type: 'airframe.set', airframe }], `Airframe: ${done}`),
    putBrief: (brief: Brief, done: string) => bench.act([{ type: 'brief.set', brief }], `Brief: ${done}`),
    putPrices: (prices: Prices, done: string) =>
      bench.act([{ type: 'prices.set', option: bench.option!.id, prices }], `Prices: ${done}`),
    /** Edits of the supply: an option with the proposed one takes it as its own first. */
    actOnSupply: (edits: readonly Edit[], what: string) => {
      const { option, design } = bench
      if (!option || !design) return false
      const own: Edit[] = option.supply ? [] : [{ type: 'supply.set', option: option.id, supply: supplyOf(design) }]
      return bench.act([...own, ...edits], what)
    }
  }
}
