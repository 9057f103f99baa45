export { Save } from './apply'
export { backupPieces } from './backup'
export { copyOfDay } from './copies'
export { dropItem, keepItems, wholeCatalogue } from './catalogue'
export { closeDatabase, copiesDirectory, database, placeOfStore, store } from './database'
export { HeldError } from './lock'
export {
  createProject,
  dropProject,
  listProjects,
  listVersions,
  readProject,
  readVersion,
  undropProject
} from './projects'
export { restoreBackup, RestoreError } from './restore'
export { DamagedError } from './salvage'
export { sweepStore } from './sweep'
export { listSaves, saveSteps, saveWhole } from './saving'
