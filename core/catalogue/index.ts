export { searchWords } from './search-words'
export * from './vocabulary'
export {
  byKind,
  FunctionWord,
  handledAs,
  isOwnFunction,
  isTradeKind,
  nameFrom,
  OwnName,
  ownFunctionsOf
} from './own-names'
export { modernise } from './modernise'
export { looksRound, shapeBox } from './front'
export {
  Cents,
  Id,
  Item,
  depthBehindMm,
  heardBy,
  isFor,
  itemKey,
  maturedBy,
  MOST_CORNERS_OF_SHAPE,
  Name,
  saidBy,
  type Face,
  type Front,
  type ModelApproval,
  type Need,
  type Port,
  type Power,
  type Shape
} from './item'
export {
  CONNECTOR_KINDS,
  CONTACT_SIZES,
  CONTACT_TAKES,
  connectorProblems,
  LINES,
  linesOf,
  Pin,
  PIN_USES,
  type Connector
} from './connector'
