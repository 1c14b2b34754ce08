import { ancestorsOf, hasAir, mountsInTheAir, weightBeforeAir, type Carrier, type StandState } from '../kit'
import { AXLES, type AxleEnd, type Vehicle } from '../vehicle'
import type { PlannedKit } from './names'
import type { PendingStep } from './pending'

/** From the first of some steps until the last of others, the vehicle stands only in some ways. */
export interface StepHold {
  from: readonly string[]
  until: readonly string[]
  allows: (state: StandState) => boolean
}

/** Each side on its own jack, or on its own half of the U-bolts: one is finished before the other begins. */
const bySide = (carrier: Carrier, independent: boolean): boolean =>
  carrier === 'u-bolts' || carrier === 'link' || independent

/** Steps that undo or close a carrier of an axle. */
const openers = (steps: readonly PendingStep[], axle: AxleEnd, carrier: Carrier) => ({
  opening: steps.filter((s) => s.axle === axle && s.operation.opens.includes(carrier)),
  closing: steps.filter((s) => s.axle === axle && s.operation.closes.includes(carrier)),
})
const carriersOf = (steps: readonly PendingStep[], axle: AxleEnd): Carrier[] => [
  ...new Set(steps.flatMap((s) => (s.axle === axle ? s.operation.opens : []))),
]
const idsOf = (steps: readonly PendingStep[]) => steps.map((s) => s.id)

/**
 * While something that carries or locates an axle is open, a jack under it does, and it is moved to no other stand; bags that are in
 * get no weight before they have their first air, unless the kit's own steps say so.
 * @param steps of a plan
 * @param kits whose bags are fitted on this visit
 * Source: common practice, no published source.
 */
export function holdsOf(steps: readonly PendingStep[], kits: readonly PlannedKit[], vehicle: Vehicle): StepHold[] {
  const axles = AXLES.filter((axle) => steps.some((s) => s.axle === axle))
  const carried = axles.flatMap((axle) => {
    const independent = vehicle[axle].architecture === 'independent'
    const allows: StepHold['allows'] = (s) => s.axle === axle && s.support === 'axle-raised'
    // A bag in the coil's place carries the vehicle once there is air in it, not before.
    const air = steps.filter((s) => s.axle === axle && s.operation.checks.includes('first-air'))
    const replaced = kits.some(({ kit, work }) => work === 'fit' && kit.axle === axle && kit.replaces === 'coil-spring')
    return carriersOf(steps, axle).flatMap((carrier): StepHold[] => {
      const { opening, closing } = openers(steps, axle, carrier)
      const until = carrier === 'coil' && replaced ? [...closing, ...air] : closing
      if (!bySide(carrier, independent)) return [{ from: idsOf(opening), until: idsOf(until), allows }]
      return (['left', 'right', null] as const).map((side) => ({
        from: idsOf(opening.filter((s) => s.side === side)),
        until: idsOf(until.filter((s) => s.side === side || s.operation.side === 'once')),
        allows,
      }))
    })
  })
  const empty = kits.flatMap(({ kit, work }): StepHold[] => {
    if (work !== 'fit' || !hasAir(kit) || weightBeforeAir(kit)) return []
    return [
      {
        from: idsOf(steps.filter((s) => s.axle === kit.axle && mountsInTheAir(s.operation))),
        until: idsOf(steps.filter((s) => s.axle === kit.axle && s.operation.checks.includes('first-air'))),
        allows: (s) => s.axle === kit.axle,
      },
    ]
  })
  return [...carried, ...empty].filter((h) => h.from.length > 0 && h.until.length > 0)
}

/**
 * Which group a step's side belongs to: everything from undoing a carrier to closing it again, where each side is done by itself.
 * @returns by step; absent where sides may be mixed
 * Source: common practice, no published source: one side holds the axle in its place while the other is open.
 */
export function sidesApart(steps: readonly PendingStep[], vehicle: Vehicle): Map<string, string> {
  const groups = new Map<string, string>()
  const before = ancestorsOf(steps)
  for (const axle of AXLES) {
    const independent = vehicle[axle].architecture === 'independent'
    for (const carrier of carriersOf(steps, axle)) {
      if (!bySide(carrier, independent)) continue
      const { opening, closing } = openers(steps, axle, carrier)
      for (const side of ['left', 'right'] as const) {
        const first = opening.filter((s) => s.side === side)
        const last = closing.filter((s) => s.side === side)
        for (const s of steps) {
          if (s.side !== side || s.axle !== axle) continue
          const from = first.some((f) => f === s || before(s.id).has(f.id))
          const to = last.some((l) => l === s || before(l.id).has(s.id))
          if (from && to) groups.set(s.id, `${axle} sides`)
        }
      }
    }
  }
  return groups
}
