import { worker } from 'workerpool'
import { openProject } from '../../core/document'
import { readCatalogueCsv, readCatalogueJson } from '../../core/formats'
import { cardOf } from '../../core/report'
import { quoteCut } from '../cutter'
import { applySave, Save } from '../keeping/apply'
import { projectsIn, readBackup } from '../keeping/read-backup'
import { parseBody } from '../parse'

const readCatalogue = (kind: 'csv' | 'json', text: string) =>
  kind === 'csv' ? readCatalogueCsv(text) : readCatalogueJson(text)

const readSave = (text: string) => parseBody(text, Save)

/** That the thread is there. */
const ready = () => true

/**
 * What is done apart from the server's own thread: what takes long, and what is done with files from elsewhere, which can be stopped
 * when it does not end.
 */
worker({ ready, quoteCut, openProject, readCatalogue, readBackup, projectsIn, readSave, applySave, cardOf })
