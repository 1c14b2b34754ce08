export * from './bolt-length'
