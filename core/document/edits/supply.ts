import { Id } from '../../catalogue/item'
import { CircuitChoice } from '../schema/schema'
import { Supply } from '../schema/supply'
import { drop, editOption, put, refuse } from './kit'

/** Edits of the supply and of the circuits that hang on it. */
export const supplyEdits = {
  'supply.set': editOption({ supply: Supply }, (option, { supply }) => {
    option.supply = supply
  }),
  /** Back to the proposal; circuits hang where that puts them. */
  'supply.clear': editOption({}, option => {
    if (!option.supply) refuse('The supply is the proposed one already')
    delete option.supply
    for (const circuit of option.circuits) {
      delete circuit.bus
      delete circuit.alsoBus
    }
  }),
  'circuit.set': editOption({ circuit: CircuitChoice }, (option, { circuit }) =>
    put(option.circuits, circuit, circuit => circuit.unit)
  ),
  'circuit.clear': editOption({ unit: Id }, (option, { unit }) => {
    drop(option.circuits, circuit => circuit.unit === unit, `own choice for the circuit of “${unit}”`)
  })
}
