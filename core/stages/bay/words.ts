import type { PlaceState, WrenchDoubt } from './torques'

export const PLACE_STATES: Record<PlaceState, string> = {
  missing: 'not torqued yet',
  within: 'within the torque spec',
  low: 'too low: pull again',
  high: 'over its max: undo it, look at threads and seat',
  'over-pulled': 'was pulled over its max: undo it, look at threads and seat',
  'wrong-unit': 'this is the target in another unit: check the wrench',
  'not-judged': 'recorded; the kit gives no limit',
  'needs-maker-figure': "look up the vehicle maker's figure first",
  'by-feel': 'tightened by feel',
  turned: 'turned as the instructions say',
  'look-again': 'wrench could not reach: look at it a second time',
  'not-reached': 'not torqued to a figure: wrench could not reach, looked at twice',
  'none-given': 'no torque given',
}

export const WRENCH_DOUBTS: Record<WrenchDoubt, string> = {
  'under-range': "read under a fifth of the wrench's range: pull again with a smaller one",
  overdue: 'read with a wrench whose calibration was over',
}
