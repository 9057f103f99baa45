import { perObject } from '../../cache'
import { sameUnits, type Design, type DesignUnit } from '../../design'

const drawsOrGives = ({ item }: DesignUnit): boolean =>
  item.power !== undefined ||
  item.battery !== undefined ||
  item.provides.some(name => name === 'generator' || name === 'battery power')
/** Units that draw current, give it, or have cells. What else a design has leaves its supply as it is. */
export const electricUnits = perObject((design: Design) => design.units.filter(drawsOrGives), sameUnits)
/** The same of what a design removes. */
export const electricRemoved = perObject(
  (design: Design) => design.removed.flatMap(({ unit }) => (drawsOrGives(unit) ? [unit] : [])),
  sameUnits
)
