import { defineCommand, runMain } from 'citty'
import { readFileSync, statSync, writeFileSync } from 'node:fs'
import { wholeFace } from '../core/build'
import {
  MOST_BYTES,
  openProject,
  readCatalogueCsv,
  readCatalogueJson,
  sayProblem,
  writeAnalysisCsv,
  writeCatalogueCsv,
  writeCatalogueJson,
  writeFaceDxf,
  writePartSvg,
  writePartsCsv,
  writeProject
} from '../core/formats'
import { type Project } from '../core/document'
import { resolve, ResolveError } from '../core/design'
import { examineOption, loadAnalysis } from '../core/report'
import { format } from 'date-fns'

/** Says what is wrong on the error stream and leaves with 2. */
function fail(message: string): never {
  console.error(message)
  process.exit(2)
}

function read(file: string): string {
  try {
    const { size } = statSync(file)
    if (size > MOST_BYTES)
      fail(`${file} has ${(size / 1048576).toFixed(0)} MB; at most ${MOST_BYTES / 1048576} MB are read.`)
    return readFileSync(file, 'utf8')
  } catch (error) {
    return fail(`${file} cannot be read: ${(error as Error).message}`)
  }
}

function open(file: string): Project {
  const opened = openProject(read(file))
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

function write(out: string | undefined, text: string): void {
  if (out === undefined) {
    process.stdout.write(text)
    return
  }
  try {
    writeFileSync(out, text)
  } catch (error) {
    fail(`${out} cannot be written: ${(error as Error).message}`)
  }
}

const file = { type: 'positional', description: 'project file (JSON)', required: true } as const
const option = {
  type: 'string',
  description: 'id of the option; the first when left out; as-found for the aeroplane as it is'
} as const

const report = defineCommand({
  meta: { name: 'report', description: 'Prints the whole report of an option as JSON.' },
  args: { file, option },
  run({ args }) {
    const project = open(args.file)
    // JSON has no infinity: an endless battery is written as null, and docs/file-formats.md says so.
    console.log(JSON.stringify(examineOption(project, optionOf(project, args.option)), null, 1))
  }
})

const check = defineCommand({
  meta: { name: 'check', description: 'Lists snags; exits 1 when something stops work.' },
  args: { file, option },
  run({ args }) {
    const project = open(args.file)
    const { snags, optionName } = examineOption(project, optionOf(project, args.option))
    const stops = snags.filter(snag => snag.weight === 'stops work')
    for (const snag of snags) console.log(`${snag.weight}\t${snag.code}\t${snag.text}`)
    console.log(`${optionName}: ${snags.length} snags, ${stops.length} stop work.`)
    process.exitCode = stops.length ? 1 : 0
  }
})

const exporting = defineCommand({
  meta: { name: 'export', description: 'Writes the cut drawing, the parts list, the load analysis or the project.' },
  args: {
    file,
    option,
    to: { type: 'string', description: 'dxf, svg, csv, loads (the load analysis as CSV) or json' },
    units: { type: 'string', description: 'of the DXF: inch or mm', default: 'inch' },
    out: { type: 'string', alias: 'o', description: 'file to write; the terminal when left out' }
  },
  run({ args }) {
    const project = open(args.file)
    const { to } = args
    if (to === undefined || !['dxf', 'svg', 'csv', 'loads', 'json'].includes(to))
      fail(`--to is ${to === undefined ? 'missing' : `“${to}”`}; dxf, svg, csv, loads or json is wanted.`)
    if (!['inch', 'mm'].includes(args.units)) fail(`--units is “${args.units}”; inch or mm is wanted.`)
    const design = resolve(project, optionOf(project, args.option))
    write(
      args.out,
      to === 'dxf'
        ? writeFaceDxf(design, args.units === 'mm' ? 'metric' : 'inch')
        : to === 'svg'
          ? writePartSvg(wholeFace(design))
          : to === 'csv'
            ? writePartsCsv(design)
            : to === 'loads'
              ? writeAnalysisCsv(
                  loadAnalysis(design, examineOption(project, design.optionId).power, format(new Date(), 'd MMMM yyyy'))
                )
              : writeProject(project)
    )
  }
})

const importing = defineCommand({
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
      write(args.out, writeProject(open(args.file)))
      return
    }
    const { items, problems } = csv ? readCatalogueCsv(text) : readCatalogueJson(text)
    if (problems.length) fail(problems.map(problem => `${args.file}: ${sayProblem(problem)}`).join('\n'))
    write(
      args.out,
      (args.out ?? args.file).toLowerCase().endsWith('.csv') ? writeCatalogueCsv(items) : writeCatalogueJson(items)
    )
  }
})

const COMMANDS = { report, check, export: exporting, import: importing }
const asked = process.argv[2]
if (asked !== undefined && !asked.startsWith('-') && !(asked in COMMANDS))
  fail(`There is no command “${asked}”. There are: ${Object.keys(COMMANDS).join(', ')}.`)
for (const name of ['report', 'check', 'export', 'import'])
  if (asked === name && process.argv[3] === undefined) fail(`${name} wants a file.`)

void runMain(
  defineCommand({
    meta: { name: 'ewerpanel', description: 'Examines and converts Ewerpanel projects.' },
    subCommands: COMMANDS
  })
)
