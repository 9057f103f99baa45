/** What went wrong with a request, in words for the person: what the server said, or that it cannot be reached. */
export function sayError(error: unknown): string {
  const { data, statusCode, message } = error as { data?: { message?: string }; statusCode?: number; message?: string }
  if (statusCode === undefined)
    return (
      `The server does not answer${message ? ` (${message})` : ''}. What you did is kept in this window; it is ` +
      `saved when the server is back.`
    )
  return data?.message ?? message ?? `The server refused (${statusCode}).`
}
