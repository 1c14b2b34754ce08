export * from './names'
export * from './sentences'
