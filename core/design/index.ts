export * from './finding'
export * from './resolve'
export { sameUnits } from './tracked'
export * from './steps'
