import { largeProject } from './bench/generate'
import { applyEdits, openProject, type Project } from './core/document'
import { examineOption } from './core/report'
import { readFileSync } from 'node:fs'
const dun = openProject(readFileSync('demo/projects/3-skerrow-dunlin.json', 'utf8'))
const which = process.argv[2]
const [first, opt, unit] = which === 'large' ? [largeProject(80), 'a', 'u20'] as const : [(dun as {project: Project}).project, 'b', 'pfd'] as const
  let project = first
  const o = project.options.find(x => x.id === opt)!
  const u = o.units.find(x => x.id === unit) ?? o.units.find(x => x.xMm !== undefined && !project.fitted.some(f=>f.id===x.id))!
const t: number[] = []
for (let i = 0; i < 40; i++) {
  project = applyEdits(project, [{ type: 'unit.move', option: opt, unit: u.id, xMm: u.xMm! + i / 10, yMm: u.yMm! }], 'x').project
  const s = performance.now(); examineOption(project, opt, { today: '2026-11-27' }); t.push(performance.now() - s)
}
console.log(t.map(x => x.toFixed(0)).join(' '))
