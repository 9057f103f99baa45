import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import DxfParser from 'dxf-parser'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { designWith, item, plainProject, roundFace } from '../testing'
import { demoCatalogue, demoProject } from '../testing.demo'
import { resolve } from '../design'
import { groundOf, openings, setDown } from '../panel'
import { examineOption } from '../report'
import { LAYERS } from '../build'
import {
  catalogueSchema,
  projectSchema,
  readCatalogueCsv,
  readCatalogueJson,
  writeCatalogueCsv,
  writeCatalogueJson,
  writeFaceDxf,
  writePartsCsv,
  writeWiresCsv,
  catalogueTable,
  CATALOGUE_COLUMNS,
  columnSpec
} from '.'

const good = demoProject('3-skerrow-dunlin')

describe('published JSON Schemas', () => {
  it('docs/file-formats.md has the table of columns that the code makes, and says what every cell holds', () => {
    const docs = readFileSync(new URL('../../docs/file-formats.md', import.meta.url), 'utf8')
    expect(docs).toContain(catalogueTable())
    expect(CATALOGUE_COLUMNS.filter(column => columnSpec(column).cell.length < 2)).toEqual([])
  })
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
        catalogue: 2,
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
        const entry = item({ id: 'x', face: roundFace(79), summary: summary.replace(/\r\n?|\r/g, '\n').trim() })
        expect(readCatalogueCsv(writeCatalogueCsv([entry])).items[0]?.summary).toBe(entry.summary)
      }),
      { numRuns: 200 }
    ))
  it('yearly costs and announcements go through their cells and back; what is none is told with its column', () => {
    const entry = item({
      id: 'x',
      face: roundFace(79),
      yearly: { cents: 12_050, for: 'navigation data' },
      announced: [
        { by: '2027-09-01', says: 'the next model follows', priceCents: 450_050 },
        {
          by: '2028-01-01',
          says: 'approved; for all',
          approvals: ['certified', 'light-sport'],
          provides: ['com', 'gps']
        },
        { by: '2028-02-01', says: 'a new colour' }
      ]
    })
    const text = writeCatalogueCsv([entry])
    expect(readCatalogueCsv(text)).toEqual({ items: [entry], problems: [] })
    const wrong = (from: string, to: string) => readCatalogueCsv(text.replace(from, to)).problems.map(bad => bad.field)
    expect(wrong('2027-09-01', 'soon')).toEqual(['announced'])
    expect(wrong('price 4500.5', 'price low')).toEqual(['announced'])
    expect(wrong('gives com', 'gives wings')).toEqual(['announced'])
    expect(wrong('120.5,', ',')).toEqual(['yearly_for'])
    expect(wrong('120.5,navigation data', '120.5,')).toEqual(['yearly_for'])
  })
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
          const entry = item({
            id: 'x',
            face: {
              bezel: { shape: 'round', diameterMm: 90 },
              cutout,
              screws: [],
              stack: false,
              readsWithinDeg: { side: 60, up: 40, down: 55 }
            }
          })
          expect(readCatalogueCsv(writeCatalogueCsv([entry])).items).toEqual([entry])
        }
      )
    )
  })
  it.each([
    ['cutout_mm', 'blob 4', /not a shape/],
    ['cutout_mm', 'flats 10 x 12', /more than the diameter/],
    ['cutout_mm', 'round 0', /must be more than 0/],
    ['reads_deg', '60 40', /three angles/],
    ['reads_deg', '60 40 95', /95|90/],
    ['front_mm', 'knob 10', /not a part of a front; write “screen x y width x height”/],
    ['front_mm', 'screen 0 0 20 x 20; screen 0 0 30 x 30', /has 2 screens. Maximum is 1/],
    ['front_mm', 'knob 40 0 12', /extends 1 mm outside the bezel/]
  ])('a face whose %s is “%s” is refused with its column', (column, value, why) => {
    const entry = item({
      id: 'x',
      face: {
        bezel: { shape: 'round', diameterMm: 90 },
        cutout: { shape: 'round', diameterMm: 80 },
        screws: [],
        stack: false,
        readsWithinDeg: { side: 60, up: 40, down: 55 }
      }
    })
    const parsed = Papa.parse<string[]>(writeCatalogueCsv([entry]).trim()).data
    parsed[1]![parsed[0]!.indexOf(column)] = value
    const [problem] = readCatalogueCsv(Papa.unparse(parsed)).problems
    expect(problem).toMatchObject({ line: 2, field: column, column: parsed[0]!.indexOf(column) + 1 })
    expect(problem!.message).toMatch(why)
  })
  it('where the screen, knobs and keys of a front are goes through a cell and back', () => {
    const rect = { xMm: -4.5, yMm: 8, widthMm: 40, heightMm: 30 }
    for (const front of [
      { screen: rect, knobs: [{ xMm: 20, yMm: -25, diameterMm: 9.5 }], keys: [{ ...rect, yMm: -24, heightMm: 6 }] },
      { knobs: [], keys: [{ ...rect, heightMm: 6 }] },
      undefined
    ]) {
      const entry = item({
        id: 'x',
        face: { bezel: { shape: 'round', diameterMm: 90 }, screws: [], stack: false, ...(front && { front }) }
      })
      expect(readCatalogueCsv(writeCatalogueCsv([entry])).items).toEqual([entry])
    }
  })
  // Cells that common spreadsheets run (common practice): = + @, a leading tab or return, and a minus that begins a formula.
  it.each(['=HYPERLINK("http://x")', '+1', '@SUM(A1)', '-2+3+cmd|x!A0', '-2 +cmd|x', '-A1', '\t=1', '\r=1'])(
    'a cell that a spreadsheet would run is made harmless: %j',
    summary => {
      const csv = writeCatalogueCsv([item({ id: 'x', face: roundFace(79), summary })])
      const cell = Papa.parse<Record<string, string>>(csv, { header: true }).data[0]!.summary!
      expect(cell).toBe(` ${summary}`)
      expect(readCatalogueCsv(csv).items[0]!.summary).toBe(summary.trim())
    }
  )
  it('two hundred thousand blank lines are passed over, and the row after them is placed', () => {
    const [header, row] = writeCatalogueCsv(items.slice(0, 1)).trim().split('\n')
    const read = readCatalogueCsv(`${header}\n${'\n'.repeat(200_000)}${row!.replace(/^[^,]+/, '?')}\n`)
    expect(read.problems[0]).toMatchObject({ line: 200_002, field: 'id' })
  })
  it('numbers that begin with a minus stay numbers', () => {
    const csv = writeCatalogueCsv(items)
    expect(csv).toContain(',-131.8 -91.8 3.8; ')
    expect(readCatalogueCsv(csv).items).toEqual(items)
  })

  const bad = (column: string, cell: string) => {
    const rows = writeCatalogueCsv(items.slice(0, 3)).split('\n')
    const header = rows[0]!.split(',')
    const lines = [
      rows[0]!,
      ...[0, 1, 2].map(i =>
        header
          .map(name => {
            const entry = items[i]!
            return name === column && i === 1
              ? cell
              : ((
                  {
                    id: entry.id,
                    name: `N${i}`,
                    maker: 'M',
                    kind: entry.kind,
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
    ['kind', 'teapot', 'is no kind in the list'],
    ['kind', 'Display', 'lower-case letters'],
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
    expect(readCatalogueCsv('id,colour\nx,red').problems.map(problem => problem.field)).toEqual([
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
    expect(entities.filter(entity => entity.layer === LAYERS.outline)).toHaveLength(1)
  })
  it('has every opening and screw hole where the design has it, within 0.01 mm', () => {
    const design = resolve(good, 'a')
    const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
    for (const [system, scale] of [
      ['metric', 1],
      ['inch', 25.4]
    ] as const) {
      const { entities } = read(system)
      const cut = entities.filter(entity => entity.layer === LAYERS.cut)
      // The aeroplane's own openings are cut after those of the units.
      const wanted = [
        ...openings(placed, design.airframe.panel.leastWebMm),
        ...groundOf(design.airframe.panel).holes.filter(hole => hole.zone.hole === 'cut')
      ]
      expect(wanted.length).toBeGreaterThan(openings(placed, design.airframe.panel.leastWebMm).length)
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
      expect(entities.filter(entity => entity.layer === LAYERS.screw)).toHaveLength(screws.length)
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
    const cut = read('metric', design).entities.find(entity => entity.layer === LAYERS.cut)!
    expect(cut.vertices).toHaveLength(8)
    expect(cut.vertices!.filter(v => v.bulge && Math.abs(v.bulge - Math.tan(Math.PI / 8)) < 1e-9)).toHaveLength(4)
  })
})

describe('lists for the shop', () => {
  it('the parts list says what to buy, keep and part with', () => {
    const lines = writePartsCsv(resolve(good, 'a')).trim().split('\n')
    expect(lines.filter(line => line.startsWith('buy,'))).toHaveLength(6)
    expect(lines.some(line => line.startsWith('trade in,xpdr,'))).toBe(true)
    expect(new Set(Papa.parse<string[]>(lines.join('\n')).data.map(row => row.length)).size).toBe(1)
  })
  it('the wire list has one line a wire', () => {
    const report = examineOption(good, 'a')
    expect(writeWiresCsv(report).trim().split('\n')).toHaveLength(report.wiring.wires.length + 1)
  })
})
