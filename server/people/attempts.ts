import { setTimeout as pause } from 'node:timers/promises'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { Problem } from '../problem'

/** Wrong tries in a quarter of an hour before a person, or an address, is locked out for as long. */
const WRONG_TRIES = { person: 5, address: 30 }
const QUARTER_S = 15 * 60
const SLOWEST_MS = 2000

/** Slows down and locks whoever guesses passwords and PINs. Kept in memory: a restart begins anew. */
export class Attempts {
  private readonly limits = {
    person: new RateLimiterMemory({
      points: WRONG_TRIES.person,
      duration: QUARTER_S,
      blockDuration: QUARTER_S,
    }),
    address: new RateLimiterMemory({
      points: WRONG_TRIES.address,
      duration: QUARTER_S,
      blockDuration: QUARTER_S,
    }),
  }

  /** @throws Problem 429 where too much was tried wrongly */
  async mayTry(person: string, address: string): Promise<void> {
    for (const [limit, key] of [
      [this.limits.person, person.trim().toLowerCase()],
      [this.limits.address, address],
    ] as const) {
      const triesHere = await limit.get(key)
      if (triesHere && triesHere.consumedPoints > limit.points - 1 && triesHere.msBeforeNext > 0)
        throw new Problem(
          429,
          'Too many tries',
          `Too many wrong tries. Try again in ${Math.ceil(triesHere.msBeforeNext / 60_000)} min, or ask the owner.`,
          [{ field: 'person', message: 'locked', code: 'locked' }],
        ).with({ headers: { 'Retry-After': String(Math.ceil(triesHere.msBeforeNext / 1000)) } })
    }
  }

  /** One wrong try: each waits twice as long as the one before. */
  async wrong(person: string, address: string): Promise<void> {
    const count = async (limit: RateLimiterMemory, key: string) =>
      limit.consume(key).then(
        (r) => r.consumedPoints,
        () => limit.points,
      )
    const tries = await count(this.limits.person, person.trim().toLowerCase())
    await count(this.limits.address, address)
    await pause(Math.min(SLOWEST_MS, 50 * 2 ** tries))
  }

  async right(person: string): Promise<void> {
    await this.limits.person.delete(person.trim().toLowerCase())
  }
}
