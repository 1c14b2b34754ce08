export * from './device'
export * from './simulated'
export * from './routes'
