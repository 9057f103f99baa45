import * as messages from './messages'
import { varied } from '../cache'
import { accountOf, type Account } from './account'
import type { Part } from './parts'
import { isOwnFunction, type FunctionName } from '../catalogue'
import { finding, type Design, type DesignUnit, type Finding, type Remedy } from '../design'
import { type Phrase } from '../quantity'

/** Of these an aeroplane has several, each for itself: none is there for nothing. */
const COUNTED: ReadonlySet<FunctionName> = new Set<FunctionName>([
  'circuit protection',
  'lighting control',
  'usb charging',
  'position lights',
  'anti-collision light',
  'landing light',
  'belts',
  'shoulder harness',
  'fuel quantity',
  'fresh air',
  'stowage',
  'alert audio',
  'warning lights',
  'com antenna',
  'nav antenna',
  'gps antenna',
  'waas gps antenna',
  'transponder antenna',
  'elt antenna',
  'marker antenna',
  'backup power',
  'battery power',
  'generator',
  'trim steering',
  'roll steering',
  'pitch steering',
  'engine sensing',
  'tablet holding',
  'elt control',
  'four-place jacks',
  'two-place intercom',
  'power contactor',
  'voltage regulation'
])
/** These are missed in flight, as is whatever a person has named: a second one that lives on when the first dies is a backup. */
const MISSED: ReadonlySet<FunctionName> = new Set<FunctionName>([
  'airspeed',
  'altitude',
  'sensitive altitude',
  'attitude',
  'heading',
  'rate of turn',
  'slip',
  'com',
  'gps',
  'waas gps',
  'vor',
  'localizer',
  'glideslope',
  'transponder',
  'magnetic direction',
  'attitude sensing',
  'air data sensing',
  'magnetic sensing'
])
/** Nobody misses these once nothing needs them. */
const ONLY_SUPPORT: ReadonlySet<FunctionName> = new Set<FunctionName>([
  'vacuum source',
  'vacuum lines',
  'gyro power warning',
  'two-place intercom',
  'gps antenna'
])

/**
 * Whether something stops without a unit, or it still gives something missed in flight after a loss that takes it from the rest.
 * Such a loss is in the chain of each of the others, so only those are tried.
 */
function backsUp(account: Account, unit: DesignUnit, chainsOf: ChainsOf): boolean {
  const own = account.part('unit', unit.id)
  if (!own) return false
  return unit.item.provides.some(name => {
    if (!account.gives(unit.id, name)) return false
    const others = chainsOf(name).filter(chain => chain.unit !== unit && !chain.parts.has(own))
    if (others.length === 0) return !account.works(name, [own])
    if (!MISSED.has(name) && !isOwnFunction(name)) return false
    const shared = [...others[0]!.parts].filter(part => others.every(other => other.parts.has(part)))
    return shared.some(part => {
      if (!account.gives(unit.id, name, [part])) return false
      // Another that is left, and does not live on this unit, is asked first: it is known already.
      const left = others.some(
        other =>
          account.gives(other.unit.id, name, [part]) && !account.chain(name, [part], other.unit.id)!.includes(own)
      )
      return !left && !account.works(name, [part, own])
    })
  })
}
/** Names told one by one; of more than that the rest is counted. */
const MOST_NAMES = 4
const fewOf = (units: readonly DesignUnit[]): Phrase => messages.firstOf({ units, mostNames: MOST_NAMES })

/** By function, who gives it and one chain of each: made once. */
type ChainsOf = (name: FunctionName) => { unit: DesignUnit; parts: ReadonlySet<Part> }[]
function chainsIn(account: Account): ChainsOf {
  const known = new Map<FunctionName, ReturnType<ChainsOf>>()
  return name => {
    const found =
      known.get(name) ?? account.givers(name).map(unit => ({ unit, parts: new Set(account.chain(name, [], unit.id)) }))
    known.set(name, found)
    return found
  }
}

/** What serves others and nobody any more: a pump and hoses without a gyro. */
const SERVES: ReadonlySet<FunctionName> = new Set<FunctionName>(['vacuum source', 'vacuum lines', 'gyro power warning'])
const WANTS_AIR: ReadonlySet<FunctionName> = new Set<FunctionName>(['vacuum source', 'vacuum lines'])
function leftOver(design: Design): Finding[] {
  const serving = design.units.filter(
    unit => unit.item.provides.length > 0 && unit.item.provides.every(name => SERVES.has(name))
  )
  const served = design.units.some(
    unit =>
      !serving.includes(unit) && unit.item.needs.some(need => need.what === 'function' && WANTS_AIR.has(need.name))
  )
  if (served || serving.length === 0) return []
  return [
    finding(
      'functions.left-over',
      serving.map(unit => unit.id),
      {
        weight: 'note',
        basis: { kind: 'derived', source: 'needs in the catalogue entries' },
        says: messages.leftOver(serving),
        remedies: [
          {
            says: messages.leftOverRemedy(serving),
            edits: serving.map(unit => ({ type: 'unit.remove' as const, option: design.optionId, unit: unit.id }))
          }
        ]
      }
    )
  ]
}

/** Who would give each function, by its catalogue entry; whether it works is the account’s to say. */
function providers(units: readonly DesignUnit[]): Map<FunctionName, DesignUnit[]> {
  const found = new Map<FunctionName, DesignUnit[]>()
  for (const unit of units)
    for (const name of unit.item.provides) {
      const known = found.get(name)
      if (known) known.push(unit)
      else found.set(name, [unit])
    }
  return found
}

/** What was taken out and would have to stay for a function to work as it did: what its chain rests on, if that brings it back. */
function keepRemedies(design: Design, found: Design, name: FunctionName): Remedy[] {
  const here = new Set(design.units.map(unit => unit.id))
  const rests = new Set((accountOf(found).chain(name) ?? []).map(part => part.id))
  const back = found.units.filter(unit => rests.has(unit.id) && !here.has(unit.id))
  if (back.length === 0) return []
  const units = [...design.units, ...back]
  const stands = new Set(units.map(unit => unit.id))
  const known = new Set(design.links.map(link => link.id))
  const links = found.links.filter(
    ({ id, from, to }) =>
      !known.has(id) &&
      stands.has(from.unit) &&
      stands.has(to.unit) &&
      back.some(unit => unit.id === from.unit || unit.id === to.unit)
  )
  if (!accountOf(varied(design, { units, links: [...design.links, ...links] })).works(name)) return []
  return [
    {
      says: messages.keepRemedy(back),
      edits: back.map(unit => ({ type: 'unit.restore' as const, option: design.optionId, unit: unit.id }))
    }
  ]
}

/** What is found of functions, which are lost against the aeroplane as found, and which work. */
export interface FunctionsReport {
  findings: Finding[]
  lost: FunctionName[]
  works: ReadonlySet<FunctionName>
}
/**
 * What each choice silently takes away, what is there twice for nothing, what is left over, units where they cannot work, seats
 * without sound.
 * @param found the aeroplane as found
 */
export function examineFunctions(design: Design, found: Design): FunctionsReport {
  const account = accountOf(design)
  const now = providers(design.units)
  const works = account.functions()
  const chainsOf = chainsIn(account)
  const findings: Finding[] = []
  const before = accountOf(found)
  const lost = [...before.functions()].filter(name => !works.has(name) && !ONLY_SUPPORT.has(name))
  for (const name of lost) {
    const givers = before.givers(name)
    const there = now.get(name) ?? []
    findings.push(
      finding('functions.lost', [...new Set([...givers, ...there].map(unit => unit.id))], {
        key: name,
        weight: 'decide',
        basis: { kind: 'derived', source: 'what works as installed, against this option' },
        lacks: there.length ? undefined : { functions: [name] },
        says: messages.lost({ there, name, givers }),
        remedies: keepRemedies(design, found, name)
      })
    )
  }
  for (const unit of design.units) {
    const gives = unit.item.provides
    if (
      gives.length === 0 ||
      gives.some(name => COUNTED.has(name) || now.get(name)!.every(other => other.id === unit.id)) ||
      backsUp(account, unit, chainsOf)
    )
      continue
    const others = [...new Set(gives.flatMap(name => now.get(name)!))].filter(other => other.id !== unit.id)
    findings.push(
      finding('functions.duplicate', unit.id, {
        weight: 'note',
        basis: { kind: 'derived', source: 'functions in the catalogue entries, and what each single loss leaves' },
        says: messages.duplicate({ unit, few: fewOf(others), gives }),
        remedies: [
          {
            says: messages.duplicateRemedy(unit),
            edits: [{ type: 'unit.remove', option: design.optionId, unit: unit.id }]
          }
        ]
      })
    )
  }
  findings.push(...leftOver(design))
  for (const unit of design.units)
    if (!unit.item.mounts.includes(unit.place.kind))
      findings.push(
        finding('functions.place', unit.id, {
          weight: 'must fix',
          basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
          says: messages.place(unit)
        })
      )
  const { seats } = design.brief
  if (seats > 2 && now.has('two-place intercom') && !now.has('four-place intercom'))
    findings.push(
      finding(
        'functions.seats',
        now.get('two-place intercom')!.map(unit => unit.id),
        {
          weight: 'decide',
          measured: 2,
          limit: seats,
          basis: { kind: 'derived', source: 'seats in the brief' },
          lacks: { functions: ['four-place intercom'] },
          says: messages.seats(seats)
        }
      )
    )
  return { findings, lost, works }
}
