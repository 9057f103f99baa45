import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')

/** Builds the program of the server's threads, as one file that needs no other. */
export const buildThreads = outfile =>
  build({
    entryPoints: [resolve(root, 'server/threads/worker.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    // Some packages hide their parts from a bundler in the build meant for Node.
    mainFields: ['module', 'main'],
    logLevel: 'error'
  })
