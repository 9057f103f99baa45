import { startFailureOf } from '../failures'
import { closeDatabase, DamagedError, HeldError, placeOfStore, store } from '../keeping'
import { endThreads } from '../threads'

/** Opens what keeps the projects as the server starts: a server that cannot keep anything must not answer. */
export default defineNitroPlugin(nitro => {
  store().then(
    ({ where }) => console.log(`Ewerpanel keeps its projects in ${where}`),
    (error: unknown) => {
      const told = error instanceof HeldError || error instanceof DamagedError
      console.error(told ? error.message : startFailureOf(error, placeOfStore()))
      process.exit(error instanceof HeldError ? 3 : error instanceof DamagedError ? 4 : 1)
    }
  )
  nitro.hooks.hook('close', closeDatabase)
  nitro.hooks.hook('close', async () => void (await endThreads()))
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      void closeDatabase().finally(() => process.exit(0))
    })
})
