import * as messages from '../messages'
import { electricUnits } from '../supply/electric'
import { finding, type Design, type Finding } from '../../design'
import { LANDING_MINUTES, type FlownEndurance } from './endurance'
import { MOST_DIODE_V } from '../supply/tie'
import { hasPlan, isShed } from './shed'
import { phasesFlown } from '../loads/load'
import type { PowerModel } from '../supply/model'
import { screenName, thing } from '../../quantity'

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
export const enduranceFindings = ({ design }: PowerModel, endurance: FlownEndurance): Finding[] => [
  ...worstCruise(endurance, design.brief.wantedMinutes),
  ...phaseFindings(endurance),
  ...diodeFindings(endurance, design.brief.wantedMinutes),
  ...noPlan(design, endurance),
  ...landingReserve(endurance, design.brief.wantedMinutes),
  ...pitotHeatShed(design),
  ...lithiumPlaces(design)
]

/** The worst cruise, against the time required. */
function worstCruise(endurance: FlownEndurance, wanted: number): Finding[] {
  if (endurance.minutes >= wanted) return []
  const largest = [...endurance.kept].sort((a, b) => b.amps - a.amps)[0]
  return [
    finding('power.endurance', endurance.first ? [endurance.first.unit] : [], {
      weight: 'decide',
      measured: endurance.minutes,
      limit: wanted,
      unit: 'min',
      basis: {
        kind: 'entered',
        source: 'time required in the brief; 30 min was required by 14 CFR 23.1353(h) before 2017 (from memory)'
      },
      figure: { kind: 'minutes', of: '' },
      says: messages.endurance({ first: endurance.first, minutes: endurance.minutes, wanted, largest })
    })
  ]
}

function noPlan(design: Design, endurance: FlownEndurance): Finding[] {
  if (endurance.kept.length === 0 || hasPlan(design)) return []
  return [
    finding('power.nothing-kept', [], {
      weight: 'decide',
      basis: { kind: 'common practice', source: 'an electrical load analysis includes a load-shed plan' },
      figure: { kind: 'minutes', of: '' },
      says: messages.nothingKept
    })
  ]
}

/** Whether what is left at the end of the time required carries an approach and a landing. */
function landingReserve(endurance: FlownEndurance, wanted: number): Finding[] {
  const landing = endurance.phases.find(phase => phase.phase === 'landing')
  const after = endurance.curve.findLast(point => point.minute <= Math.max(0, wanted - LANDING_MINUTES))
  if (!landing || !after || endurance.minutes < wanted) return []
  const leftAh = after.charge * endurance.wholeAh
  const needAh = (landing.shedA * LANDING_MINUTES) / 60
  if (needAh <= leftAh) return []
  return [
    finding('power.landing-reserve', landing.first ? [landing.first.unit] : [], {
      weight: 'decide',
      measured: (leftAh / landing.shedA) * 60,
      limit: LANDING_MINUTES,
      unit: 'min',
      basis: { kind: 'common practice', source: `${LANDING_MINUTES} minutes for approach and landing` },
      figure: { kind: 'minutes', of: '' },
      says: messages.landingReserve({ wanted, landingMinutes: LANDING_MINUTES, shedA: landing.shedA, leftAh })
    })
  ]
}

function pitotHeatShed(design: Design): Finding[] {
  if (!phasesFlown(design).includes('cruise in cloud') || !hasPlan(design)) return []
  return electricUnits(design)
    .filter(unit => unit.item.power && unit.item.provides.includes('pitot heat') && isShed(unit))
    .map(unit =>
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
}

/** Lithium batteries by where they are mounted. */
function lithiumPlaces(design: Design): Finding[] {
  const { airframe } = design
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
  return lithium.flatMap(({ name, id, place }) =>
    place
      ? [
          finding('power.lithium-place', [], {
            key: id,
            weight: place.kind === 'engine bay' ? 'decide' : 'note',
            basis: { kind: 'common practice' },
            says: messages.lithiumPlace({ kind: place.kind, name, placeName: place.name })
          })
        ]
      : []
  )
}
