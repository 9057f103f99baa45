import { resolve, type FigureOf, type Working } from '../../design'
import type { Project } from '../../document'
import { examineOption, type Asked } from './examine'
import { explain } from './explain'

/** What of the document the aircraft as installed is not examined from: all else is, also what is added to the document one day. */
const NOT_FOUND: ReadonlySet<string> = new Set(['options', 'agreed', 'title', 'log'] satisfies (keyof Project)[])

/** The parts of a document that the aircraft as installed is examined from: while they are the same its report is. */
export const foundParts = (project: Project): readonly unknown[] =>
  Object.keys(project)
    .filter(key => !NOT_FOUND.has(key))
    .sort()
    .map(key => project[key as keyof Project])
/** The parts that the agreed plan is examined from. */
export const agreedParts = (project: Project): readonly unknown[] => [...foundParts(project), project.agreed]

/**
 * How a figure of an option came about, by the very report that the screen shows: of today, and with the catalogue of now.
 * @param asked with the day, as 2026-12-01: a working of another day would say something else than the figure
 */
export const explainOption = (
  project: Project,
  option: string,
  figure: FigureOf,
  asked: Asked & { today: string }
): Working | undefined => explain(resolve(project, option), examineOption(project, option, asked), figure)
