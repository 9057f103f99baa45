import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { main } from './commands'
import { within } from './within'

const root = join(import.meta.dirname, '..')
const there = mkdtempSync(join(tmpdir(), 'ewerpanel-cli-'))
/** The command line, in this process: what it wrote, and how it ended. */
async function run(...args: string[]) {
  let [stdout, stderr] = ['', '']
  const status = await main(args, {
    out: text => {
      stdout += text
    },
    error: text => {
      stderr += text
    }
  })
  return { status, stdout, stderr }
}
const demo = 'demo/projects/3-skerrow-dunlin.json'

describe('the command line', () => {
  it('report prints the report of an option as JSON', async () => {
    const { status, stdout } = await run('report', demo, '--option', 'b')
    expect(status).toBe(0)
    expect((JSON.parse(stdout) as { optionId: string; figures: { money: { value: number } } }).optionId).toBe('b')
  })
  it('check exits 1 when something must be fixed', async () => {
    const { status, stdout } = await run('check', demo, '--option', 'b')
    expect(status).toBe(1)
    expect(stdout).toMatch(/^must fix\tUnits overlap\t/m)
  })
  it('check exits 0 when nothing does', async () => {
    const project = JSON.parse(readFileSync(join(root, 'demo/projects/2-hollin-whimbrel.json'), 'utf8')) as {
      brief: { flying: string[] }
    }
    project.brief.flying = ['day VFR']
    writeFileSync(join(there, 'day.json'), JSON.stringify(project))
    const { status, stdout } = await run('check', join(there, 'day.json'))
    expect(stdout).toMatch(/0 must fix/)
    expect(status).toBe(0)
  })
  it.each([
    ['dxf', /SECTION/],
    ['svg', /<svg .*mm"/],
    ['csv', /^fate,unit,label/],
    ['loads', /^Electrical load analysis\n[^]*\nAlternator output,/],
    ['json', /"format": 10/]
  ])('export --to %s writes the file', async (to, content) => {
    const out = join(there, `out.${to}`)
    expect((await run('export', demo, '--to', to, '-o', out)).status).toBe(0)
    expect(readFileSync(out, 'utf8')).toMatch(content)
  })
  it('a drawing with must-fixes on the face is not written unless asked for anyway', async () => {
    const out = join(there, 'b.dxf')
    const refused = await run('export', demo, '--option', 'b', '--to', 'dxf', '-o', out)
    expect(refused.status).toBe(2)
    expect(refused.stderr).toContain('--anyway')
    expect(existsSync(out)).toBe(false)
    expect((await run('export', demo, '--option', 'b', '--to', 'dxf', '--anyway', '-o', out)).status).toBe(0)
    expect(readFileSync(out, 'utf8')).toContain('SECTION')
  })
  it('every piece of a panel with bays is written, each a drawing of its own', async () => {
    const project = JSON.parse(readFileSync(join(root, 'demo/projects/2-hollin-whimbrel.json'), 'utf8')) as {
      airframe: { panel: { outline: [number, number][]; bays: unknown[] } }
      options: { units: unknown[]; links: unknown[] }[]
    }
    const [x, y] = [0, 1].map(i => Math.max(...project.airframe.panel.outline.map(p => p[i]!)))
    Object.assign(project.options[0]!, { units: [], links: [], circuits: [], flows: [], rows: [], groups: [] })
    project.airframe.panel.bays = [
      {
        id: 'left',
        name: 'Left bay',
        outline: [
          [40, 40],
          [x! / 2, 40],
          [x! / 2, y! / 2],
          [40, y! / 2]
        ],
        lipMm: 12,
        screwPitchMm: 80,
        screwHoleMm: 4
      }
    ]
    writeFileSync(join(there, 'bays.json'), JSON.stringify(project))
    const out = join(there, 'face.dxf')
    expect((await run('export', join(there, 'bays.json'), '--to', 'dxf', '-o', out)).status).toBe(0)
    for (const file of [out, join(there, 'face-left.dxf')]) expect(readFileSync(file, 'utf8')).toContain('OUTLINE')
    expect((await run('export', join(there, 'bays.json'), '--to', 'dxf')).stderr).toContain('-o')
  })
  it('import checks a catalogue and turns CSV into JSON', async () => {
    const out = join(there, 'catalogue.json')
    expect((await run('import', 'demo/catalogue.csv', '-o', out)).status).toBe(0)
    expect((JSON.parse(readFileSync(out, 'utf8')) as { catalogue: number }).catalogue).toBe(2)
  })
  it('import carries an old format forward', async () => {
    const { status, stdout } = await run('import', 'core/document/file/kept/format-0.json')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({ format: 10 })
  })
  it.each([
    [['report', 'no-such.json'], /no-such.json cannot be read/],
    [['report', demo, '--option', 'zz'], /no option “zz”.*a, b, c/],
    [['export', demo], /--to is missing/],
    [['export', demo, '--to', 'pdf'], /“pdf”; use dxf, svg, csv, loads or json/],
    [['export', demo, '--to', 'dxf', '-o', '/no/such/place.dxf'], /cannot be written/],
    [['check', 'package.json'], /not an Ewerpanel project/],
    [['fly'], /no command “fly”/],
    [['report'], /requires a file/],
    [['import', 'README.md'], /Line 1, column 1/]
  ])('%j fails with 2 and says why on the error stream', async (args, why) => {
    const { status, stdout, stderr } = await run(...args)
    expect(stderr).toMatch(why)
    expect(stdout).toBe('')
    expect(status).toBe(2)
  })
})

describe('a file that is not read in time', () => {
  it('is given up, even by what never ends of itself; what ends, and what fails, is as without a limit', () => {
    const endless = () => {
      for (let n = 0; ; n++) if (n < 0) return 'never'
    }
    expect(within(endless, () => 'late', 50)).toBe('late')
    expect(
      within(
        () => 'read',
        () => 'late',
        50
      )
    ).toBe('read')
    expect(() =>
      within(
        () => {
          throw new RangeError('as it was')
        },
        () => 'late',
        50
      )
    ).toThrow(RangeError)
  })
})
