import { ofKind } from '../../job'
import { defineStage } from '../stage'
import { workBegun } from '../bay'

export const measureStage = defineStage({
  id: 'measure',
  begun: ({ standing, job }) =>
    ofKind(standing, 'height').length > 0 || Object.values(job.survey).some((v) => v !== null),
  waits: ({ active, corners, unanswered, steps }) => ({
    'before-empty': active.heights.beforeEmpty.missing.length,
    'suspect-corner': corners.length,
    // Once work has begun a "before" reading can no longer be taken: asking on would be a nag.
    'before-loaded': workBegun(steps) ? 0 : active.heights.beforeLoaded.missing.length,
    survey: unanswered.length,
  }),
  checks: {},
  stops: () => [],
  refuses: (body, { job }) =>
    body.kind === 'height' && body.load === 'loaded' && !job.loadCases.some((c) => c.id === body.loadCase)
      ? { field: 'loadCase', code: 'unknown-load-case', about: body.loadCase ?? '' }
      : null,
})
