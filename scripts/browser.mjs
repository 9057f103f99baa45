import { existsSync } from 'node:fs'

/**
 * How the tests start Debian's Chromium: without its own calls to the network, and without /dev/shm, which is tiny in
 * some containers.
 */
export const BROWSER = {
  executablePath: [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    path => path && existsSync(path)
  ),
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
