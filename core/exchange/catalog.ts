import { z } from 'zod'
import { applicationSchema, kitSchema, stockItemSchema, type Application } from '../kit'
import { stageSchema, vehicleSchema, type Vehicle } from '../vehicle'
import { conditionsText, excludesText, needsText, parseConditions, parseExcludes, parseNeeds } from './condition-text'
import type { Cell, Column, Problem, Row } from './table'

export const CATALOG_FILES = ['kits', 'applications', 'vehicles', 'stock'] as const
export type CatalogFile = (typeof CATALOG_FILES)[number]

type Parsed = { ok: true; value: unknown } | { ok: false; why: string }
/** A column and where in the document its cell belongs. */
type Field = Column<string> & {
  /** Dotted. */
  at: string
  /** For a cell that is more than one figure or word. */
  write?: (value: never) => string
  read?: (text: string) => Parsed
  /** What an empty cell means, where it is not null. */
  empty?: unknown
}

/** How documents of one kind stand in a table. */
export interface CatalogFormat {
  kind: CatalogFile
  fields: readonly Field[]
  schema: z.ZodType<{ id: string }>
  /** What a new document has beside what its row says. */
  blank: Record<string, unknown>
  /** Puts right what follows from the row as a whole. */
  finish?: (document: Record<string, unknown>) => void
}

const f = (name: string, kind: Field['kind'], at: string, more: Partial<Field> = {}): Field => ({
  name,
  kind,
  at,
  ...more,
})
const needed = { needed: true }

const kitFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('maker', 'text', 'maker', needed),
  f('number', 'text', 'number', needed),
  f('name', 'text', 'name', needed),
  f('family', 'text', 'family', needed),
  f('axle', 'text', 'axle', { empty: 'rear' }),
  f('replaces', 'text', 'replaces', { empty: 'nothing' }),
  f('price', 'number', 'price', needed),
  f('drilling', 'yes-no', 'drilling', { empty: false }),
  f('minutes_low', 'number', 'minutes.low', needed),
  f('minutes_high', 'number', 'minutes.high', needed),
  f('suspension', 'words', 'fitment.suspension', needed),
  f('bodies', 'words', 'fitment.bodies', needed),
  f('rear_wheels', 'words', 'fitment.rearWheels', needed),
  f('bump_stops', 'words', 'fitment.bumpStops', needed),
  f('lift_block_max', 'length', 'fitment.liftBlockMax', { empty: 0 }),
  f('lift_block_with_spacer', 'length', 'fitment.liftBlockMaxWithSpacer', { empty: 0 }),
  f('coil_inside_low', 'length', 'fitment.coilInside.low'),
  f('coil_inside_high', 'length', 'fitment.coilInside.high'),
  f('bracket_space_low', 'length', 'fitment.bracketSpace.low'),
  f('bracket_space_high', 'length', 'fitment.bracketSpace.high'),
  f('exhaust_max', 'length', 'fitment.exhaustMax'),
  f('hitch_rails', 'text', 'fitment.hitchRails', { empty: 'fine' }),
  f('heights', 'lengths', 'bag.table.heights'),
  f('areas_cm2', 'numbers', 'bag.table.areas', scaled(1e-4)),
  f('volumes_l', 'numbers', 'bag.table.volumes', scaled(1e-3)),
  f('ride_height', 'length', 'bag.rideHeight'),
  f('height_low', 'length', 'bag.heightRange.low'),
  f('height_high', 'length', 'bag.heightRange.high'),
  f('diameter_max', 'length', 'bag.maximumDiameter'),
  f('minimum', 'pressure', 'bag.minimum'),
  f('maximum', 'pressure', 'bag.maximum'),
  f('pressure_note', 'text', 'bag.pressureNote', { empty: '' }),
  f('coil_gap', 'length', 'bag.coilGap.threshold'),
  f('coil_gap_maximum', 'pressure', 'bag.coilGap.wideMaximum'),
  f('motion_ratio', 'number', 'bag.motionRatio', { empty: 1 }),
  f('spacing', 'length', 'bag.spacing'),
  f('pair_capacity', 'mass', 'bag.listedPairCapacity'),
  f('inner_bump_stop', 'yes-no', 'bag.innerBumpStop', { empty: false }),
  f('rubber_gap', 'length', 'rubber.gap'),
  f('rubber_squeeze', 'lengths', 'rubber.squeeze'),
  f('rubber_force_n', 'numbers', 'rubber.force'),
  f('rubber_max_n', 'number', 'rubber.max'),
  f('rubber_spacing', 'length', 'rubber.spacing'),
  f('line_volume_l', 'number', 'lineVolume', { empty: 0, ...scaledOne(1e-3) }),
  f('test_pressure', 'pressure', 'testPressure'),
  f('air_line', 'length', 'airLine.length'),
  f('air_line_diameter', 'length', 'airLine.diameter'),
  f('fitting', 'text', 'fitting', { empty: 'push-to-connect' }),
  f('compressor_later', 'yes-no', 'compressorLater', { empty: true }),
  f('checks_a_year', 'number', 'checksAYear', { empty: 12 }),
  f('connections', 'words', 'connections', { empty: [] }),
  f('spacer_parts', 'words', 'spacerParts', { empty: [] }),
]

const rounded = (v: number) => Number(v.toPrecision(12))
/** Several figures in a unit that is no unit of a tape. */
function scaled(factor: number): Partial<Field> {
  return {
    write: (values: number[]) => values.map((v) => rounded(v / factor)).join(';'),
    read: (text) => {
      const values = text.split(';').map((v) => Number(v.trim()))
      return values.every(Number.isFinite)
        ? { ok: true, value: values.map((v) => rounded(v * factor)) }
        : { ok: false, why: `"${text}" must be numbers separated by semicolons` }
    },
  }
}
function scaledOne(factor: number): Partial<Field> {
  return {
    write: (value: number) => String(rounded(value / factor)),
    read: (text) => {
      const value = Number(text)
      return Number.isFinite(value)
        ? { ok: true, value: rounded(value * factor) }
        : { ok: false, why: `"${text}" is no number` }
    },
  }
}
const cell = <T>(write: (value: T) => string, read: (text: string) => Parsed): Partial<Field> => ({
  write,
  read,
  empty: [],
})

const applicationFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('kit', 'text', 'kit', needed),
  f('make', 'text', 'make', needed),
  f('model', 'text', 'model', needed),
  f('from', 'number', 'from', needed),
  f('to', 'number', 'to', needed),
  f('conditions', 'text', 'conditions', cell(conditionsText, parseConditions)),
  f(
    'needs',
    'text',
    'needs',
    cell((v: Application['needs']) => needsText(v), parseNeeds),
  ),
  f(
    'excludes',
    'text',
    'excludes',
    cell((v: Application['excludes']) => excludesText(v), parseExcludes),
  ),
  f('source', 'text', 'source', needed),
]

/** Helper leaves and stop: `leaf 50 mm 60 N/mm; bump-stop 80 mm 300 N/mm`. */
const stagesText = (stages: Vehicle['rearStages']): string =>
  stages.map((s) => `${s.kind} ${rounded(s.at * 1000)} mm ${rounded(s.adds / 1000)} N/mm`).join('; ')
function parseStages(text: string): Parsed {
  const stages = text.split(';').map((part) => /^\s*(leaf|bump-stop) ([\d.]+) mm ([\d.]+) N\/mm\s*$/.exec(part))
  if (stages.some((m) => !m))
    return { ok: false, why: `"${text}" must read like "leaf 50 mm 60 N/mm; bump-stop 80 mm 300 N/mm"` }
  const read = z
    .array(stageSchema)
    .safeParse(
      stages.map((m) => ({ kind: m![1], at: rounded(Number(m![2]) / 1000), adds: rounded(Number(m![3]) * 1000) })),
    )
  return read.success ? { ok: true, value: read.data } : { ok: false, why: read.error.issues[0]!.message }
}

const vehicleFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('make', 'text', 'make', needed),
  f('model', 'text', 'model', needed),
  f('trim', 'text', 'trim', { empty: '' }),
  f('platform', 'text', 'platform'),
  f('year', 'number', 'year', needed),
  f('body', 'text', 'body', needed),
  f('suspension', 'text', 'suspension', needed),
  f('rear_wheels', 'text', 'rearWheels', needed),
  f('drive', 'text', 'drive', needed),
  f('bed', 'text', 'bed'),
  f('wheelbase', 'length', 'wheelbase', needed),
  f('front_overhang', 'length', 'frontOverhang', needed),
  f('rear_overhang', 'length', 'rearOverhang', needed),
  f('hitch_behind_axle', 'length', 'hitchBehindAxle'),
  f('track', 'length', 'track', needed),
  f('spring_spacing', 'length', 'springSpacing', needed),
  f('tire_size', 'text', 'tireSize', needed),
  f('tire_limit_front', 'mass', 'tireLimitFront'),
  f('tire_limit_rear', 'mass', 'tireLimitRear'),
  f('tire_index_front', 'text', 'tireIndexFront'),
  f('tire_index_rear', 'text', 'tireIndexRear'),
  f('passenger_tires', 'yes-no', 'passengerTires', { empty: false }),
  f('tire_pressure_front', 'pressure', 'tirePressureFront'),
  f('tire_pressure_rear', 'pressure', 'tirePressureRear'),
  f('tire_pressure_full', 'pressure', 'tirePressureFull'),
  f('tire_rate', 'rate', 'tireRate'),
  f('curb_front', 'mass', 'curbFront', needed),
  f('curb_rear', 'mass', 'curbRear', needed),
  f('rear_unsprung', 'mass', 'rearUnsprung', needed),
  f('front_unsprung', 'mass', 'frontUnsprung'),
  f('gvwr', 'mass', 'ratings.gvwr'),
  f('gawr_front', 'mass', 'ratings.gawrFront'),
  f('gawr_rear', 'mass', 'ratings.gawrRear'),
  f('hitch_rating', 'mass', 'ratings.receiver'),
  f('tongue_rating', 'mass', 'ratings.tongue'),
  f('gcwr', 'mass', 'ratings.gcwr'),
  f('front_wheel_rate', 'rate', 'frontWheelRate'),
  f('rear_wheel_rate', 'rate', 'rearWheelRate'),
  f('rear_wheel_rate_tolerance', 'rate', 'rearWheelRateTolerance', { empty: 0 }),
  f('rear_stages', 'text', 'rearStages', cell(stagesText, parseStages)),
  f('rear_friction_n', 'number', 'rearFriction'),
  f('sway_bar_front_nm', 'number', 'swayBarFront', { empty: 0 }),
  f('sway_bar_rear_nm', 'number', 'swayBarRear', { empty: 0 }),
  f('gravity_height', 'length', 'gravityHeight'),
  f('ball_height', 'length', 'ballHeight'),
  f('hitch_clearance', 'length', 'hitchClearance'),
  f('bumper_height', 'length', 'bumperHeight'),
  f('mark_front', 'length', 'markFront', { empty: 0, signed: true }),
  f('mark_rear', 'length', 'markRear', { empty: 0, signed: true }),
  f('rebound_travel', 'length', 'reboundTravel'),
  f('vin', 'text', 'vin'),
]

const stockFields: Field[] = [
  f('id', 'text', 'id', needed),
  f('name', 'text', 'name', needed),
  f('kit', 'text', 'kit'),
  f('unit', 'text', 'unit', { empty: 'piece' }),
  f('on_hand', 'number', 'onHand', needed),
  f('reorder_at', 'number', 'reorderAt', { empty: 0 }),
  f('reorder_to', 'number', 'reorderTo', { empty: 0 }),
]

/** Groups that are there whole or not at all. */
const KIT_GROUPS = ['fitment.coilInside', 'fitment.bracketSpace', 'bag.coilGap', 'airLine']

/** The four kinds of table, by the name of their catalog. */
export const CATALOG_FORMATS: Record<CatalogFile, CatalogFormat> = {
  kits: {
    kind: 'kits',
    fields: kitFields,
    schema: kitSchema,
    blank: { fasteners: [], operations: [] },
    finish(kit) {
      for (const group of KIT_GROUPS) collapse(kit, group)
      if (kit.family === 'rubber') kit.bag = null
      else kit.rubber = null
    },
  },
  applications: { kind: 'applications', fields: applicationFields, schema: applicationSchema, blank: {} },
  vehicles: { kind: 'vehicles', fields: vehicleFields, schema: vehicleSchema, blank: {} },
  stock: { kind: 'stock', fields: stockFields, schema: stockItemSchema, blank: {} },
}

type Tree = Record<string, unknown>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

function read(tree: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, key) => (isTree(at) ? at[key] : undefined), tree)
}
function write(tree: Tree, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = keys.pop()!
  let at = tree
  for (const key of keys) {
    if (!isTree(at[key])) at[key] = {}
    at = at[key] as Tree
  }
  at[last] = value
}
/** A group of which every part is empty is no group. */
function collapse(tree: Tree, path: string): void {
  const group = read(tree, path)
  if (isTree(group) && Object.values(group).every((v) => v === null)) write(tree, path, null)
}

/** A document's row; what the table has no column for stays behind. */
export const toRow = ({ fields }: CatalogFormat, document: unknown): Row<string> =>
  Object.fromEntries(
    fields.map((field) => {
      const value = read(document, field.at) ?? null
      return [field.name, value !== null && field.write ? field.write(value as never) : (value as Cell)]
    }),
  )

/**
 * A document from its row, over what there was before: what a cell does not change stays to the last digit, and so does
 * what the table has no column for.
 * @returns the document, or every problem by column
 */
export function fromRow(
  format: CatalogFormat,
  row: Partial<Row<string>>,
  number: number,
  before: unknown,
): { ok: true; document: { id: string } } | { ok: false; problems: Problem[] } {
  const problems: Problem[] = []
  const document = structuredClone((before ?? format.blank) as Tree)
  const was = before ? toRow(format, before) : null
  for (const field of format.fields) {
    if (!(field.name in row)) {
      if (!before && field.empty !== undefined) write(document, field.at, structuredClone(field.empty))
      continue
    }
    const given = row[field.name] ?? null
    if (was && JSON.stringify(was[field.name]) === JSON.stringify(given)) continue
    if (given === null) write(document, field.at, field.empty === undefined ? null : structuredClone(field.empty))
    else if (!field.read) write(document, field.at, given)
    else {
      const parsed = field.read(String(Array.isArray(given) ? given.join(';') : given))
      if (parsed.ok) write(document, field.at, parsed.value)
      else problems.push({ row: number, column: field.name, message: parsed.why })
    }
  }
  if (problems.length) return { ok: false, problems }
  format.finish?.(document)
  const checked = format.schema.safeParse(document)
  return checked.success
    ? { ok: true, document: checked.data }
    : { ok: false, problems: checked.error.issues.map((issue) => schemaProblem(format, issue, number)) }
}

/** A refusal of the schema, at the column it is about. */
export function schemaProblem(format: CatalogFormat, issue: z.core.$ZodIssue, row: number): Problem {
  const path = issue.path.map(String).join('.')
  const field = format.fields.find((c) => path === c.at || path.startsWith(`${c.at}.`) || c.at.startsWith(`${path}.`))
  return {
    row,
    column: field?.name ?? (path || null),
    message: issue.message
      .replace(/^Invalid input: expected (\w+), received undefined$/, 'is missing')
      .replace(/^Invalid input: expected (\w+), received null$/, 'is missing')
      .replace(/^Invalid input: expected (\w+), received (\w+)$/, 'must be $1, not $2')
      .replace(/^Invalid option: expected one of /, 'must be one of '),
  }
}
