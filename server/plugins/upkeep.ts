import { copiesDirectory, copyOfDay, database, sweepStore } from '../keeping'
import { projectsInCopy } from '../threads'

/** After the start and every hour what is kept no longer is dropped, and it is looked whether today has its copy. */
const [FIRST_MS, EVERY_MS] = [20_000, 3600_000]

export default defineNitroPlugin(nitro => {
  const directory = copiesDirectory()
  const sweep = async () => {
    try {
      await sweepStore(await database(), new Date())
    } catch (error) {
      console.error(`Old versions were not dropped: ${(error as Error).message} It is tried again in an hour.`)
    }
  }
  const look = async () => {
    await sweep()
    if (directory === undefined) return
    try {
      const made = await copyOfDay(await database(), directory, new Date(), projectsInCopy)
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
