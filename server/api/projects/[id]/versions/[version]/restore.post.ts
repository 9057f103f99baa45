import * as z from 'zod'
import { EMPTY_HISTORY } from '../../../../../../core/project'
import { database, readVersion, saveProject } from '../../../../../keeping'
import { bodyOf, idOf, refuse } from '../../../../../request'

/** Brings an earlier version back as a new one; what stands now is kept as an earlier version. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const wanted = Number(getRouterParam(event, 'version'))
  const { version } = await bodyOf(event, z.strictObject({ version: z.int().min(1) }))
  const db = await database()
  const project = await readVersion(db, id, wanted)
  if (!project) throw refuse(404, `There is no version ${wanted} of “${id}”.`)
  const saved = await saveProject(db, project, EMPTY_HISTORY, version, true)
  if (saved.state !== 'saved')
    throw refuse(409, 'Another window has saved this project since. Nothing was overwritten.')
  return { version: saved.version }
})
