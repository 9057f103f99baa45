import * as messages from '../messages'
import { perObject } from '../../cache'
import { electricUnits } from '../supply/electric'
import type { Edit } from '../../document'
import { finding, sameUnits, type Design, type Finding, type Remedy } from '../../design'
import { START_BEARS, together, type Circuit, type NoCircuit } from './circuit'
import { outsideOf } from './conditions'
import { isShed } from '../endurance/shed'
import { Wired } from '../supply/wired'
import { fedBy } from '../supply/feeding'
import { positionsOf } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { SWITCH_BASIS } from './switch'
import { BREAKER_SIZES_A, DROP_BASIS, DROP_TOLERANCE, gauge, PROTECTOR_BASIS } from './wire'
import { DERATING_BASIS } from './ampacity'
import { thing, type Typed } from '../../quantity'

const CHOSEN = { kind: 'entered' as const, source: 'your choice for this circuit' }
const SPARES = { kind: 'published' as const, source: '14 CFR 91.205(c)(6)', fromMemory: true }

/** The unit of a circuit, to be gone to. */
const thingOf = (circuit: { unit: string; label: string }) => thing({ id: circuit.unit, label: circuit.label })

/** A circuit with what its findings are made from. */
interface Looked {
  model: PowerModel
  circuit: Circuit
  /** All circuits that share its breaker or fuse. */
  ofHead: readonly Circuit[]
  label: Typed
  set: (patch: object) => Edit[]
  thicker: Remedy
}
function look(model: PowerModel, circuit: Circuit, ofHead: readonly Circuit[]): Looked {
  const { unit, proposed } = circuit
  const set = (patch: object): Edit[] => [
    {
      type: 'circuit.set',
      option: model.design.optionId,
      circuit: { ...(model.choice(unit) ?? { unit }), ...patch }
    }
  ]
  const thicker = { says: messages.thicker(proposed.awg), edits: set({ awg: proposed.awg }) }
  return { model, circuit, ofHead, label: thingOf(circuit), set, thicker }
}

/** What is wrong with a circuit as it stands, override or not. */
export function circuitFindings(
  model: PowerModel,
  circuits: readonly Circuit[],
  none: readonly NoCircuit[]
): Finding[] {
  const byHead = new Map<string, Circuit[]>()
  for (const circuit of circuits) byHead.set(circuit.head, [...(byHead.get(circuit.head) ?? []), circuit])
  return [
    ...none.map(noCircuitFinding),
    ...circuits.flatMap(circuit => {
      const looked = look(model, circuit, byHead.get(circuit.head)!)
      return [
        ...sharedBusesFinding(looked),
        ...protectorFinding(looked),
        ...ampacityFinding(looked),
        ...breakerFinding(looked),
        ...dropFinding(looked),
        ...switchFinding(looked)
      ]
    }),
    ...spareFuses(model.design, circuits),
    ...oneBreaker(model.design, circuits)
  ]
}

const noCircuitFinding = ({ unit, why, wantedA, runMm }: NoCircuit): Finding =>
  why === 'no route'
    ? finding('power.no-route', unit.id, {
        weight: 'decide',
        basis: { kind: 'entered', source: 'route table of the airframe' },
        says: messages.noRoute(unit)
      })
    : finding('power.no-wire', unit.id, {
        weight: 'must fix',
        measured: wantedA,
        unit: 'A',
        limit: BREAKER_SIZES_A.at(-1)!,
        basis: PROTECTOR_BASIS,
        says: messages.noWire({ unit, wantedA, runMm })
      })

/** Told once for all that share a protector. The one whose protector it is has nothing to give up. */
function sharedBusesFinding({ model, circuit, ofHead }: Looked): Finding[] {
  const { design } = model
  const { protector } = circuit
  if (circuit !== ofHead[0] || circuit.alsoBus !== undefined || ofHead.every(other => other.ownBus === circuit.bus))
    return []
  return [
    finding('power.shared-buses', circuit.shared, {
      key: circuit.head,
      weight: 'must fix',
      basis: CHOSEN,
      says: messages.sharedBuses({ ofHead: ofHead.map(thingOf), protector, name: model.name(circuit.bus) }),
      remedies: [
        {
          says: messages.sharedBusesRemedy(protector),
          edits: circuit.shared.filter(id => id !== circuit.head).map(id => alone(design, id))
        }
      ]
    })
  ]
}

/** A protector that lets its wire burn. */
function protectorFinding({ circuit, label, thicker }: Looked): Finding[] {
  const { unit, awg, breakerA, protector } = circuit
  const wire = gauge(awg)
  const protectedTo = protector === 'fuse' ? wire.fuseA : wire.breakerA
  if (protectedTo === undefined || breakerA > protectedTo)
    return [
      finding('power.protector', unit, {
        weight: 'must fix',
        measured: breakerA,
        limit: protectedTo,
        unit: 'A',
        basis: PROTECTOR_BASIS,
        says: messages.protector({ breakerA, protector, label, awg, protectedTo }),
        remedies: [thicker]
      })
    ]
  if (breakerA <= circuit.mostProtectorA * (1 + 1e-9)) return []
  return [
    finding('power.protector-hot', unit, {
      weight: 'must fix',
      measured: breakerA,
      limit: circuit.mostProtectorA,
      unit: 'A',
      basis: { ...PROTECTOR_BASIS, source: `${PROTECTOR_BASIS.source!}, its notes; ${DERATING_BASIS.source!}` },
      figure: { kind: 'circuit wire', of: unit },
      says: messages.protectorHot({
        awg,
        label,
        outside: outsideOf(circuit.lie).join(', '),
        amps: circuit.ampacity.amps,
        breakerA,
        protector
      }),
      remedies: [thicker]
    })
  ]
}

function ampacityFinding({ circuit, label, thicker }: Looked): Finding[] {
  const { unit, awg } = circuit
  // What comes and goes warms its wire as the square of its amps, for its share of the time.
  const warmsA = circuit.steadyA * Math.sqrt(circuit.duty)
  if (warmsA <= circuit.ampacity.amps) return []
  return [
    finding('power.ampacity', unit, {
      weight: 'must fix',
      measured: warmsA,
      limit: circuit.ampacity.amps,
      unit: 'A',
      basis: DERATING_BASIS,
      figure: { kind: 'circuit wire', of: unit },
      says: messages.ampacity({
        label,
        warmsA,
        intermittent: circuit.intermittent,
        awg,
        amps: circuit.ampacity.amps
      }),
      remedies: [thicker]
    })
  ]
}

/** A protector that opens at what its units draw, always or for a moment. Told of the one whose protector it is. */
function breakerFinding({ circuit, ofHead, set }: Looked): Finding[] {
  const { unit, breakerA, protector } = circuit
  if (circuit.head !== unit) return []
  const allA = ofHead.reduce((sum, circuit) => sum + circuit.steadyA, 0)
  if (breakerA < allA)
    return [
      finding('power.breaker-small', circuit.shared, {
        key: unit,
        weight: 'decide',
        measured: allA,
        limit: breakerA,
        unit: 'A',
        basis: CHOSEN,
        says: messages.breakerSmall({ ofHead: ofHead.map(thingOf), allA, protector, breakerA }),
        remedies: [
          {
            says: messages.breakerAsProposed(circuit.proposed.breakerA),
            edits: set({ breakerA: circuit.proposed.breakerA })
          }
        ]
      })
    ]
  const all = together(ofHead)
  const briefly = [
    [all.briefA, all.briefA, 'while it transmits'],
    [all.lowVoltsA, all.lowVoltsA, 'at its minimum voltage, as the battery discharges'],
    [all.startA / START_BEARS, all.startA, `for a moment when it starts; a breaker carries ${START_BEARS} times`]
  ] as const
  // What the breaker must bear, and the amps as they flow.
  const [worst] = briefly.filter(([bears]) => bears > breakerA * (1 + 1e-9)).sort((a, b) => b[0] - a[0])
  if (!worst) return []
  return [
    finding('power.breaker-brief', circuit.shared, {
      key: unit,
      weight: 'decide',
      measured: worst[0],
      limit: breakerA,
      unit: 'A',
      basis: CHOSEN,
      figure: { kind: 'circuit breaker', of: unit },
      says: messages.breakerBrief({
        ofHead: ofHead.map(thingOf),
        amps: worst[1],
        when: worst[2],
        protector,
        breakerA
      }),
      remedies: [
        {
          says: messages.breakerAsProposed(circuit.proposed.breakerA),
          edits: set({ breakerA: circuit.proposed.breakerA })
        }
      ]
    })
  ]
}

/** A wire that drops more than it may: at its steady load, or else at its brief one. */
function dropFinding({ circuit, label, thicker }: Looked): Finding[] {
  const { unit } = circuit
  const drops = [
    [circuit.dropV, circuit.dropLimitV, circuit.intermittent ? 'intermittent' : 'steady'],
    [circuit.briefDropV, circuit.briefDropLimitV, 'brief']
  ] as const
  const over = drops.find(([dropV, limitV]) => dropV > limitV * (1 + DROP_TOLERANCE))
  if (!over) return []
  const [dropV, limitV, when] = over
  return [
    finding('power.drop', unit, {
      weight: 'decide',
      measured: dropV,
      limit: limitV,
      unit: 'V',
      basis: DROP_BASIS,
      figure: { kind: 'circuit drop', of: unit },
      says: messages.drop({ label, dropV, liesMm: circuit.liesMm, when, limitV }),
      remedies: [thicker]
    })
  ]
}

function switchFinding({ circuit, label, set }: Looked): Finding[] {
  const { unit, steadyA } = circuit
  const { ratedA, allowsA, load, wantedA } = circuit.switch
  if (allowsA === undefined || steadyA <= allowsA + 1e-9) return []
  return [
    finding('power.switch', unit, {
      weight: 'decide',
      measured: steadyA,
      limit: allowsA,
      unit: 'A',
      basis: SWITCH_BASIS,
      figure: { kind: 'circuit switch', of: unit },
      says: messages.switchRating({ ratedA, label, allowsA, load, steadyA }),
      remedies:
        wantedA === undefined
          ? []
          : [
              {
                says: messages.switchRemedy(wantedA),
                edits: set({ switch: { ratedA: wantedA, load } })
              }
            ]
    })
  ]
}

/** Fuses without spares on board. */
function spareFuses(design: Design, circuits: readonly Circuit[]): Finding[] {
  const fused = circuits.filter(circuit => circuit.protector === 'fuse' && circuit.head === circuit.unit)
  if (!fused.length || design.airframe.spareFuses) return []
  const asked = design.brief.flying.some(kind => kind !== 'day VFR')
  return [
    finding(
      'power.fuse-spares',
      fused.slice(0, 3).map(circuit => circuit.unit),
      {
        weight: asked ? 'decide' : 'note',
        basis: SPARES,
        says: messages.fuseSpares({ fused, asked }),
        remedies: [
          {
            says: messages.fuseSparesRemedy,
            edits: [
              {
                type: 'airframe.set',
                airframe: { ...design.airframe, panel: { ...design.airframe.panel }, spareFuses: true }
              }
            ]
          }
        ]
      }
    )
  ]
}

/** What a pilot flies, talks and finds the way by. */
const WATCHED = [
  ['attitude', 'attitude'],
  ['com', 'the radio'],
  ['vor', 'navigation by VOR'],
  ['waas gps', 'navigation by satellite'],
  ['gps', 'navigation by satellite'],
  ['localizer', 'the localizer']
] as const

const watchedUnits = perObject(
  (design: Design) =>
    design.units.filter(unit => unit.item.provides.some(name => WATCHED.some(([watched]) => watched === name))),
  sameUnits
)

/** Gives a unit a protector of its own. */
function alone(design: Design, unit: string): Edit {
  const { sharesWith: _, ...rest } = design.circuits.find(circuit => circuit.unit === unit)!
  return Object.keys(rest).length > 1
    ? { type: 'circuit.set', option: design.optionId, circuit: rest }
    : { type: 'circuit.clear', option: design.optionId, unit }
}

/** Protectors on which everything hangs: one that takes all of a thing there is twice, or several things at once. */
function oneBreaker(design: Design, circuits: readonly Circuit[]): Finding[] {
  return circuits
    .filter(circuit => circuit.head === circuit.unit && circuit.shared.length > 1)
    .flatMap((circuit): Finding[] => {
      const group = new Set(circuit.shared)
      const gone = WATCHED.flatMap(([name, says]) => {
        const all = watchedUnits(design).filter(unit => unit.item.provides.includes(name))
        return all.some(unit => group.has(unit.id)) &&
          all.every(unit => group.has(unit.id) && !unit.item.power?.internalBatteryMinutes)
          ? [{ says, twice: all.length > 1 }]
          : []
      })
      const says = [...new Set(gone.map(loss => loss.says))]
      if (!gone.some(loss => loss.twice) && says.length < 2) return []
      const away = circuit.shared.filter(id => id !== circuit.head)
      return [
        finding('power.one-breaker', circuit.shared, {
          key: circuit.unit,
          weight: 'decide',
          basis: { kind: 'common practice' },
          says: messages.oneBreaker({ protector: circuit.protector, shared: circuit.shared, says }),
          remedies: [
            {
              says: messages.oneBreakerRemedy,
              edits: away.map(unit => alone(design, unit))
            }
          ]
        })
      ]
    })
}

/**
 * What is kept on but cannot be fed once the pilot has set the switches for a lost alternator; and what a switch may yet
 * take away.
 */
export function feedFindings(model: PowerModel): Finding[] {
  const { design, supply } = model
  const { powered } = fedBy(new Wired(model, { sources: model.alternators }), positionsOf(supply, 'afterLoss'))
  const safe = supply.buses.find(bus => bus.role === 'essential')
  return electricUnits(design)
    .filter(unit => unit.item.power && !isShed(unit))
    .flatMap((unit): Finding[] => {
      const { bus } = model.feedOf(unit)
      const at = model.bus(bus)!
      const dead = !powered.has(unit.id) && !unit.item.power!.internalBatteryMinutes
      const sheddable = safe !== undefined && at.role === 'avionics' && unit.item.power!.essential
      if (!dead && !sheddable) return []
      return [
        finding('power.essential-feed', unit.id, {
          weight: dead ? 'must fix' : 'decide',
          basis: { kind: 'common practice' },
          says: dead
            ? messages.essentialFeedDead({ unit, bus: at })
            : messages.essentialFeedSwitched({ unit, bus: at, essential: safe! }),
          remedies:
            safe && safe.id !== bus
              ? [
                  {
                    says: messages.essentialFeedRemedy(safe.name),
                    edits: [
                      {
                        type: 'circuit.set',
                        option: design.optionId,
                        circuit: {
                          ...(model.choice(unit.id) ?? { unit: unit.id }),
                          bus: safe.id
                        }
                      }
                    ]
                  }
                ]
              : []
        })
      ]
    })
}
