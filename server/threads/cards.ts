import { pool, type Pool } from 'workerpool'
import type { Project } from '../../core/document'
import type { Card } from '../../core/report'
import { program } from './program'

let thread: Pool | undefined

/**
 * Examines a project for the hangar, in a thread of its own, one after the other: the demo's three aeroplanes take about two seconds
 * after a start (measured), in which the server must go on saving what is done in other windows.
 * @param on the day, as `2027-03-01`, that what falls due is held against
 * @param file the thread's program, where it is not the one that was built with the server
 */
export async function cardApart(project: Project, on: string, file = program()): Promise<Card> {
  thread ??= pool(file, { workerType: 'thread', maxWorkers: 1 })
  return (await thread.exec('cardOf', [project, on])) as Card
}

/** Ends the thread, with what it is at. */
export async function endCards(): Promise<void> {
  const ending = thread
  thread = undefined
  await ending?.terminate(true)
}
