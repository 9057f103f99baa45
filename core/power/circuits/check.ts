import { perObject } from '../../cache'
import { electricUnits } from '../supply/electric'
import type { Edit } from '../../document'
import { sameUnits, type Design, type Finding } from '../../design'
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
import { amperes, enumerate, figure, num, say, thing, wireRun } from '../../quantity'

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
        ? {
            id: `power.no-route:${unit.id}`,
            code: 'power.no-route',
            weight: 'decide',
            subjects: [unit.id],
            remedies: [],
            basis: { kind: 'entered', source: 'route table of the airframe' },
            says: say`${thing(unit)} stands at ${unit.place.name}, and no route leads there from the panel, so its
              wire cannot be measured. Add a leg to the route table in Wire.`
          }
        : {
            id: `power.no-wire:${unit.id}`,
            code: 'power.no-wire',
            weight: 'must fix',
            subjects: [unit.id],
            remedies: [],
            measured: wantedA,
            unit: 'A',
            limit: BREAKER_SIZES_A.at(-1)!,
            basis: PROTECTOR_BASIS,
            says: say`${thing(unit)} wants ${amperes(wantedA)}; no breaker or fuse and wire of the tables carries
              that over ${wireRun(runMm)} out and back.`
          }
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
    const thicker = { says: say`Use AWG ${circuit.proposed.awg} wire.`, edits: set({ awg: circuit.proposed.awg }) }
    const wire = gauge(awg)
    const protectedTo = protector === 'fuse' ? wire.fuseA : wire.breakerA
    // Told once for all that share it. The one whose protector it is has nothing to give up.
    if (circuit === ofHead[0] && circuit.alsoBus === undefined && ofHead.some(other => other.ownBus !== circuit.bus))
      findings.push({
        id: `power.shared-buses:${circuit.head}`,
        code: 'power.shared-buses',
        weight: 'must fix',
        subjects: circuit.shared,
        basis: CHOSEN,
        says: say`${enumerate(ofHead.map(thingOf))} share one ${protector} and are to hang on different buses:
          one ${protector} is fed by one bus. All of them are on the ${model.name(circuit.bus)} as it stands.`,
        remedies: [
          {
            says: say`Give each a ${protector} of its own.`,
            edits: circuit.shared.filter(id => id !== circuit.head).map(id => alone(design, id))
          }
        ]
      })
    if (protectedTo === undefined || breakerA > protectedTo)
      findings.push({
        id: `power.protector:${unit}`,
        code: 'power.protector',
        weight: 'must fix',
        subjects: [unit],
        measured: breakerA,
        limit: protectedTo,
        unit: 'A',
        basis: PROTECTOR_BASIS,
        says: say`The ${figure(breakerA, 'A')} ${protector} of ${label} does not protect its AWG ${awg} wire, which
          wants ${protectedTo === undefined ? '—' : figure(protectedTo, 'A')} at most. A short would burn the wire first.`,
        remedies: [thicker]
      })
    else if (breakerA > circuit.mostProtectorA * (1 + 1e-9))
      findings.push({
        id: `power.protector-hot:${unit}`,
        code: 'power.protector-hot',
        weight: 'must fix',
        subjects: [unit],
        measured: breakerA,
        limit: circuit.mostProtectorA,
        unit: 'A',
        basis: { ...PROTECTOR_BASIS, source: `${PROTECTOR_BASIS.source!}, its notes; ${DERATING_BASIS.source!}` },
        figure: { kind: 'circuit wire', of: unit },
        says: say`The AWG ${awg} wire of ${label} lies outside the conditions of table 11-3
          (${outsideOf(circuit.lie).join(', ')}) and carries ${amperes(circuit.ampacity.amps)} there;
          its ${figure(breakerA, 'A')} ${protector} would let it burn.`,
        remedies: [thicker]
      })
    if (warmsA > circuit.ampacity.amps)
      findings.push({
        id: `power.ampacity:${unit}`,
        code: 'power.ampacity',
        weight: 'must fix',
        subjects: [unit],
        measured: warmsA,
        limit: circuit.ampacity.amps,
        unit: 'A',
        basis: DERATING_BASIS,
        figure: { kind: 'circuit wire', of: unit },
        says: say`${label} draws ${amperes(warmsA)}${
          circuit.intermittent ? ' on the average that warms a wire' : ' continuously'
        }; its AWG ${awg} wire carries ${amperes(circuit.ampacity.amps)} where it lies, by bundle, heat and height.`,
        remedies: [thicker]
      })
    const allA = ofHead.reduce((sum, circuit) => sum + circuit.steadyA, 0)
    if (circuit.head === unit && breakerA < allA)
      findings.push({
        id: `power.breaker-small:${unit}`,
        code: 'power.breaker-small',
        weight: 'decide',
        subjects: circuit.shared,
        measured: allA,
        limit: breakerA,
        unit: 'A',
        basis: CHOSEN,
        says: say`${enumerate(ofHead.map(thingOf))} ${
          ofHead.length > 1 ? 'together take' : 'takes'
        } ${amperes(allA)} and the ${protector} is ${figure(breakerA, 'A')}: it will open.`,
        remedies: [
          {
            says: say`Go back to the proposed ${figure(circuit.proposed.breakerA, 'A')}.`,
            edits: set({ breakerA: circuit.proposed.breakerA })
          }
        ]
      })
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
        findings.push({
          id: `power.breaker-brief:${unit}`,
          code: 'power.breaker-brief',
          weight: 'decide',
          subjects: circuit.shared,
          measured: worst[0],
          limit: breakerA,
          unit: 'A',
          basis: CHOSEN,
          figure: { kind: 'circuit breaker', of: unit },
          says: say`${enumerate(ofHead.map(thingOf))} ${ofHead.length > 1 ? 'take' : 'takes'} ${amperes(worst[1])} ${worst[2]},
            and the ${protector} is ${figure(breakerA, 'A')}: it opens when it is wanted.`,
          remedies: [
            {
              says: say`Go back to the proposed ${figure(circuit.proposed.breakerA, 'A')}.`,
              edits: set({ breakerA: circuit.proposed.breakerA })
            }
          ]
        })
    }
    for (const [dropV, limitV, when] of [
      [circuit.dropV, circuit.dropLimitV, circuit.intermittent ? 'intermittent' : 'steady'],
      [circuit.briefDropV, circuit.briefDropLimitV, 'brief']
    ] as const)
      if (dropV > limitV * (1 + DROP_TOLERANCE)) {
        findings.push({
          id: `power.drop:${unit}`,
          code: 'power.drop',
          weight: 'decide',
          subjects: [unit],
          measured: dropV,
          limit: limitV,
          unit: 'V',
          basis: DROP_BASIS,
          figure: { kind: 'circuit drop', of: unit },
          says: say`The wire of ${label} drops ${num(dropV, 2, 'V')} over ${wireRun(circuit.liesMm)} at
            its ${when} load; ${figure(limitV, 'V')} is allowed.`,
          remedies: [thicker]
        })
        break
      }
    const { ratedA, allowsA, load, wantedA } = circuit.switch
    if (allowsA !== undefined && steadyA > allowsA + 1e-9)
      findings.push({
        id: `power.switch:${unit}`,
        code: 'power.switch',
        weight: 'decide',
        subjects: [unit],
        measured: steadyA,
        limit: allowsA,
        unit: 'A',
        basis: SWITCH_BASIS,
        figure: { kind: 'circuit switch', of: unit },
        says: say`The ${ratedA === undefined ? '' : figure(ratedA, 'A')} switch of ${label} may
          switch ${amperes(allowsA)} of ${load} load; ${amperes(steadyA)} is drawn. Its contacts would weld or burn.`,
        remedies:
          wantedA === undefined
            ? []
            : [
                {
                  says: say`Use a switch of ${figure(wantedA, 'A')}.`,
                  edits: set({ switch: { ratedA: wantedA, load } })
                }
              ]
      })
  }
  const fused = circuits.filter(circuit => circuit.protector === 'fuse' && circuit.head === circuit.unit)
  if (fused.length && !design.airframe.spareFuses) {
    const asked = design.brief.flying.some(kind => kind !== 'day VFR')
    findings.push({
      id: 'power.fuse-spares',
      code: 'power.fuse-spares',
      weight: asked ? 'decide' : 'note',
      subjects: fused.slice(0, 3).map(circuit => circuit.unit),
      basis: SPARES,
      says: say`${fused.length} circuit${fused.length > 1 ? 's have fuses' : ' has a fuse'} and no spares are
        carried: a set, or three of each kind, within the pilot’s reach${asked ? ', is asked for by night' : ' is sound practice'}.`,
      remedies: [
        {
          says: say`A set of spare fuses is carried.`,
          edits: [
            {
              type: 'airframe.set',
              airframe: { ...design.airframe, panel: { ...design.airframe.panel }, spareFuses: true }
            }
          ]
        }
      ]
    })
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
        {
          id: `power.one-breaker:${circuit.unit}`,
          code: 'power.one-breaker',
          weight: 'decide',
          subjects: circuit.shared,
          basis: { kind: 'common practice' },
          says: say`One ${circuit.protector} carries ${circuit.shared.length} units; when it
            opens, ${says.join(', ')} ${says.length > 1 ? 'are' : 'is'} all gone at once.`,
          remedies: [
            {
              says: say`Give each a breaker of its own.`,
              edits: away.map(unit => alone(design, unit))
            }
          ]
        }
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
        {
          id: `power.essential-feed:${unit.id}`,
          code: 'power.essential-feed',
          weight: dead ? 'must fix' : 'decide',
          subjects: [unit.id],
          basis: { kind: 'common practice' },
          says: dead
            ? say`${thing(unit)} is to stay on, but the ${thing(at)} is dead once the switches stand as they do after
              the alternator’s loss.`
            : say`${thing(unit)} is essential and is on the ${thing(at)}, which one switch takes away; the ${thing(safe!)} outlives it.`,
          remedies:
            safe && safe.id !== bus
              ? [
                  {
                    says: say`Hang it on the ${safe.name}.`,
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
        }
      ]
    })
}

/** Phases other than the worst cruise in which the batteries do not last as long as that phase must be flown on. */
const phaseFindings = ({ phase: worst, phases }: FlownEndurance): Finding[] =>
  phases
    .filter(({ phase, minutes, neededMinutes }) => phase !== worst && minutes < neededMinutes)
    .map(({ phase, minutes, neededMinutes, first, shedA }): Finding => ({
      id: `power.phase-endurance:${phase}`,
      code: 'power.phase-endurance',
      weight: 'decide',
      subjects: first ? [first.unit] : [],
      measured: minutes,
      limit: neededMinutes,
      unit: 'min',
      basis: phase.startsWith('cruise')
        ? { kind: 'entered', source: 'time required on battery, in Brief' }
        : { kind: 'common practice', source: `${LANDING_MINUTES} minutes for approach and landing` },
      figure: { kind: 'minutes', of: '' },
      remedies: [],
      says: say`If the alternator fails in ${phase}, ${
        first ? thing({ id: first.unit, label: first.label }) : 'the first unit that stays on'
      } loses power after ${num(minutes, 0, 'min')}. ${figure(neededMinutes, 'min')} are required. ${amperes(shedA)} are
        on after shedding: shed more, or add battery capacity.`
    }))

/** Diodes whose volts nobody entered, where the time required depends on them. */
function diodeFindings({ diodes, minutes, withMostDiodeV }: FlownEndurance, wanted: number): Finding[] {
  const assumed = diodes.filter(diode => diode.assumed)
  if (!assumed.length || withMostDiodeV === undefined || minutes < wanted || withMostDiodeV >= wanted) return []
  return [
    {
      id: 'power.diode-drop',
      code: 'power.diode-drop',
      weight: 'decide',
      subjects: [],
      measured: withMostDiodeV,
      limit: wanted,
      unit: 'min',
      basis: { kind: 'assumption', source: `${assumed[0]!.dropV} V for a diode of unknown type` },
      figure: { kind: 'minutes', of: '' },
      remedies: [],
      says: say`The voltage drop of ${enumerate(assumed.map(diode => diode.name))} is not
        entered. With ${figure(assumed[0]!.dropV, 'V')} (assumed) the battery lasts ${num(minutes, 0, 'min')}, with ${figure(
          MOST_DIODE_V,
          'V'
        )} (silicon bridge) ${num(withMostDiodeV, 0, 'min')}. ${figure(wanted, 'min')} are required. Enter the diode type in Distribution.`
    }
  ]
}

/** Complaints about endurance and the batteries. */
export function enduranceFindings({ design }: PowerModel, endurance: FlownEndurance): Finding[] {
  const { brief, airframe } = design
  const findings: Finding[] = []
  const wanted = brief.wantedMinutes
  if (endurance.minutes < wanted) {
    const largest = [...endurance.kept].sort((a, b) => b.amps - a.amps)[0]
    findings.push({
      id: 'power.endurance',
      code: 'power.endurance',
      weight: 'decide',
      subjects: endurance.first ? [endurance.first.unit] : [],
      measured: endurance.minutes,
      limit: wanted,
      unit: 'min',
      basis: {
        kind: 'entered',
        source: 'time wanted in the brief; 30 min was the rule of 14 CFR 23.1353(h) before 2017 (from memory)'
      },
      remedies: [],
      figure: { kind: 'minutes', of: '' },
      says: say`With the alternator gone, ${
        endurance.first
          ? thing({ id: endurance.first.unit, label: endurance.first.label })
          : 'the first unit that stays on'
      } loses power after ${num(endurance.minutes, 0, 'min')}; you want ${figure(wanted, 'min')}.${
        largest
          ? say` The largest load left on
          is ${thing({ id: largest.unit, label: largest.label })}, ${amperes(largest.amps)}.`
          : ''
      }`
    })
  }
  findings.push(...phaseFindings(endurance), ...diodeFindings(endurance, wanted))
  if (endurance.kept.length > 0 && !hasPlan(design))
    findings.push({
      id: 'power.nothing-kept',
      code: 'power.nothing-kept',
      weight: 'decide',
      subjects: [],
      basis: { kind: 'common practice', source: 'a plan of what is shed goes with an electrical load analysis' },
      remedies: [],
      figure: { kind: 'minutes', of: '' },
      says: say`No unit is marked to stay on when the alternator has quit, so the time on battery counts with
        everything on. Mark what flight and landing need in Power, Battery.`
    })
  const landing = endurance.phases.find(phase => phase.phase === 'landing')
  const after = endurance.curve.findLast(point => point.minute <= Math.max(0, wanted - LANDING_MINUTES))
  if (landing && after && endurance.minutes >= wanted) {
    const leftAh = after.charge * endurance.wholeAh
    const needAh = (landing.shedA * LANDING_MINUTES) / 60
    if (needAh > leftAh)
      findings.push({
        id: 'power.landing-reserve',
        code: 'power.landing-reserve',
        weight: 'decide',
        subjects: landing.first ? [landing.first.unit] : [],
        measured: (leftAh / landing.shedA) * 60,
        limit: LANDING_MINUTES,
        unit: 'min',
        basis: { kind: 'common practice', source: `${LANDING_MINUTES} minutes for approach and landing` },
        remedies: [],
        figure: { kind: 'minutes', of: '' },
        says: say`The ${figure(wanted, 'min')} you want end with an approach and landing
          of ${figure(LANDING_MINUTES, 'min')}, which takes ${amperes(landing.shedA)}; what is left by then carries
          it for ${num((leftAh / landing.shedA) * 60, 0, 'min')}. Shed more, or land earlier.`
      })
  }
  if (phasesFlown(design).includes('cruise in cloud'))
    for (const unit of electricUnits(design))
      if (unit.item.power && unit.item.provides.includes('pitot heat') && isShed(unit) && hasPlan(design))
        findings.push({
          id: `power.sheds-pitot-heat:${unit.id}`,
          code: 'power.sheds-pitot-heat',
          weight: 'decide',
          subjects: [unit.id],
          basis: { kind: 'common practice', source: 'pitot heat is on in visible moisture' },
          remedies: [
            {
              says: say`Keep it on.`,
              edits: [{ type: 'unit.keep', option: design.optionId, unit: unit.id, keep: true }]
            }
          ],
          says: say`${thing(unit)} is shed when the alternator has quit, and cloud is flown: airspeed may go with the
            ice. Keep it on, or plan to leave cloud at once.`
        })
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
      findings.push({
        id: `power.lithium-place:${id}`,
        code: 'power.lithium-place',
        weight: place.kind === 'engine bay' ? 'decide' : 'note',
        subjects: [],
        basis: { kind: 'common practice' },
        remedies: [],
        says:
          place.kind === 'engine bay'
            ? say`${name}, a lithium battery, stands ahead of the firewall: heat soak after shutdown can destroy it
              or worse. Ask its maker.`
            : say`${name}, a lithium battery, stands at ${place.name}, on the cabin side of the firewall: a cell that
              fails vents hot gas there. Follow its maker on box and vent.`
      })
  return findings
}
