export { useCalmJob } from './calm-job'
export { useJob, useOpenJob } from './job'
export { useJobPage } from './job-page'
export { useShownAxle } from './shown-axle'
