import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { inflateSync } from 'node:zlib'
import { decodePDFRawStream, PDFDocument, PDFRawStream } from 'pdf-lib'
import { getDocumentProxy } from 'unpdf'
import { formatMoney, formatNumber, US, type Reading } from '../quantity'
import { describe, expect, it } from 'vitest'
import { datumsOf, holeSchedule, sectionOf, wholeFace } from '../build'
import type { Item } from '../catalogue'
import { resolve } from '../design'
import {
  balanceSheet,
  budgetSheet,
  decisionSheet,
  differences,
  examineOption,
  loadAnalysis,
  standOptions
} from '../report'
import { designWith, item, roundFace } from '../testing'
import { demoProject } from '../testing.demo'
import { PAPERS, tilesOf, writeAnalysisPdf, writeFacePdf, writeSheetPdf } from '.'

const MM = 72 / 25.4
const letters = (name: string) =>
  new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`)))
const fonts = { regular: letters('DejaVuSansCondensed'), bold: letters('DejaVuSansCondensed-Bold') }
const design = designWith([
  [item({ id: 'a', name: 'Airspeed “true”', face: roundFace(79.375) }), [200, 150]],
  [
    item({
      id: 'b',
      face: { ...roundFace(57.15)!, screws: [-23.6, 23.6].map(xMm => ({ xMm, yMm: 23.6, holeMm: 3.8 })) }
    }),
    [400, 150]
  ]
])
const part = wholeFace(design)

/** The drawing sheet of a face, measured from its first opening, cut through in its middle. */
const sheetOf = (of: typeof part, from: typeof design, title: string) =>
  writeSheetPdf({
    part: of,
    design: from,
    schedule: holeSchedule(from),
    reading: US,
    title,
    datum: datumsOf(of, holeSchedule(from))[5]!,
    section: sectionOf(from, 'x', (of.minY + of.maxY) / 2),
    fonts
  })

/** What is drawn on a page, as the operators of PDF. */
async function drawn(bytes: Uint8Array, page: number): Promise<string> {
  const file = await PDFDocument.load(bytes)
  const { Contents } = file.getPage(page).node.normalizedEntries()
  return Array.from({ length: Contents!.size() }, (_, i) => {
    const stream = Contents!.lookup(i) as PDFRawStream
    try {
      return Buffer.from(decodePDFRawStream(stream).decode()).toString('latin1')
    } catch {
      return inflateSync(stream.getContents()).toString('latin1')
    }
  }).join('\n')
}

/** The words of every page, as a reader of PDF sees and copies them. */
async function wordsOn(bytes: Uint8Array): Promise<string[]> {
  const file = await getDocumentProxy(Uint8Array.from(bytes))
  const pages = await Promise.all(
    Array.from({ length: file.numPages }, async (_, page) => (await file.getPage(page + 1)).getTextContent())
  )
  return pages.flatMap(page => page.items.flatMap(item => ('str' in item && item.str.trim() ? [item.str] : [])))
}

describe('full size on paper', () => {
  // ISO 216: A4 is 210 × 297 mm, A3 297 × 420 mm; ANSI/ASME Y14.1: Letter is 8.5 × 11 in.
  it.each([
    ['A4', 210, 297],
    ['A3', 297, 420],
    ['Letter', 215.9, 279.4]
  ] as const)('%s pages have its size', async (paper, short, long) => {
    const file = await PDFDocument.load(await writeFacePdf(part, paper, 'ZZ-DUN', fonts))
    const tiles = tilesOf(part, paper)
    expect(file.getPageCount()).toBe(tiles.columns * tiles.rows)
    for (const page of file.getPages())
      expect([page.getWidth(), page.getHeight()].map(v => v / MM).sort((a, b) => a - b)).toEqual([
        expect.closeTo(short, 3),
        expect.closeTo(long, 3)
      ])
    expect(PAPERS[paper]).toEqual([short, long])
  })
  it('the check bar is 100 mm long on every page', async () => {
    const bytes = await writeFacePdf(part, 'A4', 'ZZ-DUN', fonts)
    for (let page = 0; page < tilesOf(part, 'A4').columns * tilesOf(part, 'A4').rows; page++) {
      const lengths = [...(await drawn(bytes, page)).matchAll(/([\d.]+) ([\d.]+) m\n([\d.]+) ([\d.]+) l/g)].map(
        ([, x1, y1, x2, y2]) => Math.hypot(Number(x2) - Number(x1), Number(y2) - Number(y1)) / MM
      )
      expect(lengths.some(mm => Math.abs(mm - 100) < 0.01)).toBe(true)
    }
  })
  it('neighbouring sheets together cover the whole piece with their overlap', () => {
    for (const paper of ['A4', 'A3', 'Letter'] as const) {
      const tiles = tilesOf(part, paper)
      expect(tiles.columns * (tiles.wideMm - 10) + 10).toBeGreaterThanOrEqual(part.maxX - part.minX)
      expect(tiles.rows * (tiles.highMm - 10) + 10).toBeGreaterThanOrEqual(part.maxY - part.minY)
    }
  })
  it('a hole is drawn at its true size: its outermost points lie a diameter apart', async () => {
    const bytes = await writeFacePdf(part, 'A3', 'ZZ-DUN', fonts)
    const text = (
      await Promise.all(
        Array.from({ length: tilesOf(part, 'A3').columns * tilesOf(part, 'A3').rows }, (_, page) => drawn(bytes, page))
      )
    ).join('\n')
    // A circle is four curves; pdf-lib draws an ellipse about its lower left, each curve ending a quarter on.
    const curves = [...text.matchAll(/([-\d.]+) ([-\d.]+) m\n((?:[-\d. ]+ c\n){4})/g)].map(([, x, y, rest]) => [
      [Number(x), Number(y)],
      ...[...rest!.matchAll(/([-\d.]+) ([-\d.]+) c/g)].map(([, cx, cy]) => [Number(cx), Number(cy)])
    ])
    const widths = curves.map(
      points => (Math.max(...points.map(p => p[0]!)) - Math.min(...points.map(p => p[0]!))) / MM
    )
    expect(widths.some(mm => Math.abs(mm - 79.375) < 0.01)).toBe(true)
    expect(widths.some(mm => Math.abs(mm - 57.15) < 0.01)).toBe(true)
  })
  it('a drawing sheet is A3, whatever letters a label holds: the drawing, then openings, screws and hardware', async () => {
    const bytes = await sheetOf(part, design, 'ZZ-DUN Ω')
    const file = await PDFDocument.load(bytes)
    expect(file.getPageCount()).toBeGreaterThanOrEqual(4)
    for (const page of file.getPages()) expect(page.getWidth() / MM).toBeCloseTo(420, 3)
    const words = await wordsOn(bytes)
    const schedule = holeSchedule(design)
    for (const row of [...schedule.openings, ...schedule.screws]) expect(words).toContain(row.number)
    expect(words).toContain('From behind (mirrored)')
    // Ordinates count from the datum: the first opening is at nothing, the corner as far the other way.
    const [first] = schedule.openings
    expect(words).toContain('0.000')
    expect(words).toContain(`−${((first!.xMm - part.minX) / 25.4).toFixed(3)}`)
    expect(words.some(word => word.includes('section at height'))).toBe(true)
  })
  it('ninety openings are ninety lines, over as many pages as they take', async () => {
    const many = designWith(
      Array.from({ length: 90 }, (_, i): [Item, [number, number]] => [
        item({ id: `h${i}`, face: roundFace(12) }),
        [30 + (i % 18) * 30, 40 + Math.floor(i / 18) * 45]
      ])
    )
    const schedule = holeSchedule(many)
    expect(schedule.openings).toHaveLength(90)
    expect(new Set(schedule.openings.map(row => row.number)).size).toBe(90)
    const file = await PDFDocument.load(await sheetOf(wholeFace(many), many, 'Many'))
    // The drawing, ordinates, the section, and the openings over two pages.
    expect(file.getPageCount()).toBe(5)
  })
  it('every screw is in the list of hardware, and every bay screw has its nut plate with two rivets', () => {
    const { screws, hardware } = holeSchedule(design)
    const count = (name: string) =>
      hardware.filter(row => row.name.includes(name)).reduce((sum, row) => sum + row.count, 0)
    expect(count('screw')).toBe(screws.length)
    expect(count('rivet')).toBe(2 * count('nut plate'))
  })
})

describe('the sheet for partners', () => {
  const project = demoProject('3-skerrow-dunlin')
  const of = (id: string) => ({ design: resolve(project, id), report: examineOption(project, id) })
  it('is one page, nothing on it is cut, and partners sign it', async () => {
    const rows = differences(of('a'), of('b'))
    const sheet = decisionSheet({
      project,
      standings: standOptions(project, '2026-11-27'),
      between: { first: 'Option A', second: 'Option B', rows },
      on: '27 November 2026',
      reading: US
    })
    const bytes = await writeAnalysisPdf(sheet, 'A4', fonts)
    expect((await PDFDocument.load(bytes)).getPageCount()).toBe(1)
    const words = await wordsOn(bytes)
    expect(words.filter(word => word.endsWith('...'))).toEqual([])
    for (const [name] of sheet.tables[0]!.rows) expect(words).toContain(name)
    expect(words.filter(word => word === 'Partner, date')).toHaveLength(4)
  })
})

describe('the load analysis on paper', () => {
  const project = demoProject('3-skerrow-dunlin')
  const analysis = loadAnalysis(resolve(project, 'b'), examineOption(project, 'b').power, '24 November 2026')
  it.each(['A4', 'Letter'] as const)(
    '%s, lying: every unit of every table is on it, and the place to sign',
    async paper => {
      const bytes = await writeAnalysisPdf(analysis, paper, fonts)
      const file = await PDFDocument.load(bytes)
      const words = await wordsOn(bytes)
      for (const table of analysis.tables) {
        expect(words).toContain(table.title)
        for (const row of table.rows)
          expect(words.some(word => String(row[0]).startsWith(word.replace(/\.\.\.$/, '')))).toBe(true)
      }
      expect(words).toContain('Signature')
      for (const page of file.getPages()) expect(page.getWidth()).toBeGreaterThan(page.getHeight())
    }
  )
})

describe('letters on paper', () => {
  const project = demoProject('3-skerrow-dunlin')
  // Swedish has a minus of its own, French thin blanks between thousands, Arabic marks of direction (Unicode CLDR).
  const READINGS: Reading[] = [
    { system: 'metric', locale: 'fr-FR', currency: 'EUR', perDollar: 0.92 },
    { system: 'metric', locale: 'sv-SE', currency: 'SEK', perDollar: 10.5 },
    { system: 'metric', locale: 'pl-PL', currency: 'PLN', perDollar: 4 },
    { system: 'inch', locale: 'ar-EG' }
  ]
  it.each(READINGS)('what is read on the screen is read on paper: $locale', async reading => {
    const named = { ...project, brief: { ...project.brief, registration: 'Łódź Щука Ωμέγα' } }
    const design = resolve(named, 'b')
    const report = examineOption(named, 'b')
    const sheets = [balanceSheet(design, report.mass, 'today', reading), budgetSheet(design, report, 'today', reading)]
    for (const sheet of sheets) {
      const bytes = await writeAnalysisPdf(sheet, 'A4', fonts)
      const words = await wordsOn(bytes)
      expect(words.some(word => word.includes('Łódź Щука Ωμέγα'))).toBe(true)
      expect(words.filter(word => word.includes('?'))).toEqual([])
    }
    // A sum of money in thousands, and what is below nothing, as they are read anywhere else.
    const said = (await Promise.all(sheets.map(async sheet => wordsOn(await writeAnalysisPdf(sheet, 'A4', fonts)))))
      .flat()
      .join(' ')
      .replace(/\s/g, ' ')
    expect(said).toContain(formatMoney(report.money.totalCents, reading).replace(/\s/g, ' '))
    const below = sheets[0]!.tables.flatMap(table =>
      table.rows.flatMap(row =>
        row.flatMap((cell, index) =>
          typeof cell === 'number' && cell < -1 ? [formatNumber(cell, table.columns[index]!.digits!, reading)] : []
        )
      )
    )
    expect(below.length).toBeGreaterThan(0)
    for (const figure of below) expect(said).toContain(figure.replace(/\s/g, ' '))
  })
  it('a letter that the fonts do not have is told, not left out in silence', async () => {
    const words = await wordsOn(await writeFacePdf(part, 'A3', 'ZZ-DUN 航空', fonts))
    expect(words.some(word => word.startsWith('ZZ-DUN ??'))).toBe(true)
    expect(words).toContain('The font of this paper lacks 2 of its letters: each is printed as a question mark.')
    expect((await wordsOn(await writeFacePdf(part, 'A3', 'ZZ-DUN', fonts))).join()).not.toContain('question mark')
  })
  it('positions on the drawing follow the language', async () => {
    const asked = {
      part,
      design,
      schedule: holeSchedule(design),
      title: 'ZZ-DUN',
      datum: datumsOf(part, holeSchedule(design))[5]!,
      section: sectionOf(design, 'x', 0),
      fonts
    }
    const german = await wordsOn(await writeSheetPdf({ ...asked, reading: { system: 'metric', locale: 'de-DE' } }))
    const [first] = holeSchedule(design).openings
    expect(german).toContain(`−${(first!.xMm - part.minX).toFixed(2).replace('.', ',')}`)
    expect(german.filter(word => /\d\.\d/.test(word))).toEqual([])
  })
})
