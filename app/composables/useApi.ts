/** A request to our own server. The answer's type is the caller's word: the server checks what it takes with Zod. */
export const ask = $fetch as <T = unknown>(
  path: string,
  options?: { method?: 'GET' | 'POST' | 'PUT' | 'DELETE'; body?: unknown; headers?: Record<string, string> }
) => Promise<T>

let early: { path: string; answer: Promise<unknown> } | undefined
const projectPath = (id: string): string => `/api/projects/${id}`
/** Asks for a project before there is anything to show it on. */
export function askEarly(id: string): void {
  const answer = ask(projectPath(id))
  // Who takes the answer hears of what went wrong.
  answer.catch(() => undefined)
  early = { path: projectPath(id), answer }
}
/** A project as it is kept; the answer that was asked for early, the first time. */
export function askProject<T>(id: string): Promise<T> {
  const known = early
  early = undefined
  return known?.path === projectPath(id) ? (known.answer as Promise<T>) : ask<T>(projectPath(id))
}
