/** A process of its own that saves one project as fast as it can and says each save that was acknowledged, until it is killed. */
import { wholeStep } from '../../core/document'
import { openDirectory } from './database'
import { readProject } from './projects'
import { saveSteps } from './saving'

process.env.EWERPANEL_COPIES = 'off'
const { db } = await openDirectory(process.argv[2]!)
let kept = (await readProject(db, 'teasel-ls'))!
process.stdout.write(`found ${kept.version} ${kept.project.title}\n`)
for (;;) {
  const version = kept.version + 1
  const step = wholeStep(kept.project, { ...kept.project, title: `Save ${version}` }, 'Rename')
  const saved = await saveSteps(db, 'teasel-ls', { save: `save-${version}`, from: kept.version, steps: [step] })
  if (saved.state !== 'saved') throw new Error(saved.state)
  process.stdout.write(`saved ${version}\n`)
  kept = (await readProject(db, 'teasel-ls'))!
}
