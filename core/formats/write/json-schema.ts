import * as z from 'zod'
import { FORMAT, Project } from '../../document'
import { CatalogueFile } from '../read/catalogue-json'

const published = (schema: z.ZodType, title: string) => ({
  title,
  ...z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input', reused: 'ref' })
})

/** JSON Schema of a project file of today's format. References between ids are beyond it: `referenceProblems` checks those. */
export const projectSchema = () => published(Project, `Ewerpanel project, format ${FORMAT}`)
/** JSON Schema of a catalogue file. */
export const catalogueSchema = () => published(CatalogueFile, 'Ewerpanel catalogue, format 1')
