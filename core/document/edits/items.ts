import equal from 'fast-deep-equal'
import { isDraft, original } from 'mutative'
import { Item, itemKey } from '../../catalogue/item'
import { Unit, type Project } from '../schema/schema'
import { edit } from './kit'

/** What an entry says, its revision left out. */
const content = ({ revision: _, ...rest }: Item): Omit<Item, 'revision'> => rest

/**
 * Lets the document carry an entry. What it carries already is never changed, since units stand on it: an entry of the same
 * content is found again, another content under a number that is taken becomes the next revision.
 * @returns the revision under which the document has it
 */
export function carryItem(project: Project, item: Item): number {
  // Looked for in the document before the edit: to read hundreds of entries through a draft takes longer than all the rest.
  const known = (isDraft(project) ? original(project) : project).items.filter(other => other.id === item.id)
  const same = known.find(revision =>
    equal(JSON.parse(JSON.stringify(content(revision))), JSON.parse(JSON.stringify(content(item))))
  )
  if (same) return same.revision ?? 1
  const wanted = item.revision ?? 1
  const taken = known.some(other => itemKey(other) === itemKey(item))
  const revision = taken ? Math.max(...known.map(revision => revision.revision ?? 1)) + 1 : wanted
  project.items.push({ ...item, ...(revision !== 1 && { revision }) })
  return revision
}

/** A unit on a revision of its item; the first is not written out. */
export function onRevision(unit: Unit, revision: number): Unit {
  const { revision: _, ...rest } = unit
  return revision === 1 ? rest : { ...rest, revision }
}

/** Edits of the entries a document carries, and of what was found installed. */
export const itemEdits = {
  'item.put': edit({ item: Item }, (project, { item }) => {
    carryItem(project, item)
  })
}
