import { list, type Tree } from './kept-aside'
import { fill, kitsOfBoth, tree, without, type Forms } from './kept-whole'

/** Kinds of records that there were none of. */
const NEW_KINDS = new Set(['step-added', 'parts-counted'])
const OF_FASTENER = ['head', 'source']
const OF_PART = ['side', 'thread', 'length', 'width']
const COUNTED = 'parts'

const fastenersBefore = (fasteners: unknown): void => {
  for (const f of list(fasteners)) without(f, OF_FASTENER)
}
const operationsBefore = (operations: unknown): void => {
  for (const o of list(operations)) {
    delete o.picture
    if (Array.isArray(o.checks)) o.checks = (o.checks as string[]).filter((c) => c !== COUNTED)
  }
}
function kitBefore(kit: Tree): void {
  fastenersBefore(kit.fasteners)
  operationsBefore(kit.operations)
  for (const p of list(kit.parts)) without(p, OF_PART)
}
function putKit(kit: Tree, was: Tree): void {
  fill(kit, was)
  for (const o of list(kit.operations)) {
    const before = list(was.operations).find((b) => b.id === o.id)
    if (!Array.isArray(o.checks) || !Array.isArray(before?.checks)) continue
    if ((before.checks as string[]).includes(COUNTED) && !(o.checks as string[]).includes(COUNTED))
      o.checks = [...(o.checks as string[]), COUNTED]
  }
}

/** The form from before procedures, the count of parts and the shop's list of wrenches. */
export const BEFORE_PROCEDURES: Forms<'jobs' | 'job_versions' | 'kits' | 'shop_settings'> = {
  kept: 'kept_of_procedures',
  keys: { jobs: 'id', job_versions: "job_id || ' ' || version", kits: 'id', shop_settings: 'id' },
  bodyBefore(body) {
    if (NEW_KINDS.has(String(body.kind))) return null
    if (body.kind === 'torque') delete body.wrench
    if (body.kind === 'planned') {
      operationsBefore(body.steps)
      for (const step of list(body.steps)) {
        delete step.from
        for (const key of ['torques', 'disturbs', 'leavesLoose']) fastenersBefore(step[key])
      }
    }
    return body
  },
  before(table, document) {
    if (table === 'shop_settings') return without(document, ['wrenches'])
    if (table === 'kits') return kitBefore(document)
    delete document.procedures
    without(tree(document.choices), ['pins'])
    for (const own of list(document.kits)) kitBefore(tree(own.kit))
  },
  putBack(table, document, was) {
    if (table === 'kits') return putKit(document, was)
    if (table === 'shop_settings') return fill(document, was)
    for (const [own, before] of kitsOfBoth(document, was)) putKit(tree(own.kit), tree(before.kit))
    if (document.procedures === undefined && was.procedures !== undefined) document.procedures = was.procedures
    fill(tree(document.choices), tree(was.choices))
  },
}
