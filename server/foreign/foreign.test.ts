import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { buildForeign } from '../../scripts/build-foreign.mjs'
import { endForeign, quoteForeign } from '.'

const folder = mkdtempSync(join(tmpdir(), 'ewerpanel-foreign-'))
const program = join(folder, 'foreign.cjs')
beforeAll(() => buildForeign(program))
afterAll(async () => {
  await endForeign()
  rmSync(folder, { recursive: true, force: true })
})
const order = (dxf: string) => ({ dxf, stock: '2024-T3 0.063 in' as const, finish: 'bare' as const })

it('a drawing is answered from the thread as it would be here', async () => {
  const answer = await quoteForeign(order('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n'), program)
  expect(answer.accepted === false && answer.reasons[0]).toMatch(/does not declare/)
})
it('a damaged drawing that keeps the parser busy for ever is given up, and the next one is answered', async () => {
  // Cut off within a block: the parser looks for its end and never stops.
  const damaged = '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n'
  const answer = await quoteForeign(order(damaged), program, 1_500)
  expect(answer.accepted).toBe(false)
  if (!answer.accepted) expect(answer.reasons[0]).toMatch(/could not be read within 1.5 seconds|not a DXF we can read/)
  const next = await quoteForeign(order('0\nEOF\n'), program)
  expect(next.accepted).toBe(false)
}, 20_000)
