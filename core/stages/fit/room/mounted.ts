import { whatHelps, type Help } from './advice'
import { roomReport, slackOf, type RoomRow } from './report'
import { sceneOf, type SceneQuestion } from './scene'

/** Whether a kit fits as it would be mounted, before it is bought. */
export type AsMounted =
  | { code: 'clear' }
  /** An estimate stands in the way: the tape decides. */
  | { code: 'measure-first'; row: RoomRow }
  /** What was measured stands in the way, and a change that the kit allows takes it out of the way. */
  | { code: 'needs-change'; row: RoomRow; help: Help }
  | { code: 'does-not-fit'; row: RoomRow }
  /** The bag would be pulled or pressed beyond what it takes. */
  | { code: 'out-of-travel'; end: 'short' | 'long' }

/**
 * Whether a kit fits as it would be mounted: gaps through the whole travel by what was measured, and by what is only usual.
 * @returns the worst that stands in its way
 */
export function asMounted(question: SceneQuestion): AsMounted {
  const scene = sceneOf(question)
  const report = roomReport(scene)!
  const bad = report.rows.filter((r) => r.verdict === 'touches' || r.verdict === 'under-rule' || r.verdict === 'unsure')
  const measured = bad.filter((r) => r.source === 'tape' && r.verdict !== 'unsure')
  const [worst] = measured.toSorted((a, b) => slackOf(a) - slackOf(b))
  if (worst) {
    // The kit's own choices come before work on the vehicle's parts.
    const helps = whatHelps(question).filter((h) => h.slack >= 0 && h.code !== 'shield')
    const help = helps.find((h) => h.part === null) ?? helps[0]
    return help ? { code: 'needs-change', row: worst, help } : { code: 'does-not-fit', row: worst }
  }
  // A kit's own measures say how far its bag moves; where they are missing, nothing is held against it.
  if (scene.mounting.extended !== null && report.bag.most > scene.window.high + 1e-4)
    return { code: 'out-of-travel', end: 'long' }
  if (scene.mounting.collapsed !== null && report.bag.least < scene.window.low - 1e-4)
    return { code: 'out-of-travel', end: 'short' }
  const [open] = bad.toSorted((a, b) => b.chance - a.chance)
  return open ? { code: 'measure-first', row: open } : { code: 'clear' }
}
