import { endForeign } from '../foreign'
import { closeDatabase, database, dataDirectory, HeldError } from '../keeping'

/** Opens the data directory as the server starts: a server that cannot keep anything must not answer. */
export default defineNitroPlugin(nitro => {
  database().then(
    () => console.log(`Ewerpanel keeps its projects in ${dataDirectory()}`),
    (error: unknown) => {
      console.error(error instanceof HeldError ? error.message : error)
      process.exit(error instanceof HeldError ? 3 : 1)
    }
  )
  nitro.hooks.hook('close', closeDatabase)
  nitro.hooks.hook('close', endForeign)
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      void closeDatabase().finally(() => process.exit(0))
    })
})
