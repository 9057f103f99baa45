import fc from 'fast-check'
import { readPhrase, US, type Phrase } from '../quantity'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Flow, type Pilot, type Project } from '../document'
import { remediesOf, resolve } from '../design'
import { item, plainProject, projectWith, roundFace } from '../testing'
import { demoProject } from '../testing.demo'
import { closerRemedy } from './messages'
import { armMm, defaultPilot, examinePilots, lineOfSightPoint, proposedFlows, reachTo, sightOf, walkFlow } from '.'

const pilot: Pilot = {
  id: 'p',
  name: 'Ingrith',
  eye: { acrossMm: 200, upMm: 450, aftMm: 700 },
  shoulder: { acrossMm: 200, upMm: 200, aftMm: 650 },
  shoulderWidthMm: 400,
  reachMm: 750
}
const withPilots = (project: Project, pilots: Pilot[] = [pilot]): Project => ({
  ...project,
  airframe: { ...project.airframe, pilots }
})

describe('sight', () => {
  // Plane trigonometry: tan of the angle is offset over distance.
  it('a point as far to the side as it is away stands at 45°', () =>
    expect(sightOf(pilot, { xMm: 900, yMm: 450 }).sideDeg).toBeCloseTo(45, 9))
  it('level with the eye is 15° above the normal line of sight', () =>
    expect(sightOf(pilot, { xMm: 200, yMm: 450 })).toMatchObject({
      sideDeg: 0,
      upDeg: 15,
      offAxisUpDeg: -0,
      awayMm: 700
    }))
  it('the line of sight meets the face where both angles are nought', () => {
    const sight = sightOf(pilot, lineOfSightPoint(pilot))
    expect(sight.sideDeg).toBeCloseTo(0, 9)
    expect(sight.upDeg).toBeCloseTo(0, 9)
  })
  // Limits of AC 23.1311-1C (from memory): best 15, side 35, up 40, down 20 degrees.
  it.each([
    [14.9, 0, 'best'],
    [15.1, 0, 'within limits'],
    [34.9, 0, 'within limits'],
    [35.1, 0, 'outside'],
    [0, -19.9, 'within limits'],
    [0, -20.1, 'outside']
  ])('%s° to the side, %s° up: %s', (side, up, field) => {
    const x = 200 + 700 * Math.tan((side * Math.PI) / 180)
    const away = Math.hypot(x - 200, 700)
    expect(sightOf(pilot, { xMm: x, yMm: 450 + away * Math.tan(((up - 15) * Math.PI) / 180) }).field).toBe(field)
  })
  it('a pilot and what he sees moved together change nothing', () =>
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 0, max: 900 }), (dx, x) => {
        const moved = { ...pilot, eye: { ...pilot.eye, acrossMm: pilot.eye.acrossMm + dx } }
        expect(sightOf(moved, { xMm: x + dx, yMm: 100 }).sideDeg).toBeCloseTo(
          sightOf(pilot, { xMm: x, yMm: 100 }).sideDeg,
          9
        )
      })
    ))
})

describe('reach', () => {
  it('is the distance from the shoulder on that side', () => {
    expect(armMm(pilot, 'right', { xMm: 400, yMm: 200 })).toBe(650)
    expect(armMm(pilot, 'left', { xMm: 400, yMm: 200 })).toBeCloseTo(Math.hypot(400, 650), 9)
    expect(reachTo(pilot, { xMm: 390, yMm: 200 }).hand).toBe('right')
  })
  it('our default pilot: eye 28 in behind and 6 in above the top edge, reach 28 in', () =>
    expect(defaultPilot('a', 'A', 250, 300)).toMatchObject({
      eye: { upMm: 300 + 152.4, aftMm: expect.closeTo(711.2, 9) },
      reachMm: expect.closeTo(711.2, 9)
    }))
  it('what is out of reach is named with how far, and a place that cures it is offered when there is one', () => {
    const knob = item({ id: 'knob', kind: 'audio panel', face: roundFace(40) })
    const project = withPilots(projectWith([[knob, [570, 60]]]), [{ ...pilot, reachMm: 670 }])
    const [finding] = examinePilots(resolve(project, 'a')).findings
    expect(finding).toMatchObject({ code: 'pilot.reach', limit: 670 })
    expect(finding!.measured).toBeCloseTo(Math.hypot(170, 140, 650), 6)
    const cured = resolve(
      applyEdits(project, remediesOf(finding!, resolve(project, 'a'))[0]!.edits, 'nearer').project,
      'a'
    )
    expect(examinePilots(cured).findings).toEqual([])
  })
})

describe('what the eye wants', () => {
  const dial = (id: string, ...provides: ('airspeed' | 'attitude' | 'altitude' | 'heading')[]) =>
    item({ id, kind: 'mechanical instrument', face: roundFace(79.4), provides })
  // 14 CFR 23.1321 (from memory): attitude top centre, airspeed left, altitude right, direction below.
  it('the basic T stands', () =>
    expect(
      examinePilots(
        resolve(
          projectWith([
            [dial('a', 'airspeed'), [100, 200]],
            [dial('h', 'attitude'), [200, 200]],
            [dial('l', 'altitude'), [300, 200]],
            [dial('d', 'heading'), [200, 100]]
          ]),
          'a'
        )
      ).findings
    ).toEqual([]))
  it('airspeed and altitude changed round is no T', () =>
    expect(
      examinePilots(
        resolve(
          projectWith([
            [dial('a', 'airspeed'), [300, 200]],
            [dial('h', 'attitude'), [200, 200]],
            [dial('l', 'altitude'), [100, 200]],
            [dial('d', 'heading'), [200, 100]]
          ]),
          'a'
        )
      ).findings[0]
    ).toMatchObject({
      code: 'pilot.basic-t',
      says: expect.toSatisfy((says: Phrase) => /a is not to the left; l is not to the right/.test(readPhrase(says, US)))
    }))
  it('a standby horizon too low is the regret: seen as below the limit for the tall pilot only', () => {
    const tall = { ...pilot, id: 't', name: 'Oswin', eye: { acrossMm: 200, upMm: 560, aftMm: 700 } }
    const low = projectWith([[dial('s', 'attitude'), [200, 60]]])
    const [finding] = examinePilots(resolve(withPilots(low, [pilot, tall]), 'a')).findings
    expect(finding).toMatchObject({ code: 'pilot.sight', limit: 20 })
    expect(readPhrase(finding!.says, US)).toMatch(/below Oswin/)
  })
  // A display 29 in across on a panel of 40 in, between two seats, is in front of neither (common practice: the left seat flies).
  it('what only the other seat has to complain of is a note; what the pilot in command has is to be decided', () => {
    const left = { ...pilot, eye: { ...pilot.eye, acrossMm: 40 } }
    const right = { ...pilot, id: 'r', name: 'Right', eye: { ...pilot.eye, acrossMm: 1_000 } }
    const two = (x: number) =>
      examinePilots(resolve(withPilots(projectWith([[dial('s', 'attitude'), [x, 200]]]), [left, right]), 'a')).findings
    expect(two(200).map(({ code, weight }) => [code, weight])).toEqual([['pilot.sight', 'note']])
    expect(two(560).map(({ code, weight }) => [code, weight])).toEqual([['pilot.sight', 'decide']])
    expect(readPhrase(two(560)[0]!.says, US)).toMatch(/side of .*line of sight/)
    expect(two(560).length).toBe(1)
  })
  it('a screen outside its reading angles is told in degrees', () => {
    const screen = item({
      id: 'screen',
      kind: 'nav/com',
      face: { ...roundFace(60)!, readsWithinDeg: { side: 20, up: 30, down: 30 } }
    })
    const finding = examinePilots(resolve(withPilots(projectWith([[screen, [560, 300 - 40]]])), 'a')).findings.find(
      finding => finding.code === 'pilot.cone'
    )!
    expect(finding.measured).toBeCloseTo((Math.atan2(360, 700) * 180) / Math.PI - 20, 6)
  })
})

describe('flows of the hand', () => {
  const knob = (id: string) => item({ id, kind: 'switch', face: roundFace(12) })
  const row = (order: string[]) => {
    const project = withPilots(
      projectWith(order.map((id): [ReturnType<typeof item>, [number, number]] => [knob(id), [0, 0]]))
    )
    return applyEdits(
      project,
      [
        {
          type: 'row.put',
          option: 'a',
          row: { id: 'r', name: 'Switches', kind: 'row', xMm: 100, yMm: 60, pitchMm: 25, units: order }
        }
      ],
      'row'
    ).project
  }
  const flow = (...to: string[]): Flow => ({
    id: 'f',
    name: 'Start',
    steps: to.map(id => ({ says: id, to: id, hand: 'left', holds: false }))
  })
  it('in order: its length is the way along, and it never turns back', () =>
    expect(walkFlow(resolve(row(['a', 'b', 'c', 'd']), 'a'), flow('a', 'b', 'c', 'd'), pilot)).toMatchObject({
      lengthMm: 75,
      backTracks: 0,
      wrongHand: 0
    }))
  it('out of order: every turn back is counted', () =>
    expect(walkFlow(resolve(row(['a', 'c', 'b', 'd']), 'a'), flow('a', 'b', 'c', 'd'), pilot)).toMatchObject({
      lengthMm: 50 + 25 + 50,
      backTracks: 2
    }))
  it('proposes the order of the flow for the row, and the remedy makes it so', () => {
    const project = applyEdits(
      row(['d', 'b', 'a', 'c']),
      [{ type: 'flow.put', option: 'a', flow: flow('a', 'b', 'c', 'd') }],
      'flow'
    ).project
    const finding = examinePilots(resolve(project, 'a')).findings.find(finding => finding.code === 'pilot.order')!
    const cured = resolve(
      applyEdits(project, remediesOf(finding, resolve(project, 'a'))[0]!.edits, 'order').project,
      'a'
    )
    expect(examinePilots(cured).flows[0]).toMatchObject({ lengthMm: 75, backTracks: 0 })
    expect(examinePilots(cured).orders).toEqual([])
  })
  // Common practice: switches are in the order in which they are used in a start; the way of the hand comes second.
  it('the order of the start comes before the shorter way of another flow', () => {
    const other: Flow = { ...flow('b', 'a', 'b', 'a', 'c', 'b', 'a'), id: 'g', name: 'Other' }
    const proposed = (order: string[]) => {
      const edits = [flow('a', 'b', 'c'), other].map(flow => ({ type: 'flow.put' as const, option: 'a', flow }))
      return examinePilots(resolve(applyEdits(row(order), edits, 'flows').project, 'a'))
    }
    expect(proposed(['a', 'b', 'c', 'd']).orders).toEqual([])
    expect(proposed(['c', 'b', 'a', 'd']).orders[0]).toMatchObject({
      units: expect.arrayContaining(['a', 'b', 'c']) as string[],
      outOfOrder: 0,
      wereOutOfOrder: 3
    })
    expect(
      readPhrase(proposed(['c', 'b', 'a', 'd']).findings.find(({ code }) => code === 'pilot.order')!.says, US)
    ).toContain('Switches is not in the order of the start: 3 pairs are the other way round.')
  })
  it('a row of nine, too long for every order, is bettered by exchanging two at a time until none helps', () => {
    const nine = [...'abcdefghi']
    const project = applyEdits(
      row(['b', 'a', 'd', 'c', 'f', 'e', 'h', 'g', 'i']),
      [{ type: 'flow.put', option: 'a', flow: flow(...nine) }],
      'flow'
    ).project
    const { orders } = examinePilots(resolve(project, 'a'))
    expect(orders).toHaveLength(1)
    expect(orders[0]!.units).toEqual(nine)
    expect(orders[0]).toMatchObject({ backTracks: 0, lengthMm: 200 })
  })
  it('the starter on the side of the hand that holds the throttle is the wrong hand', () => {
    const base = row(['starter', 'x', 'y'])
    base.airframe.panel.zones = [
      {
        id: 'throttle',
        name: 'Throttle',
        side: 'face',
        area: { shape: 'round', xMm: 350, yMm: 40, diameterMm: 30 },
        fromDepthMm: 0,
        movable: false
      }
    ]
    const start = (hand: 'left' | 'right' | 'either'): Flow => ({
      id: 'f',
      name: 'Start',
      steps: [
        { says: 'Throttle', to: 'throttle', hand: 'right', holds: true },
        { says: 'Starter', to: 'starter', hand, holds: false }
      ]
    })
    const design = resolve(base, 'a')
    expect(walkFlow(design, start('right'), pilot)).toMatchObject({ wrongHand: 1 })
    expect(walkFlow(design, start('right'), pilot).steps[1]!.troubles[0]).toEqual({
      kind: 'hand held',
      says: ['the right hand holds Throttle; the left hand is free']
    })
    expect(walkFlow(design, start('either'), pilot)).toMatchObject({
      wrongHand: 0,
      steps: [{ hand: 'right' }, { hand: 'left' }]
    })
  })
  it('a step whose thing this option lacks says so', () =>
    expect(walkFlow(resolve(row(['a', 'b', 'c']), 'a'), flow('gone'), pilot).steps[0]!.troubles).toMatchObject([
      { kind: 'not here' }
    ]))
  it('flows to begin with are made of what stands there', () => {
    const flows = proposedFlows(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    expect(flows.map(flow => flow.name)).toContain('Go-around')
    expect(flows.find(flow => flow.id === 'go-around')!.steps.map(step => step.to)).toEqual([
      'throttle',
      'ap-c',
      'flap-lever',
      'trim'
    ])
  })
})

describe('hands of a proposed flow', () => {
  const handsFor = (throttleMm: number, stickMm?: number) => {
    const zone = (id: string, name: string, xMm: number) => ({
      id,
      name,
      side: 'face' as const,
      area: { shape: 'round' as const, xMm, yMm: 40, diameterMm: 30 },
      fromDepthMm: 0,
      movable: false
    })
    const project = withPilots(
      projectWith(
        [
          [{ ...item({ id: 'starter', face: roundFace(20) }), name: 'Starter' }, [60, 60]],
          [{ ...item({ id: 'flap', face: roundFace(20) }), name: 'Flaps' }, [300, 60]]
        ],
        plainProject()
      )
    )
    const { panel } = project.airframe
    const zones = [
      zone('throttle', 'Throttle', throttleMm),
      ...(stickMm === undefined ? [] : [zone('stick', 'Stick', stickMm)])
    ]
    const named = {
      ...project,
      airframe: { ...project.airframe, panel: { ...panel, zones } },
      options: project.options.map(option => ({
        ...option,
        units: option.units.map(unit => ({ ...unit, label: unit.id === 'flap' ? 'Flaps' : 'Starter' }))
      }))
    }
    const flows = proposedFlows(resolve(named, 'a'))
    const hand = (flow: string, to: string) =>
      flows.find(({ id }) => id === flow)?.steps.find(step => step.to === to)?.hand
    return [hand('start', 'throttle'), hand('start', 'starter'), hand('go-around', 'flap')]
  }
  // Common practice: from the left seat the right hand is on a throttle in the middle; with a throttle on the left wall and a stick
  // between the knees it is the left hand, and the other one flies.
  it('follows from the side of the throttle', () => {
    expect(handsFor(400)).toEqual(['right', 'left', 'right'])
    expect(handsFor(20)).toEqual(['left', 'right', 'left'])
  })
  it('the hand on a side stick flies, and the other one has the throttle', () => {
    expect(handsFor(220, 20)).toEqual(['right', 'left', 'right'])
    expect(handsFor(220, 420)).toEqual(['left', 'right', 'left'])
  })
})

describe('one control point', () => {
  const can = (id: string, mounts: ('panel' | 'tail')[], signals = ['autopilot mode']) =>
    item({
      id,
      mounts,
      ...(mounts[0] === 'panel' && { face: roundFace(40) }),
      ports: [{ id: 'can', kind: 'can', flow: 'both', required: false, signals } as never]
    })
  const link = (id: string, from: string, to: string) => ({
    id,
    from: { unit: from, port: 'can' },
    to: { unit: to, port: 'can' }
  })
  const found = (controller: boolean) => {
    const project = projectWith(
      [
        [can('computer', ['tail']), 'tail'],
        [can('display', ['panel']), [100, 150]],
        [can('controller', ['panel'], controller ? ['autopilot mode'] : ['heading']), [300, 150]]
      ],
      plainProject()
    )
    // The controller is linked with the display alone: it is on the same bus as the computer.
    project.options[0]!.links = [link('l1', 'computer', 'display'), link('l2', 'controller', 'display')]
    return examinePilots(resolve(project, 'a')).findings.filter(({ code }) => code === 'pilot.single-control')
  }
  it('a controller on the same bus is another one', () => expect(found(true)).toEqual([]))
  it('a box on the bus that cannot set it is none', () =>
    expect(found(false)).toMatchObject([{ subjects: ['computer', 'display'] }]))
})

describe('rows and stacks', () => {
  it('re-flow when a member goes, and the others keep their order', () => {
    const project = projectWith(
      [
        [item({ id: 'a', face: roundFace(12) }), [0, 0]],
        [item({ id: 'b', face: roundFace(12) }), [0, 0]],
        [item({ id: 'c', face: roundFace(12) }), [0, 0]]
      ] as [ReturnType<typeof item>, [number, number]][],
      plainProject()
    )
    const rowed = applyEdits(
      project,
      [
        {
          type: 'row.put',
          option: 'a',
          row: { id: 'r', name: 'R', kind: 'row', xMm: 100, yMm: 60, pitchMm: 30, units: ['a', 'b', 'c'] }
        }
      ],
      'row'
    ).project
    expect(resolve(rowed, 'a').units.map(unit => unit.at?.xMm)).toEqual([100, 130, 160])
    const without = applyEdits(rowed, [{ type: 'unit.remove', option: 'a', unit: 'b' }], 'gone').project
    expect(resolve(without, 'a').units.map(unit => unit.at?.xMm)).toEqual([100, 130])
    // Moving a member takes the row along; breaking the row leaves everything where it was.
    const moved = applyEdits(
      without,
      [{ type: 'unit.move', option: 'a', unit: 'c', xMm: 200, yMm: 80 }],
      'move'
    ).project
    expect(resolve(moved, 'a').units.map(unit => unit.at)).toEqual([
      { xMm: 170, yMm: 80 },
      { xMm: 200, yMm: 80 }
    ])
    const loose = applyEdits(moved, [{ type: 'row.drop', option: 'a', row: 'r' }], 'loose').project
    expect(resolve(loose, 'a').units.map(unit => unit.at)).toEqual([
      { xMm: 170, yMm: 80 },
      { xMm: 200, yMm: 80 }
    ])
  })
  it('a stack runs down from its top edge by the heights of its members', () => {
    const tray = (id: string, h: number) =>
      item({
        id,
        face: { bezel: { shape: 'rectangle', widthMm: 158.8, heightMm: h, cornerMm: 0 }, screws: [], stack: true }
      })
    const project = applyEdits(
      projectWith([
        [tray('a', 33), [0, 0]],
        [tray('b', 67), [0, 0]]
      ]),
      [
        {
          type: 'row.put',
          option: 'a',
          row: { id: 's', name: 'S', kind: 'stack', xMm: 300, yMm: 280, pitchMm: 0, units: ['a', 'b'] }
        }
      ],
      'stack'
    ).project
    expect(resolve(project, 'a').units.map(unit => unit.at)).toEqual([
      { xMm: 300, yMm: 280 - 16.5 },
      { xMm: 300, yMm: 280 - 33 - 33.5 }
    ])
  })
})

describe('where a remedy says that a unit is moved to', () => {
  it.each([
    [12, '12° above'],
    [-8, '8° below']
  ])('%s° from the line of sight is %s it', (upDeg, says) => {
    const words = readPhrase(
      closerRemedy({ unit: { id: 'u', label: 'Altimeter' }, name: 'Ingrith', sideDeg: -4, upDeg }),
      US
    )
    expect(words).toContain(says)
    expect(words).toContain('4° to the side')
  })
})
