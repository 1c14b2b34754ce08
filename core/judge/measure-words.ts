import { count } from '../quantity'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { measureStage } from './measure'

export const measureWaits: Record<WaitsOf<typeof measureStage>, (n: number) => string> = {
  'before-empty': (n) => `${count(n, 'empty height', 'empty heights')}, before`,
  'suspect-corner': () => 'a corner that disagrees',
  'before-loaded': () => 'loaded heights, before',
  survey: (n) => count(n, 'survey answer', 'survey answers'),
}
export const measureRefusals: Record<RefusalsOf<typeof measureStage>, () => string> = {
  'unknown-load-case': () => "Name the load case that was on: it must be one of the job's.",
}

export const measureStops: Record<StopsOf<typeof measureStage>, (stop: StageStop) => string> = {
  'frame-not-shown': () =>
    'The frame was unsound and is said to be sound: a photo of it, with what was done and who looked in its caption',
  'frame-unsound': () =>
    'The frame was found unsound: nothing is mounted on it until a licensed technician has repaired it',
  'frame-not-looked-at': () => 'Nobody has looked at the frame: answer it in the survey',
  'valve-unanswered': () => 'Load-sensing brake valve: answer whether it has one',
  'valve-no-procedure': () => "It has a load-sensing brake valve: the vehicle maker's procedure has to be in hand",
}
