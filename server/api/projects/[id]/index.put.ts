import * as z from 'zod'
import { History, historyProblem, Project } from '../../../../core/document'
import { database, saveProject } from '../../../keeping'
import { bodyOf, idOf, refuse, wantWhole } from '../../../request'

const Save = z.strictObject({
  version: z.int().min(1),
  project: Project,
  history: History,
  /** It brings together what two windows did: what stood before is kept as a version of its own. */
  merging: z.boolean().optional()
})

/** Saves over the version the window started from; a stale save is refused with 409 and changes nothing. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const { version, project, history, merging } = await bodyOf(event, Save)
  if (project.id !== id)
    throw refuse(400, `The project sent is “${project.id}”, the address says “${id}”. Nothing was changed.`)
  wantWhole(project)
  const misfit = historyProblem(project, history)
  if (misfit) throw refuse(422, `The steps of undo do not belong to this document: ${misfit}. Nothing was changed.`)
  const saved = await saveProject({ db: await database(), project, history, from: version, always: merging })
  if (saved.state === 'missing')
    throw refuse(
      404,
      `There is no project “${id}” to save over. It may have been deleted in another window; export it to a file to keep it.`
    )
  if (saved.state === 'stale')
    throw refuse(409, 'Another window has saved this project since. Nothing was overwritten.', {
      version: saved.version
    })
  return { version: saved.version }
})
