import { worker } from 'workerpool'
import { openProject } from '../../core/document'
import { readCatalogueCsv, readCatalogueJson } from '../../core/formats'
import { cardOf } from '../../core/report'
import { quoteCut } from '../cutter'

const readCatalogue = (kind: 'csv' | 'json', text: string) =>
  kind === 'csv' ? readCatalogueCsv(text) : readCatalogueJson(text)

/** That the thread is there. */
const ready = () => true

/**
 * What is done apart from the server's own thread: what takes long, and what is done with files from elsewhere, which can be stopped
 * when it does not end.
 */
worker({ ready, quoteCut, openProject, readCatalogue, cardOf })
