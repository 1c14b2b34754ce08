export * from './scene'
export * from './report'
export * from './advice'
export { sceneQuestion } from './room-of'
