import type { Fastener, Kit } from './schema'

/** A thread as it is written in a name: M10, M10 x 1.25, 3/8-16. Pitch left out where the name leaves it out. */
const THREAD = /\bM(\d{1,2})(?:\s*x\s*(\d(?:\.\d+)?)(?!\s*\d))?|(\d+\/\d+|#\d+)\s*-\s*(\d{2})\b/i
interface Written {
  size: string
  pitch: string | null
}
function threadIn(name: string): Written | null {
  const found = THREAD.exec(name)
  if (!found) return null
  const [, metric, metricPitch, inch, turns] = found
  // What stands behind a bolt's size may be its length: a pitch is under 4 mm.
  const pitch = metricPitch !== undefined && Number(metricPitch) < 4 ? metricPitch : null
  return metric ? { size: `M${metric}`, pitch } : { size: inch!, pitch: turns! }
}
const isOther = (a: Written, b: Written): boolean =>
  a.size !== b.size || (a.pitch !== null && b.pitch !== null && Number(a.pitch) !== Number(b.pitch))

const KINDS = /^(?:bolt|nut|screw|stud)s?$/
const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .replace(THREAD, ' ')
    .split(/[^a-z]+/)
    .filter((w) => w.length > 2 && !['the', 'and', 'for'].includes(w))
    .map((w) => w.replace(/s$/, ''))
/** Whether two names mean one bolt: of one kind, and all that the shorter one says stands in the longer. */
function isOneBolt(a: string, b: string): boolean {
  const [one, other] = [wordsOf(a), wordsOf(b)]
  const kind = one.find((w) => KINDS.test(w))
  if (kind === undefined || !other.includes(kind)) return false
  const [short, long] = one.length <= other.length ? [one, other] : [other, one]
  return short.length > 1 && short.every((w) => long.includes(w))
}

/** A bolt that has one thread where it is torqued and another in the box or in a step. */
export interface ThreadDispute {
  fastener: Fastener
  /** The name with the other thread. */
  other: string
}
/** Bolts of a kit whose thread is another one in the box, or in what a step lays out, than where their torque is. */
export function threadDisputes({ fasteners, parts, operations }: Kit): ThreadDispute[] {
  const names = [
    ...parts.map((p) => (p.thread && !threadIn(p.name) ? `${p.name} ${p.thread}` : p.name)),
    ...operations.flatMap((o) => o.hardware.map((h) => h.name)),
  ]
  return fasteners.flatMap((fastener) => {
    const own = threadIn(fastener.thread ?? '') ?? threadIn(fastener.name)
    if (!own) return []
    return [...new Set(names)].flatMap((other): ThreadDispute[] => {
      const there = threadIn(other)
      return there && isOneBolt(fastener.name, other) && isOther(own, there) ? [{ fastener, other }] : []
    })
  })
}
