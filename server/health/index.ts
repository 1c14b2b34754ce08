export { ServerHealth } from './health'
