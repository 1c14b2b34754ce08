import { unzipSync } from 'fflate'

const columnOf = (letters: string): number => [...letters].reduce((n, c) => 26 * n + c.charCodeAt(0) - 64, 0) - 1

/** A workbook unpacked is larger than its file, but not without end. */
const MAX_UNPACKED = 400 * 1024 * 1024

/** Name in the archive of the sheet that stands first in the workbook, whatever its file is called. */
function firstSheet(parts: Record<string, string>): string | null {
  const id = /<sheet\b[^>]*\br:id="([^"]+)"/.exec(parts['xl/workbook.xml'] ?? '')?.[1]
  const relations = [...(parts['xl/_rels/workbook.xml.rels'] ?? '').matchAll(/<Relationship\b[^>]*>/g)].map(([r]) => r)
  const target = /\bTarget="\/?(?:xl\/)?([^"]+)"/.exec(relations.find((r) => r.includes(`Id="${id}"`)) ?? '')?.[1]
  return target ? `xl/${target}` : null
}

/**
 * Cells of a workbook's first sheet that hold a formula, as `row:column` from 0. A reader gives their last value as if it
 * had been typed, and that may be anything.
 * @throws RangeError for a workbook that unpacks to more than there is room for
 */
export function formulaCells(file: Uint8Array): Set<string> {
  let size = 0
  const text = (wanted: (name: string) => boolean): Record<string, string> =>
    Object.fromEntries(
      Object.entries(
        unzipSync(file, {
          filter: ({ name, originalSize }) => {
            if (!wanted(name)) return false
            size += originalSize
            if (size > MAX_UNPACKED) throw new RangeError('it unpacks to more than 400 MB')
            return true
          },
        }),
      ).map(([name, bytes]) => [name, new TextDecoder().decode(bytes)]),
    )
  const sheet = firstSheet(text((name) => /^xl\/(?:workbook\.xml|_rels\/workbook\.xml\.rels)$/.test(name)))
  const found = new Set<string>()
  if (!sheet) return found
  for (const cell of (text((name) => name === sheet)[sheet] ?? '').matchAll(/<c r="([A-Z]+)(\d+)"[^>]*>\s*<f[\s>/]/g))
    found.add(`${Number(cell[2]) - 1}:${columnOf(cell[1]!)}`)
  return found
}
