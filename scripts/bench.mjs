// npm run bench [-- core saves browser]: builds when needed, bundles the measuring as the product is bundled, and measures.
import { spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const program = join(root, 'bench/.built.mjs')
const run = (...args) => spawnSync(process.execPath, args, { stdio: 'inherit', cwd: root }).status ?? 1

let status = run('scripts/start.mjs', '--build-only')
if (status === 0) {
  await build({
    entryPoints: [join(root, 'bench/main.ts')],
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error'
  })
  status = run(program, ...process.argv.slice(2))
  rmSync(program, { force: true })
}
process.exit(status)
