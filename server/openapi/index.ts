export * from './describe'
export * from './schemas'
