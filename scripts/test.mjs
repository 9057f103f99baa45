// npm test: everything the checks need, then lint, types, unit tests and end-to-end tests. Ends with “N passed, N failed”.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const go = (command, args, env = {}) => spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env } }).status === 0
let passed = 0
let failed = 0
const count = (name, ok) => { if (ok) passed++; else { failed++; console.error(`✗ ${name}`) } }

if (!existsSync(join(root, 'node_modules/.package-lock.json')) && !go('npm', ['install', '--no-save', '--no-audit', '--no-fund'])) { console.log('0 passed, 1 failed'); process.exit(1) }
const chromium = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(path => path && existsSync(path))
if (!chromium && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
  console.log('Installing Chromium…')
  go('apt-get', ['update', '-q'])
  go('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' })
}

go('npx', ['nuxt', 'prepare'])
count('lint', go('npm', ['run', '-s', 'lint']))
count('types', go('npm', ['run', '-s', 'types']))

const results = join(root, 'test-results')
rmSync(results, { recursive: true, force: true })
/** Adds what a runner wrote; a runner that died before writing is one failure. */
const add = (name, file, read) => {
  try { const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8'))); passed += good; failed += bad } catch (error) { count(`${name} left no results: ${error.message}`, false) }
}
go('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(results, 'unit.json')}`])
add('unit tests', join(results, 'unit.json'), one => [one.numPassedTests, one.numFailedTests + (one.numFailedTestSuites && !one.numFailedTests ? one.numFailedTestSuites : 0)])

if (go('node', ['scripts/start.mjs', '--build-only'])) {
  go('npx', ['playwright', 'test'], { PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'e2e.json') })
  add('end-to-end tests', join(results, 'e2e.json'), one => [one.stats.expected + one.stats.flaky, one.stats.unexpected])
} else count('build', false)

console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
