import type { Knex } from 'knex'
import { connectionsOf, kitAt, type Job, type JobKit } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { USUAL_MOUNT } from '@stout-shackle/core/kit'
import { AXLES, type AxleEnd } from '@stout-shackle/core/vehicle'

/** Another version of the same kit: the same steel and rubber, told otherwise. */
const isOtherVersion = (a: JobKit | null, b: JobKit | null): boolean =>
  a !== null &&
  b !== null &&
  a.work === b.work &&
  a.kit.id === b.kit.id &&
  a.version !== null &&
  b.version !== null &&
  a.version !== b.version

/** Ids of what one version has otherwise than the other. */
const changedIn = <T extends { id: string }>(was: readonly T[], is: readonly T[]): string[] => {
  const before = new Map(was.map((item) => [item.id, JSON.stringify(item)]))
  return is.filter((item) => before.has(item.id) && before.get(item.id) !== JSON.stringify(item)).map(({ id }) => id)
}
/** What another version of a kit changed of the work that was done by the one before; none where nothing was done. */
function revisionOf(was: JobKit, is: JobKit, records: readonly BayRecord[], at: string): JobKit['revised'] {
  const revision = {
    at,
    steps: changedIn(was.kit.operations, is.kit.operations),
    fasteners: changedIn(was.kit.fasteners, is.kit.fasteners),
  }
  return records.some(isWork) && revision.steps.length + revision.fasteners.length > 0 ? [revision] : []
}

const isSame = (a: JobKit | null, b: JobKit | null): boolean =>
  a !== null && b !== null && a.work === b.work && JSON.stringify(a.kit) === JSON.stringify(b.kit)

/**
 * The job with the times since when its kits and loads have been what they are: the server alone sets them. What was done
 * before is not about them: of another kit, or under another load.
 * @param db to look up earlier versions: a kit that was put back while nothing was done with the other keeps its time
 */
export async function withSince(
  db: Knex,
  current: Job,
  next: Job,
  { records, now }: { records: readonly BayRecord[]; now: string },
): Promise<Job> {
  const since = new Map<JobKit, string | undefined>()
  const revised = new Map<JobKit, JobKit['revised']>()
  for (const axle of AXLES) {
    const [was, is] = [kitAt(current, axle), kitAt(next, axle)]
    if (!is) continue
    if (isOtherVersion(was, is)) {
      since.set(is, was!.since)
      revised.set(is, [...was!.revised, ...revisionOf(was!, is, records, now)])
      continue
    }
    if (isSame(was, is)) revised.set(is, was!.revised)
    since.set(
      is,
      isSame(was, is)
        ? was!.since
        : await sinceOf(db, next.id, records, {
            now,
            counts: isWork,
            asIs: (job) => {
              const jobKit = kitAt(job, axle)
              return isSame(jobKit, is) ? { since: jobKit!.since } : null
            },
          }),
    )
  }
  const leftBy = await leftByVisit(db, current)
  const both = { current, next, records, now }
  const kits: JobKit[] = []
  for (const jobKit of next.kits) {
    const { since: _told, mountSince: _mounted, ...fittedKit } = jobKit
    const was = current.kits.find(({ kit, work }) => kit.id === jobKit.kit.id && work === jobKit.work)
    const own = {
      ...fittedKit,
      confirmed: was?.confirmed ?? [],
      revised: revised.get(jobKit) ?? [],
      leftBy: leftBy(jobKit),
    }
    const mountSince = await sinceWhen(db, both, mountAt(jobKit.kit.axle))
    kits.push(stamped(own, { since: since.get(jobKit), mountSince }))
  }
  const loadCases: Job['loadCases'] = []
  for (const { since: _told, ...loadCase } of next.loadCases)
    loadCases.push(stamped(loadCase, { since: await sinceWhen(db, both, weightOf(loadCase.id)) }))
  const { circuitSince: _joints, fittingsSince: _fittings, frameSince: _frame, ...rest } = next
  return stamped(
    { ...rest, kits, loadCases },
    {
      circuitSince: await sinceWhen(db, both, JOINTS),
      fittingsSince: await sinceWhen(db, both, FITTINGS),
      frameSince: frameSince(both),
    },
  )
}

/** Which visit left a kit on the vehicle of a job: as it was opened, also where it was let go and picked again since. */
async function leftByVisit(db: Knex, current: Job): Promise<(jobKit: JobKit) => string | null> {
  const of = (kits: Job['kits'], { kit }: JobKit) =>
    kits.find((k) => k.leftBy && k.kit.id === kit.id && k.kit.axle === kit.axle)?.leftBy ?? null
  if (current.kits.every((k) => k.leftBy)) return (jobKit) => of(current.kits, jobKit)
  const opened = await db<{ job_id: string; version: number; document: string }>('job_versions')
    .where({ job_id: current.id, version: 1 })
    .first()
  const first = opened ? (JSON.parse(opened.document) as Job).kits : []
  return (jobKit) => of(current.kits, jobKit) ?? of(first, jobKit)
}
/** What is joined to what, as one text; jobs from before circuits have what their kits usually have. */
function jointsOf(job: Job): string {
  const { kits, air, supply = 'valves', circuit = null } = job
  return connectionsOf({ kits, air, supply, circuit })
    .map((c) => c.id)
    .sort()
    .join(' ')
}
/** A part of a job with the times that are known. */
const stamped = <T extends object, S extends Record<string, string | undefined>>(
  part: T,
  times: S,
): T & Partial<S> => ({
  ...part,
  ...(Object.fromEntries(Object.entries(times).filter(([, time]) => time !== undefined)) as Partial<S>),
})

/** Something of a job that readings hang on: what it is, as one text, since when, and which records say something of it. */
interface Watched {
  of: (job: Job) => string
  since: (job: Job) => string | undefined
  counts: (record: BayRecord) => boolean
}
const JOINTS: Watched = { of: jointsOf, since: (job) => job.circuitSince, counts: isAir }
/** Versions from before there were any have none. */
const weigh = (items: Job['fittings'] = []): string => JSON.stringify(items.map(({ name: _name, ...item }) => item))
const FITTINGS: Watched = {
  of: (job) => weigh(job.fittings),
  since: (job) => job.fittingsSince,
  counts: (record) => isStanding(record),
}
/** What a load weighs and where; one that was taken out and made again under its name is another, unless it is the same. */
const weightOf = (id: string): Watched => {
  const found = (job: Job) => job.loadCases.find((c) => c.id === id)
  return {
    of: (job) => weigh(found(job)?.items ?? []),
    since: (job) => found(job)?.since,
    counts: ({ body }) =>
      body.kind === 'height'
        ? body.timing === 'after' && body.loadCase === id
        : body.kind === 'load-on' && body.loadCase === id,
  }
}
/** When the frame stopped being unsound, whatever is said of it now. */
const frameSince = ({ current, next, now }: { current: Job; next: Job; now: string }): string | undefined =>
  current.survey.frame === 'unsound' && next.survey.frame !== 'unsound' ? now : current.frameSince

/** How the kit of an axle is put on. */
const mountAt = (axle: AxleEnd): Watched => ({
  of: (job) => {
    const { slot, spacers, turned, swapped, pressureCap } = kitAt(job, axle)?.mount ?? USUAL_MOUNT
    return JSON.stringify([slot, spacers, turned, swapped, pressureCap])
  },
  since: (job) => kitAt(job, axle)?.mountSince,
  counts: (record) => isStanding(record, axle),
})
/** What is read of how it stands after the work. */
function isStanding({ body }: BayRecord, axle?: AxleEnd): boolean {
  switch (body.kind) {
    case 'height':
      return body.timing === 'after' && (axle === undefined || body.corner.startsWith(axle))
    case 'gap':
    case 'room-gap':
    case 'bag-pressure':
      return axle === undefined || body.axle === axle
    default:
      return false
  }
}

/** Since when something is as a job will have it: as long as it was where it does not change. */
async function sinceWhen(
  db: Knex,
  { current, next, records, now }: { current: Job; next: Job; records: readonly BayRecord[]; now: string },
  { of, since, counts }: Watched,
): Promise<string | undefined> {
  const text = of(next)
  if (of(current) === text) return since(current)
  return sinceOf(db, next.id, records, {
    now,
    counts,
    asIs: (job) => (of(job) === text ? { since: since(job) } : null),
  })
}

/** What tells that the work of a kit was begun. */
const isWork = ({ body }: BayRecord): boolean => body.kind === 'step' || body.kind === 'torque'
/** What says something of the air in a circuit. */
function isAir({ body }: BayRecord): boolean {
  return body.kind === 'air-check' || body.kind === 'bag-pressure' || body.kind === 'connection'
}

/**
 * Since when something of a job has been what it is: now, unless it was before and nothing was done since it was put aside.
 * @param counts records that say something of it
 * @param asIs what a version of the job has of it where it is the same; null where it is not
 * @returns undefined where nothing was done before
 */
async function sinceOf(
  db: Knex,
  id: string,
  records: readonly BayRecord[],
  {
    now,
    counts,
    asIs,
  }: { now: string; counts: (record: BayRecord) => boolean; asIs: (job: Job) => { since: string | undefined } | null },
): Promise<string | undefined> {
  if (!records.some(counts)) return undefined
  const versions = await db<{ job_id: string; version: number; document: string; at: string }>('job_versions')
    .where({ job_id: id })
    .orderBy('version', 'desc')
    .limit(20)
  const found = versions.map((v) => asIs(JSON.parse(v.document) as Job))
  const last = found.findIndex((f) => f !== null)
  const putAside = versions[last - 1]
  if (last < 0 || !putAside || records.some((r) => counts(r) && r.at >= putAside.at)) return now
  return found[last]!.since
}
