import { describe, expect, it } from 'vitest'
import { functionsLost } from '../../capability'
import { AS_FOUND, finish, resolve, type FigureKind } from '../../design'
import { playScenes } from '../../power'
import { readPhrase, type Phrase, type Reading } from '../../quantity'
import { failuresOf } from '../../resilience'
import { demoProject } from '../../testing.demo'
import { balanceSheet, budgetSheet, complianceSheet, examine, explain, harnessPapers, loadAnalysis } from '..'

/** Records stand as people wrote them, sources as they were published; the unit of a figure is put into the reader’s where it is shown. */
const WRITTEN = new Set(['item', 'unit', 'source'])
const isPhrase = (value: unknown): value is Phrase =>
  Array.isArray(value) &&
  value.every(piece => typeof piece === 'string' || (piece && typeof piece === 'object' && 'is' in piece)) &&
  value.some(piece => typeof piece === 'object')

/** All that is said in a report, a working or a sheet, as a person reads it. */
function* textsOf(value: unknown, reading: Reading, seen: Set<object>): Generator<string> {
  if (typeof value === 'string') yield value
  if (!value || typeof value !== 'object' || seen.has(value) || ArrayBuffer.isView(value)) return
  seen.add(value)
  if (isPhrase(value)) return void (yield readPhrase(value, reading))
  const parts = value instanceof Map ? [...value.values()] : Object.entries(value).filter(([key]) => !WRITTEN.has(key))
  for (const part of parts) yield* textsOf(value instanceof Map ? part : (part as [string, unknown])[1], reading, seen)
}
/** Everything the program says of every option of every demo aeroplane. */
function saidIn(reading: Reading): Set<string> {
  const said = new Set<string>()
  for (const name of ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const) {
    const project = demoProject(name)
    const before = resolve(project, AS_FOUND)
    for (const option of project.options) {
      const design = resolve(project, option.id)
      const report = examine(design, before, { today: '2026-11-28' })
      const of = (kind: FigureKind, list: readonly string[]) => list.map(id => ({ kind, of: id }))
      const units = design.units.map(unit => unit.id)
      const feeders = report.power.feeders.map(feeder => feeder.tie)
      const figures = [
        ...of('money', ['']),
        ...of('useful load', ['']),
        ...of('arm', ['']),
        ...of('amps', ['']),
        ...of('minutes', ['']),
        ...of('metal', ['']),
        ...of('wires', ['']),
        ...(['bend', 'tray', 'circuit breaker', 'circuit wire', 'circuit drop', 'circuit switch'] as const).flatMap(
          kind => of(kind, units)
        ),
        ...(['feeder rating', 'feeder wire'] as const).flatMap(kind => of(kind, feeders)),
        ...of(
          'load',
          report.power.loads.map(load => load.phase)
        ),
        ...of(
          'coax',
          report.wiring.radio.chains.map(chain => chain.link)
        )
      ]
      const failures = failuresOf(design)
      const parts = [
        report,
        failures,
        finish(playScenes(design, report.power.circuits, functionsLost(design))),
        figures.map(figure => explain(design, report, figure)),
        loadAnalysis(design, report.power, '', reading),
        balanceSheet(design, report.mass, '', reading),
        complianceSheet(design, { rules: report.rules, failures }, '', reading),
        harnessPapers(design, report.wiring, '', reading),
        budgetSheet(design, report, '', reading)
      ]
      for (const part of parts) for (const text of textsOf(part, reading, new Set())) said.add(text)
    }
  }
  return said
}
/** Sections of rules and handbooks, which have a point in every language, and days. */
const CITED = /\b(?:AC |14 CFR |CFR )?\d{2,3}\.\d{1,4}(?:-\d+\w*)?(?:\(\w+\))*|\d{2}\.\d{2}\.\d{4}/g
/** What a rule pack quotes. */
const QUOTED = /TSO-C|airspace/

describe('what is said follows the reader, wherever it is said', () => {
  it('in a German office nothing has a point before its parts, and nothing is in inches, feet of wire or pounds', () => {
    const said = [...saidIn({ system: 'metric', locale: 'de-DE' })].filter(text => !QUOTED.test(text))
    expect(said.length).toBeGreaterThan(1500)
    expect(said.filter(text => /\d\.\d(?!\d\d\b)/.test(text.replace(CITED, '')))).toEqual([])
    // Heights are flown in feet everywhere.
    expect(said.filter(text => /\d (?:in|lb|ft)\b/.test(text.replace(/\d+[.,]000 ft/g, '')))).toEqual([])
  })
  it('in an American shop nothing is in millimetres, metres or kilograms', () => {
    const said = [...saidIn({ system: 'inch', locale: 'en-US' })].filter(text => !QUOTED.test(text))
    expect(said.filter(text => /\d (?:mm|cm|m|kg)\b/.test(text))).toEqual([])
    expect(said.filter(text => /(?:^|[\s(])-\d/.test(text))).toEqual([])
  })
})
