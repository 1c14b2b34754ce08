import { STANDING, type Pose } from '../../../clearance'
import type { Meters } from '../../../quantity'
import type { RoomGap } from '..'
import { gapIn } from './gap-in'
import type { RoomReport } from './report'
import { bagAt, girthAt, girthOf, type Scene, type ScenePressure } from './scene'

/** A gap as read beside the one that the drawing gives for that state. */
export interface MeasuredGap {
  gap: RoomGap
  /** Null where the state it was read in is not known. */
  drawn: Meters | null
  /** How much more was read than was drawn, where that is more than is unsure of both; null where they agree. */
  differs: Meters | null
}

/**
 * Readings beside the drawing, with what was in the bag as they were taken: where they disagree, something is not where it was said
 * to be.
 * @param tape half-width of a reading
 */
export function besideDrawn(scene: Scene, { rows }: RoomReport, gaps: readonly RoomGap[], tape: Meters): MeasuredGap[] {
  const hanging: Pose = { heave: -scene.motion.travel.rebound, roll: 0 }
  return gaps
    .filter((g) => g.axle === scene.axle)
    .map((gap) => {
      const row = rows.find((r) => r.of === gap.of && r.part === gap.part && r.side === gap.side)
      const obstacle = scene.obstacles.find((o) => o.id === gap.part)
      if (!row || !obstacle) return { gap, drawn: null, differs: null }
      const girth = (pressure: ScenePressure['id']) =>
        gap.pressure === null ? girthAt(scene, pressure) : girthOf(scene.bag, gap.pressure)
      const drawnAt = (pressure: ScenePressure['id'], pose: Pose) => {
        const firsts =
          gap.of === 'bag' ? [bagAt(scene, gap.side, girth(pressure))] : Object.values(scene.plates[gap.side])
        return Math.min(...firsts.map((first) => gapIn(first, obstacle.bodies, scene.motion, pose)))
      }
      const drawn =
        gap.state === 'empty'
          ? drawnAt('min', STANDING)
          : gap.state === 'loaded'
            ? scene.loaded && drawnAt('level', scene.loaded)
            : gap.state === 'hanging'
              ? drawnAt('min', hanging)
              : null
      if (drawn === null) return { gap, drawn, differs: null }
      const more = gap.value - drawn
      return { gap, drawn, differs: Math.abs(more) > Math.hypot(row.tolerance, tape) ? more : null }
    })
}
