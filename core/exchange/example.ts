import { applicationSchema, stockItemSchema, typicalKit } from '../kit'
import type { UnitSystem } from '../quantity'
import { estimateVehicle } from '../vehicle'
import { CATALOG_FORMATS, EXAMPLE, toRow, type CatalogFile } from './catalog'
import { writeTable } from './table'

/** A document of each kind, to type over. */
const EXAMPLES: Record<CatalogFile, () => object> = {
  kits: () =>
    typicalKit({ id: EXAMPLE, maker: 'Maker', number: '1234', name: 'As on the box', family: 'bellows', axle: 'rear' }),
  applications: () =>
    applicationSchema.parse({
      id: EXAMPLE,
      kit: 'id-of-a-kit',
      make: 'Make',
      model: 'Model',
      from: 2015,
      to: 2019,
      source: "Maker's list, page 3",
    }),
  vehicles: () => estimateVehicle({ id: EXAMPLE, body: 'pickup', tireSize: '265/70R17', make: 'Make', model: 'Model' }),
  stock: () =>
    stockItemSchema.parse({
      id: EXAMPLE,
      name: 'Elbow 1/4 in',
      kit: null,
      unit: 'piece',
      onHand: 6,
      reorderAt: 2,
      reorderTo: 10,
    }),
}
/** What no paper has, and is not typed: the program begins with what is usual. */
const NOT_TYPED: readonly string[] = [
  'origin',
  'origins',
  'heights',
  'areas_cm2',
  'volumes_l',
  'ride_height',
  'height_low',
  'height_high',
  'spacing',
  'line_volume_l',
]

/**
 * A table to be filled in: heads as people write them, one row that shows how.
 * @param system whose units its heads name
 * @returns CSV; read again, its example is refused by itself and bars no other row
 */
export function blankTable(kind: CatalogFile, system: UnitSystem): string {
  const format = CATALOG_FORMATS[kind]
  const row = toRow(format, EXAMPLES[kind]())
  for (const name of NOT_TYPED) if (name in row) row[name] = null
  return writeTable(format.fields, [row], system)
}
