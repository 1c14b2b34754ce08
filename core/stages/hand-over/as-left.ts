import { isAbove, isBelow, type Meters, type Pascals } from '../../quantity'
import { hasAir, LEVEL_TOLERANCE } from '../../kit'
import { roughnessOf, type AxleEnd, type HeightPlace } from '../../vehicle'
import { ofKind, type BayRecord } from '../../records'
import type { Job } from '../../job'
import { counts, type Proof } from '../../proof'
import { placesAfter } from '../measure'
import type { CaseAssessment, KitAssessment } from '../choose'

/** How an axle with a kit stood when it was read for the last time, against what was aimed at. */
export interface AsLeft {
  axle: AxleEnd
  /** Load case that was on; null for the empty vehicle. */
  loadCase: string | null
  /** At the job's mark, mean of both sides. */
  height: Meters
  /** Over (positive) or under the aim; null for the empty vehicle, or with nothing to compare. */
  off: Meters | null
  /** Left above right, less what it was before the work; null with nothing to compare. */
  lean: Meters | null
  tolerance: Meters
  /** Of the empty vehicle: how far it stands over its empty height from before, and how far it may; null with nothing to compare. */
  lift: { rise: Meters; most: Meters } | null
  /** Squat that the bags at their max leave, as computed: the aim is out of reach by it. */
  short: Meters
  /** By how much its readings, before and now, are rougher than a tape read carefully, each half-width; 0 for the usual tool. */
  rough: Meters
  /** No limit is passed; null with nothing to compare, or where it was read too roughly. */
  within: boolean | null
  /** In the bags as it was read; null without air. */
  pressures: { left: Pascals; right: Pascals } | null
  /** Ids of its readings. */
  records: string[]
  at: string
}

/**
 * Heights and lean of every axle with a kit as they were last read, in each state that was read: against the aim where a load
 * was on, and against its own lean before the work.
 * @param standing records that stand, oldest first
 * Source: common practice, no published source (1/4 in).
 */
export function asLeftOf(
  job: Job,
  standing: readonly BayRecord[],
  proof: Proof,
  { cases, chosen }: { cases: readonly CaseAssessment[]; chosen: readonly KitAssessment[] },
): AsLeft[] {
  const heights = ofKind(standing, 'height').filter(
    (r) => r.body.timing === 'after' && r.body.mark === job.mark && counts(proof, r),
  )
  const before = cases[0]!.heights.beforeEmpty
  const begun = ofKind(standing, 'height').flatMap((r) =>
    r.body.timing === 'before' && r.body.load === 'empty' && r.body.mark === job.mark && counts(proof, r) ? r.body : [],
  )
  const states = [null, ...job.loadCases.map((c) => c.id)]
  const rows = chosen.flatMap((kit) =>
    // eslint-disable-next-line complexity -- outcomes in the order in which they exclude each other
    states.flatMap((loadCase): AsLeft[] => {
      const { axle } = kit.kit
      const places = placesAfter(standing, job.mark, axle)
      const heightAt = (corner: HeightPlace) =>
        heights.findLast(
          ({ body }) =>
            body.corner === corner &&
            (loadCase === null ? body.load === 'empty' : body.load === 'loaded' && body.loadCase === loadCase),
        )
      const [left, right] = [heightAt(places[0]!), heightAt(places.at(-1)!)]
      if (!left || !right) return []
      const height = (left.body.value + right.body.value) / 2
      const leanBefore = axle === 'front' ? before.leanFront : before.leanRear
      const once = places.length === 1
      const lean = leanBefore === null || once ? null : left.body.value - right.body.value - leanBefore
      const found = loadCase === null ? null : cases.find((c) => c.loadCase.id === loadCase)!
      const off = found ? offAim(job, found, axle, height) : null
      const level = found?.level[axle] ?? null
      const short = level?.code === 'above-maximum' ? level.remainingSquat : 0
      // With less to lift than the min pressure does, it stands over its aim, and nothing is wrong with that.
      const free = level?.code === 'below-minimum' || level?.code === 'nothing-to-lift'
      const lift = loadCase === null ? liftOf(job, kit, before[axle], height) : null
      const rough = roughnessOf([left.body, right.body]) + roughnessOf(begun.filter((b) => b.corner.startsWith(axle)))
      const air = proof.evidence.get(right.id)!.situation.air[axle] ?? null
      const pressed =
        right.body.bagPressure !== null && !air
          ? { left: right.body.bagPressure, right: right.body.bagPressure }
          : air && { left: air.left, right: air.right }
      return [
        {
          axle,
          loadCase,
          height,
          off,
          lean,
          tolerance: LEVEL_TOLERANCE,
          short,
          lift,
          rough,
          within: withinOf(kit, off, { lean: once ? 0 : lean, short, free, loaded: loadCase !== null, lift, rough }),
          pressures: kit.minimum ? pressed : null,
          records: [...new Set([left.id, right.id])],
          at: right.at,
        },
      ]
    }),
  )
  return rows
}

/** How far an axle stands over its aim with a load on; null with nothing to compare. */
function offAim(job: Job, { heights, squat }: CaseAssessment, axle: AxleEnd, height: Meters): Meters | null {
  const { beforeEmpty, afterLoaded } = heights
  const was = beforeEmpty[axle]
  if (was === null) return null
  switch (job.target.kind) {
    case 'empty-height':
      return height - was
    case 'recover':
      return height - (was - (1 - job.target.share) * Math.max(0, squat[axle] ?? 0))
    case 'empty-rake': {
      if (axle === 'front') return height - was
      const [front, frontWas] = [afterLoaded.front, beforeEmpty.front]
      return front === null || frontWas === null ? null : height - was - (front - frontWas)
    }
  }
}

function withinOf(
  { rubber }: KitAssessment,
  off: Meters | null,
  {
    lean,
    short,
    free,
    loaded,
    lift,
    rough,
  }: Pick<AsLeft, 'lean' | 'short' | 'lift' | 'rough'> & { free: boolean; loaded: boolean },
): boolean | null {
  if (lean === null || (loaded && off === null)) return null
  if (lift && isAbove(lift.rise, lift.most)) return false
  // Rubbers take out what they take out: nothing is set.
  const beyond = off === null || rubber || (off > 0 && free) ? 0 : off < 0 ? Math.min(0, off + short) : off
  const worst = Math.max(Math.abs(lean), Math.abs(beyond))
  if (rough ? isBelow(worst + rough, LEVEL_TOLERANCE) : !isAbove(worst, LEVEL_TOLERANCE)) return true
  return isAbove(worst - rough, LEVEL_TOLERANCE) ? false : null
}

/**
 * How far air lifts the empty vehicle, and how far it may: not to the end of its travel down, and no bag taller than its kit allows.
 * Source: common practice, no published source; travel by the vehicle, heights by the kit.
 */
function liftOf({ vehicle }: Job, { kit, bag }: KitAssessment, was: Meters | null, height: Meters): AsLeft['lift'] {
  if (was === null || !bag || !hasAir(kit)) return null
  const travel = vehicle[kit.axle].reboundTravel ?? Infinity
  const taller = bag.motionRatio ? (kit.bag.heightRange.high - bag.rideHeight) / bag.motionRatio : Infinity
  // What a tape tells of level is no lift.
  const most = Math.max(LEVEL_TOLERANCE, Math.min(travel, taller))
  return Number.isFinite(most) ? { rise: height - was, most } : null
}
