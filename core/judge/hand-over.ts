import { ofKind, type RecordOf } from '../records'
import { isAbove, isBelow } from '../quantity'
import { hashOf } from '../hash'
import { counts, missing, unproved, type Missing } from '../proof'
import { HEIGHT_PLACES, type HeightPlace } from '../vehicle'
import { neverWithoutAir } from './air'
import type { Facts } from '../facts'
import { defineStage } from './stage'
import { textOf } from '../stages/hand-over'
import { placesAfter } from '../stages/measure'

const DAY_MS = 24 * 3_600_000

/** Corners of the axles with kits, that are read as it goes out. */
const cornersOf = ({ chosen, standing, job }: Facts): HeightPlace[] => {
  const places = chosen.flatMap(({ kit }) => placesAfter(standing, job.mark, kit.axle))
  return HEIGHT_PLACES.filter((c) => places.includes(c))
}

type Read = (body: RecordOf<'height'>['body']) => boolean
const isEmpty: Read = ({ load }) => load === 'empty'
const isLoaded: Read = ({ load }) => load === 'loaded'

interface HeightsLacking {
  empty: Missing[]
  /** Of the load of which least is missing, so that what is asked for is what somebody began. */
  loaded: Missing[]
}
const lacking = new WeakMap<Facts, HeightsLacking>()
/** What the heights as it goes out lack, corner by corner, in each state; looked up once for an assessment. */
function heightsLacking(facts: Facts): HeightsLacking {
  const before = lacking.get(facts)
  if (before) return before
  const corners = cornersOf(facts)
  const readings = afterHeights(facts)
  const lacks = (read: Read) =>
    corners.flatMap((corner) => {
      const here = readings.filter((r) => r.body.corner === corner && read(r.body))
      if (here.some((r) => counts(facts.proof, r))) return []
      const latest = here.at(-1)
      return [(latest && unproved(facts.proof.evidence.get(latest.id)!, corner)) ?? missing('not-done', corner)]
    })
  const readNow = {
    empty: lacks(isEmpty),
    loaded: facts.job.loadCases
      .map(({ id }) => lacks((body) => isLoaded(body) && body.loadCase === id))
      .reduce((best, list) => (list.length < best.length ? list : best)),
  }
  lacking.set(facts, readNow)
  return readNow
}
const afterHeights = ({ standing, job }: Facts) =>
  ofKind(standing, 'height').filter(({ body }) => body.timing === 'after' && body.mark === job.mark)
const heightRecords = (facts: Facts, read: Read) =>
  afterHeights(facts).flatMap((r) => (read(r.body) && counts(facts.proof, r) ? [r.id] : []))

/** Axles that leave with nothing on and air for a load, where that lifts the empty vehicle too far and nobody read it. */
const emptyUnread = ({ proof: { now }, asLeft, chosen, active }: Facts): Missing[] =>
  now.load?.said && now.load.loadCase === null
    ? chosen.flatMap(({ kit: { axle } }) => {
        const before = active.level[axle]?.before
        const isTooHigh = before && !(before.withinHeightRange && before.withinRebound !== false)
        const rows = asLeft.filter((s) => s.axle === axle)
        return isTooHigh && rows.length && rows.every((s) => s.loadCase !== null)
          ? [missing('not-done', `${axle}:`)]
          : []
      })
    : []

/**
 * Why a vehicle is not driven for a test: over a rating, down on its stops, with its bags under their min, or not on its wheels.
 */
export function driveRefused(
  { timing, loadCase }: Pick<RecordOf<'road-test'>['body'], 'timing' | 'loadCase'>,
  { cases, chosen, proof, emptyOver }: Pick<Facts, 'cases' | 'chosen' | 'proof' | 'emptyOver'>,
) {
  const found = cases.find((c) => c.loadCase.id === loadCase)
  if (loadCase !== null && !found) return { field: 'loadCase', code: 'drive-other-load', about: loadCase } as const
  const over = found ? [...found.ratings.exceeded, ...found.ratings.kitExceeded] : emptyOver
  if (over.length) return { field: 'loadCase', code: 'drive-over-rating', about: over[0]!.id } as const
  if (proof.now.stand.support !== 'on-wheels') return { field: 'kind', code: 'drive-not-down', about: '' } as const
  // Before the work the bare springs carry it: as they were seen to, or by their rate.
  if (timing === 'before' && found?.bottoms)
    return { field: 'loadCase', code: 'drive-on-stops', about: found.loadCase.name } as const
  const low =
    timing === 'after' &&
    chosen.some(({ kit, minimum }) => {
      const air = proof.now.air[kit.axle]
      return minimum && (!air || isBelow(air.left, minimum.value) || isBelow(air.right, minimum.value))
    })
  return low ? ({ field: 'kind', code: 'drive-without-air', about: '' } as const) : null
}

export const handOverStage = defineStage({
  id: 'hand-over',
  begun: ({ handedOver, standing }) =>
    handedOver !== null || ofKind(standing, 'height').some((r) => r.body.timing === 'after'),
  waits: ({ handedOver, late, leftElsewhere }, { stops }) => ({
    'left-elsewhere': leftElsewhere !== null,
    'late-records': late.length,
    'hand-over-blocked': stops.length,
    'not-handed-over': handedOver === null && late.length === 0 && stops.length === 0,
  }),
  checks: {
    heights: {
      missing(facts) {
        const { empty, loaded } = heightsLacking(facts)
        // Read with nothing on it or with a load: one of the two it has to be.
        return facts.chosen.length && empty.length && loaded.length
          ? loaded.length < empty.length
            ? loaded
            : empty
          : []
      },
      evidence: (facts) => heightRecords(facts, () => true),
    },
    'loaded-heights': {
      missing: (facts) => heightsLacking(facts).loaded,
      evidence: (facts) => heightRecords(facts, isLoaded),
      never: ({ job, chosen }) =>
        chosen.length && job.loadCases.every((c) => c.items.length === 0) ? 'no-load' : null,
    },
    level: {
      missing: (facts) => {
        const { asLeft, chosen } = facts
        if (!asLeft.length) return chosen.map(({ kit }) => missing('not-done', `${kit.axle}:`))
        return [
          ...emptyUnread(facts),
          ...asLeft.flatMap((s): Missing[] => {
            const about = `${s.axle}:${s.loadCase ?? ''}`
            if (s.within) return []
            if (s.within === null) return [missing(s.rough ? 'about' : 'nothing-to-compare', about)]
            if (s.lift && isAbove(s.lift.rise, s.lift.most))
              return [missing('over-travel', about, { has: s.lift.rise, limit: s.lift.most })]
            const lean = isAbove(Math.abs(s.lean ?? 0), s.tolerance) ? s.lean : null
            return [
              missing(lean === null && (s.off ?? 0) < 0 ? 'too-little' : 'too-much', about, {
                has: lean ?? s.off,
                limit: s.tolerance,
              }),
            ]
          }),
        ]
      },
      evidence: ({ asLeft }) => asLeft.flatMap((s) => (s.within ? s.records : [])),
    },
    'minimum-pressure': {
      missing: ({ air }) => air.pressures.flatMap((p) => p.missing),
      evidence: ({ air }) => air.pressures.flatMap((p) => (p.reading && !p.missing.length ? [p.reading.id] : [])),
      never: neverWithoutAir,
    },
  },
  stops: () => [],
  refuses(body, { job, assess, now }) {
    if (body.kind === 'handed-over')
      return assess().stops.length > 0
        ? { field: 'kind', code: 'not-road-ready', about: String(assess().stops.length) }
        : null
    if (body.kind === 'road-test') return driveRefused(body, assess())
    if (body.kind !== 'waiver' && body.kind !== 'consent') return null
    // The shop's day may be behind that of UTC.
    if (body.kind === 'waiver' && body.due !== null && Date.parse(`${body.due}T23:59:59Z`) < now - DAY_MS)
      return { field: 'due', code: 'due-past', about: body.due }
    const assessed = assess()
    // Only what lacks, and lacks nothing that is wrong, is there to be signed away.
    const check = body.kind === 'waiver' ? assessed.finalChecks.find((c) => c.check === body.about) : undefined
    if (check && !check.waivable) return { field: 'about', code: 'nothing-to-sign', about: check.check }
    const text = textOf(job, assessed, body)
    if (text === null)
      return { field: 'about', code: 'nothing-to-sign', about: body.kind === 'waiver' ? body.about : body.to }
    return hashOf(text) === body.hash ? null : { field: 'hash', code: 'other-text', about: text }
  },
})
