import * as messages from './messages'
import type { Airframe, Loading } from '../document'
import { finding, type Basis, type Design, type Finding } from '../design'
import { type Phrase } from '../quantity'
import { burnOf, type BurnState } from './burn'
import { CLOSE, type LoadedStation, type LoadedState } from './states'

export const BALANCE_BASIS: Basis = {
  kind: 'published',
  source: 'FAA-H-8083-1B, weight and balance: loaded weight, moments, envelope',
  fromMemory: true
}

export interface LoadedReport {
  id: string
  name: string
  stations: LoadedStation[]
  takeOff: LoadedState
  /** With all fuel burnt. */
  fuelBurnt: LoadedState
  /** The states of both ways in which tanks can be emptied; and the one furthest outside, where both ends are within. */
  burn: readonly (readonly BurnState[])[]
  worstInBurn?: BurnState
  /** At take-off, at every moment of the burn in any order of the tanks, and with the fuel burnt. */
  inside: boolean
}

/** The envelope in force, as corners of arm and mass: the one entered, or the rectangle of arm limits up to the most mass. */
export function envelopeOf({
  envelope,
  armLimitsMm: [fore, aft],
  maxMassKg
}: Airframe): readonly (readonly [number, number])[] {
  return (
    envelope ?? [
      [fore, 0],
      [aft, 0],
      [aft, maxMassKg],
      [fore, maxMassKg]
    ]
  )
}

/**
 * The forward and the aft limit at a mass: where a level line crosses the envelope. Of an envelope with a gap at that mass the
 * span that holds the arm, or the nearest. Undefined where the envelope does not reach that mass.
 */
export function limitsAt(
  envelope: readonly (readonly [number, number])[],
  massKg: number,
  armMm: number
): readonly [number, number] | undefined {
  const crossings: number[] = []
  envelope.forEach(([x0, y0], index) => {
    const [x1, y1] = envelope[(index + 1) % envelope.length]!
    if (Math.abs(y0 - massKg) < CLOSE) crossings.push(x0)
    // Half open, so that a corner counts once.
    if (y0 < massKg - CLOSE !== y1 < massKg - CLOSE && Math.abs(y0 - massKg) >= CLOSE && Math.abs(y1 - massKg) >= CLOSE)
      crossings.push(x0 + ((x1 - x0) * (massKg - y0)) / (y1 - y0))
  })
  if (crossings.length === 0) return undefined
  crossings.sort((a, b) => a - b)
  if (crossings.length <= 2 || crossings.length % 2 === 1) return [crossings[0]!, crossings.at(-1)!]
  const spans = Array.from({ length: crossings.length / 2 }, (_, index): readonly [number, number] => [
    crossings[2 * index]!,
    crossings[2 * index + 1]!
  ])
  const miss = ([fore, aft]: readonly [number, number]) => Math.max(0, fore - armMm, armMm - aft)
  return spans.reduce((best, span) => (miss(span) < miss(best) ? span : best))
}

/** A loading added up on an empty aeroplane: with all fuel, as it is burnt, and with it burnt. */
export function loadedOf(airframe: Airframe, empty: { massKg: number; armMm: number }, loading: Loading): LoadedReport {
  const stations = loading.loads.flatMap((load): LoadedStation[] => {
    const station = airframe.stations.find(other => other.id === load.station)
    return station && load.massKg > 0
      ? [{ station: station.id, name: station.name, kind: station.kind, massKg: load.massKg, armMm: station.armMm }]
      : []
  })
  const envelope = envelopeOf(airframe)
  const stateOf = (massKg: number, momentKgMm: number): LoadedState => {
    const armMm = massKg > 0 ? momentKgMm / massKg : empty.armMm
    const limitsMm = limitsAt(envelope, massKg, armMm)
    const inside = limitsMm !== undefined && armMm >= limitsMm[0] - CLOSE && armMm <= limitsMm[1] + CLOSE
    return { massKg, armMm, limitsMm, inside }
  }
  const sumOf = (list: readonly LoadedStation[]) => ({
    massKg: list.reduce((sum, station) => sum + station.massKg, empty.massKg),
    momentKgMm: list.reduce((sum, station) => sum + station.massKg * station.armMm, empty.massKg * empty.armMm)
  })
  const [all, dry] = [sumOf(stations), sumOf(stations.filter(station => station.kind !== 'fuel'))]
  const takeOff = stateOf(all.massKg, all.momentKgMm)
  const fuelBurnt = stateOf(dry.massKg, dry.momentKgMm)
  const tanks = stations.filter(station => station.kind === 'fuel')
  const { ways, worst } = burnOf(dry, tanks, { envelope, stateOf, mostKg: airframe.maxMassKg + CLOSE })
  const ends = takeOff.inside && fuelBurnt.inside
  return {
    id: loading.id,
    name: loading.name,
    stations,
    takeOff,
    fuelBurnt,
    burn: ways,
    ...(ends && worst && { worstInBurn: worst }),
    inside: ends && worst === undefined
  }
}

/** How far outside the places of an aeroplane an arm may lie: tanks, cowls and tails reach farther than any place. */
const BEYOND_MM = 2_000

/** A loading outside its limits, at take-off, with the fuel burnt, or on the way. */
function loadingFindings({ airframe }: Design, loading: LoadedReport): Finding[] {
  const common = { basis: BALANCE_BASIS }
  const findings: Finding[] = []
  const { worstInBurn: worst } = loading
  const states: [string, Phrase | string, LoadedState][] = [
    ['at take-off', 'at take-off', loading.takeOff],
    ['with the fuel burnt', 'with the fuel burnt', loading.fuelBurnt],
    ...(worst
      ? [
          [
            'as fuel is burnt',
            messages.withFuelLeft({ fuelLeftKg: worst.fuelLeftKg, burn: loading.burn, order: worst.order }),
            worst
          ] as [string, Phrase, LoadedState]
        ]
      : [])
  ]
  if (loading.takeOff.massKg > airframe.maxMassKg + CLOSE)
    findings.push(
      finding('mass.over', [], {
        ...common,
        key: loading.id,
        weight: 'must fix',
        measured: loading.takeOff.massKg,
        limit: airframe.maxMassKg,
        unit: 'kg',
        figure: { kind: 'loading', of: loading.id },
        says: messages.over({ name: loading.name, massKg: loading.takeOff.massKg, maxMassKg: airframe.maxMassKg })
      })
    )
  for (const [id, when, state] of states) {
    if (state.inside || state.massKg > airframe.maxMassKg + CLOSE) continue
    const { limitsMm } = state
    const fore = limitsMm !== undefined && state.armMm < limitsMm[0]
    findings.push(
      finding('mass.outside', [], {
        ...common,
        key: `${loading.id}:${id}`,
        weight: 'must fix',
        measured: state.armMm,
        ...(limitsMm && { limit: fore ? limitsMm[0] : limitsMm[1] }),
        unit: 'mm',
        figure: { kind: 'loading', of: loading.id },
        says: messages.outside({
          limitsMm,
          name: loading.name,
          when,
          massKg: state.massKg,
          armMm: state.armMm,
          fore
        })
      })
    )
  }
  for (const held of loading.stations) {
    const most = airframe.stations.find(station => station.id === held.station)?.mostKg
    if (most !== undefined && held.massKg > most)
      findings.push(
        finding('mass.station', [], {
          ...common,
          key: `${loading.id}:${held.station}`,
          weight: 'must fix',
          measured: held.massKg,
          limit: most,
          unit: 'kg',
          basis: { kind: 'entered', source: `limit of ${held.name}` },
          says: messages.station({ name: loading.name, heldName: held.name, massKg: held.massKg, most })
        })
      )
  }
  return findings
}

/** Arms outside the aeroplane. */
function armFindings(design: Design): Finding[] {
  const { airframe } = design
  const arms = airframe.places.map(place => place.armMm)
  const [low, high] = [Math.min(...arms) - BEYOND_MM, Math.max(...arms) + BEYOND_MM]
  const far = [
    ...design.units.flatMap(unit =>
      unit.armMm === undefined ? [] : [{ id: unit.id, name: unit.label, armMm: unit.armMm }]
    ),
    ...airframe.stations.map(station => ({ id: undefined, name: station.name, armMm: station.armMm })),
    { id: undefined, name: 'the empty aeroplane', armMm: airframe.emptyArmMm }
  ].filter(mass => mass.armMm < low || mass.armMm > high)
  return far.map(mass =>
    finding('mass.arm', mass.id === undefined ? [] : [mass.id], {
      key: mass.id ?? mass.name,
      weight: 'must fix',
      measured: mass.armMm,
      limit: mass.armMm < low ? low : high,
      unit: 'mm',
      basis: { kind: 'entered', source: 'arms of the places of the airframe' },
      says: messages.arm({ name: mass.name, armMm: mass.armMm, low, beyondMm: BEYOND_MM, high })
    })
  )
}

/** What is wrong with weight and balance: loadings outside their limits, stations over theirs, arms outside the aeroplane. */
export const balanceFindings = (design: Design, loadings: readonly LoadedReport[]): Finding[] => [
  ...loadings.flatMap(loading => loadingFindings(design, loading)),
  ...(design.airframe.loadings.length === 0
    ? [
        finding('mass.no-loading', [], {
          basis: BALANCE_BASIS,
          weight: 'note',
          says: messages.noLoading
        })
      ]
    : []),
  ...armFindings(design)
]
