export { Imports } from './runs'
export { exportRoutes, importRoutes } from './routes'
