import { count } from '../quantity'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { chooseStage } from './choose'

export const chooseWaits: Record<WaitsOf<typeof chooseStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'kit-does-not-fit': () => 'the kit does not fit',
  'kit-needs-answer': () => 'a survey answer for the kit',
  'kit-unconfirmed': (n) => `${count(n, 'kit figure', 'kit figures')} to confirm`,
  'cannot-level': () => 'cannot be leveled with air',
}
export const chooseRefusals: Record<RefusalsOf<typeof chooseStage>, (about: string) => string> = {
  'other-kit': (about) => `The job has no kit "${about}" at that axle.`,
  'other-figure': (about) => `"${about}" has another value now, or is no figure of this kit: read it again.`,
}
export const chooseStops: Record<StopsOf<typeof chooseStage>, (stop: StageStop) => string> = {
  'no-kit': () => 'No kit chosen',
  'kit-does-not-fit': ({ about }) => `${about} does not fit this vehicle as measured`,
  'copy-altered': ({ about }) => `${about} was changed on this job: say why on Choose`,
  'kit-unconfirmed': ({ about }) => `${about} has figures nobody has confirmed: compare them with its paper`,
  'kit-needs-answer': ({ about }) => `${about} needs an answer: measure or look, then it is judged`,
}
