import type { Kind } from '../catalogue'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Bus, type Supply, type Tie } from '../document'
import { type Design, type DesignUnit, type Snag } from '../design'
import type { Chemistry } from './discharge'
import { gauge, resistanceOhm } from './wire'

/** Volts a diode takes (common practice: a silicon diode or bridge takes 0.5 to 0.9 V, a Schottky one 0.3 to 0.6 V). */
export const DIODE_V = 0.5
/** Volts an alternator holds its bus at (common practice: 13.8 to 14.4 V for 14 V, twice that for 28 V). */
export const regulatedV = (systemV: 12 | 14 | 28): number => (systemV === 28 ? 28.4 : systemV === 14 ? 14.2 : 13.8)
/** What the coil of a battery contactor draws on 14 V (common practice: 0.7 to 1 A). */
export const CONTACTOR_COIL_A = 0.8
/** Conductor temperature assumed for the drop, °C: a warm day behind a panel. Our default. */
export const CONDUCTOR_CELSIUS = 50
/** Ohms of a tie: its contacts as entered, and its wire where gauge and length are known. */
export const tieOhm = (tie: Tie): number =>
  tie.milliohm / 1000 +
  (tie.awg !== undefined && tie.lengthMm !== undefined
    ? resistanceOhm(gauge(tie.awg), tie.lengthMm, CONDUCTOR_CELSIUS)
    : 0)
/** Blocks of 12 V in the batteries of a system. */
export const blocksOf = (systemV: 12 | 14 | 28): number => (systemV === 28 ? 2 : 1)

/** What gives current: a battery with its cells, or an alternator. `id` is its node in the supply. */
export type SourceAt =
  | { kind: 'battery'; id: string; name: string; chemistry: Chemistry; capacityAh: number; ratedHours: number }
  | { kind: 'alternator'; id: string; name: string; ratedA: number; idleA?: number }

/** All sources of an aeroplane: its own battery and alternator, what the supply adds, and boxes with cells inside. */
export function sourcesOf(design: Design, supply: Supply): SourceAt[] {
  const { battery, alternatorA, alternatorIdleA } = design.airframe
  return [
    ...(alternatorA > 0
      ? [
          {
            kind: 'alternator' as const,
            id: MAIN_ALTERNATOR,
            name: 'Alternator',
            ratedA: alternatorA,
            idleA: alternatorIdleA
          }
        ]
      : []),
    {
      kind: 'battery',
      id: MAIN_BATTERY,
      name: battery.name,
      chemistry: battery.chemistry,
      capacityAh: battery.capacityAh,
      ratedHours: battery.ratedHours
    },
    ...supply.sources,
    ...design.units.flatMap(unit =>
      unit.item.battery
        ? [{ kind: 'battery' as const, id: UNIT_SOURCE + unit.id, name: unit.label, ...unit.item.battery }]
        : []
    )
  ]
}

/** Kinds that hang on the avionics bus where there is one. */
const AVIONICS: ReadonlySet<Kind> = new Set<Kind>([
  'display',
  'navigator',
  'nav/com',
  'com',
  'remote com',
  'audio panel',
  'transponder',
  'remote transponder',
  'ads-b receiver',
  'autopilot computer',
  'autopilot controller',
  'servo',
  'panel button',
  'adapter',
  'attitude and air data',
  'magnetometer'
])

/** Whether the flying asks for a bus that outlives the main one: by night or in cloud, or where a second battery is fitted. */
const wantsEssential = (design: Design): boolean =>
  design.brief.flying.some(kind => kind !== 'day VFR') || design.units.some(unit => unit.item.battery)

/**
 * The supply we propose: battery through a contactor, alternator through its breaker, a main bus; where flying is by night or in
 * cloud an avionics bus, and an essential bus fed from the main one by a diode and from the battery by a breaker and a switch of its
 * own; a bus that is always hot for a clock; each box with cells inside by a diode. Sizes are left to the tables (`feeder.ts`).
 */
export function proposedSupply(design: Design): Supply {
  const essential = wantsEssential(design)
  // An essential clock lives on the essential bus.
  const hot = design.units.some(
    unit => unit.item.kind === 'clock' && unit.item.power && !(essential && unit.item.power.essential)
  )
  const reserves = design.units.filter(unit => unit.item.battery)
  const nominal = design.airframe.systemV === 28 ? 28 : 14
  const wire = (tie: Omit<Tie, 'milliohm' | 'kind'> & Partial<Tie>): Tie => ({ kind: 'wire', milliohm: 0, ...tie })
  return {
    sources: [],
    buses: [
      { id: 'main', name: 'Main bus', role: 'main' },
      ...(essential
        ? ([
            { id: 'avionics', name: 'Avionics bus', role: 'avionics' },
            { id: 'essential', name: 'Essential bus', role: 'essential' }
          ] as Bus[])
        : []),
      ...(hot ? ([{ id: 'hot', name: 'Always-hot bus', role: 'always hot' }] as Bus[]) : [])
    ],
    switches: [
      { id: 'master', name: 'Master', positions: ['OFF', 'BAT', 'BAT + ALT'], normal: 'BAT + ALT', afterLoss: 'BAT' },
      ...(essential
        ? [
            { id: 'avionics-switch', name: 'Avionics', positions: ['OFF', 'ON'], normal: 'ON' },
            { id: 'essential-feed', name: 'Essential feed', positions: ['NORMAL', 'ALTERNATE'], normal: 'NORMAL' }
          ]
        : []),
      ...(reserves.length ? [{ id: 'reserve', name: 'Reserve', positions: ['OFF', 'ON'], normal: 'ON' }] : [])
    ],
    ties: [
      wire({
        id: 'battery-contactor',
        name: 'Battery contactor',
        kind: 'contactor',
        from: MAIN_BATTERY,
        to: 'main',
        by: { switch: 'master', in: ['BAT', 'BAT + ALT'] },
        milliohm: 2,
        holdA: (CONTACTOR_COIL_A * 14) / nominal
      }),
      ...(design.airframe.alternatorA > 0
        ? [
            wire({
              id: 'alternator-feed',
              name: 'Alternator feed',
              kind: 'breaker',
              from: MAIN_ALTERNATOR,
              to: 'main',
              by: { switch: 'master', in: ['BAT + ALT'] },
              milliohm: 2
            })
          ]
        : []),
      ...(essential
        ? [
            wire({
              id: 'avionics-feed',
              name: 'Avionics switch',
              from: 'main',
              to: 'avionics',
              by: { switch: 'avionics-switch', in: ['ON'] },
              milliohm: 2
            }),
            wire({
              id: 'essential-normal',
              name: 'Normal feed',
              kind: 'diode',
              from: 'main',
              to: 'essential',
              milliohm: 2
            }),
            wire({
              id: 'essential-alternate',
              name: 'Alternate feed',
              kind: 'breaker',
              from: MAIN_BATTERY,
              to: 'essential',
              by: { switch: 'essential-feed', in: ['ALTERNATE'] },
              milliohm: 5
            })
          ]
        : []),
      ...(hot
        ? [wire({ id: 'hot-feed', name: 'Hot feed', kind: 'breaker', from: MAIN_BATTERY, to: 'hot', milliohm: 5 })]
        : []),
      ...reserves.map(unit =>
        wire({
          id: `reserve-${unit.id}`,
          name: unit.label,
          kind: 'diode',
          from: UNIT_SOURCE + unit.id,
          to: essential ? 'essential' : 'main',
          by: { switch: 'reserve', in: ['ON'] },
          milliohm: 5
        })
      )
    ]
  }
}

/** The supply in force: the planner's own, or the proposal. */
export const supplyOf = (design: Design): Supply => design.supply ?? proposedSupply(design)

/** The bus a unit hangs on, and a second one where it has two: the planner's choice, or by what it is and does. */
export function busOf(design: Design, supply: Supply, unit: DesignUnit): { bus: string; alsoBus?: string } {
  const choice = design.circuits.find(one => one.unit === unit.id)
  const has = (id: string | undefined) => supply.buses.find(bus => bus.id === id)?.id
  const role = (wanted: Bus['role']) => supply.buses.find(bus => bus.role === wanted)?.id
  const bus =
    has(choice?.bus) ??
    (unit.item.power?.essential ? role('essential') : undefined) ??
    (unit.item.kind === 'clock' ? role('always hot') : undefined) ??
    (AVIONICS.has(unit.item.kind) ? role('avionics') : undefined) ??
    role('main') ??
    supply.buses[0]!.id
  const also = has(choice?.alsoBus)
  return also && also !== bus ? { bus, alsoBus: also } : { bus }
}

/** What the pilot does when the alternator's loss is noticed, and how switches stand before. */
export const positionsOf = (supply: Supply, when: 'normal' | 'afterLoss'): Map<string, string> =>
  new Map(supply.switches.map(one => [one.id, when === 'afterLoss' ? (one.afterLoss ?? one.normal) : one.normal]))
/** Whether a tie is closed with the switches so. */
export const closed = (tie: Tie, positions: ReadonlyMap<string, string>): boolean =>
  !tie.by || tie.by.in.includes(positions.get(tie.by.switch) ?? '')

const ENTERED = { kind: 'entered' as const, source: 'feeds of this option' }

/** The coils that draw with the switches so, each from the side that feeds its contactor. */
export const coilsOf = (supply: Supply, positions: ReadonlyMap<string, string>): Tie[] =>
  supply.ties.filter(
    tie => tie.kind === 'contactor' && tie.holdA !== undefined && tie.holdA > 0 && closed(tie, positions)
  )

/** What is wrong with the supply itself: buses nothing can feed, feeds that run in a ring, a second feed that is none. */
export function supplySnags(design: Design, supply: Supply): Snag[] {
  const snags: Snag[] = []
  const names = new Map([
    ...supply.buses.map((bus): [string, string] => [bus.id, bus.name]),
    ...sourcesOf(design, supply).map((source): [string, string] => [source.id, source.name])
  ])
  const step = (from: string) =>
    supply.ties.flatMap(tie =>
      tie.from === from ? [tie.to] : tie.kind !== 'diode' && tie.to === from ? [tie.from] : []
    )
  const walk = (from: readonly string[], next: (node: string) => string[]): Set<string> => {
    const seen = new Set(from)
    const open = [...from]
    while (open.length)
      for (const node of next(open.pop()!))
        if (!seen.has(node)) {
          seen.add(node)
          open.push(node)
        }
    return seen
  }
  const fed = walk(
    sourcesOf(design, supply).map(source => source.id),
    step
  )
  for (const bus of supply.buses)
    if (!fed.has(bus.id)) {
      const on = design.units.filter(unit => unit.item.power && busOf(design, supply, unit).bus === bus.id)
      snags.push({
        id: `power.no-source:${bus.id}`,
        code: 'power.no-source',
        weight: 'stops work',
        subjects: on.slice(0, 3).map(unit => unit.id),
        basis: ENTERED,
        text: `No source leads to the ${bus.name}${on.length ? `, on which ${on.length} unit${on.length === 1 ? ' hangs' : 's hang'}` : ''}. Join it to a battery, an alternator or another bus in Feeds.`,
        remedies: supply.buses.some(one => one.id !== bus.id && fed.has(one.id))
          ? [
              {
                text: `Join it to the ${supply.buses.find(one => fed.has(one.id))!.name} by a wire.`,
                edits: [
                  {
                    type: 'supply.set',
                    option: design.optionId,
                    supply: {
                      ...supply,
                      ties: [
                        ...supply.ties,
                        {
                          id: freeId(supply, `feed-${bus.id}`),
                          name: `Feed of ${bus.name}`.slice(0, 80),
                          kind: 'wire',
                          from: supply.buses.find(one => fed.has(one.id))!.id,
                          to: bus.id,
                          milliohm: 2
                        }
                      ]
                    }
                  }
                ]
              }
            ]
          : []
      })
    }
  for (const unit of design.units)
    if (
      unit.item.battery &&
      !supply.ties.some(tie => tie.from === UNIT_SOURCE + unit.id || tie.to === UNIT_SOURCE + unit.id)
    )
      snags.push({
        id: `power.cells-loose:${unit.id}`,
        code: 'power.cells-loose',
        weight: 'needs a decision',
        subjects: [unit.id],
        basis: ENTERED,
        text: `${unit.label} has ${unit.item.battery.capacityAh} Ah inside that feed no bus.`,
        remedies: [
          {
            text: 'Tie it by a diode to the bus that must live longest.',
            edits: [{ type: 'supply.set', option: design.optionId, supply: tieCells(supply, unit.id, unit.label) }]
          }
        ]
      })
  // A ring of one-way feeds: what one bus gets from the next comes back to it. Found once for each ring.
  const ringed = new Set<string>()
  for (const tie of supply.ties) {
    if (tie.kind !== 'diode' || ringed.has(tie.id)) continue
    const back = walk([tie.to], node =>
      supply.ties.flatMap(other => (other.kind === 'diode' && other.from === node ? [other.to] : []))
    )
    if (!back.has(tie.from)) continue
    const ring = supply.ties.filter(
      other =>
        other.kind === 'diode' &&
        back.has(other.from) &&
        walk([other.to], node =>
          supply.ties.flatMap(one => (one.kind === 'diode' && one.from === node ? [one.to] : []))
        ).has(tie.from)
    )
    for (const other of ring) ringed.add(other.id)
    snags.push({
      id: `power.feed-ring:${tie.id}`,
      code: 'power.feed-ring',
      weight: 'needs a decision',
      subjects: [],
      remedies: [
        {
          text: `Take ${tie.name} out.`,
          edits: [
            {
              type: 'supply.set',
              option: design.optionId,
              supply: { ...supply, ties: supply.ties.filter(one => one.id !== tie.id) }
            }
          ]
        }
      ],
      basis: ENTERED,
      text: `The feeds ${ring.map(other => other.name).join(', ')} run in a ring, ${ring.map(other => names.get(other.from) ?? other.from).join(' to ')} and back: a fault on one of these buses reaches all of them, and none can be shut off alone.`
    })
  }
  return snags
}

/** The supply with the cells of a box tied by a diode to the essential bus, or to the main one where there is none. */
export function tieCells(supply: Supply, unit: string, label: string): Supply {
  const bus =
    supply.buses.find(one => one.role === 'essential') ??
    supply.buses.find(one => one.role === 'main') ??
    supply.buses[0]!
  return {
    ...supply,
    ties: [
      ...supply.ties,
      {
        id: freeId(supply, `reserve-${unit}`.slice(0, 60)),
        name: `${label} feed`.slice(0, 80),
        kind: 'diode',
        from: UNIT_SOURCE + unit,
        to: bus.id,
        milliohm: 5
      }
    ]
  }
}

/** An id no part of the supply has yet. */
export function freeId(supply: Supply, wish: string): string {
  const taken = new Set(
    [MAIN_BATTERY, MAIN_ALTERNATOR, ...supply.sources, ...supply.buses, ...supply.ties, ...supply.switches].map(one =>
      typeof one === 'string' ? one : one.id
    )
  )
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish}-${n}`
    if (!taken.has(id)) return id
  }
}
