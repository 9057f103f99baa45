import type { Item } from './catalogue'
import { resolve, type Design } from './design'
import { blankProject, type Project } from './document'

/** What tests share: the demo files, and small designs made of few words. */

/** An item of few words. */
export const item = (patch: Partial<Item> & { id: string }): Item => ({
  name: patch.id,
  maker: 'Fenwick & Rook',
  kind: 'round instrument',
  summary: '',
  massKg: 1,
  ports: [],
  provides: [],
  needs: [],
  approvals: [],
  priceCents: 10_000,
  labourHours: 2,
  removeHours: 1,
  mounts: ['panel'],
  ...patch
})

/** A face with a round hole and no screws. */
export const roundFace = (diameterMm: number): Item['face'] => ({
  bezel: { shape: 'round', diameterMm: diameterMm + 4 },
  cutout: { shape: 'round', diameterMm },
  screws: [],
  stack: false
})
/** A face with a square-cut opening and no screws. */
export const boxFace = (widthMm: number, heightMm: number, stack = false): Item['face'] => ({
  bezel: { shape: 'rectangle', widthMm, heightMm, cornerMm: 0 },
  cutout: { shape: 'rectangle', widthMm, heightMm, cornerMm: 0 },
  screws: [],
  stack
})

/** A blank amateur-built aeroplane of 14 V with a plain sheet of 600 by 300 mm. */
export function plainProject(): Project {
  const project = blankProject({
    id: 'plain',
    title: 'Plain',
    registration: 'ZZ-PLN',
    model: 'Larkfell L-24 Dunlin',
    basis: 'amateur-built',
    systemV: 14,
    madeOn: '2020-01-01'
  })
  return {
    ...project,
    airframe: {
      ...project.airframe,
      battery: { ...project.airframe.battery, ratedHours: 1 },
      panel: {
        ...project.airframe.panel,
        outline: [
          [0, 0],
          [600, 0],
          [600, 300],
          [0, 300]
        ],
        lipMm: 15,
        leastWebMm: 6.35,
        depthBehindMm: 300
      }
    }
  }
}

/** A project whose option A holds these items, each as one unit of the same id, at a point of the panel or at a place. */
export function projectWith(placed: [Item, [number, number] | string][], base = plainProject()): Project {
  const units = placed.map(([entry, where]) =>
    typeof where === 'string'
      ? { id: entry.id, item: entry.id, label: entry.name, place: where }
      : { id: entry.id, item: entry.id, label: entry.name, xMm: where[0], yMm: where[1], place: 'panel' }
  )
  return { ...base, items: placed.map(([entry]) => entry), options: [{ ...base.options[0]!, units }] }
}
export const designWith = (placed: [Item, [number, number] | string][], base?: Project): Design =>
  resolve(projectWith(placed, base), 'a')

/** How often a random test is run: with `FUZZ` set twenty times as often as in every run of all tests. */
export const runs = (numRuns: number): { numRuns: number } => ({ numRuns: process.env.FUZZ ? 20 * numRuns : numRuns })
