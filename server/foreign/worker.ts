import { worker } from 'workerpool'
import { quoteCut } from '../cutter'

/** What is done with files from elsewhere, in a thread of its own: it can be stopped when it does not end. */
worker({ quoteCut })
