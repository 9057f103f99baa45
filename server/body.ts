import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createError, type H3Event } from 'h3'
import { MOST_BYTES } from '../core/document'

/** Answers with an error in words that a screen can show as they are. */
export const refuse = (statusCode: number, message: string, data?: unknown) =>
  createError({ statusCode, message, data })

/** Longest that nothing may come of a body that was begun, and least that must come of it in the long run. */
const STALLED_MS = 15_000
const LEAST_BYTES_A_SECOND = 1_000

const megabytes = (bytes: number) => (bytes / 1048576).toFixed(0)

/**
 * A body piece by piece. Its length is looked at before anything is read; one that stops coming, or only trickles, is closed.
 * @throws 411, 413, 408 or 400 in words
 */
async function* bodyPieces(event: H3Event, most: number): AsyncGenerator<Buffer> {
  const length = Number(getHeader(event, 'content-length'))
  if (!Number.isFinite(length)) throw refuse(411, 'The length of what is sent must be stated.')
  if (length > most)
    throw refuse(
      413,
      `What was sent has ${megabytes(length)} MB. Maximum is ${megabytes(most)} MB. Nothing was changed.`
    )
  const { req } = event.node
  const began = Date.now()
  let got = 0
  let slow = false
  const look = setInterval(() => {
    const waited = Date.now() - last
    const seconds = (Date.now() - began) / 1000
    if (waited < STALLED_MS && (seconds < 30 || got > LEAST_BYTES_A_SECOND * seconds)) return
    slow = true
    req.destroy()
  }, 1_000)
  let last = Date.now()
  try {
    for await (const piece of req as AsyncIterable<Buffer>) {
      last = Date.now()
      got += piece.length
      yield piece
      // What we did with it is no slowness of theirs.
      last = Date.now()
    }
  } catch (error) {
    if (slow)
      throw refuse(408, 'What was being sent stopped coming, so the connection was closed. Nothing was changed.')
    if ((error as NodeJS.ErrnoException).code === 'ECONNRESET')
      throw refuse(400, 'What was being sent was broken off. Nothing was changed.')
    throw error
  } finally {
    clearInterval(look)
  }
}

/** The text of a body, within the limit. @throws 413 or 411 before anything is read */
export async function bodyText(event: H3Event, most = MOST_BYTES): Promise<string> {
  const pieces: Buffer[] = []
  for await (const piece of bodyPieces(event, most)) pieces.push(piece)
  return Buffer.concat(pieces).toString('utf8')
}

/** Puts a body into a file, however large, and gives the file to whoever reads it; it is gone afterwards. */
export async function withBodyFile<T>(event: H3Event, most: number, read: (file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'ewerpanel-body-'))
  try {
    const file = join(folder, 'body')
    await pipeline(bodyPieces(event, most), createWriteStream(file))
    return await read(file)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
