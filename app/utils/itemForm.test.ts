import { expect, it } from 'vitest'
import { CATALOGUE_COLUMNS } from '#core/formats'
import { ITEM_FORM } from './itemForm'

// A column that is in no field could not be entered, and would be dropped where an entry is edited.
it('the form of an entry asks for every column of the catalogue, once', () => {
  const asked = ITEM_FORM.flatMap(section => section.fields.map(field => field.column))
  expect([...asked].sort()).toEqual([...CATALOGUE_COLUMNS].sort())
})
