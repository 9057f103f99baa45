import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Project } from '../document'
import { resolve } from '../design'
import { feet, readPhrase, US } from '../quantity'
import { item, plainProject, projectWith, runs } from '../testing'
import { load, withAirframe, withCircuits, withSupply } from '../testing.circuits'
import { demoProject } from '../testing.demo'
import { circuitsOf, enduranceOf, examinePower, explainCircuit, gauge, phaseState, powerModel, usualSettings } from '.'
import { bundleFactor, conductorC } from './circuits/ampacity'
import { insideOhm } from './endurance/discharge'
import { simulate } from './endurance/simulate'
import { asker } from './loads/ask'
import { rescueMoves } from './supply/rescue'
import { positionsOf } from './supply/tie'
import { listWires } from '../wiring'

/** What the rules around the network must not pass: each was passed once, and could have hurt someone. */

const powerOf = (project: Project) => examinePower(resolve(project, 'a'))
const found = (project: Project, code: string) => powerOf(project).findings.filter(finding => finding.code === code)
const ifr = (): Project => {
  const base = plainProject()
  return { ...base, brief: { ...base.brief, flying: ['IFR by day'] } }
}

describe('return path', () => {
  const light = (structure?: 'metal' | 'composite') =>
    resolve(withAirframe(projectWith([[load('lamp', {}, { kind: 'light' }), 'tail']]), { structure }), 'a')
  const ground = (structure?: 'metal' | 'composite') => {
    const design = light(structure)
    return listWires(design, circuitsOf(design)).wires.find(wire => wire.kind === 'ground')!
  }
  it('a light on a metal airframe grounds beside itself; the list holds a lead, not a second run', () => {
    expect(circuitsOf(light('metal'))[0]!.return).toBe('structure')
    expect(ground('metal').lengthMm).toBeLessThan(feet(2))
    expect(ground('composite').lengthMm).toBeGreaterThan(feet(10))
  })
  it('where nobody has said what the structure is, a wire leads back', () =>
    expect(circuitsOf(light())[0]!.return).toBe('ground block'))
  it('a radio on the panel of a metal airframe has its wire to the ground block, and a choice changes it', () => {
    const project = withAirframe(projectWith([[load('radio', {}, { kind: 'com' }), 'behind']]), { structure: 'metal' })
    expect(circuitsOf(resolve(project, 'a'))[0]!.return).toBe('ground block')
    const chosen = withCircuits(project, [{ unit: 'radio', return: 'battery' }])
    expect(circuitsOf(resolve(chosen, 'a'))[0]!.return).toBe('battery')
  })
  it('what is cut counts for buying, what lies for the drop', () => {
    const [circuit] = circuitsOf(light('composite'))
    expect(circuit!.liesMm * (1 + plainProject().airframe.wasteFraction)).toBeCloseTo(
      circuit!.outMm + circuit!.returnMm,
      6
    )
  })
})

describe('dark means no live source reaches it', () => {
  it('a unit that works down to 0 V is dark once the battery is empty', () => {
    const { minutes, first } = powerOf(
      projectWith([[load('lamp', { minV: 0, load: 'resistive', typicalA: 5, maxA: 5, essential: true }), 'tail']])
    ).endurance
    expect(first).toMatchObject({ unit: 'lamp', why: 'battery flat' })
    expect(minutes).toBeLessThan(24 * 60)
  })
  it('nothing marked essential: everything stays on, the time is finite, and it is said', () => {
    const project = projectWith([[load('radio', { typicalA: 5, maxA: 5 }), 'tail']])
    expect(powerOf(project).endurance.minutes).toBeLessThan(600)
    expect(found(project, 'power.nothing-kept')).toHaveLength(1)
    const marked = projectWith([[load('radio', { typicalA: 5, maxA: 5, essential: true }), 'tail']])
    expect(found(marked, 'power.nothing-kept')).toEqual([])
  })
  // Common practice: no credit above nameplate times usable share.
  it('no more charge comes out than the plan calls usable, whatever the loads, hours and cold', () =>
    fc.assert(
      fc.property(
        fc.record({
          amps: fc.array(fc.double({ min: 0.05, max: 20, noNaN: true }), { minLength: 1, maxLength: 4 }),
          ratedHours: fc.constantFrom(0.1, 1, 5, 20, 24),
          capacityAh: fc.double({ min: 2, max: 60, noNaN: true }),
          usableFraction: fc.double({ min: 0.3, max: 1, noNaN: true }),
          batteryC: fc.integer({ min: -30, max: 40 }),
          chemistry: fc.constantFrom('lead-acid' as const, 'lithium' as const)
        }),
        ({ amps, batteryC, ...battery }) => {
          const base = plainProject()
          const { endurance } = powerOf(
            withAirframe(
              projectWith(
                amps.map((typicalA, index) => [
                  load(`u${index}`, { typicalA, maxA: typicalA, minV: 0, essential: true }),
                  'tail'
                ])
              ),
              { batteryC, battery: { ...base.airframe.battery, ...battery } }
            )
          )
          if (!endurance.atFirst) return
          expect(endurance.atFirst.drawnAh).toBeLessThanOrEqual(battery.capacityAh * battery.usableFraction * 1.0001)
          expect(endurance.atFirst.drawnAh + endurance.atFirst.rateAh + endurance.atFirst.leftAh).toBeCloseTo(
            endurance.wholeAh,
            3
          )
        }
      ),
      runs(25)
    ))
  // Common practice, the sum an inspector does: delay + (usable Ah − amps before · delay) / amps after.
  it('the hand sum stands beside the simulation', () => {
    const base = plainProject()
    base.airframe.battery = { ...base.airframe.battery, capacityAh: 24, usableFraction: 0.75 }
    const project = withSupply(
      projectWith(
        [
          [load('kept', { typicalA: 4, maxA: 4, essential: true }), 'tail'],
          [load('shed', { typicalA: 8, maxA: 8 }), 'tail']
        ],
        base
      ),
      supply => ({ ...supply, ties: supply.ties.map(tie => ({ ...tie, holdA: 0 })) })
    )
    expect(powerOf(project).endurance.hand).toMatchObject({ usableAh: 18, beforeA: 12, afterA: 4, delayMinutes: 5 })
    expect(powerOf(project).endurance.hand.minutes).toBeCloseTo(5 + (18 * 60 - 12 * 5) / 4, 9)
  })
  it('every phase of a flight has its minutes, landing with its light included', () => {
    const project = projectWith([
      [load('radio', { typicalA: 4, maxA: 4, essential: true }), 'tail'],
      [load('light', { typicalA: 12, maxA: 12, essential: true, phases: ['landing'] }, { kind: 'light' }), 'tail']
    ])
    const { phases, minutes } = powerOf(project).endurance
    const landing = phases.find(phase => phase.phase === 'landing')!
    expect(landing.minutes).toBeLessThan(minutes / 2)
    expect(phases.map(phase => phase.phase)).not.toContain('start')
  })
  it('shedding pitot heat where cloud is flown is told, and the remedy keeps it', () => {
    const heat = load('heat', { typicalA: 8, maxA: 8 }, { provides: ['pitot heat'] })
    const project = projectWith(
      [
        [heat, 'tail'],
        [load('pfd', { essential: true }), 'tail']
      ],
      ifr()
    )
    const [finding] = found(project, 'power.sheds-pitot-heat')
    const cured = applyEdits(project, finding!.remedies[0]!.edits, 'keep').project
    expect(found(cured, 'power.sheds-pitot-heat')).toEqual([])
    expect(found({ ...project, brief: { ...project.brief, flying: ['day VFR'] } }, 'power.sheds-pitot-heat')).toEqual(
      []
    )
  })
  // Common practice: a lead-acid battery has about twice its resistance at −18 °C.
  it('cold and age raise the resistance within a battery', () => {
    const ohm = (celsius: number, share: number) => insideOhm('lead-acid', 24, 1, { celsius, share })
    expect(ohm(20, 1)).toBeCloseTo(insideOhm('lead-acid', 24, 1), 12)
    expect(ohm(-18, 1) / ohm(20, 1)).toBeCloseTo(2, 9)
    expect(ohm(20, 0.5) / ohm(20, 1)).toBeCloseTo(2, 9)
  })
  it('the drop in a unit’s own wire counts against its least volts', () => {
    const far = (ft: number) => {
      const base = plainProject()
      base.airframe.routes = [{ from: 'panel', to: 'tail', lengthMm: feet(ft) }]
      return enduranceOf(
        resolve(
          withCircuits(
            projectWith([[load('x', { typicalA: 4, maxA: 4, minV: 11.5, essential: true }), 'tail']], base),
            [{ unit: 'x', awg: 22 }]
          ),
          'a'
        )
      ).minutes
    }
    expect(far(20)).toBeLessThan(far(2))
  })
})

describe('feeders under failure', () => {
  const loads = fc.array(
    fc.record({
      amps: fc.double({ min: 0.2, max: 9, noNaN: true }),
      bus: fc.constantFrom('main', 'avionics', 'essential')
    }),
    { minLength: 1, maxLength: 6 }
  )
  it('no feeder carries more than its breaker in any single failure, nor with the switches as the app advises', () =>
    fc.assert(
      fc.property(loads, list => {
        const project = withAirframe(
          withCircuits(
            projectWith(
              list.map((wanted, index) => [
                load(`u${index}`, { typicalA: wanted.amps, maxA: wanted.amps, essential: index % 2 === 0 }),
                'tail'
              ]),
              ifr()
            ),
            list.map((wanted, index) => ({ unit: `u${index}`, bus: wanted.bus }))
          ),
          { alternatorA: 70 }
        )
        const design = resolve(project, 'a')
        const model = powerModel(design)
        const feeders = new Map(powerOf(project).feeders.map(feeder => [feeder.tie, feeder]))
        const ask = asker(model)
        const normal = positionsOf(model.supply, 'normal')
        for (const failure of [
          ...model.sources.map(source => ({ sources: [source.id] })),
          ...model.supply.ties.map(tie => ({ ties: [tie.id] }))
        ]) {
          const moves = rescueMoves(design, model.supply, failure)
          for (const positions of [normal, new Map([...normal, ...moves])]) {
            const { tieA } = ask({ positions, failure, shed: false }, 'cruise by day', 'averageA')
            for (const [tie, amps] of tieA) {
              const { guardA } = feeders.get(tie)!
              if (guardA !== undefined && tie !== 'alternator-feed') expect(amps).toBeLessThanOrEqual(guardA * 1.0001)
            }
          }
        }
      }),
      runs(12)
    ))
  it('a bare wire or diode from bus to bus is told, and a breaker in it cures that; the proposal has none', () => {
    const project = projectWith([[load('x', { essential: true }), 'tail']], ifr())
    expect(found(project, 'power.feeder-bare')).toEqual([])
    for (const [id, patch] of [
      ['avionics-feed', { kind: 'wire' as const }],
      ['essential-normal', { guarded: false }]
    ] as const) {
      const bare = withSupply(project, supply => ({
        ...supply,
        ties: supply.ties.map(tie => (tie.id === id ? { ...tie, ...patch } : tie))
      }))
      const [finding] = found(bare, 'power.feeder-bare')
      expect(finding!.id).toBe(`power.feeder-bare:${id}`)
      expect(found(applyEdits(bare, finding!.remedies[0]!.edits, 'cure').project, 'power.feeder-bare')).toEqual([])
    }
  })
  it('a jumper behind a breaker small enough for it is guarded by that one', () => {
    const project = withSupply(projectWith([[load('x'), 'tail']], ifr()), supply => ({
      ...supply,
      buses: [...supply.buses, { id: 'sub', name: 'Lights bus', role: 'other' }],
      ties: [
        ...supply.ties.map(tie => (tie.id === 'avionics-feed' ? { ...tie, ratedA: 10 } : tie)),
        { id: 'jumper', name: 'Jumper', kind: 'wire', from: 'avionics', to: 'sub', milliohm: 1, awg: 14 }
      ]
    }))
    expect(found(project, 'power.feeder-bare')).toEqual([])
  })
  // AC 43.13-1B 11-66 (from memory): main power wires lose at most 2 % of the regulated voltage: 0.28 V of 14.2.
  it('the drop of a main feed over 2 % is told', () => {
    const run = (ft: number) =>
      withSupply(projectWith([[load('x', { typicalA: 20, maxA: 20 }), 'tail']]), supply => ({
        ...supply,
        ties: supply.ties.map(tie =>
          tie.id === 'alternator-feed' ? { ...tie, milliohm: 0, awg: 10, lengthMm: feet(ft) } : tie
        )
      }))
    const perFoot = (gauge(10).ohmsPerKft / 1000) * 22
    expect(found(run(0.2 / perFoot), 'power.feeder-drop')).toEqual([])
    expect(found(run(0.4 / perFoot), 'power.feeder-drop')[0]).toMatchObject({ limit: 0.02 * 14.2 })
  })
})

describe('alternators', () => {
  const second = (project: Project, tied: boolean, ratedA = 20) =>
    withSupply(project, supply => ({
      ...supply,
      sources: [{ kind: 'alternator', id: 'alt2', name: 'Second alternator', ratedA }],
      ties: tied
        ? [
            ...supply.ties,
            { id: 'alt2-feed', name: 'Second feed', kind: 'breaker', from: 'alt2', to: 'main', milliohm: 2 }
          ]
        : supply.ties
    }))
  const climb = (project: Project) => powerOf(project).loads.find(load => load.phase === 'climb')!
  const heavy = () => projectWith([[load('heat', { typicalA: 40, maxA: 40 }), 'tail']])
  it('a machine tied to nothing gives nothing, nor one that is switched off', () => {
    expect(climb(second(heavy(), true)).capacityA).toBe(60)
    expect(climb(second(heavy(), false)).capacityA).toBe(40)
    expect(found(second(heavy(), false), 'power.overload')).not.toEqual([])
    const off = withSupply(heavy(), supply => ({
      ...supply,
      switches: supply.switches.map(toggle => (toggle.id === 'master' ? { ...toggle, normal: 'BAT' } : toggle))
    }))
    expect(climb(off).capacityA).toBe(0)
  })
  it('the battery giving current at speed stops work, with the amps', () => {
    const project = withAirframe(projectWith([[load('heat', { typicalA: 50, maxA: 50 }), 'tail']]), {
      alternatorFieldA: 0
    })
    const [finding] = found(project, 'power.overload').filter(finding => finding.id.endsWith('climb'))
    expect(finding!.weight).toBe('must fix')
    expect(climb(project).batteryA.atRating).toBeCloseTo(50 + 0.8 - 40, 0)
    expect(readPhrase(finding!.says, US)).toContain('the battery supplies')
  })
  it('a bus only a battery feeds runs it down in flight: that stops work too', () => {
    const project = withCircuits(
      withSupply(projectWith([[load('x', { typicalA: 3, maxA: 3 }), 'tail']]), supply => ({
        ...supply,
        sources: [
          { kind: 'battery', id: 'b2', name: 'Second battery', chemistry: 'lithium', capacityAh: 6, ratedHours: 1 }
        ],
        buses: [...supply.buses, { id: 'alone', name: 'Lone bus', role: 'other' }],
        ties: [...supply.ties, { id: 'lone', name: 'Lone feed', kind: 'breaker', from: 'b2', to: 'alone', milliohm: 2 }]
      })),
      []
    )
    const hung: Project = {
      ...project,
      options: [{ ...project.options[0]!, circuits: [{ unit: 'x', bus: 'alone' }] }]
    }
    expect(found(hung, 'power.battery-gives')[0]).toMatchObject({ weight: 'must fix' })
  })
  // Kirchhoff’s current law: with nothing but batteries connected they give all that is taken.
  it('without an alternator that gives, the batteries give all, and it is said; one that is there is meant to give', () => {
    const project = projectWith([[load('heat', { typicalA: 5, maxA: 5 }), 'tail']])
    expect(found(project, 'power.uncharged')).toEqual([])
    const none = withAirframe(project, { alternatorA: 0 })
    const apart = withSupply(project, supply => ({
      ...supply,
      ties: supply.ties.filter(tie => tie.from !== 'alternator')
    }))
    const switched = withSupply(project, supply => ({
      ...supply,
      switches: supply.switches.map(toggle => (toggle.id === 'master' ? { ...toggle, normal: 'BAT' } : toggle))
    }))
    for (const [changed, weight] of [
      [none, 'decide'],
      [apart, 'must fix'],
      [switched, 'must fix']
    ] as const) {
      const { loads, findings } = powerOf(changed)
      const [said, ...more] = findings.filter(finding => finding.code === 'power.uncharged')
      // Each phase is marked as it is told; a start is on the battery in any aeroplane.
      expect(new Set(loads.map(load => `${load.engine === 'stopped'} ${phaseState(findings, load)}`))).toEqual(
        new Set(['true holds', `false ${weight}`])
      )
      expect(said).toMatchObject({ weight, limit: 0 })
      expect(more).toEqual([])
      const model = powerModel(resolve(changed, 'a'))
      const setting = { positions: positionsOf(model.supply, 'normal'), failure: {}, shed: false }
      const { sourceA } = asker(model)(setting, 'cruise by day', 'averageA')
      // An alternator by itself feeds its own field.
      expect(sourceA.get('battery')).toBeCloseTo(said!.measured!, 0)
    }
  })
  // AC 43.13-1B 11-36 (from memory): 80 % of the rating for good. What an alternator gives at idle, entered or not, is no more.
  it('no phase that takes more than its limit is marked as well, at idle neither', () => {
    const project = projectWith([[load('heat', { typicalA: 60, maxA: 60 }), 'tail']])
    for (const changed of [project, withAirframe(project, { alternatorIdleA: 20 })]) {
      const { loads, findings } = powerOf(changed)
      const over = loads.filter(load => load.engine !== 'stopped' && load.marginA < 0)
      expect(over.map(load => load.phase)).toEqual(expect.arrayContaining(['taxi', 'climb']))
      for (const load of over) expect(phaseState(findings, load), load.phase).not.toBe('holds')
    }
  })
  it('one of two lost is a case of its own', () => {
    const project = second(projectWith([[load('heat', { typicalA: 30, maxA: 30 }), 'tail']]), true)
    expect(found(project, 'power.overload')).toEqual([])
    expect(found(project, 'power.one-lost').map(finding => finding.id)).toContain('power.one-lost:alternator')
  })
  it('start is on the battery; field and charge are among the loads; a flap motor of 12 A is 12 over five seconds', () => {
    const flap = load('flap', { typicalA: 9, maxA: 12, duty: 0.05, onSeconds: 8 }, { provides: ['flap drive'] })
    const { loads } = powerOf(withAirframe(projectWith([[flap, 'tail']]), { alternatorFieldA: 3, starterA: 200 }))
    const of = (phase: string) => loads.find(load => load.phase === phase)!
    expect(of('start')).toMatchObject({ capacityA: 0, engine: 'stopped' })
    expect(of('start').fiveSecondsA).toBeGreaterThan(200)
    const labels = of('taxi').byUnit.map(load => load.label)
    expect(labels).toContain('Field of Alternator')
    expect(labels.some(label => label.startsWith('Charging'))).toBe(true)
    const row = of('landing').byUnit.find(load => load.unit === 'flap')!
    expect(row).toMatchObject({ fiveSecondsA: 12 })
    // Its time on, 8 s of 300, or its duty of 5 %, whichever is more.
    expect(row.fiveMinutesA).toBeCloseTo(12 * 0.05, 9)
    expect(row.typicalA).toBeCloseTo(9 * 0.05, 9)
  })
})

describe('breaker and wire outside the chart', () => {
  const hot = (wiring: Partial<Project['airframe']['wiring']>, amps = 3) => {
    const base = plainProject()
    return withAirframe(projectWith([[load('x', { typicalA: amps, maxA: amps }), 'behind']]), {
      wiring: { ...base.airframe.wiring, ...wiring }
    })
  }
  const asChosen = (project: Project) => withCircuits(project, [{ unit: 'x', awg: 22, breakerA: 5 }])
  // AC 43.13-1B, notes of table 11-3 (from memory): 57 °C, 30,000 ft, bundles loaded to 20 % at most.
  it('within the conditions of table 11-3 the chart stands, whatever the wire carries', () => {
    const project = asChosen(hot({ ambientC: 55, bundleWires: 35, loadedShare: 0.2, wireC: 105 }))
    const [circuit] = powerOf(project).circuits
    expect(circuit).toMatchObject({ inChart: true, mostProtectorA: 5 })
    expect(circuit!.ampacity.amps).toBeLessThan(5)
    expect(found(project, 'power.protector-hot')).toEqual([])
  })
  it('outside them the breaker is at most what the hot, bundled wire carries', () => {
    const project = asChosen(hot({ ambientC: 85, bundleWires: 35, loadedShare: 0.2, wireC: 105 }))
    const [finding] = found(project, 'power.protector-hot')
    expect(finding!.weight).toBe('must fix')
    expect(readPhrase(finding!.says, US)).toContain('hotter than 57')
    const cured = applyEdits(project, finding!.remedies[0]!.edits, 'cure').project
    expect(found(cured, 'power.protector-hot')).toEqual([])
  })
  it('any circuit proposed keeps that, in any heat and bundle', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 95 }),
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        (ambientC, bundleWires, loadedShare, amps) => {
          for (const circuit of powerOf(hot({ ambientC, bundleWires, loadedShare, wireC: 105 }, amps)).circuits) {
            const outside = ambientC > 57.3 || loadedShare > 0.2 + 1e-9
            if (outside) expect(circuit.breakerA).toBeLessThanOrEqual(circuit.ampacity.amps * 1.0001)
          }
        }
      ),
      runs(25)
    ))
  it('a feeder in the heat is held to it too, proposed or entered', () => {
    const base = ifr()
    const project = withAirframe(projectWith([[load('x', { essential: true, typicalA: 8, maxA: 8 }), 'tail']], base), {
      wiring: { ...base.airframe.wiring, ambientC: 95, wireC: 105 }
    })
    for (const feeder of powerOf(project).feeders)
      if (feeder.guardA !== undefined && feeder.awg !== undefined)
        expect(feeder.ampacity!.amps).toBeGreaterThanOrEqual(feeder.guardA)
    const thin = withSupply(project, supply => ({
      ...supply,
      ties: supply.ties.map(tie => (tie.id === 'essential-alternate' ? { ...tie, awg: 16 as const, ratedA: 15 } : tie))
    }))
    expect(found(thin, 'power.feeder-protector')[0]).toMatchObject({ weight: 'must fix', measured: 15 })
  })
  it('the working of a wire is of the wire it proposes, whatever was chosen', () => {
    const project = projectWith([[load('x', { typicalA: 4, maxA: 4 }), 'tail']])
    const temperature = (circuits: Project['options'][0]['circuits']) =>
      explainCircuit(powerModel(resolve(withCircuits(project, circuits), 'a')), 'x', 'wire')!.inputs.find(
        input => input.symbol === 'T'
      )!.value
    expect(temperature([{ unit: 'x', awg: 2 }])).toBeCloseTo(temperature([]) as number, 9)
  })
  it('a place has heat of its own', () => {
    const base = plainProject()
    const project = withAirframe(projectWith([[load('x'), 'engine']]), {
      places: base.airframe.places.map(place => (place.id === 'engine' ? { ...place, ambientC: 90 } : place))
    })
    expect(powerOf(project).circuits[0]).toMatchObject({ inChart: false })
    expect(powerOf(project).circuits[0]!.lie.ambientC).toBe(90)
  })
  it('the bundle is counted on the routes that wires share', () => {
    const three = powerOf(projectWith(['a', 'b', 'c'].map(id => [load(id), 'tail'])))
    expect(three.circuits[0]!.lie).toMatchObject({ bundleWires: 6, counted: true })
    expect(bundleFactor(6, 0.2)).toBeLessThan(1)
  })
  // Heat grows with I²: at what a wire may carry it is at its rating (derived).
  it('the conductor’s temperature follows ambient and load', () => {
    const lie = { wireC: 150 as const, ambientC: 50, altitudeFt: 0, bundleWires: 1, loadedShare: 0.2 }
    expect(conductorC(10, 10, lie)).toBe(150)
    expect(conductorC(5, 10, lie)).toBe(75)
    expect(conductorC(0, 10, lie)).toBe(50)
  })
  // AC 43.13-1B table 11-6 (from memory): 1 V for intermittent loads on 14 V.
  it('what comes and goes has the limit for intermittent loads', () =>
    expect(
      powerOf(projectWith([[load('flap', { typicalA: 9, maxA: 9, duty: 0.1 }), 'tail']])).circuits[0]!.dropLimitV
    ).toBe(1))
  it.each([
    ['transmitting', { transmitA: 6 }, 5],
    ['at the least volts: P / V', { load: 'constant power' as const, typicalA: 4, maxA: 4, minV: 9 }, 5],
    ['starting', { startA: 12 }, 5]
  ])('a breaker too small %s is told', (_, power, breakerA) => {
    const project = withCircuits(projectWith([[load('x', power), 'behind']]), [{ unit: 'x', breakerA }])
    expect(found(project, 'power.breaker-brief')).toHaveLength(1)
    const proposed = projectWith([[load('x', power), 'behind']])
    expect(found(proposed, 'power.breaker-brief')).toEqual([])
  })
  it('a unit on two buses has two wires and a breaker on each, and one that opens leaves the other', () => {
    const project = withCircuits(projectWith([[load('x', { essential: true }), 'tail']], ifr()), [
      { unit: 'x', bus: 'main', alsoBus: 'essential' }
    ])
    const design = resolve(project, 'a')
    const { wires } = listWires(design, circuitsOf(design))
    expect(wires.filter(wire => wire.kind === 'power')).toHaveLength(2)
  })
  it('units that share a breaker hang on one bus; one that is to hang elsewhere is told', () => {
    const two = projectWith(
      [
        [load('a'), 'tail'],
        [load('b', { essential: true }), 'tail']
      ],
      ifr()
    )
    const shared = withCircuits(two, [{ unit: 'b', sharesWith: 'a' }])
    const model = powerModel(resolve(shared, 'a'))
    expect(model.feedOf(model.design.units[1]!)).toEqual(model.feedOf(model.design.units[0]!))
    expect(found(shared, 'power.shared-buses')).toEqual([])
    const apart = withCircuits(two, [
      { unit: 'a', bus: 'main' },
      { unit: 'b', sharesWith: 'a', bus: 'essential' }
    ])
    // Told once, whichever of them was chosen another bus for: it is one matter.
    expect(found(apart, 'power.shared-buses')).toMatchObject([{ weight: 'must fix' }])
    const byGuest = withCircuits(two, [{ unit: 'b', sharesWith: 'a', bus: 'essential' }])
    const [told] = found(byGuest, 'power.shared-buses')
    // The one whose breaker it is has nothing to give up, and need not be named among the circuits at all.
    expect(told!.remedies[0]!.edits).toEqual([
      { type: 'circuit.set', option: 'a', circuit: { unit: 'b', bus: 'essential' } }
    ])
    expect(found(applyEdits(byGuest, told!.remedies[0]!.edits, 'cure').project, 'power.shared-buses')).toEqual([])
  })
  it('loads of a 12 V system are at the volts its regulator holds: I = P / V', () => {
    const project = withAirframe(
      projectWith([[load('x', { atV: 12, typicalA: 4, maxA: 4, load: 'constant power' }), 'tail']]),
      { systemV: 12 }
    )
    expect(powerOf(project).circuits[0]!.steadyA).toBeCloseTo((4 * 12) / 13.8, 9)
  })
})

describe('volts', () => {
  // P = V² / R: twice the volts is four times the heat.
  it('a 14 V lamp on 28 V is told, though its entry bears 33 V by default', () => {
    const project = withAirframe(
      projectWith([[load('lamp', { atV: 14, maxV: 33, load: 'resistive' }, { kind: 'light' }), 'tail']]),
      { systemV: 28 }
    )
    expect(found(project, 'power.volts')[0]).toMatchObject({ weight: 'must fix' })
  })
  it('a unit that bears less than the regulator holds is told', () => {
    const bears = (maxV: number) => found(projectWith([[load('x', { maxV }), 'tail']]), 'power.volts')
    expect(bears(14)).toHaveLength(1)
    expect(bears(15)).toEqual([])
  })
  // A source of E volts behind R gives at most E² / 4R; between that and what a starved load takes there are two answers.
  it('where loads of constant power have two answers, both are told', () => {
    const base = plainProject()
    base.airframe.battery = { ...base.airframe.battery, capacityAh: 1 }
    const box = (amps: number) =>
      projectWith(
        [[load('x', { typicalA: amps, maxA: amps, minV: 2.5, load: 'constant power', essential: true }), 'behind']],
        base
      )
    expect(found(box(9), 'power.two-answers')).toHaveLength(1)
    expect(found(box(2), 'power.two-answers')).toEqual([])
  })
})

describe('workings carry every input', () => {
  it('a reader gets the drop of any circuit of the demo from its working', () => {
    for (const option of ['a', 'b', 'c']) {
      const model = powerModel(resolve(demoProject('3-skerrow-dunlin'), option))
      for (const circuit of circuitsOf(model.design)) {
        const working = explainCircuit(model, circuit.unit, 'drop')!
        const of = (symbol: string) => working.inputs.find(input => input.symbol === symbol)!.value as number
        const drop = of('I') * (((of('r') / 1000) * (of('L') / 304.8) * (234.5 + of('T'))) / 254.5 + of('R structure'))
        expect(drop).toBeCloseTo(working.result.value, 9)
      }
    }
  })
  it('and whether the wire keeps its limits from the working of the wire', () => {
    const model = powerModel(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    for (const circuit of circuitsOf(model.design)) {
      const { inputs, result } = explainCircuit(model, circuit.unit, 'wire')!
      const of = (symbol: string) => inputs.find(input => input.symbol === symbol)!.value as number
      expect(of('free air') * of('bundle') * of('height')).toBeCloseTo(of('carries'), 9)
      expect(of('protects to')).toBeGreaterThanOrEqual(of('breaker'))
      const ohms = ((of('r') / 1000) * (of('L') / 304.8) * (234.5 + of('T'))) / 254.5 + of('R structure')
      expect(of('I steady') * ohms).toBeLessThanOrEqual(of('limit') * 1.013)
      expect(result.unit).toBe('AWG')
    }
  })
})

it('a battery that is taken out no longer feeds, nor does an alternator', () => {
  const project = projectWith([[load('x', { essential: true }), 'tail']])
  const without = (gives: 'battery power' | 'generator') =>
    resolve(
      {
        ...project,
        fitted: [{ id: 'own', item: 'own', label: 'Own', place: 'tail' }],
        items: [...project.items, item({ id: 'own', mounts: ['tail'], provides: [gives] })]
      },
      'a'
    )
  expect(enduranceOf(without('battery power')).minutes).toBe(0)
  expect(examinePower(without('generator')).loads.every(load => load.capacityA === 0)).toBe(true)
  expect(simulate(resolve(project, 'a'), usualSettings(resolve(project, 'a'))).minutes).toBeGreaterThan(60)
})
