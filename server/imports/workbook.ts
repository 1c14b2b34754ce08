import { unzipSync, zipSync } from 'fflate'
import { readSheet } from 'read-excel-file/node'

/** What a workbook may come to. A wholesaler's list of a hundred thousand lines is under half of each. */
export const BOUNDS = {
  /** Bytes, unpacked, all its parts together. */
  unpacked: 200 * 1024 * 1024,
  rows: 200_000,
  columns: 200,
  cells: 3_000_000,
  /** Characters of one cell. */
  text: 20_000,
}

/** A workbook that is larger than this program reads, said so that a person can act on it. */
export class OutOfBounds extends Error {}

const columnOf = (letters: string): number => [...letters].reduce((n, c) => 26 * n + c.charCodeAt(0) - 64, 0) - 1

/** Name in the archive of the sheet that stands first in the workbook, whatever its file is called. */
function firstSheet(parts: Record<string, Uint8Array>): string | null {
  const text = (name: string) => (parts[name] ? new TextDecoder().decode(parts[name]) : '')
  const id = /<sheet\b[^>]*\br:id="([^"]+)"/.exec(text('xl/workbook.xml'))?.[1]
  const relations = [...text('xl/_rels/workbook.xml.rels').matchAll(/<Relationship\b[^>]*>/g)].map(([r]) => r)
  const target = /\bTarget="\/?(?:xl\/)?([^"]+)"/.exec(relations.find((r) => r.includes(`Id="${id}"`)) ?? '')?.[1]
  return target ? `xl/${target}` : null
}

/** Unpacks what is read of a workbook, no further than a bound: a part holds as much as it said, and no more. */
function unpack(file: Uint8Array): Record<string, Uint8Array> {
  let size = 0
  return unzipSync(file, {
    filter: ({ name, originalSize }) => {
      if (!/\.(xml|rels)$/.test(name)) return false
      size += originalSize
      if (size > BOUNDS.unpacked) throw new OutOfBounds(`it unpacks to more than ${BOUNDS.unpacked / 1024 / 1024} MB`)
      return true
    },
  })
}

/**
 * Cells of a sheet that hold a formula, as `row:column` from 0: a reader gives their last value as if it had been typed,
 * and that may be anything. On the way it sees how far the sheet reaches.
 */
function walk(sheet: string): Set<string> {
  const formulas = new Set<string>()
  let cells = 0
  for (const tag of sheet.matchAll(
    /<(?:row\b[^>]*\br="(\d+)"|c\b[^>]*\br="([A-Z]{1,8})(\d{1,9})"[^>]*>\s*(<f[\s>/])?)/g,
  )) {
    const row = Number(tag[1] ?? tag[3])
    if (row > BOUNDS.rows) throw new OutOfBounds(`it reaches to row ${row}: ${BOUNDS.rows} max`)
    if (!tag[2]) continue
    const column = columnOf(tag[2])
    cells += 1
    if (column >= BOUNDS.columns) throw new OutOfBounds(`it reaches to column ${tag[2]}: ${BOUNDS.columns} columns max`)
    if (cells > BOUNDS.cells) throw new OutOfBounds(`it has more than ${BOUNDS.cells} cells`)
    if (tag[4]) formulas.add(`${row - 1}:${column}`)
  }
  return formulas
}

/**
 * The first sheet of a workbook as text, row by row.
 * @throws OutOfBounds where it is larger than `BOUNDS`; whatever the reader throws where it is no workbook
 */
export async function readWorkbook(file: Uint8Array): Promise<string[][]> {
  const parts = unpack(file)
  const name = firstSheet(parts)
  const formulas = name && parts[name] ? walk(new TextDecoder().decode(parts[name])) : new Set<string>()
  // The reader gets what was looked at, and nothing it could unpack further.
  const sheet = (await readSheet(Buffer.from(zipSync(parts, { level: 0 })))) as unknown[][]
  const text = (value: unknown, row: number, column: number): string => {
    if (formulas.has(`${row}:${column}`)) return '=formula'
    if (value instanceof Date) return value.toISOString().slice(0, 10)
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    if (typeof value === 'string' && value.length > BOUNDS.text)
      throw new OutOfBounds(`a cell in row ${row + 1} has more than ${BOUNDS.text} characters`)
    return typeof value === 'string' || typeof value === 'number' ? String(value) : ''
  }
  return sheet.map((cells, row) => cells.map((c, column) => text(c, row, column)))
}
