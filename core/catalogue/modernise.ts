/**
 * Items as they were written up to format 4 knew only what a port can carry, and needs of the whole item. From format 5 on a
 * port that speaks both ways tells what it says itself, and a need tells what it is for. This carries an old item over by what
 * it is; it works on plain data and never looks at today’s schema.
 */

interface OldPort {
  id: string
  kind: string
  flow: string
  signals: string[]
  says?: string[]
}
interface OldNeed {
  what: string
  name: string
  port?: string
  required?: boolean
  for?: string[]
  text?: string
}
interface OldItem {
  id: string
  kind?: string
  ports?: OldPort[]
  provides?: string[]
  needs?: OldNeed[]
  tanks?: number
}

const DATA_BUSES = ['can', 'discrete', 'ethernet', 'rs-232', 'arinc 429', 'analogue']
/** What a unit of a kind says itself where it shares a bus with others; what is left it only hears. */
const SAYS: Record<string, readonly string[]> = {
  'display': ['autopilot mode', 'com tuning', 'nav tuning', 'transponder control', 'flight plan'],
  'attitude and air data': ['attitude', 'heading', 'air data', 'altitude code'],
  'magnetometer': ['magnetic field'],
  'engine monitor': ['engine data', 'fuel flow'],
  'autopilot computer': ['servo drive', 'trim drive', 'autopilot mode'],
  'autopilot controller': ['autopilot mode'],
  'panel button': ['autopilot mode'],
  'servo': [],
  'remote com': [],
  'transponder': [],
  'remote transponder': ['traffic', 'weather'],
  'adapter': []
}
/** What an instrument senses itself, by what it gives. */
const SENSED: Record<string, readonly string[]> = {
  'attitude sensing': ['attitude'],
  'air data sensing': ['air data', 'altitude code'],
  'heading': ['heading'],
  'magnetic sensing': ['magnetic field']
}

function portOf(item: OldItem, port: OldPort): OldPort {
  if (port.flow !== 'both' || port.says || !DATA_BUSES.includes(port.kind)) return port
  const says =
    item.kind === 'round instrument' ? (item.provides ?? []).flatMap(name => SENSED[name] ?? []) : SAYS[item.kind ?? '']
  return says ? { ...port, says: port.signals.filter(signal => says.includes(signal)) } : port
}

/** Aerials of old needs, the coax port each went to, and what of a box with several radios depends on it. */
const AERIAL_OF: Record<string, { ports: RegExp; for: readonly string[] }> = {
  'com antenna': { ports: /com/, for: ['com'] },
  'nav antenna': { ports: /nav|vor/, for: ['vor', 'localizer', 'glideslope'] },
  'gps antenna': { ports: /gps|gnss/, for: ['gps', 'waas gps', 'moving map', 'position', 'flight plan'] },
  'waas gps antenna': {
    ports: /gps|gnss/,
    for: ['gps', 'waas gps', 'moving map', 'position', 'flight plan', 'roll steering', 'time']
  },
  'transponder antenna': { ports: /xp/, for: [] },
  'marker antenna': { ports: /mk|marker/, for: ['marker'] },
  'elt antenna': { ports: /elt|ae/, for: [] }
}
const FROM_ATTITUDE = ['attitude', 'slip', 'rate of turn', 'electronic primary display']
const FROM_AIR = ['airspeed', 'altitude', 'sensitive altitude', 'vertical speed']
const FROM_PITOT = [...FROM_AIR, 'air data sensing', 'air data', 'altitude code']
const FROM_POSITION = ['moving map', 'electronic multifunction display']

function needOf(item: OldItem, need: OldNeed, mine: (names: readonly string[]) => string[] | undefined): OldNeed {
  const { kind } = item
  const coax = (item.ports ?? []).filter(port => port.kind === 'coax')
  const aerial = AERIAL_OF[need.name]
  if (need.what === 'function' && aerial && coax.length) {
    const port = coax.find(oldPort => aerial.ports.test(oldPort.id)) ?? (coax.length === 1 ? coax[0] : undefined)
    if (!port) return need
    const scope = coax.length > 1 || need.name === 'marker antenna' ? mine(aerial.for) : undefined
    return { ...need, what: 'aerial', port: port.id, ...(scope && { for: scope }) }
  }
  if (need.what === 'function' && need.name === 'pitot and static' && (item.provides ?? []).includes('attitude'))
    return { ...need, ...(mine(FROM_PITOT) && { for: mine(FROM_PITOT) }) }
  if (need.what === 'function' && kind === 'attitude and air data' && need.name === 'pitot and static')
    return { ...need, ...(mine(FROM_PITOT) && { for: mine(FROM_PITOT) }) }
  if (need.what === 'function' && need.name === 'backup power') return { ...need, required: false }
  if (need.what === 'function' && kind === 'autopilot computer') return { ...need, for: ['autopilot'] }
  if (need.what !== 'signal') return need
  if (kind === 'display') {
    const scope = mine(
      need.name === 'attitude'
        ? FROM_ATTITUDE
        : need.name === 'heading'
          ? ['heading']
          : need.name === 'position'
            ? FROM_POSITION
            : []
    )
    return scope ? { ...need, for: scope } : need
  }
  if (kind === 'attitude and air data' && need.name === 'magnetic field') {
    const scope = mine(['heading'])
    return scope ? { ...need, for: scope } : need
  }
  // What an engine box without a face waited for was somebody who shows it.
  if (kind === 'engine monitor' && need.name === 'engine data')
    return { ...need, what: 'listener', ...(item.provides?.length && { for: [...item.provides] }) }
  if (kind?.endsWith('transponder') && need.name === 'position' && mine(['ads-b out']))
    return { ...need, for: ['ads-b out'] }
  return need
}

/** Carries an item of format 4 or earlier over to format 5; anything else passes as it is. */
export function modernise(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || !Array.isArray((raw as OldItem).needs ?? [])) return raw
  const item = raw as OldItem
  if (!Array.isArray(item.ports ?? []) || !Array.isArray(item.provides ?? [])) return raw
  const { kind } = item
  const provides = [...(item.provides ?? [])]
  const add = (name: string) => {
    if (!provides.includes(name)) provides.push(name)
  }
  if (kind === 'autopilot computer') add('autopilot')
  if (provides.includes('transponder')) add('altitude reporting')
  const ports = (item.ports ?? []).map(port => portOf(item, port))
  const said = new Set(
    ports.flatMap(port => (port.flow === 'in' ? [] : port.flow === 'out' ? port.signals : (port.says ?? port.signals)))
  )
  const mine = (names: readonly string[]) => {
    const found = names.filter(name => provides.includes(name) || said.has(name))
    return found.length ? found : undefined
  }
  const whole = { ...item, provides }
  const needs = (item.needs ?? []).map(need => needOf(whole, need, mine))
  const add2 = (need: OldNeed) => {
    if (!needs.some(oldNeed => oldNeed.what === need.what && oldNeed.name === need.name)) needs.push(need)
  }
  const hears = (signal: string) => ports.some(port => port.flow !== 'out' && port.signals.includes(signal))
  // A screen shows the air data that it hears; one that hears none has its own.
  const air = mine(FROM_AIR)
  if (kind === 'display' && hears('air data') && air)
    add2({ what: 'signal', name: 'air data', required: true, for: air, text: '' })
  if (provides.includes('altitude reporting') && hears('altitude code'))
    add2({ what: 'signal', name: 'altitude code', required: true, for: ['altitude reporting'], text: '' })
  // An adapter repeats what it hears: it says nothing of its own.
  if (kind === 'adapter')
    for (const signal of said)
      if (hears(signal)) add2({ what: 'signal', name: signal, required: true, for: [signal], text: '' })
  return {
    ...item,
    ...(item.ports && { ports }),
    ...((item.provides || provides.length) && { provides }),
    ...((item.needs || needs.length) && { needs }),
    ...(provides.includes('fuel quantity') && item.tanks === undefined && kind !== 'airframe part' && { tanks: 2 })
  }
}
