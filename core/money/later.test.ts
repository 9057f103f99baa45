import { describe, expect, it } from 'vitest'
import { resolve, type Design } from '../design'
import type { Project } from '../document'
import { item, plainProject, projectWith, roundFace } from '../testing'
import { laterOf, putOff } from '.'

const priced = (patch: Partial<Project['options'][number]['prices']>): Project => {
  const dial = item({ id: 'dial', face: roundFace(79.375), priceCents: 300_000, labourHours: 5 })
  const box = item({ id: 'box', priceCents: 100_000, labourHours: 2, mounts: ['tail'] })
  const base = plainProject()
  const project = projectWith(
    [
      [dial, [200, 150]],
      [box, 'tail']
    ],
    base
  )
  const [option] = project.options
  return {
    ...project,
    options: [
      {
        ...option!,
        prices: {
          labourCentsPerHour: 10_000,
          panelWorkCents: 50_000,
          wireCentsPerMetre: 0,
          travelCents: 20_000,
          contingencyPercent: 0,
          ...patch
        }
      }
    ]
  }
}

describe('now or later', () => {
  // Worked by hand: later a dial needs its panel opened (8 h), a round hole cut (half an hour) and a journey; a box in the tail its
  // tail (3 h).
  it('a unit alone in a visit of its own pays access, panel and travel again', () => {
    const rows = laterOf(resolve(priced({}), 'a'), 12)
    expect(rows.find(row => row.unit === 'dial')).toMatchObject({
      nowCents: 350_000,
      laterCents: 350_000 + 80_000 + 5_000 + 20_000,
      savedCents: 105_000
    })
    expect(rows.find(row => row.unit === 'box')).toMatchObject({ nowCents: 120_000, savedCents: 30_000 + 20_000 })
    expect(rows.map(row => row.unit)).toEqual(['dial', 'box'])
  })
  // Compound interest: 3000 at 4 % for 18 months is 3000 · 1.04^1.5 = 3181.79.
  it('prices drift by the year, months in between by the root', () => {
    const row = laterOf(resolve(priced({ driftPercentAYear: 4 }), 'a'), 18).find(later => later.unit === 'dial')!
    expect(row.laterCents - 350_000 - 105_000).toBe(18_179)
  })
  it('the working gives the saving again from its inputs', () => {
    for (const { working, savedCents } of laterOf(resolve(priced({ driftPercentAYear: 3 }), 'a'), 9)) {
      const of = Object.fromEntries(working.inputs.map(input => [input.symbol, Number(input.value)]))
      const later =
        Math.round(of.p! * (1 + of.d! / 100) ** (of.m! / 12)) + of.i! + of.h! * of.rate! + of.panel! + of.travel!
      expect(later - (of.p! + of.i!)).toBe(savedCents)
    }
  })
  it('put off as a whole: equipment drifts up, trade-ins lose by the month; with neither it costs nothing', () => {
    const sold = {
      id: 'x',
      item: item({ id: 'x', mounts: ['tail'] }),
      label: 'X',
      place: { id: 'tail', kind: 'tail' }
    } as unknown as Design['removed'][number]['unit']
    const of = (patch: Parameters<typeof priced>[0]): Design => ({
      ...resolve(priced(patch), 'a'),
      removed: [{ unit: sold, how: 'sell', creditCents: 100_000 }]
    })
    const off = putOff(of({ driftPercentAYear: 5, tradeInFallPercentAMonth: 2 }), [], 12)
    expect(off.equipmentCents).toBe(15_000 + 5_000)
    // 1000 · (1 − 0.98^12) = 215.28.
    expect(off.creditsCents).toBe(21_528)
    expect(off.togetherCents).toBe(off.equipmentCents + off.creditsCents)
    expect(putOff(of({}), [], 12).togetherCents).toBe(0)
    // What has risen is taxed and has its contingency: 200 · 1.1 · 1.1.
    const taxed = putOff(of({ driftPercentAYear: 5, taxOnThingsPercent: 10, contingencyPercent: 10 }), [], 12)
    expect(taxed).toMatchObject({ equipmentCents: 20_000, taxCents: 4_200, togetherCents: 24_200 })
  })
})
