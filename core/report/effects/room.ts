import * as messages from '../messages'
import type { Item } from '../../catalogue'
import {
  fewestOff,
  firstFree,
  findPlace,
  freeGround,
  groundOf,
  leastChange,
  missOf,
  nearestFree,
  setDown,
  shiftZone,
  stackPlaces,
  type Placed,
  type Change
} from '../../panel'
import { type Edit, type Project } from '../../document'
import { resolve, type Design, type Remedy, type Steps } from '../../design'
import { mm, say, type Phrase } from '../../quantity'

/** What would make room for an item that finds no place. */
export interface RoomAnswer {
  says: Phrase
  changes: Remedy[]
  smaller: { id: string; name: string }[]
}
export interface RankedItem {
  item: Item
  areaMm2: number
  fits: boolean
  awayMm?: number
}

const WAYS = { width: 'too wide', height: 'too high', depth: 'too deep', size: 'too big' } as const
const placedOf = (design: Design, without?: string): Placed[] =>
  design.units.flatMap(unit => (unit.at && unit.id !== without ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))

/** A move to a place, in hundredths of a millimetre. */
const moveTo = (option: string, unit: string, at: { xMm: number; yMm: number }): Edit => ({
  type: 'unit.move',
  option,
  unit,
  xMm: Number(at.xMm.toFixed(2)),
  yMm: Number(at.yMm.toFixed(2))
})

/** One change that lets an item in, as edits. */
function changeRemedy(design: Design, others: readonly Placed[], change: Change, unit: string | undefined): Remedy {
  const option = design.optionId
  const moveItem: Edit[] = unit ? [moveTo(option, unit, change.at)] : []
  const zone = change.what === 'zone' ? design.airframe.panel.zones.find(zone => zone.id === change.id) : undefined
  const before = others.find(other => other.id === change.id)
  if (!change.to)
    return {
      says: messages.fitsWithoutUnit(change.name),
      edits: [{ type: 'unit.lift' as const, option, unit: change.id }, ...moveItem]
    }
  const area = zone && (zone.area.shape === 'polygon' ? undefined : zone.area)
  const edits: Edit[] =
    zone && area
      ? [
          {
            type: 'zone.put',
            zone: shiftZone(
              zone,
              Number((change.to.xMm - area.xMm).toFixed(2)),
              Number((change.to.yMm - area.yMm).toFixed(2))
            )
          },
          ...moveItem
        ]
      : before
        ? [moveTo(option, change.id, change.to), ...moveItem]
        : []
  return { says: messages.fitsIfMoved({ name: change.name, awayMm: change.to.awayMm }), edits }
}

/**
 * Says by how much an item misses and what is in its way, the least single change that would let it in, else the
 * fewest units that would have to leave the face, and what else of its kind fits.
 * @param unit the unit on the panel it is about, when it is one that stands there already
 */
export function* makeRoom({
  project,
  option,
  item,
  unit,
  catalogue
}: {
  project: Project
  option: string
  item: Item
  unit?: string
  catalogue: readonly Item[]
}): Steps<RoomAnswer> {
  const design = resolve(project, option)
  const ground = groundOf(design.airframe.panel)
  const others = placedOf(design, unit)
  const fit = findPlace(item, others, ground)
  const miss = fit.at ? undefined : missOf(item, fit.bare === false ? [] : others, ground)
  const inTheWay = [...new Set((fit.nearest?.violations ?? []).map(violation => violation.otherName))]
  const says = fit.at
    ? messages.fits(item.name)
    : messages.misses({ by: miss && say`${mm(miss.mm)} ${WAYS[miss.measure]}`, inTheWay, bare: fit.bare })
  const fixed = new Set(design.units.filter(unit => unit.locked || unit.row !== undefined).map(unit => unit.id))
  const changes = (
    fit.at || (fit.bare === false && !ground.faceZones.some(({ zone }) => zone.movable))
      ? []
      : yield* leastChange(item, others, ground, fixed)
  ).map(change => changeRemedy(design, others, change, unit))
  const clearing =
    fit.at || changes.length > 0 || !fit.bare
      ? undefined
      : yield* fewestOff(item, others, ground, new Set(design.units.filter(unit => unit.locked).map(unit => unit.id)))
  if (clearing)
    changes.push({
      says: messages.fitsWithFewestOff({ xMm: clearing.at.xMm, yMm: clearing.at.yMm, off: clearing.off }),
      edits: [
        ...clearing.off.map((unit): Edit => ({ type: 'unit.lift', option, unit: unit.id })),
        ...(unit ? [moveTo(option, unit, clearing.at)] : [])
      ]
    })
  const smaller = fit.at
    ? []
    : catalogue
        .filter(
          other =>
            other.kind === item.kind &&
            other.id !== item.id &&
            other.face &&
            firstFree(freeGround(other, others, ground, 2))
        )
        .slice(0, 3)
        .map(({ id, maker, name }) => ({ id, name: `${maker} ${name}` }))
  return { says, changes, smaller }
}

/**
 * The whole catalogue tried on the panel as it is: what fits, by the ground it has to stand on, then what finds none.
 * @param place a unit whose place is meant: it is taken away, and what fits comes by how near to its middle it can stand
 */
export function* rankForPanel(
  project: Project,
  option: string,
  catalogue: readonly Item[],
  place?: string
): Steps<RankedItem[]> {
  const design = resolve(project, option)
  const ground = groundOf(design.airframe.panel)
  const others = placedOf(design, place)
  const aim = place === undefined ? undefined : design.units.find(unit => unit.id === place)?.at
  // Items of one face and box find one ground.
  const known = new Map<string, { areaMm2: number; fits: boolean; awayMm?: number }>()
  const tried = catalogue.filter(item => item.face && item.mounts.includes('panel'))
  const ranked: RankedItem[] = []
  for (const item of tried) {
    yield { done: ranked.length, of: tried.length }
    const key = JSON.stringify([item.face, item.body])
    if (!known.has(key)) {
      const free = freeGround(item, others, ground, RANK_STEP_MM)
      const near = aim && [
        nearestFree(free, aim.xMm, aim.yMm)?.awayMm ?? Infinity,
        ...stackPlaces(item, others, ground).map(place => Math.hypot(place.xMm - aim.xMm, place.yMm - aim.yMm))
      ]
      known.set(key, {
        areaMm2: free.areaMm2,
        fits: firstFree(free) !== undefined || stackPlaces(item, others, ground).length > 0,
        awayMm: near && Math.min(...near)
      })
    }
    ranked.push({ item, ...known.get(key)! })
  }
  return ranked.sort(
    (a, b) => Number(b.fits) - Number(a.fits) || (a.awayMm ?? 0) - (b.awayMm ?? 0) || b.areaMm2 - a.areaMm2
  )
}
/** Rows for a ranking: its areas are for comparing. */
const RANK_STEP_MM = 3
