import { nanoid } from 'nanoid'
import { Beginning, beginProject } from '../../../core/report'
import { createProject, database, wholeCatalogue } from '../../keeping'
import { bodyOf, refuse } from '../../request'

/** Begins an aeroplane from a handful of answers. */
export default defineEventHandler(async event => {
  const begin = await bodyOf(event, Beginning)
  const db = await database()
  const { items } = await wholeCatalogue(db)
  const id = `p-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`
  let project
  try {
    project = beginProject(id, begin, items)
  } catch (error) {
    throw refuse(400, `${(error as Error).message} Nothing was changed.`)
  }
  await createProject(db, project)
  setResponseStatus(event, 201)
  return { id }
})
