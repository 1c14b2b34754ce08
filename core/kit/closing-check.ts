import { isPlansOwn } from './ids'
import { kitSchema, type Kit, type Operation } from './schema'

/** Something in a kit's operations that could never come out even on a job. */
export interface ClosingFault {
  path: (string | number)[]
  message: string
}

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
      if (isPlansOwn(id)) add([list, i, 'id'], `"${id}" is a name of the plan itself: use another one`)
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
  operations.forEach((o, i) => {
    if (o.picture && !o.picture.image.startsWith('sha256:'))
      add(['operations', i, 'picture'], 'a picture is laid aside first, and named here by its SHA-256')
  })
  return [...faults, ...carrierFaults(operations), ...regimeFaults(operations, fasteners)]
}

/** What carries an axle is undone with a jack under it, and closed again on its own side. */
function carrierFaults(operations: readonly Operation[]): ClosingFault[] {
  return operations.flatMap((o, i) => [
    ...o.opens.flatMap((carrier, k): ClosingFault[] =>
      operations.some((c) => covers(c.side, o.side) && c.closes.includes(carrier))
        ? []
        : [
            {
              path: ['operations', i, 'opens', k],
              message: `"${carrier}" is opened and nothing on that side closes it again`,
            },
          ],
    ),
    ...((o.opens.length || o.closes.length) && o.support !== 'axle-raised'
      ? [
          {
            path: ['operations', i, 'support'],
            message: 'what carries the axle is opened and closed with a jack under it: support must be axle-raised',
          },
        ]
      : []),
    ...(o.raise && o.support !== 'axle-raised'
      ? [
          {
            path: ['operations', i, 'raise'],
            message: 'only an axle on its jack is raised: support must be axle-raised',
          },
        ]
      : []),
    ...(o.wheels === 'off' && !['any', 'axle-hanging', 'axle-raised'].includes(o.support)
      ? [
          {
            path: ['operations', i, 'wheels'],
            message: 'wheels are off only while the axle hangs or is raised on its jack',
          },
        ]
      : []),
  ])
}

/** A fastener gets its torque in the state and after the step that its regime asks for. */
function regimeFaults(operations: readonly Operation[], fasteners: Kit['fasteners']): ClosingFault[] {
  const byId = new Map(operations.map((o) => [o.id, o]))
  const comesAfter = (o: Operation, phase: Operation['phase'], visited = new Set<string>()): boolean => {
    if (visited.has(o.id)) return false
    visited.add(o.id)
    return o.after.some((id) => {
      const before = byId.get(id)
      return before !== undefined && (before.phase === phase || comesAfter(before, phase, visited))
    })
  }
  return operations.flatMap((o, i) =>
    o.torques.flatMap((id, k): ClosingFault[] => {
      const f = fasteners.find((fastener) => fastener.id === id)
      const path = ['operations', i, 'torques', k]
      const standing = o.support === 'ride-height' || (o.support === 'axle-raised' && o.raise?.until === 'ride-height')
      if (f?.when === 'at-ride-height' && !standing)
        return [{ path, message: `"${id}" gets its torque at ride height: support must be ride-height` }]
      return f?.when === 'after-alignment' && !comesAfter(o, 'align')
        ? [{ path, message: `"${id}" gets its torque after alignment: after must lead to a step of phase align` }]
        : []
    }),
  )
}

/** A kit as it may be written: its checks can close. */
export const closableKitSchema = kitSchema.superRefine((kit, context) => {
  for (const { path, message } of closingFaults(kit)) context.addIssue({ code: 'custom', path, message })
})
