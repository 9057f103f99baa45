// npm start: installs what is missing, builds when the sources are newer than the build, starts, and says where.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const run = (command, args) => {
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
    shell: process.platform === 'win32'
  })
  if (status !== 0) {
    console.error(`“${command} ${args.join(' ')}” failed; Ewerpanel was not started.`)
    process.exit(status ?? 1)
  }
}
const newest = path => {
  const stat = statSync(path)
  return stat.isDirectory() ? Math.max(0, ...readdirSync(path).map(name => newest(join(path, name)))) : stat.mtimeMs
}

// “npm ci” of some npm 11 refuses a whole lock file over packages for other platforms; this reads the same lock.
const port = process.env.PORT ?? '4173'
const host = process.env.HOST ?? '127.0.0.1'
if (!/^\d+$/.test(port) || Number(port) > 65535) {
  console.error(`PORT is “${port}”; use a number from 0 to 65535.`)
  process.exit(2)
}

if (!existsSync(join(root, 'node_modules/.package-lock.json'))) {
  console.log('Installing packages…')
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund'])
}
const built = join(root, '.output/server/index.mjs')
const sources = ['app', 'core', 'server', 'public', 'nuxt.config.ts', 'package-lock.json'].map(name =>
  newest(join(root, name))
)
if (!existsSync(built) || Math.max(...sources) > statSync(built).mtimeMs) {
  console.log('Building…')
  run('npx', ['nuxt', 'build'])
}
if (process.argv.includes('--build-only')) process.exit(0)

const server = spawn(process.execPath, [built], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, PORT: port, HOST: host, NITRO_PORT: port, NITRO_HOST: host, EWERPANEL_ROOT: root }
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', code => process.exit(code ?? 0))
const address = `http://${host === '0.0.0.0' || host === '::' ? 'localhost' : host}:${port}`
const wait = async () => {
  for (let tries = 0; tries < 300; tries++) {
    try {
      if ((await fetch(`${address}/api/projects`)).ok) {
        console.log(`\nEwerpanel is open at ${address}\n`)
        return
      }
    } catch {
      /* not listening yet */
    }
    await new Promise(done => setTimeout(done, 200))
  }
  console.error('The server does not answer. See its output above.')
}
void wait()
