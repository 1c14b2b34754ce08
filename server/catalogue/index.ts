import { applicationSchema, kitSchema, stockItemSchema, type Kit, type KitSummary } from '@stout-shackle/core/kit'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { CatalogueStore } from './store'

export { catalogueRoutes, searchOf } from './routes'
export { CATALOGUES, type CatalogueName, type CatalogueStore, type Entry, type Row } from './store'
const KIT_SUMMARY = `json_object(
  'id', t.id, 'maker', json_extract(t.document, '$.maker'), 'number', json_extract(t.document, '$.number'),
  'name', json_extract(t.document, '$.name'), 'family', json_extract(t.document, '$.family'),
  'axle', coalesce(json_extract(t.document, '$.axle'), 'rear'), 'price', json_extract(t.document, '$.price'),
  'minutes', json(json_extract(t.document, '$.minutes')),
  'drilling', json(iif(json_extract(t.document, '$.drilling'), 'true', 'false')),
  'minimum', json_extract(t.document, '$.bag.minimum'), 'maximum', json_extract(t.document, '$.bag.maximum'))`
export const kitStore = new CatalogueStore<Kit, KitSummary>('kits', 'kit', kitSchema, true, KIT_SUMMARY)
export const applicationStore = new CatalogueStore('applications', 'line', applicationSchema)
export const vehicleStore = new CatalogueStore('vehicles', 'vehicle', vehicleSchema, true)
export const platformStore = new CatalogueStore('platforms', 'platform', platformSchema)
export const stockStore = new CatalogueStore('stock', 'stock item', stockItemSchema)
