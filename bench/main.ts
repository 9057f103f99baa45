import { startServer } from '../tests/server'
import { measureBrowser } from './browser'
import { measureCore } from './core'
import { largeProject } from './generate'
import { measureSaves } from './saves'
import { pace, rows } from './table'

// npm run bench -- core saves browser: any of the three; all where none is named. Nothing passes or fails.
const PARTS = ['core', 'saves', 'browser']
const asked = process.argv.slice(2)
const unknown = asked.filter(part => !PARTS.includes(part))
if (unknown.length) throw new Error(`There is no ${unknown.join(', ')} to measure; there is ${PARTS.join(', ')}.`)
const wanted = (part: string) => !asked.length || asked.includes(part)

console.log(
  `Pace of this machine now: ${pace().toFixed(0)} ms for a fixed piece of work. Only runs of one pace can be compared.`
)
try {
  if (wanted('core')) measureCore()
  if (wanted('saves') || wanted('browser')) {
    const project = largeProject()
    const server = await startServer(undefined, true, {}, [])
    try {
      await fetch(`${server.base}/api/projects`, { method: 'POST', body: JSON.stringify(project) })
      if (wanted('saves')) await measureSaves(server.base, project)
      if (wanted('browser')) await measureBrowser(server.base)
    } finally {
      await server.kill()
    }
  }
} finally {
  // What was measured before something broke is shown too.
  console.table(rows)
}
