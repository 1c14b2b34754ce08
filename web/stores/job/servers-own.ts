import type { Job } from '@stout-shackle/core/job'

/**
 * A plan with what the server alone sets as the server has it: since when kits, loads and lines have been what they are, the vehicle's
 * history, what is owed. What a person typed stays as it is.
 * @returns the same object where nothing differs
 */
export function withServersOwn(mine: Job, theirs: Job): Job {
  const kits = mine.kits.map((kit) => {
    const there = theirs.kits.find((k) => without(k) === without(kit))
    if (!there) return kit
    const { version, confirmed, revised, leftBy, decided } = there
    // Why it differs is a person's to say, by whom and when the server's.
    const altered = kit.altered?.why && kit.altered.why !== there.altered?.why ? kit.altered : there.altered
    const known = stamped(kit, there.since)
    return JSON.stringify(ownOf(known)) === JSON.stringify(ownOf(there))
      ? known
      : { ...known, version, confirmed, revised, leftBy, decided, altered }
  })
  const loadCases = mine.loadCases.map((c) => {
    const there = theirs.loadCases.find((t) => t.id === c.id)
    return there ? stamped(c, there.since) : c
  })
  const isSame =
    mine.circuitSince === theirs.circuitSince &&
    mine.history === theirs.history &&
    JSON.stringify([mine.airCheck, mine.leftConnections, mine.changes]) ===
      JSON.stringify([theirs.airCheck, theirs.leftConnections, theirs.changes]) &&
    JSON.stringify(mine.owed) === JSON.stringify(theirs.owed) &&
    kits.every((k, i) => k === mine.kits[i]) &&
    loadCases.every((c, i) => c === mine.loadCases[i])
  if (isSame) return mine
  const { circuitSince } = theirs
  const { circuitSince: _mine, ...rest } = mine
  const merged: Job = {
    ...rest,
    kits,
    loadCases,
    history: theirs.history,
    owed: theirs.owed,
    airCheck: theirs.airCheck,
    leftConnections: theirs.leftConnections,
    changes: theirs.changes,
  }
  return circuitSince === undefined ? merged : { ...merged, circuitSince }
}
const ownOf = ({ version, confirmed, revised, leftBy, decided, altered }: Job['kits'][number]) => [
  version,
  confirmed,
  revised,
  leftBy,
  decided,
  altered,
]
/** What of a kit on a job is a person's to say, as one text. */
const without = ({
  since: _since,
  version: _v,
  confirmed: _c,
  revised: _r,
  leftBy: _l,
  decided: _d,
  altered: _a,
  ...rest
}: Job['kits'][number]): string => JSON.stringify(rest)
function stamped<T extends { since?: string | undefined }>(part: T, since: string | undefined): T {
  if (part.since === since) return part
  const { since: _since, ...rest } = part
  return (since === undefined ? rest : { ...rest, since }) as T
}
