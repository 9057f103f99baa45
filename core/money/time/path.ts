import type { Task } from './tasks'

export interface Placed {
  id: string
  start: number
  finish: number
  /** How late it may end without holding the job up. */
  slack: number
}
/** Tasks wait for each other in a circle: none of them can begin. */
export class CircleError extends Error {
  constructor(readonly id: string) {
    super(`“${id}” waits for itself by way of others.`)
  }
}

/** Tasks in an order in which each comes after all that it waits for. @throws CircleError */
export function inOrder(tasks: readonly Pick<Task, 'id' | 'after'>[]): number[] {
  const at = new Map(tasks.map((task, index) => [task.id, index]))
  const state = new Uint8Array(tasks.length)
  const order: number[] = []
  const visit = (index: number): void => {
    if (state[index] === 2) return
    if (state[index] === 1) throw new CircleError(tasks[index]!.id)
    state[index] = 1
    for (const id of tasks[index]!.after) {
      const before = at.get(id)
      if (before !== undefined) visit(before)
    }
    state[index] = 2
    order.push(index)
  }
  tasks.forEach((_, index) => visit(index))
  return order
}

/**
 * When each task begins and ends when each begins as soon as it may, and how much room it has (critical path method).
 * @param days how long each takes, in the order of the tasks
 * @throws CircleError when tasks wait for each other in a circle
 */
export function criticalPath(tasks: readonly Pick<Task, 'id' | 'after' | 'from'>[], days: readonly number[]): Placed[] {
  const order = inOrder(tasks)
  const at = new Map(tasks.map((task, index) => [task.id, index]))
  const finish = new Float64Array(tasks.length)
  for (const index of order)
    finish[index] =
      Math.max(tasks[index]!.from ?? 0, ...tasks[index]!.after.map(id => finish[at.get(id) ?? -1] ?? 0)) + days[index]!
  const end = Math.max(0, ...finish)
  const latest = new Float64Array(tasks.length).fill(end)
  for (const index of [...order].reverse())
    for (const id of tasks[index]!.after) {
      const before = at.get(id)
      if (before !== undefined) latest[before] = Math.min(latest[before]!, latest[index]! - days[index]!)
    }
  return tasks.map((task, index) => ({
    id: task.id,
    start: finish[index]! - days[index]!,
    finish: finish[index]!,
    slack: latest[index]! - finish[index]!
  }))
}
