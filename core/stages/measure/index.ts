export { heightSet, jobHeights, placesAfter, recoveredShare, type JobHeights } from './heights'
export { surveyedAxles, unansweredOf, type OpenAnswer } from './needed-answers'
export { measuredBags, type MeasuredBags } from './bag-heights'
