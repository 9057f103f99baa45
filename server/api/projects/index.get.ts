import { database, listProjects } from '../../keeping'

export default defineEventHandler(async () => listProjects(await database()))
