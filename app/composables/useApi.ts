/** A request to our own server. The answer's type is the caller's word: the server checks what it takes with Zod. */
export const ask = $fetch as <T = unknown>(
  path: string,
  options?: { method?: 'GET' | 'POST' | 'PUT' | 'DELETE'; body?: unknown; headers?: Record<string, string> }
) => Promise<T>
