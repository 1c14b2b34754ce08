import type { Altered, Job } from '@stout-shackle/core/job'

/** What the server alone says of a kit on a job, of a load, and of the job itself. */
const OF_KIT = ['since', 'mountSince', 'version', 'confirmed', 'revised', 'leftBy', 'decided'] as const
const OF_LOAD = ['since'] as const
const OF_JOB = [
  'circuitSince',
  'fittingsSince',
  'frameSince',
  'history',
  'owed',
  'airCheck',
  'leftConnections',
  'recheck',
  'changes',
] as const satisfies readonly (keyof Job)[]

/**
 * A plan with what the server alone sets as the server has it: since when kits, loads and lines have been what they are, by what a kit was
 * judged, the vehicle's history, what is owed. What a person typed stays as it is.
 * @returns the same object where nothing differs
 */
export function withServersOwn(mine: Job, theirs: Job): Job {
  const kits = each(mine.kits, (kit) => {
    const there = theirs.kits.find((k) => typed(k) === typed(kit))
    return there ? withAltered(taken(kit, there, OF_KIT), there.altered) : kit
  })
  const procedures = each(mine.procedures, (own) => {
    const there = theirs.procedures.find((p) => isAlike(p.procedure, own.procedure))
    return there ? withAltered(own, there.altered) : own
  })
  const loadCases = each(mine.loadCases, (own) => {
    const there = theirs.loadCases.find((t) => t.id === own.id)
    return there ? taken(own, there, OF_LOAD) : own
  })
  const parts =
    kits === mine.kits && procedures === mine.procedures && loadCases === mine.loadCases
      ? mine
      : { ...mine, kits, procedures, loadCases }
  return taken(parts, theirs, OF_JOB)
}

const isAlike = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/** A list with each changed; the same list where none was. */
function each<T>(list: T[], change: (item: T) => T): T[] {
  const changed = list.map(change)
  return changed.every((item, i) => item === list[i]) ? list : changed
}
/** Some keys as theirs has them, absent where they are; the same object where none differs. */
function taken<T extends object, K extends keyof T>(mine: T, theirs: T, keys: readonly K[]): T {
  if (keys.every((key) => isAlike(mine[key], theirs[key]))) return mine
  const next = { ...mine }
  for (const key of keys)
    if (theirs[key] === undefined) delete next[key]
    else next[key] = theirs[key]
  return next
}
/** Why a copy differs is a person's to say, by whom and when the server's. */
function withAltered<T extends { altered: Altered | null }>(mine: T, theirs: Altered | null): T {
  const isSaid = mine.altered?.why && mine.altered.why !== theirs?.why
  return isSaid || isAlike(mine.altered, theirs) ? mine : { ...mine, altered: theirs }
}
/** What of a kit on a job is a person's to say, as one text. */
function typed(kit: Job['kits'][number]): string {
  const own: readonly string[] = [...OF_KIT, 'altered']
  return JSON.stringify(Object.entries(kit).filter(([key]) => !own.includes(key)))
}
