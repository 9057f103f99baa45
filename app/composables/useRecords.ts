import type { Airframe, Edit, Prices } from '#core/document'
import { supplyOf } from '#core/power'
import { useBench } from '~/stores/bench'

/** Acts on single records of the document, for every screen that shows some. */
export function useRecords() {
  const bench = useBench()
  return {
    /** Changes fields of the aircraft that are no records of their own. */
    setAirframe: (patch: Partial<Airframe>, what: string) =>
      bench.act([{ type: 'airframe.set', airframe: { ...bench.project!.airframe, ...patch } }], what),
    /** Changes prices of the option. */
    setPrices: (patch: Partial<Prices>, what = 'Change a price') =>
      bench.option
        ? bench.act(
            [{ type: 'prices.set', option: bench.option.id, prices: { ...bench.option.prices, ...patch } }],
            what
          )
        : false,
    /** Edits of the supply: an option with the proposed one takes it as its own first. */
    actOnSupply: (edits: readonly Edit[], what: string) => {
      const { option, design } = bench
      if (!option || !design) return false
      const own: Edit[] = option.supply ? [] : [{ type: 'supply.set', option: option.id, supply: supplyOf(design) }]
      return bench.act([...own, ...edits], what)
    }
  }
}
