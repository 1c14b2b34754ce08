import { z } from 'zod'
import { plainNumber } from '../quantity'
import { calculator } from './calculator'
import { planSequence, SUPPORTS, type Unreachable } from '../plan/sequence'

const name = (what: string) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, { error: `${what} is empty` })
    .max(80, { error: `${what} is too long: 80 characters max` })
const supports = ['any', ...SUPPORTS, 'ride-height'] as const

const stand = z
  .strictObject({
    support: z.enum(SUPPORTS, { error: `support must be one of ${SUPPORTS.join(', ')}` }),
    wheels: z.enum(['on', 'off'], { error: 'wheels must be on or off' }),
  })
  .refine(({ support, wheels }) => wheels === 'on' || support === 'axle-hanging' || support === 'axle-raised', {
    path: ['wheels'],
    error: 'wheels are off only while the axle hangs or is raised: axle-hanging or axle-raised',
  })

const operation = z.strictObject({
  id: name('id'),
  after: z
    .array(name('after'), { error: 'after must be a list of ids' })
    .max(200, { error: 'after has too many: 200 max' }),
  support: z.enum(supports, { error: `support must be one of ${supports.join(', ')}` }),
  wheels: z.enum(['any', 'on', 'off'], { error: 'wheels must be any, on or off' }),
  side: z.enum(['left', 'right'], { error: 'side must be left, right or null' }).nullable(),
  hands: z.union([z.literal(1), z.literal(2)], { error: 'hands must be 1 or 2' }),
  minutes: plainNumber('minutes', 0, 10_000),
  tools: z
    .array(name('tools'), { error: 'tools must be a list of names' })
    .max(32, { error: 'tools has too many: 32 max' }),
  /** Group of which one side is finished before the other begins. */
  exclusive: name('exclusive').nullish(),
})

/** More than this no job has; the search is for plans of real shape. */
const MOST_OPERATIONS = 150

const planRequest = z
  .strictObject({
    operations: z
      .array(operation, { error: 'operations must be a list' })
      .max(MOST_OPERATIONS, { error: `operations has too many: ${MOST_OPERATIONS} max` }),
    start: stand,
    end: stand,
    crew: z.union([z.literal(1), z.literal(2)], { error: 'crew must be 1 or 2' }),
  })
  .superRefine(({ operations }, context) => {
    const ids = new Set<string>()
    for (const [i, { id }] of operations.entries()) {
      if (ids.has(id))
        context.addIssue({ code: 'custom', path: ['operations', i, 'id'], message: `"${id}" is there twice` })
      ids.add(id)
    }
    for (const [i, { after }] of operations.entries())
      for (const [k, id] of after.entries())
        if (!ids.has(id))
          context.addIssue({
            code: 'custom',
            path: ['operations', i, 'after', k],
            message: `there is no operation "${id}"`,
          })
  })
export type PlanRequest = z.output<typeof planRequest>

const WHY: Record<Unreachable['why'], (of: string) => string> = {
  'no-such-stand': () => 'it asks for wheels off, and they are off only while the axle hangs or is raised',
  'waits-in-a-circle': () => 'it waits for operations that wait for it',
  'waits-for': (of) => `it waits for "${of}", which can never be done`,
  'not-found': (of) => `no order that keeps the sides of "${of}" apart was found before the search was given up`,
  held: (of) => `it cannot be reached in what "${of}" leaves open`,
  'sides-in-each-other': (of) => `neither side of "${of}" can be finished before the other begins`,
}

/**
 * The order of operations with the fewest changes of support, then of wheels, then walks between sides, then tool changes, and who
 * does what when.
 * @returns counts, minutes from the start, and what they cannot be less than; or what can never be done, and why
 * Source: `planSequence`.
 *
 * @example
 * computePlan({ operations: [
 *   { id: 'drill', after: [], support: 'axle-hanging', wheels: 'off', side: 'left', hands: 1, minutes: 5, tools: [] },
 * ], start: { support: 'on-wheels', wheels: 'on' }, end: { support: 'on-wheels', wheels: 'on' }, crew: 1 }).order.length // => 1
 */
export function computePlan({ operations, ...rest }: PlanRequest) {
  const outcome = planSequence({
    ...rest,
    operations: operations.map(({ exclusive, ...o }) => ({ ...o, ...(exclusive ? { exclusive } : {}) })),
  })
  if (outcome.ok)
    return { ...outcome, order: outcome.order.map(({ id, support, wheels }) => ({ id, support, wheels })) }
  return {
    ok: false as const,
    unreachable: outcome.unreachable.map((u) => ({ ...u, message: `"${u.id}": ${WHY[u.why](u.of)}.` })),
  }
}

export const plan = calculator({
  request: planRequest,
  compute: computePlan,
  endpoint: { name: 'plan', summary: 'Order of operations, and who does what when', slow: true },
})
