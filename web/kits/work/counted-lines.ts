/** What stands in a field of lines, each with how many: or the first line that can't be read so. */
export type CountedLines = { ok: true; lines: { name: string; count: number }[] } | { ok: false; why: string }
export function countedLines(text: string): CountedLines {
  const lines: { name: string; count: number }[] = []
  for (const line of text.split('\n').map((l) => l.trim())) {
    if (!line) continue
    const match = /^(\d+)\s*x?\s+(.+)$/.exec(line)
    if (!match) return { ok: false, why: `"${line}" must begin with how many, as "2 x Clip"` }
    lines.push({ count: Number(match[1]), name: match[2]! })
  }
  return { ok: true, lines }
}
