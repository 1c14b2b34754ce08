export {
  heightSet,
  jobHeights,
  recoveredShare,
  type JobHeights,
  type LoadState,
  type Recovered,
  type Timing,
} from './heights'
export { unansweredOf } from './needed-answers'
