import { existsSync } from 'node:fs'

/** Debian’s Chromium: the one without windows where it is there, which draws faster. */
export const CHROMIUM_PATHS = [
  process.env.CHROMIUM,
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser'
]
/** How the tests start it: without its own calls to the network, and without /dev/shm, which is tiny in some containers. */
export const BROWSER = {
  executablePath: CHROMIUM_PATHS.find(path => path && existsSync(path)),
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-gpu',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run'
  ]
}
