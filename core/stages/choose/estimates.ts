import type { Kilograms, Meters, Pascals } from '../../quantity'
import { withEstimate, type LevelSolution } from '../../spring'
import { AXLES, type AxleEnd, figureOf, withFigure } from '../../vehicle'
import type { BayRecord } from '../../records'
import { withKit, type Job } from '../../job'
import { kitDoubts, movedKit } from '../../kit'
import { loadCases, type LoadedCase } from '../load'
import { kitsUnder } from './helped-axle'
import type { KitAssessment } from './kit-on-job'
import { fitKits } from './level-kit'

/** What is read to replace an estimate, the least effort first. */
export const READINGS = ['label', 'tape', 'link', 'kit-paper', 'loaded-heights', 'scale', 'papers'] as const
export type ReadingId = (typeof READINGS)[number]

/** What the estimates of a vehicle leave unsure of the answers, each as a half-width. */
interface Doubt {
  /** On the axles with the load on, and of what the rear gains. */
  front: Kilograms
  rear: Kilograms
  gross: Kilograms
  rearGain: Kilograms
  /** Rear squat with the load on. */
  squat: Meters
  /** Mean pressure of each axle that has bags. */
  pressure: Record<AxleEnd, Pascals>
}
/** One reading, and what of the doubt it would take away. */
interface Narrowing {
  reading: ReadingId
  /** Figures that it replaces. */
  figures: string[]
  /** Part of the doubt in the pressure (in the squat where there is no kit) that goes, 0 to 1. */
  narrows: number
}
export interface CaseEstimate extends Doubt {
  /** The least effort first. */
  narrowings: Narrowing[]
  /** The one that takes most away; of two alike the lesser effort. */
  best: Narrowing | null
}

const NO_DOUBT = (): Doubt => ({
  front: 0,
  rear: 0,
  gross: 0,
  rearGain: 0,
  squat: 0,
  pressure: { front: 0, rear: 0 },
})

/** Which reading replaces an estimated figure. */
function readingFor(path: string): ReadingId {
  // What a bag carries is on no paper: the height it holds with a load on tells it.
  if (path === 'bag.table' || path === 'rubber.force') return 'loaded-heights'
  if (path.startsWith('bag.') || path.startsWith('rubber.')) return 'kit-paper'
  const key = path.split('.').at(-1)!
  if (key === 'curb') return 'scale'
  if (key === 'wheelRate') return 'loaded-heights'
  if (key === 'motionRatio') return 'link'
  if (['tireRate', 'unsprung', 'gravityHeight'].includes(key)) return 'papers'
  return 'tape'
}

/** Two that narrow alike within this part are told by effort. */
const ALIKE = 0.02

/** The answers of one load case that estimates can move. */
interface Answers {
  front: Kilograms
  rear: Kilograms
  rearGain: Kilograms
  squat: Meters
  pressure: Record<AxleEnd, Pascals>
}
function answersOf(job: Job, loadedCase: LoadedCase): Answers {
  const { level } = fitKits(job, loadedCase, kitsUnder(job))
  return {
    front: loadedCase.weights.frontTotal,
    rear: loadedCase.weights.rearTotal,
    rearGain: loadedCase.weights.rear,
    squat: loadedCase.squat.rear ?? 0,
    pressure: { front: level.front?.mean ?? 0, rear: level.rear?.mean ?? 0 },
  }
}

/** A job with one of its estimates moved by its half-width. */
interface Moved {
  path: string
  job: Job
}
/** The job with each estimate moved in turn: of the vehicle, and of the kits that are on it. */
const movedJobs = (job: Job): Moved[] => [
  ...Object.entries(job.vehicle.estimated).flatMap(([path, { tolerance }]): Moved[] => {
    const figure = figureOf(job.vehicle, path)
    return tolerance > 0 && figure !== null
      ? [{ path, job: { ...job, vehicle: withFigure(job.vehicle, path, figure + tolerance, tolerance) } }]
      : []
  }),
  ...job.kits.flatMap(({ kit, work }, i) =>
    work === 'take-off'
      ? []
      : kitDoubts(kit).map((doubt): Moved => ({
          path: doubt.path,
          job: { ...job, kits: job.kits.map((k, j) => (j === i ? { ...k, kit: movedKit(kit, doubt) } : k)) },
        })),
  ),
]

/**
 * What the estimates of a vehicle and of its kits leave unsure, case by case: each figure moved by its half-width, one after the other, and
 * the changes of every answer added in quadrature.
 *
 * A reading takes the place of its estimate by itself: where a scale gave the weights, a tape the heights or a loading test
 * the rate, moving the estimate moves nothing.
 * @param standing records that stand, oldest first
 * @param cases of the job as it is
 * @returns null where nothing is estimated
 * Source: propagation of uncertainty by numerical differences, JCGM 100:2008 (GUM), 5.1.3 note 2.
 */
export function caseEstimates(
  job: Job,
  standing: readonly BayRecord[],
  cases: readonly LoadedCase[],
): CaseEstimate[] | null {
  const moving = movedJobs(job)
  if (!moving.length) return null
  const here = cases.map((loadedCase) => answersOf(job, loadedCase))
  // Rubber, or a kit that nothing can be said of yet, has no pressure: then it is about the squat.
  const aired = here.some(({ pressure }) => AXLES.some((axle) => pressure[axle] !== 0))
  const squares = cases.map(NO_DOUBT)
  const byReading = cases.map(() => new Map<ReadingId, { figures: string[]; square: number }>())
  for (const { path, job: moved } of moving) {
    const there = loadCases(moved, standing).cases.map((loadedCaseHere) => answersOf(moved, loadedCaseHere))
    there.forEach((answers, i) => {
      const was = here[i]!
      const into = squares[i]!
      const change = (of: (a: Answers) => number) => (of(answers) - of(was)) ** 2
      into.front += change((a) => a.front)
      into.rear += change((a) => a.rear)
      into.gross += change((a) => a.front + a.rear)
      into.rearGain += change((a) => a.rearGain)
      const squat = change((a) => a.squat)
      into.squat += squat
      let pressure = 0
      for (const axle of AXLES) {
        const shift = change((a) => a.pressure[axle])
        into.pressure[axle] += shift
        pressure += shift
      }
      const reading = readingFor(path)
      const known = byReading[i]!.get(reading) ?? { figures: [], square: 0 }
      known.figures.push(path)
      known.square += aired ? pressure : squat
      byReading[i]!.set(reading, known)
    })
  }
  return squares.map((s, i): CaseEstimate => {
    const readings = [...byReading[i]!]
    const all = readings.reduce((sum, [, { square }]) => sum + square, 0)
    const narrowings = readings
      .map(([reading, { figures, square }]): Narrowing => ({
        reading,
        figures,
        narrows: all > 0 ? 1 - Math.sqrt(Math.max(0, all - square) / all) : 0,
      }))
      .sort((a, b) => READINGS.indexOf(a.reading) - READINGS.indexOf(b.reading))
    const most = Math.max(0, ...narrowings.map((n) => n.narrows))
    return {
      front: Math.sqrt(s.front),
      rear: Math.sqrt(s.rear),
      gross: Math.sqrt(s.gross),
      rearGain: Math.sqrt(s.rearGain),
      squat: Math.sqrt(s.squat),
      pressure: { front: Math.sqrt(s.pressure.front), rear: Math.sqrt(s.pressure.rear) },
      narrowings,
      best: most > 0 ? (narrowings.find((n) => n.narrows >= most - ALIKE) ?? null) : null,
    }
  })
}

/**
 * A solution whose band carries what estimates leave unsure of its pressure.
 * @param doubt half-width, Pa
 */
export function withDoubt(solution: LevelSolution, doubt: Pascals): LevelSolution {
  if (solution.mean === null || !solution.band) return solution
  const { parts, total } = withEstimate(solution.bandParts, doubt)
  return {
    ...solution,
    bandParts: parts,
    band: { low: Math.max(0, solution.mean - total), high: solution.mean + total },
  }
}

/**
 * What a kit comes to under a load case, with what the estimates of the vehicle leave unsure of it: of one that is only
 * looked at as of one that was picked.
 * @param cases of the job, all of them
 * @param active the one that it was assessed under
 */
// eslint-disable-next-line max-params -- the job, its records and cases, and which case: four things and the kit
export function levelWithDoubt(
  job: Job,
  standing: readonly BayRecord[],
  cases: readonly LoadedCase[],
  active: LoadedCase,
  { kit, level }: Pick<KitAssessment, 'kit' | 'level'>,
): LevelSolution | null {
  if (!level || level.bandParts.some(({ source }) => source === 'estimate')) return level
  const under = { ...job, kits: withKit(job.kits, kit.axle, { kit, decided: null }) }
  const estimate = caseEstimates(under, standing, cases)?.[cases.indexOf(active)]
  return estimate ? withDoubt(level, estimate.pressure[kit.axle]) : level
}
