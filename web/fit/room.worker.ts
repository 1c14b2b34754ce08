import { expose } from 'comlink'
import {
  asMounted,
  proposeMount,
  roomReport,
  sceneOf,
  whatHelps,
  type SceneQuestion,
} from '@stout-shackle/core/stages/fit/room'

/** What takes longer than a frame: gaps certified through the travel, and what would leave more room. */
const work = {
  report(question: SceneQuestion, progress: (done: number) => void) {
    return roomReport(sceneOf(question), (done) => {
      progress(done)
      return true
    })
  },
  mounted: (question: SceneQuestion) => asMounted(question),
  helps: (question: SceneQuestion, progress: (done: number) => void) => ({
    helps: whatHelps(question, progress),
    proposal: proposeMount(question),
  }),
}
export type RoomWork = typeof work

expose(work)
