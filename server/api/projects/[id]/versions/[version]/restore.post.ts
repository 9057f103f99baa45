import { nanoid } from 'nanoid'
import * as z from 'zod'
import { database, readVersion, saveWhole } from '../../../../../keeping'
import { bodyOf, idOf, refuse } from '../../../../../request'

/** Brings an earlier version back as a new one; what stands now is kept as an earlier version, and it can be undone. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const asked = getRouterParam(event, 'version') ?? ''
  const wanted = /^[1-9]\d{0,8}$/.test(asked) ? Number(asked) : undefined
  if (wanted === undefined) throw refuse(400, `“${asked.slice(0, 40)}” is no number of a version. Nothing was changed.`)
  const { version } = await bodyOf(event, z.strictObject({ version: z.int().min(1) }))
  const db = await database()
  const project = await readVersion(db, id, wanted)
  if (!project) throw refuse(404, `There is no version ${wanted} of “${id}”.`)
  // A version that came in with a backup may be another project’s: it must not take this one’s place.
  if (project.id !== id)
    throw refuse(
      409,
      `Version ${wanted} of “${id}” is of the project “${project.id}”, so it cannot be brought back over this one. ` +
        'Nothing was changed.'
    )
  const save = `version-${nanoid()}`
  const saved = await saveWhole(db, { project, from: version, save, label: `Restore version ${wanted}` })
  if (saved.state === 'unfit') throw refuse(422, `Version ${wanted} cannot be brought back: ${saved.why}`)
  if (saved.state !== 'saved')
    throw refuse(409, 'Another window has saved this project since. Nothing was overwritten.')
  return { version: saved.version }
})
