import { atmosphere, isAbove, isBelow, type Pascals } from '../../quantity'
import { judgeAirCheck, type LeakVerdict } from '../../air'
import { hasAir, type Limit } from '../../kit'
import type { AxleEnd } from '../../spring'
import { kitsLeft, ofKind, type BayRecord, type Job, type RecordOf } from '../../job'
import { connectionsAt, counts, missing, unproved, type Missing, type Proof } from '../../proof'
import type { KitAssessment } from '../choose'

/** How long a connection is watched under soap, minutes: slow bubbles take their time (common practice). */
export const SOAP_MINUTES = 2

export interface ConnectionState {
  id: string
  axle: AxleEnd
  name: string
  side: 'left' | 'right'
  /** Latest soaping that proves something; bubbles count however they were seen. */
  result: 'missing' | 'no-bubbles' | 'bubbles'
  reading: RecordOf<'connection'> | null
  missing: Missing | null
}
type AirCheckReading = RecordOf<'air-check'>['body']
/** The pressure hold of one axle's bags. */
export interface AirCheckState {
  axle: AxleEnd
  start: AirCheckReading | null
  end: AirCheckReading | null
  verdict: LeakVerdict | null
  /** The latest end was read before the hold began, or the start is missing. */
  outOfOrder: boolean
  missing: Missing | null
  /** Ids of the records it goes by. */
  records: string[]
}
/** Pressures of one axle's bags as they were last set. */
export interface SetPressure {
  axle: AxleEnd
  reading: RecordOf<'bag-pressure'> | null
  minimum: Limit
  maximum: Limit
  missing: Missing[]
}
export interface AirState {
  connections: ConnectionState[]
  /** One for each axle with bags. */
  checks: AirCheckState[]
  pressures: SetPressure[]
}

/**
 * Pressure that a test of a kit asks for here: its own, and no more than the bags may have in this vehicle.
 * @returns gauge Pa; 0 without air
 */
export const testPressureOf = ({ kit, maximum }: Pick<KitAssessment, 'kit' | 'maximum'>): Pascals =>
  Math.min(kit.testPressure ?? 0, maximum?.value ?? Infinity)

/**
 * Soaped connections, the pressure hold and the pressures as set of a job, each by its latest reading that proves it.
 * @param standing records that stand, oldest first
 * @param chosen the job's kits with the limits in force on this vehicle
 */
export function airState(
  job: Job,
  standing: readonly BayRecord[],
  proof: Proof,
  chosen: readonly KitAssessment[],
): AirState {
  const aired = chosen.filter(({ kit }) => hasAir(kit))
  const soaped = ofKind(standing, 'connection')
  const connections = connectionsOf(job).map((connection): ConnectionState => {
    const own = soaped.filter((r) => r.body.connection === connection.id)
    const kit = aired.find((c) => c.kit.axle === connection.axle)!
    return { ...connection, ...soapState(own, proof, kit, connection.id) }
  })
  return {
    connections,
    checks: aired.map((kit) => checkState(job, ofKind(standing, 'air-check'), proof, kit)),
    pressures: aired.map((kit) => pressureState(ofKind(standing, 'bag-pressure'), proof, kit)),
  }
}

/** Every place of a job's kits that can leak, each side for itself. */
export const connectionsOf = (job: Pick<Job, 'kits'>): Pick<ConnectionState, 'id' | 'axle' | 'name' | 'side'>[] =>
  kitsLeft(job).flatMap(({ kit }) => connectionsAt(kit).map((c) => ({ ...c, axle: kit.axle })))

function soapState(
  own: readonly RecordOf<'connection'>[],
  proof: Proof,
  kit: KitAssessment,
  about: string,
): Pick<ConnectionState, 'result' | 'reading' | 'missing'> {
  const latest = own.at(-1) ?? null
  const judged = own.map((r) => ({ r, lack: soapMissing(r, proof, kit, about) }))
  const seen = judged.findLast(({ r, lack }) => r.body.result === 'bubbles' || !lack)
  if (!seen) return { result: 'missing', reading: latest, missing: judged.at(-1)?.lack ?? missing('not-done', about) }
  // One that was opened since is soaped again, whatever it did before.
  const bubbles = seen.r.body.result === 'bubbles' && !proof.evidence.get(seen.r.id)?.voided
  if (seen.r.body.result === 'no-bubbles') return { result: 'no-bubbles', reading: seen.r, missing: null }
  return bubbles
    ? { result: 'bubbles', reading: seen.r, missing: missing('bubbles', about) }
    : { result: 'missing', reading: latest, missing: judged.at(-1)?.lack ?? missing('not-done', about) }
}

/** What a soaping without bubbles lacks to prove anything. */
function soapMissing(record: RecordOf<'connection'>, proof: Proof, kit: KitAssessment, about: string): Missing | null {
  const { pressure, minutes } = record.body
  const least = testPressureOf(kit)
  const most = kit.maximum!.value
  const own = proof.evidence.get(record.id)!
  if (isAbove(pressure, most)) return missing('too-much', about, { has: pressure, limit: most })
  if (isBelow(pressure, least)) return missing('under-test', about, { has: pressure, limit: least })
  if (minutes === null || minutes < SOAP_MINUTES)
    return missing('too-short', about, { has: minutes, limit: SOAP_MINUTES })
  return unproved(own, about)
}

function checkState(
  job: Job,
  holds: readonly RecordOf<'air-check'>[],
  proof: Proof,
  kit: KitAssessment,
): AirCheckState {
  const { axle } = kit.kit
  const here = holds.filter((r) => r.body.axle === axle)
  const latest = (end: 'start' | 'end') => {
    const own = here.filter((r) => r.body.end === end)
    return own.findLast((r) => counts(proof, r)) ?? own.at(-1) ?? null
  }
  const [start, end] = [latest('start'), latest('end')]
  const seconds = start && end ? (Date.parse(end.body.readAt) - Date.parse(start.body.readAt)) / 1000 : 0
  const verdict =
    start && end && seconds > 0 ? judgeAirCheck(start.body, end.body, seconds, atmosphere(job.altitude)) : null
  return {
    axle,
    start: start?.body ?? null,
    end: end?.body ?? null,
    verdict,
    outOfOrder: end !== null && seconds <= 0,
    missing: checkMissing(start, end, verdict, proof, kit),
    records: [start, end].flatMap((r) => r?.id ?? []),
  }
}
function checkMissing(
  start: RecordOf<'air-check'> | null,
  end: RecordOf<'air-check'> | null,
  verdict: LeakVerdict | null,
  proof: Proof,
  kit: KitAssessment,
): Missing | null {
  const about = kit.kit.axle
  if (!start) return missing('not-done', about)
  const lack = unproved(proof.evidence.get(start.id)!, about)
  if (lack) return lack
  const { pressure } = start.body
  const [least, most] = [testPressureOf(kit), kit.maximum!.value]
  if (isAbove(pressure, most)) return missing('too-much', about, { has: pressure, limit: most })
  if (isBelow(pressure, least)) return missing('under-test', about, { has: pressure, limit: least })
  if (!end || !verdict) return missing('no-end', about)
  const late = unproved(proof.evidence.get(end.id)!, about)
  if (late) return late
  switch (verdict.code) {
    case 'holds':
      return null
    case 'too-early':
      return missing('too-early', about)
    default:
      return missing('leaks', about, { has: verdict.lost, limit: verdict.allowed })
  }
}

function pressureState(
  readings: readonly RecordOf<'bag-pressure'>[],
  proof: Proof,
  { kit: { axle }, minimum, maximum }: KitAssessment,
): SetPressure {
  const own = readings.filter((r) => r.body.axle === axle)
  const reading = own.findLast((r) => counts(proof, r)) ?? own.at(-1) ?? null
  return {
    axle,
    reading,
    minimum: minimum!,
    maximum: maximum!,
    missing: pressureMissing(reading, proof, axle, minimum!, maximum!),
  }
}
function pressureMissing(
  reading: RecordOf<'bag-pressure'> | null,
  proof: Proof,
  axle: AxleEnd,
  minimum: Limit,
  maximum: Limit,
): Missing[] {
  // What was read last says what is in there, whoever read it for what.
  const now = proof.now.air[axle]
  const out = now ? outOfLimits(now, axle, minimum, maximum) : []
  if (out.length) return out
  if (!reading) return [missing('not-done', axle)]
  const lack = unproved(proof.evidence.get(reading.id)!, axle)
  return lack ? [lack] : outOfLimits(reading.body, axle, minimum, maximum)
}
const outOfLimits = (
  { left, right }: { left: Pascals; right: Pascals },
  axle: AxleEnd,
  minimum: Limit,
  maximum: Limit,
): Missing[] =>
  (
    [
      ['left', left],
      ['right', right],
    ] as const
  ).flatMap(([side, has]) =>
    isBelow(has, minimum.value)
      ? [missing('too-little', `${axle} ${side}`, { has, limit: minimum.value })]
      : isAbove(has, maximum.value)
        ? [missing('too-much', `${axle} ${side}`, { has, limit: maximum.value })]
        : [],
  )
