import { expose } from 'comlink'
import {
  asMounted,
  sampleChance,
  proposeMount,
  roomRegister,
  roomReport,
  sceneOf,
  whatHelps,
  type SceneQuestion,
  type Side,
} from '@stout-shackle/core/stages/fit/room'

/** As many as tell a percent from two; the same ones each time. */
const SAMPLES = 10_000
const SEED = 2026

/** What takes longer than a frame: gaps certified through the travel, and what would leave more room. */
const work = {
  report(question: SceneQuestion, progress: (done: number) => void) {
    const scene = sceneOf(question)
    const report = roomReport(scene, (done) => {
      progress(done)
      return true
    })
    return report && { ...report, ...roomRegister(scene, report.rows) }
  },
  // eslint-disable-next-line max-params -- what crosses to a thread is given one by one
  chance(question: SceneQuestion, of: 'bag' | 'plate', part: string, side: Side, progress: (done: number) => void) {
    const scene = sceneOf(question)
    const row = roomReport(scene)?.rows.find((r) => r.of === of && r.part === part && r.side === side)
    return row
      ? sampleChance(scene, row, SAMPLES, {
          seed: SEED,
          progress: (done) => {
            progress(done)
            return true
          },
        })
      : null
  },
  mounted: (question: SceneQuestion) => asMounted(question),
  helps: (question: SceneQuestion, progress: (done: number) => void) => ({
    helps: whatHelps(question, progress),
    proposal: proposeMount(question),
  }),
}
export type RoomWork = typeof work

expose(work)
