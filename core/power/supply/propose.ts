import { handledAs } from '../../catalogue'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Bus, type Supply, type Tie } from '../../document'
import { remembered } from '../../cache'
import type { Design } from '../../design'
import { electricUnits } from './electric'
import { CONTACTOR_COIL_A } from './tie'

/** Whether the flying asks for a bus that outlives the main one: by night or in cloud, or where a second battery is fitted. */
const wantsEssential = (design: Design): boolean =>
  design.brief.flying.some(kind => kind !== 'day VFR') || electricUnits(design).some(unit => unit.item.battery)

/**
 * The supply we propose: battery through a contactor, alternator through its breaker, a main bus; where flying is by
 * night or in
 * cloud an avionics bus, and an essential bus fed from the main one by a diode and from the battery by a breaker and a
 * switch of its
 * own; a bus that is always hot for a clock; each box with cells inside by a diode. Sizes are left to the tables (`feeder.ts`).
 */
export const proposedSupply = remembered((design: Design): Supply => {
  const electric = electricUnits(design)
  const essential = wantsEssential(design)
  const { systemV, alternatorA } = design.airframe
  return propose({
    essential,
    // An essential clock lives on the essential bus.
    hot: electric.some(
      unit => handledAs(unit.item) === 'clock' && unit.item.power && !(essential && unit.item.power.essential)
    ),
    nominal: systemV === 28 ? 28 : 14,
    charged: alternatorA > 0,
    reserves: electric.flatMap(unit => (unit.item.battery ? [{ id: unit.id, label: unit.label }] : []))
  })
}, 12)
/** All that the proposal is made for. */
interface Asked {
  essential: boolean
  hot: boolean
  nominal: 14 | 28
  charged: boolean
  reserves: readonly { id: string; label: string }[]
}
const wire = (tie: Omit<Tie, 'milliohm' | 'kind'> & Partial<Tie>): Tie => ({ kind: 'wire', milliohm: 0, ...tie })
const proposedTies = ({ essential, hot, nominal, charged, reserves }: Asked): Tie[] => [
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
  ...(charged
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
          name: 'Avionics feed',
          kind: 'breaker',
          from: 'main',
          to: 'avionics',
          by: { switch: 'avionics-switch', in: ['ON'] },
          milliohm: 2
        }),
        wire({
          id: 'essential-normal',
          name: 'Normal feed',
          kind: 'diode',
          guarded: true,
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
function propose(asked: Asked): Supply {
  const { essential, hot, reserves } = asked
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
    ties: proposedTies(asked)
  }
}
