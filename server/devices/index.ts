export * from './simulated'
export * from './routes'
