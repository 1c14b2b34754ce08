export * from './bolt-length'
export * from './stack'
