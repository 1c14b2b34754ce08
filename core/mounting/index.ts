export * from './bolt-length'
export * from './stack'
export * from './template'
export * from './words'
