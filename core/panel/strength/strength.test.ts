import { describe, expect, it } from 'vitest'
import { boxFace, designWith, item, plainProject, projectWith, roundFace } from '../../testing'
import { applyEdits } from '../../document'
import { remediesOf, resolve } from '../../design'
import { stiffenerKg } from '../../airframe'
import { readPhrase, US } from '../../quantity'
import {
  bends,
  examinePanel,
  explainBend,
  examineStrength,
  missOf,
  groundOf,
  placedOn,
  setDown,
  trayMomentNm,
  wayOut
} from '..'

const give = (design: Parameters<typeof bends>[0]) => bends(design)
const found = (project: Parameters<typeof resolve>[0], code: string) => {
  const design = resolve(project, 'a')
  return examineStrength(design).findings.filter(finding => finding.code === code)
}

describe('bending of the face under a push', () => {
  const knob = item({ id: 'knob', face: { bezel: { shape: 'round', diameterMm: 20 }, screws: [], stack: false } })
  // Timoshenko and Woinowsky-Krieger (from memory): a square held on all sides gives 0.01160 P a² / D, clamped 0.00560.
  it.each([
    ['held', 0.0116],
    ['clamped', 0.0056]
  ] as const)('a square sheet %s on all sides, pushed in the middle, within 2 %%', (how, factor) => {
    const base = plainProject()
    base.airframe.panel = {
      ...base.airframe.panel,
      outline: [
        [0, 0],
        [300, 0],
        [300, 300],
        [0, 300]
      ],
      edges: { bottom: how, right: how, top: how, left: how }
    }
    const [bend] = give(designWith([[knob, [150, 150]]], base))
    const d = (73_000 * base.airframe.panel.thicknessMm ** 3) / (12 * (1 - 0.33 ** 2))
    expect(Math.abs(bend!.deflectionMm / ((factor * 45 * 300 ** 2) / d) - 1)).toBeLessThan(0.02)
  })
  // F L³ / (48 E I): where two openings leave a strip from the lower to the upper side, free of the others.
  it('a strip between two tall openings bends as the beam it is', () => {
    const base = plainProject()
    base.airframe.panel = {
      ...base.airframe.panel,
      edges: { bottom: 'held', right: 'free', top: 'held', left: 'free' },
      zones: [
        [150, 'left'],
        [450, 'right']
      ].map(([x, id]) => ({
        id: String(id),
        name: String(id),
        side: 'face' as const,
        area: { shape: 'rectangle' as const, xMm: Number(x), yMm: 150, widthMm: 270, heightMm: 300 },
        fromDepthMm: 0,
        movable: false,
        hole: 'cut' as const
      }))
    }
    const { thicknessMm } = base.airframe.panel
    const beam = (45 * 300 ** 3) / ((48 * 73_000 * 30 * thicknessMm ** 3) / 12)
    const [bend] = give(designWith([[knob, [300, 150]]], base))
    expect(Math.abs(bend!.deflectionMm / beam - 1)).toBeLessThan(0.06)
  })
  const row = (count: number) =>
    Array.from({ length: count }, (_, i): [ReturnType<typeof item>, [number, number]] => [
      item({ id: `u${i}`, face: roundFace(79.375) }),
      [90 + i * 90, 150]
    ])
  it('one hole after another the face gives more', () => {
    const worst = (count: number) => Math.max(...give(designWith(row(count))).map(bend => bend.deflectionMm))
    expect(worst(5)).toBeGreaterThan(worst(1))
  })
  it('a face that gives too much is told, and every remedy offered does cure it', () => {
    const thin = plainProject()
    thin.airframe.panel.thicknessMm = 0.8128
    const project = projectWith(row(5), thin)
    const [finding] = found(project, 'panel.bend')
    expect(finding!.measured).toBeGreaterThan(3)
    expect(remediesOf(finding!, resolve(project, 'a')).length).toBeGreaterThan(0)
    for (const remedy of remediesOf(finding!, resolve(project, 'a')))
      expect(found(applyEdits(project, remedy.edits, 'cure').project, 'panel.bend')).toEqual([])
  })
  it('a doubler and an angle weigh and cost', () => {
    const project = projectWith(row(3))
    const stiff = applyEdits(
      project,
      [
        {
          type: 'stiffener.put',
          stiffener: {
            id: 'd',
            name: 'Doubler',
            kind: 'doubler',
            xMm: 300,
            yMm: 150,
            widthMm: 200,
            heightMm: 100,
            thicknessMm: 1
          }
        },
        {
          type: 'stiffener.put',
          stiffener: {
            id: 'a',
            name: 'Angle',
            kind: 'angle',
            along: 'y',
            atMm: 45,
            fromMm: 0,
            toMm: 300,
            legMm: 20,
            thicknessMm: 2
          }
        }
      ],
      'stiffen'
    ).project
    const before = give(resolve(project, 'a'))
    const after = give(resolve(stiff, 'a'))
    after.forEach((bend, index) => expect(bend.deflectionMm).toBeLessThanOrEqual(before[index]!.deflectionMm + 1e-9))
    // 200 × 100 × 1 and 300 × 38 × 2 mm³ of aluminium at 2.78 g/cm³ (any handbook).
    expect(stiff.airframe.panel.stiffeners.reduce((sum, stiffener) => sum + stiffenerKg(stiffener), 0)).toBeCloseTo(
      (20_000 + 22_800) * 2.78e-6,
      9
    )
  })
  it('a plate cut in two by its openings: what hangs on nothing is said in words, without NaN', () => {
    const base = plainProject()
    base.airframe.panel = {
      ...base.airframe.panel,
      edges: { bottom: 'held', right: 'free', top: 'free', left: 'free' },
      zones: [
        {
          id: 'slot',
          name: 'Slot',
          side: 'face',
          area: { shape: 'rectangle', xMm: 300, yMm: 150, widthMm: 600, heightMm: 60 },
          fromDepthMm: 0,
          movable: false,
          hole: 'cut'
        }
      ]
    }
    const project = projectWith([[knob, [300, 250]]], base)
    const [finding] = found(project, 'panel.bend')
    expect(finding!.weight).toBe('must fix')
    expect(readPhrase(finding!.says, US)).toContain('is unsupported')
    expect(readPhrase(finding!.says, US)).not.toContain('NaN')
  })
})

describe('a heavy tray on the face alone', () => {
  const tray = item({
    id: 'tray',
    massKg: 3,
    face: boxFace(158.8, 67, true),
    body: { widthMm: 158, heightMm: 66, depthMm: 280, connectorMm: 30 }
  })
  // AC 43.13-2B chapter 1: 6.6 g down (from memory). M = m g n × half the depth.
  it('its moment is weight times 6.6 g at half its depth', () => {
    const unit = designWith([[tray, [300, 150]]]).units[0]!
    expect(trayMomentNm(unit)).toBeCloseTo(3 * 9.80665 * 6.6 * 0.14, 9)
  })
  it('wants a support at its back, and has none to complain of with one', () => {
    const project = projectWith([[tray, [300, 150]]])
    const findings = (p: typeof project) =>
      examineStrength(resolve(p, 'a')).findings.filter(finding => finding.code === 'panel.rear-support')
    expect(findings(project)).toHaveLength(1)
    expect(
      findings(applyEdits(project, remediesOf(findings(project)[0]!, resolve(project, 'a'))[0]!.edits, 'hold').project)
    ).toEqual([])
  })
})

describe('stacks and trays together', () => {
  const tray = (id: string, widthMm = 158.8) =>
    item({
      id,
      massKg: 1.05,
      face: boxFace(widthMm, 50, true),
      body: { widthMm: 158, heightMm: 49, depthMm: 280, connectorMm: 0 }
    })
  const stack = (widths: number[]) => projectWith(widths.map((width, i) => [tray(`t${i}`, width), [300, 60 + i * 50]]))
  // M = Σ m g n d / 2: four trays of 9.5 N·m in one opening are 38.
  it('four trays of 9.5 N·m in one opening are 38', () => {
    const project = stack([158.8, 158.8, 158.8, 158.8])
    const [finding, ...more] = found(project, 'panel.rear-support')
    expect(more).toEqual([])
    expect(finding!.measured).toBeCloseTo(4 * 1.05 * 9.80665 * 6.6 * 0.14, 6)
    expect(finding!.measured).toBeCloseTo(38, 0)
    expect(readPhrase(finding!.says, US)).toContain('9 g forward')
    expect(
      found(
        applyEdits(project, remediesOf(finding!, resolve(project, 'a'))[0]!.edits, 'hold').project,
        'panel.rear-support'
      )
    ).toEqual([])
  })
  it('units that hung there before are asked too', () => {
    const project = stack([158.8, 158.8])
    const kept = { ...project, fitted: project.options[0]!.units }
    expect(found(kept, 'panel.rear-support')).toHaveLength(1)
  })
  it('an opening wider than the tray in it is told', () => {
    expect(found(stack([158.8, 158.8]), 'panel.tray-gap')).toEqual([])
    expect(found(stack([158.8, 146]), 'panel.tray-gap')[0]!.measured).toBeCloseTo(12.8, 6)
  })
})

describe('metal round screws, and room for heads and nuts', () => {
  const dial = (id: string) =>
    item({
      id,
      // MS33638: screws on a 2.475 in square, hole 3.125 in (from memory).
      face: {
        bezel: { shape: 'rectangle', widthMm: 82, heightMm: 82, cornerMm: 10 },
        cutout: { shape: 'round', diameterMm: 79.375 },
        screws: [
          [-31.43, -31.43],
          [31.43, -31.43],
          [31.43, 31.43],
          [-31.43, 31.43]
        ].map(([xMm, yMm]) => ({ xMm: xMm!, yMm: yMm!, holeMm: 3.8 })),
        stack: false
      }
    })
  const codesOf = (project: Parameters<typeof resolve>[0]) =>
    examinePanel(resolve(project, 'a')).findings.map(finding => finding.code)
  it('a screw beside a neighbour’s hole with no metal between is told, and counts in the least metal', () => {
    const slot = item({
      id: 'slot',
      face: {
        bezel: { shape: 'rectangle', widthMm: 20, heightMm: 20, cornerMm: 0 },
        cutout: { shape: 'rectangle', widthMm: 20, heightMm: 20, cornerMm: 0 },
        screws: [],
        stack: false
      }
    })
    // Its hole begins 0.1 mm beyond the hole of the dial’s upper right screw, on the level of it.
    const project = projectWith([
      [dial('a'), [200, 150]],
      [slot, [200 + 31.43 + 1.9 + 0.1 + 10, 150 + 31.43]]
    ])
    const report = examinePanel(resolve(project, 'a'))
    const finding = report.findings.find(finding => finding.code === 'panel.screw-web')!
    expect(finding.measured).toBeCloseTo(0.1, 6)
    expect(report.leastMetalMm).toBeLessThan(0.11)
  })
  it('two dials side by side as they are usually set out keep metal, heads and nuts', () => {
    const codes = codesOf(
      projectWith([
        [dial('a'), [200, 150]],
        [dial('b'), [200 + 88.9, 150]]
      ])
    )
    expect(codes.filter(code => /screw|nut/.test(code))).toEqual([])
  })
  it('a head under another’s bezel and a nut against another’s box are told', () => {
    const deep = item({
      id: 'deep',
      face: boxFace(60, 60),
      body: { widthMm: 74, heightMm: 74, depthMm: 100, connectorMm: 0 }
    })
    const edge = item({
      id: 'edge',
      face: {
        bezel: { shape: 'rectangle', widthMm: 40, heightMm: 40, cornerMm: 0 },
        screws: [{ xMm: 18, yMm: 0, holeMm: 3.8 }],
        stack: false
      }
    })
    const codes = codesOf(
      projectWith([
        [edge, [200, 150]],
        [deep, [200 + 20 + 30.5, 150]]
      ])
    )
    expect(codes).toContain('panel.screw-head')
    expect(codes).toContain('panel.screw-nut')
  })
})

describe('openings of the aeroplane', () => {
  const vent = (hole?: 'cut' | 'screw') => {
    const base = plainProject()
    base.airframe.panel.zones = [
      {
        id: 'vent',
        name: 'Vent',
        side: 'face',
        area: { shape: 'round', xMm: 300, yMm: 150, diameterMm: 60 },
        fromDepthMm: 0,
        movable: false,
        ...(hole && { hole })
      }
    ]
    return base
  }
  const dial = item({ id: 'dial', face: roundFace(79.375) })
  const beside = (hole?: 'cut') => projectWith([[dial, [300 + 30 + 79.375 / 2 + 3, 150]]], vent(hole))
  it('a vent marked as a hole counts in the least metal', () => {
    const web = (hole?: 'cut') =>
      examinePanel(resolve(beside(hole), 'a')).findings.filter(finding => finding.code === 'panel.web')
    expect(web()).toEqual([])
    expect(web('cut')[0]!.measured).toBeCloseTo(3, 6)
  })
  it('and weakens the face', () => {
    const at = (hole?: 'cut') =>
      give(resolve(projectWith([[dial, [300 + 30 + 79.375 / 2 + 20, 150]]], vent(hole)), 'a'))[0]!.deflectionMm
    expect(at('cut')).toBeGreaterThan(at())
  })
})

describe('by how much it misses', () => {
  const free = (width: number) => {
    const base = plainProject()
    base.airframe.panel = {
      ...base.airframe.panel,
      lipMm: 0,
      outline: [
        [0, 0],
        [width, 0],
        [width, 300],
        [0, 300]
      ]
    }
    return groundOf(base.airframe.panel)
  }
  // Against brute force: a dial of 83 mm between walls 82 mm apart is 1 mm too big, whatever its form.
  it('a round dial 1.0 mm too big misses by 1.0 mm', () => {
    const dial = item({
      id: 'dial',
      face: {
        bezel: { shape: 'round', diameterMm: 83 },
        cutout: { shape: 'round', diameterMm: 79 },
        screws: [],
        stack: false
      }
    })
    expect(missOf(dial, [], free(82))).toEqual({ measure: 'size', mm: 1 })
  })
  it('a rounded rectangle keeps its corners: in the corner of a notch it misses by what it is too wide', () => {
    const box = item({
      id: 'box',
      face: { bezel: { shape: 'rectangle', widthMm: 84.5, heightMm: 40, cornerMm: 8 }, screws: [], stack: false }
    })
    expect(missOf(box, [], free(82))).toEqual({ measure: 'width', mm: 2.5 })
  })
  it('a hole with flats misses all round', () => {
    const flats = item({
      id: 'f',
      face: { bezel: { shape: 'flats', diameterMm: 84, acrossMm: 80, turned: false }, screws: [], stack: false }
    })
    const miss = missOf(flats, [], free(82))!
    expect(miss.measure).toBe('size')
    // Its arcs are drawn outside by 0.01 mm, and a miss is rounded up to a tenth.
    expect(miss.mm).toBeGreaterThanOrEqual(2)
    expect(miss.mm).toBeLessThanOrEqual(2.1)
    expect(setDown({ id: 'f', label: 'f', item: flats }, 0, 0)).toBeDefined()
  })
})

describe('getting things out again', () => {
  const design = (bays = false) => {
    const base = plainProject()
    if (bays)
      base.airframe.panel.bays = [
        {
          id: 'b',
          name: 'Right bay',
          outline: [
            [320, 20],
            [580, 20],
            [580, 280],
            [320, 280]
          ],
          lipMm: 12,
          screwPitchMm: 80,
          screwHoleMm: 4
        }
      ]
    const big = item({
      id: 'big',
      face: roundFace(57),
      body: { widthMm: 80, heightMm: 80, depthMm: 100, connectorMm: 20 }
    })
    const slim = item({
      id: 'slim',
      face: roundFace(79.4),
      body: { widthMm: 79, heightMm: 79, depthMm: 100, connectorMm: 20 }
    })
    return designWith(
      [
        [big, [450, 150]],
        [slim, [150, 150]]
      ],
      base
    )
  }
  it('a case no bigger than its hole comes out to the front; a bigger one from behind, or with its bay', () => {
    for (const bays of [false, true]) {
      const { findings } = examinePanel(design(bays))
      expect(placedOn(design(bays)).map(unit => wayOut(unit, design(bays).airframe.panel.bays))).toEqual([
        bays ? 'with its bay' : 'from behind',
        'from the front'
      ])
      expect(findings.filter(finding => finding.code === 'panel.access')).toHaveLength(bays ? 0 : 1)
    }
  })
  it('a seam under a bezel stops work, a hole in the bay’s lip too', () => {
    const base = plainProject()
    base.airframe.panel.bays = [
      {
        id: 'b',
        name: 'Right bay',
        outline: [
          [300, 20],
          [580, 20],
          [580, 280],
          [300, 280]
        ],
        lipMm: 15,
        screwPitchMm: 80,
        screwHoleMm: 4
      }
    ]
    const dial = item({ id: 'dial', face: roundFace(79.375) })
    expect(examinePanel(designWith([[dial, [310, 150]]], base)).findings[0]).toMatchObject({
      code: 'panel.seam',
      weight: 'must fix'
    })
    const [lip] = examinePanel(designWith([[dial, [350, 150]]], base)).findings
    expect(lip).toMatchObject({ code: 'panel.bay-lip', limit: 15 })
    expect(lip!.measured).toBeCloseTo(50 - 79.375 / 2, 9)
    expect(examinePanel(designWith([[dial, [400, 150]]], base)).findings).toEqual([])
  })
  /** A bay from 300 to 580 across and 20 to 280 up, with a lip of the frame under it. */
  const bayOf = (lipMm: number) => ({
    id: 'b',
    name: 'Right bay',
    outline: [
      [300, 20],
      [580, 20],
      [580, 280],
      [300, 280]
    ] as [number, number][],
    lipMm,
    screwPitchMm: 80,
    screwHoleMm: 4
  })
  it('a bay makes a face no stiffer: the weaker of the whole sheet and of the bay alone is taken, and the working says which', () => {
    const dial = item({ id: 'dial', face: roundFace(79.375) })
    const other = item({ id: 'other', face: roundFace(57) })
    const thin = plainProject()
    thin.airframe.panel = { ...thin.airframe.panel, thicknessMm: 0.8128 }
    const withBay = structuredClone(thin)
    withBay.airframe.panel.bays = [bayOf(15)]
    const at = (base: typeof thin) =>
      designWith(
        [
          [dial, [440, 150]],
          [other, [150, 150]]
        ],
        base
      )
    const [whole, cut] = [at(thin), at(withBay)].map(design => give(design)) as [
      ReturnType<typeof give>,
      ReturnType<typeof give>
    ]
    const of = (bends: typeof whole, unit: string) => bends.find(bend => bend.unit === unit)!
    expect(of(cut, 'dial').deflectionMm).toBeCloseTo(of(whole, 'dial').deflectionMm, 9)
    expect(of(cut, 'dial').taken).toBe('the whole sheet')
    expect(of(cut, 'other').deflectionMm).toBeGreaterThanOrEqual(of(whole, 'other').deflectionMm - 1e-9)
    expect(of(whole, 'dial').taken).toBeUndefined()
    const design = at(withBay)
    const { inputs } = explainBend(design, of(cut, 'dial'), placedOn(design))
    expect(inputs.find(({ symbol }) => symbol === 'piece')!.value).toBe('the whole sheet')
    const soft = (of: typeof design) => examineStrength(of).findings.filter(({ code }) => code === 'panel.bend')
    expect(soft(design)).toHaveLength(soft(at(thin)).length)
    expect(soft(design)).toHaveLength(1)
  })
  it('a body on a bay goes through the opening of its frame: one that reaches over the lip is named, one beside the bay is not', () => {
    const base = plainProject()
    base.airframe.panel.bays = [bayOf(25)]
    // A bezel of 60 by 40 over a hole of 40 by 20, and a box of 58 by 38 behind it.
    const box = item({
      id: 'box',
      face: {
        bezel: { shape: 'rectangle', widthMm: 60, heightMm: 40, cornerMm: 0 },
        cutout: { shape: 'rectangle', widthMm: 40, heightMm: 20, cornerMm: 0 },
        screws: [],
        stack: false
      },
      body: { widthMm: 58, heightMm: 38, depthMm: 120, connectorMm: 0 }
    })
    const codes = (x: number) =>
      examinePanel(designWith([[box, [x, 150]]], base)).findings.filter(({ code }) => code === 'panel.bay-frame')
    // Hole: 355 − 20 − 300 = 35 from the seam, more than the lip. Body: 355 − 29 − 300 = 26; at 350 it is 21.
    expect(codes(355)).toEqual([])
    expect(codes(350)[0]).toMatchObject({ weight: 'must fix', measured: 21, limit: 25 })
    expect(codes(250)).toEqual([])
  })
})
