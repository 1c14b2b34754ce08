import {
  applicationSchema,
  closableKitSchema,
  closableProcedureSchema,
  kitSchema,
  procedureSchema,
  stockItemSchema,
  type Kit,
  type Procedure,
} from '@stout-shackle/core/kit'
import type { KitSummary } from '@stout-shackle/core/contract'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { CatalogStore } from './store'

export { catalogRoutes, findRoute } from './routes'
export type { Row } from './store'
const KIT_SUMMARY = `json_object(
  'id', t.id, 'maker', json_extract(t.document, '$.maker'), 'number', json_extract(t.document, '$.number'),
  'name', json_extract(t.document, '$.name'), 'family', json_extract(t.document, '$.family'),
  'axle', coalesce(json_extract(t.document, '$.axle'), 'rear'), 'price', json_extract(t.document, '$.price'),
  'minutes', json(json_extract(t.document, '$.minutes')),
  'drilling', json(iif(json_extract(t.document, '$.drilling'), 'true', 'false')),
  'minimum', json_extract(t.document, '$.bag.minimum'), 'maximum', json_extract(t.document, '$.bag.maximum'))`
export const kitStore = new CatalogStore<Kit, KitSummary>({
  table: 'kits',
  noun: 'kit',
  schema: kitSchema,
  written: closableKitSchema,
  found: true,
  summary: KIT_SUMMARY,
})
export const applicationStore = new CatalogStore({ table: 'applications', noun: 'line', schema: applicationSchema })
export const vehicleStore = new CatalogStore({ table: 'vehicles', noun: 'vehicle', schema: vehicleSchema, found: true })
export const platformStore = new CatalogStore({ table: 'platforms', noun: 'platform', schema: platformSchema })
export const procedureStore = new CatalogStore<Procedure>({
  table: 'procedures',
  noun: 'procedure',
  schema: procedureSchema,
  written: closableProcedureSchema,
})
export const stockStore = new CatalogStore({ table: 'stock', noun: 'stock item', schema: stockItemSchema })
