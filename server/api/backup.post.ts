import { EMPTY_HISTORY, FORMAT, History, historyProblem } from '../../core/document'
import { Backup, database, restoreBackup } from '../keeping'
import { bodyOf, projectOfText, refuse } from '../request'

/** A backup of everything can be larger than one project. */
const MOST = 500 * 1024 * 1024

export default defineEventHandler(async event => {
  const backup = await bodyOf(event, Backup, MOST)
  const parts = backup.projects.map(part => {
    const project = projectOfText(JSON.stringify(part.project))
    // Steps of undo belong to the document as it was written; one carried forward from an older format begins anew.
    const today = (part.project as { format?: unknown }).format === FORMAT
    const read = History.safeParse(today ? part.history : EMPTY_HISTORY)
    const history = read.data ?? EMPTY_HISTORY
    const misfit = read.success ? historyProblem(project, history) : read.error.issues[0]!.message
    if (misfit)
      throw refuse(422, `The steps of undo of “${project.title}” do not belong to it: ${misfit}. Nothing was changed.`)
    const versions = part.versions.map(one => ({ ...one, project: projectOfText(JSON.stringify(one.project)) }))
    const stray = versions.find(one => one.project.id !== project.id)
    if (stray)
      throw refuse(
        422,
        `Version ${stray.version} of “${project.title}” is of another project, “${stray.project.id}”. Nothing was changed.`
      )
    return { project, history, versions }
  })
  return restoreBackup(await database(), parts, backup.items)
})
