import { readingTolerance, TAPE_TOLERANCE, type AxleSurvey, type AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import {
  BAG_CLEARANCE,
  EXHAUST_DISTANCE,
  PLATE_CLEARANCE,
  type GapCheck,
  SLEEVED_DISTANCE,
  type Kit,
  type KitGap,
  type Limit,
  familyOf,
} from '../../kit'
import { isAbove, isBelow, type Meters } from '../../quantity'
import type { Side } from '../../plan'
import { kitsLeft, type Job } from '../../job'
import { counts, missing, unproved, type Evidence, type Missing, type Proof } from '../../proof'

export type GapVerdict = 'missing' | 'fine' | 'close' | 'sleeved' | 'off-middle' | 'too-little' | 'too-much'

/** A gap that is read: one of any kit, or one that the kit's own instructions ask for. */
export interface AskedGap {
  check: GapCheck | 'kit-gap'
  /** Id and name of the kit's own; null where it is one of any kit. */
  own: Pick<KitGap, 'id' | 'name'> | null
}
export interface GapJudgment extends AskedGap {
  axle: AxleEnd
  side: Side
  value: Meters | null
  limit: Limit
  /** Upper limit, for the bag's height. */
  high: Limit | null
  verdict: GapVerdict
  /** The reading it is judged by: the latest that proves it, else the latest there is. */
  reading: RecordOf<'gap'> | null
  /** What it lacks to be proved; null where it is. */
  missing: Missing | null
  /** Whether a load was on as it was read. */
  loaded: boolean
}

/**
 * Gaps that a kit needs: those of its family, since a cylinder inside a coil has no room around it to measure, and those that its own
 * instructions ask for.
 */
function gapChecks(kit: Kit, exhaust: AxleSurvey['exhaustSide']): AskedGap[] {
  const checks: readonly GapCheck[] = familyOf(kit).gaps
  const ofLine: GapCheck[] = familyOf(kit).air && exhaust !== 'none' ? ['line-exhaust'] : []
  const asked = kit.gaps.flatMap(({ check }) => (check && (check !== 'line-exhaust' || ofLine.length) ? [check] : []))
  return [
    ...new Set<GapCheck>([...checks, ...ofLine, ...asked]),
    ...kit.gaps.filter(({ check }) => check === null),
  ].map((gap): AskedGap => (typeof gap === 'string' ? { check: gap, own: null } : { check: 'kit-gap', own: gap }))
}
/** What a gap is told by in a check, a stop and a reading. */
export const gapKey = ({ check, own }: AskedGap): string => (own ? `${check}/${own.id}` : check)

/**
 * One reading against its rule: `close` within what the tape can tell, never rounded in favor.
 * @param value m; `tolerance` its half-width
 * @param sleeved a heat sleeve is on the line there
 */
export function judgeGap(
  kit: Kit,
  { check, own }: AskedGap,
  value: Meters,
  { tolerance, sleeved }: { tolerance: Meters; sleeved: boolean },
): GapVerdict {
  const { low, high } = limitsOf(kit, { check, own })
  if (check === 'line-exhaust' && sleeved && isBelow(value, low.value))
    return isBelow(value, SLEEVED_DISTANCE.value) ? 'too-little' : 'sleeved'
  if (isBelow(value, low.value)) return 'too-little'
  if (high && isAbove(value, high.value)) return 'too-much'
  if (value - tolerance < low.value || (high && value + tolerance > high.value)) return 'close'
  if (high && Math.abs(value - (low.value + high.value) / 2) > (high.value - low.value) / 4) return 'off-middle'
  return 'fine'
}

/** Plus or minus of a gap as read; a bar that passes is what it is. */
const gapTolerance = ({ about, tolerance, bar, value }: RecordOf<'gap'>['body'], job: Job): Meters =>
  bar ? 0 : readingTolerance({ about, value, tolerance: tolerance ?? job.tapeTolerance })

/** Verdicts that let the clearance check close. */
export const GAP_PASSES: readonly GapVerdict[] = ['fine', 'close', 'sleeved', 'off-middle']

/** The limits of a gap: of common practice or the kit's own, whichever asks for more. */
function limitsOf(kit: Kit, { check, own }: AskedGap): { low: Limit; high: Limit | null } {
  const asked = kit.gaps
    .filter((g) => (own ? g.id === own.id : g.check === check))
    .map((g): Limit => ({ value: g.least, source: 'kit', note: g.name }))
  const most = (usual: Limit): Limit => asked.reduce((best, g) => (g.value > best.value ? g : best), usual)
  switch (check) {
    case 'bag-clearance':
      return { low: most(BAG_CLEARANCE), high: null }
    case 'plate-tire':
      return { low: most(PLATE_CLEARANCE), high: null }
    case 'line-exhaust':
      return { low: most(EXHAUST_DISTANCE), high: null }
    case 'kit-gap':
      return { low: asked[0]!, high: null }
    case 'bag-height': {
      const { low, high } = kit.bag!.heightRange
      return {
        low: most({ value: low, source: 'kit', note: 'min bag height at ride height' }),
        high: { value: high, source: 'kit', note: 'max bag height at ride height' },
      }
    }
  }
}

/**
 * Every gap the job's kits need on both sides, judged from its latest reading that proves it; one taken in another state, as
 * while it was planned, is shown and proves nothing.
 * @param standing records that stand, oldest first
 */
export function judgeGaps(job: Job, standing: readonly BayRecord[], proof: Proof): GapJudgment[] {
  const readings = new Map<string, RecordOf<'gap'>[]>()
  for (const r of ofKind(standing, 'gap')) {
    const { axle, check, gap, side } = r.body
    const key = `${axle}:${gap ? `${check}/${gap}` : check}:${side}`
    const list = readings.get(key)
    if (list) list.push(r)
    else readings.set(key, [r])
  }
  return kitsLeft(job).flatMap(({ kit }) =>
    gapChecks(kit, job.survey[kit.axle].exhaustSide).flatMap((asked) =>
      (['left', 'right'] as const).map((side): GapJudgment => {
        const all = readings.get(`${kit.axle}:${gapKey(asked)}:${side}`) ?? []
        const reading = all.findLast((r) => counts(proof, r)) ?? all.at(-1) ?? null
        const { low, high } = limitsOf(kit, asked)
        const verdict = reading
          ? judgeGap(kit, asked, reading.body.value, {
              tolerance: gapTolerance(reading.body, job),
              sleeved: reading.body.sleeved,
            })
          : 'missing'
        const evidence = reading ? proof.evidence.get(reading.id) : undefined
        return {
          ...asked,
          axle: kit.axle,
          side,
          value: reading?.body.value ?? null,
          limit: low,
          high,
          verdict,
          reading,
          missing: gapMissing(`${gapKey(asked)}:${kit.axle}:${side}`, verdict, reading, { job, evidence, low, high }),
          loaded: evidence?.situation.load?.loadCase != null,
        }
      }),
    ),
  )
}

function gapMissing(
  about: string,
  verdict: GapVerdict,
  reading: RecordOf<'gap'> | null,
  { job, evidence, low, high }: { job: Job; evidence: Evidence | undefined; low: Limit; high: Limit | null },
): Missing | null {
  if (!reading || !evidence) return missing('not-done', about)
  const has = reading.body.value
  if (verdict === 'too-little') return missing('too-little', about, { has, limit: low.value })
  if (verdict === 'too-much') return missing('too-much', about, { has, limit: high!.value })
  // With a tape read carefully the figure decides; anything rougher has to lie inside the limit
  // with all that it may be off.
  const tolerance = gapTolerance(reading.body, job)
  const rough = isAbove(tolerance, TAPE_TOLERANCE) ? tolerance : 0
  const least = verdict === 'sleeved' ? SLEEVED_DISTANCE.value : low.value
  const fits = !rough || (isAbove(has - rough, least) && !(high && !isBelow(has + rough, high.value)))
  return unproved(evidence, about) ?? (fits ? null : missing('about', about, { has, limit: least }))
}
