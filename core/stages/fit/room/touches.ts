import type { Job } from '../../../job'
import type { AxleEnd } from '../../../vehicle'
import type { CaseAssessment } from '../../choose'
import { roomReport } from './report'
import { sceneQuestion } from './room-of'
import { sceneOf, type Scene, type Side } from './scene'

/** A bag or a plate that meets something that was measured, somewhere in its travel. */
export interface MountedTouch {
  axle: AxleEnd
  side: Side
  of: 'bag' | 'plate'
  part: string
}

/** Answers that were worked out last, by all that they depend on: the same is asked with every record. */
const known = new Map<string, MountedTouch[]>()
const KEPT = 32

function touchesIn(scene: Scene): MountedTouch[] {
  const { axle, motion, bags, plates, pressures, obstacles } = scene
  const key = JSON.stringify([axle, motion, bags, plates, pressures.at(-1), obstacles.map((o) => [o.id, o.bodies])])
  const before = known.get(key)
  if (before) return before
  const found = roomReport(scene)!
    .rows.filter((r) => r.verdict === 'touches')
    .map(({ side, of, part }) => ({ axle, side, of, part }))
  if (known.size >= KEPT) known.delete(known.keys().next().value!)
  known.set(key, found)
  return found
}

/**
 * What the kits that are fitted would meet as they are mounted, somewhere in the travel, by what was measured. Estimates say only
 * what to measure; they are left out.
 * Source: `roomReport`, at the bags' max.
 */
export function touchesAsMounted(job: Job, active: CaseAssessment): MountedTouch[] {
  return job.kits
    .filter(({ work, kit }) => work === 'fit' && job.vehicle.underbody?.[kit.axle].some((p) => p.source === 'tape'))
    .flatMap(({ kit }) => {
      const question = sceneQuestion(job, kit, active)
      if (!question) return []
      // It is about the whole travel: what is on the vehicle now does not come into it.
      const scene = sceneOf({ ...question, loaded: null, level: null })
      return touchesIn({ ...scene, obstacles: scene.obstacles.filter((o) => o.source === 'tape') })
    })
}
