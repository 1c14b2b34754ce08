export * from './loads'
export * from './readings'
export * from './ticket'
export { problemText, type Problem, type Read } from './table'
