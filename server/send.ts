import type { ServerResponse } from 'node:http'
import { pipeline } from 'node:stream/promises'

async function* withFirst(first: IteratorResult<string>, rest: AsyncGenerator<string>): AsyncGenerator<string> {
  if (!first.done) yield first.value
  yield* rest
}

/**
 * Sends a file piece by piece as it is made. When making it fails in the middle the connection is broken, so that nobody takes what
 * came for a whole file.
 * @param begin sets the headers; called once the first piece is there, so that what fails before it can be answered in words
 * @returns what failed after the first piece; undefined when all was sent, or when the other side broke it off
 * @throws what the first piece throws
 */
export async function sendPieces(
  response: ServerResponse,
  pieces: AsyncGenerator<string>,
  begin: () => void
): Promise<Error | undefined> {
  const first = await pieces.next()
  begin()
  try {
    await pipeline(withFirst(first, pieces), response)
    return undefined
  } catch (error) {
    response.destroy()
    return (error as NodeJS.ErrnoException).code === 'ERR_STREAM_PREMATURE_CLOSE' ? undefined : (error as Error)
  }
}
