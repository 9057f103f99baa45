import { worker } from 'workerpool'
import { openProject } from '../../core/document'
import { readCatalogueCsv, readCatalogueJson } from '../../core/formats'
import { quoteCut } from '../cutter'

const readCatalogue = (kind: 'csv' | 'json', text: string) =>
  kind === 'csv' ? readCatalogueCsv(text) : readCatalogueJson(text)

/** What is done with files from elsewhere, in a thread of its own: it can be stopped when it does not end. */
worker({ quoteCut, openProject, readCatalogue })
