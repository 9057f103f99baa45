import { describe, expect, it } from 'vitest'
import { isOurHost } from './hosts'

describe('whom the server answers', () => {
  it.each(['localhost:4173', '127.0.0.1', '127.0.0.1:80', '[::1]:4173'])('answers to %s', host =>
    expect(isOurHost(host, {})).toBe(true)
  )
  // A rebound name: a page of evil.example that gives its own name the address 127.0.0.1.
  it.each(['evil.example:4173', '192.168.1.9:4173', '', undefined, 'localhost.evil.example', 'a b'])(
    'not to %s',
    host => expect(isOurHost(host, {})).toBe(false)
  )
  it('answers to what it was told to listen on, and to names that are listed', () => {
    expect(isOurHost('192.168.1.9:4173', { HOST: '192.168.1.9' })).toBe(true)
    expect(isOurHost('192.168.1.9:4173', { HOST: '0.0.0.0' })).toBe(true)
    expect(isOurHost('hangar.local:4173', { HOST: '0.0.0.0' })).toBe(false)
    expect(isOurHost('hangar.local:4173', { HOST: '0.0.0.0', EWERPANEL_HOSTS: 'shop.local, hangar.local' })).toBe(true)
  })
})
