import { createProject, database } from '../../keeping'
import { bodyText, projectOfText, refuse } from '../../request'

/** Brings a project file in. The body is the text of the file, so that a problem can be named with its line. */
export default defineEventHandler(async event => {
  const project = await projectOfText(await bodyText(event))
  if (!(await createProject(await database(), project)))
    throw refuse(409, `There is a project “${project.id}” already. Nothing was changed.`, { id: project.id })
  setResponseStatus(event, 201)
  return { id: project.id, version: 1 }
})
