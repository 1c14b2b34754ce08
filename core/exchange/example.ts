import { applicationSchema, PLAIN_FASTENER, PLAIN_OPERATION, stockItemSchema, typicalKit, type Kit } from '../kit'
import type { UnitSystem } from '../quantity'
import { estimateVehicle } from '../vehicle'
import { CATALOG_FORMATS, EXAMPLE, toRow, type CatalogFile } from './catalog'
import { writeKitBook, type BookSheet } from './kit-book'
import { writeTable } from './table'
import { usualTarget } from '../torque'

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

/**
 * A workbook for kits to be filled in: an example kit with a part, a bolt, a step and a vehicle, on a sheet each.
 * @param system whose units its heads name
 */
export function blankBook(system: UnitSystem): BookSheet[] {
  const kit = EXAMPLES.kits() as Kit
  const example: Kit = {
    ...kit,
    parts: [
      {
        number: 'AB-22',
        name: 'Air spring',
        count: 2,
        when: [],
        side: null,
        circuit: null,
        thread: null,
        length: null,
        width: null,
      },
    ],
    fasteners: [
      {
        ...PLAIN_FASTENER,
        id: 'strap-nut',
        name: 'Strap nut',
        count: 4,
        thread: '3/8-16',
        spec: usualTarget(22),
        evenly: true,
      },
    ],
    operations: [
      {
        ...PLAIN_OPERATION,
        id: 'hang',
        title: 'Hang the bracket',
        phase: 'mount',
        steps: ['Both holes, nuts by hand'],
        torques: ['strap-nut'],
      },
    ],
  }
  const line = applicationSchema.parse({ ...EXAMPLES.applications(), kit: kit.id })
  return writeKitBook({ kits: [example], lines: [line] }, system).map((sheet) => {
    const blank = sheet.rows[0]!.map((head) =>
      NOT_TYPED.includes(
        head
          .toLowerCase()
          .replace(/ \(.*$/, '')
          .replaceAll(' ', '_'),
      ),
    )
    return sheet.name === 'Kits'
      ? { ...sheet, rows: sheet.rows.map((r, i) => (i ? r.map((c, k) => (blank[k] ? '' : c)) : r)) }
      : sheet
  })
}
