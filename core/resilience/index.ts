import type { FunctionName } from '../catalogue'
import type { Design, DesignUnit, Finding } from '../design'
import { enumerate, price, say, thing } from '../quantity'

/** Having these twice is prudence, not waste. */
const WORTH_HAVING_TWICE: ReadonlySet<FunctionName> = new Set<FunctionName>([
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
  'backup power',
  'battery power',
  'generator',
  'transponder',
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
  'trim steering',
  'magnetic direction',
  'attitude sensing',
  'air data sensing',
  'magnetic sensing',
  'engine sensing',
  'two-place intercom',
  'roll steering',
  'pitch steering',
  'tablet holding',
  'elt control'
])
/** Nobody misses these once nothing needs them. */
const ONLY_SUPPORT: ReadonlySet<FunctionName> = new Set<FunctionName>([
  'vacuum source',
  'gyro power warning',
  'two-place intercom',
  'gps antenna'
])

/** Who gives each function, by unit id. */
export function providers(units: readonly DesignUnit[]): Map<FunctionName, DesignUnit[]> {
  const found = new Map<FunctionName, DesignUnit[]>()
  for (const unit of units) for (const name of unit.item.provides) found.set(name, [...(found.get(name) ?? []), unit])
  return found
}

/** What each choice silently takes away, what is there twice for nothing, and seats without sound. */
export function examineFunctions(design: Design): { findings: Finding[]; lost: FunctionName[] } {
  const now = providers(design.units)
  const findings: Finding[] = []
  const before = providers([
    ...design.units.filter(unit => unit.state !== 'new'),
    ...design.removed.map(one => one.unit)
  ])
  const lost = [...before.keys()].filter(name => !now.has(name) && !ONLY_SUPPORT.has(name))
  for (const name of lost)
    findings.push({
      id: `functions.lost:${name}`,
      code: 'functions.lost',
      weight: 'decide',
      subjects: before.get(name)!.map(unit => unit.id),
      basis: { kind: 'derived', source: 'functions in the catalogue entries, as installed against this option' },
      lacks: { functions: [name] },
      says: say`No ${name} any more: ${enumerate(before.get(name)!.map(thing))} gave it.`,
      remedies: before
        .get(name)!
        .slice(0, 1)
        .map(unit => ({
          says: say`Keep ${thing(unit)}.`,
          edits: [{ type: 'unit.restore' as const, option: design.optionId, unit: unit.id }]
        }))
    })
  for (const unit of design.units) {
    const gives = unit.item.provides
    if (
      gives.length === 0 ||
      gives.some(name => WORTH_HAVING_TWICE.has(name) || now.get(name)!.every(one => one.id === unit.id))
    )
      continue
    const others = [...new Set(gives.flatMap(name => now.get(name)!.filter(one => one.id !== unit.id)))]
    findings.push({
      id: `functions.duplicate:${unit.id}`,
      code: 'functions.duplicate',
      weight: 'note',
      subjects: [unit.id],
      basis: { kind: 'derived', source: 'functions in the catalogue entries' },
      says: say`${thing(unit)} only shows what ${enumerate(others.map(thing), ' and ')} ${others.length > 1 ? 'show' : 'shows'} already (${gives.join(', ')}). Without it: ${unit.state === 'new' ? say`${price(unit.priceCents)} and ` : ''}a hole less.`,
      remedies: [
        {
          says: say`Remove ${thing(unit)}.`,
          edits: [{ type: 'unit.remove', option: design.optionId, unit: unit.id }]
        }
      ]
    })
  }
  for (const unit of design.units)
    if (!unit.item.mounts.includes(unit.place.kind))
      findings.push({
        id: `functions.place:${unit.id}`,
        code: 'functions.place',
        weight: 'must fix',
        subjects: [unit.id],
        basis: { kind: 'entered', source: `catalogue entry ${unit.item.name}` },
        says: say`${thing(unit)} is entered at ${unit.place.name} (${unit.place.kind}); it is made for ${unit.item.mounts.join(' or ')}.`,
        remedies: []
      })
  const { seats } = design.brief
  if (seats > 2 && now.has('two-place intercom') && !now.has('four-place intercom'))
    findings.push({
      id: 'functions.seats',
      code: 'functions.seats',
      weight: 'decide',
      subjects: now.get('two-place intercom')!.map(unit => unit.id),
      measured: 2,
      limit: seats,
      basis: { kind: 'derived', source: 'seats in the brief' },
      remedies: [],
      lacks: { functions: ['four-place intercom'] },
      says: say`The brief asks for ${seats} seats; the intercom serves two. The back seats will hear nothing.`
    })
  return { findings, lost }
}
