export { customerRoutes } from './customers'
