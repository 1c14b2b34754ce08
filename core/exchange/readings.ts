import { type Job } from '../job'
import { ofKind, recordBodySchema, type BayRecord, type RecordBody } from '../records'
import { HEIGHT_PLACES, MARKS } from '../vehicle'
import { readTable, writeTable, type Column, type Problem, type Read } from './table'

type Height = Extract<RecordBody, { kind: 'height' }>

const COLUMNS = [
  { name: 'timing', kind: 'text', needed: true },
  { name: 'load', kind: 'text', needed: true },
  { name: 'load_case', kind: 'text' },
  { name: 'corner', kind: 'text', needed: true },
  { name: 'mark', kind: 'text', needed: true },
  { name: 'height', kind: 'length', needed: true },
  { name: 'about', kind: 'yes-no' },
  { name: 'tolerance', kind: 'length' },
  { name: 'bag_pressure', kind: 'pressure' },
] as const satisfies readonly Column<string>[]

/**
 * Standing height readings of a job as CSV.
 * @param standing records that stand, oldest first
 * @returns UTF-8 text with a head, metric
 */
export function readingsToCsv(job: Job, standing: readonly BayRecord[]): string {
  const caseName = (id: string | null) => job.loadCases.find((c) => c.id === id)?.name ?? null
  return writeTable(
    COLUMNS,
    ofKind(standing, 'height').map(({ body }) => ({
      timing: body.timing,
      load: body.load,
      load_case: caseName(body.loadCase),
      corner: body.corner,
      mark: body.mark,
      height: body.value,
      about: body.about,
      tolerance: body.tolerance,
      bag_pressure: body.bagPressure,
    })),
  )
}

export interface NewReading {
  body: Height
  /** The standing reading it corrects. */
  corrects: string | null
}

/**
 * Height readings from CSV. One that stands already as it is is left alone, one that differs corrects what stands.
 * @returns what is to be recorded, or every problem: then nothing is taken
 */
export function readingsFromCsv(text: string, job: Job, standing: readonly BayRecord[]): Read<NewReading[]> {
  const table = readTable(text, COLUMNS)
  if (!table.ok) return table
  const problems: Problem[] = []
  const added: NewReading[] = []
  const corners = new Set<string>()
  // eslint-disable-next-line complexity -- one column after the other, each with its refusal
  table.value.forEach(({ number, cells: row }) => {
    const wrong = (column: string, message: string) => problems.push({ row: number, column, message })
    const loadCase = row.load_case === null ? null : job.loadCases.find((c) => c.name === row.load_case)
    if (loadCase === undefined) return wrong('load_case', `"${String(row.load_case)}" is not a load case of this job`)
    if (row.load === 'loaded' && !loadCase) return wrong('load_case', 'a loaded reading says which load case was on')
    if (row.load !== 'loaded' && loadCase) return wrong('load_case', 'an empty reading has none')
    const checked = recordBodySchema.safeParse({
      kind: 'height',
      timing: row.timing,
      load: row.load,
      loadCase: loadCase?.id ?? null,
      corner: row.corner,
      mark: row.mark,
      value: row.height,
      about: row.about ?? false,
      tolerance: row.tolerance,
      // Before the work there are none; after it an empty cell is a pressure nobody read.
      bagPressure: row.bag_pressure ?? (row.timing === 'after' ? null : 0),
    })
    if (!checked.success) {
      for (const issue of checked.error.issues)
        wrong(FIELDS[String(issue.path[0])] ?? String(issue.path[0]), issueText(issue))
      return
    }
    const body = checked.data as Height
    if (corners.has(slot(body))) return wrong('corner', 'this corner is there twice for the same timing, load and mark')
    corners.add(slot(body))
    const before = ofKind(standing, 'height').findLast((s) => slot(s.body) === slot(body))
    if (before && same(before.body, body)) return
    added.push({ body, corrects: before?.id ?? null })
  })
  return problems.length ? { ok: false, problems } : { ok: true, value: added }
}

const slot = (b: Height) => [b.timing, b.load, b.loadCase, b.corner, b.mark].join(':')
/** A millionth of a meter is beyond any tape. */
const same = (a: Height, b: Height) =>
  Math.abs(a.value - b.value) < 1e-6 &&
  a.about === b.about &&
  Math.abs((a.tolerance ?? 0) - (b.tolerance ?? 0)) < 1e-6 &&
  Math.abs((a.bagPressure ?? -1) - (b.bagPressure ?? -1)) < 1

const FIELDS: Record<string, string> = { value: 'height', bagPressure: 'bag_pressure', loadCase: 'load_case' }
const CHOICES: Record<string, readonly string[]> = {
  timing: ['before', 'after'],
  load: ['empty', 'loaded', 'empty-again'],
  corner: HEIGHT_PLACES,
  mark: MARKS,
}
const issueText = (issue: { path: PropertyKey[]; message: string }) => {
  const choices = CHOICES[String(issue.path[0])]
  return choices ? `must be one of ${choices.join(', ')}` : issue.message
}
