export { Backup, makeBackup, restoreBackup } from './backup'
export { dropItem, keepItems, wholeCatalogue } from './catalogue'
export { closeDatabase, database, dataDirectory } from './database'
export { HeldError } from './lock'
export {
  createProject,
  dropProject,
  listProjects,
  listVersions,
  readProject,
  readVersion,
  saveProject,
  undropProject
} from './projects'
