import type { Job } from '../job'
import { LOAD_KINDS, loadItemSchema, newLoad, PLACES, type LoadCase, type LoadItem } from '../vehicle'
import { readTable, writeTable, type Column, type Problem, type Read, type Row } from './table'

/** What the case column says of what is on the vehicle whatever it carries. */
const ALWAYS = 'always'

const COLUMNS = [
  { name: 'load_case', kind: 'text', needed: true },
  { name: 'name', kind: 'text', needed: true },
  { name: 'weight', kind: 'mass', needed: true },
  { name: 'weight_tolerance', kind: 'mass' },
  { name: 'kind', kind: 'text' },
  { name: 'fill', kind: 'percent' },
  { name: 'place', kind: 'text', needed: true },
  { name: 'ahead', kind: 'length', signed: true },
  { name: 'left', kind: 'length', signed: true },
  { name: 'up', kind: 'length' },
  { name: 'trailer', kind: 'mass' },
  { name: 'trailer_axle', kind: 'length' },
  { name: 'coupler', kind: 'length' },
  { name: 'restoration', kind: 'percent' },
] as const satisfies readonly Column<string>[]
type Name = (typeof COLUMNS)[number]['name']

const rowOf = (loadCase: string, i: LoadItem): Row<Name> => ({
  load_case: loadCase,
  name: i.name,
  weight: i.mass,
  weight_tolerance: i.massTolerance,
  kind: i.kind,
  fill: i.fill,
  place: i.place,
  ahead: i.x,
  left: i.y,
  up: i.z,
  trailer: i.trailerMass,
  trailer_axle: i.trailerAxle,
  coupler: i.couplerHeight,
  restoration: i.restoration,
})

/**
 * All loads of a job as CSV, a row for each weight.
 * @returns UTF-8 text with a head, metric
 */
export const loadsToCsv = (job: Job): string =>
  writeTable(COLUMNS, [
    ...job.fittings.map((i) => rowOf(ALWAYS, i)),
    ...job.loadCases.flatMap((c) => c.items.map((i) => rowOf(c.name, i))),
  ])

/**
 * Loads from CSV into a job: a case named in the file takes the file's weights, others stay. Places left empty are the
 * usual ones.
 * @returns the job's new cases and fittings, or every problem: then nothing is taken
 */
export function loadsFromCsv(text: string, job: Job, newId: () => string): Read<Pick<Job, 'loadCases' | 'fittings'>> {
  const table = readTable(text, COLUMNS)
  if (!table.ok) return table
  const problems: Problem[] = []
  const items = table.value.map(({ number, cells: row }): { loadCase: string; item: LoadItem } | null => {
    const wrong = (column: string, message: string) => problems.push({ row: number, column, message })
    const place = PLACES.find((p) => p === row.place)
    const kind = row.kind === null ? 'cargo' : LOAD_KINDS.find((k) => k === row.kind)
    if (!place) wrong('place', `"${String(row.place)}" must be one of ${PLACES.join(', ')}`)
    if (!kind) wrong('kind', `"${String(row.kind)}" must be one of ${LOAD_KINDS.join(', ')}`)
    if (!place || !kind) return null
    const usual = newLoad(job.vehicle, newId(), String(row.name), place)
    const checked = loadItemSchema.safeParse({
      ...usual,
      kind,
      mass: row.weight,
      massTolerance: row.weight_tolerance ?? 0,
      fill: row.fill ?? 1,
      x: row.ahead ?? usual.x,
      y: row.left ?? 0,
      z: row.up ?? usual.z,
      trailerMass: row.trailer,
      trailerAxle: row.trailer_axle,
      couplerHeight: row.coupler,
      restoration: row.restoration,
    })
    if (checked.success) return { loadCase: String(row.load_case), item: checked.data }
    for (const issue of checked.error.issues)
      wrong(FIELDS[String(issue.path[0])] ?? String(issue.path[0]), issue.message)
    return null
  })
  if (problems.length) return { ok: false, problems }
  const byCase = new Map<string, LoadItem[]>()
  for (const entry of items) byCase.set(entry!.loadCase, [...(byCase.get(entry!.loadCase) ?? []), entry!.item])
  const fittings = byCase.get(ALWAYS) ?? job.fittings
  byCase.delete(ALWAYS)
  const known = job.loadCases.map((c): LoadCase => ({ ...c, items: byCase.get(c.name) ?? c.items }))
  const added = [...byCase]
    .filter(([name]) => !job.loadCases.some((c) => c.name === name))
    .map(([name, list]): LoadCase => ({ id: newId(), name, items: list }))
  const loadCases = [...known, ...added]
  const tooMany = loadCases.length > MAX_CASES || loadCases.some((c) => c.items.length > MAX_ITEMS)
  return tooMany
    ? {
        ok: false,
        problems: [
          {
            row: null,
            column: null,
            message: `makes too many: ${MAX_CASES} load cases of ${MAX_ITEMS} weights max`,
          },
        ],
      }
    : { ok: true, value: { loadCases, fittings } }
}

const MAX_CASES = 12
const MAX_ITEMS = 60
/** Schema field to column, for messages. */
const FIELDS: Record<string, string> = {
  mass: 'weight',
  massTolerance: 'weight_tolerance',
  x: 'ahead',
  y: 'left',
  z: 'up',
  trailerMass: 'trailer',
  trailerAxle: 'trailer_axle',
  couplerHeight: 'coupler',
}
