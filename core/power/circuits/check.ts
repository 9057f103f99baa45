import * as messages from '../messages'
import { perObject } from '../../cache'
import { electricUnits } from '../supply/electric'
import type { Edit } from '../../document'
import { finding, sameUnits, type Design, type Finding } from '../../design'
import { START_BEARS, together, type Circuit, type NoCircuit } from './circuit'
import { outsideOf } from './conditions'
import { LANDING_MINUTES, type FlownEndurance } from '../endurance/endurance'
import { MOST_DIODE_V } from '../supply/tie'
import { hasPlan, isShed } from '../endurance/shed'
import { phasesFlown } from '../loads/load'
import { Wired } from '../supply/wired'
import { fedBy } from '../supply/feeding'
import { positionsOf } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { SWITCH_BASIS } from './switch'
import { BREAKER_SIZES_A, DROP_BASIS, DROP_TOLERANCE, gauge, PROTECTOR_BASIS } from './wire'
import { DERATING_BASIS } from './ampacity'
import { thing, screenName } from '../../quantity'

const CHOSEN = { kind: 'entered' as const, source: 'your choice for this circuit' }
const SPARES = { kind: 'published' as const, source: '14 CFR 91.205(c)(6)', fromMemory: true }

/** The unit of a circuit, to be gone to. */
const thingOf = (circuit: { unit: string; label: string }) => thing({ id: circuit.unit, label: circuit.label })

/** What is wrong with a circuit as it stands, override or not. */
export function circuitFindings(
  model: PowerModel,
  circuits: readonly Circuit[],
  none: readonly NoCircuit[]
): Finding[] {
  const { design } = model
  const findings: Finding[] = []
  for (const { unit, why, wantedA, runMm } of none)
    findings.push(
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
    )
  const choiceOf = (unit: string) => model.choice(unit) ?? { unit }
  const byHead = new Map<string, Circuit[]>()
  for (const circuit of circuits) byHead.set(circuit.head, [...(byHead.get(circuit.head) ?? []), circuit])
  for (const circuit of circuits) {
    const { unit, awg, breakerA, protector, steadyA } = circuit
    const label = thingOf(circuit)
    const ofHead = byHead.get(circuit.head)!
    // What comes and goes warms its wire as the square of its amps, for its share of the time.
    const warmsA = steadyA * Math.sqrt(circuit.duty)
    const set = (patch: object): Edit[] => [
      { type: 'circuit.set', option: design.optionId, circuit: { ...choiceOf(unit), ...patch } }
    ]
    const thicker = { says: messages.thicker(circuit.proposed.awg), edits: set({ awg: circuit.proposed.awg }) }
    const wire = gauge(awg)
    const protectedTo = protector === 'fuse' ? wire.fuseA : wire.breakerA
    // Told once for all that share it. The one whose protector it is has nothing to give up.
    if (circuit === ofHead[0] && circuit.alsoBus === undefined && ofHead.some(other => other.ownBus !== circuit.bus))
      findings.push(
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
      )
    if (protectedTo === undefined || breakerA > protectedTo)
      findings.push(
        finding('power.protector', unit, {
          weight: 'must fix',
          measured: breakerA,
          limit: protectedTo,
          unit: 'A',
          basis: PROTECTOR_BASIS,
          says: messages.protector({ breakerA, protector, label, awg, protectedTo }),
          remedies: [thicker]
        })
      )
    else if (breakerA > circuit.mostProtectorA * (1 + 1e-9))
      findings.push(
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
      )
    if (warmsA > circuit.ampacity.amps)
      findings.push(
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
      )
    const allA = ofHead.reduce((sum, circuit) => sum + circuit.steadyA, 0)
    if (circuit.head === unit && breakerA < allA)
      findings.push(
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
              says: messages.breakerSmallRemedy(circuit.proposed.breakerA),
              edits: set({ breakerA: circuit.proposed.breakerA })
            }
          ]
        })
      )
    if (circuit.head === unit && breakerA >= allA) {
      const all = together(ofHead)
      const briefly = [
        [all.briefA, all.briefA, 'while it transmits'],
        [all.lowVoltsA, all.lowVoltsA, 'at the least volts it works at, as the battery runs down'],
        [
          all.startA / START_BEARS,
          all.startA,
          `for a moment when it starts, of which a breaker bears ${START_BEARS} times`
        ]
      ] as const
      // What the breaker must bear, and the amps as they flow.
      const [worst] = briefly.filter(([bears]) => bears > breakerA * (1 + 1e-9)).sort((a, b) => b[0] - a[0])
      if (worst)
        findings.push(
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
              worst: worst[1],
              worstOf: worst[2],
              protector,
              breakerA
            }),
            remedies: [
              {
                says: messages.breakerBriefRemedy(circuit.proposed.breakerA),
                edits: set({ breakerA: circuit.proposed.breakerA })
              }
            ]
          })
        )
    }
    for (const [dropV, limitV, when] of [
      [circuit.dropV, circuit.dropLimitV, circuit.intermittent ? 'intermittent' : 'steady'],
      [circuit.briefDropV, circuit.briefDropLimitV, 'brief']
    ] as const)
      if (dropV > limitV * (1 + DROP_TOLERANCE)) {
        findings.push(
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
        )
        break
      }
    const { ratedA, allowsA, load, wantedA } = circuit.switch
    if (allowsA !== undefined && steadyA > allowsA + 1e-9)
      findings.push(
        finding('power.switch', unit, {
          weight: 'decide',
          measured: steadyA,
          limit: allowsA,
          unit: 'A',
          basis: SWITCH_BASIS,
          figure: { kind: 'circuit switch', of: unit },
          says: messages.switchText({ ratedA, label, allowsA, load, steadyA }),
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
      )
  }
  const fused = circuits.filter(circuit => circuit.protector === 'fuse' && circuit.head === circuit.unit)
  if (fused.length && !design.airframe.spareFuses) {
    const asked = design.brief.flying.some(kind => kind !== 'day VFR')
    findings.push(
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
    )
  }
  return [...findings, ...oneBreaker(design, circuits)]
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
          says: messages.essentialFeed({ dead, unit, at, safe }),
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

/** Phases other than the worst cruise in which the batteries do not last as long as that phase must be flown on. */
const phaseFindings = ({ phase: worst, phases }: FlownEndurance): Finding[] =>
  phases
    .filter(({ phase, minutes, neededMinutes }) => phase !== worst && minutes < neededMinutes)
    .map(({ phase, minutes, neededMinutes, first, shedA }): Finding =>
      finding('power.phase-endurance', first ? [first.unit] : [], {
        key: phase,
        weight: 'decide',
        measured: minutes,
        limit: neededMinutes,
        unit: 'min',
        basis: phase.startsWith('cruise')
          ? { kind: 'entered', source: `time required on battery, in ${screenName('brief')}` }
          : { kind: 'common practice', source: `${LANDING_MINUTES} minutes for approach and landing` },
        figure: { kind: 'minutes', of: '' },
        says: messages.phaseEndurance({ phase, first, minutes, neededMinutes, shedA })
      })
    )

/** Diodes whose volts nobody entered, where the time required depends on them. */
function diodeFindings({ diodes, minutes, withMostDiodeV }: FlownEndurance, wanted: number): Finding[] {
  const assumed = diodes.filter(diode => diode.assumed)
  if (!assumed.length || withMostDiodeV === undefined || minutes < wanted || withMostDiodeV >= wanted) return []
  return [
    finding('power.diode-drop', [], {
      weight: 'decide',
      measured: withMostDiodeV,
      limit: wanted,
      unit: 'min',
      basis: { kind: 'assumption', source: `${assumed[0]!.dropV} V for a diode of unknown type` },
      figure: { kind: 'minutes', of: '' },
      says: messages.diodeDrop({
        assumed,
        dropV: assumed[0]!.dropV,
        minutes,
        mostDiodeV: MOST_DIODE_V,
        withMostDiodeV,
        wanted
      })
    })
  ]
}

/** Complaints about endurance and the batteries. */
export function enduranceFindings({ design }: PowerModel, endurance: FlownEndurance): Finding[] {
  const { brief, airframe } = design
  const findings: Finding[] = []
  const wanted = brief.wantedMinutes
  if (endurance.minutes < wanted) {
    const largest = [...endurance.kept].sort((a, b) => b.amps - a.amps)[0]
    findings.push(
      finding('power.endurance', endurance.first ? [endurance.first.unit] : [], {
        weight: 'decide',
        measured: endurance.minutes,
        limit: wanted,
        unit: 'min',
        basis: {
          kind: 'entered',
          source: 'time wanted in the brief; 30 min was the rule of 14 CFR 23.1353(h) before 2017 (from memory)'
        },
        figure: { kind: 'minutes', of: '' },
        says: messages.endurance({ first: endurance.first, minutes: endurance.minutes, wanted, largest })
      })
    )
  }
  findings.push(...phaseFindings(endurance), ...diodeFindings(endurance, wanted))
  if (endurance.kept.length > 0 && !hasPlan(design))
    findings.push(
      finding('power.nothing-kept', [], {
        weight: 'decide',
        basis: { kind: 'common practice', source: 'a plan of what is shed goes with an electrical load analysis' },
        figure: { kind: 'minutes', of: '' },
        says: messages.nothingKept
      })
    )
  const landing = endurance.phases.find(phase => phase.phase === 'landing')
  const after = endurance.curve.findLast(point => point.minute <= Math.max(0, wanted - LANDING_MINUTES))
  if (landing && after && endurance.minutes >= wanted) {
    const leftAh = after.charge * endurance.wholeAh
    const needAh = (landing.shedA * LANDING_MINUTES) / 60
    if (needAh > leftAh)
      findings.push(
        finding('power.landing-reserve', landing.first ? [landing.first.unit] : [], {
          weight: 'decide',
          measured: (leftAh / landing.shedA) * 60,
          limit: LANDING_MINUTES,
          unit: 'min',
          basis: { kind: 'common practice', source: `${LANDING_MINUTES} minutes for approach and landing` },
          figure: { kind: 'minutes', of: '' },
          says: messages.landingReserve({ wanted, landingMinutes: LANDING_MINUTES, shedA: landing.shedA, leftAh })
        })
      )
  }
  if (phasesFlown(design).includes('cruise in cloud'))
    for (const unit of electricUnits(design))
      if (unit.item.power && unit.item.provides.includes('pitot heat') && isShed(unit) && hasPlan(design))
        findings.push(
          finding('power.sheds-pitot-heat', unit.id, {
            weight: 'decide',
            basis: { kind: 'common practice', source: 'pitot heat is on in visible moisture' },
            remedies: [
              {
                says: messages.shedsPitotHeatRemedy,
                edits: [{ type: 'unit.keep', option: design.optionId, unit: unit.id, keep: true }]
              }
            ],
            says: messages.shedsPitotHeat(unit)
          })
        )
  const lithium = [
    ...(airframe.battery.chemistry === 'lithium'
      ? [
          {
            name: airframe.battery.name,
            id: airframe.battery.name,
            place: airframe.places.find(place => place.id === airframe.battery.place)
          }
        ]
      : []),
    ...electricUnits(design)
      .filter(unit => unit.item.battery?.chemistry === 'lithium')
      .map(unit => ({ name: thing(unit), id: unit.label, place: unit.place }))
  ]
  for (const { name, id, place } of lithium)
    if (place)
      findings.push(
        finding('power.lithium-place', [], {
          key: id,
          weight: place.kind === 'engine bay' ? 'decide' : 'note',
          basis: { kind: 'common practice' },
          says: messages.lithiumPlace({ kind: place.kind, name, placeName: place.name })
        })
      )
  return findings
}
