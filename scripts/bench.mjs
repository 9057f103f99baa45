// npm run bench: builds when needed and measures.
import { spawnSync } from 'node:child_process'
for (const [command, args] of [
  ['node', ['scripts/start.mjs', '--build-only']],
  ['npx', ['tsx', 'bench/main.ts']]
]) {
  const { status } = spawnSync(command, args, { stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
}
