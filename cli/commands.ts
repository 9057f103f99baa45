import { readFileSync, statSync, writeFileSync } from 'node:fs'
import { extname } from 'node:path'
import { defineCommand, runCommand, showUsage } from 'citty'
import { format } from 'date-fns'
import { partsToCut, wholeFace } from '../core/build'
import { FINDING_TITLES, resolve, ResolveError } from '../core/design'
import { MOST_BYTES, openProject, sayProblem, writeProject, type Project } from '../core/document'
import {
  readCatalogueCsv,
  readCatalogueJson,
  writeAnalysisCsv,
  writeCatalogueCsv,
  writeCatalogueJson,
  writeFaceDxf,
  writePartDxf,
  writePartSvg,
  writePartsCsv
} from '../core/formats'
import { readPhrase, US, type Reading } from '../core/quantity'
import { examineOption, loadAnalysis } from '../core/report'
import { READ_LIMIT_MS, within } from './within'

/** Where what is written goes. */
export interface Streams {
  out: (text: string) => void
  error: (text: string) => void
}

/** What was asked cannot be done: the message goes to the error stream and the program ends with 2. */
class CannotDo extends Error {}
const fail = (message: string): never => {
  throw new CannotDo(message)
}

function read(file: string): string {
  try {
    const { size } = statSync(file)
    if (size > MOST_BYTES) fail(`${file} has ${(size / 1048576).toFixed(0)} MB. Maximum is ${MOST_BYTES / 1048576} MB.`)
    return readFileSync(file, 'utf8')
  } catch (error) {
    if (error instanceof CannotDo) throw error
    return fail(`${file} cannot be read: ${(error as Error).message}`)
  }
}

/** Reads something out of a file, however damaged it is, in a limited time. */
const reading = <T>(file: string, run: () => T): T =>
  within(run, () =>
    fail(
      `${file} could not be read within ${READ_LIMIT_MS / 1000} seconds; it is damaged, or far larger than one of its kind.`
    )
  )

function open(file: string): Project {
  const text = read(file)
  const opened = reading(file, () => openProject(text))
  return opened.ok ? opened.project : fail(opened.problems.map(problem => `${file}: ${sayProblem(problem)}`).join('\n'))
}

function optionOf(project: Project, wanted: string | undefined): string {
  const id = wanted ?? project.options[0]?.id
  if (id === undefined) return fail('This project has no option to examine.')
  try {
    return resolve(project, id).optionId
  } catch (error) {
    if (error instanceof ResolveError) return fail(error.message)
    throw error
  }
}

function write(streams: Streams, out: string | undefined, text: string): void {
  if (out === undefined) {
    streams.out(text)
    return
  }
  try {
    writeFileSync(out, text)
  } catch (error) {
    fail(`${out} cannot be written: ${(error as Error).message}`)
  }
}

/** The name of a file with a word before its ending: `face.dxf` and `left` give `face-left.dxf`. */
const nextTo = (file: string, word: string): string => {
  const ending = extname(file)
  return `${file.slice(0, file.length - ending.length)}-${word}${ending}`
}

/** Units and language, as they were asked for. */
function readingOf({ units, locale }: { units: string; locale: string }): Reading {
  if (!['inch', 'mm'].includes(units)) fail(`--units is “${units}”; use inch or mm.`)
  try {
    return { system: units === 'mm' ? 'metric' : 'inch', locale: Intl.getCanonicalLocales(locale)[0] ?? US.locale }
  } catch {
    return fail(`--locale is “${locale}”; use a language tag such as en-US or de-DE.`)
  }
}

const file = { type: 'positional', description: 'project file (JSON)', required: true } as const
const option = {
  type: 'string',
  description: 'id of the option; the first when left out; as-found for the aircraft as installed'
} as const
const units = { type: 'string', description: 'inch or mm', default: 'inch' } as const
const locale = {
  type: 'string',
  description: 'language of numbers and dates, en-US or de-DE',
  default: 'en-US'
} as const

const report = (streams: Streams) =>
  defineCommand({
    meta: { name: 'report', description: 'Prints the whole report of an option as JSON.' },
    args: { file, option },
    run({ args }) {
      const project = open(args.file)
      // JSON has no infinity: an endless battery is written as null, and docs/file-formats.md says so.
      streams.out(
        `${JSON.stringify(examineOption(project, optionOf(project, args.option), { today: format(new Date(), 'yyyy-MM-dd') }), null, 1)}\n`
      )
    }
  })

const check = (streams: Streams) =>
  defineCommand({
    meta: { name: 'check', description: 'Lists findings; exits 1 when something must be fixed.' },
    args: { file, option, units, locale },
    run({ args }) {
      const reading = readingOf(args)
      const project = open(args.file)
      const { findings, optionName } = examineOption(project, optionOf(project, args.option), {
        today: format(new Date(), 'yyyy-MM-dd')
      })
      const stops = findings.filter(finding => finding.weight === 'must fix')
      for (const finding of findings)
        streams.out(`${finding.weight}\t${FINDING_TITLES[finding.code]}\t${readPhrase(finding.says, reading)}\n`)
      streams.out(`${optionName}: ${findings.length} findings, ${stops.length} must fix.\n`)
      return stops.length ? 1 : 0
    }
  })

const exporting = (streams: Streams) =>
  defineCommand({
    meta: { name: 'export', description: 'Writes the cut drawing, the parts list, the load analysis or the project.' },
    args: {
      file,
      option,
      to: { type: 'string', description: 'dxf, svg, csv, loads (the load analysis as CSV) or json' },
      units: { ...units, description: 'of the DXF and the load analysis: inch or mm' },
      locale,
      out: { type: 'string', alias: 'o', description: 'file to write; the terminal when left out' },
      anyway: { type: 'boolean', description: 'write the cut drawing although something must be fixed', default: false }
    },
    run({ args }) {
      const reading = readingOf(args)
      const writers: Record<string, (project: Project) => string> = {
        dxf: project => writeFaceDxf(designOf(project), reading.system),
        svg: project => writePartSvg(wholeFace(designOf(project))),
        csv: project => writePartsCsv(designOf(project)),
        loads: project => {
          const design = designOf(project)
          const { power } = examineOption(project, design.optionId)
          return writeAnalysisCsv(loadAnalysis(design, power, format(new Date(), 'd MMMM yyyy'), reading))
        },
        json: writeProject
      }
      const designOf = (project: Project) => resolve(project, optionOf(project, args.option))
      const writer = writers[args.to ?? '']
      if (!writer)
        return fail(`--to is ${args.to === undefined ? 'missing' : `“${args.to}”`}; use dxf, svg, csv, loads or json.`)
      const project = open(args.file)
      if (args.to === 'dxf' || args.to === 'svg') {
        const stops = examineOption(project, optionOf(project, args.option)).findings.filter(
          finding => finding.weight === 'must fix' && finding.code.startsWith('panel.')
        )
        if (stops.length && !args.anyway)
          return fail(
            `${stops.length} finding${stops.length > 1 ? 's' : ''} on the face must be fixed, so that a sheet cut now ` +
              `would be cut for nothing: ${readPhrase(stops[0]!.says, reading)} Nothing was written. --anyway writes it all the same.`
          )
        const parts = partsToCut(designOf(project))
        if (parts.length > 1) {
          // Each piece of metal is a drawing of its own: the frame under the name asked for, each bay beside it.
          const { out } = args
          if (out === undefined)
            return fail(
              `This panel has ${parts.length} pieces (${parts.map(part => part.name).join(', ')}): name a file with ` +
                `-o, and each is written next to it.`
            )
          for (const part of parts)
            write(
              streams,
              part.id === 'face' ? out : nextTo(out, part.id),
              args.to === 'dxf' ? writePartDxf(part, reading.system) : writePartSvg(part)
            )
          return 0
        }
      }
      write(streams, args.out, writer(project))
      return 0
    }
  })

const importing = (streams: Streams) =>
  defineCommand({
    meta: {
      name: 'import',
      description: 'Reads a project or a catalogue (CSV or JSON), checks it whole and writes it in today’s format.'
    },
    args: {
      file: { ...file, description: 'project or catalogue file' },
      out: { type: 'string', alias: 'o', description: 'file to write; the terminal when left out' }
    },
    run({ args }) {
      const text = read(args.file)
      const csv = args.file.toLowerCase().endsWith('.csv')
      if (!csv && !/^\s*\{\s*"catalogue"/.test(text)) {
        write(streams, args.out, writeProject(open(args.file)))
        return
      }
      const { items, problems } = reading(args.file, () => (csv ? readCatalogueCsv(text) : readCatalogueJson(text)))
      if (problems.length) fail(problems.map(problem => `${args.file}: ${sayProblem(problem)}`).join('\n'))
      write(
        streams,
        args.out,
        (args.out ?? args.file).toLowerCase().endsWith('.csv') ? writeCatalogueCsv(items) : writeCatalogueJson(items)
      )
    }
  })

/** The commands, each writing where it is told. */
const commandsFor = (streams: Streams) => ({
  report: report(streams),
  check: check(streams),
  export: exporting(streams),
  import: importing(streams)
})

/**
 * The command line.
 * @returns the exit code: 0, 1 where `check` found what must be fixed, 2 where what was asked cannot be done
 */
export async function main(args: readonly string[], streams: Streams): Promise<number> {
  const commands = commandsFor(streams)
  const [asked, ...rest] = args
  const all = defineCommand({
    meta: { name: 'ewerpanel', description: 'Examines and converts Ewerpanel projects.' },
    subCommands: commands
  })
  if (asked === undefined || asked === '--help' || rest.includes('--help')) {
    await showUsage(all)
    return asked === undefined ? 2 : 0
  }
  try {
    const command = Object.hasOwn(commands, asked) ? commands[asked as keyof typeof commands] : undefined
    if (!command) return fail(`There is no command “${asked}”. There are: ${Object.keys(commands).join(', ')}.`)
    if (rest.length === 0) fail(`${asked} requires a file.`)
    const { result } = await runCommand(command as never, { rawArgs: rest })
    return typeof result === 'number' ? result : 0
  } catch (error) {
    if (!(error instanceof CannotDo) && (error as Error).name !== 'CLIError') throw error
    streams.error((error as Error).message)
    return 2
  }
}
