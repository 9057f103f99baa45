import { FLYING, type Condition } from '../document'
import type { Design } from '../design'
import { askedByModel } from './model-approval'

/** Whether a condition holds for a design; unknown where the brief has not said what it turns on. */
export type Truth = boolean | 'not said'

const not = (truth: Truth): Truth => (truth === 'not said' ? truth : !truth)
function every(list: readonly Truth[]): Truth {
  if (list.includes(false)) return false
  return list.includes('not said') ? 'not said' : true
}
const some = (list: readonly Truth[]): Truth => not(every(list.map(not)))

/** Facts that are asked for by name. */
const NAMED: Record<Extract<Condition, { is: unknown }>['is'], (design: Design) => boolean> = {
  'altitude engine': ({ airframe }) => airframe.engine.altitudeEngine,
  'for hire': ({ brief }) => brief.forHire,
  'over water': ({ brief }) => brief.overWater,
  'at or above FL240': ({ brief }) => brief.aboveFL240,
  'VOR navigation': ({ brief }) => brief.byVor,
  'fuses': ({ airframe }) => airframe.fuses,
  'certificated after 11 March 1996': ({ airframe }) => airframe.certifiedAfter1996,
  'new equipment approved by model': design => askedByModel(design).length > 0,
  'engine-driven electrical system': ({ airframe }) => airframe.electricalSystem
}

export function holds(condition: Condition, design: Design): Truth {
  const { brief, airframe } = design
  if ('all' in condition) return every(condition.all.map(condition => holds(condition, design)))
  if ('any' in condition) return some(condition.any.map(condition => holds(condition, design)))
  if ('not' in condition) return not(holds(condition.not, design))
  if ('flying' in condition) return condition.flying.some(kind => brief.flying.includes(kind))
  if ('basis' in condition) return condition.basis.includes(brief.basis)
  if ('authority' in condition) return condition.authority === brief.authority
  if ('airspace' in condition)
    return brief.airspace ? condition.airspace.some(kind => brief.airspace!.includes(kind)) : 'not said'
  if ('training' in condition) return condition.training.includes(brief.training)
  if ('stance' in condition) return condition.stance.includes(brief.stance)
  if ('madeAfter' in condition) return airframe.madeOn > condition.madeAfter
  if ('gear' in condition) return airframe.gear === condition.gear
  if ('cooling' in condition) return airframe.engine.cooling === condition.cooling
  if ('seatsAtLeast' in condition) return brief.seats >= condition.seatsAtLeast
  if ('tanksAtLeast' in condition) return airframe.tanks >= condition.tanksAtLeast
  if ('is' in condition) return NAMED[condition.is](design)
  return design.units.some(unit => unit.item.provides.includes(condition.fitted))
}

/** A condition in words, for a clause that is read as a whole. */
export function conditionWords(condition: Condition): string {
  if ('all' in condition) return condition.all.map(conditionWords).join(', ')
  if ('any' in condition) return condition.any.map(conditionWords).join(' or ')
  if ('not' in condition) return `not ${conditionWords(condition.not)}`
  if ('flying' in condition)
    return condition.flying.length === FLYING.length ? 'any flying' : condition.flying.join(' or ')
  if ('madeAfter' in condition) return `made after ${condition.madeAfter}`
  if ('seatsAtLeast' in condition) return `${condition.seatsAtLeast} seats or more`
  if ('tanksAtLeast' in condition) return `${condition.tanksAtLeast} tanks or more`
  if ('fitted' in condition) return `${condition.fitted} installed`
  return Object.values(condition).flat().join(' or ')
}
