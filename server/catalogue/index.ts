import { kitSchema } from '@stout-shackle/core/kit'
import { vehicleSchema } from '@stout-shackle/core/vehicle'
import { CatalogueStore } from './store'

export { catalogueRoutes } from './routes'
export const kitStore = new CatalogueStore('kits', 'kit', kitSchema)
export const vehicleStore = new CatalogueStore('vehicles', 'vehicle', vehicleSchema)
