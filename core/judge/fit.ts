import { factoryHoles } from '../mounting'
import { missing } from '../proof'
import type { Facts } from '../facts'
import { keptUntouched } from './kept'
import { defineStage } from './stage'
import { gapKey, type GapJudgment, type GapVerdict } from '../stages/fit'

const FAILS: readonly GapVerdict[] = ['too-little', 'too-much']

/** Gaps that are owed: those of a kit that was there and was not touched were proved when it was fitted. */
const owed = ({ gaps, job, proof }: Facts) => gaps.filter((g) => !keptUntouched(job, proof, g.axle, 'clearance'))
/** Room round the bag is read with the load on: it is widest and lowest then. */
const underLoad = (facts: Facts) => owed(facts).filter((g) => g.check === 'bag-clearance')
const idsOf = (gaps: readonly GapJudgment[]) => gaps.flatMap((g) => (g.reading && !g.missing ? [g.reading.id] : []))
const never = (facts: Facts) =>
  facts.chosen.length && !facts.gaps.length
    ? ('none' as const)
    : owed(facts).length || !facts.gaps.length
      ? null
      : ('kept' as const)

/** Holes of the vehicle that the kits being fitted need, as they were found. */
const holes = ({ job }: Facts) =>
  job.kits
    .filter(({ work }) => work === 'fit')
    .flatMap(({ kit, mount }) => factoryHoles(kit, mount).map((hole) => ({ ...hole, axle: kit.axle })))

export const fitStage = defineStage({
  id: 'fit',
  begun: ({ gaps }) => gaps.some((g) => g.value !== null),
  waits: (facts) => ({
    'no-kit': facts.chosen.length === 0,
    'holes-missing': holes(facts).filter((h) => h.sound === null).length,
    'gaps-missing': owed(facts).filter((g) => g.missing && !FAILS.includes(g.verdict)).length,
    'touches-as-mounted': facts.touches.length > 0,
    'gap-fails': facts.gaps.some((g) => FAILS.includes(g.verdict)) || facts.roomGaps.some((g) => g.fails),
  }),
  checks: {
    clearance: {
      missing: (facts) => owed(facts).flatMap((g) => g.missing ?? []),
      evidence: (facts) => idsOf(owed(facts)),
      never,
    },
    'loaded-clearance': {
      missing: (facts) =>
        underLoad(facts).flatMap((g) => {
          const about = `${gapKey(g)}:${g.axle}:${g.side}`
          return g.missing ? [{ ...g.missing, about }] : g.loaded ? [] : [missing('not-done', about)]
        }),
      evidence: (facts) => idsOf(underLoad(facts).filter((g) => g.loaded)),
      never: (facts) =>
        never(facts) ??
        (facts.cases.every((c) => c.loadCase.items.length === 0)
          ? ('no-load' as const)
          : underLoad(facts).length
            ? null
            : ('none' as const)),
    },
  },
  stops: (facts) => [
    ...facts.touches.map((t) => ({
      code: 'touches-as-mounted' as const,
      about: `${t.of}:${t.part}:${t.axle}:${t.side}`,
      hard: true,
    })),
    ...holes(facts)
      .filter((h) => h.sound !== true)
      .map((h) => ({
        code: h.sound === false ? ('hole-unsound' as const) : ('hole-not-looked-at' as const),
        about: `${h.name}:${h.axle}:${h.side}`,
        hard: true,
      })),
    ...facts.gaps
      .filter((g) => FAILS.includes(g.verdict))
      .map((g) => ({ code: 'gap-fails' as const, about: `${gapKey(g)}:${g.axle}:${g.side}`, hard: true })),
    ...facts.roomGaps
      .filter((g) => g.fails)
      .map((g) => ({ code: 'room-gap-fails' as const, about: `${g.of}:${g.part}:${g.axle}:${g.side}`, hard: true })),
  ],
})
