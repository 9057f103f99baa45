import { startServer } from './server'
import { wantTemplate } from './template-store'

/** One data directory with the demo before all tests: each server of a test starts on a copy of it. */
export default async function makeTemplate(): Promise<void> {
  process.env.EWERPANEL_TEMPLATE = await wantTemplate(async directory => (await startServer(directory)).kill())
}
