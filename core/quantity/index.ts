export * from './convert'
export * from './parse'
export * from './format'
export * from './phrase'
