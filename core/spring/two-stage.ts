import type { Meters, Newtons, NewtonsPerMeter } from '../quantity'

/** A pack whose helper leaves, and then a bump stop, come in one after the other. */
export interface StagedSpring {
  /** From empty height on. */
  first: NewtonsPerMeter
  /** Each stage begins at a squat and adds its rate; in rising order. */
  stages: readonly { at: Meters; adds: NewtonsPerMeter }[]
}

/**
 * Force of the staged spring at a squat, N; beyond contact each stage adds its own.
 * @param squat m over the springs, from empty
 *
 * @example
 * stagedForce({ first: 60_000, stages: [{ at: 0.05, adds: 40_000 }] }, 0.06) // => 4000
 */
export function stagedForce({ first, stages }: StagedSpring, squat: Meters): Newtons {
  let force = first * squat
  for (const { at: contact, adds } of stages) if (squat > contact) force += adds * (squat - contact)
  return force
}

/**
 * Rate felt at a squat; at a contact, the rate from there on.
 * @param squat m over the springs, from empty
 * @returns N/m
 *
 * @example
 * stagedRate({ first: 60_000, stages: [{ at: 0.05, adds: 40_000 }] }, 0.06) // => 100000
 */
export function stagedRate({ first, stages }: StagedSpring, squat: Meters): NewtonsPerMeter {
  let rate = first
  for (const { at: contact, adds } of stages) if (squat >= contact) rate += adds
  return rate
}

/**
 * Squat at which the staged spring carries a force: piece by piece, exactly.
 * @throws RangeError when the stages do not rise or a rate is not positive
 * @param force N
 * @returns m
 *
 * @example
 * stagedSquat({ first: 60_000, stages: [{ at: 0.05, adds: 40_000 }] }, 4_000) // => 0.06
 */
export function stagedSquat(spring: StagedSpring, force: Newtons): Meters {
  const { first, stages } = spring
  if (!(first > 0) || stages.some((s, i) => !(s.adds > 0) || s.at < (stages[i - 1]?.at ?? 0)))
    throw new RangeError('stages must rise in squat and add a positive rate')
  let from = 0
  let rate = first
  let carried = 0
  for (const { at: contact, adds } of stages) {
    const atContact = carried + rate * (contact - from)
    if (force <= atContact) break
    carried = atContact
    from = contact
    rate += adds
  }
  return from + (force - carried) / rate
}
