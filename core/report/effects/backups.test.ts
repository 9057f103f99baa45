import { describe, expect, it } from 'vitest'
import { stubbornLosses } from '../../capability'
import { finish, resolve } from '../../design'
import { applyEdits } from '../../document'
import { readPhrase, say, US } from '../../quantity'
import { failuresOf } from '../../resilience'
import { examineRules } from '../../rules'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { backupSearch, complianceSheet, writeDueCalendar, writePlanCalendar } from '..'

describe('schools of backup', () => {
  const project = demoProject('3-skerrow-dunlin')
  const answer = finish(backupSearch(project, 'b', demoCatalogue()))
  it('what is added hangs on another bus than what it backs up', () => {
    const middle = answer.stances.find(stance => stance.stance === 'middle')!
    expect(middle.missing.length).toBeGreaterThan(0)
    expect(middle.additions!.says.map(phrase => readPhrase(phrase, US)).join(' ')).toMatch(/from the main bus\.$/)
  })
  it('what is offered does what it is offered for, and costs what it says', () => {
    for (const { stance, additions } of answer.stances) {
      if (!additions) continue
      const after = applyEdits(project, additions.edits, 'backups').project
      const clauses = examineRules(resolve({ ...after, brief: { ...after.brief, stance } }, 'b')).clauses
      expect(clauses.filter(clause => clause.clause.advice && clause.state === 'missing')).toEqual([])
    }
    const after = applyEdits(project, answer.additions!.edits, 'backups').project
    for (const task of ['aviate', 'navigate', 'communicate'] as const)
      expect(stubbornLosses(resolve(after, 'b'), task)).toEqual([])
    expect(answer.additions!.effect.change.money).toBeGreaterThan(0)
  })
  // A round bezel takes the square round it, any other its width by its height.
  it('tells how much of the panel it takes', () => {
    const boxOf = (id: string) => {
      const item = demoCatalogue().find(other => other.id === id)!
      const bezel = item.mounts[0] === 'panel' ? item.face?.bezel : undefined
      if (bezel?.shape === 'round') return bezel.diameterMm ** 2
      return bezel?.shape === 'rectangle' ? bezel.widthMm * bezel.heightMm : 0
    }
    for (const { additions } of answer.stances)
      if (additions)
        expect(additions.faceMm2).toBeCloseTo(
          additions.items.reduce((sum, item) => sum + boxOf(item.id), 0),
          6
        )
    expect(answer.stances.some(stance => stance.additions && stance.additions.faceMm2 > 0)).toBe(true)
  })
  it('leaner schools ask no more than stricter ones', () => {
    const asked = answer.stances.map(stance => stance.met.length + stance.missing.length)
    expect(asked).toEqual([...asked].sort((a, b) => a - b))
  })
})

describe('sheets and dates', () => {
  const project = demoProject('3-skerrow-dunlin')
  const design = resolve(project, 'b')
  const rules = examineRules(design, { today: '2026-11-26' })
  it('the compliance sheet holds every clause once, asked or not', () => {
    const sheet = complianceSheet(design, { rules, failures: failuresOf(design) }, '26 Nov 2026')
    const rows = sheet.tables.filter(table => table.title !== 'After a failure').flatMap(table => table.rows)
    const silent = rules.clauses.filter(clause => clause.clause.advice && clause.state === 'does not apply').length
    expect(rows).toHaveLength(rules.clauses.length - silent)
    for (const table of sheet.tables) for (const row of table.rows) expect(row).toHaveLength(table.columns.length)
  })
  // RFC 5545: an event begins and ends with these lines and bears the day it is on.
  it('what falls due is an iCalendar of whole days', () => {
    const text = writeDueCalendar('ZZ-DUN', rules)
    expect(text.startsWith('BEGIN:VCALENDAR\r\nVERSION:2.0')).toBe(true)
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(rules.clauses.filter(clause => clause.due).length)
    // The annual of 14 March 2026 is good to the end of March 2027 (14 CFR 91.409, from memory).
    expect(text).toContain('DTSTART;VALUE=DATE:20270331')
    expect(text).toContain('END:VCALENDAR')
  })
  it('with nothing due it is an empty calendar', () =>
    expect(writeDueCalendar('x', { clauses: [] })).toContain('END:VCALENDAR'))
  // RFC 5545, 3.6.1: an event of whole days ends on the day after its last one.
  it('the plan as a calendar: tasks on working days, over weekends and days closed', () => {
    const task = { unit: undefined, days: [1, 2, 3] as const, held: 0, drives: 0, ready: 0 }
    const text = writePlanCalendar(
      'ZZ-DUN',
      [
        { ...task, id: 'open', name: say`Face off`, start: 0, finish: 2, slack: 0 },
        { ...task, id: 'cut', name: say`Cut`, start: 2, finish: 4.5, slack: 3 },
        { ...task, id: 'none', name: say`Nothing`, days: [0, 0, 0], start: 0, finish: 0, slack: 0 }
      ],
      { from: '2026-12-17', closed: ['2026-12-24', '2026-12-25'], reading: US }
    )
    const events = text.split('BEGIN:VEVENT').slice(1)
    expect(events.map(event => /DTSTART;VALUE=DATE:(\d+)[^]*DTEND;VALUE=DATE:(\d+)/.exec(event)!.slice(1))).toEqual([
      ['20261217', '20261219'],
      ['20261221', '20261224']
    ])
    expect(events[0]).toContain('ZZ-DUN: Face off')
    expect(text.replace(/\r\n\t/g, '')).toContain('3 working days later')
  })
})
