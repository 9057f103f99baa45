import type { Item } from './catalogue'
import type { Project, Supply } from './document'
import { resolve } from './design'
import { supplyOf } from './power'
import { item } from './testing'

export const load = (id: string, power: Partial<NonNullable<Item['power']>> = {}, rest: Partial<Item> = {}): Item =>
  item({
    id,
    mounts: ['tail', 'engine bay', 'behind panel'],
    power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false, ...power },
    ...rest
  })
export const withAirframe = (project: Project, patch: Partial<Project['airframe']>): Project => ({
  ...project,
  airframe: { ...project.airframe, ...patch }
})
export const withCircuits = (project: Project, circuits: Project['options'][0]['circuits']): Project => ({
  ...project,
  options: [{ ...project.options[0]!, circuits }]
})
export const withSupply = (project: Project, change: (supply: Supply) => Supply): Project => ({
  ...project,
  options: [{ ...project.options[0]!, supply: change(supplyOf(resolve(project, 'a'))) }]
})
