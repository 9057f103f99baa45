import { readFileSync } from 'node:fs'
import type { Item } from './catalogue'
import { openProject, type Project } from './document'
import { readCatalogueCsv } from './formats'
import { frozen } from './testing'

/** The demo files, as tests read them. */

const demo = (name: string) => readFileSync(new URL(`../demo/${name}`, import.meta.url), 'utf8')

const opened = new Map<string, Project>()
let catalogue: Item[] | undefined

/** A demo project; nobody changes it in place, so that all tests share one and what is remembered of it. */
export function demoProject(name: '1-teasel-ls' | '2-hollin-whimbrel' | '3-skerrow-dunlin'): Project {
  if (!opened.has(name)) {
    const read = openProject(demo(`projects/${name}.json`))
    if (!read.ok) throw new Error(JSON.stringify(read.problems.slice(0, 5)))
    opened.set(name, frozen(read.project))
  }
  return opened.get(name)!
}

export const demoCatalogue = (): Item[] => (catalogue ??= frozen(readCatalogueCsv(demo('catalogue.csv')).items))
