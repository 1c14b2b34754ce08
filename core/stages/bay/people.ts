import type { BayRecord } from '../../records'

/** Somebody at a step, and since when. */
export interface AtStep {
  name: string
  step: string
  since: string
  /** Why it rests; null while it runs. */
  rests: string | null
}

/**
 * Who is at which step, by the latest each has said; one that was done is left. The next step somebody begins is where they are then.
 * @param standing records that stand, oldest first
 */
export function atSteps(standing: readonly BayRecord[]): AtStep[] {
  const people = new Map<string, AtStep>()
  for (const { body, by, at: time } of standing) {
    if (body.kind === 'step-begun') people.set(by, { name: by, step: body.step, since: time, rests: null })
    else if (body.kind === 'paused') {
      const entry = people.get(by)
      if (entry?.step === body.step) people.set(by, { ...entry, rests: body.reason })
    } else if (body.kind === 'step')
      for (const [name, entryHere] of people) if (entryHere.step === body.step) people.delete(name)
  }
  return [...people.values()]
}

/** Whole minutes that somebody has been at a step; null while it rests. */
export const minutesAt = ({ since, rests }: AtStep, now: number): number | null =>
  rests === null ? Math.max(0, Math.floor((now - Date.parse(since)) / 60_000)) : null

/**
 * Everybody who has to be clear of a move: who did something since the vehicle was moved last, but for who moves it.
 * @param standing records that stand, oldest first
 */
export function underIt(
  standing: readonly BayRecord[],
  move: string,
  mover: string | null,
): { name: string; clear: boolean }[] {
  const under = new Set<string>()
  const clear = new Set<string>()
  for (const { body, by } of standing) {
    if (body.kind === 'step' && body.step.startsWith('state-')) under.clear()
    else if (body.kind === 'step' || body.kind === 'torque' || body.kind === 'step-begun') under.add(by)
    else if (body.kind === 'clear' && body.step === move) for (const name of [by, ...body.names]) clear.add(name)
  }
  return [...under].filter((name) => name !== mover).map((name) => ({ name, clear: clear.has(name) }))
}
