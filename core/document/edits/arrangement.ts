import { Id } from '../../catalogue/item'
import { Blank, Flow, Group, Label, Row } from '../schema/schema'
import { drop, editOption, optionRecordEdits, putById, settle, unitOf } from './kit'

/** Edits of how units are set out on the face, of words on it, and of the flows of the hands. */
export const arrangementEdits = {
  'row.put': editOption({ row: Row }, (option, { row }, project) => {
    const before = option.rows.find(other => other.id === row.id)
    // A member that leaves the row keeps the place it had in it.
    if (before) {
      const leaving = before.units.filter(id => !row.units.includes(id))
      settle(project, option, before, leaving)
    }
    for (const id of row.units) {
      const unit = unitOf(option, id)
      for (const other of option.rows)
        if (other.id !== row.id && other.units.includes(id)) other.units = other.units.filter(unit => unit !== id)
      delete unit.xMm
      delete unit.yMm
    }
    if (option.rows.some(row => row.units.length === 0)) option.rows = option.rows.filter(row => row.units.length > 0)
    putById(option.rows, row)
  }),
  'row.drop': editOption({ row: Id }, (option, { row: id }, project) => {
    const row = drop(option.rows, row => row.id === id, `row “${id}”`)
    settle(project, option, row, row.units)
  }),
  ...optionRecordEdits('group', Group, option => option.groups),
  ...optionRecordEdits('label', Label, option => option.labels),
  ...optionRecordEdits('blank', Blank, option => option.blanks),
  ...optionRecordEdits('flow', Flow, option => option.flows)
}
