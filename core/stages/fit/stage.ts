import { defineStage } from '../stage'
import { GAP_PASSES } from './gaps'

export const fitStage = defineStage({
  id: 'fit',
  begun: ({ gaps }) => gaps.some((g) => g.value !== null),
  waits: ({ chosen, gaps }) => ({
    'no-kit': chosen.length === 0,
    'gaps-missing': gaps.filter((g) => g.verdict === 'missing').length,
    'gap-fails': gaps.some((g) => g.verdict !== 'missing' && !GAP_PASSES.includes(g.verdict)),
  }),
  checks: {
    clearance: { done: ({ job, gaps }) => job.kits.length > 0 && gaps.every((g) => GAP_PASSES.includes(g.verdict)) },
  },
  stops: () => [],
})
