import type { StandState } from '../../plan'
import { count } from '../count'
import type { StageStop, StopsOf, WaitsOf } from '../stage'
import type { planStage } from './stage'

export const planWaits: Record<WaitsOf<typeof planStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'plan-stuck': () => 'the order cannot be met',
  'plan-unsure': (n) => count(n, 'step depends on an answer', 'steps depend on an answer'),
}
export const planStops: Record<StopsOf<typeof planStage>, (stop: StageStop) => string> = {
  'plan-stuck': ({ about }) => `The plan cannot be ordered: ${about}`,
}

export const SUPPORT_NAMES: Record<StandState['support'], string> = {
  'on-wheels': 'on its wheels',
  'axle-hanging': 'axle hanging',
  'axle-raised': 'axle raised',
  'frame-raised': 'frame raised',
}
