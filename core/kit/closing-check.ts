import { kitSchema, type Kit, type Operation } from './schema'

/** Something in a kit's operations that could never come out even on a job. */
export interface ClosingFault {
  path: (string | number)[]
  message: string
}

/** Names that the plan gives to operations and fasteners of its own. */
const OWN_NAMES = new Set(['make-safe', 'settle', 'lug-nuts', 'take-off', 'old-helper-out'])
const OWN_BEGINNINGS = ['state-', 'front-']

/** Whether what is done on one kind of side closes what was opened on another. */
const covers = (closing: Operation['side'], opened: Operation['side']): boolean =>
  closing === opened || (closing === 'each' && opened !== 'once')

function duplicates(names: readonly string[]): number[] {
  return names.flatMap((name, i) => (names.indexOf(name) < i ? [i] : []))
}

/**
 * What in a kit could never be closed: a part that comes off on each side and goes back once, a fastener left loose that
 * nothing torques, two of one id, a name that the plan uses itself.
 * @returns none for a kit whose jobs can be finished
 */
export function closingFaults({ operations, fasteners }: Pick<Kit, 'operations' | 'fasteners'>): ClosingFault[] {
  const faults: ClosingFault[] = []
  const add = (path: ClosingFault['path'], message: string) => faults.push({ path, message })
  for (const [list, items] of [
    ['operations', operations],
    ['fasteners', fasteners],
  ] as const) {
    for (const i of duplicates(items.map(({ id }) => id)))
      add([list, i, 'id'], `"${items[i]!.id}" is there twice: every id once`)
    items.forEach(({ id }, i) => {
      if (OWN_NAMES.has(id) || OWN_BEGINNINGS.some((b) => id.startsWith(b)))
        add([list, i, 'id'], `"${id}" is a name of the plan itself: use another one`)
    })
  }
  operations.forEach((o, i) => {
    o.takesOff.forEach((part, k) => {
      const back = operations.some(
        (r) => covers(r.side, o.side) && (r.refits.includes(part) || r.fates.some((f) => f.part === part)),
      )
      if (!back)
        add(
          ['operations', i, 'takesOff', k],
          `"${part}" comes off and nothing on that side puts it back or says what becomes of it`,
        )
    })
    for (const key of ['leavesLoose', 'disturbs'] as const)
      o[key].forEach((fastener, k) => {
        if (!operations.some((t) => covers(t.side, o.side) && t.torques.includes(fastener)))
          add(
            ['operations', i, key, k],
            `"${fastener}" is ${key === 'disturbs' ? 'undone' : 'left loose'} and nothing on that side torques it`,
          )
      })
  })
  return faults
}

/** A kit that is written: one that was stored before this was asked is still read. */
export const closableKitSchema = kitSchema.superRefine((kit, context) => {
  for (const { path, message } of closingFaults(kit)) context.addIssue({ code: 'custom', path, message })
})
