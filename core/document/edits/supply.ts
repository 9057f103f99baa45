import { Id } from '../../catalogue/item'
import { CircuitChoice, type Option } from '../schema/schema'
import { Bus, Source, Supply, SupplySwitch, Tie } from '../schema/supply'
import { drop, editOption, optionRecordEdits, put, refuse } from './kit'

/** The supply of an option as a person entered it. @throws EditError where it is the proposed one */
const own = (option: Option): Supply =>
  option.supply ?? refuse(`${option.name} has the proposed supply: set it as its own first`)

/** Edits of the supply and of the circuits that hang on it. */
export const supplyEdits = {
  'supply.set': editOption({ supply: Supply }, (option, { supply }) => {
    option.supply = supply
  }),
  ...optionRecordEdits('source', Source, option => own(option).sources),
  ...optionRecordEdits('bus', Bus, option => own(option).buses),
  ...optionRecordEdits('tie', Tie, option => own(option).ties),
  ...optionRecordEdits('switch', SupplySwitch, option => own(option).switches),
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
