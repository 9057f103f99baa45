import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { NodeFS } from '@electric-sql/pglite/nodefs'

/** What the embedded database's own file layer keeps of an open file: the number under which the system has it. */
interface Stream {
  nfd: number
}
interface NodeFiles {
  stream_ops: { fsync?: (stream: Stream) => number }
}

/** How often a file was flushed to the disk since the start; a test proves by it that a commit is. */
export const flushed = { times: 0 }

/**
 * Files that are flushed when the database asks for it. As shipped, the embedded database is started with flushing off, and its
 * file layer has no flush at all: a commit would be lost with the machine's power.
 */
class DurableFiles extends NodeFS {
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const made = await super.init(pg, options)
    made.emscriptenOpts.preRun = [
      ...(made.emscriptenOpts.preRun ?? []),
      (module: unknown) => {
        const files = (module as { NODEFS: NodeFiles }).NODEFS
        files.stream_ops.fsync = ({ nfd }) => {
          fsyncSync(nfd)
          flushed.times++
          return 0
        }
      }
    ]
    return made
  }
}

/** Opens the embedded database in a directory; a commit it has answered is on the disk. */
export const openDurable = (directory: string): Promise<PGlite> =>
  PGlite.create({
    fs: new DurableFiles(directory),
    startParams: [
      ...PGlite.defaultStartParams.filter(param => param !== '-F'),
      // One user’s projects need no more memory than this for pages; what is asked for is taken at the start and never given back.
      ...['wal_sync_method=fsync', 'shared_buffers=16MB', 'wal_buffers=512kB'].flatMap(setting => ['-c', setting])
    ]
  })

/** Flushes a directory, with all that is in it. @param deep false for the directory’s own list of names alone */
export function flushAll(path: string, deep = true): void {
  const flush = (path: string) => {
    const handle = openSync(path, 'r')
    try {
      fsyncSync(handle)
    } finally {
      closeSync(handle)
    }
  }
  if (deep)
    for (const entry of readdirSync(path, { withFileTypes: true })) {
      const there = join(path, entry.name)
      if (entry.isDirectory()) flushAll(there)
      else if (entry.isFile()) flush(there)
    }
  flush(path)
}
