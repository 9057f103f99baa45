import { format } from 'date-fns'
import type { Card } from '../../../../core/report'
import { database, readProject } from '../../../keeping'
import { idOf, refuse } from '../../../request'
import { cardApart } from '../../../threads'

/** Cards by project, with the document and the day they are of: a project is examined once for each, however many ask. */
const cards = new Map<string, { of: string; card: Promise<Card> }>()
const MOST_CARDS = 500

/** What the hangar shows of a project. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const kept = await readProject(await database(), id)
  if (!kept) throw refuse(404, `There is no project “${id}”.`)
  const known = cards.get(id)
  const on = format(new Date(), 'yyyy-MM-dd')
  const of = `${kept.incarnation} ${kept.version} ${on}`
  if (known?.of === of) return known.card
  const card = cardApart(kept.project, on)
  if (cards.size >= MOST_CARDS) cards.clear()
  cards.set(id, { of, card })
  // What could not be examined is tried again when it is asked for again.
  card.catch(() => cards.get(id)?.card === card && cards.delete(id))
  return card
})
