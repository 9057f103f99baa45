import { once } from 'node:events'
import { readdirSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { failureOf } from './failures'
import { policyFor } from './policy'
import { misasked, ROUTES } from './routes'
import { sendPieces } from './send'

const API = new URL('./api/', import.meta.url).pathname

describe('what the server answers', () => {
  it('the table of routes is that of the files', () => {
    const files = (readdirSync(API, { recursive: true }) as string[]).filter(file => file.endsWith('.ts'))
    const found = new Map<string, string[]>()
    for (const file of files) {
      const [, path, method] = /^(.*?)(?:\/index)?\.(get|post|put|delete)\.ts$/.exec(join(file))!
      found.set(path!, [...(found.get(path!) ?? []), method!.toUpperCase()])
    }
    expect(new Map(ROUTES.map(([, methods, file]) => [file, [...methods].sort()]))).toEqual(
      new Map([...found].map(([path, methods]) => [path, methods.sort()]))
    )
  })
  it('a path that is not there is 404, a way of asking that is not is 405 with those there are', () => {
    expect(misasked('GET', '/api/nothing')).toEqual({ status: 404 })
    expect(misasked('GET', '/api/projects/a/versions/abc')).toEqual({ status: 404 })
    expect(misasked('PATCH', '/api/projects/a')).toEqual({ status: 405, allow: ['GET', 'DELETE'] })
    expect(misasked('DELETE', '/api/projects')).toEqual({ status: 405, allow: ['GET', 'POST'] })
    expect(misasked('HEAD', '/api/projects')).toBeUndefined()
    expect(misasked('POST', '/api/projects/a/versions/3/restore')).toBeUndefined()
  })
  it('no script may run in a page but those named', () => {
    const policy = policyFor(["'sha256-abc='"])
    const scripts = /script-src ([^;]*)/.exec(policy)![1]
    expect(scripts).toBe("'self' 'sha256-abc='")
    expect(scripts).not.toContain('unsafe')
  })
})

describe('a file that is sent as it is made', () => {
  const sent = async (pieces: () => AsyncGenerator<string>) => {
    let failed: Error | undefined
    const server = createServer((_, response) => {
      sendPieces(response, pieces(), () => response.setHeader('Content-Type', 'application/json')).then(
        error => (failed = error),
        (error: Error) => response.writeHead(500).end(error.message)
      )
    }).listen(0, '127.0.0.1')
    await once(server, 'listening')
    const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
    const text = await answer.text().catch((error: Error) => error)
    server.close()
    return { status: answer.status, text, failed }
  }
  it('comes whole; one that fails in the middle breaks the connection, and is no file', async () => {
    const good = await sent(async function* () {
      yield '{"a":'
      yield '1}'
    })
    expect(good).toEqual({ status: 200, text: '{"a":1}', failed: undefined })
    const bad = await sent(async function* () {
      yield 'x'.repeat(100_000)
      throw new Error('Of “a” a save is missing.')
    })
    expect(bad.text).toBeInstanceOf(Error)
    expect(bad.failed?.message).toBe('Of “a” a save is missing.')
  })
  it('one that fails before anything was sent is answered in words', async () => {
    const bad = await sent(async function* () {
      throw new Error('The store is damaged.')
    })
    expect(bad).toMatchObject({ status: 500, text: 'The store is damaged.' })
  })
})

describe('failures of disk and database', () => {
  const query = (cause: Error) =>
    new Error('Failed query: update "projects" set ...\nparams: {"title":"Secret"}', { cause })
  it('a full disk is said as one, with what to do', () => {
    const failure = failureOf(
      query(Object.assign(new Error('could not extend file "base/1": No space left on device'), { code: '53100' }))
    )
    expect(failure).toMatchObject({ statusCode: 507 })
    expect(failure!.message).toContain('still in this window')
    expect(failureOf(Object.assign(new Error('write'), { code: 'ENOSPC' }))?.statusCode).toBe(507)
  })
  it('a drive that may not be written is said as one', () =>
    expect(failureOf(query(new Error('could not open file: Read-only file system')))?.statusCode).toBe(503))
  it('nothing of a document is in what is said', () => {
    const failure = failureOf(query(new Error('invalid byte sequence for encoding "UTF8": 0x00')))!
    expect(failure.statusCode).toBe(500)
    expect(failure.message).not.toContain('Secret')
    expect(failure.message).toContain('invalid byte sequence')
  })
  it('other errors are left as they are', () => expect(failureOf(new Error('something else'))).toBeUndefined())
})
