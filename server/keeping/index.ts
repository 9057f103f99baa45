export { Backup, backupPieces, restoreBackup } from './backup'
export { copyOfDay } from './copies'
export { dropItem, keepItems, wholeCatalogue } from './catalogue'
export { closeDatabase, copiesDirectory, database, dataDirectory } from './database'
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
