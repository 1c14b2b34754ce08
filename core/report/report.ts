import { circuitOf, connectionsOf, type Job } from '../job'
import { hashOf } from '../hash'
import type { CircuitNode } from '../fittings'
import { assessJob, type Assessment } from '../judge'
import { ofKind, type BayRecord, type RecordOf } from '../records'
import type { Meters } from '../quantity'
import {
  driveCompared,
  firstReading,
  followUpsOf,
  loadSettings,
  textOf,
  type DriveCompared,
  type FastenerState,
  type FirstReading,
  type KitAssessment,
  type LoadSetting,
  type PlaceState,
} from '../stages'
import { attitude, type AxleEnd } from '../vehicle'

/** A setting with the height that the axle should stand at with it, at the job's mark. */
interface SettingAtHeight extends LoadSetting {
  height: Meters | null
  /** It was read so, and not worked out. */
  read: boolean
}
/** Something that a person signed, with the text under which it was. */
interface Signed {
  record: RecordOf<'consent'> | RecordOf<'waiver'>
  /** What was signed; null where the job says something else today. */
  text: string | null
}
/** A place of a fastener that has no figure, and why. */
interface WithoutFigure {
  fastener: string
  side: FastenerState['step']['side']
  axle: AxleEnd | null
  place: number
  of: number
  state: PlaceState
  record: RecordOf<'torque'>
}
/** One description of a job for every paper of it; figures SI. */
export interface Report {
  assessed: Assessment
  kits: { assessed: KitAssessment; settings: SettingAtHeight[] }[]
  signed: Signed[]
  valves: CircuitNode[]
  withoutFigure: WithoutFigure[]
  /** How much higher the beam lands at the aiming distance than it did empty: with the load before and after the work. */
  lamps: { before: Meters | null; after: Meters | null; read: boolean; aim: 'checked' | 'to-check' | null }
  first: FirstReading[]
  followUps: ReturnType<typeof followUpsOf>
  drive: DriveCompared | null
  /** Hours that it has to stand before it leaves; null where nothing has to. */
  standsFor: number | null
  /** Photos in the order of the plan's steps, those of the whole vehicle first. */
  photos: RecordOf<'photo'>[]
  /** The vehicle as it came and as it goes: of the whole of it where that was taken; null while one of the two was not. */
  beforeAfter: { before: RecordOf<'photo'>; after: RecordOf<'photo'> } | null
}

/**
 * All that papers say of a job, worked out once.
 * @param records all of it, oldest first
 */
export function reportOf(job: Job, records: readonly BayRecord[]): Report {
  const assessed = assessJob(job, records)
  const { standing, chosen, finalChecks, torques } = assessed
  return {
    assessed,
    kits: chosen.map((kit) => ({ assessed: kit, settings: settingsOf(assessed, kit) })),
    signed: signedOf(job, assessed),
    valves: circuitOf(job).nodes.filter((n) => n.kind === 'valve'),
    withoutFigure: torques.flatMap(withoutFigureOf),
    lamps: lampsOf(job, assessed),
    first: chosen.flatMap((kit) => firstOf(job, standing, kit)),
    followUps: followUpsOf({ job, torques }),
    drive: driveCompared(standing),
    standsFor:
      connectionsOf(job).length && finalChecks.find((c) => c.check === 'air-check')?.state !== 'not-applicable'
        ? job.airCheck.hours
        : null,
    photos: photosOf(assessed),
    beforeAfter: beforeAfterOf(standing),
  }
}

function settingsOf(assessed: Assessment, kit: KitAssessment): SettingAtHeight[] {
  const { cases, asLeft } = assessed
  const { axle } = kit.kit
  return loadSettings(cases, kit, asLeft).map((setting, i) => {
    const { heights, leveled } = cases[i]!
    const read = asLeft.find((s) => s.axle === axle && s.loadCase === setting.loadCase.id)
    const empty = heights.beforeEmpty[axle]
    const worked = empty === null || !leveled ? null : empty + leveled.atMark[axle]
    return { ...setting, height: read?.height ?? worked, read: read !== undefined }
  })
}

const signedOf = (job: Job, assessed: Assessment): Signed[] =>
  [...ofKind(assessed.standing, 'consent'), ...ofKind(assessed.standing, 'waiver')].map((record) => {
    const text = textOf(job, assessed, record.body)
    return { record, text: text !== null && hashOf(text) === record.body.hash ? text : null }
  })

/** States of a place that close it without a figure. */
const NO_FIGURE: readonly PlaceState[] = ['by-feel', 'turned', 'not-reached', 'look-again', 'none-given']
const withoutFigureOf = ({ fastener, step, places }: FastenerState): WithoutFigure[] =>
  places.flatMap(({ state, record }, i): WithoutFigure[] =>
    record?.body.kind === 'torque' && NO_FIGURE.includes(state)
      ? [
          {
            fastener: fastener.name,
            side: step.side,
            axle: step.axle,
            place: i + 1,
            of: fastener.count,
            state,
            record: record as RecordOf<'torque'>,
          },
        ]
      : [],
  )

/** Where the beam lands, by the heights that were read at both ends; else as it was worked out. */
function lampsOf({ vehicle }: Job, { active, standing }: Assessment): Report['lamps'] {
  const { beforeEmpty, beforeLoaded, afterLoaded } = active.heights
  const rise = (set: typeof beforeLoaded) =>
    [beforeEmpty.front, beforeEmpty.rear, set.front, set.rear].some((v) => v === null)
      ? null
      : attitude(set.front! - beforeEmpty.front!, set.rear! - beforeEmpty.rear!, vehicle.wheelbase).beamRise
  const [was, is] = [rise(beforeLoaded), rise(afterLoaded)]
  return {
    before: was ?? active.attitude?.beamRise ?? null,
    after: is ?? active.leveled?.beamRise ?? null,
    read: was !== null && is !== null,
    aim: ofKind(standing, 'lamp-aim').at(-1)?.body.outcome ?? null,
  }
}

function firstOf({ altitude }: Job, standing: readonly BayRecord[], { kit, minimum }: KitAssessment): FirstReading[] {
  const set = ofKind(standing, 'bag-pressure').findLast(({ body }) => body.axle === kit.axle)
  if (!set || !minimum) return []
  return [firstReading(kit.axle, set.body, altitude)]
}

function photosOf({ standing, steps }: Assessment): RecordOf<'photo'>[] {
  const place = new Map(steps.map((s, i) => [s.step.id, i]))
  return ofKind(standing, 'photo').toSorted(
    (a, b) => (place.get(a.body.step ?? '') ?? -1) - (place.get(b.body.step ?? '') ?? -1),
  )
}

/** Taken before the first step was done, and after the last one. */
function beforeAfterOf(standing: readonly BayRecord[]): Report['beforeAfter'] {
  const done = standing.flatMap((r, i) => (r.body.kind === 'step' && r.body.outcome === 'done' ? [i] : []))
  const [first, last] = [done[0], done.at(-1)]
  if (first === undefined || last === undefined) return null
  const ofWhole = (photos: RecordOf<'photo'>[]) => {
    const whole = photos.filter((p) => p.body.step === null)
    return whole.length ? whole : photos
  }
  const before = ofWhole(ofKind(standing.slice(0, first), 'photo'))[0]
  const after = ofWhole(ofKind(standing.slice(last + 1), 'photo')).at(-1)
  return before && after ? { before, after } : null
}
