import { ABOUT_TOLERANCE, TAPE_TOLERANCE, type AxleSurvey, type AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord, type RecordOf, type GapCheck } from '../../records'
import {
  BAG_CLEARANCE,
  EXHAUST_DISTANCE,
  hasAir,
  PLATE_CLEARANCE,
  SLEEVED_DISTANCE,
  type AirKit,
  type Kit,
  type Limit,
  familyOf,
} from '../../kit'
import { isAbove, isBelow, type Meters } from '../../quantity'
import type { Side } from '../../plan'
import { kitsLeft, type Job } from '../../job'
import { counts, missing, unproved, type Evidence, type Missing, type Proof } from '../../proof'

export type GapVerdict = 'missing' | 'fine' | 'close' | 'sleeved' | 'off-middle' | 'too-little' | 'too-much'

export interface GapJudgment {
  axle: AxleEnd
  check: GapCheck
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

/** Checks that a family needs: a cylinder inside a coil has no room around it to measure. */
function gapChecks(kit: Kit, exhaust: AxleSurvey['exhaustSide']): GapCheck[] {
  if (!hasAir(kit)) return []
  const checks: readonly GapCheck[] = familyOf(kit).gaps
  return exhaust === 'none' ? [...checks] : [...checks, 'line-exhaust']
}

/**
 * One reading against its rule: `close` within what the tape can tell, never rounded in favor.
 * @param value m; `tolerance` its half-width
 * @param sleeved a heat sleeve is on the line there
 */
export function judgeGap(
  kit: AirKit,
  check: GapCheck,
  value: Meters,
  { tolerance, sleeved }: { tolerance: Meters; sleeved: boolean },
): GapVerdict {
  const { low, high } = limitsOf(kit, check)
  if (check === 'line-exhaust' && sleeved && isBelow(value, low.value))
    return isBelow(value, SLEEVED_DISTANCE.value) ? 'too-little' : 'sleeved'
  if (isBelow(value, low.value)) return 'too-little'
  if (high && isAbove(value, high.value)) return 'too-much'
  if (value - tolerance < low.value || (high && value + tolerance > high.value)) return 'close'
  if (high && Math.abs(value - (low.value + high.value) / 2) > (high.value - low.value) / 4) return 'off-middle'
  return 'fine'
}

/** Verdicts that let the clearance check close. */
export const GAP_PASSES: readonly GapVerdict[] = ['fine', 'close', 'sleeved', 'off-middle']

function limitsOf(kit: AirKit, check: GapCheck): { low: Limit; high: Limit | null } {
  switch (check) {
    case 'bag-clearance':
      return { low: BAG_CLEARANCE, high: null }
    case 'plate-tire':
      return { low: PLATE_CLEARANCE, high: null }
    case 'line-exhaust':
      return { low: EXHAUST_DISTANCE, high: null }
    case 'bag-height':
      return {
        low: { value: kit.bag.heightRange.low, source: 'kit', note: 'min bag height at ride height' },
        high: { value: kit.bag.heightRange.high, source: 'kit', note: 'max bag height at ride height' },
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
    const key = `${r.body.axle}:${r.body.check}:${r.body.side}`
    const list = readings.get(key)
    if (list) list.push(r)
    else readings.set(key, [r])
  }
  return kitsLeft(job).flatMap(({ kit }) =>
    hasAir(kit)
      ? gapChecks(kit, job.survey[kit.axle].exhaustSide).flatMap((check) =>
          (['left', 'right'] as const).map((side): GapJudgment => {
            const all = readings.get(`${kit.axle}:${check}:${side}`) ?? []
            const reading = all.findLast((r) => counts(proof, r)) ?? all.at(-1) ?? null
            const { low, high } = limitsOf(kit, check)
            const verdict = reading
              ? judgeGap(kit, check, reading.body.value, {
                  tolerance: reading.body.about ? ABOUT_TOLERANCE : TAPE_TOLERANCE,
                  sleeved: reading.body.sleeved,
                })
              : 'missing'
            const evidence = reading ? proof.evidence.get(reading.id) : undefined
            return {
              axle: kit.axle,
              check,
              side,
              value: reading?.body.value ?? null,
              limit: low,
              high,
              verdict,
              reading,
              missing: gapMissing(`${check}:${kit.axle}:${side}`, verdict, reading, { evidence, low, high }),
              loaded: evidence?.situation.load?.loadCase != null,
            }
          }),
        )
      : [],
  )
}

function gapMissing(
  about: string,
  verdict: GapVerdict,
  reading: RecordOf<'gap'> | null,
  { evidence, low, high }: { evidence: Evidence | undefined; low: Limit; high: Limit | null },
): Missing | null {
  if (!reading || !evidence) return missing('not-done', about)
  const has = reading.body.value
  if (verdict === 'too-little') return missing('too-little', about, { has, limit: low.value })
  if (verdict === 'too-much') return missing('too-much', about, { has, limit: high!.value })
  return unproved(evidence, about) ?? (reading.body.about ? missing('about', about, { has, limit: low.value }) : null)
}
