import { airStage } from './air/stage'
import { bayStage } from './bay/stage'
import { chooseStage } from './choose/stage'
import { fitStage } from './fit/stage'
import { handOverStage } from './hand-over/stage'
import { loadStage } from './load/stage'
import { measureStage } from './measure/stage'
import { planStage } from './plan/stage'

/** The eight stages, in the order people work. */
export const ALL_STAGES = [
  measureStage,
  loadStage,
  chooseStage,
  fitStage,
  planStage,
  bayStage,
  airStage,
  handOverStage,
] as const
