import { readFileSync } from 'node:fs'
import { openProject, type Project } from './core/document'
import { resolve } from './core/design'
import { examinePanel } from './core/panel'
import { facePlates } from './core/panel/strength'
import { largeProject } from './bench/generate'
const dun = (openProject(readFileSync('demo/projects/3-skerrow-dunlin.json', 'utf8')) as {project: Project}).project
for (const p of [largeProject(80)]) {
  const d = resolve(p, 'a'); const placed = examinePanel(d).placed
  const t: number[] = []
  for (let i = 0; i < 60; i++) { const s = performance.now(); facePlates({ ...d.airframe.panel, thicknessMm: 2 + i / 100 }, placed); t.push(performance.now() - s) }
  console.log('plate', t.slice(20).sort((a, b) => a - b)[20]!.toFixed(2))
  const plates = facePlates({ ...d.airframe.panel, thicknessMm: 2.5 }, placed)
  const u: number[] = []
  for (let i = 0; i < 60; i++) { const s = performance.now(); for (const one of placed) plates[0]!.plate.work([{ x: one.x, y: one.y, n: 45 }]); u.push(performance.now() - s) }
  console.log('work', u.sort((a, b) => a - b)[30]!.toFixed(2), placed.length, plates[0]!.plate.grid.nx, plates[0]!.plate.grid.ny)
}
