import { newReadingsSchema, type KeptReading, type PressureReading } from '../../records'
import { readTable, writeTable, type Column, type Problem, type Read } from '../../exchange'

const COLUMNS = [
  { name: 'read_at', kind: 'text', needed: true },
  { name: 'axle', kind: 'text' },
  { name: 'side', kind: 'text' },
  { name: 'pressure', kind: 'pressure', needed: true },
  { name: 'temperature', kind: 'temperature', signed: true },
  { name: 'altitude', kind: 'altitude', signed: true },
  { name: 'load', kind: 'text' },
  { name: 'read_by', kind: 'text', needed: true },
  { name: 'filled_to', kind: 'pressure' },
] as const satisfies readonly Column<string>[]
const COLUMN_OF: Record<string, string> = { readAt: 'read_at', readBy: 'read_by', filledTo: 'filled_to' }

/** The readings that count as CSV: UTF-8 with a head, metric. */
export const pressuresToCsv = (readings: readonly KeptReading[]): string =>
  writeTable(
    COLUMNS,
    readings
      .filter((r) => r.withdrawn === null)
      .map((r) => ({
        read_at: r.readAt,
        axle: r.axle,
        side: r.side,
        pressure: r.pressure,
        temperature: r.temperature,
        altitude: r.altitude,
        load: r.load,
        read_by: r.readBy,
        filled_to: r.filledTo,
      })),
  )

/**
 * Readings from CSV. Those that are in the log already, to the minute and the pascal, are left alone.
 * @param known the log as it is
 * @returns what is new, or every problem: then nothing is taken
 */
export function pressuresFromCsv(text: string, known: readonly KeptReading[]): Read<PressureReading[]> {
  const table = readTable(text, COLUMNS)
  if (!table.ok) return table
  const problems: Problem[] = []
  const added: PressureReading[] = []
  const key = (r: Pick<PressureReading, 'axle' | 'side' | 'readAt' | 'pressure'>) =>
    `${r.axle} ${r.side ?? ''} ${Math.floor(Date.parse(r.readAt) / 60_000)} ${Math.round(r.pressure)}`
  const keys = new Set(known.filter((r) => r.withdrawn === null).map(key))
  table.value.forEach(({ number, cells: row }) => {
    const moment = new Date(String(row.read_at))
    const checked = newReadingsSchema.shape.readings.element.safeParse({
      axle: row.axle ?? 'rear',
      side: row.side === 'both' ? null : row.side,
      pressure: row.pressure,
      temperature: row.temperature,
      altitude: row.altitude,
      readAt: Number.isNaN(moment.getTime()) ? row.read_at : moment.toISOString(),
      load: row.load,
      source: 'file',
      readBy: row.read_by,
      filledTo: row.filled_to,
    })
    if (!checked.success) {
      for (const issue of checked.error.issues) {
        const field = String(issue.path[0])
        problems.push({ row: number, column: COLUMN_OF[field] ?? field, message: issue.message })
      }
      return
    }
    if (keys.has(key(checked.data))) return
    keys.add(key(checked.data))
    added.push(checked.data)
  })
  return problems.length ? { ok: false, problems } : { ok: true, value: added }
}
