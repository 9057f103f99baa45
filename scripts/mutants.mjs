// npm run mutants -- core/ROOM [COUNT [SEED]]: changes the room on purpose, a line at a time, and tells which changes no test noticed.
// Not part of npm test. A sample drawn by seed, from lines that compare, reckon or choose.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Stryker } from '@stryker-mutator/core'
import { seeded } from './random.mjs'

const [room, count = '70', seed = '1'] = process.argv.slice(2)
if (!room?.startsWith('core/')) {
  console.error('Say which room: npm run mutants -- core/power [lines [seed]].')
  process.exit(2)
}
process.env.MUTANTS_OF = room

/** A line that holds a rule, a limit or arithmetic; words and imports hold none. */
const DECIDES = /(?:[<>]=?|[!=]==|&&|\|\||\?\?|[\w)\]] [-+*/] [\w(]|Math\.|\.(?:some|every|filter|find)\(| \? )/
const IS_TEXT = /^\s*(?:\/\/|\*|\/\*|import|export (?:\*|\{|type|interface)|says|source|from |[`'"])/
const lines = readdirSync(room, { recursive: true })
  .map(file => join(room, String(file)))
  .filter(file => file.endsWith('.ts') && !/\.test\.ts$|testing/.test(file))
  .sort()
  .flatMap(file =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((line, index) =>
        DECIDES.test(line) && !IS_TEXT.test(line) ? [`${file}:${index + 1}-${index + 1}`] : []
      )
  )

const random = seeded(Number(seed))
const drawn = lines
  .map(line => ({ line, by: random() }))
  .sort((a, b) => a.by - b.by)
  .slice(0, Number(count))
  .map(({ line }) => line)

const results = await new Stryker({
  mutate: drawn,
  mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral', 'ArrayDeclaration', 'BlockStatement'] },
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutants.config.ts' },
  coverageAnalysis: 'perTest',
  // A mutant of what is worked out while a file is loaded needs the whole run to itself.
  ignoreStatic: true,
  tsconfigFile: 'tsconfig.mutants.json',
  ignorePatterns: [
    '.nuxt/*',
    '!.nuxt/tsconfig*.json',
    '.output',
    '.data*',
    'app',
    'server',
    'docs',
    'tests',
    'bench',
    'test-results'
  ],
  reporters: ['dots'],
  concurrency: 2,
  // Loading the core takes a while on a busy machine: only a loop without end takes longer than this.
  timeoutMS: 90_000,
  // A design that is examined wrongly may be kept for good: a runner is begun again before it fills the memory.
  maxTestRunnerReuse: 25,
  logLevel: 'warn'
}).runMutationTest()

const tried = results.filter(({ status }) => status !== 'Ignored' && status !== 'CompileError')
const noticed = tried.filter(({ status }) => status === 'Killed' || status === 'Timeout' || status === 'RuntimeError')
for (const { status, fileName, location, mutatorName, replacement } of tried) {
  if (status !== 'Survived' && status !== 'NoCoverage') continue
  const where = `${fileName.slice(fileName.indexOf('core/'))}:${location.start.line}`
  const what = String(replacement).replace(/\s+/g, ' ').slice(0, 90)
  console.log(`${status === 'Survived' ? 'not noticed' : 'not tested'}: ${where} ${mutatorName}: ${what}`)
}
console.log(
  `${room}: ${noticed.length} of ${tried.length} noticed, ${((100 * noticed.length) / tried.length).toFixed(0)} % (seed ${seed})`
)
