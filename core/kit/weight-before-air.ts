import { ancestorsOf } from './closing-check'
import type { Kit, Operation } from './schema'

type Instructions = Pick<Kit, 'operations'>
const onItsWheels = (o: Pick<Operation, 'support'>) => o.support === 'on-wheels' || o.support === 'ride-height'

/** Steps that put something of a kit in while no wheel carries: from the first of them its bags are in without air. */
export const mountsInTheAir = (o: Pick<Operation, 'support'> & { phase: Operation['phase'] | null }): boolean =>
  o.phase === 'mount' && !onItsWheels(o)

/** Steps on the wheels behind something that was mounted in the air, in two: those before the first air, and those behind it. */
function underWeight({ operations }: Instructions): { before: Operation[]; behind: Operation[] } {
  const behind = ancestorsOf(operations)
  const mounts = operations.filter(mountsInTheAir)
  const weighted = operations.filter((o) => onItsWheels(o) && mounts.some((m) => behind(o.id).has(m.id)))
  // Nothing has air before all of it is in.
  const needed = (o: Operation) => o.checks.includes('first-air') || o.phase === 'lines' || mountsInTheAir(o)
  const isBefore = (w: Operation) =>
    w.checks.includes('first-air') || operations.some((o) => needed(o) && behind(o.id).has(w.id))
  return { before: weighted.filter(isBefore), behind: weighted.filter((w) => !isBefore(w)) }
}

/**
 * The step of a kit's own instructions that puts weight on its bags before they have air: behind something that was mounted in the
 * air, and before the first air or with it. Some papers look at vent and plates on the wheels first.
 * @returns null where the bags have air before any weight
 * Source: common practice, no published source.
 */
export const weightBeforeAir = (written: Instructions): Operation | null => underWeight(written).before[0] ?? null

/** Steps that a kit's own order has before any of its weight on air: what is put back there is put back before the first air. */
export function stepsBeforeWeight(written: Instructions): ReadonlySet<string> {
  const behind = ancestorsOf(written.operations)
  return new Set(underWeight(written).behind.flatMap((w) => [...behind(w.id)]))
}

/** Steps of a kit that want air in its bags first: what is done on the wheels once all is in, soaping, and all that follows. */
export function stepsBehindAir(written: Instructions): ReadonlySet<string> {
  const behind = ancestorsOf(written.operations)
  const soaping = written.operations.filter((o) => o.checks.includes('connections'))
  const first = [...underWeight(written).behind, ...soaping]
  return new Set(
    written.operations.filter((o) => first.some((w) => w === o || behind(o.id).has(w.id))).map((o) => o.id),
  )
}
