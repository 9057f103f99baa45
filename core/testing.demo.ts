import { readFileSync } from 'node:fs'
import type { Item } from './catalogue'
import { openProject, type Project } from './document'
import { readCatalogueCsv } from './formats'

/** The demo files, as tests read them. */

const demo = (name: string) => readFileSync(new URL(`../demo/${name}`, import.meta.url), 'utf8')

export function demoProject(name: '1-teasel-ls' | '2-hollin-whimbrel' | '3-skerrow-dunlin'): Project {
  const opened = openProject(demo(`projects/${name}.json`))
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems.slice(0, 5)))
  return opened.project
}

export const demoCatalogue = (): Item[] => readCatalogueCsv(demo('catalogue.csv')).items
