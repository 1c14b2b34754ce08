import { list, type Tree } from './kept-aside'
import { fill, kitsOfBoth, tree, without, type Forms } from './kept-whole'

const OF_RECORD: Record<string, readonly string[]> = {
  connection: ['reason'],
  'connection-opened': ['remedy'],
  'air-check': ['side', 'waited', 'height'],
}

const operationsBefore = (operations: unknown): void => {
  for (const o of list(operations)) without(o, ['circuit'])
}
function procedureBefore(procedure: Tree): void {
  without(procedure, ['compressor'])
  for (const p of list(procedure.parts)) without(p, ['circuit'])
  operationsBefore(procedure.operations)
}
function kitBefore(kit: Tree): void {
  operationsBefore(kit.operations)
  for (const p of list(kit.parts)) without(p, ['circuit'])
  // What was soaped was a list in every kit.
  kit.connections ??= []
}
function putKit(kit: Tree, was: Tree): void {
  fill(kit, was)
  if (was.connections === undefined) delete kit.connections
}

/** The form from before circuits were drawn. */
export const BEFORE_AIR: Forms<'jobs' | 'job_versions' | 'kits' | 'procedures'> = {
  kept: 'kept_of_air',
  keys: { jobs: 'id', job_versions: "job_id || ' ' || version", kits: 'id', procedures: 'id' },
  bodyBefore(body) {
    const { kind } = body
    if (kind === 'leak-test' || (kind === 'connection' && body.result === 'cannot-see')) return null
    without(body, OF_RECORD[String(kind)] ?? [])
    return body
  },
  before(table, document) {
    if (table === 'kits') return kitBefore(document)
    if (table === 'procedures') return procedureBefore(document)
    without(document, ['supply', 'circuit', 'circuitSince', 'wiring'])
    for (const own of list(document.kits)) kitBefore(tree(own.kit))
    for (const own of list(document.procedures)) procedureBefore(tree(own.procedure))
  },
  putBack(table, document, was) {
    if (table === 'kits') return putKit(document, was)
    if (table === 'procedures') return fill(document, was)
    for (const [own, before] of kitsOfBoth(document, was)) putKit(tree(own.kit), tree(before.kit))
    for (const key of ['supply', 'circuit', 'circuitSince', 'wiring'])
      if (document[key] === undefined && key in was) document[key] = was[key]
    for (const own of list(document.procedures)) {
      const before = list(was.procedures).find((p) => tree(p.procedure).id === tree(own.procedure).id)
      if (before) fill(tree(own.procedure), tree(before.procedure))
    }
  },
}
