import { describe, expect, it } from 'vitest'
import { applyEdits } from '../document'
import { resolve } from '../design'
import { item, projectWith, roundFace } from '../testing'
import { creepSince, examineMoney, explainMoney, threePoint } from '.'
import { readPhrase, US } from '../quantity'

describe('what it costs', () => {
  const project = projectWith([
    [item({ id: 'dial', face: roundFace(79), priceCents: 100_000, labourHours: 3 }), [200, 150]]
  ])
  project.options[0]!.prices = {
    labourCentsPerHour: 10_000,
    panelWorkCents: 50_000,
    wireCentsPerMetre: 0,
    travelCents: 20_000,
    contingencyPercent: 10
  }

  it('adds equipment, labour, panel, travel and contingency', () => {
    // 1000 + 3 h at 100 + 500 + 200 = 2000 dollars, and 10 % on it.
    expect(examineMoney(resolve(project, 'a'), []).totalCents).toBe(220_000)
  })
  it('credits count only for what is sold or traded in, and are not marked up', () => {
    const old = { ...project, fitted: [{ id: 'old', item: 'dial', label: 'Old', xMm: 400, yMm: 150, place: 'panel' }] }
    const sold = applyEdits(
      old,
      [{ type: 'disposal.set', option: 'a', disposal: { unit: 'old', how: 'sell', creditCents: 30_000 } }],
      'sell'
    ).project
    const scrapped = applyEdits(
      old,
      [{ type: 'disposal.set', option: 'a', disposal: { unit: 'old', how: 'scrap', creditCents: 30_000 } }],
      'scrap'
    ).project
    expect(examineMoney(resolve(scrapped, 'a'), []).totalCents - examineMoney(resolve(sold, 'a'), []).totalCents).toBe(
      30_000
    )
  })
  it('the lines always sum to the total', () => {
    const report = examineMoney(resolve(project, 'a'), [])
    expect(report.lines.reduce((sum, line) => sum + line.cents, 0)).toBe(report.totalCents)
    expect(explainMoney(resolve(project, 'a'), report).result.value).toBe(report.totalCents)
  })
  it('says by how much the budget is passed', () => {
    const poor = { ...project, brief: { ...project.brief, budgetCents: 200_000 } }
    expect(examineMoney(resolve(poor, 'a'), []).findings[0]).toMatchObject({
      code: 'money.over',
      measured: 2200,
      limit: 2000
    })
  })
  it('a visit pays for opening the panel, one in which nothing is done does not', () => {
    const phased = applyEdits(
      project,
      [
        { type: 'phase.put', option: 'a', phase: { id: 'y1', name: 'One', accessHours: 8 } },
        { type: 'phase.put', option: 'a', phase: { id: 'y2', name: 'Two', accessHours: 8 } }
      ],
      'phases'
    ).project
    expect(examineMoney(resolve(phased, 'a'), []).totalCents - 220_000).toBe(8 * 10_000 * 1.1)
  })
})

describe('creep', () => {
  it('names what came in and what fell out, and sums to the change of the total', () => {
    const before = projectWith([
      [item({ id: 'a', mounts: ['tail'], priceCents: 100_000 }), 'tail'],
      [item({ id: 'b', mounts: ['tail'], priceCents: 50_000 }), 'tail']
    ])
    const after = projectWith([
      [item({ id: 'a', mounts: ['tail'], priceCents: 100_000 }), 'tail'],
      [item({ id: 'c', mounts: ['tail'], priceCents: 80_000 }), 'tail']
    ])
    const [was, now] = [before, after].map(project => examineMoney(resolve(project, 'a'), [])) as [
      ReturnType<typeof examineMoney>,
      ReturnType<typeof examineMoney>
    ]
    const creep = creepSince(was, now)
    expect(creep.map(line => readPhrase(line.says, US))).toEqual(expect.arrayContaining(['c', 'b']))
    expect(creep.reduce((sum, line) => sum + line.cents, 0)).toBe(now.totalCents - was.totalCents)
    expect(creepSince(now, now)).toEqual([])
  })
})

// PERT: mean (a + 4m + b) / 6, deviation (b − a) / 6 (published, any handbook of project planning).
describe('three-point estimate', () =>
  it('of 4, 6 and 14 weeks is 7 weeks, give or take 1 2/3', () => {
    const { mean, deviation } = threePoint([4, 6, 14])
    expect(mean).toBe(7)
    expect(deviation).toBeCloseTo(10 / 6, 12)
  }))

describe('visits and quotes', () => {
  const dials = ['a', 'b', 'c'].map(id => item({ id, face: roundFace(79), priceCents: 100_000, labourHours: 3 }))
  const project = projectWith(dials.map((dial, index) => [dial, [100 + index * 120, 150]]))
  const option = project.options[0]!
  option.prices = {
    labourCentsPerHour: 10_000,
    panelWorkCents: 50_000,
    wireCentsPerMetre: 0,
    travelCents: 20_000,
    contingencyPercent: 10
  }
  option.phases = [
    { id: 'y1', name: 'This year', accessHours: 4, sheet: 'new' },
    { id: 'y2', name: 'Next year', accessHours: 4, sheet: 'new' }
  ]
  option.units[0]!.phase = 'y1'
  option.units[1]!.phase = 'y2'

  it('every line belongs to a visit, and visits add up to the total', () => {
    const { byPhase, lines, totalCents } = examineMoney(resolve(project, 'a'), [])
    // The first visit: what nobody gave one too. 2000 of equipment, 6 h and 4 h of opening at 100, panel 500, travel 200, and 10 %.
    // The second: 1000, 3 h and 4 h, a new sheet of its own and its own journey, and 10 %.
    expect(byPhase.map(phase => phase.cents)).toEqual([407_000, 264_000])
    expect(lines.every(line => line.phase === 'y1' || line.phase === 'y2')).toBe(true)
    expect(byPhase.reduce((sum, phase) => sum + phase.cents, 0)).toBe(totalCents)
  })
  it.each([
    // Equipment 3000, labour 17 h at 100, panel twice 500, travel twice 200: 6100 without contingency.
    [9_150, true],
    [9_100, false],
    [6_000, false],
    [4_100, false],
    [4_050, true]
  ])('a quote of %i against an estimate of 6100 is asked about: %s', (dollars, asked) => {
    const quoted = {
      ...project,
      options: [
        {
          ...option,
          quotes: [
            {
              id: 'q',
              shop: 'Tarn Panels',
              lines: [
                {
                  id: 'all',
                  says: 'All of it',
                  cents: dollars * 100,
                  covers: ['all equipment', 'all labour', 'all panel', 'all wire']
                }
              ],
              weeks: [1, 2, 3] as [number, number, number],
              note: ''
            }
          ]
        }
      ]
    }
    const { findings } = examineMoney(resolve(quoted, 'a'), [])
    expect(findings.some(finding => finding.code === 'money.quote')).toBe(asked)
    if (asked)
      expect(readPhrase(findings.find(finding => finding.code === 'money.quote')!.says, US)).toContain('$6,100')
  })
})
