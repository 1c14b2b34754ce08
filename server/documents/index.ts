export * from './routes'
