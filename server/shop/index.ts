export { shopRoutes } from './settings'
