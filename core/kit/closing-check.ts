import { isPlansOwn } from './ids'
import { kitSchema, type Kit, type Operation, type StepCheck } from './schema'

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
  return [
    ...faults,
    ...carrierFaults(operations),
    ...regimeFaults(operations, fasteners),
    ...checkFaults(operations),
    ...pressureFaults(operations),
    ...orderFaults(operations, fasteners),
  ]
}

const MOUNTS = ['mount', 'align', 'torque']
/**
 * Steps that have to be behind it before what a check reads proves anything: mounts and lines before the first air, what
 * is mounted and aligned before plate to tire is taped; torques may follow where the instructions have them so.
 */
const OWED_FIRST: Partial<Record<StepCheck, (o: Operation) => boolean>> = {
  'first-air': (o) => o.phase === 'lines' || o.phase === 'mount',
  connections: (o) => (MOUNTS.includes(o.phase) && o.support !== 'ride-height') || o.phase === 'lines',
  'plate-tire': (o) => o.phase === 'mount' || o.phase === 'align',
}

/**
 * An order that cannot be: steps that wait for each other, and a step that wants the axle otherwise than on its jack while something that
 * carries it is undone. Each names its rule and the steps.
 */
function orderFaults(operations: readonly Operation[], fasteners: Kit['fasteners']): ClosingFault[] {
  const torquing = (fastener: string) => operations.filter((o) => o.torques.includes(fastener)).map((o) => o.id)
  const waits = operations.map((o) => ({
    id: o.id,
    after: [
      ...o.after,
      ...o.torques.flatMap((f) => (fasteners.find((x) => x.id === f)?.after ?? []).flatMap(torquing)),
      ...operations.flatMap((h) => (h.hiddenBy === o.id ? h.id : [])),
    ].filter((id) => id !== o.id),
  }))
  const before = ancestorsOf(waits)
  const titled = (id: string) => `"${operations.find((o) => o.id === id)!.title}"`
  const round = operations.findIndex((o) => before(o.id).has(o.id) || o.after.includes(o.id))
  if (round >= 0) {
    const { id } = operations[round]!
    const others = operations.filter((o) => o.id !== id && before(id).has(o.id) && before(o.id).has(id))
    const chain = [id, ...others.map((o) => o.id)].map(titled).join(', ')
    const message = `these wait for each other in a circle: ${chain}. Take one of them out of "after"`
    return [{ path: ['operations', round, 'after'], message }]
  }
  return operations.flatMap((step, i): ClosingFault[] => {
    if (step.support === 'any' || step.support === 'axle-raised') return []
    const open = operations.find(
      (o) =>
        o.opens.length > 0 &&
        before(step.id).has(o.id) &&
        operations.some(
          (c) =>
            c.closes.some((carrier) => o.opens.includes(carrier)) &&
            before(c.id).has(step.id) &&
            before(c.id).has(o.id),
        ),
    )
    return open
      ? [
          {
            path: ['operations', i, 'support'],
            message: `while "${open.title}" has ${open.opens.join(', ')} undone, the axle stays on its jack: support must be axle-raised or any`,
          },
        ]
      : []
  })
}

/** Air that a step is done at goes in by its line, and the bag is in then. */
function pressureFaults(operations: readonly Operation[]): ClosingFault[] {
  const before = ancestorsOf(operations)
  return operations.flatMap((o, i) => {
    if (!o.pressure) return []
    const path = ['operations', i, 'pressure', 'low']
    const late = operations.find((other) => other.phase === 'lines' && before(other.id).has(o.id))
    return late
      ? [{ path, message: `"${o.title}" is done with air in the bags, and "${late.title}" comes later: put it first` }]
      : []
  })
}

/** A check that can never close where it stands: what it reads is owed after it, or cannot be read as it stands. */
function checkFaults(operations: readonly Operation[]): ClosingFault[] {
  const before = ancestorsOf(operations)
  return operations.flatMap((o, i) =>
    o.checks.flatMap((check, k): ClosingFault[] => {
      const path = ['operations', i, 'checks', k]
      const isOwed = OWED_FIRST[check]
      const late = isOwed && operations.find((other) => isOwed(other) && (other === o || before(other.id).has(o.id)))
      if (late)
        return [
          {
            path,
            message:
              late === o
                ? `this step is one that has to be done before its own check "${CHECK_WORDS[check]}": put the check on a later step`
                : `"${CHECK_WORDS[check]}" can never close here: "${late.title}" comes later and has to be done first`,
          },
        ]
      return check === 'plate-tire' && o.support !== 'on-wheels' && o.support !== 'ride-height'
        ? [{ path, message: 'plate to tire is read standing on its wheels: support must be on-wheels or ride-height' }]
        : []
    }),
  )
}
const CHECK_WORDS: Record<StepCheck, string> = {
  'first-air': 'first air read',
  connections: 'connections soaped',
  'plate-tire': 'plate to tire read',
  parts: 'parts counted',
}

/**
 * Everything that comes before an operation, by what waits for what.
 * @param operations of one kit or procedure
 * @returns by an operation's id the ids of those before it; of a circle those that come round
 * Source: by definition, the closure of `after`.
 */
export function ancestorsOf(
  operations: readonly Pick<Operation, 'id' | 'after'>[],
): (id: string) => ReadonlySet<string> {
  const byId = new Map(operations.map((o) => [o.id, o]))
  const known = new Map<string, Set<string>>()
  const of = (id: string): Set<string> => {
    const before = known.get(id)
    if (before) return before
    const found = new Set<string>()
    known.set(id, found)
    for (const a of byId.get(id)?.after ?? []) {
      found.add(a)
      for (const b of of(a)) found.add(b)
    }
    return found
  }
  return of
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
    ...(o.raise && o.support !== 'axle-raised' && !(o.support === 'frame-raised' && o.raise.until === 'touch')
      ? [
          {
            path: ['operations', i, 'raise'],
            message:
              'only an axle on its jack is raised, and a frame let down until parts touch: support must be axle-raised, or frame-raised with touch',
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
