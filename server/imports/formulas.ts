import { unzipSync } from 'fflate'

const columnOf = (letters: string): number => [...letters].reduce((n, c) => 26 * n + c.charCodeAt(0) - 64, 0) - 1

/**
 * Cells of a workbook's first sheet that hold a formula, as `row:column` from 0. A reader gives their last value as if it
 * had been typed, and that may be anything.
 */
export function formulaCells(file: Uint8Array): Set<string> {
  const sheets = unzipSync(file, { filter: ({ name }) => /^xl\/worksheets\/sheet1\.xml$/.test(name) })
  const [sheet] = Object.values(sheets)
  const found = new Set<string>()
  if (!sheet) return found
  const xml = new TextDecoder().decode(sheet)
  for (const cell of xml.matchAll(/<c r="([A-Z]+)(\d+)"[^>]*>\s*<f[\s>/]/g))
    found.add(`${Number(cell[2]) - 1}:${columnOf(cell[1]!)}`)
  return found
}
