import { count } from '../quantity'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { planStage } from './plan'

export const planWaits: Record<WaitsOf<typeof planStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'plan-stuck': () => 'the order cannot be met',
  'plan-unsure': (n) => count(n, 'step depends on an answer', 'steps depend on an answer'),
}
export const planStops: Record<StopsOf<typeof planStage>, (stop: StageStop) => string> = {
  'plan-stuck': ({ about }) => `The plan cannot be ordered: ${about}`,
  'torque-regime': ({ about }) =>
    `${about}: its torque belongs at ride height, and the step that gives it is not done there`,
}

export const planRefusals: Record<RefusalsOf<typeof planStage>, (about: string) => string> = {
  'plan-differs': () => 'The plan has changed since this page made it: reload, and begin with the plan as it is now.',
  'no-such-answer': (about) => `The answer must be one of: ${about}.`,
  'cannot-add': (about) => `With this step the rest cannot be put in order: ${about}.`,
  'not-asked-here': (about) => `Step "${about}" does not ask this.`,
}
