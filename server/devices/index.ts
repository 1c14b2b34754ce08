export * from './simulated'
export * from './routes'
export * from './compressor'
