import { cardOf, type Card } from '../../../../core/report'
import { database, readProject } from '../../../keeping'
import { idOf, refuse } from '../../../request'

/** Cards by project, with the version they are of: a project is examined once for each. */
const cards = new Map<string, { version: number; card: Card }>()
const MOST_CARDS = 500

/** What the hangar shows of a project. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const kept = await readProject(await database(), id)
  if (!kept) throw refuse(404, `There is no project “${id}”.`)
  const known = cards.get(id)
  if (known?.version === kept.version) return known.card
  const card = cardOf(kept.project)
  if (cards.size >= MOST_CARDS) cards.clear()
  cards.set(id, { version: kept.version, card })
  return card
})
