export { Board } from './board'
export { logRoutes } from './log'
export { jobRoutes } from './routes'
export { exportJob, JobStore } from './store'
