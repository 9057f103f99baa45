import type { Edit, Supply } from '../document'
import type { Design, Snag } from '../design'
import { formatAmps, toFeet } from '../quantity'
import type { Circuit, NoCircuit } from './circuit'
import { isShed, type Endurance } from './endurance'
import { Wired } from './wired'
import { fedBy } from './feeding'
import { busOf, positionsOf, sourcesOf } from './supply'
import { SWITCH_BASIS } from './switch'
import { BREAKER_SIZES_A, DROP_BASIS, DROP_TOLERANCE, gauge, PROTECTOR_BASIS } from './wire'
import { DERATING_BASIS } from './ampacity'

const CHOSEN = { kind: 'entered' as const, source: 'your choice for this circuit' }
const SPARES = { kind: 'published' as const, source: '14 CFR 91.205(c)(6)', fromMemory: true }

/** What is wrong with a circuit as it stands, override or not. */
export function circuitSnags(design: Design, circuits: readonly Circuit[], none: readonly NoCircuit[]): Snag[] {
  const snags: Snag[] = []
  for (const { unit, why, wantedA, runMm } of none)
    snags.push(
      why === 'no route'
        ? {
            id: `power.no-route:${unit.id}`,
            code: 'power.no-route',
            weight: 'needs a decision',
            subjects: [unit.id],
            remedies: [],
            basis: { kind: 'entered', source: 'route table of the airframe' },
            text: `${unit.label} stands at ${unit.place.name}, and no route leads there from the panel, so its wire cannot be measured. Add a leg to the route table in Wire.`
          }
        : {
            id: `power.no-wire:${unit.id}`,
            code: 'power.no-wire',
            weight: 'stops work',
            subjects: [unit.id],
            remedies: [],
            measured: wantedA,
            unit: 'A',
            limit: BREAKER_SIZES_A.at(-1)!,
            basis: PROTECTOR_BASIS,
            text: `${unit.label} wants ${formatAmps(wantedA)}; no protector and wire of the tables carries that over ${toFeet(runMm).toFixed(0)} ft out and back.`
          }
    )
  const choiceOf = (unit: string) => design.circuits.find(one => one.unit === unit) ?? { unit }
  for (const circuit of circuits) {
    const { unit, label, awg, breakerA, protector, steadyA } = circuit
    const set = (patch: object): Edit[] => [
      { type: 'circuit.set', option: design.optionId, circuit: { ...choiceOf(unit), ...patch } }
    ]
    const thicker = { text: `Use AWG ${circuit.proposed.awg} wire.`, edits: set({ awg: circuit.proposed.awg }) }
    const wire = gauge(awg)
    const protectedTo = protector === 'fuse' ? wire.fuseA : wire.breakerA
    if (protectedTo === undefined || breakerA > protectedTo)
      snags.push({
        id: `power.protector:${unit}`,
        code: 'power.protector',
        weight: 'stops work',
        subjects: [unit],
        measured: breakerA,
        limit: protectedTo,
        unit: 'A',
        basis: PROTECTOR_BASIS,
        text: `The ${breakerA} A ${protector} of ${label} does not protect its AWG ${awg} wire, which wants ${protectedTo ?? '—'} A at most. A short would burn the wire first.`,
        remedies: [thicker]
      })
    if (steadyA > circuit.ampacity.amps)
      snags.push({
        id: `power.ampacity:${unit}`,
        code: 'power.ampacity',
        weight: 'stops work',
        subjects: [unit],
        measured: steadyA,
        limit: circuit.ampacity.amps,
        unit: 'A',
        basis: DERATING_BASIS,
        working: circuit.workings.wire,
        text: `${label} draws ${formatAmps(steadyA)} for good; its AWG ${awg} wire carries ${formatAmps(circuit.ampacity.amps)} where it lies, by bundle, heat and height.`,
        remedies: [thicker]
      })
    const ofHead = circuits.filter(one => one.head === circuit.head)
    const allA = ofHead.reduce((sum, one) => sum + one.steadyA, 0)
    if (circuit.head === unit && breakerA < allA)
      snags.push({
        id: `power.breaker-small:${unit}`,
        code: 'power.breaker-small',
        weight: 'needs a decision',
        subjects: circuit.shared,
        measured: allA,
        limit: breakerA,
        unit: 'A',
        basis: CHOSEN,
        text: `${ofHead.map(one => one.label).join(', ')} ${ofHead.length > 1 ? 'together take' : 'takes'} ${formatAmps(allA)} and the ${protector} is ${breakerA} A: it will open.`,
        remedies: [
          {
            text: `Go back to the proposed ${circuit.proposed.breakerA} A.`,
            edits: set({ breakerA: circuit.proposed.breakerA })
          }
        ]
      })
    for (const [dropV, limitV, when] of [
      [circuit.dropV, circuit.dropLimitV, 'steady'],
      [circuit.briefDropV, circuit.briefDropLimitV, 'brief']
    ] as const)
      if (dropV > limitV * (1 + DROP_TOLERANCE)) {
        snags.push({
          id: `power.drop:${unit}`,
          code: 'power.drop',
          weight: 'needs a decision',
          subjects: [unit],
          measured: dropV,
          limit: limitV,
          unit: 'V',
          basis: DROP_BASIS,
          working: circuit.workings.drop,
          text: `The wire of ${label} drops ${dropV.toFixed(2)} V over ${toFeet(circuit.outMm + circuit.returnMm).toFixed(1)} ft at its ${when} load; ${limitV} V is allowed.`,
          remedies: [thicker]
        })
        break
      }
    const { ratedA, allowsA, load, wantedA } = circuit.switch
    if (allowsA !== undefined && steadyA > allowsA + 1e-9)
      snags.push({
        id: `power.switch:${unit}`,
        code: 'power.switch',
        weight: 'needs a decision',
        subjects: [unit],
        measured: steadyA,
        limit: allowsA,
        unit: 'A',
        basis: SWITCH_BASIS,
        working: circuit.workings.switch,
        text: `The ${ratedA} A switch of ${label} may switch ${formatAmps(allowsA)} of ${load} load; ${formatAmps(steadyA)} is drawn. Its contacts would weld or burn.`,
        remedies:
          wantedA === undefined
            ? []
            : [{ text: `Use a switch of ${wantedA} A.`, edits: set({ switch: { ratedA: wantedA, load } }) }]
      })
  }
  const fused = circuits.filter(circuit => circuit.protector === 'fuse' && circuit.head === circuit.unit)
  if (fused.length && !design.airframe.spareFuses) {
    const asked = design.brief.flying.some(kind => kind !== 'day VFR')
    snags.push({
      id: 'power.fuse-spares',
      code: 'power.fuse-spares',
      weight: asked ? 'needs a decision' : 'worth knowing',
      subjects: fused.slice(0, 3).map(one => one.unit),
      basis: SPARES,
      text: `${fused.length} circuit${fused.length > 1 ? 's have fuses' : ' has a fuse'} and no spares are carried: a set, or three of each kind, within the pilot’s reach${asked ? ', is asked for by night' : ' is sound practice'}.`,
      remedies: [
        {
          text: 'A set of spare fuses is carried.',
          edits: [{ type: 'airframe.set', airframe: { ...design.airframe, spareFuses: true } }]
        }
      ]
    })
  }
  return [...snags, ...oneBreaker(design, circuits)]
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

/** Protectors on which everything hangs: one that takes all of a thing there is twice, or several things at once. */
function oneBreaker(design: Design, circuits: readonly Circuit[]): Snag[] {
  return circuits
    .filter(circuit => circuit.head === circuit.unit && circuit.shared.length > 1)
    .flatMap((circuit): Snag[] => {
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
          weight: 'needs a decision',
          subjects: circuit.shared,
          basis: { kind: 'common practice' },
          text: `One ${circuit.protector} carries ${circuit.shared.length} units; when it opens, ${says.join(', ')} ${says.length > 1 ? 'are' : 'is'} all gone at once.`,
          remedies: [
            {
              text: 'Give each a breaker of its own.',
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

/** What is kept on but cannot be fed once the pilot has set the switches for a lost alternator; and what a switch may yet take away. */
export function feedSnags(design: Design, supply: Supply): Snag[] {
  const alternators = sourcesOf(design, supply).flatMap(source => (source.kind === 'alternator' ? [source.id] : []))
  const { powered } = fedBy(new Wired(design, supply, { sources: alternators }), positionsOf(supply, 'afterLoss'))
  const safe = supply.buses.find(bus => bus.role === 'essential')
  return design.units
    .filter(unit => unit.item.power && !isShed(unit))
    .flatMap((unit): Snag[] => {
      const { bus } = busOf(design, supply, unit)
      const at = supply.buses.find(one => one.id === bus)!
      const dead = !powered.has(unit.id) && !unit.item.power!.internalBatteryMinutes
      const sheddable = safe !== undefined && at.role === 'avionics' && unit.item.power!.essential
      if (!dead && !sheddable) return []
      return [
        {
          id: `power.essential-feed:${unit.id}`,
          code: 'power.essential-feed',
          weight: dead ? 'stops work' : 'needs a decision',
          subjects: [unit.id],
          basis: { kind: 'common practice' },
          text: dead
            ? `${unit.label} is to stay on, but the ${at.name} is dead once the switches stand as they do after the alternator’s loss.`
            : `${unit.label} is essential and hangs on the ${at.name}, which one switch takes away; the ${safe!.name} outlives it.`,
          remedies:
            safe && safe.id !== bus
              ? [
                  {
                    text: `Hang it on the ${safe.name}.`,
                    edits: [
                      {
                        type: 'circuit.set',
                        option: design.optionId,
                        circuit: {
                          ...(design.circuits.find(one => one.unit === unit.id) ?? { unit: unit.id }),
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
export function enduranceSnags(design: Design, supply: Supply, endurance: Endurance): Snag[] {
  const { brief, airframe } = design
  const snags: Snag[] = []
  const wanted = brief.wantedMinutes
  if (endurance.minutes < wanted) {
    const largest = [...endurance.kept].sort((a, b) => b.amps - a.amps)[0]
    snags.push({
      id: 'power.endurance',
      code: 'power.endurance',
      weight: 'needs a decision',
      subjects: endurance.first ? [endurance.first.unit] : [],
      measured: endurance.minutes,
      limit: wanted,
      unit: 'min',
      basis: {
        kind: 'entered',
        source: 'time wanted in the brief; 30 min was the rule of 14 CFR 23.1353(h) before 2017 (from memory)'
      },
      remedies: [],
      working: endurance.working,
      text: `With the alternator gone, ${endurance.first?.label ?? 'the first unit that stays on'} goes dark after ${endurance.minutes.toFixed(0)} min; you want ${wanted} min.${largest ? ` The largest load left on is ${largest.label}, ${formatAmps(largest.amps)}.` : ''}`
    })
  }
  const lithium = [
    ...(airframe.battery.chemistry === 'lithium'
      ? [{ name: airframe.battery.name, place: airframe.places.find(one => one.id === airframe.battery.place) }]
      : []),
    ...design.units
      .filter(unit => unit.item.battery?.chemistry === 'lithium')
      .map(unit => ({ name: unit.label, place: unit.place }))
  ]
  for (const { name, place } of lithium)
    if (place)
      snags.push({
        id: `power.lithium-place:${name}`,
        code: 'power.lithium-place',
        weight: place.kind === 'engine bay' ? 'needs a decision' : 'worth knowing',
        subjects: [],
        basis: { kind: 'common practice' },
        remedies: [],
        text:
          place.kind === 'engine bay'
            ? `${name}, a lithium battery, stands ahead of the firewall: heat soak after shutdown can destroy it or worse. Ask its maker.`
            : `${name}, a lithium battery, stands at ${place.name}, on the cabin side of the firewall: a cell that fails vents hot gas there. Follow its maker on box and vent.`
      })
  return snags
}
