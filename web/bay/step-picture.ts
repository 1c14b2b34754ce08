import { heaveLimits, type Pose } from '@stout-shackle/core/clearance'
import type { Carrier, KitPlace, PlanStep } from '@stout-shackle/core/kit'
import type { Side } from '@stout-shackle/core/plan'
import type { StepReport } from '@stout-shackle/core/stages'
import type { Scene } from '@stout-shackle/core/stages/fit/room'
import type { PartKind, AxleEnd } from '@stout-shackle/core/vehicle'
import type { View } from '../underbody/projection'

/** What a step's picture shows: from where, in what pose, what is there, what is meant. */
export interface StepPicture {
  view: View
  pose: Pose
  meant: string[]
  absent: string[]
  off: string[]
  held: { stands: boolean; jack: boolean; floor: number }
}

const SIDES: readonly Side[] = ['left', 'right']
const OF_CARRIER: Record<Carrier, readonly PartKind[]> = {
  shock: ['shock'],
  coil: ['coil'],
  link: ['link'],
  'u-bolts': ['leaf-pack', 'u-bolt-ends'],
}
/** Words of parts that a step takes off or puts back, by what they are in the picture. */
const BY_WORD: readonly [RegExp, PartKind][] = [
  [/shock/i, 'shock'],
  [/coil/i, 'coil'],
  [/spare/i, 'spare'],
  [/hose/i, 'brake-hose'],
  [/wire|harness/i, 'harness'],
  [/link/i, 'link'],
]
const kindsIn = (words: readonly string[]): PartKind[] =>
  words.flatMap((word) => BY_WORD.flatMap(([like, kind]) => (like.test(word) ? [kind] : [])))
const PLACES: Partial<Record<KitPlace, string>> = { 'upper-bracket': 'upper', 'lower-bracket': 'lower', bag: 'bag' }
const sidesOf = ({ side }: Pick<PlanStep, 'side'>): readonly Side[] => (side ? [side] : SIDES)

/** Tires hang clear of the floor by so much, m: enough to see. */
const CLEAR = 0.1

/**
 * The picture of a step: this vehicle's axle in the state the step is done in, with what is in so far.
 * @param steps of the plan, with what was done
 */
// eslint-disable-next-line complexity -- what a step shows, thing by thing
export function pictureOf(scene: Scene, step: PlanStep, steps: readonly StepReport[]): StepPicture {
  const { axle } = scene
  const up = step.state.axle === axle
  const { low } = heaveLimits(scene.motion.travel, 0)
  const support = up ? step.state.support : 'on-wheels'
  const heave =
    support === 'axle-hanging' || support === 'frame-raised'
      ? low
      : support === 'axle-raised' && step.raise?.until === 'part-way'
        ? low / 2
        : 0
  const floor = support === 'on-wheels' ? 0 : support === 'frame-raised' ? heave : low - CLEAR
  const there = placesDone(steps, axle, step)
  const meantPlaces = step.fits.flatMap((place) =>
    sidesOf(step).flatMap((s) => (PLACES[place] ? [`${PLACES[place]}-${s}`] : [])),
  )
  const kinds = [
    ...kindsIn([...step.takesOff, ...step.refits, step.title]),
    ...[...step.opens, ...step.closes].flatMap((c) => OF_CARRIER[c]),
  ]
  const sides = new Set<string>([...sidesOf(step), 'center'])
  const meant = scene.obstacles.filter((o) => kinds.includes(o.kind) && sides.has(o.side)).map((o) => o.id)
  // What is fitted, torqued or aligned is meant where it sits.
  const worked =
    kinds.length === 0 && (step.phase === 'align' || step.phase === 'torque')
      ? sidesOf(step).flatMap((s) => [`bag-${s}`, `upper-${s}`, `lower-${s}`])
      : []
  const wheelsOff = up && step.state.wheels === 'off'
  const fromSide = step.side !== null && (meantPlaces.length > 0 || kinds.length > 0)
  return {
    view: fromSide ? step.side! : 'rear',
    pose: { heave, roll: 0 },
    meant: [...new Set([...meantPlaces, ...meant, ...worked])],
    absent: ['bag', 'upper', 'lower'].flatMap((p) =>
      SIDES.map((s) => `${p}-${s}`).filter((id) => !there.has(id) && !meantPlaces.includes(id)),
    ),
    off: scene.obstacles.filter((o) => wheelsOff && o.kind === 'tire').map((o) => o.id),
    held: { stands: support !== 'on-wheels', jack: support === 'axle-raised', floor },
  }
}

/** Places of the kit that are filled by what was done, or by a step that comes before this one in the plan and is skipped over. */
function placesDone(steps: readonly StepReport[], axle: AxleEnd, until: PlanStep): Set<string> {
  const found = new Set<string>()
  for (const { step, outcome } of steps) {
    if (step.id === until.id) break
    if (step.axle !== axle || outcome === 'skipped') continue
    for (const place of step.fits) for (const s of sidesOf(step)) if (PLACES[place]) found.add(`${PLACES[place]}-${s}`)
  }
  return found
}
