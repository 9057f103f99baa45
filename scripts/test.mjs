// npm test: everything the checks need, then lint, types, unit tests and end-to-end tests. Ends with “N passed, N failed”.
import { spawn } from 'node:child_process'
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { CHROMIUM_PATHS } from './browser.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const results = join(root, 'test-results')
const began = Date.now()
let passed = 0
let failed = 0

/**
 * Runs one step and says how it went. A step over its limit is stopped with all it started, so that a hang is a
 * failure with a name and never a run without an end. Its output goes through this process: a stray child cannot
 * hold the caller's pipe open. Nothing here reads from the keyboard.
 */
function go(command, args, { minutes = 10, env = {} } = {}) {
  const name = [command, ...args].join(' ').slice(0, 70)
  const from = Date.now()
  return new Promise(done => {
    const child = spawn(command, args, {
      cwd: root,
      detached: process.platform !== 'win32',
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', CI: process.env.CI ?? '1', ...env }
    })
    const stop = () => {
      try {
        process.kill(process.platform === 'win32' ? child.pid : -child.pid, 'SIGKILL')
      } catch {
        /* all of it has ended already */
      }
    }
    let late = false
    const limit = setTimeout(() => {
      late = true
      stop()
    }, minutes * 60_000)
    child.stdout.pipe(process.stdout, { end: false })
    child.stderr.pipe(process.stderr, { end: false })
    child.on('error', error => {
      clearTimeout(limit)
      console.error(`✗ ${name}: ${error.message}`)
      done(false)
    })
    // “exit”, not “close”: a grandchild that lives on must not keep us waiting. A moment for the last of its words.
    // Whoever stops the run stops all of it.
    process.once('exit', stop)
    child.on('exit', code => {
      process.off('exit', stop)
      clearTimeout(limit)
      stop()
      setTimeout(() => {
        console.log(
          `— ${name}: ${
            late ? `stopped after ${minutes} minutes` : code === 0 ? 'done' : `ended with ${code}`
          }, ${((Date.now() - from) / 1000).toFixed(0)} s; ${((Date.now() - began) / 60_000).toFixed(1)} min in all`
        )
        done(code === 0)
      }, 200)
    })
  })
}
const count = (name, ok) => {
  if (ok) passed++
  else {
    failed++
    console.error(`✗ ${name}`)
  }
}
/** Adds what a runner wrote; a runner that died before writing is one failure. */
const add = (name, file, read) => {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8')))
    passed += good
    failed += bad
  } catch (error) {
    count(`${name} left no results: ${error.message}`, false)
  }
}
const end = () => {
  console.log(`${passed} passed, ${failed} failed`)
  process.exit(failed === 0 ? 0 : 1)
}
/**
 * Where tests put data that nobody keeps: in memory where there is room for it, since a disk that flushes each save is most of what
 * they would wait for; else where the system has such files.
 */
function scratch() {
  const memory = '/dev/shm'
  try {
    const { bavail, bsize } = statfsSync(memory)
    if (bavail * bsize < 4 * 2 ** 30) return {}
    const folder = mkdtempSync(join(memory, 'ewerpanel-test-'))
    // The PostgreSQL server of the tests runs as a user of its own.
    chmodSync(folder, 0o1777)
    process.on('exit', () => rmSync(folder, { recursive: true, force: true }))
    // Memory is not given back by itself where a person stops the run.
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(130))
    return { TMPDIR: folder }
  } catch {
    // There is no such place on this system, or it is not ours to write: then as ever.
    return {}
  }
}
const chromium = () => CHROMIUM_PATHS.find(path => path && existsSync(path))

if (
  !existsSync(join(root, 'node_modules/.package-lock.json')) &&
  !(await go('npm', ['install', '--no-save', '--no-audit', '--no-fund'], { minutes: 12 }))
) {
  count('packages', false)
  end()
}
// What the tests run on, each with how it is known to be there. The browser without windows draws faster than the whole one, which is
// fetched only where that cannot be had. The keeping tests run on PostgreSQL too; without it they are left out, and say so.
const WANTED = [
  ['chromium-headless-shell', () => existsSync('/usr/bin/chromium-headless-shell')],
  ['chromium', () => chromium() !== undefined],
  ['postgresql', () => existsSync('/usr/lib/postgresql')]
]
if (WANTED.some(([, there]) => !there()) && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  await go('apt-get', ['update', '-q'], { env })
  // One at a time: what cannot be had must not take the other with it.
  for (const [name, there] of WANTED)
    if (!there()) await go('apt-get', ['install', '-y', '-q', '--no-install-recommends', name], { env, minutes: 10 })
}

await go('npx', ['nuxt', 'prepare'])
// Two at a time: on two cores each pair takes little longer than the longer of the two.
const [lint, types] = await Promise.all([go('npm', ['run', '-s', 'lint']), go('npm', ['run', '-s', 'types'])])
count('lint', lint)
count('types', types)

rmSync(results, { recursive: true, force: true })
const env = scratch()
const [, built] = await Promise.all([
  go(
    'npm',
    [
      'run',
      '-s',
      'unit',
      '--',
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${join(results, 'unit.json')}`
    ],
    { minutes: 20, env }
  ),
  go('node', ['scripts/start.mjs', '--build-only'], { minutes: 15 })
])
add('unit tests', join(results, 'unit.json'), run => [
  run.numPassedTests,
  run.numFailedTests + (run.numFailedTestSuites && !run.numFailedTests ? run.numFailedTestSuites : 0)
])
count('build', built)

const browser = built && chromium() !== undefined && (await go('node', ['scripts/chromium.mjs'], { minutes: 2 }))
if (built && !browser) {
  console.log(
    'END-TO-END TESTS WERE NOT RUN: there is no Chromium here that starts and draws. Install it, or set CHROMIUM to its path.'
  )
  // On a person’s machine that is said and not counted; where the tests decide over a change it is a failure.
  if (process.env.CI) count('end-to-end tests', false)
}
if (browser) {
  await go('npx', ['playwright', 'test'], {
    minutes: 27,
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'e2e.json') }
  })
  add('end-to-end tests', join(results, 'e2e.json'), run => {
    if (run.stats.flaky)
      console.log(`${run.stats.flaky} passed only at the second try, and count as failed: see “flaky” above`)
    return [run.stats.expected, run.stats.unexpected + run.stats.flaky + (run.errors?.length ?? 0)]
  })
}
end()
