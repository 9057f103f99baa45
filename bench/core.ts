import { readFileSync } from 'node:fs'
import { Account, accountOf } from '../core/capability'
import { failuresOf } from '../core/resilience'
import { examineRules } from '../core/rules'
import { bends, examinePanel, freeGround, groundOf, setDown } from '../core/panel'
import { seatsOf } from '../core/pilot'
import { examineWiring, listWires, proposeLinks } from '../core/wiring'
import { circuitsOf, loadsByPhase, shortestShed, simulate, powerModel, usualSettings } from '../core/power'
import { openProject, writeProject, type Project } from '../core/document'
import { finish, resolve } from '../core/design'
import { readCatalogueCsv } from '../core/formats'
import { candidateEffects, examineOption, rankForPanel, removalEffects, standOptions } from '../core/report'
import { jobOdds, searchSplit, USUAL_PACE } from '../core/money'
import { largeProject } from './generate'
import { note, time, timeNew } from './table'

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
/** The computation by itself, in this process. */
export function measureCore(): void {
  // Before anything else: nothing of the program is compiled yet.
  const project = largeProject()
  const began = performance.now()
  const report = examineOption(project, 'a')
  note('examine the whole option, 80 units, the first that a program examines', [performance.now() - began], 'none')
  let shifted = 0
  time('face of 40 × 12 in with 25 openings as a plate, after one move (400 first, 150 after)', '150 ms', 12, () => {
    const { design } = pierced((shifted += 0.1))
    bends(design)
  })

  console.log(
    `Generated project: ${project.options[0]!.units.length} units, ${report.wiring.wires.length} wires, ` +
      `${(writeProject(project).length / 1024).toFixed(0)} kB.`
  )
  // Each time another document: what is remembered of the one before must not help.
  const examineNew = (count: number, limit: string, rounds: number, warm: number) => {
    const large = largeProject(count)
    const what = `examine the whole option, ${count} units, nothing remembered`
    timeNew(what, limit, rounds, {
      make: () => structuredClone(large),
      work: clone => examineOption(clone, 'a'),
      warm
    })
  }
  // Compiling goes on beside the first hundred.
  examineNew(80, '50 ms at p95', 60, 120)
  for (const count of [160, 240, 320, 500]) examineNew(count, 'growing no faster than n log n', 24, 6)
  const dunlin = openDemo('3-skerrow-dunlin')
  {
    const entries = readCatalogueCsv(readFileSync(new URL('../demo/catalogue.csv', import.meta.url), 'utf8')).items
    const [ten, all, removals]: [number[], number[], number[]] = [[], [], []]
    for (let round = 0; round < 5; round++) {
      // Each time another document, as above.
      const project = structuredClone(dunlin)
      const start = performance.now()
      let known = 0
      for (const _ of candidateEffects(project, 'a', entries)) if (++known === 10) ten.push(performance.now() - start)
      all.push(performance.now() - start)
      const then = performance.now()
      finish(
        removalEffects(
          project,
          'a',
          project.options[0]!.units.map(unit => unit.id)
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
    const phases = [2_600_000, 2_000_000].map((ceilingCents, index) => ({
      id: `y${index}`,
      name: `Winter ${index + 1}`,
      from: `${2027 + index}-01-12`,
      ceilingCents
    }))
    const { wires } = examineWiring(twice, circuitsOf(twice))
    time('best split of ZZ-DUN option B over two visits', '500 ms', 12, () =>
      searchSplit({ ...twice, phases }, wires, USUAL_PACE)
    )
  }
  const design = resolve(project, 'a')
  timeNew(`account of what works, ${design.units.length} units and ${design.links.length} links`, '3 ms', 120, {
    make: () => structuredClone(design),
    work: design => new Account(design).functions()
  })
  timeNew('all single and double failures, 80 units', '100 ms', 30, {
    make: () => structuredClone(design),
    work: failuresOf
  })
  timeNew('every clause of the packs, 80 units, what works known', '5 ms', 60, {
    make: () => {
      const clone = structuredClone(design)
      accountOf(clone)
      return clone
    },
    work: clone => examineRules(clone)
  })
  timeNew('all single and double failures, ZZ-DUN', '100 ms', 30, {
    make: () => structuredClone(resolve(dunlin, 'b')),
    work: failuresOf
  })
  {
    // Forty units that all want each other's signals, with nothing linked yet.
    const forty = resolve(largeProject(40), 'a')
    timeNew(`links proposed for ${forty.units.length} units, nothing linked`, '200 ms', 12, {
      make: () => structuredClone({ ...forty, links: [] }),
      work: proposeLinks
    })
    const many = resolve(largeProject(500), 'a')
    const circuits = circuitsOf(many)
    const wires = listWires(many, circuits).wires.length
    timeNew(`${wires} wires routed, with pins and lengths`, '20 ms for 600', 30, {
      make: () => structuredClone({ many, circuits }),
      work: ({ many, circuits }) => listWires(many, circuits)
    })
    timeNew(`wiring examined whole, ${design.units.length} units`, '20 ms', 30, {
      make: () => {
        const clone = structuredClone(design)
        return { clone, circuits: circuitsOf(clone) }
      },
      work: ({ clone, circuits }) => examineWiring(clone, circuits)
    })
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
  const { shed, minutes } = finish(shortestShed(kept, 75))
  const before = simulate(kept, usualSettings(kept)).minutes
  console.log(`Shed list: ${shed.length} units, ${before.toFixed(0)} to ${minutes.toFixed(0)} min.`)
  time('the whole catalogue tried on the panel', '500 ms', 8, () => finish(rankForPanel(project, 'a', catalogue)))
}
