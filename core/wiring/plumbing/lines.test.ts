import { describe, expect, it } from 'vitest'
import { AS_FOUND, resolve } from '../../design'
import { demoProject } from '../../testing.demo'
import { tubeFindings, tubeLines } from './lines'

const dun = demoProject('3-skerrow-dunlin')
const of = (option: string) => {
  const design = resolve(dun, option)
  const lines = tubeLines(design)
  return { line: (name: string) => lines.find(one => one.line === name), findings: tubeFindings(design, lines) }
}

describe('pitot, static and vacuum', () => {
  it('an aeroplane left as it was has opened nothing', () => expect(of(AS_FOUND).findings).toEqual([]))
  it('only what tells speed hangs on the pitot; whatever needs air hangs on the static', () => {
    const { line } = of(AS_FOUND)
    expect(line('pitot')!.users).toEqual(['asi'])
    expect(line('static')!.users).toEqual(expect.arrayContaining(['asi', 'alt', 'vsi']))
    expect(line('static')!.tees).toBe(line('static')!.users.length - 1)
  })
  // 14 CFR 91.411(a)(2) (from memory): after any opening and closing of the static system it is tested before IFR.
  it('a display with air of its own opens the static system, and the test is called for', () => {
    const { findings } = of('b')
    expect(findings.find(one => one.id === 'wiring.tubes:static')).toMatchObject({
      weight: 'note',
      basis: { source: expect.stringContaining('91.411') as string }
    })
  })
})
