import { endCards } from './cards'
import { endForeign } from './foreign'
import { endSaves } from './saves'

export { cardApart } from './cards'
export { backupForeign, catalogueForeign, endForeign, openForeign, projectsInCopy, quoteForeign } from './foreign'
export { applySaveApart, readSaveApart } from './saves'

/** Ends all threads, with what they are doing. */
export const endThreads = () => Promise.all([endCards(), endForeign(), endSaves()])
