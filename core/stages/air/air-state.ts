import { isAbove, isBelow, type Pascals } from '../../quantity'
import { daysUntil, GAUGE_TOLERANCE, judgeHold, type HoldVerdict, type Standing } from '../../air'
import { hasAir, type Limit, familyOf } from '../../kit'
import type { AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { connectionsOf, type Connection, type Job } from '../../job'
import { counts, missing, unproved, type Missing, type Proof } from '../../proof'
import type { KitAssessment } from '../choose'
import { leaksFound, type FoundLeak } from './leaks-found'
import type { AxleSpring } from '../load'

/** How long a connection is watched under soap, minutes: slow bubbles take their time (common practice). */
export const SOAP_MINUTES = 2

export interface ConnectionState extends Connection {
  /** Latest soaping that proves something; bubbles count however they were seen. */
  result: 'missing' | 'no-bubbles' | 'bubbles' | 'cannot-see'
  reading: RecordOf<'connection'> | null
  missing: Missing | null
}
type AirCheckReading = RecordOf<'air-check'>['body']
/** The pressure hold of one line: of both bags of an axle where they are teed, of one side where they are not. */
export interface AirCheckState {
  axle: AxleEnd
  /** Null where both bags are on one line. */
  side: 'left' | 'right' | null
  start: AirCheckReading | null
  end: AirCheckReading | null
  verdict: HoldVerdict | null
  /** Between the two readings; null without an end after the start. */
  hours: number | null
  /** It stood on its wheels meanwhile, so that the bag gave. */
  standing: boolean
  /** Days until the min at the fastest loss that this hold leaves open; null where it shows none. */
  lasts: number | null
  /** The latest end was read before the hold began, or the start is missing. */
  outOfOrder: boolean
  /** How far it is: one whose start proves nothing has to begin again, whatever was read after it. */
  state: 'not-begun' | 'void' | 'begun' | 'read'
  missing: Missing | null
  /** Ids of the records it goes by. */
  records: string[]
}
/** Pressures of one axle's bags as they were last set. */
interface SetPressure {
  axle: AxleEnd
  reading: RecordOf<'bag-pressure'> | null
  minimum: Limit
  maximum: Limit
  missing: Missing[]
}
export interface AirState {
  connections: ConnectionState[]
  /** One for each line of each axle with bags. */
  checks: AirCheckState[]
  /** What else was found to leak, and neither soaped nor held since: cores, lines, what was heard. */
  leaking: FoundLeak[]
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
 * @param told those, and what was withdrawn: a leak that was seen stays one until a check holds
 * @param chosen the job's kits with the limits in force on this vehicle
 */
export function airState(
  job: Job,
  standing: readonly BayRecord[],
  proof: Proof,
  {
    chosen,
    springs,
    told = standing,
  }: { chosen: readonly KitAssessment[]; springs: Record<AxleEnd, AxleSpring>; told?: readonly BayRecord[] },
): AirState {
  const aired = chosen.filter(({ kit }) => hasAir(kit))
  const soaped = ofKind(standing, 'connection')
  const connections = connectionsOf(job).map((connection): ConnectionState => {
    const records = soaped.filter((r) => connection.id === r.body.connection)
    const kit = aired.find((c) => c.kit.axle === connection.axle)!
    return { ...connection, ...soapState(records, proof, kit, connection.id) }
  })
  const known = new Set(connections.map((c) => c.id))
  const checks = aired.flatMap((kit) =>
    sidesOf(job, kit.kit.axle).map((side) =>
      checkState(job, ofKind(standing, 'air-check'), proof, { kit, side, springs, told: ofKind(told, 'air-check') }),
    ),
  )
  return {
    connections,
    leaking: leaksFound(job, told, proof, { known, checks }),
    checks,
    pressures: aired.map((kit) => pressureState(ofKind(standing, 'bag-pressure'), proof, kit)),
  }
}

/** Lines of an axle that are held each by itself. */
export const sidesOf = (job: Pick<Job, 'air'>, axle: AxleEnd): AirCheckState['side'][] =>
  job.air[axle] === 'teed' ? [null] : ['left', 'right']

function soapState(
  records: readonly RecordOf<'connection'>[],
  proof: Proof,
  kit: KitAssessment,
  about: string,
): Pick<ConnectionState, 'result' | 'reading' | 'missing'> {
  const latest = records.at(-1) ?? null
  const judged = records.map((r) => ({ r, lack: soapMissing(r, proof, kit, about) }))
  const hidden = latest?.body.result === 'cannot-see' && !proof.evidence.get(latest.id)?.voided
  if (hidden) return { result: 'cannot-see', reading: latest, missing: missing('cannot-see', about) }
  const judgedLast = judged.findLast(
    ({ r, lack }) => r.body.result === 'bubbles' || (r.body.result === 'no-bubbles' && !lack),
  )
  if (!judgedLast)
    return { result: 'missing', reading: latest, missing: judged.at(-1)?.lack ?? missing('not-done', about) }
  // One that was opened since is soaped again, whatever it did before.
  const bubbles = judgedLast.r.body.result === 'bubbles' && !proof.evidence.get(judgedLast.r.id)?.voided
  if (judgedLast.r.body.result === 'no-bubbles') return { result: 'no-bubbles', reading: judgedLast.r, missing: null }
  return bubbles
    ? { result: 'bubbles', reading: judgedLast.r, missing: missing('bubbles', about) }
    : { result: 'missing', reading: latest, missing: judged.at(-1)?.lack ?? missing('not-done', about) }
}

/** What a soaping without bubbles lacks to prove anything. */
function soapMissing(record: RecordOf<'connection'>, proof: Proof, kit: KitAssessment, about: string): Missing | null {
  const { pressure, minutes } = record.body
  const least = testPressureOf(kit)
  const most = kit.maximum!.value
  const evidence = proof.evidence.get(record.id)!
  if (isAbove(pressure, most)) return missing('too-much', about, { has: pressure, limit: most })
  if (isBelow(pressure, least)) return missing('under-test', about, { has: pressure, limit: least })
  if (minutes === null || minutes < SOAP_MINUTES)
    return missing('too-short', about, { has: minutes, limit: SOAP_MINUTES })
  return unproved(evidence, about)
}

/** A line that is held, and all that was ever told of holding. */
interface HeldLine {
  kit: KitAssessment
  side: AirCheckState['side']
  springs: Record<AxleEnd, AxleSpring>
  told: readonly RecordOf<'air-check'>[]
}
/** Whether a reading is of this line: one that names no side was read with both bags on the gauge. */
const isOfLine = ({ body }: RecordOf<'air-check'>, { kit, side }: Pick<HeldLine, 'kit' | 'side'>): boolean =>
  body.axle === kit.kit.axle && (body.side === null || body.side === side)

const hoursBetween = (start: RecordOf<'air-check'>, end: RecordOf<'air-check'>): number =>
  (Date.parse(end.body.readAt) - Date.parse(start.body.readAt)) / 3_600_000

/** What a start and an end of a hold say; null where they are none, or the bag would leave its table. */
function verdictOn(
  job: Job,
  proof: Proof,
  { kit, springs }: Pick<HeldLine, 'kit' | 'springs'>,
  [start, end]: readonly [RecordOf<'air-check'>, RecordOf<'air-check'>],
): HoldVerdict | null {
  const hours = hoursBetween(start, end)
  if (hours <= 0) return null
  const stood = proof.evidence.get(start.id)?.situation.stand.support === 'on-wheels'
  const readingOf = ({ pressure, temperature }: AirCheckReading) => ({ pressure, temperature, altitude: job.altitude })
  const held = stood ? standingOn(kit, springs[kit.kit.axle], start.body, end.body) : null
  return (
    judgeHold(readingOf(start.body), readingOf(end.body), { hours, gauge: GAUGE_TOLERANCE, standing: held }) ?? null
  )
}

/** A leak that a hold has shown, with no hold after it that proves the line tight; null where there is none. */
function openLeak(job: Job, proof: Proof, line: HeldLine): HoldVerdict | null {
  let start: RecordOf<'air-check'> | null = null
  let leak: HoldVerdict | null = null
  for (const r of line.told.filter((t) => isOfLine(t, line))) {
    if (r.body.end === 'start') start = r
    else if (start) {
      const verdict = verdictOn(job, proof, line, [start, r])
      // What was withdrawn shows a leak, and proves nothing.
      const stands = [start, r].every(({ id }) => proof.evidence.has(id))
      const asked = { proof, kit: line.kit, about: '', hours: hoursBetween(start, r), asked: job.airCheck.hours }
      const isProved = stands && !checkMissing(start, r, verdict, asked)
      if (verdict?.code === 'leaks') leak = verdict
      else if (isProved) leak = null
    }
  }
  return leak
}

// eslint-disable-next-line complexity -- outcomes in the order in which they exclude each other
function checkState(
  job: Job,
  holds: readonly RecordOf<'air-check'>[],
  proof: Proof,
  { kit, side, springs, told }: HeldLine,
): AirCheckState {
  const line = { kit, side, springs, told }
  const { axle } = kit.kit
  const about = side ? `${axle} ${side}` : axle
  const here = holds.filter((r) => isOfLine(r, line))
  const latest = (end: 'start' | 'end') => {
    const ends = here.filter((r) => r.body.end === end)
    return ends.findLast((r) => counts(proof, r)) ?? ends.at(-1) ?? null
  }
  const [start, end] = [latest('start'), latest('end')]
  const hours = start && end ? hoursBetween(start, end) : 0
  const stood = start ? proof.evidence.get(start.id)!.situation.stand.support === 'on-wheels' : false
  const verdict = start && end ? verdictOn(job, proof, line, [start, end]) : null
  const lack = checkMissing(start, end, verdict, { proof, kit, about, hours, asked: job.airCheck.hours })
  const leak = lack && lack.code !== 'leaks' ? openLeak(job, proof, line) : null
  return {
    axle,
    side,
    start: start?.body ?? null,
    end: end?.body ?? null,
    verdict,
    hours: hours > 0 ? hours : null,
    standing: stood,
    lasts: verdict && start ? daysUntil(kit.minimum!.value, start.body.pressure, verdict, hours) : null,
    outOfOrder: end !== null && hours <= 0,
    state: !start
      ? 'not-begun'
      : startLack(start, proof, kit, about)
        ? 'void'
        : !end || !verdict || !counts(proof, end)
          ? 'begun'
          : 'read',
    missing: leak ? missing('leaks', about, { has: leak.lost, limit: leak.allowed }) : lack,
    records: [start, end].flatMap((r) => r?.id ?? []),
  }
}

/** How the vehicle stands on one of a kit's bags; null where its springs or its link are not known: the bag is taken as rigid then. */
function standingOn(
  { kit, bag }: KitAssessment,
  { rate }: AxleSpring,
  start: AirCheckReading,
  end: AirCheckReading,
): Standing | null {
  if (!hasAir(kit) || !bag?.motionRatio || !rate) return null
  const { motionRatio: ratio } = bag
  const alone = familyOf(kit).replacesSpring
  return {
    bag: kit.bag.table,
    bagHeight: bag.rideHeight,
    // Of one wheel, as the bag feels it.
    rate: alone ? 0 : rate.rate / 2 / ratio ** 2,
    friction: alone ? 0 : rate.friction / 2 / ratio,
    heightChange: start.height !== null && end.height !== null ? (end.height - start.height) * ratio : null,
  }
}
/** What the start of a hold lacks to begin one. */
function startLack(
  { id, body: { pressure } }: RecordOf<'air-check'>,
  proof: Proof,
  kit: KitAssessment,
  about: string,
): Missing | null {
  const [least, most] = [testPressureOf(kit), kit.maximum!.value]
  const lack = unproved(proof.evidence.get(id)!, about)
  if (lack) return lack
  if (isAbove(pressure, most)) return missing('too-much', about, { has: pressure, limit: most })
  return isBelow(pressure, least) ? missing('under-test', about, { has: pressure, limit: least }) : null
}
function checkMissing(
  start: RecordOf<'air-check'> | null,
  end: RecordOf<'air-check'> | null,
  verdict: HoldVerdict | null,
  {
    proof,
    kit,
    about,
    hours,
    asked,
  }: { proof: Proof; kit: KitAssessment; about: string; hours: number; asked: number },
): Missing | null {
  if (!start) return missing('not-done', about)
  const lack = startLack(start, proof, kit, about)
  if (lack) return lack
  if (!end || !verdict) return missing('no-end', about)
  const late = unproved(proof.evidence.get(end.id)!, about)
  if (late) return late
  switch (verdict.code) {
    case 'holds': {
      // Whatever it lost: under the kit's min nothing holds.
      const { pressure } = end.body
      const least = kit.minimum!.value
      if (isBelow(pressure, least)) return missing('too-little', about, { has: pressure, limit: least })
      return hours < asked ? missing('holds-so-far', about, { has: hours, limit: asked }) : null
    }
    case 'too-early':
    case 'cannot-tell':
      return missing(verdict.code, about)
    case 'leaks':
    case 'gained':
      return missing(verdict.code, about, { has: verdict.lost, limit: verdict.allowed })
  }
}

function pressureState(
  readings: readonly RecordOf<'bag-pressure'>[],
  proof: Proof,
  { kit: { axle }, minimum, maximum }: KitAssessment,
): SetPressure {
  const checks = readings.filter((r) => r.body.axle === axle)
  const reading = checks.findLast((r) => counts(proof, r)) ?? checks.at(-1) ?? null
  return {
    axle,
    reading,
    minimum: minimum!,
    maximum: maximum!,
    missing: pressureMissing(reading, proof, axle, { minimum: minimum!, maximum: maximum! }),
  }
}
function pressureMissing(
  reading: RecordOf<'bag-pressure'> | null,
  proof: Proof,
  axle: AxleEnd,
  { minimum, maximum }: { minimum: Limit; maximum: Limit },
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
