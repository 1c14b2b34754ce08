export { Imports } from './runs'
export { applySchema, exportRoutes, importRoutes } from './routes'
