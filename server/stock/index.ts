export { putBack, reserveFor, stockRoutes, takeReserved } from './stock'
