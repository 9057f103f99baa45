/** A process of its own that takes a data directory and holds it, or says that another has it. */
import { HeldError, takeDirectory } from './lock'

try {
  await takeDirectory(process.argv[2]!)
  process.stdout.write('held\n')
  setTimeout(() => process.exit(0), 20_000)
} catch (error) {
  if (!(error instanceof HeldError)) throw error
  process.stdout.write('refused\n')
  process.exit(3)
}
