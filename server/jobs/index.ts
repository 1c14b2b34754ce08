export * from './routes'
export * from './store'
export * from './log'
