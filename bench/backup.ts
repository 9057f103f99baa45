import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import type { Project } from '../core/document'
import { openDirectory } from '../server/keeping/database'
import { startServer } from '../tests/server'

/** The memory that a process holds now, in MB; Linux. */
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/**
 * Backs up a full store while others are served: the most memory the server held, how long another request waited at worst, how
 * many bytes came, and in which time.
 * @param project a large one, of which there are sixty, each with fifty versions
 */
export async function backUpFully(
  project: Project
): Promise<{ mostMb: number; waits: number[]; megabytes: number; seconds: number }> {
  const directory = join(mkdtempSync(join(tmpdir(), 'ewerpanel-bench-')), 'data')
  const { db, close } = await openDirectory(directory)
  await db.execute(
    sql`INSERT INTO projects (id, title, registration, model, version, document_version, document, history, saved_at)
        SELECT 'p' || n, 'Large', 'x', 'y', 51, 51, jsonb_set(${JSON.stringify(project)}::jsonb, '{id}', to_jsonb('p' || n)),
               '{"past":[],"future":[]}', now() FROM generate_series(1, 60) AS n`
  )
  await db.execute(
    sql`INSERT INTO versions (project, version, title, document, saved_at)
        SELECT id, n, title, document, now() FROM projects, generate_series(1, 50) AS n WHERE id LIKE 'p%'`
  )
  await close()
  const server = await startServer(directory)
  try {
    const waits: number[] = []
    await (await fetch(`${server.base}/api/catalogue`)).text()
    let [mostMb, bytes, done] = [0, 0, false]
    const start = performance.now()
    const backup = new Promise<void>((end, fail) => {
      request(`${server.base}/api/backup`, answer => {
        answer.on('data', (piece: Buffer) => {
          bytes += piece.length
        })
        answer.on('end', end)
        answer.on('error', fail)
      })
        .on('error', fail)
        .end()
    }).then(() => {
      done = true
    })
    while (!done) {
      const asked = performance.now()
      await (await fetch(`${server.base}/api/catalogue`)).text()
      waits.push(performance.now() - asked)
      mostMb = Math.max(mostMb, memoryOf(server.pid))
      await new Promise(next => setTimeout(next, 50))
    }
    await backup
    return { mostMb, waits, megabytes: bytes / 1048576, seconds: (performance.now() - start) / 1000 }
  } finally {
    await server.kill()
    rmSync(directory, { recursive: true, force: true })
  }
}
