import type { Edit } from '../../document'
import type { Design, DesignUnit, Finding } from '../../design'
import type { Circuit, NoCircuit } from './circuit'
import type { Endurance } from '../endurance/endurance'
import { isShed } from '../endurance/simulate'
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
            says: say`${thing(unit)} stands at ${unit.place.name}, and no route leads there from the panel, so its wire cannot be measured. Add a leg to the route table in Wire.`
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
            says: say`${thing(unit)} wants ${amperes(wantedA)}; no breaker or fuse and wire of the tables carries that over ${wireRun(runMm)} out and back.`
          }
    )
  const choiceOf = (unit: string) => model.choice(unit) ?? { unit }
  const byHead = new Map<string, Circuit[]>()
  for (const circuit of circuits) byHead.set(circuit.head, [...(byHead.get(circuit.head) ?? []), circuit])
  for (const circuit of circuits) {
    const { unit, awg, breakerA, protector, steadyA } = circuit
    const label = thingOf(circuit)
    const set = (patch: object): Edit[] => [
      { type: 'circuit.set', option: design.optionId, circuit: { ...choiceOf(unit), ...patch } }
    ]
    const thicker = { says: say`Use AWG ${circuit.proposed.awg} wire.`, edits: set({ awg: circuit.proposed.awg }) }
    const wire = gauge(awg)
    const protectedTo = protector === 'fuse' ? wire.fuseA : wire.breakerA
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
        says: say`The ${figure(breakerA, 'A')} ${protector} of ${label} does not protect its AWG ${awg} wire, which wants ${protectedTo === undefined ? '—' : figure(protectedTo, 'A')} at most. A short would burn the wire first.`,
        remedies: [thicker]
      })
    if (steadyA > circuit.ampacity.amps)
      findings.push({
        id: `power.ampacity:${unit}`,
        code: 'power.ampacity',
        weight: 'must fix',
        subjects: [unit],
        measured: steadyA,
        limit: circuit.ampacity.amps,
        unit: 'A',
        basis: DERATING_BASIS,
        figure: { kind: 'circuit wire', of: unit },
        says: say`${label} draws ${amperes(steadyA)} continuously; its AWG ${awg} wire carries ${amperes(circuit.ampacity.amps)} where it lies, by bundle, heat and height.`,
        remedies: [thicker]
      })
    const ofHead = byHead.get(circuit.head)!
    const allA = ofHead.reduce((sum, one) => sum + one.steadyA, 0)
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
        says: say`${enumerate(ofHead.map(thingOf))} ${ofHead.length > 1 ? 'together take' : 'takes'} ${amperes(allA)} and the ${protector} is ${figure(breakerA, 'A')}: it will open.`,
        remedies: [
          {
            says: say`Go back to the proposed ${figure(circuit.proposed.breakerA, 'A')}.`,
            edits: set({ breakerA: circuit.proposed.breakerA })
          }
        ]
      })
    for (const [dropV, limitV, when] of [
      [circuit.dropV, circuit.dropLimitV, 'steady'],
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
          says: say`The wire of ${label} drops ${num(dropV, 2, 'V')} over ${wireRun(circuit.outMm + circuit.returnMm)} at its ${when} load; ${figure(limitV, 'V')} is allowed.`,
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
        says: say`The ${ratedA === undefined ? '' : figure(ratedA, 'A')} switch of ${label} may switch ${amperes(allowsA)} of ${load} load; ${amperes(steadyA)} is drawn. Its contacts would weld or burn.`,
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
      subjects: fused.slice(0, 3).map(one => one.unit),
      basis: SPARES,
      says: say`${fused.length} circuit${fused.length > 1 ? 's have fuses' : ' has a fuse'} and no spares are carried: a set, or three of each kind, within the pilot’s reach${asked ? ', is asked for by night' : ' is sound practice'}.`,
      remedies: [
        {
          says: say`A set of spare fuses is carried.`,
          edits: [{ type: 'airframe.set', airframe: { ...design.airframe, spareFuses: true } }]
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

/** Whether the room of current reads anything of a unit: one that draws, has cells, or gives what is watched on a breaker. */
export const readsUnit = ({ item }: DesignUnit): boolean =>
  item.power !== undefined || item.battery !== undefined || WATCHED.some(([name]) => item.provides.includes(name))

/** Protectors on which everything hangs: one that takes all of a thing there is twice, or several things at once. */
function oneBreaker(design: Design, circuits: readonly Circuit[]): Finding[] {
  return circuits
    .filter(circuit => circuit.head === circuit.unit && circuit.shared.length > 1)
    .flatMap((circuit): Finding[] => {
      const group = new Set(circuit.shared)
      const gone = WATCHED.flatMap(([name, says]) => {
        const all = design.units.filter(unit => unit.item.provides.includes(name))
        return all.some(unit => group.has(unit.id)) &&
          all.every(unit => group.has(unit.id) && !unit.item.power?.internalBatteryMinutes)
          ? [{ says, twice: all.length > 1 }]
          : []
      })
      const says = [...new Set(gone.map(one => one.says))]
      if (!gone.some(one => one.twice) && says.length < 2) return []
      const away = circuit.shared.filter(id => id !== circuit.head)
      return [
        {
          id: `power.one-breaker:${circuit.unit}`,
          code: 'power.one-breaker',
          weight: 'decide',
          subjects: circuit.shared,
          basis: { kind: 'common practice' },
          says: say`One ${circuit.protector} carries ${circuit.shared.length} units; when it opens, ${says.join(', ')} ${says.length > 1 ? 'are' : 'is'} all gone at once.`,
          remedies: [
            {
              says: say`Give each a breaker of its own.`,
              edits: away.map((unit): Edit => {
                const { sharesWith: _, ...rest } = design.circuits.find(one => one.unit === unit)!
                return Object.keys(rest).length > 1
                  ? { type: 'circuit.set', option: design.optionId, circuit: rest }
                  : { type: 'circuit.clear', option: design.optionId, unit }
              })
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
  return design.units
    .filter(unit => unit.item.power && !isShed(unit))
    .flatMap((unit): Finding[] => {
      const { bus } = model.hangs(unit)
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
            ? say`${thing(unit)} is to stay on, but the ${thing(at)} is dead once the switches stand as they do after the alternator’s loss.`
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

/** Complaints about endurance and the batteries. */
export function enduranceFindings({ design }: PowerModel, endurance: Endurance): Finding[] {
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
      says: say`With the alternator gone, ${endurance.first ? thing({ id: endurance.first.unit, label: endurance.first.label }) : 'the first unit that stays on'} loses power after ${num(endurance.minutes, 0, 'min')}; you want ${figure(wanted, 'min')}.${largest ? say` The largest load left on is ${thing({ id: largest.unit, label: largest.label })}, ${amperes(largest.amps)}.` : ''}`
    })
  }
  const lithium = [
    ...(airframe.battery.chemistry === 'lithium'
      ? [
          {
            name: airframe.battery.name,
            id: airframe.battery.name,
            place: airframe.places.find(one => one.id === airframe.battery.place)
          }
        ]
      : []),
    ...design.units
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
            ? say`${name}, a lithium battery, stands ahead of the firewall: heat soak after shutdown can destroy it or worse. Ask its maker.`
            : say`${name}, a lithium battery, stands at ${place.name}, on the cabin side of the firewall: a cell that fails vents hot gas there. Follow its maker on box and vent.`
      })
  return findings
}
