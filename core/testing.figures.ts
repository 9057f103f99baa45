import { createHash } from 'node:crypto'
import { AS_FOUND, resolve, type Design, type FigureOf } from './design'
import type { Project } from './document'
import { demoCatalogue, demoProject } from './testing.demo'
import { richDemo } from './testing.rich'
import { examine, explain, type Report } from './report'

/**
 * What the options of the demo come to, to be held against what they came to before: a change nobody meant is seen, whatever rule it
 * is in. It proves nothing right; the tests of each rule against its source do that.
 */
export interface Figures {
  /** Code, subjects, weight, and what was measured against which limit. */
  findings: string[]
  /** Of each part of the report: how many numbers and words of a choice it holds, the sum of the numbers, and a digest of both in order. */
  parts: Record<string, string>
}

/** Sentences are left out: they may be written better. */
const SENTENCES = new Set(['says', 'text', 'title', 'meaning', 'formula', 'note', 'basis', 'help'])
const isPhrase = (value: readonly unknown[]) =>
  value.some(part => typeof part === 'object' && part !== null && 'is' in part)
/** More than an id or a choice: a sentence, or a piece of one. */
const isWords = (value: string) => value.split(' ').length > 3
/** Of an input of a working, where it comes from is a sentence too. */
const isSentence = (key: string, of: object) => SENTENCES.has(key) || (key === 'from' && 'symbol' in of)
/** Nine figures tell any real change, and no difference in the last bit of a machine. */
const figure = (value: number) => (Number.isFinite(value) ? Number(value.toPrecision(9)).toString() : String(value))

function digest(part: unknown, design: Design): string {
  const hash = createHash('sha256')
  let count = 0
  let sum = 0
  // Units and items are what was asked, not what was found.
  const asked = new Set<unknown>(design.units.flatMap(unit => [unit, unit.item, unit.place]))
  const visit = (value: unknown): void => {
    if (typeof value === 'number') {
      count++
      if (Number.isFinite(value)) sum += value
      hash.update(`${figure(value)};`)
    } else if (typeof value === 'boolean' || (typeof value === 'string' && !isWords(value))) {
      count++
      hash.update(`${value};`)
    } else if (value instanceof Map || value instanceof Set) for (const one of value) visit(one)
    else if (Array.isArray(value)) for (const one of isPhrase(value) ? [] : value) visit(one)
    else if (typeof value === 'object' && value !== null && !asked.has(value))
      for (const key of Object.keys(value).sort())
        if (!isSentence(key, value)) {
          hash.update(`${key}:`)
          visit((value as Record<string, unknown>)[key])
        }
  }
  visit(part)
  return `${count} values, sum ${figure(Number(sum.toPrecision(9)))}, ${hash.digest('hex').slice(0, 10)}`
}

/** Figures whose workings are looked at, in each design. */
function workingsOf(design: Design, report: Report): Record<string, unknown> {
  const each = (kind: FigureOf['kind'], ofs: readonly string[]) => ofs.map(of => explain(design, report, { kind, of }))
  const units = report.power.circuits.map(circuit => circuit.unit)
  const ties = report.power.feeders.map(feeder => feeder.tie)
  return {
    whole: (['money', 'useful load', 'arm', 'amps', 'minutes', 'metal', 'wires', 'rules', 'findings'] as const).flatMap(
      kind => each(kind, [''])
    ),
    circuits: (['circuit breaker', 'circuit wire', 'circuit drop', 'circuit switch'] as const).flatMap(kind =>
      each(kind, units)
    ),
    feeders: (['feeder rating', 'feeder wire'] as const).flatMap(kind => each(kind, ties)),
    loads: each(
      'load',
      report.power.loads.map(load => load.phase)
    ),
    coax: each(
      'coax',
      report.wiring.radio.chains.map(chain => chain.link)
    ),
    magnetometers: each(
      'magnetometer',
      report.wiring.disturbances.map(found => `${found.magnetometer} ${found.wire}`)
    ),
    bends: each(
      'bend',
      report.strength.bends.map(bend => bend.unit)
    ),
    trays: each(
      'tray',
      design.units.map(unit => unit.id)
    ),
    loadings: each(
      'loading',
      design.airframe.loadings.map(loading => loading.id)
    )
  }
}

const ROOMS = ['panel', 'strength', 'pilot', 'power', 'wiring', 'rules', 'mass', 'money'] as const
function figuresOf(design: Design, report: Report): Figures {
  const parts: Record<string, string> = { figures: digest(report.figures, design) }
  for (const room of ROOMS)
    for (const [key, part] of Object.entries(report[room]))
      if (key !== 'findings' && typeof part !== 'function') parts[`${room}.${key}`] = digest(part, design)
  for (const [key, workings] of Object.entries(workingsOf(design, report)))
    parts[`workings.${key}`] = digest(workings, design)
  return {
    findings: report.findings.map(({ code, subjects, weight, measured, limit }) =>
      [
        code,
        subjects.join('+'),
        weight,
        measured !== undefined && figure(measured),
        limit !== undefined && figure(limit)
      ]
        .filter(Boolean)
        .join(' ')
    ),
    parts
  }
}

/** Projects that are looked at, by name. */
export const PROJECTS_LOOKED_AT: Readonly<Record<string, () => Project>> = {
  teasel: () => demoProject('1-teasel-ls'),
  whimbrel: () => demoProject('2-hollin-whimbrel'),
  dunlin: () => demoProject('3-skerrow-dunlin'),
  rich: () => richDemo().rich
}
/** The day on which the demo is looked at. */
const TODAY = '2026-12-01'
/** What each option of a project, and the aeroplane as found, comes to. */
export function demoFigures(name: string): Record<string, Figures> {
  const project = PROJECTS_LOOKED_AT[name]!()
  const catalogue = [...project.items, ...demoCatalogue()]
  const found = resolve(project, AS_FOUND)
  return Object.fromEntries(
    [AS_FOUND, ...project.options.map(option => option.id)].map(option => {
      const design = resolve(project, option)
      return [option, figuresOf(design, examine(design, found, { catalogue, today: TODAY }))]
    })
  )
}
