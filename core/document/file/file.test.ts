import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demoProject } from '../../testing.demo'
import { FORMAT, MOST_BYTES, openProject, positionAt, sayProblem, writeProject } from '..'

const good = demoProject('3-skerrow-dunlin')
const text = writeProject(good)
/** Changes the document as a person with a text editor would, and opens what comes out. */
const spoilt = (change: (document: Record<string, unknown> & typeof good) => void) => {
  const document = JSON.parse(text) as Record<string, unknown> & typeof good
  change(document)
  return openProject(JSON.stringify(document, null, 1))
}
const complaint = (opened: ReturnType<typeof openProject>) =>
  opened.ok ? '' : opened.problems.map(sayProblem).join('\n')

describe('what a project file refuses of the new', () => {
  const base = () =>
    JSON.parse(writeProject(demoProject('3-skerrow-dunlin'))) as Record<string, never> & {
      airframe: {
        panel: { zones: Record<string, unknown>[]; bays: unknown[]; outline: unknown[] }
        pilots: Record<string, unknown>[]
      }
      options: { rows: Record<string, unknown>[]; labels: Record<string, unknown>[]; units: { id: string }[] }[]
    }
  it.each<[string, (doc: ReturnType<typeof base>) => void, RegExp]>([
    [
      'a depth zone that ends before it begins',
      d => {
        d.airframe.panel.zones.push({
          id: 'zz',
          name: 'Rib',
          side: 'behind',
          area: { shape: 'round', xMm: 1, yMm: 1, diameterMm: 5 },
          fromDepthMm: 90,
          toDepthMm: 40
        })
      },
      /not behind fromDepthMm 90/
    ],
    [
      'a polygon of two corners',
      d => {
        d.airframe.panel.zones.push({
          id: 'zz',
          name: 'Rib',
          side: 'behind',
          area: {
            shape: 'polygon',
            points: [
              [0, 0],
              [1, 1]
            ]
          }
        })
      },
      /points/
    ],
    [
      'a row with a unit that is not there',
      d => {
        d.options[1]!.rows[0]!.units = ['sw-master', 'ghost']
      },
      /no unit “ghost”/
    ],
    [
      'a unit in two rows',
      d => {
        d.options[1]!.rows.push({ ...d.options[1]!.rows[0]!, id: 'again' })
      },
      /set out by two rows/
    ],
    [
      'two pilots of one id',
      d => {
        d.airframe.pilots.push(d.airframe.pilots[0]!)
      },
      /pilot id “ingrith” is used twice/
    ],
    [
      'a label of no height',
      d => {
        d.options[1]!.labels[0]!.heightMm = 0
      },
      /heightMm/
    ],
    [
      'a pilot without reach',
      d => {
        delete d.airframe.pilots[0]!.reachMm
      },
      /reachMm/
    ],
    [
      'an outline of one corner',
      d => {
        d.airframe.panel.outline = [[0, 0]]
      },
      /outline/
    ]
  ])('%s', (_what, spoil, why) => {
    const doc = base()
    spoil(doc)
    const opened = openProject(JSON.stringify(doc, null, 1))
    expect(opened.ok).toBe(false)
    if (!opened.ok) expect(opened.problems.map(sayProblem).join(' ')).toMatch(why)
  })
})

describe('project files', () => {
  it.each(['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)(
    '%s reads back as it was written',
    name => {
      const project = demoProject(name)
      expect(openProject(writeProject(project))).toEqual({ ok: true, project })
    }
  )
  it('a file of format 1 is carried forward: no bays, pilots, rows or flows, and all else as it was', () => {
    const text = readFileSync(new URL('kept/format-1.json', import.meta.url), 'utf8')
    const opened = openProject(text)
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    const old = JSON.parse(text) as typeof opened.project
    // Format 3 brought the cruise in cloud, in which is on what is on in the cruise by night.
    for (const item of old.items) {
      const index = item.power?.phases?.indexOf('cruise by night') ?? -1
      if (index >= 0) item.power!.phases!.splice(index + 1, 0, 'cruise in cloud')
    }
    // Format 5 says what an item's needs are for; flying in cloud has its hour.
    const { items, ...rest } = old
    expect(opened.project).toMatchObject({
      ...rest,
      format: FORMAT,
      brief: { ...rest.brief, flying: expect.any(Array) }
    })
    expect(opened.project.items.map(item => item.id)).toEqual(items.map(item => item.id))
    expect(opened.project.airframe.pilots).toEqual([])
    expect(opened.project.airframe.panel.bays).toEqual([])
    for (const option of opened.project.options)
      expect([option.rows, option.groups, option.labels, option.flows]).toEqual([[], [], [], []])
  })
  it('a file of format 2 is carried forward: what is on in the cruise by night is on in cloud, the supply is the proposal', () => {
    const text = readFileSync(new URL('kept/format-2.json', import.meta.url), 'utf8').replace(
      '"essential": true',
      '"phases": ["taxi", "cruise by night"], "essential": true'
    )
    const opened = openProject(text)
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.items.flatMap(item => (item.power?.phases ? [item.power.phases] : []))).toEqual([
      ['taxi', 'cruise by night', 'cruise in cloud']
    ])
    expect(opened.project.airframe).toMatchObject({
      batteryC: 20,
      spareFuses: false,
      wiring: { ambientC: 50, altitudeFt: 18_000, wireC: 150, structureOhm: 0.005 }
    })
    for (const option of opened.project.options) expect(option.supply).toBeUndefined()
  })
  it('a file of format 3 is carried forward: what it said twice counts as it counted then', () => {
    const text = readFileSync(new URL('kept/format-3.json', import.meta.url), 'utf8')
    const plain = openProject(text)
    expect(complaint(plain)).toBe('')
    const old = JSON.parse(text) as typeof good
    const option = old.options[0]!
    const [one, two, three] = option.units.slice(0, 3).map(unit => unit.id) as [string, string, string]
    option.circuits = [
      { unit: 'long gone' },
      { unit: one, breakerA: 3 },
      { unit: two, sharesWith: one },
      { unit: three, sharesWith: two },
      { unit: one, breakerA: 5 }
    ]
    const [leg] = old.airframe.routes
    old.airframe.routes.push({ from: leg!.to, to: leg!.from, lengthMm: leg!.lengthMm + 900 })
    old.log.push({ on: '2026-11-01', text: 'Begun' } as (typeof old.log)[number])
    const opened = openProject(JSON.stringify(old))
    expect(complaint(opened)).toBe('')
    if (!opened.ok || !plain.ok) return
    expect(opened.project.airframe.routes).toEqual(plain.project.airframe.routes)
    expect(opened.project.options[0]!.circuits).toEqual([
      { unit: one, breakerA: 5 },
      { unit: two, sharesWith: one },
      // It shared a breaker that was shared itself: all three hang on the first.
      { unit: three, sharesWith: one }
    ])
    // In a ring none has a breaker of its own: all hang on that of the first.
    option.circuits = [
      { unit: two, sharesWith: three },
      { unit: one, sharesWith: two },
      { unit: three, sharesWith: one }
    ]
    const ring = openProject(JSON.stringify(old))
    expect(ring.ok && ring.project.options[0]!.circuits).toEqual([
      { unit: two },
      { unit: one, sharesWith: two },
      { unit: three, sharesWith: two }
    ])
    expect(opened.project.log).toEqual([{ id: 'log-1', on: '2026-11-01', text: 'Begun' }])
  })
  it('a file of format 6 is carried forward: nothing is known of its wires, and nobody has entered pins', () => {
    const opened = openProject(readFileSync(new URL('kept/format-6.json', import.meta.url), 'utf8'))
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.options.every(option => option.wires.length === 0)).toBe(true)
    expect(opened.project.items.every(item => item.connectors === undefined)).toBe(true)
  })
  it('a file of format 7 is carried forward: the shop works at the usual pace', () => {
    const opened = openProject(readFileSync(new URL('kept/format-7.json', import.meta.url), 'utf8'))
    if (!opened.ok) throw new Error(opened.problems.map(sayProblem).join(' '))
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.brief.shop).toBeUndefined()
  })
  it('a file of format 8 is carried forward: the two lumps of a quote say what they cover', () => {
    const text = readFileSync(new URL('kept/format-8.json', import.meta.url), 'utf8')
    const opened = openProject(text)
    if (!opened.ok) throw new Error(opened.problems.map(sayProblem).join(' '))
    const old = JSON.parse(text) as { options: { quotes: { equipmentCents: number; labourCents: number }[] }[] }
    expect(opened.project.format).toBe(FORMAT)
    expect(old.options.some(option => option.quotes.length > 0)).toBe(true)
    opened.project.options.forEach((option, i) =>
      option.quotes.forEach((quote, j) => {
        const was = old.options[i]!.quotes[j]!
        expect(quote.lines.map(line => line.cents)).toEqual([was.equipmentCents, was.labourCents])
      })
    )
  })
  it('a file of format 9 is carried forward: hours to open that nobody entered were none, and stay none', () => {
    const opened = openProject(readFileSync(new URL('kept/format-9.json', import.meta.url), 'utf8'))
    if (!opened.ok) throw new Error(opened.problems.map(sayProblem).join(' '))
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.options[0]!.phases.map(phase => phase.accessHours)).toEqual([6, 0])
    expect(opened.project.options[0]).toMatchObject({ costs: [], actuals: [], tasks: [], shifts: [] })
  })
  it.each([
    [
      'days that fall',
      { tasks: [{ id: 't', name: 'Annual', days: [3, 2, 4], after: [], before: [], hours: 0 }] },
      /rise/
    ],
    ['a negative day', { tasks: [{ id: 't', name: 'Annual', days: [-1, 2, 4] }] }, /tasks\[0\]\.days\[0\]/],
    [
      'two costs of one id',
      {
        costs: [
          { id: 'c', says: 'A', cents: 1 },
          { id: 'c', says: 'B', cents: 1 }
        ]
      },
      /costs.*“c”/
    ],
    ['a cost in a visit that is not there', { costs: [{ id: 'c', says: 'A', cents: 1, phase: 'y9' }] }, /y9/],
    [
      'a line paid twice',
      { actuals: ['a', 'b'].map(says => ({ line: 'panel', says, cents: 1, on: '2027-01-01' })) },
      /panel/
    ],
    ['paid on no day', { actuals: [{ line: 'panel', says: 'a', cents: 1, on: 'soon' }] }, /actuals\[0\]\.on/]
  ])('%s is refused with its place', (_, patch, says) =>
    expect(complaint(spoilt(d => Object.assign((d.options as object[])[0]!, patch)))).toMatch(says)
  )
  it('a quote whose weeks do not rise from best to worst is refused with its place: a spread made of it would run backwards', () => {
    const opened = spoilt(document => {
      const [quote] = document.options.flatMap(option => option.quotes)
      Object.assign(quote!, { weeks: [9, 5, 7] })
    })
    expect(complaint(opened)).toMatch(/Line \d+, column \d+.*weeks.*best, likely and worst must rise/)
  })
  it('a quote with two lines of one id is refused with its place', () => {
    const two = (d: Record<string, unknown>) => {
      const line = { id: 'l1', says: 'Labour', cents: 1, covers: [] }
      const quote = { id: 'q', shop: 'Tarn Panels', lines: [line, line], weeks: [1, 2, 3], note: '' }
      ;(d.options as { quotes: unknown[] }[])[0]!.quotes = [quote]
    }
    expect(complaint(spoilt(two))).toMatch(/quotes\[0\]\.lines\[1\]\.id: “l1” names two lines/)
  })
  it('a file of format 0 is carried forward', () => {
    const opened = openProject(readFileSync(new URL('./kept/format-0.json', import.meta.url), 'utf8'))
    expect(complaint(opened)).toBe('')
    if (!opened.ok) return
    expect(opened.project.format).toBe(FORMAT)
    expect(opened.project.options).toHaveLength(1)
    expect(opened.project.options[0]).toMatchObject({ id: 'a', name: 'Option A', units: [{ id: 'dial' }] })
    expect(opened.project.handChecks).toHaveLength(1)
  })
  it('a truncated file is said to be cut off, with the line', () => {
    const opened = openProject(text.slice(0, 5000))
    expect(complaint(opened)).toMatch(/^Line \d+, column \d+: the file ends in the middle: it was cut off$/)
  })
  it.each([
    ['', 'the file is empty'],
    ['hello', 'not JSON'],
    ['[1,2]', 'no “format” number'],
    ['{"name":"x"}', 'no “format” number'],
    ['null', 'no “format” number']
  ])('%j is refused: %s', (foreign, why) => expect(complaint(openProject(foreign))).toContain(why))
  it('a newer format is refused with what to do', () =>
    expect(
      complaint(
        spoilt(d => {
          ;(d as Record<string, unknown>).format = FORMAT + 1
        })
      )
    ).toMatch(/format 11 by a newer Ewerpanel.*Nothing was changed/))
  it.each(Array.from({ length: FORMAT }, (_, format) => format))(
    'a file of format %d with the wrong things in it is refused in words, whatever they are',
    format => {
      for (const wrong of [7, 'x', null, [], {}, [null], [{ units: 3 }], { panel: 1 }])
        for (const field of ['airframe', 'options', 'items', 'fitted', 'handChecks', 'brief', 'agreed', 'log'])
          expect(complaint(openProject(JSON.stringify({ format, [field]: wrong }))), field).not.toBe('')
    }
  )
  it('brackets beyond any document of ours are told with their place, not followed to the end', () => {
    expect(complaint(openProject('['.repeat(100_000)))).toMatch(
      /^Line 1, column 101: brackets are nested more than 100 deep/
    )
    expect(complaint(openProject(`{"a": "${'['.repeat(500)}"`))).toMatch(/cut off/)
    expect(complaint(openProject(`{"format": ${FORMAT},\n"x": ${'{"a":'.repeat(20_000)}`))).toMatch(/^Line 2, column/)
  })
  it('of a file with very many faults the first are told', () => {
    const many = JSON.stringify({ ...good, fitted: Array.from({ length: 400 }, () => ({})) }, null, 1)
    const opened = openProject(many)
    expect(opened.ok ? 0 : opened.problems.length).toBe(200)
  })
  it('a place is that of the character, first and last of a line', () => {
    const text = 'ab\ncd\n'
    expect([0, 1, 2, 3, 5, 6].map(at => Object.values(positionAt(text, at)))).toEqual([
      [1, 1],
      [1, 2],
      [1, 3],
      [2, 1],
      [2, 3],
      [3, 1]
    ])
  })
  it('a file of a hundred megabytes is refused before it is read', () =>
    expect(complaint(openProject(' '.repeat(MOST_BYTES + 1)))).toMatch(/Maximum is 20 MB/))
  it.each([
    [
      'a negative mass',
      (d: typeof good) => {
        d.items[3]!.massKg = -1
      },
      /items\[3\]\.massKg: must not be negative \(it is -1\)/
    ],
    [
      'NaN, which JSON writes as null',
      (d: typeof good) => {
        d.airframe.alternatorA = Number.NaN
      },
      /airframe\.alternatorA: is null; a number is required/
    ],
    [
      'a word for a number',
      (d: typeof good) => {
        ;(d.airframe as unknown as Record<string, unknown>).alternatorA = 'sixty'
      },
      /airframe\.alternatorA: is not a number/
    ],
    [
      'an item that is not there',
      (d: typeof good) => {
        d.options[0]!.units[0]!.item = 'none-such'
      },
      /options\[0\]\.units\[0\]\.item: there is no item “none-such”/
    ],
    [
      'an id used twice',
      (d: typeof good) => {
        d.options[0]!.units[1]!.id = d.options[0]!.units[0]!.id
      },
      /units\[1\]\.id: the unit id “asi” is used twice/
    ],
    [
      'a place that is not there',
      (d: typeof good) => {
        d.fitted[0]!.place = 'moon'
      },
      /fitted\[0\]\.place: there is no place “moon”/
    ],
    [
      'a battery of nothing',
      (d: typeof good) => {
        d.airframe.battery.capacityAh = 0
      },
      /capacityAh: must be more than 0/
    ],
    [
      'half a position',
      (d: typeof good) => {
        delete d.options[0]!.units[0]!.yMm
      },
      /yMm: is missing: a position needs both/
    ],
    [
      'a field nobody knows',
      (d: typeof good) => {
        ;(d.brief as Record<string, unknown>).colour = 'red'
      },
      /there is no field “colour” here/
    ],
    [
      'a switch without its position',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [{ id: 's', name: 'Master', positions: ['OFF', 'ON'], normal: 'UP' }],
          ties: []
        }
      },
      /supply\.switches\[0\]\.normal: “UP” is none of the positions OFF, ON/
    ],
    [
      'a tie that ends nowhere',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [],
          ties: [{ id: 't', name: 'Feed', kind: 'wire', from: 'battery', to: 'moon', milliohm: 0 }]
        }
      },
      /supply\.ties\[0\]\.to: there is no bus or source “moon” in this option/
    ],
    [
      'a second battery of nothing',
      (d: typeof good) => {
        d.options[0]!.supply = {
          sources: [{ kind: 'battery', id: 'b2', name: 'Second', chemistry: 'lithium', capacityAh: 0, ratedHours: 1 }],
          buses: [{ id: 'main', name: 'Main', role: 'main' }],
          switches: [],
          ties: []
        }
      },
      /capacityAh: must be more than 0/
    ],
    [
      'a breaker shared with nobody',
      (d: typeof good) => {
        d.options[0]!.circuits = [{ unit: 'audio-4', sharesWith: 'ghost' }]
      },
      /sharesWith: there is no unit “ghost” in this option/
    ],
    [
      'a gauge the table has not',
      (d: typeof good) => {
        d.options[0]!.circuits = [{ unit: 'audio-4', awg: 19 as 20 }]
      },
      /awg: is 19; it must be one of 22, 20/
    ]
  ])('%s is named with its line and field', (_name, change, why) =>
    expect(complaint(spoilt(change))).toMatch(new RegExp(`Line \\d+, column \\d+, .*${why.source}`))
  )
  it('the line is the one a text editor shows', () => {
    const bad = text.replace('"alternatorA": 60', '"alternatorA": -60')
    const line = bad.split('\n').findIndex(text => text.includes('"alternatorA": -60')) + 1
    expect(complaint(openProject(bad))).toMatch(new RegExp(`^Line ${line}, `))
  })
  it('HTML in a name is kept as text, letter for letter', () => {
    const opened = spoilt(d => {
      d.title = '<img src=x onerror=alert(1)>'
    })
    expect(opened.ok && opened.project.title).toBe('<img src=x onerror=alert(1)>')
  })
})
