import { CATALOGUE_COLUMNS, columnSpec, FORM_SECTIONS, type Column, type ColumnForm } from '#core/formats'
import { BODY_FORMS, READS_FORMS, SHAPE_FORMS, type CellForm } from './itemCells'

/** A field of the form of a catalogue entry: one cell of its CSV row. */
export interface ItemField extends Omit<ColumnForm, 'forms'> {
  column: Column
  /** Several numbers, in one of these forms. */
  forms?: { of: readonly CellForm[]; number: 'plain' | 'position' }
}
const FORMS = { shape: SHAPE_FORMS, body: BODY_FORMS, reads: READS_FORMS }

/** The form of a catalogue entry: every column of the CSV once, in the order in which a data sheet gives it. */
export const ITEM_FORM: { title: string; fields: ItemField[] }[] = FORM_SECTIONS.map(title => ({
  title,
  fields: CATALOGUE_COLUMNS.map(column => ({ column, ...columnSpec(column).form }))
    .filter(({ section }) => section === title)
    .sort((a, b) => a.rank - b.rank)
    .map(({ forms, ...field }) => ({ ...field, ...(forms && { forms: { ...forms, of: FORMS[forms.of] } }) }))
}))

const FIELDS = new Map(ITEM_FORM.flatMap(({ fields }) => fields.map(field => [field.column, field])))
/** The field of the form that a column is. */
export const itemFieldOf = (column: Column): ItemField => FIELDS.get(column)!
