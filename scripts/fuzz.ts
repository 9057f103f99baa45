// npm run fuzz [files] [seed]: damages good files of every kind that is read, thousands of times, and reads them. Nothing may
// crash, and nothing may take longer than five seconds. The worst are put into test-results/fuzz, to be kept as fixtures.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { READ_LIMIT_MS, within } from '../cli/within'
import { partsToCut } from '../core/build'
import { resolve as resolveDesign } from '../core/design'
import { openProject } from '../core/document'
import {
  readCatalogueCsv,
  readCatalogueJson,
  drawingOf,
  dxfStrokes,
  readPinTable,
  readWiresCsv,
  svgStrokes,
  writeFaceDxf,
  writePartDxf,
  writePartSvg
} from '../core/formats'
import { quoteCut } from '../server/cutter'
import { seeded } from './random.mjs'

const root = resolve(import.meta.dirname, '..')
const count = Number(process.argv[2] ?? 10_000)
const random = seeded(Number(process.argv[3] ?? 1))
const below = (most: number) => Math.floor(random() * most)
const pick = <T>(of: readonly T[]): T => of[below(of.length)]!

const good = (name: string) => readFileSync(join(root, name), 'utf8')
const project = good('demo/projects/1-teasel-ls.json')
const demo = openProject(project)
if (!demo.ok) throw new Error('The demo does not open.')
const face = resolveDesign(demo.project, 'a')
const catalogue = good('demo/catalogue.csv').split('\n').slice(0, 12).join('\n')
const { items } = readCatalogueCsv(catalogue)
const KINDS: Record<string, { whole: string[]; read: (text: string) => unknown }> = {
  'project': { whole: [project], read: openProject },
  'catalogue.csv': { whole: [catalogue], read: readCatalogueCsv },
  'catalogue.json': { whole: [JSON.stringify({ catalogue: 2, items: items.slice(0, 4) })], read: readCatalogueJson },
  'outline.dxf': { whole: drawings(), read: text => drawingOf(dxfStrokes(text, 25.4)) },
  'outline.svg': { whole: pictures(), read: text => drawingOf(svgStrokes(text)) },
  'order.dxf': {
    whole: drawings(),
    read: dxf => quoteCut({ dxf, stock: '2024-T3 0.063 in', finish: 'bare' })
  },
  'pins.csv': {
    whole: ['pin,signal,awg\n1,power,20\n2,ground,20\n3,serial out,22\n'],
    read: text => readPinTable(text, [])
  },
  'wires.csv': {
    whole: ['wire,number,state,via\na,101,cut,\nb,102,planned,tail\n'],
    read: text => readWiresCsv(text, [])
  }
}
/** Drawings with every kind of entity that is read, and what we write ourselves. */
function drawings(): string[] {
  const writer = new DxfWriter()
  writer.setUnits(Units.Millimeters)
  writer.addLayer('CUT', 1, 'Continuous')
  writer.addLWPolyline(
    [
      { point: point2d(0, 0) },
      { point: point2d(400, 0), bulge: 0.4 },
      { point: point2d(400, 200) },
      { point: point2d(0, 200), bulge: -0.2 }
    ],
    { flags: LWPolylineFlags.Closed, layerName: 'CUT' }
  )
  writer.addCircle(point3d(50, 50), 28.6)
  writer.addArc(point3d(200, 100), 30, 10, 200)
  writer.addEllipse(point3d(300, 100), point3d(40, 0), 0.5, 0, 2 * Math.PI)
  writer.addSpline({
    controlPoints: [point3d(0, 0), point3d(100, 200), point3d(300, 200), point3d(400, 0)],
    degreeCurve: 3
  })
  writer.addBlock('HOLE').addCircle(point3d(1, 1), 2)
  writer.addInsert('HOLE', point3d(20, 0), { scaleFactor: { x: 2, y: 2, z: 1 } })
  return [writer.stringify(), writeFaceDxf(face, 'inch'), ...partsToCut(face).map(part => writePartDxf(part, 'metric'))]
}
function pictures(): string[] {
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="300mm" viewBox="0 0 600 300"><g ' +
      'transform="translate(10 20) scale(.9)"><path d="M0 0h250v100a20 20 0 0 1-20 20c-40 9-80 9-120 ' +
      '0q-30-20-110-20z"/></g><rect x="300" y="20" width="80" height="80" rx="4"/><circle cx="450" cy="80" ' +
      'r="28.6"/><polygon points="0,300 600,300 600,100"/></svg>',
    ...partsToCut(face).map(writePartSvg)
  ]
}

const ODD = [
  '-1',
  '0',
  '1e308',
  '-1e-320',
  'NaN',
  'Infinity',
  '99999999999999999999',
  '""',
  '"',
  '{',
  '[',
  ']',
  '\0',
  '\r',
  '\uFEFF',
  'null',
  ';',
  ',',
  '<',
  '999'
]
/** One way of damaging a text. */
function damaged(text: string): string {
  const at = below(text.length + 1)
  const to = Math.min(text.length, at + 1 + below(random() < 0.8 ? 12 : 2_000))
  switch (below(9)) {
    case 0:
      return text.slice(0, at)
    case 1:
      return text.slice(0, at) + text.slice(to)
    case 2:
      return text.slice(0, at) + pick(ODD) + text.slice(at)
    case 3:
      return text.slice(0, at) + pick(ODD) + text.slice(to)
    case 4:
      return text.slice(0, at) + text.slice(at, to).repeat(2 + below(random() < 0.05 ? 3_000 : 12)) + text.slice(to)
    case 5:
      return text.slice(0, at) + String.fromCharCode(below(0x300)) + text.slice(at + 1)
    case 6: {
      // A number becomes another.
      const numbers = [...text.matchAll(/-?\d+(\.\d+)?/g)]
      if (!numbers.length) return text + pick(ODD)
      const number = pick(numbers)
      return text.slice(0, number.index) + pick(ODD) + text.slice(number.index + number[0].length)
    }
    case 7: {
      // Two lines change places.
      const lines = text.split('\n')
      const [a, b] = [below(lines.length), below(lines.length)]
      ;[lines[a], lines[b]] = [lines[b]!, lines[a]!]
      return lines.join('\n')
    }
    default:
      return (
        text.slice(0, at) + pick(['[', '{"a":', '<g>', '\n', '0\n', 'M0 0', ',']).repeat(below(20_000)) + text.slice(at)
      )
  }
}

const into = join(root, 'test-results/fuzz')
mkdirSync(into, { recursive: true })
const names = Object.keys(KINDS)
const worst = new Map<string, { ms: number; text: string }>()
let crashes = 0
let late = 0
const began = performance.now()
for (let file = 0; file < count; file++) {
  const name = names[file % names.length]!
  const { whole, read } = KINDS[name]!
  let text = pick(whole)
  for (let times = 1 + below(4); times > 0; times--) text = damaged(text)
  const start = performance.now()
  let failed = false
  try {
    within(
      () => read(text),
      () => {
        late++
        failed = true
        console.error(`✗ ${name}: not read within ${READ_LIMIT_MS / 1000} s`)
      }
    )
  } catch (error) {
    crashes++
    failed = true
    console.error(`✗ ${name}: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ')}`)
  }
  const ms = performance.now() - start
  if (failed) writeFileSync(join(into, `failed-${file}-${name}`), text)
  if (ms > (worst.get(name)?.ms ?? 0)) worst.set(name, { ms, text })
}
for (const [name, { ms, text }] of worst) {
  writeFileSync(join(into, `slowest-${name}`), text)
  console.log(`${name.padEnd(16)} slowest ${ms.toFixed(0)} ms (${(text.length / 1024).toFixed(0)} kB)`)
}
console.log(
  `${count} files in ${((performance.now() - began) / 1000).toFixed(0)} s: ${crashes} crashes, ${late} over ${READ_LIMIT_MS / 1000} s`
)
process.exit(crashes + late ? 1 : 0)
