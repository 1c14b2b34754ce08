import { PLAIN_OPERATION, type Fastener, type Operation } from '@stout-shackle/core/kit'

/** What is written: a kit's instructions, or a procedure's. */
export interface Written {
  id: string
  operations: Operation[]
  fasteners: Fastener[]
}

/** Something that is wrong with instructions as they are being written. */
export interface DraftIssue {
  path: string
  message: string
  /** Operation it is about; null where it is about something else. */
  operation: string | null
}

/** An operation with nothing in it yet. */
export const blankOperation = (id: string, title: string, phase: Operation['phase']): Operation => ({
  ...PLAIN_OPERATION,
  id,
  title,
  side: 'each',
  phase,
  support: phase === 'bench' ? 'any' : 'axle-hanging',
  wheels: phase === 'bench' ? 'any' : 'off',
  steps: ['…'],
})

/** Instructions with an operation taken out, and out of all that wait for it: those wait for what it waited for. */
export function withoutOperation<T extends Written>(kit: T, id: string): T {
  const gone = kit.operations.find((o) => o.id === id)
  const rest = (list: readonly string[]) =>
    [...new Set(list.flatMap((a) => (a === id ? (gone?.after ?? []) : [a])))].slice(0, 12)
  return {
    ...kit,
    operations: kit.operations
      .filter((o) => o.id !== id)
      .map((o) => ({ ...o, after: rest(o.after), easier: o.easier.filter((e) => e !== id) })),
  }
}

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
