import { applicationSchema, kitSchema, stockItemSchema } from '@stout-shackle/core/kit'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { CatalogueStore } from './store'

export { catalogueRoutes, searchOf } from './routes'
export { CATALOGUES, type CatalogueName, type CatalogueStore, type Entry, type Row } from './store'
export const kitStore = new CatalogueStore('kits', 'kit', kitSchema, true)
export const applicationStore = new CatalogueStore('applications', 'line', applicationSchema)
export const vehicleStore = new CatalogueStore('vehicles', 'vehicle', vehicleSchema, true)
export const platformStore = new CatalogueStore('platforms', 'platform', platformSchema)
export const stockStore = new CatalogueStore('stock', 'stock item', stockItemSchema)
