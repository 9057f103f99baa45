import { copiesDirectory, copyOfDay, database } from '../keeping'

/** After the start and every hour it is looked whether today has its copy. */
const [FIRST_MS, EVERY_MS] = [20_000, 3600_000]

export default defineNitroPlugin(nitro => {
  const directory = copiesDirectory()
  if (directory === undefined) return
  const look = async () => {
    try {
      const made = await copyOfDay(await database(), directory, new Date())
      if (made) console.log(`A copy of ${made.projects} projects is in ${made.file}.`)
    } catch (error) {
      console.error(
        `The daily copy into ${directory} was not made: ${(error as Error).message} The projects themselves are kept ` +
          `as before. Set EWERPANEL_COPIES to a directory that can be written, or to off.`
      )
    }
  }
  const first = setTimeout(() => void look(), FIRST_MS)
  const every = setInterval(() => void look(), EVERY_MS)
  first.unref()
  every.unref()
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(every)
  })
})
