import { describe, expect, it } from 'vitest'
import { demoCatalogue } from '../testing.demo'
import { Connector, connectorProblems, CONTACT_SIZES, CONTACT_TAKES, LINES, linesOf, Pin } from './connector'
import { PORT_KINDS } from './vocabulary'

const PORTS = [
  { id: 's1', kind: 'rs-232' as const, flow: 'both' as const },
  { id: 'bus', kind: 'can' as const, flow: 'both' as const },
  { id: 'gps', kind: 'coax' as const, flow: 'in' as const }
]
const shell = (pins: Pin[], id = 'J1'): Connector => ({ id, kind: 'd-sub', contacts: 'pins', pins })
const said = (...connectors: Connector[]) => connectorProblems(connectors, PORTS).map(problem => problem.message)
const pin = (name: string, port: string, line: string): Pin => ({ pin: name, use: 'port', port, line })

describe('contacts', () => {
  // Contact sizes and the wire they are crimped on (MIL-C-39029: size 20 takes AWG 20 to 24, size 22D 22 to 28, size 16 16 to 20,
  // size 12 12 to 14; amps 7.5, 5, 13 and 23; from memory). Ours are no wider than these in amps.
  it.each([
    [20, 20, 24, 7.5],
    [22, 22, 28, 5],
    [16, 16, 20, 13],
    [12, 12, 14, 23]
  ] as const)('size %i takes AWG %i and thinner, and no more than %f, %f A', (size, thick, thin, amps) => {
    const takes = CONTACT_TAKES[size]
    expect(takes.awg[0]).toBeLessThanOrEqual(thick)
    expect(takes.awg[1]).toBeLessThanOrEqual(thin)
    expect(takes.amps).toBeLessThanOrEqual(amps)
  })
  it('a thicker contact takes thicker wire and bears more', () => {
    for (let index = 1; index < CONTACT_SIZES.length; index++) {
      const [thick, thin] = [CONTACT_TAKES[CONTACT_SIZES[index - 1]!], CONTACT_TAKES[CONTACT_SIZES[index]!]]
      expect(thick.amps).toBeGreaterThan(thin.amps)
      expect(thick.awg[0]).toBeLessThan(thin.awg[1])
    }
  })
})

describe('lines of a port', () => {
  // TIA-232: transmitted data, received data, common; ARINC 429 and CAN are a balanced pair; 100BASE-TX two pairs (from memory).
  it.each([
    ['rs-232', 3],
    ['arinc 429', 2],
    ['can', 2],
    ['ethernet', 4],
    ['coax', 1]
  ] as const)('%s has %i', (kind, many) => expect(LINES[kind]).toHaveLength(many))
  it('one that only speaks has nothing to hear by, and the other way round', () => {
    expect(linesOf({ kind: 'rs-232', flow: 'out' })).toEqual(['tx', 'common'])
    expect(linesOf({ kind: 'rs-232', flow: 'in' })).toEqual(['rx', 'common'])
    expect(linesOf({ kind: 'arinc 429', flow: 'in' })).toEqual(['a', 'b'])
  })
  it('every kind of port has lines, each named once; a wireless one has none', () => {
    for (const kind of PORT_KINDS) {
      expect(LINES[kind].length > 0, kind).toBe(kind !== 'wireless')
      expect(new Set(LINES[kind]).size).toBe(LINES[kind].length)
    }
  })
})

describe('what is wrong with a pin table', () => {
  it('nothing, where each pin has one use and each line one pin', () =>
    expect(
      said(
        shell([
          { pin: '1', use: 'power' },
          { pin: '2', use: 'ground' },
          pin('3', 's1', 'tx'),
          pin('4', 's1', 'rx'),
          { pin: '5', use: 'spare' }
        ])
      )
    ).toEqual([]))
  it.each<[string, Connector[], RegExp]>([
    [
      'a pin twice',
      [
        shell([
          { pin: '1', use: 'spare' },
          { pin: '1', use: 'ground' }
        ])
      ],
      /^pin 1 of J1: is there twice$/
    ],
    [
      'two shells of one name',
      [shell([{ pin: '1', use: 'spare' }]), shell([{ pin: '1', use: 'spare' }])],
      /^“J1” is used twice$/
    ],
    ['a port that is not there', [shell([pin('1', 's9', 'tx')])], /there is no port “s9”; there are s1, bus, gps$/],
    ['a port left out', [shell([{ pin: '1', use: 'port', line: 'tx' }])], /names no port$/],
    [
      'a line that the port has not',
      [shell([pin('1', 's1', 'high')])],
      /“high” is no line of s1, rs-232 both; it has tx, rx, common$/
    ],
    ['a line on two pins', [shell([pin('1', 's1', 'tx'), pin('2', 's1', 'tx')])], /tx of s1 is pin 1 of J1 already$/],
    [
      'a ground that names a port',
      [shell([{ pin: '1', use: 'ground', port: 's1' }])],
      /is for ground and names a port all the same$/
    ],
    ['an input of what is no power', [shell([{ pin: '1', use: 'ground', input: 2 }])], /an input is only of power$/]
  ])('%s', (_, connectors, words) => {
    const problems = said(...connectors)
    expect(problems).toHaveLength(1)
    expect(problems[0]).toMatch(words)
  })
  it('a line of a bus may come out twice, so that it can be led on, also in another shell', () => {
    expect(said(shell([pin('1', 'bus', 'high'), pin('2', 'bus', 'high')]))).toEqual([])
    expect(said(shell([pin('1', 'bus', 'low')]), shell([pin('1', 'bus', 'low')], 'J2'))).toEqual([])
  })
  it('each is told with the way to it', () => {
    const [problem] = connectorProblems([shell([{ pin: '1', use: 'spare' }, pin('2', 's1', 'high')])], PORTS)
    expect(problem!.path).toEqual([0, 'pins', 1, 'line'])
  })
})

describe('as it is entered', () => {
  const names = (value: unknown) => Pin.safeParse(value).success
  it('pins are numbers or letters as moulded into the shell', () => {
    for (const name of ['1', '62', 'A', 'AA', 'a', '+', 'T1-2']) expect(names({ pin: name, use: 'spare' })).toBe(true)
    for (const name of ['', '1 2', 'pin;1', '123456789']) expect(names({ pin: name, use: 'spare' })).toBe(false)
  })
  it('a shell without a pin, or with a contact size that nobody makes, is refused', () => {
    expect(Connector.safeParse(shell([])).success).toBe(false)
    expect(names({ pin: '1', use: 'power', size: 18 })).toBe(false)
    expect(names({ pin: '1', use: 'power', size: 16 })).toBe(true)
  })
  it('all of the demo catalogue hold together', () => {
    for (const { connectors, ports } of demoCatalogue()) expect(connectorProblems(connectors ?? [], ports)).toEqual([])
  })
})
