import type { Item } from '../../catalogue'
import type { Supply } from '../../document'
import type { Design, Steps } from '../../design'
import { usualSettings } from './endurance'
import { minutesUntilFirst, simulate, type SimulationSettings } from './simulate'

/** What to shed besides the plan, to have a time; `minutes` is what is then reached. */
export interface ShedAnswer {
  wantedMinutes: number
  /** What the plan as it stands reaches. */
  asPlannedMinutes: number
  reached: boolean
  /** Units to shed besides, the largest first; `essential` where the catalogue calls one essential. */
  shed: { unit: string; label: string; amps: number; essential: boolean }[]
  minutes: number
}

/**
 * The shortest list of units to shed, besides those the plan sheds already, with which nothing that stays on goes dark before a
 * wanted time. What the catalogue does not call essential goes first, and the largest loads first: of loads that share a
 * battery
 * a larger one gone never buys less time. Then whatever proves not to be needed is put back, the smallest first.
 * Each try is a simulation; the work can be stopped between two of them.
 */
export function* shortestShed(
  design: Design,
  wantedMinutes: number,
  settings: SimulationSettings = usualSettings(design)
): Steps<ShedAnswer> {
  const plan = simulate(design, settings)
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const candidates = plan.kept
    .map(load => ({ ...load, essential: units.get(load.unit)!.item.power!.essential }))
    .sort((a, b) => Number(a.essential) - Number(b.essential) || b.amps - a.amps)
  let tries = 0
  const most = 2 * candidates.length + 1
  const minutesWith = (shed: readonly (typeof candidates)[number][]) =>
    minutesUntilFirst(design, { ...settings, alsoShed: new Set(shed.map(unit => unit.unit)) })
  let shed: typeof candidates = []
  let minutes = plan.minutes
  // Adding one more to the list never makes the time shorter, so its length can be found by halving.
  let [low, high] = [0, candidates.length]
  if (minutes < wantedMinutes) {
    yield { done: ++tries, of: most }
    // The last one is never shed: an aeroplane with nothing on lasts for ever.
    if (minutesWith(candidates.slice(0, -1)) < wantedMinutes) {
      shed = candidates.slice(0, -1)
      minutes = minutesWith(shed)
    } else {
      high = Math.max(0, candidates.length - 1)
      while (low < high) {
        yield { done: ++tries, of: most }
        const middle = (low + high) >> 1
        if (minutesWith(candidates.slice(0, middle)) >= wantedMinutes) high = middle
        else low = middle + 1
      }
      shed = candidates.slice(0, high)
      for (const unit of [...shed].sort((a, b) => Number(b.essential) - Number(a.essential) || a.amps - b.amps)) {
        yield { done: ++tries, of: most }
        const without = shed.filter(other => other !== unit)
        if (minutesWith(without) >= wantedMinutes) shed = without
      }
      minutes = minutesWith(shed)
    }
  }
  return {
    wantedMinutes,
    asPlannedMinutes: plan.minutes,
    reached: minutes >= wantedMinutes,
    minutes,
    shed: shed.map(({ unit, label, amps, essential }) => ({ unit, label, amps, essential }))
  }
}

/** A supply with one more lithium battery, through a diode to the essential bus, or the main one where there is none. */
export function withBackup(
  supply: Supply,
  battery: { chemistry: 'lead-acid' | 'lithium'; capacityAh: number; ratedHours: number },
  name = 'Backup'
): Supply {
  const bus =
    supply.buses.find(bus => bus.role === 'essential') ??
    supply.buses.find(bus => bus.role === 'main') ??
    supply.buses[0]!
  return {
    ...supply,
    sources: [...supply.sources, { kind: 'battery', id: 'tried-backup', name, ...battery }],
    ties: [
      ...supply.ties,
      { id: 'tried-backup-feed', name: `${name} feed`, kind: 'diode', from: 'tried-backup', to: bus.id, milliohm: 5 }
    ]
  }
}

export interface BackupAnswer {
  wantedMinutes: number
  asPlannedMinutes: number
  /** Least lithium capacity, rated in one hour; undefined where even the largest looked at is too small. */ capacityAh?: number
  minutes: number
}
/** Largest backup looked at. */
export const MOST_BACKUP_AH = 100

/**
 * The least backup battery with which nothing kept on goes dark before a wanted time, to a tenth of an ampere-hour, by
 * halving.
 */
export function* backupFor(
  design: Design,
  wantedMinutes: number,
  settings: SimulationSettings = usualSettings(design)
): Steps<BackupAnswer> {
  const asPlannedMinutes = minutesUntilFirst(design, settings)
  if (asPlannedMinutes >= wantedMinutes)
    return { wantedMinutes, asPlannedMinutes, capacityAh: 0, minutes: asPlannedMinutes }
  const minutesWith = (tenths: number) =>
    minutesUntilFirst(design, {
      ...settings,
      supply: withBackup(settings.supply, { chemistry: 'lithium', capacityAh: tenths / 10, ratedHours: 1 })
    })
  let [low, high] = [0, MOST_BACKUP_AH * 10]
  const rounds = Math.ceil(Math.log2(high)) + 1
  let done = 0
  const most = minutesWith(high)
  if (most < wantedMinutes) return { wantedMinutes, asPlannedMinutes, minutes: most }
  while (high - low > 1) {
    yield { done: ++done, of: rounds }
    const middle = (low + high) >> 1
    if (minutesWith(middle) >= wantedMinutes) high = middle
    else low = middle
  }
  return { wantedMinutes, asPlannedMinutes, capacityAh: high / 10, minutes: minutesWith(high) }
}

export interface BackupOffer {
  item: string
  name: string
  capacityAh: number
  minutes: number
  gainMinutes: number
  cents: number
  minutesPerDollar: number
  massKg: number
}
/**
 * What each backup battery of the catalogue buys: minutes more, and how many of them a dollar of box and labour buys. The
 * best first.
 */
export function* backupOffers(
  design: Design,
  catalogue: readonly Item[],
  settings: SimulationSettings = usualSettings(design)
): Steps<BackupOffer[]> {
  const before = minutesUntilFirst(design, settings)
  const offered = catalogue.filter(item => item.battery)
  const offers: BackupOffer[] = []
  for (const item of offered) {
    yield { done: offers.length, of: offered.length }
    const minutes = minutesUntilFirst(design, {
      ...settings,
      supply: withBackup(settings.supply, item.battery!, item.name)
    })
    const cents = item.priceCents + Math.round(item.labourHours * design.prices.labourCentsPerHour)
    const gainMinutes = Number.isFinite(before) ? minutes - before : 0
    offers.push({
      item: item.id,
      name: `${item.maker} ${item.name}`,
      capacityAh: item.battery!.capacityAh,
      minutes,
      gainMinutes,
      cents,
      minutesPerDollar: cents > 0 ? gainMinutes / (cents / 100) : 0,
      massKg: item.massKg
    })
  }
  return offers.sort((a, b) => b.minutesPerDollar - a.minutesPerDollar)
}

export const AGES = [1, 0.9, 0.75, 0.6, 0.5] as const
export const COLDS_C = [30, 20, 0, -18] as const
export interface EnduranceRange {
  shares: readonly number[]
  celsius: readonly number[]
  /** Minutes by temperature, then by share. */ minutes: number[][]
}
/** Minutes to the first kept unit's loss over the age of the batteries (share of their capacity) and the cold. */
export function* enduranceRange(
  design: Design,
  settings: SimulationSettings = usualSettings(design)
): Steps<EnduranceRange> {
  const minutes: number[][] = []
  for (const celsius of COLDS_C) {
    const row: number[] = []
    for (const share of AGES) {
      yield { done: minutes.length * AGES.length + row.length, of: AGES.length * COLDS_C.length }
      row.push(minutesUntilFirst(design, { ...settings, share, celsius }))
    }
    minutes.push(row)
  }
  return { shares: AGES, celsius: COLDS_C, minutes }
}
