export { shopRoutes, shopSettings } from './settings'
