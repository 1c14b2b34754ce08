import { defineStage } from '../stage'
import { caseRemedies } from './remedies'

export const loadStage = defineStage({
  id: 'load',
  begun: ({ job }) => job.loadCases.some((c) => c.items.length > 0),
  waits: ({ active, cases }) => ({
    'no-load': active.loadCase.items.length === 0,
    'over-rating': cases.some((c) => c.ratings.exceeded.length > 0 || c.ratings.kitExceeded.length > 0),
    'unknown-rating': active.ratings.unknown.length,
    'no-rate': active.rates.rear === null,
  }),
  checks: {},
  stops: ({ job, standing, cases }) =>
    cases
      .filter((c) => c.ratings.exceeded.length || c.ratings.kitExceeded.length)
      .map((c) => ({
        code: 'over-rating' as const,
        about: c.loadCase.name,
        remedies: caseRemedies(job, standing, c),
      })),
})
