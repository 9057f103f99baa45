export * from './finding'
export * from './resolve'
export * from './remember'
export * from './steps'
