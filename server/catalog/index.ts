import {
  applicationSchema,
  closableKitSchema,
  closableProcedureSchema,
  kitSchema,
  lacksOf,
  procedureSchema,
  stockItemSchema,
  stoodFor,
  type Kit,
  type Procedure,
} from '@stout-shackle/core/kit'
import type { KitSummary } from '@stout-shackle/core/contract'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { CatalogStore } from './store'

export { sampleRoutes } from './samples'
export { kitVersionRoutes, withVersions } from './kit-versions'
export { catalogRoutes, findRoute } from './routes'
export type { Row } from './store'
const kitSummary = (kit: Kit): KitSummary => ({
  id: kit.id,
  maker: kit.maker,
  number: kit.number,
  name: kit.name,
  family: kit.family,
  axle: kit.axle,
  price: kit.price,
  minutes: kit.minutes,
  drilling: kit.drilling,
  minimum: kit.bag?.minimum ?? null,
  maximum: kit.bag?.maximum ?? null,
  origin: kit.origin.from,
  lacks: lacksOf(kit).length,
})
export const kitStore = new CatalogStore<Kit, KitSummary>({
  table: 'kits',
  noun: 'kit',
  schema: kitSchema,
  written: closableKitSchema,
  found: true,
  summary: kitSummary,
  stamp: stoodFor,
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
