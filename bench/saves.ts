import { act, EMPTY_HISTORY, type Bench, type Project } from '../core/document'
import { backUpFully } from './backup'
import { note } from './table'

/** Saves over HTTP, one by one and of twenty writers, and another request while everything is backed up. */
export async function measureSaves(base: string, project: Project): Promise<void> {
  const saves: number[] = []
  let bytesSent = 0
  for (let version = 1, bench = { project, history: EMPTY_HISTORY } as Bench; version <= 220; version++) {
    const unit = project.options[0]!.units[version % 40]!
    bench = act(bench, [{ type: 'unit.move', option: 'a', unit: unit.id, xMm: version, yMm: 50 }], 'Move')
    const step = { does: 'act', ...bench.history.past.at(-1)! }
    const body = JSON.stringify({ save: `bench-${version}-save`, from: version, steps: [step] })
    bytesSent = Math.max(bytesSent, body.length)
    const start = performance.now()
    const answer = await fetch(`${base}/api/projects/large/saves`, { method: 'POST', body })
    if (!answer.ok) throw new Error(await answer.text())
    await answer.text()
    if (version > 20) saves.push(performance.now() - start)
  }
  note('save one edit of the generated project durably, over HTTP', saves, '25 ms at p95')
  console.log(`  ${bytesSent} bytes sent for one edit at most (goal 2,000)`)
  const writers = await Promise.all(
    Array.from({ length: 20 }, async (_, writer) => {
      const id = `w${writer}`
      await fetch(`${base}/api/projects`, { method: 'POST', body: JSON.stringify({ ...project, id }) })
      return id
    })
  )
  const until = performance.now() + 5_000
  let together = 0
  await Promise.all(
    writers.map(async id => {
      let bench: Bench = { project: { ...project, id }, history: EMPTY_HISTORY }
      for (let version = 1; performance.now() < until; version++) {
        bench = act(bench, [{ type: 'project.rename', title: `T${version}` }], 'Rename')
        const step = { does: 'act', ...bench.history.past.at(-1)! }
        const body = JSON.stringify({ save: `${id}-save-${version}`, from: version, steps: [step] })
        const answer = await fetch(`${base}/api/projects/${id}/saves`, { method: 'POST', body })
        if (!answer.ok) throw new Error(await answer.text())
        await answer.text()
        together++
      }
    })
  )
  console.log(`  ${(together / 5).toFixed(0)} saves a second of twenty writers`)
  const full = await backUpFully(project)
  note('another request while 60 projects with 50 versions each are backed up', full.waits, '100 ms')
  console.log(
    `  ${full.megabytes.toFixed(0)} MB in ${full.seconds.toFixed(0)} s; the server held ${full.mostMb.toFixed(0)} MB at most (goal 300)`
  )
}
