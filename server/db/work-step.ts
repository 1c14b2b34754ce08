import { list, type Tree } from './kept-aside'
import { fill, kitsOfBoth, tree, without, type Forms } from './kept-whole'

/** Kinds of records that there were none of. */
const NEW_KINDS = new Set(['planned', 'finding', 'step-begun', 'paused', 'clear', 'photo'])
/** Answers that nobody asked for. */
const NEW_FACTS = ['mountTouches', 'harnessRun']
const OF_OPERATION = ['opens', 'closes', 'fits', 'raise', 'easier', 'asks', 'checks', 'same', 'method']
const asksNew = (conditions: unknown): boolean => list(conditions).some((c) => NEW_FACTS.includes(String(c.survey)))

function kitBefore(kit: Tree): void {
  without(kit, ['methods'])
  for (const f of list(kit.fasteners)) delete f.after
  for (const p of list(kit.parts)) delete p.when
  if (!Array.isArray(kit.operations)) return
  kit.operations = list(kit.operations).filter((o) => !asksNew(o.when))
  const ids = new Set(list(kit.operations).map((o) => o.id))
  for (const o of list(kit.operations)) {
    without(o, OF_OPERATION)
    if (Array.isArray(o.after)) o.after = o.after.filter((id) => ids.has(id))
    for (const h of list(o.hardware)) delete h.when
    for (const f of list(o.fates)) {
      delete f.note
      if (f.fate === 'shortened') f.fate = 'cut'
    }
  }
}
function jobBefore(job: Tree): void {
  for (const own of list(job.kits)) {
    delete own.method
    kitBefore(tree(own.kit))
  }
  without(tree(job.choices), ['lift', 'crew'])
  for (const end of ['front', 'rear']) without(tree(tree(job.survey)[end]), NEW_FACTS)
}

/** Operations that were left out for a condition nobody knew come back to their places. */
function putOperations(kit: Tree, was: Tree): void {
  if (!Array.isArray(kit.operations)) return
  const before = list(was.operations)
  for (const [i, operation] of before.entries()) {
    if (!asksNew(operation.when)) continue
    const at = list(kit.operations).findIndex((o) => o.id === before[i - 1]?.id)
    ;(kit.operations as Tree[]).splice(at + 1, 0, operation)
  }
  for (const o of list(kit.operations)) {
    const own = before.find((b) => b.id === o.id)
    if (own) o.after = [...new Set([...((own.after as string[]) ?? []), ...((o.after as string[]) ?? [])])]
  }
}
function putKit(kit: Tree, was: Tree): void {
  putOperations(kit, was)
  fill(kit, was)
}

/** The form from before the work model. */
export const BEFORE_WORK: Forms<'jobs' | 'job_versions' | 'kits'> = {
  kept: 'kept_of_work',
  keys: { jobs: 'id', job_versions: "job_id || ' ' || version", kits: 'id' },
  bodyBefore(body) {
    // A pull of an earlier pass would be taken for a final one.
    if (NEW_KINDS.has(String(body.kind)) || body.pass !== undefined) return null
    if (body.kind === 'torque') delete body.reason
    delete body.drawn
    return body
  },
  before: (table, document) => (table === 'kits' ? kitBefore(document) : jobBefore(document)),
  putBack(table, document, was) {
    if (table === 'kits') return putKit(document, was)
    for (const [own, before] of kitsOfBoth(document, was)) {
      putKit(tree(own.kit), tree(before.kit))
      if (own.method === undefined && before.method !== undefined) own.method = before.method
    }
    fill(tree(document.choices), tree(was.choices))
    for (const end of ['front', 'rear'])
      if (tree(document.survey)[end]) fill(tree(tree(document.survey)[end]), tree(tree(was.survey)[end]))
  },
}
