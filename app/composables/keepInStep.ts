import { difference, type Project } from '#core/document'

let sent: { project: Project; turn: number } | undefined

/**
 * Lets the worker have the document as it now is: whole the first time, then what has changed. What is asked of it
 * afterwards is asked of this document, since letters arrive in the order in which they were sent: nobody need wait for this.
 * @returns true where the worker had fallen out of step and was given the document whole: what was asked meanwhile was asked of
 * another one, and is to be asked again
 */
export async function keepInStep(project: Project): Promise<boolean> {
  const examiner = useExaminer()
  const turn = (sent?.turn ?? 0) + 1
  if (sent?.project === project) return false
  if (sent && sent.project.id === project.id) {
    const fitted = examiner.apply(difference(sent.project, project), sent.turn, turn)
    sent = { project, turn }
    // A worker that fell out of step must not answer for another document: it is given this one whole.
    if ((await fitted) || sent.turn !== turn) return false
    await examiner.open(project, turn)
    return true
  }
  sent = { project, turn }
  await examiner.open(project, turn)
  return false
}
