export * from './problem'
export * from './answer'
