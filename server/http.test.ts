import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { failureOf } from './failures'
import { policyFor } from './policy'
import { misasked, ROUTES } from './routes'

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
