import { describe, expect, it } from 'vitest'
import { AS_FOUND } from '../../design'
import { demoProject } from '../../testing.demo'
import { examineOption, unmetWithout } from '..'

const dun = demoProject('3-skerrow-dunlin')
const without = (option: string, ...units: string[]) =>
  unmetWithout(dun, option, units, { loads: examineOption(dun, option).power.loads }).map(unmet => unmet.ref)
const givers = (option: string, name: string) => {
  const units = option === AS_FOUND ? dun.fitted : dun.options.find(other => other.id === option)!.units
  const items = new Map(dun.items.map(item => [item.id, item]))
  return units.filter(unit => items.get(unit.item)!.provides.some(given => given === name)).map(unit => unit.id)
}

// 14 CFR 91.213(d)(2): what 91.205 asks for the flying intended may not be inoperative (from memory).
describe('with something inoperative', () => {
  it('the only airspeed indicator takes 91.205(b)(1) along, and nothing that others give', () => {
    expect(givers('a', 'airspeed')).toHaveLength(1)
    expect(without('a', ...givers('a', 'airspeed'))).toContain('91.205(b)(1)')
  })
  it('one of two that give the same takes nothing for that, unless the other lives on it', () => {
    expect(givers('b', 'airspeed').sort()).toEqual(['pfd', 'standby'])
    // The standby has its own; the display has its air data from the standby.
    expect(without('b', 'pfd')).not.toContain('91.205(b)(1)')
    expect(without('b', 'standby')).toContain('91.205(b)(1)')
  })
  it('an intercom is asked for by no clause; a unit that is not there takes nothing', () => {
    expect(without('b', ...givers('b', 'four-place intercom'))).toEqual([])
    expect(without('b', 'nobody')).toEqual([])
    expect(without('b')).toEqual([])
  })
})
