import { existsSync } from 'node:fs'
import { join } from 'node:path'

/** Where the build has put the program of the threads: beside the server, or in `.nuxt` while developing. */
export function program(): string {
  const root = process.env.EWERPANEL_ROOT ?? process.cwd()
  const places = ['.output/server/threads.cjs', '.nuxt/threads.cjs'].map(path => join(root, path))
  return places.find(existsSync) ?? places[0]!
}
