export { reserveFor, stockRoutes, takeReserved } from './stock'
