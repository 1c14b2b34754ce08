import { airStage } from './air'
import { bayStage } from './bay'
import { chooseStage } from './choose'
import { fitStage } from './fit'
import { handOverStage } from './hand-over'
import { loadStage } from './load'
import { measureStage } from './measure'
import { planStage } from './plan'

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
