export {
  heightSet,
  jobHeights,
  recoveredShare,
  type JobHeights,
  type LoadState,
  type Recovered,
  type Timing,
} from './heights'
export { surveyedAxles, unansweredOf, type OpenAnswer } from './needed-answers'
export { measuredBags, type MeasuredBags } from './bag-heights'
