import { FORMAT } from '../document'
import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import DxfParser from 'dxf-parser'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { demoCatalogue, demoProject, designWith, item, plainProject, roundFace } from '../testing'
import { resolve } from '../design'
import { openings, setDown } from '../panel'
import { examineOption } from '../report'
import { LAYERS } from '../build'
import {
  catalogueSchema,
  MOST_BYTES,
  openProject,
  projectSchema,
  readCatalogueCsv,
  readCatalogueJson,
  sayProblem,
  writeCatalogueCsv,
  writeCatalogueJson,
  writeFaceDxf,
  writePartsCsv,
  writeProject,
  writeWiresCsv
} from '.'

const good = demoProject('3-skerrow-dunlin')
const text = writeProject(good)
/** Changes the document as a person with a text editor would, and opens what comes out. */
const spoilt = (change: (document: Record<string, unknown> & typeof good) => void) => {
  const document = JSON.parse(text) as Record<string, unknown> & typeof good
  change(document)
  return openProject(JSON.stringify(document, null, 1))
}
const complaint = (opened: ReturnType<typeof openProject>) =>
  opened.ok ? '' : opened.problems.map(sayProblem).join('\n')

describe('what a project file refuses of the new', () => {
  const base = () =>
    JSON.parse(writeProject(demoProject('3-skerrow-dunlin'))) as Record<string, never> & {
      airframe: {
        panel: { zones: Record<string, unknown>[]; bays: unknown[]; outline: unknown[] }
        pilots: Record<string, unknown>[]
      }
      options: { rows: Record<string, unknown>[]; labels: Record<string, unknown>[]; units: { id: string }[] }[]
    }
  it.each<[string, (doc: ReturnType<typeof base>) => void, RegExp]>([
    [
      'a depth zone that ends before it begins',
      d => {
        d.airframe.panel.zones.push({
          id: 'zz',
          name: 'Rib',
          side: 'behind',
          area: { shape: 'round', xMm: 1, yMm: 1, diameterMm: 5 },
          fromDepthMm: 90,
          toDepthMm: 40
        })
      },
      /not behind fromDepthMm 90/
    ],
    [
      'a polygon of two corners',
      d => {
        d.airframe.panel.zones.push({
          id: 'zz',
          name: 'Rib',
          side: 'behind',
          area: {
            shape: 'polygon',
            points: [
              [0, 0],
              [1, 1]
            ]
          }
        })
      },
      /points/
    ],
    [
      'a row with a unit that is not there',
      d => {
        d.options[1]!.rows[0]!.units = ['sw-master', 'ghost']
      },
      /no unit “ghost”/
    ],
    [
      'a unit in two rows',
      d => {
        d.options[1]!.rows.push({ ...d.options[1]!.rows[0]!, id: 'again' })
      },
      /set out by two rows/
    ],
    [
      'two pilots of one id',
      d => {
        d.airframe.pilots.push(d.airframe.pilots[0]!)
      },
      /pilot id “ingrith” is used twice/
    ],
    [
      'a label of no height',
      d => {
        d.options[1]!.labels[0]!.heightMm = 0
      },
      /heightMm/
    ],
    [
      'a pilot without reach',
      d => {
        delete d.airframe.pilots[0]!.reachMm
      },
      /reachMm/
    ],
    [
      'an outline of one corner',
      d => {
        d.airframe.panel.outline = [[0, 0]]
      },
      /outline/
    ]
  ])('%s', (_what, spoil, why) => {
    const doc = base()
    spoil(doc)
    const opened = openProject(JSON.stringify(doc, null, 1))
    expect(opened.ok).toBe(false)
    if (!opened.ok) expect(opened.problems.map(sayProblem).join(' ')).toMatch(why)
  })
})

describe('project files', () => {
  it.each(['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)(
    '%s reads back as it was written',
    name => {
      const project = demoProject(name)
      expect(openProject(writeProject(project))).toEqual({ ok: true, project })
    }
  )
  it('a file of format 1 is carried forward: no bays, pilots, rows or flows, and all else as it was', () => {
    const text = readFileSync(new URL('kept/format-1.json', import.meta.url), 'utf8')
    const opened = openProject(text)
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    const old = JSON.parse(text) as typeof opened.project
    // Format 3 brought the cruise in cloud, in which is on what is on in the cruise by night.
    for (const one of old.items) {
      const at = one.power?.phases?.indexOf('cruise by night') ?? -1
      if (at >= 0) one.power!.phases!.splice(at + 1, 0, 'cruise in cloud')
    }
    expect(opened.project).toMatchObject({ ...old, format: FORMAT })
    expect(opened.project.airframe.pilots).toEqual([])
    expect(opened.project.airframe.panel.bays).toEqual([])
    for (const option of opened.project.options)
      expect([option.rows, option.groups, option.labels, option.flows]).toEqual([[], [], [], []])
  })
  it('a file of format 2 is carried forward: what is on in the cruise by night is on in cloud, the supply is the proposal', () => {
    const text = readFileSync(new URL('kept/format-2.json', import.meta.url), 'utf8').replace(
      '"essential": true',
      '"phases": ["taxi", "cruise by night"], "essential": true'
    )
    const opened = openProject(text)
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.items.flatMap(item => (item.power?.phases ? [item.power.phases] : []))).toEqual([
      ['taxi', 'cruise by night', 'cruise in cloud']
    ])
    expect(opened.project.airframe).toMatchObject({
      batteryC: 20,
      spareFuses: false,
      wiring: { ambientC: 50, altitudeFt: 18_000, bundleWires: 20, loadedShare: 0.2, wireC: 150 }
    })
    for (const option of opened.project.options) expect(option.supply).toBeUndefined()
  })
  it('a file of format 3 is carried forward: what it said twice counts as it counted then', () => {
    const text = readFileSync(new URL('kept/format-3.json', import.meta.url), 'utf8')
    const plain = openProject(text)
    expect(complaint(plain)).toBe('')
    const old = JSON.parse(text) as typeof good
    const option = old.options[0]!
    const [one, two, three] = option.units.slice(0, 3).map(unit => unit.id) as [string, string, string]
    option.circuits = [
      { unit: 'long gone' },
      { unit: one, breakerA: 3 },
      { unit: two, sharesWith: one },
      { unit: three, sharesWith: two },
      { unit: one, breakerA: 5 }
    ]
    const [leg] = old.airframe.routes
    old.airframe.routes.push({ from: leg!.to, to: leg!.from, lengthMm: leg!.lengthMm + 900 })
    old.log.push({ on: '2026-11-01', text: 'Begun' } as (typeof old.log)[number])
    const opened = openProject(JSON.stringify(old))
    expect(complaint(opened)).toBe('')
    if (!opened.ok || !plain.ok) return
    expect(opened.project.airframe.routes).toEqual(plain.project.airframe.routes)
    expect(opened.project.options[0]!.circuits).toEqual([
      { unit: one, breakerA: 5 },
      { unit: two, sharesWith: one },
      { unit: three }
    ])
    expect(opened.project.log).toEqual([{ id: 'log-1', on: '2026-11-01', text: 'Begun' }])
  })
  it('a file of format 0 is carried forward', () => {
    const opened = openProject(readFileSync(new URL('./kept/format-0.json', import.meta.url), 'utf8'))
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.options).toHaveLength(1)
    expect(opened.project.options[0]).toMatchObject({ id: 'a', name: 'Option A', units: [{ id: 'dial' }] })
    expect(opened.project.handChecks).toHaveLength(1)
  })
  it('a truncated file is said to be cut off, with the line', () => {
    const opened = openProject(text.slice(0, 5000))
    expect(complaint(opened)).toMatch(/^Line \d+, column \d+: the file ends in the middle: it was cut off$/)
  })
  it.each([
    ['', 'the file is empty'],
    ['hello', 'not JSON'],
    ['[1,2]', 'no “format” number'],
    ['{"name":"x"}', 'no “format” number'],
    ['null', 'no “format” number']
  ])('%j is refused: %s', (foreign, why) => expect(complaint(openProject(foreign))).toContain(why))
  it('a newer format is refused with what to do', () =>
    expect(
      complaint(
        spoilt(d => {
          ;(d as Record<string, unknown>).format = 7
        })
      )
    ).toMatch(/format 7 by a newer Ewerpanel.*Nothing was changed/))
  it('a file of a hundred megabytes is refused before it is read', () =>
    expect(complaint(openProject(' '.repeat(MOST_BYTES + 1)))).toMatch(/at most 20 MB/))
  it.each([
    [
      'a negative mass',
      (d: typeof good) => {
        d.items[3]!.massKg = -1
      },
      /items\[3\]\.massKg: must not be negative \(it is -1\)/
    ],
    [
      'NaN, which JSON writes as null',
      (d: typeof good) => {
        d.airframe.alternatorA = Number.NaN
      },
      /airframe\.alternatorA: is null; a number is wanted/
    ],
    [
      'a word for a number',
      (d: typeof good) => {
        ;(d.airframe as unknown as Record<string, unknown>).alternatorA = 'sixty'
      },
      /airframe\.alternatorA: is not a number/
    ],
    [
      'an item that is not there',
      (d: typeof good) => {
        d.options[0]!.units[0]!.item = 'none-such'
      },
      /options\[0\]\.units\[0\]\.item: there is no item “none-such”/
    ],
    [
      'an id used twice',
      (d: typeof good) => {
        d.options[0]!.units[1]!.id = d.options[0]!.units[0]!.id
      },
      /units\[1\]\.id: the unit id “asi” is used twice/
    ],
    [
      'a place that is not there',
      (d: typeof good) => {
        d.fitted[0]!.place = 'moon'
      },
      /fitted\[0\]\.place: there is no place “moon”/
    ],
    [
      'a battery of nothing',
      (d: typeof good) => {
        d.airframe.battery.capacityAh = 0
      },
      /capacityAh: must be more than 0/
    ],
    [
      'half a position',
      (d: typeof good) => {
        delete d.options[0]!.units[0]!.yMm
      },
      /yMm: is missing: a position needs both/
    ],
    [
      'a field nobody knows',
      (d: typeof good) => {
        ;(d.brief as Record<string, unknown>).colour = 'red'
      },
      /there is no field “colour” here/
    ],
    [
      'a switch without its position',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [{ id: 's', name: 'Master', positions: ['OFF', 'ON'], normal: 'UP' }],
          ties: []
        }
      },
      /supply\.switches\[0\]\.normal: “UP” is none of the positions OFF, ON/
    ],
    [
      'a tie that ends nowhere',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [],
          ties: [{ id: 't', name: 'Feed', kind: 'wire', from: 'battery', to: 'moon', milliohm: 0 }]
        }
      },
      /supply\.ties\[0\]\.to: there is no bus or source “moon” in this option/
    ],
    [
      'a second battery of nothing',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [{ kind: 'battery', id: 'b2', name: 'Second', chemistry: 'lithium', capacityAh: 0, ratedHours: 1 }],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [],
          ties: []
        }
      },
      /capacityAh: must be more than 0/
    ],
    [
      'a breaker shared with nobody',
      (d: typeof good) => {
        d.options[0]!.circuits = [{ unit: 'audio-4', sharesWith: 'ghost' }]
      },
      /sharesWith: there is no unit “ghost” in this option/
    ],
    [
      'a gauge the table has not',
      (d: typeof good) => {
        d.options[0]!.circuits = [{ unit: 'audio-4', awg: 19 as 20 }]
      },
      /awg: is 19; it must be one of 22, 20/
    ]
  ])('%s is named with its line and field', (_name, change, why) =>
    expect(complaint(spoilt(change))).toMatch(new RegExp(`Line \\d+, column \\d+, .*${why.source}`))
  )
  it('the line is the one a text editor shows', () => {
    const bad = text.replace('"alternatorA": 60', '"alternatorA": -60')
    const line = bad.split('\n').findIndex(one => one.includes('"alternatorA": -60')) + 1
    expect(complaint(openProject(bad))).toMatch(new RegExp(`^Line ${line}, `))
  })
  it('HTML in a name is kept as text, letter for letter', () => {
    const opened = spoilt(d => {
      d.title = '<img src=x onerror=alert(1)>'
    })
    expect(opened.ok && opened.project.title).toBe('<img src=x onerror=alert(1)>')
  })
})

describe('published JSON Schemas', () => {
  it.each([
    ['project', projectSchema],
    ['catalogue', catalogueSchema]
  ] as const)('docs/%s.schema.json is the one the code makes (npm run schema)', (name, make) => {
    expect(JSON.parse(readFileSync(new URL(`../../docs/${name}.schema.json`, import.meta.url), 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(make()))
    )
  })
  it('an independent validator takes the demo by them and refuses a negative mass', () => {
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(projectSchema())
    expect(validate(good)).toBe(true)
    expect(validate({ ...good, items: [{ ...good.items[0], massKg: -1 }] })).toBe(false)
    expect(
      new Ajv2020({ strict: false, validateFormats: false }).compile(catalogueSchema())({
        catalogue: 1,
        items: demoCatalogue()
      })
    ).toBe(true)
  })
})

describe('catalogue as CSV and JSON', () => {
  const items = demoCatalogue()
  it('ships at least 70 items over every kind', () => {
    expect(items.length).toBeGreaterThanOrEqual(70)
    expect(readCatalogueCsv(writeCatalogueCsv(items)).problems).toEqual([])
  })
  it('reads back as it was written, both ways', () => {
    expect(readCatalogueCsv(writeCatalogueCsv(items)).items).toEqual(items)
    expect(readCatalogueJson(writeCatalogueJson(items))).toEqual({ items, problems: [] })
  })
  it('text with commas, quotes, line ends and formulas survives', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), summary => {
        const one = item({ id: 'x', face: roundFace(79), summary: summary.replace(/\r\n?|\r/g, '\n').trim() })
        expect(readCatalogueCsv(writeCatalogueCsv([one])).items[0]?.summary).toBe(one.summary)
      }),
      { numRuns: 200 }
    ))
  it('every shape of hole goes through a cell and back', () => {
    const plain = fc.oneof(
      fc.integer({ min: 1, max: 900 }).map(n => ({ shape: 'round' as const, diameterMm: n / 10 })),
      fc
        .tuple(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 1, max: 900 }), fc.integer({ min: 0, max: 9 }))
        .map(([w, h, c]) => ({ shape: 'rectangle' as const, widthMm: w / 10, heightMm: h / 10, cornerMm: c })),
      fc
        .tuple(fc.integer({ min: 11, max: 900 }), fc.boolean())
        .map(([d, turned]) => ({ shape: 'flats' as const, diameterMm: d / 10, acrossMm: (d - 1) / 10, turned }))
    )
    const part = fc.record({
      xMm: fc.integer({ min: -300, max: 300 }).map(n => n / 10),
      yMm: fc.integer({ min: -300, max: 300 }).map(n => n / 10),
      of: plain
    })
    fc.assert(
      fc.property(
        fc.oneof(
          plain,
          fc.array(part, { minLength: 2, maxLength: 4 }).map(parts => ({ shape: 'compound' as const, parts }))
        ),
        cutout => {
          const one = item({
            id: 'x',
            face: {
              bezel: { shape: 'round', diameterMm: 90 },
              cutout,
              screws: [],
              stack: false,
              readsWithinDeg: { side: 60, up: 40, down: 55 }
            }
          })
          expect(readCatalogueCsv(writeCatalogueCsv([one])).items).toEqual([one])
        }
      )
    )
  })
  it.each([
    ['cutout_mm', 'blob 4', /not a shape/],
    ['cutout_mm', 'flats 10 x 12', /more than the diameter/],
    ['cutout_mm', 'round 0', /must be more than 0/],
    ['reads_deg', '60 40', /three angles/],
    ['reads_deg', '60 40 95', /95|90/]
  ])('a face whose %s is “%s” is refused with its column', (column, value, why) => {
    const one = item({
      id: 'x',
      face: {
        bezel: { shape: 'round', diameterMm: 90 },
        cutout: { shape: 'round', diameterMm: 80 },
        screws: [],
        stack: false,
        readsWithinDeg: { side: 60, up: 40, down: 55 }
      }
    })
    const parsed = Papa.parse<string[]>(writeCatalogueCsv([one]).trim()).data
    parsed[1]![parsed[0]!.indexOf(column)] = value
    const [problem] = readCatalogueCsv(Papa.unparse(parsed)).problems
    expect(problem).toMatchObject({ line: 2, field: column, column: parsed[0]!.indexOf(column) + 1 })
    expect(problem!.message).toMatch(why)
  })
  it('a cell that a spreadsheet would run is made harmless', () =>
    expect(writeCatalogueCsv([item({ id: 'x', face: roundFace(79), summary: '=HYPERLINK("http://x")' })])).toContain(
      ' =HYPERLINK'
    ))

  const bad = (column: string, cell: string) => {
    const rows = writeCatalogueCsv(items.slice(0, 3)).split('\n')
    const header = rows[0]!.split(',')
    const lines = [
      rows[0]!,
      ...[0, 1, 2].map(i =>
        header
          .map(name => {
            const one = items[i]!
            return name === column && i === 1
              ? cell
              : ((
                  {
                    id: one.id,
                    name: `N${i}`,
                    maker: 'M',
                    kind: one.kind,
                    mass_kg: '1',
                    price_usd: '1',
                    labour_h: '1',
                    mounts: 'tail'
                  } as Record<string, string>
                )[name] ?? '')
          })
          .join(',')
      )
    ]
    return { ...readCatalogueCsv(lines.join('\n')), column: header.indexOf(column) + 1 }
  }
  it.each([
    ['mass_kg', '-2', 'must not be negative'],
    ['mass_kg', 'NaN', 'not a number'],
    ['kind', 'teapot', 'must be one of'],
    ['mounts', 'moon', 'must be one of'],
    ['bezel_mm', 'oval 3', 'is not a shape'],
    ['ports', 'a | b', 'is not a port'],
    ['needs', 'wants love', 'is not a need'],
    ['id', 'no spaces please', 'must be 1 to 64'],
    ['essential', 'perhaps', 'says nothing while at_v is empty']
  ])('a bad %s is reported with line and column', (column, cell, why) => {
    const read = bad(column, cell)
    expect(read.items).toHaveLength(2)
    expect(read.problems[0]).toMatchObject({ line: 3, column: read.column, field: column })
    expect(read.problems[0]!.message).toContain(why)
  })
  it('an unknown column, a missing one, a short row and an id twice are all said', () => {
    expect(readCatalogueCsv('id,colour\nx,red').problems.map(one => one.field)).toEqual([
      'colour',
      'name',
      'maker',
      'kind',
      'mass_kg',
      'price_usd',
      'labour_h',
      'mounts'
    ])
    const head = 'id,name,maker,kind,mass_kg,price_usd,labour_h,mounts'
    expect(readCatalogueCsv(`${head}\nx,X,M,light,1,1,1`).problems[0]).toMatchObject({
      line: 2,
      message: expect.stringContaining('7 cells')
    })
    expect(readCatalogueCsv(`${head}\nx,X,M,light,1,1,1,tail\nx,Y,M,light,1,1,1,tail`).problems[0]).toMatchObject({
      line: 3,
      field: 'id',
      message: expect.stringContaining('line 2')
    })
    expect(
      readCatalogueCsv(`${head}\n"x\ny",X,M,light,1,1,1,tail\nz,Z,M,light,-1,1,1,tail`).problems.at(-1)
    ).toMatchObject({ line: 4 })
  })
  it('a bad item of a JSON catalogue is named with its line', () => {
    const broken = writeCatalogueJson(items.slice(0, 3)).replace(/"massKg": [\d.]+/, '"massKg": -4')
    const read = readCatalogueJson(broken)
    expect(read.items).toHaveLength(2)
    expect(read.problems[0]).toMatchObject({
      field: 'items[0].massKg',
      line: broken.split('\n').findIndex(line => line.includes('-4')) + 1
    })
  })
})

describe('the cut drawing, read back by an independent DXF parser', () => {
  interface Entity {
    type: string
    layer: string
    shape?: boolean
    vertices?: { x: number; y: number; bulge?: number }[]
    center?: { x: number; y: number }
    radius?: number
  }
  const read = (system: 'inch' | 'metric', design = resolve(good, 'a')) => {
    const parsed = new DxfParser().parseSync(writeFaceDxf(design, system))!
    return {
      header: parsed.header as Record<string, unknown>,
      entities: parsed.entities as unknown as Entity[],
      layers: Object.keys(parsed.tables.layer.layers)
    }
  }
  it('declares its unit: 1 is inches, 4 is millimetres (DXF reference, $INSUNITS)', () => {
    expect(read('inch').header.$INSUNITS).toBe(1)
    expect(read('metric').header.$INSUNITS).toBe(4)
  })
  it('has every contour closed, on a layer of its own kind', () => {
    const { entities, layers } = read('metric')
    expect(layers).toEqual(expect.arrayContaining(Object.values(LAYERS)))
    for (const entity of entities) {
      expect(Object.values(LAYERS)).toContain(entity.layer)
      if (entity.type === 'LWPOLYLINE') expect(entity.shape).toBe(true)
      else expect(entity.type).toBe('CIRCLE')
    }
    expect(entities.filter(one => one.layer === LAYERS.outline)).toHaveLength(1)
  })
  it('has every opening and screw hole where the design has it, within 0.01 mm', () => {
    const design = resolve(good, 'a')
    const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
    for (const [system, scale] of [
      ['metric', 1],
      ['inch', 25.4]
    ] as const) {
      const { entities } = read(system)
      const cut = entities.filter(one => one.layer === LAYERS.cut)
      const wanted = openings(placed, design.airframe.panel.leastWebMm)
      expect(cut).toHaveLength(wanted.length)
      wanted.forEach(({ figure }, index) => {
        const drawn = cut[index]!
        if (figure.kind === 'circle') {
          expect(Math.hypot(drawn.center!.x * scale - figure.x, drawn.center!.y * scale - figure.y)).toBeLessThan(0.01)
          expect(Math.abs(drawn.radius! * scale - figure.r)).toBeLessThan(0.01)
        } else if (figure.kind === 'box') {
          const xs = drawn.vertices!.map(v => v.x * scale)
          const ys = drawn.vertices!.map(v => v.y * scale)
          expect(Math.abs(Math.max(...xs) - Math.min(...xs) - figure.w)).toBeLessThan(0.01)
          expect(Math.abs(Math.max(...ys) - Math.min(...ys) - figure.h)).toBeLessThan(0.01)
        }
      })
      const screws = placed.flatMap(unit => unit.screws)
      expect(entities.filter(one => one.layer === LAYERS.screw)).toHaveLength(screws.length)
    }
  })
  it('rounds corners with quarter circles: bulge tan(90°/4)', () => {
    const design = designWith(
      [
        [
          item({
            id: 'r',
            face: {
              bezel: { shape: 'rectangle', widthMm: 100, heightMm: 60, cornerMm: 0 },
              cutout: { shape: 'rectangle', widthMm: 90, heightMm: 50, cornerMm: 5 },
              screws: [],
              stack: false
            }
          }),
          [200, 150]
        ]
      ],
      plainProject()
    )
    const cut = read('metric', design).entities.find(one => one.layer === LAYERS.cut)!
    expect(cut.vertices).toHaveLength(8)
    expect(cut.vertices!.filter(v => v.bulge && Math.abs(v.bulge - Math.tan(Math.PI / 8)) < 1e-9)).toHaveLength(4)
  })
})

describe('lists for the shop', () => {
  it('the parts list says what to buy, keep and part with', () => {
    const lines = writePartsCsv(resolve(good, 'a')).trim().split('\n')
    expect(lines.filter(line => line.startsWith('buy,'))).toHaveLength(3)
    expect(lines.some(line => line.startsWith('trade in,xpdr,'))).toBe(true)
    expect(new Set(Papa.parse<string[]>(lines.join('\n')).data.map(row => row.length)).size).toBe(1)
  })
  it('the wire list has one line a wire', () => {
    const report = examineOption(good, 'a')
    expect(writeWiresCsv(report).trim().split('\n')).toHaveLength(report.wiring.wires.length + 1)
  })
})
