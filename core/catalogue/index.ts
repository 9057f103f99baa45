export * from './vocabulary'
export { Item, depthBehindMm, type Face, type Need, type Port, type Power, type Shape } from './item'
