import { wrap, type Remote } from 'comlink'
import type { Examiner } from '~/workers/examiner'

let remote: Remote<Examiner> | undefined

/**
 * The worker that examines designs; one for the window. It keeps the document: see `keepInStep`. Nothing of the core is wanted for
 * starting it: the first screen does without.
 */
export function useExaminer(): Remote<Examiner> {
  remote ??= wrap<Examiner>(new Worker(new URL('../workers/examiner.ts', import.meta.url), { type: 'module' }))
  return remote
}
