/** How long a step takes by its instructions and by what a shop has measured. */
export interface LearnedMinutes {
  /** Best guess, minutes. */
  minutes: number
  /** How far one more time may be from it: standard deviation, minutes. */
  doubt: number
  /** How many times it was measured. */
  times: number
}

/** Instructions weigh as much as so many measured times, and are off by so much of themselves. Common practice, no published source. */
const INSTRUCTIONS_WEIGH = 4
const INSTRUCTIONS_DOUBT = 0.35
/** A repeat is quicker: with each doubling of the times, what is left of it. Source: Wright 1936, J. Aeronautical Sciences 3, 80 % curve. */
const LEARNING_RATE = 0.9
/** The first times count as practice up to here. */
const PRACTICED = 16

/**
 * What a step takes: the instructions' figure, moved toward what was measured as that becomes more.
 *
 * Each measured time is referred to a practiced hand by the learning curve, in which it was the k-th; the mean of these and the
 * instructions is a normal mean with a known prior.
 * @param instructed minutes by the instructions
 * @param measured minutes as they were measured, oldest first
 * @param ahead how many times the one that is asked about has done it already
 * Source: conjugate normal prior (Gelman et al., Bayesian Data Analysis, 2.5); learning curve Wright 1936.
 */
export function learnedMinutes(
  instructed: number,
  measured: readonly number[],
  ahead = measured.length,
): LearnedMinutes {
  const practiced = measured.map((m, k) => m / curve(k + 1))
  const n = practiced.length
  const sum = practiced.reduce((a, b) => a + b, 0)
  const mean = (INSTRUCTIONS_WEIGH * instructed + sum) / (INSTRUCTIONS_WEIGH + n)
  const prior = (INSTRUCTIONS_DOUBT * instructed) ** 2
  const spread = practiced.reduce((a, m) => a + (m - mean) ** 2, 0)
  const variance = (INSTRUCTIONS_WEIGH * prior + spread) / (INSTRUCTIONS_WEIGH + n)
  const factor = curve(ahead + 1)
  return {
    minutes: mean * factor,
    // Of the step itself, and of its mean.
    doubt: factor * Math.sqrt(variance * (1 + 1 / (INSTRUCTIONS_WEIGH + n))),
    times: n,
  }
}
/** How much longer the k-th time takes than one of a practiced hand. */
const curve = (k: number): number => (Math.min(k, PRACTICED) / PRACTICED) ** Math.log2(LEARNING_RATE)

/** A record that tells of the time of a step. */
interface Timed {
  at: string
  by: string
  body: { kind: string; step?: string | null }
}
/**
 * Minutes that steps took, from when somebody began them until they were done, rests left out.
 * @param records of one job that stand, oldest first
 * @returns by step: who, and how many minutes
 */
export function measuredMinutes(records: readonly Timed[]): Map<string, { by: string; minutes: number }> {
  const running = new Map<string, { by: string; since: number; before: number }>()
  const found = new Map<string, { by: string; minutes: number }>()
  for (const { at: time, by, body } of records) {
    const { step } = body
    if (!step) continue
    const now = Date.parse(time)
    const begun = running.get(step)
    if (body.kind === 'step-begun') running.set(step, { by, since: now, before: begun?.before ?? 0 })
    else if (body.kind === 'paused' && begun)
      running.set(step, {
        ...begun,
        since: NaN,
        before: begun.before + (Number.isNaN(begun.since) ? 0 : now - begun.since),
      })
    else if (body.kind === 'step' && begun) {
      const last = Number.isNaN(begun.since) ? 0 : now - begun.since
      const minutes = (begun.before + last) / 60_000
      if (minutes > 0) found.set(step, { by: begun.by, minutes })
      running.delete(step)
    }
  }
  return found
}
