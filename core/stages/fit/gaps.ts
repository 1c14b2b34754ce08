import { ABOUT_TOLERANCE, TAPE_TOLERANCE, type AxleSurvey } from '../../vehicle'
import type { AxleEnd } from '../../spring'
import { BAG_CLEARANCE, EXHAUST_DISTANCE, hasAir, PLATE_CLEARANCE, type AirKit, type Kit, type Limit } from '../../kit'
import { isAbove, isBelow, type Meters } from '../../quantity'
import type { Side } from '../../plan'
import { kitsLeft, ofKind, type BayRecord, type Job } from '../../job'
import type { GapCheck } from './records'

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
}

/** Checks that a family needs: a cylinder inside a coil has no room around it to measure. */
function gapChecks(kit: Kit, exhaust: AxleSurvey['exhaustSide']): GapCheck[] {
  if (!hasAir(kit)) return []
  const checks: GapCheck[] = kit.family === 'in-coil' ? [] : ['bag-clearance', 'bag-height']
  if (kit.family === 'bellows' || kit.family === 'sleeve') checks.push('plate-tire')
  return exhaust === 'none' ? checks : [...checks, 'line-exhaust']
}

/**
 * One reading against its rule: `close` within what the tape can tell, never rounded in favor.
 * @param value m; `tolerance` its half-width
 * @param sleeved a heat sleeve is on the line there
 */
export function judgeGap(kit: AirKit, check: GapCheck, value: Meters, tolerance: Meters, sleeved: boolean): GapVerdict {
  const { low, high } = limitsOf(kit, check)
  if (isBelow(value, low.value)) return check === 'line-exhaust' && sleeved ? 'sleeved' : 'too-little'
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
 * Every gap the job's kits need on both sides, judged from its latest reading.
 * @param standing records that stand, oldest first
 */
export function judgeGaps(job: Job, standing: readonly BayRecord[]): GapJudgment[] {
  const latest = new Map(ofKind(standing, 'gap').map((r) => [`${r.body.axle}:${r.body.check}:${r.body.side}`, r.body]))
  return kitsLeft(job).flatMap(({ kit }) =>
    hasAir(kit)
      ? gapChecks(kit, job.survey[kit.axle].exhaustSide).flatMap((check) =>
          (['left', 'right'] as const).map((side): GapJudgment => {
            const reading = latest.get(`${kit.axle}:${check}:${side}`)
            const { low, high } = limitsOf(kit, check)
            return {
              axle: kit.axle,
              check,
              side,
              value: reading?.value ?? null,
              limit: low,
              high,
              verdict: reading
                ? judgeGap(kit, check, reading.value, reading.about ? ABOUT_TOLERANCE : TAPE_TOLERANCE, reading.sleeved)
                : 'missing',
            }
          }),
        )
      : [],
  )
}
