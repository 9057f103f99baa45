import { electricUnits } from '../supply/electric'
import type { Design, DesignUnit } from '../../design'

/** Whether the plan sheds a unit once the alternator is gone. */
export const isShed = (unit: DesignUnit): boolean => unit.shed ?? !unit.item.power?.essential
/** Whether anything is marked to stay on: otherwise nobody has planned to shed, and everything stays on. */
export const hasPlan = (design: Design): boolean => electricUnits(design).some(unit => unit.item.power && !isShed(unit))
