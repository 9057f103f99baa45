import { backUpFully } from './backup'
import { gzipSync } from 'node:zlib'
import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { BROWSER } from '../scripts/browser.mjs'
import { Account, accountOf } from '../core/capability'
import { failuresOf } from '../core/resilience'
import { examineRules } from '../core/rules'
import { bends, examinePanel, freeGround, groundOf, setDown } from '../core/panel'
import { seatsOf } from '../core/pilot'
import { examineWiring, listWires, proposeLinks } from '../core/wiring'
import { circuitsOf, loadsByPhase, shortestShed, simulate, powerModel, usualSettings } from '../core/power'
import { act, EMPTY_HISTORY, type Bench } from '../core/document'
import { finish, resolve } from '../core/design'
import { readCatalogueCsv } from '../core/formats'
import { openProject, writeProject, type Project } from '../core/document'
import { candidateEffects, examineOption, rankForPanel, removalEffects, standOptions } from '../core/report'
import { jobOdds, searchSplit, USUAL_PACE } from '../core/money'
import { startServer } from '../tests/server'
import { largeProject } from './generate'

/** What the owner of the work promised, and what this machine does. Nothing here passes or fails: read it. */
/** Run in the page: from an act until what it changes is drawn. */
const MEASURE_LETTER = `async text => {
  const field = document.querySelector('.find input')
  const shown = () => [...document.querySelectorAll('[data-item]')].map(row => row.dataset.item).join()
  const before = shown()
  const start = performance.now()
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, text)
  field.dispatchEvent(new Event('input', { bubbles: true }))
  while (shown() === before && performance.now() - start < 3000) await new Promise(done => requestAnimationFrame(done))
  return performance.now() - start
}`
/** Letters into the filter of the wire list until other rows stand there. */
const MEASURE_WIRES = `async text => {
  const field = document.querySelector('input[aria-label="Filter wire list"]')
  const shown = () => [...document.querySelectorAll('[data-wire]')].map(row => row.dataset.wire).join()
  const before = shown()
  const start = performance.now()
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, text)
  field.dispatchEvent(new Event('input', { bubbles: true }))
  while (shown() === before && performance.now() - start < 3000) await new Promise(done => requestAnimationFrame(done))
  return performance.now() - start
}`
const MEASURE_ADD = `async () => {
  const money = document.querySelector('[data-figure="money"] .value')
  const before = money.textContent
  const start = performance.now()
  document.querySelector('[data-item] button[aria-label^="Add "]').click()
  while (money.textContent === before && performance.now() - start < 20000) await new Promise(done => requestAnimationFrame(done))
  return performance.now() - start
}`
const MEASURE_STEP = `async step => {
  const start = performance.now()
  document.querySelector('nav[aria-label="Job card"] a[href*="/' + step + '"]').click()
  while (!(location.pathname.endsWith(step) && document.querySelector('main h1')) && performance.now() - start < 5000)
    await new Promise(done => requestAnimationFrame(done))
  await new Promise(done => requestAnimationFrame(() => setTimeout(done)))
  return performance.now() - start
}`
const rows: { what: string; median: string; p95: string; limit: string }[] = []
const at = (sorted: number[], share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
function note(what: string, ms: number[], limit: string) {
  const sorted = [...ms].sort((a, b) => a - b)
  rows.push({ what, median: `${at(sorted, 0.5).toFixed(2)} ms`, p95: `${at(sorted, 0.95).toFixed(2)} ms`, limit })
}
function time(what: string, limit: string, rounds: number, work: () => unknown) {
  for (let i = 0; i < rounds / 4; i++) work()
  note(
    what,
    Array.from({ length: rounds }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
    limit
  )
}

function openDemo(name: string): Project {
  const opened = openProject(readFileSync(new URL(`../demo/projects/${name}.json`, import.meta.url), 'utf8'))
  if (!opened.ok) throw new Error(`demo/projects/${name}.json cannot be opened`)
  return opened.project
}

/** A face of 40 by 12 in with 25 openings, one of them at a place of its own. */
function pierced(shiftMm: number) {
  const base = openDemo('2-hollin-whimbrel')
  const outline: [number, number][] = [
    [0, 0],
    [1016, 0],
    [1016, 304.8],
    [0, 304.8]
  ]
  const dial = {
    ...base.items[0]!,
    id: 'dial',
    face: {
      bezel: { shape: 'round' as const, diameterMm: 62 },
      cutout: { shape: 'round' as const, diameterMm: 57 },
      screws: [],
      stack: false
    }
  }
  const units = Array.from({ length: 25 }, (_, n) => ({
    id: `d${n}`,
    item: 'dial',
    label: `Dial ${n}`,
    place: 'panel',
    xMm: 60 + (n % 13) * 74 + (n === 12 ? shiftMm : 0),
    yMm: n < 13 ? 90 : 210
  }))
  const project = {
    ...base,
    fitted: [],
    fittedLinks: [],
    items: [...base.items, dial],
    airframe: { ...base.airframe, panel: { ...base.airframe.panel, outline, zones: [], bays: [] } },
    options: [{ ...base.options[0]!, units }]
  }
  const design = resolve(project, 'a')
  return {
    design,
    placed: units.map(unit => setDown({ id: unit.id, label: unit.label, item: dial }, unit.xMm, unit.yMm)!)
  }
}
let shifted = 0
time('face of 40 × 12 in with 25 openings as a plate, after one move (400 first, 150 after)', '150 ms', 12, () => {
  const { design, placed } = pierced((shifted += 0.1))
  bends(design, placed)
})

const project = largeProject()
const report = examineOption(project, 'a')
console.log(
  `Generated project: ${project.options[0]!.units.length} units, ${report.wiring.wires.length} wires, ${(writeProject(project).length / 1024).toFixed(0)} kB.`
)
// Each time another document: what is remembered of the one before must not help.
for (const count of [80, 160, 240, 320, 500]) {
  const large = largeProject(count)
  time(
    `examine the whole option, ${count} units, nothing remembered`,
    count === 80 ? '50 ms at p95' : 'growing no faster than n log n',
    24,
    () => examineOption(structuredClone(large), 'a')
  )
}
const dunlin = openDemo('3-skerrow-dunlin')
{
  const entries = readCatalogueCsv(readFileSync(new URL('../demo/catalogue.csv', import.meta.url), 'utf8')).items
  const [ten, all, removals]: [number[], number[], number[]] = [[], [], []]
  for (let round = 0; round < 5; round++) {
    const start = performance.now()
    let known = 0
    for (const _ of candidateEffects(dunlin, 'a', entries)) if (++known === 10) ten.push(performance.now() - start)
    all.push(performance.now() - start)
    const then = performance.now()
    finish(
      removalEffects(
        dunlin,
        'a',
        dunlin.options[0]!.units.map(unit => unit.id)
      )
    )
    removals.push(performance.now() - then)
  }
  note(`effects of adding, ZZ-DUN: the first ten of ${entries.length} entries`, ten, '300 ms')
  note(`effects of adding, ZZ-DUN: all ${entries.length} entries`, all, '2000 ms')
  note(`effects of removing, ZZ-DUN: all ${dunlin.options[0]!.units.length} units`, removals, '500 ms')
}
time('options side by side, ZZ-DUN: three, and the aeroplane as found, failures and all', '1500 ms', 6, () =>
  standOptions(structuredClone(dunlin), '2026-11-27')
)
{
  const planned = resolve(dunlin, 'b')
  const pace = { ...USUAL_PACE, on: '2027-01-12' }
  time('odds of the job, ZZ-DUN, 20,000 tries', '300 ms', 12, () =>
    jobOdds(planned, pace, { plannedCents: 3_500_000, rateCents: 9_500, ceilingCents: 3_800_000, daysThere: 40 })
  )
}
{
  // The wide refit over two winters: each may cost less than all of it.
  const twice = resolve(dunlin, 'b')
  const phases = [2_600_000, 2_000_000].map((ceilingCents, at) => ({
    id: `y${at}`,
    name: `Winter ${at + 1}`,
    from: `${2027 + at}-01-12`,
    ceilingCents
  }))
  const { wires } = examineWiring(twice, circuitsOf(twice))
  time('best split of ZZ-DUN option B over two visits', '500 ms', 12, () =>
    searchSplit({ ...twice, phases }, wires, USUAL_PACE)
  )
}
const design = resolve(project, 'a')
time(`account of what works, ${design.units.length} units and ${design.links.length} links`, '3 ms', 120, () =>
  new Account({ ...design }).functions()
)
time('all single and double failures, 80 units', '100 ms', 30, () => failuresOf({ ...design }))
accountOf(design)
time('every clause of the packs, 80 units, what works known', '5 ms', 60, () => examineRules(design))
time('all single and double failures, ZZ-DUN', '100 ms', 30, () => failuresOf({ ...resolve(dunlin, 'b') }))
{
  // Forty units that all want each other's signals, with nothing linked yet.
  const forty = resolve(largeProject(40), 'a')
  time(`links proposed for ${forty.units.length} units, nothing linked`, '200 ms', 12, () =>
    proposeLinks({ ...forty, links: [] })
  )
  const many = resolve(largeProject(500), 'a')
  const circuits = circuitsOf(many)
  const wires = listWires(many, circuits).wires.length
  time(`${wires} wires routed, with pins and lengths`, '20 ms for 600', 30, () => listWires({ ...many }, circuits))
  time(`wiring examined whole, ${design.units.length} units`, '20 ms', 30, () =>
    examineWiring({ ...design }, circuitsOf(design))
  )
}
let step = 0
time('examine panel and sight again while dragging one unit', '4 ms', 200, () => {
  step++
  const moved = {
    ...design,
    units: design.units.map(unit =>
      unit.id === 'u20' ? { ...unit, at: { xMm: unit.at!.xMm + (step % 40), yMm: unit.at!.yMm } } : unit
    )
  }
  examinePanel(moved)
  seatsOf({ ...moved, units: moved.units.filter(unit => unit.id === 'u20') })
})
const catalogue = readCatalogueCsv(readFileSync(new URL('../demo/catalogue.csv', import.meta.url), 'utf8')).items
const ground = groundOf(design.airframe.panel)
const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
const faced = catalogue.filter(item => item.face)
let turn = 0
time('free ground of one item among 80 units, rows of half a millimetre', '30 ms', 120, () => {
  const item = faced[turn++ % faced.length]!
  freeGround(item, placed, ground)
})
// All nine phases are flown by night and in cloud; every unit draws.
const cloud = { ...design, brief: { ...design.brief, flying: ['night VFR' as const, 'IFR by day' as const] } }
const feeds = powerModel(cloud)
time(`load analysis, ${cloud.units.length} loads in ${loadsByPhase(feeds).length} phases`, '5 ms', 200, () =>
  loadsByPhase(feeds)
)
// A battery that lasts five hours with every unit kept on: nothing shed makes the way short.
const long = {
  ...cloud,
  units: cloud.units.map(unit => ({ ...unit, shed: false })),
  airframe: { ...cloud.airframe, battery: { ...cloud.airframe.battery, capacityAh: 155 } }
}
const fine = { ...usualSettings(long), stepS: 1 }
const flown = simulate(long, fine)
console.log(
  `Simulated: ${(flown.endMinutes / 60).toFixed(2)} h in ${flown.steps} steps, the network solved ${flown.solved} times.`
)
time('five hours on the battery at one-second steps', '20 ms', 60, () => simulate(long, fine))
const kept = { ...cloud, units: long.units }
time('shortest shed list for 75 minutes, 80 units kept on', '300 ms', 20, () => finish(shortestShed(kept, 75)))
console.log(
  `Shed list: ${finish(shortestShed(kept, 75)).shed.length} units, ${simulate(kept, usualSettings(kept)).minutes.toFixed(0)} to ${finish(shortestShed(kept, 75)).minutes.toFixed(0)} min.`
)
time('the whole catalogue tried on the panel', '500 ms', 8, () => finish(rankForPanel(project, 'a', catalogue)))

/** In the page: nudges a unit and waits until the tally, busy while the new design is examined, is at rest again. In ms. */
const MEASURE_ACT = `async key => {
  const tally = document.querySelector('.tally')
  const start = performance.now()
  document.querySelector('[data-unit="u20"]').dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  await new Promise(done => {
    let seen = false
    const observer = new MutationObserver(() => {
      if (tally.getAttribute('aria-busy') === 'true') seen = true
      else if (seen) { observer.disconnect(); done() }
    })
    observer.observe(tally, { attributes: true, attributeFilter: ['aria-busy'] })
  })
  return performance.now() - start
}`
const full = await backUpFully(project)
note('another request while 60 projects with 50 versions each are backed up', full.waits, '100 ms')
console.log(
  `  ${full.megabytes.toFixed(0)} MB in ${full.seconds.toFixed(0)} s; the server held ${full.mostMb.toFixed(0)} MB at most (goal 300)`
)
const server = await startServer()
try {
  await fetch(`${server.base}/api/projects`, { method: 'POST', body: JSON.stringify(project) })
  const saves: number[] = []
  let bytesSent = 0
  for (let version = 1, bench = { project, history: EMPTY_HISTORY } as Bench; version <= 220; version++) {
    const unit = project.options[0]!.units[version % 40]!
    bench = act(bench, [{ type: 'unit.move', option: 'a', unit: unit.id, xMm: version, yMm: 50 }], 'Move')
    const step = { does: 'act', ...bench.history.past.at(-1)! }
    const body = JSON.stringify({ save: `bench-${version}-save`, from: version, steps: [step] })
    bytesSent = Math.max(bytesSent, body.length)
    const start = performance.now()
    const answer = await fetch(`${server.base}/api/projects/large/saves`, { method: 'POST', body })
    if (!answer.ok) throw new Error(await answer.text())
    await answer.text()
    if (version > 20) saves.push(performance.now() - start)
  }
  note('save one edit of the generated project durably, over HTTP', saves, '25 ms at p95')
  console.log(`  ${bytesSent} bytes sent for one edit at most (goal 2,000)`)
  const writers = await Promise.all(
    Array.from({ length: 20 }, async (_, writer) => {
      const id = `w${writer}`
      await fetch(`${server.base}/api/projects`, { method: 'POST', body: JSON.stringify({ ...project, id }) })
      return id
    })
  )
  const until = performance.now() + 5_000
  let together = 0
  await Promise.all(
    writers.map(async id => {
      let bench: Bench = { project: { ...project, id }, history: EMPTY_HISTORY }
      for (let version = 1; performance.now() < until; version++) {
        bench = act(bench, [{ type: 'project.rename', title: `T${version}` }], 'Rename')
        const step = { does: 'act', ...bench.history.past.at(-1)! }
        const body = JSON.stringify({ save: `${id}-save-${version}`, from: version, steps: [step] })
        const answer = await fetch(`${server.base}/api/projects/${id}/saves`, { method: 'POST', body })
        if (!answer.ok) throw new Error(await answer.text())
        await answer.text()
        together++
      }
    })
  )
  console.log(`  ${(together / 5).toFixed(0)} saves a second of twenty writers`)

  const browser = await chromium.launch(BROWSER)
  const first: number[] = []
  let bytes = 0
  for (let round = 0; round < 8; round++) {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    bytes = 0
    const sizes: Promise<void>[] = []
    page.on('response', answer => {
      if (answer.request().resourceType() === 'script')
        sizes.push(
          answer.body().then(body => {
            bytes += gzipSync(body, { level: 9 }).length
          })
        )
    })
    const start = performance.now()
    await page.goto(server.base)
    await page.getByRole('article').first().waitFor()
    if (round > 0) first.push(performance.now() - start)
    await page.waitForLoadState('networkidle')
    await Promise.all(sizes)
    await page.context().close()
  }

  // An act in the browser, on a project of 80 units: from the key that nudges a unit to all figures of the new design.
  const acting = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await acting.goto(`${server.base}/p/large/panel`)
  await acting.locator('[data-unit="u20"]').click()
  await acting.locator('.tally[aria-busy="false"] [data-figure="findings"]').waitFor()
  const acts: number[] = []
  for (let round = 0; round < 34; round++) {
    const ms = await acting.evaluate<number>(`(${MEASURE_ACT})('${round % 2 ? 'ArrowLeft' : 'ArrowRight'}')`)
    if (round >= 4) acts.push(ms)
    await acting.waitForTimeout(300)
  }
  note('act to all figures in the browser, 80 units (a unit nudged)', acts, '50 ms, p95 100 ms')
  await acting.context().close()

  // A harness of 600 wires and more: the list is opened, then words are typed into its filter.
  {
    const many = { ...largeProject(200), id: 'wires' }
    await fetch(`${server.base}/api/projects`, { method: 'POST', body: JSON.stringify(many) })
    const listing = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await listing.goto(`${server.base}/p/wires/wiring?pane=list`)
    await listing.locator('[data-wire]').first().waitFor({ timeout: 60_000 })
    await listing.waitForTimeout(1500)
    const count = await listing.locator('.wires h2 .figures').textContent()
    const filtered: number[] = []
    for (const text of ['can', 'item 12', '', 'power', 'item 7', '', 'ground', ''])
      filtered.push(await listing.evaluate<number>(`(${MEASURE_WIRES})('${text}')`))
    note(`wire list of ${count} filtered and drawn`, filtered, '100 ms')
    await listing.context().close()
  }

  // Steps are opened, letters typed into Find, a unit added: on this machine, and on a page throttled four times.
  for (const rate of [1, 4]) {
    const using = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await using.goto(`${server.base}/p/skerrow-dunlin/equipment`)
    await using.locator('[data-item]').first().waitFor()
    await using.waitForTimeout(4000)
    const session = await using.context().newCDPSession(using)
    await session.send('Emulation.setCPUThrottlingRate', { rate })
    const limit = (ms: string, throttled: string) => (rate === 1 ? ms : throttled)
    const throttle = rate === 1 ? '' : ', throttled four times'
    const letters: number[] = []
    for (const text of ['w', 'way', 'wayfarer t', 'dial', 'horizon', 'probe', 'lights', 'servo'])
      letters.push(await using.evaluate<number>(`(${MEASURE_LETTER})('${text}')`))
    note(`a keystroke in Find${throttle}`, letters, limit('50 ms', '200 ms'))
    const added: number[] = []
    for (let round = 0; round < 6; round++) {
      await using.waitForTimeout(1500)
      added.push(await using.evaluate<number>(`(${MEASURE_ADD})()`))
    }
    note(`Add to the money figure${throttle}`, added, limit('150 ms', '600 ms'))
    const steps: number[] = []
    for (let round = 0; round < 2; round++)
      for (const step of ['brief', 'panel', 'power', 'wiring', 'rules', 'budget', 'build', 'equipment']) {
        const ms = await using.evaluate<number>(`(${MEASURE_STEP})('${step}')`)
        // The first time a step’s code is fetched; the second time is what a person meets all day.
        if (round > 0) steps.push(ms)
        await using.waitForTimeout(500)
      }
    note(`opening a step${throttle}`, steps, limit('150 ms', '600 ms'))
    await using.context().close()
  }

  // A hand drags one of 56 units about the panel: what each frame costs the screen’s own thread.
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await page.goto(`${server.base}/p/large/panel`)
  await page.locator('[data-unit="u20"]').waitFor()
  await page.waitForTimeout(1500)
  const tools = await page.context().newCDPSession(page)
  const box = (await page.locator('[data-unit="u20"]').boundingBox())!
  await page.mouse.move(box.x + 10, box.y + 10)
  await page.mouse.down()
  const trace: { name: string; ph: string; dur?: number }[] = []
  tools.on('Tracing.dataCollected', ({ value }) => {
    trace.push(...(value as unknown as typeof trace))
  })
  await tools.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['devtools.timeline', 'toplevel', 'cc'] }
  })
  for (let move = 0; move < 120; move++) {
    await page.mouse.move(box.x + 10 + (move % 60) * 3, box.y + 10 + (move % 30) * 2)
    await page.waitForTimeout(40)
  }
  const traced = new Promise<void>(done => tools.once('Tracing.tracingComplete', () => done()))
  await tools.send('Tracing.end')
  await traced
  const frames = trace
    .filter(one => one.name === 'ProxyMain::BeginMainFrame' && one.ph === 'X')
    .map(one => one.dur! / 1000)
  console.log(
    `Frames of the traced drag: ${frames.length}, over 16.7 ms: ${frames.filter(ms => ms > 16.7).length}, the longest ${Math.max(...frames).toFixed(1)} ms.`
  )
  await page.mouse.up()
  await browser.close()
  note('traced drag with 80 units: a frame on the screen’s thread, examining and drawing', frames, '16.7 ms')
  note('first screen: hangar with its projects, new browser context', first, '1000 ms')
  rows.push({
    what: 'script for the first screen, gzip',
    median: `${(bytes / 1024).toFixed(0)} kB`,
    p95: '',
    limit: '260 kB'
  })
} finally {
  await server.kill()
}
console.table(rows)
