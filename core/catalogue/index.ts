export { searchWords } from './search-words'
export * from './vocabulary'
export { Item, depthBehindMm, itemKey, type Face, type Need, type Port, type Power, type Shape } from './item'
