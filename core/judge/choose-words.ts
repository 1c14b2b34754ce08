import type { StageStop, StopsOf, WaitsOf } from './stage'
import type { chooseStage } from './choose'

export const chooseWaits: Record<WaitsOf<typeof chooseStage>, () => string> = {
  'no-kit': () => 'a kit',
  'kit-does-not-fit': () => 'the kit does not fit',
  'kit-needs-answer': () => 'a survey answer for the kit',
  'cannot-level': () => 'cannot be leveled with air',
}
export const chooseStops: Record<StopsOf<typeof chooseStage>, (stop: StageStop) => string> = {
  'no-kit': () => 'No kit chosen',
  'kit-does-not-fit': ({ about }) => `${about} does not fit this vehicle as measured`,
  'kit-needs-answer': ({ about }) => `${about} needs an answer: measure or look, then it is judged`,
}
