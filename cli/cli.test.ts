import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const root = join(import.meta.dirname, '..')
const there = mkdtempSync(join(tmpdir(), 'ewerpanel-cli-'))
const run = (...args: string[]) =>
  spawnSync(process.execPath, [join(root, 'node_modules/tsx/dist/cli.mjs'), join(root, 'cli/main.ts'), ...args], {
    encoding: 'utf8',
    cwd: root,
    timeout: 60_000
  })
const demo = 'demo/projects/3-skerrow-dunlin.json'

describe('the command line', () => {
  it('report prints the report of an option as JSON', () => {
    const { status, stdout } = run('report', demo, '--option', 'b')
    expect(status).toBe(0)
    expect((JSON.parse(stdout) as { optionId: string; figures: { money: { value: number } } }).optionId).toBe('b')
  })
  it('check exits 1 when something stops work', () => {
    const { status, stdout } = run('check', demo)
    expect(status).toBe(1)
    expect(stdout).toMatch(/^stops work\twiring.signal-missing\t/m)
  })
  it('check exits 0 when nothing does', () => {
    const project = JSON.parse(readFileSync(join(root, 'demo/projects/2-hollin-whimbrel.json'), 'utf8')) as {
      brief: { flying: string[] }
    }
    project.brief.flying = ['day VFR']
    writeFileSync(join(there, 'day.json'), JSON.stringify(project))
    const { status, stdout } = run('check', join(there, 'day.json'))
    expect(stdout).toMatch(/0 stop work/)
    expect(status).toBe(0)
  })
  it.each([
    ['dxf', /SECTION/],
    ['svg', /<svg .*mm"/],
    ['csv', /^fate,unit,label/],
    ['loads', /^Electrical load analysis\n[^]*\nAlternators give,/],
    ['json', /"format": 3/]
  ])('export --to %s writes the file', (to, content) => {
    const out = join(there, `out.${to}`)
    expect(run('export', demo, '--to', to, '-o', out).status).toBe(0)
    expect(readFileSync(out, 'utf8')).toMatch(content)
  })
  it('import checks a catalogue and turns CSV into JSON', () => {
    const out = join(there, 'catalogue.json')
    expect(run('import', 'demo/catalogue.csv', '-o', out).status).toBe(0)
    expect((JSON.parse(readFileSync(out, 'utf8')) as { catalogue: number }).catalogue).toBe(1)
  })
  it('import carries an old format forward', () => {
    const { status, stdout } = run('import', 'core/formats/kept/format-0.json')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({ format: 3 })
  })
  it.each([
    [['report', 'no-such.json'], /no-such.json cannot be read/],
    [['report', demo, '--option', 'zz'], /no option “zz”.*a, b, c/],
    [['export', demo], /--to is missing/],
    [['export', demo, '--to', 'pdf'], /“pdf”; dxf, svg, csv, loads or json/],
    [['export', demo, '--to', 'dxf', '-o', '/no/such/place.dxf'], /cannot be written/],
    [['check', 'package.json'], /not an Ewerpanel project/],
    [['fly'], /no command “fly”/],
    [['report'], /wants a file/],
    [['import', 'README.md'], /Line 1, column 1/]
  ])('%j fails with 2 and says why on the error stream', (args, why) => {
    const { status, stdout, stderr } = run(...args)
    expect(stderr).toMatch(why)
    expect(stdout).toBe('')
    expect(status).toBe(2)
  })
})
