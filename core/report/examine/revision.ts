import * as messages from '../messages'
import equal from 'fast-deep-equal'
import type { Item } from '../../catalogue'
import { finding, AS_FOUND, type Design, type DesignUnit, type Finding } from '../../design'
import type { Edit } from '../../document'
import { amperes, kg, mm, price, say, figure, type Phrase } from '../../quantity'

/** What one figure of an entry is called, and how it reads. */
type Told = readonly [name: string, of: (item: Item) => Phrase | undefined]
const FIGURES: readonly Told[] = [
  ['weight', item => say`${kg(item.massKg)}`],
  ['typical current', item => item.power && say`${amperes(item.power.typicalA)}`],
  ['maximum current', item => item.power && say`${amperes(item.power.maxA)}`],
  ['price', item => say`${price(item.priceCents)}`],
  ['labor', item => say`${figure(item.labourHours, 'h')}`],
  ['depth', item => item.body && say`${mm(item.body.depthMm + item.body.connectorMm)}`],
  ['name', item => say`“${item.name}”`]
]
/** Parts of an entry that are told as changed, without figures. */
const PARTS: readonly (readonly [name: string, of: (item: Item) => unknown])[] = [
  ['face', item => item.face],
  ['box', item => item.body && [item.body.widthMm, item.body.heightMm]],
  ['ports', item => item.ports],
  ['functions', item => item.provides],
  ['what it needs', item => item.needs],
  ['approvals', item => item.approvals],
  ['approved models', item => item.modelApprovals],
  ['mounting places', item => item.mounts]
]

/** In what a later revision of an entry differs from an earlier one. */
function differences(from: Item, to: Item): Phrase[] {
  return [
    ...FIGURES.flatMap(([name, of]) => {
      const [was, is] = [of(from), of(to)]
      return equal(was, is) ? [] : [say`${name} ${was ?? 'none'} → ${is ?? 'none'}`]
    }),
    ...PARTS.flatMap(([name, of]) => (equal(of(from), of(to)) ? [] : [messages.changedPart(name)]))
  ]
}

/**
 * Units that stand on an earlier revision of their entry than there is: the later one is offered with its differences, to take
 * or to leave; a unit never changes by itself.
 */
export function revisionFindings(design: Design, entries: readonly Item[]): Finding[] {
  if (design.optionId === AS_FOUND) return []
  const latest = new Map<string, Item>()
  for (const item of entries) if ((item.revision ?? 1) > (latest.get(item.id)?.revision ?? 0)) latest.set(item.id, item)
  const behind = new Map<Item, DesignUnit[]>()
  for (const unit of design.units) {
    const now = latest.get(unit.item.id)?.revision ?? 1
    if (now > Math.max(unit.item.revision ?? 1, unit.passedOver ?? 1))
      behind.set(unit.item, [...(behind.get(unit.item) ?? []), unit])
  }
  return [...behind].map(([item, units]): Finding => {
    const newer = latest.get(item.id)!
    const revision = newer.revision ?? 1
    const changes = differences(item, newer)
    return finding(
      'catalogue.newer',
      units.map(unit => unit.id),
      {
        key: `${item.id}@${item.revision ?? 1}`,
        weight: 'note',
        basis: { kind: 'entered', source: `catalogue entry ${item.name}, revision ${revision}` },
        says: messages.newer({ units, revision: item.revision, name: item.name, revisionOf: revision, changes }),
        remedies: [
          {
            says: messages.newerRemedy(revision),
            edits: units.map((unit): Edit => ({
              type: 'unit.revise',
              option: design.optionId,
              unit: unit.id,
              revision,
              item: newer
            }))
          },
          {
            says: messages.newerKeepRemedy(item.revision),
            edits: units.map((unit): Edit => ({
              type: 'unit.pass-over',
              option: design.optionId,
              unit: unit.id,
              revision
            }))
          }
        ]
      }
    )
  })
}
